<script setup lang="ts">
import { nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import type { Primitive } from '../../core/index.js';
import { pageAssets } from './assets.js';
import { drawPrimitives } from './canvas.js';
import { dirtyRegion, touches, type Region } from './dirtyRegion.js';

/**
 * A picture at `zoom`, drawn on the page: only where it changed since it was drawn last. While the zoom moves the drawn bitmap
 * is stretched; it is drawn anew when it rests. With `still`, what rests becomes an image: a page of many canvases takes
 * longer to put together at every frame. Sizes in px.
 */
const props = defineProps<{
  primitives: readonly Primitive[];
  width: number;
  height: number;
  zoom: number;
  background?: string;
  still?: boolean;
}>();
const canvas = ref<HTMLCanvasElement | null>(null);
const REST = 90;
/** A picture that is not drawn anew for so long rests: ms. */
const SETTLED = 400;
/** A canvas has a largest size; very tall screens are drawn coarser rather than not at all. */
const LONGEST = 16_000;
let timer: ReturnType<typeof setTimeout> | undefined;
const image = ref('');
let resting: ReturnType<typeof setTimeout> | undefined;
let last: { primitives: readonly Primitive[]; scale: number; w: number; h: number } | null = null;

const assets = pageAssets(() => {
  wake();
  void nextTick(() => draw(true));
});

function draw(whole = false): void {
  clearTimeout(timer);
  const el = canvas.value;
  const ctx = el?.getContext('2d');
  if (!el || !ctx) return;
  const scale = Math.min(
    props.zoom * devicePixelRatio,
    LONGEST / Math.max(1, props.height),
    LONGEST / Math.max(1, props.width),
  );
  const w = Math.max(1, Math.round(props.width * scale));
  const h = Math.max(1, Math.round(props.height * scale));
  const known = last;
  const differs =
    !whole && known && known.scale === scale && known.w === w && known.h === h
      ? dirtyRegion(known.primitives, props.primitives)
      : 'all';
  last = { primitives: props.primitives, scale, w, h };
  if (differs === null) return;
  if (el.width !== w) el.width = w;
  if (el.height !== h) el.height = h;
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  if (differs === 'all') {
    fill(ctx, 0, 0, w, h);
    drawPrimitives(ctx, props.primitives, scale, assets);
  } else part(ctx, differs, scale);
}
function fill(ctx: CanvasRenderingContext2D, x: number, y: number, w: number, h: number): void {
  ctx.clearRect(x, y, w, h);
  if (!props.background) return;
  ctx.fillStyle = props.background;
  ctx.fillRect(x, y, w, h);
}
/** Draws one region anew, on whole pixels of the canvas. */
function part(ctx: CanvasRenderingContext2D, r: Region, scale: number): void {
  const x1 = Math.floor(r.x1 * scale) - 2;
  const y1 = Math.floor(r.y1 * scale) - 2;
  const x2 = Math.ceil(r.x2 * scale) + 2;
  const y2 = Math.ceil(r.y2 * scale) + 2;
  const region: Region = { x1: x1 / scale, y1: y1 / scale, x2: x2 / scale, y2: y2 / scale };
  ctx.save();
  ctx.beginPath();
  ctx.rect(x1, y1, x2 - x1, y2 - y1);
  ctx.clip();
  fill(ctx, x1, y1, x2 - x1, y2 - y1);
  drawPrimitives(ctx, props.primitives, scale, assets, (p) => touches(p, region));
  ctx.restore();
}
/** Takes the image away, so that the canvas is there to be drawn on. */
function wake(): void {
  clearTimeout(resting);
  if (props.still) resting = setTimeout(rest, SETTLED);
  if (image.value === '') return;
  image.value = '';
  last = null;
}
/** What is drawn becomes an image, once the browser has made one of it. */
function rest(): void {
  const drawn = last;
  canvas.value?.toBlob((blob) => {
    if (!blob || last !== drawn) return;
    const reader = new FileReader();
    reader.onload = () => {
      const made = new Image();
      made.src = String(reader.result);
      void made.decode().then(
        () => {
          if (last === drawn && canvas.value) image.value = made.src;
        },
        () => undefined,
      );
    };
    reader.readAsDataURL(blob);
  });
}
onMounted(() => {
  draw(true);
  wake();
});
onBeforeUnmount(() => {
  clearTimeout(timer);
  clearTimeout(resting);
  last = null;
});
watch([() => props.primitives, () => props.width, () => props.height], () => {
  wake();
  void nextTick(() => draw());
});
watch(
  () => props.zoom,
  () => {
    wake();
    clearTimeout(timer);
    timer = setTimeout(() => draw(true), REST);
  },
);
</script>

<template>
  <img
    v-if="image"
    class="picture"
    :src="image"
    alt=""
    :style="{ width: `${width * zoom}px`, height: `${height * zoom}px`, display: 'block' }"
    draggable="false"
  />
  <canvas
    v-else
    ref="canvas"
    class="picture"
    :style="{ width: `${width * zoom}px`, height: `${height * zoom}px`, display: 'block' }"
    aria-hidden="true"
  />
</template>
