<script setup lang="ts">
import { onMounted, ref } from 'vue';
import type { LineEditing } from './lineEditing.js';

/** The field in which a line of the Outline is written. */
const props = defineProps<{ writing: LineEditing; label: string; depth: number; hint?: string }>();
const { text, key, blur, paste } = props.writing;
const field = ref<HTMLInputElement | null>(null);
onMounted(() => props.writing.ready(field.value));
</script>

<template>
  <input
    ref="field"
    v-model="text"
    :aria-label="label"
    :placeholder="hint"
    :style="{ marginLeft: `${8 + depth * 14}px` }"
    @keydown="key"
    @blur="blur"
    @paste="paste"
    @pointerdown.stop
    @click.stop
  />
</template>

<style scoped>
input {
  border: 1px solid var(--ink);
  border-radius: 3px;
  background: var(--field);
  padding: 1px 5px;
  min-width: 0;
  font-weight: 400;
}
input:focus-visible {
  outline: 2px solid var(--tape);
}
</style>
