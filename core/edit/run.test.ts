import { describe, expect, it } from 'vitest';
import { Chance } from '../../testing/random.js';
import {
  applyEdit,
  blankScreen,
  emptyProject,
  listAt,
  type Node,
  type Project,
  type Screen,
  type Step,
} from '../index.js';
import { applyStep } from './apply.js';

const TREE = 'screen:s' as const;
const box = (id: string, children: readonly string[] = []): Node => ({ id, type: 'box', attrs: {}, children });
const text = (id: string): Node => ({ id, type: 'text', attrs: { text: id } });
function projectWith(root: readonly string[], nodes: readonly Node[]): Project {
  const blank = blankScreen('s', 'S', 'flow-1', 'phone', 390, 844);
  const all = [box('root', root), ...nodes];
  return {
    ...emptyProject('p', 'P', 'plywood@1.0.0'),
    screens: [{ ...blank, root: 'root', nodes: Object.fromEntries(all.map((n) => [n.id, n])) }],
  };
}
/** The same edit, one step after the other. */
function oneByOne(project: Project, steps: readonly Step[]): ReturnType<typeof applyEdit> {
  let now = project;
  const inverse: Step[] = [];
  for (const step of steps) {
    const got = applyStep(now, step);
    if (!got.ok) return got;
    now = got.project;
    inverse.push(got.inverse);
  }
  return { ok: true, project: now, inverse: inverse.reverse(), skipped: [] };
}
const start = (): Project =>
  projectWith(
    ['a', 'b', 'card', 'c'],
    [
      box('a', ['a1', 'a2', 'a3']),
      box('b', ['b1', 'b2']),
      box('c'),
      ...['a1', 'a2', 'a3', 'b1', 'b2', 'inside'].map(text),
      {
        id: 'card',
        type: 'instance',
        component: 'plywood@1.0.0/card',
        attrs: {},
        overrides: [],
        fills: [{ home: 'plywood@1.0.0/card', slot: 'content', children: ['inside'] }],
      },
    ],
  );

describe('many steps in a row on one screen', () => {
  it('come out as they do one by one, refused ones too', () => {
    let done = 0;
    let refused = 0;
    for (let seed = 1; seed <= 600; seed++) {
      const chance = new Chance(seed);
      const project = start();
      const steps: Step[] = [];
      // What may be done at each time; now and then something that may not.
      const odd = chance.is(0.5) ? 0.15 : 0;
      let now = project;
      for (let i = 0; i < 8 + chance.below(14); i++) {
        const { nodes } = now.screens[0] as Screen;
        const ids = Object.keys(nodes);
        const some = (): string => (chance.is(odd) ? 'nothing' : chance.of(ids));
        const boxes = ids.filter((id) => nodes[id]?.type === 'box');
        const slot = { parent: 'card', slot: { home: 'plywood@1.0.0/card', slot: 'content' } };
        const into = chance.is(0.04) && ids.includes('card') ? slot : { parent: chance.of(boxes) };
        const list = listAt(nodes, into);
        const after = chance.is(odd) ? some() : list.length > 0 && chance.is(0.7) ? chance.of(list) : null;
        const id = `n${i}`;
        const inner = chance.is(0.4) ? [text(`${id}x`)] : [];
        const made = [
          box(
            id,
            inner.map((n) => n.id),
          ),
          ...inner,
        ];
        const step: Step = chance.is(0.5)
          ? { do: 'insert', tree: TREE, root: id, nodes: Object.fromEntries(made.map((n) => [n.id, n])), into, after }
          : chance.is(0.4)
            ? { do: 'remove', tree: TREE, node: some() }
            : { do: 'move', tree: TREE, node: some(), into, after };
        const got = applyStep(now, step);
        if (!got.ok && !chance.is(odd)) continue;
        steps.push(step);
        if (got.ok) now = got.project;
      }
      const edit = { id: 'e', label: 'Many', steps };
      const got = applyEdit(project, edit);
      expect(got, `seed ${seed}`).toEqual(oneByOne(project, steps));
      if (!got.ok) {
        refused++;
        continue;
      }
      done++;
      const back = applyEdit(got.project, { id: 'b', label: 'Back', steps: got.inverse });
      expect(back.ok && back.project).toEqual(project);
    }
    expect(done).toBeGreaterThan(40);
    expect(refused).toBeGreaterThan(40);
  });
  it('leave the project alone that they were done on', () => {
    const project = projectWith(
      Array.from({ length: 20 }, (_, i) => `t${i}`),
      Array.from({ length: 20 }, (_, i) => text(`t${i}`)),
    );
    const before = JSON.stringify(project);
    const steps = Array.from({ length: 20 }, (_, i): Step => ({ do: 'remove', tree: TREE, node: `t${i}` }));
    expect(applyEdit(project, { id: 'e', label: 'All', steps }).ok).toBe(true);
    expect(JSON.stringify(project)).toBe(before);
  });
  it('take time in proportion to how many they are', () => {
    const ids = Array.from({ length: 5000 }, (_, i) => `t${i}`);
    const project = projectWith(ids, ids.map(text));
    const steps = ids.map((node): Step => ({ do: 'remove', tree: TREE, node }));
    const t = performance.now();
    const got = applyEdit(project, { id: 'e', label: 'All', steps });
    const back = got.ok ? applyEdit(got.project, { id: 'b', label: 'Back', steps: got.inverse }) : got;
    expect(performance.now() - t).toBeLessThan(5000);
    expect(back.ok && back.project).toEqual(project);
  });
});
