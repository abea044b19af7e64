import { type PropKindFacts } from './kind.js';

/** A finite number, within the limits of the prop. */
export const number: PropKindFacts = {
  takes: (v) => typeof v === 'number' && Number.isFinite(v),
  fallback: () => 0,
  meaning: () => undefined,
  columns: { number: 1 },
};
