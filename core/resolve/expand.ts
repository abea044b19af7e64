import {
  atWidth,
  listItems,
  placesOf,
  qualifyAttrs,
  overrideKey,
  shownComponent,
  splitRef,
  subtree,
  type Attrs,
  type ComponentRef,
  type InstanceNode,
  type KitRef,
  type Node,
  type NodeId,
  type Screen,
  type Override,
  type World,
} from '../model/index.js';
import { treeOverrides } from './carriedIn.js';
import { gather, textOf } from './change.js';
import { resolve } from './resolve.js';
import { PLACE } from './room.js';
import type { Inside, ResolveOptions, Scope } from './scope.js';

/** One instance as the plain parts it shows: nested instances stay instances, what is in its slots stays what it is. */
export interface Expanded {
  readonly shown: ComponentRef;
  readonly root: NodeId;
  readonly nodes: Readonly<Record<NodeId, Node>>;
  /** For each part that was made, the way to it in the component. The root's is empty. */
  readonly from: ReadonlyMap<NodeId, readonly string[]>;
}

/**
 * The parts that an instance shows now, with what rules, links and overrides make of them written on each. The painted result is
 * the same but for empty slots, which only an instance can show. Null when there is no such instance, or it shows nothing.
 * @param id of the instance, in the screen's own tree
 * @param newId ids for the parts; the root keeps the instance's own. `slots`: empty slots come as empty boxes
 */
export function expand(
  world: World,
  screen: Screen,
  id: NodeId,
  newId: () => NodeId,
  options: ResolveOptions & { readonly slots?: boolean } = {},
): Expanded | null {
  let inside: Inside | null = null;
  resolve(world, alone(screen, id), {
    ...options,
    inside: { key: id, tell: (i) => (inside ??= i) },
  });
  return inside === null ? null : expandInside(inside, newId, options.slots === true);
}

