import { Memo } from '../base/index.js';
import { layout, type Box } from '../layout/index.js';
import {
  aliasPath,
  componentAt,
  modesOf,
  inSituation,
  lookupIn,
  roleFacts,
  shownComponent,
  situationAt,
  splitRef,
  overlaysOf,
  partAddress,
  appliedKitsOf,
  worldIn,
  type InstanceNode,
  type Kit,
  type Screen,
  type SeriesNode,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { coloursIn, resolve, type Colours, type Look } from '../resolve/index.js';
import { plainText, type Fonts } from '../text/index.js';
import { transfer, transferInstance, type Transfer, type Outcome } from '../transfer/index.js';
import { reviewColours } from './colours.js';
import { reviewFocus } from './focus.js';
import { missing, reviewOverlap } from './placed.js';

export type IssueType =
  | 'text-cut'
  | 'text-wrapped'
  | 'text-outside'
  | 'contrast'
  | 'small-target'
  | 'focus'
  | 'outside'
  | 'overlap'
  | 'glyph'
  | 'grew'
  | 'parked'
  | 'parked-content'
  | 'no-counterpart'
  | 'literal'
  | 'held'
  | 'returned';

/** One place to look at after a rebrand, with its measure. */
export interface Issue {
  readonly concern: IssueType;
  readonly screen: string;
  /** The node of the screen it is about. */
  readonly node: string;
  readonly title: string;
  readonly detail: string;
  /** px, contrast ratio or count, for sorting within a concern. */
  readonly measure: number;
  /** The same for all places that come from the same: a part of a component, a pair of colours, a property. */
  readonly cause: string;
  /** What that is, in words. */
  readonly about: string;
  /** The part it is about, by its key; where it is no part of a picture, the node's. */
  readonly key: string;
  /** For contrast: what stands on what, as CSS colours. */
  readonly colours?: { readonly text: string; readonly ground: string; readonly needs: number };
  /** The text it is about. */
  readonly said?: string;
  /** The mode it is seen in, where that is not the screen's own. */
  readonly mode?: string;
  /** The width it is seen at, px, where that is not the screen's own; and the situation it is seen in. */
  readonly width?: number;
  readonly situation?: string;
}

/** How screens are looked at besides as they are: at other widths, px, and in situations, by their ids; each by itself. */
export interface ReviewIn {
  readonly widths: readonly number[];
  readonly situations: readonly string[];
}
export const NO_SITUATION: ReviewIn = { widths: [], situations: [] };

export interface ScreenReview {
  readonly screen: string;
  readonly findings: readonly Issue[];
  readonly counts: Readonly<Record<Outcome, number>>;
  readonly instances: number;
}

export interface Review {
  readonly screens: readonly ScreenReview[];
  readonly counts: Readonly<Record<Outcome, number>>;
  readonly instances: number;
  readonly findings: readonly Issue[];
}

export const SEVERITY_ORDER: readonly IssueType[] = [
  'text-outside',
  'text-cut',
  'contrast',
  'outside',
  'overlap',
  'glyph',
  'no-counterpart',
  'parked-content',
  'parked',
  'text-wrapped',
  'grew',
  'small-target',
  'focus',
  'literal',
  'held',
  'returned',
];
/** WCAG 2.2, 2.5.8: the least size of a target, px. */
const LEAST_TARGET = 24;
/** A section that grows by less is not worth a look, px. */
const GROWN = 40;

/**
 * Lays a screen out before and after, and lists what to look at: text that no longer fits or newly wraps, contrast below
 * WCAG AA in every mode of the kit, signs a font has not, small targets, content outside its container or newly over other
 * content, sections that grew, overrides that wait, literals. At other widths and in situations: what is not so there before, and
 * not told of the screen as it is.
 */
export function reviewScreen(
  world: World,
  screen: Screen,
  after: readonly AppliedKit[],
  fonts: Fonts,
  seenIn: ReviewIn = NO_SITUATION,
): ScreenReview {
  const before = appliedKitsOf(world.project, screen);
  const findings: Issue[] = [];
  const counts = { kept: 0, mapped: 0, parked: 0, held: 0 };
  let instances = 0;
  for (const node of Object.values(screen.nodes)) {
    if (node.type === 'series') reviewEntries(world, screen, node, after, before, counts, findings);
    if (node.type !== 'instance') continue;
    instances++;
    reviewOverrides(world, screen, node, after, before, counts, findings);
  }
  findings.push(...reviewLook(world, screen, before, after, fonts));
  const besides = views(world, screen, seenIn);
  const told = new Set(besides.length > 0 ? findings.map((f) => `${f.cause}|${f.key}`) : []);
  for (const [seen, how, words] of besides) {
    const was = new Set(reviewLook(world, seen, before, before, fonts).map(alike));
    for (const f of reviewLook(world, seen, before, after, fonts)) {
      if (told.has(`${f.cause}|${f.key}`) || was.has(alike(f))) continue;
      findings.push({ ...f, ...how, detail: `${f.detail}, ${words}` });
    }
  }
  findings.sort(
    (a, b) => SEVERITY_ORDER.indexOf(a.concern) - SEVERITY_ORDER.indexOf(b.concern) || b.measure - a.measure,
  );
  return { screen: screen.id, findings, counts, instances };
}
/** What was so before, whatever it is a part of: on a thing of the screen, for a text. */
const alike = (f: Issue): string => `${f.concern}|${f.node}|${f.said ?? ''}`;

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
  const was = layout(made, fonts);
  const now = layout(resolved, fonts);
  const findings: Issue[] = [];
  reviewTexts(screen, fonts, was, now, findings);
  reviewBoxes(screen, was, now, findings);
  reviewOverlap(screen, was, now, findings);
  if (before !== after) {
    reviewFocus(world, screen, made.root, resolved.root, [before, after], findings);
    reviewColours(world, screen, made.root, resolved.root, '', findings);
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
      reviewColours(world, screen, undefined, resolved.root, mode, findings, inMode(mode));
  }
  // What lies over it is looked at by itself, as it lies there.
  for (const overlay of overlaysOf(screen)) {
    const [a, b] = [before, after].map((appliedKits) => {
      const whole = layout(resolve(world, screen, { appliedKits, overlay }), fonts);
      return whole.children.find((c) => c.node.key === overlay);
    });
    if (!a || !b) continue;
    reviewTexts(screen, fonts, a, b, findings);
    reviewBoxes(screen, a, b, findings);
    if (before !== after) reviewColours(world, screen, a.node, b.node, '', findings);
  }
  return findings;
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
  const counts = { kept: 0, mapped: 0, parked: 0, held: 0 };
  for (const s of screens) for (const k of ['kept', 'mapped', 'parked', 'held'] as const) counts[k] += s.counts[k];
  const findings = screens
    .flatMap((s) => s.findings)
    .sort((a, b) => SEVERITY_ORDER.indexOf(a.concern) - SEVERITY_ORDER.indexOf(b.concern) || b.measure - a.measure);
  return { screens, counts, instances: screens.reduce((n, s) => n + s.instances, 0), findings };
}

