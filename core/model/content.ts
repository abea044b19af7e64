import type { Json } from '../base/index.js';
import { Memo } from '../base/index.js';
import { contentSetAt, type Project } from './project.js';

/**
 * A value that comes from a content set, kept as such so that new rows show by themselves:
 * `{ rows, fields }` fills a list, one item a row (item prop to column); `{ cell, row, column }` fills one prop.
 */
export type ContentValue =
  | { readonly rows: string; readonly fields: Readonly<Record<string, string>> }
  | { readonly cell: string; readonly row: string; readonly column: string };

const isGroup = (v: unknown): v is { readonly [k: string]: Json } =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

/** Is this value taken from a content set? */
export function contentValue(value: Json | undefined): ContentValue | null {
  if (!isGroup(value)) return null;
  const { rows, fields, cell, row, column } = value;
  if (typeof rows === 'string' && isGroup(fields)) return value as unknown as ContentValue;
  if (typeof cell === 'string' && typeof row === 'string' && typeof column === 'string')
    return value as unknown as ContentValue;
  return null;
}

const lists = new Memo<Json>(8);

/** The plain value behind one that comes from a content set; undefined when the set, row or column is gone. Other values as they are. */
export function plainValue(project: Project, value: Json): Json | undefined {
  const from = contentValue(value);
  if (!from) return value;
  if ('cell' in from)
    return contentSetAt(project, from.cell)?.rows.find((r) => r.key === from.row)?.values[from.column];
  const set = contentSetAt(project, from.rows);
  if (!set) return undefined;
  const fields = Object.entries(from.fields);
  return lists.of(set, fields.flat(), () =>
    set.rows.map((r) => ({
      key: r.key,
      values: Object.fromEntries(
        fields.flatMap(([field, column]) =>
          r.values[column] === undefined ? [] : [[field, r.values[column] as Json]],
        ),
      ),
    })),
  );
}

/** How a value from a content set is said: `from Passengers`. */
export function contentWords(project: Project, value: Json): string | null {
  const from = contentValue(value);
  if (!from) return null;
  const set = contentSetAt(project, 'cell' in from ? from.cell : from.rows);
  if (!set) return 'from a content set that is gone';
  if ('rows' in from) return `from ${set.name}`;
  return `${set.columns.find((c) => c.id === from.column)?.name ?? 'a column'} of ${set.name}`;
}
