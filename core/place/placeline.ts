import type { ContentSet, Json, Kit } from '../model/index.js';
import { closing, type Growing } from './item.js';
import { Reader } from './reader.js';
import { search, type Thing } from './vocabulary.js';

/** One thing a place line asks for. */
export interface PlaceItem {
  readonly thing: Thing;
  readonly count: number;
  /** Prop values, by the count's turn: the first for the first copy, and so on; the last one goes on. */
  readonly values: readonly Readonly<Record<string, Json>>[];
  readonly children: readonly PlaceItem[];
  /** How many columns of a grid it takes. */
  readonly span?: number;
  /** What `with` gave to its own props, in words: `Button Find`. */
  readonly own?: readonly string[];
  /** One for each row of this content set. */
  readonly rows?: ContentSet;
  /** The rows are no set of the project: they are written into the things themselves. */
  readonly typed?: boolean;
  /** Only this column of it: `from Berth of Manifest`. */
  readonly column?: string;
  /** Where the name of the thing stands in the line, to be marked. */
  readonly from: number;
  readonly to: number;
}

/** What a place line will do, and what is wrong with it. */
export interface PlacePlan {
  readonly items: readonly PlaceItem[];
  /** In words, what stands in what included: `places 3 Card with Button, Tab bar`. */
  readonly says: string;
  /** Things that what was typed could become. */
  readonly offers: readonly Thing[];
  readonly problem: string | null;
  /** What was understood, but has no place: left out. */
  readonly left?: readonly string[];
}

/** Where the line would be placed: decides between two readings of a word. */
export interface PlaceContext {
  readonly device?: 'phone' | 'tablet' | 'desktop' | 'custom';
  /** The role of what it goes into. */
  readonly inside?: string;
}

/** More copies than this are refused. */
export const MOST_COPIES = 200;
const LONGEST = 4000;

/**
 * Reads a place line: `[count] [option words] thing [content, content …] [with thing, thing …]`, things separated by commas.
 * A comma goes on with content unless what follows names a thing. `with` nests: what follows goes inside for as long as it
 * belongs there, so a bar, a table or a footer ends a card; `;` ends everything, parentheses hold together for sure. Content as
 * `label: value` fills two props, a name in parentheses behind it an icon: `Trips (ticket)`. `from Sailings` makes one for each
 * row of that content set. Numbers may be words, and what a thing says may stand before its name: `Save and Cancel buttons`.
 */
export function readPlaceLine(
  line: string,
  things: readonly Thing[],
  kit: Kit | undefined,
  sets: readonly ContentSet[] = [],
  context: PlaceContext = {},
): PlacePlan {
  const text = line.trim();
  const none = (problem: string | null, offers: readonly Thing[] = []): PlacePlan => ({
    items: [],
    says: '',
    offers,
    problem,
  });
  if (text === '') return none(null, things);
  if (line.length > LONGEST)
    return none(
      `This line has ${line.length} characters; at most ${LONGEST} are read. Paste long text into one thing instead.`,
    );
  const reader = new Reader(things, kit, sets, context);
  const grown: readonly Growing[] = reader.list(line, 0, null);
  const offers = search(things, text).slice(0, 8);
  if (reader.problem !== null) return none(reader.problem, offers);
  const close = closing(kit, sets, context);
  const items = grown.map(close);
  const all = (list: readonly PlaceItem[]): readonly PlaceItem[] => list.flatMap((i) => [i, ...all(i.children)]);
  const many = all(items).find((i) => i.count > MOST_COPIES);
  if (many) return none(`${many.count} is more than can be placed at once; at most ${MOST_COPIES}.`);
  const left = reader.left.length > 0 ? `; ${reader.left.join('; ')}` : '';
  return {
    items,
    says: `places ${items.map(say).join(', ')}${left}`,
    offers,
    problem: null,
    ...(reader.left.length > 0 ? { left: reader.left } : {}),
  };
}

/** What was said of a grid’s columns. */
function gridSays(values: Readonly<Record<string, Json>> = {}): string {
  if (typeof values['tracks'] === 'string') return ` ${values['tracks']}`;
  return values['asked'] === true ? ` of ${String(values['columns'])} columns` : '';
}

function say(item: PlaceItem): string {
  const several = item.children.length > 1 && item.children.some((c) => c.children.length > 0);
  const parts = [...item.children.map(say), ...(item.own ?? [])];
  const inside = parts.length > 0 ? ` with ${several ? '(' : ''}${parts.join(', ')}${several ? ')' : ''}` : '';
  if (item.rows) {
    const of = item.typed ? '' : ` from ${item.rows.name}`;
    return item.thing.role === 'table'
      ? `${item.thing.name} of ${item.rows.rows.length} rows${of}`
      : `${item.rows.rows.length} ${item.thing.name}${of}`;
  }
  const overlay = item.span === undefined ? '' : ` over ${item.span}`;
  const of = item.thing.kind === 'primitive' && item.thing.primitive === 'grid' ? gridSays(item.values[0]) : '';
  return `${item.count > 1 ? `${item.count} ` : ''}${item.thing.name}${of}${overlay}${inside}`;
}
