import { type PropKindFacts } from './kind.js';

/** On or off. */
export const flag: PropKindFacts = {
  name: 'flag',
  takes: (v) => typeof v === 'boolean',
  fallback: () => false,
  meaning: (p) => (p.default === true ? 'on' : 'off'),
  words: (_, v) => (v === true ? 'on' : 'off'),
  takesWords: () => 'on or off',
  line: (_, v) => (v === true ? 'on' : 'off'),
  fromRule: (_, said) => (said === 'on' ? true : said === 'off' ? false : null),
  alternatives: () => [false, true],
  code: { type: () => 'boolean', quoted: false, attribute: 'boolean' },
  columns: { flag: 1 },
};
