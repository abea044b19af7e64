import { type PropKindFacts } from './kind.js';

/** A finite number, within the limits of the prop. */
export const number: PropKindFacts = {
  name: 'number',
  takes: (v) => typeof v === 'number' && Number.isFinite(v),
  fallback: () => 0,
  meaning: () => undefined,
  takesWords: () => 'a number',
  line: (_, v) => (typeof v === 'number' ? String(v) : null),
  fromRule: (_, said) => (said !== '' && Number.isFinite(Number(said)) ? Number(said) : null),
  alternatives: () => null,
  code: { type: () => 'number', quoted: false, attribute: 'value' },
  columns: { number: 1 },
};
