import { Memo } from '../base/index.js';
import type { Kit, Token } from '../model/index.js';
import { similarity } from './similar.js';

/** Tokens, text styles and icons of one kit in another's terms. `null`: no counterpart. */
export interface KitMap {
  readonly tokens: Readonly<Record<string, string | null>>;
  readonly textStyles: Readonly<Record<string, string | null>>;
  readonly icons: Readonly<Record<string, string | null>>;
}

const memory = new Memo<KitMap>(12);

function best<T>(all: readonly T[], score: (t: T) => number): T | undefined {
  let found: T | undefined;
  let top = 0;
  for (const t of all) {
    const s = score(t);
    if (s > top) {
      top = s;
      found = t;
    }
  }
  return found;
}

function tokenScore(a: Token, b: Token): number {
  if (a.type !== b.type) return 0;
  if (a.path === b.path) return a.means === b.means ? 1000 : 300;
  if (a.means && b.means) return a.means === b.means ? 500 : 0;
  const alike = similarity(a.path, b.path);
  return alike >= 0.6 ? 100 * alike : 0;
}

/** Plans how one kit's tokens, text styles and icons read in another: by path, meaning, then name. Memoised. */
export function mapKit(a: Kit, b: Kit): KitMap {
  return memory.of(a, [b], () => match(a, b));
}

function match(a: Kit, b: Kit): KitMap {
  const tokensB = Object.values(b.tokens);
  const stylesB = Object.values(b.textStyles);
  const iconsB = Object.values(b.icons);
  const tokens: Record<string, string | null> = {};
  for (const t of Object.values(a.tokens)) tokens[t.path] = best(tokensB, (u) => tokenScore(t, u))?.path ?? null;
  const textStyles: Record<string, string | null> = {};
  for (const s of Object.values(a.textStyles)) {
    const found = best(stylesB, (u) =>
      s.means && s.means === u.means
        ? 500
        : s.id === u.id
          ? 400
          : similarity(s.name, u.name) >= 0.6
            ? 100 * similarity(s.name, u.name)
            : 0,
    );
    textStyles[s.id] = found?.id ?? null;
  }
  const icons: Record<string, string | null> = {};
  for (const i of Object.values(a.icons)) {
    const found = Object.hasOwn(b.icons, i.id)
      ? b.icons[i.id]
      : best(iconsB, (u) =>
          i.means !== undefined && i.means === u.means ? 500 : similarity(i.name, u.name) >= 0.8 ? 100 : 0,
        );
    icons[i.id] = found?.id ?? null;
  }
  return { tokens, textStyles, icons };
}
