import { words } from '../match/index.js';
import { roleFacts, type ContentSet, type Json, type Kit } from '../model/index.js';
import type { Growing, Named } from './item.js';
import { PHRASES } from './phrases.js';
import type { PlaceContext } from './placeline.js';
import { counted, grouped, segments, splitWith, type Segment } from './segments.js';
import { firstSlot, optionFor, propBy, stateWords, withoutProp, wrongValue } from './values.js';
import { naming, singular, type Thing } from './vocabulary.js';

/** A container that is open: what follows may still go inside. */
interface Frame {
  readonly holder: Growing | null;
  readonly list: Growing[];
}

/** Sure of a name: it is one, or one of its words. */
const SURE = 880;
const SUFFIX =
  /^(.*\S)\s+(in a row|side by side|next to each other|in one row|horizontally|in a column|stacked|below each other|vertically|in a grid|as a grid|as a row|as a column)$/isu;
const LAYOUT: Readonly<Record<string, 'row' | 'column' | 'grid'>> = {
  grid: 'grid',
  column: 'column',
  stacked: 'column',
  below: 'column',
  vertically: 'column',
};
/** How many columns of a grid it takes. */
const SPAN = /^(.*\S)\s+(?:span|spanning|over)\s+([1-9]\d{0,2})(?:\s+columns?)?$/isu;
const CALLED = /^(?:called|named|labelled|labeled|titled|saying|that says|which says)\s+/iu;
const TEXTS: ReadonlySet<string> = new Set(['text', 'heading']);

/** Reads place lines: one pass from left to right, containers on a stack, problems in words. */
export class Reader {
  problem: string | null = null;
  /** What was understood but has no place, in words. */
  readonly left: string[] = [];

  constructor(
    private readonly things: readonly Thing[],
    private readonly kit: Kit | undefined,
    private readonly sets: readonly ContentSet[],
    private readonly context: PlaceContext,
  ) {}

  /** What a list of things says. `holder`: what they go into. */
  list(text: string, offset: number, holder: Growing | null): Growing[] {
    const frames: Frame[] = [{ holder, list: [] }];
    for (const segment of segments(text, offset, (l, r) => this.joins(l, r))) {
      if (segment.after === ';') frames.length = 1;
      this.segment(segment, frames);
      if (this.problem !== null) return [];
    }
    return frames[0]?.list ?? [];
  }

  /** Does what stands behind `and` begin a thing of its own? `Save and Cancel buttons` and `Terms and conditions` do not. */
  private joins(left: string, right: string): boolean {
    if (left === '' || !/^[\p{Ll}\d]/u.test(right)) return false;
    const before = this.named(left.split(/[,;]/u).at(-1)?.trim() ?? '', null);
    const says = before && before.score >= SURE && TEXTS.has(before.thing.role) && before.rest !== '';
    const next = right.split(/[,;]|\s(?:and|with)\s/u)[0]?.trim() ?? '';
    const named = this.named(next, null);
    return !says && named !== null && named.score >= SURE && named.content.length === 0;
  }

  private segment(segment: Segment, frames: Frame[]): void {
    const frame = frames.at(-1) as Frame;
    const last = frame.list.at(-1);
    if (segment.quoted) {
      if (last) last.contents.push(segment.text);
      else this.unknown(segment.text);
      return;
    }
    const group = grouped(segment.text);
    if (group) {
      frame.list.push(...this.list(group.text, segment.from + group.from, frame.holder));
      return;
    }
    const side = SUFFIX.exec(segment.text);
    if (side?.[1] && side[2]) {
      this.arranged(segment, side[1], side[2], frames);
      return;
    }
    const [head, tail, tailAt] = splitWith(segment.text);
    if (head.trim() === '' && tail !== null && last) {
      this.inside(last, tail, segment.from + tailAt, frames);
      return;
    }
    if (tail === null && this.fillsHolder(frame, head)) return;
    const overlay = SPAN.exec(head);
    const bare = /^(.*\S)\s+without\s+(.+)$/isu.exec(overlay?.[1] ?? head);
    const named = this.named(bare?.[1] ?? overlay?.[1] ?? head, frame.holder);
    if (named?.score === -1) {
      this.problem = named.rest;
      return;
    }
    if (!named || (last && (named.score < SURE || this.continues(last, segment)))) {
      if (last) last.contents.push(segment.text);
      else this.unknown(segment.text, frame.holder);
      return;
    }
    const wrapped = tail === null ? this.wrappedIn(named) : null;
    const item = wrapped ?? grow(named);
    if (overlay?.[2]) item.span = Number(overlay[2]);
    this.place(item, frames);
    if (bare?.[2]) this.without(item, bare[2]);
    const of = wrapped ? null : this.ofWhat(item);
    if (of !== null) this.inside(item, of.text, segment.from + of.at, frames);
    if (tail !== null) this.inside(item, tail, segment.from + tailAt, frames);
  }

