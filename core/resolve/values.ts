import { Memo, type LookUp } from '../base/index.js';
import {
  readTracks,
  type Track,
  aliasPath,
  isPathData,
  kitAt,
  LARGEST,
  shownKit,
  textStyleOf,
  toPx,
  tokenMeaning,
  tokenValue,
  type Attrs,
  type Icon,
  type Json,
  type Kit,
  type KitRef,
  type TextStyle,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { isColour } from '../colour/index.js';
import { mapBetween } from '../match/index.js';
import type { Look, Shadow } from './look.js';

/** What values are read against: the kit of the tree they stand in, and what the screen wears. */
export interface Terms {
  readonly world: World;
  readonly appliedKits: readonly AppliedKit[];
  readonly mode: string;
  /** The kit that screens take their page, ink and body text from. */
  readonly main: Kit | undefined;
  /** How names are looked up again for what is remembered. */
  readonly look: LookUp;
}

/** Where a value that is a token is found: its kit and its path there. Null: it is no token; undefined: there is no such token. */
export function tokenAt(
  terms: Pick<Terms, 'world' | 'appliedKits' | 'main'>,
  kit: Kit | undefined,
  value: Json | undefined,
): { readonly kit: Kit; readonly path: string } | null | undefined {
  const path = aliasPath(value);
  if (path === null) return null;
  if (path.startsWith('means:')) {
    const token = terms.main && tokenMeaning(terms.main, path.slice(6));
    return token && terms.main ? { kit: terms.main, path: token.path } : undefined;
  }
  const cut = path.indexOf('/');
  if (path.includes('@') && cut > 0) {
    const from: KitRef = path.slice(0, cut);
    const shown = shownKit(terms.appliedKits, from);
    const name = path.slice(cut + 1);
    const to = shown === from ? name : mapBetween(terms.world, terms.appliedKits, from, shown)?.tokens[name];
    const there = kitAt(terms.world, to ? shown : from);
    return there ? { kit: there, path: to ?? name } : undefined;
  }
  return kit ? { kit, path } : undefined;
}
/** The literal behind a token or literal; undefined when the token does not exist. */
export function valueOf(terms: Terms, kit: Kit | undefined, value: Json | undefined): Json | undefined {
  const at = tokenAt(terms, kit, value);
  return at === null ? value : at && tokenValue(at.kit, at.path, terms.mode);
}

export function styleOf(terms: Terms, kit: Kit | undefined, value: Json | undefined): TextStyle | undefined {
  const id = typeof value === 'string' ? value : undefined;
  if (id !== undefined && id.includes('@')) {
    const cut = id.indexOf('/');
    const from = id.slice(0, cut);
    const shown = shownKit(terms.appliedKits, from);
    const name = id.slice(cut + 1);
    const to = shown === from ? name : mapBetween(terms.world, terms.appliedKits, from, shown)?.textStyles[name];
    const there = kitAt(terms.world, to ? shown : from);
    return there ? textStyleOf(there, to ?? name) : undefined;
  }
  const source = id?.startsWith('means:') ? terms.main : (kit ?? terms.main);
  return source ? textStyleOf(source, id) : undefined;
}

export function iconOf(terms: Terms, kit: Kit | undefined, value: Json | undefined): Icon | undefined {
  if (typeof value !== 'string' || value === '' || value === 'none') return undefined;
  const source = kit ?? terms.main;
  return source && Object.hasOwn(source.icons, value) ? source.icons[value] : undefined;
}

function shadowOf(terms: Terms, kit: Kit | undefined, value: Json | undefined): Shadow | undefined {
  const v = valueOf(terms, kit, value);
  const first = Array.isArray(v) ? (v[0] as Json | undefined) : v;
  if (!first || typeof first !== 'object' || Array.isArray(first)) return undefined;
  const s = first as { readonly [k: string]: Json };
  const color = valueOf(terms, kit, s['color']);
  return {
    x: toPx(s['offsetX']) ?? 0,
    y: toPx(s['offsetY']) ?? 0,
    blur: toPx(s['blur']) ?? 0,
    color: typeof color === 'string' && isColour(color) ? color : '#00000020',
  };
}

/** Looks of plain attributes, and of a node with what rules, bindings and overrides change of it. */
const looks = new Memo<Look>(3);
const changed = new Memo<Look>(40);

/** Attributes made concrete. Values that cannot be read (a missing token, a wrong type) fall back to the default. */
export function toLook(terms: Terms, kit: Kit | undefined, a: Attrs): Look {
  return looks.of(a, [kit, terms.appliedKits, terms.mode, terms.main], () => newLook(terms, kit, a), terms.look);
}

/** The same with some attributes replaced: what many instances change in the same way is made concrete once. What a text says is no part of its look. */
export function toChangedLook(
  terms: Terms,
  kit: Kit | undefined,
  a: Attrs,
  changes: Readonly<Record<string, unknown>>,
): Look {
  const on: unknown[] = [kit, terms.appliedKits, terms.mode, terms.main];
  for (const name in changes) if (name !== 'text') on.push(name, changes[name]);
  return changed.of(a, on, () => newLook(terms, kit, { ...a, ...changes } as Attrs), terms.look);
}

/** The colours of a look. */
export interface Colours {
  readonly fill: string | undefined;
  readonly color: string;
}
const inMode = new Memo<Colours>(3);
/** What is said of a look in colours, in another mode: nothing else is made concrete anew. */
export function coloursIn(terms: Terms, look: Look): Colours {
  const { said, kit } = look;
  const colour = (v: Json | undefined): string | undefined => colourOf(terms, kit, v);
  const make = (): Colours => ({ fill: colour(said.fill), color: colour(said.color) ?? BLACK });
  return inMode.of(said, [kit, terms.appliedKits, terms.mode, terms.main], make, terms.look);
}
/** Whatever a kit or a rule says: only what is a colour is ever painted. */
function colourOf(terms: Terms, kit: Kit | undefined, v: Json | undefined): string | undefined {
  const c = v === undefined ? undefined : valueOf(terms, kit, v);
  return typeof c === 'string' && c !== 'none' && isColour(c) ? c : undefined;
}
const BLACK = '#000000';

function newLook(terms: Terms, kit: Kit | undefined, a: Attrs): Look {
  const px = (v: Json | undefined): number | undefined => {
    const n = v === undefined ? undefined : toPx(valueOf(terms, kit, v));
    return n === undefined || !Number.isFinite(n) ? undefined : n;
  };
  const length = (v: Json | undefined, otherwise: number): number =>
    v === undefined ? otherwise : Math.max(0, px(v) ?? otherwise);
  const size = (v: Json | undefined): 'fit' | 'stretch' | number =>
    v === 'stretch'
      ? 'stretch'
      : v === undefined || v === 'fit'
        ? 'fit'
        : Math.max(0, px(v) ?? -1) >= 0
          ? (px(v) ?? 'fit')
          : 'fit';
  const colour = (v: Json | undefined): string | undefined => colourOf(terms, kit, v);
  const number = (v: number | undefined, otherwise: number): number =>
    typeof v === 'number' && Math.abs(v) <= LARGEST ? v : otherwise;
  const all = length(a.padding, 0);
  const horizontal = length(a.paddingX, all);
  const vertical = length(a.paddingY, all);
  const gap = length(a.gap, 0);
  const columns = Math.min(500, Math.max(1, Math.round(number(a.columns, 2))));
  const fill = colour(a.fill);
  const stroke = colour(a.stroke);
  const icon = iconOf(terms, kit, a.icon);
  const shadow = a.shadow === undefined ? undefined : shadowOf(terms, kit, a.shadow);
  const textStyle = a.text !== undefined || a.textStyle !== undefined ? styleOf(terms, kit, a.textStyle) : undefined;
  return {
    visible: a.visible !== false,
    opacity: Math.min(1, Math.max(0, number(a.opacity, 1))),
    width: size(a.width),
    height: size(a.height),
    minWidth: length(a.minWidth, 0),
    maxWidth: length(a.maxWidth, Infinity),
    minHeight: length(a.minHeight, 0),
    maxHeight: length(a.maxHeight, Infinity),
    aspect: Math.max(0, number(a.aspect, 0)),
    share: Math.min(1, Math.max(0, number(a.share, 0) / 100)),
    grow: Math.max(0, number(a.grow, 0)),
    shrink: number(a.shrink, -1),
    x: number(a.x, 0),
    y: number(a.y, 0),
    right: typeof a.right === 'number' ? number(a.right, 0) : null,
    bottom: typeof a.bottom === 'number' ? number(a.bottom, 0) : null,
    flow: a.flow ?? 'column',
    gap,
    rowGap: length(a.rowGap, gap),
    columns,
    tracks: (a.tracks === undefined ? null : readTracks(a.tracks)) ?? equalTracks(columns),
    minColumn: length(a.minColumn, 0),
    column: Math.round(number(a.column, 0)),
    row: Math.round(number(a.row, 0)),
    span: Math.max(1, Math.round(number(a.span, 1))),
    rowSpan: Math.max(1, Math.round(number(a.rowSpan, 1))),
    shareRows: a.shareRows === true,
    bleed: a.bleed === true,
    paddingTop: length(a.paddingTop, vertical),
    paddingRight: length(a.paddingRight, horizontal),
    paddingBottom: length(a.paddingBottom, vertical),
    paddingLeft: length(a.paddingLeft, horizontal),
    justify: a.justify ?? 'start',
    align: a.align ?? 'start',
    wrap: a.wrap === true,
    clip: a.clip === true,
    strokeWidth: stroke ? length(a.strokeWidth, 1) : 0,
    strokeSides: a.strokeSides ?? 'all',
    dash: a.dash === true,
    radius: length(a.radius, 0),
    color: colour(a.color) ?? BLACK,
    textAlign: a.textAlign ?? 'start',
    maxLines: Math.max(0, number(a.maxLines, 0)),
    bars: a.bars === true,
    underline: a.underline === true,
    size: length(a.size, 24),
    fit: a.fit ?? 'cover',
    focalX: number(a.focalX, 0.5),
    focalY: number(a.focalY, 0.5),
    zoom: Math.max(1, number(a.zoom, 1)),
    shape: a.shape ?? 'ellipse',
    path: typeof a.path === 'string' && isPathData(a.path) ? a.path : '',
    values: a.values === undefined ? '' : String(a.values as Json).slice(0, 4000),
    alignSelf: a.alignSelf,
    edges: a.edges,
    pin: a.pin,
    overlay: a.overlay,
    scrim: a.scrim,
    fill,
    stroke,
    shadow,
    textStyle,
    icon,
    asset: typeof a.asset === 'string' && a.asset !== 'none' && a.asset !== '' ? a.asset : undefined,
    said: a,
    kit,
  };
}

const equal: (readonly Track[])[] = [];
/** So many equal columns. */
function equalTracks(n: number): readonly Track[] {
  return (equal[n] ??= Array.from({ length: n }, () => ({ kind: 'fr', size: 1 })));
}
