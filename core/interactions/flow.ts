import type { Action, NodeId, World } from '../model/index.js';
import { aboutThing, thingNames, writeSentence } from './sentence.js';

/** A way from one screen to another: which thing leads there, in which words. */
export interface FlowEdge {
  readonly from: string;
  readonly to: string;
  readonly thing: NodeId;
  readonly interaction: string;
  /** `Find sailings, when pressed`. */
  readonly words: string;
}
export interface FlowMap {
  readonly edges: readonly FlowEdge[];
  /** Screens that lead nowhere, not even back. */
  readonly deadEnds: readonly string[];
  /** Screens that no way leads to from the first one of their flow, or of the project. */
  readonly unreachable: readonly string[];
  /** Screens that one comes to and cannot leave backwards: no way from there leads to where one came from. */
  readonly noWayBack: readonly string[];
}

const ways = (actions: readonly Action[]): readonly string[] =>
  actions.flatMap((a) => (a.do === 'go' ? [a.screen] : []));

/** How the screens of a project are joined by what their things do. Ways that lead to screens that are gone are left out. Pure. */
export function flowMap(world: World): FlowMap {
  const { screens } = world.project;
  const there = new Set(screens.map((s) => s.id));
  const edges: FlowEdge[] = [];
  const backs = new Set<string>();
  for (const s of screens) {
    const doing = Object.values(s.nodes).filter((n) => n.interactions);
    if (doing.length === 0) continue;
    const names = thingNames(aboutThing(world, s, s.root));
    for (const n of doing)
      for (const b of n.interactions ?? []) {
        if (b.then.some((a) => a.do === 'back')) backs.add(s.id);
        const when = writeSentence(aboutThing(world, s, n.id), { when: b.when, then: [] }).replace(/, $/u, '');
        for (const to of ways(b.then))
          if (there.has(to))
            edges.push({
              from: s.id,
              to,
              thing: n.id,
              interaction: b.id,
              words: `${names.get(n.id) ?? 'The screen'}, ${b.if ? `${when}, if …` : when}`,
            });
      }
  }
  const leads = new Map<string, string[]>();
  for (const e of edges) leads.set(e.from, [...(leads.get(e.from) ?? []), e.to]);
  const reachedFrom = (starts: readonly string[]): ReadonlySet<string> => {
    const seen = new Set(starts);
    const open = [...starts];
    for (let at = open.pop(); at !== undefined; at = open.pop())
      for (const to of leads.get(at) ?? [])
        if (!seen.has(to)) {
          seen.add(to);
          open.push(to);
        }
    return seen;
  };
  // Where nothing is joined yet, nothing is told to be wrong.
  if (edges.length === 0) return { edges, deadEnds: [], unreachable: [], noWayBack: [] };
  const firsts = world.project.flows.flatMap((f) => screens.find((s) => s.flow === f.id)?.id ?? []);
  const reached = reachedFrom(firsts);
  const entered = new Map<string, Set<string>>();
  for (const e of edges) entered.set(e.to, (entered.get(e.to) ?? new Set()).add(e.from));
  return {
    edges,
    deadEnds: screens.flatMap((s) => ((leads.get(s.id) ?? []).length === 0 && !backs.has(s.id) ? [s.id] : [])),
    unreachable: screens.flatMap((s) => (reached.has(s.id) ? [] : [s.id])),
    noWayBack: screens.flatMap((s) => {
      const from = entered.get(s.id);
      // Where one begins, one need not go back.
      if (!from || backs.has(s.id) || firsts.includes(s.id)) return [];
      const on = reachedFrom([s.id]);
      return [...from].some((f) => on.has(f)) ? [] : [s.id];
    }),
  };
}
