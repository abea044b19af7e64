<script setup lang="ts">
import { plainText, type Box } from '../../core/index.js';

/** Everything that lies under the pointer, outermost first, to choose from. */
defineProps<{ boxes: readonly Box[]; x: number; y: number }>();
defineEmits<{ choose: [key: string] }>();
const nameOf = (b: Box): string =>
  b.node.type === 'text' && b.node.text !== '' ? `${b.node.name}: ${plainText(b.node.text).slice(0, 24)}` : b.node.name;
</script>

<template>
  <ul role="menu" aria-label="Under the pointer" :style="{ left: `${x}px`, top: `${y}px` }">
    <li v-for="b in boxes" :key="b.node.key" role="none">
      <button role="menuitem" class="plain" @click.stop="$emit('choose', b.node.key)">{{ nameOf(b) }}</button>
    </li>
  </ul>
</template>

<style scoped>
ul {
  position: absolute;
  z-index: 6;
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 5px;
  padding: 4px;
  min-width: 150px;
  box-shadow: 0 2px 10px var(--shade-2);
}
button {
  width: 100%;
  padding: 4px 8px;
  border-radius: 4px;
}
button:hover,
button:focus-visible {
  background: var(--wash);
}
</style>
