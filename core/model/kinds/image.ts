import { isText, filledOrNot, type PropKindFacts } from './kind.js';

/** The id of a picture of the project. */
export const image: PropKindFacts = {
  takes: isText,
  fallback: () => '',
  meaning: (p) => filledOrNot(p.default),
  columns: { image: 1 },
};
