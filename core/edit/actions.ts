import { transferInstance, targetKey, withParked, type Transferred } from '../transfer/index.js';
import { pairFor } from '../match/index.js';
import {
  readdressed,
  componentAt,
  listAt,
  placesOf,
  roleFacts,
  sameJson,
  overrideKey,
  shownComponent,
  subtree,
  type ComponentRef,
  type InstanceNode,
  type ParentRef,
  type Json,
  type Node,
  type NodeId,
  type Nodes,
  type Screen,
  type Override,
  type AppliedKit,
  type When,
  type World,
} from '../model/index.js';
import type { TreeRef } from './kind.js';
import type { EntryRef, Step } from './steps/index.js';

/** Makes ids that no other node has. */
export type NewId = () => string;

/** Something to place: a tree of nodes and its root. */
export interface Piece {
  readonly root: NodeId;
  readonly nodes: Nodes;
}

/** What is chosen on an instance as it is shown: a prop or an attribute of a part, at an address in shown terms. */
export interface Target {
  readonly at: readonly string[];
  readonly kind: 'prop' | 'attr';
  readonly name: string;
  readonly when?: When;
}

/** The tree of a screen; of an original that is worked on as if it were one, its own: then the id says which. */
export const treeOfScreen = (screen: Pick<Screen, 'id'>): TreeRef =>
  isOriginalTree(screen.id) ? screen.id : `screen:${screen.id}`;
const isOriginalTree = (id: string): id is TreeRef => id.startsWith('original:') || id.startsWith('edition:');

/** A new instance of a component, nothing chosen on it yet. */
export function newInstance(
  id: NodeId,
  component: ComponentRef,
  attrs: InstanceNode['attrs'] = {},
  overrides: readonly Override[] = [],
): InstanceNode {
  return { id, type: 'instance', component, attrs, overrides, fills: [] };
}

/** A copy with new ids throughout. Slot contents, series items and overrides go along. */
export function copyPiece(nodes: Nodes, root: NodeId, newId: NewId): Piece {
  const ids = subtree(nodes, root);
  const renamed = new Map(ids.map((id) => [id, newId()]));
  const to = (id: NodeId): NodeId => renamed.get(id) ?? id;
  const made: Record<NodeId, Node> = {};
  for (const id of ids) {
    const node = nodes[id];
    if (!node) continue;
    const base = {
      ...node,
      id: to(id),
      ...(node.interactions ? { interactions: readdressed(node.interactions, to) } : {}),
    };
    if (base.type === 'box') made[base.id] = { ...base, children: base.children.map(to) };
    else if (base.type === 'instance')
      made[base.id] = { ...base, fills: base.fills.map((f) => ({ ...f, children: f.children.map(to) })) };
    else if (base.type === 'series')
      made[base.id] = {
        ...base,
        item: to(base.item),
        entries: base.entries.map((e) => ({
          ...e,
          overrides: Object.fromEntries(Object.entries(e.overrides).map(([n, list]) => [to(n), list])),
        })),
      };
    else made[base.id] = base;
  }
  return { root: to(root), nodes: made };
}

/**
 * The components that an address passes, one for each of its segments: an empty text for what is no boundary (a series, a key).
 * Undefined when it leads nowhere.
 */
function boundariesOf(
  world: World,
  appliedKits: readonly AppliedKit[],
  shown: ComponentRef,
  at: readonly string[],
  boundaries: number,
): readonly ComponentRef[] | undefined {
  let ref = shown;
  const passed: ComponentRef[] = [];
  for (let i = 0; i < boundaries; i++) {
    const segment = at[i] ?? '';
    const node = segment.startsWith('#') ? undefined : componentAt(world, ref)?.nodes[segment];
    if (segment.startsWith('#') || node?.type === 'series') {
      passed.push('');
      continue;
    }
    if (node?.type !== 'instance') return undefined;
    ref = shownComponent(appliedKits, node.component);
    passed.push(ref);
  }
  return passed;
}

