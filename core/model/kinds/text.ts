import { isText, filledOrNot, type PropKindFacts } from './kind.js';

/** A text of one or several lines. */
export const text: PropKindFacts = {
  takes: isText,
  fallback: () => '',
  meaning: (p) => filledOrNot(p.default),
  columns: { text: 1, number: 0.9 },
};
