import type { Json } from '../base/index.js';
import { Memo } from '../base/index.js';
import type { Kit, TextStyle, Token } from './kit.js';

const ALIAS = /^\{([^{}]+)\}$/;

/** The path inside `{…}`, or null when the value is a literal. */
export function aliasPath(value: unknown): string | null {
  if (typeof value !== 'string') return null;
  return ALIAS.exec(value)?.[1] ?? null;
}

const byMeans = new Memo<ReadonlyMap<string, string>>();

/** The first token of a kit with a meaning, memoised. */
export function tokenMeaning(kit: Kit, means: string): Token | undefined {
  const path = byMeans
    .of(kit, [], () => {
      const made = new Map<string, string>();
      for (const t of Object.values(kit.tokens)) if (t.means && !made.has(t.means)) made.set(t.means, t.path);
      return made;
    })
    .get(means);
  return path === undefined ? undefined : kit.tokens[path];
}

/** The values of a kit's tokens in one mode, filled as they are asked for: a kit never changes. */
const values = new Memo<Map<string, Json | undefined>>(4);

/**
 * The literal value of a token, aliases followed.
 * Unknown tokens and aliases in a circle give undefined.
 */
export function tokenValue(kit: Kit, path: string, mode = ''): Json | undefined {
  const cache = values.of(kit, [mode], () => new Map());
  if (cache.has(path)) return cache.get(path);
  let at = path;
  let value: Json | undefined;
  for (let hop = 0; hop < 32; hop++) {
    const token = Object.hasOwn(kit.tokens, at) ? kit.tokens[at] : undefined;
    if (!token) {
      value = undefined;
      break;
    }
    value = token.modes?.[mode] ?? token.value;
    const next = aliasPath(value);
    if (next === null) break;
    at = next;
    value = undefined;
  }
  cache.set(path, value);
  return value;
}

const modes = new Memo<readonly string[]>();
/** The modes that a kit's tokens know besides their own values, in the order they are first named. */
export const modesOf = (kit: Kit): readonly string[] =>
  modes.of(kit, [], () => [...new Set(Object.values(kit.tokens).flatMap((t) => Object.keys(t.modes ?? {})))]);

/** The modes a kit can be seen in, by name: light and dark, one of which is its own, and any other. None: it has one look. */
export function modesToSee(kit: Kit): readonly string[] {
  const own = modesOf(kit);
  return own.length === 0 ? [] : [...new Set(['light', 'dark', ...own])];
}

/** The colour of the ground of screens in a kit, or white. */
export function groundOf(kit: Kit | undefined, mode = ''): string {
  const page = kit && tokenMeaning(kit, 'page');
  const value = kit && page ? tokenValue(kit, page.path, mode) : undefined;
  return typeof value === 'string' ? value : '#ffffff';
}

/** Px of a dimension: `16`, `"16px"`, `"1rem"`, `{value, unit}`. Anything else: undefined. */
export function toPx(value: Json | undefined): number | undefined {
  if (typeof value === 'number') return sane(value);
  if (typeof value === 'string') {
    const m = /^(-?\d{1,9}(?:\.\d{1,12})?)(px|rem)?$/.exec(value.trim());
    return m ? sane(Number(m[1]) * (m[2] === 'rem' ? 16 : 1)) : undefined;
  }
  if (value && typeof value === 'object' && !Array.isArray(value)) {
    const v = value as { readonly [k: string]: Json };
    return typeof v['value'] === 'number' ? sane(v['value'] * (v['unit'] === 'rem' ? 16 : 1)) : undefined;
  }
  return undefined;
}
/** No length or number of ours is larger: beyond this, sums lose their parts, and pictures their end. */
export const LARGEST = 100_000;
const sane = (n: number): number | undefined => (Math.abs(n) <= LARGEST ? n : undefined);

/** A text style by id, or by `means:…`; the kit's body style when it is unknown. */
export function textStyleOf(kit: Kit, id: string | undefined): TextStyle | undefined {
  const wanted = id?.startsWith('means:') ? id.slice(6) : undefined;
  if (id !== undefined && wanted === undefined && Object.hasOwn(kit.textStyles, id)) return kit.textStyles[id];
  const all = Object.values(kit.textStyles);
  return (
    (wanted !== undefined ? all.find((s) => s.means === wanted) : undefined) ??
    all.find((s) => s.means === 'body') ??
    all[0]
  );
}
