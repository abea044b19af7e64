<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Textarea from 'primevue/textarea';
import { computed, nextTick, ref, watch } from 'vue';
import {
  pinnedAt,
  threadsOf,
  appliedKitsOf,
  type Box,
  type Comment,
  type NewComment,
  type Screen,
  type World,
} from '../../core/index.js';
import { plural } from '../base/counts.js';
import { commentTarget } from '../comments/commentTarget.js';
import ScreenBoard from './ScreenBoard.vue';
import ThreadWords from '../comments/ThreadWords.vue';

/** Comments on a screen: pinned to things, and with them wherever they go; in threads, open and settled. */
const props = defineProps<{
  world: World;
  screen: Screen;
  comments: readonly Comment[];
  /** Whoever looks may say something; and settle what was said. */
  may: boolean;
  settles: boolean;
  say: (comment: NewComment) => Promise<boolean>;
  /** A comment that is to be answered now. */
  answering?: string;
}>();
const emit = defineEmits<{ settle: [id: string, resolved: boolean] }>();
const author = useLocalStorage('dekkor-author', '');
const appliedKits = computed(() => appliedKitsOf(props.world.project, props.screen));
/** What is being said: anew at a place, or in answer to something. */
const draft = ref<{ readonly node: string | null; readonly place: Comment['place']; readonly parent?: string } | null>(
  null,
);
const words = ref('');
const chosen = ref('');
const sending = ref(false);
const field = ref<InstanceType<typeof Textarea> | null>(null);
watch(
  () => props.screen.id,
  () => {
    draft.value = null;
    chosen.value = '';
  },
);
const threads = computed(() =>
  [...(threadsOf(props.comments).get(props.screen.id) ?? [])].sort(
    (a, b) => Number(a.resolvedAt !== null) - Number(b.resolvedAt !== null),
  ),
);
const open = computed(() => threads.value.filter((t) => t.resolvedAt === null).length);
/** Where a thing stands now; the first of several in a series. */
function boxAt(root: Box, node: string): Box | null {
  if (root.node.key === node || root.node.key.endsWith(`/${node}`)) return root;
  for (const c of root.children) {
    const found = boxAt(c, node);
    if (found) return found;
  }
  return null;
}
const pin = (root: Box, zoom: number, c: Pick<Comment, 'node' | 'place'>): Record<string, string> => {
  const at = pinnedAt(c.place, c.node === null ? null : boxAt(root, c.node), root.h);
  return { left: `${at.x * zoom}px`, top: `${at.y * zoom}px` };
};
const nameOf = (node: string | null): string => commentTarget(props.world, props.screen, appliedKits.value, node);
async function begin(path: readonly Box[], x: number, y: number): Promise<void> {
  if (!props.may) return;
  const thing = [...path]
    .reverse()
    .find((b) => props.screen.nodes[b.node.key.split('/').at(-1) ?? ''] && b.node.key !== props.screen.root);
  const id = thing ? (thing.node.key.split('/').at(-1) ?? null) : null;
  draft.value = {
    node: id,
    place: thing
      ? { fx: (x - thing.x) / Math.max(1, thing.w), fy: (y - thing.y) / Math.max(1, thing.h), x, y }
      : { fx: 0, fy: 0, x, y },
  };
  chosen.value = '';
  await nextTick();
  (field.value as unknown as { $el?: HTMLElement } | null)?.$el?.focus();
}
async function answer(c: Comment): Promise<void> {
  chosen.value = c.id;
  draft.value = { node: c.node, place: c.place, parent: c.id };
  await nextTick();
  (field.value as unknown as { $el?: HTMLElement } | null)?.$el?.focus();
}
async function send(): Promise<void> {
  const d = draft.value;
  if (!d || words.value.trim() === '' || sending.value) return;
  sending.value = true;
  const done = await props.say({
    screen: props.screen.id,
    ...(d.node === null ? {} : { node: d.node }),
    ...(d.parent === undefined ? {} : { parent: d.parent }),
    place: d.place,
    author: author.value,
    words: words.value,
  });
  sending.value = false;
  // What was not taken stays, to be sent again.
  if (!done) return;
  words.value = '';
  draft.value = null;
}
function drop(): void {
  draft.value = null;
  words.value = '';
}
watch(
  () => threads.value.find((t) => t.id === props.answering),
  (t, was) => {
    if (t && t.id !== was?.id) void answer(t);
  },
  { immediate: true },
);
</script>

