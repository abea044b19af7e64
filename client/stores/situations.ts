import { defineStore } from 'pinia';
import { ref } from 'vue';

/** In which situation screens are looked at, by its id; empty: as they are. */
export const useSituations = defineStore('situations', () => ({
  seen: ref(''),
  /** A text is being written: it is seen as long as it is. */
  plainTexts: ref(false),
}));
