import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import type { Notice } from '../../core/index.js';

/** So many notices are kept for the page that shows them. */
const MOST_NOTICES = 40;

/** A notice with a number of its own, in the order of arrival. */
export interface NumberedNotice extends Notice {
  readonly id: number;
}

/** What happened that the person must know: refusals, and what an edit left alone. The latest is at the end. */
export const useNotices = defineStore('notices', () => {
  const list = shallowRef<readonly NumberedNotice[]>([]);
  let serial = 0;
  function add(text: string, bad = false): void {
    list.value = [...list.value.slice(1 - MOST_NOTICES), { id: ++serial, text, bad }];
  }
  return { list, add };
});

/** Shows a notice. `bad`: something did not work. */
export const notify = (text: string, bad = false): void => useNotices().add(text, bad);
export const notifyAll = (notices: readonly Notice[]): void => notices.forEach((n) => notify(n.text, n.bad));
