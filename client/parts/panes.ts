import { useLocalStorage } from '@vueuse/core';
import { computed, type Ref } from 'vue';
import { followPointer } from '../base/pointer.js';

export const PANES = ['outline', 'details', 'shelf'] as const;
export type Pane = (typeof PANES)[number];
/** How small and how large each may be: px. */
const LIMITS: Readonly<Record<Pane, readonly [number, number]>> = {
  outline: [200, 520],
  details: [230, 460],
  shelf: [150, 420],
};
/** One press of an arrow key: px. */
const STEP = 16;
export const PANE_NAMES: Readonly<Record<Pane, string>> = { outline: 'Outline', details: 'Details', shelf: 'Shelf' };

export interface Panes {
  readonly sizes: Readonly<Ref<Record<Pane, number> & { readonly folded: Record<Pane, boolean> }>>;
  /** CSS grid template: Outline, Wall and Details above the Shelf. */
  readonly template: Readonly<Ref<string>>;
  readonly fold: (pane: Pane) => void;
  readonly resize: (pane: Pane, event: PointerEvent) => void;
  readonly resizeKey: (pane: Pane, event: KeyboardEvent) => void;
}

/** Panes fold and resize, and remember it. */
export function usePanes(): Panes {
  const sizes = useLocalStorage('dekkor-panes', {
    outline: 272,
    details: 276,
    shelf: 200,
    folded: { outline: false, details: false, shelf: false },
  });
  const put = (pane: Pane, size: number): void => {
    const [least, most] = LIMITS[pane];
    sizes.value[pane] = Math.min(most, Math.max(least, size));
  };
  function resize(pane: Pane, event: PointerEvent): void {
    const was = sizes.value[pane];
    followPointer((e) => {
      const x = e.clientX - event.clientX;
      put(pane, was + { outline: x, details: -x, shelf: event.clientY - e.clientY }[pane]);
    });
  }
  function resizeKey(pane: Pane, event: KeyboardEvent): void {
    const grow = { outline: 'ArrowRight', details: 'ArrowLeft', shelf: 'ArrowUp' }[pane];
    const shrink = { outline: 'ArrowLeft', details: 'ArrowRight', shelf: 'ArrowDown' }[pane];
    if (event.key !== grow && event.key !== shrink) return;
    event.preventDefault();
    event.stopPropagation();
    put(pane, sizes.value[pane] + (event.key === grow ? STEP : -STEP));
  }
  const px = (pane: Pane): string => (sizes.value.folded[pane] ? '0px' : `${sizes.value[pane]}px`);
  return {
    sizes,
    template: computed(() => `minmax(0, 1fr) ${px('shelf')} / ${px('outline')} minmax(0, 1fr) ${px('details')}`),
    fold: (pane) => {
      sizes.value.folded[pane] = !sizes.value.folded[pane];
    },
    resize,
    resizeKey,
  };
}
