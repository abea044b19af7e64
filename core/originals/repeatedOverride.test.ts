import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lookOf, NO_KITS, projectWithOriginals } from '../../testing/originals.js';
import {
  applyEdit,
  chooseSteps,
  optionSteps,
  repeatedOverride,
  resolve,
  targetKey,
  type Component,
  type InstanceNode,
  type Json,
  type Node,
  type Project,
  type Prop,
  type Screen,
  type Step,
  type World,
} from '../index.js';

const world = (project: Project): World => ({ project, kits: NO_KITS });
const screen = (p: Project): Screen => p.screens[0] as Screen;
const nodeOf = (p: Project, id: string): InstanceNode => screen(p).nodes[id] as InstanceNode;
function apply(project: Project, steps: readonly Step[]): Project {
  const got = applyEdit(project, { id: 'e', label: 'e', steps });
  if (!got.ok) throw new Error(`${got.refusal.about}: ${got.refusal.message}`);
  return got.project;
}
const shown = (p: Project): unknown => lookOf(resolve(world(p), screen(p)).root);
/** The project with so many instances of an original alone on its screen. */
function withUses(p: Project, original: string, n: number): Project {
  const ids = Array.from({ length: n }, (_, i) => `use-${i}`);
  const made = ids.map((id): Node => ({
    id,
    type: 'instance',
    component: `project/${original}`,
    attrs: {},
    overrides: [],
    fills: [],
  }));
  const s = screen(p);
  return {
    ...p,
    screens: [
      {
        ...s,
        nodes: {
          ground: { ...(s.nodes['ground'] as Node), children: ids } as Node,
          ...Object.fromEntries(made.map((x) => [x.id, x])),
        },
      },
    ],
  };
}
interface Override {
  readonly at: readonly string[];
  readonly kind: 'prop' | 'attr';
  readonly name: string;
  readonly value: Json;
}
const say = (p: Project, id: string, c: Override): Project =>
  apply(p, chooseSteps(world(p), [], 'screen:s', nodeOf(p, id), c, c.value));
/** What may be chosen again and again, and of which original. */
const HABITS: readonly (readonly [string, Override])[] = [
  ['leaf', { at: ['root'], kind: 'attr', name: 'fill', value: '#fedcba' }],
  ['leaf', { at: ['root'], kind: 'attr', name: 'padding', value: 33 }],
  ['leaf', { at: ['note'], kind: 'attr', name: 'color', value: '#abcdef' }],
  ['middle', { at: ['inner'], kind: 'prop', name: 'tone', value: 'loud' }],
  ['middle', { at: ['inner'], kind: 'prop', name: 'note', value: 'Bright' }],
  ['middle', { at: ['inner'], kind: 'prop', name: 'size', value: 'huge' }],
  ['middle', { at: ['inner'], kind: 'attr', name: 'opacity', value: 0.4 }],
  ['leaf', { at: ['mark'], kind: 'attr', name: 'visible', value: true }],
  ['middle', { at: ['inner', 'root'], kind: 'attr', name: 'fill', value: '#fedcba' }],
  ['outer', { at: ['first', 'inner'], kind: 'prop', name: 'tone', value: 'loud' }],
  ['outer', { at: ['first', 'inner', 'note'], kind: 'attr', name: 'color', value: '#abcdef' }],
];
const habit = fc.constantFrom(...HABITS);
const RUNS = { numRuns: 120 };

