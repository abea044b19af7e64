import { assign, similarity } from '../match/index.js';
import { PROP_KINDS, type ContentSet, type Prop } from '../model/index.js';

type Column = ContentSet['columns'][number];

/** Means that plain text columns fill first, best first. */
const ORDER = ['label', 'supporting', 'value', 'detail', 'text'];

/**
 * Which column fills which prop, one-to-one: by kind, then by name or meaning, then in order.
 * @returns prop id to column id; props that nothing fills are left out
 */
export function bindColumns(props: readonly Prop[], columns: readonly Column[]): Record<string, string> {
  const wanted = props.filter(
    (p) => p.kind !== 'list' && p.means !== 'state' && p.means !== 'placeholder' && p.means !== 'action-label',
  );
  const found = assign(wanted.length, columns.length, (i, j) => {
    const p = wanted[i];
    const c = columns[j];
    if (!p || !c) return 0;
    const fit = PROP_KINDS[p.kind].columns[c.kind] ?? 0;
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
