import { applyEdit, compact, rebaseEdit, revertEdit, type Edit, type Refusal, type Step } from '../edit/index.js';
import type { Project } from '../model/index.js';
import { isPast, labelOf, plainLabel, stacks, type Done, type Past, type Undoable, type Where } from './history.js';

/** An edit as the server confirmed it. */
export interface Confirmed {
  readonly revision: number;
  readonly edit: Edit;
  readonly at: string;
}

/** Edits that were given to the server: as they were sent, and what others did since the revision they were made on. */
export interface Sent {
  readonly revision: number;
  readonly base: Project;
  readonly edits: readonly Edit[];
  readonly others: readonly Edit[];
}

/** A document as one writer among others edits it. Immutable: every function gives a new one. */
export interface SyncState {
  readonly confirmed: Project;
  readonly revision: number;
  readonly sent: Sent | null;
  /** Done here and given to nobody yet. */
  readonly waiting: readonly Edit[];
  /** What is seen: confirmed, with everything that is on its way or waits on top. */
  readonly shown: Project;
  readonly done: readonly Undoable[];
  readonly undone: readonly Undoable[];
  /** Who is writing. */
  readonly by: string;
}

/** Something the person should know, as a sentence. */
export interface Notice {
  readonly text: string;
  readonly bad: boolean;
}

/** Changes of the same thing within this time become one step of undo: ms. */
export const MERGE = 1200;
/** So many steps back are kept ready; older ones are fetched when they are wanted. */
const READY = 200;
/** Edits given to the server at once. */
const BATCH = 100;

/** A document freshly opened. `own`: what this writer did earlier, oldest first. */
export function openSync(project: Project, revision: number, by: string, own: readonly Past[] = []): SyncState {
  return { confirmed: project, revision, sent: null, waiting: [], shown: project, ...stacks(own), by };
}

/** Every edit that is not confirmed, in order. */
export const pendingOf = (state: SyncState): readonly Edit[] => [...(state.sent?.edits ?? []), ...state.waiting];

export interface Act {
  readonly id: string;
  readonly label: string;
  readonly steps: readonly Step[];
  readonly merge?: string | null;
  readonly where?: Where | null;
  /** ms since 1970 */
  readonly now: number;
}
export type ActResult =
  { readonly ok: true; readonly state: SyncState } | { readonly ok: false; readonly refusal: Refusal };

/** Does something. With the same `merge` as what was done just before, and not given to anybody yet, it becomes one with it. */
export function act(state: SyncState, { id, label, steps, merge = null, where = null, now }: Act): ActResult {
  const last = state.done.at(-1);
  const joins =
    last !== undefined &&
    !isPast(last) &&
    merge !== null &&
    last.merge === merge &&
    now - last.at < MERGE &&
    last.after === state.shown &&
    state.waiting.at(-1)?.id === last.edit.id
      ? last
      : null;
  const before = joins ? joins.before : state.shown;
  const edit: Edit = joins
    ? { ...joins.edit, label, steps: compact([...joins.edit.steps, ...steps]) }
    : { id, label, steps, by: state.by };
  const got = applyEdit(before, edit);
  if (!got.ok) return got;
  const made: Done = {
    edit,
    inverse: got.inverse,
    before,
    after: got.project,
    merge,
    at: now,
    where: joins ? joins.where : where,
  };
  return {
    ok: true,
    state: {
      ...state,
      shown: got.project,
      waiting: joins ? [...state.waiting.slice(0, -1), edit] : [...state.waiting, edit],
      done: [...(joins ? state.done.slice(0, -1) : state.done.slice(-READY)), made],
      undone: [],
    },
  };
}

/** Puts edits that were kept from an earlier visit on top. Those that no longer fit are named. */
export function resume(
  state: SyncState,
  edits: readonly Edit[],
): { readonly state: SyncState; readonly notices: readonly Notice[] } {
  const notices: Notice[] = [];
  let now = state;
  for (const edit of edits) {
    const got = applyEdit(now.shown, edit);
    if (got.ok)
      now = {
        ...now,
        shown: got.project,
        waiting: [...now.waiting, edit],
        done: [...now.done, doneOf(edit, got.inverse, now.shown, got.project)],
      };
    else
      notices.push({
        bad: true,
        text: `“${edit.label}” was not saved before the page closed and no longer fits: ${got.refusal.message}`,
      });
  }
  return { state: now, notices };
}
const doneOf = (edit: Edit, inverse: readonly Step[], before: Project, after: Project, at = 0): Done => ({
  edit,
  inverse,
  before,
  after,
  merge: null,
  at,
  where: null,
});

