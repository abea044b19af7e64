import { Memo } from '../base/index.js';
import {
  componentAt,
  kitAt,
  kitRef,
  lookupIn,
  roleFacts,
  componentsInOrder,
  shownKit,
  splitRef,
  appliedKitsOf,
  type Component,
  type ComponentPair,
  type ComponentRef,
  type Kit,
  type KitRef,
  type MatchSheet,
  type Project,
  type PropPair,
  type Screen,
  type AppliedKit,
  type World,
} from '../model/index.js';
import type { Step } from '../edit/index.js';
import { countUses } from '../uses/index.js';
import { invertPair, mapKit, matched, pairProp, sameLineage, similarity } from '../match/index.js';

export interface RebrandPlan {
  readonly from: KitRef;
  readonly to: KitRef;
  readonly sheet: MatchSheet;
  /** How often each component of `from` shows on the screens. */
  readonly uses: Readonly<Record<ComponentRef, number>>;
}

/** The kit that most screens show now: what a rebrand starts from. */
export function appliedKitOf(project: Project, screen?: Screen): KitRef | undefined {
  const first = project.kits[0];
  return first === undefined ? undefined : shownKit(appliedKitsOf(project, screen), first);
}

export const sheetKey = (from: KitRef, to: KitRef): string => `${from}>${to}`;

/** How well `b` would stand for `a`, 0 to 1, with the reason. Same role counts most, then the meaning of the contract, then the name. */
function likeness(
  world: World,
  refA: ComponentRef,
  a: Component,
  refB: ComponentRef,
  b: Component,
): { score: number; pair: ComponentPair } {
  const pair = matched(world, refA, a, refB, b);
  const total = a.contract.props.length;
  const found = Object.values(pair.props).filter((p) => p.to !== null).length;
  const transferred = total === 0 ? (b.contract.props.length === 0 ? 1 : 0.5) : found / total;
  // Of two that carry as much, the one that asks for little else is meant: a plain one and a rich one of the same role differ so.
  const most = Math.max(total, b.contract.props.length);
  const shared = 0.7 * transferred + 0.3 * (most === 0 ? 1 : found / most);
  const slots = a.contract.slots.length === 0 || Object.values(pair.slots).some((s) => s !== null);
  // Twins of one role are told apart by name: it weighs enough to decide between equals, never to cross roles alone.
  const score = byName(a, b) + CONTRACT * shared - (slots ? 0 : 0.1);
  return { score, pair };
}
/** What a contract that is the same to the last property adds. */
const CONTRACT = 0.25;
/** What a name that is the same adds across roles. */
const NAME = 0.2;
/** The most that two of other roles come to. */
const ACROSS_ROLES = NAME + CONTRACT;
/** What is known of two components before their contracts are matched, which takes longest. */
function byName(a: Component, b: Component): number {
  if (a.role === b.role) return 0.55 + 0.2 * besidesRole(a.name, b.name, a.role);
  return (
    NAME *
    Math.max(
      similarity(a.name, b.name),
      ...a.words.map((w) => similarity(w, b.name)),
      ...b.words.map((w) => similarity(w, a.name)),
    )
  );
}

/**
 * How alike two names of one role are in what they say besides it: “Plain switch” and “Basic toggle” both say switch, so that tells
 * nothing of which is which.
 */
function besidesRole(a: string, b: string, role: string): number {
  const [x, y] = [unsaid(a, role), unsaid(b, role)];
  if (x === '' && y === '') return 1;
  return x === '' || y === '' ? 0.4 : similarity(x, y);
}
/** A name without the words that its role is called by, the longest taken out first. */
function unsaid(name: string, role: string): string {
  let rest = ` ${name.toLowerCase()} `;
  for (const word of [...roleFacts(role).words].sort((p, q) => q.length - p.length)) {
    const at = rest.indexOf(` ${word} `);
    if (at >= 0) rest = `${rest.slice(0, at)} ${rest.slice(at + word.length + 2)}`;
  }
  return rest.trim();
}

const LEAST = 0.4;

/** The best counterpart of a component in a kit, or a pair that says there is none. */
export function counterpart(
  world: World,
  ref: ComponentRef,
  component: Component,
  kit: Kit,
  kitRef: KitRef,
): ComponentPair {
  let best: { score: number; pair: ComponentPair } | undefined;
  const all = componentsInOrder(kit);
  const sameRole = all.filter((c) => c.role === component.role);
  for (const candidate of [...sameRole, ...all.filter((c) => c.role !== component.role)]) {
    if (best && best.score > ACROSS_ROLES && candidate.role !== component.role) break;
    // However well their contracts went together, it would not be the best, or none at all.
    if (byName(component, candidate) + CONTRACT < Math.max(LEAST, best?.score ?? 0)) continue;
    const got = likeness(world, ref, component, `${kitRef}/${candidate.id}`, candidate);
    if (!best || got.score > best.score + 1e-9) best = got;
  }
  if (!best || best.score < LEAST) return noCounterpart(ref);
  return { ...best.pair, confidence: Math.min(1, best.score), why: whyOf(world, ref, best.pair) };
}

