import { Memo, track, type LookUp } from '../base/index.js';
import {
  subtree,
  type Component,
  type ComponentPair,
  type ComponentRef,
  type Node,
  type NodeId,
  type Option,
  type Prop,
  type PropPair,
  type SlotId,
} from '../model/index.js';
import { assign } from './assign.js';
import { invertProps, meaningsOf, pairSeveral } from './several.js';
import { similarity } from './similar.js';

/** Looks an original up by reference. */
export type Lookup = (ref: ComponentRef) => Component | undefined;

/** The least likeness of names that counts as the same name. */
const ALIKE = 0.5;

/** 1 when values of one kind serve as the other unchanged, less when they have to be converted, 0 when they cannot. */
function convertible(a: Prop, b: Prop): number {
  if (a.kind === b.kind) return 1;
  const two = (p: Prop): boolean => p.kind === 'choice' && p.options?.length === 2;
  if ((a.kind === 'flag' && two(b)) || (two(a) && b.kind === 'flag')) return 0.8;
  if ((a.kind === 'text' && b.kind === 'number') || (a.kind === 'number' && b.kind === 'text')) return 0.7;
  return 0;
}

function propScore(a: Prop, b: Prop, sameKit: boolean): number {
  const fit = convertible(a, b);
  if (fit === 0) return 0;
  if (sameKit && (a.id === b.id || b.renamedFrom === a.id || a.renamedFrom === b.id)) return 1000 * fit;
  if (a.means && b.means) {
    if (a.means === b.means) return 500 * fit;
    // One of the things that the other says.
    const [x, y] = [meaningsOf(a), meaningsOf(b)];
    return a.kind === 'text' && b.kind === 'text' && x.some((m) => y.includes(m))
      ? 400 - 10 * y.indexOf(x[0] ?? '')
      : 0;
  }
  const alike = Math.max(similarity(a.name, b.name), similarity(a.id, b.id));
  return alike >= ALIKE ? 100 * alike * fit : 0;
}

function propWhy(a: Prop, b: Prop): string {
  if (a.means && a.means === b.means) return `both mean ${a.means.replace(/-/g, ' ')}`;
  if (a.id === b.id) return 'same property';
  return 'similar names';
}

/** Options by meaning, then by name. Several may share one counterpart only when no better one is free. */
export function pairOptions(a: readonly Option[], b: readonly Option[]): Record<string, string | null> {
  const found = assign(a.length, b.length, (i, j) => {
    const x = a[i];
    const y = b[j];
    if (!x || !y) return 0;
    if (x.means && y.means) return x.means === y.means ? 500 : 0;
    if (x.id === y.id) return 200;
    const alike = similarity(x.name, y.name);
    return alike >= 0.6 ? 100 * alike : 0;
  });
  const pairs: Record<string, string | null> = {};
  a.forEach((x, i) => (pairs[x.id] = b[found[i] ?? -1]?.id ?? null));
  return pairs;
}

/** One prop shown by another that somebody chose: null where values of the one say nothing in the other. */
export function pairProp(a: Prop, b: Prop): PropPair | null {
  if (convertible(a, b) === 0) return null;
  const optionsA = a.options ?? (a.kind === 'flag' && b.kind === 'choice' ? FLAG : undefined);
  const optionsB = b.options ?? (b.kind === 'flag' && a.kind === 'choice' ? FLAG : undefined);
  return {
    to: b.id,
    why: 'chosen by you',
    ...(optionsA && optionsB
      ? { options: a.kind === b.kind ? pairOptions(optionsA, optionsB) : pairFlag(optionsA, optionsB) }
      : {}),
    ...(a.kind === 'list' && b.kind === 'list' ? { item: pairProps(a.item, b.item, false) } : {}),
  };
}

/** Pairs two lists of props one-to-one with the best total fit. */
export function pairProps(a: readonly Prop[], b: readonly Prop[], sameKit: boolean): Record<string, PropPair> {
  const found = assign(a.length, b.length, (i, j) => {
    const x = a[i];
    const y = b[j];
    return x && y ? propScore(x, y, sameKit) : 0;
  });
  const pairs: Record<string, PropPair> = {};
  a.forEach((x, i) => {
    const y = b[found[i] ?? -1];
    if (!y) {
      pairs[x.id] = { to: null, why: 'nothing here shows it' };
      return;
    }
    const optionsA = x.options ?? (x.kind === 'flag' && y.kind === 'choice' ? FLAG : undefined);
    const optionsB = y.options ?? (y.kind === 'flag' && x.kind === 'choice' ? FLAG : undefined);
    pairs[x.id] = {
      to: y.id,
      why: propWhy(x, y),
      ...(optionsA && optionsB
        ? { options: x.kind === y.kind ? pairOptions(optionsA, optionsB) : pairFlag(optionsA, optionsB) }
        : {}),
      ...(x.kind === 'list' && y.kind === 'list' ? { item: pairProps(x.item ?? [], y.item ?? [], sameKit) } : {}),
    };
  });
  return sameKit ? pairs : pairSeveral(a, b, pairs);
}

const FLAG: readonly Option[] = [
  { id: 'false', name: 'Off', means: 'off' },
  { id: 'true', name: 'On', means: 'on' },
];

/** A flag and a choice of two: by meaning when told, else off is the first option. */
function pairFlag(a: readonly Option[], b: readonly Option[]): Record<string, string | null> {
  const told = pairOptions(a, b);
  if (Object.values(told).every((v) => v !== null)) return told;
  return Object.fromEntries(a.map((x, i) => [x.id, b[i]?.id ?? null]));
}

