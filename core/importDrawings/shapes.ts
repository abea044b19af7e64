import SvgPath from 'svgpath';

/** One shape of a drawing, where it stands: px, every transformation done. */
export type Shape =
  | {
      readonly kind: 'rect' | 'ellipse';
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly radius: number;
      readonly paint: Paint;
    }
  | {
      readonly kind: 'path';
      readonly d: string;
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly paint: Paint;
    }
  | {
      readonly kind: 'text';
      readonly text: string;
      /** Where its baseline begins, is in the middle, or ends. */
      readonly x: number;
      readonly baseline: number;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly size: number;
      readonly weight: number;
      readonly paint: Paint;
    }
  | { readonly kind: 'picture'; readonly x: number; readonly y: number; readonly w: number; readonly h: number }
  | { readonly kind: 'group'; readonly name: string; readonly inside: readonly Shape[] };
export interface Paint {
  /** CSS colours; null: none. */
  readonly fill: string | null;
  readonly stroke: string | null;
  readonly strokeWidth: number;
  readonly opacity: number;
  readonly dash: boolean;
}

/** How far from its corner anything of a sheet may stand: px. */
export const FARTHEST = 50_000;

export interface Element {
  readonly name: string;
  readonly at: Readonly<Record<string, string>>;
  readonly inside: (Element | string)[];
}
export type Matrix = readonly [number, number, number, number, number, number];
export interface State {
  readonly matrix: Matrix;
  readonly style: Style;
  readonly depth: number;
  readonly using: ReadonlySet<string>;
}
export const num = (v: string | undefined, otherwise = 0): number => {
  const n = Number.parseFloat(v ?? '');
  return Number.isFinite(n) && Math.abs(n) <= 1e6 ? n : otherwise;
};
export const sizeOf = (v: string | undefined): number | undefined =>
  v === undefined || v.trim().endsWith('%') ? undefined : num(v) || undefined;
export const times = (a: Matrix, b: Matrix): Matrix => [
  a[0] * b[0] + a[2] * b[1],
  a[1] * b[0] + a[3] * b[1],
  a[0] * b[2] + a[2] * b[3],
  a[1] * b[2] + a[3] * b[3],
  a[0] * b[4] + a[2] * b[5] + a[4],
  a[1] * b[4] + a[3] * b[5] + a[5],
];
const point = (m: Matrix, x: number, y: number): readonly [number, number] => [
  m[0] * x + m[2] * y + m[4],
  m[1] * x + m[3] * y + m[5],
];
/** To a thousandth of a px: what sums of turns leave behind is nothing. */
const near = (v: number): number => Math.round(v * 1000) / 1000 + 0;
export const scaleOf = (m: Matrix): number => Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2])) || 1;

const SAME: Matrix = [1, 0, 0, 1, 0, 0];
export function transform(text: string | undefined): Matrix {
  if (text === undefined) return SAME;
  // Nearly everything is only moved.
  const moved = /^translate\((-?[\d.]{1,7})[ ,]+(-?[\d.]{1,7})\)$/u.exec(text);
  if (moved) return [1, 0, 0, 1, num(moved[1]), num(moved[2])];
  let m = SAME;
  for (const [, name, list = ''] of text.matchAll(/(\w+)\s*\(([^)]*)\)/gu)) {
    const [a = 0, b, c, d = 0, e = 0, f = 0] = list
      .split(/[\s,]+/u)
      .filter(Boolean)
      .map(Number);
    if (![a, b ?? 0, c ?? 0, d, e, f].every((n) => Number.isFinite(n) && Math.abs(n) <= 1e6)) continue;
    const rad = (a * Math.PI) / 180;
    if (name === 'translate') m = times(m, [1, 0, 0, 1, a, b ?? 0]);
    else if (name === 'scale') m = times(m, [a, 0, 0, b ?? a, 0, 0]);
    else if (name === 'matrix') m = times(m, [a, b ?? 0, c ?? 0, d, e, f]);
    else if (name === 'rotate') {
      const turn: Matrix = [Math.cos(rad), Math.sin(rad), -Math.sin(rad), Math.cos(rad), 0, 0];
      m = times(m, times(times([1, 0, 0, 1, b ?? 0, c ?? 0], turn), [1, 0, 0, 1, -(b ?? 0), -(c ?? 0)]));
    } else if (name === 'skewX') m = times(m, [1, 0, Math.tan(rad), 1, 0, 0]);
    else if (name === 'skewY') m = times(m, [1, Math.tan(rad), 0, 1, 0, 0]);
  }
  return m;
}

