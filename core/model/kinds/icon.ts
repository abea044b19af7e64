import { isText, filledOrNot, type PropKindFacts } from './kind.js';

/** The id of an icon of the kit, or `none`. */
export const icon: PropKindFacts = {
  takes: isText,
  fallback: () => 'none',
  meaning: (p) => filledOrNot(p.default),
  columns: { icon: 1 },
};
