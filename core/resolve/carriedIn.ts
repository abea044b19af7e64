import { transfer, type Transferred } from '../transfer/index.js';
import type { ComponentRef, InstanceNode, Override } from '../model/index.js';
import { bound } from './change.js';
import type { Context, Scope } from './scope.js';

const NO_FILLS: readonly never[] = [];

/** Overrides by the first node of their address: the part of a component that they reach into. */
export function group(overrides: readonly Transferred[]): ReadonlyMap<string, readonly Transferred[]> {
  const by = new Map<string, Transferred[]>();
  for (const s of overrides) {
    const first = s.at[0] ?? '';
    const list = by.get(first);
    if (list) list.push(s);
    else by.set(first, [s]);
  }
  return by;
}

/** Overrides a tree itself makes on a nested instance: its rules and bindings, in the terms of the written component. */
export function treeOverrides(scope: Scope, node: InstanceNode, ref: ComponentRef): readonly Override[] {
  const made: Override[] = [];
  const rules = scope.rules.get(node.id);
  for (const [name, value] of Object.entries(rules ?? {})) {
    if (name.startsWith('props.')) made.push({ home: ref, at: [], kind: 'prop', name: name.slice(6), value });
  }
  for (const [name, from] of Object.entries(node.bind ?? {})) {
    if (!name.startsWith('props.')) continue;
    const value = bound(scope, from);
    if (value !== undefined) made.push({ home: ref, at: [], kind: 'prop', name: name.slice(6), value });
  }
  return made;
}

/** What a tree binds and sets on an instance in it, in the terms of what that is shown as. */
export function treeTransferred(
  context: Context,
  scope: Scope,
  node: InstanceNode,
  shown: ComponentRef,
): readonly Transferred[] {
  // What a tree binds and sets is said in the terms of what was placed there first, also when it was swapped since.
  const home = node.placed ?? node.component;
  const made = treeOverrides(scope, node, home);
  if (made.length === 0) return NO_FILLS;
  if (shown === home) return made.map((s) => ({ at: s.at, kind: s.kind, name: s.name, value: s.value, from: 0 }));
  // Shown by another component: what the tree says is translated, what is held is not said twice.
  return transfer(context.world, context.appliedKits, {
    written: home,
    shown,
    overrides: made,
    fills: NO_FILLS,
  }).overrides.filter((s) => s.from >= 0);
}