/** An instance as one item of a series has it: with what is set on that item alone. */
function inEntry(nodes: Nodes, node: InstanceNode, entry: EntryRef | undefined): InstanceNode {
  if (!entry) return node;
  const series = nodes[entry.series];
  const own =
    series?.type === 'series' ? series.entries.find((e) => e.key === entry.key)?.overrides[node.id] : undefined;
  return { ...node, overrides: own ?? [] };
}

/** The overrides that show in a target now, superseded ones included. */
export function overridesBehind(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  target: Target,
): readonly Override[] {
  const key = targetKey(target);
  const shown = transferInstance(world, appliedKits, node);
  const direct = shown.overrides
    .filter((c: Transferred) => targetKey(c) === key && c.from >= 0)
    .map((c) => node.overrides[c.from]);
  // A choice that waits behind a later one in the same place goes with it, or it would come back unasked.
  const behind = node.overrides.filter((s) =>
    transferInstance(world, appliedKits, { ...node, overrides: [s], fills: node.fills }).overrides.some(
      (c) => c.from >= 0 && targetKey(c) === key,
    ),
  );
  return [...new Set([...direct, ...behind])].filter((s): s is Override => s !== undefined);
}

/** Which item of a series is meant, and the tree it stands in. Without an entry, the thing itself is. */
export interface ItemOf {
  readonly nodes: Nodes;
  readonly entry?: EntryRef;
}

/** The component whose prop a override is about, as it stood when the override was made. */
function ownerOf(world: World, s: Override): ComponentRef | undefined {
  if (s.at.length === 0) return s.home;
  return (s.through ?? boundariesOf(world, [], s.home, s.at, s.at.length))?.filter((r) => r !== '').at(-1) ?? s.leaf;
}

/** Chooses a value on an instance, in the terms of what is shown. Replaces the override it came from. */
export function chooseSteps(
  world: World,
  appliedKits: readonly AppliedKit[],
  tree: TreeRef,
  written: InstanceNode,
  target: Target,
  value: Json,
  item?: ItemOf,
): Step[] {
  const node = item ? inEntry(item.nodes, written, item.entry) : written;
  const within = item?.entry ? { entry: item.entry } : {};
  const shown = shownComponent(appliedKits, node.component);
  const boundaries = target.kind === 'attr' ? target.at.length - 1 : target.at.length;
  const passed = boundariesOf(world, appliedKits, shown, target.at, boundaries);
  const plain = boundariesOf(world, [], shown, target.at, boundaries);
  const earlier = overridesBehind(world, appliedKits, node, target);
  const owner = passed?.filter((r) => r !== '').at(-1) ?? shown;
  const override: Override = {
    home: shown,
    at: target.at,
    kind: target.kind,
    name: target.name,
    value:
      target.kind === 'prop'
        ? withParked(
            world,
            appliedKits,
            owner,
            target.name,
            value,
            earlier.map((s) => ({ override: s, home: ownerOf(world, s) })),
          )
        : value,
    ...(target.when ? { when: target.when } : {}),
    ...(passed !== undefined && !sameJson(passed, plain) ? { through: passed } : {}),
  };
  const key = overrideKey(override);
  const steps: Step[] = earlier
    .filter((s) => overrideKey(s) !== key)
    .map((s): Step => ({ do: 'override', tree, node: node.id, key: overrideKey(s), value: null, ...within }));
  return [...steps, { do: 'override', tree, node: node.id, key, value: override, ...within }];
}

/** Drops what was chosen in a target: the original's value shows again. */
export function resetSteps(
  world: World,
  appliedKits: readonly AppliedKit[],
  tree: TreeRef,
  written: InstanceNode,
  target: Target,
  item?: ItemOf,
): Step[] {
  const node = item ? inEntry(item.nodes, written, item.entry) : written;
  const within = item?.entry ? { entry: item.entry } : {};
  return overridesBehind(world, appliedKits, node, target).map((s): Step => ({
    do: 'override',
    tree,
    node: node.id,
    key: overrideKey(s),
    value: null,
    ...within,
  }));
}

