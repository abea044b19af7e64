import { showValue, targetKey } from '../transfer/index.js';
import { usesOn, type UsePlace } from '../uses/index.js';
import {
  componentAt,
  sameJson,
  overrideKey,
  appliedKitsOf,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type Screen,
  type Override,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { resetSteps, treeOfScreen, type Step, type Target } from '../edit/index.js';
import { overridesOf, type OverrideInfo } from './updateOriginal.js';

/** One value of something that can be chosen, and the instances that show it. */
export interface InUse {
  readonly value: Json | undefined;
  readonly says: string;
  readonly uses: readonly UsePlace[];
  readonly screens: number;
  /** What the original says itself. */
  readonly original: boolean;
}

/** The values that instances of a component have of one thing, those most used first; what nobody chose is the original's. */
export function valuesInUse(world: World, ref: ComponentRef, target: Target): readonly InUse[] {
  const c = componentAt(world, ref);
  if (!c) return [];
  const prop =
    target.kind === 'prop' && target.at.length === 0 ? c.contract.props.find((p) => p.id === target.name) : undefined;
  const key = targetKey(target);
  const groups: { value: Json | undefined; uses: UsePlace[]; original: boolean }[] = [];
  for (const s of world.project.screens) {
    const appliedKits = appliedKitsOf(world.project, s);
    for (const id of usesOn(s, appliedKits).get(ref) ?? []) {
      const n = s.nodes[id];
      if (n?.type !== 'instance') continue;
      const m = overridesOf(world, appliedKits, n).find((x) => x.key === key);
      const value = m?.kind === 'override' ? m.transferred.value : prop?.default;
      const original = m === undefined;
      const known = groups.find(
        (g) =>
          g.original === original &&
          (g.value === value || sameJson((g.value ?? null) as Json, (value ?? null) as Json)),
      );
      const sighting = { screen: s.id, node: id };
      if (known) known.uses.push(sighting);
      else groups.push({ value, uses: [sighting], original });
    }
  }
  return groups
    .sort((a, b) => b.uses.length - a.uses.length)
    .map((g) => ({
      ...g,
      says: g.original && prop === undefined ? 'as in the original' : showValue(prop, g.value),
      screens: new Set(g.uses.map((u) => u.screen)).size,
    }));
}

/** Kinds of choices, for putting back and promoting by kind. */
export const OVERRIDE_KINDS = ['content', 'options', 'looks', 'room'] as const;
export type OverrideKind = (typeof OVERRIDE_KINDS)[number];

/** What kind of choice something is: what it says, which option it is in, how a part looks, how much room it takes. */
export function overrideKindOf(world: World, ref: ComponentRef, m: OverrideInfo): OverrideKind {
  if (m.kind === 'room') return 'room';
  const { transferred } = m;
  if (transferred.kind === 'attr') return ['text', 'icon', 'asset'].includes(transferred.name) ? 'content' : 'looks';
  const prop =
    transferred.at.length === 0
      ? componentAt(world, ref)?.contract.props.find((p) => p.id === transferred.name)
      : undefined;
  return prop && ['text', 'icon', 'image', 'list'].includes(prop.kind) ? 'content' : 'options';
}

/** The steps that put some of what was chosen on an instance back to its original. */
export function resetKindSteps(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  node: InstanceNode,
  which: (m: OverrideInfo) => boolean,
): readonly Step[] {
  const tree = treeOfScreen(screen);
  return overridesOf(world, appliedKits, node)
    .filter(which)
    .flatMap((m): readonly Step[] =>
      m.kind === 'room'
        ? [{ do: 'set', tree, node: node.id, field: `attrs.${m.field}`, value: null }]
        : resetSteps(world, appliedKits, tree, node, m.transferred),
    )
    .filter((s, i, all) => all.findIndex((x) => JSON.stringify(x) === JSON.stringify(s)) === i);
}

/** The steps that give an instance the overrides of another, of whatever component: what it cannot show waits. */
export function pasteOverridesSteps(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  node: InstanceNode,
  overrides: readonly Override[],
): readonly Step[] {
  const tree = treeOfScreen(screen);
  const own = overridesOf(world, appliedKits, node);
  const wanted = overridesOf(world, appliedKits, { ...node, overrides }).flatMap((m) =>
    m.kind === 'override' ? [m.key] : [],
  );
  const steps: Step[] = own
    .filter((m) => m.kind === 'override' && wanted.includes(m.key))
    .flatMap((m): Step[] =>
      m.kind === 'override' ? [{ do: 'override', tree, node: node.id, key: overrideKey(m.override), value: null }] : [],
    );
  for (const s of overrides) {
    const gone = steps.findIndex((x) => x.do === 'override' && x.key === overrideKey(s) && x.value === null);
    if (gone >= 0) steps.splice(gone, 1);
    steps.push({ do: 'override', tree, node: node.id, key: overrideKey(s), value: s });
  }
  return steps;
}
