import { describe, expect, it } from 'vitest';
import { sailings } from '../../kits/demo/content.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  addItemSteps,
  alike,
  applyEdit,
  blankScreen,
  breakSeriesSteps,
  childrenOf,
  copyPiece,
  countItemSteps,
  dropAt,
  duplicateSteps,
  emptyProject,
  layout,
  moveItemSteps,
  moveSteps,
  newInstance,
  removeItemSteps,
  resolve,
  seriesSteps,
  transferSteps,
  unwrapSteps,
  wrapSteps,
  type InstanceNode,
  type Node,
  type Project,
  type Screen,
  type SeriesNode,
  type Override,
  type Step,
} from '../index.js';

const { kits, fonts } = shippedKits();
const PLY = 'plywood@1.0.0';
const label = (value: string): Override => ({ home: `${PLY}/button`, at: [], kind: 'prop', name: 'label', value });
let n = 0;
const newId = (): string => `f${++n}`;

function begin(...ids: readonly string[]): Project {
  const blank = blankScreen('s', 'S', 'flow-1', 'phone', 390, 844);
  const nodes: Record<string, Node> = Object.fromEntries(
    ids.map((id) => [id, newInstance(id, `${PLY}/button`, {}, [label(id)])]),
  );
  const screen: Screen = {
    ...blank,
    nodes: { ...nodes, root: { ...(blank.nodes['root'] as Extract<Node, { type: 'box' }>), children: ids } },
  };
  return {
    ...emptyProject('p', 'P', PLY),
    screens: [screen, { ...blankScreen('t', 'T', 'flow-1', 'phone', 390, 844) }],
    contentSets: { sailings },
  };
}
const screen = (p: Project, at = 0): Screen => p.screens[at] as Screen;
const top = (p: Project, at = 0): readonly string[] => childrenOf(screen(p, at).nodes[screen(p, at).root] as Node);
/** Does steps, and checks that undoing them gives the identical document. */
function act(p: Project, steps: readonly Step[]): Project {
  expect(steps.length).toBeGreaterThan(0);
  const got = applyEdit(p, { id: 'e', label: 'Do', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  const back = applyEdit(got.project, { id: 'u', label: 'Undo', steps: got.inverse });
  if (!back.ok) throw new Error(back.refusal.message);
  expect(back.project).toEqual(p);
  return got.project;
}

describe('moving', () => {
  it('keeps the order of several, and names what stays in front', () => {
    const p = begin('a', 'b', 'c', 'd');
    expect(top(act(p, moveSteps('screen:s', screen(p), ['c', 'a'], { into: { parent: 'root' }, after: 'd' })))).toEqual(
      ['b', 'd', 'a', 'c'],
    );
    expect(
      top(act(p, moveSteps('screen:s', screen(p), ['c', 'd'], { into: { parent: 'root' }, after: null }))),
    ).toEqual(['c', 'd', 'a', 'b']);
  });
  it('puts nothing into itself', () => {
    const p = act(
      begin('a'),
      wrapSteps('screen:s', screen(begin('a')), ['a'], { id: 'w', type: 'box', attrs: {}, children: [] }),
    );
    expect(moveSteps('screen:s', screen(p), ['w'], { into: { parent: 'w' }, after: null })).toEqual([]);
  });
  it('goes to another screen with what is inside', () => {
    const p = begin('a', 'b');
    const got = transferSteps(screen(p), screen(p, 1), ['a'], { into: { parent: 'root' }, after: null }, newId);
    const next = act(p, got.steps);
    expect(top(next)).toEqual(['b']);
    expect((screen(next, 1).nodes[got.made[0] ?? ''] as InstanceNode).overrides).toEqual([label('a')]);
  });
});

describe('containers', () => {
  it('wrap what is selected where the first of it stood, and unwrap to the same', () => {
    const p = begin('a', 'b', 'c');
    const wrapped = act(
      p,
      wrapSteps('screen:s', screen(p), ['b', 'c'], { id: 'w', type: 'box', attrs: { flow: 'row' }, children: [] }),
    );
    expect(top(wrapped)).toEqual(['a', 'w']);
    const got = unwrapSteps('screen:s', screen(wrapped), 'w');
    expect(top(act(wrapped, got.steps))).toEqual(['a', 'b', 'c']);
    expect(unwrapSteps('screen:s', screen(p), 'a').steps).toEqual([]);
  });
});

describe('series', () => {
  function series(): { p: Project; id: string } {
    const p = begin('a', 'b');
    const got = seriesSteps('screen:s', screen(p), 'a', 3, newId);
    if (!got) throw new Error('no series');
    return { p: act(p, got.steps), id: got.made };
  }
  const of = (p: Project, id: string): SeriesNode => screen(p).nodes[id] as SeriesNode;
  function differ(p: Project, id: string, key: string, value: string): Project {
    const item = of(p, id).item;
    return act(p, [
      {
        do: 'override',
        tree: 'screen:s',
        node: item,
        key: `${PLY}/button||prop.label|`,
        value: label(value),
        entry: { series: id, key },
      },
    ]);
  }
  function says(p: Project, id: string): unknown[] {
    const root = resolve({ project: p, kits }, screen(p)).root;
    const found = root.children.find((c) => c.key === id);
    return found?.children.map((c) => c.instance?.props['label']) ?? [];
  }
  it('add, remove, move and count items, and keep how the others differ', () => {
    const { p, id } = series();
    const two = differ(p, id, 'k2', 'Two');
    expect(says(two, id)).toEqual(['a', 'Two', 'a']);
    const added = act(two, addItemSteps('screen:s', of(two, id), 'k1'));
    expect(says(added, id)).toEqual(['a', 'a', 'Two', 'a']);
    const moved = act(added, moveItemSteps('screen:s', of(added, id), 'k2', -1));
    expect(says(moved, id)).toEqual(['a', 'Two', 'a', 'a']);
    const removed = act(moved, removeItemSteps('screen:s', of(moved, id), 'k1'));
    expect(says(removed, id)).toEqual(['Two', 'a', 'a']);
    expect(says(act(removed, countItemSteps('screen:s', of(removed, id), 5)), id)).toEqual(['Two', 'a', 'a', 'a', 'a']);
  });
  it('break into separate things that look as the items did', () => {
    const { p, id } = series();
    const two = differ(p, id, 'k2', 'Two');
    const got = breakSeriesSteps(two, 'screen:s', screen(two), id, newId);
    const next = act(two, got.steps);
    expect(
      got.made.map(
        (m) =>
          resolve({ project: next, kits }, screen(next)).root.children.find((c) => c.key === m)?.instance?.props[
            'label'
          ],
      ),
    ).toEqual(['a', 'Two', 'a']);
  });
  it('break a fed series into things with the rows’ values', () => {
    const p = begin('a');
    const got = seriesSteps('screen:s', screen(p), 'a', 1, newId);
    let next = act(p, got?.steps ?? []);
    const id = got?.made ?? '';
    next = act(next, [
      { do: 'set', tree: 'screen:s', node: id, field: 'rows', value: 'sailings' },
      { do: 'set', tree: 'screen:s', node: of(next, id).item, field: 'bind', value: { 'props.label': 'row.c1' } },
    ]);
    expect(says(next, id)).toEqual(sailings.rows.map((r) => r.values['c1']));
    const broken = breakSeriesSteps(next, 'screen:s', screen(next), id, newId);
    const done = act(next, broken.steps);
    expect(
      broken.made.map((m) => (screen(done).nodes[m] as InstanceNode).overrides.find((s) => s.name === 'label')?.value),
    ).toEqual(sailings.rows.map((r) => r.values['c1']));
  });
});

describe('finding', () => {
  it('all alike, on the screens given, in their order', () => {
    const p = begin('a', 'b');
    const copy = copyPiece(screen(p).nodes, 'a', newId);
    const q = act(p, [
      { do: 'insert', tree: 'screen:t', root: copy.root, nodes: copy.nodes, into: { parent: 'root' }, after: null },
    ]);
    expect(alike(q.screens, () => [], `${PLY}/button`)).toEqual([
      { screen: 's', node: 'a' },
      { screen: 's', node: 'b' },
      { screen: 't', node: copy.root },
    ]);
  });
  it('duplicates as a run behind the last', () => {
    const p = begin('a', 'b', 'c');
    const got = duplicateSteps('screen:s', screen(p), ['a', 'b'], newId);
    expect(top(act(p, got.steps))).toEqual(['a', 'b', ...got.made, 'c']);
  });
  it('where something dropped would land: between, and into slots that take it', () => {
    const p = act(begin('a', 'b'), [
      {
        do: 'insert',
        tree: 'screen:s',
        root: 'card',
        nodes: { card: newInstance('card', `${PLY}/card`, { width: 'stretch' }) },
        into: { parent: 'root' },
        after: 'b',
      },
    ]);
    const world = { project: p, kits };
    const root = layout(resolve(world, screen(p)), fonts);
    const box = (key: string) => root.children.find((c) => c.node.key === key) as (typeof root.children)[number];
    const a = box('a');
    expect(dropAt(world, [], screen(p), root, a.x + 5, a.y + 2, ['button'])?.spot).toEqual({
      into: { parent: 'root' },
      after: null,
    });
    expect(dropAt(world, [], screen(p), root, a.x + 5, a.y + a.h - 2, ['button'])?.spot).toEqual({
      into: { parent: 'root' },
      after: 'a',
    });
    const card = box('card');
    expect(dropAt(world, [], screen(p), root, card.x + 40, card.y + card.h / 2, ['button'])?.spot.into).toEqual({
      parent: 'card',
      slot: { home: `${PLY}/card`, slot: 'inside' },
    });
    // Held itself, a thing neither lands in itself nor counts as a neighbour.
    expect(dropAt(world, [], screen(p), root, card.x + 40, card.y + card.h / 2, ['card'], ['card'])?.spot.into).toEqual(
      { parent: 'root' },
    );
    expect(dropAt(world, [], screen(p), root, -10, -10, ['button'])).toBeNull();
  });
});
