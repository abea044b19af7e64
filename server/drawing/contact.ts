import { escapeXml } from '../../core/index.js';

/** A screen on a contact sheet: its picture as PNG, how large it is in px of its own, and what it is called. */
export interface Cell {
  readonly png: Uint8Array;
  readonly width: number;
  readonly height: number;
  readonly name: string;
}
/** Where a screen lies on a sheet; points (1/72 inch), from the left and the top. */
export interface Laid {
  readonly cell: number;
  readonly page: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** A4 lying down, points. */
export const PAGE = { w: 842, h: 595 };
export const MARGIN = 28;
const GAP = 14;
const LABEL = 14;
export const SIZE = 7.5;
/** A screen is shown at most so tall: longer ones are cut at the bottom. */
const TALLEST = 2.6;

/**
 * Lays screens out on pages: rows of equal height, as many as make screens large enough to be told apart.
 * @param rows how many rows there are on a page
 */
export function layCells(
  cells: readonly Pick<Cell, 'width' | 'height'>[],
  rows: number,
): { readonly laid: readonly Laid[]; readonly pages: number } {
  const tall = (PAGE.h - MARGIN * 2 - GAP * (rows - 1)) / rows - LABEL;
  const laid: Laid[] = [];
  let [x, row, page] = [MARGIN, 0, 0];
  cells.forEach((c, cell) => {
    const shown = Math.min(c.height, c.width * TALLEST);
    const w = Math.min(PAGE.w - MARGIN * 2, (tall * c.width) / shown);
    if (x + w > PAGE.w - MARGIN + 0.5 && x > MARGIN) {
      x = MARGIN;
      if (++row >= rows) [row, page] = [0, page + 1];
    }
    laid.push({ cell, page, x, y: MARGIN + row * (tall + LABEL + GAP) + LABEL, w, h: (w * shown) / c.width });
    x += w + GAP;
  });
  return { laid, pages: cells.length === 0 ? 0 : page + 1 };
}
/** So many rows that no page holds very many small ones: one for a few screens, up to four for a hundred. */
export const rowsFor = (count: number): number => (count <= 6 ? 1 : count <= 24 ? 2 : count <= 60 ? 3 : 4);

/** px on a sheet that is one picture. */
const ONE = { margin: 40, gap: 28, label: 30, tall: 620, size: 17 };
/** The same as one picture, as SVG that carries all others: about as wide as it is tall by half. */
export function sheetSvg(cells: readonly Cell[]): string {
  const wide = (c: Cell): number => (ONE.tall * c.width) / Math.min(c.height, c.width * TALLEST);
  const all = cells.reduce((n, c) => n + wide(c) + ONE.gap, 0);
  const rows = Math.max(1, Math.round(Math.sqrt(all / (1.5 * (ONE.tall + ONE.label + ONE.gap)))));
  const limit = Math.max(all / rows, ...cells.map((c) => wide(c) + ONE.gap));
  const parts: string[] = [];
  let [x, y, most] = [ONE.margin, ONE.margin, 0];
  cells.forEach((c, i) => {
    const w = wide(c);
    if (x - ONE.margin + w > limit + 1 && x > ONE.margin) [x, y] = [ONE.margin, y + ONE.tall + ONE.label + ONE.gap];
    const shown = Math.min(c.height, c.width * TALLEST);
    const data = Buffer.from(c.png).toString('base64');
    const letters = Math.max(2, Math.floor(w / (ONE.size * 0.56)));
    const name = c.name.length > letters ? `${c.name.slice(0, letters - 1)}…` : c.name;
    parts.push(
      `<text x="${x}" y="${y + ONE.size}" font-family="Noto Sans" font-size="${ONE.size}" fill="#25211a">${escapeXml(name)}</text>`,
      `<clipPath id="c${i}"><rect x="${x}" y="${y + ONE.label}" width="${w}" height="${ONE.tall}"/></clipPath>`,
      `<image x="${x}" y="${y + ONE.label}" width="${w}" height="${(w * c.height) / c.width}" clip-path="url(#c${i})" href="data:image/png;base64,${data}"/>`,
      `<rect x="${x}" y="${y + ONE.label}" width="${w}" height="${(w * shown) / c.width}" fill="none" stroke="#c7bda9"/>`,
    );
    x += w + ONE.gap;
    most = Math.max(most, x);
  });
  const [width, height] = [Math.ceil(most - ONE.gap + ONE.margin), Math.ceil(y + ONE.label + ONE.tall + ONE.margin)];
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><rect width="100%" height="100%" fill="#faf7f1"/>${parts.join('')}</svg>`;
}
