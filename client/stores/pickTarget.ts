import { defineStore } from 'pinia';
import { shallowRef } from 'vue';

/** What is asked for while something is written: a thing or a screen that may be pointed at on the Wall instead. */
export interface PickTarget {
  /** Said while it is asked for: `what it scrolls to`. */
  readonly says: string;
  /** Takes what was pointed at: the things there, the innermost first, by their ids. False: none of them is meant. */
  readonly take: (screen: string, things: readonly string[]) => boolean;
}

/** While a sentence asks for a thing, pointing at it on the Wall says its name, and the keyboard stays where it is. */
export const usePickTarget = defineStore('pickTarget', () => {
  const aim = shallowRef<PickTarget | null>(null);
  const keepFocus = (event: MouseEvent): void => {
    if ((event.target as HTMLElement).closest('.screen')) event.preventDefault();
  };
  function ask(next: PickTarget | null): void {
    if (next && !aim.value) window.addEventListener('mousedown', keepFocus, true);
    if (!next) window.removeEventListener('mousedown', keepFocus, true);
    aim.value = next;
  }
  return { aim, ask };
});
