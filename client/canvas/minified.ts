import { parseColour, unhandled, type Primitive } from '../../core/index.js';

/** A picture of px: 4 bytes each, red, green, blue and opacity. */
export interface Pixels {
  readonly data: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
}
export type ImagePrimitive = Extract<Primitive, { p: 'image' }>;
/** At this scale and below, screens are drawn as they look from afar: device px per px. */
export const MINIFIED_BELOW = 1 / 8;

/** How much of its line’s height a text covers, and how dense it looks from afar. */
const BAR = { up: 0.55, tall: 0.6, dense: 0.5 };
/** How dense a stroke of an icon looks from afar, and how much of its field is empty on each side. */
const ICON = { margin: 0.12, dense: 0.35 };
/** A square as large as an ellipse leaves so much of the box on each side. */
const ROUND = 0.057;
/** A place for a picture is as dark as this when there is none. */
const PLACE = '#e4e2de';
/** A line that goes across shows so faintly as the area it crosses. */
const ACROSS = 0.1;
/** Numbers of one rectangle: its edges (px of the screen), red, green, blue (0 to 255) and opacity (0 to 1). */
const EACH = 8;

/**
 * What a screen looks like from afar: rectangles of one colour, in paint order, cut to what frames them. A fiftieth of what
 * it is made from, and drawn at any small scale from then on.
 */
export interface MinifiedView {
  /** px */
  readonly width: number;
  readonly height: number;
  readonly rects: Float32Array;
  /** Pictures, each with the number of rectangles that are below it and the frame it shows in. */
  readonly pictures: readonly { readonly after: number; readonly p: ImagePrimitive; readonly frame: Frame }[];
}
type Frame = readonly [x1: number, y1: number, x2: number, y2: number];

/** Looks at primitives from afar: texts become bars, corners square, and nothing throws a shadow. Sizes in px. */
export function minifiedView(primitives: readonly Primitive[], width: number, height: number): MinifiedView {
  const out: number[] = [];
  const pictures: { after: number; p: ImagePrimitive; frame: Frame }[] = [];
  const outer: (readonly [Frame, number])[] = [];
  let frame: Frame = [0, 0, width, height];
  let opacity = 1;
  const rect = (x: number, y: number, w: number, h: number, colour: string, dense = 1): void => {
    const [r, g, b, a] = parseColour(colour);
    const x1 = Math.max(frame[0], x);
    const y1 = Math.max(frame[1], y);
    const x2 = Math.min(frame[2], x + w);
    const y2 = Math.min(frame[3], y + h);
    const alpha = a * dense * opacity;
    if (alpha > 0 && x2 > x1 && y2 > y1) out.push(x1, y1, x2, y2, r, g, b, alpha);
  };
  const outline = (x: number, y: number, w: number, h: number, colour: string, width: number): void => {
    const t = Math.min(width, w / 2, h / 2);
    rect(x, y, w, t, colour);
    rect(x, y + h - t, w, t, colour);
    rect(x, y + t, t, h - t * 2, colour);
    rect(x + w - t, y + t, t, h - t * 2, colour);
  };
  const open = (to: Frame, by: number): void => {
    outer.push([frame, opacity]);
    frame = to;
    opacity *= by;
  };
  for (const p of primitives)
    switch (p.p) {
      case 'rect':
        if (p.fill) rect(p.x, p.y, p.w, p.h, p.fill);
        if (p.stroke) outline(p.x, p.y, p.w, p.h, p.stroke.color, p.stroke.width);
        break;
      case 'ellipse': {
        const [x, y] = [p.x + p.w * ROUND, p.y + p.h * ROUND];
        const [w, h] = [p.w * (1 - ROUND * 2), p.h * (1 - ROUND * 2)];
        if (p.fill) rect(x, y, w, h, p.fill);
        if (p.stroke) outline(x, y, w, h, p.stroke.color, p.stroke.width);
        break;
      }
      case 'line': {
        const { width: thick, color } = p.stroke;
        const [x, y] = [Math.min(p.x1, p.x2), Math.min(p.y1, p.y2)];
        const [w, h] = [Math.abs(p.x2 - p.x1), Math.abs(p.y2 - p.y1)];
        if (h === 0) rect(x, y - thick / 2, w, thick, color);
        else if (w === 0) rect(x - thick / 2, y, thick, h, color);
        else rect(x, y, w, h, color, ACROSS);
        break;
      }
      case 'text':
        rect(p.x, p.y - p.size * BAR.up, p.width, p.size * BAR.tall, p.fill, BAR.dense);
        break;
      case 'path': {
        const field = (p.field ?? 0) * p.scale;
        const inset = field * ICON.margin;
        const colour = p.fill ?? p.stroke;
        if (colour) rect(p.x + inset, p.y + inset, field - inset * 2, field - inset * 2, colour, ICON.dense);
        break;
      }
      case 'hatch':
        rect(p.x, p.y, p.w, p.h, p.fill);
        outline(p.x, p.y, p.w, p.h, p.line, 1);
        break;
      case 'image':
        rect(p.x, p.y, p.w, p.h, PLACE);
        pictures.push({ after: out.length / EACH, p, frame });
        break;
      case 'clip':
        open(
          [
            Math.max(frame[0], p.x),
            Math.max(frame[1], p.y),
            Math.min(frame[2], p.x + p.w),
            Math.min(frame[3], p.y + p.h),
          ],
          1,
        );
        break;
      case 'group':
        open(frame, p.opacity);
        break;
      case 'end': {
        const last = outer.pop();
        if (last) [frame, opacity] = last;
        break;
      }
      default:
        unhandled(p);
    }
  return { width, height, rects: Float32Array.from(out), pictures };
}

