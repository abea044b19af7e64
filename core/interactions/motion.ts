import { tokenMeaning, tokenValue, type Kit } from '../model/index.js';

/** How a kit moves: so long between screens and between looks (ms), and along which curve. */
export interface Motion {
  readonly screen: number;
  readonly look: number;
  readonly curve: readonly [number, number, number, number];
}
const USUAL: Motion = { screen: 200, look: 100, curve: [0.2, 0, 0.1, 1] };
/** Nothing takes longer than this: ms. */
const LONGEST = 2000;

/** The motion tokens of a kit, by their meanings; where it has none, a usual one. */
export function motionOf(kit: Kit | undefined): Motion {
  if (!kit) return USUAL;
  const value = (means: string) => {
    const token = tokenMeaning(kit, means);
    return token && tokenValue(kit, token.path);
  };
  const ms = (means: string, usual: number): number => {
    const said = value(means);
    const m = typeof said === 'string' ? /^(\d+(?:\.\d+)?)(ms|s)$/u.exec(said) : null;
    return m ? Math.min(LONGEST, Number(m[1]) * (m[2] === 's' ? 1000 : 1)) : usual;
  };
  const curve = value('motion-curve');
  const handles = Array.isArray(curve) && curve.length === 4 && curve.every((n) => typeof n === 'number');
  return {
    screen: ms('motion-screen', USUAL.screen),
    look: ms('motion-look', USUAL.look),
    curve: handles ? (curve as unknown as Motion['curve']) : USUAL.curve,
  };
}
