import { Memo } from '../base/index.js';
import {
  asTheyAre,
  bySeverity,
  CHECKS,
  textsOf,
  type Check,
  type ColourContext,
  type Issue,
  type LookContext,
  type TransferContext,
} from '../check/index.js';
import { layout, type Box } from '../layout/index.js';
import {
  appliedKitsOf,
  componentAt,
  inSituation,
  lookupIn,
  modesOf,
  overlaysOf,
  shownComponent,
  situationAt,
  worldIn,
  type AppliedKit,
  type InstanceNode,
  type Kit,
  type Override,
  type Screen,
  type World,
} from '../model/index.js';
import { coloursIn, resolve, type Colours, type Look, type RNode } from '../resolve/index.js';
import type { Fonts } from '../text/index.js';
import { transfer, transferInstance, type Outcome, type Transfer } from '../transfer/index.js';

/** How screens are looked at besides as they are: at other widths, px, and in situations, by their ids; each by itself. */
export interface ReviewIn {
  readonly widths: readonly number[];
  readonly situations: readonly string[];
}
export const NO_SITUATION: ReviewIn = { widths: [], situations: [] };

export interface ScreenReview {
  readonly screen: string;
  readonly issues: readonly Issue[];
  readonly counts: Readonly<Record<Outcome, number>>;
  readonly instances: number;
}

export interface Review {
  readonly screens: readonly ScreenReview[];
  readonly counts: Readonly<Record<Outcome, number>>;
  readonly instances: number;
  readonly issues: readonly Issue[];
}

type Of<On extends Check['on']> = Extract<Check, { on: On }>;
const checksOn = <On extends Check['on']>(on: On): readonly Of<On>[] =>
  Object.values(CHECKS).filter((c): c is Of<On> => c.on === on);
const LOOK_CHECKS = checksOn('look');
const COLOUR_CHECKS = checksOn('colours');
const TRANSFER_CHECKS = checksOn('transfer');

/**
 * Lays a screen out before and after, and lists what every check finds: text that no longer fits or newly wraps, contrast below WCAG AA
 * in every mode of the kit, characters a font does not have, small targets, content outside its container or newly over other content,
 * sections that grew, overrides that are parked, literals. At other widths and in situations: what is not so there before, and not told
 * of the screen as it is.
 */
export function reviewScreen(
  world: World,
  screen: Screen,
  after: readonly AppliedKit[],
  fonts: Fonts,
  seenIn: ReviewIn = NO_SITUATION,
): ScreenReview {
  const before = appliedKitsOf(world.project, screen);
  const issues: Issue[] = [];
  const counts: Record<Outcome, number> = { kept: 0, mapped: 0, parked: 0, preserved: 0 };
  let instances = 0;
  for (const context of transfersOf(world, screen, before, after)) {
    if (context.where === '') instances++;
    for (const entry of context.now.ledger) counts[entry.outcome]++;
    for (const check of TRANSFER_CHECKS) check.detect(context, (issue) => issues.push(issue));
  }
  issues.push(...reviewLook(world, screen, before, after, fonts));
  const besides = views(world, screen, seenIn);
  const told = new Set(besides.length > 0 ? issues.map((f) => `${f.group}|${f.key}`) : []);
  for (const [seen, how, words] of besides) {
    const was = new Set(reviewLook(world, seen, before, before, fonts).map(alike));
    for (const f of reviewLook(world, seen, before, after, fonts)) {
      if (told.has(`${f.group}|${f.key}`) || was.has(alike(f))) continue;
      issues.push({ ...f, ...how, detail: `${f.detail}, ${words}` });
    }
  }
  issues.sort(bySeverity);
  return { screen: screen.id, issues, counts, instances };
}
/** What was so before, whatever it is a part of: on a thing of the screen, for a text. */
const alike = (f: Issue): string => `${f.type}|${f.node}|${f.said ?? ''}`;

/** What is chosen on every instance of a screen, and on every item of a series that says something of its own. */
function* transfersOf(
  world: World,
  screen: Screen,
  before: readonly AppliedKit[],
  after: readonly AppliedKit[],
): Generator<TransferContext> {
  const nameOf = (appliedKits: readonly AppliedKit[], node: InstanceNode): string =>
    componentAt(world, shownComponent(appliedKits, node.component))?.name ?? node.component;
  const contextOf = (
    node: InstanceNode,
    at: (appliedKits: readonly AppliedKit[]) => Transfer,
    where: string,
  ): TransferContext => ({
    world,
    screen,
    node,
    before,
    after,
    was: at(before),
    now: at(after),
    original: nameOf(before, node),
    name: node.name ?? nameOf(after, node),
    where,
  });
  for (const node of Object.values(screen.nodes)) {
    if (node.type === 'series')
      for (const entry of node.entries)
        for (const [id, overrides] of Object.entries(entry.overrides)) {
          const item = screen.nodes[id];
          if (item?.type !== 'instance') continue;
          const where = ` in an item of ${node.name ?? 'a series'}`;
          yield contextOf(item, (kits) => transferEntry(world, kits, item, overrides), where);
        }
    else if (node.type === 'instance') yield contextOf(node, (kits) => transferInstance(world, kits, node), '');
  }
}
function transferEntry(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  overrides: readonly Override[],
): Transfer {
  const shown = shownComponent(appliedKits, node.component);
  return transfer(world, appliedKits, { written: shown, shown, overrides, fills: NO_FILLS });
}
const NO_FILLS: readonly never[] = [];

