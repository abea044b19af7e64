import {
  blankScreen,
  emptyProject,
  kitRef,
  type Attrs,
  type Component,
  type IssueType,
  type InstanceNode,
  type Kit,
  type KitRef,
  type Node,
  type Project,
  type Screen,
  type Override,
} from '../core/index.js';
import type { Chance } from './random.js';

/** A fault that a careful reviewer would see on a screen, and only there. */
export interface Planted {
  readonly screen: string;
  readonly type: IssueType;
}
export interface PlantedProject {
  readonly project: Project;
  readonly from: KitRef;
  readonly to: KitRef;
  readonly kits: ReadonlyMap<KitRef, Kit>;
  readonly planted: readonly Planted[];
}

type Change = (c: Component) => Component | null;
const part =
  (id: string, attrs: Attrs): ((c: Component) => Component) =>
  (c) => {
    const node = c.nodes[id];
    return node ? { ...c, nodes: { ...c.nodes, [id]: { ...node, attrs: { ...node.attrs, ...attrs } } as Node } } : c;
  };
const without =
  (prop: string): Change =>
  (c) => ({ ...c, contract: { ...c.contract, props: c.contract.props.filter((p) => p.id !== prop) } });

interface Fault {
  readonly type: IssueType;
  readonly component: string;
  /** What the other kit makes of it. */
  readonly change?: Change;
  readonly overrides?: readonly (readonly [name: string, value: string | number | boolean])[];
  readonly own?: { readonly attr: 'fill'; readonly value: string };
  readonly filled?: string;
  readonly beside?: boolean;
}
/** Each kind of thing to look at, by a component that the other kit spoils in one way. */
const FAULTS: readonly Fault[] = [
  {
    type: 'text-outside',
    component: 'count',
    change: part('root', { width: 24, clip: true }),
    overrides: [['text', 'Twenty places left']],
  },
  {
    type: 'text-cut',
    component: 'title',
    change: part('words', { maxLines: 1 }),
    overrides: [['words', 'A title that is far too long for a single line of a telephone']],
  },
  {
    type: 'text-wrapped',
    component: 'copy',
    change: part('words', { textStyle: 'hero' }),
    overrides: [['words', 'Some words in one line']],
  },
  { type: 'contrast', component: 'pill', change: part('text', { color: '#c8d6de' }) },
  {
    type: 'contrast',
    component: 'tide',
    change: part('words', { color: '#33475a' }),
    overrides: [['words', 'Half way']],
  },
  { type: 'contrast', component: 'round-action', change: part('glyph', { color: '#d8452f' }) },
  {
    type: 'small-target',
    component: 'text-link',
    change: (c) => part('text', { textStyle: 'small' })(part('root', { minHeight: 0, height: 14 })(c)),
  },
  { type: 'outside', component: 'photo', change: part('root', { minWidth: 620 }) },
  { type: 'overlap', component: 'face', change: part('root', { width: 120, height: 120 }), beside: true },
  { type: 'glyph', component: 'bubble', overrides: [['words', 'To 神戸']] },
  { type: 'grew', component: 'message', change: part('root', { paddingY: 70 }) },
  { type: 'parked', component: 'row', change: without('leads'), overrides: [['leads', true]] },
  {
    type: 'parked-content',
    component: 'form-part',
    change: (c) => ({ ...c, contract: { ...c.contract, slots: [] } }),
    filled: 'entries',
  },
  { type: 'no-counterpart', component: 'film', change: () => null },
  {
    type: 'focus',
    component: 'lever',
    change: (c) => ({ ...c, rules: c.rules.filter((r) => r.when.state !== 'focus') }),
  },
  {
    type: 'preserved',
    component: 'hatch',
    change: (c) => ({
      ...c,
      contract: {
        ...c.contract,
        props: c.contract.props.map((p) => (p.kind === 'flag' ? { ...p, default: p.default !== true } : p)),
      },
    }),
  },
  { type: 'literal', component: 'action', own: { attr: 'fill', value: '#b7e0c4' } },
];
/** Things that are the same in both. */
const SOUND = ['masthead', 'entry', 'chooser', 'lookup', 'option', 'toggle', 'leaves', 'rule', 'glyph', 'stars'];

