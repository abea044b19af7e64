<script setup lang="ts">
import type { Problem } from '../../core/index.js';

/** What was wrong with something that was read: what could not be taken, and what was mended. */
defineProps<{ problems: readonly Problem[] }>();
</script>

<template>
  <ul v-if="problems.length > 0" role="status">
    <li v-for="(p, i) in problems" :key="i" class="note" :class="{ refused: p.level === 'refused' }">
      {{ p.message }}
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: grid;
  gap: 4px;
}
.refused {
  color: var(--bad);
}
</style>
