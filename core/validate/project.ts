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

const named = (check: Check): Check => record(check, 5000);
const project: Check = (v, w) =>
  group(
    {
      id,
      name: name(200),
      kits,
      appliedKits,
      flows: list(flow, 1000),
      screens: list(screen, 20_000),
      originals: named(component),
      contentSets: named(contentSet),
      matchSheets: record(sheet, 1000),
    },
    { editions: record(edition, 2000), situations: record(situation, 500) },
  )(v, w);

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
  const good = <T>(key: string, check: Check, otherwise: T): T => {
    const bad = check(given[key], key);
    if (!bad) return given[key] as T;
    tell(key, `${faultMessage(bad)}; it was replaced.`);
    return otherwise;
  };
  const members = <T>(key: string, check: Check): Record<string, T> => {
    const found: Record<string, T> = {};
    for (const [k, v] of Object.entries(isGroup(given[key]) ? given[key] : {})) {
      const bad = k in Object.prototype ? fault(k, 'is no name') : check(v, k);
      if (bad) tell(`${key}, ${k}`, `${faultMessage(bad)}; it was left out.`);
      else found[k] = v as T;
    }
    return found;
  };
  const editions = members<NonNullable<Project['editions']>[string]>('editions', edition);
  const situations = members<NonNullable<Project['situations']>[string]>('situations', situation);
  const flows = good<Project['flows']>('flows', list(flow, 1000), []);
  const seen = new Set<string>();
  const screens = (Array.isArray(given['screens']) ? given['screens'] : []).flatMap((s: unknown, i): Screen[] => {
    const made = mendScreen(s, i, tell);
    if (!made || seen.has(made.id)) {
      tell(`screen ${i + 1}`, 'It has no usable id, or that of another; it was left out.');
      return [];
    }
    seen.add(made.id);
    return [made];
  });
  const missing = [...new Set(screens.map((s) => s.flow))].filter((f) => !flows.some((x) => x.id === f));
  const value: Project = {
    id: given['id'] as string,
    name: good('name', name(200), 'Unnamed'),
    kits: good('kits', kits, ['plywood@1.0.0']),
    appliedKits: good('appliedKits', appliedKits, []),
    flows: [...flows, ...missing.map((f) => ({ id: f, name: 'Found again' }))],
    screens,
    originals: members('originals', component),
    contentSets: members('contentSets', contentSet),
    matchSheets: members('matchSheets', sheet),
    ...(Object.keys(editions).length > 0 ? { editions } : {}),
    ...(Object.keys(situations).length > 0 ? { situations } : {}),
  };
  return { value, problems };
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