describe('an override that became a habit', () => {
  it('is told from three on', () => {
    const p = withUses(fc.sample(projectWithOriginals, { numRuns: 1, seed: 3 })[0] as Project, 'leaf', 4);
    const fill: Override = { at: ['root'], kind: 'attr', name: 'fill', value: '#fedcba' };
    const two = ['use-0', 'use-1'].reduce((q, id) => say(q, id, fill), p);
    expect(repeatedOverride(world(two), [], nodeOf(two, 'use-0'), targetKey(fill))).toBeNull();
    const three = say(two, 'use-2', fill);
    const found = repeatedOverride(world(three), [], nodeOf(three, 'use-0'), targetKey(fill));
    expect(found?.uses.map((u) => u.node)).toEqual(['use-0', 'use-1', 'use-2']);
    // Another value is another habit.
    const other = say(three, 'use-2', { ...fill, value: '#000000' });
    expect(repeatedOverride(world(other), [], nodeOf(other, 'use-0'), targetKey(fill))).toBeNull();
  });
  it('is told of what a rule can say: not of what lies deeper, is linked, or holds at some widths alone', () => {
    const p = fc.sample(projectWithOriginals, { numRuns: 1, seed: 5 })[0] as Project;
    const told = HABITS.map(([of, override]) => {
      const q = ['use-0', 'use-1', 'use-2'].reduce((r, id) => say(r, id, override), withUses(p, of, 3));
      return repeatedOverride(world(q), [], nodeOf(q, 'use-0'), targetKey(override)) !== null;
    });
    // Linked are the size of what a middle is made of, and whether a mark shows.
    expect(HABITS.filter((_, i) => !told[i]).map(([of, o]) => `${of} ${o.at.join('/')} ${o.name}`)).toEqual([
      'middle inner size',
      'leaf mark visible',
      'middle inner/root fill',
      'outer first/inner tone',
      'outer first/inner/note color',
    ]);
    const wide: Override = { at: ['root'], kind: 'attr', name: 'fill', value: '#fedcba' };
    const q = ['use-0', 'use-1', 'use-2'].reduce((r, id) => say(r, id, wide), withUses(p, 'leaf', 3));
    const s = screen(q);
    const nodes = Object.fromEntries(
      Object.entries(s.nodes).map(([id, n]) => [
        id,
        n.type === 'instance' ? { ...n, overrides: n.overrides.map((x) => ({ ...x, when: { minWidth: 600 } })) } : n,
      ]),
    );
    const at600 = { ...q, screens: [{ ...s, nodes }] };
    const key = targetKey({ ...wide, when: { minWidth: 600 } });
    expect(repeatedOverride(world(at600), [], nodeOf(at600, 'use-0'), key)).toBeNull();
  });
  it('becomes an option, whatever it was chosen on, and nothing looks another', () => {
    fc.assert(
      fc.property(projectWithOriginals, habit, (p, [of, override]) => {
        const before = ['use-0', 'use-1', 'use-2'].reduce((q, id) => say(q, id, override), withUses(p, of, 4));
        const found = repeatedOverride(world(before), [], nodeOf(before, 'use-0'), targetKey(override));
        if (!found) return;
        const after = apply(before, optionSteps(world(before), found, 'Bright').steps);
        expect(shown(after)).toEqual(shown(before));
        const option = nodeOf(after, 'use-0').overrides.find((s) => s.name === 'variant');
        expect(option?.value).toBe('bright');
        expect(nodeOf(after, 'use-3').overrides).toEqual([]);
      }),
      RUNS,
    );
  });
  const PAIRS = HABITS.flatMap(([of, one]) =>
    HABITS.flatMap(([other, two]) => (of === other && one !== two ? [[of, one, two] as const] : [])),
  );
  it('becomes one more option beside those that were made of others, also where an instance has both', () => {
    let both = 0;
    const runs = fc.property(projectWithOriginals, fc.constantFrom(...PAIRS), (p, [of, one, two]) => {
      const first = ['use-0', 'use-1', 'use-2'].reduce((q, id) => say(q, id, one), withUses(p, of, 5));
      const found = repeatedOverride(world(first), [], nodeOf(first, 'use-0'), targetKey(one));
      if (!found) return;
      const named = apply(first, optionSteps(world(first), found, 'Bright').steps);
      // Two of those that are bright, and two that are not.
      const second = ['use-1', 'use-2', 'use-3', 'use-4'].reduce((q, id) => say(q, id, two), named);
      const again = repeatedOverride(world(second), [], nodeOf(second, 'use-1'), targetKey(two));
      if (!again) return;
      const after = apply(second, optionSteps(world(second), again, 'Wide').steps);
      expect(shown(after)).toEqual(shown(second));
      both++;
    });
    fc.assert(runs, RUNS);
    expect(both).toBeGreaterThan(RUNS.numRuns / 5);
  });
  it('leaves a choice alone that looks go by already, or that is no choice at all', () => {
    const p = withUses(fc.sample(projectWithOriginals, { numRuns: 1, seed: 7 })[0] as Project, 'leaf', 3);
    const fill: Override = { at: ['root'], kind: 'attr', name: 'padding', value: 33 };
    const leaf = p.originals['leaf'] as Component;
    const variant = { id: 'variant', name: 'Variant', description: '' };
    const choice = {
      ...variant,
      kind: 'choice',
      default: 'a',
      options: [
        { id: 'a', name: 'A' },
        { id: 'b', name: 'B' },
      ],
    };
    const text = { ...variant, kind: 'text', default: '' };
    const made = (
      prop: object,
      rules: Component['rules'],
    ): { made: ReturnType<typeof optionSteps>; after: Project; before: Project } => {
      const own = { ...leaf, rules, contract: { ...leaf.contract, props: [...leaf.contract.props, prop as Prop] } };
      const before = ['use-0', 'use-1', 'use-2'].reduce<Project>((q, id) => say(q, id, fill), {
        ...p,
        originals: { ...p.originals, leaf: own },
      });
      const found = repeatedOverride(world(before), [], nodeOf(before, 'use-0'), targetKey(fill));
      if (!found) throw new Error('none');
      const got = optionSteps(world(before), found, 'Bright');
      return { made: got, before, after: apply(before, got.steps) };
    };
    const byStart = made(choice, [{ when: { props: { variant: 'a' } }, set: { root: { fill: '#123123' } } }]);
    expect(byStart.made.choice).toBe('Variant 2');
    expect(shown(byStart.after)).toEqual(shown(byStart.before));
    const none = made(text, []);
    expect(none.made.choice).toBe('Variant 2');
    expect(none.after.originals['leaf']?.contract.props).toContainEqual(text);
    // One that an instance says something of at some widths is not free, either.
    const byOther = [{ when: { props: { variant: 'b' } }, set: { root: { fill: '#123123' } } }];
    const own = {
      ...leaf,
      rules: byOther,
      contract: { ...leaf.contract, props: [...leaf.contract.props, choice as Prop] },
    };
    const uses = ['use-0', 'use-1', 'use-2'];
    const all = uses.reduce<Project>((q, id) => say(q, id, fill), { ...p, originals: { ...p.originals, leaf: own } });
    const at300 = { at: [], kind: 'prop', name: 'variant', when: { minWidth: 300 } } as const;
    const wide = apply(all, chooseSteps(world(all), [], 'screen:s', nodeOf(all, 'use-1'), at300, 'b'));
    const habitual = repeatedOverride(world(wide), [], nodeOf(wide, 'use-0'), targetKey(fill));
    expect(habitual && optionSteps(world(wide), habitual, 'Bright').choice).toBe('Variant 2');
    // One that nothing looks by at its start takes another option.
    const free = made(choice, [{ when: { props: { variant: 'b' } }, set: { root: { fill: '#123123' } } }]);
    expect(free.made.choice).toBe('Variant');
    expect(free.after.originals['leaf']?.contract.props.at(-1)?.options?.map((o) => o.id)).toEqual([
      'a',
      'b',
      'bright',
    ]);
    expect(shown(free.after)).toEqual(shown(free.before));
  });
});
