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
  type Asked,
  type Behaviour,
  type Component,
  type ComponentRef,
  type Json,
  type ListItem,
  type NodeId,
  type OwnAction,
  type OwnTrigger,
  type OwnValue,
  type Prop,
  type Project,
  type Screen,
  type StateName,
  type Test,
  type Wear,
  type World,
} from '../model/index.js';
import { resolve, type RNode, type ResolvedScreen } from '../resolve/index.js';
import { ownOf } from './own.js';

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
): Went => new Run(world, t).reach(path, on).end();
/** What waited goes on; nothing, where another screen is shown by now. */
export const goOn = (world: World, t: Trying, later: Later): Went =>
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
    let acted = false;
    for (const things of belonging(path)) {
      const said = acted
        ? undefined
        : things.map((t) => [t, this.partPressed(t, after(path, t))] as const).find(([, on]) => on);
      if (said) {
        const [thing, on] = said;
        this.happens(ownersOf([thing]), (b) => b.when.on === on);
        this.own(thing, (w) => w.on === on);
        break;
      }
      // What something says of its parts and items comes before what they do by themselves.
      const inside = (t: RNode): boolean => this.ownInside(t, after(path, t), along, acted);
      acted =
        [...things].reverse().some(inside) ||
        acted ||
        things.some((t) => this.own(t, (w) => w.on === 'press', { along }));
    }
    return this.happens(ownersOf(path), (b) => b.when.on === 'press', path);
  }
  typed(thing: RNode, text: string): this {
    this.own(thing, (w) => w.on === 'type', { text });
    return this;
  }
  reach(path: readonly RNode[], on: 'point' | 'focus' | 'reach' | 'drag'): this {
    for (const thing of path) if (thing.instance) this.own(thing, (w) => w.on === on);
    return this.happens(ownersOf(path), (b) => b.when.on === on, path);
  }
  key(path: readonly RNode[], key: string): this {
    const own = (b: Behaviour): boolean => b.when.on === 'key' && b.when.key.toLowerCase() === key.toLowerCase();
    for (const thing of [...path].reverse())
      if (thing.instance && this.own(thing, (w) => w.on === 'key' && w.key.toLowerCase() === key.toLowerCase())) break;
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
    return areSo(b.if, holds) ? b.then : [];
  }
  private holds(t: Test, thing: NodeId): boolean {
    if ('situation' in t) return this.t.situation === t.situation;
    const of = this.find(t.of ?? thing);
    const to = of?.instance && this.shownAs(of.instance.shown, t.home, t.prop);
    const value = to && of.instance ? to.back(of.instance.props[to.prop]) : undefined;
    return isSo(t.asks, value, t.value);
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
    const found = this.componentOf(thing)?.contract.props.find((p) => p.id === prop);
    return found !== undefined && meaningsOf(found).some((m) => HELD.has(m));
  }
  private componentOf(thing: RNode): Component | undefined {
    return componentAt({ project: this.t.project, kits: this.world.kits }, thing.instance?.shown ?? '');
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
  /** @param others of an item: what all others become in the same way */
  private choose(place: TextPlace, value: Json, others?: Json): boolean {
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
      chosen = withItemField(list, place.key, place.field, value);
      if (others !== undefined)
        for (const o of listItems(list))
          if (o.key !== place.key) chosen = withItemField(chosen, o.key, place.field, others);
    }
    const steps = chooseSteps(seen.world, seen.wears, treeOfScreen(screen), node, place.target, chosen, item);
    const got = applyEdit(this.t.project, { id: 'try', label: 'Try', steps });
    if (!got.ok) return false;
    const changed = got.project !== this.t.project;
    this.t = { ...this.t, project: got.project, done: [...this.t.done, ...steps].slice(-5000) };
    return changed;
  }
  private byKey(key: string, t = this.t): RNode | undefined {
    const all = resolveTried(this.world, t);
    let found: RNode | undefined;
    const walk = (n: RNode): void => {
      if (n.key === key) found = n;
      else if (key.startsWith(`${n.key}/`) || !n.instance) n.children.forEach(walk);
    };
    for (const root of [all?.root, all?.over]) if (root && !found) walk(root);
    return found;
  }

  // ── what things do by themselves ──
  /** What a thing does when one of its parts or items is pressed; where something nearer did something already, of its parts alone. */
  private ownInside(thing: RNode, inside: readonly RNode[], along: number, acted: boolean): boolean {
    const c = this.componentOf(thing);
    if (!c) return false;
    const isIn = (part: NodeId): boolean => inside.some((n) => n.key === `${thing.key}/${part}`);
    if (this.own(thing, (w) => w.on === 'part' && isIn(w.part), { along })) return true;
    if (acted) return false;
    const innermost = inside.at(-1)?.key ?? '';
    for (const list of c.contract.props) {
      if (list.kind !== 'list') continue;
      const series = Object.values(c.nodes).find((n) => n.type === 'series' && n.of === list.id);
      const before = `${thing.key}/${series?.id ?? ''}/#`;
      const key = innermost.startsWith(before) ? (innermost.slice(before.length).split('/')[0] ?? '') : '';
      const item = listItems(thing.instance?.props[list.id]).find((i) => i.key === key);
      if (item && this.own(thing, (w) => w.on === 'item' && w.list === list.id, { along, item, list: list.id }))
        return true;
    }
    return false;
  }
  /** Does what a thing says of itself; true: it said something of that, and its conditions held. */
  private own(thing: RNode, is: (when: OwnTrigger) => boolean, at: Happened = {}): boolean {
    const c = this.componentOf(thing);
    const all = c ? ownOf(c).filter((b) => is(b.when)) : [];
    let [did, changed] = [false, false];
    for (const b of all) {
      const props = (this.byKey(thing.key) ?? thing).instance?.props ?? {};
      if (!areSo(b.if, (t) => isSo(t.asks, props[t.prop], t.value))) continue;
      did = true;
      for (const a of b.then) {
        if (--this.left < 0) break;
        changed = this.ownAct(c as Component, thing, a, at) || changed;
      }
    }
    if (changed) this.happens(ownersOf([thing]), (b) => b.when.on === 'change');
    return did;
  }
  /** True: a property is another now. */
  private ownAct(c: Component, thing: RNode, a: OwnAction, at: Happened): boolean {
    const now = (this.byKey(thing.key) ?? thing).instance?.props ?? {};
    switch (a.do) {
      case 'set': {
        const prop = c.contract.props.find((p) => p.id === a.prop);
        if (!prop) return false;
        if (a.others !== undefined) for (const o of this.beside(thing)) this.put(o.key, a.prop, a.others);
        return this.put(thing.key, a.prop, becomes(a.value, now[a.prop], prop, at));
      }
      case 'item': {
        const { item, list } = at;
        const place = list === undefined ? undefined : this.placeOf(thing, list);
        const field = c.contract.props.find((p) => p.id === list)?.item?.find((f) => f.id === a.field);
        if (!item || !place || !field) return false;
        const value = becomes(a.value, item.values[a.field] ?? field.default, field, at);
        return this.choose({ ...place, kind: 'item', key: item.key, field: a.field } as TextPlace, value, a.others);
      }
      case 'drop': {
        const { item, list } = at;
        if (!item || list === undefined) return false;
        return this.put(thing.key, list, listItems(now[list]).filter((i) => i.key !== item.key) as unknown as Json);
      }
      case 'only': {
        const asked = String(now[a.has] ?? '')
          .trim()
          .toLowerCase();
        // All of them are as the mockup has them; what was chosen of those that show meanwhile stays chosen.
        const stood = this.byKey(thing.key, { ...this.t, project: this.world.project }) ?? thing;
        const changed = new Map(listItems(now[a.list]).map((i) => [i.key, i]));
        const left = listItems(stood.instance?.props[a.list])
          .filter((i) =>
            String(i.values[a.field] ?? '')
              .toLowerCase()
              .includes(asked),
          )
          .map((i) => changed.get(i.key) ?? i);
        this.put(thing.key, a.list, left as unknown as Json);
        return false;
      }
      case 'spell': {
        const signs = [...(at.text ?? '')];
        const next = listItems(now[a.list]).map((i, n) => ({
          ...i,
          values: { ...i.values, [a.field]: signs[n] ?? '' },
        }));
        return this.put(thing.key, a.list, next as unknown as Json);
      }
      case 'away':
        if (this.mayPutAway(thing)) this.away();
        return false;
      case 'raise':
        this.happens(ownersOf([thing]), (b) => b.when.on === 'event' && b.when.event === a.event);
        return false;
    }
  }
  /** A thing puts away what lies over the screen where it is that, or stands in something that does not say so itself. */
  private mayPutAway(thing: RNode): boolean {
    if (this.t.over === '' || thing.key === this.t.over) return true;
    const over = this.byKey(this.t.over);
    const c = over?.instance && this.componentOf(over);
    return !c || !ownOf(c).some((b) => b.then.some((a) => a.do === 'away'));
  }
  private placeOf(thing: RNode, prop: string): ReturnType<typeof propPlace> | undefined {
    const seen = this.seen();
    const place = seen && propPlace(seen.world, seen.wears, seen.screen, thing.key, prop);
    return place?.kind === 'target' ? place : undefined;
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
    const c = this.componentOf(thing);
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
/** What happened to a thing, as far as what it does asks for that. */
interface Happened {
  readonly text?: string;
  /** How far from its left edge it was pressed, 0 to 1. */
  readonly along?: number;
  readonly item?: ListItem;
  readonly list?: string;
}
/** What a property becomes. */
function becomes(value: OwnValue, now: Json | undefined, prop: Prop, at: Happened): Json {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  const v = value as {
    opposite?: true;
    typed?: true;
    where?: readonly [number, number];
    more?: number;
    field?: string;
  };
  if (v.opposite) return now !== true;
  if (v.typed) return at.text ?? '';
  if (v.field !== undefined) return at.item?.values[v.field] ?? '';
  if (v.where) {
    const [from, to] = v.where;
    return Math.max(from, Math.min(to, from + Math.floor((at.along ?? 0.5) * (to - from + 1))));
  }
  if (v.more !== undefined) return Math.max(prop.min ?? 0, Math.min(prop.max ?? Infinity, (Number(now) || 0) + v.more));
  return value as Json;
}
/** Do the conditions hold? */
const areSo = <T>(
  asked: { readonly all?: readonly T[]; readonly any?: readonly T[] } | undefined,
  holds: (t: T) => boolean,
): boolean => (asked?.all?.every(holds) ?? true) && (asked?.any?.some(holds) ?? true);
function isSo(asks: Asked, value: Json | undefined, than: Json | undefined): boolean {
  switch (asks) {
    case 'is':
      return same(value, than);
    case 'is not':
      return !same(value, than);
    case 'is more than':
      return Number(value) > Number(than);
    case 'is less than':
      return Number(value) < Number(than);
    case 'is filled':
      return isFilled(value);
    case 'is empty':
      return !isFilled(value);
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
