import { onBeforeUnmount, ref, shallowRef, triggerRef, watch, type Ref, type ShallowRef } from 'vue';

/** Work on the page in one go before it gives way to the next frame: ms. */
const SLICE = 6;

/**
 * Makes something for each of a list, a few at a time between frames, the first ones first. What was made before is kept until
 * its successor is there, so that nothing blinks.
 * @param list what is wanted; read reactively, so whatever it depends on makes everything anew
 * @param make makes one; what it remembers itself costs nothing again
 */
export function useSlices<K, T>(list: () => readonly K[], make: (key: K) => T | null): ShallowRef<ReadonlyMap<K, T>> {
  const made = shallowRef(new Map<K, T>());
  let frame = 0;
  let at = 0;
  let keys: readonly K[] = [];

  function some(): void {
    const until = performance.now() + SLICE;
    for (; at < keys.length && performance.now() < until; at++) {
      const key = keys[at] as K;
      const one = make(key);
      if (one === null) made.value.delete(key);
      else made.value.set(key, one);
    }
    triggerRef(made);
    if (at < keys.length) frame = requestAnimationFrame(some);
  }
  watch(
    list,
    (next) => {
      keys = next;
      at = 0;
      const wanted = new Set(next);
      for (const key of [...made.value.keys()]) if (!wanted.has(key)) made.value.delete(key);
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(some);
    },
    { immediate: true },
  );
  onBeforeUnmount(() => cancelAnimationFrame(frame));
  return made;
}

/** How many of a long list are there already: so many more with each frame, until all are. */
export function useGrowing(length: () => number, step: number): Ref<number> {
  const upTo = ref(step);
  let frame = 0;
  const grow = (): void => {
    upTo.value += step;
    if (upTo.value < length()) frame = requestAnimationFrame(grow);
  };
  watch(
    length,
    (n) => {
      cancelAnimationFrame(frame);
      if (upTo.value < n) frame = requestAnimationFrame(grow);
    },
    { immediate: true },
  );
  onBeforeUnmount(() => cancelAnimationFrame(frame));
  return upTo;
}
