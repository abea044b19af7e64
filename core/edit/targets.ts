import {
  componentAt,
  listItems,
  shownComponent,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type Node,
  type NodeId,
  type Prop,
  type Screen,
  type AppliedKit,
  type World,
} from '../model/index.js';
import type { Target } from './actions.js';
import type { EntryRef } from './steps/index.js';

/** A part of a resolved screen, taken apart: the node on the screen, and the way into its component as it is shown. */
export interface Place {
  readonly node: NodeId;
  readonly at: readonly string[];
  /** The item of a series that it stands in. */
  readonly entry?: EntryRef;
}

/** Reads a resolved key (`n12/action/text`) as a node of the screen and an address below it. Null when the node is gone. */
export function placeOfKey(screen: Pick<Screen, 'nodes'>, key: string): Place | null {
  const segments = key.split('/');
  let entry: EntryRef | undefined;
  for (let i = 0; i < segments.length; i++) {
    const id = segments[i] ?? '';
    const node = screen.nodes[id];
    if (!node) return null;
    // Below a series of the screen stands its item, once per entry.
    if (node.type === 'series' && segments[i + 1]?.startsWith('#')) {
      i += 1;
      entry = { series: id, key: (segments[i] ?? '').slice(1) };
      if (i + 1 >= segments.length) return { node: node.item, at: [], entry };
      continue;
    }
    return { node: id, at: segments.slice(i + 1), ...(entry ? { entry } : {}) };
  }
  return null;
}

/** What stands at an address as shown: the part, the component that owns it, and the component it is an instance of. */
export interface Found {
  readonly owner: Component;
  readonly ownerRef: ComponentRef;
  readonly part: Node;
  readonly instance?: { readonly ref: ComponentRef; readonly component: Component };
  /** The list item it stands in, and the list prop. */
  readonly item?: { readonly list: string; readonly key: string; readonly ownerAt: readonly string[] };
}

/** Walks an address down from an instance of the screen. */
export function findAt(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  at: readonly string[],
): Found | null {
  let ownerRef = shownComponent(appliedKits, node.component);
  let owner = componentAt(world, ownerRef);
  let item: Found['item'];
  for (let i = 0; i < at.length && owner; i++) {
    const segment = at[i] ?? '';
    if (segment.startsWith('#')) continue;
    const part: Node | undefined = owner.nodes[segment];
    if (!part) return null;
    if (part.type === 'series' && part.of !== undefined && at[i + 1]?.startsWith('#'))
      item = { list: part.of, key: (at[i + 1] ?? '').slice(1), ownerAt: at.slice(0, i) };
    const last = i === at.length - 1;
    if (part.type === 'instance') {
      const ref = shownComponent(appliedKits, part.component);
      const component = componentAt(world, ref);
      if (last)
        return {
          owner,
          ownerRef,
          part,
          ...(component ? { instance: { ref, component } } : {}),
          ...(item ? { item } : {}),
        };
      ownerRef = ref;
      owner = component;
      item = undefined;
    } else if (last) return { owner, ownerRef, part, ...(item ? { item } : {}) };
  }
  return null;
}

/** The property that a target names, as the component has it that shows there; undefined: it is no property, or not there. */
export function propAt(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  target: Target,
): Prop | undefined {
  if (target.kind !== 'prop') return undefined;
  const owner =
    target.at.length === 0
      ? componentAt(world, shownComponent(appliedKits, node.component))
      : findAt(world, appliedKits, node, target.at)?.instance?.component;
  return owner?.contract.props.find((p) => p.id === target.name);
}

/** Where a text that is seen is set: through the prop it is bound to, however far out, or on the part itself. */
export type TextPlace =
  | { readonly kind: 'attr'; readonly node: NodeId; readonly entry?: EntryRef }
  | { readonly kind: 'target'; readonly node: NodeId; readonly target: Target; readonly entry?: EntryRef }
  | {
      readonly kind: 'item';
      readonly node: NodeId;
      readonly target: Target;
      readonly key: string;
      readonly field: string;
      readonly entry?: EntryRef;
    };

