import { isText, filledOrNot, TEXT_CODE, type PropKindFacts } from './kind.js';

/** The id of an icon of the kit, or `none`. */
export const icon: PropKindFacts = {
  name: 'icon',
  takes: isText,
  fallback: () => 'none',
  meaning: (p) => filledOrNot(p.default),
  takesWords: () => 'the name of an icon of the kit',
  line: (_, v) => (typeof v === 'string' && v !== '' ? v : null),
  fromRule: () => null,
  alternatives: () => null,
  code: TEXT_CODE,
  columns: { icon: 1 },
};
