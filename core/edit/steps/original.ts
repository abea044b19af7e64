import {
  ruleKey,
  sameJson,
  sameWhen,
  type Component,
  type Json,
  type NodeId,
  type Project,
  type Prop,
  type Rule,
  type RuleSet,
  type Slot,
} from '../../model/index.js';
import { attrTakes, check, faultMessage, shapes } from '../../validate/index.js';
import { insertAfter, refuse, nearestNeighbour, type StepKind, type StepResult, type TreeRef } from '../kind.js';
import { containsItself } from './cycles.js';
import { treeName } from './tree.js';

/** What the contract of an original, and its rules, are lists of. */
export const ENTRY_LISTS = ['props', 'slots', 'rules'] as const;
export type EntryList = (typeof ENTRY_LISTS)[number];
/** Fields of an original that are one value each. */
export const ABOUT_FIELDS = [
  'name',
  'role',
  'family',
  'summary',
  'docs',
  'words',
  'states',
  'events',
  'interactions',
] as const;
export type AboutField = (typeof ABOUT_FIELDS)[number];

/** More than this is a form, not a contract; more rules than this cannot be read any more. */
const MOST: Readonly<Record<EntryList, number>> = { props: 100, slots: 40, rules: 600 };

/** The contract and the rules of an original change one entry at a time, so that two people who edit it do not overwrite each other. */
export type OriginalStep =
  | {
      readonly do: 'entry';
      readonly tree: TreeRef;
      readonly list: EntryList;
      readonly id: string;
      /** `null` takes it away. */
      readonly value: Prop | Slot | Rule | null;
      /** Who it stands behind; null: first; absent: where it is, or last. */
      readonly after?: string | null;
    }
  | { readonly do: 'about'; readonly tree: TreeRef; readonly field: AboutField; readonly value: Json }
  | {
      /** One value that a rule sets. The rule comes with its first value and goes with its last. */
      readonly do: 'rule';
      readonly tree: TreeRef;
      readonly when: Rule['when'];
      readonly node: NodeId;
      readonly name: string;
      readonly value: Json;
      readonly after?: string | null;
    };
type Of<K extends OriginalStep['do']> = Extract<OriginalStep, { do: K }>;

const idOf = (tree: TreeRef): string => tree.slice(tree.indexOf(':') + 1);
function originalOf(project: Project, tree: TreeRef): Component | undefined {
  const id = idOf(tree);
  return tree.startsWith('original:') && Object.hasOwn(project.originals, id) ? project.originals[id] : undefined;
}
const withOriginal = (project: Project, original: Component, id: string): Project => ({
  ...project,
  originals: { ...project.originals, [id]: original },
});
const gone = (step: { readonly tree: TreeRef }): StepResult<OriginalStep> & { readonly ok: false } =>
  refuse('original.gone', idOf(step.tree), 'That component is no longer there.') as StepResult<OriginalStep> & {
    readonly ok: false;
  };

type Entry = Prop | Slot | Rule;
const keyOf = (list: EntryList, entry: Entry): string =>
  list === 'rules' ? ruleKey(entry as Rule) : (entry as Prop).id;
const entriesOf = (c: Component, list: EntryList): readonly Entry[] =>
  list === 'rules' ? c.rules : list === 'props' ? c.contract.props : c.contract.slots;
const withEntries = (c: Component, list: EntryList, entries: readonly Entry[]): Component =>
  list === 'rules'
    ? { ...c, rules: entries as readonly Rule[] }
    : { ...c, contract: { ...c.contract, [list]: entries } };
const NAMES: Readonly<Record<EntryList, string>> = { props: 'property', slots: 'slot', rules: 'rule' };
const SHAPES = { props: shapes.prop, slots: shapes.slot, rules: shapes.rule } as const;

/** What a rule asks for that the contract does not have, as a sentence; null: nothing. */
function asksInVain(c: Component, rule: Pick<Rule, 'when'>): string | null {
  for (const [id, test] of Object.entries(rule.when.props ?? {})) {
    const prop = c.contract.props.find((p) => p.id === id);
    if (!prop) return `${c.name} has no property ${id} that a rule could ask for.`;
    if (prop.kind === 'choice' && typeof test === 'string' && !prop.options.some((o) => o.id === test))
      return `${prop.name} of ${c.name} has no option ${test} that a rule could ask for.`;
  }
  return null;
}

