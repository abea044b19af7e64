import LineBreaker from 'linebreak';
import type { TextStyle } from '../model/index.js';
import type { Face, Fonts } from './fonts.js';
import { readMarks, type Marked } from './marks.js';

/** A stretch of one line in one font. `x` and `width` in px from the line's start. */
export interface Run {
  readonly text: string;
  readonly x: number;
  readonly width: number;
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  /** Where it leads. */
  readonly link?: string;
}
export interface Line {
  readonly text: string;
  /** What of the text it shows, UTF-16 units of what is read; spaces and the break at its end are not among it. */
  readonly from: number;
  readonly to: number;
  /** px, trailing spaces not counted */
  readonly width: number;
  readonly runs: readonly Run[];
}
export interface Paragraph {
  readonly lines: readonly Line[];
  /** Widest line, px. */
  readonly width: number;
  /** Lines times line height, px. */
  readonly height: number;
  /** From the top of a line to its baseline, px (CSS half-leading). */
  readonly baseline: number;
  /** The line limit cut something off. */
  readonly cut: boolean;
}

interface Piece {
  /** Where it begins; with its last spaces, and without. */
  readonly at: number;
  readonly text: string;
  readonly bare: string;
  /** Ends a line whatever follows. */
  readonly hard: boolean;
}

const pieces = new Map<string, readonly Piece[]>();
const NO_PIECES: readonly Piece[] = [];

/** Spaces that end a line are not seen there (CSS Text 3, 4.1.3); those that do not break are kept. */
const HANGING = /[\t \u1680\u2000-\u2006\u2008-\u200a\u205f\u3000]+$/u;
const trimLine = (text: string): string => text.replace(HANGING, '');

const segmenter = new Intl.Segmenter(undefined, { granularity: 'grapheme' });
/** Letters and the like that need no look at what stands around them. */
const SIMPLE = /^[\u0020-\u02ff\u0370-\u0482\u048a-\u058f]*$/u;

/** What a reader takes for one character (UAX 29): never torn apart. */
export function clusters(text: string): readonly string[] {
  return SIMPLE.test(text) ? text.split('') : Array.from(segmenter.segment(text), (s) => s.segment);
}

/** Splits at the break opportunities of Unicode's line breaking algorithm (UAX 14). */
function split(text: string): readonly Piece[] {
  const known = pieces.get(text);
  if (known) return known;
  const found: Piece[] = [];
  const breaker = new LineBreaker(text);
  let from = 0;
  for (let at = breaker.nextBreak(); at; at = breaker.nextBreak()) {
    const part = text.slice(from, at.position);
    const clean = part.replace(/[\r\n\u2028\u2029\u000b\u000c\u0085]+$/u, '');
    found.push({ at: from, text: clean, bare: trimLine(clean), hard: clean !== part && at.position < text.length });
    from = at.position;
  }
  if (pieces.size > 20_000) pieces.clear();
  pieces.set(text, found);
  return found;
}

/** Splits a stretch by the first font that has each character. `x`: where it begins, px. */
function runsOf(line: string, faces: readonly Face[], size: number, spacing: number, x = 0, link?: string): Run[] {
  const main = faces[0];
  if (!main) return [];
  const runs: Run[] = [];
  const push = (text: string, face: Face): void => {
    const width = face.advance(text) * size + (spacing === 0 ? 0 : spacing * clusters(text).length);
    const run = { text, x, width, family: face.family, weight: face.weight, italic: face.italic };
    runs.push(link === undefined ? run : { ...run, link });
    x += width;
  };
  let from = 0;
  let current = main;
  let at = 0;
  for (const char of faces.length > 1 ? clusters(line) : []) {
    const face = faceFor(char, faces, main);
    if (face !== current) {
      if (at > from) push(line.slice(from, at), current);
      from = at;
      current = face;
    }
    at += char.length;
  }
  if (at < line.length) at = line.length;
  if (at > from) push(line.slice(from, at), current);
  return runs;
}

