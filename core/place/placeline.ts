import { words } from '../match/index.js';
import { isColour } from '../colour/index.js';
import type { Component, ContentSet, Icon, Json, Kit, Prop, Slot } from '../model/index.js';
import { naming, search, type Thing } from './vocabulary.js';

/** One thing a place line asks for. */
export interface PlaceItem {
  readonly thing: Thing;
  readonly count: number;
  /** Prop values, by the count's turn: the first for the first copy, and so on; the last one goes on. */
  readonly values: readonly Readonly<Record<string, Json>>[];
  readonly children: readonly PlaceItem[];
  /** One for each row of this content set. */
  readonly rows?: ContentSet;
  /** Only this column of it: `from Berth of Manifest`. */
  readonly column?: string;
  /** Where the name of the thing stands in the line, to be marked. */
  readonly from: number;
  readonly to: number;
}

/** What a place line will do, and what is wrong with it. */
export interface PlacePlan {
  readonly items: readonly PlaceItem[];
  /** In words: `places 3 Field`. */
  readonly says: string;
  /** Things that what was typed could become. */
  readonly offers: readonly Thing[];
  readonly problem: string | null;
}

interface Segment {
  readonly text: string;
  readonly from: number;
  readonly quoted: boolean;
}

/** More copies than this are refused. */
export const MOST_COPIES = 200;

/**
 * Reads a place line: `[count] [option words] thing [content, content …] [with thing, thing …]`, things separated by commas.
 * A comma continues the content unless what follows names a thing. Content as `label: value` fills two props, a name in
 * parentheses behind it an icon: `Trips (ticket)`. `from Sailings` makes one for each row of that content set.
 */
export function readPlaceLine(line: string, things: readonly Thing[], kit: Kit | undefined, sets: readonly ContentSet[] = []): PlacePlan {
  const text = line.trim();
  if (text === '') return { items: [], says: '', offers: things, problem: null };
  if (line.length > 4000) return { items: [], says: '', offers: [], problem: `This line has ${line.length} characters; at most 4000 are read. Paste long text into one thing instead.` };
  const [head, tail, tailFrom] = splitWith(line);
  const items = readList(head, 0, things, kit, sets);
  if ('problem' in items) return { items: [], says: '', offers: search(things, text).slice(0, 8), problem: items.problem };
  let list = items.items;
  if (tail !== null) {
    const last = list.at(-1);
    if (last) {
      const inside = readInside(tail, tailFrom, last, things, kit, sets);
      if ('problem' in inside) return { items: [], says: '', offers: [], problem: inside.problem };
      list = [...list.slice(0, -1), inside.item];
    }
  }
  const many = list.find((i) => i.count > MOST_COPIES);
  if (many) return { items: [], says: '', offers: [], problem: `${many.count} is more than can be placed at once; at most ${MOST_COPIES}.` };
  return { items: list, says: `places ${list.map(say).join(', ')}`, offers: search(things, text).slice(0, 8), problem: null };
}

function say(item: PlaceItem): string {
  const inside = item.children.length > 0 ? ` with ${item.children.map(say).join(', ')}` : '';
  if (item.rows)
    return item.thing.role === 'table' ? `${item.thing.name} of ${item.rows.rows.length} rows from ${item.rows.name}` : `${item.rows.rows.length} ${item.thing.name} from ${item.rows.name}`;
  return `${item.count > 1 ? `${item.count} ` : ''}${item.thing.name}${inside}`;
}

/** Splits at the first ` with ` outside quotes. */
function splitWith(line: string): [string, string | null, number] {
  let quote = '';
  for (let i = 0; i < line.length; i++) {
    const c = line[i] ?? '';
    if (quote !== '') {
      if (c === quote) quote = '';
    } else if (c === '"' || c === '“') quote = c === '“' ? '”' : c;
    else if (/\s/u.test(c) && /^\swith\s/iu.test(line.slice(i, i + 6))) return [line.slice(0, i), line.slice(i + 6), i + 6];
  }
  return [line, null, line.length];
}

