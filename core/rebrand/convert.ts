import { transfer, type TransferEntry, type Outcome } from '../transfer/index.js';
import type { Step } from '../edit/index.js';
import { sameJson } from '../base/index.js';
import { mapBetween, pairFor } from '../match/index.js';
import {
  aliasPath,
  componentAt,
  contentValue,
  plainValue,
  PLAIN_HOME,
  shownComponent,
  shownKit,
  subtree,
  type AtWidth,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type KitRef,
  type Node,
  type NodeId,
  type Rule,
  type Screen,
  type Override,
  type AppliedKit,
  type World,
} from '../model/index.js';

/** One line of the ledger of a settlement: what became of a override, and where. */
export interface ConversionLine extends TransferEntry {
  readonly screen: string;
  readonly thing: string;
}
export interface Conversion {
  readonly steps: readonly Step[];
  readonly counts: Readonly<Record<Outcome, number>>;
  /** What is let go: it waits for a kit that is no longer worn. */
  readonly letGo: readonly ConversionLine[];
  /** Kits that nothing in the project refers to then. */
  readonly retired: readonly KitRef[];
}
type Told = (outcome: Outcome, entry: TransferEntry, node: InstanceNode) => void;

/** A token, text style or shadow of a kit, named with it, in terms of what shows it; everything else as it is. */
function named(world: World, appliedKits: readonly AppliedKit[], value: Json): Json {
  if (typeof value !== 'string' || !value.includes('@')) return value;
  const path = aliasPath(value) ?? value;
  const cut = path.indexOf('/');
  if (cut < 0) return value;
  const from = path.slice(0, cut);
  const to = shownKit(appliedKits, from);
  if (to === from) return value;
  const own = path.slice(cut + 1);
  const map = mapBetween(world, appliedKits, from, to);
  const target = aliasPath(value) === null ? map?.textStyles[own] : map?.tokens[own];
  if (!target) return value;
  return aliasPath(value) === null ? `${to}/${target}` : `{${to}/${target}}`;
}
const namedAll = <T extends object>(world: World, appliedKits: readonly AppliedKit[], attrs: T): T =>
  Object.fromEntries(Object.entries(attrs).map(([k, v]) => [k, named(world, appliedKits, v as Json)])) as T;

/** Overrides in the terms of what shows them. */
function settle(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  overrides: readonly Override[],
  placed: string,
  tell: Told,
): readonly Override[] {
  const shown = shownComponent(appliedKits, node.component);
  const got = transfer(world, appliedKits, { written: placed, shown, overrides, fills: [] });
  for (const entry of got.ledger) tell(entry.outcome, entry, node);
  return got.overrides.map((c): Override => {
    const was = overrides[c.from];
    const value = was ? followed(world, appliedKits, was, shown, c.value) : c.value;
    return { home: shown, at: c.at, kind: c.kind, name: c.name, value, ...(c.when ? { when: c.when } : {}) };
  });
}
/** What comes from a content set goes on coming from there, where that says the same. */
function followed(
  world: World,
  appliedKits: readonly AppliedKit[],
  was: Override,
  shown: ComponentRef,
  value: Json,
): Json {
  const from = contentValue(was.value);
  if (!from) return value;
  if ('cell' in from) return sameJson(plainValue(world.project, was.value) ?? null, value) ? was.value : value;
  const item = was.at.length === 0 ? pairFor(world, appliedKits, was.home, shown)?.props[was.name]?.item : undefined;
  const fields = Object.fromEntries(
    Object.entries(from.fields).flatMap(([field, column]) => {
      const to = item?.[field]?.to;
      return to ? [[to, column]] : [];
    }),
  );
  const next: Json = { rows: from.rows, fields };
  return sameJson(plainValue(world.project, next) ?? null, value) ? next : value;
}

function settledNodes(
  world: World,
  appliedKits: readonly AppliedKit[],
  nodes: Readonly<Record<NodeId, Node>>,
  tell: Told,
): Readonly<Record<NodeId, Node>> {
  const next: Record<NodeId, Node> = {};
  const gone = new Set<NodeId>();
  const widths = (list: readonly AtWidth[] | undefined): readonly AtWidth[] | undefined =>
    list?.map((w) => ({
      ...w,
      ...(w.attrs ? { attrs: namedAll(world, appliedKits, w.attrs) } : {}),
      ...(w.component ? { component: shownComponent(appliedKits, w.component) } : {}),
    }));
  for (const node of Object.values(nodes)) {
    const own = widths(node.widths);
    const common = { attrs: namedAll(world, appliedKits, node.attrs), ...(own ? { widths: own } : {}) };
    if (node.type === 'series') {
      const entries = node.entries.map((e) => ({
        ...e,
        overrides: Object.fromEntries(
          Object.entries(e.overrides).map(([id, list]) => {
            const item = nodes[id];
            if (item?.type !== 'instance') return [id, list.map((s) => plain(world, appliedKits, s))];
            return [id, settle(world, appliedKits, item, list, shownComponent(appliedKits, item.component), tell)];
          }),
        ),
      }));
      next[node.id] = { ...node, ...common, entries };
    } else if (node.type === 'instance') {
      const shown = shownComponent(appliedKits, node.component);
      const { placed, ...rest } = node;
      // What columns of a content set fill is said in the terms of what was placed: it goes on being carried.
      const filled = Object.entries(node.bind ?? {}).some(
        ([name, path]) => name.startsWith('props.') && path.startsWith('row.'),
      );
      const overrides = settle(world, appliedKits, node, node.overrides, placed ?? node.component, tell);
      const { fills } = transfer(world, appliedKits, {
        written: placed ?? node.component,
        shown,
        overrides: [],
        fills: node.fills,
      });
      for (const f of fills.parked) for (const c of f.children) for (const id of subtree(nodes, c)) gone.add(id);
      if (fills.parked.length > 0)
        tell(
          'parked',
          {
            outcome: 'parked',
            override: -1,
            what: `Content of ${nameOf(world, node)}`,
            why: 'what shows has no room for it',
          },
          node,
        );
      next[node.id] = {
        ...rest,
        ...common,
        component: shown,
        ...(filled ? { placed: placed ?? node.component } : {}),
        overrides,
        fills: Object.entries(fills.shown).map(([slot, children]) => ({ home: shown, slot, children })),
      };
    } else next[node.id] = { ...node, ...common };
  }
  for (const id of gone) delete next[id];
  return next;
}
const nameOf = (world: World, node: InstanceNode): string =>
  node.name ?? componentAt(world, node.component)?.name ?? 'a thing';
