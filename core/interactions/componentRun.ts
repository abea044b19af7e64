import type { TextPlace } from '../edit/index.js';
import { meaningsOf } from '../match/index.js';
import {
  listItems,
  type Component,
  type Json,
  type ListItem,
  type NodeId,
  type ComponentAction,
  type ComponentTrigger,
  type ComponentValue,
  type Prop,
} from '../model/index.js';
import type { RNode } from '../resolve/index.js';
import { allHold, holds } from './conditions.js';
import type { TryCopy } from './tryCopy.js';
import { componentInteractionsOf } from './componentInteractions.js';

/** What happened to a thing, as far as what it does asks for that. */
export interface EventData {
  readonly text?: string;
  /** How far from its left edge it was pressed, 0 to 1. */
  readonly along?: number;
  readonly item?: ListItem;
  readonly list?: string;
}
/** What a property becomes. */
function becomes(value: ComponentValue, now: Json | undefined, prop: Prop, at: EventData): Json {
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
/** Who is told of what things do by themselves. */
export interface RunListener {
  /** One more thing is done; false: enough was. */
  mayGoOn(): boolean;
  /** What a thing holds is another now. */
  changed(thing: RNode): void;
  /** A thing tells an event of its contract. */
  event(thing: RNode, event: string): void;
  /** What lies over the screen is put away. */
  away(): void;
}

/** What things do by themselves, as their components say. */
export class ComponentRun {
  constructor(
    private readonly copy: TryCopy,
    private readonly told: RunListener,
  ) {}

  /** What a thing does when one of its parts or items is pressed; where something nearer did something already, of its parts alone. */
  inside(thing: RNode, inside: readonly RNode[], along: number, acted: boolean): boolean {
    const c = this.copy.componentOf(thing);
    if (!c) return false;
    const isIn = (part: NodeId): boolean => inside.some((n) => n.key === `${thing.key}/${part}`);
    if (this.trigger(thing, (w) => w.on === 'part' && isIn(w.part), { along })) return true;
    if (acted) return false;
    const innermost = inside.at(-1)?.key ?? '';
    for (const list of c.contract.props) {
      if (list.kind !== 'list') continue;
      const series = Object.values(c.nodes).find((n) => n.type === 'series' && n.of === list.id);
      const before = `${thing.key}/${series?.id ?? ''}/#`;
      const key = innermost.startsWith(before) ? (innermost.slice(before.length).split('/')[0] ?? '') : '';
      const item = listItems(thing.instance?.props[list.id]).find((i) => i.key === key);
      if (item && this.trigger(thing, (w) => w.on === 'item' && w.list === list.id, { along, item, list: list.id }))
        return true;
    }
    return false;
  }
  /** Does what a thing says of itself; true: it said something of that, and its conditions held. */
  trigger(thing: RNode, is: (when: ComponentTrigger) => boolean, at: EventData = {}): boolean {
    const c = this.copy.componentOf(thing);
    const all = c ? componentInteractionsOf(c).filter((b) => is(b.when)) : [];
    let [did, changed] = [false, false];
    for (const b of all) {
      const props = (this.copy.byKey(thing.key) ?? thing).instance?.props ?? {};
      if (!allHold(b.if, (t) => holds(t.asks, props[t.prop], t.value))) continue;
      did = true;
      for (const a of b.then) {
        if (!this.told.mayGoOn()) break;
        changed = this.act(c as Component, thing, a, at) || changed;
      }
    }
    if (changed) this.told.changed(thing);
    return did;
  }
  /** True: a property is another now. */
  private act(c: Component, thing: RNode, a: ComponentAction, at: EventData): boolean {
    const now = (this.copy.byKey(thing.key) ?? thing).instance?.props ?? {};
    switch (a.do) {
      case 'set': {
        const prop = c.contract.props.find((p) => p.id === a.prop);
        if (!prop) return false;
        if (a.others !== undefined) for (const o of this.copy.beside(thing)) this.copy.put(o.key, a.prop, a.others);
        return this.copy.put(thing.key, a.prop, becomes(a.value, now[a.prop], prop, at));
      }
      case 'item': {
        const { item, list } = at;
        const place = list === undefined ? undefined : this.copy.placeOf(thing, list);
        const field = c.contract.props.find((p) => p.id === list)?.item?.find((f) => f.id === a.field);
        if (!item || !place || !field) return false;
        const value = becomes(a.value, item.values[a.field] ?? field.default, field, at);
        return this.copy.choose(
          { ...place, kind: 'item', key: item.key, field: a.field } as TextPlace,
          value,
          a.others,
        );
      }
      case 'drop': {
        const { item, list } = at;
        if (!item || list === undefined) return false;
        return this.copy.put(
          thing.key,
          list,
          listItems(now[list]).filter((i) => i.key !== item.key) as unknown as Json,
        );
      }
      case 'only': {
        const asked = String(now[a.has] ?? '')
          .trim()
          .toLowerCase();
        // All of them are as the mockup has them; what was chosen of those that show meanwhile stays chosen.
        const stood = this.copy.byKey(thing.key, { ...this.copy.t, project: this.copy.world.project }) ?? thing;
        const changed = new Map(listItems(now[a.list]).map((i) => [i.key, i]));
        const left = listItems(stood.instance?.props[a.list])
          .filter((i) =>
            String(i.values[a.field] ?? '')
              .toLowerCase()
              .includes(asked),
          )
          .map((i) => changed.get(i.key) ?? i);
        this.copy.put(thing.key, a.list, left as unknown as Json);
        return false;
      }
      case 'spell': {
        const signs = [...(at.text ?? '')];
        const next = listItems(now[a.list]).map((i, n) => ({
          ...i,
          values: { ...i.values, [a.field]: signs[n] ?? '' },
        }));
        return this.copy.put(thing.key, a.list, next as unknown as Json);
      }
      case 'closeOverlay':
        if (this.mayPutAway(thing)) this.told.away();
        return false;
      case 'raise':
        this.told.event(thing, a.event);
        return false;
    }
  }
  /** A thing puts away what lies over the screen where it is that, or stands in something that does not say so itself. */
  private mayPutAway(thing: RNode): boolean {
    if (this.copy.t.overlay === '' || thing.key === this.copy.t.overlay) return true;
    const overlay = this.copy.byKey(this.copy.t.overlay);
    const c = overlay?.instance && this.copy.componentOf(overlay);
    return !c || !componentInteractionsOf(c).some((b) => b.then.some((a) => a.do === 'closeOverlay'));
  }
  /** A part of a thing was pressed that is its action, or puts it away; null: neither. */
  partPressed(thing: RNode, inside: readonly RNode[]): 'action' | 'dismiss' | null {
    const c = this.copy.componentOf(thing);
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

const labelOf = (c: Component, props: Readonly<Record<string, Json>>, means: string): string => {
  const prop = c.contract.props.find((p) => meaningsOf(p).includes(means));
  const value = prop && props[prop.id];
  return typeof value === 'string' ? value : '';
};
