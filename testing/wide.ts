import {
  kitRef,
  ruleKey,
  type Component,
  type Json,
  type Kit,
  type Node,
  type Prop,
  type Rule,
  type Step,
  type World,
} from '../core/index.js';
import type { Chance } from './random.js';

const COLOURS = ['#112233', '#445566', '#aa5500'];

/** A component of the project’s own, of a text and perhaps of another one. */
export function someOriginal(chance: Chance, id: string, name: string, others: readonly string[]): Component {
  const other = chance.maybe(others);
  const nodes: Node[] = [
    { id: 'root', type: 'box', attrs: { flow: 'row', gap: 4 }, children: ['label', ...(other ? ['inner'] : [])] },
    { id: 'label', type: 'text', attrs: { text: '' }, bind: { text: 'label' } },
    ...(other
      ? [
          {
            id: 'inner',
            type: 'instance' as const,
            component: `project/${other}`,
            attrs: {},
            overrides: [],
            fills: [],
          },
        ]
      : []),
  ];
  return {
    id,
    name,
    role: 'group',
    family: 'Own components',
    summary: '',
    words: [],
    contract: {
      props: [{ id: 'label', name: 'Label', kind: 'text', default: 'Go', description: '' } as Prop],
      slots: [],
      states: ['hover'],
      events: [],
    },
    root: 'root',
    nodes: Object.fromEntries(nodes.map((n) => [n.id, n])),
    rules: [],
  };
}
const someProp = (chance: Chance, id: string): Prop =>
  chance.is(0.5)
    ? ({ id, name: `Flag ${id}`, kind: 'flag', default: chance.is(0.5), description: '' } as Prop)
    : ({
        id,
        name: `Choice ${id}`,
        kind: 'choice',
        default: 'a',
        description: '',
        options: [
          { id: 'a', name: 'A' },
          { id: 'b', name: 'B' },
        ],
      } as Prop);

/**
 * What somebody does to what belongs to the whole project: flows, situations, content sets and their columns, components of its
 * own with contract and rules, editions, and what it wears. As steps; some of them come to nothing, or are refused.
 */