/** What a rule of an original sets, in the terms of what shows its parts. */
function settledRule(
  world: World,
  appliedKits: readonly AppliedKit[],
  nodes: Readonly<Record<NodeId, Node>>,
  rule: Rule,
): Rule {
  const set = Object.fromEntries(
    Object.entries(rule.set).map(([id, all]): [NodeId, Readonly<Record<string, Json>>] => {
      const node = nodes[id];
      const next: Record<string, Json> = {};
      for (const [name, value] of Object.entries(all)) {
        if (name === 'component' && typeof value === 'string') next[name] = shownComponent(appliedKits, value);
        else if (name.startsWith('props.') && node?.type === 'instance') {
          const own: Override = { home: node.component, at: [], kind: 'prop', name: name.slice(6), value };
          for (const c of settle(
            world,
            appliedKits,
            node,
            [own],
            shownComponent(appliedKits, node.component),
            () => undefined,
          ))
            next[`props.${c.name}`] = c.value;
        } else next[name] = named(world, appliedKits, value);
      }
      return [id, next];
    }),
  );
  return { ...rule, set };
}
const plain = (world: World, appliedKits: readonly AppliedKit[], s: Override): Override =>
  s.home === PLAIN_HOME ? { ...s, value: named(world, appliedKits, s.value) } : s;

/** Every kit that is named anywhere in nodes. */
function kitsIn(value: unknown): ReadonlySet<KitRef> {
  const found = new Set<KitRef>();
  for (const m of JSON.stringify(value).matchAll(/"\{?([a-z0-9][\w.-]*@[\w.+-]+)\//giu)) found.add(m[1] ?? '');
  return found;
}

/**
 * Rewrites all overrides of a project into what is worn, once and for all: components, overrides, tokens and content in the terms of the
 * kit that shows them; meanings that were held become overrides; what waits for another kit is let go, and told. Every screen looks as
 * before. Its steps are undone like any other. Fails with a sentence where screens wear different kits, or nothing is worn.
 */
export function convertProject(world: World): Conversion | { readonly problem: string } {
  const { project } = world;
  const { appliedKits } = project;
  const apart = project.screens.filter((s) => s.appliedKits);
  if (apart.length > 0)
    return {
      problem: `${apart.length === 1 ? `${apart[0]?.name ?? 'One screen'} wears` : `${apart.length} screens wear`} something else than the rest: put one kit on all of them first.`,
    };
  if (appliedKits.length === 0)
    return { problem: 'All screens show the kit that they are made of: there is nothing to settle.' };
  const counts = { kept: 0, mapped: 0, parked: 0, preserved: 0 };
  const letGo: ConversionLine[] = [];
  const on =
    (screen: string): Told =>
    (outcome, entry, node) => {
      counts[outcome]++;
      if (outcome === 'parked') letGo.push({ ...entry, screen, thing: nameOf(world, node) });
    };
  const steps: Step[] = [];
  const screens: Screen[] = [];
  let before: string | null = null;
  for (const s of project.screens) {
    const next: Screen = { ...s, nodes: settledNodes(world, appliedKits, s.nodes, on(s.name)) };
    screens.push(next);
    steps.push({ do: 'removeScreen', screen: s.id }, { do: 'insertScreen', screen: next, after: before });
    before = s.id;
  }
  const originals: Component[] = [];
  for (const o of Object.values(project.originals)) {
    const nodes = settledNodes(world, appliedKits, o.nodes, on(o.name));
    const next: Component = { ...o, nodes, rules: o.rules.map((r) => settledRule(world, appliedKits, o.nodes, r)) };
    originals.push(next);
    if (JSON.stringify(next) !== JSON.stringify(o)) steps.push({ do: 'original', original: o.id, value: next });
  }
  const main = project.kits.map((k) => shownKit(appliedKits, k));
  const needed = new Set([...main.slice(0, 1), ...kitsIn([screens, originals, Object.keys(project.editions ?? {})])]);
  const kits = [...new Set([...main, ...needed])].filter((k) => needed.has(k));
  // What stays in the terms of a kit, for want of a counterpart or filled by a content set, goes on being shown by the other.
  steps.push({ do: 'kits', value: kits }, { do: 'appliedKits', value: appliedKits.filter((w) => needed.has(w.kit)) });
  return { steps, counts, letGo, retired: project.kits.filter((k) => !kits.includes(k)) };
}
