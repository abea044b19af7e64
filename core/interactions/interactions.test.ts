import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  aboutThing,
  applyEdit,
  applyRebrand,
  blankScreen,
  copyPiece,
  emptyProject,
  follow,
  MOST_ACTIONS,
  newInstance,
  componentWords,
  planRebrand,
  press,
  pressBackdrop,
  pressKey,
  readSentence,
  resolveTried,
  runTimer,
  reach,
  startTry,
  thingNames,
  typeInto,
  detach,
  writeSentence,
  type Action,
  type Attrs,
  type Interaction,
  type InstanceNode,
  type Node,
  type Project,
  type RNode,
  type Screen,
  type Override,
  type StateName,
  type Test,
  type Trigger,
  type TryState,
  type Navigation,
  type World,
} from '../index.js';

const { kits } = shippedKits();
const SEA = 'skerry-line@2.1.0';
const set = (component: string, name: string, value: Override['value']): Override => ({
  home: `${SEA}/${component}`,
  at: [],
  kind: 'prop',
  name,
  value,
});
const thing = (id: string, component: string, overrides: readonly Override[] = [], attrs: Attrs = {}): Node =>
  newInstance(id, `${SEA}/${component}`, attrs, overrides);
const screen = (id: string, name: string, things: readonly Node[]): Screen => {
  const blank = blankScreen(id, name, 'flow-1', 'phone', 390, null);
  const root = blank.nodes['root'] as Node;
  return {
    ...blank,
    nodes: {
      ...Object.fromEntries(things.map((t) => [t.id, t])),
      root: { ...root, children: things.map((t) => t.id) } as Node,
    },
  };
};
const project: Project = {
  ...emptyProject('p', 'P', SEA),
  situations: { in: { id: 'in', name: 'Signed in' } },
  screens: [
    screen('find', 'Find a crossing', [
      thing('sail', 'action', [set('action', 'text', 'Sail')]),
      thing('name', 'entry', [set('entry', 'caption', 'Name')]),
      thing('stars', 'stars', [set('stars', 'score', 3)]),
      thing('agree', 'tick', [set('tick', 'text', 'I agree')]),
      thing('one', 'option', [set('option', 'text', 'Deck')]),
      thing('two', 'option', [set('option', 'text', 'Cabin')]),
      thing('tabs', 'leaves'),
      thing('ask', 'sheet', [set('sheet', 'title', 'Are you sure?')], { overlay: 'middle' }),
    ]),
    screen('list', 'Sailings', [thing('back', 'action', [set('action', 'text', 'Back')])]),
    screen('pass', 'Boarding pass', [thing('again', 'action', [set('action', 'text', 'Again')])]),
  ],
};
/** The project with what things do, as sentences: by `screen thing`. */
function doing(all: Readonly<Record<string, readonly string[]>>, from = project): World {
  const world = { project: from, kits };
  const steps = Object.entries(all).map(([at, sentences]) => {
    const [s = '', t = ''] = at.split(' ');
    const of = from.screens.find((x) => x.id === s) as Screen;
    const interactions = sentences.map((text, i) => {
      const got = readSentence(aboutThing(world, of, t), text);
      if (!got.ok) throw new Error(got.problem);
      return { id: `b${i}`, ...got.interaction };
    });
    return { do: 'set', tree: `screen:${s}`, node: t, field: 'interactions', value: interactions as never } as const;
  });
  const got = applyEdit(from, { id: 'e', label: 'e', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  return { project: got.project, kits };
}
/** The parts from the ground to one, by a test of it; the innermost that passes. */
function pathTo(world: World, t: TryState, is: (n: RNode) => boolean): readonly RNode[] {
  const all = resolveTried(world, t);
  let best: readonly RNode[] = [];
  const walk = (n: RNode, path: readonly RNode[]): void => {
    const here = [...path, n];
    if (is(n) && here.length > best.length) best = here;
    n.children.forEach((c) => walk(c, here));
  };
  for (const root of [all?.root, all?.overlay]) if (root) walk(root, []);
  if (best.length === 0) throw new Error('There is no such part');
  return best;
}
const on = (world: World, went: Navigation | TryState, id: string, along?: number): Navigation => {
  const t = 'trying' in went ? went.trying : went;
  return press(
    world,
    t,
    pathTo(world, t, (n) => n.key === id),
    along,
  );
};
const says = (world: World, went: Navigation, text: string): Navigation =>
  press(
    world,
    went.trying,
    pathTo(world, went.trying, (n) => n.text === text),
  );
const propOf = (world: World, went: Navigation, id: string, prop: string): unknown =>
  pathTo(world, went.trying, (n) => n.key === id).at(-1)?.instance?.props[prop];

const DONE = [
  'go to',
  'go back',
  'show',
  'put it away',
  'set',
  'scroll to',
  'start',
  'leave the situation',
  'open',
  'wait',
];
describe('sentences', () => {
  const world = { project, kits };
  const about = aboutThing(world, project.screens[0] as Screen, 'sail');
  it.each([
    'when pressed, go to Sailings',
    'when pressed, show Are you sure?',
    'when changed, if score of Meter is 5 and content of Name is filled, go to Boarding pass, then wait 300 ms, then go back',
    'when Escape is pressed, put it away',
    'after 2 s, set set of I agree to the opposite',
    'when pressed, if tone is Danger, set text to “Gone”, then set height to Compact',
    'when shown, if in Signed in or in Nothing yet, start Texts 40 % longer, then leave the situation',
    'when pressed, scroll to Name with 24 px above, then open https://norrvik.example/help',
    'when its action is pressed, if score of Meter is more than 2, if content of Name is not “x” or content of Name is empty, go back',
    'when dismissed, go back',
  ])('%s', (text) => {
    const names = thingNames(about);
    expect(names.get('sail')).toBe('Sail');
    const sentence = text.replaceAll('Meter', names.get('stars') ?? '');
    const got = readSentence(about, sentence);
    expect(got.ok ? '' : got.problem).toBe('');
    if (!got.ok) return;
    expect(writeSentence(about, got.interaction)).toBe(sentence);
    // Without care for capitals, commas and blanks it is the same.
    const loose = readSentence(about, `  ${sentence.replaceAll(', then', ' then').replace('when ', 'When  ')}.`);
    expect(loose.ok && loose.interaction).toEqual(got.interaction);
  });
  it('written and read back are equal, whatever they say', () => {
    const ids = ['sail', 'name', 'stars', 'agree', 'one', 'two', 'tabs', 'ask'];
    const props: readonly (readonly [string, string, string, 'flag' | 'number' | 'text' | 'choice'])[] = [
      ['agree', 'tick', 'set', 'flag'],
      ['stars', 'stars', 'score', 'number'],
      ['name', 'entry', 'content', 'text'],
      ['sail', 'action', 'tone', 'choice'],
    ];
    const valued = fc
      .constantFrom(...props)
      .chain(([of, component, prop, kind]) =>
        (kind === 'flag'
          ? fc.boolean()
          : kind === 'number'
            ? fc.integer({ min: -9, max: 99 })
            : kind === 'choice'
              ? fc.constantFrom('quiet', 'strong', 'danger')
              : fc.stringMatching(/^[a-zA-Z ,.5]{0,12}$/u)
        ).map((value) => ({ ...(of === 'sail' ? {} : { of }), home: `${SEA}/${component}`, prop, value })),
      );
    const asked: fc.Arbitrary<Test> = fc.oneof(
      fc
        .tuple(valued, fc.constantFrom('is' as const, 'is not' as const, 'is more than' as const))
        .map(([v, asks]) => ({ ...v, asks })),
      valued.map(({ value: _, ...v }) => ({ ...v, asks: 'is filled' as const })),
      fc.constantFrom('in', 'nothing-yet').map((situation) => ({ situation })),
    );
    const action: fc.Arbitrary<Action> = fc.oneof(
      fc.constantFrom('find', 'list', 'pass').map((s) => ({ do: 'go' as const, screen: s })),
      fc.constant({ do: 'back' as const }),
      fc.constant({ do: 'openOverlay' as const, overlay: 'ask' }),
      fc.constant({ do: 'closeOverlay' as const }),
      valued.map((v) => ({ do: 'set' as const, ...v })),
      fc
        .tuple(fc.constantFrom(...ids), fc.integer({ min: -50, max: 80 }))
        .map(([to, offset]) => ({ do: 'scroll' as const, to, ...(offset === 0 ? {} : { offset }) })),
      fc.integer({ min: 0, max: 9000 }).map((ms) => ({ do: 'wait' as const, ms })),
    );
    const when: fc.Arbitrary<Trigger> = fc.oneof(
      fc
        .constantFrom(
          'press' as const,
          'point' as const,
          'focus' as const,
          'change' as const,
          'show' as const,
          'reach' as const,
          'drag' as const,
        )
        .map((x) => ({ on: x })),
      fc.constantFrom('Enter', 'Escape', 'k').map((key) => ({ on: 'key' as const, key })),
      fc.integer({ min: 0, max: 5000 }).map((ms) => ({ on: 'after' as const, ms })),
    );
    const interaction = fc.record({
      when,
      // Of one condition all its tests are asked, or any: one alone is all.
      if: fc.option(
        fc.oneof(
          fc.array(asked, { minLength: 1, maxLength: 3 }).map((all) => ({ all })),
          fc.array(asked, { minLength: 2, maxLength: 3 }).map((any) => ({ any })),
        ),
        { nil: undefined },
      ),
      then: fc.array(action, { minLength: 1, maxLength: 4 }),
    });
    fc.assert(
      fc.property(interaction, ({ if: condition, ...rest }) => {
        const b = { ...rest, ...(condition ? { if: condition } : {}) } as Omit<Interaction, 'id'>;
        const got = readSentence(about, writeSentence(about, b));
        expect(got.ok ? got.interaction : got.problem).toEqual(b);
      }),
      { numRuns: 300 },
    );
  });
  it.each([
    ['when pre', 'comes what happens: pressed', ['pressed']],
    ['when pressed, go to Nowhere', 'comes a screen', []],
    ['when pressed, go to s', 'a screen: Sailings', ['Sailings']],
    ['when pressed, show Name', 'a thing that lies over the screen', []],
    ['when pressed, set colour to red', 'comes a property', []],
    ['when pressed, set tone to loud', 'one of its options', []],
    [
      'when pressed, if set of I agree',
      'what is asked of it: is more than',
      ['is more than', 'is less than', 'is filled', 'is empty', 'is not', 'is'],
    ],
    [
      'when pressed, if set of I agree is on',
      'comes what is done',
      ['and', 'or', ...DONE.map((d) => `, ${d}`), ', if'],
    ],
    ['when pressed', 'comes what is done', [', if', ...DONE.map((d) => `, ${d}`)]],
    ['when pressed, open javascript:alert(1)', 'an address', []],
    ['when pressed, go back and forth', 'the sentence ends', []],
  ])('says what is missing: %s', (text, problem, offers) => {
    const got = readSentence(about, text);
    expect(got.ok).toBe(false);
    if (got.ok) return;
    expect(got.problem).toContain(problem);
    expect(got.offers).toEqual(offers);
  });
  it('offers whole beginnings, questions with their property, and what may be added', () => {
    const offers = (text: string): readonly string[] => readSentence(about, text).offers;
    expect(offers('')).toEqual(expect.arrayContaining(['when pressed, go to', 'when changed, if', 'after']));
    expect(offers('when pressed, s')).toEqual(['show', 'set', 'scroll to', 'start']);
    expect(offers('when changed, if ')).toEqual(
      expect.arrayContaining(['content of Name is filled', 'score of Stars is', 'set of I agree is on']),
    );
    expect(offers('when changed, if score of Stars is ')).toEqual(['0', '1', '2', '3', '4', '5']);
    expect(offers('when pressed, scroll to Name')).toEqual(['with 16 px above', ', then']);
    for (const o of [...offers(''), ...offers('when changed, if ').map((x) => `when changed, if ${x}`)])
      expect(readSentence(about, `${o} `).ok || readSentence(about, `${o} `).offers.length > 0, o).toBe(true);
  });
});

describe('trying a mockup', () => {
  it('goes to screens and back, and never changes the project', () => {
    const world = doing({ 'find sail': ['when pressed, go to Sailings'], 'list back': ['when pressed, go back'] });
    const there = on(world, startTry(world, 'find'), 'sail');
    expect(there.trying.screen).toBe('list');
    expect(on(world, there, 'back').trying).toMatchObject({ screen: 'find', history: [] });
    expect(startTry(world, 'find').trying.project).toBe(world.project);
  });
  it('lays a dialog over the screen: its backdrop, its own button and Escape put it away', () => {
    const world = doing({ 'find sail': ['when pressed, show Are you sure?'] });
    const open = on(world, startTry(world, 'find'), 'sail');
    expect(open.trying.overlay).toBe('ask');
    expect(pressBackdrop(world, open.trying).trying.overlay).toBe('');
    expect(pressKey(world, open.trying, [], 'Escape').trying.overlay).toBe('');
    expect(says(world, open, 'Not now').trying.overlay).toBe('');
    const sure = doing({ 'find ask': ['when its action is pressed, go to Boarding pass'] }, world.project);
    expect(says(sure, on(sure, startTry(sure, 'find'), 'sail'), 'Continue').trying.screen).toBe('pass');
  });
  it('asks: when a rating becomes 5, if the form is filled, something is shown', () => {
    const stars = thingNames(aboutThing({ project, kits }, project.screens[0] as Screen, 'sail')).get('stars') ?? '';
    const world = doing({
      'find stars': [`when changed, if score is 5 and content of Name is filled, show Are you sure?`],
    });
    expect(stars).not.toBe('');
    const start = startTry(world, 'find');
    const five = on(world, start, 'stars', 0.95);
    expect(propOf(world, five, 'stars', 'score')).toBe(5);
    expect(five.trying.overlay).toBe('');
    const field = pathTo(world, start.trying, (n) => n.key === 'name').at(-1) as RNode;
    const named = typeInto(world, on(world, start, 'stars', 0.3).trying, field, 'Asta');
    expect(propOf(world, named, 'name', 'content')).toBe('Asta');
    expect(on(world, named, 'stars', 0.95).trying.overlay).toBe('ask');
  });
  it('does what things do by themselves: ticks, one of several, tabs', () => {
    const world = doing({});
    const start = startTry(world, 'find');
    const ticked = on(world, start, 'agree');
    expect(propOf(world, ticked, 'agree', 'set')).toBe(true);
    expect(propOf(world, on(world, ticked, 'agree'), 'agree', 'set')).toBe(false);
    const two = on(world, on(world, start, 'one'), 'two');
    expect([propOf(world, two, 'one', 'picked'), propOf(world, two, 'two', 'picked')]).toEqual([false, true]);
    const tabs = pathTo(world, start.trying, (n) => n.key === 'tabs').at(-1)?.instance?.props['leaves'] as {
      key: string;
      values: { word: string };
    }[];
    const last = tabs.at(-1);
    const turned = says(world, start, last?.values.word ?? '');
    const now = propOf(world, turned, 'tabs', 'leaves') as { key: string; values: { here?: boolean } }[];
    expect(now.filter((i) => i.values.here === true).map((i) => i.key)).toEqual([last?.key]);
    expect(componentWords(kits.get(SEA)?.components['tick'] as never)).toEqual([
      'when pressed, set set to the opposite',
    ]);
  });
  const COMPONENTS: Readonly<Record<string, string>> = { sail: 'action', agree: 'tick', name: 'entry' };
  it('is not done by what is switched off, nor by what stands in it; that looks off under the pointer, too', () => {
    const [first, ...others] = project.screens as [Screen, ...Screen[]];
    const switchedOff = Object.entries(COMPONENTS).map(([id, component]) => {
      const node = first.nodes[id] as InstanceNode;
      return [id, { ...node, overrides: [...node.overrides, set(component, 'shown', 'disabled')] }] as const;
    });
    const nodes = { ...first.nodes, ...Object.fromEntries(switchedOff) };
    const off: Project = { ...project, screens: [{ ...first, nodes }, ...others] };
    const says = ['when pressed, go to Sailings', 'when focused, go to Sailings', 'when s is pressed, go to Sailings'];
    const world = doing({ 'find sail': says }, off);
    const start = startTry(world, 'find').trying;
    const [sail, agree, name] = ['sail', 'agree', 'name'].map((id) => pathTo(world, start, (n) => n.key === id));
    expect(press(world, start, sail ?? []).trying).toBe(start);
    expect(press(world, start, agree ?? []).trying).toBe(start);
    expect(reach(world, start, sail ?? [], 'focus').trying).toBe(start);
    expect(typeInto(world, start, name?.at(-1) as RNode, 'Asta').trying).toBe(start);
    // Its key is the screen’s: it is pressed elsewhere.
    expect(pressKey(world, start, [], 's').trying.screen).toBe('list');
    const look = (states: readonly StateName[]): unknown => {
      const all = resolveTried(world, start, { sail: states });
      return all?.root.children.find((n) => n.key === 'sail')?.look;
    };
    expect(look(['hover', 'pressed', 'focus'])).toEqual(look([]));
    const plain = doing({});
    const hovered = resolveTried(plain, startTry(plain, 'find').trying, { sail: ['hover'] });
    expect(hovered?.root.children[0]?.look).not.toEqual(
      resolveTried(plain, startTry(plain, 'find').trying)?.root.children[0]?.look,
    );
  });
  it('is carried into another brand: events, what is set and what is asked', () => {
    const plain = doing({
      'find sail': ['when pressed, if set of I agree is on, go to Sailings'],
      'find one': ['when pressed, set set of I agree to on'],
    });
    for (const to of ['plywood@1.0.0', 'lumen-night-rail@1.0.0']) {
      const got = applyEdit(plain.project, {
        id: 'r',
        label: 'r',
        steps: applyRebrand(plain, planRebrand(plain, SEA, to)),
      });
      if (!got.ok) throw new Error(got.refusal.message);
      const world = { project: got.project, kits };
      const start = startTry(world, 'find');
      expect(on(world, start, 'sail').trying.screen, to).toBe('find');
      expect(on(world, on(world, start, 'one'), 'sail').trying.screen, to).toBe('list');
    }
  });
  it('is said of a part alone, and of the part that stands for it in another brand', () => {
    const head = screen('head', 'Head', [
      thing('bar', 'masthead', [set('masthead', 'title', 'Sailings'), set('masthead', 'left', 'arrow-left')]),
    ]);
    const went = (from: Project, is: (n: RNode) => boolean): string => {
      const world = { project: from, kits };
      const start = startTry(world, 'head');
      return press(world, start.trying, pathTo(world, start.trying, is)).trying.screen;
    };
    const interactions: Interaction = {
      id: 'b',
      part: { home: `${SEA}/masthead`, at: ['left'] },
      when: { on: 'press' },
      then: [{ do: 'go', screen: 'list' }],
    };
    const nodes = { ...head.nodes, bar: { ...head.nodes['bar'], interactions: [interactions] } as Node };
    const plain: Project = { ...project, screens: [...project.screens, { ...head, nodes }] };
    expect(went(plain, (n) => n.key === 'bar/left')).toBe('list');
    expect(went(plain, (n) => n.text === 'Sailings')).toBe('head');
    const there = { project: plain, kits };
    for (const to of ['plywood@1.0.0', 'lumen-night-rail@1.0.0']) {
      const plan = planRebrand(there, SEA, to);
      const part = plan.sheet.pairs[`${SEA}/masthead`]?.parts['left'];
      const got = applyEdit(plain, { id: 'r', label: 'r', steps: applyRebrand(there, plan) });
      if (!got.ok) throw new Error(got.refusal.message);
      expect(part, to).toBeTruthy();
      expect(
        went(got.project, (n) => n.key === `bar/${part ?? ''}`),
        to,
      ).toBe('list');
    }
  });
  it('goes on being done by what an instance is unlinked into', () => {
    const world = doing({ 'find sail': ['when pressed, go to Sailings'] });
    const bar = thing('bar', 'masthead', [set('masthead', 'left', 'arrow-left')]);
    const interactions: Interaction = {
      id: 'b',
      part: { home: `${SEA}/masthead`, at: ['left'] },
      when: { on: 'press' },
      then: [{ do: 'go', screen: 'pass' }],
    };
    const head = screen('head', 'Head', [{ ...bar, interactions: [interactions] } as Node]);
    const from: Project = { ...world.project, screens: [...world.project.screens, head] };
    let n = 0;
    for (const [at, id, to, is] of [
      ['find', 'sail', 'list', (x: RNode) => x.text === 'Sail'],
      ['head', 'bar', 'pass', (x: RNode) => x.type === 'icon'],
    ] as const) {
      const of = from.screens.find((s) => s.id === at) as Screen;
      const got = detach({ project: from, kits }, [], of, id, () => `loose-${++n}`);
      if ('problem' in got) throw new Error(got.problem);
      const made = applyEdit(from, { id: 'u', label: 'u', steps: got.steps });
      if (!made.ok) throw new Error(made.refusal.message);
      const loose = { project: made.project, kits };
      const start = startTry(loose, at);
      expect(press(loose, start.trying, pathTo(loose, start.trying, is)).trying.screen).toBe(to);
    }
  });
  it('waits, goes on only where it was, and shows a while after a screen is shown', () => {
    const world = doing({
      'find sail': ['when pressed, set text to “Wait”, then wait 300 ms, then go to Sailings'],
      'list back': ['after 2 s, go to Boarding pass'],
    });
    const waiting = on(world, startTry(world, 'find'), 'sail');
    expect(waiting.trying.screen).toBe('find');
    expect(waiting.effects.later.map((l) => l.ms)).toEqual([300]);
    const [later] = waiting.effects.later;
    const there = later ? runTimer(world, waiting.trying, later) : expect.fail('Nothing waits');
    expect(there.trying.screen).toBe('list');
    expect(there.effects.later.map((l) => l.ms)).toEqual([2000]);
    // Somewhere else by now: what waited for that screen is over.
    expect(later && runTimer(world, there.trying, later).trying.screen).toBe('list');
  });
  it('ends a circle, and says so', () => {
    const world = doing({
      'find sail': ['when shown, go to Sailings'],
      'list back': ['when shown, go to Find a crossing'],
    });
    const went = startTry(world, 'find');
    expect(went.effects.said.join()).toContain(`ended after ${MOST_ACTIONS} steps`);
  });
  it('says what is gone, and goes on', () => {
    const world = doing({ 'find sail': ['when pressed, go to Sailings, then set set of I agree to on'] });
    const less = {
      ...world,
      project: { ...world.project, screens: world.project.screens.filter((s) => s.id !== 'list') },
    };
    const went = on(less, startTry(less, 'find'), 'sail');
    expect(went.effects.said).toEqual(['The screen it leads to is gone.']);
    expect(propOf(less, went, 'agree', 'set')).toBe(true);
    expect(
      writeSentence(
        aboutThing(less, less.project.screens[0] as Screen, 'sail'),
        less.project.screens[0]?.nodes['sail']?.interactions?.[0] as Interaction,
      ),
    ).toContain('go to a screen that is gone');
  });
  it('follows edits that are made meanwhile, and keeps what was done', () => {
    const world = doing({ 'find sail': ['when pressed, go to Sailings'] });
    const ticked = on(world, startTry(world, 'find'), 'agree');
    const edited = doing({ 'find sail': ['when pressed, go to Boarding pass'] }, project);
    const now = follow(ticked.trying, edited.project);
    expect(on(edited, now, 'sail').trying.screen).toBe('pass');
    expect(propOf(edited, { trying: now, effects: ticked.effects }, 'agree', 'set')).toBe(true);
  });
  it('is copied with a thing: what it does to things beside it is done to the copies', () => {
    const world = doing({ 'find sail': ['when pressed, set set of I agree to on'] });
    const nodes = (world.project.screens[0] as Screen).nodes;
    let n = 0;
    const copy = copyPiece(nodes, 'root', () => `copy-${++n}`);
    const made = Object.values(copy.nodes).find((x) => x.interactions)?.interactions?.[0]?.then[0];
    expect(made).toMatchObject({ do: 'set', of: expect.stringMatching(/^copy-/u) as string });
  });
});