function pairSlots(a: Component, b: Component, sameKit: boolean): Record<SlotId, SlotId | null> {
  const x = a.contract.slots;
  const y = b.contract.slots;
  const found = assign(x.length, y.length, (i, j) => {
    const p = x[i];
    const q = y[j];
    if (!p || !q) return 0;
    if (sameKit && p.id === q.id) return 1000;
    if (p.means && q.means) return p.means === q.means ? 500 : 0;
    const alike = Math.max(similarity(p.name, q.name), similarity(p.id, q.id));
    if (alike >= ALIKE) return 100 * alike;
    return x.length === 1 && y.length === 1 ? 20 : 0;
  });
  return Object.fromEntries(x.map((p, i) => [p.id, y[found[i] ?? -1]?.id ?? null]));
}

/** What identifies a part besides its name: the prop its main attribute is bound to. */
function boundTo(node: Node): string | undefined {
  return node.bind?.['text'] ?? node.bind?.['icon'] ?? node.bind?.['asset'] ?? node.bind?.['props.label'];
}

/** Parts as they stand in the tree, whatever order the record that holds them has; strays last, by their ids. */
function inOrder(c: Component): readonly Node[] {
  const ids = subtree(c.nodes, c.root);
  const placed = new Set(ids);
  const strays = Object.keys(c.nodes)
    .filter((id) => !placed.has(id))
    .sort();
  return [...ids, ...strays].flatMap((id) => c.nodes[id] ?? []);
}

function pairParts(
  a: Component,
  b: Component,
  props: Readonly<Record<string, PropPair>>,
  lookup: Lookup,
  sameKit: boolean,
): Record<NodeId, NodeId | null> {
  const x = inOrder(a);
  const y = inOrder(b);
  const found = assign(x.length, y.length, (i, j) => {
    const p = x[i];
    const q = y[j];
    if (!p || !q) return 0;
    if (p.id === a.root || q.id === b.root) return p.id === a.root && q.id === b.root ? 5000 : 0;
    if (p.type !== q.type) return 0;
    if (sameKit && p.id === q.id) return 1000;
    const bound = boundTo(p);
    const target = boundTo(q);
    if (bound !== undefined && target !== undefined && props[bound]?.to === target) return 800;
    if (p.means && q.means) return p.means === q.means ? 500 : 0;
    const alike = Math.max(similarity(p.name ?? p.id, q.name ?? q.id), similarity(p.id, q.id));
    if (p.type === 'instance' && q.type === 'instance') {
      const role = lookup(p.component)?.role;
      return role !== undefined && role === lookup(q.component)?.role ? 300 + 50 * alike : 0;
    }
    return alike >= ALIKE ? 100 * alike : 0;
  });
  return Object.fromEntries(x.map((p, i) => [p.id, y[found[i] ?? -1]?.id ?? null]));
}

/** What two components were matched to depends on what their parts are instances of, which is looked up on the way. */
const memory = new Memo<ComponentPair>(400);

/**
 * How component `a` is shown by component `b`: props, options, slots and parts, each by same id (same kit),
 * same meaning, or same kind with similar names, one-to-one with the best total fit. Pure and memoised.
 * @param sameKit both come from versions of one kit, or one kit is based on the other: ids are trusted.
 */
export function pairContracts(
  refA: ComponentRef,
  a: Component,
  refB: ComponentRef,
  b: Component,
  lookup: Lookup,
  sameKit: boolean,
): ComponentPair {
  const look: LookUp = (kind, name) => (kind === 'component' ? lookup(name) : undefined);
  return memory.of(
    a,
    [b, refA, refB, sameKit],
    () => match(refA, a, refB, b, (ref) => track('component', ref, lookup(ref)), sameKit),
    look,
  );
}

function match(
  refA: ComponentRef,
  a: Component,
  refB: ComponentRef,
  b: Component,
  lookup: Lookup,
  sameKit: boolean,
): ComponentPair {
  const props = pairProps(a.contract.props, b.contract.props, sameKit);
  const matched = Object.values(props).filter((p) => p.to !== null).length;
  const total = a.contract.props.length;
  return {
    from: refA,
    to: refB,
    confidence: total === 0 ? 1 : matched / total,
    why:
      a === b
        ? 'the same component'
        : a.role === b.role
          ? `same role, ${matched} of ${total} settings`
          : `another role, ${matched} of ${total} settings`,
    props,
    slots: pairSlots(a, b, sameKit),
    parts: pairParts(a, b, props, lookup, sameKit),
  };
}

const invert = (map: Readonly<Record<string, string | null>>): Record<string, string | null> => {
  const back: Record<string, string | null> = {};
  for (const [from, to] of Object.entries(map)) if (to !== null && !Object.hasOwn(back, to)) back[to] = from;
  return back;
};

const inverses = new Memo<ComponentPair>();

/** The same pair read the other way round. */
export function invertPair(pair: ComponentPair): ComponentPair {
  return inverses.of(pair, [], () => ({
    from: pair.to ?? pair.from,
    to: pair.from,
    confidence: pair.confidence,
    why: pair.why,
    props: invertProps(pair.props),
    slots: invert(pair.slots),
    parts: invert(pair.parts),
  }));
}

export { invert as invertMap };
