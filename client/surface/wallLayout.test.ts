import { describe, expect, it } from 'vitest';
import { blankScreen, type Flow, type Screen } from '../../core/index.js';
import { extent, fitting, layoutWall, sameWallLayout, perRow } from './wallLayout.js';

const flows: readonly Flow[] = [
  { id: 'a', name: 'Booking' },
  { id: 'b', name: 'Account' },
];
const some = (n: number, flow = 'a', width = 390): Screen[] =>
  Array.from({ length: n }, (_, i) => blankScreen(`${flow}${i}`, `Screen ${i}`, flow, 'phone', width, 844));
const high = (s: Screen): number => s.height ?? 0;

describe('hanging screens', () => {
  it('keeps a flow of eight in one row, and wraps a long one', () => {
    expect(new Set(layoutWall(flows, some(8), high, 0.5).hung.map((r) => r.y)).size).toBe(1);
    const many = layoutWall(flows, some(200), high, 0.5).hung;
    const rows = new Set(many.map((r) => r.y)).size;
    expect(rows).toBeGreaterThan(4);
    const e = extent(many, true)!;
    expect(e.w / e.h).toBeGreaterThan(1);
    expect(e.w / e.h).toBeLessThan(2.5);
  });
  it('lets nothing overlap, at any zoom, and numbers each flow from one', () => {
    for (const zoom of [0.01, 0.05, 0.3, 1, 3]) {
      const { hung, heads } = layoutWall(flows, [...some(30), ...some(11, 'b', 1280)], high, zoom);
      for (const a of hung)
        for (const b of hung)
          if (a !== b) expect(a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.h <= b.y || b.y + b.h <= a.y).toBe(true);
      expect(hung.filter((r) => r.screen.flow === 'b').map((r) => r.nth)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
      const end = Math.max(...hung.filter((r) => r.screen.flow === 'a').map((r) => r.y + r.h));
      expect(heads[1]!.y).toBeGreaterThan(end);
    }
  });
  it('gives an empty flow its head and some room', () => {
    const { hung, heads } = layoutWall(flows, some(1, 'b'), high, 1);
    expect(heads.map((h) => h.count)).toEqual([0, 1]);
    expect(hung[0]!.y).toBeGreaterThan(heads[1]!.y);
  });
  it('puts more side by side the taller they are', () => {
    expect(perRow(flows, some(200), () => 4000)).toBeGreaterThan(perRow(flows, some(200), () => 400));
  });
  it('finds the zoom that shows everything', () => {
    const screens = [...some(200), ...some(40, 'b', 1280)];
    const at = (zoom: number): ReturnType<typeof layoutWall>['hung'] => layoutWall(flows, screens, high, zoom).hung;
    const zoom = fitting(at, true, 700, 480, 1);
    const e = extent(at(zoom), true)!;
    expect(e.w <= 700 && e.h <= 480).toBe(true);
    const more = extent(at(zoom * 1.05), true)!;
    expect(more.w > 700 || more.h > 480).toBe(true);
  });
});

describe('hanging the same screens again', () => {
  const screens = [...some(9), ...some(3, 'b')];
  const was = layoutWall(flows, screens, high, 0.5);
  const again = (next: readonly Screen[], heightOf = high): ReturnType<typeof sameWallLayout> =>
    sameWallLayout(was, { flows, screens }, flows, next, heightOf);
  const changed = (at: number, by: Partial<Screen>): Screen[] =>
    screens.map((s, i) => (i === at ? { ...s, ...by } : s));

  it('takes over a screen whose content changed, and hangs everything where it hung', () => {
    const next = changed(4, { name: 'Renamed' });
    expect(again(next)).toEqual(layoutWall(flows, next, high, 0.5));
    expect(again(screens)).toBe(was);
  });
  it('does not when one is new, gone, moved, wider or taller', () => {
    expect(again([...screens, ...some(1, 'c')])).toBeNull();
    expect(again(screens.slice(1))).toBeNull();
    expect(again([...screens].reverse())).toBeNull();
    expect(again(changed(2, { flow: 'b' }))).toBeNull();
    expect(again(changed(2, { width: 834 }))).toBeNull();
    expect(again(changed(2, { height: 2000 }))).toBeNull();
    expect(again(screens, (s) => high(s) + (s.id === 'b1' ? 1 : 0))).toBeNull();
  });
});
