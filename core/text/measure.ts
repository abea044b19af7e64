import LineBreaker from 'linebreak';
import type { TextStyle } from '../model/index.js';
import type { Face, Fonts } from './fonts.js';

/** A stretch of one line in one font. `x` and `width` in px from the line's start. */
export interface Run {
  readonly text: string;
  readonly x: number;
  readonly width: number;
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
}
export interface Line {
  readonly text: string;
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
  readonly text: string;
  readonly bare: string;
  /** Ends a line whatever follows. */
  readonly hard: boolean;
}

const pieces = new Map<string, readonly Piece[]>();

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
    found.push({ text: clean, bare: trimLine(clean), hard: clean !== part && at.position < text.length });
    from = at.position;
  }
  if (pieces.size > 20_000) pieces.clear();
  pieces.set(text, found);
  return found;
}

/** Splits a line by the first font that has each character. */
function runsOf(line: string, faces: readonly Face[], size: number, spacing: number): Run[] {
  const main = faces[0];
  if (!main) return [];
  const runs: Run[] = [];
  let x = 0;
  const push = (text: string, face: Face): void => {
    const width = face.advance(text) * size + (spacing === 0 ? 0 : spacing * clusters(text).length);
    runs.push({ text, x, width, family: face.family, weight: face.weight, italic: face.italic });
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

const paragraphs = new WeakMap<Fonts, { version: number; map: Map<string, Paragraph> }>();
/** Rounding in layout must not wrap a line that fits: px. */
const SLACK = 0.01;

/**
 * Breaks a text into lines no wider than `maxWidth` px (Infinity: only at its own line breaks).
 * A word wider than that is broken where it has to be. With `maxLines` above 0 the last line ends in an ellipsis
 * when something is cut off. Memoised.
 */
export function paragraph(fonts: Fonts, text: string, style: TextStyle, maxWidth: number, maxLines = 0): Paragraph {
  let cache = paragraphs.get(fonts);
  if (!cache || cache.version !== fonts.version)
    paragraphs.set(fonts, (cache = { version: fonts.version, map: new Map() }));
  const key = `${style.family}|${style.weight}|${style.italic ? 1 : 0}|${style.size}|${style.lineHeight}|${style.letterSpacing}|${maxWidth === Infinity ? '' : Math.round(maxWidth * 64)}|${maxLines}|${text}`;
  const known = cache.map.get(key);
  if (known) return known;
  const made = breakLines(fonts, text, style, maxWidth, maxLines);
  if (cache.map.size > 40_000) cache.map.clear();
  cache.map.set(key, made);
  return made;
}

function breakLines(fonts: Fonts, text: string, style: TextStyle, maxWidth: number, maxLines: number): Paragraph {
  const faces = fonts.pick(style.family, style.weight, style.italic);
  const { size, letterSpacing: spacing } = style;
  const measure = (t: string): number => widthOf(t, faces, size, spacing);
  const limit = maxWidth + SLACK;
  const rows: string[] = [];
  let row = '';
  let rowWidth = 0;
  let cut = false;
  const all = split(text);
  const endRow = (): void => {
    rows.push(trimLine(row));
    row = '';
    rowWidth = 0;
  };
  for (let i = 0; i < all.length; i++) {
    const piece = all[i];
    if (!piece) continue;
    if (maxLines > 0 && rows.length >= maxLines) {
      cut = true;
      break;
    }
    const bare = measure(piece.bare);
    // Sum of words is close to the whole line's width but not equal (kerning across the gap): shape near the limit.
    if (row !== '' && rowWidth + bare > limit - 1 && measure(row + piece.bare) > limit) {
      endRow();
      if (maxLines > 0 && rows.length >= maxLines) {
        cut = true;
        break;
      }
    }
    if (row === '' && bare > limit && maxWidth < Infinity) {
      for (const part of breakWord(piece.bare, limit, measure)) {
        if (row !== '') endRow();
        row = part;
      }
      row += piece.text.slice(piece.bare.length);
      rowWidth = measure(row);
    } else {
      row += piece.text;
      rowWidth += measure(piece.text);
    }
    if (piece.hard) endRow();
  }
  if (row !== '' || rows.length === 0) endRow();
  if (maxLines > 0 && rows.length > maxLines) {
    rows.length = maxLines;
    cut = true;
  }
  if (cut && rows.length > 0) {
    const last = rows.length - 1;
    rows[last] = ellipsis(rows[last] ?? '', limit, measure);
  }
  let width = 0;
  const lines = rows.map((t): Line => {
    const runs = runsOf(t, faces, size, spacing);
    const w = runs.reduce((sum, r) => sum + r.width, 0);
    if (w > width) width = w;
    return { text: t, width: w, runs };
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

/** A word in parts that fit, each as long as can be; at least one character each, so that it ends. Linear in its length. */
function breakWord(word: string, limit: number, measure: (t: string) => number): string[] {
  const parts: string[] = [];
  const chars = clusters(word);
  let at = 0;
  // What fitted last is about what fits next: the search begins there and never measures much more than a line.
  let guess = 8;
  while (at < chars.length) {
    const fits = (n: number): boolean => measure(chars.slice(at, at + n).join('')) <= limit;
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
    parts.push(chars.slice(at, at + low).join(''));
    at += low;
    guess = low + 2;
  }
  return parts;
}

function ellipsis(line: string, limit: number, measure: (t: string) => number): string {
  const chars = [...clusters(line)];
  while (chars.length > 0 && measure(`${trimLine(chars.join(''))}…`) > limit) chars.pop();
  return `${trimLine(chars.join(''))}…`;
}

/** The narrowest a text can be without breaking inside a word, px. */
export function longestWord(fonts: Fonts, text: string, style: TextStyle): number {
  const faces = fonts.pick(style.family, style.weight, style.italic);
  let widest = 0;
  for (const p of split(text)) widest = Math.max(widest, widthOf(p.bare, faces, style.size, style.letterSpacing));
  return widest;
}
