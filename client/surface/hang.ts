import type { Flow, Screen } from '../../core/index.js';

/** Around screens and rows, px on the glass: labels keep their size at every zoom. */
export const HEAD = 26;
export const LABEL = 22;
/** Narrower than this a screen has no room for its name, or not even for its number: px on the glass. */
export const NAMED = 72;
export const NUMBERED = 24;
const BELOW = 26;
const LEAST_ROW = 60;

/** A screen as it hangs: where and how large at this zoom (px on the glass), `tall` in px of its own, `nth` of its flow. */
export interface Hung {
  readonly screen: Screen;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly tall: number;
  readonly nth: number;
}
export interface FlowHead {
  readonly id: string;
  readonly name: string;
  readonly y: number;
  readonly count: number;
}
export interface Hanging {
  readonly hung: readonly Hung[];
  readonly heads: readonly FlowHead[];
}

/**
 * How many screens hang side by side before a row wraps: so many that the whole Wall is about as wide as a window, in steps of
 * four, at least eight.
 */
export function perRow(flows: readonly Flow[], screens: readonly Screen[], heightOf: (s: Screen) => number): number {
  const GAP = 46;
  const WINDOW = 1.5;
  const counts = flows.map((f) => screens.reduce((n, s) => n + (s.flow === f.id ? 1 : 0), 0));
  const widest = Math.max(0, ...counts);
  const wide = screens.reduce((sum, s) => sum + s.width + GAP, 0) / Math.max(1, screens.length);
  const high = screens.reduce((sum, s) => sum + heightOf(s) + GAP, 0) / Math.max(1, screens.length);
  let n = 8;
  while (n < widest && n * wide < counts.reduce((sum, c) => sum + Math.ceil(c / n), 0) * high * WINDOW) n += 4;
  return n;
}

/** Hangs screens in rows by flow at a zoom; a long flow wraps. `heightOf` gives px. */
export function hang(
  flows: readonly Flow[],
  screens: readonly Screen[],
  heightOf: (s: Screen) => number,
  zoom: number,
): Hanging {
  const gap = Math.max(2, 46 * zoom);
  // Where screens are too narrow even for a number there are no labels, and no room for them.
  const label = zoom * 390 < NUMBERED ? 6 : LABEL;
  const most = perRow(flows, screens, heightOf);
  const hung: Hung[] = [];
  const heads: FlowHead[] = [];
  let y = 0;
  for (const flow of flows) {
    const own = screens.filter((s) => s.flow === flow.id);
    heads.push({ id: flow.id, name: flow.name, y, count: own.length });
    y += HEAD;
    for (let first = 0; first === 0 || first < own.length; first += most) {
      let x = 0;
      let tall = LEAST_ROW * Math.min(1, zoom * 4);
      own.slice(first, first + most).forEach((screen, i) => {
        const h = heightOf(screen);
        hung.push({ screen, x, y: y + label, w: screen.width * zoom, h: h * zoom, tall: h, nth: first + i + 1 });
        x += screen.width * zoom + gap;
        tall = Math.max(tall, h * zoom);
      });
      y += label + tall + (first + most < own.length ? gap / 2 : 0);
    }
    y += BELOW;
  }
  return { hung, heads };
}

/** What a hanging takes up, with its labels; px on the glass. Null when nothing hangs. */
export function extent(
  list: readonly Hung[],
  heads: boolean,
): { readonly x: number; readonly y: number; readonly w: number; readonly h: number } | null {
  if (list.length === 0) return null;
  const x = Math.min(...list.map((r) => r.x));
  const y = Math.min(...list.map((r) => r.y)) - LABEL - (heads ? HEAD : 0);
  return { x, y, w: Math.max(...list.map((r) => r.x + r.w)) - x, h: Math.max(...list.map((r) => r.y + r.h)) - y };
}

/** The largest zoom at which all of it fits into `w` by `h` px; labels keep their size, so it is found by halving. */
export function fitting(
  at: (zoom: number) => readonly Hung[],
  heads: boolean,
  w: number,
  h: number,
  most: number,
): number {
  let low = 0.004;
  let high = most;
  for (let i = 0; i < 16; i++) {
    const middle = (low + high) / 2;
    const e = extent(at(middle), heads);
    if (e && (e.w > w || e.h > h)) high = middle;
    else low = middle;
  }
  return low;
}

/**
 * The same hanging for screens of which only what is on them changed: nothing is measured out anew for a letter typed. Null
 * when a screen is new, gone, elsewhere or of another size.
 * @param of the flows and screens that `was` was made for
 */
export function hungAlike(
  was: Hanging,
  of: { readonly flows: readonly Flow[]; readonly screens: readonly Screen[] },
  flows: readonly Flow[],
  screens: readonly Screen[],
  heightOf: (s: Screen) => number,
): Hanging | null {
  if (of.flows !== flows || of.screens.length !== screens.length) return null;
  const changed = new Map<string, Screen>();
  for (const [i, s] of screens.entries()) {
    const before = of.screens[i];
    if (before === s) continue;
    if (before?.id !== s.id || before.flow !== s.flow || before.width !== s.width) return null;
    changed.set(s.id, s);
  }
  for (const r of was.hung) if (heightOf(changed.get(r.screen.id) ?? r.screen) !== r.tall) return null;
  if (changed.size === 0) return was;
  return {
    heads: was.heads,
    hung: was.hung.map((r) => {
      const screen = changed.get(r.screen.id);
      return screen ? { ...r, screen } : r;
    }),
  };
}
