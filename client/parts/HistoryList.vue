<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Comment, Past } from '../../core/index.js';
import { api } from '../base/api.js';
import { writer } from '../base/ids.js';

import { useDocument } from '../stores/document/document.js';
import { useComments } from '../stores/comments.js';

/** Everything that was ever done to the project, newest first. Any state can be looked at, and gone back to. */
const emit = defineEmits<{ looked: [] }>();
const doc = useDocument();
const comments = useComments();
const list = ref<readonly Past[]>([]);
const state = ref<'loading' | 'ready' | 'failed'>('loading');
const failure = ref('');
const whole = ref(false);
const PAGE = 60;

async function load(more = false): Promise<void> {
  try {
    const before = more ? list.value.at(-1)?.revision : undefined;
    const got = await api.history(doc.id, { most: PAGE, ...(before === undefined ? {} : { before }) });
    list.value = more ? [...list.value, ...got] : got;
    whole.value = got.length < PAGE;
    state.value = 'ready';
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
    state.value = 'failed';
  }
}
watch(
  () => doc.revision,
  () => void load(),
  { immediate: true },
);

const DAY = 86_400_000;
/** The day as people call it. */
function dayOf(iso: string): string {
  const d = new Date(iso);
  const midnight = new Date().setHours(0, 0, 0, 0);
  if (d.getTime() >= midnight) return 'Today';
  if (d.getTime() >= midnight - DAY) return 'Yesterday';
  return d.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' });
}
const timeOf = (iso: string): string =>
  new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
interface Day {
  readonly day: string;
  readonly lines: (Past | Comment)[];
}
const isComment = (l: Past | Comment): l is Comment => 'words' in l;
/** What was done, and what was said of it, as far back as is shown. */
const days = computed(() => {
  const found: Day[] = [];
  const back = whole.value ? '' : (list.value.at(-1)?.at ?? '');
  const all = [...list.value, ...comments.comments.filter((c) => c.at >= back)].sort(
    (a, b) => b.at.localeCompare(a.at) || Number(isComment(a)) - Number(isComment(b)),
  );
  for (const l of all) {
    const day = dayOf(l.at);
    const last = found.at(-1);
    if (last?.day === day) last.lines.push(l);
    else found.push({ day, lines: [l] });
  }
  return found;
});
function scrolled(event: Event): void {
  const el = event.target as HTMLElement;
  if (!whole.value && el.scrollTop + el.clientHeight > el.scrollHeight - 80) void load(true);
}
const lookedAt = computed(() => doc.viewed?.revision ?? doc.revision);
async function look(past: Pick<Past, 'revision' | 'label' | 'at'>): Promise<void> {
  if (past.revision === doc.revision) doc.leaveRevision();
  else await doc.viewRevision(past);
  emit('looked');
}
const first = computed(() => ({
  revision: 0,
  label: 'The beginning',
  at: list.value.at(-1)?.at ?? new Date().toISOString(),
}));
</script>

<template>
  <div class="history" role="dialog" aria-label="History" tabindex="-1" @scroll.passive="scrolled">
    <p v-if="state === 'loading'" class="note">Looking it up …</p>
    <p v-else-if="state === 'failed'" class="note" role="alert">
      {{ failure }} <button class="quiet-link" @click="load()">Try again</button>
    </p>
    <p v-else-if="list.length === 0" class="note">What is done stands here, with its day and time. Nothing yet.</p>
    <template v-for="d in days" :key="d.day">
      <h3>{{ d.day }}</h3>
      <ol>
        <li v-for="p in d.lines" :key="p.id">
          <RouterLink
            v-if="isComment(p)"
            class="plain comment"
            :to="{ path: `/p/${doc.id}/hand-over/comments`, query: { screen: p.screen } }"
            :title="p.words"
            ><span class="clip">{{ p.author }}: “{{ p.words }}”</span
            ><span class="note tabular">{{ timeOf(p.at) }}</span></RouterLink
          >
          <button
            v-else
            class="plain"
            :class="{ now: p.revision === lookedAt }"
            :aria-current="p.revision === lookedAt ? 'step' : undefined"
            :title="`Look at how it was after this: ${p.label}`"
            @click="look(p)"
          >
            <span class="clip">{{ p.label }}</span>
            <span class="note"
              >{{ p.by === writer || p.by === undefined ? '' : 'someone else '
              }}<span class="tabular">{{ timeOf(p.at) }}</span></span
            >
          </button>
        </li>
      </ol>
    </template>
    <button v-if="whole && list.length > 0" class="plain first" :class="{ now: lookedAt === 0 }" @click="look(first)">
      The beginning
    </button>
  </div>
</template>

<style scoped>
.history {
  width: 340px;
  max-height: 420px;
  overflow: auto;
  overscroll-behavior: contain;
}
h3 {
  font-size: 11.5px;
  color: var(--soft);
  font-weight: 600;
  padding: 8px 8px 2px;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
button.plain,
.comment {
  display: flex;
  gap: 10px;
  justify-content: space-between;
  align-items: baseline;
  width: 100%;
  padding: 4px 8px;
  border-radius: 4px;
}
button.plain:hover,
.comment:hover {
  background: var(--wash);
}
.note {
  white-space: nowrap;
}
.comment {
  color: var(--soft);
  text-decoration: none;
}
.first {
  color: var(--soft);
  margin-top: 6px;
  border-top: 1px solid var(--line);
}
.now {
  background: var(--tape-soft);
  font-weight: 600;
}
</style>
