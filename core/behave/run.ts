import {
  applyEdit,
  chooseSteps,
  placeOfKey,
  propPlace,
  treeOfScreen,
  withItemField,
  type Step,
  type TextPlace,
} from '../edit/index.js';
import { meaningsOf } from '../match/index.js';
import {
  componentAt,
  inSituation,
  isFilled,
  listItems,
  partAddress,
  placesOf,
  screenOf,
  situationAt,
  splitRef,
  wearsOf,
  type Action,
  type Behaviour,
  type Component,
  type ComponentRef,
  type Json,
  type NodeId,
  type Project,
  type Screen,
  type StateName,
  type Test,
  type Wear,
  type World,
} from '../model/index.js';
import { resolve, type RNode, type ResolvedScreen } from '../resolve/index.js';
import { ownRules, propMeaning, type OwnRule } from './own.js';

/** A mockup that is being tried: where somebody is, and what they did. The project itself is never changed. */
export interface Trying {
  /** As it stands, with everything that was done while trying. */
  readonly project: Project;
  readonly done: readonly Step[];
  readonly screen: string;
  /** What lies over the screen; empty: nothing. */
  readonly over: string;
  readonly history: readonly string[];
  /** By its id; empty: none. */
  readonly situation: string;
}
/** What goes on later, or outside. */
export interface Effects {
  /** To be gone on with after so long, unless something else was shown meanwhile. */
  readonly later: readonly Later[];
  readonly scroll?: { readonly to: NodeId; readonly offset: number };
  readonly opens: readonly string[];
  /** What could not be done, in sentences. */
  readonly said: readonly string[];
}
export interface Later {
  readonly ms: number;
  readonly screen: string;
  readonly thing: NodeId;
  readonly then: readonly Action[];
}
export interface Went {
  readonly trying: Trying;
  readonly effects: Effects;
}

/** So many things are done for one press: what leads in a circle ends there, and says so. */
export const MOST_ACTIONS = 200;

const NOTHING: Effects = { later: [], opens: [], said: [] };
const still = (trying: Trying): Went => ({ trying, effects: NOTHING });

/** A mockup from a screen on. Throws RangeError when that is not there. */
export function startTrying(world: World, screen: string): Went {
  if (!screenOf(world.project, screen)) throw new RangeError(`There is no screen ${screen}`);
  const trying = { project: world.project, done: [], screen, over: '', history: [], situation: '' };
  return new Run(world, trying).arrive().end();
}
/** The project was edited meanwhile: everything that was done is done on it as it is now. */
export function follow(trying: Trying, project: Project): Trying {
  const steps = trying.done.map((s): Step => ({ ...s, ifThere: true }));
  const got = applyEdit(project, { id: 'tried', label: 'Tried', steps });
  const there = (id: string): boolean => screenOf(project, id) !== undefined;
  return {
    ...trying,
    project: got.ok ? got.project : project,
    screen: there(trying.screen) ? trying.screen : (project.screens[0]?.id ?? trying.screen),
    history: trying.history.filter(there),
  };
}

/** The screen that is looked at, as it is now. */
export function tried(
  world: World,
  t: Trying,
): { readonly world: World; readonly screen: Screen; readonly wears: readonly Wear[] } | null {
  const found = screenOf(t.project, t.screen);
  if (!found) return null;
  const screen = inSituation(found, situationAt(t.project, t.situation));
  return { world: { project: t.project, kits: world.kits }, screen, wears: wearsOf(t.project, found) };
}
export function resolveTried(
  world: World,
  t: Trying,
  states: Readonly<Record<string, readonly StateName[]>> = {},
): ResolvedScreen | null {
  const seen = tried(world, t);
  return (
    seen &&
    resolve(seen.world, seen.screen, {
      wears: seen.wears,
      ...(t.over === '' ? {} : { over: t.over }),
      ...(Object.keys(states).length > 0 ? { states } : {}),
    })
  );
}

/**
 * A thing is pressed.
 * @param path the parts at that place, from the ground to the innermost
 * @param along how far from its left edge the innermost thing that has a value was pressed, 0 to 1
 */
export const press = (world: World, t: Trying, path: readonly RNode[], along = 0.5): Went =>
  new Run(world, t).press(path, along).end();
/** A text is typed into what takes it, whole. */
export const type = (world: World, t: Trying, thing: RNode, text: string): Went =>
  new Run(world, t).typed(thing, text).end();
