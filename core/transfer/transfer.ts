import { Interner, Memo } from '../base/index.js';
import {
  PROP_KINDS,
  attrName,
  componentAt,
  isFilled,
  contentWords,
  listItems,
  lookupIn,
  plainValue,
  shownComponent,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type NodeId,
  type Piece,
  type Prop,
  type PropPair,
  type Override,
  type SlotFill,
  type SlotId,
  type ParkedFields,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { convert, convertIcon, meaningOf, convertStyle, convertToken, type Converted } from './convert.js';
import { mapFor, pairFor } from '../match/index.js';
import { resolveCollisions, type Transferred, type Placed } from './meet.js';

export { targetKey, type Transferred } from './meet.js';

export type Outcome = 'kept' | 'mapped' | 'parked' | 'preserved';

/** What became of one override (or of one meaning, for `held`), with the reason in words. */
export interface TransferEntry {
  readonly outcome: Outcome;
  /** Index of the override; -1 for held. */
  readonly override: number;
  /** The override in its own words: `Label: Find crossings`. */
  readonly what: string;
  /** Where it shows now, in the shown component's words. */
  readonly to?: string;
  readonly why: string;
}

/** What a slot of the shown component holds, and which fills found no slot. */
export interface TransferredFills {
  readonly shown: Readonly<Record<SlotId, readonly NodeId[]>>;
  readonly parked: readonly SlotFill[];
}

export interface Transfer {
  readonly overrides: readonly Transferred[];
  readonly ledger: readonly TransferEntry[];
  readonly fills: TransferredFills;
}

/** What is carried, and to which component. `written` is the component the instance was placed as. */
export interface TransferInput {
  readonly written: ComponentRef;
  readonly shown: ComponentRef;
  readonly overrides: readonly Override[];
  readonly fills: readonly SlotFill[];
}

/** An instance is seen as it is, through a lens, and as some alternatives. */
const memory = new Memo<Transfer>(200);
/** What was chosen on many instances is carried once where it is the same. */
const chosen = new Interner<readonly Override[]>((overrides) => JSON.stringify(overrides));

/**
 * Shows overrides through another component. Pure: nothing is rewritten, so going back is exact.
 * Every override appears in the ledger exactly once; where two overrides meet in one place the later wins and the other is parked.
 */
export function transfer(world: World, appliedKits: readonly AppliedKit[], input: TransferInput): Transfer {
  if (input.overrides.length === 0 && input.fills.length === 0 && input.written === input.shown) return NOTHING_CHOSEN;
  return memory.of(
    input.overrides.length > 0 ? chosen.of(input.overrides) : input.overrides,
    [input.fills.length > 0 ? input.fills : NO_FILLS, input.written, input.shown, appliedKits],
    () => compute(world, appliedKits, input),
    lookupIn(world),
  );
}

const NO_FILLS: readonly SlotFill[] = [];
const NOTHING_CHOSEN: Transfer = { overrides: [], ledger: [], fills: { shown: {}, parked: [] } };

/** `carry` for an instance of a document as it is shown now, or as it would be shown by `shown`. */
export function transferInstance(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  shown?: ComponentRef,
): Transfer {
  return transfer(world, appliedKits, {
    written: node.placed ?? node.component,
    shown: shown ?? shownComponent(appliedKits, node.component),
    overrides: node.overrides,
    fills: node.fills,
  });
}

/** What became of one override, before it is said in words. */
interface Fate {
  readonly outcome: Outcome;
  readonly why: string;
  readonly to?: string;
}

function compute(
  world: World,
  appliedKits: readonly AppliedKit[],
  { written, shown, overrides, fills }: TransferInput,
): Transfer {
  const target = componentAt(world, shown);
  const fates: Fate[] = [];
  const found = overrides.map((s, i) => {
    const [fate, transferred] = transferOverride(world, appliedKits, s, shown, target, i);
    fates.push(fate);
    return transferred;
  });
  const [shownOverrides, covered] = resolveCollisions(found, target);
  for (const i of covered) fates[i] = { outcome: 'parked', why: 'a later choice shows in its place' };
  const held =
    target && written !== shown ? heldOf(world, appliedKits, written, shown, target, shownOverrides) : NOTHING_HELD;
  let said: readonly TransferEntry[] | null = null;
  return {
    overrides: held.transferred.length > 0 ? [...held.transferred, ...shownOverrides] : shownOverrides,
    // Said in words only when somebody asks: every instance on every screen is carried, few are looked into.
    get ledger() {
      return (said ??= [
        ...overrides.map((s, i): TransferEntry => ({
          ...(fates[i] as Fate),
          override: i,
          what: describe(world, s, componentAt(world, s.home)),
        })),
        ...held.ledger,
      ]);
    },
    fills: transferFills(world, appliedKits, fills, shown, target),
  };
}

function transferOverride(
  world: World,
  appliedKits: readonly AppliedKit[],
  s: Override,
  shown: ComponentRef,
  target: Component | undefined,
  from: number,
): readonly [Fate, readonly Placed[]] {
  const parked = (why: string): readonly [Fate, readonly Placed[]] => [{ outcome: 'parked', why }, []];
  if (!componentAt(world, s.home)) return parked(`its kit ${s.home} is not installed`);
  if (!target) return parked('what is shown here is missing');
  const plain = plainValue(world.project, s.value);
  if (plain === undefined) return parked('its content set, row or column is gone');
  const got = transferOne(world, appliedKits, plain === s.value ? s : { ...s, value: plain }, shown, target);
  if (!got.ok) return parked(got.why);
  const same = s.home === shown;
  return [
    { outcome: same ? 'kept' : 'mapped', to: got.to, why: same ? 'the same component' : got.why },
    got.shows.map((one) => ({ at: got.at, kind: s.kind, from, ...(s.when ? { when: s.when } : {}), ...one })),
  ];
}

interface Shows {
  readonly name: string;
  readonly value: Json;
  readonly into?: Piece;
}
type One =
  | {
      readonly ok: true;
      readonly at: readonly string[];
      /** What it shows in: one thing, or several that say it together; none where what says it is as it should be. */
      readonly shows: readonly Shows[];
      readonly why: string;
      readonly to: string;
    }
  | { readonly ok: false; readonly why: string };

/** Walks the address down both components at once, then converts name and value at its end. */
function transferOne(
  world: World,
  appliedKits: readonly AppliedKit[],
  s: Override,
  shown: ComponentRef,
  target: Component,
): One {
  let homeRef = s.home;
  let shownRef = shown;
  let there: Component = target;
  const at: string[] = [];
  const boundaries = s.kind === 'attr' ? s.at.length - 1 : s.at.length;
  for (let i = 0; i < boundaries; i++) {
    const segment = s.at[i] ?? '';
    if (segment.startsWith('#')) {
      at.push(segment);
      continue;
    }
    const pair = homeRef === shownRef ? null : pairFor(world, appliedKits, homeRef, shownRef);
    const to = pair === null ? segment : pair?.parts[segment];
    const homeNode = componentAt(world, homeRef)?.nodes[segment];
    const node = to === undefined || to === null ? undefined : there.nodes[to];
    if (!node || to === undefined || to === null)
      return { ok: false, why: `${there.name} has no part like ${homeNode?.name ?? segment}` };
    at.push(to);
    if (node.type === 'series' && homeNode?.type === 'series') continue;
    if (homeNode?.type !== 'instance' || node.type !== 'instance')
      return { ok: false, why: `${there.name} has no component in the place of ${homeNode?.name ?? segment}` };
    homeRef = s.through?.[i] ?? (i === boundaries - 1 && s.leaf ? s.leaf : homeNode.component);
    shownRef = shownComponent(appliedKits, node.component);
    const next = componentAt(world, shownRef);
    if (!next) return { ok: false, why: `${shownRef} is missing` };
    there = next;
  }
  const home = componentAt(world, homeRef);
  if (!home) return { ok: false, why: `${homeRef} is missing` };
  const map = mapFor(world, appliedKits, homeRef, shownRef);
  const pair = homeRef === shownRef ? null : pairFor(world, appliedKits, homeRef, shownRef);
  if (s.kind === 'prop')
    return transferProp(
      world,
      appliedKits,
      s,
      { ref: homeRef, component: home },
      { ref: shownRef, component: there },
      at,
      pair?.props ?? null,
      map,
    );
  const part = s.at[s.at.length - 1] ?? '';
  const to = pair === null ? part : pair?.parts[part];
  const node = to ? there.nodes[to] : undefined;
  if (!to || !node) return { ok: false, why: `${there.name} has no part like ${home.nodes[part]?.name ?? part}` };
  let value: Converted = { ok: true, value: s.value };
  if (s.name === 'textStyle') value = convertStyle(s.value, map);
  else if (s.name === 'icon') value = convertIcon(s.value, map);
  else if (s.name === 'component' && typeof s.value === 'string')
    value = { ok: true, value: shownComponent(appliedKits, s.value) };
  else value = convertToken(s.value, map);
  if (!value.ok) return value;
  return {
    ok: true,
    at: [...at, to],
    shows: [{ name: s.name, value: value.value }],
    why: 'the same part',
    to: `${s.name} of ${node.name ?? to}`,
  };
}

interface Side {
  readonly ref: ComponentRef;
  readonly component: Component;
}

function transferProp(
  world: World,
  appliedKits: readonly AppliedKit[],
  s: Override,
  { component: home }: Side,
  { component: there, ref: shown }: Side,
  at: readonly string[],
  props: Readonly<Record<string, PropPair>> | null,
  map: ReturnType<typeof mapFor>,
): One {
  const from =
    home.contract.props.find((p) => p.id === s.name) ?? home.contract.props.find((p) => p.renamedFrom === s.name);
  if (!from) return { ok: false, why: `${home.name} has no property ${s.name}` };
  const how: PropPair | undefined = props === null ? { to: from.id, why: 'the same component' } : props[from.id];
  const to = there.contract.props.find((p) => p.id === how?.to);
  if (!how || !to) return { ok: false, why: `${there.name} has no ${from.name.toLowerCase()}` };
  if (props === null) {
    const kept = stillTakes(to, s.value);
    return kept.ok ? { ok: true, at, shows: [{ name: to.id, value: kept.value }], why: how.why, to: to.name } : kept;
  }
  const shows: Shows[] = [];
  const named: string[] = [];
  for (const one of [how, ...(how.also ?? [])]) {
    const into = there.contract.props.find((p) => p.id === one.to);
    if (!into) continue;
    if (saysNothing(from, into, one, s.value)) continue;
    const got = convert(from, into, one, s.value, {
      ...(map ? { map } : {}),
      show: (ref) => shownComponent(appliedKits, ref),
      waiting: (w) => waitingAt(world, appliedKits, w, shown, into),
    });
    if (!got.ok) return { ok: false, why: `${there.name}: ${got.why}` };
    shows.push({ name: into.id, value: got.value, ...(one.into ? { into: one.into } : {}) });
    named.push(into.name);
  }
  return { ok: true, at, shows, why: withLost(from, how, s.value), to: named.join(' and ') || to.name };
}

/** A flag for one option of a choice says something only when it is on. */
const saysNothing = (from: Prop, to: Prop, how: PropPair, value: Json): boolean =>
  from.kind === 'flag' && to.kind === 'choice' && value === false && !Object.hasOwn(how.options ?? {}, 'false');

/** A value chosen on the same component, which may have changed since: as it was, as the prop's kind now has it, or the reason why not. */
function stillTakes(p: Prop, value: Json): Converted {
  if (PROP_KINDS[p.kind].takes(value, p.options)) return { ok: true, value };
  if (p.kind === 'text' && (typeof value === 'number' || typeof value === 'boolean'))
    return { ok: true, value: String(value) };
  if (p.kind === 'number' && typeof value === 'string' && value.trim() !== '' && Number.isFinite(Number(value)))
    return { ok: true, value: Number(value) };
  return {
    ok: false,
    why: p.kind === 'choice' ? `${p.name} has no option ${String(value)} any more` : `${p.name} is a ${p.kind} now`,
  };
}

/** Fields that wait on an item, in the terms of the list that shows it now: those it has a place for. */
function waitingAt(
  world: World,
  appliedKits: readonly AppliedKit[],
  w: ParkedFields,
  shown: ComponentRef,
  to: Prop,
): Readonly<Record<string, Json>> {
  if (w.home === shown) return w.prop === to.id ? w.values : {};
  const from = componentAt(world, w.home)?.contract.props.find((p) => p.id === w.prop);
  const how = pairFor(world, appliedKits, w.home, shown)?.props[w.prop];
  if (!from || how?.to !== to.id) return {};
  const map = mapFor(world, appliedKits, w.home, shown);
  const got = convert(from, to, how, [{ key: 'k', values: w.values }], {
    ...(map ? { map } : {}),
    show: (ref) => shownComponent(appliedKits, ref),
    bare: true,
  });
  return got.ok ? (listItems(got.value)[0]?.values ?? {}) : {};
}

/**
 * A list value as it is to be kept when it is changed under `shown`: fields of its items that `shown` has no place for go on
 * waiting, by the keys of the items, in the terms of the component they were chosen on.
 * @param earlier the overrides that the new value takes the place of, and the component each list belongs to
 */
export function withParked(
  world: World,
  appliedKits: readonly AppliedKit[],
  shown: ComponentRef,
  prop: string,
  value: Json,
  earlier: readonly { readonly override: Override; readonly home: ComponentRef | undefined }[],
): Json {
  if (!Array.isArray(value)) return value;
  const waits = new Map<string, ParkedFields[]>();
  for (const { override: s, home } of earlier) {
    const before = plainValue(world.project, s.value);
    for (const item of listItems(before)) {
      const kept = [
        ...(item.parked ?? []).filter((w) => w.home !== shown),
        ...(home !== undefined && home !== shown
          ? lostOf(world, appliedKits, home, shown, s.name, prop, item.values)
          : []),
      ];
      if (kept.length > 0) waits.set(item.key, kept);
    }
  }
  if (waits.size === 0) return value;
  return listItems(value).map((item): Json => {
    const kept = waits.get(item.key);
    return {
      key: item.key,
      values: item.values,
      ...(kept ? { parked: kept.map((w) => ({ home: w.home, prop: w.prop, values: w.values })) } : {}),
    };
  });
}

/** The fields of one item that have no place in the list that shows it. */
function lostOf(
  world: World,
  appliedKits: readonly AppliedKit[],
  home: ComponentRef,
  shown: ComponentRef,
  name: string,
  prop: string,
  values: Readonly<Record<string, Json>>,
): ParkedFields[] {
  const how = pairFor(world, appliedKits, home, shown)?.props[name];
  const lost = Object.fromEntries(
    Object.entries(values).filter(([field]) => how?.to !== prop || (how.item?.[field]?.to ?? null) === null),
  );
  return Object.keys(lost).length > 0 ? [{ home, prop: name, values: lost }] : [];
}

/** For lists: which fields of the items wait for a component that has them. */
function withLost(from: Prop, how: PropPair, value: Json): string {
  if (from.kind !== 'list') return how.why;
  const lost = (from.item ?? []).filter(
    (p) => (how.item?.[p.id]?.to ?? null) === null && listItems(value).some((i) => isFilled(i.values[p.id])),
  );
  return lost.length === 0
    ? how.why
    : `${how.why}; its items' ${lost.map((p) => p.name.toLowerCase()).join(', ')} wait`;
}

interface HeldMeanings {
  readonly transferred: readonly Transferred[];
  readonly ledger: readonly TransferEntry[];
}
const NOTHING_HELD: HeldMeanings = { transferred: [], ledger: [] };

/** Meanings the designer left at A's default where B's default means something else: shown as A meant them. */
function heldOf(
  world: World,
  appliedKits: readonly AppliedKit[],
  written: ComponentRef,
  shown: ComponentRef,
  target: Component,
  taken: readonly Transferred[],
): HeldMeanings {
  const home = componentAt(world, written);
  const pair = pairFor(world, appliedKits, written, shown);
  if (!home || !pair) return NOTHING_HELD;
  const map = mapFor(world, appliedKits, written, shown);
  const transferred: Transferred[] = [];
  const ledger: TransferEntry[] = [];
  for (const from of home.contract.props) {
    const how = pair.props[from.id];
    if (!how || from.inherits) continue;
    for (const one of [how, ...(how.also ?? [])]) {
      const to = target.contract.props.find((p) => p.id === one.to);
      if (!to || one.into || one.out) continue;
      if (taken.some((c) => c.at.length === 0 && c.kind === 'prop' && c.name === to.id && !c.when)) continue;
      const meant = meaningOf(from);
      const flags = from.kind === 'choice' && to.kind === 'flag' && meant !== undefined;
      if (!flags && (meant === undefined || from.kind !== to.kind || meant === meaningOf(to))) continue;
      const got = convert(from, to, one, from.default, {
        ...(map ? { map } : {}),
        show: (r) => shownComponent(appliedKits, r),
      });
      if (!got.ok || (flags && got.value === to.default)) continue;
      transferred.push({ at: [], kind: 'prop', name: to.id, value: got.value, from: -1 });
      ledger.push({
        outcome: 'preserved',
        override: -1,
        what: `${from.name}: ${showValue(from, from.default)}`,
        to: to.name,
        why: `${target.name} would start with ${showValue(to, to.default)}`,
      });
    }
  }
  return { transferred, ledger };
}

function transferFills(
  world: World,
  appliedKits: readonly AppliedKit[],
  fills: readonly SlotFill[],
  shown: ComponentRef,
  target: Component | undefined,
): TransferredFills {
  const into: Record<SlotId, NodeId[]> = {};
  const parked: SlotFill[] = [];
  for (const f of fills) {
    const pair = f.home === shown ? null : pairFor(world, appliedKits, f.home, shown);
    const to = pair === null ? f.slot : pair?.slots[f.slot];
    if (to && target?.contract.slots.some((s) => s.id === to)) (into[to] ??= []).push(...f.children);
    else if (f.children.length > 0) parked.push(f);
  }
  return { shown: into, parked };
}

/** A value in words: option names rather than ids, on and off rather than true and false. */
export function showValue(prop: Prop | undefined, value: Json | undefined): string {
  const words = prop && PROP_KINDS[prop.kind].words?.(prop, value);
  if (words !== undefined) return words;
  if (!isFilled(value)) return 'nothing';
  const text = typeof value === 'object' ? JSON.stringify(value) : String(value);
  return text.length > 60 ? `${text.slice(0, 59)}…` : text;
}

function describe(world: World, s: Override, home: Component | undefined): string {
  let owner = home;
  const names: string[] = [];
  s.at.forEach((segment, i) => {
    const node = owner?.nodes[segment];
    if (segment.startsWith('#')) return;
    names.push(node?.name ?? segment);
    if (node?.type === 'instance')
      owner = componentAt(world, s.through?.[i] ?? (i === s.at.length - 1 && s.leaf ? s.leaf : node.component));
  });
  const prop = s.kind === 'prop' ? owner?.contract.props.find((p) => p.id === s.name) : undefined;
  const label = prop?.name ?? attrName(s.name);
  return `${names.length > 0 ? `${names.join(', ')}: ` : ''}${label}: ${contentWords(world.project, s.value) ?? showValue(prop, s.value)}`;
}
