import {
  childrenOf,
  listAt,
  placesOf,
  overrideKey,
  subtree,
  type InstanceNode,
  type ParentRef,
  type Node,
  type NodeId,
  type Project,
  type Screen,
  type SeriesEntry,
  type SeriesNode,
  type Override,
} from '../model/index.js';
import { copyPiece, isOnly, outermost, treeOfScreen, type NewId, type Piece, type Spot } from './actions.js';
import type { TreeRef } from './kind.js';
import type { Step } from './steps/index.js';

type Tree = Pick<Screen, 'nodes' | 'root'>;

/** Moves nodes, in document order, to a spot of the same tree. Into themselves they cannot go: then no steps. */
export function moveSteps(tree: TreeRef, screen: Tree, ids: readonly NodeId[], spot: Spot): Step[] {
  const tops = outermost(screen.nodes, screen.root, ids).filter(
    (id) => id !== screen.root && !isOnly(screen.nodes, id),
  );
  const places = placesOf(screen.nodes);
  for (let up: NodeId | undefined = spot.into.parent; up !== undefined; up = places.get(up)?.parent)
    if (tops.includes(up)) return [];
  // Behind one of the moved: behind whatever stays in front of it.
  let { after } = spot;
  const list = listAt(screen.nodes, spot.into);
  while (after !== null && tops.includes(after)) after = list[list.indexOf(after) - 1] ?? null;
  const steps: Step[] = [];
  for (const node of tops) {
    steps.push({ do: 'move', tree, node, into: spot.into, after });
    after = node;
  }
  return steps;
}

/** Takes nodes from one screen and puts them on another, with new ids. Tells the new ids. */
export function transferSteps(
  from: Screen,
  to: Screen,
  ids: readonly NodeId[],
  spot: Spot,
  newId: NewId,
): { steps: Step[]; made: NodeId[] } {
  const tops = outermost(from.nodes, from.root, ids).filter((id) => id !== from.root && !isOnly(from.nodes, id));
  const steps: Step[] = [];
  const made: NodeId[] = [];
  let { after } = spot;
  for (const id of tops) {
    const piece = copyPiece(from.nodes, id, newId);
    steps.push({ do: 'insert', tree: treeOfScreen(to), root: piece.root, nodes: piece.nodes, into: spot.into, after });
    steps.push({ do: 'remove', tree: treeOfScreen(from), node: id });
    made.push(piece.root);
    after = piece.root;
  }
  return { steps, made };
}

/** Puts nodes into a new container that stands where the first of them stood. Slot: which slot of the container takes them. */
export function wrapSteps(
  tree: TreeRef,
  screen: Tree,
  ids: readonly NodeId[],
  container: Node,
  slot?: ParentRef['slot'],
): Step[] {
  const tops = outermost(screen.nodes, screen.root, ids).filter((id) => id !== screen.root);
  const first = tops[0];
  const into = first === undefined ? undefined : placesOf(screen.nodes).get(first);
  if (first === undefined || !into) return [];
  // Things that stand in different places keep theirs where they cannot leave it.
  const movable = tops.filter((id) => !isOnly(screen.nodes, id));
  if (movable.length === 0) return replaceItem(tree, screen, into.parent, holding(container, first, slot));
  if (movable.length < tops.length) return wrapSteps(tree, screen, movable, container, slot);
  const list = listAt(screen.nodes, into);
  const after = list[list.indexOf(first) - 1] ?? null;
  const steps: Step[] = [{ do: 'insert', tree, root: container.id, nodes: { [container.id]: container }, into, after }];
  let behind: NodeId | null = null;
  for (const node of tops) {
    steps.push({ do: 'move', tree, node, into: { parent: container.id, ...(slot ? { slot } : {}) }, after: behind });
    behind = node;
  }
  return steps;
}

/** A container with one thing in it. */
function holding(container: Node, child: NodeId, slot: ParentRef['slot']): Node {
  if (container.type === 'box') return { ...container, children: [child] };
  return container.type === 'instance' && slot ? { ...container, fills: [{ ...slot, children: [child] }] } : container;
}

