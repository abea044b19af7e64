import { isColour, parseColour } from './contrast.js';

/** Lightness 0 to 1, and how far towards red from green (`a`) and towards yellow from blue (`b`). */
export interface Oklab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}
/** Lightness 0 to 1, chroma from 0, hue in degrees. */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

const linear = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const gamma = (v: number): number => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);

/** A CSS colour in OKLab, its transparency left out (Ottosson 2020; CSS Color 4, 9.3). */
export function toOklab(colour: string): Oklab {
  const [r, g, b] = parseColour(colour).map((v) => linear(v / 255)) as [number, number, number, number];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return {
    l: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    a: 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    b: 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  };
}
/** How unlike two colours are: 0 the same; 0.02 is just seen. */
export function colourDistance(one: string, other: string): number {
  const [x, y] = [toOklab(one), toOklab(other)];
  return Math.hypot(x.l - y.l, x.a - y.a, x.b - y.b);
}
export function toOklch(colour: string): Oklch {
  const { l, a, b } = toOklab(colour);
  const c = Math.hypot(a, b);
  return { l, c, h: c < 1e-5 ? 0 : ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360 };
}
function toRgb({ l, c, h }: Oklch): readonly [number, number, number] {
  const a = c * Math.cos((h * Math.PI) / 180);
  const b = c * Math.sin((h * Math.PI) / 180);
  const x = (l + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const y = (l - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const z = (l - 0.0894841775 * a - 1.291485548 * b) ** 3;
  return [
    gamma(4.0767416621 * x - 3.3077115913 * y + 0.2309699292 * z),
    gamma(-1.2684380046 * x + 2.6097574011 * y - 0.3413193965 * z),
    gamma(-0.0041960863 * x - 0.7034186147 * y + 1.707614701 * z),
  ];
}
const inGamut = (rgb: readonly number[]): boolean => rgb.every((v) => v >= -0.0005 && v <= 1.0005);

/** As `#rrggbb`; a colour that screens cannot show keeps lightness and hue and gets as much chroma as they can (CSS Color 4, 13.2). */
export function fromOklch(colour: Oklch): string {
  const l = Math.min(1, Math.max(0, colour.l));
  let rgb = toRgb({ ...colour, l });
  if (!inGamut(rgb)) {
    let [low, high] = [0, colour.c];
    for (let i = 0; i < 24; i++) {
      const c = (low + high) / 2;
      if (inGamut(toRgb({ l, c, h: colour.h }))) low = c;
      else high = c;
    }
    rgb = toRgb({ l, c: low, h: colour.h });
  }
  const hex = rgb.map((v) =>
    Math.round(Math.min(1, Math.max(0, v)) * 255)
      .toString(16)
      .padStart(2, '0'),
  );
  return `#${hex.join('')}`;
}

/** A CSS colour as `#rrggbb`, its transparency left out; null: it is none. */
export function toHex(colour: string): string | null {
  if (!isColour(colour)) return null;
  const hex = parseColour(colour)
    .slice(0, 3)
    .map((v) => Math.round(v).toString(16).padStart(2, '0'));
  return `#${hex.join('')}`;
}
