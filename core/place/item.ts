import { words } from '../match/index.js';
import {
  readTracks,
  writeTracks,
  SAMPLE_SETS,
  sampleContentSet,
  type Component,
  type ContentSet,
  type Json,
  type Kit,
  type SampleSet,
} from '../model/index.js';
import type { PlaceContext, PlaceItem } from './placeline.js';
import { findIcon, itemValues, mainProp, optionFor, secondProp, stateWords, textValues, unquote } from './values.js';
import type { Thing } from './vocabulary.js';

/** A thing whose name was read. */
export interface Named {
  readonly thing: Thing;
  /** How sure: 900 and more for a name or one of its words. */
  readonly score: number;
  readonly count: number;
  /** A number was said. */
  readonly said: boolean;
  readonly plural: boolean;
  /** Option words in front of the name. */
  readonly before: string;
  /** What stands behind the name. */
  readonly rest: string;
  /** What it says, when that stood before the name. */
  readonly content: readonly string[];
  /** Values that come with what it was called. */
  readonly preset: Readonly<Record<string, Json>>;
  readonly from: number;
  readonly to: number;
}

/** A thing of a place line while the line is read. */
export interface Growing {
  readonly named: Named;
  readonly contents: string[];
  readonly props: Record<string, Json>;
  readonly children: Growing[];
  /** For tables and lists: so many rows of data, of this kind, in so many columns. */
  data: { rows?: number; columns?: number; of?: string } | null;
  /** How many columns of a grid it takes. */
  span?: number;
}

/** So many are made of a plural without a number. */
const SOME = 3;
/** A table of data without a number has so many rows and columns. */
const ROWS = 5;
const COLUMNS = 4;

/** The content set that `from Name` asks for, or one column of it: `from Berth of Manifest`. */
export function setOf(
  text: string,
  sets: readonly ContentSet[],
): { readonly rows: ContentSet; readonly column?: string } | undefined {
  const m = /^from\s+(.+)$/u.exec(text.trim());
  if (!m?.[1]) return undefined;
  const find = (name: string): ContentSet | undefined => {
    const asked = words(unquote(name)).join(' ');
    return asked === ''
      ? undefined
      : (sets.find((s) => words(s.name).join(' ') === asked) ??
          sets.find((s) => words(s.name).join(' ').startsWith(asked)));
  };
  const whole = find(m[1]);
  if (whole) return { rows: whole };
  const of = /^(.+)\s+of\s+(.+)$/u.exec(m[1]);
  const rows = of?.[2] ? find(of[2]) : undefined;
  const column = rows?.columns.find((c) => words(c.name).join(' ') === words(unquote(of?.[1] ?? '')).join(' '));
  return rows && column ? { rows, column: column.id } : undefined;
}

/** Rows that are made up, of the kind that fits what is asked for: people, places, times, prices. */
function inventedRows(of: string | undefined, count: number, columns: number, headings: readonly string[]): ContentSet {
  const asked = words(of ?? '').join(' ');
  const KIN: Readonly<Record<SampleSet, RegExp>> = {
    people: /people|person|user|member|customer|contact|friend|guest|passenger|team|employee|traveller/u,
    places: /place|cit(?:y|ies)|location|destination|stop|harbour|port|country|countries/u,
    times: /time|day|date|departure|sailing|event|appointment|slot|schedule/u,
    prices: /price|product|item|order|ticket|thing|offer|fare|booking/u,
  };
  const kind = SAMPLE_SETS.find((m) => KIN[m.id].test(asked))?.id ?? 'people';
  const set = sampleContentSet('typed', kind, count);
  const all = set.columns.slice(0, Math.max(1, headings.length > 0 ? headings.length : columns));
  // More columns than are made up come as plain text.
  while (all.length < (headings.length > 0 ? headings.length : columns))
    all.push({ id: `more${all.length}`, name: `Column ${all.length + 1}`, kind: 'text' });
  const named = all.map((c, i) => ({ ...c, name: headings[i] ?? c.name }));
  return {
    ...set,
    name: of ?? set.name,
    columns: named,
    rows: set.rows
      .slice(0, count)
      .map((r) => ({ ...r, values: Object.fromEntries(named.map((c) => [c.id, r.values[c.id] ?? ''])) })),
  };
}

