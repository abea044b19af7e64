import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { someProject } from '../../testing/project.js';
import { Chance } from '../../testing/random.js';
import {
  applyEdit,
  applyStep,
  blankScreen,
  editSchema,
  emptyProject,
  layout,
  mendProject,
  upgradeEdit,
  resolve,
  STEP_NAMES,
  stepFault,
  type Component,
  type Edit,
  type Kit,
  type Node,
  type Project,
  type Screen,
  type Step,
} from '../index.js';

const project: Project = {
  ...emptyProject('p', 'P', 'plywood@1.0.0'),
  screens: [blankScreen('s', 'S', 'flow-1', 'phone', 390, 844)],
};
const box = (id: string, children: readonly string[] = []): Node => ({ id, type: 'box', attrs: {}, children });
const insert = (nodes: Record<string, Node>, root: string): Step => ({
  do: 'insert',
  tree: 'screen:s',
  root,
  nodes,
  into: { parent: 'root' },
  after: null,
});
const original = (id: string, uses: string): Component => ({
  id,
  name: id,
  role: 'card',
  family: 'Own',
  summary: '',
  words: [],
  contract: { props: [], slots: [], states: [], events: [] },
  root: 'root',
  nodes: {
    root: box('root', ['i']),
    i: { id: 'i', type: 'instance', component: uses, attrs: {}, overrides: [], fills: [] },
  },
  rules: [],
});

describe('a step that would spoil a document is refused, with what is wrong', () => {
  const loose = (value: unknown): Step => value as Step;
  const cases: readonly (readonly [string, Step, string])[] = [
    ['a box inside itself', insert({ a: box('a', ['a']) }, 'a'), 'inside itself'],
    ['two boxes inside each other', insert({ a: box('a', ['b']), b: box('b', ['a']) }, 'a'), 'inside itself'],
    [
      'one thing in two places',
      insert({ a: box('a', ['c', 'b']), b: box('b', ['c']), c: box('c') }, 'a'),
      'two places',
    ],
    ['a claim on what stands elsewhere', insert({ a: box('a', ['root']) }, 'a'), 'not there'],
    ['nodes that nothing holds', insert({ a: box('a'), b: box('b') }, 'a'), 'stands nowhere'],
    ['a node under another name', insert({ a: box('b') }, 'a'), 'calls itself b'],
    ['a component that is a number', loose({ do: 'original', original: 'x', value: 42 }), 'must be a record'],
    [
      'a screen of width abc',
      loose({
        do: 'insertScreen',
        screen: { ...blankScreen('t', 'T', 'flow-1', 'phone', 390, 844), width: 'abc' },
        after: null,
      }),
      'width must be a number',
    ],
    [
      'a screen’s width set to abc',
      loose({ do: 'setScreen', screen: 's', field: 'width', value: 'abc' }),
      'width of S must be a number',
    ],
    [
      'a screen whose ground holds what is not there',
      loose({
        do: 'insertScreen',
        screen: { ...blankScreen('t', 'T', 'flow-1', 'phone', 390, 844), nodes: { root: box('root', ['gone']) } },
        after: null,
      }),
      'not there',
    ],
    [
      'an attribute that no node has',
      loose({ do: 'set', tree: 'screen:s', node: 'root', field: 'attrs.sparkle', value: 1 }),
      'sparkle',
    ],
    [
      'children set as a field',
      loose({ do: 'set', tree: 'screen:s', node: 'root', field: 'children', value: ['root'] }),
      'children',
    ],
    [
      'a content set with the same row twice',
      loose({
        do: 'contentSet',
        set: 'c',
        value: {
          id: 'c',
          name: 'C',
          columns: [],
          rows: [
            { key: 'r', values: {} },
            { key: 'r', values: {} },
          ],
        },
      }),
      'twice',
    ],
    ['a step of an unknown kind', loose({ do: 'explode' }), 'unknown kind'],
    ['something that is no step', loose(null), 'must be a record'],
    [
      'names that reach into objects',
      loose({
        do: 'insert',
        tree: 'screen:s',
        root: 'a',
        nodes: JSON.parse('{"a":{"id":"a","type":"box","attrs":{},"children":[],"bind":{"__proto__":"x"}}}') as Json,
        into: { parent: 'root' },
        after: null,
      }),
      '__proto__',
    ],
    [
      'moving the ground',
      { do: 'move', tree: 'screen:s', node: 'root', into: { parent: 'root' }, after: null },
      'ground',
    ],
  ];
  it.each(cases)('%s', (_, step, says) => {
    const got = applyStep(project, step);
    expect(got.ok).toBe(false);
    expect(got.ok ? '' : got.refusal.message).toContain(says);
  });
  type Json = Record<string, Node>;
  it('a component that contains itself, however far round', () => {
    const put = (id: string, uses: string): Step => ({ do: 'original', original: id, value: original(id, uses) });
    const two = applyEdit(project, {
      id: 'e',
      label: 'e',
      steps: [put('a', 'project/b'), put('b', 'plywood@1.0.0/button')],
    });
    if (!two.ok) throw new Error(two.refusal.message);
    const got = applyStep(two.project, {
      do: 'set',
      tree: 'original:b',
      node: 'i',
      field: 'component',
      value: 'project/a',
    });
    expect(got.ok ? null : got.refusal.code).toBe('component.cycle');
    expect(applyStep(project, put('a', 'project/a')).ok).toBe(false);
  });
  it('whatever is sent: nothing throws, and what is accepted is drawn', () => {
    const { kits, fonts } = shippedKits();
    const json = fc.jsonValue({ maxDepth: 3 });
    const near = fc.record({
      do: fc.constantFrom(...STEP_NAMES),
      tree: fc.constantFrom('screen:s', 'original:a'),
      node: fc.constantFrom('root', 'x'),
      field: fc.constantFrom('attrs.width', 'name'),
      value: json,
      screen: fc.constant('s'),
      after: fc.constant(null),
    });
    fc.assert(
      fc.property(fc.oneof(json, near), (value) => {
        const got = applyStep(project, value as unknown as Step);
        if (got.ok) expect(layout(resolve({ project: got.project, kits }, 's'), fonts).w).toBeGreaterThan(0);
      }),
      { numRuns: 500 },
    );
  });
});

