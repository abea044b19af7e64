import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  applyEdit,
  blankScreen,
  boxesByKey,
  emptyProject,
  layout,
  resolve,
  screenOf,
  type Box,
  type Node,
  type Project,
  type Rect,
  type Step,
} from '../index.js';
import {
  aligned,
  ALIGNS,
  columnsOf,
  inBox,
  measuresOf,
  movedBy,
  putSteps,
  sameSize,
  snapField,
  snapTo,
  spread,
  turnSteps,
  usualGrid,
} from './index.js';

const rect = (x: number, y: number, w: number, h: number): Rect => ({ x, y, w, h });
const within = rect(0, 0, 400, 300);

describe('snapping', () => {
  const field = snapField({ boxes: [rect(20, 20, 100, 60), rect(200, 20, 100, 60)], within });
  it('takes the nearest along each axis, and no more than one', () => {
    const got = snapTo(field, rect(123, 97, 50, 40), 6);
    expect([got.dx, got.dy]).toEqual([-3, 0]);
    expect(got.lines.map((l) => [l.axis, l.at])).toEqual([['x', 120]]);
  });
  it('brings middles to middles and edges to edges', () => {
    expect(snapTo(field, rect(48, 200, 40, 40), 6).dx).toBe(2);
    expect(snapTo(field, rect(182, 131, 40, 40), 6)).toMatchObject({ dx: -2, dy: -1 });
  });
  it('makes gaps equal, and shows which', () => {
    const got = snapTo(
      snapField({ boxes: [rect(0, 0, 50, 50), rect(70, 0, 50, 50)], within }),
      rect(143, 3, 33, 44),
      6,
    );
    expect(got.dx).toBe(-3);
    expect(got.gaps.map((g) => [g.from, g.to])).toEqual([[120, 140]]);
  });
  it('goes by what is shown of grids and guides, and by nothing else', () => {
    const bare = snapField({ boxes: [], within });
    expect(snapTo(bare, rect(61, 71, 30, 30), 6)).toMatchObject({ dx: 0, dy: 0, lines: [] });
    const ruled = snapField({ boxes: [], within, columns: [{ at: 64, size: 40 }], guides: [{ axis: 'y', at: 68 }] });
    expect(snapTo(ruled, rect(61, 71, 30, 30), 6)).toMatchObject({ dx: 3, dy: -3 });
    expect(snapTo(snapField({ boxes: [], within, base: 8 }), rect(61, 71, 30, 30), 6)).toMatchObject({ dx: 3, dy: 1 });
  });
  it('moves nothing further than the slack, whatever there is', () => {
    const some = fc.record({
      x: fc.nat(400),
      y: fc.nat(300),
      w: fc.integer({ min: 1, max: 200 }),
      h: fc.integer({ min: 1, max: 200 }),
    });
    fc.assert(
      fc.property(fc.array(some, { maxLength: 30 }), some, (boxes, r) => {
        const got = snapTo(snapField({ boxes, within, base: 8 }), r, 5);
        expect(Math.abs(got.dx)).toBeLessThanOrEqual(5);
        expect(Math.abs(got.dy)).toBeLessThanOrEqual(5);
        // What is in line stays in line.
        const again = snapTo(snapField({ boxes, within, base: 8 }), { ...r, x: r.x + got.dx, y: r.y + got.dy }, 0.001);
        expect(Math.abs(again.dx) + Math.abs(again.dy)).toBeLessThan(0.01);
      }),
    );
  });
  it('tells the distances to neighbours, and to the edge where there is none', () => {
    const found = measuresOf(rect(150, 30, 30, 30), field.boxes, within);
    expect(found.map((m) => [m.axis, m.from, m.to])).toEqual([
      ['x', 120, 150],
      ['x', 180, 200],
      ['y', 0, 30],
      ['y', 60, 300],
    ]);
  });
});

describe('bringing in line', () => {
  const three = [rect(10, 10, 30, 20), rect(60, 50, 50, 30), rect(200, 20, 20, 40)];
  it('aligns with one another, a single one with what holds it', () => {
    expect(aligned(three, 'left', within).map((r) => r.x)).toEqual([10, 10, 10]);
    expect(aligned(three, 'bottom', within).map((r) => r.y + r.h)).toEqual([80, 80, 80]);
    expect(aligned([rect(10, 10, 100, 20)], 'centre', within)[0]?.x).toBe(150);
    for (const how of ALIGNS)
      expect(aligned(aligned(three, how, within), how, within)).toEqual(aligned(three, how, within));
  });
  it('spreads evenly between the outermost, and leaves two as they are', () => {
    const made = spread(three, 'x');
    const gaps = [(made[1]?.x ?? 0) - 40, 200 - (made[1]?.x ?? 0) - 50];
    expect(gaps[0]).toBeCloseTo(gaps[1] ?? 0, 6);
    expect([made[0], made[2]]).toEqual([three[0], three[2]]);
    expect(spread(three.slice(0, 2), 'x')).toEqual(three.slice(0, 2));
  });
  it('makes all as large as the last', () => {
    expect(sameSize(three, 'x').map((r) => [r.w, r.h])).toEqual([
      [20, 20],
      [20, 30],
      [20, 40],
    ]);
  });
});

