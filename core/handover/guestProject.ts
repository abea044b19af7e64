import {
  appliedKitsOf,
  componentAt,
  componentsIn,
  componentsOf,
  contentValue,
  editionKey,
  PROJECT_FIELDS,
  splitRef,
  type AppliedKit,
  type Component,
  type ComponentRef,
  type Json,
  type Node,
  type Nodes,
  type Project,
  type Screen,
  type World,
} from '../model/index.js';

/** What some screens are made of, by reference: never by what a text happens to say. */
interface Used {
  readonly components: ReadonlySet<ComponentRef>;
  readonly contentSets: ReadonlySet<string>;
}

/** Components that a node names or in whose terms something on it was said: overrides need their home to be shown. */
function refsOn(node: Node): readonly ComponentRef[] {
  const homes = (node.interactions ?? []).flatMap((i) => [
    ...(i.part ? [i.part.home] : []),
    ...[...(i.if?.all ?? []), ...(i.if?.any ?? [])].flatMap((t) => ('home' in t ? [t.home] : [])),
    ...i.then.flatMap((a) => (a.do === 'set' ? [a.home] : [])),
  ]);
  const overrides =
    node.type === 'instance'
      ? node.overrides
      : node.type === 'series'
        ? node.entries.flatMap((e) => Object.values(e.overrides).flat())
        : [];
  const said = overrides.flatMap((o) => [o.home, ...(o.through ?? []), ...(o.leaf ? [o.leaf] : [])]);
  if (node.type !== 'instance') return [...homes, ...said];
  const placed = node.placed === undefined ? [] : [node.placed];
  return [...componentsOf(node), ...placed, ...said, ...node.fills.map((f) => f.home), ...homes];
}

/** The content sets that a node takes something from. */
function setsOn(node: Node): readonly string[] {
  const values =
    node.type === 'instance'
      ? node.overrides.map((o) => o.value)
      : node.type === 'series'
        ? node.entries.flatMap((e) => Object.values(e.overrides).flatMap((list) => list.map((o) => o.value)))
        : [];
  return [...(node.type === 'series' && node.rows !== undefined ? [node.rows] : []), ...values.flatMap(setOf)];
}
function setOf(value: Json): readonly string[] {
  const from = contentValue(value);
  return from ? ['cell' in from ? from.cell : from.rows] : [];
}
const setsIn = (c: Component): readonly string[] => [
  ...c.contract.props.flatMap((p) => setOf(p.default)),
  ...c.rules.flatMap((r) => Object.values(r.set).flatMap((set) => Object.values(set).flatMap((v) => setOf(v as Json)))),
];

function usedBy(world: World, screens: readonly Screen[]): Used {
  const components = new Set<ComponentRef>();
  const contentSets = new Set<string>();
  const applied = new Set<readonly AppliedKit[]>([
    world.project.appliedKits,
    ...screens.map((s) => appliedKitsOf(world.project, s)),
  ]);
  const waiting: ComponentRef[] = [];
  const meet = (nodes: Nodes): void => {
    for (const node of Object.values(nodes)) {
      for (const set of setsOn(node)) contentSets.add(set);
      waiting.push(...refsOn(node));
    }
  };
  for (const s of screens) meet(s.nodes);
  for (let ref = waiting.pop(); ref !== undefined; ref = waiting.pop()) {
    if (components.has(ref)) continue;
    components.add(ref);
    const { kit } = splitRef(ref);
    for (const kits of applied) {
      const shown = kits.find((a) => a.kit === kit)?.sheet.pairs[ref]?.to;
      if (shown) waiting.push(shown);
    }
    const component = componentAt(world, ref);
    if (!component) continue;
    for (const set of setsIn(component)) contentSets.add(set);
    waiting.push(...componentsIn(component));
    meet(component.nodes);
  }
  return { components, contentSets };
}

const entries = <T>(record: Readonly<Record<string, T>>, wanted: (key: string) => boolean): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([key]) => wanted(key)));

/** What of each field goes with some screens. A field that is missing here does not compile. */
const USED: {
  readonly [K in keyof Required<Project>]: (world: World, screens: readonly Screen[], used: Used) => Project[K];
} = {
  id: ({ project }) => project.id,
  name: ({ project }) => project.name,
  kits: ({ project }, _, used) => {
    const named = new Set([...used.components].map((ref) => splitRef(ref).kit));
    return project.kits.filter((kit, i) => i === 0 || named.has(kit));
  },
  appliedKits: ({ project }) => project.appliedKits,
  flows: ({ project }, screens) => project.flows.filter((f) => screens.some((s) => s.flow === f.id)),
  screens: (_, screens) => screens,
  originals: ({ project }, _, used) => entries(project.originals, (id) => used.components.has(`project/${id}`)),
  editions: ({ project }, _, used) => {
    const keys = new Set([...used.components].map((ref) => editionKey(splitRef(ref).kit, splitRef(ref).id)));
    return project.editions && entries(project.editions, (key) => keys.has(key));
  },
  contentSets: ({ project }, _, used) => entries(project.contentSets, (id) => used.contentSets.has(id)),
  situations: ({ project }) => project.situations,
  matchSheets: () => ({}),
};
/** What a field is when nobody gets anything of it: a project is whole without. */
const CLOSED: Partial<Project> = {
  kits: [],
  appliedKits: [],
  flows: [],
  screens: [],
  originals: {},
  contentSets: {},
  matchSheets: {},
};

/**
 * A project as somebody sees it who has a review link: some of its screens, and of everything else only what they are made of, as
 * `PROJECT_FIELDS` says. Built up from nothing, so that a field nobody decided about is not in it.
 */
export function guestProject(world: World, screens: readonly Screen[]): Project {
  const used = usedBy(world, screens);
  const made: Record<string, unknown> = {};
  for (const [name, facts] of Object.entries(PROJECT_FIELDS) as [keyof Project, { guests: string }][]) {
    const value =
      facts.guests === 'none'
        ? CLOSED[name]
        : facts.guests === 'whole'
          ? world.project[name]
          : USED[name](world, screens, used);
    if (value !== undefined) made[name] = value;
  }
  return made as unknown as Project;
}
