import { usePreferredDark, useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, watchEffect } from 'vue';
import { APPEARANCE_KEY } from '../base/appearance.js';

/** How Dekkor's own interface looks: by day, by night, or as the system says. The designer's screens stay as they are. */
export type Appearance = 'system' | 'day' | 'night';
export const APPEARANCES: readonly { readonly id: Appearance; readonly name: string }[] = [
  { id: 'system', name: 'as the system' },
  { id: 'day', name: 'by day' },
  { id: 'night', name: 'by night' },
];

export const useAppearance = defineStore('appearance', () => {
  const chosen = useStorage<Appearance>(APPEARANCE_KEY, 'system');
  const preferred = usePreferredDark();
  const is = computed(() => chosen.value === 'night' || (chosen.value !== 'day' && preferred.value));
  watchEffect(() => document.documentElement.classList.toggle('dekkor-dark', is.value));
  /** The next of them. */
  function next(): void {
    chosen.value = is.value ? 'day' : 'night';
  }
  return { chosen, is, next };
});