/** Attributes of the instance's own place that count as overrides and can be put back. */
export const PLACE_FIELDS = ['width', 'height', 'minWidth', 'maxWidth', 'visible', 'opacity'] as const;

/** Drops everything chosen on an instance, its room included; what is in its slots stays. */
export function resetAllSteps(tree: TreeRef, node: InstanceNode): Step[] {
  const steps: Step[] = node.overrides.map((s): Step => ({
    do: 'override',
    tree,
    node: node.id,
    key: overrideKey(s),
    value: null,
  }));
  for (const f of PLACE_FIELDS)
    if (node.attrs[f] !== undefined) steps.push({ do: 'set', tree, node: node.id, field: `attrs.${f}`, value: null });
  return steps;
}

/** Shows an instance as another component. Overrides stay as they are; only the choice of component changes. */
export function swapSteps(tree: TreeRef, node: InstanceNode, to: ComponentRef): Step[] {
  if (to === node.component) return [];
  const first = node.placed ?? node.component;
  return [
    { do: 'set', tree, node: node.id, field: 'component', value: to },
    { do: 'set', tree, node: node.id, field: 'placed', value: to === first ? null : first },
  ];
}

/** The place in an instance's slot, as it is shown: an existing fill that shows there, or a new one in shown terms. */
export function slotPlace(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  slot: string,
): ParentRef {
  const shown = shownComponent(appliedKits, node.component);
  for (const f of node.fills) {
    const to = f.home === shown ? f.slot : pairFor(world, appliedKits, f.home, shown)?.slots[f.slot];
    if (to === slot && f.children.length > 0) return { parent: node.id, slot: { home: f.home, slot: f.slot } };
  }
  return { parent: node.id, slot: { home: shown, slot } };
}

export interface Spot {
  readonly into: ParentRef;
  readonly after: NodeId | null;
  /** In a free box: how far from its left and top edge; px. */
  readonly at?: { readonly x: number; readonly y: number };
  /** In a grid: the cell it takes, from 1; null: it takes its turn. */
  readonly cell?: { readonly column: number; readonly row: number } | null;
}

/** What takes all the width there is gets so much of it when it is put into a free box: px. */
const WIDEST_FREE = 320;
/** The steps that lay things that were put into a free box where they were let go, a little apart; or into cells of a grid. */
export function overlaySteps(
  tree: TreeRef,
  things: readonly Pick<Node, 'id' | 'attrs'>[],
  spot: Spot,
): readonly Step[] {
  const { at, cell } = spot;
  if (cell !== undefined)
    return things.flatMap(({ id, attrs }, i): Step[] =>
      (['column', 'row'] as const).flatMap((name): Step[] => {
        // Several that are put into a cell: the first takes it, the others their turn.
        const value = cell && i === 0 ? cell[name] : null;
        return (attrs[name] ?? null) === value ? [] : [{ do: 'set', tree, node: id, field: `attrs.${name}`, value }];
      }),
    );
  if (!at) return [];
  return things.flatMap(({ id, attrs }, i): Step[] => {
    const set = (name: string, value: Json): Step => ({ do: 'set', tree, node: id, field: `attrs.${name}`, value });
    return [
      set('x', Math.round(at.x) + i * 16),
      set('y', Math.round(at.y) + i * 16),
      ...(['right', 'bottom', 'edges'] as const).flatMap((n) => (attrs[n] === undefined ? [] : [set(n, null)])),
      ...(attrs.width === 'stretch' ? [set('width', WIDEST_FREE)] : []),
    ];
  });
}

/**
 * Pieces as they are put somewhere: on the ground of a screen what lies over screens by its role does so; anywhere else nothing does.
 */
