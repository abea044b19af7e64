import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isPathData } from '../model/index.js';
import { figure, numbersIn } from './figure.js';

describe('numbers in a text', () => {
  it('are found whatever stands between them', () => {
    expect(numbersIn('12, 15.5;-3 kr 9')).toEqual([12, 15.5, -3, 9]);
    expect(numbersIn('none')).toEqual([]);
    expect(numbersIn('1 '.repeat(5000))).toHaveLength(400);
  });
});

describe('a figure', () => {
  it('is path data that stays in its room, whatever the numbers', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 40 }),
        fc.constantFrom('bars' as const, 'curve' as const, 'ring' as const),
        fc.integer({ min: 20, max: 600 }),
        fc.integer({ min: 20, max: 400 }),
        (numbers, shape, w, h) => {
          const d = figure(shape, numbers, w, h, 4);
          expect(d === '' ? shape === 'ring' : isPathData(d)).toBe(true);
          if (shape === 'ring') return;
          const points = [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/gu)].map((m) => [Number(m[1]), Number(m[2])]);
          for (const [x = 0, y = 0] of points) {
            expect(x).toBeGreaterThanOrEqual(-0.01);
            expect(x).toBeLessThanOrEqual(w + 0.01);
            expect(y).toBeGreaterThanOrEqual(-0.01);
            expect(y).toBeLessThanOrEqual(h + 0.01);
          }
        },
      ),
    );
  });
  it('is taller for more, and a ring of a half ends opposite its start', () => {
    const tops = [...figure('bars', [1, 4, 2], 90, 80, 0).matchAll(/M[\d.]+ ([\d.]+)/gu)].map((m) => Number(m[1]));
    expect(tops).toEqual([60, 0, 40]);
    expect(figure('ring', [50], 100, 100, 10)).toBe('M50 5A45 45 0 0 1 50 95');
    expect(figure('ring', [0], 100, 100, 10)).toBe('');
  });
});