/** What was chosen on single items of a series is carried, counted and told like everything else. */
function reviewEntries(
  world: World,
  screen: Screen,
  series: SeriesNode,
  after: readonly AppliedKit[],
  before: readonly AppliedKit[],
  counts: Record<Outcome, number>,
  findings: Issue[],
): void {
  for (const entry of series.entries) {
    for (const [id, overrides] of Object.entries(entry.overrides)) {
      const node = screen.nodes[id];
      if (node?.type !== 'instance') continue;
      const at = (appliedKits: readonly AppliedKit[]): Transfer => {
        const shown = shownComponent(appliedKits, node.component);
        return transfer(world, appliedKits, { written: shown, shown, overrides, fills: NO_FILLS });
      };
      const name = componentAt(world, shownComponent(before, node.component))?.name ?? node.component;
      const of = { ref: node.component, name };
      tell(at(after), at(before), screen, id, counts, findings, of, ` in an item of ${series.name ?? 'a series'}`);
    }
  }
}
const NO_FILLS: readonly never[] = [];

/** Counts what a carry did; what waits now and did not before, what shows again, and what is held, is something to look at. */
function tell(
  now: Transfer,
  was: Transfer,
  screen: Screen,
  node: string,
  counts: Record<Outcome, number>,
  findings: Issue[],
  of: { readonly ref: string; readonly name: string },
  where = '',
): void {
  for (const entry of now.ledger) {
    counts[entry.outcome]++;
    const waited = was.ledger[entry.override]?.outcome === 'parked';
    if (!waited && (entry.outcome === 'kept' || entry.outcome === 'mapped')) continue;
    const found =
      entry.outcome === 'parked'
        ? waited
          ? null
          : (['parked', 'Parked', `${entry.why}${where}. Kept for later on ${screen.name}.`] as const)
        : entry.outcome === 'held'
          ? was.ledger.some((l) => l.outcome === 'held' && l.what === entry.what)
            ? null
            : (['held', 'Held', `${entry.why}${where}, on ${screen.name}.`] as const)
          : waited
            ? ([
                'returned',
                'Shows again',
                `It waited${where}, and shows as ${entry.to ?? entry.what} on ${screen.name}.`,
              ] as const)
            : null;
    if (!found) continue;
    const [concern, title, detail] = found;
    findings.push({
      concern,
      screen: screen.id,
      node,
      title: `${title}: ${entry.what}`,
      detail,
      measure: 1,
      cause: `${concern}|${of.ref}|${entry.what}`,
      about: of.name,
      key: node,
    });
  }
}

