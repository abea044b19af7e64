import { applyEdit, asEdition, editionTree, type Step, type TreeRef } from '../edit/index.js';
import { Memo, recordReads } from '../base/index.js';
import { layout, type Box } from '../layout/index.js';
import {
  placesOf,
  shownComponent,
  splitRef,
  subtree,
  appliedKitsOf,
  type ComponentRef,
  type MatchSheet,
  type Node,
  type NodeId,
  type Screen,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { resolve } from '../resolve/index.js';
import type { Fonts } from '../text/index.js';
import { sameIssue, type Issue, type IssueGroup } from '../check/index.js';
import { chooseOption, choosePair, chooseProp, appliedKitsAfter } from './plan.js';
import { reviewScreen, type ReviewIn, type ScreenReview } from './review.js';

import {
  candidates,
  partAt,
  type Candidate,
  type Change,
  type OptionChoice,
  type PropChoice,
} from './fixCandidates.js';

import { type Given } from './given.js';

export type { OptionChoice, PropChoice } from './fixCandidates.js';

/** A way to mend a cause, tried on all of its places. */
export interface Fix {
  readonly id: string;
  readonly group: string;
  /** What it does, in words. */
  readonly says: string;
  /** What it does to screens: overrides, in the terms of what they will wear. */
  readonly steps: readonly Step[];
  /** Or what it pairs otherwise in the sheet: a component, and what shows it. */
  readonly pair?: { readonly from: ComponentRef; readonly to: ComponentRef };
  /** Or which option of what is paired it shows an option as. */
  readonly option?: OptionChoice;
  /** Or which property of what is paired shows a property: one that it has, or that the steps give it. */
  readonly prop?: PropChoice;
  /** Places that are mended by it, of all; and what there would be to look at besides. */
  readonly mends: number;
  readonly of: number;
  readonly fresh: number;
}

/** Where everything stands and in how many lines: what a change must leave alone now. */
function placesIn(root: Box): string {
  const all: string[] = [];
  const walk = (b: Box): void => {
    all.push(`${b.node.key} ${b.x} ${b.y} ${b.w} ${b.h} ${b.para?.lines.length ?? 0}`);
    b.children.forEach(walk);
  };
  walk(root);
  return all.join('\n');
}

/** So many ways are told of. */
const MOST = 3;

/** What is needed to try something. */
export interface FixTrial {
  /** With all screens: what is changed of an original is looked at wherever it shows. */
  readonly world: World;
  readonly sheet: MatchSheet;
  readonly after: (s: Screen) => readonly AppliedKit[];
  readonly fonts: Fonts;
  /** How screens are looked at besides as they are; absent: no other way. */
  readonly seenIn?: ReviewIn;
  /** What there is to look at on a screen as it is. */
  readonly reviewOf: (s: Screen) => ScreenReview;
}

type Made = WeakMap<Screen, { readonly after: readonly AppliedKit[]; readonly refs: ReadonlySet<string> }>;
const madeThen: Made = new WeakMap();
const madeNow: Made = new WeakMap();
const originalsNow = (world: World, screen: Screen): ReadonlySet<string> =>
  originalsOn(world, screen, appliedKitsOf(world.project, screen), madeNow);
/** The originals that a screen is made of when it wears something, nested ones too. */
function originalsOn(world: World, screen: Screen, after: readonly AppliedKit[], kept = madeThen): ReadonlySet<string> {
  const known = kept.get(screen);
  if (known?.after === after) return known.refs;
  const { reads } = recordReads(() => resolve(world, screen, { appliedKits: after }));
  const refs = new Set(reads.get('component')?.keys() ?? []);
  kept.set(screen, { after, refs });
  return refs;
}

/** Changes of originals as steps: of an edition of what a kit brought, of the project's own as it is. */
function editing(world: World, changes: readonly Change[]): readonly Step[] {
  const by = new Map<ComponentRef, Step[]>();
  const told = new Set<string>();
  for (const { ref, part, name, value } of changes) {
    const id = `${ref} ${part} ${name}`;
    if (told.has(id)) continue;
    told.add(id);
    const { kit, id: own } = splitRef(ref);
    const tree: TreeRef = kit === 'project' ? `original:${own}` : editionTree(ref);
    const list = by.get(ref) ?? [];
    list.push({ do: 'set', tree, node: part, field: `attrs.${name}`, value });
    by.set(ref, list);
  }
  return [...by].flatMap(([ref, steps]): readonly Step[] => {
    if (splitRef(ref).kit === 'project') return steps;
    let n = 0;
    const got = asEdition(world, ref, steps, () => `mend-${++n}`);
    return got.ok ? got.steps : [];
  });
}

/**
 * Tries everything that may mend a cause on all of its places, and tells what was proven: it mends some or all of them, nothing
 * new is to be looked at anywhere for it, and what is worn now stays as it looks; best first. Nothing is changed.
 */
export function verifyFixes(trial: FixTrial, cause: IssueGroup): readonly Fix[] {
  const { world, sheet, after } = trial;
  const screens = new Map(world.project.screens.map((s) => [s.id, s]));
  const wanted = new Set(cause.places.map(sameIssue));
  const proven: Fix[] = [];
  for (const c of candidates(world, screens, cause, sheet, after)) {
    const got = c.pair
      ? trySheet(trial, choosePair(world, sheet, c.pair.from, c.pair.to), c.pair.from, wanted, cause.places[0])
      : c.option
        ? trySheet(trial, chooseOption(sheet, c.option), c.option.from, wanted, cause.places[0])
        : c.gives && c.prop
          ? tryGiven(trial, c.gives, c.prop, wanted)
          : c.prop
            ? trySheet(trial, chooseProp(world, sheet, c.prop), c.prop.from, wanted, cause.places[0])
            : c.all
              ? tryEdit(trial, c.all, wanted)
              : c.edit
                ? tryEdit(trial, ofPlaces(trial, cause, c.edit, screens), wanted)
                : tryScreens(trial, cause, c, screens, wanted);
    if (!got || got.mends === 0 || got.fresh > 0) continue;
    const { id, says, pair, option, prop } = c;
    proven.push({
      id,
      group: cause.id,
      says,
      ...got,
      of: wanted.size,
      ...(pair ? { pair } : {}),
      ...(option ? { option } : {}),
      ...(prop ? { prop } : {}),
    });
  }
  return proven.sort((a, b) => b.mends - a.mends).slice(0, MOST);
}
interface Tried {
  readonly steps: readonly Step[];
  readonly mends: number;
  readonly fresh: number;
}
/** How many of what is wanted are gone, and how many others have come. */
function judge(was: ScreenReview, now: ScreenReview, wanted: ReadonlySet<string>): { mends: number; fresh: number } {
  const there = new Set(now.issues.map(sameIssue));
  const before = new Set(was.issues.map(sameIssue));
  let [mends, fresh] = [0, 0];
  for (const id of before) if (wanted.has(id) && !there.has(id)) mends++;
  for (const id of there) if (!before.has(id)) fresh++;
  return { mends, fresh };
}
const lone = new Memo<Screen>(24);
/** A screen with nothing on its ground but what a thing stands in: where that lays things out in a column, it stands there as before. */
function alone(of: Screen | undefined, node: NodeId): { readonly of: Screen; readonly screen: Screen } | null {
  const root = of?.nodes[of.root];
  if (!of || root?.type !== 'box' || (root.attrs.flow ?? 'column') !== 'column' || root.children.length < 4)
    return null;
  const places = placesOf(of.nodes);
  let top: NodeId | undefined = node;
  while (top !== undefined && places.get(top)?.parent !== of.root) top = places.get(top)?.parent;
  if (top === undefined || of.nodes[top]?.attrs.overlay !== undefined) return null;
  const child = top;
  const screen = lone.of(of, [child], () => {
    const nodes: Record<NodeId, Node> = { [of.root]: { ...root, children: [child] } };
    for (const id of subtree(of.nodes, child)) {
      const n = of.nodes[id];
      if (n) nodes[id] = n;
    }
    return { ...of, nodes };
  });
  return { of, screen };
}
/** Another sheet, in which one component is shown otherwise. */
function trySheet(
  { world, after, fonts, seenIn, reviewOf }: FixTrial,
  other: MatchSheet,
  from: ComponentRef,
  wanted: ReadonlySet<string>,
  first: Issue | undefined,
): Tried {
  let [mends, fresh] = [0, 0];
  const worn = new Map<readonly AppliedKit[], readonly AppliedKit[]>();
  const wearing = (s: Screen): readonly AppliedKit[] => {
    const now = appliedKitsOf(world.project, s);
    const known = worn.get(now) ?? appliedKitsAfter(world, now, other);
    worn.set(now, known);
    return known;
  };
  // Tried on one of its places alone first: most ways end there, at a part of the cost.
  const place =
    first &&
    alone(
      world.project.screens.find((s) => s.id === first.screen),
      first.node,
    );
  if (place) {
    const was = reviewScreen(world, place.screen, after(place.of), fonts, seenIn);
    const got = judge(was, reviewScreen(world, place.screen, wearing(place.of), fonts, seenIn), wanted);
    if (got.mends === 0 || got.fresh > 0) return { steps: [], mends: 0, fresh: got.fresh };
  }
  for (const s of world.project.screens) {
    if (!showsOn(world, s, from)) continue;
    const got = judge(reviewOf(s), reviewScreen(world, s, wearing(s), fonts, seenIn), wanted);
    mends += got.mends;
    fresh += got.fresh;
    if (fresh > 0) break;
  }
  return { steps: [], mends, fresh };
}
/** What is shown gets a property by an edition, and what waited shows in it. */
function tryGiven(
  { world, sheet, after, fonts, seenIn, reviewOf }: FixTrial,
  { ref, steps: own }: Given,
  prop: PropChoice,
  wanted: ReadonlySet<string>,
): Tried | null {
  if (world.project.screens.some((s) => originalsNow(world, s).has(ref))) return null;
  const made = asEdition(world, ref, own, () => `give-${prop.to ?? ''}`);
  const got = made.ok ? applyEdit(world.project, { id: 'try', label: 'Try', steps: made.steps }) : null;
  if (!made.ok || !got?.ok) return null;
  const there = { ...world, project: got.project };
  const other = chooseProp(there, sheet, prop);
  let [mends, fresh] = [0, 0];
  for (const s of world.project.screens) {
    if (!showsOn(world, s, prop.from) && !originalsOn(world, s, after(s)).has(ref)) continue;
    const on = appliedKitsAfter(there, appliedKitsOf(world.project, s), other);
    const one = judge(reviewOf(s), reviewScreen(there, s, on, fonts, seenIn), wanted);
    mends += one.mends;
    fresh += one.fresh;
    if (fresh > 0) break;
  }
  return { steps: made.steps, mends, fresh };
}
/** What an edit changes, at all places of a cause. */
const ofPlaces = (
  { world, after }: FixTrial,
  cause: IssueGroup,
  edit: NonNullable<Candidate['edit']>,
  screens: ReadonlyMap<string, Screen>,
): readonly Change[] =>
  cause.places.flatMap((p) => {
    const found = partAt(world, screens, p, after);
    return found ? edit(p, found) : [];
  });
function tryEdit(
  { world, after, fonts, seenIn, reviewOf }: FixTrial,
  all: readonly Change[],
  wanted: ReadonlySet<string>,
): Tried | null {
  const worn = new Set(world.project.screens.flatMap((s) => [...originalsNow(world, s)]));
  // What shows now, the project's own components above all, stays as it looks.
  const changes = all.filter((c) => !worn.has(c.ref));
  const steps = editing(world, changes);
  const got = steps.length > 0 ? applyEdit(world.project, { id: 'try', label: 'Try', steps }) : null;
  if (!got?.ok) return null;
  const there = { ...world, project: got.project };
  const touched = new Set(changes.map((c) => c.ref));
  let [mends, fresh] = [0, 0];
  for (const s of world.project.screens) {
    const on = after(s);
    if (![...originalsOn(world, s, on)].some((ref) => touched.has(ref))) continue;
    const one = judge(reviewOf(s), reviewScreen(there, s, on, fonts, seenIn), wanted);
    mends += one.mends;
    fresh += one.fresh;
    if (fresh > 0) break;
  }
  return { steps, mends, fresh };
}
function tryScreens(
  { world, after, fonts, seenIn, reviewOf }: FixTrial,
  cause: IssueGroup,
  { steps: make, withIt }: Candidate,
  screens: ReadonlyMap<string, Screen>,
  wanted: ReadonlySet<string>,
): Tried | null {
  const steps: Step[] = [];
  let [mends, fresh] = [0, 0];
  for (const [id, screen] of screens) {
    const places = cause.places.filter((p) => p.screen === id);
    const own = places.flatMap((p) => make?.(screen, p) ?? []);
    const project = { ...world.project, screens: [screen] };
    const got = own.length > 0 ? applyEdit(project, { id: 'try', label: 'Try', steps: own }) : null;
    const made = got?.ok ? got.project.screens[0] : undefined;
    if (!made) continue;
    const there = { ...world, project: { ...project, screens: [made] } };
    const one = judge(reviewOf(screen), reviewScreen(there, made, after(screen), fonts, seenIn), wanted);
    if (one.mends === 0) continue;
    // What is done for the other brand must leave this one as it is.
    if (withIt) {
      mends += one.mends;
      fresh += one.fresh;
      steps.push(...own);
      continue;
    }
    const now = appliedKitsOf(world.project, screen);
    const laid = (w: World, s: Screen): string => placesIn(layout(resolve(w, s, { appliedKits: now }), fonts));
    if (laid(world, screen) !== laid(there, made)) return null;
    mends += one.mends;
    fresh += one.fresh;
    steps.push(...own);
  }
  return { steps, mends, fresh };
}
const showsOn = (world: World, screen: Screen, ref: ComponentRef): boolean =>
  Object.values(screen.nodes).some(
    (n) => n.type === 'instance' && shownComponent(appliedKitsOf(world.project, screen), n.component) === ref,
  );
