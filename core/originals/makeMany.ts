import { applyEdit, nameByPattern, outermost, type NewId, type Step } from '../edit/index.js';
import {
  listAt,
  placesOf,
  subtree,
  appliedKitsOf,
  type Component,
  type InstanceNode,
  type Node,
  type NodeId,
  type Project,
  type Screen,
  type World,
} from '../model/index.js';
import { guessOf, type Guess } from './guess.js';
import { groupAlike, likeness, pairParts, type Piece } from './likeness.js';
import { makeOriginal, notToBeMade, type Suggestion, type MakeRequest } from './make.js';
import { reattach } from './reattach.js';

/** How many components are made of several things: one of everything, one of each, one of each kind with an instance for each. */
export type HowMany = 'one' | 'each' | 'alike';
export interface MakeManyRequest {
  readonly how: HowMany;
  /** `{name}`, `{text}`, `{number}`; words to replace in the name first. */
  readonly pattern?: string;
  readonly find?: string;
  readonly put?: string;
  /** Names said for single components, by the id of what they are made of. */
  readonly names?: Readonly<Record<NodeId, string>>;
  /** Those that are not wanted, by the id of what they would be made of. */
  readonly without?: ReadonlySet<NodeId>;
  readonly leave?: ReadonlySet<string>;
  readonly take?: ReadonlySet<string>;
}
/** Things of one screen that components are made of. */
export interface Chosen {
  readonly screen: Screen;
  readonly ids: readonly NodeId[];
}
export interface OneMade {
  /** What it is made of. */
  readonly of: NodeId;
  readonly component: Component;
  readonly instances: readonly { readonly screen: string; readonly node: NodeId }[];
  /** How alike the least alike of its instances is to the first: 0 to 1. */
  readonly likeness: number;
  readonly suggestions: readonly Suggestion[];
}
export type ManyMade =
  | { readonly made: readonly OneMade[]; readonly steps: readonly Step[]; readonly left: readonly string[] }
  | { readonly problem: string };

/** So alike things are one component: structure and style agree by four fifths. */
export const ALIKE_FROM = 0.8;

/** Other things on a screen that are like this one and could be instances of the same component, the most alike first. */
export function similarTo(
  screen: Screen,
  id: NodeId,
  least = ALIKE_FROM,
): readonly { readonly id: NodeId; readonly likeness: number }[] {
  const node = screen.nodes[id];
  const own = new Set(subtree(screen.nodes, id));
  if (!node || node.type === 'instance' || node.type === 'series') return [];
  const around = new Set<NodeId>();
  for (let at = placesOf(screen.nodes).get(id)?.parent; at !== undefined; at = placesOf(screen.nodes).get(at)?.parent)
    around.add(at);
  const size = own.size;
  const found: { id: NodeId; likeness: number }[] = [];
  const inside = new Set<NodeId>();
  for (const other of subtree(screen.nodes, screen.root)) {
    const n = screen.nodes[other];
    if (!n || n.type !== node.type || own.has(other) || around.has(other) || inside.has(other)) continue;
    const below = subtree(screen.nodes, other);
    if (below.length > size * 2 || below.length * 2 < size || (size === 1 && below.length > 1)) continue;
    const fit = likeness({ nodes: screen.nodes, root: id }, { nodes: screen.nodes, root: other });
    if (fit < least || notToBeMade(screen, other) !== null) continue;
    found.push({ id: other, likeness: fit });
    for (const k of below) inside.add(k);
  }
  return found.sort((a, b) => b.likeness - a.likeness);
}

/** What would suit: one component for a single thing, or where all are alike; one of each kind otherwise. */
export const suitedTo = (chosen: readonly Chosen[]): HowMany =>
  chosen.reduce((n, c) => n + c.ids.length, 0) <= 1 ? 'each' : 'alike';

