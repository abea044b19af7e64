import type { Track } from '../model/index.js';
import type { Look, RNode } from '../resolve/index.js';
import { holding, same, within, type Pass, type Rough } from './rough.js';

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

/** The columns there are in a width (px; undefined: as wide as it likes): as listed, or as many as fit of a least width. */
function tracksIn(look: Look, inner: number | undefined): readonly Track[] {
  if (look.leastColumn <= 0) return look.tracks;
  const fit =
    inner === undefined ? 1 : Math.floor((inner + look.gap + 0.001) / Math.max(1, look.leastColumn + look.gap));
  const n = Math.max(1, Math.min(fit, 500));
  return Array.from({ length: n }, () => ({ kind: 'fr', size: 1 }));
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

/** How wide the columns are: px. `inner`: the room there is; undefined: as much as they like. */
function widths(
  tracks: readonly Track[],
  cells: readonly Cell[],
  inner: number | undefined,
  gap: number,
  content: (i: number, least: boolean) => number,
): readonly number[] {
  const autos = tracks.flatMap((t, i) => (t.kind === 'auto' ? [i] : []));
  const parts = tracks.reduce((n, t) => n + (t.kind === 'fr' ? t.size : 0), 0);
  const least = tracks.map((t) => (t.kind === 'px' ? t.size : 0));
  const most = [...least];
  /** What a column holds alone first, then what reaches over several of them; fewer before more. */
  const grow = (sizes: number[], small: boolean): void => {
    const order = cells
      .map((c, i) => ({ c, i }))
      .filter(({ c }) => tracks.slice(c.column, c.column + c.span).some((t) => t.kind === 'auto'))
      .sort((a, b) => a.c.span - b.c.span);
    for (const { c, i } of order) {
      const own = tracks.slice(c.column, c.column + c.span);
      if (c.span > 1 && own.some((t) => t.kind === 'fr')) continue;
      const missing = content(i, small) - sum(sizes, c.column, c.column + c.span) - gap * (c.span - 1);
      share(
        sizes,
        autos.filter((a) => a >= c.column && a < c.column + c.span),
        missing,
      );
    }
  };
  if (autos.length > 0) {
    grow(most, false);
    if (inner !== undefined) grow(least, true);
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
  items: readonly { readonly from: number; readonly span: number; readonly size: number }[],
  gap: number,
): readonly number[] {
  const rows = Array.from({ length: count }, () => 0);
  const open = new Set(rows.keys());
  for (const i of items)
    if (i.span === 1) {
      rows[i.from] = Math.max(rows[i.from] ?? 0, i.size);
      open.delete(i.from);
    }
  const spans = [...new Set(items.map((i) => i.span))].filter((s) => s > 1).sort((a, b) => a - b);
  for (const span of spans) {
    const more = new Map<number, number>();
    for (const i of items) {
      if (i.span !== span) continue;
      const own = Array.from({ length: span }, (_, k) => i.from + k);
      const missing = i.size - sum(rows, i.from, i.from + span) - gap * (span - 1);
      const takes = own.some((r) => open.has(r)) ? own.filter((r) => open.has(r)) : own;
      for (const r of takes) more.set(r, Math.max(more.get(r) ?? 0, missing / takes.length));
    }
    for (const [r, by] of more) {
      rows[r] = (rows[r] ?? 0) + Math.max(0, by);
      open.delete(r);
    }
  }
  return rows;
}

/**
 * A grid: columns of fixed widths, of their content’s, or of parts of the room, as CSS grid lays them; rows as tall as what is in
 * them. A part is of the room alone, never wider for its content (CSS’s `minmax(0, 1fr)`), so equal columns stay equal.
 */
export function layGrid(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number): Rough {
  const { look, children } = node;
  const padX = look.paddingLeft + look.paddingRight;
  const limit = w ?? within(look, 'w', aw);
  const inner = limit < Infinity ? Math.max(0, limit - padX) : undefined;
  let tracks = tracksIn(look, inner);
  let cells = cellsOf(children, tracks.length);
  if (look.leastColumn > 0 && cells.length > 0) {
    // Of columns that only fit in, those with nothing in them are not there.
    const used = tracks.map((_t, i) => cells.some((c) => i >= c.column && i < c.column + c.span));
    const before = (i: number): number => used.slice(0, i).filter(Boolean).length;
    cells = cells.map((c) => ({ ...c, column: before(c.column) }));
    tracks = tracks.filter((_t, i) => used[i]);
  }
  const columns = widths(tracks, cells, inner, look.gap, (i, least) => {
    const c = children[i] as RNode;
    const given = typeof c.look.width === 'number' ? within(c.look, 'w', c.look.width) : undefined;
    return given ?? pass.lay(pass, c, undefined, undefined, least ? 0 : Infinity, Infinity).w;
  });
  const startOf = (c: number): number => look.paddingLeft + sum(columns, 0, c) + look.gap * c;

  const laid = children.map((c, i) => {
    const cell = cells[i] as Cell;
    const room = sum(columns, cell.column, cell.column + cell.span) + look.gap * (cell.span - 1);
    const fills = c.look.width === 'stretch' || (c.look.width === 'fit' && look.align === 'stretch');
    const cw =
      typeof c.look.width === 'number'
        ? within(c.look, 'w', c.look.width)
        : fills
          ? within(c.look, 'w', room)
          : undefined;
    const ch = typeof c.look.height === 'number' ? within(c.look, 'h', c.look.height) : undefined;
    const box = pass.lay(pass, c, cw, ch, room, Infinity);
    return { c, cell, cw, room, box };
  });
  const last = cells.reduce((n, c) => Math.max(n, c.row + c.rowSpan), 0);
  const rows = heights(
    last,
    laid.map(({ cell, box }) => ({ from: cell.row, span: cell.rowSpan, size: box.h })),
    look.rowGap,
  );

  const kids: Rough[] = [];
  const places: number[] = [];
  for (const { c, cell, cw, room, box } of laid) {
    const top = look.paddingTop + sum(rows, 0, cell.row) + look.rowGap * cell.row;
    const tall = sum(rows, cell.row, cell.row + cell.rowSpan) + look.rowGap * (cell.rowSpan - 1);
    const fills = c.look.height === 'stretch' || (c.look.height === 'fit' && look.align === 'stretch');
    const final =
      fills && !same(box.h, tall) ? pass.lay(pass, c, cw ?? box.w, within(c.look, 'h', tall), room, tall) : box;
    kids.push(final);
    places.push(
      startOf(cell.column),
      top + (look.align === 'center' ? (tall - final.h) / 2 : look.align === 'end' ? tall - final.h : 0),
    );
  }
  const wide = sum(columns, 0, columns.length) + look.gap * (columns.length - 1) + padX;
  const high = sum(rows, 0, last) + look.rowGap * Math.max(0, last - 1) + look.paddingTop + look.paddingBottom;
  const lines: GridLines = {
    columns: columns.map((size, i) => ({ at: startOf(i), size })),
    rows: rows.map((size, i) => ({ at: look.paddingTop + sum(rows, 0, i) + look.rowGap * i, size })),
    cells,
  };
  const made = holding(
    node,
    w ?? (inner !== undefined ? limit : within(look, 'w', wide)),
    h ?? within(look, 'h', high),
    kids,
    places,
  );
  return { ...made, lines };
}
