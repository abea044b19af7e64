import { createEventHook } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import {
  act as actOn,
  openSync,
  pendingOf,
  receive,
  rejectEdit,
  resume,
  type Edit,
  type Past,
  type Project,
  type Screen,
  type Step,
  type SyncState,
  type Wrapped,
} from '../../../core/index.js';
import { api, type Confirmed, type FirstPart } from '../../base/api.js';
import { freshId, writer } from '../../base/ids.js';
import { notify, notifyAll } from '../notices.js';
import { createHistory } from './history.js';
import { StepFilters, type FilterName, type Place, type StepFilter } from './hooks.js';
import { adoptOutbox, readOutbox, saveOutbox } from './outbox.js';
import { createTransport, messageOf } from './transport.js';

/** How long a change waits for more of the same before it is sent: ms. */
const WAIT = 250;
/** An edit of more steps than this is shown first; what need not be in its frame follows. */
const MANY = 50;
/** So many own edits of earlier visits can be undone. */
const PAST_EDITS = 300;
/** So many screens are fetched at once. */
const SCREENS_PER_REQUEST = 100;
const NONE_MISSING: ReadonlySet<string> = new Set();

/**
 * The open project: a thin store over the core's sync state (what the server confirmed, what is on its way, what is shown).
 * Every change is an edit; nothing else ever changes a project.
 */
