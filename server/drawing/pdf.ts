import fontkit from '@pdf-lib/fontkit';
import {
  appendBezierCurve,
  beginText,
  clip,
  closePath,
  concatTransformationMatrix,
  drawObject,
  endPath,
  endText,
  fill,
  fillAndStroke,
  lineTo,
  moveTo,
  PDFDocument,
  PDFName,
  PDFString,
  popGraphicsState,
  pushGraphicsState,
  setCharacterSpacing,
  setCharacterSqueeze,
  setDashPattern,
  setFillingRgbColor,
  setFontAndSize,
  setGraphicsState,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingRgbColor,
  setTextMatrix,
  showText,
  stroke,
  type PDFFont,
  type PDFImage,
  type PDFOperator,
  type PDFPage,
} from 'pdf-lib';
import svgpath from 'svgpath';
import { fitPicture, hatchPath, parseColour, type Primitive, type Stroke } from '../../core/index.js';

/** A px of CSS is three quarters of a point (1/96 and 1/72 inch). */
const PT = 0.75;
/** A soft shadow is drawn as so many layers: PDF knows no blur. */
const LAYERS = 8;
/** How far the handles of a Bézier curve stand that draws a quarter of a circle. */
const ROUND = 0.5523;

/** Where a part of a page leads: px from its left and top; to a screen, or an address. */
export interface PageLink {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly screen?: string;
  readonly address?: string;
}
/** A screen as a page of its own, and where its parts lead. */
export interface PdfPage {
  readonly screen: string;
  readonly name: string;
  readonly pdf: Uint8Array;
  readonly links: readonly PageLink[];
}
/** What a page is drawn with. */
export interface PdfSupplies {
  /** The file of a font as it was installed. */
  readonly font: (family: string, weight: number, italic: boolean) => Uint8Array | undefined;
  /** A picture as PNG or JPEG, and its own size in px. */
  readonly picture: (
    id: string,
  ) =>
    | { readonly bytes: Uint8Array; readonly kind: 'png' | 'jpeg'; readonly width: number; readonly height: number }
    | undefined;
}

interface Ink {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly a: number;
}
function inkOf(colour: string): Ink {
  const [r, g, b, a] = parseColour(colour);
  return { r: r / 255, g: g / 255, b: b / 255, a };
}

class Sheet {
  private readonly fonts = new Map<string, PDFFont>();
  private readonly images = new Map<string, PDFImage>();
  private readonly names = new Map<unknown, PDFName>();
  private readonly alphas = new Map<number, PDFName>();
  private opacity = [1];

  constructor(
    private readonly doc: PDFDocument,
    private readonly page: PDFPage,
    private readonly supplies: PdfSupplies,
  ) {}

  private put(...ops: PDFOperator[]): void {
    this.page.pushOperators(...ops);
  }
  private at(alpha: number): PDFOperator {
    const a = Math.round(alpha * this.now * 1000) / 1000;
    const known =
      this.alphas.get(a) ??
      this.page.node.newExtGState('GS', this.doc.context.obj({ Type: 'ExtGState', ca: a, CA: a }));
    this.alphas.set(a, known);
    return setGraphicsState(known);
  }
  private get now(): number {
    return this.opacity.at(-1) ?? 1;
  }

