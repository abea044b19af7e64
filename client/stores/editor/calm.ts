import { watchDebounced } from '@vueuse/core';
import { computed, shallowRef, watch, type ComputedRef } from 'vue';
import { screenOf, type Kit, type KitRef, type Project, type World } from '../../../core/index.js';

/** How long the project rests before it counts as calm, and how long at most one waits for that: ms. */
const DEBOUNCE = { debounce: 250, maxWait: 8000 };

/** The project as it was when it last rested, for what need not follow every key. */
export function createCalm(
  project: ComputedRef<Project | null>,
  kits: () => ReadonlyMap<KitRef, Kit>,
  screenId: () => string,
) {
  const calmProject = shallowRef<Project | null>(project.value);
  const settle = (): void => void (calmProject.value = project.value);
  watchDebounced(project, settle, DEBOUNCE);
  const openId = computed(() => project.value?.id);
  watch(openId, settle, { immediate: true });
  const calmWorld = computed<World | null>((was) => {
    const now = project.value && calmProject.value?.id === openId.value ? calmProject.value : project.value;
    if (!now) return null;
    return was?.project === now && was.kits === kits() ? was : { project: now, kits: kits() };
  });
  const calmScreen = computed(() => (calmWorld.value ? screenOf(calmWorld.value.project, screenId()) : undefined));
  return { calmProject, calmWorld, calmScreen };
}
