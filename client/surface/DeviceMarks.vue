<script setup lang="ts">
import { computed } from 'vue';
import { scrollRoom, describeNode, type Screen } from '../../core/index.js';
import { tip } from '../keys/table.js';
import { followPointer } from '../base/pointer.js';
import { useEditor } from '../stores/editor/editor.js';

/**
 * A screen as its device shows it: where the device ends, how far it is scrolled, and what can lie over it. All of it stands beside
 * the screen, not on it.
 */
const props = defineProps<{ screen: Screen; zoom: number; height: number }>();
const editor = useEditor();
/** Smaller than this only pictures are seen. */
const SEEN = 0.2;
const high = computed(() => props.screen.height);
const room = computed(() => (editor.whole && high.value !== null ? scrollRoom(editor.whole, high.value) : 0));
const fold = computed(() =>
  editor.scroll === null && high.value !== null && props.height > high.value + 1 && props.zoom > SEEN
    ? high.value
    : null,
);
const thumb = computed(() => {
  const h = high.value;
  const whole = editor.whole?.h ?? 0;
  if (editor.scroll === null || h === null || room.value === 0) return null;
  const z = props.zoom;
  const size = Math.max(24, (h / whole) * h * z);
  return { size, top: (editor.scroll / room.value) * (h * z - size), way: h * z - size };
});
function drag(event: PointerEvent): void {
  const t = thumb.value;
  const from = editor.scroll;
  if (event.button !== 0 || !t || from === null || t.way <= 0) return;
  event.preventDefault();
  followPointer((e) => {
    const to = from + ((e.clientY - event.clientY) / t.way) * room.value;
    editor.scrollBy(to - (editor.scroll ?? 0));
  });
}
function key(event: KeyboardEvent): void {
  const h = high.value ?? 0;
  const by = { ArrowDown: 40, ArrowUp: -40, PageDown: h * 0.9, PageUp: -h * 0.9, Home: -1e6, End: 1e6 }[event.key];
  if (by === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  editor.scrollBy(by);
}
const overlays = computed(() =>
  editor.overlays.flatMap((id) => {
    const node = editor.outlined?.nodes[id];
    if (!node || !editor.world) return [];
    const told = describeNode(editor.world, editor.appliedKits, node);
    return [{ id, name: node.name ?? told.kind, says: told.says }];
  }),
);
function show(id: string): void {
  if (editor.overlay === id) {
    editor.select([]);
    editor.opened = '';
  } else editor.select([id]);
}
</script>

<template>
  <div
    v-if="overlays.length > 0 && zoom > SEEN"
    class="overs"
    role="group"
    aria-label="Over the screen"
    @pointerdown.stop
    @click.stop
    @dblclick.stop
  >
    <button
      v-for="o in overlays"
      :key="o.id"
      class="plain clip"
      :aria-pressed="editor.overlay === o.id"
      :title="`${tip('nextOver', editor.overlay === o.id ? 'Put it away' : 'Show it over the screen')}${o.says ? `: ${o.says}` : ''}`"
      @click="show(o.id)"
    >
      {{ o.name }}
    </button>
  </div>
  <div v-if="fold !== null" class="fold" :style="{ top: `${fold * zoom}px` }">
    <button class="plain" :title="tip('fold')" @pointerdown.stop @click.stop="editor.scroll = 0">fold</button>
  </div>
  <div v-if="thumb" class="way" @pointerdown.stop @click.stop @dblclick.stop>
    <button
      class="plain thumb"
      role="scrollbar"
      aria-label="Scroll the screen"
      aria-orientation="vertical"
      :aria-valuemin="0"
      :aria-valuemax="Math.round(room)"
      :aria-valuenow="Math.round(editor.scroll ?? 0)"
      :style="{ top: `${thumb.top}px`, height: `${thumb.size}px` }"
      @pointerdown="drag"
      @keydown="key"
    />
    <button class="plain all" :title="tip('fold', 'See all of it')" @click="editor.scroll = null">all</button>
  </div>
</template>

<style scoped>
.overs {
  position: absolute;
  right: 0;
  bottom: 100%;
  max-width: 75%;
  margin-bottom: 3px;
  padding-left: 8px;
  display: flex;
  gap: 3px;
  justify-content: end;
  background: linear-gradient(to right, transparent, var(--wall) 8px);
  z-index: 4;
}
.overs button {
  max-width: 92px;
  padding: 0 6px;
  font-size: 11.5px;
  line-height: 16px;
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 3px;
  cursor: pointer;
}
.overs button[aria-pressed='true'] {
  background: var(--tape);
  border-color: var(--tape-ink);
}
.fold {
  position: absolute;
  left: -8px;
  right: -8px;
  border-top: 1px dashed var(--ink);
  z-index: 2;
  pointer-events: none;
}
.fold button,
.all {
  position: absolute;
  font-size: 11px;
  line-height: 15px;
  padding: 0 5px;
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 3px;
  pointer-events: auto;
  cursor: pointer;
}
.fold button {
  right: 0;
  transform: translate(100%, -50%);
}
.way {
  position: absolute;
  left: 100%;
  top: 0;
  bottom: 0;
  width: 9px;
  margin-left: 3px;
  background: #25211a14;
  border-radius: 5px;
  z-index: 3;
}
.thumb {
  position: absolute;
  left: 1px;
  right: 1px;
  width: 7px;
  background: var(--soft);
  border-radius: 4px;
  cursor: grab;
  touch-action: none;
}
.thumb:hover,
.thumb:focus-visible {
  background: var(--ink);
}
.all {
  bottom: 100%;
  left: 0;
  margin-bottom: 3px;
}
</style>
