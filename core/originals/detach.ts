import { chooseSteps, treeOfScreen, type NewId, type Step } from '../edit/index.js';
import {
  componentAt,
  listAt,
  partAddress,
  placesOf,
  sameJson,
  shownComponent,
  subtree,
  type InstanceNode,
  type Json,
  type Node,
  type NodeId,
  type Screen,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { expand, resolve, type RNode } from '../resolve/index.js';

export type Detached =
  | { readonly steps: readonly Step[]; readonly nodes: Readonly<Record<NodeId, Node>>; readonly name: string }
  | { readonly problem: string };

/**
 * Turns an instance into the plain parts that it shows. The root keeps its id and remembers the instance with all its overrides;
 * every part remembers which it was; what is in its slots stays as it is. What is painted stays equal.
 * @param screen a screen, or an original worked on as one
 */
export function detach(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  id: NodeId,
  newId: NewId,
): Detached {
  const node = screen.nodes[id];
  const place = placesOf(screen.nodes).get(id);
  if (node?.type !== 'instance') return { problem: 'Only an instance can be unlinked; this is plain already.' };
  if (!place || id === screen.root)
    return { problem: 'This is all there is of the original; unlink it where it is used.' };
  if (screen.nodes[place.parent]?.type === 'series')
    return { problem: 'This is repeated by its series; break the series first, then unlink what you want.' };
  const opened = expand(world, screen, id, newId, { appliedKits });
  const component = componentAt(world, shownComponent(appliedKits, node.component));
  if (!opened || !component)
    return { problem: 'Its original is not here, so there is nothing it could be turned into.' };
  const lists = [...opened.from.values()].some((way) => way.some((w) => w.startsWith('#')));
  if (lists && sharesRows(resolve(world, screen, { appliedKits }).root, id))
    return {
      problem: `${component.name} shares its rows with those beside it, which only an instance can. Unlink what holds it, or change it with settings.`,
    };
  const tree = treeOfScreen(screen);
  const nodes: Record<NodeId, Node> = { ...opened.nodes };
  // What is in its slots goes along; what no slot shows waits, hidden, in the same place.
  const kept = new Set(Object.values(nodes).flatMap((n) => ('children' in n ? n.children : [])));
  const waiting = node.fills.flatMap((f) => f.children).filter((c) => !kept.has(c));
  for (const f of node.fills)
    for (const c of f.children)
      for (const k of subtree(screen.nodes, c)) if (screen.nodes[k]) nodes[k] = screen.nodes[k];
  const top = nodes[id] as Node;
  const was = { component: opened.shown, at: [], instance: node };
  if (waiting.length > 0 && top.type === 'box') {
    const hidden = newId();
    nodes[hidden] = { id: hidden, type: 'box', name: 'Waiting', attrs: { visible: false }, children: waiting };
    nodes[id] = { ...top, was, children: [...top.children, hidden] };
  } else nodes[id] = { ...top, was };
  // What it does it goes on doing: what was said of a part is said of what that is now.
  for (const b of node.interactions ?? []) {
    const { part, ...rest } = b;
    const at = partAddress(appliedKits, b, opened.shown)?.join('/');
    const now = part ? [...opened.from].find(([, way]) => way.join('/') === at)?.[0] : id;
    const to = now === undefined ? undefined : nodes[now];
    if (now !== undefined && to) nodes[now] = { ...to, interactions: [...(to.interactions ?? []), rest] };
  }
  const list = listAt(screen.nodes, place);
  const steps: Step[] = [
    { do: 'remove', tree, node: id },
    { do: 'insert', tree, root: id, nodes, into: place, after: list[list.indexOf(id) - 1] ?? null },
  ];
  return {
    steps: [
      ...steps,
      ...inherited(
        world,
        appliedKits,
        screen,
        node,
        { ...screen, nodes: after(screen, place.parent, id, nodes) },
        opened.from,
      ),
    ],
    nodes,
    name: component.name,
  };
}

/** Does a thing stand in a container whose children's rows line up? */
function sharesRows(root: RNode, id: NodeId): boolean {
  const walk = (r: RNode): boolean => r.children.some((c) => (c.key === id ? r.look.shareRows : walk(c)));
  return walk(root);
}

/** The screen's nodes with a thing replaced by others of the same root. */
const after = (screen: Screen, _: NodeId, id: NodeId, nodes: Readonly<Record<NodeId, Node>>): Screen['nodes'] => {
  const gone = new Set(subtree(screen.nodes, id));
  return { ...Object.fromEntries(Object.entries(screen.nodes).filter(([k]) => !gone.has(k))), ...nodes };
};

/** What nested things took from the instance around them, as `inherits` says, becomes a choice of their own. */
function inherited(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  node: InstanceNode,
  now: Screen,
  from: ReadonlyMap<NodeId, readonly string[]>,
): Step[] {
  const before = instancesBy(resolve(world, screen, { appliedKits }).root);
  const later = instancesBy(resolve(world, now, { appliedKits }).root);
  const own = new Map([...from].map(([id, way]) => [id, [node.id, ...way].join('/')]));
  const steps: Step[] = [];
  for (const [key, r] of later) {
    const [first = '', ...rest] = key.split('/');
    const old = own.get(first);
    const was = before.get(old === undefined ? key : [old, ...rest].join('/'));
    const holder = now.nodes[first];
    if (!was || holder?.type !== 'instance' || was.instance === r.instance) continue;
    const component = componentAt(world, r.instance?.shown ?? '');
    for (const p of component?.contract.props ?? []) {
      const value = was.instance?.props[p.id];
      if (!p.inherits || value === undefined || sameJson(value, r.instance?.props[p.id] as Json)) continue;
      steps.push(
        ...chooseSteps(world, appliedKits, treeOfScreen(screen), holder, { at: rest, kind: 'prop', name: p.id }, value),
      );
    }
  }
  return steps;
}
/** Every instance of a tree by its key, nested ones too. */
export function instancesBy(root: RNode): Map<string, RNode> {
  const found = new Map<string, RNode>();
  const walk = (r: RNode): void => {
    if (r.instance) found.set(r.key, r);
    r.children.forEach(walk);
  };
  walk(root);
  return found;
}
