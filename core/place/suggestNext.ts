import { childrenOf, type ComponentRef, type Screen } from '../model/index.js';
import type { Thing } from './vocabulary.js';

/** What usually stands where on a screen when the project has nothing to tell yet, by role. */
const FIRST = [
  'banner',
  'navigation',
  'hero',
  'heading',
  'searchbox',
  'textbox',
  'card',
  'listitem',
  'button',
  'tablist',
];
const AFTER: Readonly<Record<string, readonly string[]>> = {
  banner: ['searchbox', 'heading', 'tabs', 'card'],
  navigation: ['hero', 'heading', 'table'],
  hero: ['group', 'heading', 'card'],
  heading: ['text', 'textbox', 'listitem', 'card'],
  searchbox: ['toolbar', 'listitem', 'card'],
  toolbar: ['listitem', 'card', 'table'],
  textbox: ['textbox', 'combobox', 'checkbox', 'button'],
  combobox: ['textbox', 'combobox', 'button'],
  checkbox: ['checkbox', 'button'],
  listitem: ['listitem', 'separator', 'tablist'],
  card: ['card', 'button', 'tablist'],
  button: ['button', 'link', 'tablist'],
  group: ['contentinfo', 'heading'],
  text: ['button', 'card', 'text'],
  alert: ['card', 'listitem', 'button'],
  table: ['button', 'contentinfo'],
};

const memo = new WeakMap<readonly Screen[], ReadonlyMap<ComponentRef | '', ReadonlyMap<ComponentRef, number>>>();

/** How often which component follows which, over all screens; '' stands for the beginning. */
function follows(screens: readonly Screen[]): ReadonlyMap<ComponentRef | '', ReadonlyMap<ComponentRef, number>> {
  const known = memo.get(screens);
  if (known) return known;
  const counts = new Map<string, Map<string, number>>();
  for (const s of screens) {
    for (const node of Object.values(s.nodes)) {
      let before = '';
      for (const id of childrenOf(node)) {
        const child = s.nodes[id];
        if (child?.type !== 'instance') continue;
        const row = counts.get(before) ?? new Map<string, number>();
        row.set(child.component, (row.get(child.component) ?? 0) + 1);
        counts.set(before, row);
        before = child.component;
      }
    }
  }
  memo.set(screens, counts);
  return counts;
}

/**
 * What is likely to be placed next: what has followed the selected component in this project most often, then what
 * usually follows its role, then what was placed last.
 * @param recent references or names of things placed before, the last first
 */
export function suggestNext(
  things: readonly Thing[],
  screens: readonly Screen[],
  selected: ComponentRef | '',
  role: string,
  recent: readonly string[],
  most = 8,
): readonly Thing[] {
  const here = follows(screens).get(selected);
  const usual = selected === '' ? FIRST : (AFTER[role] ?? FIRST);
  const scored = things.map((thing, i) => {
    const seen = thing.kind === 'component' ? (here?.get(thing.ref) ?? 0) : 0;
    const rank = usual.indexOf(thing.role);
    const last = recent.indexOf(thing.name);
    return {
      thing,
      i,
      score:
        (seen > 0 ? 20 + Math.min(seen, 10) : 0) + (rank < 0 ? 0 : 12 - rank) + (last < 0 ? 0 : 8 - Math.min(last, 7)),
    };
  });
  return scored
    .filter((s) => s.score > 0)
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .slice(0, most)
    .map((s) => s.thing);
}
