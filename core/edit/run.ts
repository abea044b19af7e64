import { childrenOf, placesOf, type ParentRef, type Node, type NodeId, type Project } from '../model/index.js';
import { tidyNodes, wholeTree } from '../validate/index.js';
import { treeOf, withNodes } from './kind.js';
import { stepFault, type Step } from './steps/index.js';

/** Fewer steps in a row are done one by one. */
const LEAST = 8;
type Moving = Extract<Step, { do: 'insert' | 'remove' | 'move' }>;
/** Is this a step that puts something into a place of this tree, takes it out or moves it? Whatever it is shaped like else. */
const moves = (step: unknown, tree: string): step is Moving => {
  const { do: what, tree: of } = (typeof step === 'object' && step !== null ? step : {}) as Partial<Moving>;
  return (what === 'insert' || what === 'remove' || what === 'move') && of === tree;
};

/**
 * Does as many steps of an edit as possible in one go, from one of them on: those in a row that put things into boxes of one screen,
 * take them out or move them. One by one, each would copy the whole screen. What comes out is the same in every detail.
 * @returns how many were done, and the steps that take each back; null: too few. What is refused is left to be done, and refused,
 *   by itself.
 */
export function doRun(
  project: Project,
  steps: readonly Step[],
  from: number,
): { readonly project: Project; readonly inverse: readonly Step[]; readonly count: number } | null {
  const name = (steps[from] as Partial<Moving> | null | undefined)?.tree;
  if (typeof name !== 'string' || !name.startsWith('screen:')) return null;
  for (let i = from; i < from + LEAST; i++) if (!moves(steps[i], name)) return null;
  const tree = treeOf(project, name);
  if (!tree) return null;

  const nodes: Record<NodeId, Node> = { ...tree.nodes };
  const places = new Map<NodeId, ParentRef>(placesOf(tree.nodes));
  /** What stands in boxes that are changed, as it is now. */
  const lists = new Map<NodeId, NodeId[]>();
  const listOf = (id: NodeId): NodeId[] | null => {
    const known = lists.get(id);
    if (known) return known;
    const node = Object.hasOwn(nodes, id) ? nodes[id] : undefined;
    if (node?.type !== 'box') return null;
    const made = [...node.children];
    lists.set(id, made);
    return made;
  };
  const now = (id: NodeId): Node | undefined => {
    const node = Object.hasOwn(nodes, id) ? nodes[id] : undefined;
    const list = lists.get(id);
    return node?.type === 'box' && list ? { ...node, children: [...list] } : node;
  };
  const below = (id: NodeId, into: Record<NodeId, Node>): Record<NodeId, Node> => {
    const node = now(id);
    if (node && !Object.hasOwn(into, id)) {
      into[id] = node;
      for (const c of childrenOf(node)) below(c, into);
    }
    return into;
  };
  /** Puts something behind another thing; false: that is not there. */
  const put = (list: NodeId[], id: NodeId, after: NodeId | null): boolean => {
    const at = after === null ? -1 : list.indexOf(after);
    if (after !== null && at < 0) return false;
    list.splice(at + 1, 0, id);
    return true;
  };
  /** Where something stands, when that is a box. */
  const standing = (id: NodeId): { readonly place: ParentRef; readonly list: NodeId[]; readonly at: number } | null => {
    const place = id === tree.root || !Object.hasOwn(nodes, id) ? undefined : places.get(id);
    const list = place && place.slot === undefined ? listOf(place.parent) : null;
    const at = list ? list.indexOf(id) : -1;
    return place && list && at >= 0 ? { place, list, at } : null;
  };

  const inverse: Step[] = [];
  let count = 0;
  for (let i = from; i < steps.length; i++) {
    const step = steps[i];
    if (!moves(step, name) || stepFault(step)) break;
    if (step.do === 'insert') {
      const list = step.into.slot === undefined ? listOf(step.into.parent) : null;
      if (!list || Object.keys(step.nodes).some((id) => Object.hasOwn(nodes, id))) break;
      if (wholeTree(step.root, step.nodes, '') || !put(list, step.root, step.after)) break;
      const tidy = tidyNodes(step.nodes);
      Object.assign(nodes, tidy);
      for (const [id, place] of placesOf(tidy)) places.set(id, place);
      places.set(step.root, step.into);
      inverse.push({ do: 'remove', tree: step.tree, node: step.root });
    } else {
      const found = standing(step.node);
      if (!found) break;
      const { place, list, at } = found;
      const before = list[at - 1] ?? null;
      if (step.do === 'remove') {
        const taken = below(step.node, {});
        for (const id of Object.keys(taken)) {
          delete nodes[id];
          lists.delete(id);
          places.delete(id);
        }
        list.splice(at, 1);
        inverse.push({ do: 'insert', tree: step.tree, root: step.node, nodes: taken, into: place, after: before });
      } else {
        const to = step.into.slot === undefined ? listOf(step.into.parent) : null;
        if (!to || step.after === step.node || (step.after !== null && !to.includes(step.after))) break;
        let up: NodeId | undefined = step.into.parent;
        while (up !== undefined && up !== step.node) up = places.get(up)?.parent;
        if (up === step.node) break;
        list.splice(at, 1);
        put(to, step.node, step.after);
        places.set(step.node, step.into);
        inverse.push({ do: 'move', tree: step.tree, node: step.node, into: place, after: before });
      }
    }
    count++;
  }
  if (count < LEAST) return null;
  const made: Record<NodeId, Node> = {};
  for (const id of Object.keys(nodes)) made[id] = now(id) as Node;
  return { project: withNodes(project, name, made), inverse, count };
}
