import { transferInstance, targetKey, type Transferred } from '../transfer/index.js';
import { usesOn, type UsePlace } from '../uses/index.js';
import { chooseSteps, editionTree, PLACE_FIELDS, treeOfScreen, type Step, type TreeRef } from '../edit/index.js';
import {
  bareValue,
  componentAt,
  attrName,
  sameJson,
  overrideKey,
  shownComponent,
  splitRef,
  appliedKitsOf,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type Node,
  type Prop,
  type Rule,
  type Screen,
  type Override,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { axesOf, lookSteps, setIn, type Look } from './looks.js';

/** The tree that changes of an original are made on: its own, or that of the edition of an installed one. */
export const treeOfOriginal = (ref: ComponentRef): TreeRef =>
  splitRef(ref).kit === 'project' ? `original:${splitRef(ref).id}` : editionTree(ref);

/** A override of an instance as it shows, or one of the fields of its room. */
export type OverrideInfo =
  | { readonly kind: 'override'; readonly key: string; readonly transferred: Transferred; readonly override: Override }
  | {
      readonly kind: 'room';
      readonly key: string;
      readonly field: (typeof PLACE_FIELDS)[number];
      readonly value: Json;
    };

/** Everything that was chosen on an instance and shows, in its order. */
export function overridesOf(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
): readonly OverrideInfo[] {
  const transferred = transferInstance(world, appliedKits, node).overrides.flatMap((c): OverrideInfo[] => {
    const override = c.from < 0 ? undefined : node.overrides[c.from];
    return override ? [{ kind: 'override', key: targetKey(c), transferred: c, override }] : [];
  });
  const room = PLACE_FIELDS.flatMap((field): OverrideInfo[] =>
    node.attrs[field] === undefined
      ? []
      : [{ kind: 'room', key: `room.${field}`, field, value: node.attrs[field] as Json }],
  );
  return [...transferred, ...room];
}

export type UpdatedOriginal =
  | {
      readonly steps: readonly Step[];
      /** Other instances that will show it. */
      readonly changes: readonly UsePlace[];
      /** Those that keep a value of their own. */
      readonly keep: readonly UsePlace[];
      readonly ref: ComponentRef;
      readonly name: string;
      /** Of what was asked, what no original can take, in words. */
      readonly left: readonly string[];
    }
  | { readonly problem: string };

/**
 * Writes what was chosen on an instance into its original, so that all instances show it which have no value of their own, and
 * takes it from the instance: that looks as before. Into an installed original it makes, or goes on, the project's edition.
 * @param keys which of what was chosen (see `mineOf`); absent: all but its texts, icons, pictures and items
 */
export function updateOriginal(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  node: InstanceNode,
  keys?: ReadonlySet<string>,
): UpdatedOriginal {
  const ref = shownComponent(appliedKits, node.component);
  const c = componentAt(world, ref);
  if (!c) return { problem: `${ref} is not here, so nothing can be written into it.` };
  const all = overridesOf(world, appliedKits, node);
  const wanted = keys ? all.filter((m) => keys.has(m.key)) : all.filter((m) => !isContent(c, m));
  if (wanted.length === 0)
    return {
      problem: `Nothing on this ${c.name} is yours that its original could take: change it first, then promote that.`,
    };
  const tree = treeOfOriginal(ref);
  const look = lookOf(world, appliedKits, node, c);
  const steps: Step[] = [];
  const left: string[] = [];
  const changed: { readonly mine: OverrideInfo }[] = [];
  let now = c;
  for (const m of wanted) {
    const made =
      m.kind === 'room'
        ? roomSteps(now, tree, m, ref)
        : overrideSteps(world, appliedKits, now, ref, tree, m.transferred, look);
    if (made === null) {
      left.push(m.kind === 'room' ? attrName(m.field) : m.transferred.name);
      continue;
    }
    steps.push(...made);
    now = afterDefaults(now, made);
    const own = treeOfScreen(screen);
    steps.push(
      m.kind === 'room'
        ? { do: 'set', tree: own, node: node.id, field: `attrs.${m.field}`, value: null }
        : { do: 'override', tree: own, node: node.id, key: overrideKey(m.override), value: null },
    );
    changed.push({ mine: m });
  }
  if (changed.length === 0) return { problem: `${c.name} cannot take ${left.join(', ')}.` };
  const { changes, keep } = effect(
    world,
    ref,
    screen,
    node,
    changed.map((x) => x.mine),
  );
  return { steps, changes, keep, ref, name: c.name, left };
}

/** Texts, icons, pictures and items differ from one use to the next: they are not meant for all. */
export function isContent(c: Component, m: OverrideInfo): boolean {
  if (m.kind === 'room') return m.field !== 'opacity';
  const { transferred } = m;
  if (transferred.kind === 'attr') return ['text', 'icon', 'asset'].includes(transferred.name);
  const prop = transferred.at.length === 0 ? c.contract.props.find((p) => p.id === transferred.name) : undefined;
  return prop === undefined ? false : ['text', 'icon', 'image', 'list'].includes(prop.kind);
}

/** In which look the instance is: what its props say, as far as looks differ by them. */
function lookOf(world: World, appliedKits: readonly AppliedKit[], node: InstanceNode, c: Component): Look {
  const look: Record<string, string> = {};
  for (const s of transferInstance(world, appliedKits, node).overrides)
    if (s.kind === 'prop' && s.at.length === 0 && !s.when) {
      const axis = axesOf(c).find((a) => a.id === s.name);
      const value = axis?.values.find((v) => v.prop && sameJson(v.prop.value, s.value));
      if (axis && value) look[axis.id] = value.key;
    }
  return look;
}

function overrideSteps(
  world: World,
  appliedKits: readonly AppliedKit[],
  c: Component,
  ref: ComponentRef,
  tree: TreeRef,
  s: Transferred,
  look: Look,
): readonly Step[] | null {
  const { kit } = splitRef(ref);
  if (s.at.length === 0) return s.when ? null : defaultSteps(c, tree, s.name, s.value);
  const first = c.nodes[s.at[0] ?? ''];
  if (!first) return null;
  if (s.kind === 'attr' && s.at.length === 1) {
    const bound = first.bind?.[s.name];
    if (bound !== undefined) return bound.includes('.') ? null : defaultSteps(c, tree, bound, s.value);
    const value = kit === 'project' ? s.value : bareValue(s.name, s.value, kit);
    // Where a rule says it in this look, the rule is what is changed.
    const { rule } = setIn(c, axesOf(c), look, first.id, s.name);
    const when: Rule['when'] = s.when ?? rule?.when ?? {};
    return lookSteps(c, tree, first.id, s.name, value, when).steps;
  }
  if (first.type !== 'instance' || s.when) return null;
  const linked = s.at.length === 1 ? first.bind?.[`props.${s.name}`] : undefined;
  if (linked !== undefined) return linked.includes('.') ? null : defaultSteps(c, tree, linked, s.value);
  return chooseSteps(world, appliedKits, tree, first, { at: s.at.slice(1), kind: s.kind, name: s.name }, s.value);
}
function defaultSteps(c: Component, tree: TreeRef, prop: string, value: Json): readonly Step[] | null {
  const p = c.contract.props.find((x) => x.id === prop);
  return p ? [{ do: 'entry', tree, list: 'props', id: p.id, value: { ...p, default: value } as Prop }] : null;
}
function roomSteps(
  c: Component,
  tree: TreeRef,
  m: OverrideInfo & { readonly kind: 'room' },
  ref: ComponentRef,
): readonly Step[] | null {
  const root: Node | undefined = c.nodes[c.root];
  if (!root || m.field === 'visible') return null;
  const { kit } = splitRef(ref);
  const value = kit === 'project' ? m.value : bareValue(m.field, m.value, kit);
  return [{ do: 'set', tree, node: root.id, field: `attrs.${m.field}`, value }];
}
/** The component with the defaults that were changed so far: the next change of the same prop goes on from there. */
function afterDefaults(c: Component, steps: readonly Step[]): Component {
  let props = c.contract.props;
  for (const s of steps)
    if (s.do === 'entry' && s.list === 'props') props = props.map((p) => (p.id === s.id ? (s.value as Prop) : p));
  return props === c.contract.props ? c : { ...c, contract: { ...c.contract, props } };
}

/** What other instances do when this is written into the original. */
function effect(
  world: World,
  ref: ComponentRef,
  screen: Screen,
  node: InstanceNode,
  written: readonly OverrideInfo[],
): { readonly changes: readonly UsePlace[]; readonly keep: readonly UsePlace[] } {
  const changes: UsePlace[] = [];
  const keep: UsePlace[] = [];
  for (const s of world.project.screens) {
    const appliedKits = appliedKitsOf(world.project, s);
    for (const id of usesOn(s, appliedKits).get(ref) ?? []) {
      const n = s.nodes[id];
      if (n?.type !== 'instance' || (s.id === screen.id && id === node.id)) continue;
      const own = new Set(overridesOf(world, appliedKits, n).map((m) => m.key));
      (written.every((m) => own.has(m.key)) ? keep : changes).push({ screen: s.id, node: id });
    }
  }
  return { changes, keep };
}
