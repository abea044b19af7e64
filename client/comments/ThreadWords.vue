<script setup lang="ts">
import type { Thread } from '../../core/index.js';

/** What was said at a place: who, when, about what, and the answers. */
defineProps<{ thread: Thread; about: string }>();
const when = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
</script>

<template>
  <p class="who">
    <b class="n">{{ thread.n }}</b> <strong class="clip">{{ thread.author }}</strong>
    <span class="note">{{ when(thread.at) }}</span>
  </p>
  <p class="note clip">on {{ about }}</p>
  <p class="words" :class="{ settled: thread.resolvedAt !== null }">{{ thread.words }}</p>
  <div v-for="a in thread.answers" :key="a.id" class="answer">
    <p class="who">
      <strong class="clip">{{ a.author }}</strong> <span class="note">{{ when(a.at) }}</span>
    </p>
    <p class="words">{{ a.words }}</p>
  </div>
</template>

<style scoped>
.who {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.who .note {
  margin-left: auto;
  white-space: nowrap;
}
.n {
  background: var(--tape);
  color: var(--on-tape);
  border-radius: 8px;
  padding: 0 6px;
  font-size: 12px;
}
.words {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.settled {
  color: var(--soft);
}
.answer {
  border-left: 2px solid var(--line-2);
  padding-left: 10px;
}
</style>
