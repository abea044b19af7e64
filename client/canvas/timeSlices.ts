import { nextTick, onBeforeUnmount, ref, shallowRef, triggerRef, watch, type Ref, type ShallowRef } from 'vue';

/** Work on the page in one go before it gives way to the next frame: ms. */
const SLICE = 6;

/** What is made in the frame of the change itself takes at most so long: ms. */
const AT_ONCE = 5;

/**
 * Makes something for each of a list, a few at a time between frames, the first ones first. What was made before is kept until
 * its successor is there, so that nothing blinks.
 * @param list what is wanted; read reactively, so whatever it depends on makes everything anew
 * @param make makes one; what it remembers itself costs nothing again
 * @param atOnce as many as there is time for are made in the frame of the change itself
 */
export function useSlices<K, T>(
  list: () => readonly K[],
  make: (key: K) => T | null,
  atOnce = false,
): ShallowRef<ReadonlyMap<K, T>> {
  const made = shallowRef(new Map<K, T>());
  let frame = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let at = 0;
  let keys: readonly K[] = [];
  let first = true;

  function stop(): void {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  }
  /** Behind the next frame, in a task of its own: what grows with that frame is not held up. */
  function soon(): void {
    stop();
    frame = requestAnimationFrame(() => {
      timer = setTimeout(() => some(), 0);
    });
  }
  function some(most = SLICE): void {
    const until = performance.now() + most;
    for (; at < keys.length && performance.now() < until; at++) {
      const key = keys[at] as K;
      const one = make(key);
      if (one === null) made.value.delete(key);
      else made.value.set(key, one);
    }
    triggerRef(made);
    if (at < keys.length) soon();
  }
  watch(
    list,
    (next) => {
      keys = next;
      at = 0;
      const wanted = new Set(next);
      for (const key of [...made.value.keys()]) if (!wanted.has(key)) made.value.delete(key);
      if (atOnce && !first) {
        stop();
        some(AT_ONCE);
      } else soon();
      first = false;
    },
    { immediate: true },
  );
  onBeforeUnmount(stop);
  return made;
}

/** Rows that grow take about this long together in one frame: ms. */
const FRAME = 10;

/**
 * How many of a long list are there already: more with each frame, as many as it has time for, until all are.
 * @param anew what the list is of: when that is another, it begins again
 * @param first how many there are at once
 */
export function useGrowing(length: () => number, first: number, anew: () => unknown = () => null): Ref<number> {
  const upTo = ref(first);
  let frame = 0;
  let step = Math.max(1, first);
  const grow = (): void => {
    const began = performance.now();
    upTo.value += step;
    void nextTick(() => {
      const took = performance.now() - began;
      step = Math.max(1, Math.min(24, Math.floor((step * FRAME) / Math.max(1, took))));
    });
    if (upTo.value < length()) frame = requestAnimationFrame(grow);
  };
  watch(
    [length, anew],
    ([n, of], [, was]) => {
      cancelAnimationFrame(frame);
      if (of !== was) upTo.value = first;
      if (upTo.value < n) frame = requestAnimationFrame(grow);
    },
    { immediate: true },
  );
  onBeforeUnmount(() => cancelAnimationFrame(frame));
  return upTo;
}