function segments(text: string, offset: number): Segment[] {
  const found: Segment[] = [];
  let quote = '';
  let from = 0;
  const push = (to: number): void => {
    const raw = text.slice(from, to);
    const lead = raw.length - raw.trimStart().length;
    const bare = raw.trim();
    const quoted = /^["“].*["”]$/su.test(bare);
    found.push({ text: bare, from: offset + from + lead, quoted });
  };
  for (let i = 0; i < text.length; i++) {
    const c = text[i] ?? '';
    if (quote !== '') {
      if (c === quote) quote = '';
    } else if (c === '"' || c === '“') quote = c === '“' ? '”' : c;
    else if (c === ',' && !(/\d/u.test(text[i - 1] ?? '') && /\d/u.test(text[i + 1] ?? ''))) {
      push(i);
      from = i + 1;
    }
  }
  push(text.length);
  return found;
}

interface Named {
  readonly thing: Thing;
  readonly score: number;
  readonly count: number;
  readonly before: string;
  readonly rest: string;
  readonly from: number;
  readonly to: number;
}

/** Finds the thing a segment names: an optional count, option words before the name, the longest name that fits best. */
function nameOf(segment: Segment, things: readonly Thing[]): Named | null {
  const m = /^(\d{1,6})\s*[x×]?\s+/u.exec(segment.text);
  const count = m ? Number(m[1]) : 1;
  const body = segment.text.slice(m?.[0].length ?? 0);
  const offset = segment.from + (m?.[0].length ?? 0);
  const tokens = [...body.matchAll(/\S+/gu)].map((t) => ({ text: t[0], at: t.index }));
  let best: Named | null = null;
  for (let start = 0; start < Math.min(3, tokens.length); start++) {
    const first = tokens[start];
    if (!first) continue;
    for (let length = Math.min(4, tokens.length - start); length >= 1; length--) {
      const last = tokens[start + length - 1];
      if (!last) continue;
      const end = last.at + last.text.length;
      const phrase = body.slice(first.at, end);
      if (/["“”:]/u.test(phrase)) continue;
      for (const thing of things) {
        let score = naming(thing, phrase);
        if (score === 0 || (start > 0 && (score < 900 || !optionsOnly(thing, body.slice(0, first.at))))) continue;
        // Beginnings and misspellings only count for the first word, or every text would name something.
        if (score < 900 && length > 2) continue;
        score += length * 5 - start;
        if (!best || score > best.score) best = { thing, score, count, before: body.slice(0, first.at), rest: body.slice(end).trim(), from: offset + first.at, to: offset + end };
      }
    }
  }
  return best;
}

function optionsOnly(thing: Thing, text: string): boolean {
  if (thing.kind !== 'component') return false;
  return words(text).every((w) => optionFor(thing.component, w) !== null);
}

/** The prop and value that an option word stands for: `danger`, `small`, `disabled`. */
function optionFor(component: Component, word: string): { prop: string; value: Json } | null {
  for (const p of component.contract.props) {
    if (p.kind === 'choice') {
      const option = p.options?.find((o) => o.means?.toLowerCase() === word || words(o.name).join(' ') === word);
      if (option) return { prop: p.id, value: option.id };
    } else if (p.kind === 'flag' && (words(p.name).join(' ') === word || p.means === word)) return { prop: p.id, value: true };
  }
  return null;
}

type List = { readonly items: readonly PlaceItem[] } | { readonly problem: string };

/** The content set that `from Name` asks for, or one column of it: `from Berth of Manifest`. */
function setOf(text: string, sets: readonly ContentSet[]): { readonly rows: ContentSet; readonly column?: string } | undefined {
  const m = /^from\s+(.+)$/u.exec(text.trim());
  if (!m?.[1]) return undefined;
  const find = (name: string): ContentSet | undefined => {
    const asked = words(unquote(name)).join(' ');
    return asked === '' ? undefined : (sets.find((s) => words(s.name).join(' ') === asked) ?? sets.find((s) => words(s.name).join(' ').startsWith(asked)));
  };
  const whole = find(m[1]);
  if (whole) return { rows: whole };
  const of = /^(.+)\s+of\s+(.+)$/u.exec(m[1]);
  const rows = of?.[2] ? find(of[2]) : undefined;
  const column = rows?.columns.find((c) => words(c.name).join(' ') === words(unquote(of?.[1] ?? '')).join(' '));
  return rows && column ? { rows, column: column.id } : undefined;
}

function readList(text: string, offset: number, things: readonly Thing[], kit: Kit | undefined, sets: readonly ContentSet[]): List {
  const items: PlaceItem[] = [];
  let open: { named: Named; contents: string[] } | null = null;
  const close = (): void => {
    if (open) {
      const rows = open.contents.length === 1 ? setOf(open.contents[0] ?? '', sets) : undefined;
      items.push(rows ? { ...itemOf(open.named, [], kit), ...rows } : itemOf(open.named, open.contents, kit));
    }
    open = null;
  };
  for (const segment of segments(text, offset)) {
    if (segment.text === '') continue;
    const named = segment.quoted ? null : nameOf(segment, things);
    const current = open as { named: Named; contents: string[] } | null;
    if (named && (current === null || (named.score >= 900 && !continues(current, segment)))) {
      close();
      open = { named, contents: named.rest === '' ? [] : [named.rest] };
    } else if (current) current.contents.push(segment.text);
    else
      return {
        problem: `Nothing in ${kit?.name ?? 'this project'} is called “${segment.text.length > 60 ? `${segment.text.slice(0, 59)}…` : segment.text}”. Try a word such as button, field or card.`,
      };
  }
  close();
  return { items };
}

/** With a count, as many contents are expected: a bare word among them is content even if it names a thing. */
function continues(open: { named: Named; contents: string[] }, segment: Segment): boolean {
  return open.named.count > 1 && open.contents.length > 0 && open.contents.length < open.named.count && !/\s/u.test(segment.text) && /^\p{Lu}/u.test(segment.text);
}

const unquote = (text: string): string => text.trim().replace(/^["“](.*)["”]$/su, '$1');

const MAIN = ['label', 'title', 'heading', 'text', 'name', 'value'];
const SECOND = ['value', 'supporting', 'note', 'text', 'detail', 'count'];

/** The prop that plain content fills. */
export function mainProp(props: readonly Prop[]): Prop | undefined {
  for (const means of MAIN) {
    const found = props.find((p) => p.kind === 'text' && p.means === means);
    if (found) return found;
  }
  return props.find((p) => p.kind === 'text');
}

/** The prop that content behind a colon fills. */
export function secondProp(props: readonly Prop[]): Prop | undefined {
  const main = mainProp(props);
  for (const means of SECOND) {
    const found = props.find((p) => (p.kind === 'text' || p.kind === 'number') && p.means === means && p !== main);
    if (found) return found;
  }
  return props.find((p) => p.kind === 'text' && p !== main);
}

function findIcon(kit: Kit | undefined, name: string): Icon | undefined {
  if (!kit) return undefined;
  const asked = words(name).join(' ');
  const all = Object.values(kit.icons);
  return all.find((i) => words(i.name).join(' ') === asked || i.id === asked.replace(/ /gu, '-')) ?? all.find((i) => i.words.some((w) => words(w).join(' ') === asked));
}

function itemOf(named: Named, contents: readonly string[], kit: Kit | undefined): PlaceItem {
  const { thing, count } = named;
  const base = { thing, count, from: named.from, to: named.to, children: [] };
  if (thing.kind !== 'component') {
    return { ...base, values: contents.map((c) => ({ text: unquote(c) })) };
  }
  const { component } = thing;
  const props = component.contract.props;
  const common: Record<string, Json> = {};
  for (const w of words(named.before)) {
    const option = optionFor(component, w);
    if (option) common[option.prop] = option.value;
  }
  const list = props.find((p) => p.kind === 'list');
  const main = mainProp(props);
  let given = contents.map((c) => c);
  // Option words in small letters directly behind the name: `button danger Delete`.
  const lead = given[0];
  if (lead !== undefined) {
    let rest = lead;
    for (;;) {
      const m = /^(\p{Ll}[\p{L}-]*)(?:\s+|$)/u.exec(rest);
      const option = m?.[1] ? optionFor(component, m[1]) : null;
      if (!m || !option) break;
      common[option.prop] = option.value;
      rest = rest.slice(m[0].length);
    }
    given = rest === '' ? given.slice(1) : [rest, ...given.slice(1)];
  }
  const icon = props.find((p) => p.kind === 'icon');
  if (list && component.role !== 'column' && (count === 1 || !main) && given.length > (main ? 1 : 0)) {
    // The first of several is the one that is chosen, unless the items have no such thing.
    const chosen = list.item?.find((p) => p.kind === 'flag' && p.means === 'selected');
    const items = (main ? given.slice(1) : given).map((c, i) => ({ key: `k${i + 1}`, values: { ...itemValues(list.item ?? [], c, kit), ...(chosen && i === 0 ? { [chosen.id]: true } : {}) } }));
    const first = main && given[0] !== undefined ? { [main.id]: unquote(given[0]) } : {};
    // Without a text of its own, everything is items.
    return { ...base, values: [{ ...common, ...first, ...(items.length > 0 ? { [list.id]: items } : {}) }] };
  }
  const values = given.map((c): Record<string, Json> => {
    const text = unquote(c);
    if (icon && (!main || thing.role === 'iconbutton')) {
      const found = findIcon(kit, text);
      if (found) return { ...common, [icon.id]: found.id, ...(main ? { [main.id]: text } : {}) };
    }
    return { ...common, ...textValues(props, c, kit) };
  });
  const copies = count === 1 && values.length > 1 ? values.length : count;
  return { ...base, count: copies, values: values.length > 0 ? values : Object.keys(common).length > 0 ? [common] : [] };
}

/** `Trips (ticket)`: a name in parentheses at the end is an icon, when the props have one and the kit knows it. */
function splitIcon(props: readonly Prop[], content: string, kit: Kit | undefined): { text: string; icon: Record<string, Json> } {
  const m = /^(.*?)\s*\(([^()]+)\)$/su.exec(content.trim());
  const prop = props.find((p) => p.kind === 'icon');
  const found = m?.[2] && prop ? findIcon(kit, m[2]) : undefined;
  return m && prop && found ? { text: m[1] ?? '', icon: { [prop.id]: found.id } } : { text: content, icon: {} };
}

function textValues(props: readonly Prop[], given: string, kit: Kit | undefined): Record<string, Json> {
  const { text: content, icon } = splitIcon(props, given, kit);
  return { ...icon, ...(content === '' ? {} : plainTexts(props, content)) };
}

function plainTexts(props: readonly Prop[], content: string): Record<string, Json> {
  const main = mainProp(props);
  if (!main) return {};
  const colon = /^["“]([^"“”]*)["”]:\s+(.+)$/su.exec(content) ?? /^([^:"“]+):\s+(.+)$/su.exec(content);
  const second = colon ? secondProp(props) : undefined;
  if (colon && second) {
    const value = unquote(colon[2] ?? '');
    return { [main.id]: (colon[1] ?? '').trim(), [second.id]: second.kind === 'number' ? Number(value) || 0 : value };
  }
  return { [main.id]: unquote(content) };
}

