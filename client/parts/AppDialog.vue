<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { nextTick, onUnmounted, watch } from 'vue';

/** A dialog: closes with Escape, and gives the keyboard back to where it was. `width` in px. */
const visible = defineModel<boolean>('visible', { required: true });
withDefaults(defineProps<{ header: string; width: number; dismissable?: boolean }>(), { dismissable: false });
let before: HTMLElement | null = null;
function opens(): void {
  before = document.activeElement instanceof HTMLElement ? document.activeElement : null;
}
if (visible.value) opens();
watch(visible, (on) => on && opens(), { flush: 'sync' });
onUnmounted(() => void nextTick(closed));
function closed(): void {
  if (!before) return;
  const to = before?.isConnected ? before : document.querySelector<HTMLElement>('[aria-label="Wall"]');
  before = null;
  to?.focus({ preventScroll: true });
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="header"
    :dismissable-mask="dismissable"
    close-on-escape
    :style="{ width: `${width}px`, maxWidth: '96vw' }"
    @after-hide="closed"
    ><slot
  /></Dialog>
</template>
