import type { Box } from '../layout/index.js';
import { figure, numbersIn } from './figure.js';
import type { Run } from '../text/index.js';
import type { Look, Shadow } from '../resolve/index.js';

/** What a picture is made of, in paint order. All px on the screen; colours are CSS colours. */
export type Primitive =
  | {
      readonly p: 'rect';
      readonly key: string;
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly radius: number;
      readonly fill?: string;
      readonly stroke?: Stroke;
      readonly shadow?: Shadow;
    }
  | {
      readonly p: 'ellipse';
      readonly key: string;
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly fill?: string;
      readonly stroke?: Stroke;
    }
  | {
      readonly p: 'line';
      readonly key: string;
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly stroke: Stroke;
    }
  | {
      readonly p: 'text';
      readonly key: string;
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly runs: readonly Run[];
      readonly size: number;
      readonly spacing: number;
      readonly fill: string;
      readonly underline: boolean;
    }
  | {
      readonly p: 'path';
      readonly key: string;
      readonly x: number;
      readonly y: number;
      readonly scale: number;
      readonly d: string;
      /** Of an icon: how wide and tall the field is that it is drawn on, in units of `d`. */
      readonly field?: number;
      readonly fill?: string;
      readonly stroke?: string;
      readonly width: number;
    }
  | {
      readonly p: 'hatch';
      readonly key: string;
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly radius: number;
      readonly fill: string;
      readonly line: string;
      readonly dash: boolean;
    }
  | {
      readonly p: 'image';
      readonly key: string;
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly radius: number;
      readonly asset: string;
      readonly fit: 'cover' | 'contain';
      readonly focalX: number;
      readonly focalY: number;
      readonly zoom: number;
    }
  | {
      readonly p: 'clip';
      readonly key: string;
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly radius: number;
    }
  | { readonly p: 'group'; readonly opacity: number }
  | { readonly p: 'end' };

export interface Stroke {
  readonly color: string;
  readonly width: number;
  readonly dash: boolean;
}

/** Paints a laid-out tree into a flat list of primitives. Every `clip` and `group` has its `end`. */
export function paint(root: Box): readonly Primitive[] {
  const out: Primitive[] = [];
  paintBox(root, out);
  return out;
}

const paintedMemo = new WeakMap<Box, readonly Primitive[]>();

/** An instance that stands where it stood, unchanged, is painted as it was. */
function paintBox(box: Box, out: Primitive[]): void {
  if (!box.node.instance) {
    paintNew(box, out);
    return;
  }
  let known = paintedMemo.get(box);
  if (!known) {
    const fresh: Primitive[] = [];
    paintNew(box, fresh);
    known = fresh;
    paintedMemo.set(box, known);
  }
  for (const p of known) out.push(p);
}

function paintNew(box: Box, out: Primitive[]): void {
  const { node, x, y, w, h } = box;
  const { look } = node;
  if (!look.visible || look.opacity === 0) return;
  const faded = look.opacity < 1;
  if (faded) out.push({ p: 'group', opacity: look.opacity });
  switch (node.type) {
    case 'box':
      paintFrame(box, look, out);
      break;
    case 'text':
      paintFrame(box, look, out);
      paintText(box, out);
      break;
    case 'icon':
      paintIcon(box, out);
      break;
    case 'image':
      if (look.asset)
        out.push({
          p: 'image',
          key: node.key,
          x,
          y,
          w,
          h,
          radius: corner(look, w, h),
          asset: look.asset,
          fit: look.fit,
          focalX: look.focalX,
          focalY: look.focalY,
          zoom: look.zoom,
        });
      else
        out.push({
          p: 'hatch',
          key: node.key,
          x,
          y,
          w,
          h,
          radius: corner(look, w, h),
          fill: look.fill ?? '#eeeeee',
          line: look.stroke ?? '#00000026',
          dash: false,
        });
      break;
    case 'shape':
      paintShape(box, out);
      break;
    case 'slot':
      out.push({ p: 'hatch', key: node.key, x, y, w, h, radius: 4, fill: '#ffffff66', line: '#7a6f5b55', dash: true });
      break;
    case 'broken':
      out.push({ p: 'hatch', key: node.key, x, y, w, h, radius: 2, fill: '#fff3f0', line: '#a8321f55', dash: true });
      break;
  }
  const clip = look.clip && box.children.length > 0;
  if (clip) out.push({ p: 'clip', key: node.key, x, y, w, h, radius: corner(look, w, h) });
  for (const c of box.children) paintBox(c, out);
  if (clip) out.push({ p: 'end' });
  if (faded) out.push({ p: 'end' });
}

const corner = (look: Look, w: number, h: number): number => Math.min(look.radius, w / 2, h / 2);

function strokeOf(look: Look): Stroke | undefined {
  return look.stroke && look.strokeWidth > 0
    ? { color: look.stroke, width: look.strokeWidth, dash: look.dash }
    : undefined;
}

