<script setup lang="ts">
import { computed } from 'vue';
import { useFreeform } from '../stores/freeform.js';
import type { Side } from '../stores/resize.js';

/** The edges of what is selected: nothing is seen of them until the pointer is near; dragged, they make it larger or smaller. */
const props = defineProps<{ zoom: number }>();
const freeform = useFreeform();
/** How thick an edge is for the pointer, and how large a thing must be for it to have one: px on the glass. */
const THICK = 8;
const LEAST = 18;
const SIDES: readonly (Side & { readonly name: string })[] = [
  { x: -1, y: 0, name: 'Left edge' },
  { x: 1, y: 0, name: 'Right edge' },
  { x: 0, y: -1, name: 'Upper edge' },
  { x: 0, y: 1, name: 'Lower edge' },
  { x: -1, y: -1, name: 'Upper left corner' },
  { x: 1, y: -1, name: 'Upper right corner' },
  { x: -1, y: 1, name: 'Lower left corner' },
  { x: 1, y: 1, name: 'Lower right corner' },
];
const box = computed(() => freeform.sizable?.box ?? null);
/** What follows its neighbours grows to the right and down; only what lies free has all of its edges. */
const sides = computed(() => {
  const b = box.value;
  if (!b) return [];
  const free = freeform.free !== null;
  return SIDES.filter(
    (s) =>
      (free || (s.x >= 0 && s.y >= 0)) &&
      (s.x === 0 || b.w * props.zoom >= LEAST || s.x > 0) &&
      (s.y === 0 || b.h * props.zoom >= LEAST || s.y > 0),
  );
});
function style(s: Side): Record<string, string> {
  const b = box.value;
  if (!b) return {};
  const z = props.zoom;
  const along = (at: number, size: number, way: number): readonly [number, number] => {
    // Half of an edge lies within the thing, less of it in what is small: its middle can always be pressed.
    const inner = Math.min(THICK / 2, (size * z) / 4);
    if (way === 0) return [at * z + inner, Math.max(0, size * z - inner * 2)];
    return [way < 0 ? at * z - THICK + inner : (at + size) * z - inner, THICK];
  };
  const [left, width] = along(b.x, b.w, s.x);
  const [top, height] = along(b.y, b.h, s.y);
  return { left: `${left}px`, top: `${top}px`, width: `${width}px`, height: `${height}px` };
}
const cursor = (s: Side): string =>
  s.x === 0 ? 'ns-resize' : s.y === 0 ? 'ew-resize' : s.x === s.y ? 'nwse-resize' : 'nesw-resize';
function press(event: PointerEvent, side: Side): void {
  if (event.button === 0) freeform.resize(event, props.zoom, side);
}
</script>

<template>
  <i
    v-for="s in sides"
    :key="s.name"
    class="edge"
    :class="{ corner: s.x !== 0 && s.y !== 0, up: s.x !== 0 && s.y === 0 }"
    :data-edge="s.name"
    :style="{ ...style(s), cursor: cursor(s) }"
    @pointerdown.stop="press($event, s)"
    @click.stop
    @dblclick.stop
  />
</template>

<style scoped>
.edge {
  position: absolute;
  z-index: 3;
  touch-action: none;
}
.edge::after {
  content: '';
  position: absolute;
  inset: 2px 0;
  background: var(--tape);
  outline: 1px solid var(--tape-ink);
  opacity: 0;
}
.edge.up::after {
  inset: 0 2px;
}
.edge.corner::after {
  inset: 0;
}
.edge:hover::after {
  opacity: 1;
}
</style>
