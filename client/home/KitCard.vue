<script setup lang="ts">
import type { KitInfo } from '../base/api.js';

/** An installed kit on Home. What came with Dekkor stays. */
defineProps<{ kit: KitInfo }>();
defineEmits<{ remove: []; save: [] }>();
</script>

<template>
  <li class="home-card">
    <span class="swatches"><i v-for="s in kit.swatches" :key="s" :style="{ background: s }" /></span>
    <RouterLink :to="`/kits/${kit.ref}`"
      ><strong>{{ kit.name }} {{ kit.version }}</strong></RouterLink
    >
    <span class="note">{{ kit.summary }} {{ kit.components }} components.</span>
    <span class="acts">
      <button class="quiet-link" :aria-label="`Save the package of ${kit.name}`" @click="$emit('save')">
        Save the package
      </button>
      <button v-if="!kit.shipped" class="quiet-link" :aria-label="`Take ${kit.name} out`" @click="$emit('remove')">
        Take out
      </button>
    </span>
  </li>
</template>

<style scoped>
a {
  color: var(--ink);
  text-decoration-color: var(--line-2);
}
a:hover {
  text-decoration-color: currentColor;
}
.acts {
  display: flex;
  gap: 14px;
  margin-top: 4px;
}
.swatches {
  display: flex;
  height: 28px;
  border: 1px solid var(--line);
  border-radius: 4px;
  overflow: hidden;
  margin-bottom: 6px;
}
.swatches i {
  flex: 1;
}
</style>