export function noCounterpart(ref: ComponentRef): ComponentPair {
  return { from: ref, to: null, confidence: 0, why: 'no counterpart; stays as it is', props: {}, slots: {}, parts: {} };
}

function whyOf(world: World, ref: ComponentRef, pair: ComponentPair): string {
  const a = componentAt(world, ref);
  const b = pair.to === null ? undefined : componentAt(world, pair.to);
  if (!a || !b) return pair.why;
  const total = a.contract.props.length;
  const shared = Object.values(pair.props).filter((p) => p.to !== null).length;
  const how = a.role === b.role ? 'same role' : 'by name and meaning';
  return `${how}, ${shared} of ${total} settings`;
}

/** A pair the designer picks by hand. */
export function choosePair(world: World, sheet: MatchSheet, from: ComponentRef, to: ComponentRef | null): MatchSheet {
  const a = componentAt(world, from);
  const b = to === null ? undefined : componentAt(world, to);
  const pair: ComponentPair =
    to === null || !a || !b
      ? { ...noCounterpart(from), why: 'left as it is, by you', chosen: true }
      : { ...matched(world, from, a, to, b), confidence: 1, why: 'chosen by you', chosen: true };
  return { ...sheet, pairs: { ...sheet.pairs, [from]: pair } };
}

/** A property that is to show in another, or in none, picked by hand. What cannot show there leaves the sheet as it is. */
export function chooseProp(
  world: World,
  sheet: MatchSheet,
  at: { readonly from: ComponentRef; readonly prop: string; readonly to: string | null },
): MatchSheet {
  const pair = sheet.pairs[at.from];
  const a = componentAt(world, at.from)?.contract.props.find((p) => p.id === at.prop);
  const b = pair?.to ? componentAt(world, pair.to)?.contract.props.find((p) => p.id === at.to) : undefined;
  const chosen: PropPair | null | undefined =
    at.to === null ? { to: null, why: 'left out by you' } : a && b ? pairProp(a, b) : null;
  if (!pair || !chosen) return sheet;
  const props = { ...pair.props, [at.prop]: chosen };
  return { ...sheet, pairs: { ...sheet.pairs, [at.from]: { ...pair, props, chosen: true } } };
}

/** What a sheet has that was chosen since another was: told by whom, and when (a date as `2027-06-14`). */
export function stampChoices(sheet: MatchSheet, before: MatchSheet, by: string, at: string): MatchSheet {
  const fresh = Object.entries(sheet.pairs).filter(([ref, p]) => p.chosen && before.pairs[ref] !== p);
  if (fresh.length === 0) return sheet;
  const told = fresh.map(([ref, p]) => [
    ref,
    { ...p, ...(by.trim() === '' ? {} : { by: by.trim().slice(0, 80) }), at },
  ]);
  return { ...sheet, pairs: { ...sheet.pairs, ...(Object.fromEntries(told) as MatchSheet['pairs']) } };
}

/** An option that is to show as another, picked by hand. */
export function chooseOption(
  sheet: MatchSheet,
  at: { readonly from: ComponentRef; readonly prop: string; readonly option: string; readonly to: string },
): MatchSheet {
  const pair = sheet.pairs[at.from];
  const prop = pair?.props[at.prop];
  if (!pair || !prop) return sheet;
  const props = { ...pair.props, [at.prop]: { ...prop, options: { ...prop.options, [at.option]: at.to } } };
  return { ...sheet, pairs: { ...sheet.pairs, [at.from]: { ...pair, props, chosen: true } } };
}

/** What was chosen for a component is taken back: it is paired as if nobody had chosen. */
export function resetPair(world: World, sheet: MatchSheet, from: ComponentRef): MatchSheet {
  const [a, b] = [kitAt(world, sheet.from), kitAt(world, sheet.to)];
  const component = componentAt(world, from);
  if (!a || !b || !component || !sheet.pairs[from]) return sheet;
  return { ...sheet, pairs: { ...sheet.pairs, [from]: unchosen(world, component, a, b) } };
}