function reviewOverrides(
  world: World,
  screen: Screen,
  node: InstanceNode,
  after: readonly AppliedKit[],
  before: readonly AppliedKit[],
  counts: Record<Outcome, number>,
  findings: Issue[],
): void {
  const got = transferInstance(world, after, node);
  const earlier = transferInstance(world, before, node);
  const name = node.name ?? componentAt(world, shownComponent(after, node.component))?.name ?? node.component;
  const original = componentAt(world, shownComponent(before, node.component))?.name ?? node.component;
  tell(got, earlier, screen, node.id, counts, findings, { ref: node.component, name: original });
  const push = (concern: IssueType, title: string, detail: string, measure: number, more = ''): void =>
    void findings.push({
      concern,
      screen: screen.id,
      node: node.id,
      title,
      detail,
      measure,
      cause: `${concern}|${node.component}${more}`,
      about: original,
      key: node.id,
    });
  for (const f of got.fills.parked) {
    const count = f.children.length;
    push(
      'parked-content',
      `Content waits: ${count} ${count === 1 ? 'thing' : 'things'} in ${name}`,
      `${name} has no slot for it. Kept for later on ${screen.name}.`,
      count,
    );
  }
  // What it does by a part that nothing stands for any more: it is left undone while trying.
  const lost = (node.interactions ?? []).filter(
    (b) =>
      partAddress(after, b, shownComponent(after, node.component)) === null &&
      partAddress(before, b, shownComponent(before, node.component)) !== null,
  );
  if (lost.length > 0)
    push(
      'parked',
      `Parked: what ${lost.length === 1 ? `${lost[0]?.part?.at.join(' of ') ?? 'a part'} does` : 'parts of it do'}`,
      `Nothing stands for that part of ${name} on ${screen.name}. Kept for later.`,
      lost.length,
      '|does',
    );
  const wear = after.find((w) => w.kit === splitRef(node.component).kit);
  const shownBefore = shownComponent(before, node.component);
  const wearOfShown = after.find((w) => w.kit === splitRef(shownBefore).kit);
  const sheet = wear ?? wearOfShown;
  if (
    sheet &&
    sheet.sheet.pairs[node.component]?.to === null &&
    shownComponent(after, node.component) === node.component
  ) {
    push('no-counterpart', `No counterpart: ${name}`, `It stays as it is on ${screen.name}.`, 1);
  }
  for (const s of node.overrides) {
    if (
      s.kind === 'attr' &&
      typeof s.value === 'string' &&
      aliasPath(s.value) === null &&
      ['fill', 'color', 'stroke'].includes(s.name)
    ) {
      push(
        'literal',
        `Own colour ${s.value} on ${name}`,
        `It is not a token, so it stays as it is on ${screen.name}.`,
        1,
        `|${s.name}|${s.value}`,
      );
    }
  }
}

interface Seen {
  readonly text: string;
  readonly lines: number;
}

function texts(box: Box, into: Map<string, Seen>): void {
  if (box.para && box.node.text !== '')
    into.set(`${box.node.owner}|${box.node.text}`, { text: box.node.text, lines: box.para.lines.length });
  for (const c of box.children) texts(c, into);
}

function short(written: string): string {
  const text = plainText(written);
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}

