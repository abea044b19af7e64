import { sameJson, type ContentSet, type Json, type Project } from '../../model/index.js';
import { check, faultMessage, shapes } from '../../validate/index.js';
import {
  insertAfter,
  refuse,
  nearestNeighbour,
  withKey,
  type Before,
  type StepKind,
  type StepResult,
} from '../kind.js';
import { after } from './tree.js';

type Column = ContentSet['columns'][number];
type Row = ContentSet['rows'][number];

/** Content sets, whole and by their columns, rows and cells: two people who fill one table do not overwrite each other. */
export type ContentStep =
  | { readonly do: 'contentSet'; readonly set: string; readonly value: ContentSet | null }
  | { readonly do: 'contentName'; readonly set: string; readonly value: string }
  | {
      readonly do: 'column';
      readonly set: string;
      readonly column: string;
      readonly value: Column | null;
      readonly after?: string | null;
    }
  | {
      readonly do: 'row';
      readonly set: string;
      readonly row: string;
      readonly value: Row | null;
      readonly after?: string | null;
    }
  | { readonly do: 'cell'; readonly set: string; readonly row: string; readonly column: string; readonly value: Json };
type Of<K extends ContentStep['do']> = Extract<ContentStep, { do: K }>;

const setOf = (project: Project, id: string): ContentSet | undefined =>
  Object.hasOwn(project.contentSets, id) ? project.contentSets[id] : undefined;
const put = (project: Project, set: ContentSet): Project => ({
  ...project,
  contentSets: withKey(project.contentSets, set.id, set),
});
const gone = (set: string): ReturnType<typeof refuse> =>
  refuse('content.gone', set, 'That content set is no longer there.');
const about = (project: Project, step: { readonly set: string }): string =>
  setOf(project, step.set)?.name ?? 'A content set';
const touches = (step: { readonly set: string }): readonly string[] => [`content:${step.set}`];

const contentSet: StepKind<Of<'contentSet'>, ContentStep> = {
  must: { set: check.id, value: check.orNull(shapes.contentSet) },
  apply(project, step) {
    if (step.value && step.value.id !== step.set)
      return refuse('step.key', step.set, 'The content set and its id do not agree.');
    const was = setOf(project, step.set) ?? null;
    if (!step.value && !was) return gone(step.set);
    return {
      ok: true,
      project: { ...project, contentSets: withKey(project.contentSets, step.set, step.value) },
      inverse: { do: 'contentSet', set: step.set, value: was },
    };
  },
  still: (then, now, step) => sameJson(setOf(then, step.set), setOf(now, step.set)),
  about,
  touches,
  takesAway: (step) => step.value === null,
};

const contentName: StepKind<Of<'contentName'>, ContentStep> = {
  must: { set: check.id, value: check.name(200) },
  apply(project, step) {
    const set = setOf(project, step.set);
    if (!set) return gone(step.set);
    return {
      ok: true,
      project: set.name === step.value ? project : put(project, { ...set, name: step.value }),
      inverse: { do: 'contentName', set: set.id, value: set.name },
    };
  },
  still: (then, now, step) => setOf(then, step.set)?.name === setOf(now, step.set)?.name,
  about,
  touches,
  merges: (step) => `name|${step.set}`,
};

/** One of a set's columns or rows put, replaced in place, or taken away. */
function member<T>(
  list: readonly T[],
  key: string,
  value: T | null,
  prior: string | null | undefined,
  keyOf: (t: T) => string,
): { readonly next: readonly T[]; readonly was: T | null; readonly before: string | null } {
  const at = list.findIndex((t) => keyOf(t) === key);
  const was = list[at] ?? null;
  const before = list[at - 1];
  const rest = list.filter((_, i) => i !== at);
  const next =
    value === null
      ? rest
      : prior === undefined
        ? at < 0
          ? [...rest, value]
          : list.map((t, i) => (i === at ? value : t))
        : insertAfter(rest, value, prior, keyOf);
  return { next, was, before: before === undefined ? null : keyOf(before) };
}

interface LineStep<T> {
  readonly set: string;
  readonly value: T | null;
  readonly after?: string | null;
}
/** How a column and a row differ: where they stand in the set, and how they are told apart. */
interface LineTerms<S extends LineStep<T>, T> {
  readonly what: 'column' | 'row';
  readonly check: typeof shapes.row;
  readonly all: (set: ContentSet) => readonly T[];
  readonly put: (set: ContentSet, list: readonly T[]) => ContentSet;
  readonly keyOf: (t: T) => string;
  readonly keyIn: (step: S) => string;
  readonly make: (step: S, value: T | null, after: string | null | undefined) => ContentStep;
}

