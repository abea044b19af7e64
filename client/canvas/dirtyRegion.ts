import type { Primitive } from '../../core/index.js';

/** A rectangle, px of the picture. */
export interface Region {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

function same(a: Primitive | undefined, b: Primitive | undefined): boolean {
  if (a === b) return true;
  if (!a || !b || a.p !== b.p) return false;
  const x = a as unknown as Record<string, unknown>;
  const y = b as unknown as Record<string, unknown>;
  const keys = Object.keys(x);
  if (keys.length !== Object.keys(y).length) return false;
  return keys.every(
    (k) => x[k] === y[k] || (typeof x[k] === 'object' && JSON.stringify(x[k]) === JSON.stringify(y[k])),
  );
}

/** What a primitive covers; null: everything may be covered (a clip, a group, a free path). */
export function extent(p: Primitive): Region | null {
  switch (p.p) {
    case 'rect': {
      const blur = p.shadow ? p.shadow.blur * 2 + Math.max(Math.abs(p.shadow.x), Math.abs(p.shadow.y)) : 0;
      return { x1: p.x - blur, y1: p.y - blur, x2: p.x + p.w + blur, y2: p.y + p.h + blur };
    }
    case 'ellipse':
    case 'hatch':
    case 'image':
      return { x1: p.x, y1: p.y, x2: p.x + p.w, y2: p.y + p.h };
    case 'line': {
      const half = p.stroke.width;
      return {
        x1: Math.min(p.x1, p.x2) - half,
        y1: Math.min(p.y1, p.y2) - half,
        x2: Math.max(p.x1, p.x2) + half,
        y2: Math.max(p.y1, p.y2) + half,
      };
    }
    case 'text':
      return { x1: p.x - p.size, y1: p.y - p.size * 1.5, x2: p.x + p.width + p.size, y2: p.y + p.size };
    case 'path':
    case 'clip':
    case 'group':
    case 'end':
      return null;
  }
}

/** Does a primitive have to be drawn when only a region is? What frames others always is. */
export function touches(p: Primitive, r: Region): boolean {
  const e = extent(p);
  return e === null || (e.x1 < r.x2 && e.x2 > r.x1 && e.y1 < r.y2 && e.y2 > r.y1);
}

/** The region in which two pictures of the same size differ. `all`: it cannot be told; null: they do not. */
export function dirtyRegion(was: readonly Primitive[], now: readonly Primitive[]): Region | 'all' | null {
  let from = 0;
  while (from < was.length && from < now.length && same(was[from], now[from])) from++;
  if (from === was.length && from === now.length) return null;
  let a = was.length;
  let b = now.length;
  while (a > from && b > from && same(was[a - 1], now[b - 1])) {
    a--;
    b--;
  }
  let found: Region | null = null;
  for (const p of [...was.slice(from, a), ...now.slice(from, b)]) {
    const e = extent(p);
    if (!e) return 'all';
    found = found
      ? {
          x1: Math.min(found.x1, e.x1),
          y1: Math.min(found.y1, e.y1),
          x2: Math.max(found.x2, e.x2),
          y2: Math.max(found.y2, e.y2),
        }
      : e;
  }
  return found;
}