/** What a part shows, by its kind: what can be edited in place. */
export type Shows = 'text' | 'icon' | 'asset';
const SHOWN_BY: Readonly<Record<Shows, Node['type']>> = { text: 'text', icon: 'icon', asset: 'image' };

/** Finds where the text (or icon, or picture) of the part with this key is chosen. Null when it shows none, or nothing can choose it. */
export function textPlace(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  key: string,
  shows: Shows = 'text',
): TextPlace | null {
  const place = placeOfKey(screen, key);
  const node = place ? screen.nodes[place.node] : undefined;
  if (!place || !node) return null;
  const item = place.entry ? { entry: place.entry } : {};
  if (node.type === SHOWN_BY[shows]) return { kind: 'attr', node: node.id, ...item };
  if (node.type !== 'instance') return null;
  const found = findAt(world, appliedKits, node, place.at);
  if (!found || found.part.type !== SHOWN_BY[shows]) return null;
  const bound = found.part.bind?.[shows];
  if (bound === undefined)
    return { kind: 'target', node: node.id, target: { at: place.at, kind: 'attr', name: shows }, ...item };
  const got = through(world, appliedKits, node, boundary(place.at), bound, found.item);
  return got && { ...got, ...item };
}

/** Finds where a property of the instance with this key is chosen: its own, or the outermost that it is bound to. Null when nothing can. */
export function propPlace(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  key: string,
  prop: string,
): TextPlace | null {
  const place = placeOfKey(screen, key);
  const node = place ? screen.nodes[place.node] : undefined;
  if (!place || node?.type !== 'instance') return null;
  const item = place.entry ? { entry: place.entry } : {};
  const own = { kind: 'target' as const, node: node.id, target: { at: place.at, kind: 'prop' as const, name: prop } };
  if (place.at.length === 0) return { ...own, ...item };
  const found = findAt(world, appliedKits, node, place.at);
  if (!found) return null;
  const bound = found.part.bind?.[`props.${prop}`];
  if (bound === undefined) return { ...own, ...item };
  const got = through(world, appliedKits, node, boundary(place.at), bound, found.item);
  return got && { ...got, ...item };
}

/** The address of the instance that owns the part at `at`. */
function boundary(at: readonly string[]): readonly string[] {
  return at.slice(0, -1);
}

/** Climbs from a prop to the outermost prop it is bound to. */
function through(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  parts: readonly string[],
  bound: string,
  item: Found['item'],
): TextPlace | null {
  const [prop = '', field] = bound.split('.');
  if (field !== undefined) {
    if (!item) return null;
    return {
      kind: 'item',
      node: node.id,
      target: { at: item.ownerAt, kind: 'prop', name: item.list },
      key: item.key,
      field,
    };
  }
  // Parts that are no instances (a series and its keys) are not boundaries: climb to the instance itself.
  const at = instanceAt(world, appliedKits, node, parts);
  if (at.length > 0) {
    const nested = findAt(world, appliedKits, node, at);
    const outer = nested?.part.bind?.[`props.${prop}`];
    if (nested && outer !== undefined) return through(world, appliedKits, node, boundary(at), outer, nested.item);
  }
  return { kind: 'target', node: node.id, target: { at, kind: 'prop', name: prop } };
}

/** The nearest instance at or above an address. */
function instanceAt(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  at: readonly string[],
): readonly string[] {
  for (let n = at.length; n > 0; n--) {
    const here = at.slice(0, n);
    if (findAt(world, appliedKits, node, here)?.instance) return here;
  }
  return [];
}

/** A list value with one field of one item changed. */
export function withItemField(list: Json | undefined, key: string, field: string, value: Json): Json {
  return listItems(list).map((i) =>
    i.key === key ? { key: i.key, values: { ...i.values, [field]: value } } : { key: i.key, values: { ...i.values } },
  );
}
