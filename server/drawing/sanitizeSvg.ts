import { imageSize } from 'image-size';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { ProblemError } from '../errors.js';

/** Limits of a drawing from outside. */
const MOST_ELEMENTS = 20_000;
const DEEPEST = 48;
/** Elements with everything that is used again counted as often as it is. */
const MOST_DRAWN = 60_000;
/** Layers that lie in one another: each is a picture of its own as large as the whole. */
const MOST_LAYERS = 6;
const MOST_LAYERED = 400;
/** Pixels of pictures inside, each as often as it is shown. */
const MOST_INNER_PIXELS = 24_000_000;
/** px along a side, and px in all. */
const LONGEST = 12_000;
const MOST_PIXELS = 60_000_000;
const MOST_TEXT = 200_000;

const ELEMENTS: ReadonlySet<string> = new Set(
  `svg g defs symbol use path rect circle ellipse line polyline polygon text tspan textPath linearGradient radialGradient
   stop clipPath mask pattern marker image style switch title desc`.split(/\s+/u),
);
const ATTRIBUTES: ReadonlySet<string> = new Set(
  `id class style transform d x y x1 y1 x2 y2 cx cy r rx ry fx fy fr width height viewBox preserveAspectRatio points dx dy
   rotate textLength lengthAdjust startOffset offset stop-color stop-opacity fill fill-opacity fill-rule stroke stroke-width
   stroke-opacity stroke-linecap stroke-linejoin stroke-miterlimit stroke-dasharray stroke-dashoffset opacity color display
   visibility overflow clip-path clip-rule mask font-family font-size font-weight font-style font-variant font-stretch
   letter-spacing word-spacing text-anchor text-decoration dominant-baseline alignment-baseline baseline-shift writing-mode
   gradientUnits gradientTransform spreadMethod patternUnits patternContentUnits patternTransform clipPathUnits maskUnits
   maskContentUnits mask-type markerUnits markerWidth markerHeight refX refY orient marker-start marker-mid marker-end
   paint-order vector-effect shape-rendering text-rendering xml:space version`.split(/\s+/u),
);
const HREF: ReadonlySet<string> = new Set(['href', 'xlink:href']);
const PICTURE = /^data:image\/(?:png|jpeg|jpg|gif|webp);base64,([A-Za-z0-9+/=\s]*)$/u;
const OWN = /^#[^\s#"'()<>]{1,200}$/u;

interface Part {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly inside: (Part | string)[];
}

/** A drawing made anew from what may be in one: nothing in it runs, nothing is read from outside, and it can be drawn. */
export interface SanitizedSvg {
  readonly svg: string;
  /** px */
  readonly width: number;
  readonly height: number;
}

/**
 * Reads an SVG from outside as XML 1.0, without entities of its own, and writes what is known again from a list of elements
 * and attributes. Other elements and attributes are left out; what would take too much to draw is refused with the reason.
 * @param label what it is called, for the person
 */
export function sanitizeSvg(label: string, bytes: Uint8Array): SanitizedSvg {
  const refuse = (why: string): never => {
    throw new ProblemError('picture.drawing', `${label} cannot be taken: ${why}. Nothing was changed.`, label);
  };
  const root = read(new TextDecoder('utf-8').decode(bytes), refuse);
  const size = sizeOf(root);
  if (!size) return refuse('it is a drawing without a size');
  const { width, height } = size;
  if (width > LONGEST || height > LONGEST || width * height > MOST_PIXELS)
    throw new ProblemError(
      'picture.large',
      `${label} says it is ${Math.round(width)} × ${Math.round(height)} px; at most ${LONGEST} a side and 60 million in all are taken. Nothing was changed.`,
      label,
    );
  weigh(root, refuse);
  return { svg: write(root), width, height };
}

/** Does this begin as a drawing does? Looks at the beginning only, once. */
export function looksSvg(bytes: Uint8Array): boolean {
  const text = new TextDecoder('utf-8').decode(bytes.subarray(0, 4000));
  let at = 0;
  for (;;) {
    while (at < text.length && text.charCodeAt(at) <= 32) at++;
    const end = text.startsWith('<?', at)
      ? '?>'
      : text.startsWith('<!--', at)
        ? '-->'
        : text.startsWith('<!', at)
          ? '>'
          : '';
    if (end === '') return /^<(?:[A-Za-z_][\w.-]{0,40}:)?svg[\s/>]/u.test(text.slice(at, at + 60));
    const found = text.indexOf(end, at + 2);
    // A beginning that is only a comment is one of a drawing when the whole is: it is read to its end then.
    if (found < 0)
      return end !== '>' && /<svg[\s/>]/u.test(new TextDecoder('utf-8').decode(bytes.subarray(0, 200_000)));
    at = found + end.length;
  }
}

