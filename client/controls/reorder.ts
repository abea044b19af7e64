import Sortable from 'sortablejs';
import { nextTick, onBeforeUnmount, watch, type Ref } from 'vue';

/**
 * Lets the children of an element be put into another order, by dragging them at their grip and by the arrow keys on it.
 * @param grip CSS selector of what each is held by
 * @param moved told from where to where in the list; puts the data in that order, from which the page follows
 */
export function useReorder(
  frame: Ref<HTMLElement | null>,
  grip: string,
  moved: (from: number, to: number) => void,
): (event: KeyboardEvent, at: number, count: number) => void {
  let sortable: Sortable | null = null;
  watch(
    frame,
    (el) => {
      sortable?.destroy();
      sortable = el
        ? Sortable.create(el, {
            handle: grip,
            draggable: '[data-sort]',
            forceFallback: true,
            fallbackOnBody: true,
            ghostClass: 'going',
            animation: 120,
            onEnd: ({ item, oldIndex: from, newIndex: to }) => {
              if (from === undefined || to === undefined || from === to) return;
              // The page is made from the data: what was moved by hand goes back, and comes where the data says.
              el.insertBefore(item, [...el.children].filter((c) => c !== item)[from] ?? null);
              moved(from, to);
            },
          })
        : null;
    },
    { immediate: true, flush: 'post' },
  );
  onBeforeUnmount(() => sortable?.destroy());
  return (event, at, count) => {
    const to = at + (event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0);
    if (to === at || to < 0 || to >= count) return;
    event.preventDefault();
    event.stopPropagation();
    moved(at, to);
    void nextTick(() => frame.value?.querySelectorAll<HTMLElement>(grip)[to]?.focus());
  };
}
