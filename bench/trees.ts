import Yoga, { Align, Direction, Edge, FlexDirection, Gutter, Justify, type Node as YogaNode } from 'yoga-layout';
import { blankScreen, emptyProject, resolve, type Node, type RNode, type Screen, type World } from '../core/index.js';
import { seeded } from './generated.js';

/** A random tree of rows and columns, as a screen, for the flex engine, and as HTML: the same sizes in all three. */
export interface Tree {
  readonly world: World;
  readonly screen: Screen;
  readonly count: number;
  readonly html: string;
}

interface Plain {
  readonly id: string;
  readonly row: boolean;
  readonly gap: number;
  readonly padding: number;
  readonly grow: number;
  readonly w?: number;
  readonly h?: number;
  readonly justify: 'start' | 'center' | 'end' | 'between';
  readonly align: 'start' | 'center' | 'end' | 'stretch';
  readonly children: readonly Plain[];
}

const JUSTIFY = ['start', 'center', 'end', 'between'] as const;
const ALIGN = ['start', 'center', 'end', 'stretch'] as const;

/** A tree of about so many nodes; with `plain`, no shrinking is ever needed. */
export function randomTree(nodes: number, seed: number): Plain {
  const random = seeded(seed);
  let left = nodes;
  let serial = 0;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const make = (depth: number): Plain => {
    left--;
    const id = `b${serial++}`;
    const leaf = depth > 8 || left <= 0 || (depth > 2 && random() < 0.35);
    const children: Plain[] = [];
    if (!leaf) {
      const n = depth === 0 ? Infinity : 2 + Math.floor(random() * 6);
      for (let i = 0; i < n && left > 0; i++) children.push(make(depth + 1));
    }
    const size = 8 + Math.floor(random() * 40);
    return {
      id,
      row: random() < 0.45,
      gap: Math.floor(random() * 6),
      padding: Math.floor(random() * 5),
      grow: children.length === 0 && random() < 0.15 ? 1 : 0,
      ...(children.length === 0 ? { w: size, h: 8 + Math.floor(random() * 30) } : {}),
      justify: pick(JUSTIFY),
      align: pick(ALIGN),
      children,
    };
  };
  return make(0);
}

/** A page as pages are: a long column of rows, each with an icon, two lines of text and a control, about ten boxes a row. */
export function listTree(rows: number): Plain {
  const box = (id: string, row: boolean, children: readonly Plain[], more: Partial<Plain> = {}): Plain => ({
    id,
    row,
    gap: 8,
    padding: 4,
    grow: 0,
    justify: 'start',
    align: row ? 'center' : 'stretch',
    children,
    ...more,
  });
  const leaf = (id: string, w: number, h: number): Plain => box(id, false, [], { w, h, padding: 0 });
  return box(
    'page',
    false,
    Array.from({ length: rows }, (_, i) =>
      box(`r${i}`, true, [
        leaf(`i${i}`, 24, 24),
        box(`t${i}`, false, [leaf(`a${i}`, 120, 18), leaf(`b${i}`, 90, 14)], { grow: 1, align: 'start', padding: 0 }),
        box(`c${i}`, true, [leaf(`d${i}`, 30, 14), leaf(`e${i}`, 16, 16), leaf(`f${i}`, 8, 8)], { padding: 0 }),
      ]),
    ),
  );
}

/** The tree for our own layout, resolved. */
export function asScreen(tree: Plain): { world: World; screen: Screen; root: RNode; count: number } {
  const nodes: Record<string, Node> = {};
  const walk = (t: Plain): string => {
    const attrs = {
      flow: t.row ? 'row' : 'column',
      gap: t.gap,
      padding: t.padding,
      justify: t.justify,
      align: t.align,
      ...(t.grow ? { grow: t.grow } : {}),
      shrink: 0,
      ...(t.w !== undefined ? { width: t.w } : {}),
      ...(t.h !== undefined ? { height: t.h } : {}),
    } as const;
    nodes[t.id] = { id: t.id, type: 'box', attrs, children: t.children.map(walk) };
    return t.id;
  };
  const root = walk(tree);
  const screen: Screen = { ...blankScreen('bench', 'Bench', 'flow-1', 'phone', 390, null), root, nodes };
  const world: World = {
    project: { ...emptyProject('bench', 'Bench', 'plywood@1.0.0'), screens: [screen] },
    kits: new Map(),
  };
  const resolved = resolve(world, screen);
  return { world, screen, root: resolved.root, count: Object.keys(nodes).length };
}

/** The same tree for the flex engine. Free it when done. */
export function asYoga(tree: Plain): YogaNode {
  const config = Yoga.Config.create();
  config.setPointScaleFactor(0);
  const walk = (t: Plain): YogaNode => {
    const n = Yoga.Node.createWithConfig(config);
    n.setFlexDirection(t.row ? FlexDirection.Row : FlexDirection.Column);
    n.setGap(Gutter.All, t.gap);
    n.setPadding(Edge.All, t.padding);
    n.setJustifyContent(
      { start: Justify.FlexStart, center: Justify.Center, end: Justify.FlexEnd, between: Justify.SpaceBetween }[
        t.justify
      ],
    );
    n.setAlignItems(
      { start: Align.FlexStart, center: Align.Center, end: Align.FlexEnd, stretch: Align.Stretch }[t.align],
    );
    n.setFlexGrow(t.grow);
    n.setFlexShrink(0);
    if (t.w !== undefined) n.setWidth(t.w);
    if (t.h !== undefined) n.setHeight(t.h);
    t.children.forEach((c, i) => n.insertChild(walk(c), i));
    return n;
  };
  return walk(tree);
}

export const yogaLayout = (root: YogaNode): void => root.calculateLayout(390, undefined, Direction.LTR);

/** The same tree as HTML for the browser's own layout. */
export function asHtml(tree: Plain): string {
  const css = { start: 'flex-start', center: 'center', end: 'flex-end', between: 'space-between', stretch: 'stretch' };
  const walk = (t: Plain): string =>
    `<div style="display:flex;flex-direction:${t.row ? 'row' : 'column'};gap:${t.gap}px;padding:${t.padding}px;justify-content:${css[t.justify]};align-items:${css[t.align]};flex:${t.grow} 0 auto;box-sizing:border-box;${t.w !== undefined ? `width:${t.w}px;` : ''}${t.h !== undefined ? `height:${t.h}px;` : ''}">${t.children.map(walk).join('')}</div>`;
  return `<div id="whole" style="width:390px">${walk(tree)}</div>`;
}
export type { Plain };
