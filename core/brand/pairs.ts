import { textContrast } from '../check/index.js';
import { contrast } from '../colour/index.js';
import {
  kitRef,
  modesOf,
  tokenValue,
  emptyProject,
  PROP_KINDS,
  type Kit,
  type Override,
  type StateName,
  type World,
} from '../model/index.js';
import { resolveSample, type RNode } from '../resolve/index.js';

/** Two colours of a kit that stand on one another somewhere: tokens by their paths, and the least contrast they need (WCAG 2.2, 1.4.3). */
export interface ColourPair {
  readonly text: string;
  readonly ground: string;
  readonly needs: number;
  /** A component in which they do. */
  readonly where: string;
}

const known = new WeakMap<Kit, readonly ColourPair[]>();
const SAMPLE = 'sample';

/**
 * Which colours of a kit stand on which, in every look of every component. Found by giving each colour a value of its own and
 * looking at what is shown: so aliases, rules and nested components are followed as they are followed on screens. Remembered.
 */
export function colourPairs(kit: Kit): readonly ColourPair[] {
  let found = known.get(kit);
  if (!found) known.set(kit, (found = find(kit)));
  return found;
}

function find(kit: Kit): readonly ColourPair[] {
  const paths = Object.keys(kit.tokens).filter((p) => kit.tokens[p]?.type === 'color');
  const mark = (i: number): string => `#${(i + 1).toString(16).padStart(6, '0')}`;
  const byMark = new Map(paths.map((p, i) => [mark(i), p]));
  const tokens = { ...kit.tokens };
  paths.forEach((p, i) => {
    const token = kit.tokens[p];
    if (token) tokens[p] = { path: p, type: 'color', value: mark(i), ...(token.means ? { means: token.means } : {}) };
  });
  const marked: Kit = { ...kit, tokens };
  const ref = kitRef(kit);
  const world: World = { project: emptyProject('pairs', 'Pairs', ref), kits: new Map([[ref, marked]]) };
  const page = paths.find((p) => kit.tokens[p]?.means === 'page');
  const pairs = new Map<string, ColourPair>();
  const walk = (node: RNode, ground: string | undefined, where: string): void => {
    const { look } = node;
    if (!look.visible) return;
    const on = node.type !== 'image' && look.fill ? (byMark.get(look.fill) ?? undefined) : ground;
    const text = node.type === 'text' && node.text !== '' ? byMark.get(look.color) : undefined;
    if (text !== undefined && on !== undefined && look.textStyle && text !== on && !look.bars) {
      const needs = textContrast(look.textStyle);
      const key = `${text}|${on}|${needs}`;
      if (!pairs.has(key)) pairs.set(key, { text, ground: on, needs, where });
    }
    for (const c of node.children) walk(c, on, where);
  };
  for (const component of Object.values(kit.components)) {
    const home = `${ref}/${component.id}`;
    const choose = (name: string, value: Override['value']): Override => ({ home, at: [], kind: 'prop', name, value });
    const looks: { overrides: readonly Override[]; states: readonly StateName[] }[] = [{ overrides: [], states: [] }];
    for (const p of component.contract.props)
      for (const value of PROP_KINDS[p.kind].alternatives(p) ?? [])
        looks.push({ overrides: [choose(p.id, value)], states: [] });
    for (const state of component.contract.states) looks.push({ overrides: [], states: [state as StateName] });
    for (const { overrides, states } of looks) {
      const root = resolveSample(world, home, overrides, states.length > 0 ? { states: { [SAMPLE]: states } } : {});
      walk(root, page, component.name);
    }
  }
  return [...pairs.values()];
}

/** A pair of colours in one mode of a kit (empty: as it is by itself), the contrast it has, and whether that can be read. */
export interface PairSeen {
  readonly pair: ColourPair;
  readonly ratio: number;
  readonly mode: string;
  readonly readable: boolean;
}
const SLACK = 0.005;
/** All pairs of colours of a kit, in each of its modes. */
export const pairsSeen = (kit: Kit): readonly PairSeen[] =>
  colourPairs(kit).flatMap((pair) =>
    ['', ...modesOf(kit)].map((mode): PairSeen => {
      const [a, b] = [pair.text, pair.ground].map((path) => String(tokenValue(kit, path, mode)));
      const ratio = contrast(a ?? '', b ?? '') ?? 0;
      return { pair, ratio, mode, readable: ratio >= pair.needs - SLACK };
    }),
  );
/** Those that cannot be read. */
export const unreadable = (kit: Kit): readonly PairSeen[] => pairsSeen(kit).filter((p) => !p.readable);
