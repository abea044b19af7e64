import { clampChroma, converter, formatHex, formatHex8, parse, type Color } from 'culori';
import { aliasPath, toPx, type Json } from '../model/index.js';
import { isObject } from './checks.js';

/**
 * Values of the design tokens community format (2025 draft: colours, dimensions, durations, shadows and text styles as objects; aliases
 * as `{path}`) and as Dekkor keeps them: CSS colours, `12px`, `120ms`.
 */

/** Colour spaces of the format, as the colour package calls them, with their channels. */
const SPACES: Readonly<
  Record<string, readonly [mode: string, channels: readonly string[], scale?: readonly number[]]>
> = {
  srgb: ['rgb', ['r', 'g', 'b']],
  'srgb-linear': ['lrgb', ['r', 'g', 'b']],
  'display-p3': ['p3', ['r', 'g', 'b']],
  'a98-rgb': ['a98', ['r', 'g', 'b']],
  'prophoto-rgb': ['prophoto', ['r', 'g', 'b']],
  rec2020: ['rec2020', ['r', 'g', 'b']],
  'xyz-d65': ['xyz65', ['x', 'y', 'z']],
  'xyz-d50': ['xyz50', ['x', 'y', 'z']],
  hsl: ['hsl', ['h', 's', 'l'], [1, 100, 100]],
  hwb: ['hwb', ['h', 'w', 'b'], [1, 100, 100]],
  lab: ['lab', ['l', 'a', 'b']],
  lch: ['lch', ['l', 'c', 'h']],
  oklab: ['oklab', ['l', 'a', 'b']],
  oklch: ['oklch', ['l', 'c', 'h']],
};
const toRgb = converter('rgb');

/** A CSS colour that screens can show: what lies outside of sRGB keeps lightness and hue (CSS Color 4, 13.2). Null: it is none. */
function shown(colour: Color | undefined): string | null {
  if (!colour) return null;
  const rgb = toRgb(colour);
  const inside = [rgb.r, rgb.g, rgb.b].every((v) => v >= -0.0005 && v <= 1.0005);
  const fits = inside ? rgb : toRgb(clampChroma(colour, 'oklch'));
  return (colour.alpha ?? 1) < 1 ? formatHex8({ ...fits, alpha: colour.alpha ?? 1 }) : formatHex(fits);
}

/** A colour of the format as a CSS colour; null: it cannot be read. Aliases stay. */
export function readColour(value: Json): string | null {
  if (typeof value === 'string') return aliasPath(value) !== null ? value : shown(parse(value));
  if (!isObject(value)) return null;
  const space = SPACES[String(value['colorSpace'])];
  const parts = value['components'];
  if (space && Array.isArray(parts) && parts.length === 3) {
    const [mode, channels, scale] = space;
    const numbers = parts.map((p) => (p === 'none' ? 0 : p));
    if (numbers.every((n) => typeof n === 'number' && Number.isFinite(n))) {
      const made = Object.fromEntries(channels.map((c, i) => [c, (numbers[i] as number) / (scale?.[i] ?? 1)]));
      const alpha = typeof value['alpha'] === 'number' ? value['alpha'] : 1;
      return shown({ mode, ...made, alpha } as unknown as Color);
    }
  }
  return typeof value['hex'] === 'string' ? shown(parse(value['hex'])) : null;
}

/** A CSS colour as a colour object of the format, in sRGB, with its hex besides. */
export function writeColour(value: Json): Json {
  if (typeof value !== 'string' || aliasPath(value) !== null) return value;
  const rgb = toRgb(parse(value) ?? { mode: 'rgb', r: 0, g: 0, b: 0 });
  const round = (v: number): number => Math.round(v * 10_000) / 10_000;
  return {
    colorSpace: 'srgb',
    components: [round(rgb.r), round(rgb.g), round(rgb.b)],
    ...((rgb.alpha ?? 1) < 1 ? { alpha: round(rgb.alpha ?? 1) } : {}),
    hex: formatHex(rgb),
  };
}

/** A length of the format as `12px`; null: it is none. */
export function readDimension(value: Json): string | null {
  if (typeof value === 'string' && aliasPath(value) !== null) return value;
  const px = toPx(value);
  return px === undefined ? null : `${px}px`;
}
export const writeDimension = (value: Json): Json => {
  const px = typeof value === 'string' && aliasPath(value) !== null ? undefined : toPx(value);
  return px === undefined ? value : { value: px, unit: 'px' };
};

/** A duration as `120ms`; null: it is none. */
export function readDuration(value: Json): string | null {
  if (typeof value === 'string') return aliasPath(value) !== null || /^\d+(\.\d+)?m?s$/u.test(value) ? value : null;
  if (!isObject(value) || typeof value['value'] !== 'number') return null;
  return value['unit'] === 's' || value['unit'] === 'ms' ? `${value['value']}${value['unit']}` : null;
}
export function writeDuration(value: Json): Json {
  const m = typeof value === 'string' ? /^(\d+(?:\.\d+)?)(ms|s)$/u.exec(value) : null;
  return m ? { value: Number(m[1]), unit: m[2] ?? 'ms' } : value;
}

/** An easing curve as the two handles of a Bézier curve from (0, 0) to (1, 1), each of which goes forward in time; null: it is none. */
export function readCurve(value: Json): Json | null {
  if (typeof value === 'string') return aliasPath(value) !== null ? value : null;
  if (!Array.isArray(value) || value.length !== 4 || !value.every((n) => typeof n === 'number' && Number.isFinite(n)))
    return null;
  const [x1, , x2] = value as readonly number[];
  return (x1 ?? 0) >= 0 && (x1 ?? 0) <= 1 && (x2 ?? 0) >= 0 && (x2 ?? 0) <= 1 ? value : null;
}

/** One shadow, the first where there are several, with its lengths as `2px`; null: it is none. */
export function readShadow(value: Json): Json | null {
  if (typeof value === 'string') return aliasPath(value) !== null ? value : null;
  const one = Array.isArray(value) ? value[0] : value;
  if (!isObject(one ?? null)) return null;
  const s = one as { readonly [k: string]: Json };
  const color = readColour(s['color'] ?? '#00000033');
  if (color === null) return null;
  const length = (name: string): string => readDimension(s[name] ?? 0) ?? '0px';
  return {
    color,
    offsetX: length('offsetX'),
    offsetY: length('offsetY'),
    blur: length('blur'),
    spread: length('spread'),
  };
}
export function writeShadow(value: Json): Json {
  if (!isObject(value)) return value;
  return {
    color: writeColour(value['color'] ?? '#000000'),
    ...Object.fromEntries(['offsetX', 'offsetY', 'blur', 'spread'].map((n) => [n, writeDimension(value[n] ?? '0px')])),
  };
}
