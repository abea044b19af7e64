import {
  partAddress,
  screenOf,
  situationAt,
  type Action,
  type Interaction,
  type NodeId,
  type Test,
  type World,
} from '../model/index.js';
import type { RNode } from '../resolve/index.js';
import { allHold, holds } from './conditions.js';
import { TryCopy } from './tryCopy.js';
import { ComponentRun } from './componentRun.js';
import type { Effects, Timer, TryState, Navigation } from './tryState.js';

/** So many things are done for one press: what leads in a circle ends there, and says so. */
export const MOST_ACTIONS = 200;

const NOTHING: Effects = { later: [], opens: [], said: [] };
const still = (trying: TryState): Navigation => ({ trying, effects: NOTHING });

/** A mockup from a screen on. Throws RangeError when that is not there. */
export function startTry(world: World, screen: string): Navigation {
  if (!screenOf(world.project, screen)) throw new RangeError(`There is no screen ${screen}`);
  const trying = { project: world.project, done: [], screen, overlay: '', history: [], situation: '' };
  return new Run(world, trying).arrive().end();
}
/**
 * A thing is pressed.
 * @param path the parts at that place, from the ground to the innermost
 * @param along how far from its left edge the innermost thing that has a value was pressed, 0 to 1
 */
export const press = (world: World, t: TryState, path: readonly RNode[], along = 0.5): Navigation =>
  new Run(world, t).press(path, along).end();
/** A text is typed into what takes it, whole. */
export const type = (world: World, t: TryState, thing: RNode, text: string): Navigation =>
  new Run(world, t).typed(thing, text).end();
/** A key is pressed: on what has the focus, from the inside out, else anywhere on the screen. */
export const pressKey = (world: World, t: TryState, path: readonly RNode[], key: string): Navigation =>
  new Run(world, t).key(path, key).end();
/** What is beside what lies over the screen was pressed. */
export const pressBackdrop = (world: World, t: TryState): Navigation => new Run(world, t).backdrop().end();
/** The pointer comes over a thing, or the keyboard’s focus; it is scrolled to, or dragged away to a side. */
export const reach = (
  world: World,
  t: TryState,
  path: readonly RNode[],
  on: 'point' | 'focus' | 'reach' | 'drag',
): Navigation => new Run(world, t).reach(path, on).end();
/** What waited goes on; nothing, where another screen is shown by now. */
export const runTimer = (world: World, t: TryState, later: Timer): Navigation =>
  t.screen === later.screen ? new Run(world, t).run(later.then, later.thing).end() : still(t);

/** The things of the screen that a place belongs to, the innermost first, each once. */
function ownersOf(path: readonly RNode[]): readonly NodeId[] {
  const ids = [...path].reverse().map((n) => n.owner.split('/').at(-1) ?? n.owner);
  return [...new Set(ids)];
}

/** The instances at a place, by whom they belong to, from the inside out: each with what it stands in, the innermost first. */
function belonging(path: readonly RNode[]): readonly (readonly RNode[])[] {
  const found: RNode[][] = [];
  for (const n of [...path].reverse()) {
    if (!n.instance) continue;
    const last = found.at(-1);
    if (last?.[0]?.owner === n.owner) last.push(n);
    else found.push([n]);
  }
  return found;
}
/** What stands at a place within a thing. */
const after = (path: readonly RNode[], thing: RNode): readonly RNode[] => path.slice(path.indexOf(thing) + 1);

const CIRCLE = `What is done leads in a circle: it was ended after ${MOST_ACTIONS} steps.`;
const isOpposite = (v: unknown): boolean =>
  typeof v === 'object' && v !== null && !Array.isArray(v) && (v as { opposite?: unknown }).opposite === true;

class Run {
  private left = MOST_ACTIONS;
  private readonly later: Timer[] = [];
  private readonly opens: string[] = [];
  private readonly said: string[] = [];
  private scroll: { to: NodeId; offset: number } | undefined;

  private readonly copy: TryCopy;
  private readonly itself: ComponentRun;

  constructor(world: World, t: TryState) {
    this.copy = new TryCopy(world, t);
    this.itself = new ComponentRun(this.copy, {
      mayGoOn: () => --this.left >= 0,
      changed: (thing) => void this.happens(ownersOf([thing]), (b) => b.when.on === 'change'),
      event: (thing, event) =>
        void this.happens(ownersOf([thing]), (b) => b.when.on === 'event' && b.when.event === event),
      away: () => this.away(),
    });
  }