  /** In a container that is a component, its props come before things: `card with heading Today`. */
  private fillsHolder(frame: Frame, text: string): boolean {
    const holder = frame.holder;
    if (!holder || holder.named.thing.kind !== 'component') return false;
    if (holder.named.thing.role === 'table' && this.tableData(holder, text)) return true;
    const { component } = holder.named.thing;
    const last = frame.list.at(-1);
    if (last && last.named.said && last.contents.length > 0 && last.contents.length < last.named.count) return false;
    const set = propBy(component, text, this.kit) ?? (frame.list.length === 0 ? stateWords(component, text) : null);
    if (!set) return false;
    // A word that is a thing as well, for a container that holds things: it is meant as one when it stands alone and the prop is a mere icon.
    holder.props[set.prop] = set.value;
    return true;
  }

  /** `5 rows`, `4 columns`: of data. */
  private tableData(holder: Growing, text: string): boolean {
    const c = counted(text);
    const m = /^(rows?|columns?|entries|lines?)$/iu.exec(c.rest.trim());
    if (!m?.[1] || !c.said || c.wrong !== null) return false;
    holder.data = { ...holder.data, ...(/^col/iu.test(m[1]) ? { columns: c.count } : { rows: c.count }) };
    return true;
  }

  private place(item: Growing, frames: Frame[]): void {
    while (frames.length > 1) {
      const frame = frames.at(-1) as Frame;
      // What comes first behind `with` is meant to be inside, whatever it is.
      if (frame.list.length === 0 || (frame.holder && belongs(frame.holder.named.thing, item.named.thing))) break;
      frames.pop();
    }
    (frames.at(-1) as Frame).list.push(item);
  }

  /** What stands behind `with`: goes into the thing, and what follows it too, for as long as it belongs there. */
  private inside(item: Growing, text: string, offset: number, frames: Frame[]): void {
    const { thing } = item.named;
    if (thing.kind === 'template') {
      this.problem = `${thing.name} is placed whole; put things into it afterwards.`;
      return;
    }
    const group = grouped(text);
    if (group) {
      const frame: Frame = { holder: item, list: item.children };
      for (const s of segments(group.text, offset + group.from, (l, r) => this.joins(l, r))) {
        const inner = [frame];
        this.segment(s, inner);
      }
    } else {
      frames.push({ holder: item, list: item.children });
      for (const s of segments(text, offset, (l, r) => this.joins(l, r))) {
        this.segment(s, frames);
        if (this.problem !== null) return;
      }
    }
    this.checkHolds(item);
  }

  /** A thing without a slot holds nothing: what is a bare word is left out and told, anything else is a mistake. */
  private checkHolds(item: Growing): void {
    const { thing } = item.named;
    if (item.children.length === 0 || thing.kind !== 'component' || firstSlot(thing.component)) return;
    const words_ = item.children.map((c) =>
      c.contents.length === 0 && c.named.content.length === 0 && !c.named.said && c.children.length === 0
        ? c.named
        : null,
    );
    if (words_.every((w) => w !== null && w.rest === '')) {
      this.left.push(
        `${thing.name} has no place for ${words_.map((w) => w?.thing.name.toLowerCase()).join(' and ')}, so it is left out`,
      );
      item.children.length = 0;
      return;
    }
    this.problem = `${thing.name} has no slot, so nothing can be put inside it.`;
  }

  private without(item: Growing, text: string): void {
    const { thing } = item.named;
    if (thing.kind !== 'component') return;
    for (const part of text.split(/,|\sand\s/u)) {
      const set = withoutProp(thing.component, part.trim());
      if (set) item.props[set.prop] = set.value;
      else this.left.push(`${thing.name} has no ${part.trim()} to leave out`);
    }
  }

