import { describe, expect, it } from 'vitest';
import { fitPicture, toSvg } from './svg.js';
import type { Primitive } from './primitives.js';

const room = { x: 10, y: 20, w: 100, h: 100 };
const cover = (focalX: number, focalY = 0.5, zoom = 1): ReturnType<typeof fitPicture> =>
  fitPicture(400, 200, { ...room, fit: 'cover', focalX, focalY, zoom });

describe('which part of a picture shows', () => {
  it('keeps any focal point in view, not only thirds', () => {
    expect([0, 0.2, 0.5, 0.7, 1].map((f) => cover(f).sx)).toEqual([0, 40, 100, 140, 200]);
    expect(cover(0.2)).toMatchObject({ sy: 0, sw: 200, sh: 200, dx: 10, dy: 20, dw: 100, dh: 100 });
  });
  it('zooms around the focal point and never shows beyond the edges', () => {
    const z = cover(1, 0, 2);
    expect(z).toMatchObject({ sx: 300, sy: 0, sw: 100, sh: 100 });
    for (const f of [-1, 0, 0.33, 1, 3]) {
      const got = cover(f, f, 3);
      expect(got.sx >= 0 && got.sy >= 0 && got.sx + got.sw <= 400.001 && got.sy + got.sh <= 200.001).toBe(true);
    }
  });
  it('shows all of it where it is to be contained', () => {
    expect(fitPicture(400, 200, { ...room, fit: 'contain', focalX: 0.5, focalY: 1, zoom: 4 })).toEqual({
      sx: 0,
      sy: 0,
      sw: 400,
      sh: 200,
      dx: 10,
      dy: 70,
      dw: 100,
      dh: 50,
    });
  });
  it('says the same in SVG: the whole picture laid so that the part lies in its room', () => {
    const p: Primitive = {
      p: 'image',
      key: 'k',
      ...room,
      radius: 0,
      asset: 'boat',
      fit: 'cover',
      focalX: 0.2,
      focalY: 0.5,
      zoom: 2,
    };
    const svg = toSvg([p], {
      width: 200,
      height: 200,
      title: 't',
      prefix: '',
      asset: () => ({ href: 'data:image/png;base64,', width: 400, height: 200 }),
    });
    const at = (name: string): number => Number(new RegExp(`<image[^>]* ${name}="([^"]+)"`, 'u').exec(svg)?.[1]);
    const part = cover(0.2, 0.5, 2);
    expect(at('width') / 400).toBeCloseTo(part.dw / part.sw);
    expect((room.x - at('x')) / (at('width') / 400)).toBeCloseTo(part.sx);
    expect((room.y - at('y')) / (at('height') / 200)).toBeCloseTo(part.sy);
  });
});
