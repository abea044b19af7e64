import { sameJson } from '../base/index.js';
import { entryIn } from '../uses/index.js';
import { writeTokens } from '../formats/index.js';
import { aliasPath, kitRef, tokenValue, type Json, type Kit, type KitRef, type Token } from '../model/index.js';
import type { TokenFile } from '../formats/index.js';

/** What a file of tokens says otherwise than a kit does. */
export interface TokenChange {
  readonly what: 'changed' | 'new' | 'gone';
  readonly path: string;
  readonly type: Token['type'];
  /** Values with their aliases followed; null: not there. */
  readonly before: Json | null;
  readonly after: Json | null;
  /** The mode it is about; empty: none. */
  readonly mode: string;
  /** Names of components of the kit that say it, themselves or by an alias. */
  readonly usedIn: readonly string[];
}

/** A path as people write it in CSS: what a custom property can say of it. */
const plain = (path: string): string => path.toLowerCase().replace(/[^a-z0-9]+/gu, '-');

/** Tokens by the paths of the kit: as they are called there, or as a custom property can say it. */
function known(
  kit: Kit,
  file: TokenFile,
): { readonly own: ReadonlyMap<string, Token>; readonly fresh: readonly Token[] } {
  const by = new Map(Object.keys(kit.tokens).map((p) => [plain(p), p]));
  const own = new Map<string, Token>();
  const fresh: Token[] = [];
  for (const t of Object.values(file.tokens)) {
    const path = kit.tokens[t.path] ? t.path : by.get(plain(t.path));
    if (path === undefined) fresh.push(t);
    else own.set(path, { ...t, value: renamed(t.value, by, kit) });
  }
  return { own, fresh };
}
const renamed = (value: Json, by: ReadonlyMap<string, string>, kit: Kit): Json => {
  const at = aliasPath(value);
  return at === null || kit.tokens[at] ? value : `{${by.get(plain(at)) ?? at}}`;
};

/** What a file says otherwise than a kit, and where it would be seen: changed first, then gone, then new. Pure. */
export function tokenReview(kit: Kit, file: TokenFile): readonly TokenChange[] {
  const { own, fresh } = known(kit, file);
  const there: Kit = {
    ...kit,
    tokens: { ...kit.tokens, ...Object.fromEntries([...own].map(([p, t]) => [p, as(kit.tokens[p], t)])) },
  };
  const list: TokenChange[] = [];
  for (const path of own.keys()) {
    const modes = new Set([
      '',
      ...Object.keys(kit.tokens[path]?.modes ?? {}),
      ...Object.keys(own.get(path)?.modes ?? {}),
    ]);
    for (const mode of modes) {
      const [before, after] = [tokenValue(kit, path, mode) ?? null, tokenValue(there, path, mode) ?? null];
      if (sameValue(before, after)) continue;
      list.push({
        what: 'changed',
        path,
        type: kit.tokens[path]?.type ?? 'other',
        before,
        after,
        mode,
        usedIn: entryIn(kit, 'token', path),
      });
    }
  }
  const one = (what: 'gone' | 'new', t: Token): TokenChange => {
    const value = what === 'gone' ? (tokenValue(kit, t.path) ?? null) : t.value;
    return {
      what,
      path: t.path,
      type: t.type,
      before: what === 'gone' ? value : null,
      after: what === 'new' ? value : null,
      mode: '',
      usedIn: entryIn(kit, 'token', t.path),
    };
  };
  for (const t of Object.values(kit.tokens)) if (!own.has(t.path)) list.push(one('gone', t));
  for (const t of fresh) list.push(one('new', t));
  const order = ['changed', 'gone', 'new'];
  return list.sort((a, b) => order.indexOf(a.what) - order.indexOf(b.what) || b.usedIn.length - a.usedIn.length);
}
/** The same length or colour, however it is written. */
const sameValue = (a: Json, b: Json): boolean =>
  sameJson(a, b) || (typeof a === 'string' && typeof b === 'string' && a.toLowerCase() === b.toLowerCase());

/** A kit's token with the values of a file: what it means stays; modes that the file does not know stay, too. */
const as = (own: Token | undefined, t: Token): Token => ({
  path: own?.path ?? t.path,
  type: own?.type ?? t.type,
  value: t.value,
  ...(own?.modes || t.modes ? { modes: { ...own?.modes, ...t.modes } } : {}),
  ...((own?.means ?? t.means) ? { means: own?.means ?? t.means } : {}),
});

/**
 * A kit that is based on another and says its tokens as a file does, in the open kit format. What the file has not, is as in the
 * other kit; text styles of the file take the place of those of the same name or meaning, their letters where they are among `families`.
 */
export function kitOfTokens(
  base: Kit,
  file: TokenFile,
  wish: { readonly id: string; readonly name: string; readonly version: string; readonly author: string },
  families: ReadonlySet<string>,
): { readonly ref: KitRef; readonly json: Json; readonly without: readonly string[] } {
  const { own, fresh } = known(base, file);
  const tokens = [...[...own].map(([p, t]) => as(base.tokens[p], t)), ...fresh];
  const without = new Set<string>();
  const textStyles = Object.fromEntries(
    Object.values(base.textStyles).flatMap((s) => {
      const found =
        file.textStyles[s.id] ??
        Object.values(file.textStyles).find((t) => t.means !== undefined && t.means === s.means);
      if (!found) return [];
      if (!families.has(found.family)) without.add(found.family);
      const { id: _, ...rest } = {
        ...s,
        ...found,
        id: s.id,
        name: s.name,
        family: families.has(found.family) ? found.family : s.family,
      };
      return [[s.id, { ...rest, ...(s.means ? { means: s.means } : {}) }]];
    }),
  );
  const swatch = (means: string): Json | undefined =>
    tokens.find((t) => t.means === means)?.value ??
    tokenValue(base, Object.keys(base.tokens).find((p) => base.tokens[p]?.means === means) ?? '');
  const swatches = ['primary', 'page', 'primary-soft'].flatMap((m) => {
    const v = swatch(m);
    return typeof v === 'string' && v.startsWith('#') ? [v] : [];
  });
  const json: Json = {
    format: 'dekkor-kit/2',
    id: wish.id,
    name: wish.name,
    version: wish.version,
    author: wish.author,
    licence: base.licence,
    fidelity: 'brand',
    basedOn: kitRef(base),
    summary: `${base.name} with tokens of its own.`,
    notes: `${own.size} of its tokens come from a file.`,
    swatches: swatches.length === 3 ? swatches : (base.swatches as Json),
    tokens: writeTokens(tokens),
    ...(Object.keys(textStyles).length > 0 ? { textStyles } : {}),
  };
  return { ref: `${wish.id}@${wish.version}`, json, without: [...without] };
}
