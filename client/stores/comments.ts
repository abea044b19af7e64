import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import { threadsOf, type Comment, type NewComment } from '../../core/index.js';
import { handover } from '../base/handoverApi.js';
import { useDocument } from './document/document.js';
import { notify } from './notices.js';

/** What was said about the open project: asked for anew whenever the server tells that there is more. */
export const useComments = defineStore('comments', () => {
  const doc = useDocument();
  const comments = shallowRef<readonly Comment[]>([]);
  let asked = 0;
  async function load(): Promise<void> {
    const mine = ++asked;
    const { id } = doc;
    if (id === '') {
      comments.value = [];
      return;
    }
    const got = await handover.comments(id).catch(() => null);
    if (mine === asked && got) comments.value = got;
  }
  watch([() => doc.id, () => doc.commentsSerial], () => void load(), { immediate: true });
  /** Says something, to all who look. @returns was it taken? If not, why not is told. */
  async function say(comment: NewComment): Promise<boolean> {
    try {
      await handover.say(doc.id, comment);
      await load();
      return true;
    } catch (error) {
      notify(error instanceof Error ? error.message : String(error), true);
      return false;
    }
  }
  async function settle(id: string, resolved: boolean): Promise<void> {
    try {
      await handover.resolve(doc.id, id, resolved);
      await load();
    } catch (error) {
      notify(error instanceof Error ? error.message : String(error), true);
    }
  }
  const openOn = computed(() => {
    const by = new Map<string, number>();
    for (const c of comments.value)
      if (c.parent === null && c.resolvedAt === null) by.set(c.screen, (by.get(c.screen) ?? 0) + 1);
    return by;
  });
  /** What somebody said last who came by a link, and nobody has settled. */
  const latest = computed(
    () => comments.value.filter((c) => c.guest && c.parent === null && c.resolvedAt === null).at(-1) ?? null,
  );
  /** Pins stand on the Wall, too. */
  const onWall = useLocalStorage('dekkor-pins', true);
  return {
    onWall,
    comments,
    load,
    say,
    settle,
    /** By screen, settled ones too. */
    threads: computed(() => threadsOf(comments.value)),
    openOn,
    latest,
    open: computed(() => [...openOn.value.values()].reduce((a, b) => a + b, 0)),
  };
});
