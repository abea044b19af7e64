import Papa from 'papaparse';
import type { ContentSet, Json } from '../model/index.js';
import type { Problem } from '../model/index.js';

type Column = ContentSet['columns'][number];
type Row = ContentSet['rows'][number];

/** What rows were read, ready to become a content set, and what was left out or mended. */
export interface ReadRows {
  readonly columns: readonly Column[];
  readonly rows: readonly Row[];
  readonly problems: readonly Problem[];
}

/** More rows than this are not taken: a content set fills mockups, it is no database. */
export const MOST_ROWS = 2000;
export const MOST_COLUMNS = 40;
/** Texts in cells are cut at this many characters. */
const MOST_CELL = 2000;

const problem = (code: string, where: string, message: string, level: Problem['level'] = 'left out'): Problem => ({
  code,
  where,
  message,
  level,
});

/**
 * Reads rows from CSV (any of the usual separators, RFC 4180's quotes), tab-separated text, or JSON (a list of objects, a
 * list of lists, or an object holding one such list). Takes what is good and says what was left out.
 */
export function readRows(text: string): ReadRows {
  const plain = text.replace(/^\uFEFF/u, '').replace(/\u0000/gu, '');
  const problems: Problem[] = [];
  if (plain.length !== text.replace(/^\uFEFF/u, '').length)
    problems.push(
      problem(
        'rows.encoding',
        '',
        'The file holds zero bytes, as UTF-16 does; they were passed over. Save it as UTF-8 if letters look wrong.',
        'note',
      ),
    );
  if (plain.includes('\uFFFD'))
    problems.push(
      problem('rows.encoding', '', 'Some letters could not be read; the file is not UTF-8. They show as �.', 'note'),
    );
  const trimmed = plain.trim();
  if (trimmed === '')
    return { columns: [], rows: [], problems: [problem('rows.empty', '', 'There are no rows in this.', 'refused')] };
  return /^[[{]/u.test(trimmed) ? fromJson(trimmed, problems) : fromText(plain, problems);
}

function fromText(text: string, problems: Problem[]): ReadRows {
  // One row more than is taken tells that there are more.
  const parsed = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', preview: MOST_ROWS + 2 });
  const [head, ...body] = parsed.data;
  if (!head || parsed.errors.some((e) => e.type === 'Quotes' && body.length === 0))
    return {
      columns: [],
      rows: [],
      problems: [
        problem(
          'rows.unreadable',
          '',
          'This is neither rows separated by commas, semicolons or tabs, nor JSON.',
          'refused',
        ),
      ],
    };
  for (const e of parsed.errors.filter((x) => x.type === 'Quotes').slice(0, 3))
    problems.push(
      problem(
        'rows.quotes',
        `row ${(e.row ?? 0) + 1}`,
        `Row ${(e.row ?? 0) + 1} has a quotation mark that is never closed.`,
        'note',
      ),
    );
  const width = Math.max(head.length, ...body.map((r) => r.length));
  const ragged = body.filter((r) => r.length !== head.length).length;
  if (ragged > 0)
    problems.push(
      problem(
        'rows.ragged',
        '',
        `${ragged} ${ragged === 1 ? 'row has' : 'rows have'} more or fewer cells than the heading; missing cells are empty, and surplus ones have columns of their own.`,
        'note',
      ),
    );
  const names = Array.from({ length: width }, (_, i) => head[i]?.trim() || `Column ${i + 1}`);
  return typed(
    names,
    body.map((r) => names.map((_, i): Json => r[i]?.trim() ?? '')),
    problems,
  );
}

function fromJson(text: string, problems: Problem[]): ReadRows {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return {
      columns: [],
      rows: [],
      problems: [
        problem(
          'rows.json',
          '',
          `This begins like JSON but cannot be read as such: ${error instanceof Error ? error.message.slice(0, 120) : ''}.`,
          'refused',
        ),
      ],
    };
  }
  const list = Array.isArray(value)
    ? value
    : typeof value === 'object' && value !== null
      ? Object.values(value).find((v): v is unknown[] => Array.isArray(v))
      : undefined;
  if (!list || list.length === 0)
    return {
      columns: [],
      rows: [],
      problems: [problem('rows.json', '', 'This JSON holds no list of rows.', 'refused')],
    };
  if (list.every((r): r is unknown[] => Array.isArray(r))) {
    const [head = [], ...body] = list;
    return typed(
      head.map((h, i) => String(h ?? '').trim() || `Column ${i + 1}`),
      body.map((r) => head.map((_, i) => cell(r[i]))),
      problems,
    );
  }
  const objects = list.filter(
    (r): r is Record<string, unknown> => typeof r === 'object' && r !== null && !Array.isArray(r),
  );
  if (objects.length < list.length)
    problems.push(
      problem('rows.json', '', `${list.length - objects.length} entries of the list are no rows and were left out.`),
    );
  const names = [...new Set(objects.flatMap((o) => Object.keys(o)))];
  return typed(
    names,
    objects.map((o) => names.map((n) => cell(Object.hasOwn(o, n) ? o[n] : ''))),
    problems,
  );
}

const cell = (v: unknown): Json =>
  typeof v === 'boolean' || typeof v === 'number'
    ? v
    : v === null || v === undefined
      ? ''
      : typeof v === 'object'
        ? JSON.stringify(v)
        : String(v);

const TRUE = new Set(['true', 'yes', 'y', 'x', '✓', 'on']);
const FALSE = new Set(['false', 'no', 'n', '', '✗', 'off']);

/** Names columns, tells their kinds from what stands in them, and keys the rows. */
function typed(allNames: readonly string[], all: readonly (readonly Json[])[], problems: Problem[]): ReadRows {
  let body = all;
  if (body.length > MOST_ROWS) {
    problems.push(
      problem(
        'rows.many',
        '',
        `There are more than ${MOST_ROWS.toLocaleString('en-GB')} rows; the first ${MOST_ROWS.toLocaleString('en-GB')} were taken.`,
      ),
    );
    body = body.slice(0, MOST_ROWS);
  }
  let names = allNames;
  if (names.length > MOST_COLUMNS) {
    problems.push(problem('rows.wide', '', `There are ${names.length} columns; the first ${MOST_COLUMNS} were taken.`));
    names = names.slice(0, MOST_COLUMNS);
  }
  if (names.length === 0)
    return {
      columns: [],
      rows: [],
      problems: [...problems, problem('rows.empty', '', 'These rows have nothing in them.', 'refused')],
    };
  if (body.length === 0)
    return {
      columns: [],
      rows: [],
      problems: [...problems, problem('rows.empty', '', 'There is a heading but no rows below it.', 'refused')],
    };
  let cut = 0;
  const columns = names.map((name, i): Column => ({
    id: `c${i + 1}`,
    name: name.slice(0, 80),
    kind: kindOf(body.map((r) => r[i] ?? '')),
  }));
  const rows = body.map((r, n): Row => ({
    key: `r${n + 1}`,
    values: Object.fromEntries(
      columns.map((c, i) => {
        const v = r[i] ?? '';
        if (typeof v === 'string' && v.length > MOST_CELL) cut++;
        return [c.id, valueOf(v, c.kind)];
      }),
    ),
  }));
  if (cut > 0)
    problems.push(
      problem(
        'rows.long',
        '',
        `${cut} very long ${cut === 1 ? 'cell was' : 'cells were'} cut to ${MOST_CELL.toLocaleString('en-GB')} characters.`,
        'note',
      ),
    );
  return { columns, rows, problems };
}

function kindOf(values: readonly Json[]): Column['kind'] {
  const filled = values.filter((v) => v !== '');
  if (filled.length === 0) return 'text';
  if (
    values.every(
      (v) =>
        typeof v === 'boolean' || (typeof v === 'string' && (TRUE.has(v.toLowerCase()) || FALSE.has(v.toLowerCase()))),
    )
  )
    return 'flag';
  if (
    filled.every(
      (v) =>
        typeof v === 'number' || (typeof v === 'string' && /^-?\d{1,15}(?:\.\d+)?$/u.test(v) && !/^-?0\d/u.test(v)),
    )
  )
    return 'number';
  return 'text';
}

/** A cell as its column's kind has it. */
export function valueOf(v: Json, kind: Column['kind']): Json {
  if (kind === 'flag') return v === true || (typeof v === 'string' && TRUE.has(v.toLowerCase()));
  if (kind === 'number') return v === '' ? null : Number(v);
  return String(v ?? '').slice(0, MOST_CELL);
}

/**
 * The text of a file of rows. UTF-16 says so at its beginning; anything else is read as UTF-8, or as Latin letters where it is none.
 * Binary files that are often mistaken for rows (spreadsheets, pictures, printed pages) are named as such.
 */
export function decodeRows(name: string, bytes: Uint8Array): { readonly text: string } | { readonly problem: string } {
  const [a, b] = bytes;
  if (
    (a === 0x89 && b === 0x50) ||
    (a === 0x50 && b === 0x4b) ||
    (a === 0x25 && b === 0x50) ||
    (a === 0xd0 && b === 0xcf)
  )
    return { problem: `${name} is no CSV or JSON. If it is a spreadsheet, save it as CSV first. Nothing was changed.` };
  if (a === 0xff && b === 0xfe) return { text: new TextDecoder('utf-16le').decode(bytes) };
  if (a === 0xfe && b === 0xff) return { text: new TextDecoder('utf-16be').decode(bytes) };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes) };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes) };
  }
}

