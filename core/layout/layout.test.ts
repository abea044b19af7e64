import fc from 'fast-check';
import type { Node as YogaNode } from 'yoga-layout';
import { describe, expect, it } from 'vitest';
import { asScreen, asYoga, randomTree, yogaLayout, type Plain } from '../../bench/trees.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  blankScreen,
  emptyProject,
  layout,
  layoutNode,
  resolve,
  type Box,
  type Node,
  type Screen,
  type World,
} from '../index.js';

const { fonts, kits } = shippedKits();

/** Every box beside the flex engine's, in px. */
function compare(tree: Plain, box: Box, node: YogaNode, x: number, y: number): void {
  const left = x + node.getComputedLeft();
  const top = y + node.getComputedTop();
  for (const [what, ours, theirs] of [
    ['x', box.x, left],
    ['y', box.y, top],
    ['w', box.w, node.getComputedWidth()],
    ['h', box.h, node.getComputedHeight()],
  ] as const)
    expect(Math.abs(ours - theirs), `${tree.id} ${what}: ${ours} beside ${theirs}`).toBeLessThan(0.51);
  tree.children.forEach((c, i) => compare(c, box.children[i] as Box, node.getChild(i), left, top));
}
function screenOf(nodes: Record<string, Node>, width = 390): { world: World; screen: Screen } {
  const screen: Screen = { ...blankScreen('s', 'S', 'f', 'phone', width, null), root: 'root', nodes };
  return { world: { project: { ...emptyProject('p', 'P', 'plywood@1.0.0'), screens: [screen] }, kits }, screen };
}
const box = (id: string, attrs: Node['attrs'], children: readonly string[] = []): Node => ({
  id,
  type: 'box',
  attrs,
  children,
});
const find = (b: Box, key: string): Box => {
  const walk = (at: Box): Box | null =>
    at.node.key === key ? at : at.children.reduce<Box | null>((f, c) => f ?? walk(c), null);
  return walk(b) as Box;
};

describe('rows and columns', () => {
  it('are laid out as the flex engine lays them out, on random trees', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), fc.integer({ min: 3, max: 120 }), (seed, size) => {
        const tree = randomTree(size, seed);
        const yoga = asYoga(tree);
        yogaLayout(yoga);
        compare(tree, layoutNode(asScreen(tree).root, fonts, 390, undefined), yoga, 0, 0);
        yoga.freeRecursive();
      }),
      { numRuns: 120 },
    );
  });
  it('come out the same whatever was laid out before: what is remembered is what would be found', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.array(fc.integer({ min: 40, max: 900 }), { minLength: 1, maxLength: 4 }),
        (seed, widths) => {
          const tree = randomTree(60, seed);
          const known = asScreen(tree).root;
          for (const w of widths) layoutNode(known, fonts, w, undefined);
          const flat = (b: Box): unknown => [b.x, b.y, b.w, b.h, b.children.map(flat)];
          expect(flat(layoutNode(known, fonts, 390, undefined))).toEqual(
            flat(layoutNode(asScreen(tree).root, fonts, 390, undefined)),
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('ours', () => {
  it('lets what bleeds reach the edges of a padded column, at its ends too', () => {
    const { world, screen } = screenOf({
      root: box('root', { flow: 'column', padding: 16, gap: 8, width: 'stretch' }, ['a', 'b', 'c']),
      a: box('a', { width: 'stretch', height: 50, bleed: true }),
      b: box('b', { width: 'stretch', height: 20 }),
      c: box('c', { width: 'stretch', height: 40, bleed: true }),
    });
    const whole = layout(resolve(world, screen), fonts);
    expect([find(whole, 'a'), find(whole, 'b'), find(whole, 'c')].map((b) => [b.x, b.y, b.w])).toEqual([
      [0, 0, 390],
      [16, 58, 358],
      [0, 86, 390],
    ]);
    expect(whole.h).toBe(126);
  });
  it('keeps the rows of columns in line when one of them is taller', () => {
    const cell = (id: string, height: number): Node => box(id, { width: 'stretch', height });
    const { world, screen } = screenOf({
      root: box('root', { flow: 'row', shareRows: true, width: 'stretch' }, ['l', 'r']),
      l: box('l', { flow: 'column', width: 'stretch' }, ['l1', 'l2']),
      r: box('r', { flow: 'column', width: 'stretch' }, ['r1', 'r2']),
      l1: cell('l1', 20),
      l2: cell('l2', 20),
      r1: cell('r1', 48),
      r2: cell('r2', 20),
    });
    const whole = layout(resolve(world, screen), fonts);
    expect(find(whole, 'l2').y).toBe(48);
    expect(find(whole, 'r2').y).toBe(48);
  });
  it('gives a share of the container’s width', () => {
    const { world, screen } = screenOf({
      root: box('root', { flow: 'row', width: 'stretch' }, ['a']),
      a: box('a', { share: 25, height: 10 }),
    });
    expect(find(layout(resolve(world, screen), fonts), 'a').w).toBe(97.5);
  });
});
