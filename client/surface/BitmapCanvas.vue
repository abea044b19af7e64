<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';

/** A picture that the worker drew, at any size on the page. Sizes in px. The canvas itself is what was drawn: nothing is copied. */
const props = defineProps<{ drawn: HTMLCanvasElement; width: number; height: number }>();
const frame = ref<HTMLElement | null>(null);
const show = (): void => frame.value?.replaceChildren(props.drawn);
onMounted(show);
watch(() => props.drawn, show, { flush: 'post' });
</script>

<template>
  <span ref="frame" class="bitmap" :style="{ width: `${width}px`, height: `${height}px` }" aria-hidden="true" />
</template>

<style scoped>
.bitmap {
  display: block;
}
.bitmap :deep(canvas) {
  display: block;
  width: 100%;
  height: 100%;
}
</style>