describe('a set to the value that is there', () => {
  it('changes nothing at all', () => {
    const wide = applyStep(project, {
      do: 'set',
      tree: 'screen:s',
      node: 'root',
      field: 'attrs.gap',
      value: '{means:gap}',
    });
    expect(wide.ok && wide.project).toBe(project);
  });
});

describe('what was stored before', () => {
  const stored = JSON.parse(readFileSync(new URL('../../testing/fixtures/edits-1.json', import.meta.url), 'utf8')) as {
    first: Project;
    edits: Edit[];
    last: Project;
  };
  it('opens, and every edit still does what it did', () => {
    let now = mendProject(stored.first).value as Project;
    for (const older of stored.edits) {
      const edit = upgradeEdit(older);
      expect(editSchema(edit, edit.label)).toBeNull();
      const got = applyEdit(now, edit);
      expect(got.ok ? null : `${edit.label}: ${got.refusal.message}`).toBeNull();
      if (got.ok) now = got.project;
    }
    expect(now).toEqual(mendProject(stored.last).value);
    const nodes = now.screens.flatMap((s) => Object.values(s.nodes) as object[]);
    expect(nodes.filter((n) => 'settings' in n || 'does' in n)).toEqual([]);
  });
  it('is mended where an earlier version let it be spoilt, and the rest is kept', () => {
    const s = stored.last.screens[0];
    const spoilt = {
      ...stored.last,
      screens: [
        {
          ...s,
          width: 'abc',
          nodes: {
            ...s?.nodes,
            loop: box('loop', ['loop']),
            root: box('root', ['loop', 'gone', ...(s?.nodes['root']?.type === 'box' ? s.nodes['root'].children : [])]),
          },
        },
        42,
      ],
      originals: { ...stored.last.originals, bad: 42 },
    };
    const { value, problems } = mendProject(spoilt);
    expect(problems.length).toBeGreaterThanOrEqual(3);
    expect(value?.screens).toHaveLength(1);
    expect(value?.screens[0]?.width).toBe(390);
    expect(Object.keys(value?.screens[0]?.nodes ?? {}).length).toBe(Object.keys(s?.nodes ?? {}).length + 1);
    expect(Object.keys(value?.originals ?? {})).toEqual(['tile']);
    expect(mendProject(value).problems).toEqual([]);
  });
});