/** What to give to the server now; nothing while something is on its way. What was given is never changed again. */
export function flush(
  state: SyncState,
): { readonly state: SyncState; readonly base: number; readonly edits: readonly Edit[] } | null {
  if (state.sent) return { state, base: state.sent.revision, edits: state.sent.edits };
  if (state.waiting.length === 0) return null;
  const edits = state.waiting.slice(0, BATCH);
  const sent: Sent = { revision: state.revision, base: state.confirmed, edits, others: [] };
  return { state: { ...state, sent, waiting: state.waiting.slice(edits.length) }, base: state.revision, edits };
}

export interface Received {
  readonly state: SyncState;
  readonly notices: readonly Notice[];
  /** Something between is missing: everything after `state.revision` must be asked for. */
  readonly gap: boolean;
  /** What is here and what the server has no longer agree: open it again. */
  readonly apart: boolean;
}

/** Takes confirmed edits, own and others', in the server's order. What was taken before is passed over. */
export function receive(state: SyncState, list: readonly Confirmed[]): Received {
  const notices: Notice[] = [];
  let now = state;
  for (const c of [...list].sort((a, b) => a.revision - b.revision)) {
    if (c.revision <= now.revision) continue;
    if (c.revision > now.revision + 1) return { state: now, notices, gap: true, apart: false };
    const got = applyEdit(now.confirmed, c.edit);
    if (!got.ok) return { state: now, notices, gap: false, apart: true };
    now = takeOne(now, c, got.project, notices);
  }
  return { state: now, notices, gap: false, apart: false };
}

function takeOne(state: SyncState, c: Confirmed, confirmed: Project, notices: Notice[]): SyncState {
  const before = state.confirmed;
  const own = state.sent?.edits.some((e) => e.id === c.edit.id) === true;
  const left = state.sent?.edits.filter((e) => e.id !== c.edit.id) ?? [];
  const sent: Sent | null =
    state.sent && left.length > 0 ? { ...state.sent, edits: left, others: [...state.sent.others, c.edit] } : null;
  const next: SyncState = { ...state, confirmed, revision: c.revision, sent };
  // One's own edit, alone and unchanged: what is seen was right all along.
  if (
    own &&
    state.sent?.others.length === 0 &&
    state.sent.edits[0]?.id === c.edit.id &&
    state.sent.edits[0] &&
    sameSteps(state.sent.edits[0], c.edit)
  )
    return next;
  // A visitor with the same edit in two tabs: it is there already.
  const waiting = state.waiting.filter((e) => e.id !== c.edit.id);
  return restack(next, before, own ? [] : [c.edit], waiting, notices);
}
const sameSteps = (a: Edit, b: Edit): boolean =>
  a.steps.length === b.steps.length && JSON.stringify(a.steps) === JSON.stringify(b.steps);

/** Puts what is not confirmed on top of what is: what was sent as the server will do it, then what waits. */
function restack(
  state: SyncState,
  before: Project,
  others: readonly Edit[],
  waiting: readonly Edit[],
  notices: Notice[],
): SyncState {
  let shown = state.confirmed;
  const given: Edit[] = [];
  for (const edit of state.sent?.edits ?? []) {
    const sent = state.sent as Sent;
    const moved = rebaseEdit(edit, sent.base, [...sent.others, ...given]);
    const got = moved.ok ? applyEdit(shown, moved.edit) : moved;
    // The server will say no, and why: until then it is just not seen.
    if (!moved.ok || !got.ok) continue;
    given.push(moved.edit);
    shown = got.project;
  }
  const kept: Edit[] = [];
  for (const edit of waiting) {
    const moved = rebaseEdit(edit, before, [...others, ...given, ...kept]);
    const got = moved.ok ? applyEdit(shown, moved.edit) : moved;
    if (moved.ok && got.ok) {
      kept.push(moved.edit);
      shown = got.project;
    } else
      notices.push({
        bad: true,
        text: `“${edit.label}” could not be kept: ${got.ok ? '' : got.refusal.message} Someone changed it at the same time.`,
      });
  }
  return { ...state, shown, waiting: kept };
}

