import type { Box } from '../layout/index.js';
import { isDisabled, type RNode } from '../resolve/index.js';
import { meaningsOf } from '../match/index.js';
import {
  componentAt,
  roleFacts,
  type Json,
  type NodeId,
  type World,
  type Interaction,
  type Component,
  type ComponentInteraction,
} from '../model/index.js';
import { plainText } from '../text/index.js';
import { componentInteractionsOf, splitCharacters, takesTyping } from './componentInteractions.js';

/** Something on a screen that assistive technology is told of: what it is, what it is called, how it is, and where it stands, px. */
export interface HotSpot {
  readonly key: string;
  /** Whom it belongs to, by its key: a thing of the screen. */
  readonly owner: string;
  /** A WAI-ARIA role; `text`: words that are read. */
  readonly role: string;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** It can be pressed, or typed into. */
  readonly acts: boolean;
  readonly typing: boolean;
  readonly value?: string;
  readonly checked?: boolean;
  readonly selected?: boolean;
  readonly expanded?: boolean;
  readonly disabled?: boolean;
}

/** Our own roles, as assistive technology knows them. */
const ARIA: Readonly<Record<string, string>> = {
  button: 'button',
  iconbutton: 'button',
  menuoption: 'menuitem',
  menuitem: 'link',
  listitem: 'button',
  chip: 'button',
  link: 'link',
  crumb: 'link',
  pagelink: 'link',
  checkbox: 'checkbox',
  radio: 'radio',
  segment: 'radio',
  switch: 'switch',
  tab: 'tab',
  disclosure: 'button',
  textbox: 'textbox',
  textarea: 'textbox',
  codefield: 'textbox',
  passwordfield: 'textbox',
  datefield: 'textbox',
  timefield: 'textbox',
  searchbox: 'searchbox',
  combobox: 'combobox',
  autocomplete: 'combobox',
  slider: 'slider',
  meter: 'slider',
  range: 'slider',
  // By themselves, outside of what would hold them, these are buttons.
  day: 'button',
  option: 'button',
  treeitem: 'button',
  spinbutton: 'spinbutton',
  heading: 'heading',
  img: 'img',
  dialog: 'dialog',
  alert: 'alert',
};

/**
 * What a laid out screen says to assistive technology, in reading order: things with their roles, names and states from their contracts,
 * and the words that belong to none of them.
 * @param acts does this part do something when it is pressed, besides what it does by itself?
 * @param order things that are gone through in another order than they stand in: they share the places that they have among them
 */
