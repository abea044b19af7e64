<script setup lang="ts">
import ProgressBar from 'primevue/progressbar';
import type { Finding } from '../../core/index.js';

/** What there is to look at after a rebrand, as far as it was reviewed. */
defineProps<{
  findings: readonly Finding[];
  /** Screens reviewed, and all of them. */
  done: number;
  of: number;
  stopped: boolean;
}>();
defineEmits<{ show: [finding: Finding]; stop: [] }>();
/** So many are listed; with more, the kit is put on and they are looked at there. */
const MOST = 200;
</script>

<template>
  <aside class="look" aria-label="To look at" role="region">
    <header>
      <h2>To look at</h2>
      <span class="note tabular">{{ findings.length }}</span>
    </header>
    <div v-if="done < of && !stopped" class="progress empty">
      <ProgressBar aria-label="Screens reviewed" :value="of === 0 ? 100 : Math.round((done / of) * 100)" />
      <span class="note">{{ done }} of {{ of }} screens</span>
      <button class="quiet-link" @click="$emit('stop')">Cancel</button>
    </div>
    <p v-else-if="findings.length === 0" class="note empty">
      {{ stopped ? 'The review was stopped.' : 'Nothing to look at: every setting is carried, every text fits.' }}
    </p>
    <ul>
      <li v-for="(f, i) in findings.slice(0, MOST)" :key="i">
        <strong>{{ f.title }}</strong>
        <p class="note">{{ f.detail }}</p>
        <button class="quiet-link" @click="$emit('show', f)">Show</button>
      </li>
    </ul>
    <p v-if="findings.length > MOST" class="note empty">The first {{ MOST }} of {{ findings.length }} stand here.</p>
  </aside>
</template>

<style scoped>
.look {
  border-left: 1px solid var(--line);
}
ul {
  overflow: auto;
}
li {
  padding: 10px 16px;
  border-bottom: 1px solid var(--line);
}
.progress :deep(.p-progressbar) {
  width: 100%;
  height: 8px;
}
</style>
