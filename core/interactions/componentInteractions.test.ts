import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  aboutThing,
  applyEdit,
  blankScreen,
  emptyProject,
  kitRef,
  listItems,
  newInstance,
  componentInteractionsOf,
  press,
  readKit,
  readComponentSentence,
  readSentence,
  resolveTried,
  spotsOf,
  thingOf,
  layout,
  startTry,
  typeInto,
  writeKit,
  writeComponentSentence,
  type Component,
  type Kit,
  type Node,
  type ComponentInteraction,
  type ComponentTrigger,
  type Prop,
  type Project,
  type RNode,
  type TryState,
  type World,
} from '../index.js';

const { kits, fonts } = shippedKits();
const SEA = 'skerry-line@2.1.0';
const sea = kits.get(SEA) as Kit;
const all: readonly (readonly [string, Component])[] = [...kits.values()].flatMap((kit) =>
  Object.values(kit.components).map((c) => [`${kitRef(kit)}/${c.id}`, c] as const),
);

describe('what components do by themselves', () => {
  it('is said in the shipped kits by every component that people do something with, and read back equal', () => {
    const roles = new Set<string>();
    for (const [ref, c] of all) {
      if (componentInteractionsOf(c).length > 0) roles.add(c.role);
      expect(c.interactions === undefined || c.interactions.length > 0, ref).toBe(true);
      for (const b of componentInteractionsOf(c)) {
        const text = writeComponentSentence(c, b);
        const got = readComponentSentence(c, text);
        expect(got.ok ? got.interaction : got.problem, `${ref}: ${text}`).toEqual(b);
      }
    }
    for (const role of [
      'checkbox',
      'switch',
      'radio',
      'chip',
      'tabs',
      'accordion',
      'disclosure',
      'meter',
      'slider',
      'spinbutton',
      'textbox',
      'autocomplete',
      'passwordfield',
      'calendar',
      'pagination',
      'popupmenu',
      'multiselect',
      'dialog',
      'drawer',
      'carousel',
    ])
      expect([...roles], role).toContain(role);
  });

  const { 'head-count': amount, sounding } = sea.components as Record<string, Component>;
  const someProp = (c: Component): fc.Arbitrary<Prop> =>
    fc.constantFrom(...c.contract.props.filter((p) => p.kind !== 'list'));
  const literal = (p: Prop): fc.Arbitrary<never> =>
    (p.kind === 'flag'
      ? fc.boolean()
      : p.kind === 'choice'
        ? fc.constantFrom(...p.options.map((o) => o.id))
        : p.kind === 'number'
          ? fc.integer({ min: -99, max: 999 })
          : fc
              .string({ minLength: 1, maxLength: 12 })
              .map((s) => s.replaceAll(/["“”'\n\r\u2028\u2029]/gu, 'x'))) as fc.Arbitrary<never>;
  const someOwn = (c: Component): fc.Arbitrary<ComponentInteraction> => {
    const list = c.contract.props.find((p) => p.kind === 'list');
    const parts = Object.keys(c.nodes).filter((id) => id !== c.root);
    const trigger = fc.oneof<fc.Arbitrary<ComponentTrigger>[]>(
      fc.constantFrom(...(['press', 'type', 'point', 'focus', 'action', 'dismiss'] as const).map((on) => ({ on }))),
      fc.constantFrom('Enter', 'Escape', 'a', '7').map((key) => ({ on: 'key', key }) as const),
      fc.constantFrom(...parts).map((part) => ({ on: 'part', part }) as const),
      ...(list ? [fc.constant({ on: 'item', list: list.id } as const)] : []),
    );
    const asked = someProp(c).chain((p) =>
      fc.oneof(
        fc.constantFrom('is filled', 'is empty').map((asks) => ({ prop: p.id, asks })),
        fc.record({ prop: fc.constant(p.id), asks: fc.constantFrom('is', 'is not'), value: literal(p) }),
      ),
    );
    const action = someProp(c).chain((p) =>
      fc.oneof(
        fc.record({ do: fc.constant('set'), prop: fc.constant(p.id), value: literal(p) }),
        fc.record({ do: fc.constant('set'), prop: fc.constant(p.id), value: literal(p), others: literal(p) }),
        ...(p.kind === 'flag' ? [fc.constant({ do: 'set', prop: p.id, value: { opposite: true } })] : []),
        ...(p.kind === 'number'
          ? [
              fc.integer({ min: 1, max: 9 }).map((more) => ({ do: 'set', prop: p.id, value: { more } })),
              fc.integer({ min: 1, max: 9 }).map((n) => ({ do: 'set', prop: p.id, value: { more: -n } })),
              fc.constant({ do: 'set', prop: p.id, value: { where: [1, 7] } }),
            ]
          : []),
        fc.constant({ do: 'closeOverlay' }),
        fc.constant({ do: 'raise', event: 'change' }),
        ...(list?.item?.[0] ? [fc.constant({ do: 'only', list: list.id, field: list.item[0].id, has: p.id })] : []),
      ),
    );
    return fc.record(
      {
        when: trigger,
        if: fc.oneof(
          fc.record({ all: fc.array(asked, { minLength: 1, maxLength: 3 }) }),
          fc.record({ any: fc.array(asked, { minLength: 2, maxLength: 3 }) }),
        ),
        then: fc.array(action, { minLength: 1, maxLength: 4 }),
      },
      { requiredKeys: ['when', 'then'] },
    ) as fc.Arbitrary<ComponentInteraction>;
  };
  it('is written and read back equal, whatever it says', () => {
    for (const c of [amount, sounding] as Component[])
      fc.assert(
        fc.property(someOwn(c), (b) => {
          const got = readComponentSentence(c, writeComponentSentence(c, b));
          expect(got.ok ? got.interaction : `${writeComponentSentence(c, b)}: ${got.problem}`).toEqual(b);
        }),
        { numRuns: 300 },
      );
  });
  it.each([
    ['', /begins with when/u],
    ['when pressed, set nothing to on', /one of its properties/u],
    ['when the part nowhere is pressed, put it away', /one of its parts/u],
    ['when pressed, set its text to “x”', /one of its properties/u],
    ['when pressed, set content to what is typed', /a text|a number/u],
    ['when pressed, tell nobody', /one of the events/u],
    ['when pressed, go to Sailings', /what is done/u],
  ])('says what is wrong: %s', (text, problem) => {
    const got = readComponentSentence(amount as Component, text);
    expect(got.ok ? '' : got.problem).toMatch(problem);
  });
  it('offers what may come next', () => {
    const got = readComponentSentence(amount as Component, 'when the part one ');
    expect(got.offers).toEqual(['one less', 'one more']);
  });
});

describe('a kit', () => {
  const json = (): { components: { id: string; interactions?: string[] }[] } =>
    JSON.parse(JSON.stringify(writeKit(sea))) as never;
  it('keeps what its components do when it is written and read again', () => {
    const { value } = readKit(json());
    for (const c of Object.values(sea.components))
      expect(value?.components[c.id]?.interactions, c.id).toEqual(c.interactions);
  });
  it('leaves out what cannot be read, and says which and why', () => {
    const own = json();
    const c = own.components.find((x) => x.id === 'head-count');
    if (c) c.interactions = ['when pressed, fly', 'when pressed, set content to one more'];
    const { value, problems } = readKit(own);
    expect(value?.components['head-count']?.interactions).toHaveLength(1);
    const said = problems.find((p) => p.code === 'component.does');
    expect(said?.message).toMatch(/“when pressed, fly” cannot be read: After “when pressed,” comes what is done/u);
  });
});

describe('tried', () => {
  const things = [
    'head-count',
    'sounding',
    'secret-entry',
    'order-list',
    'manifest-entry',
    'code-entry',
    'action',
  ] as const;
  const blank = blankScreen('s', 'S', 'flow-1', 'phone', 390, null);
  const root = blank.nodes['root'] as Node;
  const nodes: Record<string, Node> = Object.fromEntries(
    things.map((c) => [c, newInstance(c, `${SEA}/${c}`, c === 'order-list' ? { overlay: 'middle' as const } : {})]),
  );
  nodes['root'] = { ...root, children: [...things] } as Node;
  const project: Project = { ...emptyProject('p', 'P', SEA), screens: [{ ...blank, nodes }] };
  const world: World = { project, kits };
  const find = (t: TryState, is: (n: RNode) => boolean): readonly RNode[] => {
    const seen = resolveTried(world, t);
    let best: readonly RNode[] = [];
    const walk = (n: RNode, path: readonly RNode[]): void => {
      if (is(n) && path.length + 1 > best.length) best = [...path, n];
      n.children.forEach((c) => walk(c, [...path, n]));
    };
    for (const r of [seen?.root, seen?.overlay]) if (r) walk(r, []);
    if (best.length === 0) throw new Error('There is no such part');
    return best;
  };
  const at = (t: TryState, key: string): TryState =>
    press(
      world,
      t,
      find(t, (n) => n.key === key),
    ).trying;
  const saying = (t: TryState, within: string, text: string): TryState =>
    press(
      world,
      t,
      find(t, (n) => n.text === text && n.key.startsWith(`${within}/`)),
    ).trying;
  const props = (t: TryState, key: string): Readonly<Record<string, unknown>> =>
    find(t, (n) => n.key === key).at(-1)?.instance?.props ?? {};
  const labels = (t: TryState, key: string, list: string): unknown[] =>
    listItems(props(t, key)[list] as never).map((i) => i.values['text']);
  const start = startTry(world, 's').trying;

  it('counts by its own parts, and no further than its property goes', () => {
    let t = at(start, 'head-count/more');
    expect(props(t, 'head-count')['content']).toBe(3);
    for (let i = 0; i < 6; i++) t = at(t, 'head-count/less');
    expect(props(t, 'head-count')['content']).toBe(0);
    expect(at(start, 'head-count/caption')).toBe(start);
  });
  it('shows only what has what is typed, takes what is pressed, and closes; all of them are there again', () => {
    const field = (t: TryState): RNode => find(t, (n) => n.key === 'sounding').at(-1) as RNode;
    const sk = typeInto(world, start, field(start), 'skO').trying;
    expect(labels(sk, 'sounding', 'lines')).toEqual(['Skogen']);
    const taken = saying(sk, 'sounding', 'Skogen');
    expect(props(taken, 'sounding')).toMatchObject({ content: 'Skogen', raised: false });
    const anew = typeInto(world, taken, field(taken), 'Sk').trying;
    expect(labels(anew, 'sounding', 'lines')).toEqual(['Skerrow', 'Skarvik', 'Skogen']);
    expect(props(anew, 'sounding')['raised']).toBe(true);
    expect(labels(typeInto(world, anew, field(anew), 'Nowhere').trying, 'sounding', 'lines')).toEqual([]);
  });
  it('shows a secret and hides it again, by whichever eye is there', () => {
    const open = at(start, 'secret-entry/eye');
    expect(props(open, 'secret-entry')['raised']).toBe(true);
    expect(props(at(open, 'secret-entry/shut'), 'secret-entry')['raised']).toBe(false);
  });
  it('spells a code, a sign in each box, and tells what stands there', () => {
    const field = (t: TryState): RNode => find(t, (n) => n.key === 'code-entry').at(-1) as RNode;
    const typed = typeInto(world, start, field(start), '73').trying;
    expect(labels(typed, 'code-entry', 'lines')).toEqual(['7', '3', '', '', '', '']);
    const seen = resolveTried(world, typed);
    const spot = seen && spotsOf(world, layout(seen, fonts), () => false).find((s) => s.key === 'code-entry');
    expect(spot).toMatchObject({ typing: true, value: '73' });
  });
  it('takes a tag away that is pressed', () => {
    expect(labels(saying(start, 'manifest-entry', 'Bicycle'), 'manifest-entry', 'lines')).toEqual(['Dog']);
  });
  it('puts a menu away when something of it is chosen', () => {
    const open = { ...start, overlay: 'order-list' };
    expect(saying(open, 'order-list', 'Share').overlay).toBe('');
  });
  it('tells what its parts are to those who do not see them', () => {
    const seen = resolveTried(world, start);
    if (!seen) throw new Error('Nothing is shown');
    const spots = spotsOf(world, layout(seen, fonts), () => false);
    const within = (key: string): string[] =>
      spots.filter((s) => s.acts && s.key.startsWith(`${key}/`)).map((s) => s.name);
    expect(within('head-count')).toEqual(['One less', 'One more']);
    expect(within('manifest-entry')).toEqual(['Bicycle', 'Dog']);
    expect(within('sounding')).toEqual(expect.arrayContaining(['Skarvik', 'Skogen']));
  });

  it('is gone through in another order where that is said; what is not named keeps its place', () => {
    const seen = resolveTried(world, start);
    if (!seen) throw new Error('Nothing is shown');
    const inOrder = (order: readonly string[]): string[] => {
      const spots = spotsOf(world, layout(seen, fonts), () => false, order).filter((s) => s.acts);
      return [...new Set(spots.map(thingOf))];
    };
    expect(inOrder([])).toEqual(['head-count', 'sounding', 'secret-entry', 'manifest-entry', 'code-entry', 'action']);
    expect(inOrder(['action', 'gone', 'head-count', 'sounding'])).toEqual([
      'action',
      'head-count',
      'secret-entry',
      'manifest-entry',
      'code-entry',
      'sounding',
    ]);
  });
  it('is what an original says, with its own events, which things on screens wait for', () => {
    const c = amount();
    const own = (text: string): ComponentInteraction => {
      const got = readComponentSentence(c, text);
      if (!got.ok) throw new Error(got.problem);
      return got.interaction;
    };
    const original: Component = {
      ...c,
      interactions: [
        own('when the part one more is pressed, if content is more than 1, set content to 9, then tell full'),
      ],
    };
    const with2: Project = { ...project, originals: { tally: original } };
    const node = newInstance('tally', 'project/tally');
    const shown = { ...root, children: ['tally'] } as Node;
    const on: World = { project: { ...with2, screens: [{ ...blank, nodes: { root: shown, tally: node } }] }, kits };
    const screen = on.project.screens[0];
    if (!screen) throw new Error('There is no screen');
    const got = readSentence(aboutThing(on, screen, 'tally'), 'when full is told, open https://norrvik.example/full');
    if (!got.ok) throw new Error(got.problem);
    const said = applyEdit(on.project, {
      id: 'e',
      label: 'e',
      steps: [
        {
          do: 'set',
          tree: 'screen:s',
          node: 'tally',
          field: 'interactions',
          value: [{ id: 'b', ...got.interaction }] as never,
        },
      ],
    });
    if (!said.ok) throw new Error(said.refusal.message);
    const world2 = { project: said.project, kits };
    const t = startTry(world2, 's').trying;
    const seen = resolveTried(world2, t);
    const path: RNode[] = [];
    const walk = (n: RNode): boolean =>
      n.key === 'tally/more' || n.children.some(walk) ? (path.unshift(n), true) : false;
    if (seen) walk(seen.root);
    const went = press(world2, t, path);
    expect(went.effects.opens).toEqual(['https://norrvik.example/full']);
  });
  function amount(): Component {
    const c = sea.components['head-count'] as Component;
    return { ...c, id: 'tally', contract: { ...c.contract, events: ['change', 'full'] } };
  }
});
