import { sameJson } from '../base/index.js';
import { componentsInOrder, tokenValue, type Component, type Kit, type Prop } from '../model/index.js';

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
  /** Tokens, text styles and icons that changed, in words. */
  readonly values: readonly string[];
}

const plural = (n: number, one: string): string => (n === 1 ? `1 ${one}` : `${n} ${one}s`);
const lower = (p: { readonly name: string }): string => p.name.toLowerCase();

function propsOf(a: Component, b: Component): readonly string[] {
  const says: string[] = [];
  const later = (p: Prop): Prop | undefined =>
    b.contract.props.find((x) => x.id === p.id) ?? b.contract.props.find((x) => x.renamedFrom === p.id);
  for (const p of a.contract.props) {
    const now = later(p);
    if (!now) says.push(`no ${lower(p)} any more`);
    else {
      if (now.id !== p.id || now.name !== p.name) says.push(`${lower(p)} is called ${lower(now)} now`);
      if (now.kind !== p.kind) says.push(`${lower(now)} is a ${now.kind} now, not a ${p.kind}`);
      for (const o of p.options ?? [])
        if (now.options && !now.options.some((x) => x.id === o.id))
          says.push(`${lower(now)} has no ${lower(o)} any more`);
      for (const o of now.options ?? [])
        if (p.options && !p.options.some((x) => x.id === o.id)) says.push(`${lower(now)} has ${lower(o)} now`);
      if (now.kind === p.kind && p.kind !== 'list' && !sameJson(p.default, now.default))
        says.push(`${lower(now)} starts with something else`);
    }
  }
  for (const p of b.contract.props) if (!a.contract.props.some((x) => later(x) === p)) says.push(`a new ${lower(p)}`);
  for (const s of a.contract.slots)
    if (!b.contract.slots.some((x) => x.id === s.id)) says.push(`no room for ${lower(s)} any more`);
  for (const s of b.contract.slots) if (!a.contract.slots.some((x) => x.id === s.id)) says.push(`room for ${lower(s)}`);
  return says;
}

/**
 * What a newer version of a kit changes, gravest first: what is gone, what was split, whose contract is another, what looks another
 * (by its own parts and rules, or those of what it is made of), what is new. Pure.
 */
export function kitUpdate(a: Kit, b: Kit): KitUpdate {
  const changes: KitChange[] = [];
  /** Of a kit's own components, by how they are drawn, references to the kit itself taken out. */
  const drawn = (k: Kit, c: Component): unknown =>
    JSON.parse(JSON.stringify([c.nodes, c.rules]).replaceAll(`${k.id}@${k.version}/`, ''));
  const another = new Set<string>();
  for (const c of componentsInOrder(a)) {
    const now = b.components[c.id];
    if (!now) {
      changes.push({ what: 'gone', before: c.id, after: null, name: c.name, says: [] });
      continue;
    }
    const parts = Object.values(b.components).filter((x) => x.splitFrom === c.id && !a.components[x.id]);
    const says = [...(now.name === c.name ? [] : [`called ${now.name} now`]), ...propsOf(c, now)];
    const looks = JSON.stringify(drawn(a, c)) !== JSON.stringify(drawn(b, now));
    if (looks) another.add(c.id);
    if (parts.length > 0)
      changes.push({
        what: 'split',
        before: c.id,
        after: c.id,
        name: c.name,
        says: [`${parts.map((p) => p.name).join(' and ')} took over a part of it`, ...says],
      });
    else if (says.length > 0) changes.push({ what: 'changed', before: c.id, after: c.id, name: now.name, says });
    else if (looks) changes.push({ what: 'looks', before: c.id, after: c.id, name: now.name, says: [] });
  }
  // What is made of something that looks another looks another too.
  for (let grew = true; grew;) {
    grew = false;
    for (const c of Object.values(b.components)) {
      if (another.has(c.id) || !a.components[c.id]) continue;
      const made = Object.values(c.nodes).some(
        (n) => n.type === 'instance' && another.has(n.component.split('/')[1] ?? ''),
      );
      if (!made) continue;
      another.add(c.id);
      grew = true;
      if (!changes.some((x) => x.after === c.id))
        changes.push({ what: 'looks', before: c.id, after: c.id, name: c.name, says: ['by what it is made of'] });
    }
  }
  for (const c of componentsInOrder(b))
    if (!a.components[c.id])
      changes.push({ what: 'new', before: null, after: c.id, name: c.name, says: c.summary ? [c.summary] : [] });
  const order: readonly KitChange['what'][] = ['gone', 'split', 'changed', 'looks', 'new'];
  return { changes: changes.sort((x, y) => order.indexOf(x.what) - order.indexOf(y.what)), values: valuesOf(a, b) };
}

function valuesOf(a: Kit, b: Kit): readonly string[] {
  const says: string[] = [];
  const tokens = Object.keys(a.tokens).filter(
    (p) => b.tokens[p] && !sameJson(tokenValue(a, p) ?? null, tokenValue(b, p) ?? null),
  );
  const gone = Object.keys(a.tokens).filter((p) => !b.tokens[p]);
  const fresh = Object.keys(b.tokens).filter((p) => !a.tokens[p]);
  const list = (paths: readonly string[]): string =>
    `${paths.slice(0, 4).join(', ')}${paths.length > 4 ? ' and more' : ''}`;
  if (tokens.length > 0) says.push(`${plural(tokens.length, 'token')} with another value: ${list(tokens)}`);
  if (gone.length > 0) says.push(`${plural(gone.length, 'token')} gone: ${list(gone)}`);
  if (fresh.length > 0) says.push(`${plural(fresh.length, 'new token')}: ${list(fresh)}`);
  const styles = Object.values(a.textStyles).filter(
    (s) => b.textStyles[s.id] && !sameJson({ ...s } as never, { ...b.textStyles[s.id] } as never),
  );
  if (styles.length > 0)
    says.push(`${plural(styles.length, 'text style')} set another way: ${list(styles.map((s) => s.name))}`);
  const icons = Object.keys(b.icons).filter((i) => !a.icons[i]);
  const lost = Object.keys(a.icons).filter((i) => !b.icons[i]);
  if (icons.length > 0) says.push(`${plural(icons.length, 'new icon')}: ${list(icons)}`);
  if (lost.length > 0) says.push(`${plural(lost.length, 'icon')} gone: ${list(lost)}`);
  return says;
}
