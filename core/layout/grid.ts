import type { Track } from '../model/index.js';
import type { Look, RNode } from '../resolve/index.js';
import { same, within, type LayoutPass, type LayoutResult } from './result.js';

/** Where the columns and rows of a grid came to lie (px from its left and top edge), and in which of them its children are. */
export interface GridLines {
  readonly columns: readonly { readonly at: number; readonly size: number }[];
  readonly rows: readonly { readonly at: number; readonly size: number }[];
  readonly cells: readonly Cell[];
}
/** Where a child stands: which column and row it begins in, from 0, and how many of each it takes. */
export interface Cell {
  readonly column: number;
  readonly row: number;
  readonly span: number;
  readonly rowSpan: number;
}

/** No grid has more rows than this, whatever is asked for. */
const MOST_ROWS = 2000;

/**
 * Finds a cell for each child, row by row, as CSS grid's sparse placement does (CSS Grid Layout 1, 8.5): first what names its
 * column and row, then what names its row, then the others behind one another.
 */
export function cellsOf(children: readonly RNode[], columns: number): readonly Cell[] {
  const inTurn = cellsInTurn(children, columns);
  if (inTurn) return inTurn;
  const taken: Uint8Array[] = [];
  const rowAt = (r: number): Uint8Array => {
    while (taken.length <= r) taken.push(new Uint8Array(columns));
    return taken[r] as Uint8Array;
  };
  const isFree = (c: number, r: number, span: number, rowSpan: number): boolean => {
    for (let y = r; y < r + rowSpan; y++) {
      const row = rowAt(y);
      for (let x = c; x < c + span; x++) if (row[x]) return false;
    }
    return true;
  };
  const cells: Cell[] = [];
  const take = (i: number, column: number, row: number, span: number, rowSpan: number): void => {
    for (let y = row; y < row + rowSpan; y++) rowAt(y).fill(1, column, column + span);
    cells[i] = { column, row, span, rowSpan };
  };
  const wanted = children.map(({ look }) => {
    const span = Math.min(columns, Math.max(1, look.span));
    return {
      span,
      rowSpan: Math.min(MOST_ROWS, Math.max(1, look.rowSpan)),
      column: look.column > 0 ? Math.min(look.column - 1, columns - span) : -1,
      row: look.row > 0 ? Math.min(look.row, MOST_ROWS) - 1 : -1,
    };
  });
  wanted.forEach((w, i) => w.column >= 0 && w.row >= 0 && take(i, w.column, w.row, w.span, w.rowSpan));
  const reached = new Map<number, number>();
  wanted.forEach((w, i) => {
    if (w.row < 0 || w.column >= 0) return;
    let c = reached.get(w.row) ?? 0;
    while (c + w.span <= columns && !isFree(c, w.row, w.span, w.rowSpan)) c++;
    // A row that is full has no column more: what names it lies over what is there.
    if (c + w.span > columns) c = columns - w.span;
    reached.set(w.row, c + w.span);
    take(i, c, w.row, w.span, w.rowSpan);
  });
  let [row, column] = [0, 0];
  wanted.forEach((w, i) => {
    if (w.row >= 0) return;
    if (w.column >= 0) {
      if (w.column < column) row++;
      column = w.column;
      while (!isFree(column, row, w.span, w.rowSpan)) row++;
    } else
      while (column + w.span > columns || !isFree(column, row, w.span, w.rowSpan))
        if (++column + w.span > columns) [row, column] = [row + 1, 0];
    take(i, column, row, w.span, w.rowSpan);
    column += w.span;
  });
  return cells;
}

/** The cells of children that name none and take one row each: one behind the other. Null when some do otherwise. */
function cellsInTurn(children: readonly RNode[], columns: number): readonly Cell[] | null {
  const cells: Cell[] = [];
  let [row, column] = [0, 0];
  for (const { look } of children) {
    if (look.column > 0 || look.row > 0 || look.rowSpan > 1) return null;
    const span = Math.min(columns, Math.max(1, look.span));
    if (column + span > columns) [row, column] = [row + 1, 0];
    cells.push({ column, row, span, rowSpan: 1 });
    column += span;
  }
  return cells;
}

