import {
  PLACEMENT_ATTRS,
  componentAt,
  listAt,
  placesOf,
  subtree,
  type Component,
  type InstanceNode,
  type Node,
  type NodeId,
  type Prop,
  type PropKind,
  type Screen,
  type Slot,
  type World,
} from '../model/index.js';
import { treeOfScreen, type NewId, type Step } from '../edit/index.js';
import { pointedAt, takeAlong } from './interactions.js';
import { guessOf, type Guess } from './guess.js';
import { lift, idFor, listIn, unused, type LiftedProps } from './lift.js';

/** What is asked of a new component besides what it is made of. */
export interface MakeRequest {
  readonly name?: string;
  /** Suggestions that are not wanted, and those wanted that are not taken by themselves, by their keys. */
  readonly leave?: ReadonlySet<string>;
  readonly take?: ReadonlySet<string>;
  /** Parts that some uses lack: each becomes a flag. */
  readonly optional?: readonly NodeId[];
  /** What it is taken for; absent: guessed from what it is like. */
  readonly guess?: Guess;
}
/** Something that could be chosen on each use, and whether it is so unless said otherwise. */
export interface Suggestion {
  readonly key: string;
  readonly kind: PropKind | 'slot';
  readonly name: string;
  readonly says: string;
  readonly taken: boolean;
}
export type Made =
  | {
      readonly component: Component;
      readonly steps: readonly Step[];
      /** The instance that stands where the things stood. */
      readonly instance: NodeId;
      readonly suggestions: readonly Suggestion[];
    }
  | { readonly problem: string };

/** What a thing says of its place among others stays with each instance; all else is the component's. */
const OF_ITS_PLACE: ReadonlySet<string> = new Set([...PLACEMENT_ATTRS, 'width', 'minWidth', 'maxWidth']);

/** Why nothing can be made of a thing; null: it can. */
export function notToBeMade(screen: Screen, id: NodeId): string | null {
  const root = screen.nodes[id];
  const place = placesOf(screen.nodes).get(id);
  if (!root || !place || id === screen.root)
    return 'Select something on the screen first: a component is made of that.';
  if (screen.id.startsWith('edition:'))
    return 'Parts of an installed original stay in it: place it on a screen, unlink it there, and make a component of that.';
  if (root.type === 'series')
    return 'A series is made of one thing already; make a component of that, or wrap the series in a row first.';
  if (screen.nodes[place.parent]?.type === 'series')
    return 'This is repeated by its series; break the series first, or make a component of the series’ container.';
  return null;
}

/**
 * Makes a component of the project of one thing on a screen with all that is in it, and puts an instance in its place: what it
 * says, its icons and its pictures become props, with what is there as their defaults, things repeated alike a list, and what is
 * asked for a slot, so that nothing changes on the screen.
 */