/** The server cannot take an edit that was sent: it goes, and what was built on it, each named; the rest is tried again. */
export function rejectEdit(
  state: SyncState,
  bad: string,
  why: string,
): { readonly state: SyncState; readonly notices: readonly Notice[] } {
  const notices: Notice[] = [{ bad: true, text: why }];
  const rest = pendingOf(state).filter((e) => e.id !== bad);
  let shown = state.confirmed;
  const waiting: Edit[] = [];
  for (const edit of rest) {
    const got = applyEdit(shown, edit);
    if (got.ok) {
      waiting.push(edit);
      shown = got.project;
    } else notices.push({ bad: true, text: `“${edit.label}” went with it: ${got.refusal.message}` });
  }
  const alive = new Set(waiting.map((e) => e.id));
  const dead = new Set(pendingOf(state).flatMap((e) => (alive.has(e.id) ? [] : [e.id])));
  const lives = (u: Undoable): boolean => isPast(u) || !dead.has(u.edit.id);
  return {
    state: { ...state, sent: null, waiting, shown, done: state.done.filter(lives), undone: state.undone.filter(lives) },
    notices,
  };
}

export type HistoryDirection = 'undo' | 'redo';
export type HistoryStep =
  | {
      readonly ok: true;
      readonly state: SyncState;
      readonly label: string;
      readonly notices: readonly Notice[];
      readonly where: Where | null;
    }
  /** What it did must be fetched first: the document before it, and the edit. Then `provide` it and turn again. */
  | { readonly ok: false; readonly needs: Past }
  | { readonly ok: false; readonly needs: null };

/** Undoes or does again the last thing of one's own, as far as nobody changed it since; what stays is named. */
export function stepHistory(state: SyncState, way: HistoryDirection, id: string, now: number): HistoryStep {
  const from = way === 'undo' ? state.done : state.undone;
  const entry = from.at(-1);
  if (!entry) return { ok: false, needs: null };
  if (isPast(entry)) return { ok: false, needs: entry };
  const label = way === 'undo' ? `Undo ${plainLabel(entry.edit.label)}` : plainLabel(entry.edit.label);
  const back = revertEdit(state.shown, entry.edit, entry.inverse, entry.after, id, label);
  const notices: Notice[] = back.left.map((text) => ({ text, bad: false }));
  const rest = from.slice(0, -1);
  const plain = plainLabel(entry.edit.label);
  const got = back.edit.steps.length > 0 ? applyEdit(state.shown, back.edit) : null;
  if (!got?.ok)
    return {
      ok: true,
      state: { ...state, ...(way === 'undo' ? { done: rest } : { undone: rest }) },
      label: plain,
      notices,
      where: entry.where,
    };
  const edit: Edit = { ...back.edit, by: state.by };
  const made: Done = { ...doneOf(edit, got.inverse, state.shown, got.project, now), where: entry.where };
  const moved =
    way === 'undo' ? { done: rest, undone: [...state.undone, made] } : { undone: rest, done: [...state.done, made] };
  return {
    ok: true,
    state: { ...state, ...moved, shown: got.project, waiting: [...state.waiting, edit] },
    label: plain,
    notices,
    where: entry.where,
  };
}

/** What an earlier edit did, now that the document before it is known. False when it cannot have been done on that. */
export function supplyPast(state: SyncState, past: Past, before: Project, edit: Edit): SyncState | null {
  const got = applyEdit(before, edit);
  if (!got.ok) return null;
  const made = doneOf(edit, got.inverse, before, got.project, Date.parse(past.at));
  const swap = (list: readonly Undoable[]): readonly Undoable[] =>
    list.map((u) => (isPast(u) && u.id === past.id ? made : u));
  return { ...state, done: swap(state.done), undone: swap(state.undone) };
}

/** Names of what would be undone and done again; null: nothing. */
export function historyLabels(state: SyncState): { readonly undo: string | null; readonly redo: string | null } {
  const last = (list: readonly Undoable[]): string | null => {
    const u = list.at(-1);
    return u ? plainLabel(labelOf(u)) : null;
  };
  return { undo: last(state.done), redo: last(state.undone) };
}
