import {
  readdressed,
  subtree,
  type Interaction,
  type ComponentRef,
  type Json,
  type Node,
  type NodeId,
  type Screen,
} from '../model/index.js';
import { treeOfScreen, type Step } from '../edit/index.js';

/** Tells of a interaction whether it acts on its own thing, or asks it something, or another that is in there. */
const reachesInto =
  (inside: (id: NodeId) => boolean) =>
  (b: Interaction): boolean => {
    const into = (of: NodeId | undefined): boolean => of === undefined || inside(of);
    return (
      b.then.some(
        (a) =>
          (a.do === 'set' && into(a.of)) ||
          (a.do === 'scroll' && into(a.to)) ||
          (a.do === 'openOverlay' && into(a.overlay)),
      ) || [...(b.if?.all ?? []), ...(b.if?.any ?? [])].some((t) => 'prop' in t && into(t.of))
    );
  };

/**
 * What things do that an instance stands for now, as what parts of it do.
 * @param pairs the address of each part, and the thing that it stands for
 * @returns `lost`: how many cannot be said from outside
 */
export function doneByParts(
  pairs: readonly (readonly [at: readonly string[], thing: Node])[],
  home: ComponentRef,
): { readonly interactions: readonly Interaction[]; readonly lost: number } {
  const own = new Set(pairs.map(([, n]) => n.id));
  const reaches = reachesInto((id) => own.has(id));
  const interactions: Interaction[] = [];
  let lost = 0;
  for (const [way, node] of pairs)
    for (const b of node.interactions ?? []) {
      const at = [...way, ...(b.part?.at ?? [])];
      const { part: _, ...rest } = b;
      if (at.length > 0 && reaches(b)) lost++;
      else interactions.push(at.length > 0 ? { ...rest, part: { home, at } } : rest);
    }
  return { interactions, lost };
}

/**
 * What the things of a tree do, as what parts of an instance of it do; and the tree without that. What a thing does to itself or to others
 * in there has no address from outside: it stays where it is, and is there again when the instance is detached.
 */
export function takeAlong(
  nodes: Readonly<Record<NodeId, Node>>,
  root: NodeId,
  ref: ComponentRef,
): { readonly along: readonly Interaction[]; readonly nodes: Readonly<Record<NodeId, Node>> } {
  const along: Interaction[] = [];
  const left: Record<NodeId, Node> = { ...nodes };
  const reaches = reachesInto((of) => Object.hasOwn(nodes, of));
  for (const node of Object.values(nodes)) {
    if (!node.interactions) continue;
    const stay = node.interactions.filter(reaches);
    for (const b of node.interactions)
      if (!reaches(b)) {
        const at = [...(node.id === root ? [] : [node.id]), ...(b.part?.at ?? [])];
        const { part: _, ...rest } = b;
        along.push(at.length > 0 ? { ...rest, part: { home: ref, at } } : rest);
      }
    const { interactions: _, ...rest } = node;
    left[node.id] = (stay.length > 0 ? { ...rest, interactions: stay } : rest) as Node;
  }
  return { along, nodes: left };
}
/** Whatever is said elsewhere on the screen of what was made a component is said of its instance. */
export function pointedAt(screen: Screen, was: NodeId, now: NodeId): Step[] {
  const inside = new Set(subtree(screen.nodes, was));
  return Object.values(screen.nodes).flatMap((n): Step[] => {
    if (!n.interactions || inside.has(n.id) || !JSON.stringify(n.interactions).includes(`"${was}"`)) return [];
    const value = readdressed(n.interactions, (id) => (id === was ? now : id));
    return [
      { do: 'set', tree: treeOfScreen(screen), node: n.id, field: 'interactions', value: value as unknown as Json },
    ];
  });
}
