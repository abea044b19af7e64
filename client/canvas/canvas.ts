import type { ImagePrimitive } from './minified.js';
import { unhandled, familyList, fitPicture, hatchPath, type Primitive } from '../../core/index.js';

/** A canvas of the page, or one in a worker. */
export type Context2d = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;
/** A picture that is ready to be painted; px. Null: not there, or not yet. */
export type AssetOf = (
  id: string,
) => { readonly source: CanvasImageSource; readonly width: number; readonly height: number } | null;

const paths = new Map<string, Path2D>();

function pathOf(d: string): Path2D {
  let p = paths.get(d);
  if (!p) {
    if (paths.size > 2000) paths.clear();
    paths.set(d, (p = new Path2D(d)));
  }
  return p;
}

/** Smaller than this a text is drawn as the bar it is from afar: device px. */
const LEGIBLE = 3.4;
/** Corners and blurs smaller than this cannot be told from none: device px. */
const SEEN = 0.6;

/** Draws a picture's primitives on a canvas, `scale` device px per px. The same primitives make the SVG. `only`: those that are drawn. */
export function drawPrimitives(
  ctx: Context2d,
  primitives: readonly Primitive[],
  scale: number,
  asset: AssetOf,
  only: (p: Primitive) => boolean = () => true,
  from: { readonly x: number; readonly y: number } = { x: 0, y: 0 },
): void {
  ctx.setTransform(scale, 0, 0, scale, -from.x * scale, -from.y * scale);
  ctx.textBaseline = 'alphabetic';
  ctx.textRendering = 'geometricPrecision';
  ctx.fontKerning = 'normal';
  const opacities: number[] = [];
  for (const p of primitives) {
    if (!only(p)) continue;
    switch (p.p) {
      case 'rect': {
        const inset = p.stroke ? p.stroke.width / 2 : 0;
        const shadow = p.shadow && Math.max(p.shadow.blur, Math.abs(p.shadow.y)) * scale > SEEN ? p.shadow : null;
        if (p.radius * scale < SEEN && !shadow && !p.stroke) {
          if (p.fill) {
            ctx.fillStyle = p.fill;
            ctx.fillRect(p.x, p.y, p.w, p.h);
          }
          break;
        }
        ctx.beginPath();
        ctx.roundRect(
          p.x + inset,
          p.y + inset,
          Math.max(0, p.w - inset * 2),
          Math.max(0, p.h - inset * 2),
          Math.max(0, p.radius - inset),
        );
        if (shadow) {
          ctx.save();
          ctx.shadowColor = shadow.color;
          ctx.shadowBlur = shadow.blur * scale;
          ctx.shadowOffsetX = shadow.x * scale;
          ctx.shadowOffsetY = shadow.y * scale;
        }
        if (p.fill) {
          ctx.fillStyle = p.fill;
          ctx.fill();
        }
        if (shadow) ctx.restore();
        if (p.stroke) stroke(ctx, p.stroke);
        break;
      }
      case 'ellipse':
        ctx.beginPath();
        ctx.ellipse(p.x + p.w / 2, p.y + p.h / 2, p.w / 2, p.h / 2, 0, 0, Math.PI * 2);
        if (p.fill) {
          ctx.fillStyle = p.fill;
          ctx.fill();
        }
        if (p.stroke) stroke(ctx, p.stroke);
        break;
      case 'line':
        ctx.beginPath();
        ctx.moveTo(p.x1, p.y1);
        ctx.lineTo(p.x2, p.y2);
        stroke(ctx, p.stroke);
        break;
      case 'text':
        ctx.fillStyle = p.fill;
        if (p.size * scale < LEGIBLE) {
          const alpha = ctx.globalAlpha;
          ctx.globalAlpha = alpha * 0.5;
          ctx.fillRect(p.x, p.y - p.size * 0.55, p.width, p.size * 0.6);
          ctx.globalAlpha = alpha;
          break;
        }
        ctx.letterSpacing = `${p.spacing}px`;
        for (const r of p.runs) {
          ctx.font = `${r.italic ? 'italic ' : ''}${r.weight} ${p.size}px ${familyList(r.family)}`;
          ctx.fillText(r.text, p.x + r.x, p.y);
        }
        if (p.underline) ctx.fillRect(p.x, p.y + p.size * 0.14, p.width, Math.max(1, p.size / 15));
        break;
      case 'path':
        ctx.save();
        ctx.translate(p.x, p.y);
        ctx.scale(p.scale, p.scale);
        if (p.fill) {
          ctx.fillStyle = p.fill;
          ctx.fill(pathOf(p.d));
        }
        if (p.stroke) {
          ctx.strokeStyle = p.stroke;
          ctx.lineWidth = p.width;
          ctx.lineCap = 'round';
          ctx.lineJoin = 'round';
          ctx.stroke(pathOf(p.d));
        }
        ctx.restore();
        break;
      case 'image':
      case 'hatch': {
        if (p.p === 'image' && paintAsset(ctx, p, asset)) break;
        const fill = p.p === 'hatch' ? p.fill : '#eeeeee';
        const line = p.p === 'hatch' ? p.line : '#00000026';
        ctx.save();
        ctx.beginPath();
        ctx.roundRect(p.x, p.y, p.w, p.h, p.radius);
        ctx.fillStyle = fill;
        ctx.fill();
        ctx.clip();
        ctx.strokeStyle = line;
        ctx.lineWidth = 1;
        ctx.stroke(new Path2D(hatchPath(p.x, p.y, p.w, p.h)));
        ctx.restore();
        ctx.beginPath();
        ctx.roundRect(p.x + 0.5, p.y + 0.5, Math.max(0, p.w - 1), Math.max(0, p.h - 1), p.radius);
        stroke(ctx, { color: line, width: 1, dash: p.p === 'hatch' && p.dash });
        break;
      }
      case 'clip':
        ctx.save();
        opacities.push(ctx.globalAlpha);
        ctx.beginPath();
        ctx.roundRect(p.x, p.y, p.w, p.h, p.radius);
        ctx.clip();
        break;
      case 'group':
        ctx.save();
        opacities.push(ctx.globalAlpha);
        ctx.globalAlpha *= p.opacity;
        break;
      case 'end':
        ctx.restore();
        opacities.pop();
        break;
      default:
        unhandled(p);
    }
  }
}

function stroke(ctx: Context2d, s: { color: string; width: number; dash: boolean }): void {
  ctx.strokeStyle = s.color;
  ctx.lineWidth = s.width;
  ctx.setLineDash(s.dash ? [s.width * 4, s.width * 3] : []);
  ctx.stroke();
  ctx.setLineDash([]);
}

/** Paints a picture; false when it is not there. */
export function paintAsset(ctx: Context2d, p: ImagePrimitive, asset: AssetOf): boolean {
  const found = asset(p.asset);
  if (!found) return false;
  const { sx, sy, sw, sh, dx, dy, dw, dh } = fitPicture(found.width, found.height, p);
  ctx.save();
  ctx.beginPath();
  ctx.roundRect(p.x, p.y, p.w, p.h, p.radius);
  ctx.clip();
  ctx.drawImage(found.source, sx, sy, sw, sh, dx, dy, dw, dh);
  ctx.restore();
  return true;
}
