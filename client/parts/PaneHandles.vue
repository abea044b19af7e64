<script setup lang="ts">
import { PANE_NAMES, PANES, type Pane, type Panes } from './panes.js';

/** What panes are made larger and smaller by, and what brings folded ones back. */
const props = defineProps<{ panes: Panes }>();
const { sizes, fold, resize, resizeKey } = props.panes;
/** It lies on the edge of the pane: px. */
const HALF = 3;
const edge = (pane: Pane): Record<string, string> => ({
  [{ outline: 'left', details: 'right', shelf: 'bottom' }[pane]]: `${sizes.value[pane] - HALF}px`,
});
</script>

<template>
  <div
    v-for="p in PANES"
    v-show="!sizes.folded[p]"
    :key="p"
    class="grip"
    :class="p"
    role="separator"
    tabindex="0"
    :aria-orientation="p === 'shelf' ? 'horizontal' : 'vertical'"
    :aria-label="`Resize ${PANE_NAMES[p]}`"
    :aria-valuenow="sizes[p]"
    :style="edge(p)"
    @pointerdown.prevent="resize(p, $event)"
    @keydown="resizeKey(p, $event)"
  />
  <div class="unfold">
    <template v-for="p in PANES" :key="p">
      <button v-if="sizes.folded[p]" class="plain" @click="fold(p)">{{ PANE_NAMES[p] }}</button>
    </template>
  </div>
</template>

<style scoped>
.grip {
  position: absolute;
  z-index: 4;
}
.grip.outline,
.grip.details {
  grid-area: 1 / 1 / 2 / 4;
  top: 0;
  height: 100%;
  width: 6px;
  cursor: col-resize;
}
.grip.shelf {
  left: 0;
  width: 100%;
  height: 6px;
  cursor: row-resize;
}
.grip:hover,
.grip:focus-visible {
  background: var(--tape);
  outline: 0;
}
.unfold {
  position: absolute;
  left: 50%;
  top: 8px;
  translate: -50% 0;
  display: flex;
  gap: 6px;
  z-index: 4;
}
.unfold button {
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 5px;
  padding: 2px 9px;
}
</style>
