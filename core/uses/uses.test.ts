import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  alike,
  applyEdit,
  blankScreen,
  componentAt,
  countUses,
  emptyProject,
  newInstance,
  otherValues,
  sharedProps,
  usesOn,
  type Component,
  type InstanceNode,
  type Node,
  type Screen,
  type Override,
  type World,
} from '../index.js';

const { kits } = shippedKits();
const PLY = 'plywood@1.0.0';
const says = (component: string, name: string, value: Override['value']): Override => ({
  home: `${PLY}/${component}`,
  at: [],
  kind: 'prop',
  name,
  value,
});
function screen(id: string, nodes: readonly Node[]): Screen {
  const blank = blankScreen(id, id, 'flow-1', 'phone', 390, null);
  return {
    ...blank,
    nodes: {
      root: { ...(blank.nodes['root'] as Node & { type: 'box' }), children: nodes.map((n) => n.id) },
      ...Object.fromEntries(nodes.map((n) => [n.id, n])),
    },
  };
}
const world: World = {
  kits,
  project: {
    ...emptyProject('p', 'P', PLY),
    screens: [
      screen('a', [
        newInstance('1', `${PLY}/button`, {}, [says('button', 'kind', 'warning')]),
        newInstance('2', `${PLY}/card`),
      ]),
      screen('b', [
        newInstance('3', `${PLY}/button`),
        newInstance('4', `${PLY}/button`, {}, [says('button', 'kind', 'warning')]),
      ]),
      screen('c', [newInstance('5', `${PLY}/field`)]),
    ],
  },
};
const appliedKits = (): readonly never[] => NONE;
const NONE: readonly never[] = [];
const node = (s: number, id: string): InstanceNode => world.project.screens[s]?.nodes[id] as InstanceNode;

describe('where something is used', () => {
  it('is found in reading order, and counted', () => {
    expect(alike(world.project.screens, appliedKits, `${PLY}/button`)).toEqual([
      { screen: 'a', node: '1' },
      { screen: 'b', node: '3' },
      { screen: 'b', node: '4' },
    ]);
    expect(countUses(world.project.screens, appliedKits)).toEqual({
      [`${PLY}/button`]: 3,
      [`${PLY}/card`]: 1,
      [`${PLY}/field`]: 1,
    });
  });
  it('is counted anew only on the screen that changed', () => {
    const before = world.project.screens.map((s) => usesOn(s, NONE));
    const got = applyEdit(world.project, {
      id: 'e',
      label: 'e',
      steps: [{ do: 'remove', tree: 'screen:b', node: '4' }],
    });
    if (!got.ok) throw new Error(got.refusal.message);
    const after = got.project.screens.map((s) => usesOn(s, NONE));
    expect(after.map((u, i) => u === before[i])).toEqual([true, false, true]);
    expect(after[1]?.get(`${PLY}/button`)).toEqual(['3']);
  });
  it('says how the same prop stands elsewhere, chosen or not', () => {
    const kind = componentAt(world, `${PLY}/button`)?.contract.props.find((p) => p.id === 'kind');
    expect(
      otherValues(world, world.project.screens, appliedKits, `${PLY}/button`, 'kind', 'warning', kind?.default ?? ''),
    ).toEqual({ values: 1, screens: 1 });
    expect(
      otherValues(
        world,
        world.project.screens,
        appliedKits,
        `${PLY}/button`,
        'kind',
        kind?.default,
        kind?.default ?? '',
      ),
    ).toEqual({ values: 1, screens: 2 });
  });
});

describe('several things at once', () => {
  const button = componentAt(world, `${PLY}/button`) as Component;
  it('share the props they all have, and tell which differ', () => {
    const shared = sharedProps(world, appliedKits, button, { kind: 'warning' }, [
      { screen: world.project.screens[1] as Screen, node: node(1, '3') },
      { screen: world.project.screens[1] as Screen, node: node(1, '4') },
    ]);
    expect(shared.map((s) => s.prop.id)).toEqual(button.contract.props.map((p) => p.id));
    expect(shared.find((s) => s.prop.id === 'kind')).toMatchObject({
      differs: true,
      others: [{ prop: 'kind' }, { prop: 'kind' }],
    });
  });
  it('pair by meaning with things of another component, and leave out what one of them lacks', () => {
    const shared = sharedProps(world, appliedKits, button, {}, [
      { screen: world.project.screens[2] as Screen, node: node(2, '5') },
    ]);
    const ids = shared.map((s) => s.prop.id);
    expect(ids).toContain('label');
    expect(ids).not.toContain('kind');
  });
});
