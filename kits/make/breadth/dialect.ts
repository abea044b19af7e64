import type { Json } from '../../../core/index.js';
import type { Part } from '../write.js';

/**
 * Components that every shipped kit has are written once, in plain terms: properties and options go by what they mean, tokens and text
 * styles too (`{@ink}`, `@label`), other components by their role (`@button`). A dialect puts them into the words of one kit.
 */
export interface Dialect {
  /** What a component is called: id, name and other words for it. */
  readonly names: Readonly<Record<string, readonly [id: string, name: string, words?: readonly string[]]>>;
  /** What a property that means something is called. */
  readonly props: Readonly<Record<string, readonly [id: string, name: string]>>;
  /** What an option that means something is called. */
  readonly options: Readonly<Record<string, readonly [id: string, name: string]>>;
  /** What parts are called, where it is not as they are written here. */
  readonly parts: Readonly<Record<string, string>>;
  readonly tokens: Part;
  readonly textStyles: Part;
  /** The kit's own components, which these use. */
  readonly own: readonly Part[];
  /** How the place of something typed is framed. */
  readonly frame: Part;
  /** How a thing that lies over others is. */
  readonly sheet: Part;
}

type Obj = { readonly [key: string]: Json };
const isObj = (v: Json | undefined): v is Obj => typeof v === 'object' && v !== null && !Array.isArray(v);
const list = (v: Json | undefined): readonly Obj[] => (Array.isArray(v) ? v.filter(isObj) : []);

/** Where a kit has no token of a meaning: the one that comes nearest. */
const ELSE: Readonly<Record<string, string>> = {
  'corner-card': 'corner',
  'danger-soft': 'primary-soft',
  brand: 'primary',
  'on-brand': 'on-primary',
  rating: 'primary',
  link: 'primary',
};

/** Paths of tokens by what they mean. */
export function tokenPaths(tokens: Part): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const [group, all] of Object.entries(tokens))
    for (const [name, token] of Object.entries(all as Obj)) {
      if (!isObj(token)) continue;
      const means = ((token['$extensions'] as Obj | undefined)?.['dekkor'] as Obj | undefined)?.['means'];
      if (typeof means === 'string' && !found.has(means)) found.set(means, `${group}.${name}`);
    }
  return found;
}

/** A property of a component by what it means: its own one, or the flag that stands for an option. */
function meant(component: Obj, means: string, value: Json | undefined): readonly [id: string, value: Json] | null {
  const props = list(component['props']);
  const prop = props.find((p) => p['means'] === means);
  if (!prop) {
    const flag = props.find((p) => p['kind'] === 'flag' && typeof value === 'string' && p['means'] === value);
    return flag ? [String(flag['id']), true] : null;
  }
  if (prop['kind'] !== 'choice' || typeof value !== 'string') return [String(prop['id']), value ?? null];
  const option = list(prop['options']).find((o) => o['means'] === value);
  return option ? [String(prop['id']), String(option['id'])] : null;
}

