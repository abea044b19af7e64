import { assign, similarity } from '../match/index.js';
import {
  PLACEMENT_ATTRS,
  childrenOf,
  sameJson,
  type Json,
  type Node,
  type NodeId,
  type Nodes,
} from '../model/index.js';

/** A tree of parts, from one of them down. */
export interface Piece {
  readonly nodes: Nodes;
  readonly root: NodeId;
}

/** What a part says or shows: that may differ in things that are alike. */
const CONTENT: ReadonlySet<string> = new Set(['text', 'icon', 'asset', 'visible', 'focalX', 'focalY', 'zoom']);
/** What a part says of its place among others: that is no part of what it is. */
const PLACE: ReadonlySet<string> = new Set(PLACEMENT_ATTRS);

/** What being of one kind is worth, and what looking the same. */
const KIND = 0.3;
const STYLE = 0.7;

/** How much two records of attributes agree: 0 to 1, by how many of those that either has are the same. */
function sameStyle(a: Node, b: Node): number {
  const names = new Set([...Object.keys(a.attrs), ...Object.keys(b.attrs)]);
  let all = 0;
  let same = 0;
  for (const name of names) {
    if (CONTENT.has(name) || PLACE.has(name)) continue;
    all++;
    const x = (a.attrs as Readonly<Record<string, Json>>)[name];
    const y = (b.attrs as Readonly<Record<string, Json>>)[name];
    if (x !== undefined && y !== undefined && sameJson(x, y)) same++;
  }
  return all === 0 ? 1 : same / all;
}

/**
 * How alike two things are, 0 to 1: kind, structure and style counted, what they say left out. A part without counterpart costs
 * what it weighs; the best pairing of children counts, in the order that fits best (an assignment, as in tree edit distance
 * restricted to like levels: Zhang, Pattern Recognition 28(3), 1995).
 */
export function likeness(a: Piece, b: Piece): number {
  const p = a.nodes[a.root];
  const q = b.nodes[b.root];
  if (!p || !q || p.type !== q.type) return 0;
  // Most are leaves.
  if (p.type !== 'instance' && childrenOf(p).length === 0 && childrenOf(q).length === 0)
    return KIND + STYLE * sameStyle(p, q);
  const known = new Map<string, number>();
  const weights = [weigh(a.nodes), weigh(b.nodes)] as const;
  const of = (x: NodeId, y: NodeId): number => {
    const key = `${x} ${y}`;
    let found = known.get(key);
    if (found === undefined) known.set(key, (found = compare(x, y)));
    return found;
  };
  const compare = (x: NodeId, y: NodeId): number => {
    const p = a.nodes[x];
    const q = b.nodes[y];
    if (!p || !q || p.type !== q.type) return 0;
    if (p.type === 'instance' && q.type === 'instance' && p.component !== q.component) return 0.25;
    const own = KIND + STYLE * sameStyle(p, q);
    const xs = childrenOf(p);
    const ys = childrenOf(q);
    if (xs.length === 0 && ys.length === 0) return own;
    const wx = xs.map((c) => weights[0](c));
    const wy = ys.map((c) => weights[1](c));
    const total = wx.reduce((s, w) => s + w, 0) + wy.reduce((s, w) => s + w, 0);
    const pairs = pairing(xs, ys, of);
    let shared = 0;
    pairs.forEach((j, i) => {
      const yc = ys[j];
      const xc = xs[i];
      if (yc !== undefined && xc !== undefined) shared += of(xc, yc) * ((wx[i] ?? 0) + (wy[j] ?? 0));
    });
    return (own + (shared / Math.max(1, total)) * Math.max(1, total / 2)) / (1 + Math.max(1, total / 2));
  };
  return of(a.root, b.root);
}