/** A key is pressed: on what has the focus, from the inside out, else anywhere on the screen. */
export const pressKey = (world: World, t: Trying, path: readonly RNode[], key: string): Went =>
  new Run(world, t).key(path, key).end();
/** What is beside what lies over the screen was pressed. */
export const pressBackdrop = (world: World, t: Trying): Went => new Run(world, t).backdrop().end();
/** The pointer comes over a thing, or the keyboard’s focus; it is scrolled to, or dragged away to a side. */
export const reach = (
  world: World,
  t: Trying,
  path: readonly RNode[],
  on: 'point' | 'focus' | 'reach' | 'drag',
): Went => new Run(world, t).happens(ownersOf(path), (b) => b.when.on === on, path).end();
/** What waited goes on; nothing, where another screen is shown by now. */
export const goOn = (world: World, t: Trying, later: Later): Went =>
  t.screen === later.screen ? new Run(world, t).run(later.then, later.thing).end() : still(t);

/** The things of the screen that a place belongs to, the innermost first, each once. */
function ownersOf(path: readonly RNode[]): readonly NodeId[] {
  const ids = [...path].reverse().map((n) => n.owner.split('/').at(-1) ?? n.owner);
  return [...new Set(ids)];
}

class Run {
  private left = MOST_ACTIONS;
  private readonly later: Later[] = [];
  private readonly opens: string[] = [];
  private readonly said: string[] = [];
  private scroll: { to: NodeId; offset: number } | undefined;

  constructor(
    private readonly world: World,
    private t: Trying,
  ) {}

  end(): Went {
    const { later, opens, said, scroll } = this;
    return { trying: this.t, effects: { later, opens, said, ...(scroll ? { scroll } : {}) } };
  }

  // ── what happens ──
  press(path: readonly RNode[], along: number): this {
    for (let i = path.length - 1; i >= 0; i--) {
      const thing = path[i];
      if (!thing?.instance) continue;
      const said = this.partPressed(thing, path.slice(i + 1));
      if (said !== null) {
        const owner = ownersOf([thing]);
        this.happens(owner, (b) => b.when.on === said);
        for (const r of ownRules(thing.instance.role)) if (r.when === said && r.does === 'leave') this.away();
        break;
      }
      const rule = ownRules(thing.instance.role).find((r) => r.when === 'press');
      if (rule && this.own(thing, rule, path, along)) {
        this.happens(ownersOf([thing]), (b) => b.when.on === 'change');
        break;
      }
    }
    return this.happens(ownersOf(path), (b) => b.when.on === 'press', path);
  }
  typed(thing: RNode, text: string): this {
    const rule = ownRules(thing.instance?.role ?? '').find((r) => r.does === 'typed');
    const at = rule && this.meaning(thing, rule.means);
    if (at && this.put(thing.key, at.prop.id, text)) this.happens(ownersOf([thing]), (b) => b.when.on === 'change');
    return this;
  }
  key(path: readonly RNode[], key: string): this {
    const own = (b: Behaviour): boolean => b.when.on === 'key' && b.when.key.toLowerCase() === key.toLowerCase();
    const inside = ownersOf(path);
    if (this.does(inside).some(([, b]) => own(b))) return this.happens(inside, own);
    const all = this.seen()?.screen.nodes ?? {};
    if (this.does(Object.keys(all)).some(([, b]) => own(b))) return this.happens(Object.keys(all), own);
    if (key === 'Escape' && this.t.over !== '') this.away();
    return this;
  }
  backdrop(): this {
    if (this.t.over === '') return this;
    const over = this.t.over;
    this.happens([over], (b) => b.when.on === 'dismiss');
    if (this.t.over === over) this.away();
    return this;
  }
  /** A screen is shown: what is said of that, and what comes after a while. */
  arrive(): this {
    const all = Object.keys(this.seen()?.screen.nodes ?? {});
    const screen = this.t.screen;
    for (const [thing, b] of this.does(all))
      if (b.when.on === 'after') this.later.push({ ms: b.when.ms, screen, thing, then: this.asked(b, thing) });
    for (const [thing, b] of this.does(all)) {
      if (this.t.screen !== screen) break;
      if (b.when.on === 'show') this.run(this.asked(b, thing), thing);
    }
    return this;
  }
  /** What the innermost of these things does for it; nothing further out is told. */
  happens(things: readonly NodeId[], is: (b: Behaviour) => boolean, path: readonly RNode[] = []): this {
    for (const thing of things) {
      const all = this.does([thing]).filter(([, b]) => is(b));
      // What is said of the part that is meant comes before what is said of all of it.
      const ofPart = all.filter(([, b]) => b.part && this.isWithin(thing, b, path));
      const list = ofPart.length > 0 ? ofPart : all.filter(([, b]) => !b.part);
      if (list.length === 0) continue;
      const screen = this.t.screen;
      for (const [, b] of list) if (this.t.screen === screen) this.run(this.asked(b, thing), thing);
      return this;
    }
    return this;
  }

