import type { AppliedKit, InstanceNode, World } from '../model/index.js';
import { chooseSteps, type ItemOf } from './actions.js';
import type { Refusal, TreeRef } from './kind.js';
import type { Step } from './steps/index.js';
import { findAt } from './targets.js';

/**
 * Why a part of an instance cannot be changed: it, or a part around it, is locked in its original.
 * @param at the path of parts inside the instance
 * @returns null: it can be changed
 */
export function lockedPart(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  at: readonly string[],
): Refusal | null {
  for (let i = 1; i <= at.length; i++) {
    const found = findAt(world, appliedKits, node, at.slice(0, i));
    if (found?.part.locked)
      return {
        code: 'part.locked',
        about: found.part.id,
        message: `${found.part.name ?? found.part.id} is locked in ${found.owner.name}: it is changed in the original (w).`,
      };
  }
  return null;
}

/**
 * Steps that hide a part of an instance. Parts belong to the original, so they are hidden and never removed.
 * @param at the path of parts inside the instance
 * @param item the entry of a series, when only that is meant
 */
export function hidePartSteps(
  world: World,
  appliedKits: readonly AppliedKit[],
  tree: TreeRef,
  node: InstanceNode,
  at: readonly string[],
  item?: ItemOf,
): { readonly ok: true; readonly steps: readonly Step[] } | { readonly ok: false; readonly refusal: Refusal } {
  const refusal = lockedPart(world, appliedKits, node, at);
  if (refusal) return { ok: false, refusal };
  return {
    ok: true,
    steps: chooseSteps(world, appliedKits, tree, node, { at, kind: 'attr', name: 'visible' }, false, item),
  };
}
