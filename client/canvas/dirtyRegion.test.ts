import { describe, expect, it } from 'vitest';
import type { Primitive } from '../../core/index.js';
import { dirtyRegion, touches } from './dirtyRegion.js';

const rect = (key: string, x: number, y: number, fill = '#fff'): Primitive => ({
  p: 'rect',
  key,
  x,
  y,
  w: 10,
  h: 10,
  radius: 0,
  fill,
});
const text = (says: string, y: number): Primitive => ({
  p: 'text',
  key: 't',
  x: 0,
  y,
  width: says.length * 8,
  size: 16,
  spacing: 0,
  fill: '#000',
  underline: false,
  runs: [{ text: says, x: 0, width: says.length * 8, family: 'F', weight: 400, italic: false }],
});

describe('what changed between two pictures', () => {
  const frame = rect('root', 0, 0);
  it('is nothing when they say the same, however they were made', () => {
    expect(dirtyRegion([frame, text('A', 20)], [{ ...frame }, text('A', 20)])).toBeNull();
  });
  it('is where something else is drawn, before and after', () => {
    const got = dirtyRegion([frame, rect('a', 50, 50), text('Z', 200)], [frame, rect('a', 50, 90), text('Z', 200)]);
    expect(got).toEqual({ x1: 50, y1: 50, x2: 60, y2: 100 });
    expect(got && got !== 'all' && touches(frame, got)).toBe(false);
    expect(got && got !== 'all' && touches(rect('b', 55, 95), got)).toBe(true);
  });
  it('covers what came and what went', () => {
    expect(dirtyRegion([frame], [frame, rect('a', 5, 5)])).toEqual({ x1: 5, y1: 5, x2: 15, y2: 15 });
    expect(dirtyRegion([frame, rect('a', 5, 5)], [frame])).toEqual({ x1: 5, y1: 5, x2: 15, y2: 15 });
  });
  it('is everything where it cannot be told', () => {
    expect(dirtyRegion([frame], [frame, { p: 'group', opacity: 0.5 }, { p: 'end' }])).toBe('all');
  });
});