/** Repeats another thing: one that holds what was repeated before, or a part of it. The series keeps its place, id and items. */
function replaceItem(tree: TreeRef, screen: Tree, seriesId: NodeId, item: Node): Step[] {
  const series = screen.nodes[seriesId];
  const into = placesOf(screen.nodes).get(seriesId);
  if (series?.type !== 'series' || !into) return [];
  const all: Record<NodeId, Node> = { [seriesId]: { ...series, item: item.id }, [item.id]: item };
  for (const below of childrenOf(item))
    for (const id of subtree(screen.nodes, below)) all[id] = screen.nodes[id] as Node;
  const list = listAt(screen.nodes, into);
  return [
    { do: 'remove', tree, node: seriesId },
    { do: 'insert', tree, root: seriesId, nodes: all, into, after: list[list.indexOf(seriesId) - 1] ?? null },
  ];
}

/** Takes a container away and leaves what it held in its place. Nothing for things that hold nothing. */
export function unwrapSteps(tree: TreeRef, screen: Tree, id: NodeId): { steps: Step[]; left: readonly NodeId[] } {
  const node = screen.nodes[id];
  const into = placesOf(screen.nodes).get(id);
  if (!node || !into || node.type === 'series' || id === screen.root) return { steps: [], left: [] };
  const left = childrenOf(node);
  if (left.length === 0) return { steps: [], left };
  if (isOnly(screen.nodes, id)) {
    const inner = left.length === 1 ? screen.nodes[left[0] ?? ''] : undefined;
    return inner ? { steps: replaceItem(tree, screen, into.parent, inner), left } : { steps: [], left: [] };
  }
  let after: NodeId | null = id;
  const steps: Step[] = left.map((child): Step => {
    const step: Step = { do: 'move', tree, node: child, into, after };
    after = child;
    return step;
  });
  return { steps: [...steps, { do: 'remove', tree, node: id }], left };
}

/** Repeats a thing: it becomes the item of a series that stands where it stood. Takes the gap of what it stands in. */
export function seriesSteps(
  tree: TreeRef,
  screen: Tree,
  id: NodeId,
  count: number,
  newId: NewId,
): { steps: Step[]; made: NodeId } | null {
  const into = placesOf(screen.nodes).get(id);
  const node = screen.nodes[id];
  if (!into || !node || node.type === 'series' || isOnly(screen.nodes, id)) return null;
  const list = listAt(screen.nodes, into);
  const after = list[list.indexOf(id) - 1] ?? null;
  const around = screen.nodes[into.parent];
  const row = around?.type === 'box' && around.attrs.flow === 'row';
  const piece = copyPiece(screen.nodes, id, newId);
  const made = newId();
  const entries: SeriesEntry[] = Array.from({ length: count }, (_, i) => ({ key: `k${i + 1}`, overrides: {} }));
  const gap = around?.type === 'box' ? (around.attrs.gap ?? 0) : 0;
  const series: SeriesNode = {
    id: made,
    type: 'series',
    attrs: { flow: row ? 'row' : 'column', gap, ...(row ? {} : { width: 'stretch' }) },
    item: piece.root,
    entries,
  };
  return {
    made,
    steps: [
      { do: 'remove', tree, node: id },
      { do: 'insert', tree, root: made, nodes: { ...piece.nodes, [made]: series }, into, after },
    ],
  };
}

/** The entries of a series as it stands, one for each row when it is fed by a content set. */
export function entriesOf(project: Project, series: SeriesNode): readonly SeriesEntry[] {
  if (series.rows === undefined) return series.entries;
  return (project.contentSets[series.rows]?.rows ?? []).map(
    (r) => series.entries.find((e) => e.key === r.key) ?? { key: r.key, overrides: {} },
  );
}

function setEntries(tree: TreeRef, series: SeriesNode, entries: readonly SeriesEntry[]): Step {
  return { do: 'set', tree, node: series.id, field: 'entries', value: entries as never };
}

/** One item more, behind the item with the key given, or last. Its key was never used in this series. */
export function addItemSteps(tree: TreeRef, series: SeriesNode, after?: string): Step[] {
  if (series.rows !== undefined) return [];
  let n = series.entries.length + 1;
  while (series.entries.some((e) => e.key === `k${n}`)) n++;
  const at = after === undefined ? -1 : series.entries.findIndex((e) => e.key === after);
  const made: SeriesEntry = { key: `k${n}`, overrides: {} };
  return [
    setEntries(
      tree,
      series,
      at < 0 ? [...series.entries, made] : [...series.entries.slice(0, at + 1), made, ...series.entries.slice(at + 1)],
    ),
  ];
}

