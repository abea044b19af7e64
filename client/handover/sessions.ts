import type { UsabilitySession } from '../../core/index.js';

/** Whoever does nothing for so long is looking for something: ms. */
export const HESITATION = 6000;

export interface Pressed {
  readonly x: number;
  readonly y: number;
  readonly hit: boolean;
  /** After nothing was done for a long time. */
  readonly slow: boolean;
}
export interface SessionSummary {
  readonly done: number;
  readonly givenUp: number;
  /** Of those who got there: ms. */
  readonly median: number;
  readonly presses: number;
  readonly misses: number;
  /** The paths that people took, the commonest first. */
  readonly ways: readonly {
    readonly screens: readonly string[];
    readonly count: number;
    readonly outcome: UsabilitySession['outcome'];
  }[];
  readonly gaveUpOn: readonly { readonly id: string; readonly count: number }[];
  /** Where something was pressed, the screen with most first. */
  readonly screens: readonly { readonly id: string; readonly presses: readonly Pressed[] }[];
}

/** Sessions summed up: counts, times, paths, and where people pressed and what they looked for. Pure. */
export function summarizeSessions(sessions: readonly UsabilitySession[]): SessionSummary {
  const times = sessions.flatMap((w) => (w.outcome === 'done' ? [w.took] : [])).sort((a, b) => a - b);
  const middle = times.length / 2;
  const median =
    times.length === 0
      ? 0
      : Number.isInteger(middle)
        ? ((times[middle - 1] ?? 0) + (times[middle] ?? 0)) / 2
        : (times[Math.floor(middle)] ?? 0);
  const screens = new Map<string, Pressed[]>();
  const ways = new Map<string, { screens: readonly string[]; count: number; outcome: UsabilitySession['outcome'] }>();
  const gaveUp = new Map<string, number>();
  let [presses, misses] = [0, 0];
  for (const w of sessions) {
    const way: string[] = [];
    let last = 0;
    for (const e of w.events) {
      if (way.at(-1) !== e.screen) way.push(e.screen);
      if (e.kind === 'press') {
        presses++;
        if (e.hit === false) misses++;
        const list = screens.get(e.screen) ?? [];
        list.push({ x: e.x ?? 0, y: e.y ?? 0, hit: e.hit !== false, slow: e.ms - last > HESITATION });
        screens.set(e.screen, list);
      }
      last = e.ms;
    }
    const key = `${w.outcome} ${way.join()}`;
    const known = ways.get(key) ?? { screens: way, count: 0, outcome: w.outcome };
    ways.set(key, { ...known, count: known.count + 1 });
    const end = way.at(-1);
    if (w.outcome !== 'done' && end !== undefined) gaveUp.set(end, (gaveUp.get(end) ?? 0) + 1);
  }
  return {
    done: times.length,
    givenUp: sessions.filter((w) => w.outcome === 'given up').length,
    median,
    presses,
    misses,
    ways: [...ways.values()].sort((a, b) => b.count - a.count),
    gaveUpOn: [...gaveUp].map(([id, count]) => ({ id, count })).sort((a, b) => b.count - a.count),
    screens: [...screens].map(([id, p]) => ({ id, presses: p })).sort((a, b) => b.presses.length - a.presses.length),
  };
}
