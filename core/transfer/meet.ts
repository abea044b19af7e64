import {
  listItems,
  isFilled,
  type Component,
  type Json,
  type ListItem,
  type Piece,
  type Prop,
  type When,
  whenName,
} from '../model/index.js';

/** A override in the terms of the component that is shown. */
export interface Transferred {
  readonly at: readonly string[];
  readonly kind: 'prop' | 'attr';
  readonly name: string;
  readonly value: Json;
  readonly when?: When;
  /** Index of the override it comes from; -1 for a meaning that is held. */
  readonly from: number;
}
/** One that takes a place in a value that says several things. */
export type Placed = Transferred & { readonly into?: Piece };

/** Identity of what a carried override shows in. */
export function targetKey(c: Pick<Transferred, 'at' | 'kind' | 'name' | 'when'>): string {
  return `${c.at.join('/')}|${c.kind}.${c.name}|${c.when ? whenName(c.when) : ''}`;
}

/** What shows in one property: all of it by one override, or a place each by several. */
interface Place {
  readonly transferred: Transferred;
  /** Which override shows in which place; '': all of it. */
  readonly by: ReadonlyMap<string, number>;
  /** What stands in the places, in order. */
  readonly pieces: readonly Json[] | null;
}

const pieceKey = (p: Piece): string => `${p.of}${p.at}`;
const lines = (value: Json | undefined): readonly Json[] =>
  typeof value === 'string' && value !== '' ? value.split('\n') : [];

function withPiece(pieces: readonly Json[], piece: Piece, value: Json): readonly Json[] {
  const next = [...pieces];
  while (next.length <= piece.at) next.push(piece.of === 'line' ? '' : null);
  if (piece.of === 'line' && piece.rest) next.splice(piece.at);
  const field = piece.field ?? '';
  if (piece.of === 'line') next[piece.at] = value;
  else {
    const was = listItems([next[piece.at] ?? null])[0];
    const made: ListItem = { key: was?.key ?? `k${piece.at + 1}`, values: { ...was?.values, [field]: value } };
    next[piece.at] = isFilled(value) ? { key: made.key, values: made.values } : null;
  }
  return next;
}

const whole = (of: Piece['of'], pieces: readonly Json[]): Json =>
  of === 'line' ? pieces.filter((p) => p !== '').join('\n') : pieces.filter((p) => p !== null);

/**
 * Overrides where they meet: the later wins what both show in; those with a place of their own in one value stand side by side.
 * @returns what shows, and the indices of the overrides of which nothing does.
 */
export function resolveCollisions(
  found: readonly (readonly Placed[])[],
  target: Component | undefined,
): readonly [shown: readonly Transferred[], covered: readonly number[]] {
  const places = new Map<string, Place>();
  /** In how many places each override still shows. */
  const left = found.map((list) => list.length);
  const cover = (i: number | undefined): void => {
    if (i !== undefined && i >= 0) left[i] = (left[i] ?? 1) - 1;
  };
  for (const list of found) {
    for (const { into, ...transferred } of list) {
      const key = targetKey(transferred);
      const was = places.get(key);
      // The later is at the end, where it was chosen.
      places.delete(key);
      if (!into) {
        was?.by.forEach(cover);
        places.set(key, { transferred, by: new Map([['', transferred.from]]), pieces: null });
        continue;
      }
      const { when: _, ...always } = transferred;
      const before = was ?? places.get(targetKey(always));
      const prop: Prop | undefined = target?.contract.props.find((p) => p.id === transferred.name);
      const start =
        before?.pieces ??
        (into.of === 'line'
          ? lines(before?.transferred.value)
          : listItems(before?.transferred.value ?? (transferred.at.length === 0 ? prop?.default : [])).map(
              (i): Json => ({
                key: i.key,
                values: i.values,
              }),
            ));
      const pieces = withPiece(start, into, transferred.value);
      cover(was?.by.get(pieceKey(into)));
      const by = new Map(was?.by).set(pieceKey(into), transferred.from);
      places.set(key, { transferred: { ...transferred, value: whole(into.of, pieces) }, by, pieces });
    }
  }
  const covered = found.flatMap((list, i) => (list.length > 0 && (left[i] ?? 0) <= 0 ? [i] : []));
  return [[...places.values()].map((p) => p.transferred), covered];
}