  end(): Navigation {
    const { later, opens, said, scroll } = this;
    return { trying: this.copy.t, effects: { later, opens, said, ...(scroll ? { scroll } : {}) } };
  }

  // ── what happens ──
  press(path: readonly RNode[], along: number): this {
    if (this.copy.isOff(path)) return this;
    let acted = false;
    for (const things of belonging(path)) {
      const said = acted
        ? undefined
        : things.map((t) => [t, this.itself.partPressed(t, after(path, t))] as const).find(([, on]) => on);
      if (said) {
        const [thing, on] = said;
        this.happens(ownersOf([thing]), (b) => b.when.on === on);
        this.itself.trigger(thing, (w) => w.on === on);
        break;
      }
      // What something says of its parts and items comes before what they do by themselves.
      const inside = (t: RNode): boolean => this.itself.inside(t, after(path, t), along, acted);
      acted =
        [...things].reverse().some(inside) ||
        acted ||
        things.some((t) => this.itself.trigger(t, (w) => w.on === 'press', { along }));
    }
    return this.happens(ownersOf(path), (b) => b.when.on === 'press', path);
  }
  typed(thing: RNode, text: string): this {
    if (this.copy.isOff([thing])) return this;
    this.itself.trigger(thing, (w) => w.on === 'type', { text });
    return this;
  }
  reach(path: readonly RNode[], on: 'point' | 'focus' | 'reach' | 'drag'): this {
    // It may be pointed at, which tells why it is off, say; no more.
    if ((on === 'focus' || on === 'drag') && this.copy.isOff(path)) return this;
    for (const thing of path) if (thing.instance) this.itself.trigger(thing, (w) => w.on === on);
    return this.happens(ownersOf(path), (b) => b.when.on === on, path);
  }
  key(at: readonly RNode[], key: string): this {
    const path = this.copy.isOff(at) ? [] : at;
    const own = (b: Interaction): boolean => b.when.on === 'key' && b.when.key.toLowerCase() === key.toLowerCase();
    for (const thing of [...path].reverse())
      if (
        thing.instance &&
        this.itself.trigger(thing, (w) => w.on === 'key' && w.key.toLowerCase() === key.toLowerCase())
      )
        break;
    const inside = ownersOf(path);
    if (this.interactionsOf(inside).some(([, b]) => own(b))) return this.happens(inside, own);
    const all = this.copy.seen()?.screen.nodes ?? {};
    if (this.interactionsOf(Object.keys(all)).some(([, b]) => own(b))) return this.happens(Object.keys(all), own);
    if (key === 'Escape' && this.copy.t.overlay !== '') this.away();
    return this;
  }
  backdrop(): this {
    if (this.copy.t.overlay === '') return this;
    const overlay = this.copy.t.overlay;
    this.happens([overlay], (b) => b.when.on === 'dismiss');
    if (this.copy.t.overlay === overlay) this.away();
    return this;
  }
  /** A screen is shown: what is said of that, and what comes after a while. */
  arrive(): this {
    const all = Object.keys(this.copy.seen()?.screen.nodes ?? {});
    const screen = this.copy.t.screen;
    for (const [thing, b] of this.interactionsOf(all))
      if (b.when.on === 'after') this.later.push({ ms: b.when.ms, screen, thing, then: this.asked(b, thing) });
    for (const [thing, b] of this.interactionsOf(all)) {
      if (this.copy.t.screen !== screen) break;
      if (b.when.on === 'show') this.run(this.asked(b, thing), thing);
    }
    return this;
  }
  /** What the innermost of these things does for it; nothing further out is told. */
  happens(things: readonly NodeId[], is: (b: Interaction) => boolean, path: readonly RNode[] = []): this {
    for (const thing of things) {
      const all = this.interactionsOf([thing]).filter(([, b]) => is(b));
      // What is said of the part that is meant comes before what is said of all of it.
      const ofPart = all.filter(([, b]) => b.part && this.isWithin(thing, b, path));
      const list = ofPart.length > 0 ? ofPart : all.filter(([, b]) => !b.part);
      if (list.length === 0) continue;
      const screen = this.copy.t.screen;
      for (const [, b] of list) if (this.copy.t.screen === screen) this.run(this.asked(b, thing), thing);
      return this;
    }
    return this;
  }

