import { assign, similarity } from '../match/index.js';
import type { ContentSet, Prop, PropKind } from '../model/index.js';

type Column = ContentSet['columns'][number];

/** How well a column's kind serves a prop's: 1 as it is, less when it has to be turned into text, 0 not at all. */
function serves(column: Column['kind'], prop: PropKind): number {
  if (column === prop) return 1;
  if (prop === 'text') return column === 'number' ? 0.9 : column === 'text' ? 1 : 0;
  return 0;
}

/** Means that plain text columns fill first, best first. */
const ORDER = ['label', 'supporting', 'value', 'detail', 'text'];

/**
 * Which column fills which prop, one-to-one: by kind, then by name or meaning, then in order.
 * @returns prop id to column id; props that nothing fills are left out
 */
export function bindColumns(props: readonly Prop[], columns: readonly Column[]): Record<string, string> {
  const wanted = props.filter((p) => p.kind !== 'list' && p.means !== 'state' && p.means !== 'placeholder' && p.means !== 'action-label');
  const found = assign(wanted.length, columns.length, (i, j) => {
    const p = wanted[i];
    const c = columns[j];
    if (!p || !c) return 0;
    const fit = serves(c.kind, p.kind);
    if (fit === 0) return 0;
    const rank = ORDER.indexOf(p.means ?? '');
    // Flags and numbers are only filled when they are called alike: a guess there shows at once and puzzles.
    const alike = Math.max(similarity(p.name, c.name), similarity(p.means ?? '', c.name));
    if (p.kind === 'flag' || p.kind === 'number') return alike >= 0.5 ? 100 * alike : 0;
    return fit * (10 + (rank < 0 ? 0 : 12 - 2 * rank) + 30 * (alike >= 0.5 ? alike : 0) - j * 0.1);
  });
  const bound: Record<string, string> = {};
  wanted.forEach((p, i) => {
    const c = columns[found[i] ?? -1];
    if (c) bound[p.id] = c.id;
  });
  return bound;
}
