import { SaxesParser } from 'saxes';
import {
  BLANK,
  bounds,
  cssClasses,
  type Element,
  faded,
  FARTHEST,
  inheritedOf,
  nameOf,
  num,
  plainShape,
  scaleOf,
  type Shape,
  sizeOf,
  type State,
  type Styles,
  stylesOf,
  texts,
  times,
  transform,
} from './shapes.js';

export type { Paint, Shape } from './shapes.js';
export interface Drawing {
  readonly width: number;
  readonly height: number;
  /** As it is said, however small: px. */
  readonly size: { readonly width: number; readonly height: number };
  readonly shapes: readonly Shape[];
  /** What was left out, and how often. */
  readonly left: ReadonlyMap<string, number>;
}

/** The largest sheet, characters; what it may hold, with everything used again counted as often as it is used. */
const LARGEST = 16_000_000;
const MOST_ELEMENTS = 200_000;
const MOST_SHAPES = 150_000;
const DEEPEST = 64;
/** What is never drawn by itself. */
const HIDDEN = new Set([
  'defs',
  'symbol',
  'title',
  'desc',
  'metadata',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'linearGradient',
  'radialGradient',
  'style',
  'filter',
]);
const GONE: Readonly<Record<string, string>> = {
  script: 'script',
  foreignObject: 'foreign object',
  animate: 'animation',
  animateTransform: 'animation',
  set: 'animation',
  audio: 'sound',
  video: 'film',
  iframe: 'page within',
  a: 'link',
};

/**
 * Reads a sheet of drawings (SVG 1.1/2): shapes, groups, texts and colours, with every transformation done. Nothing in it runs and
 * nothing is fetched: scripts, animations, foreign content and pictures from outside are left out and counted.
 * Throws RangeError with a sentence when it is none, or too much.
 */
