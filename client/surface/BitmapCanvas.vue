<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';

/** A picture that the worker drew, at any size on the page. Sizes in px. */
const props = defineProps<{ bitmap: ImageBitmap; width: number; height: number }>();
const canvas = ref<HTMLCanvasElement | null>(null);

function show(): void {
  const el = canvas.value;
  const { bitmap } = props;
  // A bitmap that was replaced meanwhile has nothing in it any more.
  if (!el || bitmap.width === 0) return;
  el.width = bitmap.width;
  el.height = bitmap.height;
  el.getContext('2d')?.drawImage(bitmap, 0, 0);
}
onMounted(show);
watch(() => props.bitmap, show, { flush: 'post' });
</script>

<template>
  <canvas ref="canvas" :style="{ width: `${width}px`, height: `${height}px`, display: 'block' }" aria-hidden="true" />
</template>
