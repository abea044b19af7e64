import { isText, filledOrNot, TEXT_CODE, type PropKindFacts } from './kind.js';

/** The id of a picture of the project. */
export const image: PropKindFacts = {
  name: 'picture',
  takes: isText,
  fallback: () => '',
  meaning: (p) => filledOrNot(p.default),
  takesWords: () => 'a picture',
  line: (_, v) => (typeof v === 'string' && /^[\w-]{1,64}$/u.test(v) ? v : null),
  fromRule: () => null,
  alternatives: () => null,
  code: TEXT_CODE,
  columns: { image: 1 },
};
