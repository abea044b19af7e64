import {
  blankScreen,
  emptyProject,
  newInstance,
  type Component,
  type InstanceNode,
  type Kit,
  type Node,
  type Project,
  type Screen,
  type Override,
  type World,
} from '../core/index.js';
import { shippedKits } from '../testing/browser/shippedKits.js';

/** A seeded generator of numbers from 0 to 1, so that every run measures the same (mulberry32, public domain). */
export function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const KINDS: readonly (readonly [string, string, string])[] = [
  ['card', 'heading', 'Card'],
  ['list-item', 'title', 'Line'],
  ['field', 'label', 'Field'],
  ['button', 'label', 'Button'],
  ['notice', 'title', 'Notice'],
  ['checkbox', 'label', 'Choice'],
  ['hero', 'title', 'Hero'],
  ['empty', 'title', 'Empty'],
  ['select', 'label', 'Select'],
  ['dialog', 'title', 'Dialog'],
  ['nav-bar', 'name', 'Name'],
  ['tab-bar', '', ''],
];

/** An original of the project: a small card of its own, made of plain parts. */
export function tile(gap: number): Component {
  const nodes: Record<string, Node> = {
    root: {
      id: 'root',
      type: 'box',
      attrs: { flow: 'column', gap, padding: 12, stroke: '#888888', strokeWidth: 1, radius: 6, width: 'stretch' },
      children: ['title', 'note'],
    },
    title: {
      id: 'title',
      type: 'text',
      attrs: { text: 'Tile', textStyle: 'means:body', color: '#222222' },
      bind: { text: 'title' },
    },
    note: { id: 'note', type: 'text', attrs: { text: 'A line about it', textStyle: 'means:note', color: '#555555' } },
  };
  return {
    id: 'tile',
    name: 'Tile',
    role: 'card',
    family: 'Own',
    summary: 'A card of the project.',
    words: [],
    root: 'root',
    nodes,
    rules: [],
    contract: {
      props: [{ id: 'title', name: 'Title', kind: 'text', default: 'Tile', description: '', means: 'label' }],
      slots: [],
      states: [],
      events: [],
    },
  };
}

/** A generated project: so many screens with so many instances each, some of them of an original of its own. */
export function generated(screens: number, each: number): World {
  const { kits } = shippedKits();
  const random = seeded(7);
  const project: Project = { ...emptyProject('generated', 'Generated', 'plywood@1.0.0'), originals: { tile: tile(6) } };
  const made = Array.from({ length: screens }, (_, s): Screen => {
    const blank = blankScreen(`s${s}`, `Screen ${s + 1}`, 'flow-1', 'phone', 390, 844);
    const nodes: Record<string, Node> = {};
    const children: string[] = [];
    for (let i = 0; i < each; i++) {
      const id = `n${i}`;
      const own = i % 20 === 0;
      const [component, prop, word] = own
        ? ['', 'title', 'Tile']
        : (KINDS[Math.floor(random() * KINDS.length)] as (typeof KINDS)[number]);
      const ref = own ? 'project/tile' : `plywood@1.0.0/${component}`;
      const overrides: Override[] =
        prop === ''
          ? []
          : [{ home: ref, at: [], kind: 'prop', name: prop, value: `${word} ${Math.floor(random() * 500)}` }];
      nodes[id] = newInstance(id, ref, { width: 'stretch' }, overrides);
      children.push(id);
    }
    const root = blank.nodes[blank.root];
    return { ...blank, nodes: root?.type === 'box' ? { ...nodes, [root.id]: { ...root, children } } : nodes };
  });
  return { project: { ...project, screens: made }, kits };
}

export const kit = (id: string): Kit => {
  const found = [...shippedKits().kits.values()].find((k) => k.id === id);
  if (!found) throw new Error(`${id} is not shipped`);
  return found;
};
export type { InstanceNode };