/** Without this item; the last one stays. */
export function removeItemSteps(tree: TreeRef, series: SeriesNode, key: string): Step[] {
  if (series.rows !== undefined || series.entries.length < 2) return [];
  return [
    setEntries(
      tree,
      series,
      series.entries.filter((e) => e.key !== key),
    ),
  ];
}

/** An item one place earlier or later. */
export function moveItemSteps(tree: TreeRef, series: SeriesNode, key: string, by: -1 | 1): Step[] {
  const at = series.entries.findIndex((e) => e.key === key);
  const to = at + by;
  if (series.rows !== undefined || at < 0 || to < 0 || to >= series.entries.length) return [];
  const next = [...series.entries];
  const [one] = next.splice(at, 1);
  if (one) next.splice(to, 0, one);
  return [setEntries(tree, series, next)];
}

/** So many items: new ones at the end, surplus taken from there. */
export function countItemSteps(tree: TreeRef, series: SeriesNode, count: number): Step[] {
  if (series.rows !== undefined || count < 1) return [];
  const kept = series.entries.slice(0, count);
  const keys = new Set(series.entries.map((e) => e.key));
  const more: SeriesEntry[] = [];
  for (let n = 1; kept.length + more.length < count; n++) {
    if (keys.has(`k${n}`)) continue;
    more.push({ key: `k${n}`, overrides: {} });
  }
  return [setEntries(tree, series, [...kept, ...more])];
}

/** A override put on top of others: the one it replaces goes. */
function overlay(overrides: readonly Override[], more: readonly Override[]): readonly Override[] {
  const keys = new Set(more.map(overrideKey));
  return [...overrides.filter((s) => !keys.has(overrideKey(s))), ...more];
}

/** Breaks a series into separate things, each with what was its own. Values from rows become plain ones. */
export function breakSeriesSteps(
  project: Project,
  tree: TreeRef,
  screen: Tree,
  id: NodeId,
  newId: NewId,
): { steps: Step[]; made: NodeId[] } {
  const series = screen.nodes[id];
  const into = placesOf(screen.nodes).get(id);
  if (series?.type !== 'series' || !into || isOnly(screen.nodes, id)) return { steps: [], made: [] };
  const rows = series.rows === undefined ? undefined : project.contentSets[series.rows]?.rows;
  const pieces = entriesOf(project, series).map((entry): Piece => {
    const own: Record<NodeId, Node> = {};
    for (const [nodeId, node] of Object.entries(screen.nodes)) {
      const set = entry.overrides[nodeId] ?? [];
      const row = rows?.find((r) => r.key === entry.key);
      own[nodeId] = free(node, set, row?.values);
    }
    return copyPiece(own, series.item, newId);
  });
  let after: NodeId | null = id;
  const steps: Step[] = pieces.map((p): Step => {
    const step: Step = { do: 'insert', tree, root: p.root, nodes: p.nodes, into, after };
    after = p.root;
    return step;
  });
  return { steps: [...steps, { do: 'remove', tree, node: id }], made: pieces.map((p) => p.root) };
}

/** A node of an item by itself: its row's values as overrides or attributes, its own differences on top. */
function free(
  node: Node,
  own: readonly Override[],
  values: Readonly<Record<string, Override['value']>> | undefined,
): Node {
  const bound = Object.entries(node.bind ?? {}).filter(([, from]) => from.startsWith('row.'));
  const { bind: _, ...rest } = node;
  const kept = Object.fromEntries(Object.entries(node.bind ?? {}).filter(([, from]) => !from.startsWith('row.')));
  const bare = {
    ...(bound.length > 0 ? rest : node),
    ...(bound.length > 0 && Object.keys(kept).length > 0 ? { bind: kept } : {}),
  } as Node;
  if (bare.type === 'instance') {
    const filled = bound.flatMap(([to, from]): Override[] => {
      const value = values?.[from.slice(4)];
      return value === undefined || !to.startsWith('props.')
        ? []
        : [{ home: bare.component, at: [], kind: 'prop', name: to.slice(6), value }];
    });
    return { ...bare, overrides: overlay(overlay(bare.overrides, filled), own) } satisfies InstanceNode;
  }
  const attrs: Record<string, unknown> = { ...bare.attrs };
  for (const [to, from] of bound) if (values?.[from.slice(4)] !== undefined) attrs[to] = values[from.slice(4)];
  for (const s of own) if (s.kind === 'attr') attrs[s.name] = s.value;
  return { ...bare, attrs } as Node;
}