/** A screen with nothing on it but one thing and what that stands in: the rest does not say what it shows. */
export function alone(screen: Screen, id: NodeId): Screen {
  const places = placesOf(screen.nodes);
  const nodes: Record<NodeId, Node> = {};
  for (const below of subtree(screen.nodes, id)) nodes[below] = screen.nodes[below] as Node;
  let child = id;
  for (let at = places.get(child)?.parent; at !== undefined; at = places.get(child)?.parent) {
    const n = screen.nodes[at];
    if (!n) break;
    const only = child;
    nodes[at] =
      n.type === 'box'
        ? { ...n, children: [only] }
        : n.type === 'instance'
          ? {
              ...n,
              fills: n.fills.flatMap((f) => (f.children.includes(only) ? [{ ...f, children: [only] }] : [])),
            }
          : n;
    child = at;
  }
  return child === screen.root ? { ...screen, nodes } : screen;
}
function expandInside(inside: Inside, newId: () => NodeId, slots: boolean): Expanded {
  const { context, component, scope, shown, node, fills } = inside;
  const nodes: Record<NodeId, Node> = {};
  const from = new Map<NodeId, readonly string[]>();
  const { kit } = splitRef(shown);
  const ref: KitRef | null = kit === 'project' ? null : kit;
  const attrsOf = (n: Node, changes: Readonly<Record<string, unknown>> | null): Attrs => {
    const { component: _, place: __, ...rest } = { ...n.attrs, ...changes } as Record<string, unknown>;
    return ref === null ? (rest as Attrs) : qualifyAttrs(rest, ref);
  };
  const build = (at: Scope, part: NodeId, path: readonly string[], own?: NodeId): NodeId | null => {
    const written = at.nodes[part];
    if (!written) return null;
    const n = atWidth(written, context.width);
    const key = `${at.prefix}${part}`;
    const made = own ?? newId();
    const way = own === undefined ? [...path, part] : [];
    const was = { component: shown, at: way };
    const changes = gather(context, at, n, key);
    const common = { id: made, ...(n.name ? { name: n.name } : {}), was };
    from.set(made, way);
    switch (n.type) {
      case 'instance': {
        const got = nested(inside, at, n, changes);
        const kept = n.fills.map((f) => ({
          ...f,
          children: f.children.flatMap((c) => build(at, c, path) ?? []),
        }));
        nodes[made] = {
          ...common,
          ...got,
          type: 'instance',
          attrs: attrsOf(n, changes),
          fills: kept.filter((f) => f.children.length > 0),
        };
        break;
      }
      case 'slot': {
        const content = fills[n.slot] ?? [];
        if (content.length === 0 && own === undefined && !slots) {
          from.delete(made);
          return null;
        }
        nodes[made] = {
          ...common,
          name: n.name ?? slotName(inside, n.slot),
          type: 'box',
          attrs: attrsOf(n, changes),
          children: content,
        };
        break;
      }
      case 'series': {
        const items = n.of === undefined ? [] : listItems(at.props[n.of]);
        const prop = component.contract.props.find((p) => p.id === n.of);
        const children = items.flatMap((item) => {
          const segment = `#${item.key}`;
          const reach = (at.reach.get(n.id) ?? [])
            .filter((c) => c.at[1] === segment)
            .map((c) => ({ ...c, at: c.at.slice(2) }));
          const inner: Scope = {
            ...at,
            prefix: `${key}/${segment}/`,
            reach: new Map(reach.map((c) => [c.at[0] ?? '', reach.filter((x) => x.at[0] === c.at[0])])),
            item: { of: n.of as string, values: item.values, props: prop?.item ?? [] },
          };
          return build(inner, n.item, [...way, segment]) ?? [];
        });
        nodes[made] = { ...common, type: 'box', attrs: attrsOf(n, changes), children };
        break;
      }
      case 'box': {
        const list = at.moved?.get(n.id) ?? n.children;
        // A place is kept in the order of the parts.
        const children = list.flatMap((c) => build(at, c, path) ?? []);
        nodes[made] = { ...common, type: 'box', attrs: attrsOf(n, changes), children };
        break;
      }
      case 'text':
      case 'icon':
      case 'image':
      case 'shape': {
        const attrs = attrsOf(n, changes);
        nodes[made] = {
          ...common,
          type: n.type,
          attrs: n.type === 'text' ? { ...attrs, text: textOf(n, changes) } : attrs,
        };
      }
    }
    return made;
  };
  build(scope, component.root, [], node.id);
  // The room it takes is said by where it stands.
  const top = nodes[node.id];
  const room = Object.fromEntries(
    Object.entries({ ...node.attrs, ...inside.changes }).filter(([name, v]) => PLACE.has(name) && v !== undefined),
  );
  if (top)
    nodes[node.id] = { ...top, name: node.name ?? component.name, attrs: { ...top.attrs, ...room } as Attrs } as Node;
  return { shown, root: node.id, nodes, from };
}
const slotName = ({ component }: Inside, slot: string): string =>
  component.contract.slots.find((s) => s.id === slot)?.name ?? slot;

/** A nested instance with everything the trees around it say of it, as overrides of its own. */
function nested(
  { context }: Inside,
  scope: Scope,
  n: InstanceNode,
  changes: Readonly<Record<string, unknown>> | null,
): Pick<InstanceNode, 'component' | 'overrides'> & { readonly placed?: ComponentRef } {
  const swapped = changes?.['component'];
  const component = typeof swapped === 'string' ? swapped : n.component;
  const home = n.placed ?? n.component;
  const shown = shownComponent(context.appliedKits, component);
  const outer = (scope.reach.get(n.id) ?? [])
    .filter((c) => c.kind === 'prop' || c.at.length > 1)
    .map((c): Override => ({
      home: shown,
      at: c.at.slice(1),
      kind: c.kind,
      name: c.name,
      value: c.value,
      ...(c.when ? { when: c.when } : {}),
    }));
  const all = [...n.overrides, ...treeOverrides(scope, n, home), ...outer];
  const last = new Map(all.map((s) => [overrideKey(s), s]));
  const placed = typeof swapped === 'string' ? undefined : n.placed;
  return { component, overrides: [...last.values()], ...(placed !== undefined ? { placed } : {}) };
}
