import { componentAt, shownComponent, type Screen, type AppliedKit, type World } from '../../core/index.js';

/** What a comment is about, in words. @param node of the screen; null: the screen itself */
export function commentTarget(
  world: World,
  screen: Screen,
  appliedKits: readonly AppliedKit[],
  node: string | null,
): string {
  const n = node === null ? undefined : screen.nodes[node];
  if (!n) return node === null ? screen.name : 'something that is gone';
  if (n.name) return n.name;
  return n.type === 'instance'
    ? (componentAt(world, shownComponent(appliedKits, n.component))?.name ?? 'a thing')
    : `the ${n.type}`;
}
