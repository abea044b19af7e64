import { isText, filledOrNot, type KindFacts } from './kind.js';

/** The id of an icon of the kit, or `none`. */
export const icon: KindFacts = {
  takes: isText,
  fallback: () => 'none',
  meaning: (p) => filledOrNot(p.default),
  columns: { icon: 1 },
};