  private isWithin(thing: NodeId, b: Interaction, path: readonly RNode[]): boolean {
    const own = path.find((n) => n.instance && (n.key === thing || n.key.endsWith(`/${thing}`)));
    const at = own?.instance && partAddress(this.copy.seen()?.appliedKits ?? [], b, own.instance.shown);
    return at ? path.some((n) => n.key === [own?.key, ...at].join('/')) : false;
  }

  // ── what is done ──
  run(actions: readonly Action[], thing: NodeId): this {
    for (const [i, a] of actions.entries()) {
      if (--this.left < 0) {
        if (!this.said.includes(CIRCLE)) this.said.push(CIRCLE);
        return this;
      }
      if (a.do === 'wait') {
        this.later.push({ ms: a.ms, screen: this.copy.t.screen, thing, then: actions.slice(i + 1) });
        return this;
      }
      this.act(a, thing);
    }
    return this;
  }
  private act(a: Action, thing: NodeId): void {
    switch (a.do) {
      case 'go':
        if (!screenOf(this.copy.t.project, a.screen)) return this.tell('The screen it leads to is gone.');
        this.copy.t = {
          ...this.copy.t,
          screen: a.screen,
          overlay: '',
          history: [...this.copy.t.history, this.copy.t.screen].slice(-200),
        };
        this.arrive();
        return;
      case 'back': {
        const before = this.copy.t.history.at(-1);
        if (before === undefined) return this.tell('There is nothing to go back to.');
        this.copy.t = { ...this.copy.t, screen: before, overlay: '', history: this.copy.t.history.slice(0, -1) };
        this.arrive();
        return;
      }
      case 'openOverlay':
        if (!this.copy.seen()?.screen.nodes[a.overlay]) return this.tell('What it lays over the screen is gone.');
        this.copy.t = { ...this.copy.t, overlay: a.overlay };
        return;
      case 'closeOverlay':
        return this.away();
      case 'situation':
        if (a.situation !== '' && !situationAt(this.copy.t.project, a.situation))
          return this.tell('The situation it starts is gone.');
        this.copy.t = { ...this.copy.t, situation: a.situation };
        return;
      case 'scroll':
        if (!this.copy.seen()?.screen.nodes[a.to]) return this.tell('What it scrolls to is gone.');
        this.scroll = { to: a.to, offset: a.offset ?? 0 };
        return;
      case 'open':
        this.opens.push(a.address);
        return;
      case 'set': {
        const of = this.copy.find(a.of ?? thing);
        if (!of?.instance) return this.tell('What it changes is gone.');
        const to = this.copy.shownAs(of.instance.shown, a.home, a.prop);
        if (!to) return this.tell(`${of.name} has nothing that shows it.`);
        const value = isOpposite(a.value) ? of.instance.props[to.prop] !== true : (to.forth(a.value) ?? a.value);
        // It is changed where what it holds is another; how it looks is another matter.
        if (this.copy.put(of.key, to.prop, value) && this.copy.isHeld(of, to.prop))
          this.happens([a.of ?? thing], (b) => b.when.on === 'change');
        return;
      }
      case 'wait':
        return;
    }
  }
  private away(): void {
    this.copy.t = { ...this.copy.t, overlay: '' };
  }
  private tell(sentence: string): void {
    if (!this.said.includes(sentence)) this.said.push(sentence);
  }

  // ── what is asked ──
  private asked(b: Interaction, thing: NodeId): readonly Action[] {
    const holds = (t: Test): boolean => this.holds(t, thing);
    return allHold(b.if, holds) ? b.then : [];
  }
  private holds(t: Test, thing: NodeId): boolean {
    if ('situation' in t) return this.copy.t.situation === t.situation;
    const of = this.copy.find(t.of ?? thing);
    const to = of?.instance && this.copy.shownAs(of.instance.shown, t.home, t.prop);
    const value = to && of.instance ? to.back(of.instance.props[to.prop]) : undefined;
    return holds(t.asks, value, t.value);
  }

  // ── things ──
  private interactionsOf(things: readonly NodeId[]): readonly (readonly [NodeId, Interaction])[] {
    const nodes = this.copy.seen()?.screen.nodes ?? {};
    return things.flatMap((id) => (nodes[id]?.interactions ?? []).map((b) => [id, b] as const));
  }
}