function paintFrame(box: Box, look: Look, out: Primitive[]): void {
  const { x, y, w, h, node } = box;
  const stroke = strokeOf(look);
  const round = stroke && look.strokeSides === 'all' ? stroke : undefined;
  if (look.fill || round || look.shadow) {
    out.push({
      p: 'rect',
      key: node.key,
      x,
      y,
      w,
      h,
      radius: corner(look, w, h),
      ...(look.fill ? { fill: look.fill } : {}),
      ...(round ? { stroke: round } : {}),
      ...(look.shadow ? { shadow: look.shadow } : {}),
    });
  }
  if (!stroke || round) return;
  const half = stroke.width / 2;
  const { key } = node;
  const side = look.strokeSides;
  if (side === 'top' || side === 'y')
    out.push({ p: 'line', key, x1: x, y1: y + half, x2: x + w, y2: y + half, stroke });
  if (side === 'bottom' || side === 'y')
    out.push({ p: 'line', key, x1: x, y1: y + h - half, x2: x + w, y2: y + h - half, stroke });
  if (side === 'left') out.push({ p: 'line', key, x1: x + half, y1: y, x2: x + half, y2: y + h, stroke });
  if (side === 'right') out.push({ p: 'line', key, x1: x + w - half, y1: y, x2: x + w - half, y2: y + h, stroke });
}

function paintText(box: Box, out: Primitive[]): void {
  const { node, para } = box;
  const { look } = node;
  const style = look.textStyle;
  if (!para || !style) return;
  const inner = box.w - look.paddingLeft - look.paddingRight;
  para.lines.forEach((line, i) => {
    if (line.text === '') return;
    const free = inner - line.width;
    const x = box.x + look.paddingLeft + (look.textAlign === 'center' ? free / 2 : look.textAlign === 'end' ? free : 0);
    const top = box.y + look.paddingTop + i * style.lineHeight;
    if (look.bars) {
      const tall = Math.max(2, style.size * 0.62);
      out.push({
        p: 'rect',
        key: `${node.key}~${i}`,
        x,
        y: top + (style.lineHeight - tall) / 2,
        w: line.width,
        h: tall,
        radius: Math.min(3, tall / 2),
        fill: look.color,
      });
    } else {
      // Browsers set baselines on whole pixels; so does every picture.
      const y = Math.round(top + para.baseline);
      const key = para.lines.length > 1 ? `${node.key}~${i}` : node.key;
      const one = (name: string, from: number, width: number, runs: readonly Run[], underline: boolean): void => {
        out.push({
          p: 'text',
          key: name,
          x: from,
          y,
          width,
          runs,
          size: style.size,
          spacing: style.letterSpacing,
          fill: look.color,
          underline,
        });
      };
      const leads = line.runs.filter((r) => r.link !== undefined);
      if (leads.length === 0) one(key, x, line.width, line.runs, look.underline);
      else {
        const rest = line.runs.filter((r) => r.link === undefined);
        if (rest.length > 0) one(key, x, line.width, rest, look.underline);
        // What leads somewhere is underlined, each by itself.
        leads.forEach((r, n) => one(`${key}~to${n}`, x + r.x, r.width, [{ ...r, x: 0 }], true));
      }
    }
  });
}

function paintIcon(box: Box, out: Primitive[]): void {
  const { icon, color } = box.node.look;
  if (!icon) return;
  const size = Math.min(box.w, box.h);
  const scale = size / icon.box;
  const x = box.x + (box.w - size) / 2;
  const y = box.y + (box.h - size) / 2;
  icon.paths.forEach((path, i) => {
    out.push({
      p: 'path',
      key: `${box.node.key}~${i}`,
      x,
      y,
      field: icon.box,
      scale,
      d: path.d,
      width: path.width ?? 2,
      ...(path.fill ? { fill: color } : { stroke: color }),
    });
  });
}

function paintShape(box: Box, out: Primitive[]): void {
  const { x, y, w, h, node } = box;
  const { look } = node;
  const stroke = strokeOf(look);
  if (look.shape === 'ellipse')
    out.push({
      p: 'ellipse',
      key: node.key,
      x,
      y,
      w,
      h,
      ...(look.fill ? { fill: look.fill } : {}),
      ...(stroke ? { stroke } : {}),
    });
  else if (look.shape === 'line') {
    const s = stroke ?? { color: look.fill ?? look.color, width: 1, dash: false };
    if (w >= h) out.push({ p: 'line', key: node.key, x1: x, y1: y + h / 2, x2: x + w, y2: y + h / 2, stroke: s });
    else out.push({ p: 'line', key: node.key, x1: x + w / 2, y1: y, x2: x + w / 2, y2: y + h, stroke: s });
  } else {
    const d = look.shape === 'path' ? look.path : figure(look.shape, numbersIn(look.values), w, h, look.strokeWidth);
    if (d === '') return;
    out.push({
      p: 'path',
      key: node.key,
      x,
      y,
      scale: 1,
      d,
      width: look.strokeWidth || 1,
      ...(look.fill ? { fill: look.fill } : {}),
      ...(look.stroke ? { stroke: look.stroke } : {}),
    });
  }
}
