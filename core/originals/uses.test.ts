import { describe, expect, it } from 'vitest';
import { Chance } from '../../testing/random.js';
import { someProject } from '../../testing/project.js';
import { someOriginal } from '../../testing/wide.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  applyEdit,
  asEdition,
  componentAt,
  editionTree,
  impactOf,
  keepsItsOwn,
  kitUsesOf,
  screensShowing,
  usesOf,
  valuesInUse,
  type Kit,
  type Node,
  type Project,
  type Prop,
  type Override,
  type Step,
  type World,
} from '../index.js';

const { kits } = shippedKits();
const KIT = 'plywood@1.0.0';
const kit = kits.get(KIT) as Kit;
const world = (project: Project): World => ({ project, kits });
const blank = someProject(new Chance(2), kit);
const tag = someOriginal(new Chance(1), 'tag', 'Tag', []);
const use = (id: string, component = 'project/tag', overrides: readonly Override[] = [], more: object = {}): Node =>
  ({ id, type: 'instance', component, attrs: {}, overrides, fills: [], ...more }) as Node;
/** Two screens with things, and the originals `one`, `two` (which has `one` in it) and `tag`. */
function having(first: readonly Node[], second: readonly Node[] = []): Project {
  const screens = blank.screens.slice(0, 2).map((s, i) => {
    const nodes = [first, second][i] ?? [];
    const root = { id: 'r', type: 'box', attrs: { flow: 'column' }, children: nodes.map((n) => n.id) } as Node;
    return { ...s, root: 'r', nodes: Object.fromEntries([root, ...nodes].map((n) => [n.id, n])) };
  });
  return { ...blank, screens, originals: { ...blank.originals, tag } };
}
function apply(project: Project, steps: readonly Step[]): Project {
  const got = applyEdit(project, { id: 'e', label: 'e', steps });
  if (!got.ok) throw new Error(`${got.refusal.about}: ${got.refusal.message}`);
  return got.project;
}
const refusal = (project: Project, steps: readonly Step[]): string | null => {
  const got = applyEdit(project, { id: 'e', label: 'e', steps });
  return got.ok ? null : got.refusal.code;
};
const said = (name: string, value: string, at: readonly string[] = [], kind: 'prop' | 'attr' = 'prop'): Override => ({
  home: 'project/tag',
  at,
  kind,
  name,
  value,
});

describe('where a component is used', () => {
  const none = { screens: [], instead: [], inside: [] };
  it('is nowhere, on screens, and in what is made of it', () => {
    expect(usesOf(world(having([])), 'project/tag')).toEqual(none);
    const p = having([use('a'), use('b', `${KIT}/button`)], [use('c')]);
    const [s, t] = p.screens.map((x) => x.id);
    expect(usesOf(world(p), 'project/tag').screens).toEqual([
      { screen: s, node: 'a' },
      { screen: t, node: 'c' },
    ]);
    expect(usesOf(world(p), 'project/one').inside).toEqual(['project/two']);
    expect(kitUsesOf(world(p), `${KIT}/button`).length).toBeGreaterThan(2);
  });
  it('is also where it stands in another’s place at some widths alone', () => {
    const wide = use('a', `${KIT}/button`, [], { widths: [{ minWidth: 600, attrs: {}, component: 'project/tag' }] });
    const p = having([wide]);
    expect(usesOf(world(p), 'project/tag')).toEqual({ ...none, instead: [{ screen: p.screens[0]?.id, node: 'a' }] });
    expect(screensShowing(world(p), 'project/tag')).toEqual([p.screens[0]?.id]);
    const inside = apply(p, [
      {
        do: 'set',
        tree: 'original:two',
        node: 'inner',
        field: 'widths',
        value: [{ minWidth: 600, attrs: {}, component: 'project/tag' }],
      },
    ]);
    expect(usesOf(world(inside), 'project/tag').inside).toEqual(['project/two']);
  });
  it('is also where a rule puts it, and where an installed component was changed to have it', () => {
    const p = having([use('x', `${KIT}/card`)]);
    const ruled = apply(p, [
      {
        do: 'rule',
        tree: 'original:two',
        when: { props: { label: 'Go' } },
        node: 'inner',
        name: 'component',
        value: 'project/tag',
      },
    ]);
    expect(usesOf(world(ruled), 'project/tag').inside).toEqual(['project/two']);
    const card = kit.components['card'];
    if (!card) throw new Error('No card');
    const made = asEdition(
      world(p),
      `${KIT}/card`,
      [
        {
          do: 'insert',
          tree: editionTree(`${KIT}/card`),
          root: 'new',
          nodes: { new: use('new') },
          into: { parent: card.root },
          after: null,
        },
      ],
      () => 'change',
    );
    if (!made.ok) throw new Error(made.refusal.message);
    const edited = apply(p, made.steps);
    expect(componentAt(world(edited), `${KIT}/card`)?.nodes['new']).toBeDefined();
    expect(usesOf(world(edited), 'project/tag').inside).toEqual([`${KIT}/card`]);
    expect(screensShowing(world(edited), 'project/tag')).toEqual([p.screens[0]?.id]);
  });
  it('is not where a text is only written like one', () => {
    const text = { home: 'project/tag', at: ['label'], kind: 'attr', name: 'text', value: 'project/one' } as const;
    const p = having([use('a', 'project/tag', [text])]);
    const said = apply(p, [
      {
        do: 'entry',
        tree: 'original:tag',
        list: 'props',
        id: 'label',
        value: { ...tag.contract.props[0], default: 'project/one' } as Prop,
      },
    ]);
    expect(usesOf(world(said), 'project/one')).toEqual({ ...none, inside: ['project/two'] });
  });
  it('is never in itself: not by a part, a rule or a width', () => {
    const p = having([]);
    const inner = { tree: 'original:one', into: { parent: 'root' }, after: null } as const;
    expect(refusal(p, [{ do: 'insert', root: 'n', nodes: { n: use('n', 'project/two') }, ...inner }])).toBe(
      'component.cycle',
    );
    const field = { do: 'set', tree: 'original:two', node: 'inner' } as const;
    for (const component of ['project/two', 'project/tag']) {
      const value = [{ minWidth: 600, attrs: {}, component }];
      expect(refusal(p, [{ ...field, field: 'widths', value }])).toBe(
        component === 'project/two' ? 'component.cycle' : null,
      );
    }
  });
});