/** The columns there are in a width (px; undefined: as wide as it likes): as listed, or as many as fit of a least width. */
function tracksIn(look: Look, inner: number | undefined): readonly Track[] {
  if (look.minColumn <= 0) return look.tracks;
  const fit = inner === undefined ? 1 : Math.floor((inner + look.gap + 0.001) / Math.max(1, look.minColumn + look.gap));
  return equal(Math.max(1, Math.min(fit, 500)));
}
const alike: (readonly Track[])[] = [];
/** So many equal columns; the same list each time. */
function equal(n: number): readonly Track[] {
  let known = alike[n];
  if (!known) alike[n] = known = Array.from({ length: n }, () => ({ kind: 'fr', size: 1 }));
  return known;
}

const sum = (list: readonly number[], from: number, to: number): number => {
  let total = 0;
  for (let i = from; i < to; i++) total += list[i] ?? 0;
  return total;
};

/** Shares what is missing among some of the tracks, alike. */
function share(sizes: number[], which: readonly number[], missing: number): void {
  if (missing <= 0 || which.length === 0) return;
  for (const i of which) sizes[i] = (sizes[i] ?? 0) + missing / which.length;
}

/** Columns of parts and px alone: what is in them says nothing. Null when there are others. `room`: less the gaps, px. */
function sharedOnly(tracks: readonly Track[], room: number): readonly number[] | null {
  let parts = 0;
  let spare = room;
  for (const t of tracks) {
    if (t.kind === 'auto') return null;
    if (t.kind === 'fr') parts += t.size;
    else spare -= t.size;
  }
  const part = Math.max(0, spare) / Math.max(1, parts);
  const sizes: number[] = [];
  for (const t of tracks) sizes.push(t.kind === 'fr' ? part * t.size : t.kind === 'px' ? t.size : 0);
  return sizes;
}

/** How wide the columns are: px. `inner`: the room there is; undefined: as much as they like. */
function widths(
  tracks: readonly Track[],
  cells: readonly Cell[],
  inner: number | undefined,
  gap: number,
  content: (i: number, least: boolean) => number,
): readonly number[] {
  const quick = inner === undefined ? null : sharedOnly(tracks, inner - gap * (tracks.length - 1));
  if (quick) return quick;
  const autos = tracks.flatMap((t, i) => (t.kind === 'auto' ? [i] : []));
  const parts = tracks.reduce((n, t) => n + (t.kind === 'fr' ? t.size : 0), 0);
  const least = tracks.map((t) => (t.kind === 'px' ? t.size : 0));
  const most = [...least];
  let several: { readonly c: Cell; readonly i: number }[] | null = null;
  /** What a column holds alone first, then what reaches over several of them; fewer before more. */
  const grow = (sizes: number[], small: boolean): void => {
    for (let i = 0; i < cells.length; i++) {
      const c = cells[i] as Cell;
      if (c.span === 1 && tracks[c.column]?.kind === 'auto')
        sizes[c.column] = Math.max(sizes[c.column] ?? 0, content(i, small));
    }
    several ??= cells
      .map((c, i) => ({ c, i }))
      .filter(({ c }) => c.span > 1 && autos.some((x) => x >= c.column && x < c.column + c.span))
      .sort((x, y) => x.c.span - y.c.span);
    for (const { c, i } of several) {
      const own = tracks.slice(c.column, c.column + c.span);
      if (own.some((t) => t.kind === 'fr')) continue;
      const missing = content(i, small) - sum(sizes, c.column, c.column + c.span) - gap * (c.span - 1);
      share(
        sizes,
        autos.filter((x) => x >= c.column && x < c.column + c.span),
        missing,
      );
    }
  };
  if (autos.length > 0) {
    grow(most, false);
    // How narrow they can be matters only where they do not all get what they like best.
    const fits = inner !== undefined && sum(most, 0, most.length) + gap * (tracks.length - 1) <= inner;
    if (inner !== undefined && !fits) grow(least, true);
  }
  const gaps = gap * (tracks.length - 1);
  if (inner === undefined) {
    // As wide as it likes: parts are as wide as the widest asks for a part.
    let part = 0;
    cells.forEach((c, i) => {
      const own = tracks.slice(c.column, c.column + c.span);
      const n = own.reduce((a, t) => a + (t.kind === 'fr' ? t.size : 0), 0);
      if (n > 0)
        part = Math.max(
          part,
          (content(i, false) - sum(most, c.column, c.column + c.span) - gap * (c.span - 1)) / Math.max(1, n),
        );
    });
    return tracks.map((t, i) => (t.kind === 'fr' ? part * t.size : (most[i] ?? 0)));
  }
  // Columns as wide as their content get what they like best as far as there is room, each as much as the others.
  const sizes = autos.length > 0 ? least.map((v, i) => Math.min(v, most[i] ?? v)) : [...least];
  let spare = inner - gaps - sum(sizes, 0, sizes.length);
  let open = autos.filter((i) => (most[i] ?? 0) > (sizes[i] ?? 0));
  while (spare > 0.001 && open.length > 0) {
    const each = Math.min(spare / open.length, ...open.map((i) => (most[i] ?? 0) - (sizes[i] ?? 0)));
    for (const i of open) sizes[i] = (sizes[i] ?? 0) + each;
    spare -= each * open.length;
    open = open.filter((i) => (most[i] ?? 0) - (sizes[i] ?? 0) > 0.001);
  }
  // Parts share the rest; less than one part in all takes only that much of it. Without parts the others share it.
  if (parts > 0) {
    const part = Math.max(0, spare) / Math.max(1, parts);
    return tracks.map((t, i) => (t.kind === 'fr' ? part * t.size : (sizes[i] ?? 0)));
  }
  share(sizes, autos, spare);
  return sizes;
}

