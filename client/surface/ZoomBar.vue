<script setup lang="ts">
import { computed } from 'vue';
import { tip } from '../keys/table.js';

/** How large the Wall is seen, and what makes it larger and smaller. */
const props = defineProps<{ zoom: number }>();
defineEmits<{ by: [factor: number]; whole: [] }>();
/** Below this a percentage without decimals says too little. */
const SMALL = 0.02;
const percent = computed(() => (props.zoom < SMALL ? (props.zoom * 100).toFixed(1) : Math.round(props.zoom * 100)));
</script>

<template>
  <div class="zoom">
    <button class="plain" aria-label="Zoom out" :title="tip('zoomOut', 'Zoom out')" @click="$emit('by', 0.8)">−</button>
    <button
      class="plain tabular"
      :aria-label="`${percent} %, show all screens`"
      :title="tip('wholeWall', 'Show all screens')"
      @click="$emit('whole')"
    >
      {{ percent }} %
    </button>
    <button class="plain" aria-label="Zoom in" :title="tip('zoomIn', 'Zoom in')" @click="$emit('by', 1.25)">+</button>
  </div>
</template>

<style scoped>
.zoom {
  position: absolute;
  right: 12px;
  bottom: 12px;
  display: flex;
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 5px;
}
button {
  padding: 3px 9px;
}
</style>