/**
 * Draws what is seen from afar, on white; edges that fall between px cover them in part. A canvas would do it too, at 4 µs for
 * each rectangle: a screen has a thousand of them, and a project a thousand screens.
 * @param scale px of the picture for a px of the screen
 * @param pictureOf a picture in that size; null: it is not there
 */
export function drawMinified(
  { width, height, rects, pictures }: MinifiedView,
  scale: number,
  pictureOf: (p: ImagePrimitive) => Pixels | null,
): Pixels {
  const w = Math.max(1, Math.round(width * scale));
  const h = Math.max(1, Math.round(height * scale));
  const data = new Uint8ClampedArray(w * h * 4).fill(255);
  let next = 0;
  for (let i = 0; i < rects.length; i += EACH) {
    for (let p = pictures[next]; p && p.after * EACH <= i; p = pictures[++next])
      paste(data, w, h, scale, p, pictureOf(p.p));
    const x1 = (rects[i] ?? 0) * scale;
    const y1 = (rects[i + 1] ?? 0) * scale;
    const x2 = Math.min(w, (rects[i + 2] ?? 0) * scale);
    const y2 = Math.min(h, (rects[i + 3] ?? 0) * scale);
    const [r, g, b, alpha] = [rects[i + 4] ?? 0, rects[i + 5] ?? 0, rects[i + 6] ?? 0, rects[i + 7] ?? 0];
    for (let py = Math.floor(y1); py < y2; py++) {
      const down = alpha * (Math.min(py + 1, y2) - Math.max(py, y1));
      let at = (py * w + Math.floor(x1)) * 4;
      for (let px = Math.floor(x1); px < x2; px++, at += 4) {
        const cover = down * (Math.min(px + 1, x2) - Math.max(px, x1));
        const rest = 1 - cover;
        data[at] = r * cover + (data[at] ?? 0) * rest;
        data[at + 1] = g * cover + (data[at + 1] ?? 0) * rest;
        data[at + 2] = b * cover + (data[at + 2] ?? 0) * rest;
      }
    }
  }
  for (let p = pictures[next]; p; p = pictures[++next]) paste(data, w, h, scale, p, pictureOf(p.p));
  return { data, width: w, height: h };
}

/** Lays a picture over, within its frame. */
function paste(
  data: Uint8ClampedArray,
  w: number,
  h: number,
  scale: number,
  { p, frame }: MinifiedView['pictures'][number],
  from: Pixels | null,
): void {
  if (!from) return;
  const [left, top] = [Math.round(p.x * scale), Math.round(p.y * scale)];
  const bottom = Math.min(h, top + from.height, Math.round(frame[3] * scale));
  const right = Math.min(w, left + from.width, Math.round(frame[2] * scale));
  for (let py = Math.max(top, Math.round(frame[1] * scale)); py < bottom; py++)
    for (let px = Math.max(left, Math.round(frame[0] * scale)); px < right; px++) {
      const at = (py * w + px) * 4;
      const source = ((py - top) * from.width + px - left) * 4;
      const cover = (from.data[source + 3] ?? 0) / 255;
      for (let c = 0; c < 3; c++)
        data[at + c] = (from.data[source + c] ?? 0) * cover + (data[at + c] ?? 0) * (1 - cover);
    }
}
