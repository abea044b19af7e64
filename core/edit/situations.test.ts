import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  applyEdit,
  blankScreen,
  emptyProject,
  inSituation,
  lensKits,
  longer,
  newInstance,
  onlyThere,
  planRebrand,
  rangeWords,
  resolve,
  reviewScreen,
  screenOf,
  situationAt,
  widthSteps,
  appliedKitsAfter,
  withoutSituation,
  type Node,
  type Project,
  type RNode,
  type Screen,
  type Override,
  type Step,
} from '../index.js';

const { fonts, kits } = shippedKits();
const PLY = 'plywood@1.0.0';
const SEA = 'skerry-line@2.1.0';
const signedIn = { id: 'in', name: 'Signed in' };
const label = (value: string): Override => ({ home: `${PLY}/button`, at: [], kind: 'prop', name: 'label', value });
const labelled = (value: string): Step => ({
  do: 'override',
  tree: 'screen:s',
  node: 'go',
  key: `${PLY}/button||prop.label|`,
  value: label(value),
});
const begin = (): Project => {
  const nodes: Record<string, Node> = {
    root: { id: 'root', type: 'box', attrs: { flow: 'column', width: 'stretch' }, children: ['title', 'go', 'list'] },
    title: { id: 'title', type: 'text', attrs: { text: 'Your boats' } },
    go: newInstance('go', `${PLY}/button`, {}, [label('Sign in')]),
    list: { id: 'list', type: 'series', attrs: {}, item: 'row', rows: 'boats', entries: [] },
    row: { id: 'row', type: 'text', attrs: { text: '' }, bind: { text: 'row.name' } },
  };
  return {
    ...emptyProject('p', 'P', PLY),
    screens: [{ ...blankScreen('s', 'S', 'flow-1', 'phone', 390, null), nodes }],
    situations: { in: signedIn },
    contentSets: {
      boats: {
        id: 'boats',
        name: 'Boats',
        columns: [{ id: 'name', name: 'Name', kind: 'text' }],
        rows: [{ key: 'a', values: { name: 'Alma' } }],
      },
    },
  };
};
const run = (project: Project, steps: readonly Step[]): Project => {
  const got = applyEdit(project, { id: 'e', label: 'e', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  return got.project;
};
const inIn = (project: Project, steps: readonly Step[], only = true): Project => {
  const s = screenOf(project, 's') as Screen;
  return run(project, widthSteps('screen:s', s.nodes, steps, s.width, only ? { situation: 'in' } : null, 'in'));
};
const words = (project: Project, situation: string, appliedKits = project.appliedKits): readonly string[] => {
  const found: string[] = [];
  const walk = (n: RNode): void => {
    if (n.look.visible && n.text !== '') found.push(n.text);
    n.children.forEach(walk);
  };
  const s = screenOf(project, 's') as Screen;
  walk(resolve({ project, kits }, inSituation(s, situationAt(project, situation)), { appliedKits }).root);
  return found;
};

describe('situations', () => {
  it('show their own values, and what is not said of them as it always is', () => {
    const project = inIn(begin(), [
      labelled('Your account'),
      { do: 'set', tree: 'screen:s', node: 'title', field: 'attrs.text', value: 'Welcome back' },
    ]);
    expect(words(project, '')).toEqual(['Your boats', 'Sign in', 'Alma']);
    expect(words(project, 'in')).toEqual(['Welcome back', 'Your account', 'Alma']);
    // Another situation knows nothing of it.
    expect(words(project, 'texts-longer')[0]).toContain('Your boats');
    const node = screenOf(project, 's')?.nodes['go'] as Node;
    expect(onlyThere('screen:s', node).map((o) => rangeWords(o.range, () => 'Signed in'))).toEqual([
      'in Signed in only',
    ]);
  });

  it('count more than what is said of widths, and are carried into another brand', () => {
    const wide = run(
      begin(),
      widthSteps('screen:s', screenOf(begin(), 's')?.nodes ?? {}, [labelled('Sign in here')], 390, { maxWidth: 600 }),
    );
    const project = inIn(wide, [labelled('Your account')]);
    expect(words(project, '')[1]).toBe('Sign in here');
    expect(words(project, 'in')[1]).toBe('Your account');
    const worn = lensKits({ project, kits }, undefined, SEA);
    expect(words(project, 'in', worn)).toContain('Your account');
    expect(words(project, '', worn)).not.toContain('Your account');
  });

  it('change what is seen: a value that holds there is changed there, whatever is asked', () => {
    const project = inIn(inIn(begin(), [labelled('Your account')]), [labelled('You')], false);
    expect(words(project, 'in')[1]).toBe('You');
    expect(words(project, '')[1]).toBe('Sign in');
    // And put back, it is as everywhere.
    const key = `${PLY}/button||prop.label|`;
    const back = inIn(project, [{ do: 'override', tree: 'screen:s', node: 'go', key, value: null }], false);
    expect(words(back, 'in')[1]).toBe('Sign in');
  });

  it('have things of their own, and leave others out', () => {
    const project = inIn(begin(), [
      {
        do: 'insert',
        tree: 'screen:s',
        root: 'more',
        nodes: { more: { id: 'more', type: 'text', attrs: { text: 'Log out' } } },
        into: { parent: 'root' },
        after: null,
      },
      { do: 'remove', tree: 'screen:s', node: 'title' },
    ]);
    expect(words(project, '')).toEqual(['Your boats', 'Sign in', 'Alma']);
    expect(words(project, 'in')).toEqual(['Log out', 'Sign in', 'Alma']);
  });

  it('take the rows of content sets away where nothing is there yet', () => {
    expect(words(begin(), 'nothing-yet')).toEqual(['Your boats', 'Sign in']);
    const project = { ...begin(), situations: { x: { id: 'x', name: 'X', empty: ['other'] } } };
    expect(words(project, 'x')).toContain('Alma');
  });

  it('are given up with everything that is said of them, and come back with it', () => {
    const project = inIn(begin(), [labelled('Your account')]);
    const steps = withoutSituation(project, 'in');
    const got = applyEdit(project, { id: 'e', label: 'e', steps });
    if (!got.ok) throw new Error(got.refusal.message);
    expect(got.project.situations).toBeUndefined();
    expect(screenOf(got.project, 's')?.nodes).toEqual(screenOf(begin(), 's')?.nodes);
    const undo = { id: 'undo', label: 'Undo', steps: got.inverse };
    const back = applyEdit(got.project, undo);
    expect(back.ok && back.project).toEqual(project);
  });
});

describe('longer texts', () => {
  it.each([
    ['Search', 'Searchse'],
    ['Your next crossing.', 'Your next crossing your ne.'],
    ['12:40', '12:40'],
    ['', ''],
  ])('%s is %s', (text, made) => expect(longer(text, 40)).toBe(made));

  it('are longer by the share that is asked, and end on no blank', () => {
    for (const text of [
      'Two passengers and a dog',
      'A [long way](https://a.example/b) to **go**',
      'Über Åland nach Norden',
    ])
      for (const by of [10, 40, 100, 300]) {
        const read = text.replace(/\]\([^)]*\)/gu, ' ');
        const made = longer(text, by);
        expect(Math.abs(made.length - text.length - (read.length * by) / 100)).toBeLessThanOrEqual(2);
        expect(made).toBe(made.trimEnd());
      }
  });
});

