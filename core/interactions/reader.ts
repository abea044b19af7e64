import type { Comparison, Json, Prop } from '../model/index.js';

/** What sentences about things and about components have in common: how they are read from the left, and how values are said. */
export const KEYS = ['Enter', 'Escape', 'Space', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Tab', 'Backspace'];
/** Any key that a sentence may name. */
export const ANY_KEY = [...KEYS, ...'abcdefghijklmnopqrstuvwxyz0123456789'];
export const ASKS: readonly Comparison[] = ['is more than', 'is less than', 'is filled', 'is empty', 'is not', 'is'];
export const lower = (s: string): string => s.toLowerCase();

/** A value in words: `on`, `5`, `“Skerrow”`, the name of an option. */
export function valueWords(prop: Prop | undefined, value: unknown): string {
  if (typeof value === 'object' && value !== null && 'opposite' in value) return 'the opposite';
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (typeof value === 'number') return String(value);
  const option = prop?.options?.find((o) => o.id === value);
  return option ? option.name : `“${String(value ?? '').replaceAll('”', '’')}”`;
}
export const time = (ms: number): string => (ms >= 1000 && ms % 500 === 0 ? `${ms / 1000} s` : `${ms} ms`);

export class Expected extends Error {
  constructor(
    readonly at: number,
    readonly what: string,
    readonly offers: readonly string[],
  ) {
    super(what);
  }
}
export class Reader {
  at = 0;
  /** What may be added to what was read last. */
  may: readonly string[] = [];
  constructor(readonly text: string) {}
  skip(): void {
    while (/\s/u.test(this.text[this.at] ?? '')) this.at++;
  }
  get rest(): string {
    this.skip();
    return this.text.slice(this.at);
  }
  /** The longest of these that stands here, as whole words. */
  one<T>(what: string, all: readonly (readonly [string, T])[]): T {
    const found = this.maybe(all);
    if (found === undefined) throw new Expected(this.at, what, this.going(all.map(([n]) => n)));
    return found.value;
  }
  maybe<T>(all: readonly (readonly [string, T])[]): { readonly value: T } | undefined {
    const rest = lower(this.rest);
    let best: readonly [string, T] | undefined;
    for (const c of all) {
      const name = lower(c[0]);
      if (!rest.startsWith(name) || (best && best[0].length >= name.length)) continue;
      const next = rest[name.length];
      if (/[\p{L}\p{N}]$/u.test(name) && next !== undefined && /[\p{L}\p{N}]/u.test(next)) continue;
      best = c;
    }
    if (!best) return undefined;
    this.at += best[0].length;
    return { value: best[1] };
  }
  has(...words: readonly string[]): boolean {
    return this.maybe(words.map((w) => [w, true] as const)) !== undefined;
  }
  match(what: string, pattern: RegExp, offers: readonly string[]): RegExpExecArray {
    const found = pattern.exec(this.rest);
    if (found?.index !== 0) throw new Expected(this.at, what, this.going(offers));
    this.at += found[0].length;
    return found;
  }
  /** Of what may stand here: what goes on from what is typed. */
  going(all: readonly string[]): readonly string[] {
    const rest = lower(this.rest);
    return all.filter((n) => lower(n).startsWith(rest)).slice(0, 40);
  }
}
export const NUMBER = /^-?\d+(?:\.\d+)?/u;
export const TEXT = /^(?:“([^”]*)”|"([^"]*)"|'([^']*)')/u;

export function comma(r: Reader, then: readonly string[]): void {
  if (r.has(',', ':')) return;
  // A comma may be left out where what follows is clear.
  if (r.rest !== '' && r.going(then).length === 0 && !then.some((t) => lower(r.rest).startsWith(t)))
    throw new Expected(r.at, 'a comma', [',']);
  if (r.rest === '')
    throw new Expected(
      r.at,
      'what is done',
      then.map((t) => `, ${t}`),
    );
}
export function duration(r: Reader): number {
  const n = Number(r.match('a time', NUMBER, ['300 ms', '2 s'])[0]);
  const unit = r.one('a unit of time', [
    ['ms', 1],
    ['seconds', 1000],
    ['second', 1000],
    ['s', 1000],
  ] as const);
  return Math.min(600_000, Math.max(0, Math.round(n * unit)));
}
/** Numbers that a property may have, where they are few; else how one is written. */
const numbersOf = ({ min = 0, max = Infinity }: Prop): readonly string[] =>
  max - min <= 10 ? Array.from({ length: max - min + 1 }, (_, i) => String(min + i)) : ['1'];
