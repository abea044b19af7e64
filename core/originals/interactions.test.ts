import { describe, expect, it } from 'vitest';
import { kits } from '../../testing/demo.js';
import {
  applyEdit,
  blankScreen,
  emptyProject,
  flowMap,
  makeOriginal,
  newInstance,
  press,
  reattach,
  resolveTried,
  startTry,
  appliedKitsOf,
  type Interaction,
  type Node,
  type Project,
  type RNode,
  type Screen,
  type World,
} from '../index.js';

const PLYWOOD = 'plywood@1.0.0';
let serial = 0;
const newId = (): string => `new-${++serial}`;
const go = (screen: string): Interaction => ({
  id: `go-${screen}`,
  when: { on: 'press' },
  then: [{ do: 'go', screen }],
});
const label = (says: string) => [
  { home: `${PLYWOOD}/button`, at: [], kind: 'prop' as const, name: 'label', value: says },
];
/** A row of a text and a button that leads on, twice, and a button that lays the first row over the screen. */
function project(): Project {
  const screen = (id: string, nodes: readonly Node[], top: readonly string[]): Screen => {
    const blank = blankScreen(id, id, 'flow-1', 'phone', 390, 844);
    const root = blank.nodes[blank.root] as Extract<Node, { type: 'box' }>;
    return {
      ...blank,
      nodes: { [root.id]: { ...root, children: top }, ...Object.fromEntries(nodes.map((n) => [n.id, n])) },
    };
  };
  const row = (n: number): readonly Node[] => [
    { id: `row-${n}`, type: 'box', attrs: { flow: 'row', gap: 8 }, children: [`text-${n}`, `button-${n}`] },
    { id: `text-${n}`, type: 'text', attrs: { text: `Crossing ${n}` } },
    { ...newInstance(`button-${n}`, `${PLYWOOD}/button`, {}, label(`Choose ${n}`)), interactions: [go('two')] },
  ];
  const lay: Node = {
    ...newInstance('openOverlay', `${PLYWOOD}/button`, {}, label('Lay')),
    interactions: [{ id: 'lay-1', when: { on: 'press' }, then: [{ do: 'openOverlay', overlay: 'row-1' }] }],
  };
  return {
    ...emptyProject('p', 'P', PLYWOOD),
    screens: [screen('one', [...row(1), ...row(2), lay], ['row-1', 'row-2', 'openOverlay']), screen('two', [], [])],
  };
}
const worldOf = (p: Project): World => ({ project: p, kits });
function done(p: Project, steps: Parameters<typeof applyEdit>[1]['steps']): Project {
  const got = applyEdit(p, { id: newId(), label: 'Do', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  return got.project;
}
/** Presses the part of a screen that says something. */
function pressed(p: Project, says: string): string {
  const world = worldOf(p);
  const { trying } = startTry(world, 'one');
  const path: RNode[] = [];
  const find = (n: RNode): boolean => {
    path.push(n);
    if (n.text === says || n.children.some(find)) return true;
    path.pop();
    return false;
  };
  const root = resolveTried(world, trying)?.root;
  if (!root || !find(root)) throw new Error(`Nothing says ${says}`);
  const went = press(world, trying, path);
  return went.trying.overlay === '' ? went.trying.screen : `over ${went.trying.overlay}`;
}
function made(): { readonly p: Project; readonly instance: string; readonly ref: string } {
  const p = project();
  const got = makeOriginal(worldOf(p), p.screens[0] as Screen, 'row-1', newId);
  if ('problem' in got) throw new Error(got.problem);
  return { p: done(p, got.steps), instance: got.instance, ref: `project/${got.component.id}` };
}

describe('what is made a component', () => {
  it('goes on doing what things in it did, as what its parts do', () => {
    expect(pressed(project(), 'Choose 1')).toBe('two');
    const { p, instance, ref } = made();
    expect(p.screens[0]?.nodes[instance]?.interactions).toEqual([
      { ...go('two'), part: { home: ref, at: ['button-1'] } },
    ]);
    expect(JSON.stringify(p.originals)).not.toContain('"does"');
    expect(pressed(p, 'Choose 1')).toBe('two');
    expect(flowMap(worldOf(p)).edges.map((e) => [e.from, e.to])).toEqual([
      ['one', 'two'],
      ['one', 'two'],
    ]);
  });
  it('is meant by what others on the screen did to it', () => {
    const { p, instance } = made();
    expect(p.screens[0]?.nodes['openOverlay']?.interactions?.[0]?.then).toEqual([
      { do: 'openOverlay', overlay: instance },
    ]);
    expect(pressed(p, 'Lay')).toBe(`over ${instance}`);
  });
  it('leaves in the original what acts on things inside, so that nothing of it is lost', () => {
    const p = project();
    const screen = p.screens[0] as Screen;
    const inward: Interaction = {
      id: 'in',
      when: { on: 'press' },
      then: [{ do: 'set', home: `${PLYWOOD}/button`, prop: 'label', value: 'Chosen' }],
    };
    const node = screen.nodes['button-1'] as Node;
    const there = {
      ...p,
      screens: [
        { ...screen, nodes: { ...screen.nodes, 'button-1': { ...node, interactions: [inward] } } },
        ...p.screens.slice(1),
      ],
    };
    const got = makeOriginal(worldOf(there), there.screens[0] as Screen, 'row-1', newId);
    if ('problem' in got) throw new Error(got.problem);
    expect(got.component.nodes['button-1']?.interactions).toEqual([inward]);
  });
  it('takes what like things do along when they are linked to it', () => {
    const { p, ref } = made();
    const screen = p.screens[0] as Screen;
    const got = reattach(worldOf(p), appliedKitsOf(p, screen), screen, 'row-2', newId, ref);
    if ('problem' in got) throw new Error(got.problem);
    const q = done(p, got.steps);
    expect(q.screens[0]?.nodes['row-2']?.type).toBe('instance');
    expect(pressed(q, 'Choose 2')).toBe('two');
  });
});
