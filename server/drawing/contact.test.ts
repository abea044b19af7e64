import { readFileSync } from 'node:fs';
import { PDFDocument } from 'pdf-lib';
import { describe, expect, it } from 'vitest';
import { layCells, PAGE, rowsFor, sheetSvg } from './contact.js';
import { sheetPdf } from './contactPdf.js';

const phone = { width: 390, height: 844 };
const many = (n: number, of = phone): (typeof phone)[] => Array.from({ length: n }, () => of);
/** One px, white. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8/5+hHgAHggJ/PchI7wAAAABJRU5ErkJggg==',
  'base64',
);

describe('a contact sheet', () => {
  it('lays every screen on a page, inside its margins, none over another', () => {
    for (const [n, rows] of [
      [1, 1],
      [20, 2],
      [130, 4],
    ] as const) {
      const { laid, pages } = layCells([...many(n), { width: 1280, height: 800 }, { width: 390, height: 9000 }], rows);
      expect(laid).toHaveLength(n + 2);
      expect(Math.max(...laid.map((l) => l.page))).toBe(pages - 1);
      for (const l of laid) {
        expect(l.x).toBeGreaterThanOrEqual(28);
        expect(l.x + l.w).toBeLessThanOrEqual(PAGE.w - 27);
        expect(l.y + l.h).toBeLessThanOrEqual(PAGE.h - 27);
        for (const o of laid)
          if (o !== l && o.page === l.page)
            expect(l.x + l.w <= o.x || o.x + o.w <= l.x || l.y + l.h <= o.y || o.y + o.h <= l.y).toBe(true);
      }
    }
    expect([1, 20, 50, 900].map(rowsFor)).toEqual([1, 2, 3, 4]);
  });
  it('is a PDF with a page for each, named in any letters, giving way in between', async () => {
    const font = readFileSync('node_modules/@expo-google-fonts/noto-sans/400Regular/NotoSans_400Regular.ttf');
    let turns = 0;
    const cells = many(130).map((s, i) => ({
      ...s,
      png: PNG,
      name: `Økonomi № ${i} – a long name that has to be cut`,
    }));
    const bytes = await sheetPdf('Prøve', cells, font, async () => void turns++);
    const pdf = await PDFDocument.load(bytes);
    expect([pdf.getTitle(), turns]).toEqual(['Prøve', 130]);
    expect(pdf.getPageCount()).toBe(layCells(cells, 4).pages);
  });
  it('is one picture that says each name, and nothing that could be taken for more', () => {
    const svg = sheetSvg([{ ...phone, png: PNG, name: 'A <b>&</b>' }]);
    expect(svg).toContain('A &lt;b&gt;&amp;&lt;/b&gt;');
    expect(svg.match(/<image /gu)).toHaveLength(1);
  });
});
