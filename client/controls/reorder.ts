import Sortable from 'sortablejs';
import { onBeforeUnmount, watch, type Ref } from 'vue';

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
            animation: matchMedia('(prefers-reduced-motion: reduce)').matches ? 0 : 120,
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
  /** Presses that came before the page showed what the last one did: steps down, up where negative. */
  let waiting = 0;
  let going = false;
  async function step(row: HTMLElement, by: number, count: number): Promise<void> {
    const at = rows().indexOf(row);
    const to = at + by;
    if (at >= 0 && to >= 0 && to < count) {
      going = true;
      moved(at, to);
      await until(() => rows()[to] === row);
      // What is moved on the page loses the keyboard’s focus.
      row.querySelector<HTMLElement>(grip)?.focus();
      going = false;
    }
    if (waiting === 0) return;
    const next = Math.sign(waiting);
    waiting -= next;
    await step(row, next, count);
  }
  const rows = (): Element[] => [...(frame.value?.querySelectorAll('[data-sort]') ?? [])];
  /** Resolved as soon as the page has it so, at the latest after a second. */
  const until = (is: () => boolean): Promise<void> =>
    new Promise((done) => {
      if (!frame.value || is()) return done();
      const end = (): void => {
        eye.disconnect();
        clearTimeout(timer);
        done();
      };
      const eye = new MutationObserver(() => is() && end());
      const timer = setTimeout(end, 1000);
      eye.observe(frame.value, { childList: true, subtree: true });
    });
  return (event, at, count) => {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    const row = (event.target as Element).closest<HTMLElement>('[data-sort]');
    if (by === 0 || !row || at >= count) return;
    event.preventDefault();
    event.stopPropagation();
    if (going) waiting += by;
    else void step(row, by, count);
  };
}
