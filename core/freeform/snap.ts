import type { Rect } from '../place/index.js';

/** What something can be brought in line with. Where several are as near, the first named wins. */
export const SNAPS = ['guide', 'edge', 'centre', 'gap', 'column', 'base'] as const;
export type Snap = (typeof SNAPS)[number];
export type Axis = 'x' | 'y';

/** A line that shows what something is in line with, px: across `axis` at `at`, from `from` to `to` along the other. */
export interface SnapLine {
  readonly axis: Axis;
  readonly kind: Snap;
  readonly at: number;
  readonly from: number;
  readonly to: number;
}
/** A distance that is shown: px, with its own length. */
export interface Measure {
  readonly axis: Axis;
  readonly from: number;
  readonly to: number;
  /** Where across the other axis. */
  readonly at: number;
}
export interface Snapped {
  readonly dx: number;
  readonly dy: number;
  readonly lines: readonly SnapLine[];
  /** The gaps that came out equal. */
  readonly gaps: readonly Measure[];
}

interface Candidate {
  readonly at: number;
  readonly kind: Snap;
  /** From where to where it reaches across. */
  readonly from: number;
  readonly to: number;
}
/** Everything a thing can be brought in line with, sorted once for a whole drag. */
export interface SnapField {
  readonly x: readonly Candidate[];
  readonly y: readonly Candidate[];
  readonly boxes: readonly Rect[];
  readonly base: number;
  readonly within: Rect;
}
/** What is shown on a screen to be in line with; what is not shown, nothing snaps to. */
export interface SnapTo {
  readonly boxes: readonly Rect[];
  /** The box or screen that holds them. */
  readonly within: Rect;
  readonly guides?: readonly { readonly axis: Axis; readonly at: number }[];
  /** The columns of the screen's grid. */
  readonly columns?: readonly { readonly at: number; readonly size: number }[];
  /** Steps of the base grid, from the top and the left of what holds them; 0: none. */
  readonly base?: number;
}

/** Collects and sorts what there is to be in line with. */
export function snapField({ boxes, within, guides = [], columns = [], base = 0 }: SnapTo): SnapField {
  const x: Candidate[] = [];
  const y: Candidate[] = [];
  const edges = (r: Rect): void => {
    const [right, bottom] = [r.x + r.w, r.y + r.h];
    for (const at of [r.x, right]) x.push({ at, kind: 'edge', from: r.y, to: bottom });
    for (const at of [r.y, bottom]) y.push({ at, kind: 'edge', from: r.x, to: right });
    x.push({ at: r.x + r.w / 2, kind: 'centre', from: r.y, to: bottom });
    y.push({ at: r.y + r.h / 2, kind: 'centre', from: r.x, to: right });
  };
  boxes.forEach(edges);
  edges(within);
  const [left, top] = [within.x, within.y];
  const [right, bottom] = [left + within.w, top + within.h];
  for (const g of guides)
    if (g.axis === 'x') x.push({ at: g.at, kind: 'guide', from: top, to: bottom });
    else y.push({ at: g.at, kind: 'guide', from: left, to: right });
  for (const c of columns)
    for (const at of [c.at, c.at + c.size]) x.push({ at, kind: 'column', from: top, to: bottom });
  const order = (a: Candidate, b: Candidate): number => a.at - b.at;
  return { x: x.sort(order), y: y.sort(order), boxes, base, within };
}