export function readDrawing(source: string): Drawing {
  if (source.length > LARGEST) throw new RangeError('A sheet has at most 16 MB; this one has more.');
  const left = new Map<string, number>();
  const leave = (what: string): void => void left.set(what, (left.get(what) ?? 0) + 1);
  if (!LOOKS_AROUND.test(source)) {
    // Nothing in it is told elsewhere: it is drawn while it is read, and never there as a whole.
    let page: Page | null = null;
    const root = parse(source, {
      keeps: (name, inside) => name === 'title' || inside === 'title' || inside === 'text' || inside === 'tspan',
      open: (e) => (page ? page.enter(e) : (page = pageOf(e, stylesOf(NO_RULES, NOBODY), NOBODY, leave))),
      close: () => page?.leaveIt(),
    });
    return { ...((page as Page | null) ?? pageOf(root, stylesOf(NO_RULES, NOBODY), NOBODY, leave)).drawing(), left };
  }
  const root = parse(source, { keeps: () => true });
  const byId = new Map<string, Element>();
  const index = (e: Element): void => {
    const { id } = e.at;
    if (id !== undefined && !byId.has(id)) byId.set(id, e);
    for (const c of e.inside) if (typeof c !== 'string') index(c);
  };
  index(root);
  const page = pageOf(root, stylesOf(cssClasses(root), byId), byId, leave);
  for (const c of root.inside) if (typeof c !== 'string') page.draw(c);
  return { ...page.drawing(), left };
}
/** What looks at something that is told elsewhere in a sheet: things used again, rules, runs of colours. */
const LOOKS_AROUND = /<(?:svg:)?(?:use|style|symbol)[\s/>]|url\(/u;
const NOBODY: ReadonlyMap<string, Element> = new Map();
const NO_RULES: ReadonlyMap<string, Readonly<Record<string, string>>> = new Map();

/** An element that is open, and where what it draws goes. */
interface Frame {
  readonly e: Element;
  /** How what is in it is drawn; null: it is not. */
  readonly state: State | null;
  readonly into: Shape[];
  /** What is made of it when it is closed. */
  readonly made: ((around: Shape[]) => void) | null;
}
interface Page {
  /** An element begins, within those that have begun and not ended. */
  readonly enter: (e: Element) => void;
  readonly leaveIt: () => void;
  /** A whole element. */
  readonly draw: (e: Element) => void;
  readonly drawing: () => Omit<Drawing, 'left'>;
}
/** A sheet that is drawn element by element. */
function pageOf(
  root: Element,
  styles: Styles,
  byId: ReadonlyMap<string, Element>,
  leave: (what: string) => void,
): Page {
  const box = (root.at['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/u)
    .map(Number);
  const [vx = 0, vy = 0, vw = 0, vh = 0] = box.every(Number.isFinite) ? box : [];
  const width = sizeOf(root.at['width']) ?? (vw || 1200);
  const height = sizeOf(root.at['height']) ?? (vh || 800);
  const scale = vw > 0 && vh > 0 ? Math.min(width / vw, height / vh) : 1;
  let count = 0;
  const start: State = {
    matrix: [scale, 0, 0, scale, -vx * scale, -vy * scale],
    // What the sheet says of all that is in it; its own opacity is nobody's.
    style: inheritedOf(styles.of(root, BLANK)),
    depth: 0,
    using: new Set(),
  };
  const top: Shape[] = [];
  const open: Frame[] = [{ e: root, state: start, into: top, made: null }];
  const begin = (e: Element, state: State | null, into: Shape[], made: Frame['made'] = null): void =>
    void open.push({ e, state, into, made });
  const draw = (e: Element): void => {
    enter(e);
    for (const c of e.inside) if (typeof c !== 'string') draw(c);
    leaveIt();
  };
  function leaveIt(): void {
    const { made } = open.pop() as Frame;
    const around = open.at(-1);
    if (made && around) made(around.into);
  }
  function enter(e: Element): void {
    const { state, into } = open.at(-1) as Frame;
    if (!state || HIDDEN.has(e.name)) return begin(e, null, into);
    const gone = GONE[e.name];
    if (gone !== undefined && e.name !== 'a') {
      leave(gone);
      return begin(e, null, into);
    }
    if (state.depth > DEEPEST) {
      leave('group too deep inside others');
      return begin(e, null, into);
    }
    if (++count > MOST_SHAPES)
      throw new RangeError(
        `It draws more than ${MOST_SHAPES.toLocaleString('en-GB')} things: that is more than a sheet.`,
      );
    const style = styles.of(e, state.style);
    if (style.display === 'none' || style.visibility === 'hidden') return begin(e, null, into);
    const matrix = e.at['transform'] === undefined ? state.matrix : times(state.matrix, transform(e.at['transform']));
    const depth = state.depth + 1;
    switch (e.name) {
      case 'svg':
      case 'g':
      case 'a':
      case 'switch': {
        const at =
          e.name === 'svg' && state.depth > 0 ? times(matrix, [1, 0, 0, 1, num(e.at['x']), num(e.at['y'])]) : matrix;
        const inside: Shape[] = [];
        return begin(e, { matrix: at, style: inheritedOf(style), depth, using: state.using }, inside, (around) => {
          if (inside.length > 0)
            around.push({ kind: 'group', name: nameOf(e), inside: faded(inside, num(style.opacity, 1)) });
        });
      }
      case 'use': {
        const id = /^#(.+)$/u.exec(e.at['href'] ?? e.at['xlink:href'] ?? '')?.[1];
        const of = id === undefined ? undefined : byId.get(id);
        if (!of || id === undefined) leave('use of something from outside or not there');
        else if (state.using.has(id)) leave('drawing that contains itself');
        else {
          const at = times(matrix, [1, 0, 0, 1, num(e.at['x']), num(e.at['y'])]);
          const using = new Set(state.using).add(id);
          begin(e, { matrix: at, style: inheritedOf(style), depth, using }, into);
          draw(of.name === 'symbol' ? { ...of, name: 'g' } : of);
          leaveIt();
        }
        return begin(e, null, into);
      }
      case 'text':
        // Its spans are a part of it.
        return begin(e, null, into, (around) =>
          around.push(...texts(e, { matrix, style, depth, using: state.using }, styles)),
        );
      case 'image': {
        const href = e.at['href'] ?? e.at['xlink:href'] ?? '';
        if (!href.startsWith('data:')) leave('picture from outside');
        const [x, y] = [num(e.at['x']), num(e.at['y'])];
        const b = bounds(x, y, x + num(e.at['width']), y + num(e.at['height']), matrix);
        if (b.w > 0 && b.h > 0) into.push({ kind: 'picture', ...b });
        return begin(e, null, into);
      }
      // eslint-disable-next-line no-restricted-syntax -- an SVG may hold any element; one that is not known is named
      default: {
        const shape = plainShape(e, matrix, styles.paint(style, scaleOf(matrix)));
        if (shape === undefined) leave(e.name.slice(0, 40));
        else if (shape) into.push(shape);
        return begin(e, null, into);
      }
    }
  }
  return {
    enter,
    leaveIt,
    draw,
    drawing: () => ({
      width: Math.min(10_000, Math.max(40, Math.round(width))),
      height: Math.min(FARTHEST, Math.max(40, Math.round(height))),
      size: { width, height },
      shapes: top,
    }),
  };
}

/** What is done with what a sheet says, as it is read. */
interface Reading {
  /** Is an element kept in the one it stands in, a text in what it is said in? `name`: of the element; '': a text. */
  readonly keeps: (name: string, inside: string) => boolean;
  readonly open?: (e: Element) => void;
  readonly close?: () => void;
}
/** Reads a sheet; its root, with what is kept of it. Throws RangeError with a sentence when it cannot be read. */
function parse(source: string, { keeps, open: begins, close: ends }: Reading): Element {
  const parser = new SaxesParser({ xmlns: false, position: false });
  let root: Element | null = null;
  const open: Element[] = [];
  let count = 0;
  let problem: string | null = null;
  parser.on('error', (e) => (problem ??= e.message.slice(0, 160)));
  parser.on('opentag', (tag) => {
    if (problem !== null) return;
    if (++count > MOST_ELEMENTS || open.length > 400) {
      problem =
        count > MOST_ELEMENTS
          ? `it has more than ${MOST_ELEMENTS.toLocaleString('en-GB')} elements`
          : 'its groups are hundreds deep';
      return;
    }
    const e: Element = {
      name: tag.name.startsWith('svg:') ? tag.name.slice(4) : tag.name,
      at: tag.attributes as Readonly<Record<string, string>>,
      inside: [],
    };
    const around = open.at(-1);
    if (around && keeps(e.name, around.name)) around.inside.push(e);
    root ??= e;
    open.push(e);
    begins?.(e);
  });
  parser.on('closetag', () => {
    if (problem !== null) return;
    open.pop();
    // The sheet itself is not closed before all of it was read.
    if (open.length > 0) ends?.();
  });
  const say = (text: string): void => {
    const around = open.at(-1);
    if (around && keeps('', around.name)) around.inside.push(text);
  };
  parser.on('text', say);
  parser.on('cdata', say);
  for (let i = 0; i < source.length && problem === null; i += 65_536) parser.write(source.slice(i, i + 65_536));
  if (problem === null) parser.close();
  const found = root as Element | null;
  if (problem !== null) throw new RangeError(`It cannot be read as a drawing: ${String(problem)}.`);
  if (found?.name !== 'svg') throw new RangeError('It is no drawing: a sheet is an SVG file.');
  return found;
}
