import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  blankScreen,
  emptyProject,
  flowMap,
  type Interaction,
  type Node,
  type Project,
  type Screen,
} from '../index.js';

const { kits } = shippedKits();
/** A screen with a text for each way from it: to a screen, or back. */
const screen = (id: string, ways: readonly string[]): Screen => {
  const blank = blankScreen(id, id.toUpperCase(), 'flow-1', 'phone', 390, null);
  const nodes = ways.map((to, i): Node => {
    const interactions: Interaction = {
      id: `b${i}`,
      when: { on: 'press' },
      then: [to === 'back' ? { do: 'back' } : { do: 'go', screen: to }],
    };
    return { id: `${id}-${i}`, type: 'text', attrs: { text: `To ${to}` }, interactions: [interactions] };
  });
  const root = { ...blank.nodes['root'], children: nodes.map((n) => n.id) } as Node;
  return { ...blank, nodes: { root, ...Object.fromEntries(nodes.map((n) => [n.id, n])) } };
};
const mapOf = (ways: Readonly<Record<string, readonly string[]>>) => {
  const screens = Object.entries(ways).map(([id, to]) => screen(id, to));
  const project: Project = { ...emptyProject('p', 'P', 'plywood@1.0.0'), screens };
  return flowMap({ project, kits });
};

describe('a flow of screens', () => {
  it('is joined by what things do, in their words', () => {
    const { edges } = mapOf({ a: ['b'], b: ['back', 'gone'] });
    expect(edges).toEqual([{ from: 'a', to: 'b', thing: 'a-0', interaction: 'b0', words: 'To b, when pressed' }]);
  });
  it('marks dead ends, what nothing leads to, and what one cannot leave again', () => {
    const map = mapOf({ a: ['b', 'c'], b: ['back'], c: ['d'], d: [], e: ['a'] });
    expect(map.deadEnds).toEqual(['d']);
    expect(map.unreachable).toEqual(['e']);
    expect(map.noWayBack).toEqual(['c', 'd']);
  });
  it('is all right in a circle, and where nothing is joined yet', () => {
    expect(mapOf({ a: ['b'], b: ['c'], c: ['a'] })).toMatchObject({ deadEnds: [], unreachable: [], noWayBack: [] });
    expect(mapOf({ a: [], b: [] })).toEqual({ edges: [], deadEnds: [], unreachable: [], noWayBack: [] });
  });
});
