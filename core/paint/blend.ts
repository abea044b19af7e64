import type { Box } from '../layout/index.js';
import { paint, type Primitive } from './primitives.js';

/** A picture moved by so much: px. */
export function translated(list: readonly Primitive[], dx: number, dy: number): readonly Primitive[] {
  if (dx === 0 && dy === 0) return list;
  return list.map((p): Primitive => {
    if (p.p === 'line') return { ...p, x1: p.x1 + dx, y1: p.y1 + dy, x2: p.x2 + dx, y2: p.y2 + dy };
    if (p.p === 'group' || p.p === 'end') return p;
    return { ...p, x: p.x + dx, y: p.y + dy };
  });
}

/** The parts of a screen that move and fade by themselves: things, and whatever holds none of them. */
function unitsOf(root: Box): readonly Box[] {
  const found: Box[] = [];
  const walk = (b: Box): void => {
    const plain = b.node.type === 'box' && !b.node.instance && b.children.length > 0;
    // A plain box with a ground of its own is drawn where it will be; what stands in it moves.
    if (plain) b.children.forEach(walk);
    else found.push(b);
  };
  root.children.forEach(walk);
  return found;
}
/** Grounds of plain boxes, without what stands in them. */
function groundsOf(root: Box): readonly Primitive[] {
  const out: Primitive[] = [];
  const walk = (b: Box): void => {
    const plain = b.node.type === 'box' && !b.node.instance && b.children.length > 0;
    if (!plain && b !== root) return;
    out.push(...paint({ ...b, children: [] }));
    b.children.forEach(walk);
  };
  walk(root);
  return out;
}

/** Two pictures of screens, with what of the one is the same in the other. */
export interface Blend {
  readonly from: Box;
  readonly to: Box;
  readonly pairs: readonly (readonly [Box, Box])[];
  readonly gone: readonly Box[];
  readonly fresh: readonly Box[];
}

/**
 * What moves and what fades between two pictures. Parts are matched by what they are: by their key on the same screen, on another by the
 * component that shows there, one after the other in reading order. Pure.
 * @param same both show the same screen
 */
export function blendOf(from: Box, to: Box, same: boolean): Blend {
  const [a, b] = [unitsOf(from), unitsOf(to)];
  const name = (x: Box): string => (same ? x.node.key : (x.node.instance?.shown ?? ''));
  const open = new Map<string, Box[]>();
  for (const x of a) {
    const key = name(x);
    if (key === '') continue;
    const list = open.get(key);
    if (list) list.push(x);
    else open.set(key, [x]);
  }
  const pairs: [Box, Box][] = [];
  const fresh: Box[] = [];
  for (const y of b) {
    const key = name(y);
    const x = key === '' ? undefined : open.get(key)?.shift();
    if (x) pairs.push([x, y]);
    else fresh.push(y);
  }
  const met = new Set(pairs.map(([x]) => x));
  return { from, to, pairs, gone: a.filter((x) => !met.has(x)), fresh };
}

const faded = (list: readonly Primitive[], opacity: number): readonly Primitive[] =>
  opacity >= 1 ? list : opacity <= 0 ? [] : [{ p: 'group', opacity }, ...list, { p: 'end' }];

/** The picture between two, `t` of the way from 0 to 1. */
export function blended({ to, pairs, gone, fresh }: Blend, t: number): readonly Primitive[] {
  if (t >= 1) return paint(to);
  const out: Primitive[] = [...groundsOf(to)];
  for (const x of gone) out.push(...faded(paint(x), 1 - t));
  for (const [x, y] of pairs) {
    const [dx, dy] = [(x.x - y.x) * (1 - t), (x.y - y.y) * (1 - t)];
    const now = paint(y);
    // What looks as it did moves; what looks otherwise is faded over what was, where that moves along.
    if (x !== y && (x.w !== y.w || x.h !== y.h || x.node !== y.node))
      out.push(
        ...faded(translated(paint(x), dx + y.x - x.x, dy + y.y - x.y), 1 - t),
        ...faded(translated(now, dx, dy), t),
      );
    else out.push(...translated(now, dx, dy));
  }
  for (const y of fresh) out.push(...faded(paint(y), t));
  return out;
}

/**
 * A cubic Bézier easing curve (CSS Easing Functions 1, 2.3): how far something is for a part of the time that has passed.
 * Solved for time by bisection to a hundred-thousandth.
 */
export function easing([x1, y1, x2, y2]: readonly [number, number, number, number]): (time: number) => number {
  const at = (a: number, b: number, s: number): number => 3 * a * s * (1 - s) ** 2 + 3 * b * s ** 2 * (1 - s) + s ** 3;
  return (time) => {
    if (time <= 0) return 0;
    if (time >= 1) return 1;
    let [low, high] = [0, 1];
    for (let n = 0; n < 24; n++) {
      const s = (low + high) / 2;
      if (at(x1, x2, s) < time) low = s;
      else high = s;
    }
    return at(y1, y2, (low + high) / 2);
  };
}