/** A kit that is like another but for its name, and for what is spoiled in it. */
function twinOf(kit: Kit): Kit {
  const [from, to] = [kitRef(kit), 'twin@1.0.0'];
  const changes = new Map(FAULTS.flatMap((f) => (f.change ? [[f.component, f.change] as const] : [])));
  const own = JSON.parse(JSON.stringify(kit.components).replaceAll(`${from}/`, `${to}/`)) as Record<string, Component>;
  const components = Object.fromEntries(
    Object.values(own).flatMap((c) => {
      const made = changes.get(c.id)?.(c) ?? (changes.has(c.id) ? null : c);
      return made ? [[c.id, made]] : [];
    }),
  );
  return { ...kit, id: 'twin', version: '1.0.0', name: 'Twin', components, templates: [] };
}

/** So many screens, with faults of every kind on some of them, each kind as often as there is room. */
export function plantedProject(chance: Chance, kit: Kit, screens: number, faults: number): PlantedProject {
  const from = kitRef(kit);
  const twin = twinOf(kit);
  const planted: Planted[] = [];
  const where = new Map<number, Fault>();
  for (let i = 0; i < faults; i++) {
    let at = Math.floor((i * screens) / faults) + (chance.is(0.5) ? 1 : 0);
    while (where.has(at)) at++;
    where.set(at, FAULTS[i % FAULTS.length] as Fault);
  }
  const made = Array.from({ length: screens }, (_, i): Screen => {
    const id = `s${i}`;
    const blank = blankScreen(id, `Screen ${i + 1}`, 'flow-1', 'phone', 390, 844);
    const root = blank.nodes[blank.root];
    if (root?.type !== 'box') throw new Error('A screen has no ground');
    const nodes: Record<string, Node> = { ...blank.nodes };
    const children: string[] = [];
    const use = (
      component: string,
      more: Partial<InstanceNode> = {},
      name = `${id}-${Object.keys(nodes).length}`,
    ): string => {
      nodes[name] = {
        id: name,
        type: 'instance',
        component: `${from}/${component}`,
        attrs: {},
        overrides: [],
        fills: [],
        ...more,
      };
      return name;
    };
    for (let k = 0; k < 8; k++) children.push(use(chance.of(SOUND)));
    const fault = where.get(i);
    if (fault) {
      const home = `${from}/${fault.component}`;
      const overrides: Override[] = [
        ...(fault.overrides ?? []).map(([name, value]): Override => ({ home, at: [], kind: 'prop', name, value })),
        ...(fault.own
          ? [{ home, at: ['root'], kind: 'attr' as const, name: fault.own.attr, value: fault.own.value }]
          : []),
      ];
      const fills = fault.filled ? [{ home, slot: fault.filled, children: [use('rule')] }] : [];
      if (fault.beside) {
        const box = `${id}-free`;
        const [a, b] = [
          use(fault.component, { attrs: { x: 10, y: 10 } }),
          use(fault.component, { attrs: { x: 70, y: 10 } }),
        ];
        nodes[box] = { id: box, type: 'box', attrs: { flow: 'free', width: 300, height: 160 }, children: [a, b] };
        children.push(box);
      } else children.push(use(fault.component, { overrides, fills }));
      planted.push({ screen: id, type: fault.type });
    }
    nodes[root.id] = { ...root, children };
    return { ...blank, nodes };
  });
  return {
    project: { ...emptyProject('planted', 'Planted', from), screens: made },
    from,
    to: kitRef(twin),
    kits: new Map([
      [from, kit],
      [kitRef(twin), twin],
    ]),
    planted,
  };
}

/** How much of what was planted was found, and how many other screens were spoken of. */
export function judged(
  made: PlantedProject,
  findings: readonly { readonly screen: string; readonly type: IssueType }[],
): { readonly found: number; readonly missed: readonly Planted[]; readonly false: readonly string[] } {
  const told = new Set(findings.map((f) => `${f.screen} ${f.type}`));
  const missed = made.planted.filter((p) => !told.has(`${p.screen} ${p.type}`));
  const spoiled = new Set(made.planted.map((p) => p.screen));
  const others = [...new Set(findings.filter((f) => !spoiled.has(f.screen)).map((f) => f.screen))];
  return { found: made.planted.length - missed.length, missed, false: others };
}
