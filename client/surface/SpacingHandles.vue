<script setup lang="ts">
import { computed } from 'vue';
import { useFreeform } from '../stores/freeform.js';
import type { PadSide } from '../stores/resize.js';

/** Small bars in the padding and between the things of a selected row, column or grid: dragged, they make that room larger or smaller. */
const props = defineProps<{ zoom: number }>();
const freeform = useFreeform();
/** A bar, and what it takes for the pointer; px on the glass. Smaller boxes have none. */
const LONG = 18;
const LEAST = 56;
interface Grip {
  readonly id: string;
  readonly says: string;
  readonly x: number;
  readonly y: number;
  readonly across: boolean;
  readonly press: (event: PointerEvent) => void;
}
const grips = computed<readonly Grip[]>(() => {
  const t = freeform.roomy;
  if (!t) return [];
  const { box } = t;
  const z = props.zoom;
  if (box.w * z < LEAST || box.h * z < LEAST / 2) return [];
  const { look } = box.node;
  const [right, bottom] = [box.x + box.w, box.y + box.h];
  const pads: readonly (readonly [PadSide, string, number, number])[] = [
    ['left', 'Padding at the left', box.x + look.paddingLeft / 2, box.y + box.h / 2],
    ['right', 'Padding at the right', right - look.paddingRight / 2, box.y + box.h / 2],
    ['top', 'Padding above', box.x + box.w / 2, box.y + look.paddingTop / 2],
    ['bottom', 'Padding below', box.x + box.w / 2, bottom - look.paddingBottom / 2],
  ];
  const found: Grip[] = pads.map(([side, says, x, y]) => ({
    id: side,
    says: `${says}; with Shift the other side too`,
    x: x * z,
    y: y * z,
    across: side === 'left' || side === 'right',
    press: (e) => freeform.pad(e, z, side),
  }));
  const row = look.flow === 'row';
  if (look.flow !== 'grid' && !look.wrap)
    for (let i = 1; i < box.children.length; i++) {
      const a = box.children[i - 1];
      const b = box.children[i];
      if (!a || !b) continue;
      const at = row ? (a.x + a.w + b.x) / 2 : (a.y + a.h + b.y) / 2;
      found.push({
        id: `gap${i}`,
        says: 'Gap between the things inside',
        x: (row ? at : box.x + box.w / 2) * z,
        y: (row ? box.y + box.h / 2 : at) * z,
        across: row,
        press: (e) => freeform.gap(e, z, i),
      });
    }
  return found;
});
</script>

<template>
  <i
    v-for="g in grips"
    :key="g.id"
    class="grip"
    :class="{ across: g.across }"
    :data-room="g.id"
    :title="g.says"
    :style="{ left: `${g.x}px`, top: `${g.y}px`, '--long': `${LONG}px` }"
    @pointerdown.stop="$event.button === 0 && g.press($event)"
    @click.stop
    @dblclick.stop
  />
</template>

<style scoped>
.grip {
  position: absolute;
  z-index: 3;
  width: calc(var(--long) + 6px);
  height: 11px;
  transform: translate(-50%, -50%);
  cursor: ns-resize;
  touch-action: none;
}
.grip.across {
  width: 11px;
  height: calc(var(--long) + 6px);
  cursor: ew-resize;
}
.grip::after {
  content: '';
  position: absolute;
  inset: 4px 3px;
  border-radius: 2px;
  background: var(--tape);
  outline: 1px solid var(--tape-ink);
  opacity: 0.55;
}
.grip.across::after {
  inset: 3px 4px;
}
.grip:hover::after {
  opacity: 1;
}
</style>
