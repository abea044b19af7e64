import { type PropKindFacts } from './kind.js';

const same = (a: string, b: string): boolean => a.toLowerCase() === b.trim();

/** One of the options that the prop names, by its id. */
export const choice: PropKindFacts = {
  name: 'choice',
  takes: (v, options) => options?.some((o) => o.id === v) === true,
  fallback: (options) => options[0]?.id ?? '',
  meaning: (p) => p.options?.find((o) => o.id === p.default)?.means,
  words: (p, v) => p.options?.find((o) => o.id === v)?.name ?? String(v),
  takesWords: (p) => (p.options ?? []).map((o) => o.name).join(', '),
  line: (p, v) => p.options?.find((o) => o.id === v)?.name ?? null,
  fromRule(p, said) {
    const all = said
      .split(/\s+or\s+/u)
      .map((t) => p.options?.find((o) => same(o.name, t) || same(o.id, t))?.id ?? null);
    if (all.includes(null)) return null;
    return all.length === 1 ? (all[0] ?? null) : all;
  },
  alternatives: (p) => (p.options ?? []).map((o) => o.id),
  code: {
    type: (p) => (p.options ?? []).map((o) => `'${o.id}'`).join(' | '),
    quoted: true,
    attribute: 'value',
  },
  columns: {},
};
