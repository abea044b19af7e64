import { Interner, Memo } from '../base/index.js';
import { transfer, type Transferred } from '../transfer/index.js';
import {
  atWidth,
  byWeight,
  plainKind,
  componentAt,
  contentSetAt,
  kitAt,
  kitOfRef,
  longer,
  lookupIn,
  listItems,
  screenOf,
  shownComponent,
  shownKit,
  subtree,
  appliedKitsOf,
  worldIn,
  type ComponentRef,
  type InstanceNode,
  type KitRef,
  type NodeId,
  type Nodes,
  type Screen,
  type SeriesNode,
  type Override,
  type SlotFill,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { part, type ResolvedScreen, type RNode } from './look.js';
import { besides, propsOf, statesFrom, type Enclosing } from './props.js';
import { movedBy, rulesFor } from './rules.js';
import { toLook } from './values.js';
import { gather, lookOf, textOf, tracing } from './change.js';
import { group, treeTransferred } from './carriedIn.js';
import { inItsPlace } from './room.js';
import type { Context, ResolveOptions, Scope } from './scope.js';

/** More parts than this on one screen are not drawn: a kit that multiplies itself must not stop the browser. */
const MOST_PARTS = 200_000;
const DEEPEST = 40;
const NO_FILLS: readonly never[] = [];
const NOTHING_DIFFERS: NonNullable<Scope['entry']> = {};
/** What bindings inside a series over a content set begin with: `row.name`. */
const ROW = 'row';
const NOTHING: ReadonlyMap<string, readonly Transferred[]> = new Map();

/**
 * A screen with every instance replaced by its parts and every value made concrete.
 * Order, weakest first: node attributes, rules (states last), prop bindings, overrides of enclosing originals from inner
 * to outer, the screen's own overrides. Never throws: what cannot be shown becomes a marked `broken` part.
 */
export function resolve(all: World, screen: Screen | string, options: ResolveOptions = {}): ResolvedScreen {
  const found = typeof screen === 'string' ? screenOf(all.project, screen) : screen;
  if (!found) throw new RangeError(`There is no screen ${String(screen)}`);
  const world = worldIn(all, found.situation);
  const appliedKits = options.appliedKits ?? appliedKitsOf(world.project, found);
  const mode = options.mode ?? found.mode ?? '';
  const first = world.project.kits[0];
  if (options.trace || options.states || options.inside)
    return resolveNew(world, found, appliedKits, first, mode, options);
  return screens.of(
    found,
    [appliedKits, first, mode, options.emptySlots === true, options.overlay ?? ''],
    () => resolveNew(world, found, appliedKits, first, mode, options),
    lookupIn(world),
  );
}

/** A screen as it is, through two lenses, and as it would be after a rebrand. */
const screens = new Memo<ResolvedScreen>(4);

/** Where a screen's own nodes stand: in no component and in no kit. */
const outermost = (nodes: Nodes): Scope => ({
  kit: undefined,
  nodes,
  props: {},
  rules: new Map(),
  reach: NOTHING,
  slot: () => [],
  states: [],
  prefix: '',
  owner: '',
  enclosing: [],
  within: [],
});
function resolveNew(
  world: World,
  found: Screen,
  appliedKits: readonly AppliedKit[],
  first: KitRef | undefined,
  mode: string,
  options: ResolveOptions,
): ResolvedScreen {
  const main = first === undefined ? undefined : kitAt(world, shownKit(appliedKits, first));
  const context: Context = {
    world,
    appliedKits,
    mode,
    main,
    width: found.width,
    longer: found.situation?.longer ?? 0,
    options,
    look: lookupIn(world),
    count: 0,
  };
  const scope = outermost(found.nodes);
  const all =
    resolveNode(context, scope, found.root) ?? broken(context, scope, found.root, 'This screen has lost its root');
  // What lies over a screen is no part of what it is laid out of.
  const lies = all.children.some((c) => c.look.overlay !== undefined);
  const root = lies ? { ...all, children: all.children.filter((c) => c.look.overlay === undefined), note: null } : all;
  const overlay = lies
    ? all.children.find((c) => c.key === options.overlay && c.look.overlay !== undefined)
    : undefined;
  return { id: found.id, name: found.name, width: found.width, height: found.height, root, overlay, mainKit: main };
}

/** How a component is shown by itself. */
export interface SampleOptions extends ResolveOptions {
  /** Of the room it stands in, px. */
  readonly width?: number;
  readonly placed?: ComponentRef;
  /** What is in its slots, and the tree that the content belongs to. */
  readonly fills?: readonly SlotFill[];
  readonly nodes?: Nodes;
}

const SAMPLE = 'sample';

/** A component by itself, with given props and content: for samples, alternatives and documentation. */
export function resolveSample(
  world: World,
  ref: ComponentRef,
  overrides: readonly Override[] = [],
  options: SampleOptions = {},
): RNode {
  const appliedKits = options.appliedKits ?? [];
  // The project's own components take page, ink and gaps from the kit that its screens are made with.
  const first = world.project.kits[0];
  const kit =
    kitOfRef(world, shownComponent(appliedKits, ref)) ??
    (first === undefined ? undefined : kitAt(world, shownKit(appliedKits, first)));
  const context: Context = {
    world,
    appliedKits,
    mode: options.mode ?? '',
    main: kit,
    width: options.width ?? 390,
    longer: 0,
    options: { emptySlots: true, ...options },
    look: lookupIn(world),
    count: 0,
  };
  const node: InstanceNode = {
    id: SAMPLE,
    type: 'instance',
    attrs: {},
    component: ref,
    ...(options.placed !== undefined && options.placed !== ref ? { placed: options.placed } : {}),
    overrides,
    fills: options.fills ?? NO_FILLS,
  };
  const scope = outermost({ ...options.nodes, [SAMPLE]: node });
  return resolveNode(context, scope, SAMPLE) ?? broken(context, scope, SAMPLE, 'Nothing to show');
}

function broken(context: Context, scope: Scope, id: NodeId, problem: string): RNode {
  const look = toLook(context, undefined, { width: 'stretch', height: 40, minWidth: 60 });
  const name = scope.nodes[id]?.name ?? id;
  return part({ key: scope.prefix + id, type: 'broken', name, look, owner: scope.owner || id, problem });
}

/** A part with what is in it; null: there is nothing to show. */
function resolveNode(context: Context, scope: Scope, id: NodeId): RNode | null {
  const written = scope.nodes[id];
  if (!written) return null;
  const node = atWidth(written, context.width);
  if (++context.count > MOST_PARTS)
    return context.count === MOST_PARTS + 1
      ? broken(
          context,
          scope,
          id,
          `There are more than ${MOST_PARTS.toLocaleString('en')} parts here; the rest is not shown`,
        )
      : null;
  const key = scope.prefix + id;
  switch (node.type) {
    case 'instance':
      return remembered(context, scope, node);
    case 'series':
      return resolveSeries(context, scope, node);
    case 'box':
    case 'text':
    case 'icon':
    case 'image':
    case 'shape':
    case 'slot':
      break;
  }
  const changes = gather(context, scope, node, key);
  const owner = ownerIn(scope, node.id);
  const look = lookOf(context, scope, node, changes);
  // Parts of a component are known by their ids; a thing of a screen by what it is.
  const name = node.name ?? (scope.component ? node.id : plainKind(node));
  if (node.type === 'slot') {
    const declared = scope.component?.contract.slots.find((s) => s.id === node.slot);
    const content = scope.slot(node.slot, key);
    // A slot that need not be filled takes no room until it is.
    if (content.length === 0 && !context.options.emptySlots && !((declared?.min ?? 0) > 0)) return null;
    const slot = {
      of: scope.owner,
      slot: node.slot,
      name: declared?.name ?? node.slot,
      accepts: declared?.accepts ?? [],
    };
    const type = content.length > 0 ? 'box' : 'slot';
    return part({ key, type, name: slot.name, look, children: content, owner, slot });
  }
  if (node.type === 'text') {
    const written = textOf(node, changes);
    const text = context.longer > 0 ? longer(written, context.longer) : written;
    return part({ key, type: 'text', name, look, text, written, owner });
  }
  if (node.type !== 'box') return part({ key, type: node.type, name, look, owner });
  const children = shownOf(context, scope, scope.moved?.get(node.id) ?? node.children);
  return part({ key, type: 'box', name, look, children, owner });
}

/** Those of some parts that are seen. A list that is made as long as it will be takes a third of the room of one that grows. */
function shownOf(context: Context, scope: Scope, ids: readonly NodeId[]): readonly RNode[] {
  const all = ids.map((id) => resolveNode(context, scope, id));
  return all.every(isShown) ? all : all.filter(isShown);
}
const isShown = (r: RNode | null): r is RNode => r?.look.visible === true;
/** Whom a part belongs to: the instance it is a part of; itself where nothing is around it. */
const ownerIn = (scope: Scope, id: NodeId): string => (scope.component && !scope.open ? scope.owner : id);

function resolveSeries(context: Context, scope: Scope, node: SeriesNode): RNode {
  const key = scope.prefix + node.id;
  const changes = gather(context, scope, node, key);
  const reach = scope.reach.get(node.id) ?? [];
  const item = scope.nodes[node.item];
  const template = item && atWidth(item, context.width);
  const children: RNode[] = [];
  const into = (itemKey: string, item: Scope['item'], entry: Scope['entry']): void => {
    const segment = `#${itemKey}`;
    const inner = reach.filter((c) => c.at[1] === segment).map((c) => ({ ...c, at: c.at.slice(2) }));
    const next: Scope = {
      ...scope,
      prefix: `${key}/${segment}/`,
      reach: inner.length > 0 ? group(inner) : scope.component ? NOTHING : scope.reach,
      ...(item ? { item } : {}),
      ...(entry ? { entry } : {}),
      owner: ownerIn(scope, node.item),
    };
    const made =
      template?.type === 'instance' ? resolveInstance(context, next, template) : resolveNode(context, next, node.item);
    if (isShown(made)) children.push(made);
  };
  if (node.of !== undefined) {
    const prop = scope.component?.contract.props.find((p) => p.id === node.of);
    for (const item of listItems(scope.props[node.of]))
      into(item.key, { of: node.of, values: item.values, props: prop?.item ?? [] }, undefined);
  } else if (node.rows !== undefined) {
    const differ = new Map(node.entries.map((e) => [e.key, e.overrides]));
    for (const row of contentSetAt(context.world.project, node.rows)?.rows ?? [])
      into(row.key, { of: ROW, values: row.values, props: [] }, differ.get(row.key) ?? NOTHING_DIFFERS);
  } else for (const entry of node.entries) into(entry.key, undefined, entry.overrides);
  const owner = ownerIn(scope, node.id);
  const look = lookOf(context, scope, node, changes);
  return part({ key, type: 'box', name: node.name ?? 'Series', look, children, owner, series: true });
}

/** A screen is looked at as it is, through a lens, and as a trial: so many ways are remembered. */
const instances = new Memo<Counted>(4);
interface Counted {
  readonly root: RNode;
  /** Parts that were looked at for it. */
  readonly count: number;
}
/** Instances by how they are written, their ids and what they do left out: what one of them shows is what all of them show. */
const written = new Interner<InstanceNode>(({ id: _, interactions: __, ...rest }) => JSON.stringify(rest));
/** The first of some instances that are written alike stands on several screens, and in more surroundings. */
const alike = new Memo<Counted>(12);

/** A part as the same part of another instance that is written alike: its key begins otherwise, and it belongs to that. */
function copied(of: RNode, from: number, key: string, owner: string, by: string): RNode {
  const inside = of.children;
  return part({
    ...of,
    key: key + of.key.slice(from),
    children: inside.length > 0 ? inside.map((c) => copied(c, from, key, owner, by)) : inside,
    owner: of.owner === owner ? by : of.owner,
    slot: of.slot?.of === owner ? { ...of.slot, of: by } : of.slot,
    as: of.as ?? of,
  });
}

/** An instance that a screen wrote, unchanged, what is in its slots included, is resolved once for what it stands in. */
function remembered(context: Context, scope: Scope, node: InstanceNode): RNode {
  const { options } = context;
  // What is traced is resolved anew, and only that.
  const asked = options.trace?.key ?? options.inside?.key;
  const key = scope.prefix + node.id;
  const traced = asked !== undefined && `${asked}/`.startsWith(`${key}/`);
  // What is opened, or tried in place of another, is no instance like others.
  const special = options.open === true || options.instead !== undefined;
  if (scope.component || scope.item || scope.entry || traced || special || options.states || scope.reach !== NOTHING)
    return resolveInstance(context, scope, node);
  const on: unknown[] = [
    context.appliedKits,
    context.mode,
    context.main,
    context.width,
    context.longer,
    options.emptySlots === true,
    scope.prefix,
  ];
  if (node.fills.length > 0) for (const id of subtree(scope.nodes, node.id)) on.push(scope.nodes[id]);
  for (const e of scope.enclosing) on.push(e.ref, e.component, ...Object.values(e.props));
  const before = context.count;
  const made = (of: InstanceNode): Counted => {
    const root = resolveInstance(context, scope, of);
    return { root, count: context.count - before };
  };
  const known = instances.of(
    node,
    on,
    () => {
      const first = node.fills.length > 0 ? node : written.of(node);
      if (first === node) return made(node);
      const { root, count } = alike.of(first, on, () => made(first), context.look);
      return { root: copied(root, root.key.length, key, root.owner, ownerIn(scope, node.id)), count };
    },
    context.look,
  );
  context.count = before + known.count;
  return known.root;
}

function resolveInstance(context: Context, scope: Scope, node: InstanceNode): RNode {
  const { world, appliedKits } = context;
  const key = scope.prefix + node.id;
  const changes = gather(context, scope, node, key);
  const swapped = changes?.['component'];
  const written = typeof swapped === 'string' ? swapped : node.component;
  const shown = shownComponent(appliedKits, written);
  const open = context.options.open === true && scope.enclosing.length === 0 && key === SAMPLE;
  const component = (open ? context.options.instead : undefined) ?? componentAt(world, shown);
  if (!component) return broken(context, scope, node.id, `${shown} is not installed`);
  if (scope.within.includes(shown) || scope.enclosing.length > DEEPEST) {
    return broken(context, scope, node.id, `${component.name} contains itself`);
  }
  const owner = ownerIn(scope, node.id);
  const placed = typeof swapped === 'string' ? written : (node.placed ?? written);
  const own = transfer(world, appliedKits, {
    written: placed,
    shown,
    overrides: byWeight(node.overrides),
    fills: node.fills,
  });
  const tree = scope.component || (node.bind && scope.item) ? treeTransferred(context, scope, node, shown) : NO_FILLS;
  const differs = scope.component ? undefined : scope.entry?.[node.id];
  const single =
    differs && differs.length > 0
      ? transfer(world, appliedKits, { written: shown, shown, overrides: differs, fills: NO_FILLS }).overrides
      : NO_FILLS;
  const outer = (scope.reach.get(node.id) ?? [])
    .filter((s) => s.kind === 'prop' || s.at.length > 1)
    .map((s) => ({ ...s, at: s.at.slice(1) }));
  const layers: readonly Transferred[] =
    outer.length > 0 || tree.length > 0 || single.length > 0
      ? [...own.overrides, ...tree, ...single, ...outer]
      : own.overrides;
  const asked = context.options.states?.[key];
  const props = propsOf(component, layers, {
    enclosing: scope.enclosing,
    owner: scope.owner,
    states: asked ?? NO_FILLS,
    width: context.width,
    tell: tracing(context, key),
  });
  const itself = statesFrom(component, props);
  const states = asked ? besides(itself, asked) : itself;
  const enclosing: Enclosing[] = [...scope.enclosing, { ref: shown, component, props }];
  const kit = kitOfRef(world, shown);
  const rules = rulesFor(component, props, states, context.width);
  const inner: Scope = {
    component,
    kit,
    nodes: component.nodes,
    props,
    rules,
    moved: movedBy(component, rules),
    open,
    reach: layers.some((s) => s.at.length > 0) ? group(layers.filter((s) => s.at.length > 0)) : NOTHING,
    states,
    prefix: open ? '' : `${key}/`,
    owner,
    enclosing,
    within: [...scope.within, shown],
    slot: (id) => {
      const inside = own.fills.shown[id];
      // Slot content belongs to the tree that wrote it; what it inherits comes from where it stands.
      return inside ? shownOf(context, { ...scope, enclosing }, inside) : NO_FILLS;
    },
  };
  if (context.options.inside?.key === key)
    context.options.inside.tell({ context, node, shown, component, scope: inner, changes, fills: own.fills.shown });
  const root = resolveNode(context, inner, component.root);
  if (!root) return broken(context, scope, node.id, `${component.name} has lost its root`);
  const look = inItsPlace(context, scope, node, changes, root.look);
  const instance = { written, shown, name: component.name, role: component.role, props };
  return open
    ? part({ ...root, look, as: null })
    : part({ ...root, as: null, key, look, name: node.name ?? component.name, owner, instance });
}