export function spotsOf(
  world: World,
  root: Box,
  acts: (part: RNode) => boolean,
  order: readonly NodeId[] = [],
): readonly HotSpot[] {
  const found: HotSpot[] = [];
  const at = (b: Box): Pick<HotSpot, 'x' | 'y' | 'w' | 'h'> => ({ x: b.x, y: b.y, w: b.w, h: b.h });
  const walk = (b: Box, silent: boolean, called: Called): void => {
    const { node } = b;
    if (!node.look.visible || b.w <= 0 || b.h <= 0) return;
    const { instance } = node;
    const c = instance && componentAt(world, instance.shown);
    const meant = (means: string): Json | undefined => {
      const prop = c?.contract.props.find((p) => meaningsOf(p).includes(means));
      return prop && instance?.props[prop.id];
    };
    const interactive = acts(node) || called(node);
    const own = c ? componentInteractionsOf(c) : [];
    const inner = c && instance ? calledIn(c, own, node, called) : called;
    const role = instance ? ARIA[instance.role] : undefined;
    const presses = instance !== undefined && (roleFacts(instance.role).target === true || interactive);
    if (instance && (role !== undefined || interactive)) {
      const typing = c !== undefined && takesTyping(c);
      const label = meant('label');
      const name = typeof label === 'string' && label !== '' ? plainText(label) : wordsIn(b) || instance.name;
      const flag = (means: string): boolean | undefined => {
        const v = meant(means);
        return typeof v === 'boolean' ? v : undefined;
      };
      const value = meant('value') ?? (c && splitCharacters(c, instance.props));
      const [checked, selected, expanded] = [flag('checked'), flag('selected'), flag('open')];
      const off = c !== undefined && isDisabled(c, instance.props);
      const itself = own.some((o) => o.when.on === 'press' || o.when.on === 'type');
      const holds =
        ['dialog', 'alert', 'tabs'].includes(instance.role) || (inner !== called && !itself && !interactive);
      found.push({
        key: node.key,
        owner: node.owner,
        role: role ?? 'button',
        name,
        ...at(b),
        acts: !holds && !off && (presses || own.length > 0),
        typing,
        ...(value === undefined ? {} : { value: String(value) }),
        ...(checked === undefined ? {} : { checked }),
        ...(selected === undefined ? {} : { selected }),
        ...(expanded === undefined ? {} : { expanded }),
        ...(off ? { disabled: true } : {}),
      });
      // What is inside a thing to press is its name; what a container holds, and what has a part to press, is read on.
      const parts = b.children.some(function acting(k: Box): boolean {
        return acts(k.node) || inner(k.node) || k.children.some(acting);
      });
      b.children.forEach((k) => walk(k, silent || !(holds || parts), inner));
      return;
    }
    if (!instance && interactive) {
      found.push({
        key: node.key,
        owner: node.owner,
        role: 'button',
        name: wordsIn(b) || node.name,
        ...at(b),
        acts: true,
        typing: false,
      });
      b.children.forEach((k) => walk(k, true, inner));
      return;
    }
    if (node.type === 'text' && node.text !== '' && !silent)
      found.push({
        key: node.key,
        owner: node.owner,
        role: 'text',
        name: plainText(node.text),
        ...at(b),
        acts: false,
        typing: false,
      });
    b.children.forEach((k) => walk(k, silent, inner));
  };
  walk(root, false, () => false);
  return order.length === 0 ? found : inOrder(found, order);
}
/** Is something done to the whole of a thing, not to a part of it, and not by itself? */
export const isDoneTo = ({ when }: Interaction): boolean =>
  when.on === 'press' || when.on === 'point' || when.on === 'focus' || when.on === 'drag' || when.on === 'key';
/** The thing of the screen that something belongs to. */
export const thingOf = (s: HotSpot): NodeId => s.owner.split('/').at(-1) ?? s.owner;
function inOrder(found: readonly HotSpot[], order: readonly NodeId[]): readonly HotSpot[] {
  const asked = new Map(order.map((id, i) => [id, i]));
  // What belongs to one thing stays together.
  const blocks: HotSpot[][] = [];
  for (const s of found) {
    const last = blocks.at(-1);
    if (last?.[0] && thingOf(last[0]) === thingOf(s)) last.push(s);
    else blocks.push([s]);
  }
  const placeOf = (b: readonly HotSpot[]): number | undefined => (b[0] ? asked.get(thingOf(b[0])) : undefined);
  const moved = blocks.filter((b) => placeOf(b) !== undefined).sort((a, b) => (placeOf(a) ?? 0) - (placeOf(b) ?? 0));
  return blocks.flatMap((b) => (placeOf(b) === undefined ? b : (moved.shift() ?? [])));
}
/** Is a part something to press by itself, for what is around it? */
type Called = (part: RNode) => boolean;
function calledIn(c: Component, own: readonly ComponentInteraction[], of: RNode, around: Called): Called {
  const parts = new Set<string>();
  const before: string[] = [];
  for (const { when } of own) {
    if (when.on === 'part') parts.add(`${of.key}/${when.part}`);
    if (when.on !== 'item') continue;
    const series = Object.values(c.nodes).find((n) => n.type === 'series' && n.of === when.list);
    if (series) before.push(`${of.key}/${series.id}/#`);
  }
  if (parts.size === 0 && before.length === 0) return around;
  // An item itself, and nothing in it.
  const isItem = (key: string): boolean =>
    before.some((b) => key.startsWith(b) && key.slice(b.length).split('/').length === 2);
  return (part) => around(part) || parts.has(part.key) || isItem(part.key);
}
function wordsIn(b: Box): string {
  const words: string[] = [];
  const walk = (x: Box): void => {
    if (!x.node.look.visible) return;
    if (x.node.type === 'text' && x.node.text !== '') words.push(plainText(x.node.text));
    x.children.forEach(walk);
  };
  walk(b);
  return words.join(' ').slice(0, 200);
}