/** A token that is to show as another, or (null) as the value it has; picked by hand. */
export function chooseToken(sheet: MatchSheet, path: string, to: string | null): MatchSheet {
  const tokensChosen = [...new Set([...(sheet.tokensChosen ?? []), path])];
  return { ...sheet, tokens: { ...sheet.tokens, [path]: to }, tokensChosen };
}
/** What was chosen for a token is taken back. */
export function resetToken(world: World, sheet: MatchSheet, path: string): MatchSheet {
  const [a, b] = [kitAt(world, sheet.from), kitAt(world, sheet.to)];
  if (!a || !b || !sheet.tokensChosen?.includes(path)) return sheet;
  const tokens = { ...sheet.tokens, [path]: mapKit(a, b).tokens[path] ?? null };
  return { ...sheet, tokens, tokensChosen: sheet.tokensChosen.filter((p) => p !== path) };
}

/**
 * Pairs every component, token, text style and icon of one kit with its best counterpart in another.
 * What the designer chose in an earlier sheet is kept. Throws RangeError when a kit is not installed.
 */
export function planRebrand(world: World, from: KitRef, to: KitRef, earlier?: MatchSheet): RebrandPlan {
  return {
    from,
    to,
    sheet: planSheet(world, from, to, earlier),
    uses: countUses(world.project.screens, (s) => appliedKitsOf(world.project, s)),
  };
}

/** The sheet of such a plan alone; remembered, because matching two kits takes longest of all. */
export function planSheet(world: World, from: KitRef, to: KitRef, earlier?: MatchSheet): MatchSheet {
  const a = kitAt(world, from);
  const b = kitAt(world, to);
  if (!a || !b) throw new RangeError(`The kit ${a ? to : from} is not installed`);
  const saved = earlier ?? world.project.matchSheets[sheetKey(from, to)];
  const back = world.project.appliedKits.find((w) => w.kit === to && w.shows === from)?.sheet;
  return planned.of(a, [b, saved, back], () => matchKits(world, a, b, saved, back), lookupIn(world));
}
const planned = new Memo<MatchSheet>(8);

function matchKits(
  world: World,
  a: Kit,
  b: Kit,
  saved: MatchSheet | undefined,
  back: MatchSheet | undefined,
): MatchSheet {
  const from = kitRef(a);
  const to = kitRef(b);
  const pairs: Record<ComponentRef, ComponentPair> = {};
  for (const component of componentsInOrder(a)) {
    const ref = `${from}/${component.id}`;
    const kept = saved?.pairs[ref];
    if (kept?.chosen) {
      pairs[ref] = kept;
      continue;
    }
    const worn = back && Object.values(back.pairs).find((p) => p.to === ref && p.chosen);
    pairs[ref] = worn ? invertPair(worn) : unchosen(world, component, a, b);
  }
  const map = mapKit(a, b);
  return {
    from,
    to,
    pairs,
    ...map,
    tokens: withChosenTokens(map.tokens, saved),
    ...(saved?.tokensChosen ? { tokensChosen: saved.tokensChosen } : {}),
    ...(saved?.dismissed ? { dismissed: saved.dismissed } : {}),
  };
}
/** The pair of a component that nobody chose by hand. */
function unchosen(world: World, component: Component, a: Kit, b: Kit): ComponentPair {
  const ref = `${kitRef(a)}/${component.id}`;
  const same = sameLineage(a, b) ? b.components[component.id] : undefined;
  if (!same) return counterpart(world, ref, component, b, kitRef(b));
  const to = `${kitRef(b)}/${same.id}`;
  return { ...matched(world, ref, component, to, same), confidence: 1, why: 'the same component' };
}
function withChosenTokens(tokens: MatchSheet['tokens'], from: MatchSheet | undefined): MatchSheet['tokens'] {
  const kept = (from?.tokensChosen ?? []).map((path) => [path, from?.tokens[path] ?? null]);
  return kept.length === 0 ? tokens : { ...tokens, ...(Object.fromEntries(kept) as MatchSheet['tokens']) };
}