const entry: StepKind<Of<'entry'>, OriginalStep> = {
  must: { tree: treeName, list: check.oneOf(...ENTRY_LISTS), id: check.text(200), value: check.json() },
  may: { after: check.orNull(check.text(200)) },
  apply(project, step) {
    const c = originalOf(project, step.tree);
    if (!c) return gone(step);
    const { value } = step;
    if (value !== null) {
      const bad = SHAPES[step.list](value, step.id);
      if (bad) return refuse('contract.shape', step.id, `${faultMessage(bad)}.`);
      if (keyOf(step.list, value) !== step.id)
        return refuse('step.key', step.id, `The ${NAMES[step.list]} and its id do not agree.`);
      const vain = step.list === 'rules' ? asksInVain(c, value as Rule) : null;
      if (vain) return refuse('rule.vain', step.id, vain);
    }
    const list = entriesOf(c, step.list);
    const at = list.findIndex((e) => keyOf(step.list, e) === step.id);
    const was = list[at] ?? null;
    if (!value && !was)
      return refuse('contract.gone', step.id, `The ${NAMES[step.list]} ${step.id} is no longer there.`);
    if (value && !was && list.length >= MOST[step.list])
      return refuse(
        'contract.many',
        c.name,
        `${c.name} has ${list.length} ${step.list} already; more than ${MOST[step.list]} are not taken.`,
      );
    const rest = list.filter((_, i) => i !== at);
    const next = !value
      ? rest
      : step.after === undefined
        ? was
          ? list.map((e, i) => (i === at ? value : e))
          : [...rest, value]
        : insertAfter(rest, value, step.after, (e) => keyOf(step.list, e));
    const before = list[at - 1];
    const inverse: OriginalStep = {
      do: 'entry',
      tree: step.tree,
      list: step.list,
      id: step.id,
      value: was,
      ...(was ? { after: before ? keyOf(step.list, before) : null } : {}),
    };
    if (sameJson(list, next)) return { ok: true, project, inverse };
    const changed = withOriginal(project, withEntries(c, step.list, next), idOf(step.tree));
    const circle = containsItself(changed, step.tree);
    return circle
      ? refuse('component.cycle', circle, `${circle} would contain itself.`)
      : { ok: true, project: changed, inverse };
  },
  still: (then, now, step) => sameJson(entryAt(then, step), entryAt(now, step)),
  about: (project, step) => {
    const e = entryAt(project, step);
    const c = originalOf(project, step.tree)?.name ?? 'A component';
    return e && 'name' in e ? `${e.name} of ${c}` : `A ${NAMES[step.list]} of ${c}`;
  },
  touches: (step) => [step.tree],
  behind: (now, step, before) =>
    step.after === undefined
      ? step
      : {
          ...step,
          after: nearestNeighbour(
            `${step.tree}|${step.list}`,
            step.after,
            (id) => entryAt(now, { ...step, id }) !== null && id !== step.id,
            before,
          ),
        },
  leaves: (project, step) => {
    const c = originalOf(project, step.tree);
    const list = c ? entriesOf(c, step.list).map((e) => keyOf(step.list, e)) : [];
    const at = list.indexOf(step.id);
    return at < 0 ? null : { list: `${step.tree}|${step.list}`, id: step.id, before: list[at - 1] ?? null };
  },
  order: (project, step) => {
    const c = originalOf(project, step.tree);
    return c ? entriesOf(c, step.list).map((e) => keyOf(step.list, e)) : [];
  },
  merges: (step) => `entry|${step.tree}|${step.list}|${step.id}`,
  takesAway: (step) => step.value === null,
};
function entryAt(project: Project, step: Of<'entry'>): Entry | null {
  const c = originalOf(project, step.tree);
  return (c && entriesOf(c, step.list).find((e) => keyOf(step.list, e) === step.id)) ?? null;
}

const ABOUT_SHAPES = {
  name: check.name(200),
  role: check.text(80),
  family: check.text(120),
  summary: check.text(2000),
  docs: check.orNull(check.text(200_000)),
  words: check.list(check.text(120), 200),
  states: shapes.states,
  events: check.list(check.text(120), 100),
  interactions: check.orNull(shapes.ownInteractions),
} as const;
const aboutOf = (c: Component | undefined, field: AboutField): Json =>
  ((field === 'states' || field === 'events' ? c?.contract[field] : c?.[field]) ?? null) as Json;
const about: StepKind<Of<'about'>, OriginalStep> = {
  must: { tree: treeName, field: check.oneOf(...ABOUT_FIELDS), value: check.json() },
  apply(project, step) {
    const c = originalOf(project, step.tree);
    if (!c) return gone(step);
    const bad = ABOUT_SHAPES[step.field](step.value, step.field);
    if (bad) return refuse('contract.shape', step.field, `${faultMessage(bad)}.`);
    const was = aboutOf(c, step.field);
    const inverse: OriginalStep = { do: 'about', tree: step.tree, field: step.field, value: was };
    if (sameJson(was, step.value)) return { ok: true, project, inverse };
    if (step.field === 'name') {
      const taken = Object.values(project.originals).find(
        (o) => o.id !== c.id && o.name.toLowerCase() === String(step.value).toLowerCase(),
      );
      if (taken)
        return refuse('original.name', String(step.value), `There is a ${taken.name} in this project already.`);
    }
    const { [step.field as 'docs']: _, ...bare } = c;
    const next: Component =
      step.field === 'states' || step.field === 'events'
        ? { ...c, contract: { ...c.contract, [step.field]: step.value } }
        : step.value === null
          ? bare
          : { ...c, [step.field]: step.value };
    return { ok: true, project: withOriginal(project, next, idOf(step.tree)), inverse };
  },
  still: (then, now, step) =>
    sameJson(aboutOf(originalOf(then, step.tree), step.field), aboutOf(originalOf(now, step.tree), step.field)),
  about: (project, step) => `The ${step.field} of ${originalOf(project, step.tree)?.name ?? 'a component'}`,
  touches: (step) => [step.tree],
  merges: (step) => `about|${step.tree}|${step.field}`,
};

