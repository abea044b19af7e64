import { componentsInOrder, kitRef, type Component, type Kit } from '../model/index.js';
import { contractChanges } from './contract.js';
import { byValues, few, valueChanges } from './values.js';

/** What a newer version of a kit changes of one component, or what it brings and leaves out. */
export interface KitChange {
  readonly what: 'gone' | 'split' | 'changed' | 'looks' | 'new';
  /** Ids in the version before and in the newer one; null: not there. */
  readonly before: string | null;
  readonly after: string | null;
  readonly name: string;
  /** What changes, in words; empty where its picture says it. */
  readonly says: readonly string[];
}
export interface KitUpdate {
  readonly changes: readonly KitChange[];
  /** Tokens, text styles, fonts, icons, modes and starters that changed, in words. */
  readonly values: readonly string[];
}

/** How a component of a kit is drawn, references to the kit itself taken out. */
export const drawnAs = (k: Kit, c: Component): string =>
  JSON.stringify([c.nodes, c.rules]).replaceAll(`${kitRef(k)}/`, '');

/**
 * What a newer version of a kit changes, gravest first: what is gone, what was split, whose contract is another, what looks another
 * (by its own parts and rules, by tokens, text styles and icons in any mode, or by what it is made of), what is new. Pure.
 */
export function kitUpdate(a: Kit, b: Kit): KitUpdate {
  const changes: KitChange[] = [];
  const values = valueChanges(a, b);
  const another = new Set<string>();
  for (const c of componentsInOrder(a)) {
    const now = b.components[c.id];
    if (!now) {
      changes.push({ what: 'gone', before: c.id, after: null, name: c.name, says: [] });
      continue;
    }
    const parts = Object.values(b.components).filter((x) => x.splitFrom === c.id && !a.components[x.id]);
    const says = contractChanges(c, now).map((x) => x.says);
    const built = drawnAs(a, c) !== drawnAs(b, now);
    const by = byValues(a, c, values);
    if (built || by.length > 0) another.add(c.id);
    if (parts.length > 0)
      changes.push({
        what: 'split',
        before: c.id,
        after: c.id,
        name: c.name,
        says: [`${few(parts.map((p) => p.name))} took over a part of it`, ...says],
      });
    else if (says.length > 0) changes.push({ what: 'changed', before: c.id, after: c.id, name: now.name, says });
    else if (another.has(c.id))
      changes.push({ what: 'looks', before: c.id, after: c.id, name: now.name, says: built ? [] : by });
  }
  // What is made of something that looks another looks another too.
  const own = `${kitRef(b)}/`;
  for (let grew = true; grew;) {
    grew = false;
    for (const c of Object.values(b.components)) {
      if (another.has(c.id) || !a.components[c.id]) continue;
      const made = Object.values(c.nodes).flatMap((n) => {
        const id = n.type === 'instance' && n.component.startsWith(own) ? n.component.slice(own.length) : '';
        return another.has(id) ? [b.components[id]?.name ?? id] : [];
      });
      if (made.length === 0) continue;
      another.add(c.id);
      grew = true;
      if (!changes.some((x) => x.after === c.id))
        changes.push({
          what: 'looks',
          before: c.id,
          after: c.id,
          name: c.name,
          says: [`by what it is made of: ${few([...new Set(made)], 3)}`],
        });
    }
  }
  for (const c of componentsInOrder(b))
    if (!a.components[c.id])
      changes.push({ what: 'new', before: null, after: c.id, name: c.name, says: c.summary ? [c.summary] : [] });
  const order: readonly KitChange['what'][] = ['gone', 'split', 'changed', 'looks', 'new'];
  return {
    changes: changes.sort((x, y) => order.indexOf(x.what) - order.indexOf(y.what)),
    values: values.differences.map((d) => d.says),
  };
}
