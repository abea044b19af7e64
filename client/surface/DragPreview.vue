<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';
import { useDrag } from '../stores/drag.js';
import { pageAssets } from '../canvas/assets.js';
import { drawPrimitives } from '../canvas/canvas.js';

/** What the pointer holds: its picture beside the pointer, its name, and into what it would go. */
const drag = useDrag();
const canvas = ref<HTMLCanvasElement | null>(null);
const size = ref({ w: 0, h: 0 });
const WIDEST = 220;
const HIGHEST = 160;
const assets = pageAssets(draw);

function draw(): void {
  const p = drag.held?.picture;
  const ctx = canvas.value?.getContext('2d');
  if (!p || !canvas.value || !ctx) return;
  const zoom = Math.min(p.zoom, WIDEST / p.at.w, HIGHEST / p.at.h);
  size.value = { w: Math.max(1, p.at.w * zoom), h: Math.max(1, p.at.h * zoom) };
  canvas.value.width = Math.ceil(size.value.w * devicePixelRatio);
  canvas.value.height = Math.ceil(size.value.h * devicePixelRatio);
  drawPrimitives(ctx, p.primitives, zoom * devicePixelRatio, assets, undefined, p.at);
}
onMounted(draw);
watch(() => drag.held, draw, { flush: 'post' });
</script>

<template>
  <div
    v-if="drag.held"
    class="held daylight"
    :style="{ left: `${drag.at.x + 14}px`, top: `${drag.at.y + 12}px` }"
    aria-hidden="true"
  >
    <canvas v-show="drag.held.picture" ref="canvas" :style="{ width: `${size.w}px`, height: `${size.h}px` }" />
    <p>
      {{ drag.copying ? 'Copy ' : '' }}{{ drag.held.name
      }}{{ drag.landing ? ` ${drag.landing.spot ? 'into' : 'for'} ${drag.landing.says}` : '' }}
    </p>
  </div>
</template>

<style scoped>
.held {
  position: fixed;
  z-index: 20;
  pointer-events: none;
  display: grid;
  gap: 4px;
  justify-items: start;
}
canvas {
  opacity: 0.82;
  background: #fff;
  box-shadow: 0 2px 10px #25211a40;
  outline: 1px solid var(--tape-ink);
}
p {
  background: var(--ink);
  color: var(--raised);
  font-size: 11.5px;
  padding: 1px 7px;
  border-radius: 4px;
}
</style>
