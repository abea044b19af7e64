/** A stretch of a text that is strong, leads somewhere, or both: UTF-16 units of what is read, `to` not included. */
export interface Span {
  readonly from: number;
  readonly to: number;
  readonly strong: boolean;
  /** Where it leads; null: nowhere. */
  readonly link: string | null;
}
/** A text as it is read, and what in it is strong or leads somewhere: in order, never over one another. */
export interface Marked {
  readonly plain: string;
  readonly spans: readonly Span[];
}

const NO_SPANS: readonly Span[] = [];
/** Nothing in such a text can be a mark. */
const MAY_MARK = /\*\*|\]\(|\\/u;
const ADDRESS = /^[^\s()<>]{1,2000}$/u;
const known = new Map<string, Marked>();
const MOST_KNOWN = 5000;
const blank = (c: string | undefined): boolean => c === undefined || /\s/u.test(c);

/**
 * Reads what is written with marks: words between `**` are strong, `[words](address)` lead somewhere, and a backslash takes a sign
 * as it is. Marks that are not closed are text like any other. Never fails. The signs are those of CommonMark 0.31, sections 6.2
 * and 6.3, of which only these two are read.
 */
export function readMarks(text: string): Marked {
  if (!MAY_MARK.test(text)) return { plain: text, spans: NO_SPANS };
  let found = known.get(text);
  if (!found) {
    found = parse(text);
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(text, found);
  }
  return found;
}
/** A text as it is read. */
export const plainText = (text: string): string => readMarks(text).plain;

/** The next place of a sign that no backslash precedes; -1: none. */
function nextOf(text: string, sign: string, from: number, until: number): number {
  for (let i = from; i < until; i++) {
    if (text[i] === '\\') i++;
    else if (text.startsWith(sign, i)) return i;
  }
  return -1;
}

function parse(text: string): Marked {
  let plain = '';
  const spans: Span[] = [];
  const add = (piece: string, strong: boolean, link: string | null): void => {
    const last = spans.at(-1);
    const from = plain.length;
    plain += piece;
    if (!strong && link === null) return;
    if (last?.to === from && last.strong === strong && last.link === link)
      spans[spans.length - 1] = { ...last, to: plain.length };
    else spans.push({ from, to: plain.length, strong, link });
  };
  // A mark that closes nowhere is looked for once, so that the time taken grows with the length alone.
  let noStrong = text.length + 1;
  let noLink = text.length + 1;
  const walk = (from: number, until: number, strong: boolean, link: string | null): void => {
    let i = from;
    while (i < until) {
      const c = text[i] ?? '';
      const next = text[i + 1];
      if (c === '\\' && next !== undefined && i + 1 < until && '*[]\\'.includes(next)) {
        add(next, strong, link);
        i += 2;
        continue;
      }
      if (!strong && c === '*' && next === '*' && i < noStrong && !blank(text[i + 2])) {
        let end = nextOf(text, '**', i + 2, until);
        while (end >= 0 && blank(text[end - 1])) end = nextOf(text, '**', end + 2, until);
        if (end > i + 2) {
          walk(i + 2, end, true, link);
          i = end + 2;
          continue;
        }
        if (until === text.length) noStrong = i;
      }
      if (link === null && c === '[' && i < noLink) {
        const end = nextOf(text, ']', i + 1, until);
        const close = end > i + 1 && text[end + 1] === '(' ? text.indexOf(')', end + 2) : -1;
        const address = close >= 0 && close < until ? text.slice(end + 2, close) : '';
        if (ADDRESS.test(address)) {
          walk(i + 1, end, strong, address);
          i = close + 1;
          continue;
        }
        if (end < 0 && until === text.length) noLink = i;
      }
      add(c, strong, link);
      i++;
    }
  };
  walk(0, text.length, false, null);
  return { plain, spans };
}

/** Writes a text with its marks, so that `readMarks` reads just that. Spaces at the ends of a strong stretch are left outside it. */
export function writeMarks({ plain, spans }: Marked): string {
  const kept = spans.flatMap((s): Span[] => {
    const words = plain.slice(s.from, s.to);
    const from = s.from + (words.length - words.trimStart().length);
    const to = s.to - (words.length - words.trimEnd().length);
    return to > from && (s.strong || s.link !== null) ? [{ ...s, from, to }] : [];
  });
  if (kept.length === 0 && (!MAY_MARK.test(plain) || readMarks(plain).plain === plain)) return plain;
  // Beside marks, whatever could be taken for one gets a backslash.
  const safe = (piece: string): string => piece.replace(/[[\]\\]|\*(?=\*|$)|(?<=\*|^)\*/gu, '\\$&');
  let text = '';
  let at = 0;
  for (const s of kept) {
    text += safe(plain.slice(at, s.from));
    const words = safe(plain.slice(s.from, s.to));
    const inner = s.link === null ? words : `[${words}](${s.link})`;
    text += s.strong ? `**${inner}**` : inner;
    at = s.to;
  }
  return text + safe(plain.slice(at));
}

/**
 * Marks after a change of what is read: what was typed into a stretch belongs to it, and so does what was typed at its end.
 * @param before the text with its marks; `now` what is read now
 */
export function retyped(before: Marked, now: string): Marked {
  const was = before.plain;
  let head = 0;
  const most = Math.min(was.length, now.length);
  while (head < most && was[head] === now[head]) head++;
  let tail = 0;
  while (tail < most - head && was[was.length - 1 - tail] === now[now.length - 1 - tail]) tail++;
  const [gone, end, by] = [head, was.length - tail, now.length - was.length];
  const spans = before.spans.flatMap((s): Span[] => {
    // A place before the change stays, one behind it moves along, one within it is where the change is.
    const start = s.from < gone || (s.from === gone && end > gone) ? s.from : s.from >= end ? s.from + by : gone;
    const stop = s.to < gone ? s.to : s.to >= end ? s.to + by : gone;
    return stop > start ? [{ ...s, from: start, to: stop }] : [];
  });
  return { plain: now, spans };
}

/** Sets or takes a mark for a stretch; what else is marked there stays. */
export function marked(text: Marked, from: number, to: number, change: Partial<Pick<Span, 'strong' | 'link'>>): Marked {
  const edges = new Set([from, to, 0, text.plain.length]);
  for (const s of text.spans) edges.add(s.from).add(s.to);
  const at = [...edges].sort((a, b) => a - b);
  const spans: Span[] = [];
  for (let i = 0; i + 1 < at.length; i++) {
    const [a, b] = [at[i] ?? 0, at[i + 1] ?? 0];
    const was = text.spans.find((s) => s.from <= a && s.to >= b);
    const is = { strong: was?.strong ?? false, link: was?.link ?? null, ...(a >= from && b <= to ? change : {}) };
    if (!is.strong && is.link === null) continue;
    const last = spans.at(-1);
    if (last?.to === a && last.strong === is.strong && last.link === is.link)
      spans[spans.length - 1] = { ...last, to: b };
    else spans.push({ from: a, to: b, ...is });
  }
  return { plain: text.plain, spans };
}
/** Is all of a stretch strong? Of nothing: what stands before it. */
export function isStrong(text: Marked, from: number, to: number): boolean {
  if (from === to) return text.spans.some((s) => s.strong && s.from < from && s.to >= from);
  return text.spans.some((s) => s.strong && s.from <= from && s.to >= to) || coveredBy(text, from, to);
}
function coveredBy(text: Marked, from: number, to: number): boolean {
  let at = from;
  for (const s of text.spans) if (s.strong && s.from <= at && s.to > at) at = s.to;
  return at >= to;
}
/** Where what stands at a place leads. */
export const linkAt = (text: Marked, at: number): Span | undefined =>
  text.spans.find((s) => s.link !== null && s.from <= at && s.to >= at);
/** May this be where words lead? An address without spaces or brackets. */
export const isAddress = (text: string): boolean => ADDRESS.test(text);
