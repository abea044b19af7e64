import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  aboutThing,
  blankScreen,
  emptyProject,
  newInstance,
  readComponentSentence,
  readSentence,
  type Component,
  type Node,
  type Screen,
} from '../index.js';

const { kits } = shippedKits();
const SEA = 'skerry-line@2.1.0';
const page = readFileSync(new URL('../../docs/sentences.md', import.meta.url), 'utf8');
const [screens = '', components = ''] = page.split('## Of a component');
const codes = (text: string): readonly string[] => [...text.matchAll(/`([^`]+)`/gu)].map(([, c = '']) => c);
/** The rows of the tables of a part of the page, the first column of each. */
const firsts = (text: string): readonly string[] =>
  text
    .split('\n')
    .filter((l) => l.startsWith('| `'))
    .flatMap((l) => codes(l.split('|')[1] ?? ''));

/** A screen with the things that the page speaks of. */
const thing = (id: string, component: string, label: string, name?: string): Node => ({
  ...newInstance(id, `${SEA}/${component}`, {}, [
    { home: `${SEA}/${component}`, at: [], kind: 'prop', name: label, value: name ?? id },
  ]),
  ...(name === undefined ? {} : { name }),
});
const blank = blankScreen('s', 'Find', 'flow-1', 'phone', 390, null);
const things = [
  thing('stars', 'stars', 'text', 'Stars'),
  thing('name', 'entry', 'caption', 'Name'),
  thing('sail', 'action', 'text', 'Sail'),
  { ...thing('ask', 'sheet', 'title', 'Are you sure?'), attrs: { overlay: 'middle' as const } },
];
const screen: Screen = {
  ...blank,
  nodes: {
    ...Object.fromEntries(things.map((t) => [t.id, t])),
    root: { ...(blank.nodes['root'] as Node), children: things.map((t) => t.id) } as Node,
  },
};
const world = {
  project: {
    ...emptyProject('p', 'P', SEA),
    situations: { in: { id: 'in', name: 'Signed in' } },
    screens: [screen, { ...blank, id: 'l', name: 'Sailings' }],
  },
  // Its stars tell when they are full, so that the page can say how that is heard.
  kits: new Map([...kits].map(([ref, kit]) => [ref, ref === SEA ? withEvent(kit) : kit])),
};
function withEvent(kit: typeof kits extends ReadonlyMap<string, infer K> ? K : never): typeof kit {
  const c = kit.components['stars'] as Component;
  const events = [...c.contract.events, 'full'];
  return { ...kit, components: { ...kit.components, stars: { ...c, contract: { ...c.contract, events } } } };
}
/** Read of whichever thing has what is said. */
const reads = (sentence: string): string => {
  const all = ['stars', 'sail', 'name'].map((id) => readSentence(aboutThing(world, screen, id), sentence));
  const bad = all.find((a) => !a.ok);
  return all.some((a) => a.ok) ? '' : bad && !bad.ok ? bad.problem : 'nothing';
};

describe('the page about sentences', () => {
  it('says nothing of screens that cannot be read', () => {
    const said = firsts(screens).filter((c) => !c.includes('…'));
    expect(said.length).toBeGreaterThan(25);
    for (const c of said) {
      const sentence = /^(?:when|after) /u.test(c)
        ? `${c}, go back`
        : c.startsWith('if ')
          ? `when pressed, ${c}, go back`
          : `when pressed, ${c}`;
      expect(reads(sentence), sentence).toBe('');
    }
  });
  it('says nothing of components that cannot be read', () => {
    const said = firsts(components);
    expect(said.length).toBeGreaterThan(8);
    const sea = Object.values(kits.get(SEA)?.components ?? {});
    for (const c of said)
      expect(
        sea.some((k) => readComponentSentence(k, c).ok),
        c,
      ).toBe(true);
  });
});