export function makeOriginal(world: World, screen: Screen, id: NodeId, newId: NewId, wish: MakeRequest = {}): Made {
  const problem = notToBeMade(screen, id);
  if (problem !== null) return { problem };
  const root = screen.nodes[id] as Node;
  const outer = screen.id.startsWith('original:')
    ? world.project.originals[screen.id.slice('original:'.length)]
    : undefined;
  const ruled = outer?.rules.some((r) => subtree(screen.nodes, id).some((k) => k !== id && Object.hasOwn(r.set, k)));
  if (outer && ruled)
    return {
      problem: `Rules of ${outer.name} make parts of this another in some looks; take those rules away first, or make a component of a part that is the same in all looks.`,
    };
  const handed: Record<string, string> = {};
  const leave = wish.leave ?? NONE;
  const take = wish.take ?? NONE;
  const props: Prop[] = [];
  const slots: Slot[] = [];
  const suggestions: Suggestion[] = [];
  const nodes: Record<NodeId, Node> = {};
  for (const key of subtree(screen.nodes, id)) {
    const node = screen.nodes[key];
    if (node) nodes[key] = node;
  }
  const content: Record<NodeId, Node> = {};
  const fills: { slot: string; children: readonly NodeId[] }[] = [];
  const told = (s: Omit<Suggestion, 'taken'>, byItself: boolean): boolean => {
    const taken = byItself ? !leave.has(s.key) : take.has(s.key);
    suggestions.push({ ...s, taken });
    return taken;
  };
  const gathered: LiftedProps = { world, props, nodes, whole: id, told };

  // What is linked to the original around it stays linked: through a prop of the new component.
  for (const node of Object.values(nodes)) {
    const bind: Record<string, string> = {};
    for (const [name, from] of Object.entries(node.bind ?? {})) {
      const p = from.includes('.') ? undefined : outer?.contract.props.find((x) => x.id === from);
      if (!p) {
        bind[name] = from;
        continue;
      }
      const known = Object.entries(handed)
        .find(([, outerProp]) => outerProp === p.id)?.[0]
        .slice('props.'.length);
      const prop = known ?? idFor(p.name, new Set(props.map((x) => x.id)));
      if (known === undefined) props.push({ ...p, id: prop });
      handed[`props.${prop}`] = p.id;
      bind[name] = prop;
    }
    if (node.bind) nodes[node.id] = { ...node, bind } as Node;
  }
  // A box of unlike things can be a slot: then what is in it is each use's own.
  for (const key of Object.keys(nodes)) {
    const node = nodes[key];
    if (node?.type !== 'box' || key === id || node.children.length === 0) continue;
    const name = node.name ?? (slots.length === 0 ? 'Content' : `Content ${slots.length + 1}`);
    const says = `${node.children.length} ${node.children.length === 1 ? 'thing' : 'things'}`;
    if (!told({ key: `slot:${key}`, kind: 'slot', name, says }, false)) continue;
    const slot = idFor(name, new Set(slots.map((s) => s.id)));
    slots.push({ id: slot, name, description: '', accepts: [], placeholder: 'Put something here' });
    for (const child of node.children)
      for (const below of subtree(nodes, child)) {
        const n = nodes[below];
        if (n) content[below] = n;
        delete nodes[below];
      }
    fills.push({ slot, children: node.children });
    nodes[key] = { id: key, type: 'slot', slot, attrs: node.attrs, ...(node.name ? { name: node.name } : {}) };
  }
  // Things repeated alike become a list.
  for (const key of Object.keys(nodes)) {
    const node = nodes[key];
    if (node?.type === 'box' && node.children.length >= 3 && node.children.every((c) => nodes[c]))
      listIn(gathered, node);
  }
  for (const key of wish.optional ?? []) {
    const node = nodes[key];
    if (!node || key === id) continue;
    const name = `Show ${(node.name ?? (node.type === 'text' ? 'note' : node.type)).toLowerCase()}`;
    if (!told({ key: `flag:${key}`, kind: 'flag', name, says: 'on' }, true)) continue;
    const prop = idFor(name, new Set(props.map((p) => p.id)));
    props.push({
      id: prop,
      name: unused(name, new Set(props.map((p) => p.name.toLowerCase()))),
      kind: 'flag',
      default: true,
      description: '',
    });
    nodes[key] = { ...node, bind: { ...node.bind, visible: prop } } as Node;
  }
  for (const key of subtree(nodes, id)) {
    const node = nodes[key];
    if (node) nodes[key] = lift(gathered, node);
  }

  const taken = new Set(Object.values(world.project.originals).map((o) => o.name.toLowerCase()));
  const list = siblings(screen, id);
  const of = componentAt(world, root.type === 'instance' ? root.component : '');
  const guess = wish.guess ?? guessOf(world, screen.nodes, id, { first: list[0] === id, last: list.at(-1) === id });
  const name = unused(wish.name?.trim() || nameFor(of, root, props, guess.name), taken);
  const top = nodes[id] as Node;
  const componentId = idFor(name, new Set(Object.keys(world.project.originals)));
  const component: Component = {
    id: componentId,
    name,
    role: of?.role ?? guess.role,
    family: 'Own components',
    summary: `Made on ${screen.name}.`,
    words: [],
    contract: { props, slots, states: [], events: [] },
    root: id,
    nodes: { ...nodes, [id]: { ...top, attrs: without(top.attrs) } as Node },
    rules: [],
  };
  const ref = `project/${componentId}`;
  // What things in it do goes on as what parts of it do; what reaches into it cannot, and stays with the original.
  const interactions = takeAlong(component.nodes, id, ref);
  const instance: InstanceNode = {
    id: newId(),
    type: 'instance',
    component: ref,
    attrs: only(root.attrs),
    ...(Object.keys(handed).length > 0 ? { bind: handed } : {}),
    overrides: [],
    ...(interactions.along.length > 0 ? { interactions: interactions.along } : {}),
    fills: fills.map((f) => ({ home: ref, ...f })).sort((a, b) => (a.slot < b.slot ? -1 : 1)),
  };
  const tree = treeOfScreen(screen);
  const place = placesOf(screen.nodes).get(id);
  if (!place) return { problem: 'It stands nowhere any more.' };
  const made = { ...component, nodes: interactions.nodes };
  return {
    component: made,
    instance: instance.id,
    suggestions,
    steps: [
      { do: 'original', original: component.id, value: made },
      { do: 'remove', tree, node: id },
      {
        do: 'insert',
        tree,
        root: instance.id,
        nodes: { [instance.id]: instance, ...content },
        into: place,
        after: list[list.indexOf(id) - 1] ?? null,
      },
      ...pointedAt(screen, id, instance.id),
    ],
  };
}

const NONE: ReadonlySet<string> = new Set();
function siblings(screen: Screen, id: NodeId): readonly NodeId[] {
  const place = placesOf(screen.nodes).get(id);
  return place ? listAt(screen.nodes, place) : [];
}

/** Its own name, that of what it is, what it looks as if it were, or the first thing it says. */
function nameFor(of: Component | undefined, root: Node, props: readonly Prop[], guessed: string): string {
  if (root.name && root.type !== 'icon' && root.type !== 'image') return root.name;
  if (of) return of.name;
  if (guessed !== 'Group') return guessed;
  const says = props.find((p) => p.kind === 'text')?.default;
  return typeof says === 'string' && says.trim() !== ''
    ? says.trim().split(/\s+/u).slice(0, 3).join(' ').slice(0, 40)
    : guessed;
}
const only = (attrs: Node['attrs']): Node['attrs'] =>
  Object.fromEntries(Object.entries(attrs).filter(([k]) => OF_ITS_PLACE.has(k)));
/** Of its width it keeps what it is when nobody says otherwise. */
const without = (attrs: Node['attrs']): Node['attrs'] =>
  Object.fromEntries(Object.entries(attrs).filter(([k]) => !OF_ITS_PLACE.has(k) || /width/iu.test(k)));
