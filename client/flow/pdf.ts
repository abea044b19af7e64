import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, rgb, type PDFFont } from 'pdf-lib';
import type { Screen } from '../../core/index.js';
import { CARD, CARD_HIGH, pathOf, type LaidFlow } from './lay.js';

/** A px of CSS is three quarters of a point. */
const PT = 0.75;
/** No page of a PDF is longer than this along a side: points. */
const LONGEST = 14_400;
const INK = rgb(0.145, 0.129, 0.102);

async function letters(doc: PDFDocument, weight: number): Promise<PDFFont> {
  const got = await fetch(`/api/fonts/NotoSans-${weight}.ttf`);
  if (!got.ok) throw new Error('The letters of the PDF could not be loaded. Nothing was saved.');
  return doc.embedFont(await got.arrayBuffer(), { subset: true });
}
/** A text that fits: the end of it is left out where there is no room. Width in points. */
function fitted(font: PDFFont, text: string, size: number, width: number): string {
  if (font.widthOfTextAtSize(text, size) <= width) return text;
  let n = text.length;
  while (n > 1 && font.widthOfTextAtSize(`${text.slice(0, n)}…`, size) > width) n--;
  return `${text.slice(0, n)}…`;
}

/** The flow on one page of its size: cards with names, lines with their words; vectors and text. Throws with a sentence. */
export async function flowPdf(title: string, screens: readonly Screen[], laid: LaidFlow): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.registerFontkit(fontkit);
  doc.setTitle(title);
  doc.setProducer('Dekkor');
  const [plain, strong] = await Promise.all([letters(doc, 400), letters(doc, 700)]);
  const k = Math.min(PT, LONGEST / Math.max(laid.width, laid.height, 1));
  const [wide, high] = [laid.width * k, laid.height * k];
  const page = doc.addPage([wide, high]);
  const up = (y: number): number => high - y * k;
  for (const e of laid.edges) {
    page.drawSvgPath(pathOf(e.points), { x: 0, y: high, scale: k, borderColor: INK, borderWidth: 1 });
    const [a, b] = [e.points.at(-2), e.points.at(-1)];
    if (a && b) {
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const long = Math.hypot(dx, dy) || 1;
      const [ux, uy] = [(dx / long) * 8, (dy / long) * 8];
      const head = `M${b.x} ${b.y}L${b.x - ux - uy / 2} ${b.y - uy + ux / 2}L${b.x - ux + uy / 2} ${b.y - uy - ux / 2}Z`;
      page.drawSvgPath(head, { x: 0, y: high, scale: k, color: INK });
    }
    const words = fitted(plain, e.ways.map((w) => w.words).join('; '), 10 * k, 170 * k);
    page.drawText(words, {
      x: e.at.x * k - plain.widthOfTextAtSize(words, 10 * k) / 2,
      y: up(e.at.y - 6),
      size: 10 * k,
      font: plain,
      color: INK,
    });
  }
  for (const s of screens) {
    const at = laid.cards.get(s.id);
    if (!at) continue;
    page.drawRectangle({
      x: at.x * k,
      y: up(at.y + CARD_HIGH),
      width: CARD.w * k,
      height: CARD_HIGH * k,
      color: rgb(1, 0.99, 0.976),
      borderColor: INK,
      borderWidth: 1,
    });
    page.drawText(fitted(strong, s.name, 12 * k, (CARD.w - 20) * k), {
      x: (at.x + 10) * k,
      y: up(at.y + 24),
      size: 12 * k,
      font: strong,
      color: INK,
    });
  }
  return doc.save();
}
