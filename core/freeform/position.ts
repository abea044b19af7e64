import type { Step, TreeRef } from '../edit/index.js';
import { alongOf, type Box } from '../layout/index.js';
import { BOX_FLOWS, type BoxFlow, type Json, type Node, type NodeId, type Nodes } from '../model/index.js';
import type { Rect } from '../place/index.js';

/** Sizes and places are kept to a hundredth of a px. */
const tidy = (v: number): number => Math.round(v * 100) / 100;
const set = (tree: TreeRef, node: Node, name: string, value: Json): Step[] =>
  ((node.attrs as Readonly<Record<string, Json>>)[name] ?? null) === value
    ? []
    : [{ do: 'set', tree, node: node.id, field: `attrs.${name}`, value }];

/**
 * The steps that put something in a free box at a place, px from its left and top edge. Its distances to the far edges are
 * written too, so that its edges go by the room that it was placed in.
 * @param was how it lay before
 * @param room how large the free box is
 */
export function putSteps(
  tree: TreeRef,
  node: Node,
  was: Rect,
  to: Rect,
  room: { readonly w: number; readonly h: number },
): readonly Step[] {
  const steps: Step[] = [];
  const { edges } = node.attrs;
  const held = (near: string | undefined, far: string | undefined): boolean =>
    (near ?? 'pin') !== 'float' && (far ?? 'float') !== 'float';
  const one = (
    near: 'x' | 'y',
    far: 'right' | 'bottom',
    size: 'width' | 'height',
    at: number,
    w: number,
    before: number,
    all: number,
  ): void => {
    steps.push(...set(tree, node, near, tidy(at)), ...set(tree, node, far, tidy(all - at - w)));
    // A size that its edges gave becomes its own: it is what they go by from now on.
    const given = near === 'x' ? held(edges?.left, edges?.right) : held(edges?.top, edges?.bottom);
    if (Math.abs(w - before) > 0.005 || given) steps.push(...set(tree, node, size, tidy(w)));
  };
  one('x', 'right', 'width', to.x, to.w, was.w, room.w);
  one('y', 'bottom', 'height', to.y, to.h, was.h, room.h);
  return steps;
}

/** The steps that make something in a row, a column or a grid another size. `null`: that side stays as it is. */
export const sizeSteps = (tree: TreeRef, node: Node, w: number | null, h: number | null): readonly Step[] => [
  ...(w === null ? [] : set(tree, node, 'width', tidy(w))),
  ...(h === null ? [] : set(tree, node, 'height', tidy(h))),
];

/** Where something lies in the box that holds it: px from its left and top edge. */
export const inBox = (b: Rect, holder: Rect): Rect => ({ x: b.x - holder.x, y: b.y - holder.y, w: b.w, h: b.h });

/**
 * The steps that let the things in a box run another way, looking as nearly as can be as they do. Set free, everything stays
 * where it is; in rows, columns and grids things follow one another in the order in which they lie.
 * @param boxes how the things are laid out now, by id; the box itself among them
 */
