import {
  addItemSteps,
  resetSteps,
  blankScreen,
  breakSeriesSteps,
  chooseSteps,
  componentAt,
  countItemSteps,
  duplicateSteps,
  emptyProject,
  indentSteps,
  kitRef,
  listAt,
  moveItemSteps,
  moveSteps,
  newInstance,
  nudgeSteps,
  placesOf,
  removeItemSteps,
  removeSteps,
  seriesSteps,
  shownComponent,
  slotPlace,
  spotFor,
  swapSteps,
  transferSteps,
  treeOfScreen,
  unwrapSteps,
  appliedKitsOf,
  wrapSteps,
  type ComponentRef,
  type ContentSet,
  type InstanceNode,
  type Json,
  type Kit,
  type Node,
  type Project,
  type Prop,
  type Screen,
  type SeriesNode,
  type Step,
  type World,
} from '../core/index.js';
import type { Chance } from './random.js';
import { someOriginal, someWideAction } from './wide.js';

/** Ids that no other run of a test uses. */
export function ids(prefix: string): () => string {
  let n = 0;
  return () => `${prefix}${++n}`;
}

/** A value that a prop takes, made up. */
export function someValue(chance: Chance, p: Prop): Json {
  switch (p.kind) {
    case 'flag':
      return chance.is(0.5);
    case 'number':
      return chance.below(20);
    case 'choice':
      return chance.of(p.options ?? []).id;
    case 'list':
      return Array.from({ length: chance.below(4) }, (_, i) => ({
        key: `k${i + 1}`,
        values: Object.fromEntries(
          (p.item ?? []).filter(() => chance.is(0.6)).map((q) => [q.id, someValue(chance, q)]),
        ),
      }));
    case 'icon':
      return chance.of(['star', 'house', 'search', 'none']);
    case 'text':
    case 'image':
    case 'colour':
    case 'component':
      return chance.of(['Port Ellery', 'Skerrow', 'Gull Holm', '', 'MV Petrel at 14:40']);
  }
}

export function someSet(chance: Chance, id: string): ContentSet {
  const columns = [
    { id: 'name', name: 'Name', kind: 'text' as const },
    { id: 'note', name: 'Note', kind: 'text' as const },
  ];
  return {
    id,
    name: `Set ${id}`,
    columns,
    rows: Array.from({ length: 2 + chance.below(3) }, (_, i) => ({
      key: `r${i + 1}`,
      values: { name: `Row ${i + 1}`, note: 'Something' },
    })),
  };
}

/** A project of small screens with rows, slots filled and not, series by count and over rows, some of them inside each other. */
export function someProject(chance: Chance, kit: Kit, screens = 2): Project {
  const newId = ids('g');
  const ref = kitRef(kit);
  const sets = [someSet(chance, 'rows')];
  const components = Object.values(kit.components);
  const project: Project = {
    ...emptyProject('p', 'Generated', ref),
    contentSets: Object.fromEntries(sets.map((s) => [s.id, s])),
    originals: {
      one: someOriginal(chance, 'one', 'One', []),
      two: someOriginal(chance, 'two', 'Two', ['one']),
    },
  };
  const made = Array.from({ length: screens }, (_, n): Screen => {
    const blank = blankScreen(`s${n + 1}`, `Screen ${n + 1}`, 'flow-1', 'phone', 390, null);
    const nodes: Record<string, Node> = {};
    const grow = (deep: number): string => {
      const id = newId();
      const kind = deep > 3 ? 3 : chance.below(6);
      if (kind === 0)
        nodes[id] = {
          id,
          type: 'box',
          attrs: { flow: chance.of(['row', 'column']), gap: 8 },
          children: Array.from({ length: chance.below(4) }, () => grow(deep + 1)),
        };
      else if (kind === 1) {
        const rows = chance.is(0.5);
        const item = grow(deep + 1);
        nodes[id] = {
          id,
          type: 'series',
          attrs: { flow: 'column', gap: 4 },
          item,
          entries: rows
            ? []
            : Array.from({ length: 1 + chance.below(3) }, (_, i) => ({ key: `k${i + 1}`, overrides: {} })),
          ...(rows ? { rows: 'rows' } : {}),
        };
      } else if (kind === 2) nodes[id] = { id, type: 'text', attrs: { text: `Text ${id}`, textStyle: 'means:body' } };
      else {
        const c = chance.of(components);
        const node = newInstance(id, `${ref}/${c.id}`, chance.is(0.5) ? { width: 'stretch' } : {});
        const slot = chance.maybe(c.contract.slots);
        const children =
          slot && chance.is(0.6) ? Array.from({ length: 1 + chance.below(2) }, () => grow(deep + 1)) : [];
        nodes[id] =
          slot && children.length > 0 ? { ...node, fills: [{ home: node.component, slot: slot.id, children }] } : node;
      }
      return id;
    };
    const children = Array.from({ length: 2 + chance.below(5) }, () => grow(0));
    const root = blank.nodes[blank.root];
    if (root?.type !== 'box') throw new Error('A blank screen begins with a box');
    return { ...blank, nodes: { ...nodes, [root.id]: { ...root, children } } };
  });
  return { ...project, screens: made };
}