export const useDocument = defineStore('document', () => {
  const id = ref('');
  /** Screens of which only the name and the size are known yet, while a large project is being opened. */
  const missing = shallowRef<ReadonlySet<string>>(NONE_MISSING);
  const sync = shallowRef<SyncState | null>(null);
  /** Something is being typed and its frame is not shown yet: what need not be in that frame follows. */
  const typing = ref(false);
  /** Grows whenever a comment or a test changed somewhere else. */
  const commentsSerial = ref(0);
  const kitsInstalled = createEventHook<[]>();
  const filters = new StepFilters();
  let place: Place | null = null;
  let generation = 0;

  const setState = (state: SyncState): void => void (sync.value = state);
  const transport = createTransport({
    id: () => id.value,
    revision: () => revision.value,
    state: () => sync.value,
    setState,
    complete: () => missing.value === NONE_MISSING,
    confirmed: onConfirmed,
    refused,
    elsewhere: (what) => (what === 'kits' ? void kitsInstalled.trigger() : void commentsSerial.value++),
  });
  const history = createHistory({
    id: () => id.value,
    generation: () => generation,
    state: () => sync.value,
    setState,
    finishEdit,
    stepped: (step) => {
      if (step.where) place?.goTo(step.where);
      void keep();
      transport.schedule(0);
    },
    act: (label, steps) => act(label, steps),
  });
  const { viewed } = history;
  const { offline, away } = transport;

  const shown = computed<Project | null>(() => viewed.value?.project ?? sync.value?.shown ?? null);
  const revision = computed(() => sync.value?.revision ?? 0);
  const pending = computed<readonly Edit[]>(() => (sync.value ? pendingOf(sync.value) : []));
  const saveState = computed(() =>
    missing.value.size > 0
      ? `opening, ${missing.value.size.toLocaleString('en-GB')} to come`
      : pending.value.length === 0
        ? 'all saved'
        : offline.value || away.value
          ? `${pending.value.length} not sent, kept here`
          : 'saving',
  );

  /** @param first the screen to show: of a large project it is fetched first */
  async function open(projectId: string, first = ''): Promise<void> {
    close();
    const mine = ++generation;
    const own = api.history(projectId, { by: writer, most: PAST_EDITS }).catch((): readonly Past[] => []);
    const stand = await api.open(projectId, first);
    if (mine !== generation) return;
    let { project } = stand;
    if (stand.missing) {
      id.value = projectId;
      missing.value = new Set(stand.missing);
      sync.value = openSync(project, stand.revision, writer);
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
    const meanwhile = sync.value ? pendingOf(sync.value) : [];
    id.value = projectId;
    const opened = resume(openSync(project, stand.revision, writer, past), [
      ...kept.flatMap((k) => k.edits.filter((e) => !known.has(e.id))),
      ...meanwhile,
    ]);
    sync.value = opened.state;
    missing.value = NONE_MISSING;
    notifyAll(opened.notices);
    for (const p of stand.problems ?? []) notify(p.message, true);
    transport.connect();
    // What other tabs kept is removed from their lists once it is in this one's.
    if (kept.length > 0)
      void keep()
        .then(() => adoptOutbox(projectId))
        .catch(() => undefined);
    transport.schedule(0);
  }

  /** The screens of a project of which the first part is open, some at a time so that the page is never held up. */
  async function restOf(stand: FirstPart, wanted: () => boolean): Promise<readonly Screen[]> {
    const here = new Map(stand.project.screens.filter((s) => !stand.missing?.includes(s.id)).map((s) => [s.id, s]));
    const all: Screen[] = [];
    while (all.length < stand.project.screens.length && wanted()) {
      const some = await api.screens(stand.project.id, stand.revision, all.length, SCREENS_PER_REQUEST);
      if (some.length === 0) break;
      // A screen that is shown already stays the same object: nothing of it is drawn again.
      all.push(...some.map((s) => here.get(s.id) ?? s));
      if (wanted()) missing.value = new Set(stand.project.screens.slice(all.length).map((s) => s.id));
    }
    return all;
  }

  function close(): void {
    finishEdit();
    if (keeping) void keepNow().catch(() => undefined);
    generation++;
    transport.close();
    sync.value = null;
    viewed.value = null;
    id.value = '';
    missing.value = NONE_MISSING;
  }

  function onConfirmed(list: readonly Confirmed[]): void {
    if (!sync.value || list.length === 0) return;
    const got = receive(sync.value, list);
    sync.value = got.state;
    notifyAll(got.notices);
    if (got.apart) {
      notify('This page and the server no longer agree; it was opened again from the server.', true);
      void open(id.value);
      return;
    }
    if (got.gap) void transport.catchUp();
    void keep();
  }

  /** An edit that the server cannot take is undone here too, and named. */
  async function refused(problem: { message: string; body: Record<string, unknown> }, batch: readonly Edit[]) {
    if (!sync.value) return;
    const got = rejectEdit(sync.value, String(problem.body['edit'] ?? batch[0]?.id ?? ''), problem.message);
    sync.value = got.state;
    notifyAll(got.notices);
    await keep();
  }

  /** What is typed shows first; the rest follows as soon as its frame is there. */
  function followFrame(): void {
    typing.value = true;
    requestAnimationFrame(() => setTimeout(() => (typing.value = false), 0));
  }

  /** The second half of an edit that is shown in two frames. */
  let late: (() => void) | null = null;
  /** Does the second half now: nothing comes between the halves. */
  function finishEdit(): void {
    const rest = late;
    late = null;
    rest?.();
  }

  let keeping: Promise<void> | null = null;
  /** Keeps what is not confirmed in the browser, once for all changes of this frame, after it has been shown. */
  function keep(): Promise<void> {
    const mine = generation;
    keeping ??= new Promise<void>((done) => {
      setTimeout(() => {
        keeping = null;
        done(mine === generation ? keepNow() : undefined);
      }, 0);
    });
    return keeping;
  }
  function keepNow(): Promise<void> {
    return saveOutbox(id.value, { base: sync.value?.sent?.revision ?? revision.value, edits: pending.value }).catch(
      () => undefined,
    );
  }

  /** The steps as they would be done: passed through the declared filters. */
  const prepare = (steps: readonly Step[]): Wrapped => filters.run(steps);

  /**
   * Does an edit and sends it. Changes with the same `merge` key shortly after one another become one step of undo.
   * @param last nothing more with this key will come: it is sent at once
   * @returns false when it was refused; the reason is shown
   */
  function act(label: string, steps: readonly Step[], merge: string | null = null, last = merge === null): boolean {
    finishEdit();
    if (!sync.value || steps.length === 0) return false;
    if (viewed.value) {
      notify('You are looking at how it was. Go back to it, or return to now, to change something.', true);
      return false;
    }
    const ready = prepare(steps);
    if (!ready.ok) {
      notify(`${label}: ${ready.refusal.message} Nothing was changed.`, true);
      return false;
    }
    if (ready.steps.length === 0) return true;
    const got = actOn(sync.value, {
      id: freshId(),
      label: label.slice(0, 300),
      steps: ready.steps,
      merge,
      where: place?.now() ?? null,
      now: Date.now(),
    });
    if (!got.ok) {
      notify(`${label}: ${got.refusal.message} Nothing was changed.`, true);
      return false;
    }
    sync.value = got.state;
    if (merge !== null || steps.length > MANY) followFrame();
    void keep();
    transport.schedule(last ? 0 : WAIT);
    return true;
  }

  /**
   * Does an edit of very many steps: what is in sight in this frame, the rest right behind it, as the same step of undo.
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
    requestAnimationFrame(() => setTimeout(finishEdit, 0));
  }

  /** Restores a project that somebody deleted, with the edits that wait for it. */
  async function restoreProject(): Promise<void> {
    try {
      await api.restore(id.value);
      await transport.catchUp();
    } catch (error) {
      notify(messageOf(error), true);
    }
  }

  return {
    id,
    sync,
    shown,
    revision,
    pending,
    offline,
    away,
    trouble: transport.trouble,
    restoreProject,
    saveState,
    missing,
    typing,
    commentsSerial,
    onKitsInstalled: kitsInstalled.on,
    filterSteps: (name: FilterName, filter: StepFilter): void => filters.install(name, filter),
    trackPlace: (by: Place): void => void (place = by),
    prepare,
    open,
    close,
    act,
    actInTwo,
    viewed,
    undoName: history.undoName,
    redoName: history.redoName,
    undo: history.undo,
    redo: history.redo,
    viewRevision: history.view,
    leaveRevision: history.leaveView,
    restoreRevision: history.restoreViewed,
  };
});
