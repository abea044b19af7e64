<script setup lang="ts">
import { computed } from 'vue';
import type { Box, Edge } from '../../core/index.js';
import { useFreeform } from '../stores/freeform.js';

/**
 * What the edges of things in a free box do, drawn from each edge to the box: pinned, scaled or floating. On what is selected they are
 * pressed to be another; while the box changes size, those of all that lie in it are seen at work.
 */
const props = defineProps<{ zoom: number }>();
const freeform = useFreeform();
type Name = 'left' | 'right' | 'top' | 'bottom';
const EDGES: readonly { readonly edge: Name; readonly says: string; readonly usual: Edge }[] = [
  { edge: 'left', says: 'Left edge', usual: 'pin' },
  { edge: 'right', says: 'Right edge', usual: 'float' },
  { edge: 'top', says: 'Upper edge', usual: 'pin' },
  { edge: 'bottom', says: 'Lower edge', usual: 'float' },
];
const NEXT: Readonly<Record<Edge, Edge>> = { pin: 'scale', scale: 'float', float: 'pin' };
/** Of so many things in a box the edges are drawn; a knob's size, and how large a thing must be to have some: px on the glass. */
const MOST = 40;
const KNOB = 12;
const LEAST = 26;
interface Tie {
  readonly id: string;
  readonly edge: Name;
  readonly mode: Edge;
  readonly says: string;
  readonly line: Readonly<Record<string, string>>;
  readonly knob: Readonly<Record<string, string>> | null;
}
const px = (v: number): string => `${v}px`;
function tiesOf(b: Box, holder: Box, pressed: boolean): readonly Tie[] {
  const z = props.zoom;
  const [cx, cy] = [(b.x + b.w / 2) * z, (b.y + b.h / 2) * z];
  return EDGES.map(({ edge, says, usual }): Tie => {
    const mode = b.node.look.edges?.[edge] ?? usual;
    const [from, to] = {
      left: [holder.x, b.x],
      right: [b.x + b.w, holder.x + holder.w],
      top: [holder.y, b.y],
      bottom: [b.y + b.h, holder.y + holder.h],
    }[edge] as [number, number];
    const across = edge === 'left' || edge === 'right';
    const [start, size] = [Math.min(from, to) * z, Math.abs(to - from) * z];
    const line: Record<string, string> = across
      ? { left: px(start), top: px(cy), width: px(size) }
      : { top: px(start), left: px(cx), height: px(size) };
    // Where there is no room between the two, the knob stands on the thing's side of the edge.
    const near = edge === 'left' || edge === 'top';
    const middle = size >= KNOB + 4 ? start + size / 2 : near ? to * z + KNOB : from * z - KNOB;
    const knob = across
      ? { left: px(middle - KNOB / 2), top: px(cy - KNOB / 2) }
      : { top: px(middle - KNOB / 2), left: px(cx - KNOB / 2) };
    return { id: `${b.node.key} ${edge}`, edge, mode, says, line, knob: pressed ? knob : null };
  });
}
const ties = computed<readonly Tie[]>(() => {
  const z = props.zoom;
  if (freeform.active) {
    const b = freeform.sizable?.box;
    if (b?.node.look.flow !== 'free') return [];
    return b.children.slice(0, MOST).flatMap((c) => tiesOf(c, b, false).filter((t) => t.mode !== 'float'));
  }
  const f = freeform.free;
  const t = f?.things.length === 1 ? f.things[0] : undefined;
  if (!f || !t || t.node.attrs.overlay !== undefined || t.box.w * z < LEAST || t.box.h * z < LEAST) return [];
  return tiesOf(t.box, f.holder, true);
});
</script>

<template>
  <template v-for="t in ties" :key="t.id">
    <i class="tie" :class="t.edge === 'left' || t.edge === 'right' ? 'x' : 'y'" :data-mode="t.mode" :style="t.line" />
    <button
      v-if="t.knob"
      class="plain knob"
      :data-mode="t.mode"
      :data-tie="t.edge"
      :style="t.knob"
      :aria-label="`${t.says}: ${t.mode}`"
      :title="`${t.says}: ${t.mode}. Press for ${NEXT[t.mode]}.`"
      @pointerdown.stop
      @click.stop="freeform.setEdge(t.edge, NEXT[t.mode])"
      @dblclick.stop
    />
  </template>
</template>

<style scoped>
.tie {
  position: absolute;
  z-index: 3;
  pointer-events: none;
}
.tie.x {
  border-top: 1px solid var(--tape-ink);
}
.tie.y {
  border-left: 1px solid var(--tape-ink);
}
.tie[data-mode='scale'] {
  border-style: dashed;
}
.tie[data-mode='float'] {
  border-style: dotted;
  border-width: 1px 0 0;
  border-color: #5b430055;
}
.tie.y[data-mode='float'] {
  border-width: 0 0 0 1px;
}
.knob {
  position: absolute;
  width: 12px;
  height: 12px;
  z-index: 4;
  background: var(--raised);
  border: 2px solid var(--tape-ink);
  border-radius: 2px;
  cursor: pointer;
  padding: 0;
}
.knob[data-mode='pin'] {
  background: var(--tape-ink);
}
.knob[data-mode='scale'] {
  background: linear-gradient(135deg, var(--tape-ink) 50%, var(--raised) 50%);
}
.knob[data-mode='float'] {
  border-width: 1px;
}
.knob:hover {
  outline: 2px solid var(--tape);
}
/* Larger for the pointer than for the eye. */
.knob::after {
  content: '';
  position: absolute;
  inset: -6px;
}
</style>
