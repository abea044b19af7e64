import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  colourDistance,
  composite,
  contrast,
  fromOklch,
  isColour,
  parseColour,
  toHex,
  toOklab,
  toOklch,
} from './index.js';

const channel = fc.integer({ min: 0, max: 255 });
const colour = fc
  .tuple(channel, channel, channel)
  .map((rgb) => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`);

describe('a colour', () => {
  it.each([
    ['#f5b301', [245, 179, 1, 1]],
    ['#f5b', [255, 85, 187, 1]],
    ['rgb(245 179 1 / 50%)', [245, 179, 1, 0.5]],
    ['hsl(0, 100%, 50%)', [255, 0, 0, 1]],
    ['white', [255, 255, 255, 1]],
    ['#12345680', [18, 52, 86, 128 / 255]],
  ] as const)('%s is read', (text, [r, g, b, a]) => {
    const read = parseColour(text);
    [r, g, b, a].forEach((v, i) => expect(read[i]).toBeCloseTo(v, 5));
    expect(isColour(text)).toBe(true);
  });
  it.each(['', 'blueish', '#12', 'rgb(', 'var(--ink)', 'url(#a)'])('“%s” is none, and paints nothing', (text) => {
    expect(isColour(text)).toBe(false);
    expect(parseColour(text)).toEqual([0, 0, 0, 0]);
    expect(toHex(text)).toBeNull();
    expect(contrast(text, '#ffffff')).toBeNull();
    expect(composite(text, '#123456')).toBe('#123456');
  });
  it('is written as it was read', () => {
    fc.assert(fc.property(colour, (c) => toHex(c) === c));
    expect(toHex('rgb(245 179 1 / 50%)')).toBe('#f5b301');
  });
});

describe('a colour over another', () => {
  it('hides it where it is opaque, and is not there where it is clear', () => {
    fc.assert(
      fc.property(colour, colour, (front, back) => {
        expect(composite(front, back)).toBe(front);
        expect(toHex(composite(front, back, 0))).toBe(back);
      }),
    );
  });
  it('lies between them, each channel for itself', () => {
    fc.assert(
      fc.property(colour, colour, fc.double({ min: 0, max: 1, noNaN: true }), (front, back, opacity) => {
        const [f, b, mixed] = [parseColour(front), parseColour(back), parseColour(composite(front, back, opacity))];
        for (const i of [0, 1, 2] as const) {
          expect(mixed[i]).toBeGreaterThanOrEqual(Math.min(f[i], b[i]) - 0.51);
          expect(mixed[i]).toBeLessThanOrEqual(Math.max(f[i], b[i]) + 0.51);
        }
      }),
    );
    expect(composite('#ffffff', '#000000', 0.5)).toBe('rgb(128, 128, 128)');
    expect(composite('rgb(255 255 255 / 50%)', '#000000', 0.5)).toBe('rgb(64, 64, 64)');
  });
});

describe('contrast', () => {
  it.each([
    ['#000000', '#ffffff', 21],
    ['#ffffff', '#ffffff', 1],
    ['#777777', '#ffffff', 4.48],
    ['#767676', '#ffffff', 4.54],
    ['#ff0000', '#ffffff', 4],
  ] as const)('of %s on %s is %d', (text, ground, ratio) => {
    expect(contrast(text, ground)).toBeCloseTo(ratio, 1);
  });
  it('is the same both ways, from 1 to 21', () => {
    fc.assert(
      fc.property(colour, colour, (one, other) => {
        const ratio = contrast(one, other) ?? 0;
        expect(ratio).toBeCloseTo(contrast(other, one) ?? 0, 9);
        expect(ratio).toBeGreaterThanOrEqual(1);
        expect(ratio).toBeLessThanOrEqual(21.0001);
      }),
    );
  });
  it('is that of what is seen: text that is half clear has less', () => {
    expect(contrast('#00000080', '#ffffff')).toBeCloseTo(contrast('rgb(127, 127, 127)', '#ffffff') ?? 0, 1);
    expect(contrast('#00000000', '#c8321f')).toBe(1);
  });
});

describe('OKLab', () => {
  // Reference values: B. Ottosson, A perceptual color space for image processing, 2020; CSS Color 4, sample conversions.
  it.each([
    ['#ffffff', 1, 0, 0],
    ['#000000', 0, 0, 0],
    ['#ff0000', 0.62796, 0.22486, 0.12585],
    ['#00ff00', 0.86644, -0.23389, 0.1795],
    ['#0000ff', 0.45201, -0.03246, -0.31153],
  ] as const)('of %s is what its author gives', (text, l, a, b) => {
    const lab = toOklab(text);
    expect(lab.l).toBeCloseTo(l, 4);
    expect(lab.a).toBeCloseTo(a, 4);
    expect(lab.b).toBeCloseTo(b, 4);
  });
  it('leads back to the colour it came from', () => {
    fc.assert(fc.property(colour, (c) => fromOklch(toOklch(c)) === c));
  });
  it('gives greys no hue, and hues from 0 to 360', () => {
    fc.assert(
      fc.property(channel, (v) => {
        const { c, h } = toOklch(`rgb(${v}, ${v}, ${v})`);
        expect(c).toBeLessThan(1e-5);
        expect(h).toBe(0);
      }),
    );
    fc.assert(
      fc.property(colour, (c) => {
        const { h } = toOklch(c);
        expect(h).toBeGreaterThanOrEqual(0);
        expect(h).toBeLessThan(360);
      }),
    );
  });
  it('takes strength, and neither lightness nor hue, from what no screen can show', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.15, max: 0.95, noNaN: true }),
        fc.double({ min: 0.05, max: 0.6, noNaN: true }),
        fc.double({ min: 0, max: 359.9, noNaN: true }),
        (l, c, h) => {
          const got = toOklch(fromOklch({ l, c, h }));
          expect(Math.abs(got.l - l)).toBeLessThan(0.01);
          expect(got.c).toBeLessThanOrEqual(c + 0.01);
          const apart = Math.abs(got.h - h) % 360;
          // Of eight bits a channel, dark and weak colours have few hues.
          if (got.c > 0.05) expect(Math.min(apart, 360 - apart)).toBeLessThan(4);
        },
      ),
    );
    expect(fromOklch({ l: 2, c: 0.4, h: 40 })).toBe('#ffffff');
    expect(fromOklch({ l: -1, c: 0.4, h: 40 })).toBe('#000000');
  });
  it('says how unlike two colours are: nothing to itself, the same both ways, never more than by way of a third', () => {
    fc.assert(
      fc.property(colour, colour, colour, (a, b, c) => {
        expect(colourDistance(a, a)).toBe(0);
        expect(colourDistance(a, b)).toBeCloseTo(colourDistance(b, a), 12);
        expect(colourDistance(a, c)).toBeLessThanOrEqual(colourDistance(a, b) + colourDistance(b, c) + 1e-12);
      }),
    );
    expect(colourDistance('#0b2f4e', '#0b2f4f')).toBeLessThan(0.02);
    expect(colourDistance('#0b2f4e', '#c8321f')).toBeGreaterThan(0.3);
  });
});
