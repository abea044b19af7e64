import {
  type Component,
  type Json,
  type ComponentAction,
  type ComponentInteraction,
  type ComponentTest,
  type ComponentTrigger,
  type ComponentValue,
  type Prop,
} from '../model/index.js';
import { componentInteractionsOf } from './componentInteractions.js';
import {
  ANY_KEY,
  asked,
  comma,
  conditions,
  conditionWords,
  Expected,
  KEYS,
  lower,
  NUMBER,
  Reader,
  readWith,
  steps,
  testWords,
  value as plainValue,
  valueWords,
  type Read,
} from './reader.js';

/** What a component does by itself, as a sentence of its own properties: `when pressed, set on to the opposite`. */

const WHEN: readonly (readonly [string, ComponentTrigger])[] = [
  ['pressed', { on: 'press' }],
  ['typed into', { on: 'type' }],
  ['pointed at', { on: 'point' }],
  ['focused', { on: 'focus' }],
  ['its action is pressed', { on: 'action' }],
  ['dismissed', { on: 'dismiss' }],
];

// ── names ──

type Named = readonly (readonly [name: string, id: string])[];
/** Names, lower case, each its own: where two are called the same, both go by their ids. */
function named(all: readonly { readonly id: string; readonly name?: string }[]): Named {
  const often = new Map<string, number>();
  for (const { id, name = id } of all) often.set(lower(name), (often.get(lower(name)) ?? 0) + 1);
  return all.map(({ id, name = id }) => [often.get(lower(name)) === 1 ? lower(name) : id, id]);
}
const nameOf = (all: Named, id: string): string => all.find(([, i]) => i === id)?.[0] ?? id;
const plainProps = (c: Component): readonly Prop[] => c.contract.props.filter((p) => p.kind !== 'list');
const lists = (c: Component): readonly Prop[] => c.contract.props.filter((p) => p.kind === 'list');
const fieldsOf = (c: Component, list: string): readonly Prop[] => lists(c).find((p) => p.id === list)?.item ?? [];
const partsOf = (c: Component): Named => named(Object.values(c.nodes).filter((n) => n.id !== c.root));
/** Where names are read, ids are, too. */
const either = (all: Named): Named => [...all, ...all.map(([, id]) => [id, id] as const)];

// ── writing ──

const isOf = (v: ComponentValue, key: string): boolean =>
  typeof v === 'object' && v !== null && !Array.isArray(v) && Object.hasOwn(v, key);
function ownValueWords(prop: Prop | undefined, v: ComponentValue, fields: Named): string {
  if (isOf(v, 'typed')) return 'what is typed';
  if (isOf(v, 'where')) {
    const [from, to] = (v as { where: readonly [number, number] }).where;
    return `where it is pressed, from ${from} to ${to}`;
  }
  if (isOf(v, 'more')) {
    const n = (v as { more: number }).more;
    return `${Math.abs(n) === 1 ? 'one' : Math.abs(n)} ${n < 0 ? 'less' : 'more'}`;
  }
  if (isOf(v, 'field')) return `its ${nameOf(fields, (v as { field: string }).field)}`;
  return valueWords(prop, v);
}
/** As a sentence that can be read again. */
export function writeComponentSentence(c: Component, b: ComponentInteraction): string {
  const props = named(plainProps(c));
  const ofList = named(lists(c));
  const { when } = b;
  const fields = when.on === 'item' ? fieldsOf(c, when.list) : [];
  const fieldNames = named(fields);
  const prop = (id: string): Prop | undefined => c.contract.props.find((p) => p.id === id);
  const others = (p: Prop | undefined, v: Json | undefined): string =>
    v === undefined ? '' : `, and to ${valueWords(p, v)} for the others`;
  const first =
    when.on === 'key'
      ? `${when.key} is pressed`
      : when.on === 'part'
        ? `the part ${nameOf(partsOf(c), when.part)} is pressed`
        : when.on === 'item'
          ? `an item of ${nameOf(ofList, when.list)} is pressed`
          : (WHEN.find(([, t]) => t.on === when.on)?.[0] ?? when.on);
  const test = (t: ComponentTest): string => testWords(nameOf(props, t.prop), prop(t.prop), t);
  const action = (a: ComponentAction): string => {
    switch (a.do) {
      case 'set':
        return `set ${nameOf(props, a.prop)} to ${ownValueWords(prop(a.prop), a.value, fieldNames)}${others(prop(a.prop), a.others)}`;
      case 'item': {
        const field = fields.find((f) => f.id === a.field);
        return `set its ${nameOf(fieldNames, a.field)} to ${ownValueWords(field, a.value, fieldNames)}${others(field, a.others)}`;
      }
      case 'drop':
        return 'take it away';
      case 'only':
        return `show only ${nameOf(ofList, a.list)} whose ${nameOf(named(fieldsOf(c, a.list)), a.field)} has ${nameOf(props, a.has)}`;
      case 'spell':
        return `spell what is typed in ${nameOf(ofList, a.list)} by ${nameOf(named(fieldsOf(c, a.list)), a.field)}`;
      case 'closeOverlay':
        return 'put it away';
      case 'raise':
        return `tell ${a.event}`;
    }
  };
  return [`when ${first}`, ...conditionWords(b.if, test), b.then.map(action).join(', then ')].join(', ');
}
/** What a component does by itself, in sentences. */
export const componentWords = (c: Component): readonly string[] =>
  componentInteractionsOf(c).map((b) => writeComponentSentence(c, b));

