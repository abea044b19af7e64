<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import type { Primitive } from '../../core/index.js';
import { drawPrimitives } from './canvas.js';

/** A picture at `zoom`. While the zoom moves the drawn bitmap is stretched; it is drawn anew when it rests. Sizes in px. */
const props = defineProps<{ primitives: readonly Primitive[]; width: number; height: number; zoom: number; background?: string }>();
const canvas = ref<HTMLCanvasElement | null>(null);
const REST = 90;
let timer: ReturnType<typeof setTimeout> | undefined;

function draw(): void {
  clearTimeout(timer);
  const el = canvas.value;
  const ctx = el?.getContext('2d');
  if (!el || !ctx) return;
  // A canvas has a largest size; very tall screens are drawn coarser rather than not at all.
  const scale = Math.min(props.zoom * devicePixelRatio, 16_000 / Math.max(1, props.height), 16_000 / Math.max(1, props.width));
  const w = Math.max(1, Math.round(props.width * scale));
  const h = Math.max(1, Math.round(props.height * scale));
  if (el.width !== w) el.width = w;
  if (el.height !== h) el.height = h;
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  ctx.clearRect(0, 0, w, h);
  if (props.background) {
    ctx.fillStyle = props.background;
    ctx.fillRect(0, 0, w, h);
  }
  drawPrimitives(ctx, props.primitives, scale, draw);
}
onMounted(draw);
onBeforeUnmount(() => clearTimeout(timer));
watch(() => [props.primitives, props.width, props.height], draw, { flush: 'post' });
watch(() => props.zoom, () => {
  clearTimeout(timer);
  timer = setTimeout(draw, REST);
});
</script>

<template>
  <canvas ref="canvas" :style="{ width: `${width * zoom}px`, height: `${height * zoom}px`, display: 'block' }" aria-hidden="true" />
</template>
