<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { paint, pathAt, type Box, type Screen, type AppliedKit, type World } from '../../core/index.js';
import { boxOf } from '../stores/pictures.js';
import { useLibrary } from '../stores/library.js';
import PictureCanvas from '../canvas/PictureCanvas.vue';

/** One screen, as large as fits in width; what lies on it stands in its own px. */
const props = defineProps<{ world: World; screen: Screen; appliedKits: readonly AppliedKit[] }>();
const emit = defineEmits<{
  /** Pressed, or pointed at: the boxes there, outermost first, and where, px of the screen. */
  press: [path: readonly Box[], x: number, y: number];
  point: [path: readonly Box[], x: number, y: number];
  leave: [];
}>();
const library = useLibrary();
const frame = ref<HTMLElement | null>(null);
const sheet = ref<HTMLElement | null>(null);
const room = useElementSize(frame);
const box = computed(() => (void library.fontsKnown, boxOf(props.world, props.screen, props.appliedKits)));
const primitives = computed(() => paint(box.value));
const zoom = computed(() => (room.width.value === 0 ? 0.5 : Math.min(1, (room.width.value - 48) / props.screen.width)));
function at(event: MouseEvent): { path: readonly Box[]; x: number; y: number } {
  const r = sheet.value?.getBoundingClientRect();
  const [x, y] = r ? [(event.clientX - r.x) / zoom.value, (event.clientY - r.y) / zoom.value] : [0, 0];
  return { path: pathAt(box.value, x, y), x, y };
}
function tell(event: MouseEvent, kind: 'press' | 'point'): void {
  const { path, x, y } = at(event);
  if (kind === 'press') emit('press', path, x, y);
  else emit('point', path, x, y);
}
defineExpose({ box, zoom });
</script>

<template>
  <div ref="frame" class="board" tabindex="0" role="region" :aria-label="screen.name">
    <div
      ref="sheet"
      class="sheet daylight"
      :style="{ width: `${screen.width * zoom}px`, height: `${box.h * zoom}px` }"
      @click="tell($event, 'press')"
      @pointermove="tell($event, 'point')"
      @pointerleave="emit('leave')"
    >
      <PictureCanvas :primitives="primitives" :width="screen.width" :height="box.h" :zoom="zoom" background="#ffffff" />
      <slot :box="box" :zoom="zoom" />
    </div>
  </div>
</template>

<style scoped>
.board {
  overflow: auto;
  background: var(--wall);
  display: grid;
  justify-items: center;
  align-content: start;
  padding: 24px;
  min-height: 0;
}
.sheet {
  position: relative;
  background: #fff;
  box-shadow: 0 2px 14px var(--shade-2);
  flex: none;
}
</style>
