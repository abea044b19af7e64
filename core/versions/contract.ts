import { sameJson } from '../base/index.js';
import type { Component, Prop } from '../model/index.js';
import { adds, breaks, other, type Difference } from './difference.js';

type NumberProp = Extract<Prop, { readonly kind: 'number' }>;
const lower = (p: { readonly name: string }): string => p.name.toLowerCase();

/** The property of the later contract that one of the earlier is: of the same id, or renamed from it. */
const laterOf = (p: Prop, later: readonly Prop[]): Prop | undefined =>
  later.find((x) => x.id === p.id) ?? later.find((x) => x.renamedFrom === p.id);

const aKind = (p: Prop): string => (/^[aeiou]/u.test(p.kind) ? `an ${p.kind}` : `a ${p.kind}`);
const bound = (p: NumberProp, which: 'min' | 'max'): number =>
  p[which] ?? (which === 'min' ? Number.NEGATIVE_INFINITY : Number.POSITIVE_INFINITY);
function boundsOf(a: NumberProp, b: NumberProp): readonly Difference[] {
  const [least, most] = [bound(b, 'min'), bound(b, 'max')];
  if (least === bound(a, 'min') && most === bound(a, 'max')) return [];
  const range = Number.isFinite(least)
    ? Number.isFinite(most)
      ? `goes from ${least} to ${most} now`
      : `goes from ${least} up now`
    : Number.isFinite(most)
      ? `goes up to ${most} now`
      : 'has no bounds any more';
  const narrower = least > bound(a, 'min') || most < bound(a, 'max');
  return [{ says: `${lower(b)} ${range}`, kind: narrower ? 'breaks' : 'adds' }];
}

/** What is otherwise of properties, or of the fields of a list: `of` says whose. */
function propsOf(a: readonly Prop[], b: readonly Prop[], of = ''): readonly Difference[] {
  const says: Difference[] = [];
  for (const p of a) {
    const now = laterOf(p, b);
    if (!now) {
      says.push(breaks(`no ${lower(p)}${of} any more`));
      continue;
    }
    const name = `${lower(now)}${of}`;
    if (now.id !== p.id || now.name !== p.name) {
      const called = now.name === p.name ? `is written ${now.id}` : `is called ${lower(now)}`;
      says.push({ says: `${lower(p)}${of} ${called} now`, kind: now.id === p.id ? 'other' : 'adds' });
    }
    if (now.kind !== p.kind) {
      says.push(breaks(`${name} is ${aKind(now)} now, not ${aKind(p)}`));
      continue;
    }
    for (const o of p.options ?? []) {
      const same = now.options?.find((x) => x.id === o.id);
      if (!same) says.push(breaks(`${name} has no ${lower(o)} any more`));
      else if (same.name !== o.name) says.push(other(`${lower(o)} of ${name} is called ${lower(same)} now`));
    }
    for (const o of now.options ?? [])
      if (!p.options?.some((x) => x.id === o.id)) says.push(adds(`${name} has ${lower(o)} now`));
    if (now.kind === 'number' && p.kind === 'number') says.push(...boundsOf(p, now));
    if (now.kind === 'list' && p.kind === 'list') says.push(...propsOf(p.item, now.item, ` of ${lower(now)}`));
    else if (!sameJson(p.default, now.default)) says.push(other(`${name} starts with something else`));
    if ((p.means ?? '') !== (now.means ?? '')) says.push(other(`${name} has another meaning`));
  }
  for (const p of b) if (!a.some((x) => laterOf(x, b) === p)) says.push(adds(`a new ${lower(p)}${of}`));
  return says;
}

/**
 * What is otherwise in the contract of a newer version of a component, in the order of the contract: properties, options, bounds,
 * fields of lists, slots, states and events. Pure.
 */
export function contractChanges(a: Component, b: Component): readonly Difference[] {
  const says: Difference[] = [];
  if (a.name !== b.name) says.push(other(`called ${b.name} now`));
  if (a.role !== b.role) says.push(breaks(`its role is ${b.role} now, not ${a.role}`));
  says.push(...propsOf(a.contract.props, b.contract.props));
  for (const s of a.contract.slots) {
    const now = b.contract.slots.find((x) => x.id === s.id);
    if (!now) {
      says.push(breaks(`no room for ${lower(s)} any more`));
      continue;
    }
    if (now.name !== s.name) says.push(other(`room for ${lower(s)} is called ${lower(now)} now`));
    // Nothing listed: everything is taken.
    const less = now.accepts.length > 0 && (s.accepts.length === 0 || s.accepts.some((r) => !now.accepts.includes(r)));
    const more = s.accepts.length > 0 && (now.accepts.length === 0 || now.accepts.some((r) => !s.accepts.includes(r)));
    if (less) says.push(breaks(`room for ${lower(now)} takes less`));
    else if (more) says.push(adds(`room for ${lower(now)} takes more`));
    const fewer = (now.max ?? Infinity) < (s.max ?? Infinity) || (now.min ?? 0) > (s.min ?? 0);
    if (fewer) says.push(breaks(`room for ${lower(now)} takes ${now.min ?? 0} to ${now.max ?? 'any'} things now`));
  }
  for (const s of b.contract.slots)
    if (!a.contract.slots.some((x) => x.id === s.id)) says.push(adds(`room for ${lower(s)}`));
  for (const s of a.contract.states)
    if (!b.contract.states.includes(s)) says.push(breaks(`no look of its own ${STATES[s] ?? s}`));
  for (const s of b.contract.states)
    if (!a.contract.states.includes(s)) says.push(adds(`a look of its own ${STATES[s] ?? s}`));
  for (const e of a.contract.events) if (!b.contract.events.includes(e)) says.push(breaks(`tells of no ${e} any more`));
  for (const e of b.contract.events) if (!a.contract.events.includes(e)) says.push(adds(`tells of ${e} now`));
  return says;
}
const STATES: Readonly<Record<string, string>> = {
  hover: 'under the pointer',
  focus: 'with the focus',
  pressed: 'pressed',
  disabled: 'disabled',
  selected: 'selected',
};
