import type { Edge } from '../model/index.js';
import type { Look, RNode } from '../resolve/index.js';
import { holding, within, type Pass, type Rough } from './rough.js';

/** Where something lies along one axis, and what its two edges do when the room changes: px. */
export interface Along {
  /** From the near edge of the box (left, top) to the thing. */
  readonly near: number;
  /** From the thing to the far edge (right, bottom), in the room it was placed in; null: it was never said. */
  readonly far: number | null;
  readonly nearEdge: Edge;
  readonly farEdge: Edge;
}

/**
 * Where a thing lies in a room of another size. A kept edge keeps its distance, a shared one its part of the room, a free one
 * gives way; with both held the thing grows, with both free it keeps its distance from the middle. The room it was placed in
 * is `near + size + far`, so nothing is ever rewritten, and a room that is as it was has everything where it was.
 * @param size what the thing takes when no two edges hold it
 * @returns where it begins, and how large it is; px
 */
export function alongIn(a: Along, size: number, room: number): { readonly at: number; readonly size: number } {
  if (a.far === null) return { at: a.near, size };
  const was = a.near + size + a.far;
  const part = was > 0 ? room / was : 1;
  const held = (distance: number, edge: Edge): number | null =>
    edge === 'keep' ? distance : edge === 'share' ? distance * part : null;
  const near = held(a.near, a.nearEdge);
  const far = held(a.far, a.farEdge);
  if (near !== null && far !== null) return { at: near, size: Math.max(0, room - near - far) };
  if (near !== null) return { at: near, size };
  if (far !== null) return { at: room - far - size, size };
  return { at: a.near + (room - was) / 2, size };
}

/** How a part of a free box is placed along an axis. */
export function alongOf(look: Look, axis: 'w' | 'h'): Along {
  const { edges } = look;
  return axis === 'w'
    ? { near: look.x, far: look.right, nearEdge: edges?.left ?? 'keep', farEdge: edges?.right ?? 'free' }
    : { near: look.y, far: look.bottom, nearEdge: edges?.top ?? 'keep', farEdge: edges?.bottom ?? 'free' };
}
const isHeld = (a: Along): boolean => a.far !== null && a.nearEdge !== 'free' && a.farEdge !== 'free';

/** Children where they are put, following their edges; what stretches fills the box from where it is. */
export function layFree(
  pass: Pass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
): Rough {
  const { look } = node;
  const lay = (c: RNode, cw: number | undefined, ch: number | undefined): Rough =>
    pass.lay(pass, c, cw, ch, w ?? aw, h ?? ah);
  const own = (c: RNode, axis: 'w' | 'h'): number | undefined => {
    const size = axis === 'w' ? c.look.width : c.look.height;
    return typeof size === 'number' ? within(c.look, axis, size) : undefined;
  };
  /** A size that edges or stretching give; undefined: its own. `natural`: what it takes by itself. */
  const given = (c: RNode, axis: 'w' | 'h', natural: number, room: number | undefined): number | undefined => {
    const a = alongOf(c.look, axis);
    const size = axis === 'w' ? c.look.width : c.look.height;
    if (room === undefined) return own(c, axis);
    if (isHeld(a)) return within(c.look, axis, alongIn(a, natural, room).size);
    return size === 'stretch' ? within(c.look, axis, Math.max(0, room - a.near)) : own(c, axis);
  };
  // As large as its content, a box is as large as what its parts were placed in, where they say so.
  let [right, bottom] = [0, 0];
  const first = node.children.map((c) => {
    const box = lay(c, own(c, 'w') ?? given(c, 'w', 0, undefined), own(c, 'h'));
    right = Math.max(right, c.look.x + box.w + (c.look.edges?.right === 'keep' ? (c.look.right ?? 0) : 0));
    bottom = Math.max(bottom, c.look.y + box.h + (c.look.edges?.bottom === 'keep' ? (c.look.bottom ?? 0) : 0));
    return box;
  });
  const wide = w ?? within(look, 'w', right);
  const high = h ?? within(look, 'h', bottom);
  const places: number[] = [];
  const kids = node.children.map((c, i) => {
    const natural = first[i] as Rough;
    const cw = given(c, 'w', natural.w, wide);
    let box = cw === undefined || cw === natural.w ? natural : lay(c, cw, own(c, 'h'));
    const ch = given(c, 'h', box.h, high);
    if (ch !== undefined && ch !== box.h) box = lay(c, cw ?? box.w, ch);
    const across = alongOf(c.look, 'w');
    const down = alongOf(c.look, 'h');
    places.push(
      isHeld(across) ? alongIn(across, natural.w, wide).at : alongIn(across, box.w, wide).at,
      isHeld(down) ? alongIn(down, natural.h, high).at : alongIn(down, box.h, high).at,
    );
    return box;
  });
  return holding(node, wide, high, kids, places);
}