export function turnSteps(
  tree: TreeRef,
  nodes: Nodes,
  id: NodeId,
  to: BoxFlow,
  boxes: ReadonlyMap<string, Box>,
): readonly Step[] {
  const node = nodes[id];
  const holder = boxes.get(id);
  if (node?.type !== 'box' || !holder || (node.attrs.flow ?? 'column') === to) return [];
  const there = node.children.flatMap((c) => {
    const n = nodes[c];
    const b = boxes.get(c);
    return n && b ? [{ n, b }] : [];
  });
  const steps: Step[] = [];
  if (BOX_FLOWS[to].along === 'none') {
    for (const { n, b } of there) {
      const at = inBox(b, holder);
      const fit = n.attrs.width === undefined || n.attrs.width === 'fit';
      steps.push(
        ...set(tree, n, 'x', tidy(at.x)),
        ...set(tree, n, 'y', tidy(at.y)),
        ...set(tree, n, 'right', tidy(holder.w - at.x - at.w)),
        ...set(tree, n, 'bottom', tidy(holder.h - at.y - at.h)),
        ...(fit && n.type === 'text' ? [] : sizeSteps(tree, n, at.w, null)),
        ...(n.attrs.height === 'stretch' ? sizeSteps(tree, n, null, at.h) : []),
      );
      // What took the whole width goes on doing so.
      if (n.attrs.width === 'stretch' || n.attrs.bleed)
        steps.push(...set(tree, n, 'edges', { left: 'pin', right: 'pin' }));
    }
    if (node.attrs.height === undefined || node.attrs.height === 'fit')
      steps.push(...sizeSteps(tree, node, null, holder.h));
    if (node.attrs.width === undefined || node.attrs.width === 'fit')
      steps.push(...sizeSteps(tree, node, holder.w, null));
  } else {
    const row = BOX_FLOWS[to].along === 'x';
    const order = [...there].sort((p, q) =>
      BOX_FLOWS[to].along === 'lines'
        ? p.b.y + p.b.h <= q.b.y || q.b.y + q.b.h <= p.b.y
          ? p.b.y - q.b.y
          : p.b.x - q.b.x
        : row
          ? p.b.x - q.b.x
          : p.b.y - q.b.y,
    );
    let after: NodeId | null = null;
    for (const [i, { n }] of order.entries()) {
      if (node.children[i] !== n.id) steps.push({ do: 'move', tree, node: n.id, into: { parent: id }, after });
      after = n.id;
    }
    const gaps = order.slice(1).map(({ b }, i) => {
      const before = (order[i] as { b: Box }).b;
      return row ? b.x - before.x - before.w : b.y - before.y - before.h;
    });
    const sorted = gaps.filter((g) => g >= 0).sort((a, b) => a - b);
    const gap = sorted[Math.floor(sorted.length / 2)];
    if (BOX_FLOWS[node.attrs.flow ?? 'column'].along === 'none') {
      if (gap !== undefined && BOX_FLOWS[to].along !== 'lines') steps.push(...set(tree, node, 'gap', tidy(gap)));
      const near = Math.max(0, Math.min(...order.map(({ b }) => (row ? b.x - holder.x : b.y - holder.y)), Infinity));
      const side = Math.max(0, Math.min(...order.map(({ b }) => (row ? b.y - holder.y : b.x - holder.x)), Infinity));
      if (order.length > 0 && Number.isFinite(near) && Number.isFinite(side))
        steps.push(
          ...set(tree, node, row ? 'paddingLeft' : 'paddingTop', tidy(near)),
          ...set(tree, node, row ? 'paddingTop' : 'paddingLeft', tidy(side)),
        );
    }
    for (const { n, b } of order) {
      const along = alongOf(b.node.look, 'w');
      const wide = along.nearEdge !== 'float' && along.farEdge !== 'float' && node.attrs.flow === 'free';
      if (wide && !row) steps.push(...set(tree, n, 'width', 'stretch'));
      for (const name of ['x', 'y', 'right', 'bottom', 'edges'] as const)
        if (n.attrs[name] !== undefined) steps.push(...set(tree, n, name, null));
    }
  }
  return [...set(tree, node, 'flow', to), ...steps];
}

/** How far things moved and how much they changed size between two layouts of the same tree: the most of any, px. */
export function movedBy(
  before: ReadonlyMap<string, Box>,
  after: ReadonlyMap<string, Box>,
  ids: readonly NodeId[],
): readonly { readonly id: NodeId; readonly by: number }[] {
  return ids.flatMap((id) => {
    const [a, b] = [before.get(id), after.get(id)];
    if (!a || !b) return [];
    const by = Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y), Math.abs(a.w - b.w), Math.abs(a.h - b.h));
    return by > 0.5 ? [{ id, by: Math.round(by) }] : [];
  });
}