function reviewTexts(screen: Screen, fonts: Fonts, was: Box, now: Box, findings: Issue[]): void {
  const before = new Map<string, Seen>();
  texts(was, before);
  const walk = (box: Box, parent: Box | null, instance: string, owner: Box | null): void => {
    const { look } = box.node;
    const within = box.node.instance?.name ?? instance;
    const inside = box.node.instance ? box : owner;
    if (box.para && box.node.text !== '' && look.visible) {
      const name = `“${short(box.node.text)}”`;
      const node = box.node.owner;
      const { part, about } = partOf(box, inside);
      const { key } = box.node;
      const inner = box.w - look.paddingLeft - look.paddingRight;
      const overlay = Math.max(
        box.para.width - inner,
        parent ? box.x + box.w - (parent.x + parent.w) : 0,
        parent?.node.look.clip ? box.y + box.h - (parent.y + parent.h) : 0,
      );
      if (overlay > 0.75)
        findings.push({
          concern: 'text-outside',
          screen: screen.id,
          node,
          title: 'Text no longer fits',
          detail: `${name} is ${Math.round(overlay)} px larger than its ${within || 'place'} on ${screen.name}`,
          measure: overlay,
          cause: `text-outside|${part}`,
          about,
          key,
          said: box.node.text,
        });
      else if (box.para.cut && look.maxLines > 0)
        findings.push({
          concern: 'text-cut',
          screen: screen.id,
          node,
          title: 'Text is cut off',
          detail: `${name} needs more than ${look.maxLines === 1 ? 'one line' : `${look.maxLines} lines`} in ${within || 'its place'} on ${screen.name}`,
          measure: box.para.lines.length,
          cause: `text-cut|${part}`,
          about,
          key,
          said: box.node.text,
        });
      const lacks = look.textStyle ? missing(fonts, look.textStyle, box.node.text) : '';
      if (lacks !== '')
        findings.push({
          concern: 'glyph',
          screen: screen.id,
          node,
          title: `No ${lacks} in ${look.textStyle?.family ?? ''}`,
          detail: `${name} on ${screen.name} takes it from another font`,
          measure: 1,
          cause: `glyph|${look.textStyle?.family ?? ''}|${lacks}`,
          about: look.textStyle?.family ?? '',
          key,
          said: box.node.text,
        });
      const seen = before.get(`${node}|${box.node.text}`);
      if (seen && box.para.lines.length > seen.lines && seen.lines === 1) {
        findings.push({
          concern: 'text-wrapped',
          screen: screen.id,
          node,
          title: 'Text wraps now',
          detail: `${name} takes ${box.para.lines.length} lines instead of one on ${screen.name}`,
          measure: box.para.lines.length,
          cause: `text-wrapped|${part}`,
          about,
          key,
          said: box.node.text,
        });
      }
    }
    for (const c of box.children) walk(c, box, within, inside);
  };
  walk(now, null, '', null);
}

/** A part of an original, the same in all instances of it, and what it is called. `inside`: the instance it is a part of. */
function partOf(box: Box, inside: Box | null): { readonly part: string; readonly about: string } {
  const { instance } = inside?.node ?? {};
  if (!inside || !instance)
    return { part: `screen/${box.node.look.textStyle?.id ?? ''}`, about: 'Text of the screens' };
  // Items of a list are parts alike.
  const way = box.node.key.slice(inside.node.key.length + 1).replace(/#[^/]*\//gu, '');
  const last = box.node.name;
  return { part: `${instance.shown}/${way}`, about: way === '' ? instance.name : `${instance.name}: ${last}` };
}

function reviewBoxes(screen: Screen, was: Box, now: Box, findings: Issue[]): void {
  const tall = new Map(was.children.map((c) => [c.node.owner, c.h]));
  for (const c of now.children) {
    const before = tall.get(c.node.owner);
    if (before !== undefined && c.h - before >= GROWN) {
      findings.push({
        concern: 'grew',
        screen: screen.id,
        node: c.node.owner,
        title: `Grew by ${Math.round(c.h - before)} px`,
        detail: `${c.node.name} on ${screen.name}`,
        measure: c.h - before,
        cause: `grew|${c.node.instance?.shown ?? c.node.name}`,
        about: c.node.instance?.name ?? c.node.name,
        key: c.node.key,
      });
    }
  }
  const right = now.x + now.w;
  const told = new Set<string>();
  const walk = (box: Box, clipped: boolean): void => {
    const { node } = box;
    if (!clipped && box.x + box.w > right + 1 && !told.has(node.owner) && node.type !== 'text') {
      told.add(node.owner);
      findings.push({
        concern: 'outside',
        screen: screen.id,
        node: node.owner,
        title: 'Content outside the screen',
        detail: `${node.name} reaches ${Math.round(box.x + box.w - right)} px past ${screen.name}`,
        measure: box.x + box.w - right,
        cause: `outside|${node.instance?.shown ?? node.name}`,
        about: node.instance?.name ?? node.name,
        key: node.key,
      });
    }
    if (node.instance && roleFacts(node.instance.role).target && node.key === node.owner) {
      const least = Math.min(box.w, box.h);
      if (least > 0 && least < LEAST_TARGET - 0.01)
        findings.push({
          concern: 'small-target',
          screen: screen.id,
          node: node.owner,
          title: `Target of ${Math.round(least)} px`,
          detail: `${node.name} on ${screen.name}. At least ${LEAST_TARGET} px is asked`,
          measure: LEAST_TARGET - least,
          cause: `small-target|${node.instance.shown}`,
          about: node.instance.name,
          key: node.key,
        });
    }
    for (const c of box.children) walk(c, clipped || node.look.clip);
  };
  walk(now, false);
}