function read(text: string, refuse: (why: string) => never): Part {
  const parser = new SaxesParser({ xmlns: false });
  const open: Part[] = [];
  let root: Part | null = null;
  let elements = 0;
  let written = 0;
  /** Within something that is left out, with all that it holds. */
  let without = 0;
  parser.on('error', (error) => refuse(`it is not well-formed XML (${error.message.slice(0, 100)})`));
  parser.on('doctype', (type) => {
    if (/<!ENTITY/iu.test(type)) refuse('it defines entities of its own');
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    if (++elements > MOST_ELEMENTS) refuse(`it has more than ${MOST_ELEMENTS.toLocaleString('en')} elements`);
    if (open.length + without >= DEEPEST) refuse(`it is nested more than ${DEEPEST} deep`);
    const name = tag.name.replace(/^svg:/u, '');
    if (open.length === 0 && without === 0 && name !== 'svg') refuse('it does not begin with an svg element');
    if (without > 0 || !ELEMENTS.has(name)) {
      without++;
      return;
    }
    const part: Part = { name, attributes: attributesOf(name, tag.attributes), inside: [] };
    open.at(-1)?.inside.push(part);
    root ??= part;
    open.push(part);
  });
  parser.on('closetag', () => {
    if (without > 0) without--;
    else open.pop();
  });
  const say = (t: string): void => {
    const into = open.at(-1);
    if (without > 0 || !into) return;
    written += t.length;
    if (written > MOST_TEXT) refuse('it has very much text');
    if (into.name === 'style') {
      if (isTame(t)) into.inside.push(t);
    } else if (['text', 'tspan', 'textPath', 'title', 'desc'].includes(into.name)) into.inside.push(t);
  };
  parser.on('text', say);
  parser.on('cdata', say);
  parser.write(text).close();
  return root ?? refuse('there is no drawing in it');
}

