<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';

/** A picture that the worker drew, at any size on the page. Sizes in px. It is copied: the bitmap may be let go any time. */
const props = defineProps<{ drawn: ImageBitmap; width: number; height: number }>();
const canvas = ref<HTMLCanvasElement | null>(null);
function show(): void {
  const el = canvas.value;
  if (!el) return;
  el.width = props.drawn.width;
  el.height = props.drawn.height;
  el.getContext('2d', { alpha: false })?.drawImage(props.drawn, 0, 0);
}
onMounted(show);
watch(() => props.drawn, show, { flush: 'post' });
</script>

<template>
  <canvas ref="canvas" class="bitmap" :style="{ width: `${width}px`, height: `${height}px` }" aria-hidden="true" />
</template>

<style scoped>
.bitmap {
  display: block;
}
</style>
