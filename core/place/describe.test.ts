import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  blankScreen,
  dropBeside,
  emptyProject,
  lastIn,
  newInstance,
  describeNode,
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
const use = (id: string, component: string, ...overrides: Override[]): InstanceNode =>
  newInstance(id, `${PLY}/${component}`, { width: 'stretch' }, overrides);
const blank = blankScreen('s', 'S', 'flow-1', 'phone', 390, null);
const card: InstanceNode = {
  ...use('card', 'card'),
  fills: [{ home: `${PLY}/card`, slot: 'inside', children: ['inside'] }],
};
const nodes: readonly Node[] = [
  use('first', 'field', says('field', 'label', 'From'), says('field', 'wrong', true)),
  card,
  use('inside', 'heading'),
  { id: 'row', type: 'box', attrs: { flow: 'row' }, children: [] },
];
const screen: Screen = {
  ...blank,
  nodes: {
    ...Object.fromEntries(nodes.map((n) => [n.id, n])),
    root: { ...(blank.nodes['root'] as Node & { type: 'box' }), children: ['first', 'card', 'row'] },
  },
};
const world: World = { project: { ...emptyProject('p', 'P', PLY), screens: [screen] }, kits };
type SeriesNode = Extract<Node, { type: 'series' }>;
const node = (id: string): Node => screen.nodes[id] as Node;

describe('a node told in a line', () => {
  it('is its component, what it says, and how often it differs in more than that', () => {
    expect(describeNode(world, [], node('first'))).toEqual({ kind: 'Field', says: 'From', own: 1 });
  });
  it('says what shows where that is known', () => {
    expect(describeNode(world, [], node('first'), { label: 'To' }).says).toBe('To');
  });
  it('has a word for what is plain, and for what is gone', () => {
    expect(describeNode(world, [], node('row'))).toEqual({ kind: 'Row', says: '', own: 0 });
    expect(describeNode(world, [], { ...use('x', 'field'), component: 'nobody@1.0.0/none' }).kind).toBe('Gone');
  });
  it('tells of a series how often, or from where', () => {
    const series: SeriesNode = {
      id: 'z',
      type: 'series',
      item: 'first',
      attrs: {},
      entries: [{ key: 'a', overrides: {} }],
    };
    expect(describeNode(world, [], series).says).toBe('once');
    expect(describeNode(world, [], { ...series, rows: 'nowhere' }).says).toBe('from a content set');
  });
});

describe('what is held over a line', () => {
  const at = (id: string, part: number, roles: readonly string[] = ['button']): unknown =>
    dropBeside(world, [], screen, id, part, roles);
  it('lands before it in its upper part, and behind it in its lower', () => {
    expect(at('card', 0.1)).toEqual({ spot: { into: { parent: 'root' }, after: 'first' }, where: 'before' });
    expect(at('first', 0.1)).toEqual({ spot: { into: { parent: 'root' }, after: null }, where: 'before' });
    expect(at('card', 0.9)).toEqual({ spot: { into: { parent: 'root' }, after: 'card' }, where: 'after' });
  });
  it('lands inside, behind what is there, where something can be put', () => {
    expect(at('row', 0.5)).toEqual({ spot: { into: { parent: 'row' }, after: null }, where: 'inside' });
    expect(at('card', 0.5)).toEqual({
      spot: { into: { parent: 'card', slot: { home: `${PLY}/card`, slot: 'inside' } }, after: 'inside' },
      where: 'inside',
    });
    expect(at('first', 0.5)).toEqual({ spot: { into: { parent: 'root' }, after: 'first' }, where: 'after' });
  });
  it('lands nowhere beside what is not there', () => {
    expect(at('nobody', 0.5)).toBeNull();
  });
});

it('finds the last place inside a row or a slot, and none where nothing can be put', () => {
  expect(lastIn(world, [], screen.nodes, 'row')).toEqual({ into: { parent: 'row' }, after: null });
  expect(lastIn(world, [], screen.nodes, 'card')?.after).toBe('inside');
  expect(lastIn(world, [], screen.nodes, 'first')).toBeNull();
  expect(lastIn(world, [], screen.nodes, 'nobody')).toBeNull();
});
