import { converter, parse, wcagContrast, type Rgb } from 'culori';

const toRgb = converter('rgb');
const parsed = new Map<string, Rgb | null>();

function rgb(colour: string): Rgb | null {
  let known = parsed.get(colour);
  if (known === undefined) {
    const p = parse(colour);
    known = p ? toRgb(p) : null;
    if (parsed.size > 5000) parsed.clear();
    parsed.set(colour, known);
  }
  return known;
}

const channels = new Map<string, readonly [number, number, number, number]>();
const NONE = [0, 0, 0, 0] as const;

/** Red, green and blue (0 to 255) and opacity (0 to 1) of a CSS colour; one that cannot be read is clear. */
export function parseColour(colour: string): readonly [r: number, g: number, b: number, a: number] {
  let known = channels.get(colour);
  if (!known) {
    const c = rgb(colour);
    known = c ? [c.r * 255, c.g * 255, c.b * 255, c.alpha ?? 1] : NONE;
    if (channels.size > 5000) channels.clear();
    channels.set(colour, known);
  }
  return known;
}

/** `front` at `opacity` painted over an opaque `back`, as a CSS colour. Unreadable colours leave `back` as it is. */
export function composite(front: string, back: string, opacity = 1): string {
  const f = rgb(front);
  const b = rgb(back);
  if (!f || !b) return f ? front : back;
  const a = (f.alpha ?? 1) * opacity;
  if (a >= 1) return front;
  const mix = (x: number, y: number): number => Math.round((x * a + y * (1 - a)) * 255);
  return `rgb(${mix(f.r, b.r)}, ${mix(f.g, b.g)}, ${mix(f.b, b.b)})`;
}

/** Contrast of text on an opaque ground, 1 to 21 (WCAG 2.2, 1.4.3); null when a colour cannot be read. */
export function contrast(text: string, ground: string): number | null {
  const g = rgb(ground);
  const t = rgb(text) && rgb(composite(text, ground));
  return t && g ? wcagContrast(t, g) : null;
}

/** True for a colour that can be painted. */
export function isColour(value: string): boolean {
  return rgb(value) !== null;
}
