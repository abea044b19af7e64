<script setup lang="ts">
import Button from 'primevue/button';
import { computed } from 'vue';
import { useDocument } from '../stores/document/document.js';

/** While nothing can be saved, for a reason that somebody should know of: what it is, and the way on. */
const doc = useDocument();
/** A server that is just away says so beside the name; only what needs somebody takes a line of its own. */
const says = computed(() => {
  if (doc.away)
    return `${doc.shown?.name ?? 'This project'} was put away by somebody. What you do here is kept in this browser until it is brought back.`;
  return doc.offline && doc.trouble.includes('disk') ? doc.trouble : '';
});
</script>

<template>
  <div v-if="says" class="away" role="alert">
    <span>{{ says }}</span>
    <Button v-if="doc.away" size="small" label="Bring it back" @click="doc.restoreProject()" />
  </div>
</template>

<style scoped>
.away {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 6px 14px;
  background: var(--tape-soft);
  border-bottom: 1px solid var(--tape-ink);
}
.away > span {
  flex: 1;
  min-width: 0;
}
</style>
