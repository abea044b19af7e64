import { aboutThing, thingNames } from '../interactions/index.js';
import {
  componentAt,
  overrideKey,
  PROJECT_FIELDS,
  sameJson,
  shownComponent,
  splitRef,
  appliedKitsOf,
  type InstanceNode,
  type Json,
  type Node,
  type Screen,
  type Override,
  type Project,
  type World,
} from '../model/index.js';

/** A screen that differs, in words. */
export interface ScreenChange {
  readonly id: string;
  readonly name: string;
  readonly what: 'new' | 'gone' | 'changed';
  readonly words: readonly string[];
  /** So many more than are told. */
  readonly more: number;
}
export interface ProjectChange {
  readonly screens: readonly ScreenChange[];
  /** What differs besides screens. */
  readonly rest: readonly string[];
}
/** So many changes of one screen are told. */
const TOLD = 60;

/** What is different between two states of a project: screen by screen, thing by thing. Pure. */
export function compareProjects(then: World, now: World): ProjectChange {
  const [a, b] = [then.project, now.project];
  const before = new Map(a.screens.map((s) => [s.id, s]));
  const after = new Map(b.screens.map((s) => [s.id, s]));
  const screens: ScreenChange[] = [];
  for (const s of b.screens) {
    const was = before.get(s.id);
    if (!was) screens.push({ id: s.id, name: s.name, what: 'new', words: ['The screen is new'], more: 0 });
    else if (was !== s && !sameJson(was, s)) {
      const words = screenWords(then, was, now, s);
      screens.push({
        id: s.id,
        name: s.name,
        what: 'changed',
        words: words.slice(0, TOLD),
        more: Math.max(0, words.length - TOLD),
      });
    }
  }
  for (const s of a.screens)
    if (!after.has(s.id))
      screens.push({ id: s.id, name: s.name, what: 'gone', words: ['The screen is gone'], more: 0 });
  return { screens, rest: Object.values(COMPARE).flatMap((compare) => compare(then, now)) };
}

type Compare = (then: World, now: World) => readonly string[];
const kitName = (then: World, now: World, ref: string): string => {
  const kit = now.kits.get(ref) ?? then.kits.get(ref);
  return kit ? `${kit.name} ${kit.version}` : ref;
};
const appliedNames = (w: World): string =>
  w.project.appliedKits.map((x) => w.kits.get(x.shows)?.name ?? x.shows).join(', ') || 'what it is made of';

/** The entries of a record that came, went or changed. */
function records<T>(
  of: (p: Project) => Readonly<Record<string, T>> | undefined,
  field: keyof Project,
  called?: (then: World, now: World, x: T) => string,
): Compare {
  return (then, now) => {
    const [a, b] = [of(then.project) ?? {}, of(now.project) ?? {}];
    const what = PROJECT_FIELDS[field].name;
    const name = (x: T | undefined, key: string): string => {
      if (x !== undefined && called) return called(then, now, x);
      const said = (x as { name?: unknown } | undefined)?.name;
      return typeof said === 'string' ? said : (key.split('/').at(-1) ?? key);
    };
    return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) => {
      const [x, y] = [a[key], b[key]];
      if (x === undefined) return [`The ${what} ${name(y, key)} is new`];
      if (y === undefined) return [`The ${what} ${name(x, key)} is gone`];
      return sameJson(x as Json, y as Json) ? [] : [`The ${what} ${name(y, key)} is another`];
    });
  };
}

/** What differs in each field of a project, in words. What differs on screens is told screen by screen. */
const COMPARE: { readonly [K in keyof Required<Project>]: Compare } = {
  id: () => [],
  name: ({ project: a }, { project: b }) => (a.name === b.name ? [] : [`The project was called ${a.name}`]),
  appliedKits(then, now) {
    if (sameJson(then.project.appliedKits, now.project.appliedKits)) return [];
    const [was, is] = [appliedNames(then), appliedNames(now)];
    return was === is
      ? ['What stands for what in the brand that is worn is another']
      : [`It wore ${was}, and wears ${is} now`];
  },
  kits(then, now) {
    const [a, b] = [then.project.kits, now.project.kits];
    return [
      ...b.filter((k) => !a.includes(k)).map((k) => `It uses ${kitName(then, now, k)}, too`),
      ...a.filter((k) => !b.includes(k)).map((k) => `It does not use ${kitName(then, now, k)} any more`),
    ];
  },
  matchSheets: records(
    (p) => p.matchSheets,
    'matchSheets',
    (then, now, s) => `from ${kitName(then, now, s.from)} to ${kitName(then, now, s.to)}`,
  ),
  originals: records((p) => p.originals, 'originals'),
  contentSets: records((p) => p.contentSets, 'contentSets'),
  situations: records((p) => p.situations, 'situations'),
  editions: records((p) => p.editions, 'editions'),
  flows: ({ project: a }, { project: b }) =>
    sameJson(a.flows, b.flows) ? [] : ['Flows are others, or in another order'],
  screens({ project: a }, { project: b }) {
    const there = (p: Project, other: Project): readonly string[] => {
      const ids = new Set(other.screens.map((s) => s.id));
      return p.screens.map((s) => s.id).filter((id) => ids.has(id));
    };
    return sameJson(there(a, b), there(b, a)) ? [] : ['Screens stand in another order'];
  },
};

