import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, rgb } from 'pdf-lib';
import { layCells, MARGIN, PAGE, rowsFor, SIZE, type Cell } from './contact.js';

/** A contact sheet as PDF; names are in `font` (TrueType). Gives way to others between screens. */
export async function sheetPdf(
  title: string,
  cells: readonly Cell[],
  font: Uint8Array,
  each: () => Promise<void>,
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle(title);
  pdf.setProducer('Dekkor');
  const letters = await pdf.embedFont(font, { subset: true });
  const { laid, pages } = layCells(cells, rowsFor(cells.length));
  const sheets = Array.from({ length: pages }, () => pdf.addPage([PAGE.w, PAGE.h]));
  for (const l of laid) {
    const cell = cells[l.cell];
    const page = sheets[l.page];
    if (!cell || !page) continue;
    const image = await pdf.embedPng(cell.png);
    page.drawImage(image, { x: l.x, y: PAGE.h - l.y - l.h, width: l.w, height: l.h });
    page.drawRectangle({
      x: l.x,
      y: PAGE.h - l.y - l.h,
      width: l.w,
      height: l.h,
      borderWidth: 0.5,
      borderColor: rgb(0.78, 0.74, 0.66),
      opacity: 0,
    });
    let name = cell.name;
    while (name.length > 1 && letters.widthOfTextAtSize(name, SIZE) > l.w) name = `${name.slice(0, -2).trimEnd()}…`;
    page.drawText(name, { x: l.x, y: PAGE.h - l.y + 4, size: SIZE, font: letters, color: rgb(0.15, 0.13, 0.1) });
    await each();
  }
  sheets.forEach((page, i) =>
    page.drawText(`${title}, ${i + 1} of ${pages}`, {
      x: MARGIN,
      y: 12,
      size: 7,
      font: letters,
      color: rgb(0.43, 0.4, 0.34),
    }),
  );
  return pdf.save({ objectsPerTick: 40 });
}