/** Cuts stretches out of a text in its fonts: those of what is strong, and of the rest. */
interface Shaper {
  readonly faces: readonly Face[];
  /** @param tail what follows the stretch though the text does not have it: the sign of what is left out */
  readonly runs: (from: number, to: number, tail?: string) => readonly Run[];
  /** px */
  readonly width: (from: number, to: number, tail?: string) => number;
}
/** Weight of what is strong in a text of a weight (CSS Fonts 4, 2.2.1: bolder). */
const bolder = (weight: number): number => (weight < 350 ? 400 : weight < 550 ? 700 : 900);

function shaper(fonts: Fonts, { plain, spans }: Marked, style: TextStyle): Shaper {
  const { size, letterSpacing: spacing } = style;
  const faces = fonts.pick(style.family, style.weight, style.italic);
  if (spans.length === 0)
    return {
      faces,
      runs: (from, to, tail = '') => runsOf(plain.slice(from, to) + tail, faces, size, spacing),
      width: (from, to, tail = '') => widthOf(plain.slice(from, to) + tail, faces, size, spacing),
    };
  const strong = fonts.pick(style.family, bolder(style.weight), style.italic);
  const runs = (from: number, to: number, tail = ''): readonly Run[] => {
    const found: Run[] = [];
    let x = 0;
    const push = (a: number, b: number, bold: boolean, link: string | null): void => {
      const text = plain.slice(a, b) + (b === to ? tail : '');
      if (text === '') return;
      found.push(...runsOf(text, bold ? strong : faces, size, spacing, x, link ?? undefined));
      const last = found.at(-1);
      if (last) x = last.x + last.width;
    };
    let at = from;
    for (const s of spans) {
      if (s.to <= from || s.from >= to) continue;
      if (s.from > at) push(at, s.from, false, null);
      at = Math.min(to, s.to);
      push(Math.max(from, s.from), at, s.strong, s.link);
    }
    if (at < to || (from === to && tail !== '')) push(at, to, false, null);
    return found;
  };
  return { faces, runs, width: (from, to, tail) => runs(from, to, tail).reduce((sum, r) => sum + r.width, 0) };
}

/** Of no width of their own, and drawn by whatever draws what they belong to. */
const JOINING = /^[\u200c\u200d\ufe00-\ufe0f]$/u;

/** The first font that has all of a character, else the first that has its base. */
function faceFor(char: string, faces: readonly Face[], main: Face): Face {
  const code = char.codePointAt(0) ?? 0;
  if (char.length === 1) return code < 0x21 || main.has(code) ? main : (faces.find((f) => f.has(code)) ?? main);
  const codes = [...char].filter((c) => !JOINING.test(c)).map((c) => c.codePointAt(0) ?? 0);
  return faces.find((f) => codes.every((c) => f.has(c))) ?? faces.find((f) => f.has(code)) ?? main;
}

function widthOf(text: string, faces: readonly Face[], size: number, spacing: number): number {
  let width = 0;
  for (const run of runsOf(text, faces, size, spacing)) width += run.width;
  return width;
}

/** Texts of one style: as wide as they like, and broken where there was less room. */
interface Known {
  readonly natural: Map<string, Paragraph>;
  readonly broken: Map<string, Paragraph>;
}
const paragraphs = new WeakMap<Fonts, { version: number; styles: WeakMap<TextStyle, Known> }>();
/** So many texts of one style are remembered. */
const MOST_KNOWN = 20_000;
/** Rounding in layout must not wrap a line that fits: px. */
const SLACK = 0.01;

/**
 * Breaks a text into lines no wider than `maxWidth` px (Infinity: only at its own line breaks).
 * A word wider than that is broken where it has to be. With `maxLines` above 0 the last line ends in an ellipsis
 * when something is cut off. Memoised.
 */