/** What columns and rows share. */
function lines<S extends LineStep<T> & ContentStep, T>(terms: LineTerms<S, T>): StepKind<S, ContentStep> {
  const { what, keyOf, keyIn } = terms;
  const all = (project: Project, step: S): readonly T[] => {
    const set = setOf(project, step.set);
    return set ? terms.all(set) : [];
  };
  const find = (project: Project, step: S): T | null =>
    all(project, step).find((t) => keyOf(t) === keyIn(step)) ?? null;
  const listName = (step: S): string => `content|${step.set}|${what}`;
  return {
    must: { set: check.id, [what]: check.id, value: check.orNull(terms.check) },
    may: { after },
    apply(project, step): StepResult<ContentStep> {
      const set = setOf(project, step.set);
      if (!set) return gone(step.set);
      const key = keyIn(step);
      if (step.value && keyOf(step.value) !== key)
        return refuse('step.key', key, `The ${what} and its key do not agree.`);
      const { next, was, before } = member(terms.all(set), key, step.value, step.after, keyOf);
      if (!step.value && !was) return refuse('content.gone', key, `That ${what} is no longer there.`);
      return {
        ok: true,
        project: put(project, terms.put(set, next)),
        inverse: terms.make(step, was, was ? before : undefined),
      };
    },
    still: (then, now, step) => sameJson(find(then, step), find(now, step)),
    about,
    touches,
    leaves: (project, step) => {
      const list = all(project, step).map(keyOf);
      const at = list.indexOf(keyIn(step));
      return at < 0 ? null : { list: listName(step), id: keyIn(step), before: list[at - 1] ?? null };
    },
    behind: (now, step, before: Before) =>
      step.after === undefined
        ? step
        : {
            ...step,
            after: nearestNeighbour(
              listName(step),
              step.after,
              (id) => all(now, step).some((t) => keyOf(t) === id),
              before,
            ),
          },
    order: (project, step) => all(project, step).map(keyOf),
    takesAway: (step) => step.value === null,
  };
}

const column = lines<Of<'column'>, Column>({
  what: 'column',
  check: shapes.column,
  all: (set) => set.columns,
  put: (set, columns) => ({ ...set, columns }),
  keyOf: (c) => c.id,
  keyIn: (step) => step.column,
  make: (step, value, prior) => ({
    do: 'column',
    set: step.set,
    column: step.column,
    value,
    ...(prior === undefined ? {} : { after: prior }),
  }),
});
const row = lines<Of<'row'>, Row>({
  what: 'row',
  check: shapes.row,
  all: (set) => set.rows,
  put: (set, rows) => ({ ...set, rows }),
  keyOf: (r) => r.key,
  keyIn: (step) => step.row,
  make: (step, value, prior) => ({
    do: 'row',
    set: step.set,
    row: step.row,
    value,
    ...(prior === undefined ? {} : { after: prior }),
  }),
});

const cell: StepKind<Of<'cell'>, ContentStep> = {
  must: { set: check.id, row: check.id, column: check.id, value: check.json(2) },
  apply(project, step) {
    const set = setOf(project, step.set);
    if (!set) return gone(step.set);
    const row = set.rows.find((r) => r.key === step.row);
    if (!row || !set.columns.some((c) => c.id === step.column))
      return refuse('content.gone', step.row, 'That row or column is no longer there.');
    const bad = shapes.rowValues({ [step.column]: step.value }, set.name);
    if (bad) return refuse('step.shape', set.name, `${faultMessage(bad)}.`);
    const was = row.values[step.column] ?? null;
    const inverse: ContentStep = { ...step, value: was };
    if (sameJson(was, step.value)) return { ok: true, project, inverse };
    const values = { ...row.values, [step.column]: step.value };
    if (step.value === null) delete (values as Record<string, Json>)[step.column];
    return {
      ok: true,
      project: put(project, { ...set, rows: set.rows.map((r) => (r === row ? { ...r, values } : r)) }),
      inverse,
    };
  },
  still: (then, now, step) => sameJson(cellOf(then, step), cellOf(now, step)),
  about,
  touches,
  merges: (step) => `cell|${step.set}|${step.row}|${step.column}`,
};
const cellOf = (project: Project, step: Of<'cell'>): Json =>
  setOf(project, step.set)?.rows.find((r) => r.key === step.row)?.values[step.column] ?? null;

export const CONTENT_STEPS = { contentSet, contentName, column, row, cell };
