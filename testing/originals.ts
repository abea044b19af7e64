import fc from 'fast-check';
import {
  emptyProject,
  type Component,
  type Json,
  type Kit,
  type Node,
  type Project,
  type Prop,
  type RNode,
  type Rule,
} from '../core/index.js';

/** Originals that are made up: `leaf` is plain, `middle` is made of it, `outer` of both; with rules, states, lists and slots. */

const COLOURS = ['#112233', '#445566', '#aa5500', '#008844', '#663399'] as const;
const colour = fc.constantFrom(...COLOURS);
const size = fc.integer({ min: 0, max: 40 });
const flow = fc.constantFrom<'row' | 'column'>('row', 'column');

const base = (id: string, name: string, kind: 'text' | 'flag', value: Json): Prop =>
  ({ id, name, kind, default: value, description: '' }) as Prop;
const choice = (id: string, name: string, options: readonly string[]): Prop => ({
  id,
  name,
  kind: 'choice',
  default: options[0] ?? '',
  description: '',
  options: options.map((o) => ({ id: o, name: o.charAt(0).toUpperCase() + o.slice(1) })),
});
export const PROPS: readonly Prop[] = [
  base('label', 'Label', 'text', 'Go'),
  base('note', 'Note', 'text', 'now'),
  base('lined', 'Lined', 'flag', false),
  choice('size', 'Size', ['small', 'large', 'huge']),
  choice('tone', 'Tone', ['calm', 'loud']),
];

interface Shape {
  readonly gap: number;
  readonly padding: number;
  readonly flow: 'row' | 'column';
  readonly fill: string;
  readonly ink: string;
}
const shape = fc.record({ gap: size, padding: size, flow, fill: colour, ink: colour });

const ruleOf = (parts: readonly string[]): fc.Arbitrary<Rule> =>
  fc
    .record({
      size: fc.option(fc.constantFrom('small', 'large', 'huge'), { nil: undefined }),
      tone: fc.option(fc.constantFrom('calm', 'loud'), { nil: undefined }),
      lined: fc.option(fc.boolean(), { nil: undefined }),
      state: fc.option(fc.constantFrom('hover' as const, 'pressed' as const), { nil: undefined }),
      part: fc.constantFrom(...parts),
      what: fc.constantFrom('fill', 'padding', 'gap'),
      n: size,
      c: colour,
    })
    .map(({ size: s, tone, lined, state, part, what, n, c }): Rule => {
      const props = {
        ...(s === undefined ? {} : { size: s }),
        ...(tone === undefined ? {} : { tone }),
        ...(lined === undefined ? {} : { lined }),
      };
      return {
        when: {
          ...(Object.keys(props).length > 0 ? { props } : { props: { size: 'small' } }),
          ...(state ? { state } : {}),
        },
        set: { [part]: { [what]: what === 'fill' ? c : n } },
      };
    });

const original = (
  id: string,
  name: string,
  nodes: readonly Node[],
  rules: readonly Rule[],
  more: Partial<Component['contract']> = {},
): Component => ({
  id,
  name,
  role: 'group',
  family: 'Own components',
  summary: '',
  words: [],
  contract: { props: PROPS, slots: [], states: ['hover', 'pressed'], events: [], ...more },
  root: nodes[0]?.id ?? '',
  nodes: Object.fromEntries(nodes.map((n) => [n.id, n])),
  // Rules that ask for the same are one.
  rules: rules.filter((r, i) => rules.findIndex((x) => JSON.stringify(x.when) === JSON.stringify(r.when)) === i),
});
const plain = (s: Shape): Node['attrs'] => ({ flow: s.flow, gap: s.gap, padding: s.padding, fill: s.fill });
const leaves = (s: Shape): readonly Node[] => [
  { id: 'root', type: 'box', attrs: plain(s), children: ['label', 'mark', 'note'] },
  { id: 'label', type: 'text', name: 'Label', attrs: { text: '', color: s.ink }, bind: { text: 'label' } },
  {
    id: 'mark',
    type: 'shape',
    name: 'Mark',
    attrs: { shape: 'ellipse', width: 10, height: 10, fill: s.ink },
    bind: { visible: 'lined' },
  },
  { id: 'note', type: 'text', name: 'Note', attrs: { text: '', color: s.ink }, bind: { text: 'note' } },
];