describe('what a change of a contract does to what is there', () => {
  const prop = tag.contract.props[0] as Prop;
  it('is told by what waits, what shows again, and where', () => {
    const p = having(
      [use('a', 'project/tag', [said('label', 'Stop')]), use('b')],
      [use('c', 'project/tag', [said('label', 'Wait')])],
    );
    const less = apply(p, [{ do: 'entry', tree: 'original:tag', list: 'props', id: 'label', value: null }]);
    expect(impactOf(world(p), world(less))).toMatchObject({ parked: 2, returned: 0, content: 0, screens: 2 });
    expect(impactOf(world(less), world(p))).toMatchObject({ parked: 0, returned: 2, screens: 0, places: [] });
    expect(impactOf(world(p), world(p))).toMatchObject({ parked: 0, returned: 0, places: [] });
  });
  it('is not less for one that comes back where another goes', () => {
    const mood = { ...prop, id: 'mood', name: 'Mood' } as Prop;
    const p = having([use('a', 'project/tag', [said('label', 'Stop'), said('mood', 'Calm')])]);
    const other = apply(p, [
      { do: 'entry', tree: 'original:tag', list: 'props', id: 'label', value: null },
      { do: 'entry', tree: 'original:tag', list: 'props', id: 'mood', value: mood },
    ]);
    expect(impactOf(world(p), world(other))).toMatchObject({ parked: 1, returned: 1, screens: 1 });
  });
});

describe('what instances say', () => {
  it('is sorted by value, those most used first, with what nobody chose as the original has it', () => {
    const p = having(
      [use('a', 'project/tag', [said('label', 'Stop')]), use('b', 'project/tag', [said('label', 'Stop')]), use('c')],
      [use('d', 'project/tag', [said('label', 'Wait')])],
    );
    const found = valuesInUse(world(p), 'project/tag', { at: [], kind: 'prop', name: 'label' });
    expect(found.map((v) => [v.value, v.uses.length, v.screens, v.original])).toEqual([
      ['Stop', 2, 1, false],
      ['Go', 1, 1, true],
      ['Wait', 1, 1, false],
    ]);
  });
  it('hides what is set on a part where it says it itself', () => {
    const p = having([use('a', 'project/tag', [said('color', '#112233', ['label'], 'attr')]), use('b')]);
    const { screens } = usesOf(world(p), 'project/tag');
    expect(keepsItsOwn(world(p), screens, 'project/tag', 'label', 'color').map((u) => u.node)).toEqual(['a']);
    expect(keepsItsOwn(world(p), screens, 'project/tag', 'label', 'opacity')).toEqual([]);
  });
});