export function paragraph(fonts: Fonts, text: string, style: TextStyle, maxWidth: number, maxLines = 0): Paragraph {
  let cache = paragraphs.get(fonts);
  if (cache?.version !== fonts.version)
    paragraphs.set(fonts, (cache = { version: fonts.version, styles: new WeakMap() }));
  let known = cache.styles.get(style);
  if (!known) cache.styles.set(style, (known = { natural: new Map(), broken: new Map() }));
  let natural = known.natural.get(text);
  if (!natural) remember(known.natural, text, (natural = breakLines(fonts, text, style, Infinity, 0)));
  // What fits is the same in every room: most texts are broken nowhere.
  if (natural.width <= maxWidth + SLACK && (maxLines <= 0 || natural.lines.length <= maxLines)) return natural;
  const key = `${maxWidth === Infinity ? '' : Math.round(maxWidth * 64)}|${maxLines}|${text}`;
  let made = known.broken.get(key);
  if (!made) remember(known.broken, key, (made = breakLines(fonts, text, style, maxWidth, maxLines)));
  return made;
}
function remember(map: Map<string, Paragraph>, key: string, made: Paragraph): void {
  if (map.size > MOST_KNOWN) map.clear();
  map.set(key, made);
}

function breakLines(fonts: Fonts, text: string, style: TextStyle, maxWidth: number, maxLines: number): Paragraph {
  const read = readMarks(text);
  const { plain } = read;
  const { faces, runs, width: measure } = shaper(fonts, read, style);
  const { size } = style;
  const limit = maxWidth + SLACK;
  const rows: { from: number; to: number }[] = [];
  let from = 0;
  let to = 0;
  let rowWidth = 0;
  let cut = false;
  // As wide as it likes, a text without breaks of its own is one line.
  const all = maxWidth === Infinity && !BREAK.test(plain) ? NO_PIECES : split(plain);
  if (all === NO_PIECES) to = plain.length;
  /** @param next where the next one begins */
  const endRow = (next: number): void => {
    rows.push({ from, to: from + trimLine(plain.slice(from, to)).length });
    from = to = next;
    rowWidth = 0;
  };
  for (let i = 0; i < all.length; i++) {
    const piece = all[i];
    if (!piece) continue;
    if (maxLines > 0 && rows.length >= maxLines) {
      cut = true;
      break;
    }
    const end = piece.at + piece.text.length;
    const bareEnd = piece.at + piece.bare.length;
    const bare = measure(piece.at, bareEnd);
    // Sum of words is close to the whole line's width but not equal (kerning across the gap): shape near the limit.
    if (to > from && rowWidth + bare > limit - 1 && measure(from, bareEnd) > limit) {
      endRow(piece.at);
      if (maxLines > 0 && rows.length >= maxLines) {
        cut = true;
        break;
      }
    }
    if (to === from) from = piece.at;
    if (to <= from && bare > limit && maxWidth < Infinity) {
      to = from;
      for (const part of breakWord(piece.bare, limit, (a, b) => measure(piece.at + a, piece.at + b))) {
        if (to > from) endRow(to);
        to = from + part;
      }
      to = end;
      rowWidth = measure(from, to);
    } else {
      to = end;
      rowWidth += measure(piece.at, end);
    }
    if (piece.hard) endRow(all[i + 1]?.at ?? plain.length);
  }
  if (to > from || rows.length === 0) endRow(plain.length);
  if (maxLines > 0 && rows.length > maxLines) {
    rows.length = maxLines;
    cut = true;
  }
  const last = rows.at(-1);
  if (cut && last) last.to = ellipsis(plain, last, limit, measure);
  let width = 0;
  const lines = rows.map((r, i): Line => {
    const tail = cut && i === rows.length - 1 ? '…' : '';
    const shaped = runs(r.from, r.to, tail);
    const w = shaped.reduce((sum, x) => sum + x.width, 0);
    if (w > width) width = w;
    return { text: plain.slice(r.from, r.to) + tail, from: r.from, to: r.to, width: w, runs: shaped };
  });
  const main = faces[0];
  const ascent = (main?.ascent ?? 0.9) * size;
  const descent = (main?.descent ?? 0.25) * size;
  return {
    lines,
    width,
    height: lines.length * style.lineHeight,
    baseline: (style.lineHeight - ascent - descent) / 2 + ascent,
    cut,
  };
}

