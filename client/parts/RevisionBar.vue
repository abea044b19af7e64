<script setup lang="ts">
import Button from 'primevue/button';
import { computed } from 'vue';
import { useDocument } from '../stores/document/document.js';

/** While an earlier state is looked at: what it is, and the ways on. */
const doc = useDocument();
const when = computed(() => {
  const at = doc.viewed ? new Date(doc.viewed.at) : null;
  return at ? at.toLocaleString('en-GB', { day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' }) : '';
});
function back(): void {
  if (doc.viewed) doc.restoreRevision(`Go back to ${when.value}`);
}
</script>

<template>
  <div v-if="doc.viewed" class="looking" role="status" aria-label="Looking at an earlier state">
    <span class="clip"
      ><strong>How it was</strong> after “{{ doc.viewed.label }}”, {{ when }}. Nothing is changed by looking.</span
    >
    <Button size="small" label="Go back to this" @click="back" />
    <Button size="small" severity="secondary" outlined label="Return to now" @click="doc.leaveRevision()" />
  </div>
</template>

<style scoped>
.looking {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 6px 14px;
  background: var(--tape-soft);
  border-bottom: 1px solid var(--tape-ink);
  min-width: 0;
}
/* The ways on stand beside the words: the list of states lies over the other end of the bar. */
.clip {
  flex: 0 1 auto;
  max-width: 46%;
}
</style>
