import type { Json } from '../base/index.js';
import type { ComponentInteraction } from './interaction.js';
import type { Attrs, ComponentRef, NodeId, Nodes, PropId, SlotId, StateName } from './node.js';

export type PropKind = 'text' | 'flag' | 'choice' | 'number' | 'icon' | 'image' | 'colour' | 'component' | 'list';

/** One option of a choice. `means` is its meaning, whatever the kit calls it. */
export interface Option {
  readonly id: string;
  readonly name: string;
  readonly means?: string;
}

interface AnyProp {
  readonly id: PropId;
  readonly name: string;
  readonly default: Json;
  readonly description: string;
  readonly means?: string;
  /** Unset, it takes the value of the nearest enclosing instance's prop with the same meaning. */
  readonly inherits?: boolean;
  readonly renamedFrom?: PropId;
  readonly options?: never;
  readonly item?: never;
  readonly min?: never;
  readonly max?: never;
}
/** One of some values. */
export interface ChoiceProp extends Omit<AnyProp, 'options'> {
  readonly kind: 'choice';
  readonly options: readonly Option[];
}
export interface NumberProp extends Omit<AnyProp, 'min' | 'max'> {
  readonly kind: 'number';
  readonly min?: number;
  readonly max?: number;
}
export interface ListProp extends Omit<AnyProp, 'item'> {
  readonly kind: 'list';
  /** The contract of one item. */
  readonly item: readonly Prop[];
}
/** A kind that needs no more than its value. */
export interface PlainProp extends AnyProp {
  readonly kind: Exclude<PropKind, 'choice' | 'number' | 'list'>;
}
/** One entry of a contract's list of props: what a kind needs is there, and nothing that it has no use for. */
export type Prop = ChoiceProp | NumberProp | ListProp | PlainProp;

/** An item of a list value. Keys stay with their item when the list is reordered. */
export interface ListItem {
  readonly key: string;
  readonly values: Readonly<Record<PropId, Json>>;
  /** Fields that what showed when the list was changed has no place for: they wait, in the terms of the component that has. */
  readonly parked?: readonly ParkedFields[];
}
export interface ParkedFields {
  readonly home: ComponentRef;
  /** The list prop of `home`. */
  readonly prop: PropId;
  readonly values: Readonly<Record<PropId, Json>>;
}

export interface Slot {
  readonly id: SlotId;
  readonly name: string;
  readonly description: string;
  readonly means?: string;
  /** Roles it takes; empty: anything. */
  readonly accepts: readonly string[];
  readonly min?: number;
  readonly max?: number;
  readonly placeholder?: string;
}

export interface Contract {
  readonly props: readonly Prop[];
  readonly slots: readonly Slot[];
  readonly states: readonly StateName[];
  readonly events: readonly string[];
}

/** What a prop's value is tested for: one of these values, or being filled at all. */
export type PropTest = Json | { readonly filled: boolean };

/** When props, state and screen width have these values, set these attributes of nodes. */
export interface Rule {
  /** Those of kits may have none: then it is told from what it asks for. */
  readonly id?: string;
  readonly when: {
    readonly props?: Readonly<Record<PropId, PropTest>>;
    readonly state?: StateName;
    readonly minWidth?: number;
    readonly maxWidth?: number;
  };
  readonly set: Readonly<Record<NodeId, RuleSet>>;
}
/** Attributes, `props.x` of a nested instance, its `component`, or `place`: where in the tree the part stands. */
export type RuleSet = Readonly<Record<string, Json>>;

/** Where a rule puts a part: in this box, behind this part of it; null: first. */
export interface RulePlace {
  readonly parent: NodeId;
  readonly after: NodeId | null;
}

/** What a rule asks for, written the same way however it was written. */
export function whenKey(when: Rule['when']): string {
  const props = Object.entries(when.props ?? {})
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([id, test]) => `${id}=${typeof test === 'string' ? test : JSON.stringify(test)}`);
  return [
    ...props,
    ...(when.state ? [`:${when.state}`] : []),
    ...(when.minWidth === undefined ? [] : [`>${when.minWidth}`]),
    ...(when.maxWidth === undefined ? [] : [`<${when.maxWidth}`]),
  ].join('&');
}
export const sameWhen = (a: Rule['when'], b: Rule['when']): boolean => a === b || whenKey(a) === whenKey(b);
/** The name by which a rule is known among the rules of its original. */
export const ruleKey = (rule: Rule): string => rule.id ?? whenKey(rule.when).slice(0, 200);

/** An original: one tree and many looks. */
export interface Component {
  readonly id: string;
  readonly name: string;
  /** A WAI-ARIA role, or one of ours. */
  readonly role: string;
  readonly family: string;
  readonly summary: string;
  readonly docs?: string;
  /** The component of earlier versions of its kit that it was a part of: it took over some of what that showed. */
  readonly splitFrom?: string;
  /** Other words people use for it. */
  readonly words: readonly string[];
  readonly contract: Contract;
  readonly root: NodeId;
  readonly nodes: Nodes;
  readonly rules: readonly Rule[];
  /** What it does by itself. Absent: what is usual for its role; none: nothing. */
  readonly interactions?: readonly ComponentInteraction[];
}

/** A section or a page, placed as a tree of instances. */
export interface Template {
  readonly id: string;
  readonly name: string;
  readonly kind: 'section' | 'page';
  readonly device?: 'phone' | 'tablet' | 'desktop';
  readonly summary: string;
  readonly words: readonly string[];
  readonly root: NodeId;
  readonly nodes: Nodes;
}

/** References are few and asked for all the time; they are taken apart once. */
const split = new Map<ComponentRef, { readonly kit: string; readonly id: string }>();
const MOST_SPLIT = 20_000;

/** Splits `kit@version/component`. */
export function splitRef(ref: ComponentRef): { readonly kit: string; readonly id: string } {
  let parts = split.get(ref);
  if (!parts) {
    const cut = ref.lastIndexOf('/');
    parts = { kit: ref.slice(0, cut), id: ref.slice(cut + 1) };
    if (split.size >= MOST_SPLIT) split.clear();
    split.set(ref, parts);
  }
  return parts;
}

/** True when a value counts as filled: text that is not empty, an icon other than none, a list with items. */
export function isFilled(value: Json | undefined): boolean {
  if (value === undefined || value === null || value === false || value === '' || value === 'none') return false;
  return !(Array.isArray(value) && value.length === 0);
}

/** The items of a list value; anything that is no list of keyed items counts as empty. */
export function listItems(value: Json | undefined): readonly ListItem[] {
  if (!Array.isArray(value)) return [];
  return value.filter(
    (v): v is ListItem & { [k: string]: Json } =>
      typeof v === 'object' &&
      v !== null &&
      !Array.isArray(v) &&
      typeof v['key'] === 'string' &&
      typeof v['values'] === 'object' &&
      v['values'] !== null,
  );
}

export type { Attrs };