/**
 * How tall rows are: as tall as what stands in one of them alone; what reaches over several makes those taller that hold nothing
 * alone, else all of them alike (CSS Grid Layout 1, 12.5).
 */
function heights(
  count: number,
  cells: readonly Cell[],
  boxes: readonly LayoutResult[],
  gap: number,
): readonly number[] {
  const rows: number[] = [];
  for (let i = 0; i < count; i++) rows.push(0);
  let several = false;
  for (let i = 0; i < cells.length; i++) {
    const c = cells[i] as Cell;
    const { h } = boxes[i] as LayoutResult;
    if (c.rowSpan > 1) several = true;
    else if (h > (rows[c.row] ?? 0)) rows[c.row] = h;
  }
  return several ? stretched(rows, cells, boxes, gap) : rows;
}
/** The same with what reaches over several of them. */
function stretched(
  rows: number[],
  cells: readonly Cell[],
  boxes: readonly LayoutResult[],
  gap: number,
): readonly number[] {
  const open = new Set(rows.keys());
  for (const c of cells) if (c.rowSpan === 1) open.delete(c.row);
  const spans = [...new Set(cells.map((c) => c.rowSpan))].filter((n) => n > 1).sort((x, y) => x - y);
  for (const span of spans) {
    const more = new Map<number, number>();
    cells.forEach((c, i) => {
      if (c.rowSpan !== span) return;
      const own = Array.from({ length: span }, (_, k) => c.row + k);
      const missing = (boxes[i]?.h ?? 0) - sum(rows, c.row, c.row + span) - gap * (span - 1);
      const takes = own.some((r) => open.has(r)) ? own.filter((r) => open.has(r)) : own;
      for (const r of takes) more.set(r, Math.max(more.get(r) ?? 0, missing / takes.length));
    });
    for (const [r, by] of more) {
      rows[r] = (rows[r] ?? 0) + Math.max(0, by);
      open.delete(r);
    }
  }
  return rows;
}

/** Where tracks lie one behind the other: px. `from`: where the first begins. */
function tracksFrom(sizes: readonly number[], from: number, gap: number): GridLines['columns'] {
  const found: { at: number; size: number }[] = [];
  let at = from;
  for (const size of sizes) {
    found.push({ at, size });
    at += size + gap;
  }
  return found;
}
/** The room that some tracks in a row have together, the gaps between them with it: px. */
function roomOf(tracks: GridLines['columns'], from: number, span: number): number {
  const first = tracks[from];
  if (span === 1) return first?.size ?? 0;
  const last = tracks[from + span - 1];
  return first && last ? last.at + last.size - first.at : 0;
}