export function asOverlay(
  world: World,
  screen: Pick<Screen, 'root'>,
  pieces: readonly Piece[],
  spot: Spot,
): readonly Piece[] {
  const ground = spot.into.parent === screen.root && spot.into.slot === undefined;
  return pieces.map((p): Piece => {
    const node = p.nodes[p.root];
    if (!node) return p;
    const role = node.type === 'instance' ? componentAt(world, node.component)?.role : undefined;
    const overlay = ground ? (node.attrs.overlay ?? roleFacts(role ?? '').overlay) : undefined;
    if (overlay === node.attrs.overlay) return p;
    const { overlay: _, ...attrs } = node.attrs;
    return {
      ...p,
      nodes: {
        ...p.nodes,
        [p.root]: { ...node, attrs: overlay === undefined ? attrs : { ...attrs, overlay: overlay } },
      },
    };
  });
}
/** Of things that are moved off the ground of a screen: none of them lies over it any more. */
export const backgroundSteps = (
  tree: TreeRef,
  screen: Pick<Screen, 'root'>,
  things: readonly Pick<Node, 'id' | 'attrs'>[],
  spot: Spot,
): readonly Step[] =>
  spot.into.parent === screen.root && spot.into.slot === undefined
    ? []
    : things.flatMap(({ id, attrs }): Step[] =>
        attrs.overlay === undefined ? [] : [{ do: 'set', tree, node: id, field: 'attrs.overlay', value: null }],
      );

/**
 * Where something new goes: behind the selection; into it when it is an empty container or takes content and `inside`
 * is asked for; at the end of the screen (before what is pinned to its bottom) when nothing is selected.
 */
export function spotFor(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  selected: NodeId | null,
  inside = false,
): Spot {
  const { nodes, root } = screen;
  const node = selected === null ? undefined : nodes[selected];
  if (node && (inside || node.id === root)) {
    if (node.type === 'box') return { into: { parent: node.id }, after: lastFree(nodes, node.children) };
    if (node.type === 'instance') {
      const slot = componentAt(world, shownComponent(appliedKits, node.component))?.contract.slots[0];
      if (slot) {
        const into = slotPlace(world, appliedKits, node, slot.id);
        return { into, after: listAt(nodes, into).at(-1) ?? null };
      }
    }
  }
  // Behind the only thing a series repeats: behind the series.
  const found = selected === null ? null : holderOf(nodes, selected);
  if (found && !(nodes[found.after]?.attrs.pin === 'bottom')) return found;
  const ground = nodes[root];
  return { into: { parent: root }, after: ground?.type === 'box' ? lastFree(nodes, ground.children) : null };
}

/** Where something behind a node stands: in its container, or behind a container that holds just the one thing. */
function holderOf(nodes: Nodes, id: NodeId): { readonly into: ParentRef; readonly after: NodeId } | null {
  let after = id;
  for (let into = placesOf(nodes).get(after); into; into = placesOf(nodes).get(after)) {
    if (nodes[into.parent]?.type !== 'series') return { into, after };
    after = into.parent;
  }
  return null;
}

/** Is this the only thing its container can hold, so that it cannot leave it? */
export function isOnly(nodes: Nodes, id: NodeId): boolean {
  const into = placesOf(nodes).get(id);
  return into !== undefined && nodes[into.parent]?.type === 'series';
}

/** The last child that is not pinned to the bottom: new things come before a tab bar. */
function lastFree(nodes: Nodes, children: readonly NodeId[]): NodeId | null {
  for (let i = children.length - 1; i >= 0; i--) {
    const id = children[i];
    if (id !== undefined && nodes[id]?.attrs.pin !== 'bottom') return id;
  }
  return null;
}

/** Inserts pieces one after the other. */
export function placeSteps(tree: TreeRef, pieces: readonly Piece[], spot: Spot): Step[] {
  let { after } = spot;
  return pieces.map((p): Step => {
    const step: Step = { do: 'insert', tree, root: p.root, nodes: p.nodes, into: spot.into, after };
    after = p.root;
    return step;
  });
}

