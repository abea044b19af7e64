import { isText, filledOrNot, type KindFacts } from './kind.js';

/** The id of a picture of the project. */
export const image: KindFacts = {
  takes: isText,
  fallback: () => '',
  meaning: (p) => filledOrNot(p.default),
  columns: { image: 1 },
};