const instancesOf = (screen: Screen): InstanceNode[] =>
  Object.values(screen.nodes).filter((n): n is InstanceNode => n.type === 'instance');

/** What a designer might do next, as the steps that the interface would make of it. Empty when it comes to nothing. */
export function someAction(
  chance: Chance,
  world: World,
  newId: () => string,
): { readonly label: string; readonly steps: readonly Step[] } {
  const { project } = world;
  if (chance.is(0.35)) return someWideAction(chance, world, newId);
  const screen = chance.maybe(project.screens);
  if (!screen)
    return {
      label: 'add a screen',
      steps: [
        {
          do: 'insertScreen',
          screen: blankScreen(newId(), 'New', project.flows[0]?.id ?? 'flow-1', 'phone', 390, 844),
          after: null,
        },
      ],
    };
  const tree = treeOfScreen(screen);
  const all = Object.keys(screen.nodes);
  const id = chance.of(all);
  const some = [id, ...(chance.is(0.4) ? [chance.of(all)] : [])];
  const appliedKits = appliedKitsOf(project, screen);
  const series = chance.maybe(Object.values(screen.nodes).filter((n): n is SeriesNode => n.type === 'series'));
  const instance = chance.maybe(instancesOf(screen));
  const kit = world.kits.get(project.kits[0] ?? '');
  const ref = (): ComponentRef => `${project.kits[0] ?? ''}/${chance.of(Object.keys(kit?.components ?? {}))}`;
  const spot = (): ReturnType<typeof spotFor> => spotFor(world, appliedKits, screen, chance.of(all), chance.is(0.5));
  const actions: Record<string, () => readonly Step[]> = {
    move: () => moveSteps(tree, screen, some, spot()),
    up: () => nudgeSteps(tree, screen, id, chance.of([-1, 1])),
    in: () => indentSteps(world, appliedKits, tree, screen, id, 'in'),
    out: () => indentSteps(world, appliedKits, tree, screen, id, 'out'),
    wrap: () => wrapSteps(tree, screen, some, { id: newId(), type: 'box', attrs: { flow: 'row' }, children: [] }),
    unwrap: () => unwrapSteps(tree, screen, id).steps,
    remove: () => removeSteps(tree, screen, some),
    duplicate: () => duplicateSteps(tree, screen, some, newId).steps,
    repeat: () => seriesSteps(tree, screen, id, 2, newId)?.steps ?? [],
    place: () => {
      const n = newId();
      const at = spot();
      return [{ do: 'insert', tree, root: n, nodes: { [n]: newInstance(n, ref()) }, into: at.into, after: at.after }];
    },
    fill: () => {
      const slot = instance && componentAt(world, shownComponent(appliedKits, instance.component))?.contract.slots[0];
      if (!instance || !slot) return [];
      const n = newId();
      const into = slotPlace(world, appliedKits, instance, slot.id);
      return [
        {
          do: 'insert',
          tree,
          root: n,
          nodes: { [n]: newInstance(n, ref()) },
          into,
          after: chance.maybe(listAt(screen.nodes, into)) ?? null,
        },
      ];
    },
    transfer: () => {
      const other = chance.of(project.screens);
      return other.id === screen.id
        ? []
        : transferSteps(
            screen,
            other,
            some,
            spotFor(world, appliedKitsOf(project, other), other, chance.of(Object.keys(other.nodes)), chance.is(0.5)),
            newId,
          ).steps;
    },
    add: () => (series ? addItemSteps(tree, series) : []),
    take: () => (series ? removeItemSteps(tree, series, series.entries[0]?.key ?? '') : []),
    shift: () => (series ? moveItemSteps(tree, series, series.entries[0]?.key ?? '', 1) : []),
    count: () => (series ? countItemSteps(tree, series, 1 + chance.below(4)) : []),
    break: () => (series ? breakSeriesSteps(project, tree, screen, series.id, newId).steps : []),
    choose: () => choosing(chance, world, screen, instance, series),
    back: () => {
      const s = chance.maybe(instance?.overrides ?? []);
      return instance && s ? resetSteps(world, appliedKits, tree, instance, s) : [];
    },
    swap: () => (instance ? swapSteps(tree, instance, ref()) : []),
    attr: () => [{ do: 'set', tree, node: id, field: 'attrs.width', value: chance.of([null, 'stretch', 120]) }],
    name: () => [{ do: 'setScreen', screen: screen.id, field: 'name', value: `Name ${chance.below(9)}` }],
    screenMove: () => [
      {
        do: 'moveScreen',
        screen: screen.id,
        flow: screen.flow,
        after: chance.maybe(project.screens.filter((s) => s !== screen))?.id ?? null,
      },
    ],
    screenCopy: () => [
      { do: 'insertScreen', screen: { ...screen, id: newId(), name: `${screen.name} copy` }, after: screen.id },
    ],
    screenDrop: () => (project.screens.length > 1 ? [{ do: 'removeScreen', screen: screen.id }] : []),
    cell: () => [
      { do: 'cell', set: 'rows', row: `r${1 + chance.below(5)}`, column: 'name', value: `Cell ${chance.below(9)}` },
    ],
    row: () => [{ do: 'row', set: 'rows', row: `r${1 + chance.below(8)}`, value: null }],
    newRow: () => {
      const key = newId();
      return [
        {
          do: 'row',
          set: 'rows',
          row: key,
          value: { key, values: { name: 'New' } },
          after: chance.maybe(project.contentSets['rows']?.rows ?? [])?.key ?? null,
        },
      ];
    },
  };
  const label = chance.of(Object.keys(actions));
  return { label, steps: actions[label]?.() ?? [] };
}

function choosing(
  chance: Chance,
  world: World,
  screen: Screen,
  instance: InstanceNode | undefined,
  series: SeriesNode | undefined,
): readonly Step[] {
  const appliedKits = appliedKitsOf(world.project, screen);
  const prop =
    instance && chance.maybe(componentAt(world, shownComponent(appliedKits, instance.component))?.contract.props ?? []);
  if (!instance || !prop) return [];
  const target = { at: [], kind: 'prop', name: prop.id } as const;
  const inItem = series !== undefined && placesOf(screen.nodes).get(instance.id)?.parent === series.id;
  const key = series?.rows === undefined ? series?.entries[0]?.key : 'r1';
  const item =
    inItem && key !== undefined && chance.is(0.7)
      ? { nodes: screen.nodes, entry: { series: series.id, key } }
      : undefined;
  return chooseSteps(world, appliedKits, treeOfScreen(screen), instance, target, someValue(chance, prop), item);
}
