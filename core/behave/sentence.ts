import {
  componentAt,
  plainKind,
  placesOf,
  screenOf,
  shownComponent,
  situationAt,
  situationsOf,
  subtree,
  wearsOf,
  type Action,
  type Asked,
  type Behaviour,
  type ComponentRef,
  type Json,
  type NodeId,
  type Prop,
  type PropOf,
  type Screen,
  type Test,
  type Trigger,
  type Wear,
  type World,
} from '../model/index.js';
import { carryInstance } from '../carry/index.js';
import { meaningsOf } from '../match/index.js';
import { plainText } from '../text/index.js';

/** What a sentence is about: a thing, on a screen, as it is worn. */
export interface About {
  readonly world: World;
  readonly screen: Screen;
  readonly wears: readonly Wear[];
  readonly thing: NodeId;
}
export type ReadSentence =
  | { readonly ok: true; readonly behaviour: Omit<Behaviour, 'id'>; readonly offers: readonly string[] }
  | {
      readonly ok: false;
      /** What is wrong, and what would be right there. */
      readonly problem: string;
      /** Where, in UTF-16 units. */
      readonly at: number;
      /** What may stand there, as it goes on from what is typed. */
      readonly offers: readonly string[];
    };

const LONGEST = 40;
/** What a thing says: its label, or its text. */
function saidBy({ world, screen, wears }: About, id: NodeId): string {
  const node = screen.nodes[id];
  if (!node) return '';
  const text = (v: unknown): string => (typeof v === 'string' ? plainText(v).replace(/\s+/gu, ' ').trim() : '');
  if (node.type === 'text') return text(node.attrs.text).slice(0, LONGEST);
  if (node.type !== 'instance') return '';
  const c = componentAt(world, shownComponent(wears, node.component));
  const label = c?.contract.props.find((p) => p.kind === 'text' && meaningsOf(p).includes('label'));
  if (!c || !label) return '';
  const set = carryInstance(world, wears, node).settings.find(
    (s) => s.kind === 'prop' && s.at.length === 0 && s.name === label.id,
  );
  return text(set?.value ?? '').slice(0, LONGEST);
}
/** Names of the things of a screen, each its own: what it is called, what it says, or its kind; numbered where two are called the same. */
export function thingNames(about: About): ReadonlyMap<NodeId, string> {
  const { world, screen, wears } = about;
  const names = new Map<NodeId, string>();
  const taken = new Map<string, number>();
  for (const id of subtree(screen.nodes, screen.root)) {
    const node = screen.nodes[id];
    if (!node || id === screen.root) continue;
    const kind =
      node.type === 'instance'
        ? (componentAt(world, shownComponent(wears, node.component))?.name ?? 'Component')
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
const KEYS = ['Enter', 'Escape', 'Space', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Tab', 'Backspace'];
const ASKS: readonly Asked[] = ['is more than', 'is less than', 'is filled', 'is empty', 'is not', 'is'];
const lower = (s: string): string => s.toLowerCase();

// ── writing ──

/** A value in words: `on`, `5`, `“Skerrow”`, the name of an option. */
function valueWords(prop: Prop | undefined, value: unknown): string {
  if (typeof value === 'object' && value !== null && 'opposite' in value) return 'the opposite';
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (typeof value === 'number') return String(value);
  const option = prop?.options?.find((o) => o.id === value);
  return option ? option.name : `“${String(value ?? '').replaceAll('”', '’')}”`;
}
const time = (ms: number): string => (ms >= 1000 && ms % 500 === 0 ? `${ms / 1000} s` : `${ms} ms`);

/** What a thing does, as a sentence that can be read again: `when pressed, if score of Stars is 5, go to Sailings`. */
export function writeSentence(about: About, b: Omit<Behaviour, 'id'>): string {
  const { world } = about;
  const names = thingNames(about);
  const nameOf = (id: NodeId): string => names.get(id) ?? 'something that is gone';
  const propOf = (p: PropOf): Prop | undefined =>
    componentAt(world, p.home)?.contract.props.find((x) => x.id === p.prop);
  const of = (p: PropOf): string =>
    `${lower(propOf(p)?.name ?? p.prop)}${p.of === undefined || p.of === about.thing ? '' : ` of ${nameOf(p.of)}`}`;
  const test = (t: Test): string =>
    'situation' in t
      ? `in ${situationAt(world.project, t.situation)?.name ?? 'a situation that is gone'}`
      : t.asks === 'is filled' || t.asks === 'is empty'
        ? `${of(t)} ${t.asks}`
        : `${of(t)} ${t.asks} ${valueWords(propOf(t), t.value)}`;
  const action = (a: Action): string => {
    switch (a.do) {
      case 'go':
        return `go to ${screenOf(world.project, a.screen)?.name ?? 'a screen that is gone'}`;
      case 'back':
        return 'go back';
      case 'lay':
        return `show ${nameOf(a.over)}`;
      case 'away':
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
        : `when ${WHEN.find(([, t]) => t.on === when.on)?.[0] ?? when.on}`;
  const asked = [
    ...(b.if?.all?.map(test).join(' and ') ? [b.if.all.map(test).join(' and ')] : []),
    ...(b.if?.any?.map(test).join(' or ') ? [b.if.any.map(test).join(' or ')] : []),
  ];
  return [first, ...asked.map((a) => `if ${a}`), b.then.map(action).join(', then ')].join(', ');
}

// ── reading ──

class Expected extends Error {
  constructor(
    readonly at: number,
    readonly what: string,
    readonly offers: readonly string[],
  ) {
    super(what);
  }
}
class Reader {
  at = 0;
  constructor(readonly text: string) {}
  skip(): void {
    while (/\s/u.test(this.text[this.at] ?? '')) this.at++;
  }
  get rest(): string {
    this.skip();
    return this.text.slice(this.at);
  }
  /** The longest of these that stands here, as whole words. */
  one<T>(what: string, all: readonly (readonly [string, T])[]): T {
    const found = this.maybe(all);
    if (found === undefined) throw new Expected(this.at, what, this.going(all.map(([n]) => n)));
    return found.value;
  }
  maybe<T>(all: readonly (readonly [string, T])[]): { readonly value: T } | undefined {
    const rest = lower(this.rest);
    let best: readonly [string, T] | undefined;
    for (const c of all) {
      const name = lower(c[0]);
      if (!rest.startsWith(name) || (best && best[0].length >= name.length)) continue;
      const next = rest[name.length];
      if (/[\p{L}\p{N}]$/u.test(name) && next !== undefined && /[\p{L}\p{N}]/u.test(next)) continue;
      best = c;
    }
    if (!best) return undefined;
    this.at += best[0].length;
    return { value: best[1] };
  }
  has(...words: readonly string[]): boolean {
    return this.maybe(words.map((w) => [w, true] as const)) !== undefined;
  }
  match(what: string, pattern: RegExp, offers: readonly string[]): RegExpExecArray {
    const found = pattern.exec(this.rest);
    if (found?.index !== 0) throw new Expected(this.at, what, this.going(offers));
    this.at += found[0].length;
    return found;
  }
  /** Of what may stand here: what goes on from what is typed. */
  going(all: readonly string[]): readonly string[] {
    const rest = lower(this.rest);
    return all.filter((n) => lower(n).startsWith(rest)).slice(0, 40);
  }
}
const NUMBER = /^-?\d+(?:\.\d+)?/u;
const TEXT = /^(?:“([^”]*)”|"([^"]*)"|'([^']*)')/u;

/** Reads a sentence; what cannot be read is told with where, and what may stand there. Never throws. */
export function readSentence(about: About, text: string): ReadSentence {
  const r = new Reader(text.slice(0, 4000));
  try {
    const behaviour = sentence(about, r);
    r.skip();
    const more = [', then'];
    if (r.rest !== '' && r.rest !== '.') throw new Expected(r.at, 'the sentence ends', r.going(more));
    return { ok: true, behaviour, offers: more };
  } catch (error) {
    if (!(error instanceof Expected)) throw error;
    const before = text.slice(0, error.at).trim();
    const some = error.offers.slice(0, 4).join(', ');
    const where = before === '' ? 'A sentence begins with' : `After “${before.slice(-40)}” comes`;
    return {
      ok: false,
      at: error.at,
      problem: `${where} ${error.what}${some === '' ? '' : `: ${some}`}.`,
      offers: error.offers,
    };
  }
}
function sentence(about: About, r: Reader): Omit<Behaviour, 'id'> {
  const names = [...thingNames(about)].map(([id, name]) => [name, id] as const);
  const when = trigger(r);
  comma(r, ['if', 'go to', 'show', 'set']);
  const tests: { all: Test[]; any: Test[] } = { all: [], any: [] };
  while (r.has('if')) {
    const list = [test(about, r, names)];
    const joined = r.has('and') ? 'and' : r.has('or') ? 'or' : '';
    if (joined !== '') {
      do list.push(test(about, r, names));
      while (r.has(joined));
      if (
        r.maybe([
          ['and', 1],
          ['or', 1],
        ] as const)
      )
        throw new Expected(r.at, `only “${joined}” in one condition; say the rest after another “if”`, []);
    }
    (joined === 'or' ? tests.any : tests.all).push(...list);
    comma(r, ['go to', 'show', 'set', 'if']);
  }
  const then = [action(about, r, names)];
  while (r.has(', then', 'then', ',')) {
    r.has('then');
    then.push(action(about, r, names));
  }
  const asked = {
    ...(tests.all.length > 0 ? { all: tests.all } : {}),
    ...(tests.any.length > 0 ? { any: tests.any } : {}),
  };
  return { when, ...(Object.keys(asked).length > 0 ? { if: asked } : {}), then };
}
function comma(r: Reader, then: readonly string[]): void {
  if (r.has(',', ':')) return;
  // A comma may be left out where what follows is clear.
  if (r.rest !== '' && r.going(then).length === 0 && !then.some((t) => lower(r.rest).startsWith(t)))
    throw new Expected(r.at, 'a comma', [',']);
  if (r.rest === '')
    throw new Expected(
      r.at,
      'what is done',
      then.map((t) => `, ${t}`),
    );
}
function trigger(r: Reader): Trigger {
  const start = r.one('when', [
    ['when', 'when'],
    ['after', 'after'],
  ] as const);
  if (start === 'after') return { on: 'after', ms: duration(r) };
  const found = r.maybe(WHEN);
  if (found) return found.value;
  const key = r.maybe([...KEYS, ...'abcdefghijklmnopqrstuvwxyz0123456789'].map((k) => [`${k} is pressed`, k] as const));
  if (key) return { on: 'key', key: key.value };
  throw new Expected(r.at, 'what happens', r.going([...WHEN.map(([n]) => n), ...KEYS.map((k) => `${k} is pressed`)]));
}
function duration(r: Reader): number {
  const n = Number(r.match('a time', NUMBER, ['300 ms', '2 s'])[0]);
  const unit = r.one('a unit of time', [
    ['ms', 1],
    ['seconds', 1000],
    ['second', 1000],
    ['s', 1000],
  ] as const);
  return Math.min(600_000, Math.max(0, Math.round(n * unit)));
}
type Names = readonly (readonly [string, NodeId])[];
/** A property, of this thing or of another. */
function property(about: About, r: Reader, names: Names): PropOf & { readonly is: Prop } {
  const { world, wears, screen } = about;
  const contractOf = (id: NodeId): { ref: ComponentRef; props: readonly Prop[] } => {
    const node = screen.nodes[id];
    const ref = node?.type === 'instance' ? shownComponent(wears, node.component) : '';
    return { ref, props: componentAt(world, ref)?.contract.props.filter((p) => p.kind !== 'list') ?? [] };
  };
  const start = r.at;
  // All properties of all things are tried: of which thing it is is said after it.
  const all = new Map<string, true>();
  for (const [, id] of names) for (const p of contractOf(id).props) all.set(lower(p.name), true);
  for (const p of contractOf(about.thing).props) all.set(lower(p.name), true);
  const name = r.one(
    'a property',
    [...all.keys()].map((n) => [n, n] as const),
  );
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
function test(about: About, r: Reader, names: Names): Test {
  if (r.has('in'))
    return {
      situation: r.one(
        'a situation',
        situationsOf(about.world.project).map((s) => [s.name, s.id] as const),
      ),
    };
  const { is, ...at } = property(about, r, names);
  const asks = r.one(
    'what is asked of it',
    ASKS.map((a) => [a, a] as const),
  );
  return asks === 'is filled' || asks === 'is empty' ? { ...at, asks } : { ...at, asks, value: value(is, r) as Json };
}
function value(p: Prop, r: Reader): Json | { opposite: true } {
  if (p.kind === 'flag')
    return r.one<boolean | { opposite: true }>('on, off or the opposite', [
      ['on', true],
      ['off', false],
      ['the opposite', { opposite: true }],
    ]);
  if (p.kind === 'choice')
    return r.one(
      'one of its options',
      (p.options ?? []).map((o) => [o.name, o.id] as const),
    );
  if (p.kind === 'number') return Number(r.match('a number', NUMBER, ['1'])[0]);
  const found = TEXT.exec(r.rest) ?? NUMBER.exec(r.rest);
  if (found?.index !== 0) throw new Expected(r.at, 'a text in “ ”', ['“']);
  r.at += found[0].length;
  return found[1] ?? found[2] ?? found[3] ?? found[0];
}
function action(about: About, r: Reader, names: Names): Action {
  const { world, screen } = about;
  const places = placesOf(screen.nodes);
  const grounded = names.filter(([, id]) => places.get(id)?.parent === screen.root);
  switch (
    r.one('what is done', [
      ['go to', 'go'],
      ['go back', 'back'],
      ['show', 'lay'],
      ['put it away', 'away'],
      ['put away', 'away'],
      ['set', 'set'],
      ['scroll to', 'scroll'],
      ['start', 'start'],
      ['leave the situation', 'leave'],
      ['open', 'open'],
      ['wait', 'wait'],
    ] as const)
  ) {
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
    case 'lay':
      return {
        do: 'lay',
        over: r.one(
          'a thing that lies over the screen',
          grounded.filter(([, id]) => screen.nodes[id]?.attrs.over !== undefined),
        ),
      };
    case 'away':
      return { do: 'away' };
    case 'set': {
      const { is, ...at } = property(about, r, names);
      r.one('to', [['to', true]]);
      return { do: 'set', ...at, value: value(is, r) };
    }
    case 'scroll': {
      const to = r.one('a thing of this screen', names);
      if (!r.has('with')) return { do: 'scroll', to };
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
  wears: wearsOf(world.project, screen),
  thing,
});