/** Components in plain terms, in those of a kit. Throws where something is asked for that the kit has not. */
export function inDialect(plain: readonly Part[], d: Dialect): Part[] {
  const paths = tokenPaths(d.tokens);
  const styles = new Map(Object.entries(d.textStyles).map(([id, s]) => [String((s as Obj)['means']), id]));
  const called = (key: string): string => d.names[key]?.[0] ?? key;
  const made: Part[] = [];
  const find = (ref: string): Obj => {
    const key = ref.slice(1);
    const found = made.find((c) => c['id'] === called(key)) ?? d.own.find((c) => c['role'] === key);
    if (!found) throw new Error(`There is no ${ref}`);
    return found;
  };
  const word = (text: string, attr: string): Json => {
    const token = /^\{@([a-z-]+)\}$/u.exec(text)?.[1];
    if (token !== undefined) {
      const path = paths.get(token) ?? paths.get(ELSE[token] ?? '');
      if (path === undefined && token === 'raised') return 'none';
      if (path === undefined) throw new Error(`There is no token that means ${token}`);
      return `{${path}}`;
    }
    if (attr === 'textStyle' && text.startsWith('@')) {
      const style = styles.get(text.slice(1));
      if (style === undefined) throw new Error(`There is no text style that means ${text}`);
      return style;
    }
    return text;
  };
  const attrs = (all: Obj): Obj =>
    Object.fromEntries(Object.entries(all).map(([k, v]) => [k, typeof v === 'string' ? word(v, k) : v]));
  const part = (id: string): string => d.parts[id] ?? id;
  const prop = (id: string): string => d.props[id]?.[0] ?? id;

  const renameProp = (p: Obj): Part => {
    const id = String(p['id']);
    const [own = id, name = String(p['name'])] = d.props[id] ?? [];
    const options = list(p['options']).map((o): Part => {
      const [oid = String(o['id']), oname = String(o['name'])] = d.options[String(o['id'])] ?? [];
      return { ...o, id: oid, name: oname };
    });
    const item = list(p['item']);
    return {
      ...p,
      id: own,
      name,
      ...(options.length > 0
        ? { options, default: d.options[String(p['default'])]?.[0] ?? (p['default'] as Json) }
        : {}),
      ...(item.length > 0
        ? {
            item: item.map(renameProp),
            default: list(p['default']).map((i): Part => ({
              ...i,
              values: Object.fromEntries(
                Object.entries(i['values'] as Obj).map(([k, v]) => [prop(k), option(item, k, v)]),
              ),
            })),
          }
        : {}),
    };
  };
  /** A value of one of these properties: options by their own names. */
  const option = (props: readonly Obj[], id: string, value: Json): Json => {
    const p = props.find((x) => x['id'] === id);
    if (p?.['kind'] !== 'choice') return value;
    const one = (v: Json): Json => (typeof v === 'string' ? (d.options[v]?.[0] ?? v) : v);
    return Array.isArray(value) ? value.map(one) : one(value);
  };
  const path = (text: string): string => text.split('.').map(prop).join('.');

  for (const c of plain) {
    const key = String(c['id']);
    const props = list(c['props']);
    const targets = new Map<string, Obj>();
    const node = (n: Obj): Part => {
      const target = n['type'] === 'instance' ? find(String(n['component'])) : undefined;
      if (target) targets.set(String(n['id']), target);
      const bind = Object.entries((n['bind'] as Obj | undefined) ?? {}).flatMap(([to, from]): [string, Json][] => {
        if (!to.startsWith('props.') || !target) return [[to, path(String(from))]];
        const got = meant(target, to.slice(6), undefined);
        return got ? [[`props.${got[0]}`, path(String(from))]] : [];
      });
      return {
        ...n,
        id: part(String(n['id'])),
        ...(target ? { component: String(target['id']) } : {}),
        ...(n['attrs'] ? { attrs: attrs(n['attrs'] as Obj) } : {}),
        ...(bind.length > 0 ? { bind: Object.fromEntries(bind) } : {}),
        ...(n['slot'] ? { slot: prop(String(n['slot'])) } : {}),
        ...(n['of'] ? { of: prop(String(n['of'])) } : {}),
        ...(n['item'] ? { item: node(n['item'] as Obj) } : {}),
        ...(target && n['props']
          ? {
              props: Object.fromEntries(
                Object.entries(n['props'] as Obj).flatMap(([k, v]) => {
                  const got = meant(target, k, v);
                  return got ? [got] : [];
                }),
              ),
            }
          : {}),
        ...(n['children'] ? { children: list(n['children']).map(node) } : {}),
      };
    };
    const tree = node(c['tree'] as Obj);
    const rules = list(c['rules']).map((r): Part => {
      const when = r['when'] as Obj;
      const asked = when['props'] as Obj | undefined;
      return {
        ...r,
        when: {
          ...when,
          ...(asked
            ? { props: Object.fromEntries(Object.entries(asked).map(([k, v]) => [prop(k), option(props, k, v)])) }
            : {}),
        },
        set: Object.fromEntries(
          Object.entries(r['set'] as Obj).map(([id, set]) => [
            part(id),
            Object.fromEntries(
              Object.entries(attrs(set as Obj)).flatMap(([k, v]): [string, Json][] => {
                const target = targets.get(id);
                if (!k.startsWith('props.') || !target) return [[k, v]];
                const got = meant(target, k.slice(6), v);
                return got ? [[`props.${got[0]}`, got[1]]] : [];
              }),
            ),
          ]),
        ),
      };
    });
    const [id, name, words] = d.names[key] ?? [key, String(c['name'])];
    made.push({
      ...c,
      id,
      name,
      words: [...(words ?? (c['words'] as readonly string[]))],
      props: props.map(renameProp),
      slots: list(c['slots']).map((s): Part => ({
        ...s,
        id: prop(String(s['id'])),
        name: d.props[String(s['id'])]?.[1] ?? String(s['name']),
      })),
      tree,
      rules,
      ...(c['interactions']
        ? {
            interactions: (c['interactions'] as readonly string[]).map((s) =>
              s
                .replace(/\[([\w-]+)\]/gu, (_, id: string) => prop(id))
                .replace(/<([\w-]+)>/gu, (_, id: string) => part(id)),
            ),
          }
        : {}),
    });
  }
  return made;
}
