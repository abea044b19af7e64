import { isText, filledOrNot, quoted, TEXT_CODE, type PropKindFacts } from './kind.js';

/** A text of one or several lines. */
export const text: PropKindFacts = {
  name: 'text',
  takes: isText,
  fallback: () => '',
  meaning: (p) => filledOrNot(p.default),
  takesWords: () => 'a text',
  line: (_, v) => (typeof v === 'string' ? quoted(v) : null),
  fromRule: () => null,
  alternatives: () => null,
  code: { ...TEXT_CODE, quoted: true },
  columns: { text: 1, number: 0.9 },
};
