import { usePreferredDark, useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, watchEffect } from 'vue';
import { LIGHT_KEPT } from '../appearance.js';

/** How Dekkor's own interface looks: by day, by night, or as the system says. The designer's screens stay as they are. */
export type Light = 'system' | 'day' | 'night';
export const LIGHTS: readonly { readonly id: Light; readonly name: string }[] = [
  { id: 'system', name: 'as the system' },
  { id: 'day', name: 'by day' },
  { id: 'night', name: 'by night' },
];

export const useDark = defineStore('dark', () => {
  const chosen = useStorage<Light>(LIGHT_KEPT, 'system');
  const preferred = usePreferredDark();
  const is = computed(() => chosen.value === 'night' || (chosen.value !== 'day' && preferred.value));
  watchEffect(() => document.documentElement.classList.toggle('dekkor-dark', is.value));
  /** The next of them. */
  function next(): void {
    chosen.value = is.value ? 'day' : 'night';
  }
  return { chosen, is, next };
});
