import {
  childrenOf,
  componentAt,
  PROP_KINDS,
  sameJson,
  overrideKey,
  subtree,
  type Json,
  type ListItem,
  type Node,
  type NodeId,
  type Prop,
  type PropKind,
  type Override,
  type World,
} from '../model/index.js';
import type { Suggestion } from './make.js';

/** A contract while it is gathered from what things say. */
export interface LiftedProps {
  readonly world: World;
  readonly props: Prop[];
  readonly nodes: Record<NodeId, Node>;
  /** What the component is made of, as a whole. */
  readonly whole: NodeId;
  /** Tells a suggestion; true when it is taken. */
  readonly told: (s: Omit<Suggestion, 'taken'>, byItself: boolean) => boolean;
}
/** Kinds of values that are handed up as props: what differs from one use to the next. */
const HANDED_UP: ReadonlySet<PropKind> = new Set(['text', 'icon', 'image']);
/** More props than this are a form, not a contract. */
const MOST_PROPS = 16;
/** A text of more words than this says something; it is no label of what stands beside it. */
const LABEL = 2;

/** What plain leaves show, by their kind. */
const LEAVES = {
  text: { attr: 'text', kind: 'text', name: 'Text' },
  icon: { attr: 'icon', kind: 'icon', name: 'Icon' },
  image: { attr: 'asset', kind: 'image', name: 'Picture' },
} as const;

/** A part of the component: what it says is said by a prop of the component from now on. */
export function lift(g: LiftedProps, node: Node): Node {
  const bind: Record<string, string> = { ...node.bind };
  if (node.type === 'text' || node.type === 'icon' || node.type === 'image') {
    const { attr, kind, name } = LEAVES[node.type];
    const value = (node.attrs as Readonly<Record<string, Json>>)[attr];
    if (typeof value !== 'string' || value === '' || value === 'none' || bind[attr]) return node;
    const called = node.type === 'text' ? (node.name ?? textName(g, node)) : (node.name ?? name);
    const prop = addProp(g, `${kind}:${node.id}`, called, kind, value, node.means);
    return prop ? { ...node, bind: { ...bind, [attr]: prop } } : node;
  }
  if (node.type !== 'instance') return node;
  const home = node.placed ?? node.component;
  const component = componentAt(g.world, home);
  if (!component) return node;
  const { props: own } = component.contract;
  const propOf = (s: Override): Prop | undefined => {
    const of = own.find((p) => p.id === s.name);
    if (!of || s.home !== home || s.kind !== 'prop' || s.at.length > 0 || s.when || bind[`props.${s.name}`])
      return undefined;
    // What is kept empty stays empty in each of them.
    const says = HANDED_UP.has(of.kind) && typeof s.value === 'string' && s.value.trim() !== '';
    return says && PROP_KINDS[of.kind].takes(s.value, of.options) ? of : undefined;
  };
  // Several texts of one thing are called by the first of them, where that is a label: what stands under “From” is called From.
  const texts = node.overrides.filter((s) => propOf(s)?.kind === 'text');
  const first = own.find((p) => p.kind === 'text')?.id;
  const label = texts.find((s) => s.name === first);
  const lead = texts.length > 1 && String(label?.value).trim().split(/\s+/u).length <= LABEL ? label : undefined;
  const nameOf = (s: Override, of: Prop): string => {
    // What is one thing and no more goes on calling what it says as that thing does.
    if (node.id === g.whole) return of.name;
    if (!lead || of.kind !== 'text')
      return own.filter((p) => p.kind === of.kind).length === 1
        ? component.name
        : `${component.name} ${of.name.toLowerCase()}`;
    const called = String(lead.value).trim().slice(0, 30);
    return s !== lead && texts.length === 2 ? called : `${called} ${of.name.toLowerCase()}`;
  };
  const overrides = node.overrides.filter((s) => {
    const of = propOf(s);
    const prop = of && addProp(g, `prop:${node.id}.${s.name}`, nameOf(s, of), of.kind, s.value, of.means);
    if (prop) bind[`props.${s.name}`] = prop;
    return !prop;
  });
  return overrides.length < node.overrides.length ? { ...node, overrides, bind } : node;
}

/** Texts without a name are called by what they are: title, note, label. */
function textName(g: LiftedProps, node: Node): string {
  const style = String(node.attrs.textStyle ?? '');
  const taken = new Set(g.props.map((p) => p.name));
  const names = /heading|title|display/iu.test(style)
    ? ['Title', 'Subtitle']
    : /note|caption|small/iu.test(style)
      ? ['Note', 'Detail']
      : /label|button/iu.test(style)
        ? ['Label']
        : ['Text', 'Note'];
  return names.find((n) => !taken.has(n)) ?? names[0] ?? 'Text';
}

function addProp(
  g: LiftedProps,
  key: string,
  name: string,
  kind: PropKind,
  value: Json,
  means?: string,
): string | null {
  const { props } = g;
  const called = unused(name, new Set(props.map((p) => p.name.toLowerCase())));
  const taken = g.told({ key, kind, name: called, says: String(value).slice(0, 60) }, props.length < MOST_PROPS);
  if (!taken) return null;
  const id = idFor(called, new Set(props.map((p) => p.id)));
  props.push({ id, name: called, kind, default: value, description: '', ...(means ? { means } : {}) } as Prop);
  return id;
}

/** One thing that differs between things that are otherwise the same. */
interface Differs {
  /** Of the first of them. */
  readonly node: NodeId;
  /** The attribute, or `props.x` of an instance. */
  readonly name: string;
  readonly kind: PropKind;
  readonly values: Json[];
  readonly called: string;
}