export function value(p: Prop, r: Reader): Json | { opposite: true } {
  if (p.kind === 'flag')
    return r.one<boolean | { opposite: true }>('on, off or the opposite', [
      ['on', true],
      ['off', false],
      ['the opposite', { opposite: true }],
    ]);
  if (p.kind === 'choice')
    return r.one(
      'one of its options',
      (p.options ?? []).map((o) => [o.name, o.id] as const),
    );
  if (p.kind === 'number') return Number(r.match('a number', NUMBER, numbersOf(p))[0]);
  const found = TEXT.exec(r.rest) ?? NUMBER.exec(r.rest);
  if (found?.index !== 0) throw new Expected(r.at, 'a text in “ ”', ['“']);
  r.at += found[0].length;
  return found[1] ?? found[2] ?? found[3] ?? found[0];
}

/** Conditions as they are read: `if … and …, if … or …`. */
export function conditions<T>(
  r: Reader,
  test: () => T,
  goesOn: readonly string[],
): { readonly all?: readonly T[]; readonly any?: readonly T[] } | undefined {
  const tests: { all: T[]; any: T[] } = { all: [], any: [] };
  while (r.has('if')) {
    const list = [test()];
    const joined = r.has('and') ? 'and' : r.has('or') ? 'or' : '';
    if (joined !== '') {
      do list.push(test());
      while (r.has(joined));
      if (r.has('and', 'or'))
        throw new Expected(r.at, `only “${joined}” in one condition; say the rest after another “if”`, []);
    }
    (joined === 'or' ? tests.any : tests.all).push(...list);
    if (r.rest === '')
      throw new Expected(r.at, 'what is done', [
        ...(joined === 'or' ? ['or'] : joined === 'and' ? ['and'] : ['and', 'or']),
        ...goesOn.map((t) => `, ${t}`),
      ]);
    comma(r, goesOn);
  }
  return tests.all.length + tests.any.length === 0
    ? undefined
    : { ...(tests.all.length > 0 ? { all: tests.all } : {}), ...(tests.any.length > 0 ? { any: tests.any } : {}) };
}
/** Conditions in words, each with its `if`. */
export function conditionWords<T>(
  asked: { readonly all?: readonly T[]; readonly any?: readonly T[] } | undefined,
  words: (test: T) => string,
): readonly string[] {
  return [asked?.all?.map(words).join(' and '), asked?.any?.map(words).join(' or ')]
    .filter((w): w is string => w !== undefined && w !== '')
    .map((w) => `if ${w}`);
}
/** What is done, one after the other. */
export function steps<T>(r: Reader, step: () => T): readonly T[] {
  const then: T[] = [];
  do {
    r.has('then');
    r.may = [];
    then.push(step());
  } while (r.has(', then', 'then', ','));
  return then;
}
/** How a property is asked of in words, and what its value is compared with. */
export const testWords = (
  of: string,
  prop: Prop | undefined,
  t: { readonly asks: Comparison; readonly value?: Json },
): string =>
  t.asks === 'is filled' || t.asks === 'is empty' ? `${of} ${t.asks}` : `${of} ${t.asks} ${valueWords(prop, t.value)}`;
export function asked(r: Reader, prop: Prop): { readonly asks: Comparison; readonly value?: Json } {
  const asks = r.one(
    'what is asked of it',
    ASKS.map((a) => [a, a] as const),
  );
  return asks === 'is filled' || asks === 'is empty' ? { asks } : { asks, value: value(prop, r) as Json };
}

export type Read<T> =
  | { readonly ok: true; readonly interaction: T; readonly offers: readonly string[] }
  | {
      readonly ok: false;
      /** What is wrong, and what would be right there. */
      readonly problem: string;
      /** Where, in UTF-16 units. */
      readonly at: number;
      /** What may stand there, as it goes on from what is typed. */
      readonly offers: readonly string[];
    };
/** The longest sentence that is read, UTF-16 units. */
const LONGEST = 4000;
/** Reads a whole sentence; what cannot be read is told with where, and what may stand there. Never throws. */
export function readWith<T>(text: string, read: (r: Reader) => T): Read<T> {
  const r = new Reader(text.slice(0, LONGEST));
  try {
    const interaction = read(r);
    r.skip();
    const more = [...r.may, ', then'];
    if (r.rest !== '' && r.rest !== '.') throw new Expected(r.at, 'the sentence ends', r.going(more));
    return { ok: true, interaction, offers: more };
  } catch (error) {
    if (!(error instanceof Expected)) throw error;
    const before = text.slice(0, error.at).trim();
    const some = error.offers.slice(0, 4).join(', ');
    const where = before === '' ? 'A sentence begins with' : `After “${before.slice(-40)}” comes`;
    return {
      ok: false,
      at: error.at,
      problem: `${where} ${error.what}${some === '' ? '' : `: ${some}`}.`,
      offers: error.offers,
    };
  }
}
