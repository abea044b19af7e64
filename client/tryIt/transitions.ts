import { usePreferredReducedMotion } from '@vueuse/core';
import { computed, onBeforeUnmount, shallowRef, watch, type ComputedRef, type Ref } from 'vue';
import {
  blended,
  blendOf,
  easing,
  motionOf,
  paint,
  type Blend,
  type Box,
  type Kit,
  type Primitive,
} from '../../core/index.js';

/** What is seen of a mockup: of one screen, with what lies over it and what was done. A change of it is shown as a movement. */
export interface SeenAs {
  readonly screen: string;
  readonly overlay: string;
  readonly done: number;
  readonly states: unknown;
}
/** What is shown first is a frame on its way already: ms. */
const FRAME = 1000 / 60;

/**
 * What is painted: what is seen, and on the way from what was seen before that.
 * @param kit whose motion tokens say how long and along which curve
 */
export function useTransitions(
  box: Readonly<Ref<Box | null>>,
  as: Readonly<Ref<SeenAs | null>>,
  kit: () => Kit | undefined,
): ComputedRef<readonly Primitive[]> {
  const wish = usePreferredReducedMotion();
  /** From where to where, and how far that is; null: everything stands still. */
  const moving = shallowRef<{ readonly blend: Blend; readonly t: number } | null>(null);
  let frame = 0;
  /** From what is moved now, since when, and for how long. */
  let run: { readonly from: Box; readonly same: boolean; readonly began: number; readonly ms: number } | null = null;
  let ease: (time: number) => number = (t) => t;
  function stop(): void {
    cancelAnimationFrame(frame);
    run = null;
    moving.value = null;
  }
  watch([box, as], ([now, is], [was, before]) => {
    const still = !now || !was || !is || !before || now === was || wish.value === 'reduce';
    // What is scrolled, and what is typed, stands there at once.
    if (still || (is === before && !run) || document.activeElement instanceof HTMLInputElement) {
      if (now !== was) stop();
      return;
    }
    const turned = is.screen !== before.screen || is.overlay !== before.overlay;
    // What changes while something moves is where it moves to.
    if (!run || turned) {
      const { screen: long, look, curve } = motionOf(kit());
      run = { from: was, same: is.screen === before.screen, began: performance.now(), ms: turned ? long : look };
      ease = easing(curve);
    }
    const { from, same, began, ms } = run;
    const blend = blendOf(from, now, same);
    cancelAnimationFrame(frame);
    const step = (): void => {
      const t = ms <= 0 ? 1 : (performance.now() - began + FRAME) / ms;
      if (t >= 1) return stop();
      moving.value = { blend, t: ease(t) };
      frame = requestAnimationFrame(step);
    };
    step();
  });
  onBeforeUnmount(stop);
  return computed(() =>
    moving.value ? blended(moving.value.blend, moving.value.t) : box.value ? paint(box.value) : [],
  );
}