export function someWideAction(chance: Chance, world: World, newId: () => string): { label: string; steps: Step[] } {
  const { project } = world;
  const flow = chance.maybe(project.flows);
  const set = chance.maybe(Object.values(project.contentSets));
  const column = set && chance.maybe(set.columns);
  const own = chance.maybe(Object.values(project.originals));
  const tree = `original:${own?.id ?? ''}` as const;
  const screen = chance.maybe(project.screens);
  const situation = chance.maybe(Object.values(project.situations ?? {}));
  const kit = world.kits.get(project.kits[0] ?? '') as Kit;
  const installed = chance.of(Object.values(kit.components));
  const key = `${kit.id}/${installed.id}`;
  const edition = project.editions?.[key];
  const prop = own && chance.maybe(own.contract.props);
  const rule = own && chance.maybe(own.rules);
  const somewhere = (ids: readonly string[]): string | null => (chance.is(0.3) ? null : (chance.maybe(ids) ?? null));
  const when: Rule['when'] = chance.is(0.4)
    ? { state: 'hover' }
    : { props: { [prop?.id ?? 'label']: prop?.kind === 'choice' ? 'b' : prop?.kind === 'flag' ? true : 'Go' } };
  const actions: Record<string, () => Step[]> = {
    flowNew: () => {
      const id = newId();
      return [
        { do: 'flow', flow: id, value: { id, name: `Flow ${id}` }, after: somewhere(project.flows.map((f) => f.id)) },
      ];
    },
    flowName: () =>
      flow
        ? [
            {
              do: 'flow',
              flow: flow.id,
              value: { ...flow, name: `Renamed ${chance.below(9)}` },
              after: project.flows[project.flows.indexOf(flow) - 1]?.id ?? null,
            },
          ]
        : [],
    flowMove: () =>
      flow
        ? [
            {
              do: 'flow',
              flow: flow.id,
              value: flow,
              after: somewhere(project.flows.filter((f) => f !== flow).map((f) => f.id)),
            },
          ]
        : [],
    flowDrop: () => (flow && project.flows.length > 1 ? [{ do: 'flow', flow: flow.id, value: null, after: null }] : []),
    screenToFlow: () =>
      flow && screen
        ? [
            {
              do: 'moveScreen',
              screen: screen.id,
              flow: flow.id,
              after: somewhere(project.screens.filter((s) => s !== screen).map((s) => s.id)),
            },
          ]
        : [],
    screenField: () =>
      screen
        ? [
            chance.is(0.5)
              ? { do: 'setScreen', screen: screen.id, field: 'mode', value: chance.of([null, 'dark', 'light']) }
              : {
                  do: 'setScreen',
                  screen: screen.id,
                  field: 'guides',
                  value: chance.of([null, [{ id: 'g', axis: 'x', at: 10 }]]) as Json,
                },
          ]
        : [],
    situation: () => {
      const id = situation && chance.is(0.6) ? situation.id : newId();
      const value = { id, name: `Situation ${id}`, longer: 10 + chance.below(40) };
      return [{ do: 'situation', situation: id, value }];
    },
    situationDrop: () => (situation ? [{ do: 'situation', situation: situation.id, value: null }] : []),
    setNew: () => {
      const id = newId();
      return [
        {
          do: 'contentSet',
          set: id,
          value: { id, name: `Set ${id}`, columns: [{ id: 'name', name: 'Name', kind: 'text' }], rows: [] },
        },
      ];
    },
    setName: () => (set ? [{ do: 'contentName', set: set.id, value: `Table ${chance.below(9)}` }] : []),
    setDrop: () => (set && set.id !== 'rows' ? [{ do: 'contentSet', set: set.id, value: null }] : []),
    columnNew: () => {
      const id = newId();
      return set
        ? [
            {
              do: 'column',
              set: set.id,
              column: id,
              value: { id, name: `Column ${id}`, kind: 'text' },
              ...(chance.is(0.6) ? { after: somewhere(set.columns.map((c) => c.id)) } : {}),
            },
          ]
        : [];
    },
    columnName: () =>
      set && column
        ? [{ do: 'column', set: set.id, column: column.id, value: { ...column, name: `Named ${chance.below(9)}` } }]
        : [],
    columnMove: () =>
      set && column
        ? [
            {
              do: 'column',
              set: set.id,
              column: column.id,
              value: column,
              after: somewhere(set.columns.filter((c) => c !== column).map((c) => c.id)),
            },
          ]
        : [],
    columnDrop: () =>
      set && column && column.id !== 'name' ? [{ do: 'column', set: set.id, column: column.id, value: null }] : [],
    ownNew: () => {
      const id = newId();
      const value = someOriginal(chance, id, `Own ${id}`, Object.keys(project.originals));
      return [{ do: 'original', original: id, value }];
    },
    ownUsed: () => {
      const n = newId();
      return own && screen
        ? [
            {
              do: 'insert',
              tree: `screen:${screen.id}`,
              root: n,
              nodes: {
                [n]: { id: n, type: 'instance', component: `project/${own.id}`, attrs: {}, overrides: [], fills: [] },
              },
              into: { parent: screen.root },
              after: null,
            },
          ]
        : [];
    },
    ownDrop: () => (own && chance.is(0.3) ? [{ do: 'original', original: own.id, value: null }] : []),
    ownAbout: () =>
      own
        ? [
            chance.is(0.5)
              ? { do: 'about', tree, field: 'summary', value: `About ${chance.below(9)}` }
              : { do: 'about', tree, field: 'name', value: `Own ${chance.below(5)}` },
          ]
        : [],
    ownPart: () => (own ? [{ do: 'set', tree, node: 'root', field: 'attrs.gap', value: chance.below(20) }] : []),
    propNew: () => {
      const id = newId();
      return own
        ? [
            {
              do: 'entry',
              tree,
              list: 'props',
              id,
              value: someProp(chance, id),
              ...(chance.is(0.5) ? { after: somewhere(own.contract.props.map((p) => p.id)) } : {}),
            },
          ]
        : [];
    },
    propName: () =>
      own && prop
        ? [
            {
              do: 'entry',
              tree,
              list: 'props',
              id: prop.id,
              value: { ...prop, name: `Called ${chance.below(9)}` } as Prop,
            },
          ]
        : [],
    propMove: () =>
      own && prop
        ? [
            {
              do: 'entry',
              tree,
              list: 'props',
              id: prop.id,
              value: prop,
              after: somewhere(own.contract.props.filter((p) => p !== prop).map((p) => p.id)),
            },
          ]
        : [],
    propDrop: () => (own && prop ? [{ do: 'entry', tree, list: 'props', id: prop.id, value: null }] : []),
    slot: () => {
      const id = chance.of(['one', 'two']);
      const known = own?.contract.slots.some((s) => s.id === id);
      return own
        ? [
            {
              do: 'entry',
              tree,
              list: 'slots',
              id,
              value: known && chance.is(0.5) ? null : { id, name: `Slot ${id}`, description: '', accepts: [] },
            },
          ]
        : [];
    },
    rule: () =>
      own
        ? [
            {
              do: 'rule',
              tree,
              when,
              node: chance.of(['root', 'label']),
              name: chance.of(['fill', 'opacity']),
              value: null,
            },
          ].map((s) => ({ ...s, value: chance.is(0.25) ? null : s.name === 'fill' ? chance.of(COLOURS) : 0.5 }) as Step)
        : [],
    ruleMove: () =>
      own && rule
        ? [
            {
              do: 'entry',
              tree,
              list: 'rules',
              id: ruleKey(rule),
              value: chance.is(0.3) ? null : rule,
              ...(chance.is(0.7) ? { after: somewhere(own.rules.filter((r) => r !== rule).map(ruleKey)) } : {}),
            },
          ]
        : [],
    edition: () => {
      const known = chance.maybe(edition?.steps ?? []);
      const id = known && chance.is(0.6) ? known.id : newId();
      const change: Json = {
        do: 'set',
        tree: 'original:it',
        node: installed.root,
        field: 'attrs.gap',
        value: chance.below(20),
      };
      return [
        {
          do: 'edition',
          edition: key,
          from: `${kitRef(kit)}/${installed.id}`,
          id,
          value: known?.id === id && chance.is(0.4) ? null : change,
          ...(chance.is(0.4)
            ? { after: somewhere((edition?.steps ?? []).map((s) => s.id).filter((x) => x !== id)) }
            : {}),
        },
      ];
    },
    projectName: () => [{ do: 'name', value: `Project ${chance.below(9)}` }],
    appliedKits: () => {
      const sheet = { from: kitRef(kit), to: 'other@1.0.0', pairs: {}, tokens: {}, textStyles: {}, icons: {} };
      const value = chance.is(0.5) ? [] : [{ kit: kitRef(kit), shows: 'other@1.0.0', sheet }];
      return screen && chance.is(0.6)
        ? [{ do: 'screenAppliedKits', screen: screen.id, value: chance.is(0.4) ? null : value }]
        : [{ do: 'appliedKits', value }];
    },
    sheet: () => {
      const id = `${kitRef(kit)}>other@1.0.0`;
      const value = {
        from: kitRef(kit),
        to: 'other@1.0.0',
        pairs: {},
        tokens: {},
        textStyles: {},
        icons: { star: 'house' },
      };
      return [{ do: 'sheet', key: id, value: chance.is(0.3) ? null : value }];
    },
  };
  const label = chance.of(Object.keys(actions));
  return { label, steps: actions[label]?.() ?? [] };
}
