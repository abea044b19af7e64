import { Memo } from '../base/index.js';
import { PLACEMENT_ATTRS, type InstanceNode } from '../model/index.js';
import type { Look } from './look.js';
import { toLook } from './values.js';
import type { Context, Scope } from './scope.js';

/** What the tree that places an instance says about its room. */
export const PLACE: ReadonlySet<string> = new Set([
  ...PLACEMENT_ATTRS,
  'visible',
  'opacity',
  'width',
  'height',
  'minWidth',
  'maxWidth',
  'minHeight',
  'maxHeight',
  'aspect',
]);

/** The look of an instance's root with what the tree that places it says about its room; the rest is the original's. */
export function inItsPlace(
  context: Context,
  scope: Scope,
  node: InstanceNode,
  changes: Record<string, unknown> | null,
  root: Look,
): Look {
  const on: unknown[] = [scope.kit, context.appliedKits, context.mode, context.main];
  const attrs = node.attrs as Readonly<Record<string, unknown>>;
  for (const name in attrs) if (PLACE.has(name) && !(changes && name in changes)) on.push(name, attrs[name]);
  if (changes) for (const name in changes) if (PLACE.has(name)) on.push(name, changes[name]);
  if (on.length === 4) return root;
  // Instances in the same room share what they look like: `width: stretch` says the same everywhere.
  return rooms.of(
    root,
    on,
    () => {
      const own = toLook(context, scope.kit, { ...node.attrs, ...changes }) as unknown as Record<string, unknown>;
      const made: Record<string, unknown> = { ...root };
      for (let n = 4; n < on.length; n += 2) if (on[n + 1] !== undefined) made[on[n] as string] = own[on[n] as string];
      return made as unknown as Look;
    },
    context.look,
  );
}
const rooms = new Memo<Look>(20);
