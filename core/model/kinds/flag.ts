import { type PropKindFacts } from './kind.js';

/** On or off. */
export const flag: PropKindFacts = {
  takes: (v) => typeof v === 'boolean',
  fallback: () => false,
  meaning: (p) => (p.default === true ? 'on' : 'off'),
  words: (_, v) => (v === true ? 'on' : 'off'),
  columns: { flag: 1 },
};