/** Style that reads nothing from outside: only own things are named in it, and nothing is spelled so that it cannot be seen. */
function isTame(css: string): boolean {
  if (/[@\\]|expression|javascript:/iu.test(css)) return false;
  for (let at = css.indexOf('url('); at >= 0; at = css.indexOf('url(', at + 4))
    if (!/^\s*["']?#/u.test(css.slice(at + 4, at + 40))) return false;
  return !/filter\s*:/iu.test(css) && !/image-set|src\s*:/iu.test(css);
}

function attributesOf(element: string, given: Readonly<Record<string, string>>): Readonly<Record<string, string>> {
  const kept: Record<string, string> = {};
  for (const [name, value] of Object.entries(given)) {
    if (HREF.has(name)) {
      if (element === 'image' ? PICTURE.test(value) : OWN.test(value)) kept['xlink:href'] = value;
    } else if (ATTRIBUTES.has(name) && isTame(value)) kept[name] = value;
  }
  return kept;
}

/** px: what it says, or what its view box says (SVG 2, section 8.2; relative sizes stand for the view box). */
function sizeOf(root: Part): { readonly width: number; readonly height: number } | null {
  const UNITS: Readonly<Record<string, number>> = {
    '': 1,
    px: 1,
    pt: 4 / 3,
    pc: 16,
    in: 96,
    cm: 96 / 2.54,
    mm: 9.6 / 2.54,
  };
  const length = (v: string | undefined): number | null => {
    const m = /^\s*\+?(\d{1,9}(?:\.\d{0,9})?|\.\d{1,9})(?:e\+?(\d{1,2}))?(px|pt|pc|in|cm|mm|)\s*$/u.exec(v ?? '');
    return m ? Number(m[1]) * 10 ** Number(m[2] ?? 0) * (UNITS[m[3] ?? ''] ?? 1) : null;
  };
  const box = (root.attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/u, 5)
    .map(Number);
  const boxed = box.length === 4 && box.every(Number.isFinite) ? { w: box[2] ?? 0, h: box[3] ?? 0 } : null;
  let width = length(root.attributes['width']);
  let height = length(root.attributes['height']);
  if (boxed && boxed.w > 0 && boxed.h > 0) {
    if (width === null && height === null) [width, height] = [boxed.w, boxed.h];
    else if (width === null && height !== null) width = (height * boxed.w) / boxed.h;
    else if (height === null && width !== null) height = (width * boxed.h) / boxed.w;
  }
  return width !== null && height !== null && width > 0 && height > 0 ? { width, height } : null;
}

/** Refuses what takes more to draw than a picture may: things used again and again, layers in layers, large pictures inside. */
function weigh(root: Part, refuse: (why: string) => never): void {
  const byId = new Map<string, Part>();
  const walk = (p: Part): void => {
    const { id } = p.attributes;
    if (id !== undefined && !byId.has(id)) byId.set(id, p);
    for (const c of p.inside) if (typeof c !== 'string') walk(c);
  };
  walk(root);
  const known = new Map<Part, { drawn: number; pixels: number; layers: number }>();
  const busy = new Set<Part>();
  let layered = 0;
  const of = (p: Part): { drawn: number; pixels: number; layers: number } => {
    const was = known.get(p);
    if (was) return was;
    if (busy.has(p)) return refuse('something in it is drawn by means of itself');
    busy.add(p);
    let drawn = 1;
    let pixels = p.name === 'image' ? innerPixels(p, refuse) : 0;
    let layers = 0;
    const add = (q: { drawn: number; pixels: number; layers: number }): void => {
      drawn += q.drawn;
      pixels += q.pixels;
      layers = Math.max(layers, q.layers);
    };
    for (const c of p.inside) if (typeof c !== 'string') add(of(c));
    for (const id of namedBy(p)) {
      const other = byId.get(id);
      if (other) add(of(other));
    }
    const layer =
      'mask' in p.attributes ||
      'clip-path' in p.attributes ||
      p.name === 'pattern' ||
      Number(p.attributes['opacity'] ?? 1) < 1 ||
      /opacity|mask|clip-path|mix-blend|isolation/u.test(p.attributes['style'] ?? '');
    if (layer && p.name !== 'stop') {
      layers++;
      layered++;
    }
    if (drawn > MOST_DRAWN) refuse(`it would draw more than ${MOST_DRAWN.toLocaleString('en')} things`);
    if (pixels > MOST_INNER_PIXELS) refuse('the pictures in it are too large, or shown too often');
    if (layers > MOST_LAYERS || layered > MOST_LAYERED)
      refuse('too many see-through or masked things lie in one another');
    busy.delete(p);
    const got = { drawn, pixels, layers };
    known.set(p, got);
    return got;
  };
  of(root);
}

/** Ids of what a part is drawn with. */
function namedBy(p: Part): readonly string[] {
  const found: string[] = [];
  const href = p.attributes['xlink:href'];
  if (href !== undefined && p.name !== 'image') found.push(href.slice(1));
  for (const name of ['fill', 'stroke', 'mask', 'clip-path', 'marker-start', 'marker-mid', 'marker-end', 'style'])
    for (const m of (p.attributes[name] ?? '').slice(0, 4000).matchAll(/url\(\s*["']?#([^)"'\s]{1,200})/gu))
      found.push(m[1] ?? '');
  return found;
}

function innerPixels(p: Part, refuse: (why: string) => never): number {
  const data = PICTURE.exec(p.attributes['xlink:href'] ?? '')?.[1];
  if (data === undefined) return 0;
  try {
    const { width, height } = imageSize(Buffer.from(data, 'base64'));
    return width * height;
  } catch {
    return refuse('a picture inside it cannot be read');
  }
}

const escaped = (t: string): string =>
  t.replace(/&/gu, '&amp;').replace(/</gu, '&lt;').replace(/>/gu, '&gt;').replace(/"/gu, '&quot;');
function write(p: Part): string {
  const attributes = Object.entries(p.attributes)
    .map(([name, value]) => ` ${name}="${escaped(value)}"`)
    .join('');
  const spaces =
    p.name === 'svg' ? ' xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"' : '';
  const inside = p.inside.map((c) => (typeof c === 'string' ? escaped(c) : write(c))).join('');
  return `<${p.name}${spaces}${attributes}>${inside}</${p.name}>`;
}