function itemValues(props: readonly Prop[], content: string, kit: Kit | undefined): Record<string, Json> {
  const values = textValues(props, content, kit);
  const icon = props.find((p) => p.kind === 'icon');
  const found = icon ? findIcon(kit, unquote(content)) : undefined;
  return icon && found && values[icon.id] === undefined ? { ...values, [icon.id]: found.id } : values;
}

type Inside = { readonly item: PlaceItem } | { readonly problem: string };

/** What stands behind `with`: props of the thing by name (`icon star`), and things for its slot. */
function readInside(text: string, offset: number, item: PlaceItem, things: readonly Thing[], kit: Kit | undefined, sets: readonly ContentSet[]): Inside {
  const component = item.thing.kind === 'component' ? item.thing.component : undefined;
  const values: Record<string, Json> = {};
  const kept: { text: string; from: number }[] = [];
  for (const segment of segments(text, offset)) {
    const set = component ? propBy(component, segment.text, kit) : null;
    if (set) values[set.prop] = set.value;
    else if (segment.text !== '') kept.push(segment);
  }
  let children: readonly PlaceItem[] = [];
  if (kept.length > 0) {
    const list = readList(kept.map((k) => k.text).join(', '), kept[0]?.from ?? offset, things, kit, sets);
    if ('problem' in list) return { problem: (component && kept[0] && wrongValue(component, kept[0].text)) ?? list.problem };
    children = list.items;
  }
  const holds = !component || firstSlot(component) !== undefined;
  if (children.length > 0 && !holds) return { problem: (component && kept[0] && wrongValue(component, kept[0].text)) ?? `${item.thing.name} has no slot, so nothing can be put inside it.` };
  if (children.length > 0 && item.thing.kind === 'template') return { problem: `${item.thing.name} is placed whole; put things into it afterwards.` };
  const merged = Object.keys(values).length > 0 ? (item.values.length > 0 ? item.values.map((v) => ({ ...v, ...values })) : [values]) : item.values;
  return { item: { ...item, values: merged, children } };
}