  /** `row of 3 cards`, `list of 5 people`, `table of sailings`: what it is made of. */
  private ofWhat(item: Growing): { readonly text: string; readonly at: number } | null {
    const { named } = item;
    const m = /^of\s+(.+)$/isu.exec(item.contents[0] ?? '');
    if (!m?.[1] || item.contents.length !== 1) return null;
    const { thing } = named;
    const at = named.to - named.from;
    const c = counted(m[1]);
    if (
      thing.kind === 'primitive' ||
      (thing.kind === 'component' && firstSlot(thing.component) && thing.role !== 'table')
    ) {
      item.contents.length = 0;
      return { text: m[1], at };
    }
    if (thing.role !== 'listitem' && thing.role !== 'table') return null;
    item.contents.length = 0;
    const inner = this.named(m[1], null);
    if (thing.role === 'listitem' && inner && inner.score >= SURE && inner.content.length === 0) {
      Object.assign(item, { named: { ...inner, count: c.said ? c.count : 3, said: true, rest: '' } });
      if (inner.rest !== '') item.contents.push(inner.rest);
      return null;
    }
    const set = this.sets.find((s) => words(s.name).join(' ') === words(c.rest).join(' '));
    if (set) item.contents.push(`from ${set.name}`);
    else item.data = { ...(c.said ? { rows: c.count } : {}), of: c.rest };
    return null;
  }

  /** `2 buttons side by side`: what stands before it is put into a row, column or grid of its own. */
  private arranged(segment: Segment, text: string, how: string, frames: Frame[]): void {
    const frame = frames.at(-1) as Frame;
    const before = frame.list.length;
    this.segment({ ...segment, text }, frames);
    const at = frames.at(-1) as Frame;
    const from = at === frame ? before : 0;
    // The same things in a row before it are meant too: `button A, button B side by side`.
    let first = Math.min(from, at.list.length - 1);
    const name = at.list[first]?.named.thing.name;
    while (first > 0 && at.list[first - 1]?.named.thing.name === name) first--;
    const kind = Object.entries(LAYOUT).find(([word]) => how.toLowerCase().includes(word))?.[1] ?? 'row';
    const thing = this.things.find((t) => t.kind === 'primitive' && t.primitive === kind);
    const taken = at.list.splice(first);
    if (!thing || taken.length === 0) return;
    const holder = grow({
      thing,
      score: SURE,
      count: 1,
      said: true,
      plural: false,
      before: '',
      rest: '',
      content: [],
      preset: {},
      from: segment.from,
      to: segment.from,
    });
    holder.children.push(...taken);
    at.list.push(holder);
  }

  /** `button in a card`: the thing, inside the other one. */
  private wrappedIn(named: Named): Growing | null {
    const m = /^(.*?)\s*\bin(?:side|to)?\s+(?:an?|the)\s+(.+)$/isu.exec(named.rest);
    const outer = m?.[2] ? this.named(m[2], null) : null;
    if (!m || !outer || outer.score < SURE || outer.rest !== '' || outer.content.length > 0) return null;
    const holds =
      outer.thing.kind === 'primitive'
        ? ['row', 'column', 'grid', 'box'].includes(outer.thing.primitive)
        : outer.thing.kind === 'component' && firstSlot(outer.thing.component) !== undefined;
    if (!holds) return null;
    const holder = grow({ ...outer, count: 1 });
    holder.children.push(grow({ ...named, rest: m[1] ?? '' }));
    return holder;
  }

  private unknown(text: string, holder: Growing | null = null): void {
    const thing = holder?.named.thing;
    const wrong = thing?.kind === 'component' ? wrongValue(thing.component, text) : null;
    const shown = text.length > 60 ? `${text.slice(0, 59)}…` : text;
    this.problem =
      wrong ??
      `Nothing in ${this.kit?.name ?? 'this project'} is called “${shown}”. Try a word such as button, field or card.`;
  }

  /** With a count, as many contents are expected: a bare word among them is content even if it names a thing. */
  private continues(open: Growing, segment: Segment): boolean {
    const capital = /^\p{Lu}/u.test(segment.text) && !/\s/u.test(segment.text);
    if (!capital || open.contents.length === 0) return false;
    return (
      (open.named.said && open.named.count > 1 && open.contents.length < open.named.count) ||
      (open.named.thing.kind === 'component' &&
        open.named.thing.component.contract.props.some((p) => p.kind === 'list'))
    );
  }