/** A screen as it is looked at besides: how, and in words. */
function views(
  world: World,
  screen: Screen,
  { widths, situations }: ReviewIn,
): readonly (readonly [Screen, Pick<Issue, 'width' | 'situation'>, string])[] {
  return [
    ...widths
      .filter((w) => w !== screen.width)
      .map((width) => [atOtherWidth(screen, width), { width }, `at ${width} px`] as const),
    ...situations.flatMap((id) => {
      const s = situationAt(world.project, id);
      return s ? [[inSituation(screen, s), { situation: id }, `in “${s.name}”`] as const] : [];
    }),
  ];
}
const widened = new Memo<Screen>(6);
const atOtherWidth = (screen: Screen, width: number): Screen =>
  widened.of(screen, [width], () => ({ ...screen, width }));

/** What there is to see of a screen when it wears something else; with the same twice: what there is already, its colours left out. */
function reviewLook(
  world: World,
  screen: Screen,
  before: readonly AppliedKit[],
  after: readonly AppliedKit[],
  fonts: Fonts,
): readonly Issue[] {
  const made = resolve(world, screen, { appliedKits: before });
  const resolved = resolve(world, screen, { appliedKits: after });
  const issues: Issue[] = [];
  const tell = (issue: Issue): void => void issues.push(issue);
  const lookAt = (was: Box, now: Box, whole: boolean): void => {
    const context: LookContext = { world, screen, fonts, before, after, was, now, texts: textsOf(now) };
    for (const check of LOOK_CHECKS)
      if ((whole || !check.screenOnly) && (before !== after || !check.ofChange)) check.detect(context, tell);
  };
  const coloursAt = (was: RNode | undefined, now: RNode, mode = '', coloursOf = asTheyAre): void => {
    const context: ColourContext = { world, screen, was, now, mode, coloursOf };
    for (const check of COLOUR_CHECKS) check.detect(context, tell);
  };
  lookAt(layout(made, fonts), layout(resolved, fonts), true);
  if (before !== after) {
    coloursAt(made.root, resolved.root);
    // In the other modes only the colours are others.
    const seenFrom = worldIn(world, screen.situation);
    const look = lookupIn(seenFrom);
    const inMode = (mode: string): ((of: Look) => Colours) => {
      const terms = { world: seenFrom, appliedKits: after, main: resolved.mainKit, mode, look };
      const known = new Map<Look, Colours>();
      return (of) => {
        let found = known.get(of);
        if (!found) known.set(of, (found = coloursIn(terms, of)));
        return found;
      };
    };
    for (const mode of otherModes(resolved.mainKit, screen.mode))
      coloursAt(undefined, resolved.root, mode, inMode(mode));
  }
  // An overlay is looked at by itself, as it lies there.
  for (const overlay of overlaysOf(screen)) {
    const [a, b] = [before, after].map((appliedKits) => {
      const whole = layout(resolve(world, screen, { appliedKits, overlay }), fonts);
      return whole.children.find((c) => c.node.key === overlay);
    });
    if (!a || !b) continue;
    lookAt(a, b, false);
    if (before !== after) coloursAt(a.node, b.node);
  }
  return issues;
}

/** The modes a screen may be seen in besides its own: `own` says the kit's without a name. */
function otherModes(kit: Kit | undefined, own: string | undefined): readonly string[] {
  if (!kit) return [];
  const all = modesOf(kit);
  return own !== undefined && all.includes(own) ? all.filter((m) => m !== own) : all;
}

/** All screens of a project, one at a time; `each` is told after every screen and stops the review by returning false. */
export function reviewRebrand(
  world: World,
  after: (screen: Screen) => readonly AppliedKit[],
  fonts: Fonts,
  each?: (done: number, of: number, review: ScreenReview) => boolean,
): Review {
  const screens: ScreenReview[] = [];
  for (const screen of world.project.screens) {
    const review = reviewScreen(world, screen, after(screen), fonts);
    screens.push(review);
    if (each?.(screens.length, world.project.screens.length, review) === false) break;
  }
  return sumReviews(screens);
}

export function sumReviews(screens: readonly ScreenReview[]): Review {
  const counts = { kept: 0, mapped: 0, parked: 0, preserved: 0 };
  for (const s of screens) for (const k of ['kept', 'mapped', 'parked', 'preserved'] as const) counts[k] += s.counts[k];
  const findings = screens.flatMap((s) => s.issues).sort(bySeverity);
  return { screens, counts, instances: screens.reduce((n, s) => n + s.instances, 0), issues: findings };
}
