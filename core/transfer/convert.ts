import { unhandled } from '../base/index.js';
import {
  aliasPath,
  listItems,
  PROP_KINDS,
  type ComponentRef,
  type Json,
  type Piece,
  type Prop,
  type PropPair,
  type ParkedFields,
} from '../model/index.js';
import type { KitMap } from '../match/index.js';

/** A converted value, or the reason why there is none. */
export type Converted = { readonly ok: true; readonly value: Json } | { readonly ok: false; readonly why: string };
const ok = (value: Json): Converted => ({ ok: true, value });
const no = (why: string): Converted => ({ ok: false, why });

/** What converting needs besides the two props. `map` is absent within one kit. */
export interface Terms {
  readonly map?: KitMap;
  readonly show: (ref: ComponentRef) => ComponentRef;
  /** Fields that wait on an item of a list, as far as this list has a place for them. */
  readonly waiting?: (fields: ParkedFields) => Readonly<Record<string, Json>>;
  /** Nothing is held: only what is there is converted. */
  readonly bare?: boolean;
}

/** What a default means: its option's meaning, on or off, filled or not. */
export const meaningOf = (p: Prop): string | undefined => PROP_KINDS[p.kind].meaning(p);

/** A value that may be a token of kit A, in terms of kit B. Literals stay. */
export function convertToken(value: Json, map: KitMap | undefined): Converted {
  const path = aliasPath(value);
  if (path === null || !map || path.startsWith('means:') || path.includes('@')) return ok(value);
  const to = map.tokens[path];
  return to ? ok(`{${to}}`) : no(`there is no token like ${path}`);
}

/** A text style id of kit A, in terms of kit B. */
export function convertStyle(value: Json, map: KitMap | undefined): Converted {
  if (typeof value !== 'string' || !map || value.startsWith('means:') || value.includes('@')) return ok(value);
  const to = map.textStyles[value];
  return to ? ok(to) : no(`there is no text style like ${value}`);
}

/** An icon of kit A, in terms of kit B. */
export function convertIcon(value: Json, map: KitMap | undefined): Converted {
  if (typeof value !== 'string' || value === 'none' || value === '' || !map) return ok(value);
  const to = map.icons[value];
  return to ? ok(to) : no(`there is no icon like ${value}`);
}

/** One place of a value that says several things. */
function taken(value: Json, piece: Piece): string {
  if (piece.of === 'item') return String(listItems(value)[piece.at]?.values[piece.field ?? ''] ?? '');
  const lines = typeof value === 'string' ? value.split('\n') : [];
  return piece.rest ? lines.slice(piece.at).join('\n') : (lines[piece.at] ?? '');
}

/** A prop's value in terms of the prop it is paired with. Pure; fails with a reason for people. */
export function convert(a: Prop, b: Prop, pair: PropPair, value: Json, terms: Terms): Converted {
  if (pair.out) return ok(taken(value, pair.out));
  // A place of its own in a value that says several things: put there where all of them meet.
  if (pair.into?.of === 'item') return ok(typeof value === 'string' ? value : '');
  if (a.kind === b.kind) {
    switch (a.kind) {
      case 'choice': {
        const to = typeof value === 'string' ? pair.options?.[value] : undefined;
        const name = a.options?.find((o) => o.id === value)?.name ?? String(value);
        return to ? ok(to) : no(`it has no option like ${name}`);
      }
      case 'icon':
        return convertIcon(value, terms.map);
      case 'colour':
        return convertToken(value, terms.map);
      case 'component':
        return ok(typeof value === 'string' ? terms.show(value) : value);
      case 'list':
        return ok(convertList(a, b, pair, value, terms));
      case 'number':
        if (
          typeof value === 'number' &&
          ((b.max !== undefined && value > b.max) || (b.min !== undefined && value < b.min))
        ) {
          return no(`it goes from ${b.min ?? 'any'} to ${b.max ?? 'any'}, not ${value}`);
        }
        return ok(value);
      case 'text':
      case 'flag':
      case 'image':
        return ok(value);
      default:
        return unhandled(a);
    }
  }
  if (a.kind === 'number' && b.kind === 'text') return ok(String(value));
  if (a.kind === 'text' && b.kind === 'number') {
    const n = Number(String(value).trim());
    return String(value).trim() !== '' && Number.isFinite(n) ? ok(n) : no(`“${String(value)}” is not a number`);
  }
  const to = pair.options?.[String(value)];
  if (to === undefined || to === null) return no(`it has nothing like ${String(value)}`);
  return ok(b.kind === 'flag' ? to === 'true' : to);
}

/**
 * Items keep their keys; a field without counterpart, or whose value has none, is left to the item's default. What nobody
 * set, and this list's items would start with something of another meaning, is held as it was meant.
 */
function convertList(a: Prop, b: Prop, pair: PropPair, value: Json, terms: Terms): Json {
  const held: Record<string, Json> = {};
  for (const from of terms.bare ? [] : (a.item ?? [])) {
    const how = pair.item?.[from.id];
    const to = b.item?.find((p) => p.id === how?.to);
    const meant = meaningOf(from);
    if (!how || !to || meant === undefined || from.kind !== to.kind || meant === meaningOf(to)) continue;
    const got = convert(from, to, how, from.default, terms);
    if (got.ok) held[to.id] = got.value;
  }
  return listItems(value).map((item) => {
    const values: Record<string, Json> = { ...held };
    for (const w of item.parked ?? []) Object.assign(values, terms.waiting?.(w));
    for (const [id, v] of Object.entries(item.values)) {
      const from = a.item?.find((p) => p.id === id);
      const how = pair.item?.[id];
      const to = b.item?.find((p) => p.id === how?.to);
      if (!from || !how || !to) continue;
      const got = convert(from, to, how, v, terms);
      if (got.ok) values[to.id] = got.value;
    }
    return { key: item.key, values };
  });
}