/**
 * Lengths of the parts of a word that fit, each as long as can be; at least one character each, so that it ends. Linear in its
 * length.
 */
function breakWord(word: string, limit: number, measure: (from: number, to: number) => number): number[] {
  const parts: number[] = [];
  const chars = clusters(word);
  const ends = [0];
  for (const c of chars) ends.push((ends.at(-1) ?? 0) + c.length);
  const endOf = (n: number): number => ends[n] ?? word.length;
  let at = 0;
  // What fitted last is about what fits next: the search begins there and never measures much more than a line.
  let guess = 8;
  while (at < chars.length) {
    const fits = (n: number): boolean => measure(endOf(at), endOf(at + n)) <= limit;
    const rest = chars.length - at;
    let low = 1;
    let high = Math.min(rest, guess);
    while (high < rest && fits(high)) {
      low = high;
      high = Math.min(rest, high * 2);
    }
    while (low < high) {
      const mid = (low + high + 1) >> 1;
      if (fits(mid)) low = mid;
      else high = mid - 1;
    }
    parts.push(endOf(at + low) - endOf(at));
    at += low;
    guess = low + 2;
  }
  return parts;
}

/** Where a line ends that an ellipsis follows. */
function ellipsis(
  plain: string,
  line: { readonly from: number; readonly to: number },
  limit: number,
  measure: (from: number, to: number, tail: string) => number,
): number {
  const chars = [...clusters(plain.slice(line.from, line.to))];
  const end = (): number => line.from + trimLine(chars.join('')).length;
  while (chars.length > 0 && measure(line.from, end(), '…') > limit) chars.pop();
  return end();
}

/** The narrowest a text can be without breaking inside a word, px. */
export function longestWord(fonts: Fonts, text: string, style: TextStyle): number {
  const read = readMarks(text);
  const { width } = shaper(fonts, read, style);
  let widest = 0;
  for (const p of split(read.plain)) widest = Math.max(widest, width(p.at, p.at + p.bare.length));
  return widest;
}

/** Where in a paragraph something is typed: its line, and px from that line's start. */
export interface Caret {
  readonly line: number;
  readonly x: number;
}
/**
 * Where the caret stands before the nth unit of what is read. What is cut off by a line limit is behind the last line's end; after
 * a last line break it stands on a line that is not there yet.
 * @param at 0 to the length of what is read
 */
export function caretAt(fonts: Fonts, para: Paragraph, text: string, style: TextStyle, at: number): Caret {
  const read = readMarks(text);
  const { width } = shaper(fonts, read, style);
  const { lines } = para;
  let n = lines.findIndex((l, i) => at <= l.to || (lines[i + 1]?.from ?? Infinity) > at);
  if (n < 0) n = lines.length - 1;
  const line = lines[n];
  if (!line) return { line: 0, x: 0 };
  if (n === lines.length - 1 && !para.cut && at > line.to && BREAK.test(read.plain.slice(line.to, at)))
    return { line: n + 1, x: 0 };
  if (para.cut && at > line.to) return { line: n, x: line.width };
  // Spaces behind a line's end are not seen in it, but they are typed.
  return { line: n, x: width(line.from, Math.max(line.from, at)) };
}
const BREAK = /[\n\u2028\u2029\u000b\u000c\u0085]/u;
/** The unit of what is read that is nearest to a point of a paragraph: px from its line's start, and which line. */
export function unitAt(fonts: Fonts, para: Paragraph, text: string, style: TextStyle, line: number, x: number): number {
  const read = readMarks(text);
  const { width } = shaper(fonts, read, style);
  const l = para.lines[Math.max(0, Math.min(para.lines.length - 1, line))];
  if (!l) return 0;
  if (line >= para.lines.length) return read.plain.length;
  let at = l.from;
  let before = 0;
  for (const c of clusters(read.plain.slice(l.from, l.to))) {
    const next = width(l.from, at + c.length);
    if (x < (before + next) / 2) return at;
    before = next;
    at += c.length;
  }
  return at;
}