/** Makes components of several things at once, one edit for all. What is left as it is, is named. Nothing changes on any screen. */
export function makeMany(world: World, chosen: readonly Chosen[], newId: NewId, wish: MakeManyRequest): ManyMade {
  const things = chosen.flatMap((c) =>
    outermost(c.screen.nodes, c.screen.root, c.ids)
      .filter((id) => id !== c.screen.root)
      .map((id) => ({ screen: c.screen.id, id })),
  );
  if (things.length === 0) return { problem: 'Select something on the screen first: a component is made of that.' };
  const state: Making = {
    world,
    project: world.project,
    steps: [],
    made: [],
    left: [],
    newId,
    wish,
    number: 0,
    of: things.length,
  };
  if (wish.how === 'one' && things.length > 1) {
    const problem = wrapped(state, chosen);
    if (problem !== null) return { problem };
  } else if (wish.how === 'alike') {
    const pieces = things.map((t): Piece => ({ nodes: screenIn(state.project, t.screen)?.nodes ?? {}, root: t.id }));
    const groups = groupAlike(pieces, ALIKE_FROM);
    const making = { ...state, of: groups.length };
    for (const group of groups) {
      const members = group.members.flatMap((i) => things[i] ?? []);
      makeGroup(making, members, group.likeness);
    }
    return done(making);
  } else for (const t of things) makeGroup(state, [t], 1);
  return done(state);
}
interface Making {
  readonly world: World;
  project: Project;
  readonly steps: Step[];
  readonly made: OneMade[];
  readonly left: string[];
  readonly newId: NewId;
  readonly wish: MakeManyRequest;
  number: number;
  readonly of: number;
}
const screenIn = (project: Project, id: string): Screen | undefined => project.screens.find((s) => s.id === id);
const done = (m: Making): ManyMade =>
  m.made.length === 0 && m.left.length > 0
    ? { problem: m.left[0] as string }
    : { made: m.made, steps: m.steps, left: m.left };

function apply(m: Making, steps: readonly Step[]): boolean {
  const got = applyEdit(m.project, { id: 'make', label: 'make', steps });
  if (!got.ok) {
    m.left.push(got.refusal.message);
    return false;
  }
  m.project = got.project;
  m.steps.push(...steps);
  return true;
}

function wishFor(m: Making, of: NodeId, extra: MakeRequest = {}): MakeRequest {
  const { wish } = m;
  return {
    ...(wish.leave ? { leave: wish.leave } : {}),
    ...(wish.take ? { take: wish.take } : {}),
    ...(wish.names?.[of] !== undefined ? { name: wish.names[of] as string } : {}),
    ...extra,
  };
}
/** The name by the pattern, where one was given and the name was not said. */
function named(m: Making, of: NodeId, component: Component): string | undefined {
  const { pattern, find = '', put = '', names } = m.wish;
  if (names?.[of] !== undefined || ((pattern ?? '') === '' && find === '')) return undefined;
  const text = component.contract.props.find((p) => p.kind === 'text')?.default;
  const says = typeof text === 'string' && text.trim() !== '' ? text.trim().slice(0, 40) : component.name;
  return nameByPattern(
    (pattern || '{name}').replace(/\{text\}/gu, says.replace(/[{}]/gu, '')),
    {
      name: component.name,
      number: m.number,
      of: m.of,
      flow: '',
      device: '',
    },
    find,
    put,
  );
}

function makeGroup(
  m: Making,
  members: readonly { readonly screen: string; readonly id: NodeId }[],
  alike: number,
): void {
  const nodesOf = (t: { readonly screen: string }): Screen['nodes'] => screenIn(m.project, t.screen)?.nodes ?? {};
  // The richest of them shows everything that any has.
  const [lead] = [...members].sort((a, b) => subtree(nodesOf(b), b.id).length - subtree(nodesOf(a), a.id).length);
  const screen = lead && screenIn(m.project, lead.screen);
  if (!lead || !screen || m.wish.without?.has(lead.id)) return;
  m.number++;
  const optional = new Set<NodeId>();
  for (const t of members) {
    if (t === lead) continue;
    const a: Piece = { nodes: screen.nodes, root: lead.id };
    const pairs = pairParts(a, { nodes: nodesOf(t), root: t.id });
    const gone = subtree(screen.nodes, lead.id).filter((id) => !pairs.has(id));
    for (const id of gone) {
      const parent = placesOf(screen.nodes).get(id)?.parent;
      if (parent !== undefined && pairs.has(parent)) optional.add(id);
    }
  }
  const world: World = { ...m.world, project: m.project };
  const extra: MakeRequest = {
    ...(optional.size > 0 ? { optional: [...optional] } : {}),
    ...(members.length > 2 ? { guess: mostly(world, members, m.project) } : {}),
  };
  let got = makeOriginal(world, screen, lead.id, m.newId, wishFor(m, lead.id, extra));
  if (!('problem' in got)) {
    const name = named(m, lead.id, got.component);
    if (name !== undefined && name !== '')
      got = makeOriginal(world, screen, lead.id, m.newId, wishFor(m, lead.id, { ...extra, name }));
  }
  if ('problem' in got) {
    m.left.push(got.problem);
    return;
  }
  if (!apply(m, got.steps)) return;
  const instances = [{ screen: lead.screen, node: got.instance }];
  const ref = `project/${got.component.id}`;
  // All are compared with the screens as they stand now: each keeps its id and its place.
  const now: World = { ...m.world, project: m.project };
  const linkedNow: { readonly screen: string; readonly node: InstanceNode }[] = [];
  for (const t of members) {
    if (t === lead) continue;
    const there = screenIn(now.project, t.screen);
    if (!there) continue;
    const linked = reattach(now, appliedKitsOf(now.project, there), there, t.id, m.newId, ref);
    // What would not look the same stays what it is.
    if ('problem' in linked || !linked.exact || linked.ledger.some((e) => e.outcome === 'beside')) {
      m.left.push(
        `${there.nodes[t.id]?.name ?? 'One thing'} differs too much from ${got.component.name}; it stays as it is.`,
      );
      continue;
    }
    m.steps.push(...linked.steps);
    linkedNow.push({ screen: t.screen, node: linked.node });
    instances.push({ screen: t.screen, node: t.id });
  }
  if (linkedNow.length > 0) m.project = standing(m.project, linkedNow);
  m.made.push({ of: lead.id, component: got.component, instances, likeness: alike, suggestions: got.suggestions });
}

