import { contrast, fromOklch, toOklch, type Oklch } from '../colour/index.js';
import {
  kitRef,
  modesOf,
  tokenValue,
  toPx,
  type FontFile,
  type Json,
  type Kit,
  type KitRef,
  type Token,
} from '../model/index.js';
import { KIT_FORMAT } from '../formats/index.js';
import { colourPairs, type ColourPair } from './pairs.js';

/** What a brand is made of. Colours as `#rrggbb`. */
export interface BrandRequest {
  readonly id: string;
  readonly name: string;
  readonly version: string;
  readonly author: string;
  readonly accent: string;
  /** Its hue and a little of its strength go into every grey. */
  readonly neutral: string;
  /** Radius of controls, px; null: as the kit it is based on. */
  readonly corner: number | null;
  /** Gaps and paddings, as parts of those of the kit it is based on. */
  readonly spacing: number;
  /** Families of titles and of everything else; null: as they are. */
  readonly titles: string | null;
  readonly letters: string | null;
}
/** Something that cannot be read with this accent, whatever is made of it: nothing changes the accent for it. */
export interface Shortfall {
  readonly pair: ColourPair;
  /** The contrast there is. */
  readonly ratio: number;
}
export interface MadeBrand {
  /** A kit in the open format, based on another: see docs/kit-format.md. */
  readonly json: Json;
  readonly ref: KitRef;
  readonly colours: ReadonlyMap<string, string>;
  readonly shortfalls: readonly Shortfall[];
}

/** Colours that say something by themselves keep their hue. */
const STATUS = /^(?:danger|on-danger|success|on-success|warning|on-warning|info|on-info|rating)/u;
/** Colours that come from the accent; all others are greys. */
const ACCENT = /^(?:primary|link|focus|selected)/u;
const TITLES = new Set(['display', 'title', 'heading']);
/** Greys are never stronger than this. */
const GREY = 0.045;
const SLACK = 0.01;

const ratioOf = (a: string, b: string): number => contrast(a, b) ?? 21;
const passes = (colour: string, others: readonly { readonly colour: string; readonly needs: number }[]): boolean =>
  others.every((o) => ratioOf(colour, o.colour) >= o.needs + SLACK);

/** The colour of the same hue with the nearest lightness that can be read beside all of these; null: there is none. */
export function nearestReadable(
  colour: string,
  others: readonly { readonly colour: string; readonly needs: number }[],
): string | null {
  if (passes(colour, others)) return colour;
  const lch = toOklch(colour);
  for (let by = 0.004; by <= 1; by += 0.004)
    for (const l of [lch.l - by, lch.l + by]) {
      if (l < 0 || l > 1) continue;
      const next = fromOklch({ ...lch, l });
      if (passes(next, others)) return next;
    }
  return null;
}

/** Colours of a kit, by path, as CSS colours. */
function coloursOf(kit: Kit, mode: string): ReadonlyMap<string, string> {
  const all = new Map<string, string>();
  for (const [path, token] of Object.entries(kit.tokens)) {
    const value = token.type === 'color' ? tokenValue(kit, path, mode) : undefined;
    if (typeof value === 'string') all.set(path, value);
  }
  return all;
}
const pathOf = (kit: Kit, means: string): string | undefined =>
  Object.keys(kit.tokens).find((p) => kit.tokens[p]?.means === means);

/**
 * First colours of a mode: the accent where it belongs, greys of the neutral's hue, each as light as in the kit it is based on. In a
 * mode of the kit that has a name, dark say, the accent's place is as light as there.
 */
function tinted(base: Kit, wish: BrandRequest, mode: string): Map<string, string> {
  const colours = coloursOf(base, mode);
  const primary = pathOf(base, 'primary');
  const was = toOklch(colours.get(primary ?? '') ?? wish.accent);
  const accent = toOklch(wish.accent);
  const neutral = toOklch(wish.neutral);
  const made = new Map<string, string>();
  for (const [path, colour] of colours) {
    const { means } = base.tokens[path] as Token;
    const own = toOklch(colour);
    if (path === primary) made.set(path, mode === '' ? wish.accent : fromOklch({ l: own.l, c: accent.c, h: accent.h }));
    else if (means !== undefined && STATUS.test(means)) made.set(path, colour);
    else if (means !== undefined && ACCENT.test(means)) {
      // Strong ones keep their distance to the accent, soft ones their lightness.
      const strong = own.c > was.c * 0.45;
      const next: Oklch = strong
        ? {
            l: Math.min(0.98, Math.max(0.05, (mode === '' ? accent.l : was.l) + own.l - was.l)),
            c: accent.c,
            h: accent.h,
          }
        : { l: own.l, c: Math.min(own.c, accent.c), h: accent.h };
      made.set(path, fromOklch(next));
    } else {
      const strength = Math.min(GREY, neutral.c) * (own.l > 0.9 ? 0.35 : own.l > 0.6 ? 0.7 : 1);
      made.set(path, fromOklch({ l: own.l, c: strength, h: neutral.h }));
    }
  }
  return made;
}

/**
 * Makes a brand kit that is based on another: all colours from an accent and a neutral, computed in OKLCH, so light that AA contrast
 * (WCAG 2.2, 1.4.3) holds for everything the kit writes on anything in any look. The accent itself is never changed: where it cannot be
 * read, that is told; `nearestAccent` finds one that can. Pure; components stay those of the kit it is based on.
 * @param fonts files of families that the kit it is based on has not got
 */