/** Of several selected nodes, those that are not inside another selected one, in document order. */
export function outermost(nodes: Nodes, root: NodeId, ids: readonly NodeId[]): NodeId[] {
  const wanted = new Set(ids);
  const inside = new Set<NodeId>();
  for (const id of ids) for (const below of subtree(nodes, id)) if (below !== id) inside.add(below);
  return subtree(nodes, root).filter((id) => wanted.has(id) && !inside.has(id));
}

export function removeSteps(tree: TreeRef, screen: Pick<Screen, 'nodes' | 'root'>, ids: readonly NodeId[]): Step[] {
  return outermost(screen.nodes, screen.root, ids)
    .filter((id) => id !== screen.root && !isOnly(screen.nodes, id))
    .map((node): Step => ({ do: 'remove', tree, node }));
}

/** Copies each node directly behind itself. Tells the new ids, to be selected. */
export function duplicateSteps(
  tree: TreeRef,
  screen: Pick<Screen, 'nodes' | 'root'>,
  ids: readonly NodeId[],
  newId: NewId,
): { steps: Step[]; made: NodeId[] } {
  const places = placesOf(screen.nodes);
  const tops = outermost(screen.nodes, screen.root, ids).filter((id) => places.has(id) && !isOnly(screen.nodes, id));
  const steps: Step[] = [];
  const made: NodeId[] = [];
  // Several neighbours are copied as a run behind the last of them.
  const lastOf = new Map<string, NodeId>();
  for (const id of tops) lastOf.set(JSON.stringify(places.get(id)), id);
  for (const id of tops) {
    const into = places.get(id);
    if (!into) continue;
    const group = JSON.stringify(into);
    const piece = copyPiece(screen.nodes, id, newId);
    steps.push({ do: 'insert', tree, root: piece.root, nodes: piece.nodes, into, after: lastOf.get(group) ?? id });
    lastOf.set(group, piece.root);
    made.push(piece.root);
  }
  return { steps, made };
}

/** One place up or down among its neighbours. */
export function nudgeSteps(tree: TreeRef, screen: Pick<Screen, 'nodes'>, id: NodeId, by: -1 | 1): Step[] {
  const into = placesOf(screen.nodes).get(id);
  if (!into) return [];
  const list = listAt(screen.nodes, into);
  const at = list.indexOf(id);
  const to = at + by;
  if (to < 0 || to >= list.length) return [];
  const after = by === 1 ? (list[at + 1] ?? null) : (list[at - 2] ?? null);
  return [{ do: 'move', tree, node: id, into, after }];
}

/** Into the container before it (in), or behind its own container (out). */
export function indentSteps(
  world: World,
  appliedKits: readonly AppliedKit[],
  tree: TreeRef,
  screen: Screen,
  id: NodeId,
  by: 'in' | 'out',
): Step[] {
  const places = placesOf(screen.nodes);
  const into = places.get(id);
  if (!into || isOnly(screen.nodes, id)) return [];
  if (by === 'out') {
    const up = places.get(into.parent);
    return up && !isOnly(screen.nodes, into.parent)
      ? [{ do: 'move', tree, node: id, into: up, after: into.parent }]
      : [];
  }
  const list = listAt(screen.nodes, into);
  const spot = lastIn(world, appliedKits, screen.nodes, list[list.indexOf(id) - 1] ?? '');
  return spot ? [{ do: 'move', tree, node: id, ...spot }] : [];
}

/** The last place inside a node: of a row or column, or of the first slot of an instance. Null where nothing can be put. */
export function lastIn(world: World, appliedKits: readonly AppliedKit[], nodes: Nodes, id: NodeId): Spot | null {
  const node = nodes[id];
  if (node?.type === 'box') return { into: { parent: id }, after: node.children.at(-1) ?? null };
  if (node?.type !== 'instance') return null;
  const slot = componentAt(world, shownComponent(appliedKits, node.component))?.contract.slots[0];
  if (!slot) return null;
  const into = slotPlace(world, appliedKits, node, slot.id);
  return { into, after: listAt(nodes, into).at(-1) ?? null };
}