// ── reading ──

/** Reads what a component does by itself; what cannot be read is told with where, and what may stand there. Never throws. */
export const readComponentSentence = (c: Component, text: string): Read<ComponentInteraction> =>
  readWith(text, (r) => sentence(c, r));

const BEGINS = ['set', 'show only', 'put it away', 'if'];
function sentence(c: Component, r: Reader): ComponentInteraction {
  const when = trigger(c, r);
  comma(r, BEGINS);
  const props = named(plainProps(c));
  const asks = conditions(
    r,
    (): ComponentTest => {
      const prop = property(c, r, props);
      return { prop: prop.id, ...asked(r, prop) };
    },
    BEGINS,
  );
  const then = steps(r, () => action(c, r, when, props));
  return { when, ...(asks ? { if: asks } : {}), then };
}
function trigger(c: Component, r: Reader): ComponentTrigger {
  r.one('when', [['when', true]]);
  const plain = r.maybe(WHEN);
  if (plain) return plain.value;
  if (r.has('an item of')) {
    const list = r.one('one of its lists', either(named(lists(c))));
    r.one('is pressed', [['is pressed', true]]);
    return { on: 'item', list };
  }
  if (r.has('the part')) {
    const part = r.one('one of its parts', either(partsOf(c)));
    r.one('is pressed', [['is pressed', true]]);
    return { on: 'part', part };
  }
  const key = r.maybe(ANY_KEY.map((k) => [`${k} is pressed`, k] as const));
  if (key) return { on: 'key', key: key.value };
  const more = [...(lists(c).length > 0 ? ['an item of'] : []), 'the part'];
  throw new Expected(
    r.at,
    'what happens',
    r.going([...WHEN.map(([n]) => n), ...more, ...KEYS.map((k) => `${k} is pressed`)]),
  );
}
function property(c: Component, r: Reader, props: Named): Prop {
  const id = r.one('one of its properties', either(props));
  return c.contract.props.find((p) => p.id === id) as Prop;
}
function action(c: Component, r: Reader, when: ComponentTrigger, props: Named): ComponentAction {
  const fields = when.on === 'item' ? fieldsOf(c, when.list) : [];
  switch (
    r.one('what is done', [
      ...(fields.length > 0
        ? ([
            ['set its', 'item'],
            ['take it away', 'drop'],
          ] as const)
        : []),
      ['set', 'set'],
      ['show only', 'only'],
      ...(when.on === 'type' ? ([['spell what is typed in', 'spell']] as const) : []),
      ['put it away', 'closeOverlay'],
      ['tell', 'raise'],
    ] as const)
  ) {
    case 'item': {
      const id = r.one('what its items have', either(named(fields)));
      const field = fields.find((f) => f.id === id) as Prop;
      r.one('to', [['to', true]]);
      return { do: 'item', field: id, ...becomes(field, r, when, fields) };
    }
    case 'set': {
      const prop = property(c, r, props);
      r.one('to', [['to', true]]);
      return { do: 'set', prop: prop.id, ...becomes(prop, r, when, fields) };
    }
    case 'drop':
      return { do: 'drop' };
    case 'only': {
      const list = r.one('one of its lists', either(named(lists(c))));
      r.one('whose', [['whose', true]]);
      const field = r.one('what its items have', either(named(fieldsOf(c, list))));
      r.one('has', [['has', true]]);
      return { do: 'only', list, field, has: property(c, r, props).id };
    }
    case 'spell': {
      const list = r.one('one of its lists', either(named(lists(c))));
      r.one('by', [['by', true]]);
      return { do: 'spell', list, field: r.one('what its items have', either(named(fieldsOf(c, list)))) };
    }
    case 'closeOverlay':
      return { do: 'closeOverlay' };
    case 'raise': {
      const event = r.one(
        'one of the events of its contract',
        c.contract.events.map((e) => [e, e] as const),
      );
      return { do: 'raise', event };
    }
  }
}
function becomes(
  prop: Prop,
  r: Reader,
  when: ComponentTrigger,
  fields: readonly Prop[],
): { value: ComponentValue; others?: Json } {
  const value = ownValue(prop, r, when, fields);
  if (!r.has(', and to', 'and to')) return { value };
  const others = plainValue(prop, r) as Json;
  r.one('for the others', [['for the others', true]]);
  return { value, others };
}
function ownValue(prop: Prop, r: Reader, when: ComponentTrigger, fields: readonly Prop[]): ComponentValue {
  if (when.on === 'type' && r.has('what is typed')) return { typed: true };
  if (fields.length > 0 && r.has('its')) return { field: r.one('what its items have', either(named(fields))) };
  if (prop.kind === 'number') {
    if (r.has('where it is pressed')) {
      comma(r, ['from']);
      r.one('from', [['from', true]]);
      const from = Number(r.match('a number', NUMBER, ['1'])[0]);
      r.one('to', [['to', true]]);
      return { where: [from, Number(r.match('a number', NUMBER, ['5'])[0])] };
    }
    const one = r.maybe([
      ['one more', 1],
      ['one less', -1],
    ] as const);
    if (one) return { more: one.value };
    const found = /^(\d+(?:\.\d+)?)\s+(more|less)\b/u.exec(r.rest);
    if (found) {
      r.at += found[0].length;
      return { more: Number(found[1]) * (found[2] === 'less' ? -1 : 1) };
    }
  }
  return plainValue(prop, r) as ComponentValue;
}