  async draw(list: readonly Primitive[]): Promise<void> {
    for (const p of list) {
      switch (p.p) {
        case 'rect':
          if (p.shadow) this.shadow(p);
          this.shape(rounded(p.x, p.y, p.w, p.h, p.radius, p.stroke), p.fill, p.stroke);
          break;
        case 'ellipse':
          this.shape(oval(p.x, p.y, p.w, p.h, p.stroke), p.fill, p.stroke);
          break;
        case 'line':
          this.shape(`M${p.x1} ${p.y1}L${p.x2} ${p.y2}`, undefined, p.stroke);
          break;
        case 'path':
          this.shape(
            svgpath(p.d).scale(p.scale).translate(p.x, p.y).toString(),
            p.fill,
            p.stroke ? { color: p.stroke, width: p.width * p.scale, dash: false } : undefined,
            true,
          );
          break;
        case 'hatch':
          this.shape(rounded(p.x, p.y, p.w, p.h, p.radius), p.fill, undefined);
          this.put(pushGraphicsState(), ...pathOps(rounded(p.x, p.y, p.w, p.h, p.radius)), clip(), endPath());
          this.shape(hatchPath(p.x, p.y, p.w, p.h), undefined, { color: p.line, width: 1, dash: false });
          this.put(popGraphicsState());
          this.shape(rounded(p.x + 0.5, p.y + 0.5, p.w - 1, p.h - 1, p.radius), undefined, {
            color: p.line,
            width: 1,
            dash: p.dash,
          });
          break;
        case 'text':
          await this.text(p);
          break;
        case 'image':
          await this.image(p);
          break;
        case 'clip':
          this.put(pushGraphicsState(), ...pathOps(rounded(p.x, p.y, p.w, p.h, p.radius)), clip(), endPath());
          this.opacity.push(this.now);
          break;
        case 'group':
          this.put(pushGraphicsState());
          this.opacity.push(this.now * p.opacity);
          break;
        case 'end':
          this.put(popGraphicsState());
          this.opacity.pop();
          break;
      }
    }
  }

  private shape(d: string, filled: string | undefined, edge: Stroke | undefined, round = false): void {
    const ink = filled && filled !== 'none' ? inkOf(filled) : null;
    const line = edge && edge.width > 0 ? inkOf(edge.color) : null;
    if (!ink && !line) return;
    const ops = pathOps(d);
    // What is filled and edged with different alphas is drawn twice.
    if (ink && line && ink.a !== line.a) {
      this.shape(d, filled, undefined);
      this.shape(d, undefined, edge, round);
      return;
    }
    this.put(pushGraphicsState(), this.at((ink ?? line)?.a ?? 1));
    if (ink) this.put(setFillingRgbColor(ink.r, ink.g, ink.b));
    if (line && edge) {
      this.put(setStrokingRgbColor(line.r, line.g, line.b), setLineWidth(edge.width));
      if (round) this.put(setLineCap(1), setLineJoin(1));
      if (edge.dash) this.put(setDashPattern([edge.width * 4, edge.width * 3], 0));
    }
    this.put(...ops, ink && line ? fillAndStroke() : ink ? fill() : stroke(), popGraphicsState());
  }
  private shadow(p: Extract<Primitive, { p: 'rect' }>): void {
    const s = p.shadow;
    if (!s) return;
    const ink = inkOf(s.color);
    this.put(pushGraphicsState(), this.at(1 - (1 - ink.a) ** (1 / LAYERS)), setFillingRgbColor(ink.r, ink.g, ink.b));
    for (let i = 0; i < LAYERS; i++) {
      const by = s.blur / 2 - (s.blur * (i + 0.5)) / LAYERS;
      const [w, h] = [p.w + by * 2, p.h + by * 2];
      if (w <= 0 || h <= 0) continue;
      this.put(...pathOps(rounded(p.x + s.x - by, p.y + s.y - by, w, h, Math.max(0, p.radius + by))), fill());
    }
    this.put(popGraphicsState());
  }

