import { Memo } from '../base/index.js';
import {
  componentAt,
  lookupIn,
  plainKind,
  placesOf,
  screenOf,
  shownComponent,
  situationAt,
  situationsOf,
  subtree,
  appliedKitsOf,
  type Action,
  type Interaction,
  type ComponentRef,
  type NodeId,
  type Prop,
  type PropOf,
  type Screen,
  type Test,
  type Trigger,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { transferInstance } from '../transfer/index.js';
import { meaningsOf } from '../match/index.js';
import { plainText } from '../text/index.js';
import {
  ANY_KEY,
  asked,
  comma,
  conditions,
  conditionWords,
  duration,
  KEYS,
  lower,
  NUMBER,
  Reader,
  readWith,
  steps,
  testWords,
  time,
  value,
  valueWords,
  Expected,
  type Read,
} from './reader.js';

/** What a sentence is about: a thing, on a screen, as it is worn. */
export interface About {
  readonly world: World;
  readonly screen: Screen;
  readonly appliedKits: readonly AppliedKit[];
  readonly thing: NodeId;
}
export type ReadSentence = Read<Omit<Interaction, 'id'>>;

const LONGEST = 40;
/** What things hold. */
const HELD: ReadonlySet<string> = new Set(['value', 'checked', 'selected', 'open']);
/** What a thing says: its label, or its text. */
function saidBy({ world, screen, appliedKits }: About, id: NodeId): string {
  const node = screen.nodes[id];
  if (!node) return '';
  const text = (v: unknown): string => (typeof v === 'string' ? plainText(v).replace(/\s+/gu, ' ').trim() : '');
  if (node.type === 'text') return text(node.attrs.text).slice(0, LONGEST);
  if (node.type !== 'instance') return '';
  const c = componentAt(world, shownComponent(appliedKits, node.component));
  const label = c?.contract.props.find((p) => p.kind === 'text' && meaningsOf(p).includes('label'));
  if (!c || !label) return '';
  // Nothing is carried where everything was said of what shows.
  const shown = shownComponent(appliedKits, node.component);
  const overrides = node.overrides.every((x) => x.home === shown)
    ? node.overrides
    : transferInstance(world, appliedKits, node).overrides;
  const set = overrides.find((s) => s.kind === 'prop' && s.at.length === 0 && s.name === label.id);
  return text(set?.value ?? '').slice(0, LONGEST);
}
/** Names of the things of a screen, each its own: what it is called, what it says, or its kind; numbered where two are called the same. */
export function thingNames(about: About): ReadonlyMap<NodeId, string> {
  const { world, screen, appliedKits } = about;
  return named.of(screen, [appliedKits], () => newNames(about), lookupIn(world));
}
const named = new Memo<ReadonlyMap<NodeId, string>>(2);
function newNames(about: About): ReadonlyMap<NodeId, string> {
  const { world, screen, appliedKits } = about;
  const names = new Map<NodeId, string>();
  const taken = new Map<string, number>();
  for (const id of subtree(screen.nodes, screen.root)) {
    const node = screen.nodes[id];
    if (!node || id === screen.root) continue;
    const kind =
      node.type === 'instance'
        ? (componentAt(world, shownComponent(appliedKits, node.component))?.name ?? 'Component')
        : plainKind(node);
    const said = saidBy(about, id);
    const base = node.name ?? (said === '' ? kind : said);
    const n = (taken.get(base.toLowerCase()) ?? 0) + 1;
    taken.set(base.toLowerCase(), n);
    names.set(id, n === 1 ? base : `${base} ${n}`);
  }
  return names;
}

const WHEN: readonly (readonly [string, Trigger])[] = [
  ['pressed', { on: 'press' }],
  ['pointed at', { on: 'point' }],
  ['focused', { on: 'focus' }],
  ['changed', { on: 'change' }],
  ['shown', { on: 'show' }],
  ['its action is pressed', { on: 'action' }],
  ['dismissed', { on: 'dismiss' }],
  ['scrolled to', { on: 'reach' }],
  ['dragged away', { on: 'drag' }],
];

// ── writing ──

/** What a thing does, as a sentence that can be read again: `when pressed, if score of Stars is 5, go to Sailings`. */
export function writeSentence(about: About, b: Omit<Interaction, 'id'>): string {
  const { world } = about;
  // Asked for only where one is said.
  const nameOf = (id: NodeId): string => thingNames(about).get(id) ?? 'something that is gone';
  const propOf = (p: PropOf): Prop | undefined =>
    componentAt(world, p.home)?.contract.props.find((x) => x.id === p.prop);
  const of = (p: PropOf): string =>
    `${lower(propOf(p)?.name ?? p.prop)}${p.of === undefined || p.of === about.thing ? '' : ` of ${nameOf(p.of)}`}`;
  const test = (t: Test): string =>
    'situation' in t
      ? `in ${situationAt(world.project, t.situation)?.name ?? 'a situation that is gone'}`
      : testWords(of(t), propOf(t), t);
  const action = (a: Action): string => {
    switch (a.do) {
      case 'go':
        return `go to ${screenOf(world.project, a.screen)?.name ?? 'a screen that is gone'}`;
      case 'back':
        return 'go back';
      case 'openOverlay':
        return `show ${nameOf(a.overlay)}`;
      case 'closeOverlay':
        return 'put it away';
      case 'set':
        return `set ${of(a)} to ${valueWords(propOf(a), a.value)}`;
      case 'scroll':
        return `scroll to ${nameOf(a.to)}${a.offset ? ` with ${a.offset} px above` : ''}`;
      case 'situation':
        return a.situation === ''
          ? 'leave the situation'
          : `start ${situationAt(world.project, a.situation)?.name ?? 'a situation that is gone'}`;
      case 'open':
        return `open ${a.address}`;
      case 'wait':
        return `wait ${time(a.ms)}`;
    }
  };
  const { when } = b;
  const first =
    when.on === 'key'
      ? `when ${when.key} is pressed`
      : when.on === 'after'
        ? `after ${time(when.ms)}`
        : when.on === 'event'
          ? `when ${when.event} is told`
          : `when ${WHEN.find(([, t]) => t.on === when.on)?.[0] ?? when.on}`;
  return [first, ...conditionWords(b.if, test), b.then.map(action).join(', then ')].join(', ');
}

// ── reading ──

/** Reads a sentence; what cannot be read is told with where, and what may stand there. Never throws. */
export function readSentence(about: About, text: string): ReadSentence {
  return readWith(text, (r) => sentence(about, r));
}
/** What can be done. */
const DO = [
  ['go to', 'go'],
  ['go back', 'back'],
  ['show', 'openOverlay'],
  ['put it away', 'closeOverlay'],
  ['put away', 'closeOverlay'],
  ['set', 'set'],
  ['scroll to', 'scroll'],
  ['start', 'start'],
  ['leave the situation', 'leave'],
  ['open', 'open'],
  ['wait', 'wait'],
] as const;
const DONE = DO.map(([words]) => words).filter((w) => w !== 'put away');
/** How sentences begin, as they are offered: with what is said most first. */
const BEGIN = [
  'when pressed, go to',
  'when pressed, show',
  'when pressed, set',
  'when pressed, scroll to',
  'when changed, if',
  ...WHEN.map(([n]) => `when ${n}`),
  ...KEYS.map((k) => `when ${k} is pressed`),
  'after',
];
function sentence(about: About, r: Reader): Omit<Interaction, 'id'> {
  const names = [...thingNames(about)].map(([id, name]) => [name, id] as const);
  const when = trigger(about, r);
  comma(r, ['if', ...DONE]);
  const asked = conditions(r, () => test(about, r, names), [...DONE, 'if']);
  const then = steps(r, () => action(about, r, names));
  return { when, ...(asked ? { if: asked } : {}), then };
}
/** What its component tells of itself, besides what can happen to everything. */
function eventsOf({ world, appliedKits, screen, thing }: About): readonly string[] {
  const node = screen.nodes[thing];
  const c = node?.type === 'instance' ? componentAt(world, shownComponent(appliedKits, node.component)) : undefined;
  return (c?.contract.events ?? []).filter((e) => !WHEN.some(([, t]) => t.on === e));
}
function trigger(about: About, r: Reader): Trigger {
  const start = r.maybe([
    ['when', 'when'],
    ['after', 'after'],
  ] as const)?.value;
  if (start === undefined) throw new Expected(r.at, 'when', r.going(BEGIN));
  if (start === 'after') return { on: 'after', ms: duration(r) };
  const found = r.maybe(WHEN);
  if (found) return found.value;
  const key = r.maybe(ANY_KEY.map((k) => [`${k} is pressed`, k] as const));
  if (key) return { on: 'key', key: key.value };
  const told = r.maybe(eventsOf(about).map((e) => [`${e} is told`, e] as const));
  if (told) return { on: 'event', event: told.value };
  throw new Expected(
    r.at,
    'what happens',
    r.going([
      ...WHEN.map(([n]) => n),
      ...eventsOf(about).map((e) => `${e} is told`),
      ...KEYS.map((k) => `${k} is pressed`),
    ]),
  );
}
type Names = readonly (readonly [string, NodeId])[];
/**
 * A property, of this thing or of another.
 * @param phrases what may be said of a property of a kind, to be offered with its name
 */
function property(
  about: About,
  r: Reader,
  names: Names,
  phrases: (p: Prop) => readonly string[],
): PropOf & { readonly is: Prop } {
  const { world, appliedKits, screen } = about;
  const contractOf = (id: NodeId): { ref: ComponentRef; props: readonly Prop[] } => {
    const node = screen.nodes[id];
    const ref = node?.type === 'instance' ? shownComponent(appliedKits, node.component) : '';
    return { ref, props: componentAt(world, ref)?.contract.props.filter((p) => p.kind !== 'list') ?? [] };
  };
  const start = r.at;
  /** Its own first; of others what they hold, and when something is typed all that goes on from it. */
  const offered = (): readonly string[] => {
    const say = (p: Prop, of: string): string[] => phrases(p).map((w) => `${lower(p.name)}${of} ${w}`);
    const own = contractOf(about.thing).props.flatMap((p) => say(p, ''));
    const others = names
      .filter(([, id]) => id !== about.thing)
      .flatMap(([n, id]) =>
        contractOf(id)
          .props.filter((p) => r.rest !== '' || meaningsOf(p).some((m) => HELD.has(m)))
          .flatMap((p) => say(p, ` of ${n}`)),
      );
    return r.going([...own, ...others]);
  };
  // All properties of all things are tried: of which thing it is is said after it.
  const all = new Map<string, true>();
  for (const [, id] of names) for (const p of contractOf(id).props) all.set(lower(p.name), true);
  for (const p of contractOf(about.thing).props) all.set(lower(p.name), true);
  const found = r.maybe([...all.keys()].map((n) => [n, n] as const));
  if (!found) throw new Expected(r.at, 'a property', offered());
  const name = found.value;
  const id = r.has('of')
    ? r.one(
        'a thing of this screen',
        names.filter(([, x]) => contractOf(x).props.some((p) => lower(p.name) === name)),
      )
    : about.thing;
  const { ref, props } = contractOf(id);
  const is = props.find((p) => lower(p.name) === name);
  if (!is) {
    r.at = start;
    const own = contractOf(about.thing).props.map((p) => lower(p.name));
    throw new Expected(start, `a property of it, or “of” and a thing that has ${name}`, own);
  }
  return { ...(id === about.thing ? {} : { of: id }), home: ref, prop: is.id, is };
}
/** What is asked of a property, as it is offered. */
const asksOf = (p: Prop): readonly string[] =>
  p.kind === 'flag'
    ? ['is on', 'is off']
    : p.kind === 'number'
      ? ['is', 'is more than', 'is less than']
      : p.kind === 'choice'
        ? ['is', 'is not']
        : ['is filled', 'is empty', 'is'];
function test(about: About, r: Reader, names: Names): Test {
  if (r.has('in'))
    return {
      situation: r.one(
        'a situation',
        situationsOf(about.world.project).map((s) => [s.name, s.id] as const),
      ),
    };
  const { is, ...at } = property(about, r, names, asksOf);
  return { ...at, ...asked(r, is) };
}
function action(about: About, r: Reader, names: Names): Action {
  const { world, screen } = about;
  const places = placesOf(screen.nodes);
  const grounded = names.filter(([, id]) => places.get(id)?.parent === screen.root);
  switch (r.one('what is done', DO)) {
    case 'go':
      return {
        do: 'go',
        screen: r.one(
          'a screen',
          world.project.screens.map((s) => [s.name, s.id] as const),
        ),
      };
    case 'back':
      return { do: 'back' };
    case 'openOverlay':
      return {
        do: 'openOverlay',
        overlay: r.one(
          'a thing that lies over the screen',
          grounded.filter(([, id]) => screen.nodes[id]?.attrs.overlay !== undefined),
        ),
      };
    case 'closeOverlay':
      return { do: 'closeOverlay' };
    case 'set': {
      const { is, ...at } = property(about, r, names, () => ['to']);
      r.one('to', [['to', true]]);
      return { do: 'set', ...at, value: value(is, r) };
    }
    case 'scroll': {
      const to = r.one('a thing of this screen', names);
      if (!r.has('with')) {
        r.may = ['with 16 px above'];
        return { do: 'scroll', to };
      }
      const px = Number(r.match('a length', NUMBER, ['16 px above'])[0]);
      r.one('px above', [['px above', true]]);
      return { do: 'scroll', to, offset: Math.max(-10_000, Math.min(10_000, px)) };
    }
    case 'start':
      return {
        do: 'situation',
        situation: r.one(
          'a situation',
          situationsOf(world.project).map((s) => [s.name, s.id] as const),
        ),
      };
    case 'leave':
      return { do: 'situation', situation: '' };
    case 'open':
      return { do: 'open', address: r.match('an address', /^https?:\/\/[^\s<>",]*[^\s<>",.]/iu, ['https://'])[0] };
    case 'wait':
      return { do: 'wait', ms: duration(r) };
  }
}
/** For a screen as it is stored. */
export const aboutThing = (world: World, screen: Screen, thing: NodeId): About => ({
  world,
  screen,
  appliedKits: appliedKitsOf(world.project, screen),
  thing,
});