/** What a rule may set on a part: an attribute, a nested instance's prop or component, or a place in the tree. */
function ruleTakes(name: string, value: Json): boolean {
  if (name.startsWith('props.')) return true;
  if (name === 'component') return typeof value === 'string';
  if (name === 'place') return shapes.rulePlace(value, name) === null;
  return attrTakes(name, value);
}
const rule: StepKind<Of<'rule'>, OriginalStep> = {
  must: { tree: treeName, when: shapes.ruleWhen, node: check.id, name: check.text(120), value: check.json(6) },
  may: { after: check.orNull(check.text(200)) },
  apply(project, step) {
    const c = originalOf(project, step.tree);
    if (!c) return gone(step);
    const node = c.nodes[step.node];
    if (!node && step.value !== null) return refuse('node.gone', step.node, 'It is no longer there.');
    if (step.value !== null && !ruleTakes(step.name, step.value))
      return refuse(
        'rule.value',
        step.name,
        `${node?.name ?? step.node} cannot have the ${step.name} ${JSON.stringify(step.value).slice(0, 60)}.`,
      );
    const vain = step.value === null ? null : asksInVain(c, step);
    if (vain) return refuse('rule.vain', step.name, vain);
    const at = c.rules.findIndex((r) => sameWhen(r.when, step.when));
    const known = c.rules[at];
    const was = valueIn(known, step);
    if (step.value === null && was === undefined)
      return refuse('rule.gone', step.name, 'That part of the rule is no longer there.');
    if (!known && c.rules.length >= MOST.rules)
      return refuse('contract.many', c.name, `${c.name} has ${c.rules.length} rules already; no more are taken.`);
    const before = c.rules[at < 0 ? c.rules.length - 1 : at - 1];
    const inverse: OriginalStep = {
      do: 'rule',
      tree: step.tree,
      when: step.when,
      node: step.node,
      name: step.name,
      value: was ?? null,
      after: known ? (before ? ruleKey(before) : null) : null,
    };
    if (was !== undefined && sameJson(was, step.value)) return { ok: true, project, inverse };
    const set = withValue(known?.set ?? {}, step);
    const made: Rule = { ...(known ?? { id: ruleKey({ when: step.when, set: {} }), when: step.when }), set };
    const empty = Object.keys(set).length === 0;
    const rules = empty
      ? c.rules.filter((_, i) => i !== at)
      : known
        ? c.rules.map((r, i) => (i === at ? made : r))
        : step.after === undefined
          ? [...c.rules, made]
          : insertAfter(c.rules, made, step.after, ruleKey);
    const changed = withOriginal(project, { ...c, rules }, idOf(step.tree));
    const circle = containsItself(changed, step.tree);
    return circle
      ? refuse('component.cycle', circle, `${circle} would contain itself.`)
      : { ok: true, project: changed, inverse };
  },
  still: (then, now, step) =>
    sameJson(valueIn(ruleOf(then, step), step) ?? null, valueIn(ruleOf(now, step), step) ?? null),
  about: (project, step) => `A look of ${originalOf(project, step.tree)?.name ?? 'a component'}`,
  touches: (step) => [step.tree],
  behind: (now, step, before) =>
    step.after === undefined
      ? step
      : {
          ...step,
          after: nearestNeighbour(
            `${step.tree}|rules`,
            step.after,
            (id) => originalOf(now, step.tree)?.rules.some((r) => ruleKey(r) === id) === true,
            before,
          ),
        },
  order: (project, step) => (originalOf(project, step.tree)?.rules ?? []).map(ruleKey),
  merges: (step) => `rule|${step.tree}|${JSON.stringify(step.when)}|${step.node}|${step.name}`,
  takesAway: (step) => step.value === null,
};
const ruleOf = (project: Project, step: Of<'rule'>): Rule | undefined =>
  originalOf(project, step.tree)?.rules.find((r) => sameWhen(r.when, step.when));
const valueIn = (r: Rule | undefined, step: Of<'rule'>): Json | undefined => {
  const set = r && Object.hasOwn(r.set, step.node) ? r.set[step.node] : undefined;
  return set && Object.hasOwn(set, step.name) ? set[step.name] : undefined;
};
function withValue(set: Rule['set'], step: Of<'rule'>): Rule['set'] {
  const one: Record<string, Json> = { ...(Object.hasOwn(set, step.node) ? set[step.node] : {}) };
  if (step.value === null) delete one[step.name];
  else one[step.name] = step.value;
  const next: Record<NodeId, RuleSet> = { ...set, [step.node]: one };
  if (Object.keys(one).length === 0) delete next[step.node];
  return next;
}
export const ORIGINAL_STEPS = { entry, about, rule };
