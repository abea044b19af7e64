import {
  componentAt,
  listAt,
  placesOf,
  PROP_KINDS,
  subtree,
  type Component,
  type InstanceNode,
  type Json,
  type Node,
  type NodeId,
  type Prop,
  type PropKind,
  type Screen,
  type Setting,
  type World,
} from '../model/index.js';
import { treeOfScreen, type NewId, type Step } from '../edit/index.js';

/** What is asked of a new component besides what it is made of. */
export interface Wish {
  readonly name?: string;
}
export type Made =
  | {
      readonly component: Component;
      readonly steps: readonly Step[];
      /** The instance that stands where the things stood. */
      readonly instance: NodeId;
    }
  | { readonly problem: string };

/** What a thing says of its place among others stays with each instance; all else is the component's. */
const OF_ITS_PLACE: ReadonlySet<string> = new Set([
  'x',
  'y',
  'edges',
  'pin',
  'alignSelf',
  'grow',
  'shrink',
  'share',
  'bleed',
  'width',
  'minWidth',
  'maxWidth',
]);
/** Kinds of values that are handed up as props: what differs from one use to the next. */
const HANDED_UP: ReadonlySet<PropKind> = new Set(['text', 'icon', 'image']);
/** More props than this are a form, not a contract. */
const MOST_PROPS = 16;

/**
 * Makes a component of the project of one thing on a screen with all that is in it, and puts an instance in its place: what it
 * says, its icons and its pictures become props, with what is there as their defaults, so that nothing changes on the screen.
 */
export function makeOriginal(world: World, screen: Screen, id: NodeId, newId: NewId, wish: Wish = {}): Made {
  const root = screen.nodes[id];
  const place = placesOf(screen.nodes).get(id);
  if (!root || !place || id === screen.root)
    return { problem: 'Select something on the screen first: a component is made of that.' };
  if (root.type === 'series')
    return {
      problem: 'A series is made of one thing already; make a component of that, or wrap the series in a row first.',
    };
  if (screen.nodes[place.parent]?.type === 'series')
    return {
      problem: 'This is repeated by its series; break the series first, or make a component of the series’ container.',
    };
  const props: Prop[] = [];
  const nodes: Record<NodeId, Node> = {};
  for (const key of subtree(screen.nodes, id)) {
    const node = screen.nodes[key];
    if (node) nodes[key] = handedUp(world, node, props);
  }
  const taken = new Set(Object.values(world.project.originals).map((o) => o.name.toLowerCase()));
  const name = unused(wish.name?.trim() || nameFor(world, root, props), taken);
  const of = componentAt(world, root.type === 'instance' ? root.component : '');
  const top = nodes[id] as Node;
  const component: Component = {
    id: idFor(name, new Set(Object.keys(world.project.originals))),
    name,
    role: of?.role ?? 'group',
    family: 'Own components',
    summary: `Made on ${screen.name}.`,
    words: [],
    contract: { props, slots: [], states: [], events: [] },
    root: id,
    nodes: { ...nodes, [id]: { ...top, attrs: without(top.attrs) } as Node },
    rules: [],
  };
  const instance: InstanceNode = {
    id: newId(),
    type: 'instance',
    component: `project/${component.id}`,
    attrs: only(root.attrs),
    settings: [],
    fills: [],
  };
  const tree = treeOfScreen(screen);
  const list = listAt(screen.nodes, place);
  const before = list[list.indexOf(id) - 1] ?? null;
  return {
    component,
    instance: instance.id,
    steps: [
      { do: 'original', original: component.id, value: component },
      { do: 'remove', tree, node: id },
      { do: 'insert', tree, root: instance.id, nodes: { [instance.id]: instance }, into: place, after: before },
    ],
  };
}