/** Makes an item of what has grown, with what is inside it. */
export function closing(
  kit: Kit | undefined,
  sets: readonly ContentSet[],
  context: PlaceContext,
): (g: Growing) => PlaceItem {
  const close = (g: Growing): PlaceItem => {
    const { named } = g;
    const contract = named.thing.kind === 'component' ? named.thing.component.contract.props : [];
    const own = Object.entries(g.props).flatMap(([id, value]) =>
      typeof value === 'string' && value !== ''
        ? [`${contract.find((p) => p.id === id && p.kind === 'text')?.name ?? ''} ${value}`.trim()]
        : [],
    );
    const base = {
      thing: named.thing,
      from: named.from,
      to: named.to,
      ...(own.length > 0 ? { own } : {}),
      ...(g.span === undefined ? {} : { span: g.span }),
    };
    const children = g.children.map(close);
    if (
      named.thing.role === 'table' &&
      named.thing.kind === 'component' &&
      (g.data || (g.contents.length > 0 && !setOf(g.contents[0] ?? '', sets)))
    ) {
      const headings = g.contents.filter((c) => !setOf(c, sets)).map(unquote);
      const rows = inventedRows(g.data?.of, g.data?.rows ?? ROWS, g.data?.columns ?? COLUMNS, headings);
      return { ...base, count: named.count, values: valuesWith([], g.props), children, rows, typed: true };
    }
    if (g.data && named.thing.kind === 'component') return dataItem(g, base, children);
    const rows = g.contents.length === 1 ? setOf(g.contents[0] ?? '', sets) : undefined;
    if (rows)
      return {
        ...base,
        count: named.count,
        values: valuesWith(itemOf(named, [], kit).values, g.props),
        children,
        ...rows,
      };
    const isGrid = named.thing.kind === 'primitive' && named.thing.primitive === 'grid';
    const asked = isGrid ? askedColumns([...named.content, ...g.contents]) : null;
    const made = itemOf(named, asked ? [] : [...named.content, ...g.contents], kit);
    const count = named.said
      ? made.count
      : named.plural && made.count === 1 && g.contents.length === 0 && !isPlural(named.thing)
        ? SOME
        : made.count;
    const grid = isGrid ? (asked ?? gridValues(children, context)) : {};
    return { ...base, count, values: valuesWith(made.values, { ...named.preset, ...grid, ...g.props }), children };
  };
  return close;
}

/** `list of 5 people`: so many things, each saying something of its own. */
function dataItem(
  g: Growing,
  base: Pick<PlaceItem, 'thing' | 'from' | 'to'>,
  children: readonly PlaceItem[],
): PlaceItem {
  const count = g.data?.rows ?? ROWS;
  const set = inventedRows(g.data?.of, count, COLUMNS, []);
  const props = g.named.thing.kind === 'component' ? g.named.thing.component.contract.props : [];
  const main = mainProp(props);
  const second = secondProp(props);
  const shown = set.columns.filter((c) => c.kind === 'text' && c.name !== 'Initials' && c.name !== 'E-mail');
  const values = set.rows.map((r): Record<string, Json> => ({
    ...(main && shown[0] ? { [main.id]: r.values[shown[0].id] ?? '' } : {}),
    ...(second && second.kind === 'text' && shown[1] ? { [second.id]: r.values[shown[1].id] ?? '' } : {}),
  }));
  return { ...base, count, values: valuesWith(values, g.props), children };
}

/** `12 columns`, `1fr 2fr`: what was said of a grid’s columns. */
function askedColumns(contents: readonly string[]): Record<string, Json> | null {
  const said = contents.length === 1 ? (contents[0] ?? '').trim() : '';
  const n = /^(?:of\s+)?(\d{1,3})\s+columns?$/iu.exec(said);
  if (n) return { columns: Number(n[1]), asked: true };
  const tracks = /fr\b|\bauto\b/iu.test(said) ? readTracks(said) : null;
  return tracks ? { tracks: writeTracks(tracks) } : null;
}

/** As many columns as suit what stands in the grid, and where. */
function gridValues(children: readonly PlaceItem[], context: PlaceContext): Record<string, Json> {
  const n = children.reduce((sum, c) => sum + c.count, 0);
  // What says how many columns it takes means those of a page.
  if (children.some((c) => c.span !== undefined)) return { columns: 12 };
  return { columns: context.device === 'desktop' ? (n % 4 === 0 ? 4 : 3) : 2 };
}

