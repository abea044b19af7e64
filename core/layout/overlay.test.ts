import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  blankScreen,
  emptyProject,
  layout,
  overlaysOf,
  paint,
  resolve,
  SCRIM,
  scrolledTo,
  scrollRoom,
  type Attrs,
  type Box,
  type Node,
  type Screen,
  type World,
} from '../index.js';

const { fonts, kits } = shippedKits();
const kit = [...kits.keys()][0] ?? '';
const HIGH = 600;
const WIDE = 390;
function screenWith(things: readonly Readonly<Attrs>[], height: number | null = HIGH): Screen {
  const blank = blankScreen('s', 'S', 'flow-1', 'phone', WIDE, height);
  const made = things.map((attrs, i): Node => ({ id: `t${i}`, type: 'box', attrs, children: [] }));
  const root: Node = {
    id: blank.root,
    type: 'box',
    attrs: { flow: 'column', width: 'stretch' },
    children: made.map((n) => n.id),
  };
  return { ...blank, nodes: Object.fromEntries([root, ...made].map((n) => [n.id, n])) };
}
const worldWith = (screen: Screen): World => ({
  project: { ...emptyProject('p', 'P', kit), screens: [screen] },
  kits,
});
const laid = (screen: Screen, overlay = ''): Box => layout(resolve(worldWith(screen), screen, { overlay }), fonts);
const child = (box: Box, key: string): Box | undefined => box.children.find((c) => c.node.key === key);
const block = (height: number, more: Attrs = {}): Attrs => ({ width: 'stretch', height, ...more });

describe('what lies over a screen', () => {
  const dialog = (overlay: Attrs['overlay'], more: Attrs = {}): Screen =>
    screenWith([block(200), { overlay: overlay, width: 200, height: 100, ...more }, block(900)]);
  it('takes no room in it and is not seen until it is called for', () => {
    const box = laid(dialog('middle'));
    expect(box.children.map((c) => [c.node.key, c.y])).toEqual([
      ['t0', 0],
      ['t2', 200],
    ]);
    expect(overlaysOf(dialog('middle'))).toEqual(['t1']);
    expect(laid(dialog('middle'), 'nothing').children).toHaveLength(2);
  });
  it.each([
    ['middle', {}, { x: 95, y: 250, w: 200, h: 100 }],
    ['left', {}, { x: 0, y: 0, w: 200, h: 100 }],
    ['right', { height: 'fit' }, { x: 190, y: 0, w: 200, h: HIGH }],
    ['right', { width: 'stretch', height: 'fit' }, { x: 56, y: 0, w: WIDE - 56, h: HIGH }],
    ['top', {}, { x: 95, y: 16, w: 200, h: 100 }],
    ['bottom', { width: 'stretch' }, { x: 0, y: 500, w: WIDE, h: 100 }],
    ['bottom', {}, { x: 95, y: 484, w: 200, h: 100 }],
    ['free', { x: 30, y: 40 }, { x: 30, y: 40, w: 200, h: 100 }],
    ['middle', { width: 'stretch', maxWidth: 300 }, { x: 45, y: 250, w: 300, h: 100 }],
    ['middle', { height: 900 }, { x: 95, y: 0, w: 200, h: 900 }],
  ] as const)('lies %s %j where that belongs', (overlay, more, at) => {
    const b = child(laid(dialog(overlay, more), 't1'), 't1');
    expect({ x: b?.x, y: b?.y, w: b?.w, h: b?.h }).toEqual(at);
  });
  it('dims all of the screen below it, unless it is told not to', () => {
    const keys = (overlay: Attrs['overlay'], more: Attrs = {}): readonly string[] =>
      laid(dialog(overlay, more), 't1').children.map((c) => c.node.key);
    expect(keys('middle')).toEqual(['t0', 't2', SCRIM, 't1']);
    expect(keys('middle', { scrim: false })).toEqual(['t0', 't2', 't1']);
    expect(keys('free')).toEqual(['t0', 't2', 't1']);
    expect(keys('top', { scrim: true })).toContain(SCRIM);
    const scrim = child(laid(dialog('middle'), 't1'), SCRIM);
    expect([scrim?.w, scrim?.h]).toEqual([WIDE, 1100]);
  });
});

describe('a screen scrolled on its device', () => {
  const thing = fc.record({
    height: fc.integer({ min: 10, max: 500 }),
    pin: fc.constantFrom<Attrs['pin'][]>(undefined, undefined, 'top', 'bottom'),
  });
  it('shows every part in its place: those that stay at their end, all others moved alike', () => {
    fc.assert(
      fc.property(fc.array(thing, { minLength: 1, maxLength: 9 }), fc.integer({ min: -50, max: 3000 }), (list, by) => {
        const whole = laid(screenWith(list.map((t) => block(t.height, t.pin ? { pin: t.pin } : {}))));
        const seen = scrolledTo(whole, HIGH, by);
        const room = scrollRoom(whole, HIGH);
        if (room === 0) {
          expect(seen).toBe(whole);
          return;
        }
        const at = Math.min(room, Math.max(0, by));
        expect(seen.h).toBe(HIGH);
        expect(new Set(seen.children.map((c) => c.node.key)).size).toBe(list.length);
        for (const c of whole.children) {
          const there = child(seen, c.node.key);
          const { pin } = c.node.look;
          const moved = c.y - at;
          if (!pin) expect(there?.y).toBeCloseTo(moved, 6);
          else if (pin === 'top') expect(there?.y).toBeGreaterThanOrEqual(Math.max(0, moved) - 1e-6);
          else expect((there?.y ?? 0) + c.h).toBeLessThanOrEqual(Math.min(HIGH, moved + c.h) + 1e-6);
          expect(there?.h).toBe(c.h);
        }
        // Of several that stay at one end none hides another.
        for (const end of ['top', 'bottom'] as const) {
          const staying = seen.children.filter((c) => c.node.look.pin === end).sort((a, b) => a.y - b.y);
          for (let i = 1; i < staying.length; i++)
            expect(staying[i]?.y).toBeGreaterThanOrEqual((staying[i - 1]?.y ?? 0) + (staying[i - 1]?.h ?? 0) - 1e-6);
        }
      }),
      { numRuns: 400 },
    );
  });
  it('is cut off at the device, and what lies over it does not move', () => {
    const screen = screenWith([
      block(200, { pin: 'top' }),
      { overlay: 'bottom', width: 'stretch', height: 80 },
      block(1500),
    ]);
    const seen = scrolledTo(laid(screen, 't1'), HIGH, 400);
    expect(child(seen, 't1')?.y).toBe(HIGH - 80);
    expect(child(seen, SCRIM)?.h).toBe(HIGH);
    expect(child(seen, 't0')?.y).toBe(0);
    expect(paint(seen).some((p) => p.p === 'clip' && p.h === HIGH)).toBe(true);
    // Nothing of the screen itself was changed.
    expect(child(laid(screen), 't2')?.y).toBe(200);
  });
});