describe('the columns over a screen', () => {
  it('share what is between the margins, or stand in the middle when their width is given', () => {
    expect(columnsOf(usualGrid({ width: 390 }), 390)).toHaveLength(4);
    const [first, second] = columnsOf({ count: 12, gutter: 24, margin: 48 }, 1280);
    expect([first?.at, Math.round((second?.at ?? 0) - (first?.at ?? 0) - (first?.size ?? 0))]).toEqual([48, 24]);
    expect(columnsOf({ count: 3, gutter: 10, margin: 0, width: 100 }, 400)[0]).toEqual({ at: 40, size: 100 });
    expect(columnsOf({ count: 100, gutter: 50, margin: 0 }, 390)).toEqual([]);
    expect(columnsOf(undefined, 390)).toEqual([]);
  });
});

// ── on a screen ──
const { fonts, kits } = shippedKits();
const box = (id: string, attrs: Node['attrs'], children: readonly string[] = []): Node => ({
  id,
  type: 'box',
  attrs,
  children,
});
function projectOf(...nodes: readonly Node[]): Project {
  const root = box('root', { flow: 'column', width: 'stretch' }, ['f']);
  const all = Object.fromEntries([root, ...nodes].map((n) => [n.id, n]));
  const screen = { ...blankScreen('s', 'S', 'flow-1', 'phone', 400, null), root: 'root', nodes: all };
  return { ...emptyProject('p', 'P', 'plywood@1.0.0'), screens: [screen] };
}
const boxes = (project: Project): ReadonlyMap<string, Box> => {
  const screen = screenOf(project, 's');
  if (!screen) return expect.fail('The screen is gone');
  return boxesByKey(layout(resolve({ project, kits }, screen), fonts));
};
function done(project: Project, steps: readonly Step[]): Project {
  const got = applyEdit(project, { id: 'e', label: 'e', steps });
  return got.ok ? got.project : expect.fail(got.refusal.message);
}
const nodeOf = (project: Project, id: string): Node => project.screens[0]?.nodes[id] ?? expect.fail(`${id} is gone`);
const at = (b: Box | undefined): number[] => (b ? [b.x, b.y, b.w, b.h] : []);

describe('putting something in a free box', () => {
  const edge = fc.constantFrom('pin', 'scale', 'float' as const);
  it('puts it exactly there, whatever its edges do, and the room’s size and back leaves it there', () => {
    fc.assert(
      fc.property(
        fc.record({ left: edge, right: edge, top: edge, bottom: edge }),
        fc.record({
          x: fc.integer({ min: 0, max: 200 }),
          y: fc.integer({ min: 0, max: 100 }),
          w: fc.integer({ min: 10, max: 150 }),
          h: fc.integer({ min: 10, max: 80 }),
        }),
        fc.integer({ min: 150, max: 900 }),
        (edges, to, wide) => {
          const free = box('f', { flow: 'free', width: 400, height: 200 }, ['a']);
          let project = projectOf(free, box('a', { x: 7, y: 9, width: 50, height: 40, right: 100, bottom: 30, edges }));
          const now = boxes(project);
          const [holder, was] = [now.get('f'), now.get('a')];
          if (!holder || !was) return expect.fail('It is gone');
          project = done(project, putSteps('screen:s', nodeOf(project, 'a'), inBox(was, holder), to, holder));
          const put = at(boxes(project).get('a'));
          put.forEach((v, i) => expect(v).toBeCloseTo([to.x, to.y, to.w, to.h][i] ?? 0, 1));
          const size = (width: number): Step => ({
            do: 'set',
            tree: 'screen:s',
            node: 'f',
            field: 'attrs.width',
            value: width,
          });
          project = done(done(project, [size(wide)]), [size(400)]);
          expect(at(boxes(project).get('a'))).toEqual(put);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('letting things run another way', () => {
  const three = (attrs: Node['attrs'] = {}): readonly Node[] => [
    box('f', { flow: 'row', gap: 12, padding: 10, width: 'stretch', ...attrs }, ['a', 'b', 'c']),
    box('a', { width: 60, height: 30 }),
    box('b', { width: 'stretch', height: 50 }),
    box('c', { width: 40, height: 20 }),
  ];
  it('leaves everything where it is when it is set free, in rows, columns and grids', () => {
    for (const flow of ['row', 'column', 'grid'] as const) {
      const project = projectOf(...three({ flow, columns: 2 }));
      const before = boxes(project);
      const screen = project.screens[0]!;
      const after = boxes(done(project, turnSteps('screen:s', screen.nodes, 'f', 'free', before)));
      expect(movedBy(before, after, ['f', 'a', 'b', 'c']), flow).toEqual([]);
    }
  });
  it('puts them back in a row as they lay, and tells what moved', () => {
    const project = projectOf(...three());
    const before = boxes(project);
    const free = done(project, turnSteps('screen:s', project.screens[0]!.nodes, 'f', 'free', before));
    const back = done(free, turnSteps('screen:s', free.screens[0]!.nodes, 'f', 'row', boxes(free)));
    expect(movedBy(before, boxes(back), ['a', 'b', 'c'])).toEqual([]);
    const moved = done(free, [{ do: 'set', tree: 'screen:s', node: 'a', field: 'attrs.y', value: 20 }]);
    const there = boxes(moved);
    const again = done(moved, turnSteps('screen:s', moved.screens[0]!.nodes, 'f', 'row', there));
    expect(movedBy(there, boxes(again), ['a', 'b', 'c']).map((m) => m.id)).toEqual(['a']);
  });
});
