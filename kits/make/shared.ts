import { box, component, flagProp, neededSlot, numberProp, rule, shape, type Part } from './write.js';

/** What shipped kits have in common, written once; what differs between them is their own. */

/** States that things have: pressed ones, those typed into, places to go to. */
export const PRESSED = ['focus', 'hover', 'pressed', 'disabled'];
export const TYPED = ['focus', 'hover', 'disabled'];
export const PLACED = ['focus', 'hover', 'pressed'];

/** As wide as there is room. */
export const wide = { attrs: { width: 'stretch' } };

/** A starter of a few things that belong together. */
export const section = (id: string, name: string, summary: string, words: readonly string[], tree: Part): Part => ({
  id,
  name,
  kind: 'section',
  summary,
  words,
  tree,
});
/** A starter of a whole screen. */
export const page = (
  id: string,
  name: string,
  device: string,
  summary: string,
  words: readonly string[],
  tree: Part,
): Part => ({ id, name, kind: 'page', device, summary, words, tree });

/** A thing by the words of its kit. */
interface Called {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  /** Its one property: id and name. */
  readonly prop: readonly [id: string, name: string];
}

/** Cards side by side, one below the other where there is no room. */
export const cardGrid = ({ id, name, words, prop }: Called, gap: string): Part =>
  component({
    id,
    name,
    role: 'group',
    family: 'Content',
    summary: 'Cards side by side.',
    words,
    props: [numberProp(...prop, 3, 'How many stand side by side.', 'columns', { min: 1, max: 6 })],
    slots: [neededSlot('cards', 'Cards', 'Cards, one a column.', ['card'])],
    tree: box('root', {}, [
      {
        id: 'cards',
        type: 'slot',
        slot: 'cards',
        attrs: { width: 'stretch', flow: 'grid', gap, align: 'stretch' },
        bind: { columns: prop[0] },
      },
    ]),
    rules: [rule(null, { cards: { columns: 1 } }, { maxWidth: 500 })],
  });

/** A line between things, in one of two colours. */
export const divider = ({ id, name, words, prop }: Called, room: string, line: string, strong: string): Part =>
  component({
    id,
    name,
    role: 'separator',
    family: 'Content',
    summary: 'A line between things.',
    words,
    props: [flagProp(...prop, false, 'A darker line.', 'strong')],
    tree: box('root', { width: 'stretch', paddingY: room }, [
      shape('line', { shape: 'line', width: 'stretch', height: 1, stroke: line }),
    ]),
    rules: [rule({ [prop[0]]: true }, { line: { stroke: strong } })],
  });
