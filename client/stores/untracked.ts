import { computed, type ComputedRef } from 'vue';

/**
 * A function of a store that only answers: as it is, not as an action that could be watched. What is asked hundreds of times
 * for one frame must not pay for that.
 */
export const untracked = <T>(answer: T): ComputedRef<T> => computed(() => answer);
