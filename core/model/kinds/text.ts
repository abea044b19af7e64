import { isText, filledOrNot, type KindFacts } from './kind.js';

/** A text of one or several lines. */
export const text: KindFacts = {
  takes: isText,
  fallback: () => '',
  meaning: (p) => filledOrNot(p.default),
  columns: { text: 1, number: 0.9 },
};
