import type { Screen, ScreenGrid } from '../model/index.js';

/** The columns that hold at a width of the screen (px): those from the greatest width up to it, else the first. */
export function gridAt(grid: ScreenGrid, width: number): Omit<ScreenGrid, 'from'> & { readonly at?: number } {
  let found: (Omit<ScreenGrid, 'from'> & { readonly at?: number }) | undefined;
  for (const g of grid.from ?? []) if (g.at <= width && g.at >= (found?.at ?? 0)) found = g;
  return found ?? grid;
}

/** The columns of a screen's grid: px from its left edge. None when they do not fit. */
export function columnsOf(
  all: ScreenGrid | undefined,
  width: number,
): readonly { readonly at: number; readonly size: number }[] {
  if (!all) return [];
  const grid = gridAt(all, width);
  const inner = width - grid.margin * 2;
  // Of given width they stand in the middle, as many as fit; else they share what is between the margins.
  const count =
    grid.width === undefined
      ? grid.count
      : Math.min(grid.count, Math.floor((inner + grid.gutter) / (grid.width + grid.gutter)));
  const size = grid.width ?? (inner - grid.gutter * (count - 1)) / count;
  if (count < 1 || size <= 0) return [];
  const whole = size * count + grid.gutter * (count - 1);
  const from = grid.width === undefined ? grid.margin : (width - whole) / 2;
  return Array.from({ length: count }, (_, i) => ({ at: from + i * (size + grid.gutter), size }));
}

/** Column grids as they are usual for a device; px. */
export function usualGrid(screen: Pick<Screen, 'width'>): ScreenGrid {
  if (screen.width < 600) return { count: 4, gutter: 16, margin: 16 };
  if (screen.width < 1000) return { count: 8, gutter: 24, margin: 32 };
  return { count: 12, gutter: 24, margin: 48 };
}
