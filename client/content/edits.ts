import { valueOf, type ContentSet, type Json, type Step } from '../../core/index.js';

type Column = ContentSet['columns'][number];
export type ColumnKind = Column['kind'];
export const COLUMN_KINDS: readonly { readonly id: ColumnKind; readonly name: string }[] = [
  { id: 'text', name: 'text' },
  { id: 'number', name: 'number' },
  { id: 'flag', name: 'yes or no' },
  { id: 'image', name: 'picture' },
  { id: 'icon', name: 'icon' },
];

/** A cell as it is typed: the step that puts it, nothing when it stays the same, or why it cannot be. */
export function cellStep(
  set: ContentSet,
  row: string,
  column: string,
  typed: Json,
): { readonly steps: readonly Step[] } | { readonly problem: string } {
  const c = set.columns.find((x) => x.id === column);
  const r = set.rows.find((x) => x.key === row);
  if (!c || !r) return { problem: 'That cell is no longer there.' };
  if (c.kind === 'number' && typeof typed === 'string' && typed.trim() !== '' && !Number.isFinite(Number(typed)))
    return { problem: `“${typed.slice(0, 30)}” is not a number; ${c.name} takes numbers. The cell keeps what it had.` };
  const value = valueOf(typeof typed === 'string' && c.kind === 'number' ? typed.trim() : typed, c.kind);
  return { steps: value === (r.values[column] ?? null) ? [] : [{ do: 'cell', set: set.id, row, column, value }] };
}

/** A key that none of these has. */
function fresh(prefix: string, taken: readonly string[]): string {
  let n = taken.length + 1;
  while (taken.includes(`${prefix}${n}`)) n++;
  return `${prefix}${n}`;
}
const emptyOf = (kind: ColumnKind): Json => valueOf('', kind);

export function addRowSteps(set: ContentSet): readonly Step[] {
  const row = fresh(
    'r',
    set.rows.map((r) => r.key),
  );
  return [
    {
      do: 'row',
      set: set.id,
      row,
      value: { key: row, values: Object.fromEntries(set.columns.map((c) => [c.id, emptyOf(c.kind)])) },
      after: set.rows.at(-1)?.key ?? null,
    },
  ];
}
/** Takes a row out; the last one stays, since what is bound to a set needs something to show. */
export function dropRowSteps(set: ContentSet, row: string): readonly Step[] {
  return set.rows.length > 1 && set.rows.some((r) => r.key === row)
    ? [{ do: 'row', set: set.id, row, value: null }]
    : [];
}
export function moveRowSteps(set: ContentSet, from: number, to: number): readonly Step[] {
  const row = set.rows[from];
  if (!row || from === to) return [];
  const rest = set.rows.filter((r) => r !== row);
  return [{ do: 'row', set: set.id, row: row.key, value: row, after: rest[to - 1]?.key ?? null }];
}
export function addColumnSteps(set: ContentSet): readonly Step[] {
  const column = fresh(
    'c',
    set.columns.map((c) => c.id),
  );
  return [
    {
      do: 'column',
      set: set.id,
      column,
      value: { id: column, name: `Column ${set.columns.length + 1}`, kind: 'text' },
      after: set.columns.at(-1)?.id ?? null,
    },
  ];
}
export function dropColumnSteps(set: ContentSet, column: string): readonly Step[] {
  return set.columns.length > 1 ? [{ do: 'column', set: set.id, column, value: null }] : [];
}
export function renameColumnSteps(set: ContentSet, column: string, name: string): readonly Step[] {
  const c = set.columns.find((x) => x.id === column);
  const next = name.trim().slice(0, 80);
  return c && next !== '' && next !== c.name
    ? [{ do: 'column', set: set.id, column, value: { ...c, name: next } }]
    : [];
}
/** A column of another kind: its cells are read anew as that kind. */
export function kindSteps(set: ContentSet, column: string, kind: ColumnKind): readonly Step[] {
  const c = set.columns.find((x) => x.id === column);
  if (!c || c.kind === kind) return [];
  const cells = set.rows.flatMap((r): Step[] => {
    const was = r.values[column] ?? null;
    const typed = typeof was === 'boolean' ? (was ? 'yes' : 'no') : (was ?? '');
    const read =
      kind === 'number' && typeof typed === 'string' && !Number.isFinite(Number(typed)) ? null : valueOf(typed, kind);
    return read === was ? [] : [{ do: 'cell', set: set.id, row: r.key, column, value: read }];
  });
  return [{ do: 'column', set: set.id, column, value: { ...c, kind } }, ...cells];
}