/** Rules of the sheet's own style element, for classes and element names only. */
export function cssClasses(root: Element): ReadonlyMap<string, Readonly<Record<string, string>>> {
  const found = new Map<string, Record<string, string>>();
  const walk = (e: Element): void => {
    if (e.name === 'style') {
      const css = e.inside
        .filter((c): c is string => typeof c === 'string')
        .join('')
        .slice(0, 400_000)
        .replace(/\/\*[\s\S]*?\*\//gu, ' ');
      for (const [, selectors = '', body = ''] of css.matchAll(/([^{}]+)\{([^{}]*)\}/gu))
        for (const s of selectors.split(',')) {
          const key = s.trim();
          if (/^[.#]?[\w-]+$/u.test(key)) found.set(key, { ...found.get(key), ...declarations(body) });
        }
    }
    for (const c of e.inside) if (typeof c !== 'string') walk(c);
  };
  walk(root);
  return found;
}
const declarations = (text: string): Record<string, string> =>
  Object.fromEntries(
    text.split(';').flatMap((d) => {
      const at = d.indexOf(':');
      const name = d.slice(0, at).trim();
      return at > 0 && KNOWN.has(name) ? [[name, d.slice(at + 1).trim()]] : [];
    }),
  );
/** What is said of how something is drawn: all of it always, '' where nothing is, so that copies are quick. */
export const BLANK = {
  fill: '#000000',
  stroke: 'none',
  'stroke-width': '',
  'stroke-dasharray': '',
  opacity: '',
  'fill-opacity': '',
  'stroke-opacity': '',
  'font-size': '',
  'font-weight': '',
  'text-anchor': '',
  display: '',
  visibility: '',
  color: '',
};
type Style = Readonly<typeof BLANK>;
const KNOWN: ReadonlySet<string> = new Set(Object.keys(BLANK));
/** What is inherited of a style: all but how see-through it is, and whether it shows. */
export const inheritedOf = (from: Style): Style => {
  if (from.opacity === '' && from.display === '') return from;
  let down = handedDown.get(from);
  if (!down) handedDown.set(from, (down = { ...from, opacity: '', display: '' }));
  return down;
};
const handedDown = new WeakMap<Style, Style>();
/** How the elements of a sheet are drawn. What is said in the same way of many of them is worked out once. */
export interface Styles {
  /** @param inherited what an element is handed down */
  readonly of: (e: Element, inherited: Style) => Style;
  /** @param larger how much larger than it is said it is drawn */
  readonly paint: (style: Style, larger: number) => Paint;
}
export function stylesOf(
  classes: ReadonlyMap<string, Readonly<Record<string, string>>>,
  byId: ReadonlyMap<string, Element>,
): Styles {
  const known = new Map<Style, Map<string, Style>>();
  const paints = new Map<Style, Map<number, Paint>>();
  const within = <A, B, C>(all: Map<A, Map<B, C>>, a: A, b: B, make: () => C): C => {
    let inner = all.get(a);
    if (!inner) all.set(a, (inner = new Map()));
    let found = inner.get(b);
    if (found === undefined) inner.set(b, (found = make()));
    return found;
  };
  return {
    of: (e, inherited) => {
      let says = '';
      for (const k in e.at) if (KNOWN.has(k) || k === 'style') says += `${k}=${e.at[k] ?? ''};`;
      if (classes.size > 0)
        says += `${e.name}.${e.at['class'] ?? ''}#${classes.has(`#${e.at['id'] ?? ''}`) ? (e.at['id'] ?? '') : ''}`;
      return says === '' ? inherited : within(known, inherited, says, () => newStyle(e, inherited, classes));
    },
    paint: (style, larger) => within(paints, style, larger, () => newPaint(style, larger, byId)),
  };
}
function newStyle(e: Element, inherited: Style, classes: ReadonlyMap<string, Readonly<Record<string, string>>>): Style {
  const own: Record<string, string> = { ...inherited };
  for (const k in e.at) if (KNOWN.has(k)) own[k] = e.at[k] ?? '';
  if (classes.size > 0) {
    const { id, class: names } = e.at;
    const rules = [
      classes.get(e.name),
      ...(names ?? '').split(/\s+/u).map((c) => classes.get(`.${c}`)),
      id === undefined ? undefined : classes.get(`#${id}`),
    ];
    for (const r of rules) if (r) Object.assign(own, r);
  }
  if (e.at['style'] !== undefined) Object.assign(own, declarations(e.at['style']));
  return own as Style;
}

function newPaint(style: Style, larger: number, byId: ReadonlyMap<string, Element>): Paint {
  const colour = (said: string): string | null => {
    const v = said === 'currentColor' ? style.color || '#000000' : said.trim();
    if (v === 'none' || v === 'transparent' || v === '') return null;
    if (!v.startsWith('url')) return v.slice(0, 60);
    const url = /^url\(\s*["']?#([^"')]+)["']?\s*\)/u.exec(v)?.[1];
    return url === undefined ? null : stopOf(byId.get(url));
  };
  const fill = colour(style.fill);
  const alpha = num(style.opacity, 1) * (fill ? num(style['fill-opacity'], 1) : num(style['stroke-opacity'], 1));
  return {
    fill,
    stroke: colour(style.stroke),
    strokeWidth: num(style['stroke-width'], 1) * larger,
    opacity: Math.min(1, Math.max(0, alpha)),
    dash: style['stroke-dasharray'] !== '' && /\d/u.test(style['stroke-dasharray']),
  };
}
/** A run of colours is drawn in its first one. */
const stopOf = (gradient: Element | undefined): string | null => {
  const stop = gradient?.inside.find((c): c is Element => typeof c !== 'string' && c.name === 'stop');
  const said = stop && (declarationsOf(stop)['stop-color'] ?? stop.at['stop-color']);
  return said ? said.slice(0, 60) : null;
};
const declarationsOf = (e: Element): Record<string, string> =>
  Object.fromEntries(
    (e.at['style'] ?? '').split(';').map((d) => d.split(':').map((x) => x.trim()) as [string, string]),
  );

/** The room that a rectangle takes where it stands. */
export function bounds(
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  m: Matrix,
): { x: number; y: number; w: number; h: number } {
  // Either side reaches as far as its two ends do, whatever way it is turned.
  const [ax, bx, ay, by] = [m[0] * x1, m[0] * x2, m[2] * y1, m[2] * y2];
  const [cx, dx, cy, dy] = [m[1] * x1, m[1] * x2, m[3] * y1, m[3] * y2];
  const x = Math.min(ax, bx) + Math.min(ay, by) + m[4];
  const y = Math.min(cx, dx) + Math.min(cy, dy) + m[5];
  const right = Math.max(ax, bx) + Math.max(ay, by) + m[4];
  const bottom = Math.max(cx, dx) + Math.max(cy, dy) + m[5];
  return { x: near(x), y: near(y), w: near(right - x), h: near(bottom - y) };
}

/** A basic shape where it stands: those that are turned become paths. Undefined: no shape; null: nothing of it shows. */
export function plainShape(e: Element, m: Matrix, paint: Paint): Shape | null | undefined {
  const n = (name: string): number => num(e.at[name]);
  const straight = Math.abs(m[1]) < 1e-6 && Math.abs(m[2]) < 1e-6;
  let d: string;
  switch (e.name) {
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
      if (w <= 0 || h <= 0) return null;
      const r = Math.min(num(e.at['rx'] ?? e.at['ry']), w / 2, h / 2);
      if (straight)
        return {
          kind: 'rect',
          ...bounds(x, y, x + w, y + h, m),
          radius: r * scaleOf(m),
          paint,
        };
      d = `M${x + r} ${y}h${w - 2 * r}a${r} ${r} 0 0 1 ${r} ${r}v${h - 2 * r}a${r} ${r} 0 0 1 ${-r} ${r}h${-(w - 2 * r)}a${r} ${r} 0 0 1 ${-r} ${-r}v${-(h - 2 * r)}a${r} ${r} 0 0 1 ${r} ${-r}z`;
      break;
    }
    case 'circle':
    case 'ellipse': {
      const [cx, cy] = [n('cx'), n('cy')];
      const rx = e.name === 'circle' ? n('r') : n('rx');
      const ry = e.name === 'circle' ? n('r') : n('ry');
      if (rx <= 0 || ry <= 0) return null;
      if (straight)
        return {
          kind: 'ellipse',
          ...bounds(cx - rx, cy - ry, cx + rx, cy + ry, m),
          radius: 0,
          paint,
        };
      d = `M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${rx * 2} 0a${rx} ${ry} 0 1 0 ${-rx * 2} 0z`;
      break;
    }
    case 'line':
      d = `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
      break;
    case 'polyline':
    case 'polygon': {
      const points = (e.at['points'] ?? '')
        .trim()
        .split(/[\s,]+/u)
        .map(Number);
      if (points.length < 4 || points.some((p) => !Number.isFinite(p))) return null;
      d = `M${points
        .map((p, i) => `${p}${i % 2 === 0 ? ' ' : 'L'}`)
        .join('')
        .replace(/L$/u, '')}${e.name === 'polygon' ? 'z' : ''}`;
      break;
    }
    case 'path':
      d = e.at['d'] ?? '';
      break;
    // eslint-disable-next-line no-restricted-syntax -- an SVG may hold any element
    default:
      return undefined;
  }
  return paths(d, m, paint);
}

/** A path where it stands, its data told from its own left upper corner. */
function paths(d: string, m: Matrix, paint: Paint): Shape | null {
  const [a, b, c, e] = m;
  if (d.length > LONG_PATH) return standing(flatten(d, [a, b, c, e, 0, 0]), m, paint);
  // The same path stands in many places: turned and made larger in the same way, it is the same from its corner.
  let turns = flattened.get(d);
  if (!turns) {
    if (flattened.size >= MOST_PATHS) flattened.clear();
    flattened.set(d, (turns = new Map()));
  }
  const turn = `${a} ${b} ${c} ${e}`;
  let flat = turns.get(turn);
  if (flat === undefined) turns.set(turn, (flat = flatten(d, [a, b, c, e, 0, 0])));
  return standing(flat, m, paint);
}
function standing(flat: Flat | null, m: Matrix, paint: Paint): Shape | null {
  if (!flat) return null;
  const [x, y] = [flat.x + m[4], flat.y + m[5]];
  if (![x, y, x + flat.w, y + flat.h].every((v) => Math.abs(v) <= FARTHEST)) return null;
  return { kind: 'path', d: flat.d, x: near(x), y: near(y), w: near(flat.w), h: near(flat.h), paint };
}
type Flat = { readonly d: string; readonly x: number; readonly y: number; readonly w: number; readonly h: number };
const flattened = new Map<string, Map<string, Flat | null>>();
const MOST_PATHS = 2000;
/** Longer ones are not drawn many times. */
const LONG_PATH = 2000;
/** Path data after a transformation, from its left upper corner, and where that is; null: it cannot be read. */
function flatten(d: string, m: Matrix): Flat | null {
  if (d.trim() === '' || d.length > 200_000) return null;
  const made = new SvgPath(d);
  if ((made as unknown as { err: string }).err) return null;
  const flat = made
    .matrix([...m])
    .abs()
    .unarc()
    .unshort();
  let [x1, y1, x2, y2] = [Infinity, Infinity, -Infinity, -Infinity];
  const reach = (x: number, y: number): void => {
    x1 = Math.min(x1, x);
    y1 = Math.min(y1, y);
    x2 = Math.max(x2, x);
    y2 = Math.max(y2, y);
  };
  flat.iterate((s, _, x, y) => {
    const p = s.slice(1) as number[];
    if (s[0] === 'H') reach(p[0] ?? x, y);
    else if (s[0] === 'V') reach(x, p[0] ?? y);
    else if (s[0] === 'C' || s[0] === 'Q') curve([x, y, ...p], reach);
    else for (let i = 0; i + 1 < p.length; i += 2) reach(p[i] ?? 0, p[i + 1] ?? 0);
  });
  if (![x1, y1, x2, y2].every(Number.isFinite)) return null;
  const text = flat.translate(-x1, -y1).round(2).toString();
  return text.length > 20_000 ? null : { d: text, x: x1, y: y1, w: x2 - x1, h: y2 - y1 };
}
/** Where a Bézier curve reaches: sampled finely enough for a picture. */
function curve(p: readonly number[], reach: (x: number, y: number) => void): void {
  const cubic = p.length === 8;
  for (let i = 0; i <= 16; i++) {
    const t = i / 16;
    const u = 1 - t;
    const on = (k: number): number => {
      const [a = 0, b = 0, c = 0, d = 0] = [p[k], p[k + 2], p[k + 4], p[k + 6]];
      return cubic
        ? u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d
        : u * u * a + 2 * u * t * b + t * t * c;
    };
    reach(on(0), on(1));
  }
}

/** A text and its spans: each span that has a place of its own is a text of its own. */
export function texts(e: Element, state: State, styles: Styles): readonly Shape[] {
  const found: Shape[] = [];
  let [x, y] = [num(e.at['x']), num(e.at['y'])];
  const add = (words: string, style: Style): void => {
    const text = words.replace(/\s+/gu, ' ').trim();
    if (text === '') return;
    const [px, py] = point(state.matrix, x, y);
    const weight = style['font-weight'] === 'bold' ? 700 : num(style['font-weight'], 400);
    const anchor = style['text-anchor'];
    found.push({
      kind: 'text',
      text: text.slice(0, 4000),
      x: px,
      baseline: py,
      anchor: anchor === 'middle' || anchor === 'end' ? anchor : 'start',
      size: num(style['font-size'], 16) * scaleOf(state.matrix),
      weight: Math.min(900, Math.max(100, weight)),
      paint: styles.paint(style, scaleOf(state.matrix)),
    });
  };
  const walk = (at: Element, style: Style): void => {
    let words = '';
    for (const c of at.inside) {
      if (typeof c === 'string') words += c;
      else if (c.name === 'tspan') {
        const placed = c.at['x'] !== undefined || c.at['y'] !== undefined || c.at['dy'] !== undefined;
        const own = styles.of(c, inheritedOf(style));
        if (!placed) {
          words += c.inside.filter((s): s is string => typeof s === 'string').join('');
          continue;
        }
        add(words, style);
        words = '';
        x = c.at['x'] === undefined ? x : num(c.at['x']);
        y = (c.at['y'] === undefined ? y : num(c.at['y'])) + num(c.at['dy']);
        walk(c, own);
      }
    }
    add(words, style);
  };
  walk(e, state.style);
  return found;
}
export const nameOf = (e: Element): string => {
  const title = e.inside.find((c): c is Element => typeof c !== 'string' && c.name === 'title');
  const said = title?.inside.find((c): c is string => typeof c === 'string');
  // Copies of one thing are numbered by what drew them: that is no name.
  const name = (e.at['aria-label'] ?? said ?? e.at['id'] ?? '')
    .replace(/[-_]+/gu, ' ')
    .replace(/\s*\d+$/u, '')
    .trim();
  return (name.charAt(0).toUpperCase() + name.slice(1)).slice(0, 60);
};
export const faded = (shapes: readonly Shape[], by: number): readonly Shape[] =>
  by >= 1
    ? shapes
    : shapes.map((s) =>
        s.kind === 'group'
          ? { ...s, inside: faded(s.inside, by) }
          : s.kind === 'picture'
            ? s
            : { ...s, paint: { ...s.paint, opacity: s.paint.opacity * by } },
      );
