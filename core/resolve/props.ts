import { Memo } from '../base/index.js';
import type { Transferred } from '../transfer/index.js';
import type { Component, ComponentRef, Json, Prop, StateName } from '../model/index.js';
import { whenHolds } from './rules.js';

/** Who gave an attribute or prop a value. Later layers win. */
export interface Layer {
  readonly from: 'original' | 'rule' | 'binding' | 'default' | 'inherited' | 'preserved' | 'override' | 'screen';
  readonly name: string;
  readonly value: Json;
  /** The original, the prop or the instance that says so, in words. */
  readonly whose: string;
}

export interface Enclosing {
  readonly ref: ComponentRef;
  readonly component: Component;
  readonly props: Readonly<Record<string, Json>>;
}

/** The state that a property stands for as it is set: the option of a state that is chosen, or a flag that is called `disabled`. */
const stateSaid = (p: Prop, value: Json | undefined): string | undefined =>
  p.means === 'state'
    ? p.options?.find((o) => o.id === value)?.means
    : p.kind === 'flag' && value === true && (p.means ?? p.id) === 'disabled'
      ? 'disabled'
      : undefined;
const sayStates = new Memo<readonly Prop[]>();
/** The properties of a component that may stand for a state: few have any. */
const statesIn = (component: Component): readonly Prop[] =>
  sayStates.of(component, [], () =>
    component.contract.props.filter(
      (p) => p.means === 'state' || (p.kind === 'flag' && (p.means ?? p.id) === 'disabled'),
    ),
  );
const NO_STATES: readonly StateName[] = [];
/** States that the properties of an instance stand for, of those that its component has looks for. */
export function statesFrom(component: Component, props: Readonly<Record<string, Json>>): readonly StateName[] {
  const said = statesIn(component).flatMap((p) => stateSaid(p, props[p.id]) ?? []);
  return said.length === 0 ? NO_STATES : component.contract.states.filter((s) => said.includes(s));
}
/** Is it switched off, so that it answers to nothing? It may have no look for that. */
export const isDisabled = (component: Component, props: Readonly<Record<string, Json>>): boolean =>
  statesIn(component).some((p) => stateSaid(p, props[p.id]) === 'disabled');
/** States with those that are shown besides: what is switched off answers to no pointer and no keyboard. */
export const besides = (own: readonly StateName[], shown: readonly StateName[]): readonly StateName[] =>
  own.includes('disabled') ? own : [...new Set([...own, ...shown])];

/** What is needed to know the props of an instance. */
export interface PropTerms {
  /** What encloses it, outermost first. */
  readonly enclosing: readonly Enclosing[];
  /** The instance that its tree belongs to; empty on a screen. */
  readonly owner: string;
  readonly states: readonly StateName[];
  /** Of the screen, px. */
  readonly width: number;
  readonly tell: ((layer: Layer) => void) | null;
}

/** The props of an instance: defaults, then overrides from inner to outer, then what is inherited where nobody chose. */
export function propsOf(
  component: Component,
  layers: readonly Transferred[],
  { enclosing, owner, states, width, tell }: PropTerms,
): Readonly<Record<string, Json>> {
  const props: Record<string, Json> = {};
  const told = new Set<string>();
  for (const p of component.contract.props) {
    props[p.id] = p.default;
    tell?.({ from: 'default', name: `props.${p.id}`, value: p.default, whose: component.name });
  }
  for (const s of layers) {
    if (s.kind !== 'prop' || s.at.length > 0 || !Object.hasOwn(props, s.name) || !whenHolds(s.when, states, width))
      continue;
    props[s.name] = s.value;
    told.add(s.name);
    tell?.({
      from: s.from < 0 ? 'preserved' : 'override',
      name: `props.${s.name}`,
      value: s.value,
      whose: owner || 'This screen',
    });
  }
  for (const p of component.contract.props) {
    if (!p.inherits || told.has(p.id) || !p.means) continue;
    const from = nearest(enclosing, p);
    if (from === undefined) continue;
    props[p.id] = from.value;
    tell?.({ from: 'inherited', name: `props.${p.id}`, value: from.value, whose: from.whose });
  }
  return props;
}

/** The nearest enclosing instance's prop with the same meaning, its option matched by meaning. */
function nearest(enclosing: readonly Enclosing[], p: Prop): { value: Json; whose: string } | undefined {
  for (let i = enclosing.length - 1; i >= 0; i--) {
    const e = enclosing[i];
    const q = e?.component.contract.props.find((x) => x.means === p.means);
    if (!e || !q) continue;
    const value = e.props[q.id];
    if (value === undefined) continue;
    if (p.kind !== 'choice' || q.kind !== 'choice') return { value, whose: e.component.name };
    const means = q.options?.find((o) => o.id === value)?.means;
    const option = p.options?.find((o) => (means !== undefined ? o.means === means : o.id === value));
    if (option) return { value: option.id, whose: e.component.name };
  }
  return undefined;
}
