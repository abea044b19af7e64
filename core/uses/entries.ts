import {
  aliasPath,
  componentsInOrder,
  kitRef,
  splitRef,
  type Kit,
  type KitRef,
  type Node,
  type Project,
  type Screen,
  type Override,
  type AppliedKit,
} from '../model/index.js';
import { usesOn } from './uses.js';

/** What a kit consists of, as it is looked up: by kind and id (tokens by their path). */
export type EntryKind = 'component' | 'token' | 'style' | 'icon' | 'template';
/** On which screens of a project an entry shows, and how often. */
export interface OnScreen {
  readonly screen: string;
  readonly name: string;
  readonly count: number;
  /** The first thing that shows it. */
  readonly node: string;
}

const known = new WeakMap<Kit, ReadonlyMap<string, readonly string[]>>();
const keyOf = (kind: EntryKind, id: string): string => `${kind} ${id}`;

/** Which entries of a kit are said in which of its components and starters, by their names; of an alias, what stands behind it, too. */
function within(kit: Kit): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, Set<string>>();
  const tell = (kind: EntryKind, id: string, name: string): void => {
    const key = keyOf(kind, id);
    found.set(key, (found.get(key) ?? new Set()).add(name));
  };
  const ref = kitRef(kit);
  const own = (s: string): string => (s.startsWith(`${ref}/`) ? s.slice(ref.length + 1) : s);
  const walk = (value: unknown, key: string, name: string): void => {
    if (typeof value === 'string') {
      let at = aliasPath(value);
      // What stands behind an alias is said with it.
      for (let hop = 0; at !== null && hop < 32; hop++) {
        tell('token', own(at), name);
        at = aliasPath(kit.tokens[own(at)]?.value);
      }
      if (key === 'component') tell('component', own(value), name);
      if (Object.hasOwn(kit.textStyles, own(value))) tell('style', own(value), name);
      if (Object.hasOwn(kit.icons, own(value))) tell('icon', own(value), name);
    } else if (Array.isArray(value)) for (const v of value) walk(v, key, name);
    else if (typeof value === 'object' && value !== null) for (const [k, v] of Object.entries(value)) walk(v, k, name);
  };
  for (const c of componentsInOrder(kit)) {
    walk(c.nodes, '', c.name);
    walk(c.rules, '', c.name);
    for (const p of c.contract.props) walk(p.default, 'value', c.name);
  }
  for (const t of kit.templates) walk(t.nodes, '', t.name);
  return new Map([...found].map(([k, names]) => [k, [...names]]));
}
/** Names of the components and starters of a kit that an entry of it is said in. */
export function entryIn(kit: Kit, kind: EntryKind, id: string): readonly string[] {
  let made = known.get(kit);
  if (!made) known.set(kit, (made = within(kit)));
  return made.get(keyOf(kind, id)) ?? [];
}

/**
 * Where an entry of a kit shows on the screens of a project, parts of components not counted: a component as it is worn, others as
 * they are said.
 */
export function entryOn(
  project: Pick<Project, 'screens'>,
  appliedKits: (screen: Screen) => readonly AppliedKit[],
  kit: Kit,
  kind: EntryKind,
  id: string,
): readonly OnScreen[] {
  const own = kitRef(kit);
  const ref = `${own}/${id}`;
  const plain = kind === 'token' ? `"{${ref}}"` : `"${ref}"`;
  const chosen = (s: Override): boolean => {
    if (splitRef(s.home).kit !== own) return false;
    if (kind === 'token') return s.value === `{${id}}`;
    if (s.value !== id) return false;
    if (s.kind === 'attr') return s.name === (kind === 'icon' ? 'icon' : 'textStyle');
    const { props } = kit.components[splitRef(s.home).id]?.contract ?? { props: [] };
    return kind === 'icon' && props.some((p) => p.id === s.name && p.kind === 'icon');
  };
  const says = (n: Node): boolean =>
    (n.type === 'instance' && n.overrides.some(chosen)) || JSON.stringify([n.attrs, n.widths]).includes(plain);
  return project.screens.flatMap((s) => {
    const nodes =
      kind === 'component'
        ? (usesOn(s, appliedKits(s)).get(ref) ?? [])
        : kind === 'template'
          ? []
          : Object.values(s.nodes).flatMap((n) => (says(n) ? [n.id] : []));
    const [first] = nodes;
    return first === undefined ? [] : [{ screen: s.id, name: s.name, count: nodes.length, node: first }];
  });
}

/** The tokens of a kit that things on screens say themselves, not by their originals: by path, how often. */
export function tokensUsed(screens: readonly Screen[], kit: KitRef): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  const add = (path: string): void => void found.set(path, (found.get(path) ?? 0) + 1);
  for (const s of screens)
    for (const n of Object.values(s.nodes)) {
      if (n.type === 'instance')
        for (const { home, value } of n.overrides)
          if (typeof value === 'string' && splitRef(home).kit === kit && /^\{[^{}/]+\}$/u.test(value))
            add(value.slice(1, -1));
      for (const value of Object.values(n.attrs))
        if (typeof value === 'string' && value.startsWith(`{${kit}/`) && value.endsWith('}'))
          add(value.slice(kit.length + 2, -1));
    }
  return found;
}