describe('every kind of step', () => {
  it('says what is missing from it', () => {
    for (const name of STEP_NAMES) expect(stepFault({ do: name })?.wrong, name).toMatch(/^has no /u);
  });
});

describe('an edit of many steps', () => {
  const chance = new Chance(7);
  const kit = shippedKits().kits.get('plywood@1.0.0') as Kit;
  const some = someProject(chance, kit, 4);
  /** A hundred names and overrides, here and there, some of them of the same things. */
  const steps: readonly Step[] = Array.from({ length: 120 }, (_, i): Step => {
    const s = chance.of(some.screens);
    const node = chance.of(Object.values(s.nodes));
    return { do: 'set', tree: `screen:${s.id}`, node: node.id, field: 'name', value: `Name ${i}` };
  });
  const oneByOne = (list: readonly Step[]): Project =>
    list.reduce((now, step) => {
      const got = applyStep(now, step);
      return got.ok ? got.project : now;
    }, some);

  it('does what its steps do one by one, and leaves what it was given alone', () => {
    const before = JSON.stringify(some);
    const got = applyEdit(some, { id: 'many', label: 'Many', steps });
    expect(got.ok && got.project).toEqual(oneByOne(steps));
    expect(JSON.stringify(some)).toBe(before);
    expect(got.ok && applyEdit(got.project, { id: 'back', label: 'Back', steps: got.inverse })).toMatchObject({
      ok: true,
      project: some,
    });
  });
  it('also when what is set is then moved, removed or added to', () => {
    const s = some.screens[0] as Screen;
    const id = (s.nodes[s.root] as Node & { type: 'box' }).children[0] as string;
    const tree = `screen:${s.id}` as const;
    const mixed: Step[] = [
      { do: 'set', tree, node: id, field: 'name', value: 'Once' },
      { do: 'insert', tree, root: 'fresh', nodes: { fresh: box('fresh') }, into: { parent: s.root }, after: id },
      { do: 'set', tree, node: 'fresh', field: 'name', value: 'Twice' },
      { do: 'remove', tree, node: id },
      { do: 'set', tree, node: 'fresh', field: 'name', value: 'Thrice' },
    ];
    const got = applyEdit(some, { id: 'mixed', label: 'Mixed', steps: mixed });
    expect(got.ok && got.project).toEqual(oneByOne(mixed));
    expect(some.screens[0]?.nodes[id]?.name).not.toBe('Once');
  });
  it('leaves things that nobody changes the same objects', () => {
    const s = some.screens[0] as Screen;
    const step: Step = { do: 'set', tree: `screen:${s.id}`, node: s.root, field: 'name', value: 'Ground' };
    const got = applyEdit(some, { id: 'one', label: 'One', steps: [step, { ...step, value: 'Floor' }] });
    if (!got.ok) return expect.fail(got.refusal.message);
    expect(got.project.screens[1]).toBe(some.screens[1]);
    expect(Object.entries(s.nodes).every(([k, n]) => k === s.root || got.project.screens[0]?.nodes[k] === n)).toBe(
      true,
    );
  });
});