describe('a review at other widths and in situations', () => {
  it('tells what is wrong there only, once, and says where', () => {
    const project = run(begin(), [
      { do: 'set', tree: 'screen:s', node: 'go', field: 'attrs.width', value: 145 },
      labelled('Sign in now'),
    ]);
    const world = { project, kits };
    const screen = screenOf(project, 's') as Screen;
    const { sheet } = planRebrand(world, PLY, SEA);
    const after = appliedKitsAfter(world, [], sheet);
    const asIs = reviewScreen(world, screen, after, fonts);
    const more = reviewScreen(world, screen, after, fonts, {
      widths: [320, screen.width],
      situations: ['texts-longer', 'gone'],
    });
    const fresh = more.issues.filter((f) => f.situation !== undefined || f.width !== undefined);
    expect(more.issues.length - fresh.length).toBe(asIs.issues.length);
    expect(asIs.issues.some((f) => f.said !== undefined)).toBe(false);
    expect(fresh.map((f) => [f.type, f.node, f.situation])).toContainEqual([
      expect.stringMatching(/^text-/u),
      'go',
      'texts-longer',
    ]);
    expect(fresh[0]?.detail).toContain('in “Texts 40 % longer”');
    // The same kit on again: nothing of it is new.
    const same = reviewScreen(world, screen, project.appliedKits, fonts, {
      widths: [320],
      situations: ['texts-longer'],
    });
    expect(same.issues).toEqual(reviewScreen(world, screen, project.appliedKits, fonts).issues);
  });
});
