import { isColour, toHex } from '../colour/index.js';
import { isPathData, type Attrs, type Kit, type Node, type NodeId, type TextStyle } from '../model/index.js';
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
/** A part with where it stands on the sheet. */
interface Piece extends Rect {
  readonly node: Node;
  /** Itself and all that is in it. */
  readonly all: readonly Node[];
}

const round = (n: number): number => Math.round(n * 100) / 100;
/** A colour as Dekkor says it; null: it is none that is known. */
const colour = (c: string | null): string | null => (c !== null && isColour(c) ? (toHex(c) ?? c) : null);

/**
 * Turns a sheet of drawings into loose parts: a box for each group, with a rectangle behind everything as its ground; texts in the
 * nearest text style of the kit; everything else as shapes. What stands over one another without a group is a drawing, too.
 * Throws RangeError with a sentence when it cannot be read.
 */
export function readSheetOfDrawings(source: string, kit: Kit, fonts: Fonts, newId: () => NodeId): ReadSheet {
  const drawing = readDrawing(source);
  const make = maker(kit, fonts, newId);
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
  const pieces = together(
    shown.flatMap((s) => make(s) ?? []),
    make,
  );
  const sorted = [...pieces].sort((a, b) => Math.round(a.y / 24) - Math.round(b.y / 24) || a.x - b.x);
  const root = newId();
  const nodes: Record<NodeId, Node> = {};
  for (const p of sorted) {
    for (const n of p.all) nodes[n.id] = n;
    nodes[p.node.id] = placed(p, 0, 0);
  }
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

const placed = (p: Piece, x: number, y: number): Node =>
  ({ ...p.node, attrs: { ...p.node.attrs, x: round(p.x - x), y: round(p.y - y) } }) as Node;
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
const painted = (paint: Paint): Attrs => {
  const [fill, stroke] = [colour(paint.fill), colour(paint.stroke)];
  return {
    ...(fill ? { fill } : {}),
    ...(stroke ? { stroke, strokeWidth: round(Math.min(200, paint.strokeWidth)) } : {}),
    ...(stroke && paint.dash ? { dash: true } : {}),
    ...(paint.opacity < 1 ? { opacity: round(paint.opacity) } : {}),
  };
};

type Make = ((shape: Shape) => Piece | null) & { group: (name: string, pieces: readonly Piece[]) => Piece };
function maker(kit: Kit, fonts: Fonts, newId: () => NodeId): Make {
  const leaf = (type: 'shape' | 'text' | 'image', at: Rect, attrs: Attrs, name?: string): Piece => {
    const node: Node = { id: newId(), type, ...(name ? { name } : {}), attrs };
    return { ...at, node, all: [node] };
  };
  const group = (name: string, pieces: readonly Piece[]): Piece => {
    const at = around(pieces);
    // A rectangle behind all of them is what they stand on.
    const first = pieces[0];
    const ground =
      first?.node.type === 'box' &&
      first.all.length === 1 &&
      pieces.length > 1 &&
      first.w >= at.w - 1 &&
      first.h >= at.h - 1
        ? first
        : null;
    const inner = ground ? pieces.slice(1) : pieces;
    const node: Node = {
      id: newId(),
      type: 'box',
      ...(name ? { name } : {}),
      attrs: { ...(ground ? ground.node.attrs : {}), flow: 'free', width: round(at.w), height: round(at.h) },
      children: inner.map((p) => p.node.id),
    };
    const inside = inner.flatMap((p) => p.all.map((n) => (n.id === p.node.id ? placed(p, at.x, at.y) : n)));
    return { ...at, node, all: [node, ...inside] };
  };
  const make = (s: Shape): Piece | null => {
    switch (s.kind) {
      case 'group': {
        const inside = s.inside.flatMap((c) => make(c) ?? []);
        const [only] = inside;
        if (!only) return null;
        return inside.length === 1
          ? { ...only, node: s.name && !only.node.name ? { ...only.node, name: s.name } : only.node }
          : group(s.name, inside);
      }
      case 'rect': {
        const attrs = {
          ...painted(s.paint),
          width: round(s.w),
          height: round(s.h),
          ...(s.radius > 0 ? { radius: round(s.radius) } : {}),
        };
        if (attrs.fill === undefined && attrs.stroke === undefined) return null;
        const node: Node = { id: newId(), type: 'box', attrs, children: [] };
        return { x: s.x, y: s.y, w: s.w, h: s.h, node, all: [node] };
      }
      case 'ellipse':
        return leaf('shape', s, { ...painted(s.paint), shape: 'ellipse', width: round(s.w), height: round(s.h) });
      case 'path':
        if (!isPathData(s.d)) return null;
        return leaf('shape', s, {
          ...painted(s.paint),
          shape: 'path',
          path: s.d,
          width: round(Math.max(1, s.w)),
          height: round(Math.max(1, s.h)),
        });
      case 'picture':
        return leaf('image', s, { width: round(s.w), height: round(s.h), fill: '{means:surface}' });
      case 'text': {
        const style = nearest(kit, s.size, s.weight);
        if (!style) return null;
        const para = paragraph(fonts, s.text, style, Infinity);
        const w = Math.ceil(para.width);
        const x = s.anchor === 'middle' ? s.x - w / 2 : s.anchor === 'end' ? s.x - w : s.x;
        const y = s.baseline - style.lineHeight / 2 - style.size * 0.35;
        const color = colour(s.paint.fill) ?? '#000000';
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