const FIELDS: readonly (keyof Screen)[] = ['name', 'device', 'width', 'height', 'mode'];
/** What has no short words of its own: that it is another is told. */
const MORE: readonly (readonly [field: keyof Screen, says: string])[] = [
  ['grid', 'Its column grid is another'],
  ['base', 'Its base grid is another'],
  ['guides', 'Its guides are others'],
  ['order', 'The order of the focus is another'],
];
const told = (v: unknown): string =>
  v === undefined || v === null
    ? 'nothing'
    : typeof v === 'string'
      ? `“${v.slice(0, 80)}”`
      : typeof v === 'object'
        ? 'something else'
        : String(v);

function screenWords(then: World, was: Screen, now: World, is: Screen): string[] {
  const words: string[] = [];
  for (const f of FIELDS)
    if (!sameJson((was[f] ?? null) as Json, (is[f] ?? null) as Json))
      words.push(`Its ${f} was ${told(was[f])}, and is ${told(is[f])}`);
  for (const [f, says] of MORE) if (!sameJson((was[f] ?? null) as Json, (is[f] ?? null) as Json)) words.push(says);
  const flow = (w: World, s: Screen): string => w.project.flows.find((f) => f.id === s.flow)?.name ?? s.flow;
  if (was.flow !== is.flow) words.push(`It was in the flow ${flow(then, was)}, and is in ${flow(now, is)}`);
  if (!sameJson((was.appliedKits ?? null) as unknown as Json, (is.appliedKits ?? null) as unknown as Json))
    words.push('It wears something else');
  const names = thingNames(aboutThing(now, is, is.root));
  const old = thingNames(aboutThing(then, was, was.root));
  for (const [id, n] of Object.entries(is.nodes)) {
    const before = was.nodes[id];
    const name = names.get(id) ?? nameOf(now, is, n);
    if (!before) words.push(`${name} is new`);
    else if (before !== n && !sameJson(before as unknown as Json, n as unknown as Json))
      words.push(...nodeWords(then, was, before, now, is, n, name));
  }
  for (const [id, n] of Object.entries(was.nodes))
    if (!is.nodes[id]) words.push(`${old.get(id) ?? nameOf(then, was, n)} is gone`);
  return words;
}
function nameOf(world: World, screen: Screen, n: Node): string {
  if (n.name) return n.name;
  if (n.type !== 'instance') return `A ${n.type}`;
  return componentAt(world, shownComponent(appliedKitsOf(world.project, screen), n.component))?.name ?? 'Something';
}
function nodeWords(then: World, was: Screen, a: Node, now: World, is: Screen, b: Node, name: string): string[] {
  const words: string[] = [];
  if (a.type === 'instance' && b.type === 'instance') {
    if (a.component !== b.component)
      words.push(`${name} was ${componentName(then, was, a)}, and is ${componentName(now, is, b)}`);
    const [x, y] = [byKey(a.overrides), byKey(b.overrides)];
    for (const key of new Set([...x.keys(), ...y.keys()])) {
      const [s, t] = [x.get(key), y.get(key)];
      if (s && t && sameJson(s.value, t.value)) continue;
      const of = (t ?? s) as Override;
      words.push(
        `${name}: ${overrideName(now, of)} ${s ? `was ${told(s.value)}` : 'was not chosen'}, and is ${t ? told(t.value) : 'not chosen any more'}`,
      );
    }
  }
  const attrs = { ...a.attrs, ...b.attrs } as Readonly<Record<string, unknown>>;
  for (const key of Object.keys(attrs)) {
    const [x, y] = [(a.attrs as Record<string, Json>)[key], (b.attrs as Record<string, Json>)[key]];
    if (!sameJson(x ?? null, y ?? null)) words.push(`${name}: ${key} was ${told(x)}, and is ${told(y)}`);
  }
  if (!sameJson((a.interactions ?? []) as unknown as Json, (b.interactions ?? []) as unknown as Json))
    words.push(`${name} does something else`);
  if (a.type === 'box' && b.type === 'box' && !sameJson(a.children, b.children)) {
    const same = a.children.length === b.children.length && a.children.every((c) => b.children.includes(c));
    if (same) words.push(`In ${name}, things stand in another order`);
  }
  return words.length > 0 ? words : [`${name} is another`];
}
const componentName = (world: World, screen: Screen, n: InstanceNode): string =>
  componentAt(world, shownComponent(appliedKitsOf(world.project, screen), n.component))?.name ??
  splitRef(n.component).id;
const byKey = (list: readonly Override[]): ReadonlyMap<string, Override> =>
  new Map(list.map((s) => [overrideKey(s), s]));
function overrideName(world: World, s: Override): string {
  const said =
    s.kind === 'prop' && s.at.length === 0
      ? componentAt(world, s.home)
          ?.contract.props.find((p) => p.id === s.name)
          ?.name.toLowerCase()
      : undefined;
  return said ?? (s.at.length > 0 ? `${s.name} of ${s.at.at(-1)?.split('#')[0] ?? ''}` : s.name);
}
