import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import {
  act as actOn,
  flush,
  openSync,
  pendingOf,
  supplyPast,
  rejectEdit,
  restoreSteps,
  resume,
  receive,
  stepHistory,
  historyLabels,
  type SyncState,
  type Edit,
  type Notice,
  type Past,
  type Project,
  type Screen,
  type Step,
  type HistoryDirection,
  type Where,
  type Wrapped,
} from '../../core/index.js';
import { api, ServerProblem, type Confirmed, type FirstPart } from '../api.js';
import { freshId, writer } from '../ids.js';
import { adoptOutbox, saveOutbox, readOutbox } from './outbox.js';

/** How long a change waits for more of the same before it is sent: ms. */
const WAIT = 250;
const RETRY = 1500;
/** While a project is put away it is asked only so often whether it is back: ms. */
const ASK_AGAIN = 15_000;
/** An edit of more steps than this is shown first, and told of everywhere else in the frame after. */
const MANY = 50;
/** Own edits asked for when a project is opened: as many steps back. */
const BACK = 300;

/** So many screens are asked for at once. */
const PART = 100;
const NONE_MISSING: ReadonlySet<string> = new Set();

/** An earlier state that is looked at. */
export interface RevisionView {
  readonly revision: number;
  readonly label: string;
  readonly at: string;
  readonly project: Project;
}

/** So many notices are kept for whoever shows them. */
const MOST_NOTICES = 40;

/**
 * The open project, thin over the core's desk: what the server confirmed, what is on its way, and what shows. Every change is
 * an edit; nothing else ever changes a document.
 */
