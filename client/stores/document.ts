import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { applyEdit, rebaseEdit, revertEdit, type Edit, type Project, type Step } from '../../core/index.js';
import { api, ServerProblem, Unreachable, type Confirmed } from '../api.js';
import { freshId } from '../ids.js';
import { keep, takeKept } from './outbox.js';

interface Entry {
  readonly edit: Edit;
  readonly inverse: readonly Step[];
  readonly before: Project;
  readonly after: Project;
  readonly merge: string | null;
  readonly at: number;
}

/** Choices on the same thing within this time become one step: ms. */
const MERGE = 1200;
/** How long a change waits for more of the same before it is sent: ms. */
const WAIT = 250;
const RETRY = 1500;

/**
 * The open project: what the server confirmed, what is on its way, and what shows (the one with the other on top).
 * Every change is an edit; nothing else ever changes a document.
 */
export const useDocument = defineStore('document', () => {
  const id = ref('');
  const shown = shallowRef<Project | null>(null);
  const revision = ref(0);
  const pending = shallowRef<readonly Edit[]>([]);
  const offline = ref(false);
  const undoable = shallowRef<readonly Entry[]>([]);
  const redoable = shallowRef<readonly Entry[]>([]);
  /** Told to the person: refusals, things left alone. */
  const notices = shallowRef<readonly { readonly id: number; readonly text: string; readonly bad: boolean }[]>([]);
  let confirmed: Project | null = null;
  /** Ids of edits that the server was sent and has not answered for. */
  let inFlight: ReadonlySet<string> = new Set();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let socket: WebSocket | null = null;
  let serial = 0;
  let generation = 0;

  const saveState = computed(() => (pending.value.length === 0 ? 'all saved' : offline.value ? `${pending.value.length} not sent, kept here` : 'saving'));

  function say(text: string, bad = false): void {
    notices.value = [...notices.value, { id: ++serial, text, bad }];
  }

  async function open(projectId: string): Promise<void> {
    close();
    const mine = ++generation;
    const stand = await api.open(projectId);
    const kept = await takeKept(projectId).catch(() => []);
    if (mine !== generation) return;
    id.value = projectId;
    confirmed = stand.project;
    revision.value = stand.revision;
    let project = stand.project;
    const again: Edit[] = [];
    for (const k of kept) {
      const known = new Set((await api.since(projectId, Math.min(k.base, stand.revision))).map((c) => c.edit.id));
      for (const edit of k.edits) {
        if (known.has(edit.id)) continue;
        const got = applyEdit(project, edit);
        if (got.ok) {
          project = got.project;
          again.push(edit);
        } else say(`“${edit.label}” was not saved before the page closed and no longer fits: ${got.refusal.message}`, true);
      }
    }
    if (mine !== generation) return;
    shown.value = project;
    pending.value = again;
    listen();
    if (again.length > 0) void store();
    schedule(0);
  }

  function close(): void {
    generation++;
    clearTimeout(timer);
    socket?.close();
    socket = null;
    shown.value = null;
    confirmed = null;
    pending.value = [];
    undoable.value = [];
    redoable.value = [];
    inFlight = new Set();
    id.value = '';
  }

  function listen(): void {
    const mine = generation;
    const ws = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/projects/${encodeURIComponent(id.value)}/live`);
    socket = ws;
    ws.onmessage = (event) => {
      const message = JSON.parse(String(event.data)) as { edits?: Confirmed[]; hello?: string };
      if (mine !== generation) return;
      if (message.edits) receive(message.edits);
      else void catchUp();
    };
    ws.onclose = () => {
      if (mine !== generation) return;
      setTimeout(() => mine === generation && listen(), RETRY);
    };
  }

  async function catchUp(): Promise<void> {
    const mine = generation;
    try {
      const edits = await api.since(id.value, revision.value);
      if (mine !== generation) return;
      offline.value = false;
      receive(edits);
      schedule(0);
    } catch (error) {
      if (error instanceof Unreachable) offline.value = true;
    }
  }

  /** Takes confirmed edits in the server's order; own ones leave the queue, others' go underneath it. */
  function receive(list: readonly Confirmed[]): void {
    for (const c of [...list].sort((a, b) => a.revision - b.revision)) {
      if (!confirmed || c.revision <= revision.value) continue;
      if (c.revision > revision.value + 1) {
        void catchUp();
        return;
      }
      const got = applyEdit(confirmed, c.edit);
      if (!got.ok) {
        say('This page and the server no longer agree; it was opened again from the server.', true);
        void open(id.value);
        return;
      }
      const before = confirmed;
      confirmed = got.project;
      revision.value = c.revision;
      const own = pending.value.findIndex((e) => e.id === c.edit.id);
      if (own === 0) {
        pending.value = pending.value.slice(1);
        inFlight = new Set([...inFlight].filter((x) => x !== c.edit.id));
      } else rebasePending(before, c.edit, own);
    }
    void store();
  }

  function rebasePending(before: Project, other: Edit, own: number): void {
    const waiting = own < 0 ? pending.value : pending.value.filter((_, i) => i !== own);
    let project = confirmed as Project;
    const kept: Edit[] = [];
    for (const edit of waiting) {
      const moved = rebaseEdit(edit, before, [other, ...kept]);
      const got = moved.ok ? applyEdit(project, moved.edit) : moved;
      if (moved.ok && got.ok) {
        project = got.project;
        kept.push(moved.edit);
      } else say(`“${edit.label}” could not be kept: ${!got.ok ? got.refusal.message : ''} Someone changed it at the same time.`, true);
    }
    pending.value = kept;
    shown.value = project;
  }

  function store(): Promise<void> {
    return keep(id.value, { base: revision.value, edits: pending.value }).catch(() => undefined);
  }

  function schedule(wait: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void send(), wait);
  }

  async function send(): Promise<void> {
    if (inFlight.size > 0 || pending.value.length === 0 || id.value === '') return;
    const mine = generation;
    const batch = pending.value.slice(0, 100);
    const ids = new Set(batch.map((e) => e.id));
    inFlight = ids;
    try {
      const told = await api.send(id.value, revision.value, batch);
      if (mine !== generation) return;
      offline.value = false;
      receive(told);
      if (inFlight === ids || [...inFlight].every((x) => ids.has(x))) inFlight = new Set();
      if (pending.value.length > 0) schedule(0);
    } catch (error) {
      if (mine !== generation) return;
      inFlight = new Set();
      if (error instanceof ServerProblem && error.status < 500 && error.status !== 429) await refused(error, batch);
      else {
        offline.value = true;
        schedule(RETRY);
      }
    }
  }

  /** An edit the server cannot take is taken back here too, and named. */
  async function refused(problem: ServerProblem, batch: readonly Edit[]): Promise<void> {
    const bad = String(problem.body['edit'] ?? batch[0]?.id ?? '');
    await catchUp();
    say(problem.message, true);
    const rest = pending.value.filter((e) => e.id !== bad);
    let project = confirmed as Project;
    const kept: Edit[] = [];
    for (const edit of rest) {
      const got = applyEdit(project, edit);
      if (got.ok) {
        project = got.project;
        kept.push(edit);
      } else say(`“${edit.label}” went with it: ${got.refusal.message}`, true);
    }
    pending.value = kept;
    shown.value = project;
    await store();
    if (kept.length > 0) schedule(0);
  }

  /**
   * Does an edit and sends it. Changes with the same `merge` key shortly after one another become one step of undo.
   * @returns false when it was refused; the reason is shown
   */
  function act(label: string, steps: readonly Step[], merge: string | null = null): boolean {
    if (!shown.value || steps.length === 0) return false;
    const now = Date.now();
    const last = undoable.value.at(-1);
    const unsent = last && pending.value.at(-1)?.id === last.edit.id && !inFlight.has(last.edit.id);
    const joins = merge !== null && last?.merge === merge && now - last.at < MERGE && unsent && last.after === shown.value;
    const before = joins ? last.before : shown.value;
    const edit: Edit = joins ? { ...last.edit, label, steps: compact([...last.edit.steps, ...steps]) } : { id: freshId(), label, steps };
    const got = applyEdit(before, edit);
    if (!got.ok) {
      say(`${label}: ${got.refusal.message} Nothing was changed.`, true);
      return false;
    }
    const entry: Entry = { edit, inverse: got.inverse, before, after: got.project, merge, at: now };
    undoable.value = joins ? [...undoable.value.slice(0, -1), entry] : [...undoable.value.slice(-199), entry];
    redoable.value = [];
    pending.value = joins ? [...pending.value.slice(0, -1), edit] : [...pending.value, edit];
    shown.value = got.project;
    void store();
    schedule(merge === null ? 0 : WAIT);
    return true;
  }

  function revert(from: typeof undoable, to: typeof undoable, verb: string): string | null {
    const entry = from.value.at(-1);
    if (!entry || !shown.value) return null;
    const label = verb === 'Undo' ? `Undo ${entry.edit.label}` : entry.edit.label.replace(/^Undo /u, '');
    const back = revertEdit(shown.value, label, entry.inverse, entry.after, freshId());
    from.value = from.value.slice(0, -1);
    for (const left of back.left) say(left);
    if (back.edit.steps.length === 0) return entry.edit.label;
    const got = applyEdit(shown.value, back.edit);
    if (!got.ok) {
      say(got.refusal.message, true);
      return null;
    }
    to.value = [...to.value, { edit: back.edit, inverse: got.inverse, before: shown.value, after: got.project, merge: null, at: entry.at }];
    pending.value = [...pending.value, back.edit];
    shown.value = got.project;
    void store();
    schedule(0);
    return entry.edit.label;
  }

  const undo = (): string | null => revert(undoable, redoable, 'Undo');
  const redo = (): string | null => revert(redoable, undoable, 'Redo');
  /** Everything done since the project was opened, the newest first: what is undone stands on top until something new is done. */
  const steps = computed(() => {
    const done = undoable.value.map((e, i) => ({
      id: e.edit.id,
      label: e.edit.label.replace(/^Undo (?=Undo )|^Undo /u, ''),
      time: clock(e.at),
      at: i + 1,
      undone: false,
      now: i === undoable.value.length - 1,
    }));
    const undone = [...redoable.value]
      .reverse()
      .map((e, i) => ({ id: e.edit.id, label: e.edit.label.replace(/^Undo /u, ''), time: clock(e.at), at: undoable.value.length + i + 1, undone: true, now: false }));
    return [...done, ...undone].reverse();
  });
  /** Goes to the state behind the step at this place: back through what was done, or forth again. */
  function goTo(at: number): void {
    for (let guard = 0; undoable.value.length > at && guard < 500; guard++) if (undo() === null) return;
    for (let guard = 0; undoable.value.length < at && redoable.value.length > 0 && guard < 500; guard++) if (redo() === null) return;
  }
  const undoName = computed(() => undoable.value.at(-1)?.edit.label ?? null);
  const redoName = computed(() => redoable.value.at(-1)?.edit.label.replace(/^Undo /u, '') ?? null);

  return { id, shown, revision, pending, offline, saveState, notices, undoName, redoName, steps, goTo, open, close, act, undo, redo, say };
});

const clock = (ms: number): string => new Date(ms).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });

/** Of several steps that set the same thing, only the last matters. */
function compact(steps: readonly Step[]): readonly Step[] {
  const last = new Map<string, number>();
  const about = (s: Step): string | null => (s.do === 'set' ? `set|${s.tree}|${s.node}|${s.field}` : s.do === 'setting' ? `setting|${s.tree}|${s.node}|${s.key}` : null);
  steps.forEach((s, i) => {
    const key = about(s);
    if (key !== null) last.set(key, i);
  });
  return steps.filter((s, i) => {
    const key = about(s);
    if (key === null || last.get(key) === i) return true;
    // A setting that is dropped after it was put must not be dropped from a document that never had it.
    const later = steps[last.get(key) ?? i];
    return later?.do === 'setting' && later.value === null;
  });
}
