import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  blankScreen,
  emptyProject,
  layoutNode,
  readTracks,
  resolve,
  writeTracks,
  type Box,
  type Node,
} from '../index.js';
import { alongIn, type Along } from './free.js';

const { fonts, kits } = shippedKits();
const edge = fc.constantFrom('pin', 'scale', 'float' as const);
const along: fc.Arbitrary<Along> = fc.record({
  near: fc.integer({ min: -50, max: 400 }),
  far: fc.option(fc.integer({ min: -50, max: 400 })),
  nearEdge: edge,
  farEdge: edge,
}) as fc.Arbitrary<Along>;
const size = fc.integer({ min: 1, max: 300 });

describe('the edges of a thing in a free box', () => {
  it('leave it where it was in the room it was placed in', () => {
    fc.assert(
      fc.property(along, size, (a, s) => {
        const room = a.near + s + (a.far ?? 0);
        fc.pre(room > 0);
        const got = alongIn(a, s, room);
        expect(got.at).toBeCloseTo(a.near, 6);
        expect(got.size).toBeCloseTo(s, 6);
      }),
    );
  });
  it('keep what they keep, share what they share, and hold the middle when both are free', () => {
    fc.assert(
      fc.property(along, size, fc.integer({ min: 900, max: 2000 }), (a, s, room) => {
        const was = a.near + s + (a.far ?? 0);
        fc.pre(a.far !== null && was > 0);
        const far = a.far ?? 0;
        const got = alongIn(a, s, room);
        if (a.nearEdge === 'pin') expect(got.at).toBeCloseTo(a.near, 6);
        if (a.nearEdge === 'scale') expect(got.at / room).toBeCloseTo(a.near / was, 6);
        const behind = room - got.at - got.size;
        const part = room / was;
        // Where both are held, there is room for them.
        const fits = Math.max(a.near, a.near * part) + Math.max(far, far * part) <= room;
        if (a.farEdge === 'pin' && fits) expect(behind).toBeCloseTo(far, 6);
        if (a.farEdge === 'scale' && fits) expect(behind / room).toBeCloseTo(far / was, 6);
        if (a.nearEdge === 'float' || a.farEdge === 'float') expect(got.size).toBe(s);
        if (a.nearEdge === 'float' && a.farEdge === 'float')
          expect(got.at + s / 2 - room / 2).toBeCloseTo(a.near + s / 2 - was / 2, 6);
      }),
    );
  });
});

/** A box of 400 x 200 px with things in it, laid out at another size. */
function laid(
  attrs: Node['attrs'],
  children: readonly Node['attrs'][],
  w: number,
  h: number | undefined,
): readonly Box[] {
  const nodes: Record<string, Node> = {
    root: { id: 'root', type: 'box', attrs, children: children.map((_c, i) => `c${i}`) },
  };
  children.forEach((c, i) => (nodes[`c${i}`] = { id: `c${i}`, type: 'box', attrs: c, children: [] }));
  const screen = { ...blankScreen('s', 'S', 'f', 'phone', 390, null), root: 'root', nodes };
  const project = { ...emptyProject('p', 'P', 'plywood@1.0.0'), screens: [screen] };
  return layoutNode(resolve({ project, kits }, screen).root, fonts, w, h).children;
}
const places = (list: readonly Box[]): number[][] => list.map((b) => [b.x, b.y, b.w, b.h]);

describe('a free box', () => {
  it('moves and stretches what is in it when it becomes another size, and puts it back', () => {
    const title = {
      x: 150,
      y: 20,
      right: 150,
      bottom: 150,
      width: 100,
      height: 30,
      edges: { left: 'float', right: 'float' },
    };
    const bar = {
      x: 10,
      y: 160,
      right: 10,
      bottom: 10,
      width: 380,
      height: 30,
      edges: { right: 'pin', top: 'float', bottom: 'pin' },
    };
    const attrs = { flow: 'free', width: 400, height: 200 } as const;
    const all = [title, bar] as readonly Node['attrs'][];
    const before = places(laid(attrs, all, 400, 200));
    expect(before).toEqual([
      [150, 20, 100, 30],
      [10, 160, 380, 30],
    ]);
    expect(places(laid(attrs, all, 600, 260))).toEqual([
      [250, 20, 100, 30],
      [10, 220, 580, 30],
    ]);
    expect(places(laid(attrs, all, 400, 200))).toEqual(before);
  });
});

describe('a grid', () => {
  const cell = (more: Node['attrs'] = {}): Node['attrs'] => ({ width: 'stretch', height: 20, ...more });
  it('has columns as they are listed', () => {
    const boxes = laid({ flow: 'grid', tracks: '100 1fr 2fr', gap: 10 }, [cell(), cell(), cell()], 430, undefined);
    expect(places(boxes)).toEqual([
      [0, 0, 100, 20],
      [110, 0, 103.33333333333333, 20],
      [223.33333333333331, 0, 206.66666666666666, 20],
    ]);
  });
  it('lays twelve columns with blocks of 12, 8, 4, 6 and 6', () => {
    const spans = [12, 8, 4, 6, 6].map((span) => cell({ span }));
    const boxes = laid({ flow: 'grid', columns: 12, gap: 24 }, spans, 1176, undefined);
    expect(places(boxes)).toEqual([
      [0, 0, 1176, 20],
      [0, 44, 776, 20],
      [800, 44, 376, 20],
      [0, 88, 576, 20],
      [600, 88, 576, 20],
    ]);
  });
  it('has as many columns as fit of a least width, and no empty ones', () => {
    const three = [cell(), cell(), cell()];
    const attrs = { flow: 'grid', minColumn: 150, gap: 10 } as const;
    expect(places(laid(attrs, three, 320, undefined)).map(([x, y]) => [x, y])).toEqual([
      [0, 0],
      [165, 0],
      [0, 30],
    ]);
    expect(places(laid(attrs, three, 990, undefined)).map(([, , w]) => Math.round(w ?? 0))).toEqual([323, 323, 323]);
  });
  it('never has fewer columns than something takes, nor hides anything for being asked too much', () => {
    const boxes = laid(
      { flow: 'grid', columns: 2 },
      [cell({ span: 9 }), cell({ column: 7 }), cell({ row: 3 })],
      200,
      undefined,
    );
    expect(places(boxes)).toEqual([
      [0, 0, 200, 20],
      [100, 20, 100, 20],
      [0, 40, 100, 20],
    ]);
  });
  it('reads columns as CSS lists them, and refuses what is none', () => {
    expect(readTracks('1fr 2fr')).toEqual([
      { kind: 'fr', size: 1 },
      { kind: 'fr', size: 2 },
    ]);
    expect(writeTracks(readTracks('repeat(3, 1fr) auto 120px') ?? [])).toBe('1fr 1fr 1fr auto 120');
    for (const bad of ['', 'wide', '1fr -2fr', 'repeat(1000, 1fr)', '1fr / 2fr', '1e9fr'])
      expect(readTracks(bad)).toBeNull();
  });
});