/**
 * The same set with new rows: columns keep their ids by name, so that everything bound to them stays bound; rows keep
 * their keys by their first column's value, or by order, so that what single items differ in stays theirs.
 */
export function updateRows(set: ContentSet, read: ReadRows): ContentSet {
  const names = new Map(set.columns.map((c) => [c.name.toLowerCase(), c]));
  const taken = new Set(set.columns.map((c) => c.id));
  let n = 0;
  const idOf = new Map<string, string>();
  const columns = read.columns.map((c): Column => {
    const known = names.get(c.name.toLowerCase());
    let id = known?.id ?? '';
    while (id === '' || (!known && taken.has(id))) id = `c${++n}`;
    taken.add(id);
    idOf.set(c.id, id);
    return { ...c, id, kind: known?.kind ?? c.kind };
  });
  const first = columns[0];
  const keyBy = new Map(set.rows.map((r) => [String(first ? (r.values[first.id] ?? '') : ''), r.key]));
  const used = new Set<string>();
  let k = set.rows.length;
  const rows = read.rows.map((r, i): Row => {
    const values = Object.fromEntries(
      Object.entries(r.values).map(([id, v]) => {
        const to = idOf.get(id) ?? id;
        return [to, valueOf(v === null ? '' : v, columns.find((c) => c.id === to)?.kind ?? 'text')];
      }),
    );
    let key = keyBy.get(String(first ? (values[first.id] ?? '') : '')) ?? set.rows[i]?.key ?? '';
    while (key === '' || used.has(key)) key = `r${++k}`;
    used.add(key);
    return { key, values };
  });
  return { ...set, columns, rows };
}

/** A content set as CSV (RFC 4180). */
export function writeRows(set: ContentSet): string {
  return Papa.unparse(
    {
      fields: set.columns.map((c) => c.name),
      data: set.rows.map((r) =>
        set.columns.map((c) => {
          const v = r.values[c.id];
          return v === true ? 'yes' : v === false ? 'no' : (v ?? '');
        }),
      ),
    },
    { newline: '\r\n' },
  );
}
/** A content set as JSON: a list of objects, by the names of the columns; where two are called the same, by their ids. */
export function writeRowsJson(set: ContentSet): string {
  const once = (name: string): boolean => set.columns.filter((c) => c.name === name).length === 1;
  const rows = set.rows.map((r) =>
    Object.fromEntries(set.columns.map((c) => [once(c.name) ? c.name : c.id, r.values[c.id] ?? null])),
  );
  return `${JSON.stringify(rows, null, 2)}\n`;
}
