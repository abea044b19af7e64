import { emptyProject, planSheet, type Kit } from '../core/index.js';
import { Chance } from './random.js';
import { variedPair } from './varied.js';

/** Parts of what was to be found that were found, 0 to 1. */
export interface Agreement {
  readonly components: number;
  readonly props: number;
  readonly options: number;
}

/**
 * How far planned sheets agree with what is known of pairs of generated kits. A component that the other kit has not counts as found
 * when nothing is paired with it, or another of the same role is: that is what people would put there.
 */
export function agreement(base: Kit, pairs: number, meanings: boolean, from = 1): Agreement {
  const sum = { components: [0, 0], props: [0, 0], options: [0, 0] } as Record<keyof Agreement, [number, number]>;
  const tell = (what: keyof Agreement, right: boolean): void => {
    sum[what][1]++;
    if (right) sum[what][0]++;
  };
  for (let seed = from; seed < from + pairs; seed++) {
    const pair = variedPair(new Chance(seed), base, meanings);
    const world = { project: emptyProject('v', 'V', pair.from), kits: pair.kits };
    const sheet = planSheet(world, pair.from, pair.to);
    for (const [id, to] of pair.truth.components) {
      const found = sheet.pairs[`${pair.from}/${id}`];
      const shown = found?.to?.slice(pair.to.length + 1) ?? null;
      const role = (kit: string, c: string | null): string | undefined => pair.kits.get(kit)?.components[c ?? '']?.role;
      tell('components', to === null ? shown === null || role(pair.to, shown) === role(pair.from, id) : shown === to);
      if (to === null || shown !== to) continue;
      for (const [prop, target] of pair.truth.props.get(id) ?? []) {
        const got = found?.props[prop]?.to ?? null;
        tell('props', got === target);
        if (target === null || got !== target) continue;
        for (const [key, option] of pair.truth.options) {
          const [c, p, o = ''] = key.split('|');
          if (c === id && p === prop) tell('options', (found?.props[prop]?.options?.[o] ?? null) === option);
        }
      }
    }
  }
  const part = ([right, all]: readonly [number, number]): number => (all === 0 ? 1 : right / all);
  return { components: part(sum.components), props: part(sum.props), options: part(sum.options) };
}
