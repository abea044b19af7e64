import {
  listAt,
  placesOf,
  sameJson,
  subtree,
  type ParentRef,
  type Node,
  type NodeId,
  type Nodes,
  type Project,
} from '../../model/index.js';
import { check, shapes, tidyNodes, wholeTree, faultMessage } from '../../validate/index.js';
import {
  insertAfter,
  refuse,
  sameOrder,
  nearestNeighbour,
  treeOf,
  withNodes,
  type Before,
  type Refusal,
  type StepKind,
  type StepResult,
  type TreeRef,
} from '../kind.js';
import { containsItself } from './cycles.js';

/** Things come, go and move within a tree. */
export type TreeStep =
  | {
      readonly do: 'insert';
      readonly tree: TreeRef;
      readonly root: NodeId;
      readonly nodes: Nodes;
      readonly into: ParentRef;
      readonly after: NodeId | null;
    }
  | { readonly do: 'remove'; readonly tree: TreeRef; readonly node: NodeId }
  | {
      readonly do: 'move';
      readonly tree: TreeRef;
      readonly node: NodeId;
      readonly into: ParentRef;
      readonly after: NodeId | null;
    };
type Insert = Extract<TreeStep, { do: 'insert' }>;
type Remove = Extract<TreeStep, { do: 'remove' }>;
type Move = Extract<TreeStep, { do: 'move' }>;

export const treeName = check.text(160, /^(?:screen:|original:|edition:[\w.~-]+\/)[\w.~@-]+$/u, 'the name of a tree');
export const after = check.orNull(check.id);
const into = check.group({ parent: check.id }, { slot: check.group({ home: check.ref, slot: check.name(120) }) });

const slotKey = (s: { readonly home: string; readonly slot: string }): string => `${s.home}|${s.slot}`;
const samePlace = (a: ParentRef | undefined, b: ParentRef | undefined): boolean =>
  a?.parent === b?.parent && (a?.slot ? slotKey(a.slot) : '') === (b?.slot ? slotKey(b.slot) : '');
export const listName = (tree: TreeRef, place: ParentRef): string =>
  `${tree}|${place.parent}|${place.slot ? slotKey(place.slot) : ''}`;

function withChildren(parent: Node, place: ParentRef, change: (list: readonly NodeId[]) => readonly NodeId[]): Node {
  if (parent.type === 'box') return { ...parent, children: change(parent.children) };
  const { slot } = place;
  if (parent.type !== 'instance' || !slot) return parent;
  const at = parent.fills.findIndex((f) => slotKey(f) === slotKey(slot));
  const children = change(parent.fills[at]?.children ?? []);
  if (at >= 0)
    return {
      ...parent,
      fills:
        children.length === 0
          ? parent.fills.filter((_, i) => i !== at)
          : parent.fills.map((f, i) => (i === at ? { ...f, children } : f)),
    };
  // Fills stand in the order of their keys, so that taking one away and putting it back changes nothing.
  const next = parent.fills.findIndex((f) => slotKey(f) > slotKey(slot));
  const split = next < 0 ? parent.fills.length : next;
  return { ...parent, fills: [...parent.fills.slice(0, split), { ...slot, children }, ...parent.fills.slice(split)] };
}

function withList(nodes: Nodes, place: ParentRef, change: (list: readonly NodeId[]) => readonly NodeId[]): Nodes {
  const parent = nodes[place.parent];
  return parent ? { ...nodes, [parent.id]: withChildren(parent, place, change) } : nodes;
}

type Refused = { readonly ok: false; readonly refusal: Refusal };
function checkPlace(nodes: Nodes, place: ParentRef, behind: NodeId | null): Refused | null {
  const parent = nodes[place.parent];
  if (!parent) return refuse('node.gone', place.parent, 'The place this was meant for is no longer there.');
  if (parent.type === 'instance' ? !place.slot : parent.type !== 'box' || place.slot)
    return refuse('node.no-children', place.parent, `${parent.name ?? parent.type} cannot hold anything there.`);
  if (behind !== null && !listAt(nodes, place).includes(behind))
    return refuse('node.neighbour-gone', behind, 'What this was to stand behind is no longer there.');
  return null;
}

/** A node and where it stands, when it can be taken from there. */
function standingNode(
  tree: { root: NodeId; nodes: Nodes },
  id: NodeId,
): { readonly node: Node; readonly place: ParentRef; readonly before: NodeId | null } | Refused {
  const node = tree.nodes[id];
  if (id === tree.root)
    return refuse('node.root', id, 'A screen’s own ground cannot be moved or deleted; delete the screen instead.');
  const place = placesOf(tree.nodes).get(id);
  if (!node || !place) return refuse('node.gone', id, 'It is no longer there.');
  if (tree.nodes[place.parent]?.type === 'series')
    return refuse('node.only', id, 'A series needs the thing it repeats; break the series first, or delete it whole.');
  const list = listAt(tree.nodes, place);
  return { node, place, before: list[list.indexOf(id) - 1] ?? null };
}

const gone = (tree: string): Refused => refuse('tree.gone', tree, 'The screen this belongs to is no longer there.');
const done = (project: Project, tree: TreeRef, nodes: Nodes, inverse: TreeStep): StepResult<TreeStep> => {
  const next = withNodes(project, tree, nodes);
  const circle = containsItself(next, tree);
  return circle
    ? refuse('component.cycle', circle, `${circle} would contain itself.`)
    : { ok: true, project: next, inverse };
};
const touches = (step: { readonly tree: TreeRef }): readonly string[] => [step.tree];
const nameOf = (project: Project, tree: TreeRef, id: NodeId): string => {
  const node = treeOf(project, tree)?.nodes[id];
  return node?.name ?? (node ? `The ${node.type}` : 'Something');
};