  /** The thing that a stretch names. `score` -1: a number that cannot be, with the sentence in `rest`. */
  private named(text: string, holder: Growing | null): Named | null {
    const c = counted(text);
    const found = this.phrase(c.rest, c.skipped) ?? this.scan(c.rest, c.skipped, holder);
    if (!found) return null;
    const { thing } = found;
    if (c.wrong !== null) {
      const sentence = /[.,]/u.test(c.wrong)
        ? `${c.wrong} of a thing cannot be placed; say a whole number.`
        : `${c.wrong} ${thing.name} cannot be placed; say 1 or more, or leave it out.`;
      return { ...found, count: 1, said: true, score: -1, rest: sentence };
    }
    return { ...found, count: c.count, said: c.said };
  }

  /** What designers call a thing that the kit has under another name: `date picker`. */
  private phrase(text: string, offset: number): Named | null {
    const tokens = [...text.matchAll(/\S+/gu)];
    for (let length = Math.min(4, tokens.length); length >= 1; length--) {
      const end = (tokens[length - 1]?.index ?? 0) + (tokens[length - 1]?.[0].length ?? 0);
      const asked = text
        .slice(0, end)
        .toLowerCase()
        .replace(/[:–—]$/u, '');
      const one = singular(asked);
      const known = Object.hasOwn(PHRASES, asked)
        ? PHRASES[asked]
        : Object.hasOwn(PHRASES, one)
          ? PHRASES[one]
          : undefined;
      if (!known) continue;
      const thing = known.roles
        .map((role) => this.things.find((t) => t.kind === 'component' && t.role === role))
        .find((t) => t !== undefined);
      if (thing?.kind !== 'component') continue;
      const preset: Record<string, Json> = {};
      for (const [means, value] of Object.entries(known.says ?? {})) {
        const p = thing.component.contract.props.find((x) => x.means === means);
        if (p && (p.kind !== 'icon' || (typeof value === 'string' && this.kit?.icons[value]))) preset[p.id] = value;
      }
      const rest = afterName(text.slice(end));
      const label = thing.component.contract.props.find((p) => p.means === 'label');
      // What it says beats what it is called.
      if (rest !== '' && label) delete preset[label.id];
      return {
        thing,
        score: SURE + length * 5,
        count: 1,
        said: false,
        plural: one !== asked,
        before: '',
        rest,
        content: [],
        preset,
        from: offset,
        to: offset + end,
      };
    }
    return null;
  }

