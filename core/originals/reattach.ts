import { doneByParts } from './interactions.js';
import { Memo } from '../base/index.js';
import { transferInstance, targetKey } from '../transfer/index.js';
import { treeOfScreen, type NewId, type Step } from '../edit/index.js';
import {
  attrName,
  childrenOf,
  componentAt,
  listAt,
  listItems,
  lookupIn,
  placesOf,
  PLAIN_HOME,
  sameJson,
  overrideKey,
  shownComponent,
  splitRef,
  subtree,
  bareValue,
  partAddress,
  type Interaction,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type Node,
  type NodeId,
  type Screen,
  type Override,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { alone, expand, PLACE, resolve, type Expanded, type RNode } from '../resolve/index.js';
import { instancesBy } from './detach.js';
import { likeness, pairParts, type Piece } from './likeness.js';

/** What becomes of one difference when plain parts become an instance again. */
export interface ReattachEntry {
  /** `same`: as it was; `override`: kept as a override; `content`: put into a slot; `beside`: kept as it is, beside the instance. */
  readonly outcome: 'override' | 'content' | 'beside';
  readonly what: string;
  readonly why: string;
}
export type Reattached =
  | {
      readonly steps: readonly Step[];
      readonly ledger: readonly ReattachEntry[];
      /** The instance that stands there then. */
      readonly node: InstanceNode;
      readonly name: string;
      /** 0 to 1: how alike the parts are to what the component shows. */
      readonly likeness: number;
      /** It shows exactly what the parts showed, as far as attributes and overrides tell. */
      readonly exact: boolean;
    }
  | { readonly problem: string };

/** Could never be linked to this: fewer parts agree than differ. */
const LEAST = 0.35;

/**
 * Makes plain parts an instance again: of what they were, or of any component they are like. Where nothing was changed since they
 * were detached the instance is exactly the one it was; else each difference becomes a override, slot content, or stands beside it.
 * Nothing is lost.
 * @param ref which component; absent: the one it was
 */
export function reattach(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  id: NodeId,
  newId: NewId,
  ref?: ComponentRef,
): Reattached {
  const root = screen.nodes[id];
  const place = placesOf(screen.nodes).get(id);
  if (!root || root.type === 'instance')
    return { problem: 'Only what is plain can be linked; this is an instance already.' };
  if (!place || id === screen.root)
    return { problem: 'The ground of a screen is no component; select something on it.' };
  if (screen.nodes[place.parent]?.type === 'series')
    return { problem: 'This is repeated by its series; break the series first.' };
  const { was } = root;
  const wanted = ref ?? was?.instance?.component ?? was?.component;
  if (wanted === undefined) return { problem: 'This never was a component; choose which it is to be.' };
  const component = componentAt(world, shownComponent(appliedKits, wanted));
  if (!component) return { problem: `${wanted} is not here any more; choose another component for it.` };
  const same = was?.instance !== undefined && (ref === undefined || ref === was.instance.component);
  const base: InstanceNode =
    same && was.instance
      ? { ...was.instance, id }
      : {
          id,
          type: 'instance',
          component: wanted,
          attrs: roomOf(root),
          overrides: [],
          fills: [],
          ...(root.name && root.name !== component.name ? { name: root.name } : {}),
        };
  return compareTo(world, appliedKits, screen, root, base, component, newId);
}
const roomOf = (n: Node): InstanceNode['attrs'] =>
  Object.fromEntries(Object.entries(n.attrs).filter(([k]) => PLACE.has(k) && k !== 'visible'));

function compareTo(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  root: Node,
  base: InstanceNode,
  component: Component,
  newId: NewId,
): Reattached {
  const { id } = root;
  const mine = subtree(screen.nodes, id);
  const actual: Piece = { nodes: screen.nodes, root: id };
  // As the component shows it, empty slots too: on a screen of its own, in the same place.
  const own = new Set(mine);
  const around = alone(screen, id);
  const rest = Object.fromEntries(Object.entries(around.nodes).filter(([k]) => !own.has(k)));
  const bare: InstanceNode = { ...base, fills: [] };
  const empty: Screen = { ...around, nodes: { ...rest, [id]: bare } };
  const opened = openedOf(world, appliedKits, empty, bare, component);
  if (!opened) return { problem: `${component.name} shows nothing here.` };
  const expected: Piece = { nodes: opened.nodes, root: id };
  const ways = new Map([...opened.from].map(([part, way]) => [way.join('/'), part]));
  const fixed = new Map<NodeId, NodeId>();
  for (const key of mine) {
    const w = screen.nodes[key]?.was;
    const part = w && w.component === opened.shown ? ways.get(w.at.join('/')) : undefined;
    // A copy of a part is another thing: the first of them is meant.
    if (part !== undefined && key !== id && !fixed.has(part)) fixed.set(part, key);
  }
  const pairs = pairParts(expected, actual, fixed);
  const fit = likeness(expected, actual);
  if (fit < LEAST && fixed.size === 0)
    return { problem: `This is not like ${component.name}: ${Math.round(fit * 100)} % of it agrees.` };

  const made: Override[] = [];
  const ledger: ReattachEntry[] = [];
  let inside: ReadonlyMap<string, RNode> | null = null;
  const shows = (way: readonly string[]): RNode | undefined =>
    (inside ??= instancesBy(resolve(world, empty, { appliedKits }).root)).get([id, ...way].join('/'));
  const ctx: Compare = {
    shows,
    world,
    appliedKits,
    component,
    opened,
    home: base.component === opened.shown ? base.component : opened.shown,
    made,
    ledger,
    base,
  };
  const taken = new Set<NodeId>([id, ...pairs.values()]);
  const room: Record<string, Json> = { ...(base.attrs as Record<string, Json>) };
  for (const [part, key] of pairs) {
    const e = opened.nodes[part];
    const a = screen.nodes[key];
    if (e && a) differences(ctx, e, a, opened.from.get(part) ?? [], part === id ? room : null);
  }
  // Parts that are not there any more are hidden.
  for (const part of subtree(opened.nodes, id)) {
    const e = opened.nodes[part];
    const parent = e && parentOf(opened, part);
    if (!e || pairs.has(part) || e.attrs.visible === false || (parent && !pairs.has(parent))) continue;
    const way = opened.from.get(part) ?? [];
    if (way.length === 0 || component.nodes[way.at(-1) ?? '']?.type === 'slot') continue;
    tell(ctx, way, 'visible', false, `${nameOf(component, way)} is hidden`);
  }
  const { fills, beside } = content(ctx, screen, pairs, taken, mine);
  const overrides = merged(base.overrides, made);
  const done = doneByParts(
    [...pairs].flatMap(([part, key]) => {
      const thing = screen.nodes[key];
      return thing ? [[opened.from.get(part) ?? [], thing] as const] : [];
    }),
    ctx.home,
  );
  const interactions = asBefore(base.interactions ?? [], done.interactions, (b) => {
    const at = b.part && partAddress(appliedKits, b, opened.shown)?.join('/');
    return b.part === undefined || (at !== undefined && ways.has(at));
  });
  const { interactions: _, ...plain } = base;
  const instance: InstanceNode = {
    ...(interactions.length > 0 ? base : plain),
    attrs: room as InstanceNode['attrs'],
    overrides,
    fills,
    ...(interactions.length > 0 ? { interactions: interactions } : {}),
  };
  const tree = treeOfScreen(screen);
  const place = placesOf(screen.nodes).get(id);
  if (!place) return { problem: 'It stands nowhere any more.' };
  const list = listAt(screen.nodes, place);
  const nodes: Record<NodeId, Node> = { [id]: instance };
  for (const f of fills)
    for (const c of f.children) for (const k of subtree(screen.nodes, c)) nodes[k] = screen.nodes[k] as Node;
  let after: NodeId = id;
  const steps: Step[] = [
    { do: 'remove', tree, node: id },
    { do: 'insert', tree, root: id, nodes, into: place, after: list[list.indexOf(id) - 1] ?? null },
  ];
  for (const key of beside) {
    const own = Object.fromEntries(
      subtree(screen.nodes, key).flatMap((k) => (screen.nodes[k] ? [[k, screen.nodes[k]]] : [])),
    );
    steps.push({ do: 'insert', tree, root: key, nodes: own, into: place, after });
    after = key;
  }
  void newId;
  const exact = beside.length === 0 && showsTheSame(ctx, screen, instance, nodes);
  return { steps, ledger, node: instance, name: component.name, likeness: fit, exact };
}

/**
 * What an instance does that was loose: as it did where nothing of it is another, in the order it had.
 * @param came was it with the parts meanwhile? What was not has waited.
 */
function asBefore(
  was: readonly Interaction[],
  now: readonly Interaction[],
  came: (b: Interaction) => boolean,
): readonly Interaction[] {
  const same = (a: Interaction, b: Interaction): boolean =>
    sameJson(
      { when: a.when, if: a.if ?? null, then: a.then, at: a.part?.at ?? [] } as unknown as Json,
      { when: b.when, if: b.if ?? null, then: b.then, at: b.part?.at ?? [] } as unknown as Json,
    );
  return [
    ...was.flatMap((b) => {
      const n = now.find((x) => x.id === b.id);
      return n ? [same(n, b) ? b : n] : came(b) ? [] : [b];
    }),
    ...now.filter((n) => was.every((b) => b.id !== n.id)),
  ];
}

const bares = new Memo<Expanded | null>(4);
/** The instance opened up. One on which nothing is chosen shows the same wherever it stands: it is opened once for all. */
function openedOf(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  bare: InstanceNode,
  component: Component,
): Expanded | null {
  const open = (): Expanded | null => {
    let n = 0;
    return expand(world, screen, bare.id, () => `part-${++n}`, { appliedKits, slots: true });
  };
  if (bare.overrides.length > 0) return open();
  const key = JSON.stringify(bare.attrs);
  const known = bares.of(component, [appliedKits, screen.width, bare.component, bare.name, key], open, lookupIn(world));
  if (!known || known.root === bare.id) return known;
  const { [known.root]: top, ...rest } = known.nodes;
  const from = new Map(known.from);
  from.delete(known.root);
  from.set(bare.id, []);
  return { ...known, root: bare.id, from, nodes: { ...rest, [bare.id]: { ...top, id: bare.id } as Node } };
}

/** Opens the instance as it would be, and compares it with the parts, one by one in their order. */
function showsTheSame(
  ctx: Compare,
  screen: Screen,
  instance: InstanceNode,
  nodes: Readonly<Record<NodeId, Node>>,
): boolean {
  const { world, appliedKits } = ctx;
  const gone = new Set(subtree(screen.nodes, instance.id));
  const around = alone(screen, instance.id);
  const rest = Object.fromEntries(Object.entries(around.nodes).filter(([k]) => !gone.has(k)));
  let n = 0;
  const opened = expand(world, { ...around, nodes: { ...rest, ...nodes } }, instance.id, () => `again-${++n}`, {
    appliedKits,
  });
  if (!opened) return false;
  const again = { ...rest, ...nodes, ...opened.nodes };
  const shown = (list: readonly NodeId[], all: Readonly<Record<NodeId, Node>>): readonly Node[] =>
    list.flatMap((id) => (all[id] && all[id].attrs.visible !== false ? [all[id]] : []));
  const same = (a: Node, b: Node): boolean => {
    if (a === b) return true;
    if (a.type !== b.type) return false;
    const x = a.attrs as Readonly<Record<string, Json>>;
    const y = b.attrs as Readonly<Record<string, Json>>;
    for (const k of new Set([...Object.keys(x), ...Object.keys(y)]))
      if (k !== 'visible' && !sameJson(x[k] ?? null, y[k] ?? null)) return false;
    if (a.type === 'instance' && b.type === 'instance') {
      if (a.component !== b.component) return false;
      const said = (i: InstanceNode): ReadonlyMap<string, Json> =>
        new Map(transferInstance(world, appliedKits, i).overrides.map((s) => [targetKey(s), s.value]));
      const [p, q] = [said(a), said(b)];
      const defaults = componentAt(world, shownComponent(appliedKits, a.component))?.contract.props ?? [];
      const value = (m: ReadonlyMap<string, Json>, k: string): Json =>
        m.get(k) ?? defaults.find((d) => targetKey({ at: [], kind: 'prop', name: d.id }) === k)?.default ?? null;
      for (const k of new Set([...p.keys(), ...q.keys()])) if (!sameJson(value(p, k), value(q, k))) return false;
    }
    const xs = shown(childrenOf(a), screen.nodes);
    const ys = shown(childrenOf(b), again);
    return xs.length === ys.length && xs.every((c, i) => same(c, ys[i] as Node));
  };
  const before = screen.nodes[instance.id];
  const after = opened.nodes[instance.id];
  return before !== undefined && after !== undefined && same(before, after);
}

interface Compare {
  /** What stands at an address of the instance as it would be without differences. */
  readonly shows: (way: readonly string[]) => RNode | undefined;
  readonly world: World;
  readonly appliedKits: readonly AppliedKit[];
  readonly component: Component;
  readonly opened: Expanded;
  readonly home: ComponentRef;
  readonly made: Override[];
  readonly ledger: ReattachEntry[];
  readonly base: InstanceNode;
}
const nameOf = (c: Component, way: readonly string[]): string => {
  const id = way.filter((s) => !s.startsWith('#')).at(-1) ?? c.root;
  return c.nodes[id]?.name ?? id;
};
function parentOf(opened: Expanded, part: NodeId): NodeId | undefined {
  return Object.values(opened.nodes).find((n) => n.type === 'box' && n.children.includes(part))?.id;
}

/** A difference on a part, as a override: through the prop that the part is linked to, or on the part itself. */
function tell(ctx: Compare, way: readonly string[], name: string, value: Json, what: string): void {
  const { component, made, ledger } = ctx;
  const own = way.filter((s) => !s.startsWith('#'));
  const part = component.nodes[own.at(-1) ?? component.root];
  const bound = part?.bind?.[name];
  const [prop = '', field] = (bound ?? '').split('.');
  const declared = component.contract.props.find((p) => p.id === prop);
  if (declared && field === undefined) {
    const said: Json = value === null ? '' : value;
    made.push({ home: ctx.home, at: [], kind: 'prop', name: prop, value: said });
    ledger.push({ outcome: 'override', what, why: `as its ${declared.name.toLowerCase()}` });
    return;
  }
  const item = way.find((s) => s.startsWith('#'))?.slice(1);
  if (declared && field !== undefined && item !== undefined) {
    const known = made.find((s) => s.kind === 'prop' && s.at.length === 0 && s.name === prop);
    const now = known?.value ?? valueOf(ctx, prop) ?? declared.default;
    const next = listItems(now).map((i) => ({
      key: i.key,
      values: i.key === item ? { ...i.values, [field]: value } : { ...i.values },
    }));
    const override: Override = { home: ctx.home, at: [], kind: 'prop', name: prop, value: next };
    if (known) made.splice(made.indexOf(known), 1, override);
    else made.push(override);
    ledger.push({ outcome: 'override', what, why: `in its ${declared.name.toLowerCase()}` });
    return;
  }
  made.push({
    home: ctx.home,
    at: way.length === 0 ? [component.root] : way,
    kind: 'attr',
    name,
    value: splitRef(ctx.home).kit === 'project' ? value : bareValue(name, value, splitRef(ctx.home).kit),
  });
  ledger.push({ outcome: 'override', what, why: 'as a setting of this one' });
}
/** What a prop says in the instance that is taken as it was. */
function valueOf({ world, appliedKits, base }: Compare, prop: string): Json | undefined {
  return transferInstance(world, appliedKits, base).overrides.find(
    (s) => s.kind === 'prop' && s.at.length === 0 && s.name === prop,
  )?.value;
}

function differences(ctx: Compare, e: Node, a: Node, way: readonly string[], room: Record<string, Json> | null): void {
  const name = nameOf(ctx.component, way);
  const x = e.attrs as Readonly<Record<string, Json>>;
  const y = a.attrs as Readonly<Record<string, Json>>;
  for (const attr of new Set([...Object.keys(x), ...Object.keys(y)])) {
    const was = x[attr];
    const now = y[attr];
    if (was === now || (was !== undefined && now !== undefined && sameJson(was, now))) continue;
    if (attr === 'visible' && (was ?? true) === (now ?? true)) continue;
    if (room && PLACE.has(attr)) {
      if (now === undefined) delete room[attr];
      else room[attr] = now;
      ctx.ledger.push({ outcome: 'override', what: `${attrName(attr)} ${show(now)}`, why: 'the room it takes' });
      continue;
    }
    // An empty text is not shown; that follows from what it says.
    if (
      attr === 'visible' &&
      (e.type === 'text' || e.type === 'icon') &&
      boundTo(ctx, way, e.type === 'text' ? 'text' : 'icon') &&
      y[e.type] !== x[e.type]
    )
      continue;
    const value: Json = attr === 'visible' ? (now ?? true) : (now ?? null);
    tell(ctx, way, attr, value, `${name}: ${attrName(attr).toLowerCase()} ${show(now)}`);
  }
  if (e.type === 'instance' && a.type === 'instance') nestedDifferences(ctx, e, a, way);
}
const boundTo = ({ component }: Compare, way: readonly string[], attr: string): boolean =>
  component.nodes[way.filter((s) => !s.startsWith('#')).at(-1) ?? '']?.bind?.[attr] !== undefined;
const show = (v: Json | undefined): string => {
  const text =
    v === undefined || v === null
      ? 'as it comes'
      : typeof v === 'string'
        ? `“${v.replace(/^\{(?:.*\/)?(.*)\}$/u, '$1')}”`
        : String(v);
  return text.length > 42 ? `${text.slice(0, 41)}…` : text;
};

/** What was chosen on a nested instance since, and another component in its place. */
function nestedDifferences(ctx: Compare, e: InstanceNode, a: InstanceNode, way: readonly string[]): void {
  const { world, appliedKits } = ctx;
  const name = nameOf(ctx.component, way);
  const swapped = a.component !== e.component;
  if (swapped)
    tell(
      ctx,
      way,
      'component',
      a.component,
      `${name}: ${componentAt(world, shownComponent(appliedKits, a.component))?.name ?? a.component} in its place`,
    );
  const known = new Map(e.overrides.map((s) => [overrideKey(s), s]));
  const shown = shownComponent(appliedKits, a.component);
  if (swapped) {
    // What the original says of the part would be carried to what is in its place: all of it is said here instead.
    const said = new Map(transferInstance(world, appliedKits, a).overrides.map((s) => [targetKey(s), s]));
    for (const p of componentAt(world, shown)?.contract.props ?? []) {
      const value = said.get(targetKey({ at: [], kind: 'prop', name: p.id }))?.value ?? p.default;
      ctx.made.push({ home: ctx.home, at: way, kind: 'prop', name: p.id, value, through: [shown] });
    }
    return;
  }
  for (const s of transferInstance(world, appliedKits, a).overrides) {
    const own = s.from >= 0 ? a.overrides[s.from] : undefined;
    if (!own || own.home === PLAIN_HOME) continue;
    const before = known.get(overrideKey(own));
    if (before && sameJson(before.value, own.value)) continue;
    // What it takes from what is around it was written down when it was detached: that is no difference.
    if (s.kind === 'prop' && !s.when) {
      const there = ctx.shows([...way, ...s.at])?.instance?.props;
      if (there && Object.hasOwn(there, s.name) && sameJson(there[s.name] as Json, s.value)) continue;
    }
    const linked =
      s.kind === 'prop' && s.at.length === 0
        ? ctx.component.nodes[way.at(-1) ?? '']?.bind?.[`props.${s.name}`]
        : undefined;
    if (linked !== undefined) {
      tell(ctx, way, `props.${s.name}`, s.value, `${name}: ${show(s.value)}`);
      continue;
    }
    ctx.made.push({
      home: ctx.home,
      at: [...way, ...s.at],
      kind: s.kind,
      name: s.name,
      value: s.value,
      ...(s.when ? { when: s.when } : {}),
    });
    ctx.ledger.push({ outcome: 'override', what: `${name}: ${show(s.value)}`, why: 'as a setting of this one' });
  }
}

/** What is in boxes that were slots, and what has no place: into a slot that is free, else beside. */
function content(
  ctx: Compare,
  screen: Screen,
  pairs: ReadonlyMap<NodeId, NodeId>,
  taken: ReadonlySet<NodeId>,
  mine: readonly NodeId[],
): { readonly fills: InstanceNode['fills']; readonly beside: readonly NodeId[] } {
  const { component, opened, ledger, base, home } = ctx;
  const by = new Map<string, NodeId[]>();
  const inSlots = new Set<NodeId>();
  for (const [part, key] of pairs) {
    const way = opened.from.get(part) ?? [];
    const node = component.nodes[way.at(-1) ?? ''];
    const box = screen.nodes[key];
    if (node?.type !== 'slot' || box?.type !== 'box') continue;
    by.set(node.slot, [...box.children]);
    for (const c of box.children) for (const k of subtree(screen.nodes, c)) inSlots.add(k);
  }
  const covered = (key: NodeId): boolean => taken.has(key) || inSlots.has(key);
  const parents = placesOf(screen.nodes);
  const strays = mine.filter((key) => {
    const parent = parents.get(key)?.parent;
    return !covered(key) && (parent === undefined || covered(parent));
  });
  const waiting = strays.filter((k) => screen.nodes[k]?.name === 'Waiting' && screen.nodes[k]?.attrs.visible === false);
  const loose = strays.filter((k) => !waiting.includes(k));
  const free = component.contract.slots.find((s) => !(by.get(s.id)?.length ?? 0));
  const beside: NodeId[] = [];
  for (const key of loose) {
    const what = screen.nodes[key]?.name ?? screen.nodes[key]?.type ?? key;
    if (free && (by.size === 0 || by.get(free.id)?.length === 0 || by.has(free.id))) {
      by.set(free.id, [...(by.get(free.id) ?? []), key]);
      ledger.push({ outcome: 'content', what, why: `into its ${free.name.toLowerCase()}` });
    } else {
      beside.push(key);
      ledger.push({
        outcome: 'beside',
        what,
        why: `${component.name} has no place for it; it stays behind it as it is`,
      });
    }
  }
  // The slots as they were called where the content was put there.
  const fills = [...by].flatMap(([slot, children]) => {
    if (children.length === 0) return [];
    const known = base.fills.find((f) => children.some((c) => f.children.includes(c)));
    return [{ home: known?.home ?? home, slot: known?.slot ?? slot, children }];
  });
  const kept = base.fills.filter(
    (f) => waiting.length > 0 && !fills.some((x) => x.home === f.home && x.slot === f.slot),
  );
  return {
    fills: [...fills, ...kept].sort((p, q) => (`${p.home}|${p.slot}` < `${q.home}|${q.slot}` ? -1 : 1)),
    beside,
  };
}

/** Overrides with others in place of those they are about, the rest behind them. */
function merged(before: readonly Override[], more: readonly Override[]): readonly Override[] {
  const by = new Map(more.map((s) => [overrideKey(s), s]));
  const next = before.map((s) => {
    const now = by.get(overrideKey(s));
    by.delete(overrideKey(s));
    return now ?? s;
  });
  return [...next, ...by.values()];
}
