import {
  akin,
  componentAt,
  kitAt,
  componentsInOrder,
  kitRef,
  shownComponent,
  type ComponentRef,
  type InstanceNode,
  type Kit,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { transferInstance } from './transfer.js';
import { sameLineage } from '../match/index.js';

/** Something to swap an instance to, and what would become of what was chosen. */
export interface Alternative {
  readonly ref: ComponentRef;
  readonly name: string;
  readonly kit: string;
  readonly now: boolean;
  readonly transferred: number;
  readonly parked: number;
  /** In words: `all carried`, `1 parked`. */
  readonly says: string;
  /** What would wait, in words. */
  readonly waits: readonly string[];
}

/**
 * Alternatives for an instance, best first: what shows now, then by role and its kin, by how much would be carried, and by family.
 * @param kits the kits to look in, most important first
 */
export function rankAlternatives(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  kits: readonly Kit[],
  most = 24,
): readonly Alternative[] {
  const shown = shownComponent(appliedKits, node.component);
  const now = componentAt(world, shown);
  // The way back to what it was placed as always stands near.
  const first = node.placed === undefined ? undefined : shownComponent(appliedKits, node.placed);
  const nowKit = kitAt(world, shown.slice(0, shown.lastIndexOf('/')));
  const found: (Alternative & { readonly score: number })[] = [];
  const seen = new Set<ComponentRef>();
  kits.forEach((kit, rank) => {
    // A kit that is only other tokens has the same components: swapping one instance to it is no alternative.
    if (rank > 0 && sameLineage(kit, nowKit)) return;
    for (const c of componentsInOrder(kit)) {
      const ref = `${kitRef(kit)}/${c.id}`;
      if (seen.has(ref)) continue;
      seen.add(ref);
      const got = transferInstance(world, appliedKits, node, ref);
      const waiting = got.ledger.filter((e) => e.outcome === 'parked');
      const lostContent = got.fills.parked.reduce((n, f) => n + f.children.length, 0);
      const parked = waiting.length + lostContent;
      const transferred = got.ledger.filter((e) => e.outcome === 'kept' || e.outcome === 'mapped').length;
      const total = transferred + waiting.length;
      const waits = [
        ...waiting.map((e) => `${e.what}: ${e.why}`),
        ...(lostContent > 0 ? [`${lostContent} ${lostContent === 1 ? 'thing' : 'things'} in its slot`] : []),
      ];
      const says =
        ref === shown ? 'now' : parked > 0 ? `${parked} parked` : total > 0 ? 'all carried' : 'nothing to carry';
      const score =
        (ref === shown ? 1000 : ref === first ? 500 : 0) +
        (c.role === now?.role ? 60 : 0) +
        (c.role !== now?.role && akin(c.role, now?.role) ? 40 : 0) +
        (c.family === now?.family ? 15 : 0) +
        (total > 0 ? (transferred / total) * 40 : 20) +
        Math.min(10, transferred) -
        parked * 4 -
        rank * 15;
      found.push({ ref, name: c.name, kit: kit.name, now: ref === shown, transferred, parked, says, waits, score });
    }
  });
  found.sort((a, b) => b.score - a.score);
  return found.slice(0, most).map(({ score: _, ...a }) => a);
}