/** The first candidate at or behind a place, by halving. */
function firstFrom(list: readonly Candidate[], at: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((list[middle]?.at ?? 0) < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

interface Found {
  readonly by: number;
  readonly kind: Snap;
}
const better = (a: Found | null, b: Found): boolean => {
  if (!a) return true;
  const d = Math.abs(b.by) - Math.abs(a.by);
  return d < -0.001 || (d < 0.001 && SNAPS.indexOf(b.kind) < SNAPS.indexOf(a.kind));
};

/** Gaps like those between neighbours: places for the near edge of something so long, on one axis. */
function gapPlaces(
  r: Rect,
  boxes: readonly Rect[],
  axis: Axis,
): readonly { readonly at: number; readonly gap: number }[] {
  const across = axis === 'x';
  const near = (b: Rect): number => (across ? b.x : b.y);
  const size = (b: Rect): number => (across ? b.w : b.h);
  const beside = (b: Rect): boolean =>
    across ? b.y < r.y + r.h && b.y + b.h > r.y : b.x < r.x + r.w && b.x + b.w > r.x;
  const row = boxes.filter(beside).sort((a, b) => near(a) - near(b));
  const places: { at: number; gap: number }[] = [];
  for (let i = 1; i < row.length; i++) {
    const [a, b] = [row[i - 1] as Rect, row[i] as Rect];
    const gap = near(b) - near(a) - size(a);
    if (gap < 0.5) continue;
    places.push({ at: near(b) + size(b) + gap, gap }, { at: near(a) - gap - size(r), gap });
    const room = gap - size(r);
    if (room > 0.5) places.push({ at: near(a) + size(a) + room / 2, gap: room / 2 });
  }
  return places;
}

/** Which edges and middles of a thing are brought in line: all when it is moved, the one that is dragged when it is resized. */
export type Parts = readonly ('near' | 'middle' | 'far')[];
const ALL: Parts = ['near', 'middle', 'far'];

/**
 * How far something must go to be in line with what is nearest, at most one thing along each axis.
 * @param slack so near it snaps: px
 */
export function snapTo(
  field: SnapField,
  r: Rect,
  slack: number,
  parts: { readonly x: Parts; readonly y: Parts } = { x: ALL, y: ALL },
): Snapped {
  const alongAxis = (axis: Axis): Found | null => {
    const near = axis === 'x' ? r.x : r.y;
    const size = axis === 'x' ? r.w : r.h;
    const list = field[axis];
    const own = parts[axis];
    let found: Found | null = null;
    const offer = (by: number, kind: Snap): void => {
      if (Math.abs(by) <= slack && better(found, { by, kind })) found = { by, kind };
    };
    for (const part of own) {
      const at = part === 'near' ? near : part === 'far' ? near + size : near + size / 2;
      for (let i = firstFrom(list, at - slack); i < list.length; i++) {
        const c = list[i] as Candidate;
        if (c.at > at + slack) break;
        // Middles meet middles; edges meet edges and whatever is drawn.
        if ((part === 'middle') === (c.kind === 'centre') || (part === 'middle' && c.kind === 'guide'))
          offer(c.at - at, c.kind);
      }
    }
    if (own === ALL) for (const p of gapPlaces(r, field.boxes, axis)) offer(p.at - near, 'gap');
    if (field.base > 0 && own.length > 0) {
      const from = axis === 'x' ? field.within.x : field.within.y;
      const at = own.includes('near') ? near : near + size;
      offer(from + Math.round((at - from) / field.base) * field.base - at, 'base');
    }
    return found;
  };
  const x = parts.x.length > 0 ? alongAxis('x') : null;
  const y = parts.y.length > 0 ? alongAxis('y') : null;
  const [dx, dy] = [x?.by ?? 0, y?.by ?? 0];
  const there: Rect = { x: r.x + dx, y: r.y + dy, w: r.w, h: r.h };
  return { dx, dy, ...shown(field, there, x !== null, y !== null, parts) };
}

/** What something is in line with where it is now: the lines and equal gaps to show. */
function shown(
  field: SnapField,
  r: Rect,
  onX: boolean,
  onY: boolean,
  parts: { readonly x: Parts; readonly y: Parts },
): Pick<Snapped, 'lines' | 'gaps'> {
  const lines: SnapLine[] = [];
  const gaps: Measure[] = [];
  for (const axis of ['x', 'y'] as const) {
    if (!(axis === 'x' ? onX : onY)) continue;
    const [near, size] = axis === 'x' ? [r.x, r.w] : [r.y, r.h];
    const [first, last] = axis === 'x' ? [r.y, r.y + r.h] : [r.x, r.x + r.w];
    const by = new Map<number, SnapLine>();
    for (const part of parts[axis]) {
      const at = part === 'near' ? near : part === 'far' ? near + size : near + size / 2;
      const list = field[axis];
      for (let i = firstFrom(list, at - 0.01); i < list.length; i++) {
        const c = list[i] as Candidate;
        if (c.at > at + 0.01) break;
        if ((part === 'middle') !== (c.kind === 'centre') && c.kind !== 'guide') continue;
        const known = by.get(c.at);
        by.set(c.at, {
          axis,
          kind: known?.kind ?? c.kind,
          at: c.at,
          from: Math.min(first, c.from, known?.from ?? first),
          to: Math.max(last, c.to, known?.to ?? last),
        });
      }
    }
    lines.push(...by.values());
    if (by.size > 0 || parts[axis] !== ALL) continue;
    const place = gapPlaces(r, field.boxes, axis).find((p) => Math.abs(p.at - near) < 0.01);
    if (!place) continue;
    for (const m of measuresOf(r, field.boxes, null))
      if (m.axis === axis && Math.abs(m.to - m.from - place.gap) < 0.02) gaps.push(m);
  }
  return { lines, gaps };
}

/**
 * How far something is from what is beside it on each side, or from the edges of what holds it where nothing is: px.
 * @param within null: only neighbours are told
 */
export function measuresOf(r: Rect, boxes: readonly Rect[], within: Rect | null): readonly Measure[] {
  const [right, bottom] = [r.x + r.w, r.y + r.h];
  let [toLeft, toRight] = [within ? within.x : -Infinity, within ? within.x + within.w : Infinity];
  let [toTop, toBottom] = [within ? within.y : -Infinity, within ? within.y + within.h : Infinity];
  for (const b of boxes) {
    if (b.y < bottom && b.y + b.h > r.y) {
      if (b.x + b.w <= r.x + 0.01) toLeft = Math.max(toLeft, b.x + b.w);
      if (b.x >= right - 0.01) toRight = Math.min(toRight, b.x);
    }
    if (b.x < right && b.x + b.w > r.x) {
      if (b.y + b.h <= r.y + 0.01) toTop = Math.max(toTop, b.y + b.h);
      if (b.y >= bottom - 0.01) toBottom = Math.min(toBottom, b.y);
    }
  }
  const [mx, my] = [r.x + r.w / 2, r.y + r.h / 2];
  const all: Measure[] = [
    { axis: 'x', from: toLeft, to: r.x, at: my },
    { axis: 'x', from: right, to: toRight, at: my },
    { axis: 'y', from: toTop, to: r.y, at: mx },
    { axis: 'y', from: bottom, to: toBottom, at: mx },
  ];
  return all.filter((m) => Number.isFinite(m.from) && Number.isFinite(m.to) && m.to - m.from > 0.01);
}