/** The project with instances in the place of the parts they were: what their steps make of it, at once. */
function standing(
  project: Project,
  linked: readonly { readonly screen: string; readonly node: InstanceNode }[],
): Project {
  return {
    ...project,
    screens: project.screens.map((s) => {
      const here = linked.filter((l) => l.screen === s.id);
      if (here.length === 0) return s;
      const gone = new Set(here.flatMap((l) => subtree(s.nodes, l.node.id)));
      for (const l of here)
        for (const f of l.node.fills) for (const c of f.children) for (const k of subtree(s.nodes, c)) gone.delete(k);
      const nodes: Record<NodeId, Node> = {};
      for (const [id, n] of Object.entries(s.nodes)) if (!gone.has(id)) nodes[id] = n;
      for (const l of here) nodes[l.node.id] = l.node;
      return { ...s, nodes };
    }),
  };
}

/** What most of several like things are taken for: the first of a list looks like a header by itself. */
function mostly(
  world: World,
  members: readonly { readonly screen: string; readonly id: NodeId }[],
  project: Project,
): Guess {
  const guesses = members.flatMap((t) => {
    const screen = screenIn(project, t.screen);
    const place = screen && placesOf(screen.nodes).get(t.id);
    const list = screen && place ? listAt(screen.nodes, place) : [];
    return screen ? [guessOf(world, screen.nodes, t.id, { first: list[0] === t.id, last: list.at(-1) === t.id })] : [];
  });
  const count = (g: Guess): number => guesses.filter((x) => x.name === g.name).length;
  return [...guesses].sort((a, b) => count(b) - count(a))[0] as Guess;
}

/** One component of several neighbours: as if they stood in a box that is like the one around them. */
function wrapped(m: Making, chosen: readonly Chosen[]): string | null {
  const [one, other] = chosen.filter((c) => c.ids.length > 0);
  if (!one || other)
    return 'One component of everything is made of things on one screen; select those, or make one of each.';
  const { screen } = one;
  const ids = outermost(screen.nodes, screen.root, one.ids);
  const places = placesOf(screen.nodes);
  const place = places.get(ids[0] ?? '');
  const parent = place && screen.nodes[place.parent];
  if (!place || !parent || ids.some((id) => places.get(id)?.parent !== place.parent))
    return 'These stand in different places. Wrap each group first (Ctrl+G), or make one of each.';
  const list = listAt(screen.nodes, place);
  const at = ids.map((id) => list.indexOf(id)).sort((a, b) => a - b);
  if ((at.at(-1) ?? 0) - (at[0] ?? 0) !== ids.length - 1)
    return 'Something that is not selected stands between these. Select that too, or make one of each.';
  const around = parent.type === 'box' ? parent.attrs : {};
  const row = around.flow === 'row';
  const { flow, gap, rowGap, align } = around;
  const box: Node = {
    id: m.newId(),
    type: 'box',
    attrs: {
      flow: flow ?? 'column',
      ...(gap === undefined ? {} : { gap }),
      ...(rowGap === undefined ? {} : { rowGap }),
      ...(align === undefined ? {} : { align }),
      ...(row ? {} : { width: 'stretch' as const }),
    },
    children: ids,
  };
  const tree = `screen:${screen.id}` as const;
  const steps: Step[] = [
    {
      do: 'insert',
      tree,
      root: box.id,
      nodes: { [box.id]: { ...box, children: [] } as Node },
      into: place,
      after: list[(at[0] ?? 0) - 1] ?? null,
    },
  ];
  let behind: NodeId | null = null;
  for (const id of [...ids].sort((a, b) => list.indexOf(a) - list.indexOf(b))) {
    steps.push({ do: 'move', tree, node: id, into: { parent: box.id }, after: behind });
    behind = id;
  }
  if (!apply(m, steps)) return m.left.pop() ?? 'These cannot be put together.';
  makeGroup(m, [{ screen: screen.id, id: box.id }], 1);
  return null;
}
