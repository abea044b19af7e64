import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import type { Comment } from '../../core/index.js';
import { handover } from '../handover/calls.js';
import { useDocument } from './document.js';

/** What was said about the open project: asked for anew whenever the server tells that there is more. */
export const useSaid = defineStore('said', () => {
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
  watch([() => doc.id, () => doc.saidSerial], () => void load(), { immediate: true });
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
  return {
    comments,
    load,
    openOn,
    latest,
    open: computed(() => [...openOn.value.values()].reduce((a, b) => a + b, 0)),
  };
});
