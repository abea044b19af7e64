import type { Rect } from '../place/index.js';

export const ALIGNS = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Align = (typeof ALIGNS)[number];

const around = (list: readonly Rect[]): Rect => {
  const x = Math.min(...list.map((r) => r.x));
  const y = Math.min(...list.map((r) => r.y));
  return {
    x,
    y,
    w: Math.max(...list.map((r) => r.x + r.w)) - x,
    h: Math.max(...list.map((r) => r.y + r.h)) - y,
  };
};

/** Brings things in line: with one another, or a single one with what holds it. Sizes stay; px. */
export function aligned(list: readonly Rect[], how: Align, within: Rect): readonly Rect[] {
  const to = list.length > 1 ? around(list) : within;
  return list.map((r) => {
    switch (how) {
      case 'left':
        return { ...r, x: to.x };
      case 'centre':
        return { ...r, x: to.x + (to.w - r.w) / 2 };
      case 'right':
        return { ...r, x: to.x + to.w - r.w };
      case 'top':
        return { ...r, y: to.y };
      case 'middle':
        return { ...r, y: to.y + (to.h - r.h) / 2 };
      case 'bottom':
        return { ...r, y: to.y + to.h - r.h };
    }
  });
}

/** Spreads things so that the gaps between them are equal; the outermost stay. Fewer than three stay as they are. */
export function spread(list: readonly Rect[], axis: 'x' | 'y'): readonly Rect[] {
  if (list.length < 3) return list;
  const near = (r: Rect): number => (axis === 'x' ? r.x : r.y);
  const size = (r: Rect): number => (axis === 'x' ? r.w : r.h);
  const order = list.map((_, i) => i).sort((a, b) => near(list[a] as Rect) - near(list[b] as Rect));
  const all = around(list);
  const room = (axis === 'x' ? all.w : all.h) - list.reduce((n, r) => n + size(r), 0);
  const gap = room / (list.length - 1);
  const made = [...list];
  let at = axis === 'x' ? all.x : all.y;
  for (const i of order) {
    const r = list[i] as Rect;
    made[i] = axis === 'x' ? { ...r, x: at } : { ...r, y: at };
    at += size(r) + gap;
  }
  return made;
}

/** Makes things as large as the last of them, along one axis or both. */
export function sameSize(list: readonly Rect[], axis: 'x' | 'y' | 'both'): readonly Rect[] {
  const like = list.at(-1);
  if (!like) return list;
  return list.map((r) => ({ ...r, ...(axis === 'y' ? {} : { w: like.w }), ...(axis === 'x' ? {} : { h: like.h }) }));
}
