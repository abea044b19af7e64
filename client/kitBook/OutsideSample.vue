<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core';
import { ref, shallowRef } from 'vue';
import { useLibrary } from '../stores/library.js';
import BitmapCanvas from '../canvas/BitmapCanvas.vue';
import type { OutsideSample } from '../workers/core.worker.js';

/** How a component looks of a kit that is not installed: drawn by the worker once it is in sight. */
const props = defineProps<{ kit: string; component: string }>();
const library = useLibrary();
const frame = ref<HTMLElement | null>(null);
const sample = shallowRef<OutsideSample | null>(null);
/** px */
const ROOM = 150;
const { stop } = useIntersectionObserver(frame, async ([e]) => {
  if (!e?.isIntersecting) return;
  stop();
  sample.value = (await library.second?.sampleOutside(props.kit, props.component, ROOM, devicePixelRatio)) ?? null;
});
</script>

<template>
  <span ref="frame" class="frame daylight">
    <BitmapCanvas v-if="sample" :drawn="sample.drawn" :width="sample.width" :height="sample.height" />
  </span>
</template>

<style scoped>
.frame {
  flex: none;
  width: 150px;
  min-height: 24px;
  display: grid;
  justify-items: start;
  overflow: hidden;
}
</style>