/** Children of a box that differ in nothing but what they say become the items of a list, shown by a series in its place. */
export function listIn(g: LiftedProps, box: Extract<Node, { readonly type: 'box' }>): void {
  const differs: Differs[] = [];
  const first = box.children[0] as NodeId;
  for (const other of box.children.slice(1))
    if (!compare(g, first, other, differs, box.children.indexOf(other))) return;
  if (differs.length === 0) return;
  const name = unused(
    box.name && box.name.length < 30 ? box.name : 'Items',
    new Set(g.props.map((p) => p.name.toLowerCase())),
  );
  const says = `${box.children.length} items`;
  if (!g.told({ key: `list:${box.id}`, kind: 'list', name, says }, g.props.length < MOST_PROPS)) return;
  const id = idFor(name, new Set(g.props.map((p) => p.id)));
  const item: Prop[] = [];
  const fields = differs.map((d) => {
    const called = unused(d.called, new Set(item.map((p) => p.name.toLowerCase())));
    const field = idFor(called, new Set(item.map((p) => p.id)));
    item.push({
      id: field,
      name: called,
      kind: d.kind,
      default: d.kind === 'icon' ? 'none' : '',
      description: '',
    } as Prop);
    return field;
  });
  const value: ListItem[] = box.children.map((_, i) => ({
    key: `k${i + 1}`,
    values: Object.fromEntries(differs.map((d, f) => [fields[f] as string, d.values[i] ?? ''])),
  }));
  g.props.push({ id, name, kind: 'list', default: value as unknown as Json, description: '', means: 'items', item });
  differs.forEach((d, f) => {
    const node = g.nodes[d.node];
    if (!node) return;
    const bind = { ...node.bind, [d.name]: `${id}.${fields[f] ?? ''}` };
    g.nodes[d.node] =
      node.type === 'instance'
        ? {
            ...node,
            bind,
            overrides: node.overrides.filter(
              (s) => !(s.kind === 'prop' && s.at.length === 0 && `props.${s.name}` === d.name),
            ),
          }
        : ({ ...node, bind } as Node);
  });
  for (const other of box.children.slice(1)) for (const k of subtree(g.nodes, other)) delete g.nodes[k];
  g.nodes[box.id] = {
    id: box.id,
    type: 'series',
    of: id,
    item: first,
    entries: [],
    attrs: box.attrs,
    ...(box.name ? { name: box.name } : {}),
  };
}

/** Are two things the same but for what they say? What differs is noted, by the parts of the first. */
function compare(g: LiftedProps, a: NodeId, b: NodeId, differs: Differs[], nth: number): boolean {
  const x = g.nodes[a];
  const y = g.nodes[b];
  if (!x || !y || x.type !== y.type || x.type === 'series' || x.type === 'slot' || x.bind || y.bind) return false;
  const note = (name: string, kind: PropKind, was: Json, now: Json, called: string): void => {
    let d = differs.find((e) => e.node === a && e.name === name);
    if (!d) {
      if (sameJson(was, now)) return;
      d = { node: a, name, kind, values: [], called };
      differs.push(d);
      // Those before it said what the first says.
      for (let i = 0; i < nth; i++) d.values[i] = was;
    }
    d.values[nth] = now;
  };
  const leaf = x.type === 'text' || x.type === 'icon' || x.type === 'image' ? LEAVES[x.type] : null;
  const rest = (n: Node): Json => Object.fromEntries(Object.entries(n.attrs).filter(([k]) => k !== leaf?.attr)) as Json;
  if (!sameJson(rest(x), rest(y))) return false;
  if (leaf) {
    const said = (n: Node): Json => (n.attrs as Readonly<Record<string, Json>>)[leaf.attr] ?? '';
    note(leaf.attr, leaf.kind, said(x), said(y), x.name ?? leaf.name);
  }
  if (x.type === 'instance' && y.type === 'instance') {
    if (x.component !== y.component || x.placed !== y.placed || x.fills.length + y.fills.length > 0) return false;
    const component = componentAt(g.world, x.component);
    const keys = new Set([...x.overrides, ...y.overrides].map(overrideKey));
    for (const key of keys) {
      const p = x.overrides.find((s) => overrideKey(s) === key);
      const q = y.overrides.find((s) => overrideKey(s) === key);
      if (p && q && sameJson(p.value, q.value)) {
        const known = differs.find((e) => e.node === a && e.name === `props.${p.name}`);
        if (known) known.values[nth] = q.value;
        continue;
      }
      const s = p ?? q;
      const prop = component?.contract.props.find((c) => c.id === s?.name);
      // Only what both say of the same plain prop is an item's own.
      if (
        !s ||
        !p ||
        !q ||
        s.kind !== 'prop' ||
        s.at.length > 0 ||
        s.when ||
        s.home !== x.component ||
        !prop ||
        prop.kind === 'list'
      )
        return false;
      note(`props.${s.name}`, prop.kind === 'choice' ? 'text' : prop.kind, p.value, q.value, prop.name);
      if (prop.kind === 'choice') return false;
    }
    return true;
  }
  const xs = childrenOf(x);
  const ys = childrenOf(y);
  return xs.length === ys.length && xs.every((c, i) => compare(g, c, ys[i] as NodeId, differs, nth));
}

export function unused(name: string, taken: ReadonlySet<string>): string {
  let found = name;
  for (let n = 2; taken.has(found.toLowerCase()); n++) found = `${name} ${n}`;
  return found;
}
export function idFor(name: string, taken: ReadonlySet<string>): string {
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
