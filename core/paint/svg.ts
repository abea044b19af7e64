import { unhandled } from '../base/index.js';
import type { Primitive, Stroke } from './primitives.js';

/** How a picture is written. */
export interface SvgOptions {
  /** px */
  readonly width: number;
  readonly height: number;
  readonly title: string;
  /** Prefix of element ids, so that several pictures can stand in one page. */
  readonly prefix: string;
  /** An asset as a `data:` address with its own size, px; undefined: shown hatched. */
  readonly asset?: (
    id: string,
  ) => { readonly href: string; readonly width: number; readonly height: number } | undefined;
  /** Style sheet text, for instance the fonts as `@font-face` with `data:` addresses. */
  readonly css?: string;
  readonly background?: string;
}

const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
// Characters that XML 1.0 does not allow at all.
const FORBIDDEN =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/gu;

/** Text made safe for XML content and attributes. */
export function escapeXml(text: string): string {
  return text.replace(FORBIDDEN, '').replace(/[&<>"']/gu, (c) => ENTITIES[c] ?? c);
}

const n = (v: number): string => String(Math.round(v * 100) / 100);
const idOf = (prefix: string, key: string): string => escapeXml(`${prefix}${key}`.replace(/\s/gu, '_'));

function strokeAttrs(s: Stroke | undefined): string {
  if (!s) return '';
  return ` stroke="${escapeXml(s.color)}" stroke-width="${n(s.width)}"${s.dash ? ` stroke-dasharray="${n(s.width * 4)} ${n(s.width * 3)}"` : ''}`;
}

/** Quotes a family name for use in a `font-family` list. */
export function familyList(family: string): string {
  return `'${family.replace(/['\\]/gu, '')}', 'Noto Sans', sans-serif`;
}

/** Writes primitives as one SVG document: text stays text, nothing refers to anything outside, ids are stable. */
export function toSvg(primitives: readonly Primitive[], options: SvgOptions): string {
  const { width, height, prefix } = options;
  const parts: string[] = [];
  const defs: string[] = [];
  let serial = 0;
  for (const p of primitives) {
    switch (p.p) {
      case 'rect': {
        const shadow = p.shadow;
        if (shadow) {
          const id = `${prefix}s${serial++}`;
          defs.push(
            `<filter id="${escapeXml(id)}" x="-50%" y="-50%" width="200%" height="200%"><feGaussianBlur stdDeviation="${n(shadow.blur / 2)}"/></filter>`,
          );
          parts.push(
            `<rect x="${n(p.x + shadow.x)}" y="${n(p.y + shadow.y)}" width="${n(p.w)}" height="${n(p.h)}" rx="${n(p.radius)}" fill="${escapeXml(shadow.color)}" filter="url(#${escapeXml(id)})"/>`,
          );
        }
        const inset = p.stroke ? p.stroke.width / 2 : 0;
        parts.push(
          `<rect id="${idOf(prefix, p.key)}" x="${n(p.x + inset)}" y="${n(p.y + inset)}" width="${n(Math.max(0, p.w - inset * 2))}" height="${n(Math.max(0, p.h - inset * 2))}" rx="${n(Math.max(0, p.radius - inset))}" fill="${escapeXml(p.fill ?? 'none')}"${strokeAttrs(p.stroke)}/>`,
        );
        break;
      }
      case 'ellipse': {
        const inset = p.stroke ? p.stroke.width / 2 : 0;
        parts.push(
          `<ellipse id="${idOf(prefix, p.key)}" cx="${n(p.x + p.w / 2)}" cy="${n(p.y + p.h / 2)}" rx="${n(Math.max(0, p.w / 2 - inset))}" ry="${n(Math.max(0, p.h / 2 - inset))}" fill="${escapeXml(p.fill ?? 'none')}"${strokeAttrs(p.stroke)}/>`,
        );
        break;
      }
      case 'line':
        parts.push(`<line x1="${n(p.x1)}" y1="${n(p.y1)}" x2="${n(p.x2)}" y2="${n(p.y2)}"${strokeAttrs(p.stroke)}/>`);
        break;
      case 'text': {
        const runs = p.runs
          .map(
            (r) =>
              `<tspan x="${n(p.x + r.x)}" font-family="${escapeXml(familyList(r.family))}" font-weight="${r.weight}"${r.italic ? ' font-style="italic"' : ''}>${escapeXml(r.text)}</tspan>`,
          )
          .join('');
        parts.push(
          `<text id="${idOf(prefix, p.key)}" y="${n(p.y)}" font-size="${n(p.size)}"${p.spacing ? ` letter-spacing="${n(p.spacing)}"` : ''} fill="${escapeXml(p.fill)}" xml:space="preserve">${runs}</text>`,
        );
        if (p.underline)
          parts.push(
            `<line x1="${n(p.x)}" y1="${n(p.y + p.size * 0.14)}" x2="${n(p.x + p.width)}" y2="${n(p.y + p.size * 0.14)}" stroke="${escapeXml(p.fill)}" stroke-width="${n(Math.max(1, p.size / 15))}"/>`,
          );
        break;
      }
      case 'path':
        parts.push(
          `<path id="${idOf(prefix, p.key)}" transform="translate(${n(p.x)} ${n(p.y)}) scale(${Math.round(p.scale * 10000) / 10000})" d="${escapeXml(p.d)}" fill="${escapeXml(p.fill ?? 'none')}"${p.stroke ? ` stroke="${escapeXml(p.stroke)}" stroke-width="${n(p.width)}" stroke-linecap="round" stroke-linejoin="round"` : ''}/>`,
        );
        break;
      case 'hatch':
        parts.push(...hatch(p, `${prefix}h${serial++}`, defs));
        break;
      case 'image': {
        const found = options.asset?.(p.asset);
        if (!found) {
          parts.push(
            ...hatch({ ...p, fill: '#eeeeee', line: '#00000026', dash: false }, `${prefix}h${serial++}`, defs),
          );
          break;
        }
        const id = escapeXml(`${prefix}c${serial++}`);
        defs.push(
          `<clipPath id="${id}"><rect x="${n(p.x)}" y="${n(p.y)}" width="${n(p.w)}" height="${n(p.h)}" rx="${n(p.radius)}"/></clipPath>`,
        );
        // The whole picture, as large and where it must lie for its part to show; the clip leaves only that part.
        const f = fitPicture(found.width, found.height, p);
        const [kx, ky] = [f.dw / f.sw, f.dh / f.sh];
        parts.push(
          `<image id="${idOf(prefix, p.key)}" clip-path="url(#${id})" x="${n(f.dx - f.sx * kx)}" y="${n(f.dy - f.sy * ky)}" width="${n(found.width * kx)}" height="${n(found.height * ky)}" preserveAspectRatio="none" href="${escapeXml(found.href)}"/>`,
        );
        break;
      }
      case 'clip': {
        const id = escapeXml(`${prefix}c${serial++}`);
        defs.push(
          `<clipPath id="${id}"><rect x="${n(p.x)}" y="${n(p.y)}" width="${n(p.w)}" height="${n(p.h)}" rx="${n(p.radius)}"/></clipPath>`,
        );
        parts.push(`<g clip-path="url(#${id})">`);
        break;
      }
      case 'group':
        parts.push(`<g opacity="${n(p.opacity)}">`);
        break;
      case 'end':
        parts.push('</g>');
        break;
      default:
        unhandled(p);
    }
  }
  const style = options.css ? `<style>${options.css.replace(/<\/?style/giu, '')}</style>` : '';
  const background = options.background
    ? `<rect width="${n(width)}" height="${n(height)}" fill="${escapeXml(options.background)}"/>`
    : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}" height="${n(height)}" viewBox="0 0 ${n(width)} ${n(height)}" role="img" text-rendering="geometricPrecision" aria-label="${escapeXml(options.title)}"><title>${escapeXml(options.title)}</title>${style}${defs.length > 0 ? `<defs>${defs.join('')}</defs>` : ''}${background}${parts.join('')}</svg>`;
}

/**
 * Which part of a picture shows where. `cover` fills the room and cuts what is over, so that the focal point stays in view (0 the
 * left or upper edge, 1 the other; as `object-position` in CSS); `zoom` cuts more. `contain` shows it whole.
 * @param pw width of the picture itself, px; `ph` its height
 * @returns source and target rectangles, px
 */
export function fitPicture(
  pw: number,
  ph: number,
  p: {
    readonly x: number;
    readonly y: number;
    readonly w: number;
    readonly h: number;
    readonly fit: 'cover' | 'contain';
    readonly focalX: number;
    readonly focalY: number;
    readonly zoom: number;
  },
): { sx: number; sy: number; sw: number; sh: number; dx: number; dy: number; dw: number; dh: number } {
  const fx = Math.min(1, Math.max(0, p.focalX));
  const fy = Math.min(1, Math.max(0, p.focalY));
  if (p.fit === 'contain') {
    const scale = Math.min(p.w / pw, p.h / ph);
    const dw = pw * scale;
    const dh = ph * scale;
    return { sx: 0, sy: 0, sw: pw, sh: ph, dx: p.x + (p.w - dw) * fx, dy: p.y + (p.h - dh) * fy, dw, dh };
  }
  const scale = Math.max(p.w / pw, p.h / ph) * p.zoom;
  const sw = p.w / scale;
  const sh = p.h / scale;
  return { sx: (pw - sw) * fx, sy: (ph - sh) * fy, sw, sh, dx: p.x, dy: p.y, dw: p.w, dh: p.h };
}

interface Hatch {
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

/** The distance between hatching lines, px. */
export const HATCH = 10;

/** Diagonal lines across a box as one path, from edge to edge. */
export function hatchPath(x: number, y: number, w: number, h: number): string {
  let d = '';
  for (let at = HATCH; at < w + h; at += HATCH) {
    const x1 = Math.min(at, w);
    const y1 = at - x1;
    const y2 = Math.min(at, h);
    const x2 = at - y2;
    d += `M${n(x + x1)} ${n(y + y1)}L${n(x + x2)} ${n(y + y2)}`;
  }
  return d;
}

function hatch(p: Hatch, id: string, defs: string[]): string[] {
  defs.push(
    `<clipPath id="${escapeXml(id)}"><rect x="${n(p.x)}" y="${n(p.y)}" width="${n(p.w)}" height="${n(p.h)}" rx="${n(p.radius)}"/></clipPath>`,
  );
  return [
    `<rect x="${n(p.x)}" y="${n(p.y)}" width="${n(p.w)}" height="${n(p.h)}" rx="${n(p.radius)}" fill="${escapeXml(p.fill)}"/>`,
    `<path clip-path="url(#${escapeXml(id)})" d="${hatchPath(p.x, p.y, p.w, p.h)}" stroke="${escapeXml(p.line)}" fill="none"/>`,
    `<rect x="${n(p.x + 0.5)}" y="${n(p.y + 0.5)}" width="${n(Math.max(0, p.w - 1))}" height="${n(Math.max(0, p.h - 1))}" rx="${n(p.radius)}" fill="none" stroke="${escapeXml(p.line)}"${p.dash ? ' stroke-dasharray="4 3"' : ''}/>`,
  ];
}
