import { listItems } from '../component.js';
import { type PropKindFacts } from './kind.js';

/** Items with keys, each with values for the props of one item. */
export const list: PropKindFacts = {
  name: 'list',
  takes(v) {
    const items = listItems(v);
    return Array.isArray(v) && items.length === v.length && new Set(items.map((i) => i.key)).size === v.length;
  },
  fallback: () => [],
  meaning: () => undefined,
  words: (_, v) => `${listItems(v).length} items`,
  takesWords: () => 'a list',
  // Items are lines of their own, below the thing.
  line: () => null,
  fromRule: () => null,
  alternatives: () => null,
  code: { type: () => 'object[]', quoted: false, attribute: 'none' },
  columns: {},
};
