<script setup lang="ts">
import { NAMED, NUMBERED, type WallSlot } from './wallLayout.js';

/** The name of a screen above it; its number where there is no room for that. Dragged, the screen goes with it. */
defineProps<{ hung: WallSlot; on: boolean; picked: boolean }>();
defineEmits<{
  press: [event: PointerEvent, hung: WallSlot];
  choose: [event: MouseEvent, screen: string];
  walk: [event: KeyboardEvent, hung: WallSlot];
  /** The pointer or the keyboard is on it, or no longer. */
  point: [on: boolean];
}>();
/** How far above its screen it stands, and how narrow it gets: px. */
const ABOVE = 21;
const LEAST = 14;
</script>

<template>
  <button
    class="plain label clip"
    :data-label="hung.screen.id"
    :class="{ on, short: hung.w < NAMED, gone: hung.w < NUMBERED }"
    :aria-label="hung.screen.name"
    :aria-pressed="picked"
    :style="{ left: `${hung.x}px`, top: `${hung.y - ABOVE}px`, maxWidth: `${Math.max(LEAST, hung.w)}px` }"
    @pointerdown.stop="$emit('press', $event, hung)"
    @click="$emit('choose', $event, hung.screen.id)"
    @keydown="$emit('walk', $event, hung)"
    @mouseenter="$emit('point', true)"
    @mouseleave="$emit('point', false)"
    @focus="$emit('point', true)"
    @blur="$emit('point', false)"
  >
    {{ hung.w < NAMED ? hung.nth : hung.screen.name }}
  </button>
</template>

<style scoped>
.label {
  position: absolute;
  color: var(--on-wall);
  height: 20px;
  padding: 0;
  touch-action: none;
}
.label.short {
  text-align: left;
  font-size: 11px;
}
.label.on {
  color: var(--ink);
  font-weight: 700;
}
.label.gone {
  opacity: 0;
}
</style>