export function firstSlot(component: Component): Slot | undefined {
  return component.contract.slots.find((s) => s.means === 'content') ?? component.contract.slots[0];
}

function propBy(component: Component, text: string, kit: Kit | undefined): { prop: string; value: Json } | null {
  const sorted = [...component.contract.props].sort((a, b) => b.name.length - a.name.length);
  for (const p of sorted) {
    for (const name of [p.name, p.means?.replace(/-/gu, ' ') ?? '']) {
      if (name === '' || !text.toLowerCase().startsWith(`${name.toLowerCase()} `)) continue;
      const rest = unquote(text.slice(name.length + 1));
      const value = readValue(p, rest, kit);
      if (value !== null) return { prop: p.id, value };
    }
    if (p.kind === 'icon' && /^icon\s/iu.test(text)) {
      const found = findIcon(kit, text.slice(5));
      if (found) return { prop: p.id, value: found.id };
    }
  }
  const option = optionFor(component, text.toLowerCase());
  return option ?? null;
}

/** When a prop is named but the value is none of its own: what it can be. */
function wrongValue(component: Component, text: string): string | null {
  const prop = component.contract.props.find((p) => text.toLowerCase().startsWith(`${p.name.toLowerCase()} `));
  if (!prop) return null;
  const given = text.slice(prop.name.length + 1).slice(0, 40);
  const takes =
    prop.kind === 'choice'
      ? (prop.options ?? []).map((o) => o.name).join(', ')
      : prop.kind === 'flag'
        ? 'on or off'
        : prop.kind === 'number'
          ? 'a number'
          : prop.kind === 'icon'
            ? 'the name of an icon of the kit'
            : `a ${prop.kind}`;
  return `${prop.name} of ${component.name} takes ${takes}; “${given}” is none of these.`;
}

/** A typed word as a value of a prop; null when it cannot be one. */
export function readValue(prop: Prop, text: string, kit?: Kit): Json {
  switch (prop.kind) {
    case 'text':
      return text;
    case 'number':
      return text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : null;
    case 'flag':
      return /^(?:on|yes|true)$/iu.test(text) ? true : /^(?:off|no|false)$/iu.test(text) ? false : null;
    case 'choice': {
      const asked = words(text).join(' ');
      return prop.options?.find((o) => words(o.name).join(' ') === asked || o.means === asked || o.id === text)?.id ?? null;
    }
    case 'icon':
      return text.trim().toLowerCase() === 'none' ? 'none' : (findIcon(kit, text)?.id ?? null);
    case 'image':
      return /^[\w-]{1,64}$/u.test(text) ? text : null;
    case 'colour':
      return /^\{[^{}]+\}$/u.test(text) || isColour(text) ? text : null;
    default:
      return null;
  }
}
