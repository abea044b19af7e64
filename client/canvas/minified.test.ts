import { describe, expect, it } from 'vitest';
import { layout, paint, resolve, type Primitive } from '../../core/index.js';
import { demos, fonts, kits } from '../../testing/demo.js';
import { drawMinified, minifiedView, type Pixels } from './minified.js';

const rect = (x: number, y: number, w: number, h: number, fill: string): Primitive => ({
  p: 'rect',
  key: 'r',
  x,
  y,
  w,
  h,
  radius: 0,
  fill,
});
const draw = (list: readonly Primitive[], scale: number, pictureOf: () => Pixels | null = () => null): Pixels =>
  drawMinified(minifiedView(list, 80, 40), scale, pictureOf);
const at = (p: Pixels, x: number, y: number): number[] => [
  ...p.data.slice((y * p.width + x) * 4, (y * p.width + x) * 4 + 4),
];

describe('a screen from afar', () => {
  it('is white where nothing is, and as large as the scale says', () => {
    const p = draw([], 1 / 8);
    expect([p.width, p.height]).toEqual([10, 5]);
    expect(at(p, 3, 3)).toEqual([255, 255, 255, 255]);
  });
  it('covers whole px whole, and others in part', () => {
    const p = draw([rect(8, 8, 12, 8, '#000000')], 1 / 8);
    expect(at(p, 1, 1)).toEqual([0, 0, 0, 255]);
    expect(at(p, 2, 1)[0]).toBeCloseTo(127.5, -0.5);
    expect(at(p, 0, 1)[0]).toBe(255);
    expect(at(p, 3, 1)[0]).toBe(255);
  });
  it('is darkened by what is thinner than a px as much as it is thin', () => {
    const line: Primitive = { p: 'line', key: 'l', x1: 0, y1: 20, x2: 80, y2: 20, stroke: stroke(2, '#000000') };
    const p = draw([line], 1 / 8);
    const column = [0, 1, 2, 3, 4].map((y) => 255 - (at(p, 5, y)[0] ?? 0));
    expect(column.reduce((a, b) => a + b)).toBeCloseTo(255 * (2 / 8), -0.7);
  });
  it('shows only what its frame lets through, as opaque as its group is', () => {
    const p = draw(
      [
        { p: 'group', opacity: 0.5 },
        { p: 'clip', key: 'c', x: 0, y: 0, w: 40, h: 40, radius: 0 },
        rect(0, 0, 80, 40, '#ff0000'),
        { p: 'end' },
        { p: 'end' },
        rect(72, 0, 8, 8, '#0000ff'),
      ],
      1 / 8,
    );
    expect(at(p, 2, 2)).toEqual([255, 128, 128, 255]);
    expect(at(p, 7, 2)).toEqual([255, 255, 255, 255]);
    expect(at(p, 9, 0)).toEqual([0, 0, 255, 255]);
  });
  it('has its pictures where they are, beneath what lies over them', () => {
    const image: Primitive = {
      p: 'image',
      key: 'i',
      x: 0,
      y: 0,
      w: 80,
      h: 40,
      radius: 0,
      asset: 'a',
      fit: 'cover',
      focalX: 0.5,
      focalY: 0.5,
      zoom: 1,
    };
    const green: Pixels = {
      width: 10,
      height: 5,
      data: new Uint8ClampedArray(Array.from({ length: 50 }, () => [0, 200, 0, 255]).flat()),
    };
    const p = draw([image, rect(0, 0, 8, 8, '#000000')], 1 / 8, () => green);
    expect(at(p, 0, 0)).toEqual([0, 0, 0, 255]);
    expect(at(p, 5, 3)).toEqual([0, 200, 0, 255]);
    expect(at(draw([image], 1 / 8), 5, 3)[0]).toBeLessThan(255);
  });
  it('is as bright as half the size of it is, for every screen of the demo', () => {
    const project = demos[0];
    if (!project) return expect.fail('There is no demo');
    for (const screen of project.screens) {
      const box = layout(resolve({ project, kits }, screen), fonts);
      const view = minifiedView(paint(box), screen.width, box.h);
      const mean = (p: Pixels): number => p.data.reduce((a, b) => a + b, 0) / p.data.length;
      const small = mean(drawMinified(view, 1 / 16, () => null));
      expect(Math.abs(small - mean(drawMinified(view, 1 / 8, () => null)))).toBeLessThan(2);
      expect(small).toBeLessThan(254);
    }
  });
});
function stroke(width: number, color: string): { width: number; color: string; dash: boolean } {
  return { width, color, dash: false };
}
