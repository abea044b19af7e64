import { isColour, toHex } from '../colour/index.js';
import { isPathData, type Kit, type Node, type NodeId, type TextStyle } from '../model/index.js';
import { paragraph, type Fonts } from '../text/index.js';
import { readDrawing, type Paint, type Shape } from './drawing.js';

/** A sheet of drawings as loose parts of a screen. */
export interface ReadSheet {
  /** px */
  readonly width: number;
  readonly height: number;
  readonly root: NodeId;
  readonly nodes: Readonly<Record<NodeId, Node>>;
  /** The drawings that stand on it, from the top left. */
  readonly drawings: readonly NodeId[];
  /** What was left out, in words. */
  readonly left: readonly string[];
}

interface Rect {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
/** A part while it is being made: where it stands in what is around it is said when that is made. */
interface Part {
  readonly id: NodeId;
  readonly type: 'box' | 'shape' | 'text' | 'image';
  name?: string;
  readonly attrs: Record<string, unknown>;
  readonly children?: readonly NodeId[];
}
/** A part with where it stands on the sheet. */
interface Piece extends Rect {
  readonly node: Part;
}

const round = (n: number): number => Math.round(n * 100) / 100;
/** What a sheet says over and over is worked out once. */
function once<K, V>(make: (of: K) => V): (of: K) => V {
  const known = new Map<K, V>();
  return (of) => {
    let found = known.get(of);
    if (found === undefined) known.set(of, (found = make(of)));
    return found;
  };
}
/** A colour as Dekkor says it; null: it is none that is known. */
const colour = (c: string | null): string | null => (c !== null && isColour(c) ? (toHex(c) ?? c) : null);

/**
 * Turns a sheet of drawings into loose parts: a box for each group, with a rectangle behind everything as its ground; texts in the
 * nearest text style of the kit; everything else as shapes. What stands over one another without a group is a drawing, too.
 * Throws RangeError with a sentence when it cannot be read.
 */
export function readSheetOfDrawings(source: string, kit: Kit, fonts: Fonts, newId: () => NodeId): ReadSheet {
  const drawing = readDrawing(source);
  const nodes: Record<NodeId, Node> = {};
  const make = maker(kit, fonts, newId, nodes);
  let top: readonly Shape[] = drawing.shapes;
  // A group around groups is the sheet itself.
  for (
    let only = top[0];
    top.length === 1 && only?.kind === 'group' && only.inside.some((s) => s.kind === 'group');
    only = top[0]
  )
    top = only.inside;
  const area = drawing.width * drawing.height;
  // A ground over the whole sheet is no drawing.
  const shown = top.filter((s) => s.kind !== 'rect' || s.w * s.h < area * 0.9);
  const pieces = together(made(shown, make), make);
  const sorted = [...pieces].sort((a, b) => Math.round(a.y / 24) - Math.round(b.y / 24) || a.x - b.x);
  const root = newId();
  for (const p of sorted) place(nodes, p, 0, 0);
  nodes[root] = {
    id: root,
    type: 'box',
    name: 'Ground',
    attrs: { flow: 'free', fill: '{means:page}', width: 'stretch', height: 'stretch' },
    children: sorted.map((p) => p.node.id),
  };
  const left = [...drawing.left].map(([what, n]) => `${n} ${what}${n === 1 ? '' : 's'}`);
  return { width: drawing.width, height: drawing.height, root, nodes, drawings: sorted.map((p) => p.node.id), left };
}

/** Puts a part where it stands in what begins at x, y: it is finished then. */
function place(into: Record<NodeId, Node>, { node, x, y }: Piece, fromX: number, fromY: number): void {
  node.attrs['x'] = round(x - fromX);
  node.attrs['y'] = round(y - fromY);
  into[node.id] = node as Node;
}
function around(all: readonly Rect[]): Rect {
  let [x, y, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const r of all) {
    x = Math.min(x, r.x);
    y = Math.min(y, r.y);
    right = Math.max(right, r.x + r.w);
    bottom = Math.max(bottom, r.y + r.h);
  }
  return { x, y, w: right - x, h: bottom - y };
}
/** What there is to see of shapes. */
function made(shapes: readonly Shape[], make: (shape: Shape) => Piece | null): Piece[] {
  const pieces: Piece[] = [];
  for (const s of shapes) {
    const piece = make(s);
    if (piece) pieces.push(piece);
  }
  return pieces;
}
type Make = ((shape: Shape) => Piece | null) & { group: (name: string, pieces: readonly Piece[]) => Piece };
/** @param nodes where parts go that stand in others */
function maker(kit: Kit, fonts: Fonts, newId: () => NodeId, nodes: Record<NodeId, Node>): Make {
  const colours = once(colour);
  const styles = once((of: string) => {
    const [size = 16, weight = 400] = of.split(' ').map(Number);
    return nearest(kit, size, weight) ?? null;
  });
  const painted = (paint: Paint): Record<string, unknown> => {
    const attrs: Record<string, unknown> = {};
    const [fill, stroke] = [colours(paint.fill), colours(paint.stroke)];
    if (fill) attrs['fill'] = fill;
    if (stroke) {
      attrs['stroke'] = stroke;
      attrs['strokeWidth'] = round(Math.min(200, paint.strokeWidth));
      if (paint.dash) attrs['dash'] = true;
    }
    if (paint.opacity < 1) attrs['opacity'] = round(paint.opacity);
    return attrs;
  };
  const leaf = (type: 'shape' | 'text' | 'image', { x, y, w, h }: Rect, attrs: Record<string, unknown>): Piece => ({
    x,
    y,
    w,
    h,
    node: { id: newId(), type, attrs },
  });
  const sized = (attrs: Record<string, unknown>, w: number, h: number): Record<string, unknown> => {
    attrs['width'] = round(w);
    attrs['height'] = round(h);
    return attrs;
  };
  const group = (name: string, pieces: readonly Piece[]): Piece => {
    const at = around(pieces);
    // A rectangle behind all of them is what they stand on.
    const first = pieces[0];
    const ground =
      first?.node.type === 'box' &&
      first.node.children?.length === 0 &&
      pieces.length > 1 &&
      first.w >= at.w - 1 &&
      first.h >= at.h - 1
        ? first
        : null;
    const inner = ground ? pieces.slice(1) : pieces;
    for (const p of inner) place(nodes, p, at.x, at.y);
    const attrs = sized(ground ? ground.node.attrs : {}, at.w, at.h);
    attrs['flow'] = 'free';
    const node: Part = { id: newId(), type: 'box', attrs, children: inner.map((p) => p.node.id) };
    if (name) node.name = name;
    return { ...at, node };
  };
  const make = (s: Shape): Piece | null => {
    switch (s.kind) {
      case 'group': {
        const inside = made(s.inside, make);
        const [only] = inside;
        if (!only) return null;
        if (inside.length > 1) return group(s.name, inside);
        if (s.name && !only.node.name) only.node.name = s.name;
        return only;
      }
      case 'rect': {
        const attrs = painted(s.paint);
        if (attrs['fill'] === undefined && attrs['stroke'] === undefined) return null;
        sized(attrs, s.w, s.h);
        if (s.radius > 0) attrs['radius'] = round(s.radius);
        return { x: s.x, y: s.y, w: s.w, h: s.h, node: { id: newId(), type: 'box', attrs, children: [] } };
      }
      case 'ellipse':
      case 'path': {
        if (s.kind === 'path' && !isPathData(s.d)) return null;
        const attrs = painted(s.paint);
        attrs['shape'] = s.kind;
        if (s.kind === 'path') attrs['path'] = s.d;
        return leaf(
          'shape',
          s,
          sized(attrs, Math.max(s.kind === 'path' ? 1 : 0, s.w), Math.max(s.kind === 'path' ? 1 : 0, s.h)),
        );
      }
      case 'picture':
        return leaf('image', s, sized({ fill: '{means:surface}' }, s.w, s.h));
      case 'text': {
        const style = styles(`${s.size} ${s.weight}`);
        if (!style) return null;
        const para = paragraph(fonts, s.text, style, Infinity);
        const w = Math.ceil(para.width);
        const x = s.anchor === 'middle' ? s.x - w / 2 : s.anchor === 'end' ? s.x - w : s.x;
        const y = s.baseline - style.lineHeight / 2 - style.size * 0.35;
        const color = colours(s.paint.fill) ?? '#000000';
        const opacity = s.paint.opacity < 1 ? { opacity: round(s.paint.opacity) } : {};
        return leaf(
          'text',
          { x, y, w, h: style.lineHeight },
          { text: s.text, textStyle: `means:${style.means ?? 'body'}`, color, ...opacity },
        );
      }
    }
  };
  return Object.assign(make, { group });
}

/** The text style of a kit that is most like a size and a weight. */
function nearest(kit: Kit, size: number, weight: number): TextStyle | undefined {
  const all = Object.values(kit.textStyles).filter((s) => s.means !== undefined);
  const far = (s: TextStyle): number =>
    Math.abs(Math.log(s.size / Math.max(1, size))) * 4 + Math.abs(s.weight - weight) / 400;
  return all.sort((a, b) => far(a) - far(b))[0];
}

/** What stands over one another on the sheet without being in a group belongs together. */
function together(pieces: readonly Piece[], make: Make): readonly Piece[] {
  const parent = pieces.map((_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (parent[at] !== at) at = parent[at] = parent[parent[at] ?? at] ?? at;
    return at;
  };
  // Swept along the longer side of the sheet: few stand in line there.
  const all = pieces.length > 0 ? around(pieces) : null;
  const down = all !== null && all.h > all.w;
  const from = (p: Piece): number => (down ? p.y : p.x);
  const to = (p: Piece): number => (down ? p.y + p.h : p.x + p.w);
  const order = pieces.map((_, i) => i).sort((a, b) => from(pieces[a] as Piece) - from(pieces[b] as Piece));
  let open: number[] = [];
  for (const i of order) {
    const a = pieces[i] as Piece;
    open = open.filter((j) => to(pieces[j] as Piece) > from(a) + 1);
    for (const j of open) {
      const b = pieces[j] as Piece;
      if (b.x + b.w > a.x + 1 && a.x + a.w > b.x + 1 && b.y + b.h > a.y + 1 && a.y + a.h > b.y + 1)
        parent[find(i)] = find(j);
    }
    open.push(i);
  }
  const groups = new Map<number, Piece[]>();
  pieces.forEach((p, i) => {
    const of = groups.get(find(i));
    if (of) of.push(p);
    else groups.set(find(i), [p]);
  });
  return [...groups.values()].map((g) => (g.length === 1 && g[0] ? g[0] : make.group('', g)));
}
