/** A stretch of a place line between separators. */
export interface Segment {
  readonly text: string;
  /** Where it begins in the line. */
  readonly from: number;
  /** In quotes: content as it is, whatever it says. */
  readonly quoted: boolean;
  /** What stood before it: nothing, a comma, a semicolon (which ends everything that is open), or `and`. */
  readonly after: '' | ',' | ';' | 'and';
}

/** Walks a line and tells every character that is not inside quotes or parentheses. */
function outside(text: string, see: (at: number) => number | void): void {
  let quote = '';
  let deep = 0;
  for (let i = 0; i < text.length; i++) {
    const c = text[i] ?? '';
    if (quote !== '') {
      if (c === quote) quote = '';
    } else if (c === '"' || c === '“') quote = c === '“' ? '”' : c;
    else if (c === '(') deep++;
    else if (c === ')') deep = Math.max(0, deep - 1);
    else if (deep === 0) i = see(i) ?? i;
  }
}

/**
 * Splits at commas, semicolons and line ends outside quotes and parentheses; a comma within a number stays. `and` splits only
 * where `joins` says that what follows is a thing of its own.
 */
export function segments(text: string, offset: number, joins: (left: string, right: string) => boolean): Segment[] {
  const found: Segment[] = [];
  let from = 0;
  let after: Segment['after'] = '';
  const push = (to: number): void => {
    const raw = text.slice(from, to);
    const bare = raw.trim();
    if (bare !== '')
      found.push({
        text: bare,
        from: offset + from + raw.length - raw.trimStart().length,
        quoted: /^["“].*["”]$/su.test(bare),
        after,
      });
  };
  outside(text, (i) => {
    const c = text[i] ?? '';
    const inNumber = c === ',' && /\d/u.test(text[i - 1] ?? '') && /\d/u.test(text[i + 1] ?? '');
    if ((c === ',' && !inNumber) || c === ';' || c === '\n') {
      push(i);
      from = i + 1;
      after = c === ',' ? ',' : ';';
      return;
    }
    const word = /^\s(?:and|&|plus)\s/iu.exec(text.slice(i, i + 6));
    if (word && joins(text.slice(from, i).trim(), text.slice(i + word[0].length))) {
      push(i);
      from = i + word[0].length;
      after = 'and';
      return from - 1;
    }
    return;
  });
  push(text.length);
  return found;
}

const WITH = /^\s(?:with|containing|including|that has|that have|having|w\/)\s/iu;

/** Splits at the first `with` outside quotes and parentheses. The second part is null when there is none. */
export function splitWith(text: string): readonly [string, string | null, number] {
  let cut: readonly [number, number] | null = null;
  outside(text, (i) => {
    if (cut) return text.length;
    const m = /\s/u.test(text[i] ?? '') ? WITH.exec(text.slice(i, i + 14)) : null;
    if (m) cut = [i, i + m[0].length];
    return;
  });
  const at = cut as readonly [number, number] | null;
  if (!at && /^with\s/iu.test(text)) return ['', text.slice(5), 5];
  return at ? [text.slice(0, at[0]), text.slice(at[1]), at[1]] : [text, null, text.length];
}

/** What stands in parentheses that reach from the beginning to the end; null otherwise. */
export function grouped(text: string): { readonly text: string; readonly from: number } | null {
  const lead = text.length - text.trimStart().length;
  const bare = text.trim();
  if (!bare.startsWith('(') || !bare.endsWith(')')) return null;
  let deep = 0;
  for (let i = 0; i < bare.length; i++) {
    if (bare[i] === '(') deep++;
    else if (bare[i] === ')' && --deep === 0 && i < bare.length - 1) return null;
  }
  return { text: bare.slice(1, -1), from: lead + 1 };
}

const NUMBERS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  fifteen: 15,
  twenty: 20,
  dozen: 12,
  couple: 2,
  pair: 2,
  few: 3,
  several: 3,
  some: 1,
  another: 1,
  single: 1,
};
const LEAD = /^(?:(?:then|and|also|plus|the|my|our|please|add|place|put|new|insert)\s+)+/iu;

/** How many are asked for at the beginning: `3`, `three`, `a couple of`, `5x`. `said`: a number stands there at all. */
export function counted(text: string): {
  readonly count: number;
  readonly said: boolean;
  readonly wrong: string | null;
  readonly rest: string;
  readonly skipped: number;
} {
  const lead = LEAD.exec(text)?.[0] ?? '';
  let rest = text.slice(lead.length);
  const digits = /^([-−–]?\d+(?:[.,]\d+)?)\s*[x×]?\s+(?=\S)/u.exec(rest);
  if (digits?.[1]) {
    const n = Number(digits[1].replace(/[−–]/u, '-').replace(',', '.'));
    rest = rest.slice(digits[0].length);
    return {
      count: n,
      said: true,
      wrong: Number.isInteger(n) && n >= 1 ? null : digits[1],
      rest,
      skipped: text.length - rest.length,
    };
  }
  const word = /^(?:(a)\s+)?([a-z]+)(?:\s+(?:of\s+)?(?:the\s+)?)(?=\S)/iu.exec(rest);
  const article = word?.[1] !== undefined;
  const n = word?.[2] === undefined ? undefined : NUMBERS[word[2].toLowerCase()];
  if (word && n !== undefined && (!article || n > 1)) {
    rest = rest.slice(word[0].length);
    const bare = /^(?:a|an|another|single|some)$/iu.test(word[2] ?? '');
    return { count: n, said: !bare, wrong: null, rest, skipped: text.length - rest.length };
  }
  const alone = /^(?:a|an)\s+(?=\S)/iu.exec(rest);
  if (alone) rest = rest.slice(alone[0].length);
  const zero = /^(?:no|zero)\s+(?=\S)/iu.exec(rest);
  if (zero)
    return {
      count: 0,
      said: true,
      wrong: zero[0].trim(),
      rest: rest.slice(zero[0].length),
      skipped: text.length - rest.length + zero[0].length,
    };
  return { count: 1, said: false, wrong: null, rest, skipped: text.length - rest.length };
}
