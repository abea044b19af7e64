import { Memo } from '../base/index.js';
import { transferInstance } from '../transfer/index.js';
import {
  childrenOf,
  lookupIn,
  shownComponent,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type NodeId,
  type Screen,
  type AppliedKit,
  type World,
} from '../model/index.js';

/** An instance somewhere in the project. */
export interface UsePlace {
  readonly screen: string;
  readonly node: NodeId;
}

/** The instances of a screen in reading order, whatever they show. */
const placed = new Memo<readonly InstanceNode[]>();
function placedOn(screen: Screen): readonly InstanceNode[] {
  return placed.of(screen.nodes, [screen.root], () => {
    const found: InstanceNode[] = [];
    const open: NodeId[] = [screen.root];
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      const n = screen.nodes[id];
      if (!n) continue;
      if (n.type === 'instance') found.push(n);
      open.push(...[...childrenOf(n)].reverse());
    }
    return found;
  });
}

/** A screen is looked at as it is and through a lens. */
const perScreen = new Memo<ReadonlyMap<ComponentRef, readonly NodeId[]>>(3);

/** The instances of one screen in reading order, by the component that each shows. Counted once for each screen as it is. */
export function usesOn(
  screen: Screen,
  appliedKits: readonly AppliedKit[],
): ReadonlyMap<ComponentRef, readonly NodeId[]> {
  return perScreen.of(screen.nodes, [appliedKits, screen.root], () => {
    const found = new Map<ComponentRef, NodeId[]>();
    const lists = new Map<ComponentRef, NodeId[]>();
    for (const n of placedOn(screen)) {
      let list = lists.get(n.component);
      if (!list) {
        const shown = shownComponent(appliedKits, n.component);
        list = found.get(shown) ?? [];
        found.set(shown, list);
        lists.set(n.component, list);
      }
      list.push(n.id);
    }
    return found;
  });
}

/** Every instance that shows the same component, on the given screens, in their order. */
export function alike(
  screens: readonly Screen[],
  appliedKitsOf: (screen: Screen) => readonly AppliedKit[],
  shown: ComponentRef,
): UsePlace[] {
  return screens.flatMap((s) => (usesOn(s, appliedKitsOf(s)).get(shown) ?? []).map((node) => ({ screen: s.id, node })));
}

/** How often each component shows on the given screens, parts of other components not counted. */
export function countUses(
  screens: readonly Screen[],
  appliedKitsOf: (screen: Screen) => readonly AppliedKit[],
): Record<ComponentRef, number> {
  const uses: Record<ComponentRef, number> = {};
  for (const s of screens)
    for (const [ref, ids] of usesOn(s, appliedKitsOf(s))) uses[ref] = (uses[ref] ?? 0) + ids.length;
  return uses;
}

const chosen = new Memo<ReadonlyMap<string, ReadonlyMap<NodeId, Json>>>(24);

/** What is chosen for one prop on the instances of a component on one screen: by what it says, the instances. */
function chosenOn(
  world: World,
  screen: Screen,
  appliedKits: readonly AppliedKit[],
  shown: ComponentRef,
  prop: string,
): ReadonlyMap<NodeId, Json> {
  const byProp = chosen.of(
    screen.nodes,
    [appliedKits, shown, prop],
    () => {
      const found = new Map<NodeId, Json>();
      for (const id of usesOn(screen, appliedKits).get(shown) ?? []) {
        const transferred = transferInstance(world, appliedKits, screen.nodes[id] as InstanceNode).overrides.find(
          (c) => c.kind === 'prop' && c.at.length === 0 && c.name === prop && c.from >= 0,
        );
        if (transferred) found.set(id, transferred.value);
      }
      return new Map([[prop, found]]);
    },
    lookupIn(world),
  );
  return byProp.get(prop) ?? new Map();
}

/** Other values that a prop has elsewhere, chosen or not: how many different ones, and on how many screens. */
export function otherValues(
  world: World,
  screens: readonly Screen[],
  appliedKitsOf: (screen: Screen) => readonly AppliedKit[],
  shown: ComponentRef,
  prop: string,
  value: Json | undefined,
  otherwise: Json,
): { readonly values: number; readonly screens: number } {
  const mine = JSON.stringify(value);
  const values = new Set<string>();
  let on = 0;
  for (const s of screens) {
    const appliedKits = appliedKitsOf(s);
    const uses = usesOn(s, appliedKits).get(shown)?.length ?? 0;
    if (uses === 0) continue;
    const picked = chosenOn(world, s, appliedKits, shown, prop);
    const said = [...picked.values(), ...(picked.size < uses ? [otherwise] : [])]
      .map((v) => JSON.stringify(v))
      .filter((v) => v !== mine);
    for (const v of said) values.add(v);
    if (said.length > 0) on++;
  }
  return { values: values.size, screens: on };
}
