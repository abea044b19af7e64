import { isText, TEXT_CODE, type PropKindFacts } from './kind.js';

/** A token in braces, or a CSS colour. */
export const colour: PropKindFacts = {
  name: 'colour',
  takes: isText,
  fallback: () => '',
  meaning: () => undefined,
  takesWords: () => 'a colour',
  line: (_, v) => (typeof v === 'string' && v !== '' ? v : null),
  fromRule: () => null,
  alternatives: () => null,
  code: TEXT_CODE,
  columns: {},
};
