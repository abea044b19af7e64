<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Popover from 'primevue/popover';
import { computed, nextTick, ref, watch } from 'vue';
import { pinnedAt, type Rect, type Screen, type Thread } from '../../core/index.js';
import { commentTarget } from '../comments/commentTarget.js';
import ThreadWords from '../comments/ThreadWords.vue';
import { useDocument } from '../stores/document/document.js';
import { useComments } from '../stores/comments.js';
import { useEditor } from '../stores/editor/editor.js';
import { notify } from '../stores/notices.js';

/** What was said about a screen and is not settled, pinned to its things on the Wall; read, answered and settled there. */
const props = defineProps<{
  screen: Screen;
  zoom: number;
  height: number;
  /** Where things stand, px of the screen; null: not known, or gone. */
  at: (node: string) => Rect | null;
}>();
const comments = useComments();
const editor = useEditor();
const doc = useDocument();
const author = useLocalStorage('dekkor-author', '');
const threads = computed(() => (comments.threads.get(props.screen.id) ?? []).filter((t) => t.resolvedAt === null));
const open = ref('');
/** What is half written stays, each by the comment it answers. */
const drafts = ref<Record<string, string>>({});
const words = computed({
  get: () => drafts.value[open.value] ?? '',
  set: (text: string) => void (drafts.value[open.value] = text),
});
const sending = ref(false);
const pop = ref<InstanceType<typeof Popover> | null>(null);
const opened = computed(() => threads.value.find((t) => t.id === open.value));
const placed = (t: Thread): { x: number; y: number } =>
  pinnedAt(t.place, t.node === null ? null : props.at(t.node), props.height);
const style = (t: Thread): Record<string, string> => {
  const at = placed(t);
  return { left: `${at.x * props.zoom}px`, top: `${at.y * props.zoom}px` };
};
const about = (t: Thread): string =>
  editor.world ? commentTarget(editor.world, props.screen, editor.appliedKitsShown(props.screen), t.node) : '';
async function look(event: MouseEvent, t: Thread): Promise<void> {
  const on = event.currentTarget;
  if (t.id === open.value && shown.value) return pop.value?.hide();
  open.value = t.id;
  await nextTick();
  pop.value?.show(event, on);
}
const shown = ref(false);
watch([() => props.screen.id, opened], ([screen, t], [was]) => {
  if (screen !== was || !t) pop.value?.hide();
});
async function answer(): Promise<void> {
  const t = opened.value;
  if (!t || words.value.trim() === '' || sending.value) return;
  sending.value = true;
  const taken = await comments.say({
    screen: props.screen.id,
    ...(t.node === null ? {} : { node: t.node }),
    parent: t.id,
    place: t.place,
    author: author.value,
    words: words.value,
  });
  sending.value = false;
  if (taken) words.value = '';
}
async function settle(t: Thread): Promise<void> {
  await comments.settle(t.id, true);
  notify(`Comment ${t.n} by ${t.author} is settled.`);
}
</script>

<template>
  <button
    v-for="t in threads"
    :key="t.id"
    class="plain pin pinned"
    :class="{ on: shown && t.id === open }"
    :style="style(t)"
    :title="`${t.author}: ${t.words}`"
    :aria-label="`Comment ${t.n} by ${t.author}`"
    :aria-expanded="shown && t.id === open"
    @pointerdown.stop
    @dblclick.stop
    @click.stop="look($event, t)"
  >
    {{ t.n }}
  </button>
  <Popover ref="pop" aria-label="Comment" @show="shown = true" @hide="shown = false">
    <div
      v-if="opened"
      class="card"
      role="group"
      :aria-label="`Comment ${opened.n} by ${opened.author}`"
      @keydown.enter.stop
    >
      <div class="said"><ThreadWords :thread="opened" :about="about(opened)" /></div>
      <form @submit.prevent="answer">
        <InputText
          v-model="words"
          size="small"
          maxlength="5000"
          autofocus
          :aria-label="`Answer comment ${opened.n}`"
          placeholder="Answer; Enter sends it"
        />
        <p>
          <RouterLink
            class="quiet-link"
            :to="{ path: `/p/${doc.id}/hand-over/comments`, query: { screen: screen.id, answer: opened.id } }"
            >All comments</RouterLink
          >
          <span class="gap" />
          <button type="button" class="quiet-link" @click="settle(opened)">Settle</button>
          <Button size="small" type="submit" label="Answer" :disabled="words.trim() === '' || sending" />
        </p>
      </form>
    </div>
  </Popover>
</template>

<style scoped>
.pinned {
  z-index: 4;
}
.card {
  width: 290px;
  display: grid;
}
.said {
  display: grid;
  gap: 4px;
  max-height: 220px;
  overflow: auto;
}
form {
  display: grid;
  gap: 8px;
  margin-top: 10px;
  padding-top: 10px;
  border-top: 1px solid var(--line);
}
p {
  display: flex;
  align-items: center;
  gap: 12px;
}
.gap {
  flex: 1;
}
</style>