/** A name that is a plural of its own: `Tabs` is one thing. */
const isPlural = (thing: Thing): boolean =>
  thing.name.endsWith('s') ||
  (thing.kind === 'component' && thing.component.contract.props.some((p) => p.kind === 'list' && p.means === 'items'));

const valuesWith = (values: PlaceItem['values'], more: Readonly<Record<string, Json>>): PlaceItem['values'] =>
  Object.keys(more).length === 0 ? values : values.length > 0 ? values.map((v) => ({ ...v, ...more })) : [more];

/** Option words in small letters directly behind the name: `button danger Delete`. */
function leadOptions(
  component: Component,
  text: string,
): { readonly rest: string; readonly found: Record<string, Json> } {
  const found: Record<string, Json> = {};
  let rest = text;
  for (;;) {
    const m = /^(\p{Ll}[\p{L}-]*)(?:\s+|$)/u.exec(rest);
    const option = m?.[1] ? optionFor(component, m[1]) : null;
    if (!m || !option) return { rest, found };
    found[option.prop] = option.value;
    rest = rest.slice(m[0].length);
  }
}

/** `Upload 40%`, `Wifi on`: what the thing says, and how it stands. */
function tailState(
  component: Component,
  text: string,
): { readonly rest: string; readonly found: Record<string, Json> } {
  const whole = stateWords(component, text);
  if (whole) return { rest: '', found: { [whole.prop]: whole.value } };
  const m = /^(.*\S)\s+(on|off|checked|unchecked|\d+(?:[.,]\d+)?\s*%)$/su.exec(text);
  const state = m?.[2] ? stateWords(component, m[2]) : null;
  return m?.[1] && state ? { rest: m[1], found: { [state.prop]: state.value } } : { rest: text, found: {} };
}

function itemOf(
  named: Named,
  contents: readonly string[],
  kit: Kit | undefined,
): { readonly count: number; readonly values: PlaceItem['values'] } {
  const { thing, count } = named;
  if (thing.kind !== 'component') return { count, values: contents.map((c) => ({ text: unquote(c) })) };
  const { component } = thing;
  const props = component.contract.props;
  const common: Record<string, Json> = {};
  for (const w of words(named.before)) {
    const option = optionFor(component, w);
    if (option) common[option.prop] = option.value;
  }
  const list = props.find((p) => p.kind === 'list');
  const main = mainProp(props);
  const lead = contents[0];
  let given = [...contents];
  if (lead !== undefined && !/^["“]/u.test(lead)) {
    const options = leadOptions(component, lead);
    const state = tailState(component, options.rest);
    Object.assign(common, options.found, state.found);
    given = state.rest === '' ? given.slice(1) : [state.rest, ...given.slice(1)];
  }
  const icon = props.find((p) => p.kind === 'icon');
  if (list && component.role !== 'column' && (count === 1 || !main) && given.length > (main ? 1 : 0)) {
    // The first of several is the one that is chosen, unless the items have no such thing.
    const chosen = list.item?.find((p) => p.kind === 'flag' && p.means === 'selected');
    const items = (main ? given.slice(1) : given).map((c, i) => ({
      key: `k${i + 1}`,
      values: { ...itemValues(list.item ?? [], c, kit), ...(chosen && i === 0 ? { [chosen.id]: true } : {}) },
    }));
    const first = main && given[0] !== undefined ? { [main.id]: unquote(given[0]) } : {};
    // Without a text of its own, everything is items.
    return { count, values: [{ ...common, ...first, ...(items.length > 0 ? { [list.id]: items } : {}) }] };
  }
  const values = given.map((c): Record<string, Json> => {
    const text = unquote(c);
    if (icon && (!main || thing.role === 'iconbutton')) {
      const found = findIcon(kit, text);
      if (found) return { ...common, [icon.id]: found.id, ...(main ? { [main.id]: text } : {}) };
    }
    return { ...common, ...textValues(props, c, kit) };
  });
  // More texts than were counted: none of them is lost.
  const copies = Math.max(count, values.length);
  return { count: copies, values: values.length > 0 ? values : Object.keys(common).length > 0 ? [common] : [] };
}