/** A project with originals two and three deep, and a screen with instances of all. */
export const projectWithOriginals: fc.Arbitrary<Project> = fc
  .record({
    a: shape,
    b: shape,
    c: shape,
    leafRules: fc.array(ruleOf(['root', 'note']), { maxLength: 6 }),
    midRules: fc.array(ruleOf(['root', 'inner']), { maxLength: 4 }),
    items: fc.integer({ min: 0, max: 3 }),
    slot: fc.boolean(),
  })
  .map(({ a, b, c, leafRules, midRules, items, slot }): Project => {
    const leaf = original('leaf', 'Leaf', leaves(a), leafRules);
    const middle = original(
      'middle',
      'Middle',
      [
        { id: 'root', type: 'box', attrs: plain(b), children: ['inner', 'list'] },
        {
          id: 'inner',
          type: 'instance',
          component: 'project/leaf',
          attrs: {},
          overrides: [{ home: 'project/leaf', at: [], kind: 'prop', name: 'note', value: 'inside' }],
          fills: [],
          bind: { 'props.label': 'label', 'props.size': 'size' },
        },
        { id: 'list', type: 'series', of: 'rows', item: 'entry', entries: [], attrs: { flow: 'column', gap: b.gap } },
        { id: 'entry', type: 'text', attrs: { text: '', color: b.ink }, bind: { text: 'rows.says' } },
      ],
      midRules.map((r) => ({
        ...r,
        set: Object.fromEntries(Object.entries(r.set).map(([n, set]) => [n, n === 'inner' ? { opacity: 0.5 } : set])),
      })),
      {
        props: [
          ...PROPS,
          {
            id: 'rows',
            name: 'Rows',
            kind: 'list',
            description: '',
            default: Array.from({ length: items }, (_, i) => ({ key: `k${i}`, values: { says: `Row ${i}` } })),
            item: [base('says', 'Says', 'text', '')],
          },
        ],
      },
    );
    const outer = original(
      'outer',
      'Outer',
      [
        { id: 'root', type: 'box', attrs: plain(c), children: ['first', 'second', ...(slot ? ['hole'] : [])] },
        {
          id: 'first',
          type: 'instance',
          component: 'project/middle',
          attrs: {},
          overrides: [],
          fills: [],
          bind: { 'props.label': 'label' },
        },
        {
          id: 'second',
          type: 'instance',
          component: 'project/leaf',
          attrs: {},
          overrides: [],
          fills: [],
          bind: { 'props.tone': 'tone' },
        },
        ...(slot ? [{ id: 'hole', type: 'slot' as const, slot: 'hole', attrs: { width: 'stretch' as const } }] : []),
      ],
      [],
      slot ? { slots: [{ id: 'hole', name: 'Hole', description: '', accepts: [] }] } : {},
    );
    const empty = emptyProject('p', 'P', 'none@1.0.0');
    const kinds = ['leaf', 'middle', 'outer', 'leaf'] as const;
    const nodes: Record<string, Node> = {
      ground: { id: 'ground', type: 'box', attrs: { flow: 'column' }, children: kinds.map((k, i) => `${k}-${i}`) },
    };
    kinds.forEach((k, i) => {
      nodes[`${k}-${i}`] = {
        id: `${k}-${i}`,
        type: 'instance',
        component: `project/${k}`,
        attrs: {},
        overrides: [],
        fills: [],
      };
    });
    return {
      ...empty,
      originals: { leaf, middle, outer },
      screens: [
        { id: 's', name: 'S', flow: 'flow-1', device: 'phone', width: 390, height: null, root: 'ground', nodes },
      ],
    };
  });
/** What is seen of a tree, whoever it belongs to. */
export const lookOf = (n: RNode): unknown => [
  n.type,
  n.text,
  { ...n.look, textStyle: undefined, said: undefined, kit: undefined },
  n.children.map(lookOf),
];
export const NO_KITS: ReadonlyMap<string, Kit> = new Map();
/** A choice on an instance: of a prop, or of a part by its path. */
export interface Choice {
  readonly at: readonly string[];
  readonly kind: 'prop' | 'attr';
  readonly name: string;
  readonly value: Json;
}
export const choiceOn: fc.Arbitrary<Choice> = fc.oneof<fc.Arbitrary<Choice>[]>(
  fc.record({
    at: fc.constant<string[]>([]),
    kind: fc.constant('prop' as const),
    name: fc.constantFrom('label', 'note'),
    value: fc.constantFrom<Json>('Stop', 'Wait'),
  }),
  fc.record({
    at: fc.constant<string[]>([]),
    kind: fc.constant('prop' as const),
    name: fc.constant('size'),
    value: fc.constantFrom<Json>('small', 'large', 'huge'),
  }),
  fc.record({
    at: fc.constant<string[]>([]),
    kind: fc.constant('prop' as const),
    name: fc.constant('lined'),
    value: fc.constantFrom<Json>(true, false),
  }),
  fc.record({
    at: fc.constantFrom(['root'], ['note']),
    kind: fc.constant('attr' as const),
    name: fc.constant('fill'),
    value: colour as fc.Arbitrary<Json>,
  }),
  fc.record({
    at: fc.constant(['root']),
    kind: fc.constant('attr' as const),
    name: fc.constantFrom('padding', 'gap'),
    value: size as fc.Arbitrary<Json>,
  }),
);
