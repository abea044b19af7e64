import { computed, ref, shallowRef, watch, type ComputedRef, type WritableComputedRef } from 'vue';
import { placeOfKey, type Project, type Screen, type UsePlace } from '../../../core/index.js';

/** What the selection reads and changes of the editor. */
export interface SelectionHost {
  readonly project: ComputedRef<Project | null>;
  readonly screen: ComputedRef<Screen | undefined>;
  readonly screenId: WritableComputedRef<string>;
  /** Previews end with another selection. */
  clearPreviews(): void;
}

/** What is selected: parts of the current screen by key, the same things on other screens, and screens as such. */
export function createSelection({ project, screen, screenId, clearPreviews }: SelectionHost) {
  /** Keys of the selected parts, the leading one last. */
  const selection = shallowRef<readonly string[]>([]);
  /** Things selected on other screens besides: all alike, or what was placed on several screens at once. */
  const elsewhere = shallowRef<readonly UsePlace[]>([]);
  /** Screens selected as such; with several, placing and pasting happen on each. */
  const picked = shallowRef<readonly string[]>([]);
  /** The dialog about several screens that is open: their names, or a sheet of them. */
  const asked = ref<'names' | 'sheet' | null>(null);

  const selected = computed(() => selection.value.at(-1) ?? null);
  const selectedPlace = computed(() =>
    selected.value !== null && screen.value ? placeOfKey(screen.value, selected.value) : null,
  );
  const selectedNode = computed(() =>
    selectedPlace.value && screen.value ? screen.value.nodes[selectedPlace.value.node] : undefined,
  );
  /** Nodes of the current screen that are selected, or hold what is. */
  const selectedIds = computed(() => [
    ...new Set(selection.value.flatMap((k) => (screen.value ? (placeOfKey(screen.value, k)?.node ?? []) : []))),
  ]);
  /** Everything selected, screen by screen, the current screen first. */
  const targets = computed<readonly { readonly screen: Screen; readonly ids: readonly string[] }[]>(() => {
    const all: { screen: Screen; ids: string[] }[] =
      screen.value && selectedIds.value.length > 0 ? [{ screen: screen.value, ids: [...selectedIds.value] }] : [];
    if (elsewhere.value.length === 0 || !project.value) return all;
    const screens = new Map(project.value.screens.map((s) => [s.id, s]));
    const by = new Map(all.map((t) => [t.screen.id, t]));
    for (const e of elsewhere.value) {
      const s = screens.get(e.screen);
      if (!s?.nodes[e.node] || e.screen === screenId.value) continue;
      const known = by.get(s.id);
      if (known) {
        known.ids.push(e.node);
        continue;
      }
      const made = { screen: s, ids: [e.node] };
      by.set(s.id, made);
      all.push(made);
    }
    return all;
  });
  const countSelected = computed(() => targets.value.reduce((n, t) => n + t.ids.length, 0));
  /** Screens that something new is placed on. */
  const placing = computed<readonly Screen[]>(() => {
    const s = screen.value;
    if (!s) return [];
    const more =
      picked.value.length > 1
        ? (project.value?.screens ?? []).filter((x) => picked.value.includes(x.id) && x.id !== s.id)
        : [];
    return [s, ...more];
  });

  function select(keys: readonly string[], others: readonly UsePlace[] = []): void {
    selection.value = keys;
    elsewhere.value = others;
    clearPreviews();
  }
  /** Nothing that was selected on another screen stays selected. */
  function leaveScreen(): void {
    selection.value = [];
    elsewhere.value = [];
  }
  /** Adds a screen to the selected ones, or takes it out. */
  function pickScreen(id: string): void {
    const now = picked.value.length > 0 ? picked.value : screenId.value === '' ? [] : [screenId.value];
    const next = now.includes(id) ? now.filter((x) => x !== id) : [...now, id];
    picked.value = next.length > 1 ? next : [];
    if (next.length === 1 && next[0]) screenId.value = next[0];
    select([]);
  }
  function pickScreens(ids: readonly string[]): void {
    picked.value = ids.length > 1 ? ids : [];
    select([]);
  }

  // What is gone from the screen is not selected any more.
  watch(screen, (s, was) => {
    if (!s || !was || s.id !== was.id) return;
    const there = selection.value.filter((k) => placeOfKey(s, k) !== null);
    if (there.length < selection.value.length) selection.value = there;
  });

  return {
    selection,
    elsewhere,
    picked,
    asked,
    selected,
    selectedPlace,
    selectedNode,
    selectedIds,
    targets,
    countSelected,
    placing,
    select,
    leaveScreen,
    pickScreen,
    pickScreens,
  };
}