  /** The longest name that fits best, with option words before it, or with what it says before it. */
  private scan(body: string, offset: number, holder: Growing | null): Named | null {
    const tokens = [...body.matchAll(/\S+/gu)].map((t) => ({ text: t[0].replace(/[:–—]$/u, ''), at: t.index }));
    let best: Named | null = null;
    for (let start = 0; start < Math.min(4, tokens.length); start++) {
      const first = tokens[start];
      if (!first) continue;
      for (let length = Math.min(4, tokens.length - start); length >= 1; length--) {
        const last = tokens[start + length - 1];
        if (!last) continue;
        const end = last.at + last.text.length;
        const phrase = body.slice(first.at, end);
        if (/["“”:]/u.test(phrase)) continue;
        for (const thing of this.things) {
          let score = naming(thing, phrase);
          if (score === 0 || (start > 0 && (score < SURE || !optionsOnly(thing, body.slice(0, first.at))))) continue;
          // Beginnings and misspellings only count for the first word, or every text would name something.
          if (score < SURE && length > 2) continue;
          // Of names that are sure the longest is meant: a text field is no text.
          score =
            (score >= SURE ? SURE + length * 100 + (score - SURE) / 2 : score + length * 5) -
            start +
            this.leaning(thing, holder);
          if (best && score <= best.score) continue;
          const one = singular(phrase.toLowerCase());
          best = {
            thing,
            score,
            count: 1,
            said: false,
            plural: one !== phrase.toLowerCase() && naming(thing, one) >= SURE,
            before: body.slice(0, first.at),
            rest: afterName(body.slice(end)),
            content: [],
            preset: {},
            from: offset + first.at,
            to: offset + end,
          };
        }
      }
    }
    const ending = this.ending(body, offset, tokens, holder);
    if (!ending) return best;
    if (!best || best.score < SURE) return ending;
    // `card payment button`: a name in front as well; the one at the end is meant when all between is in small letters.
    const small =
      best.rest !== '' && best.rest.toLowerCase() === best.rest && !/["“:]|^(?:of|in|from)\s/u.test(best.rest);
    return small && roleFacts(ending.thing.role).target && best.to < ending.from ? ending : best;
  }

  /** `Book button`, `Save and Cancel buttons`: the name at the end, what it says before it. */
  private ending(
    body: string,
    offset: number,
    tokens: readonly { readonly text: string; readonly at: number }[],
    holder: Growing | null,
  ): Named | null {
    for (let length = Math.min(3, tokens.length - 1); length >= 1; length--) {
      const first = tokens[tokens.length - length];
      const last = tokens.at(-1);
      if (!first || !last) continue;
      const phrase = body.slice(first.at, last.at + last.text.length);
      if (/["“”:]/u.test(phrase) || phrase.toLowerCase() !== phrase) continue;
      let best: { thing: Thing; score: number } | null = null;
      for (const thing of this.things) {
        const score = naming(thing, phrase) + this.leaning(thing, holder);
        if (score >= SURE && (!best || score > best.score)) best = { thing, score };
      }
      if (!best) continue;
      const said = body.slice(0, first.at).trim();
      if (optionsOnly(best.thing, said) || /["“:(]/u.test(said)) return null;
      const options = best.thing.kind === 'component' ? splitOptions(best.thing, said) : { before: '', rest: said };
      const one = singular(phrase);
      const plural = one !== phrase;
      const content = (plural ? options.rest.split(/\s*,\s*|\s+(?:and|&)\s+/u) : [options.rest])
        .filter((t) => t !== '')
        .map((t) => `${t.charAt(0).toUpperCase()}${t.slice(1)}`);
      return {
        thing: best.thing,
        score: best.score,
        count: 1,
        said: false,
        plural,
        before: options.before,
        rest: '',
        content,
        preset: {},
        from: offset + first.at,
        to: offset + last.at + last.text.length,
      };
    }
    return null;
  }

  /** Which of two readings is the more likely here. */
  private leaning(thing: Thing, holder: Growing | null): number {
    const inTable = (holder?.named.thing.role ?? this.context.inside) === 'table';
    // `column` is one of layout, unless a table is spoken of; `header` is what leads the page of this device.
    if (thing.role === 'column') return thing.kind === 'component' ? (inTable ? 2 : -60) : inTable ? -60 : 0;
    if (this.context.device === 'desktop' && thing.role === 'navigation') return 3;
    return 0;
  }
}

function grow(named: Named): Growing {
  return { named, contents: named.rest === '' ? [] : [named.rest], props: {}, children: [], data: null };
}

const afterName = (text: string): string =>
  text
    .replace(/^\s*[:–—]\s*|^\s+-\s+/u, '')
    .trim()
    .replace(CALLED, '');

function optionsOnly(thing: Thing, text: string): boolean {
  if (thing.kind !== 'component') return text.trim() === '';
  return words(text).every((w) => optionFor(thing.component, w) !== null);
}

/** Option words at the beginning of what stands before a name; the rest is content. */
function splitOptions(
  thing: Thing & { kind: 'component' },
  text: string,
): { readonly before: string; readonly rest: string } {
  const all = text.split(/\s+/u);
  let n = 0;
  while (n < all.length - 1 && all[n] === all[n]?.toLowerCase() && optionFor(thing.component, all[n] ?? '')) n++;
  return { before: all.slice(0, n).join(' '), rest: all.slice(n).join(' ') };
}

/** Does a thing belong into this container? Bars, tables, sections and footers never into a card or a small row: they end it. */
function belongs(holder: Thing, thing: Thing): boolean {
  const { page } = roleFacts(thing.role);
  if (holder.kind === 'primitive')
    return !page || (thing.role === 'table' && ['column', 'box'].includes(holder.primitive));
  if (holder.kind !== 'component' || (thing.kind === 'component' && thing.ref === holder.ref)) return false;
  const slot = firstSlot(holder.component);
  if (!slot) return false;
  if (slot.accepts.length > 0) return slot.accepts.includes(thing.role);
  return !page || (thing.role === 'table' && holder.role === 'dialog');
}