/** For each of `xs` the index in `ys` of what it is paired with, or -1. Lists that are alike one by one need no assignment. */
function pairing(
  xs: readonly NodeId[],
  ys: readonly NodeId[],
  of: (x: NodeId, y: NodeId) => number,
): readonly number[] {
  if (xs.length === ys.length && xs.every((x, i) => of(x, ys[i] as NodeId) > 0.95)) return xs.map((_, i) => i);
  const n = Math.max(1, xs.length, ys.length);
  if (n > MOST_ASSIGNED) return inOrder(xs, ys, of);
  // Of several that fit as well, those in order.
  return assign(xs.length, ys.length, (i, j) => {
    const fit = of(xs[i] as NodeId, ys[j] as NodeId);
    return fit < 0.2 ? 0 : fit * 100 - Math.abs(i - j) / n;
  });
}

/** Longer lists are paired in their order. */
const MOST_ASSIGNED = 40;
const AHEAD = 6;
function inOrder(
  xs: readonly NodeId[],
  ys: readonly NodeId[],
  of: (x: NodeId, y: NodeId) => number,
): readonly number[] {
  let next = 0;
  return xs.map((x) => {
    let best = -1;
    let fit = 0.2;
    for (let j = next; j < Math.min(ys.length, next + AHEAD); j++) {
      const f = of(x, ys[j] as NodeId);
      if (f > fit) {
        best = j;
        fit = f;
      }
      if (f > 0.95) break;
    }
    if (best >= 0) next = best + 1;
    return best;
  });
}

/** How many parts there are from a part down, itself counted. */
function weigh(nodes: Nodes): (id: NodeId) => number {
  const known = new Map<NodeId, number>();
  const of = (id: NodeId): number => {
    let n = known.get(id);
    if (n === undefined) {
      known.set(id, 1);
      const node = nodes[id];
      n = 1 + (node ? childrenOf(node).reduce((sum, c) => sum + of(c), 0) : 0);
      known.set(id, n);
    }
    return n;
  };
  return of;
}

/** What each part of `a` is in `b`: the root's are the roots; below, the best pairing of children that fit at all. */
export function pairParts(
  a: Piece,
  b: Piece,
  fixed: ReadonlyMap<NodeId, NodeId> = new Map(),
): ReadonlyMap<NodeId, NodeId> {
  const pairs = new Map<NodeId, NodeId>([[a.root, b.root], ...fixed]);
  const taken = new Set(pairs.values());
  const known = new Map<string, number>();
  const of = (x: NodeId, y: NodeId): number => {
    const key = `${x} ${y}`;
    let fit = known.get(key);
    if (fit === undefined) {
      fit = likeness({ nodes: a.nodes, root: x }, { nodes: b.nodes, root: y });
      const p = a.nodes[x];
      const q = b.nodes[y];
      if (fit > 0 && p && q) fit += 0.2 * similarity(nameOf(p), nameOf(q));
      known.set(key, fit);
    }
    return fit;
  };
  const open: NodeId[] = [a.root];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const p = a.nodes[at];
    const other = pairs.get(at);
    const q = other === undefined ? undefined : b.nodes[other];
    if (!p) continue;
    const xs = childrenOf(p).filter((c) => !pairs.has(c));
    const ys = q ? childrenOf(q).filter((c) => !taken.has(c)) : [];
    pairing(xs, ys, of).forEach((j, i) => {
      const x = xs[i];
      const y = ys[j];
      if (x === undefined || y === undefined || a.nodes[x]?.type !== b.nodes[y]?.type) return;
      pairs.set(x, y);
      taken.add(y);
    });
    open.push(...childrenOf(p));
  }
  return pairs;
}
const nameOf = (n: Node): string => n.name ?? (typeof n.attrs.text === 'string' ? n.attrs.text : n.type);

/** Of some things, those that are alike, first come first: groups of at least one, and how alike the least alike of each is. */
export function groupAlike(
  pieces: readonly Piece[],
  least: number,
): readonly { readonly members: readonly number[]; readonly likeness: number }[] {
  const groups: { members: number[]; likeness: number }[] = [];
  pieces.forEach((piece, i) => {
    for (const g of groups) {
      const first = pieces[g.members[0] ?? -1];
      const fit = first ? likeness(first, piece) : 0;
      if (fit < least) continue;
      g.members.push(i);
      g.likeness = Math.min(g.likeness, fit);
      return;
    }
    groups.push({ members: [i], likeness: 1 });
  });
  return groups;
}
