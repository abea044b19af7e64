<script setup lang="ts">
import { computed } from 'vue';
import { plural } from '../base/counts.js';
import { tip } from '../keys/table.js';

/** How large the Wall is seen, and what makes it larger and smaller. */
const props = defineProps<{
  zoom: number;
  /** So many comments are open. */
  said: number;
  /** They stand on the Wall. */
  pins: boolean;
}>();
defineEmits<{ by: [factor: number]; whole: []; pins: [shown: boolean] }>();
/** Below this a percentage without decimals says too little. */
const SMALL = 0.02;
const percent = computed(() => (props.zoom < SMALL ? (props.zoom * 100).toFixed(1) : Math.round(props.zoom * 100)));
</script>

<template>
  <div class="zoom">
    <button
      v-if="said > 0"
      class="plain pins"
      :class="{ on: pins }"
      :aria-pressed="pins"
      :title="pins ? 'Hide comments on the Wall' : 'Show comments on the Wall'"
      @click="$emit('pins', !pins)"
    >
      {{ plural(said, 'comment') }}
    </button>
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
.pins {
  border-right: 1px solid var(--line);
  color: var(--soft);
}
.pins.on {
  color: inherit;
  box-shadow: inset 0 -2px 0 var(--tape);
}
</style>
