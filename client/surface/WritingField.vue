<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import type { Box } from '../../core/index.js';
import { useStage } from '../stores/stage.js';
import { useWriting } from '../stores/writing.js';

/** A text written where it is seen, in its own letters. */
const props = defineProps<{ box: Box; before: string; zoom: number }>();
const stage = useStage();
const writing = useWriting();
const field = ref<HTMLTextAreaElement | null>(null);
const draft = ref(props.before);
onMounted(() => {
  field.value?.focus({ preventScroll: true });
  field.value?.select();
});
/** Smaller than this nobody reads what is written: px. */
const LEAST = 11;
const style = computed(() => {
  const { x, y, w, h, node } = props.box;
  const letters = node.look.textStyle;
  return {
    left: `${x * props.zoom - 4}px`,
    top: `${y * props.zoom - 4}px`,
    minWidth: `${Math.max(w * props.zoom + 10, 80)}px`,
    minHeight: `${h * props.zoom + 8}px`,
    fontSize: `${Math.max(LEAST, (letters?.size ?? 16) * props.zoom)}px`,
    fontFamily: `'${letters?.family}'`,
    fontWeight: letters?.weight,
  };
});
function key(event: KeyboardEvent): void {
  if (event.key === 'Enter' && !event.shiftKey) writing.commit(draft.value);
  else if (event.key === 'Tab') writing.next(draft.value, event.shiftKey ? -1 : 1);
  else if (event.key === 'Escape') writing.leave();
  else return;
  event.preventDefault();
  event.stopPropagation();
  if (!writing.open) stage.focusWall();
}
function blur(): void {
  if (writing.open?.key === props.box.node.key) writing.commit(draft.value);
}
</script>

<template>
  <textarea ref="field" v-model="draft" aria-label="Edit text" :style="style" @keydown="key" @blur="blur" />
</template>

<style scoped>
textarea {
  position: absolute;
  background: #fffdf9;
  color: var(--ink);
  border: 1px solid var(--ink);
  padding: 2px;
  line-height: 1.3;
  resize: none;
  z-index: 5;
  field-sizing: content;
  user-select: text;
}
</style>
