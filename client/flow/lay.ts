import { Graph, layout } from '@dagrejs/dagre';
import type { FlowEdge, FlowMap, Screen } from '../../core/index.js';

/** A card of a screen: its picture, its name and what is marked. px */
export const CARD = { w: 132, picture: 168, foot: 46 } as const;
export const CARD_HIGH = CARD.picture + CARD.foot;
const APART = { nodes: 34, ranks: 22 };
/** Room for the words on a line: px. */
const WORDS = { width: 172, height: 22, labelpos: 'c' } as const;

export interface LaidEdge {
  readonly from: string;
  readonly to: string;
  /** All ways between the two, and where their words stand. */
  readonly ways: readonly FlowEdge[];
  readonly points: readonly { readonly x: number; readonly y: number }[];
  readonly at: { readonly x: number; readonly y: number };
}
export interface LaidFlow {
  readonly cards: ReadonlyMap<string, { readonly x: number; readonly y: number }>;
  readonly edges: readonly LaidEdge[];
  readonly width: number;
  readonly height: number;
}

/** With more ways than this only those that lead one step on are laid out with; the others are drawn over it. */
const MOST_WAYS = 60;
/** How many steps each screen is from where one begins; what nothing leads to begins itself. */
function stepsTo(screens: readonly Screen[], edges: readonly FlowEdge[]): ReadonlyMap<string, number> {
  const leads = new Map<string, string[]>();
  for (const e of edges) leads.set(e.from, [...(leads.get(e.from) ?? []), e.to]);
  const depth = new Map<string, number>();
  const begin = (id: string): void => {
    if (depth.has(id)) return;
    depth.set(id, 0);
    const open = [id];
    for (let at = open.shift(); at !== undefined; at = open.shift())
      for (const to of leads.get(at) ?? [])
        if (!depth.has(to)) {
          depth.set(to, (depth.get(at) ?? 0) + 1);
          open.push(to);
        }
  };
  const flows = new Set<string>();
  for (const s of screens)
    if (!flows.has(s.flow)) {
      flows.add(s.flow);
      begin(s.id);
    }
  for (const s of screens) begin(s.id);
  return depth;
}