  private async font(family: string, weight: number, italic: boolean): Promise<PDFFont | null> {
    const key = `${family}|${weight}|${italic}`;
    const known = this.fonts.get(key);
    if (known) return known;
    const bytes = this.supplies.font(family, weight, italic);
    if (!bytes) return null;
    const made = await this.doc.embedFont(bytes, { subset: true });
    this.fonts.set(key, made);
    return made;
  }
  private nameOf(what: PDFFont | PDFImage, make: () => PDFName): PDFName {
    const known = this.names.get(what) ?? make();
    this.names.set(what, known);
    return known;
  }
  private async text(p: Extract<Primitive, { p: 'text' }>): Promise<void> {
    const ink = inkOf(p.fill);
    for (const r of p.runs) {
      if (r.text.trim() === '') continue;
      const font = await this.font(r.family, r.weight, r.italic);
      if (!font) continue;
      const name = this.nameOf(font, () => this.page.node.newFontDictionary(font.name, font.ref));
      // As wide as it was measured, kerning and all: what PDF’s own widths leave is spread over the letters.
      const own = font.widthOfTextAtSize(r.text, p.size);
      const wanted = r.width - p.spacing * [...r.text].length;
      const squeeze = own > 0 && wanted > 0 ? Math.min(120, Math.max(80, (wanted / own) * 100)) : 100;
      this.put(
        pushGraphicsState(),
        this.at(ink.a),
        setFillingRgbColor(ink.r, ink.g, ink.b),
        beginText(),
        setFontAndSize(name, p.size),
        setCharacterSpacing(p.spacing),
        setCharacterSqueeze(squeeze),
        setTextMatrix(1, 0, 0, -1, p.x + r.x, p.y),
        showText(font.encodeText(r.text)),
        endText(),
        popGraphicsState(),
      );
    }
    if (p.underline)
      this.shape(`M${p.x} ${p.y + p.size * 0.14}L${p.x + p.width} ${p.y + p.size * 0.14}`, undefined, {
        color: p.fill,
        width: Math.max(1, p.size / 15),
        dash: false,
      });
  }
  private async image(p: Extract<Primitive, { p: 'image' }>): Promise<void> {
    const found = this.supplies.picture(p.asset);
    if (!found) {
      await this.draw([{ ...p, p: 'hatch', fill: '#eeeeee', line: '#00000026', dash: false }]);
      return;
    }
    let image = this.images.get(p.asset);
    if (!image) {
      image = found.kind === 'png' ? await this.doc.embedPng(found.bytes) : await this.doc.embedJpg(found.bytes);
      this.images.set(p.asset, image);
    }
    const own = image;
    const name = this.nameOf(own, () => this.page.node.newXObject('Image', own.ref));
    const f = fitPicture(found.width, found.height, p);
    const [kx, ky] = [f.dw / f.sw, f.dh / f.sh];
    const [w, h] = [found.width * kx, found.height * ky];
    const [x, y] = [f.dx - f.sx * kx, f.dy - f.sy * ky];
    this.put(
      pushGraphicsState(),
      this.at(1),
      ...pathOps(rounded(p.x, p.y, p.w, p.h, p.radius)),
      clip(),
      endPath(),
      concatTransformationMatrix(w, 0, 0, -h, x, y + h),
      drawObject(name),
      popGraphicsState(),
    );
  }
}

