import { computed, shallowRef, type ComputedRef, type ShallowRef } from 'vue';
import {
  historyLabels,
  restoreSteps,
  stepHistory,
  supplyPast,
  type HistoryDirection,
  type HistoryStep,
  type Past,
  type Project,
  type Step,
  type SyncState,
} from '../../../core/index.js';
import { api } from '../../base/api.js';
import { freshId } from '../../base/ids.js';
import { notify, notifyAll } from '../notices.js';
import { messageOf } from './transport.js';

/** An earlier revision that is being viewed. */
export interface RevisionView {
  readonly revision: number;
  readonly label: string;
  readonly at: string;
  readonly project: Project;
}

/** What the history reads and changes of the open document. */
export interface HistoryHost {
  id(): string;
  /** Another number for each project that is opened: what was asked for an earlier one is dropped. */
  generation(): number;
  state(): SyncState | null;
  setState(state: SyncState): void;
  /** The second half of an edit that is shown in two frames belongs to the edit: it is done first. */
  finishEdit(): void;
  /** An undone step was done at this place. */
  stepped(step: Extract<HistoryStep, { ok: true }>): void;
  act(label: string, steps: readonly Step[]): boolean;
}

/** Undo and redo, and earlier revisions: viewed, and restored as one edit. */
export function createHistory(host: HistoryHost): {
  readonly viewed: ShallowRef<RevisionView | null>;
  readonly undoName: ComputedRef<string | null>;
  readonly redoName: ComputedRef<string | null>;
  undo(): Promise<string | null>;
  redo(): Promise<string | null>;
  view(past: Pick<Past, 'revision' | 'label' | 'at'>): Promise<void>;
  leaveView(): void;
  restoreViewed(label: string): boolean;
} {
  const viewed = shallowRef<RevisionView | null>(null);
  const labels = computed(() => {
    const state = host.state();
    return state && !viewed.value ? historyLabels(state) : { undo: null, redo: null };
  });

  /** @returns the label of what was undone or redone; null: nothing was */
  async function step(direction: HistoryDirection): Promise<string | null> {
    host.finishEdit();
    const state = host.state();
    if (!state || viewed.value) return null;
    let got = stepHistory(state, direction, freshId(), Date.now());
    if (!got.ok && got.needs) {
      const ready = await fetched(got.needs);
      if (!ready) return null;
      host.setState(ready);
      got = stepHistory(ready, direction, freshId(), Date.now());
    }
    if (!got.ok) return null;
    host.setState(got.state);
    notifyAll(got.notices);
    host.stepped(got);
    return got.label;
  }

  /** The state with an edit of an earlier visit, fetched from the server so that it can be undone. */
  async function fetched(needs: Past): Promise<SyncState | null> {
    const mine = host.generation();
    try {
      const [before, [edit]] = await Promise.all([
        api.at(host.id(), needs.revision - 1),
        api.since(host.id(), needs.revision - 1, needs.revision),
      ]);
      const state = host.state();
      if (mine !== host.generation() || !state) return null;
      const ready = edit ? supplyPast(state, needs, before.project, edit.edit) : null;
      if (!ready)
        notify(
          `“${needs.label}” was done by an earlier version and cannot be undone by itself; History can still go back to before it.`,
          true,
        );
      return ready;
    } catch (error) {
      notify(`${messageOf(error)} Nothing was undone.`, true);
      return null;
    }
  }

  /** Shows the project as it was after a revision; viewing changes nothing. */
  async function view(past: Pick<Past, 'revision' | 'label' | 'at'>): Promise<void> {
    host.finishEdit();
    const mine = host.generation();
    try {
      const stand = await api.at(host.id(), past.revision);
      if (mine === host.generation()) viewed.value = { ...past, project: stand.project };
    } catch (error) {
      notify(messageOf(error), true);
    }
  }
  function leaveView(): void {
    viewed.value = null;
  }
  /** Makes the project as it is viewed, in one edit that can be undone. */
  function restoreViewed(label: string): boolean {
    const was = viewed.value;
    const state = host.state();
    if (!was || !state) return false;
    viewed.value = null;
    const steps = restoreSteps(state.shown, was.project);
    return steps.length === 0 || host.act(label, steps);
  }

  return {
    viewed,
    undoName: computed(() => labels.value.undo),
    redoName: computed(() => labels.value.redo),
    undo: () => step('undo'),
    redo: () => step('redo'),
    view,
    leaveView,
    restoreViewed,
  };
}
