import { type PropKindFacts } from './kind.js';

/** One of the options that the prop names, by its id. */
export const choice: PropKindFacts = {
  takes: (v, options) => options?.some((o) => o.id === v) === true,
  fallback: (options) => options[0]?.id ?? '',
  meaning: (p) => p.options?.find((o) => o.id === p.default)?.means,
  words: (p, v) => p.options?.find((o) => o.id === v)?.name ?? String(v),
  columns: {},
};