/** Lays screens out by their ways, from left to right; what is joined to nothing stands in rows below. px */
export function layFlow(screens: readonly Screen[], { edges }: FlowMap): LaidFlow {
  const graph = new Graph();
  const by = new Map<string, FlowEdge[]>();
  for (const e of edges) {
    const key = JSON.stringify([e.from, e.to]);
    by.set(key, [...(by.get(key) ?? []), e]);
  }
  const depth = by.size > MOST_WAYS ? stepsTo(screens, edges) : null;
  graph.setGraph({
    rankdir: 'LR',
    nodesep: APART.nodes,
    ranksep: APART.ranks,
    marginx: 30,
    marginy: 30,
    // Where all ways lead one step on, the longest path says the same as looking for the shortest lines, in a fraction of the time.
    ...(depth ? { ranker: 'longest-path' as const } : {}),
  });
  graph.setDefaultEdgeLabel(() => ({}));
  const joined = new Set(edges.flatMap((e) => [e.from, e.to]));
  for (const s of screens) if (joined.has(s.id)) graph.setNode(s.id, { width: CARD.w, height: CARD_HIGH });
  for (const list of by.values()) {
    const first = list[0];
    const on = !depth || (first && (depth.get(first.to) ?? 0) - (depth.get(first.from) ?? 0) === 1);
    if (on && first && first.from !== first.to) graph.setEdge(first.from, first.to, { ...WORDS });
  }
  // Of so many the lines cross anyhow: what it costs to have them cross less is not spent.
  if (joined.size > 0) layout(graph, depth ? { disableOptimalOrderHeuristic: true } : {});
  const cards = new Map<string, { x: number; y: number }>();
  let [wide, high] = [0, 30];
  for (const id of graph.nodes()) {
    const n = graph.node(id) as { x: number; y: number };
    cards.set(id, { x: n.x - CARD.w / 2, y: n.y - CARD_HIGH / 2 });
    wide = Math.max(wide, n.x + CARD.w / 2);
    high = Math.max(high, n.y + CARD_HIGH / 2);
  }
  const alone = screens.filter((s) => !joined.has(s.id));
  const columns = Math.max(6, Math.floor(wide / (CARD.w + APART.nodes)));
  alone.forEach((s, i) => {
    const x = 30 + (i % columns) * (CARD.w + APART.nodes);
    const y = high + (joined.size > 0 ? 50 : 0) + Math.floor(i / columns) * (CARD_HIGH + APART.nodes);
    cards.set(s.id, { x, y });
  });
  for (const { x, y } of cards.values()) {
    wide = Math.max(wide, x + CARD.w);
    high = Math.max(high, y + CARD_HIGH);
  }
  const laid = [...by.values()].flatMap((ways): LaidEdge[] => {
    const first = ways[0];
    const from = first && cards.get(first.from);
    if (!first || !from) return [];
    if (first.from === first.to) {
      const [x, y] = [from.x + CARD.w, from.y + 30];
      const points = [
        { x, y },
        { x: x + 34, y },
        { x: x + 34, y: y + 40 },
        { x, y: y + 40 },
      ];
      return [{ from: first.from, to: first.to, ways, points, at: { x: x + 38, y: y + 20 } }];
    }
    const to = cards.get(first.to);
    if (!graph.hasEdge(first.from, first.to)) {
      if (!to) return [];
      const ahead = to.x > from.x;
      const [a, b] = [
        { x: from.x + (ahead ? CARD.w : 0), y: from.y + 60 },
        { x: to.x + (ahead ? 0 : CARD.w), y: to.y + 60 },
      ];
      const bend = { x: (a.x + b.x) / 2, y: Math.min(a.y, b.y) - 40 };
      return [{ from: first.from, to: first.to, ways, points: [a, bend, b], at: bend }];
    }
    const { points, x, y } = graph.edge(first.from, first.to) as {
      points: { x: number; y: number }[];
      x: number;
      y: number;
    };
    return [{ from: first.from, to: first.to, ways, points, at: { x, y } }];
  });
  return { cards, edges: laid, width: wide + 60, height: high + 40 };
}

/** A line through points, rounded at each: SVG path data. */
export function pathOf(points: readonly { readonly x: number; readonly y: number }[]): string {
  const [first, ...rest] = points;
  if (!first) return '';
  const middles = rest.slice(0, -1).map((p, i) => {
    const next = rest[i + 1] ?? p;
    return `Q${p.x} ${p.y} ${(p.x + next.x) / 2} ${(p.y + next.y) / 2}`;
  });
  const last = rest.at(-1) ?? first;
  return `M${first.x} ${first.y}${middles.join('')}L${last.x} ${last.y}`;
}

const escaped = (text: string): string =>
  text.replace(/[&<>"]/gu, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c);
/** The flow as a drawing (SVG): cards with names, lines with their words. */
export function flowSvg(screens: readonly Screen[], laid: LaidFlow): string {
  const card = (s: Screen): string => {
    const at = laid.cards.get(s.id);
    return at
      ? `<rect x="${at.x}" y="${at.y}" width="${CARD.w}" height="${CARD_HIGH}" rx="6" fill="#fffdf9" stroke="#25211a"/><text x="${at.x + 10}" y="${at.y + 24}" font-weight="700">${escaped(s.name)}</text>`
      : '';
  };
  const line = (e: LaidEdge): string =>
    `<path d="${pathOf(e.points)}" fill="none" stroke="#25211a" marker-end="url(#end)"/><text x="${e.at.x}" y="${e.at.y - 6}" text-anchor="middle" font-size="10">${escaped(e.ways.map((w) => w.words).join('; '))}</text>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.ceil(laid.width)}" height="${Math.ceil(laid.height)}" font-family="sans-serif" font-size="12"><defs><marker id="end" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto"><path d="M0 0L8 4L0 8z"/></marker></defs>${laid.edges.map(line).join('')}${screens.map(card).join('')}</svg>`;
}