const saidOf = ({ by, at }: ComponentPair): Pick<ComponentPair, 'by' | 'at'> => ({
  ...(by === undefined ? {} : { by }),
  ...(at === undefined ? {} : { at }),
});
/** Two sheets one after the other: the components the designer saw paired stay paired; their contracts are matched afresh. */
function compose(world: World, first: MatchSheet, second: MatchSheet): MatchSheet {
  const pairs: Record<ComponentRef, ComponentPair> = {};
  for (const [ref, one] of Object.entries(first.pairs)) {
    const two = one.to === null ? undefined : second.pairs[one.to];
    const a = componentAt(world, ref);
    const b = two?.to ? componentAt(world, two.to) : undefined;
    pairs[ref] =
      a && b && two?.to
        ? {
            ...matched(world, ref, a, two.to, b),
            confidence: Math.min(one.confidence, two.confidence),
            why: two.why,
            ...(one.chosen || two.chosen ? { chosen: true, ...saidOf(two.chosen ? two : one) } : {}),
          }
        : noCounterpart(ref);
  }
  const a = kitAt(world, first.from);
  const b = kitAt(world, second.to);
  const map = a && b ? mapKit(a, b) : { tokens: {}, textStyles: {}, icons: {} };
  // A token chosen in one of the two is followed through the other.
  const through = (path: string): string | null => {
    const mid = first.tokens[path];
    return mid === null || mid === undefined ? null : (second.tokens[mid] ?? null);
  };
  const chosen = Object.keys(first.tokens).filter(
    (path) => first.tokensChosen?.includes(path) || second.tokensChosen?.includes(first.tokens[path] ?? ''),
  );
  const tokens = { ...map.tokens, ...Object.fromEntries(chosen.map((path) => [path, through(path)])) };
  return {
    from: first.from,
    to: second.to,
    pairs,
    ...map,
    tokens,
    ...(chosen.length > 0 ? { tokensChosen: chosen } : {}),
  };
}

/** What a project wears after a rebrand by `sheet`, starting from what it wears now: the same for all screens that wear the same. */
export const appliedKitsAfter = (
  world: World,
  appliedKits: readonly AppliedKit[],
  sheet: MatchSheet,
): readonly AppliedKit[] =>
  putOn.of(appliedKits, [sheet], () => newAppliedKits(world, appliedKits, sheet), lookupIn(world));
const putOn = new Memo<readonly AppliedKit[]>(4);
function newAppliedKits(world: World, appliedKits: readonly AppliedKit[], sheet: MatchSheet): readonly AppliedKit[] {
  const { from, to } = sheet;
  const next: AppliedKit[] = [];
  for (const w of appliedKits) {
    if (w.shows !== from) {
      if (w.kit !== from) next.push(w);
      continue;
    }
    if (w.kit === to) continue;
    next.push({ kit: w.kit, shows: to, sheet: compose(world, w.sheet, sheet) });
  }
  if (from !== to) next.push({ kit: from, shows: to, sheet });
  // A kit that is shown natively again must not be shown as something else.
  return next.filter((w) => w.kit !== to);
}

/** The steps of a rebrand: for the whole project, or for some screens only. Overrides are never touched. `after`: what is worn then, when that is known already. */
export function applyRebrand(
  world: World,
  plan: Pick<RebrandPlan, 'from' | 'to' | 'sheet'>,
  screens?: readonly string[],
  after: (appliedKits: readonly AppliedKit[]) => readonly AppliedKit[] = (appliedKits) =>
    appliedKitsAfter(world, appliedKits, plan.sheet),
): Step[] {
  const { project } = world;
  const steps: Step[] = [];
  if (!project.kits.includes(plan.to)) steps.push({ do: 'kits', value: [...project.kits, plan.to] });
  steps.push({ do: 'sheet', key: sheetKey(plan.from, plan.to), value: plan.sheet });
  if (screens) {
    for (const id of screens) {
      const screen = project.screens.find((s) => s.id === id);
      if (screen) steps.push({ do: 'screenAppliedKits', screen: id, value: after(appliedKitsOf(project, screen)) });
    }
    return steps;
  }
  steps.push({ do: 'appliedKits', value: after(project.appliedKits) });
  for (const s of project.screens)
    if (s.appliedKits) steps.push({ do: 'screenAppliedKits', screen: s.id, value: after(s.appliedKits) });
  return steps;
}

/** What a lens shows: the same sheet, for looking only. */
export function lensKits(world: World, screen: Screen | undefined, to: KitRef): readonly AppliedKit[] {
  const now = appliedKitsOf(world.project, screen);
  const from = appliedKitOf(world.project, screen);
  if (from === undefined || from === to) return now;
  // What was corrected in a sheet since, here or in the project's, shows through the lens too.
  const saved = world.project.matchSheets[sheetKey(from, to)];
  return lenses.of(
    now,
    [to, from, saved, world.project.appliedKits],
    () => appliedKitsAfter(world, now, planSheet(world, from, to)),
    lookupIn(world),
  );
}
const lenses = new Memo<readonly AppliedKit[]>(8);

/** The component to place so that `ref` shows through a lens: its counterpart in what is really worn, when there is one. */
export function behindLens(
  appliedKits: readonly AppliedKit[],
  lens: readonly AppliedKit[],
  ref: ComponentRef,
): ComponentRef {
  if (lens === appliedKits) return ref;
  const { kit } = splitRef(ref);
  const through = lens.find((w) => w.shows === kit && !appliedKits.some((o) => o.kit === w.kit));
  const found = through && Object.values(through.sheet.pairs).find((p) => p.to === ref);
  return found?.from ?? ref;
}