export function makeBrand(base: Kit, wish: BrandRequest, fonts: readonly FontFile[] = []): MadeBrand {
  const own = readableIn(base, wish, '');
  const others = modesOf(base).map((mode) => [mode, readableIn(base, wish, mode)] as const);
  const modes = new Map(others.map(([mode, made]) => [mode, made.colours]));
  const ref = `${wish.id}@${wish.version}`;
  return {
    json: written(base, wish, own.colours, modes, fonts),
    ref,
    colours: own.colours,
    shortfalls: [...own.shortfalls, ...others.flatMap(([, made]) => made.shortfalls)],
  };
}

/** The colours of one mode, each so light that it can be read, and where that cannot be. */
function readableIn(
  base: Kit,
  wish: BrandRequest,
  mode: string,
): { readonly colours: ReadonlyMap<string, string>; readonly shortfalls: readonly Shortfall[] } {
  const colours = tinted(base, wish, mode);
  const pairs = colourPairs(base);
  const primary = mode === '' ? pathOf(base, 'primary') : undefined;
  const beside = (path: string): readonly { colour: string; needs: number }[] =>
    pairs.flatMap((p) => {
      const other = p.text === path ? p.ground : p.ground === path ? p.text : undefined;
      const colour = other === undefined ? undefined : colours.get(other);
      return colour === undefined ? [] : [{ colour, needs: p.needs }];
    });
  // What is written gives way to what it is written on; what has no way does so the other way round.
  for (let round = 0; round < 3; round++)
    for (const side of ['text', 'ground'] as const)
      for (const p of pairs) {
        const path = p[side];
        const [a, b] = [colours.get(p.text), colours.get(p.ground)];
        if (path === primary || a === undefined || b === undefined || ratioOf(a, b) >= p.needs + SLACK) continue;
        const next = nearestReadable(colours.get(path) ?? a, beside(path));
        if (next !== null) colours.set(path, next);
      }
  const shortfalls = pairs.flatMap((pair): Shortfall[] => {
    const [a, b] = [colours.get(pair.text), colours.get(pair.ground)];
    const ratio = a === undefined || b === undefined ? 21 : ratioOf(a, b);
    return ratio < pair.needs - 0.005 ? [{ pair, ratio }] : [];
  });
  return { colours, shortfalls };
}

/** How finely another accent is looked for: lightness. */
const STEP = 0.02;
/** The nearest accent of the same hue with which everything can be read; null: the one that is wished for does, or none. */
export function nearestAccent(base: Kit, wish: BrandRequest): string | null {
  if (makeBrand(base, wish).shortfalls.length === 0) return null;
  const lch = toOklch(wish.accent);
  for (let by = STEP; by < 0.8; by += STEP)
    for (const l of [lch.l - by, lch.l + by]) {
      if (l < 0.05 || l > 0.98) continue;
      const accent = fromOklch({ ...lch, l });
      if (readableIn(base, { ...wish, accent }, '').shortfalls.length === 0) return accent;
    }
  return null;
}

/** The kit as it is written: only what differs from what it is based on. */
function written(
  base: Kit,
  wish: BrandRequest,
  colours: ReadonlyMap<string, string>,
  modes: ReadonlyMap<string, ReadonlyMap<string, string>>,
  fonts: readonly FontFile[],
): Json {
  const tokens: Record<string, Json> = {};
  const put = (path: string, type: string, value: Json): void => {
    const parts = path.split('.');
    let at = tokens;
    for (const part of parts.slice(0, -1)) at = (at[part] ??= {}) as Record<string, Json>;
    const means = base.tokens[path]?.means;
    const other = Object.fromEntries(
      [...modes].flatMap(([mode, of]) => (type === 'color' && of.has(path) ? [[mode, of.get(path) ?? '']] : [])),
    );
    const ours = { ...(means ? { means } : {}), ...(Object.keys(other).length > 0 ? { modes: other } : {}) };
    at[parts.at(-1) ?? path] = {
      $type: type,
      $value: value,
      ...(Object.keys(ours).length > 0 ? { $extensions: { dekkor: ours } } : {}),
    };
  };
  for (const [path, colour] of colours) put(path, 'color', colour);
  for (const [path, token] of Object.entries(base.tokens)) {
    if (token.type !== 'dimension') continue;
    const size = toPx(tokenValue(base, path));
    if (size === undefined) continue;
    const { means = '' } = token;
    if (wish.corner !== null && /^corner/u.test(means)) {
      const px =
        means === 'corner-full'
          ? wish.corner >= 16
            ? 999
            : wish.corner
          : Math.round(wish.corner * (means === 'corner-card' ? 1.4 : 1));
      put(path, 'dimension', `${px}px`);
    } else if (wish.spacing !== 1 && /^(?:space|gap)/u.test(means))
      put(path, 'dimension', `${Math.max(1, Math.round(size * wish.spacing))}px`);
  }
  const styles: Record<string, Json> = {};
  for (const s of Object.values(base.textStyles)) {
    const family = TITLES.has(s.means ?? '') ? wish.titles : wish.letters;
    if (family === null || family === s.family) continue;
    const { id, ...rest } = s;
    styles[id] = { ...rest, family } as unknown as Json;
  }
  const primary = pathOf(base, 'primary') ?? '';
  return {
    format: KIT_FORMAT,
    id: wish.id,
    name: wish.name,
    version: wish.version,
    author: wish.author,
    licence: base.licence,
    fidelity: 'brand',
    basedOn: kitRef(base),
    summary: `${wish.name}: the components of ${base.name} in colours of its own.`,
    notes: 'Made from an accent and a neutral colour.',
    swatches: [primary, pathOf(base, 'ink') ?? '', pathOf(base, 'page') ?? ''].flatMap((p) => colours.get(p) ?? []),
    tokens,
    ...(Object.keys(styles).length > 0 ? { textStyles: styles } : {}),
    fonts: fonts.map((f) => ({
      family: f.family,
      weight: f.weight,
      file: f.file,
      ...(f.italic ? { italic: true } : {}),
    })),
  };
}