<template>
  <div class="comments">
    <ScreenBoard :world="world" :screen="screen" :appliedKits="appliedKits" :class="{ may }" @press="begin">
      <template #default="{ box, zoom }">
        <button
          v-for="t in threads"
          :key="t.id"
          class="pin"
          :class="{ settled: t.resolvedAt !== null, on: chosen === t.id }"
          :style="pin(box, zoom, t)"
          :aria-label="`Comment ${t.n} by ${t.author}`"
          @click.stop="chosen = t.id"
        >
          {{ t.n }}
        </button>
        <span
          v-if="draft && draft.parent === undefined"
          class="pin fresh"
          :style="pin(box, zoom, draft)"
          aria-hidden="true"
          >+</span
        >
      </template>
    </ScreenBoard>
    <aside class="aside" role="region" aria-label="Comments">
      <header>
        <h2>Comments</h2>
        <span class="note">{{ open === 0 ? 'none open' : `${open} open` }} on {{ screen.name }}</span>
      </header>
      <ul>
        <li
          v-for="t in threads"
          :key="t.id"
          :class="{ on: chosen === t.id, settled: t.resolvedAt !== null }"
          @click="chosen = t.id"
        >
          <ThreadWords :thread="t" :about="nameOf(t.node)" />
          <p class="acts">
            <button v-if="may" class="quiet-link" :aria-label="`Answer comment ${t.n}`" @click.stop="answer(t)">
              Answer
            </button>
            <button v-if="settles" class="quiet-link" @click.stop="emit('settle', t.id, t.resolvedAt === null)">
              {{ t.resolvedAt === null ? 'Settle' : 'Open again' }}
            </button>
            <span v-else-if="t.resolvedAt !== null" class="note">settled</span>
          </p>
        </li>
      </ul>
      <p v-if="threads.length === 0 && !draft" class="note empty">
        {{
          may
            ? 'Press a thing on the screen and say what you think of it.'
            : 'Nobody has said anything about this screen.'
        }}
      </p>
      <form v-if="draft && may" class="say" @submit.prevent="send">
        <p class="note">{{ draft.parent ? 'Your answer' : `On ${nameOf(draft.node)}` }}</p>
        <Textarea
          ref="field"
          v-model="words"
          rows="3"
          :maxlength="5000"
          aria-label="What you say"
          placeholder="Enter sends it"
          @keydown.enter.exact.prevent="send"
          @keydown.enter.ctrl.prevent="send"
          @keydown.escape.stop="drop"
        />
        <InputText v-model="author" size="small" maxlength="80" placeholder="Your name" aria-label="Your name" />
        <p class="acts">
          <Button size="small" severity="secondary" text label="Cancel" @click="drop" />
          <Button size="small" type="submit" label="Say it" :disabled="words.trim() === '' || sending" />
        </p>
      </form>
      <p v-if="threads.length > 1" class="note foot">{{ plural(threads.length, 'thread') }} on this screen</p>
    </aside>
  </div>
</template>

<style scoped>
.comments {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  min-height: 0;
}
.may :deep(.sheet) {
  cursor: crosshair;
}
.fresh {
  background: #fffdf9;
  pointer-events: none;
}
ul {
  overflow: auto;
  min-height: 0;
}
li {
  padding: 10px 14px;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 4px;
}
li.on {
  box-shadow: inset 3px 0 0 var(--tape);
  background: var(--raised);
}
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
}
.say {
  border-top: 1px solid var(--line);
  padding: 10px 14px;
  display: grid;
  gap: 8px;
}
.say .acts {
  justify-content: end;
}
.empty,
.foot {
  padding: 12px 14px;
}
.foot {
  margin-top: auto;
}
</style>
