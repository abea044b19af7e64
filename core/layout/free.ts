import type { Edge } from '../model/index.js';
import type { Look, RNode } from '../resolve/index.js';
import { holding, within, type LayoutPass, type LayoutResult } from './result.js';

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
  return { at: startIn(a, size, room), size: sizeIn(a, size, room) };
}
const held = (distance: number, edge: Edge, part: number): number => (edge === 'scale' ? distance * part : distance);
const partOf = (a: Along, size: number, room: number): number => {
  const was = a.near + size + (a.far ?? 0);
  return was > 0 ? room / was : 1;
};
function startIn(a: Along, size: number, room: number): number {
  if (a.far === null) return a.near;
  if (a.nearEdge !== 'float') return held(a.near, a.nearEdge, partOf(a, size, room));
  if (a.farEdge !== 'float') return room - held(a.far, a.farEdge, partOf(a, size, room)) - size;
  return a.near + (room - a.near - size - a.far) / 2;
}
function sizeIn(a: Along, size: number, room: number): number {
  if (a.far === null || !isHeld(a)) return size;
  const part = partOf(a, size, room);
  return Math.max(0, room - held(a.near, a.nearEdge, part) - held(a.far, a.farEdge, part));
}

/** How a part of a free box is placed along an axis. */
export function alongOf(look: Look, axis: 'w' | 'h'): Along {
  const { edges } = look;
  return axis === 'w'
    ? { near: look.x, far: look.right, nearEdge: edges?.left ?? 'pin', farEdge: edges?.right ?? 'float' }
    : { near: look.y, far: look.bottom, nearEdge: edges?.top ?? 'pin', farEdge: edges?.bottom ?? 'float' };
}
const isHeld = (a: Along): boolean => a.far !== null && a.nearEdge !== 'float' && a.farEdge !== 'float';

/** The size a part says it has; undefined: it says none. */
function own(look: Look, axis: 'w' | 'h'): number | undefined {
  const size = axis === 'w' ? look.width : look.height;
  return typeof size === 'number' ? within(look, axis, size) : undefined;
}
/** A size that edges or stretching give in a room; else its own. `natural`: what it takes by itself; px. */
function given(look: Look, a: Along, axis: 'w' | 'h', natural: number, room: number): number | undefined {
  if (isHeld(a)) return within(look, axis, sizeIn(a, natural, room));
  const size = axis === 'w' ? look.width : look.height;
  return size === 'stretch' ? within(look, axis, Math.max(0, room - a.near)) : own(look, axis);
}

/** Children where they are put, following their edges; what stretches fills the box from where it is. */
export function layoutFree(
  pass: LayoutPass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
): LayoutResult {
  const { look, children } = node;
  const [roomW, roomH] = [w ?? aw, h ?? ah];
  // As large as its content, a box is as large as what its parts were placed in, where they say so.
  let [right, bottom] = [0, 0];
  const first: LayoutResult[] = [];
  for (const c of children) {
    const box = pass.lay(pass, c, own(c.look, 'w'), own(c.look, 'h'), roomW, roomH);
    const { x, y, edges } = c.look;
    right = Math.max(right, x + box.w + (edges?.right === 'pin' ? (c.look.right ?? 0) : 0));
    bottom = Math.max(bottom, y + box.h + (edges?.bottom === 'pin' ? (c.look.bottom ?? 0) : 0));
    first.push(box);
  }
  const wide = w ?? within(look, 'w', right);
  const high = h ?? within(look, 'h', bottom);
  const kids: LayoutResult[] = [];
  const places: number[] = [];
  for (let i = 0; i < children.length; i++) {
    const c = children[i] as RNode;
    const natural = first[i] as LayoutResult;
    const across = alongOf(c.look, 'w');
    const down = alongOf(c.look, 'h');
    const cw = given(c.look, across, 'w', natural.w, wide);
    let box = cw === undefined || cw === natural.w ? natural : pass.lay(pass, c, cw, own(c.look, 'h'), roomW, roomH);
    const ch = given(c.look, down, 'h', box.h, high);
    if (ch !== undefined && ch !== box.h) box = pass.lay(pass, c, cw ?? box.w, ch, roomW, roomH);
    places.push(
      startIn(across, isHeld(across) ? natural.w : box.w, wide),
      startIn(down, isHeld(down) ? natural.h : box.h, high),
    );
    kids.push(box);
  }
  return holding(node, wide, high, kids, places);
}
