import { childrenOf, componentAt, subtree, type Node, type NodeId, type Nodes, type World } from '../model/index.js';

/** What plain parts look as if they were: a role, a name, and where it belongs. */
export interface Guess {
  readonly role: string;
  readonly name: string;
  readonly family: string;
}
const g = (role: string, name: string, family: string): Guess => ({ role, name, family });
const length = (v: unknown): number => (typeof v === 'number' ? v : v === undefined || v === 0 ? 0 : 8);
/** Roles of components that are as good as a plain part. */
const KINDS: Readonly<Record<string, string>> = {
  text: 'text',
  heading: 'text',
  link: 'text',
  icon: 'icon',
  img: 'image',
  avatar: 'image',
};
const seen = (v: unknown): boolean => v !== undefined && v !== 'none' && v !== '';

/** Guesses from structure, size, place and content; what is like nothing known is a group. `at`: the place on its screen, 0 first. */
export function guessOf(
  world: World,
  nodes: Nodes,
  id: NodeId,
  place: { readonly first: boolean; readonly last: boolean },
): Guess {
  /** What a part is for: an instance of a text is a text. */
  const kind = (n: Node): string => {
    if (n.type !== 'instance') return n.type;
    const role = componentAt(world, n.component)?.role ?? '';
    return KINDS[role] ?? 'instance';
  };
  const node = nodes[id];
  if (!node) return g('group', 'Group', 'Content');
  const inside = subtree(nodes, id).flatMap((k) => (k === id ? [] : (nodes[k] ?? [])));
  const texts = inside.filter((n) => kind(n) === 'text');
  const icons = inside.filter((n) => kind(n) === 'icon');
  const pictures = inside.filter((n) => kind(n) === 'image');
  const a = node.attrs;
  switch (node.type) {
    case 'text':
      return /heading|title|display/iu.test(String(a.textStyle ?? ''))
        ? g('heading', 'Heading', 'Content')
        : g('text', 'Text', 'Content');
    case 'icon':
      return g('icon', 'Icon', 'Content');
    case 'image':
      return a.width !== undefined && a.width === a.height && length(a.width) <= 64
        ? g('avatar', 'Avatar', 'Content')
        : g('img', 'Picture', 'Content');
    case 'shape':
      return a.shape === 'line' ? g('separator', 'Divider', 'Content') : g('img', 'Shape', 'Content');
    case 'box':
      break;
    case 'instance':
    case 'series':
    case 'slot':
      return g('group', 'Group', 'Content');
  }
  const drawn = seen(a.fill) || seen(a.stroke);
  const children = childrenOf(node).flatMap((c) => nodes[c] ?? []);
  if (children.length === 0) {
    if (typeof a.height === 'number' && a.height <= 4) return g('separator', 'Divider', 'Content');
    return drawn ? g('img', 'Block', 'Content') : g('group', 'Space', 'Content');
  }
  const row = a.flow === 'row';
  const alike = children.length >= 3 && sameShape(nodes, children);
  if (place.first && !place.last && row && texts.length <= 3 && !alike) return g('banner', 'Header', 'Navigation');
  if (alike && row && (a.pin === 'bottom' || place.last) && icons.length >= children.length)
    return g('tablist', 'Tab bar', 'Navigation');
  if (alike && row && icons.length === 0 && children.every((c) => kind(c) === 'text'))
    return place.last ? g('contentinfo', 'Footer', 'Navigation') : g('tabs', 'Tabs', 'Navigation');
  if (alike) return a.flow === 'grid' || row ? g('group', 'Deck', 'Content') : g('group', 'List', 'Content');
  const onlyLeaves = children.every((c) => c.type !== 'box');
  if (onlyLeaves && drawn && texts.length === 1 && pictures.length === 0) {
    const small = length(a.paddingY ?? a.padding) <= 6 && typeof a.height !== 'number';
    return small ? g('badge', 'Badge', 'Content') : g('button', 'Button', 'Actions');
  }
  if (onlyLeaves && drawn && texts.length === 0 && icons.length === 1) return g('iconbutton', 'Icon button', 'Actions');
  const boxed = children.find(
    (c): c is Extract<Node, { type: 'box' }> => c.type === 'box' && (seen(c.attrs.stroke) || seen(c.attrs.fill)),
  );
  if (
    !row &&
    children[0] &&
    kind(children[0]) === 'text' &&
    boxed &&
    children.length <= 3 &&
    childrenOf(boxed).length <= 2
  )
    return g('textbox', 'Field', 'Inputs');
  if (row && texts.length >= 1 && texts.length <= 3 && pictures.length + icons.length >= 1)
    return g('listitem', 'List item', 'Content');
  if (pictures.length > 0 && texts.length > 0 && !drawn && place.first) return g('hero', 'Hero', 'Sections');
  if ((drawn || seen(a.shadow)) && texts.length > 0) return g('card', 'Card', 'Content');
  if (pictures.length > 0 && texts.length > 0) return g('card', 'Card', 'Content');
  if (row && texts.length > 0) return g('listitem', 'List item', 'Content');
  return place.last && texts.length > 0 && row
    ? g('contentinfo', 'Footer', 'Navigation')
    : g('group', 'Group', 'Content');
}

/** Are all of these built alike, as far as their kinds go? */
function sameShape(nodes: Nodes, list: readonly Node[]): boolean {
  const shape = (n: Node): string =>
    `${n.type}${n.type === 'instance' ? n.component : ''}${String(n.attrs.textStyle ?? '')}(${childrenOf(n)
      .map((c) => (nodes[c] ? shape(nodes[c]) : ''))
      .join()})`;
  const first = list[0] ? shape(list[0]) : '';
  return list.every((n) => shape(n) === first);
}
