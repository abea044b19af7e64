import { defineStore } from 'pinia';
import { ref } from 'vue';

/** In which mode of the kits all is seen, whatever each screen says; empty: as it says. For looking only, like a lens. */
export const useModes = defineStore('modes', () => ({ seen: ref('') }));
