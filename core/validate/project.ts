import {
  childrenOf,
  type Node,
  type NodeId,
  type Nodes,
  type Problem,
  type Project,
  type Read,
  type Screen,
} from '../model/index.js';
import { fault, group, id, isGroup, list, name, record, faultMessage, type Check } from './checker.js';
import {
  component,
  contentSet,
  device,
  edition,
  flow,
  kits,
  screen,
  screenHeight,
  screenMode,
  screenOrder,
  screenWidth,
  sheet,
  situation,
  guides,
  screenBase,
  screenGrid,
  appliedKits,
} from './documents.js';
import { node, tidyNodes } from './node.js';
import { upgradeProject } from './upgrade.js';

/** The form in which whole projects are stored; those stored before it was written down have none. */
export const PROJECT_FORMAT = 2;

/** What a stored project is given as, and how each thing that is wrong with it is noted. */
interface Mender {
  /** The field as it is stored where that is sound; else told, and this in its place. */
  readonly good: <T>(key: keyof Project, otherwise: T) => T;
  /** The sound entries of a record; others are told and left out. */
  readonly entries: <T>(key: keyof Project, check: Check) => Readonly<Record<string, T>>;
  readonly screens: () => readonly Screen[];
}
interface FieldRules<T> {
  readonly check: Check;
  readonly optional?: true;
  readonly mend: (m: Mender) => T | undefined;
}
const named = (check: Check): Check => record(check, 5000);
/** A record of things by id: what is wrong with one leaves the others alone. */
const recordOf = <T>(key: keyof Project, check: Check, most = 5000): FieldRules<Readonly<Record<string, T>>> => ({
  check: most === 5000 ? named(check) : record(check, most),
  mend: (m) => m.entries<T>(key, check),
});
/** A record that is absent where it would be empty. */
const optionalOf = <T>(key: keyof Project, check: Check, most: number): FieldRules<Readonly<Record<string, T>>> => ({
  check: record(check, most),
  optional: true,
  mend: (m) => {
    const all = m.entries<T>(key, check);
    return Object.keys(all).length > 0 ? all : undefined;
  },
});

/** Every field of a project: what it must be, and what becomes of one that is not. */
const FIELDS: { readonly [K in keyof Required<Project>]: FieldRules<NonNullable<Project[K]>> } = {
  id: { check: id, mend: (m) => m.good('id', '') },
  name: { check: name(200), mend: (m) => m.good('name', 'Unnamed') },
  kits: { check: kits, mend: (m) => m.good('kits', ['plywood@1.0.0']) },
  appliedKits: { check: appliedKits, mend: (m) => m.good('appliedKits', []) },
  flows: {
    check: list(flow, 1000),
    mend(m) {
      const flows = m.good<Project['flows']>('flows', []);
      const missing = [...new Set(m.screens().map((s) => s.flow))].filter((f) => !flows.some((x) => x.id === f));
      return [...flows, ...missing.map((f) => ({ id: f, name: 'Found again' }))];
    },
  },
  screens: { check: list(screen, 20_000), mend: (m) => m.screens() },
  originals: recordOf('originals', component),
  editions: optionalOf('editions', edition, 2000),
  contentSets: recordOf('contentSets', contentSet),
  situations: optionalOf('situations', situation, 500),
  matchSheets: recordOf('matchSheets', sheet, 1000),
};
const checksOf = (optional: boolean): Record<string, Check> =>
  Object.fromEntries(
    Object.entries(FIELDS).flatMap(([key, f]) => ((f.optional === true) === optional ? [[key, f.check] as const] : [])),
  );
const project: Check = group(checksOf(false), checksOf(true));

/**
 * Reads a stored project, however old. What cannot be is mended or left out, and named: a project always opens with all of
 * it that can be shown. The same object when nothing is wrong with it.
 */
export function mendProject(stored: unknown): Read<Project> {
  const json = upgradeProject(stored);
  if (!project(json, 'project') && isWhole(json as Project)) return { value: json as Project, problems: [] };
  const problems: Problem[] = [];
  const tell = (where: string, message: string): void =>
    void problems.push({ code: 'project.mended', where, message, level: 'left out' });
  if (!isGroup(json) || id(json['id'], 'id')) {
    problems.push({
      code: 'project.shape',
      where: 'the project',
      message: 'This is no project: it has no id.',
      level: 'refused',
    });
    return { value: null, problems };
  }
  const given = json;
  let mended: readonly Screen[] | null = null;
  const mender: Mender = {
    good<T>(key: keyof Project, otherwise: T): T {
      const bad = FIELDS[key].check(given[key], key);
      if (!bad) return given[key] as T;
      tell(key, `${faultMessage(bad)}; it was replaced.`);
      return otherwise;
    },
    entries<T>(key: keyof Project, check: Check) {
      const found: Record<string, T> = {};
      for (const [k, v] of Object.entries(isGroup(given[key]) ? given[key] : {})) {
        const bad = k in Object.prototype ? fault(k, 'is no name') : check(v, k);
        if (bad) tell(`${key}, ${k}`, `${faultMessage(bad)}; it was left out.`);
        else found[k] = v as T;
      }
      return found;
    },
    screens: () => (mended ??= mendScreens(given['screens'], tell)),
  };
  const made: Record<string, unknown> = {};
  for (const [key, field] of Object.entries(FIELDS)) {
    const value = field.mend(mender);
    if (value !== undefined) made[key] = value;
  }
  return { value: made as unknown as Project, problems };
}

