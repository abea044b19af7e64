import { sameJson, type Json } from '../base/index.js';
import { adds, breaks, other, type Difference } from './difference.js';
import { modesOf, tokenValue, type Component, type Kit } from '../model/index.js';

/** What is otherwise in the values of a newer version of a kit: what its components are drawn with. */
export interface ValueChanges {
  /** Paths of tokens that are there no more, or have another value in some mode. */
  readonly tokens: ReadonlySet<string>;
  /** Ids of text styles, likewise. */
  readonly styles: ReadonlySet<string>;
  /** Ids of icons, likewise. */
  readonly icons: ReadonlySet<string>;
  /** All of it, and what is new. */
  readonly differences: readonly Difference[];
}

const plural = (n: number, one: string): string => (n === 1 ? `1 ${one}` : `${n} ${one}s`);
/** The first few by name, and how many more. */
export const few = (names: readonly string[], most = 4): string =>
  names.length <= most + 1
    ? names.join(', ').replace(/, ([^,]*)$/u, ' and $1')
    : `${names.slice(0, most).join(', ')} and ${names.length - most} more`;

/** Of two tables by id: what is in both and differs, what went, what came. */
function parts<T>(
  a: Readonly<Record<string, T>>,
  b: Readonly<Record<string, T>>,
  same: (id: string) => boolean,
): Readonly<Record<'changed' | 'gone' | 'fresh', readonly string[]>> {
  return {
    changed: Object.keys(a).filter((id) => Object.hasOwn(b, id) && !same(id)),
    gone: Object.keys(a).filter((id) => !Object.hasOwn(b, id)),
    fresh: Object.keys(b).filter((id) => !Object.hasOwn(a, id)),
  };
}
const alike = (a: unknown, b: unknown): boolean => sameJson((a ?? null) as Json, (b ?? null) as Json);

/** What is otherwise in tokens (in every mode, aliases followed), text styles, fonts, icons, modes and starters. Pure. */
export function valueChanges(a: Kit, b: Kit): ValueChanges {
  const modes = ['', ...new Set([...modesOf(a), ...modesOf(b)])];
  /** The modes in which a token has another value. */
  const differs = (path: string): readonly string[] =>
    modes.filter((m) => !alike(tokenValue(a, path, m), tokenValue(b, path, m)));
  const tokens = parts(a.tokens, b.tokens, (path) => differs(path).length === 0);
  const styles = parts(a.textStyles, b.textStyles, (id) => alike(a.textStyles[id], b.textStyles[id]));
  const drawn = (k: Kit, id: string): unknown => [k.icons[id]?.box, k.icons[id]?.paths];
  const icons = parts(a.icons, b.icons, (id) => alike(drawn(a, id), drawn(b, id)));
  const byId = (k: Kit): Readonly<Record<string, Kit['templates'][number]>> =>
    Object.fromEntries(k.templates.map((t) => [t.id, t]));
  const [was, is] = [byId(a), byId(b)];
  const own = (k: Kit, t: unknown): string => JSON.stringify(t).replaceAll(`${k.id}@${k.version}/`, '');
  const starters = parts(was, is, (id) => own(a, was[id]) === own(b, is[id]));
  const differences: Difference[] = [];
  /** “2 tokens gone: a and b”. */
  const say = (
    of: (says: string) => Difference,
    ids: readonly string[],
    one: string,
    how = '',
    name = (id: string): string => id,
  ): void => {
    if (ids.length > 0) differences.push(of(`${plural(ids.length, one)}${how}: ${few(ids.map(name))}`));
  };
  const told = (path: string): string => {
    const there = differs(path);
    return there.includes('') ? path : `${path} in ${there.join(' and ')}`;
  };
  say(other, tokens.changed, 'token', ' with another value', told);
  say(breaks, tokens.gone, 'token', ' gone');
  say(adds, tokens.fresh, 'new token');
  say(other, styles.changed, 'text style', ' set another way', (id) => a.textStyles[id]?.name ?? id);
  say(breaks, styles.gone, 'text style', ' gone', (id) => a.textStyles[id]?.name ?? id);
  say(adds, styles.fresh, 'new text style', '', (id) => b.textStyles[id]?.name ?? id);
  const families = (k: Kit): Readonly<Record<string, true>> => Object.fromEntries(k.fonts.map((f) => [f.family, true]));
  const fonts = parts(families(a), families(b), () => true);
  say(other, fonts.gone, 'font', ' gone');
  say(adds, fonts.fresh, 'new font');
  say(other, icons.changed, 'icon', ' drawn another way');
  say(breaks, icons.gone, 'icon', ' gone');
  say(adds, icons.fresh, 'new icon');
  const gone = modesOf(a).filter((m) => !modesOf(b).includes(m));
  const fresh = modesOf(b).filter((m) => !modesOf(a).includes(m));
  say(breaks, gone, 'mode', ' gone');
  say(adds, fresh, 'new mode');
  say(other, starters.changed, 'starter', ' put together another way', (id) => is[id]?.name ?? id);
  // A starter is put down and is one’s own from then on: what is gone breaks nothing.
  say(other, starters.gone, 'starter', ' gone', (id) => was[id]?.name ?? id);
  say(adds, starters.fresh, 'new starter', '', (id) => is[id]?.name ?? id);
  return {
    tokens: new Set([...tokens.changed, ...tokens.gone]),
    styles: new Set([...styles.changed, ...styles.gone]),
    icons: new Set([...icons.changed, ...icons.gone]),
    differences,
  };
}

/** By which of the values that changed a component of the earlier kit looks another, in words: all its looks and states are read. */
export function byValues(a: Kit, c: Component, changes: ValueChanges): readonly string[] {
  const tokens = new Set<string>();
  const styles = new Set<string>();
  const icons = new Set<string>();
  const own = `${a.id}@${a.version}/`;
  const walk = (value: unknown, key: string): void => {
    if (typeof value === 'string') {
      for (const m of value.matchAll(/\{([^{}]+)\}/gu)) {
        const path = (m[1] ?? '').replace(own, '');
        if (changes.tokens.has(path)) tokens.add(path);
      }
      if (key === 'textStyle' && changes.styles.has(value)) styles.add(a.textStyles[value]?.name ?? value);
      // An icon is said by its attribute, by a property of a part, or by what a property begins with.
      if ((key === 'icon' || key === 'value') && changes.icons.has(value)) icons.add(value);
    } else if (Array.isArray(value)) for (const v of value) walk(v, key);
    else if (value && typeof value === 'object')
      for (const [k, v] of Object.entries(value)) walk(v, k.startsWith('props.') ? 'value' : k);
  };
  walk([c.nodes, c.rules], '');
  for (const p of c.contract.props) if (p.kind === 'icon') walk(p.default, 'icon');
  const of = (names: ReadonlySet<string>, one: string, plainly: string): readonly string[] =>
    names.size === 0 ? [] : [`by the ${names.size === 1 ? one : plainly} ${few([...names], 3)}`];
  return [...of(tokens, 'token', 'tokens'), ...of(styles, 'text style', 'text styles'), ...of(icons, 'icon', 'icons')];
}