/** Everything from a node down, as it is: what an inverse would take away must be what was put there. */
function sameSubtree(then: Project, now: Project, tree: TreeRef, id: NodeId): boolean {
  const a = treeOf(then, tree)?.nodes;
  const b = treeOf(now, tree)?.nodes;
  if (!a || !b) return false;
  const ids = subtree(a, id);
  return ids.length > 0 && sameJson(ids, subtree(b, id)) && ids.every((n) => a[n] === b[n] || sameJson(a[n], b[n]));
}

const insert: StepKind<Insert, TreeStep> = {
  must: { tree: treeName, root: check.id, nodes: shapes.nodes, into, after },
  apply(project, step) {
    const tree = treeOf(project, step.tree);
    if (!tree) return gone(step.tree);
    const { nodes } = tree;
    const clash = Object.keys(step.nodes).find((id) => Object.hasOwn(nodes, id));
    if (clash !== undefined) return refuse('node.exists', clash, 'This has been placed already.');
    const bad = wholeTree(step.root, step.nodes, 'What is placed');
    if (bad) return refuse('node.loose', step.root, `${faultMessage(bad)}.`);
    const place = checkPlace(nodes, step.into, step.after);
    if (place) return place;
    const next = withList({ ...nodes, ...tidyNodes(step.nodes) }, step.into, (l) =>
      insertAfter(l, step.root, step.after, (x) => x),
    );
    return done(project, step.tree, next, { do: 'remove', tree: step.tree, node: step.root });
  },
  still: () => true,
  about: (_, step) => step.nodes[step.root]?.name ?? 'What was deleted',
  touches,
  behind: (now, step, before) => ({ ...step, after: behindIn(now, step, before) }),
  order: (project, step) => listAt(treeOf(project, step.tree)?.nodes ?? {}, step.into),
};

function behindIn(now: Project, step: Insert | Move, before: Before): NodeId | null {
  const nodes = treeOf(now, step.tree)?.nodes ?? {};
  const list = listAt(nodes, step.into);
  return nearestNeighbour(
    listName(step.tree, step.into),
    step.after,
    (id) => list.includes(id) && (step.do === 'insert' || id !== step.node),
    before,
  );
}

const remove: StepKind<Remove, TreeStep> = {
  must: { tree: treeName, node: check.id },
  apply(project, step) {
    const tree = treeOf(project, step.tree);
    if (!tree) return gone(step.tree);
    const found = standingNode(tree, step.node);
    if ('ok' in found) return found;
    const taken: Record<NodeId, Node> = {};
    for (const id of subtree(tree.nodes, step.node)) {
      const n = tree.nodes[id];
      if (n) taken[id] = n;
    }
    const rest: Record<NodeId, Node> = {};
    for (const [id, n] of Object.entries(tree.nodes)) if (!Object.hasOwn(taken, id)) rest[id] = n;
    const next = withList(rest, found.place, (l) => l.filter((id) => id !== step.node));
    return done(project, step.tree, next, {
      do: 'insert',
      tree: step.tree,
      root: step.node,
      nodes: taken,
      into: found.place,
      after: found.before,
    });
  },
  // Taking back an insertion must not delete what others have changed or put inside since.
  still: (then, now, step) => sameSubtree(then, now, step.tree, step.node),
  about: (project, step) => nameOf(project, step.tree, step.node),
  touches,
  leaves: (project, step) => leaving(project, step),
  takesAway: () => true,
};

function leaving(project: Project, step: Remove | Move): { list: string; id: NodeId; before: NodeId | null } | null {
  const tree = treeOf(project, step.tree);
  const found = tree ? standingNode(tree, step.node) : undefined;
  return found && !('ok' in found)
    ? { list: listName(step.tree, found.place), id: step.node, before: found.before }
    : null;
}

const move: StepKind<Move, TreeStep> = {
  must: { tree: treeName, node: check.id, into, after },
  apply(project, step) {
    const tree = treeOf(project, step.tree);
    if (!tree) return gone(step.tree);
    const { nodes } = tree;
    const found = standingNode(tree, step.node);
    if ('ok' in found) return found;
    const bad = checkPlace(nodes, step.into, step.after);
    if (bad) return bad;
    if (step.after === step.node) return refuse('node.self', step.node, 'It cannot stand behind itself.');
    if (subtree(nodes, step.node).includes(step.into.parent))
      return refuse('node.inside-itself', step.node, 'It cannot be put inside itself.');
    const inverse: Move = { do: 'move', tree: step.tree, node: step.node, into: found.place, after: found.before };
    if (samePlace(found.place, step.into) && found.before === step.after) return { ok: true, project, inverse };
    const without = withList(nodes, found.place, (l) => l.filter((id) => id !== step.node));
    return done(
      project,
      step.tree,
      withList(without, step.into, (l) => insertAfter(l, step.node, step.after, (x) => x)),
      inverse,
    );
  },
  still(then, now, step) {
    const a = treeOf(then, step.tree);
    const b = treeOf(now, step.tree);
    const place = a && placesOf(a.nodes).get(step.node);
    const other = b && placesOf(b.nodes).get(step.node);
    return (
      !!place &&
      !!other &&
      samePlace(place, other) &&
      sameOrder(listAt(a.nodes, place), listAt(b.nodes, other), step.node)
    );
  },
  about: (project, step) => nameOf(project, step.tree, step.node),
  touches,
  leaves: (project, step) => leaving(project, step),
  behind: (now, step, before) => ({ ...step, after: behindIn(now, step, before) }),
  order: (project, step) => listAt(treeOf(project, step.tree)?.nodes ?? {}, step.into),
};

export const TREE_STEPS = { insert, remove, move };
