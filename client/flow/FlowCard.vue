<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core';
import { computed, ref } from 'vue';
import { appliedKitsOf, type Screen, type World } from '../../core/index.js';
import { usePictures } from '../stores/pictures.js';
import BitmapCanvas from '../canvas/BitmapCanvas.vue';
import { CARD } from './lay.js';

/** A screen in the flow: its picture, drawn by the worker while it is in sight, its name, and what is marked of it. */
const props = defineProps<{ screen: Screen; world: World; marks: readonly string[]; chosen: boolean }>();
const pictures = usePictures();
const frame = ref<HTMLElement | null>(null);
const near = ref(false);
useIntersectionObserver(frame, ([e]) => void (near.value = e?.isIntersecting ?? false), { rootMargin: '300px' });
const zoom = computed(() => CARD.w / props.screen.width);
const appliedKits = computed(() => appliedKitsOf(props.world.project, props.screen));
const picture = computed(() =>
  near.value
    ? pictures.picture(props.world, props.screen, appliedKits.value, zoom.value * devicePixelRatio)
    : (pictures.knownOf(props.screen, appliedKits.value) ?? null),
);
</script>

<template>
  <div ref="frame" class="card" :class="{ chosen }">
    <div class="picture daylight" :style="{ height: `${CARD.picture}px` }">
      <BitmapCanvas v-if="picture?.drawn" :drawn="picture.drawn" :width="CARD.w" :height="picture.height * zoom" />
    </div>
    <strong class="clip">{{ screen.name }}</strong>
    <span class="note clip marks">{{ marks.join(', ') }}</span>
  </div>
</template>

<style scoped>
.card {
  width: 100%;
  display: grid;
  text-align: left;
}
.picture {
  overflow: hidden;
  background: #fff;
  border-radius: 5px;
  box-shadow: 0 1px 6px var(--shade);
}
.chosen .picture {
  outline: 3px solid var(--tape);
}
strong {
  margin-top: 4px;
  font-size: calc(1rem * min(1.25, var(--larger, 1)));
  line-height: 1.25;
}
.marks {
  font-size: calc(12px * var(--larger, 1));
  line-height: 1.2;
  color: var(--bad);
  min-height: 17px;
}
</style>