/**
 * A grid: columns of fixed widths, of their content’s, or of parts of the room, as CSS grid lays them; rows as tall as what is in
 * them. A part is of the room alone, never wider for its content (CSS’s `minmax(0, 1fr)`), so equal columns stay equal.
 */
export function layoutGrid(
  pass: LayoutPass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
): LayoutResult {
  const { look, children } = node;
  const padX = look.paddingLeft + look.paddingRight;
  const limit = w ?? within(look, 'w', aw);
  const inner = limit < Infinity ? Math.max(0, limit - padX) : undefined;
  let tracks = tracksIn(look, inner);
  let cells = cellsOf(children, tracks.length);
  if (look.minColumn > 0 && cells.length > 0) {
    // Of columns that only fit in, those with nothing in them are not there.
    const used = tracks.map((_t, i) => cells.some((c) => i >= c.column && i < c.column + c.span));
    if (used.includes(false)) {
      const before = (i: number): number => used.slice(0, i).filter(Boolean).length;
      cells = cells.map((c) => ({ ...c, column: before(c.column) }));
      tracks = tracks.filter((_t, i) => used[i]);
    }
  }
  const sizes = widths(tracks, cells, inner, look.gap, (i, least) => {
    const c = children[i] as RNode;
    const given = typeof c.look.width === 'number' ? within(c.look, 'w', c.look.width) : undefined;
    return given ?? pass.lay(pass, c, undefined, undefined, least ? 0 : Infinity, Infinity).w;
  });
  const columns = tracksFrom(sizes, look.paddingLeft, look.gap);

  const first: LayoutResult[] = [];
  let last = 0;
  for (let i = 0; i < children.length; i++) {
    const c = children[i] as RNode;
    const cell = cells[i] as Cell;
    const room = roomOf(columns, cell.column, cell.span);
    const { width, height } = c.look;
    const fills = width === 'stretch' || (width === 'fit' && look.align === 'stretch');
    const cw = typeof width === 'number' ? within(c.look, 'w', width) : fills ? within(c.look, 'w', room) : undefined;
    const ch = typeof height === 'number' ? within(c.look, 'h', height) : undefined;
    first.push(pass.lay(pass, c, cw, ch, room, Infinity));
    if (cell.row + cell.rowSpan > last) last = cell.row + cell.rowSpan;
  }
  const rows = tracksFrom(heights(last, cells, first, look.rowGap), look.paddingTop, look.rowGap);

  const kids: LayoutResult[] = [];
  const places: number[] = [];
  for (let i = 0; i < children.length; i++) {
    const c = children[i] as RNode;
    const cell = cells[i] as Cell;
    const box = first[i] as LayoutResult;
    const tall = roomOf(rows, cell.row, cell.rowSpan);
    const { height } = c.look;
    const fills = height === 'stretch' || (height === 'fit' && look.align === 'stretch');
    const final =
      fills && !same(box.h, tall)
        ? pass.lay(pass, c, box.w, within(c.look, 'h', tall), roomOf(columns, cell.column, cell.span), tall)
        : box;
    kids.push(final);
    const left = tall - final.h;
    places.push(
      columns[cell.column]?.at ?? look.paddingLeft,
      (rows[cell.row]?.at ?? look.paddingTop) + (look.align === 'center' ? left / 2 : look.align === 'end' ? left : 0),
    );
  }
  const wide = roomOf(columns, 0, columns.length) + padX;
  const high = roomOf(rows, 0, last) + look.paddingTop + look.paddingBottom;
  return {
    node,
    w: w ?? (inner !== undefined ? limit : within(look, 'w', wide)),
    h: h ?? within(look, 'h', high),
    kids: kids.slice(),
    places: places.slice(),
    para: undefined,
    lines: { columns, rows, cells },
    textX: 0,
  };
}
