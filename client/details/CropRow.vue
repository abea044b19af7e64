<script setup lang="ts">
import { followPointer } from '../base/pointer.js';
import { computed, ref } from 'vue';
import { fitPicture, type Json, type Look, type Prop } from '../../core/index.js';
import { assetUrl } from '../base/api.js';
import type { RowActions } from './PropRow.vue';

/** Which part of a picture shows: the frame is dragged over the picture, moved by arrow keys, and made smaller by + and the wheel. */
const props = defineProps<{
  look: Look;
  width: number;
  height: number;
  choices: readonly Prop[];
  actions: RowActions;
}>();
const natural = ref<{ w: number; h: number } | null>(null);
const thumb = ref<HTMLElement | null>(null);
const MOST = 8;
const STEP = 0.05;
const at = computed(() => ({ x: props.look.focalX, y: props.look.focalY, zoom: props.look.zoom }));
const shown = computed(() => {
  const n = natural.value;
  if (!n || props.width <= 0 || props.height <= 0) return null;
  const f = fitPicture(n.w, n.h, {
    x: 0,
    y: 0,
    w: props.width,
    h: props.height,
    fit: 'cover',
    focalX: at.value.x,
    focalY: at.value.y,
    zoom: at.value.zoom,
  });
  return { x: f.sx / n.w, y: f.sy / n.h, w: f.sw / n.w, h: f.sh / n.h };
});
function put(id: 'focalX' | 'focalY' | 'zoom', value: number): void {
  const prop = props.choices.find((p) => p.id === id);
  const rounded = Math.round(value * 1000) / 1000;
  if (prop && rounded !== props.look[id]) props.actions.choose(prop, rounded as Json, true);
}
const part = (v: number): number => Math.min(1, Math.max(0, v));
function press(event: PointerEvent): void {
  const frame = thumb.value?.getBoundingClientRect();
  const s = shown.value;
  if (!frame || !s || event.button !== 0) return;
  event.preventDefault();
  thumb.value?.focus();
  const start = { px: event.clientX, py: event.clientY, x: at.value.x, y: at.value.y };
  followPointer((e) => {
    if (s.w < 0.999) put('focalX', part(start.x + (e.clientX - start.px) / frame.width / (1 - s.w)));
    if (s.h < 0.999) put('focalY', part(start.y + (e.clientY - start.py) / frame.height / (1 - s.h)));
  });
}
function key(event: KeyboardEvent): void {
  const { x, y } = at.value;
  if (event.key === 'ArrowLeft') put('focalX', part(x - STEP));
  else if (event.key === 'ArrowRight') put('focalX', part(x + STEP));
  else if (event.key === 'ArrowUp') put('focalY', part(y - STEP));
  else if (event.key === 'ArrowDown') put('focalY', part(y + STEP));
  else if (event.key === '+' || event.key === '=') zoomBy(1.1);
  else if (event.key === '-') zoomBy(1 / 1.1);
  else return;
  event.preventDefault();
  event.stopPropagation();
}
const zoomBy = (by: number): void => put('zoom', Math.min(MOST, Math.max(1, at.value.zoom * by)));
const percent = (v: number): string => `${v * 100}%`;
</script>

<template>
  <div class="crop" role="group" aria-label="Crop">
    <span class="head">Crop</span>
    <div
      ref="thumb"
      class="thumb"
      tabindex="0"
      role="application"
      aria-label="Part of the picture that shows: drag it or use arrow keys; plus and minus zoom"
      @pointerdown="press"
      @keydown="key"
      @wheel.prevent="zoomBy(Math.exp(-$event.deltaY / 500))"
    >
      <img
        :src="assetUrl(look.asset ?? '')"
        alt=""
        draggable="false"
        @load="
          natural = {
            w: ($event.target as HTMLImageElement).naturalWidth,
            h: ($event.target as HTMLImageElement).naturalHeight,
          }
        "
      />
      <i
        v-if="shown"
        class="part"
        :style="{ left: percent(shown.x), top: percent(shown.y), width: percent(shown.w), height: percent(shown.h) }"
      />
    </div>
  </div>
</template>

<style scoped>
.crop {
  display: grid;
  gap: 4px;
  padding: 4px 14px 8px;
}
.thumb {
  position: relative;
  justify-self: start;
  max-width: 100%;
  overflow: hidden;
  touch-action: none;
  cursor: move;
  border-radius: 3px;
}
.thumb img {
  display: block;
  max-width: 100%;
  max-height: 170px;
  user-select: none;
}
.part {
  position: absolute;
  box-shadow: 0 0 0 999px #25211a80;
  outline: 2px solid var(--tape);
  outline-offset: -2px;
}
</style>