  private isWithin(thing: NodeId, b: Behaviour, path: readonly RNode[]): boolean {
    const own = path.find((n) => n.instance && (n.key === thing || n.key.endsWith(`/${thing}`)));
    const at = own?.instance && partAddress(this.seen()?.wears ?? [], b, own.instance.shown);
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
        this.later.push({ ms: a.ms, screen: this.t.screen, thing, then: actions.slice(i + 1) });
        return this;
      }
      this.act(a, thing);
    }
    return this;
  }
  private act(a: Action, thing: NodeId): void {
    switch (a.do) {
      case 'go':
        if (!screenOf(this.t.project, a.screen)) return this.tell('The screen it leads to is gone.');
        this.t = { ...this.t, screen: a.screen, over: '', history: [...this.t.history, this.t.screen].slice(-200) };
        this.arrive();
        return;
      case 'back': {
        const before = this.t.history.at(-1);
        if (before === undefined) return this.tell('There is nothing to go back to.');
        this.t = { ...this.t, screen: before, over: '', history: this.t.history.slice(0, -1) };
        this.arrive();
        return;
      }
      case 'lay':
        if (!this.seen()?.screen.nodes[a.over]) return this.tell('What it lays over the screen is gone.');
        this.t = { ...this.t, over: a.over };
        return;
      case 'away':
        return this.away();
      case 'situation':
        if (a.situation !== '' && !situationAt(this.t.project, a.situation))
          return this.tell('The situation it starts is gone.');
        this.t = { ...this.t, situation: a.situation };
        return;
      case 'scroll':
        if (!this.seen()?.screen.nodes[a.to]) return this.tell('What it scrolls to is gone.');
        this.scroll = { to: a.to, offset: a.offset ?? 0 };
        return;
      case 'open':
        this.opens.push(a.address);
        return;
      case 'set': {
        const of = this.find(a.of ?? thing);
        if (!of?.instance) return this.tell('What it changes is gone.');
        const to = this.shownAs(of.instance.shown, a.home, a.prop);
        if (!to) return this.tell(`${of.name} has nothing that shows it.`);
        const value = isOpposite(a.value) ? of.instance.props[to.prop] !== true : (to.forth(a.value) ?? a.value);
        // It is changed where what it holds is another; how it looks is another matter.
        if (this.put(of.key, to.prop, value) && this.isHeld(of, to.prop))
          this.happens([a.of ?? thing], (b) => b.when.on === 'change');
        return;
      }
      case 'wait':
        return;
    }
  }
  private away(): void {
    this.t = { ...this.t, over: '' };
  }
  private tell(sentence: string): void {
    if (!this.said.includes(sentence)) this.said.push(sentence);
  }

  // ── what is asked ──
  private asked(b: Behaviour, thing: NodeId): readonly Action[] {
    const holds = (t: Test): boolean => this.holds(t, thing);
    return (b.if?.all?.every(holds) ?? true) && (b.if?.any?.some(holds) ?? true) ? b.then : [];
  }
  private holds(t: Test, thing: NodeId): boolean {
    if ('situation' in t) return this.t.situation === t.situation;
    const of = this.find(t.of ?? thing);
    const to = of?.instance && this.shownAs(of.instance.shown, t.home, t.prop);
    const value = to && of.instance ? to.back(of.instance.props[to.prop]) : undefined;
    switch (t.asks) {
      case 'is':
        return same(value, t.value);
      case 'is not':
        return !same(value, t.value);
      case 'is more than':
        return Number(value) > Number(t.value);
      case 'is less than':
        return Number(value) < Number(t.value);
      case 'is filled':
        return isFilled(value);
      case 'is empty':
        return !isFilled(value);
    }
  }

  // ── things ──
  private seen(): ReturnType<typeof tried> {
    return tried(this.world, this.t);
  }
  private does(things: readonly NodeId[]): readonly (readonly [NodeId, Behaviour])[] {
    const nodes = this.seen()?.screen.nodes ?? {};
    return things.flatMap((id) => (nodes[id]?.does ?? []).map((b) => [id, b] as const));
  }
  /** A thing of the screen as it is shown now: the first, where it is an item of several. */
  private find(id: NodeId): RNode | undefined {
    const all = resolveTried(this.world, this.t);
    let found: RNode | undefined;
    const walk = (n: RNode): void => {
      if (n.key === id || (!found && n.key.endsWith(`/${id}`) && n.owner === id)) found = n;
      else n.children.forEach(walk);
    };
    for (const root of [all?.root, all?.over]) if (root && !found) walk(root);
    return found;
  }
  /** Is a property what a thing holds: its value, or whether it is on? */
  private isHeld(thing: RNode, prop: string): boolean {
    const c = componentAt({ project: this.t.project, kits: this.world.kits }, thing.instance?.shown ?? '');
    const found = c?.contract.props.find((p) => p.id === prop);
    return found !== undefined && meaningsOf(found).some((m) => HELD.has(m));
  }
  private meaning(thing: RNode, means: string): ReturnType<typeof propMeaning> {
    const c = componentAt({ project: this.t.project, kits: this.world.kits }, thing.instance?.shown ?? '');
    return c && propMeaning(c, means);
  }
  /** Which property shows one of another kit’s component, and values forth and back; undefined: none does. */
  private shownAs(
    shown: ComponentRef,
    home: ComponentRef,
    prop: string,
  ):
    | { prop: string; forth: (v: Json) => Json | undefined; back: (v: Json | undefined) => Json | undefined }
    | undefined {
    const plain = { prop, forth: (v: Json) => v, back: (v: Json | undefined) => v };
    if (shown === home) return plain;
    const pair = this.seen()?.wears.find((w) => w.kit === splitRef(home).kit)?.sheet.pairs[home];
    const how = pair?.to === shown ? pair.props[prop] : undefined;
    if (how?.to) {
      const { options } = how;
      const name = how.to;
      return {
        prop: name,
        forth: (v) => (options && typeof v === 'string' ? (options[v] ?? undefined) : v),
        back: (v) => (options ? (Object.entries(options).find(([, o]) => o === v)?.[0] ?? v) : v),
      };
    }
    const world = { project: this.t.project, kits: this.world.kits };
    const means = componentAt(world, home)?.contract.props.find((p) => p.id === prop)?.means;
    const other = means && componentAt(world, shown)?.contract.props.find((p) => p.means === means);
    return other ? { ...plain, prop: other.id } : undefined;
  }
  /** Chooses a value where it is chosen, on the copy that is tried. */
  private put(key: string, prop: string, value: Json): boolean {
    const seen = this.seen();
    const place = seen && propPlace(seen.world, seen.wears, seen.screen, key, prop);
    return place ? this.choose(place, value) : false;
  }
  private choose(place: TextPlace, value: Json, alone = false): boolean {
    const seen = this.seen();
    const screen = seen && screenOf(this.t.project, this.t.screen);
    const node = screen?.nodes[place.node];
    if (!seen || !screen || node?.type !== 'instance' || place.kind === 'attr') return false;
    const item = place.entry ? { nodes: screen.nodes, entry: place.entry } : undefined;
    let chosen = value;
    if (place.kind === 'item') {
      const at = [
        ...(place.entry ? [place.entry.series, `#${place.entry.key}`] : []),
        node.id,
        ...place.target.at,
      ].join('/');
      const list = this.byKey(at)?.instance?.props[place.target.name];
      const others = alone ? listItems(list).filter((i) => i.key !== place.key) : [];
      chosen = withItemField(list, place.key, place.field, value);
      for (const o of others) chosen = withItemField(chosen, o.key, place.field, false);
    }
    const steps = chooseSteps(seen.world, seen.wears, treeOfScreen(screen), node, place.target, chosen, item);
    const got = applyEdit(this.t.project, { id: 'try', label: 'Try', steps });
    if (!got.ok) return false;
    const changed = got.project !== this.t.project;
    this.t = { ...this.t, project: got.project, done: [...this.t.done, ...steps].slice(-5000) };
    return changed;
  }
  private byKey(key: string): RNode | undefined {
    const all = resolveTried(this.world, this.t);
    let found: RNode | undefined;
    const walk = (n: RNode): void => {
      if (n.key === key) found = n;
      else if (key.startsWith(`${n.key}/`) || !n.instance) n.children.forEach(walk);
    };
    for (const root of [all?.root, all?.over]) if (root && !found) walk(root);
    return found;
  }

  // ── what things do by themselves ──
  private own(thing: RNode, rule: OwnRule, path: readonly RNode[], along: number): boolean {
    const at = this.meaning(thing, rule.means);
    if (!at || !thing.instance) return false;
    if (at.list) return this.ownItem(thing, at.list.id, at.prop.id, rule, path);
    const now = thing.instance.props[at.prop.id];
    if (rule.does === 'along') return this.put(thing.key, at.prop.id, this.measured(thing, now, along));
    if (rule.does === 'flip') return this.put(thing.key, at.prop.id, now !== true);
    if (rule.does !== 'pick') return false;
    for (const other of this.beside(thing)) this.put(other.key, at.prop.id, false);
    return this.put(thing.key, at.prop.id, true) || now === true;
  }
  /** A value from where it was pressed: stars count whole ones, sliders go to a hundred, amounts by one. */
  private measured(thing: RNode, now: Json | undefined, along: number): Json {
    const number = typeof now === 'number' ? now : Number(now) || 0;
    const role = thing.instance?.role;
    if (role === 'spinbutton') return Math.max(0, number + (along < 0.5 ? -1 : 1));
    return role === 'slider' ? Math.round(along * 100) : Math.min(5, Math.max(1, Math.ceil(along * 5)));
  }
  /** An item of a list was pressed: its own property of it, off in all others where only one can be on. */
  private ownItem(thing: RNode, list: string, field: string, rule: OwnRule, path: readonly RNode[]): boolean {
    const inner = path.at(-1)?.key ?? '';
    const key = /\/#([^/]+)/u.exec(inner.slice(thing.key.length))?.[1];
    const items = listItems(thing.instance?.props[list]);
    const item = items.find((i) => i.key === key);
    const seen = this.seen();
    const place = seen && propPlace(seen.world, seen.wears, seen.screen, thing.key, list);
    if (!item || key === undefined || place?.kind !== 'target') return false;
    const value = rule.does === 'flip' ? item.values[field] !== true : true;
    return this.choose({ ...place, kind: 'item', key, field } as TextPlace, value, rule.does === 'pick');
  }
  /** Things of the same role that stand in the same place of the screen. */
  private beside(thing: RNode): readonly RNode[] {
    const seen = this.seen();
    const place = seen && placeOfKey(seen.screen, thing.key);
    if (!seen || !place || place.at.length > 0) return [];
    const parent = placesOf(seen.screen.nodes).get(place.node)?.parent;
    const all: RNode[] = [];
    const walk = (n: RNode): void => {
      if (n.instance?.role === thing.instance?.role && n.key !== thing.key && n.key === n.owner) {
        if (placesOf(seen.screen.nodes).get(n.key)?.parent === parent) all.push(n);
      } else n.children.forEach(walk);
    };
    const root = resolveTried(this.world, this.t);
    for (const r of [root?.root, root?.over]) if (r) walk(r);
    return all;
  }
  /** A part of a thing was pressed that is its action, or puts it away; null: neither. */
  private partPressed(thing: RNode, inside: readonly RNode[]): 'action' | 'dismiss' | null {
    const c = componentAt({ project: this.t.project, kits: this.world.kits }, thing.instance?.shown ?? '');
    const nested = inside.filter((n) => n.instance && n.owner === thing.owner);
    if (!c || !thing.instance || nested.length === 0) return null;
    for (const [means, event] of [
      ['dismiss-label', 'dismiss'],
      ['action-label', 'action'],
    ] as const) {
      const label = labelOf(c, thing.instance.props, means);
      if (label !== '' && nested.some((n) => Object.values(n.instance?.props ?? {}).includes(label))) return event;
    }
    return null;
  }
}
const CIRCLE = `What is done leads in a circle: it was ended after ${MOST_ACTIONS} steps.`;
const HELD: ReadonlySet<string> = new Set(['value', 'checked', 'selected', 'open']);
const isOpposite = (v: unknown): boolean =>
  typeof v === 'object' && v !== null && !Array.isArray(v) && (v as { opposite?: unknown }).opposite === true;
const same = (a: Json | undefined, b: Json | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && String(a).trim().toLowerCase() === String(b).trim().toLowerCase());
const labelOf = (c: Component, props: Readonly<Record<string, Json>>, means: string): string => {
  const prop = c.contract.props.find((p) => meaningsOf(p).includes(means));
  const value = prop && props[prop.id];
  return typeof value === 'string' ? value : '';
};
