import { onBeforeUnmount, watch, type Ref } from 'vue';
import { useDrag } from '../stores/drag.js';

/** So near to its edge the Wall moves along: px. */
const EDGE = 36;
/** How far in one frame, as a part of how far into the edge the pointer is. */
const SPEED = 1 / 3;
const into = (v: number, low: number, high: number): number => {
  if (v < low + EDGE) return (low + EDGE - v) * SPEED;
  return v > high - EDGE ? -(v - high + EDGE) * SPEED : 0;
};

/** While something is held near the edge of the Wall, it moves along. */
export function useAutoScroll(frame: Readonly<Ref<HTMLElement | null>>, pan: Ref<{ x: number; y: number }>): void {
  const drag = useDrag();
  let next = 0;
  function along(): void {
    next = requestAnimationFrame(along);
    const f = frame.value?.getBoundingClientRect();
    const { x, y } = drag.at;
    if (!drag.held || !f || x < f.left || x > f.right || y < f.top || y > f.bottom) return;
    const dx = into(x, f.left, f.right);
    const dy = into(y, f.top, f.bottom);
    if (dx === 0 && dy === 0) return;
    pan.value = { x: pan.value.x + dx, y: pan.value.y + dy };
    drag.search();
  }
  watch(
    () => drag.held !== null,
    (on) => {
      cancelAnimationFrame(next);
      if (on) next = requestAnimationFrame(along);
    },
  );
  onBeforeUnmount(() => cancelAnimationFrame(next));
}