function mendScreens(given: unknown, tell: (where: string, message: string) => void): readonly Screen[] {
  const seen = new Set<string>();
  return (Array.isArray(given) ? given : []).flatMap((s: unknown, i): Screen[] => {
    const made = mendScreen(s, i, tell);
    if (!made || seen.has(made.id)) {
      tell(`screen ${i + 1}`, 'It has no usable id, or that of another; it was left out.');
      return [];
    }
    seen.add(made.id);
    return [made];
  });
}

/** What no single part shows: ids that are used twice, screens in flows that are gone. */
function isWhole(p: Project): boolean {
  const flows = new Set(p.flows.map((f) => f.id));
  return (
    new Set(p.screens.map((s) => s.id)).size === p.screens.length &&
    p.screens.every((s) => flows.has(s.flow) && tidyNodes(s.nodes) === s.nodes)
  );
}

function mendScreen(value: unknown, at: number, tell: (where: string, message: string) => void): Screen | null {
  if (!isGroup(value) || id(value['id'], 'id')) return null;
  const short = typeof value['name'] === 'string' ? value['name'].slice(0, 200) : '';
  const called = name(200)(short, '') ? `Screen ${at + 1}` : short;
  const bad = screen(value, called);
  if (!bad) {
    const s = value as unknown as Screen;
    const nodes = tidyNodes(s.nodes);
    return nodes === s.nodes ? s : { ...s, nodes };
  }
  tell(called, `${faultMessage(bad)}; the rest of it was kept.`);
  const root = id(value['root'], '') ? 'root' : (value['root'] as NodeId);
  const worn = value['appliedKits'];
  return {
    id: value['id'] as string,
    name: called,
    flow: id(value['flow'], '') ? 'found-again' : (value['flow'] as string),
    device: device(value['device'], '') ? 'custom' : (value['device'] as Screen['device']),
    width: screenWidth(value['width'], '') ? 390 : (value['width'] as number),
    height: screenHeight(value['height'], '') ? null : (value['height'] as number | null),
    root,
    nodes: mendNodes(root, isGroup(value['nodes']) ? value['nodes'] : {}),
    ...(worn !== undefined && !appliedKits(worn, '') ? { appliedKits: worn as Screen['appliedKits'] & object } : {}),
    ...Object.fromEntries(
      (
        [
          ['mode', screenMode],
          ['order', screenOrder],
          ['grid', screenGrid],
          ['base', screenBase],
          ['guides', guides],
        ] as const
      ).flatMap(([name, check]) => (value[name] !== undefined && !check(value[name], '') ? [[name, value[name]]] : [])),
    ),
  };
}

/** Things that stand in nothing: where the ground itself is lost, they are what stood on it. */
function heldByNobody(
  root: NodeId,
  all: Readonly<Record<string, unknown>>,
  sound: (key: NodeId) => Node | null,
): readonly NodeId[] {
  const nodes = Object.keys(all).flatMap((key) => (key === root ? [] : (sound(key) ?? [])));
  const held = new Set(nodes.flatMap(childrenOf));
  return nodes.filter((n) => !held.has(n.id)).map((n) => n.id);
}

/** Everything of the right shape that hangs below the root, each thing where it is met first. */
function mendNodes(root: NodeId, all: Readonly<Record<string, unknown>>): Nodes {
  const sound = (key: NodeId): Node | null => {
    const n = Object.hasOwn(all, key) ? (all[key] as Node) : null;
    return n && !node(n, key) && n.id === key ? n : null;
  };
  const kept: Record<NodeId, Node> = {};
  const held = new Set<NodeId>([root]);
  const first = sound(root);
  kept[root] =
    first?.type === 'box'
      ? first
      : { id: root, type: 'box', attrs: { flow: 'column' }, children: heldByNobody(root, all, sound) };
  const take = (ids: readonly NodeId[]): NodeId[] =>
    ids.filter((key) => {
      const n = held.has(key) ? null : sound(key);
      // A series without the thing it repeats is nothing.
      if (!n || (n.type === 'series' && (held.has(n.item) || n.item === key || !sound(n.item)))) return false;
      held.add(key);
      return true;
    });
  const open: NodeId[] = [root];
  for (let at = open.shift(); at !== undefined; at = open.shift()) {
    const n = kept[at];
    if (n?.type === 'box') kept[at] = { ...n, children: take(n.children) };
    else if (n?.type === 'instance')
      kept[at] = { ...n, fills: n.fills.map((f) => ({ ...f, children: take(f.children) })) };
    else if (n?.type === 'series' && take([n.item]).length === 0)
      kept[at] = { id: at, type: 'box', attrs: {}, children: [] };
    const now = kept[at];
    for (const child of now ? childrenOf(now) : []) {
      const c = sound(child);
      if (!c) continue;
      kept[child] = c;
      open.push(child);
    }
  }
  return tidyNodes(kept);
}