const inset = (s: Stroke | undefined): number => (s ? s.width / 2 : 0);
/** A rectangle with round corners as path data; its edge is drawn inside it. */
function rounded(x0: number, y0: number, w0: number, h0: number, radius: number, edge?: Stroke): string {
  const by = inset(edge);
  const [x, y, w, h] = [x0 + by, y0 + by, Math.max(0, w0 - by * 2), Math.max(0, h0 - by * 2)];
  const r = Math.max(0, Math.min(radius - by, w / 2, h / 2));
  if (r === 0) return `M${x} ${y}H${x + w}V${y + h}H${x}Z`;
  const k = r * (1 - ROUND);
  return [
    `M${x + r} ${y}H${x + w - r}`,
    `C${x + w - k} ${y} ${x + w} ${y + k} ${x + w} ${y + r}`,
    `V${y + h - r}C${x + w} ${y + h - k} ${x + w - k} ${y + h} ${x + w - r} ${y + h}`,
    `H${x + r}C${x + k} ${y + h} ${x} ${y + h - k} ${x} ${y + h - r}`,
    `V${y + r}C${x} ${y + k} ${x + k} ${y} ${x + r} ${y}Z`,
  ].join('');
}
const oval = (x0: number, y0: number, w0: number, h0: number, edge?: Stroke): string => {
  const by = inset(edge);
  const [x, y, w, h] = [x0 + by, y0 + by, Math.max(0, w0 - by * 2), Math.max(0, h0 - by * 2)];
  return `M${x} ${y + h / 2}A${w / 2} ${h / 2} 0 1 1 ${x + w} ${y + h / 2}A${w / 2} ${h / 2} 0 1 1 ${x} ${y + h / 2}Z`;
};
/** Path data (SVG 2, 9.3) as PDF's path operators: arcs and quadratic curves become cubic ones. */
function pathOps(d: string): readonly PDFOperator[] {
  const ops: PDFOperator[] = [];
  let [qx, qy] = [0, 0];
  svgpath(d)
    .abs()
    .unshort()
    .unarc()
    .iterate((s, _, x, y) => {
      const v = s.slice(1) as number[];
      const n = (i: number): number => v[i] ?? 0;
      switch (s[0]) {
        case 'M':
          ops.push(moveTo(n(0), n(1)));
          break;
        case 'L':
          ops.push(lineTo(n(0), n(1)));
          break;
        case 'H':
          ops.push(lineTo(n(0), y));
          break;
        case 'V':
          ops.push(lineTo(x, n(0)));
          break;
        case 'C':
          ops.push(appendBezierCurve(n(0), n(1), n(2), n(3), n(4), n(5)));
          break;
        case 'Q':
          [qx, qy] = [n(0), n(1)];
          ops.push(
            appendBezierCurve(
              x + ((qx - x) * 2) / 3,
              y + ((qy - y) * 2) / 3,
              n(2) + ((qx - n(2)) * 2) / 3,
              n(3) + ((qy - n(3)) * 2) / 3,
              n(2),
              n(3),
            ),
          );
          break;
        case 'Z':
        case 'z':
          ops.push(closePath());
          break;
        // eslint-disable-next-line no-restricted-syntax -- letters of path data
        default:
          break;
      }
    });
  return ops;
}

/** One screen as a PDF of one page: vectors, its texts as text. Sizes in px. */
export async function pdfPage(
  of: { readonly width: number; readonly height: number },
  primitives: readonly Primitive[],
  supplies: PdfSupplies,
): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.registerFontkit(fontkit);
  const page = doc.addPage([of.width * PT, of.height * PT]);
  // Px from the left and the top from here on.
  page.pushOperators(pushGraphicsState(), concatTransformationMatrix(PT, 0, 0, -PT, 0, of.height * PT));
  const sheet = new Sheet(doc, page, supplies);
  await sheet.draw([
    { p: 'rect', key: '', x: 0, y: 0, w: of.width, h: of.height, radius: 0, fill: '#ffffff' },
    ...primitives,
  ]);
  page.pushOperators(popGraphicsState());
  return doc.save();
}

/** Pages as one document, with links between them. */
export async function joinPdf(title: string, parts: readonly PdfPage[]): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(title, { showInWindowTitleBar: true });
  doc.setProducer('Dekkor');
  doc.setLanguage('en');
  const pages = new Map<string, PDFPage>();
  for (const p of parts) {
    const from = await PDFDocument.load(p.pdf);
    const [copied] = await doc.copyPages(from, [0]);
    if (!copied) continue;
    doc.addPage(copied);
    pages.set(p.screen, copied);
  }
  for (const p of parts) {
    const page = pages.get(p.screen);
    if (!page) continue;
    const high = page.getHeight();
    const annots = p.links.flatMap((l) => {
      const target = l.screen === undefined ? undefined : pages.get(l.screen);
      if (!target && l.address === undefined) return [];
      const Rect = [l.x * PT, high - (l.y + l.h) * PT, (l.x + l.w) * PT, high - l.y * PT];
      const where = target
        ? { Dest: [target.ref, PDFName.of('Fit')] }
        : { A: { Type: 'Action', S: 'URI', URI: PDFString.of(l.address ?? '') } };
      return [
        doc.context.register(doc.context.obj({ Type: 'Annot', Subtype: 'Link', Rect, Border: [0, 0, 0], ...where })),
      ];
    });
    if (annots.length > 0) page.node.set(PDFName.of('Annots'), doc.context.obj(annots));
  }
  return doc.save();
}