export const useDocument = defineStore('document', () => {
  const id = ref('');
  /** Screens of which only the name and the size are known yet: the project is still being opened. */
  const missing = shallowRef<ReadonlySet<string>>(NONE_MISSING);
  const desk = shallowRef<SyncState | null>(null);
  const offline = ref(false);
  /** Why what is done is not sent, while it is not: the server's own words. */
  const trouble = ref('');
  /** Somebody put the project away: what is done waits here until it is brought back. */
  const away = ref(false);
  /** Told to the person: refusals, things left alone. The last of them, the latest at the end. */
  const notices = shallowRef<readonly (Notice & { readonly id: number })[]>([]);
  const looking = shallowRef<RevisionView | null>(null);
  /** Where somebody is, to be shown again when what they did is undone. Set by the stage. */
  const whereNow = shallowRef<() => Where | null>(() => null);
  const goBack = shallowRef<(where: Where) => void>(() => undefined);
  /** What steps are before they are done: those on an edition become its changes. Set by the Workbench. */
  const prepare = shallowRef<(steps: readonly Step[]) => Wrapped>((steps) => ({ ok: true, steps }));
  /** Grows whenever something was said or walked elsewhere. */
  const saidSerial = ref(0);
  /** Told when a kit was installed somewhere. */
  const onKits = shallowRef<() => void>(() => undefined);
  /** Something is being typed, and its frame is not shown yet: what need not be in that frame follows. */
  const typing = ref(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let socket: WebSocket | null = null;
  let serial = 0;
  let generation = 0;
  let sending = false;

  const shown = computed<Project | null>(() => looking.value?.project ?? desk.value?.shown ?? null);
  const revision = computed(() => desk.value?.revision ?? 0);
  const pending = computed<readonly Edit[]>(() => (desk.value ? pendingOf(desk.value) : []));
  const saveState = computed(() =>
    missing.value.size > 0
      ? `opening, ${missing.value.size.toLocaleString('en-GB')} to come`
      : pending.value.length === 0
        ? 'all saved'
        : offline.value || away.value
          ? `${pending.value.length} not sent, kept here`
          : 'saving',
  );
  const names = computed(() => (desk.value && !looking.value ? historyLabels(desk.value) : { undo: null, redo: null }));

  function say(text: string, bad = false): void {
    notices.value = [...notices.value.slice(1 - MOST_NOTICES), { id: ++serial, text, bad }];
  }
  const sayAll = (list: readonly Notice[]): void => list.forEach((n) => say(n.text, n.bad));
  const message = (error: unknown): string => (error instanceof Error ? error.message : String(error));

  /** @param first the screen that is looked at: of a large project it comes first */
  async function open(projectId: string, first = ''): Promise<void> {
    close();
    const mine = ++generation;
    const own = api.history(projectId, { by: writer, most: BACK }).catch((): readonly Past[] => []);
    const stand = await api.open(projectId, first);
    if (mine !== generation) return;
    let { project } = stand;
    if (stand.missing) {
      id.value = projectId;
      missing.value = new Set(stand.missing);
      desk.value = openSync(project, stand.revision, writer);
      const screens = await restOf(stand, () => mine === generation);
      if (mine !== generation) return;
      project = { ...project, screens };
    }
    const kept = await readOutbox(projectId).catch(() => []);
    const known = new Set<string>();
    for (const k of kept)
      for (const c of await api.since(projectId, Math.min(k.base, stand.revision))) known.add(c.edit.id);
    const past = [...(await own)].reverse();
    if (mine !== generation) return;
    // What was done while the rest was on its way is done to the whole.
    const meanwhile = desk.value ? pendingOf(desk.value) : [];
    id.value = projectId;
    const opened = resume(openSync(project, stand.revision, writer, past), [
      ...kept.flatMap((k) => k.edits.filter((e) => !known.has(e.id))),
      ...meanwhile,
    ]);
    desk.value = opened.desk;
    missing.value = NONE_MISSING;
    sayAll(opened.notices);
    for (const p of stand.problems ?? []) say(p.message, true);
    listen();
    // Only what is in this tab's own list by now is taken out of those of others.
    if (kept.length > 0)
      void store()
        .then(() => adoptOutbox(projectId))
        .catch(() => undefined);
    schedule(0);
  }

  /** The screens of a project of which the first part is open, some at a time so that the page is never held up. */
  async function restOf(stand: FirstPart, wanted: () => boolean): Promise<readonly Screen[]> {
    const here = new Map(stand.project.screens.filter((s) => !stand.missing?.includes(s.id)).map((s) => [s.id, s]));
    const all: Screen[] = [];
    while (all.length < stand.project.screens.length && wanted()) {
      const some = await api.screens(stand.project.id, stand.revision, all.length, PART);
      if (some.length === 0) break;
      // What is shown already stays the same object: nothing of it is drawn again.
      all.push(...some.map((s) => here.get(s.id) ?? s));
      if (wanted()) missing.value = new Set(stand.project.screens.slice(all.length).map((s) => s.id));
    }
    return all;
  }

  function close(): void {
    whole();
    if (storing) void storeNow().catch(() => undefined);
    generation++;
    clearTimeout(timer);
    socket?.close();
    socket = null;
    desk.value = null;
    looking.value = null;
    sending = false;
    reached();
    id.value = '';
    missing.value = NONE_MISSING;
  }

  function listen(): void {
    const mine = generation;
    const ws = new WebSocket(
      `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/projects/${encodeURIComponent(id.value)}/live`,
    );
    socket = ws;
    ws.onmessage = (event) => {
      const told = JSON.parse(String(event.data)) as {
        edits?: Confirmed[];
        hello?: string;
        kits?: boolean;
        away?: boolean;
        said?: boolean;
      };
      if (mine !== generation) return;
      if (told.edits) onConfirmed(told.edits);
      else if (told.away === true) away.value = true;
      else if (told.kits) onKits.value();
      else if (told.said) saidSerial.value++;
      else {
        // Connected again: what was said meanwhile was not heard.
        saidSerial.value++;
        void catchUp();
      }
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
      reached();
      onConfirmed(edits);
      schedule(0);
    } catch (error) {
      if (mine === generation) unsent(error);
    }
  }

  function reached(): void {
    offline.value = false;
    away.value = false;
    trouble.value = '';
  }
  /** It is not the edits' fault that they were not taken: they wait, and are tried again. False when it is. */
  function unsent(error: unknown): boolean {
    if (error instanceof ServerProblem && (error.code === 'project.away' || error.code === 'project.unknown')) {
      away.value = true;
      trouble.value = error.message;
      schedule(ASK_AGAIN);
      return true;
    }
    if (error instanceof ServerProblem && error.status < 500 && error.status !== 429) return false;
    offline.value = true;
    trouble.value = message(error);
    schedule(RETRY);
    return true;
  }

  function onConfirmed(list: readonly Confirmed[]): void {
    if (!desk.value || list.length === 0) return;
    const got = receive(desk.value, list);
    desk.value = got.desk;
    sayAll(got.notices);
    if (got.apart) {
      say('This page and the server no longer agree; it was opened again from the server.', true);
      void open(id.value);
      return;
    }
    if (got.gap) void catchUp();
    void store();
  }

  /** What is typed shows first; the rest is let go as soon as its frame is there. */
  function followFrame(): void {
    typing.value = true;
    requestAnimationFrame(() => setTimeout(() => (typing.value = false), 0));
  }

  /** What belongs to the last change and follows its frame. */
  let late: (() => void) | null = null;
  /** Nothing comes between a change and what belongs to it. */
  function whole(): void {
    const rest = late;
    late = null;
    rest?.();
  }

  let storing: Promise<void> | null = null;
  /** Keeps what is not confirmed, once for all changes of this frame, after it has been shown. */
  function store(): Promise<void> {
    const mine = generation;
    storing ??= new Promise<void>((done) => {
      setTimeout(() => {
        storing = null;
        done(mine === generation ? storeNow() : undefined);
      }, 0);
    });
    return storing;
  }
  function storeNow(): Promise<void> {
    return saveOutbox(id.value, { base: desk.value?.sent?.revision ?? revision.value, edits: pending.value }).catch(
      () => undefined,
    );
  }

  function schedule(wait: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void send(), wait);
  }

  async function send(): Promise<void> {
    const given = desk.value && !sending && missing.value === NONE_MISSING ? flush(desk.value) : null;
    if (!given) return;
    const mine = generation;
    sending = true;
    desk.value = given.desk;
    try {
      const told = await api.send(id.value, given.base, given.edits);
      if (mine !== generation) return;
      sending = false;
      reached();
      onConfirmed(told);
      // What others did in between comes on its own way; until it has, nothing of ours can be taken in.
      if (desk.value?.sent) await catchUp();
      if (pending.value.length > 0) schedule(0);
    } catch (error) {
      if (mine !== generation) return;
      sending = false;
      if (!unsent(error)) await refuse(error as ServerProblem, given.edits);
    }
  }

  /** An edit the server cannot take is taken back here too, and named. */
  async function refuse(problem: ServerProblem, batch: readonly Edit[]): Promise<void> {
    await catchUp();
    if (!desk.value) return;
    const got = rejectEdit(desk.value, String(problem.body['edit'] ?? batch[0]?.id ?? ''), problem.message);
    desk.value = got.desk;
    sayAll(got.notices);
    await store();
    schedule(0);
  }

  /**
   * Does an edit and sends it. Changes with the same `merge` key shortly after one another become one step of undo.
   * @param last nothing more with this key will come: it is sent at once
   * @returns false when it was refused; the reason is shown
   */
  function act(label: string, steps: readonly Step[], merge: string | null = null, last = merge === null): boolean {
    whole();
    if (!desk.value || steps.length === 0) return false;
    if (looking.value) {
      say('You are looking at how it was. Go back to it, or return to now, to change something.', true);
      return false;
    }
    const ready = prepare.value(steps);
    if (!ready.ok) {
      say(`${label}: ${ready.refusal.message} Nothing was changed.`, true);
      return false;
    }
    if (ready.steps.length === 0) return true;
    const got = actOn(desk.value, {
      id: freshId(),
      label: label.slice(0, 300),
      steps: ready.steps,
      merge,
      where: whereNow.value(),
      now: Date.now(),
    });
    if (!got.ok) {
      say(`${label}: ${got.refusal.message} Nothing was changed.`, true);
      return false;
    }
    desk.value = got.desk;
    if (merge !== null || steps.length > MANY) followFrame();
    void store();
    schedule(last ? 0 : WAIT);
    return true;
  }

  /**
   * Does an edit of very many steps: what is in sight in this frame, the rest right behind it, as the same step.
   * @param key of what merges with it, as with `act`
   */
  function actInTwo(
    label: string,
    steps: readonly Step[],
    rest: () => readonly Step[],
    key: string,
    last: boolean,
  ): void {
    if (!act(label, steps, key)) return;
    late = () => void act(label, rest(), key, last);
    requestAnimationFrame(() => setTimeout(whole, 0));
  }

  /** Undoes or does again; what was done in an earlier visit is fetched first. */
  async function turnOnce(way: HistoryDirection): Promise<string | null> {
    whole();
    if (!desk.value || looking.value) return null;
    let got = stepHistory(desk.value, way, freshId(), Date.now());
    if (!got.ok && got.needs) {
      const { needs } = got;
      const mine = generation;
      try {
        const [before, [edit]] = await Promise.all([
          api.at(id.value, needs.revision - 1),
          api.since(id.value, needs.revision - 1, needs.revision),
        ]);
        if (mine !== generation || !desk.value) return null;
        const ready = edit ? supplyPast(desk.value, needs, before.project, edit.edit) : null;
        if (!ready) {
          say(
            `“${needs.label}” was done by an earlier version and cannot be undone by itself; History can still go back to before it.`,
            true,
          );
          return null;
        }
        desk.value = ready;
        got = stepHistory(ready, way, freshId(), Date.now());
      } catch (error) {
        say(`${message(error)} Nothing was undone.`, true);
        return null;
      }
    }
    if (!got.ok) return null;
    desk.value = got.desk;
    sayAll(got.notices);
    if (got.where) goBack.value(got.where);
    void store();
    schedule(0);
    return got.label;
  }
  const undo = (): Promise<string | null> => turnOnce('undo');
  const redo = (): Promise<string | null> => turnOnce('redo');

  /** Brings a project back that somebody put away, with what waits for it. */
  async function bringBack(): Promise<void> {
    try {
      await api.restore(id.value);
      await catchUp();
    } catch (error) {
      say(message(error), true);
    }
  }

  /** Shows the project as it was after a revision; nothing is changed by looking. */
  async function look(past: Pick<Past, 'revision' | 'label' | 'at'>): Promise<void> {
    whole();
    const mine = generation;
    try {
      const stand = await api.at(id.value, past.revision);
      if (mine === generation) looking.value = { ...past, project: stand.project };
    } catch (error) {
      say(message(error), true);
    }
  }
  function lookAway(): void {
    looking.value = null;
  }
  /** Makes everything as it is looked at, in one step that can be undone. */
  function restore(label: string): boolean {
    const was = looking.value;
    if (!was || !desk.value) return false;
    looking.value = null;
    const steps = restoreSteps(desk.value.shown, was.project);
    if (steps.length === 0) return true;
    return act(label, steps);
  }

  return {
    id,
    desk,
    shown,
    revision,
    pending,
    offline,
    away,
    trouble,
    bringBack,
    saveState,
    notices,
    looking,
    missing,
    typing,
    undoName: computed(() => names.value.undo),
    redoName: computed(() => names.value.redo),
    whereNow,
    goBack,
    prepare,
    onKits,
    saidSerial,
    open,
    close,
    act,
    actInTwo,
    undo,
    redo,
    look,
    lookAway,
    restore,
    say,
  };
});