/** A node of the component: what it says is said by a prop of the component from now on. */
function handedUp(world: World, node: Node, props: Prop[]): Node {
  const bind: Record<string, string> = { ...node.bind };
  if (node.type === 'text' && typeof node.attrs.text === 'string' && node.attrs.text !== '' && !bind['text']) {
    const prop = addProp(props, node.name ?? 'Text', 'text', node.attrs.text);
    return prop ? { ...node, bind: { ...bind, text: prop } } : node;
  }
  if (node.type !== 'instance') return node;
  const home = node.placed ?? node.component;
  const component = componentAt(world, home);
  if (!component) return node;
  const { props: own } = component.contract;
  const propOf = (s: Setting): Prop | undefined => {
    const of = own.find((p) => p.id === s.name);
    if (!of || s.home !== home || s.kind !== 'prop' || s.at.length > 0 || s.when || bind[`props.${s.name}`])
      return undefined;
    // What is kept empty stays empty in each of them.
    const says = HANDED_UP.has(of.kind) && typeof s.value === 'string' && s.value.trim() !== '';
    return says && PROP_KINDS[of.kind].takes(s.value, of.options) ? of : undefined;
  };
  // Several texts of one thing are called by the first of them: what stands under “From” is called From.
  const texts = node.settings.filter((s) => propOf(s)?.kind === 'text');
  const first = own.find((p) => p.kind === 'text')?.id;
  const lead = texts.length > 1 ? texts.find((s) => s.name === first) : undefined;
  const nameOf = (s: Setting, of: Prop): string => {
    if (!lead || of.kind !== 'text')
      return own.filter((p) => p.kind === of.kind).length === 1
        ? component.name
        : `${component.name} ${of.name.toLowerCase()}`;
    const called = String(lead.value).trim().slice(0, 30);
    return s !== lead && texts.length === 2 ? called : `${called} ${of.name.toLowerCase()}`;
  };
  const settings = node.settings.filter((s) => {
    const of = propOf(s);
    const prop = of && addProp(props, nameOf(s, of), of.kind, s.value, of.means);
    if (prop) bind[`props.${s.name}`] = prop;
    return !prop;
  });
  return settings.length < node.settings.length ? { ...node, settings, bind } : node;
}

function addProp(props: Prop[], name: string, kind: PropKind, value: Json, means?: string): string | null {
  if (props.length >= MOST_PROPS) return null;
  const called = unused(name, new Set(props.map((p) => p.name.toLowerCase())));
  const id = idFor(called, new Set(props.map((p) => p.id)));
  props.push({ id, name: called, kind, default: value, description: '', ...(means ? { means } : {}) } as Prop);
  return id;
}

/** Its own name, that of what it is, or the first thing it says. */
function nameFor(world: World, root: Node, props: readonly Prop[]): string {
  if (root.name) return root.name;
  if (root.type === 'instance') return componentAt(world, root.component)?.name ?? 'Component';
  const says = props.find((p) => p.kind === 'text')?.default;
  return typeof says === 'string' && says.trim() !== ''
    ? says.trim().split(/\s+/u).slice(0, 3).join(' ').slice(0, 40)
    : 'Component';
}
function unused(name: string, taken: ReadonlySet<string>): string {
  let found = name;
  for (let n = 2; taken.has(found.toLowerCase()); n++) found = `${name} ${n}`;
  return found;
}
function idFor(name: string, taken: ReadonlySet<string>): string {
  const plain =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/gu, '-')
      .replace(/^-+|-+$/gu, '')
      .slice(0, 60) || 'component';
  const start = /^[a-z]/u.test(plain) ? plain : `c-${plain}`;
  let found = start;
  for (let n = 2; taken.has(found) || found === 'constructor'; n++) found = `${start}-${n}`;
  return found;
}
const only = (attrs: Node['attrs']): Node['attrs'] =>
  Object.fromEntries(Object.entries(attrs).filter(([k]) => OF_ITS_PLACE.has(k)));
/** Of its width it keeps what it is when nobody says otherwise. */
const without = (attrs: Node['attrs']): Node['attrs'] =>
  Object.fromEntries(Object.entries(attrs).filter(([k]) => !OF_ITS_PLACE.has(k) || /width/iu.test(k)));
