<script setup lang="ts">
import type { Rect } from '../../core/index.js';
import type { Landing } from '../stores/drag.js';

/** What is drawn over a screen: what is selected and pointed at, what Enter would place, and where what is held lands. */
const props = defineProps<{
  zoom: number;
  marks: readonly { readonly key: string; readonly at: Rect }[];
  /** The whole screen, when it is selected as such. */
  whole: Rect | null;
  hover: { readonly at: Rect; readonly name: string } | null;
  ghosts: readonly { readonly key: string; readonly at: Rect }[];
  landing: Landing | null;
}>();
/** On the glass; `grow`: so many px larger on each side. */
const px = (b: Rect, grow = 0): Record<string, string> => ({
  left: `${b.x * props.zoom - grow}px`,
  top: `${b.y * props.zoom - grow}px`,
  width: `${b.w * props.zoom + grow * 2}px`,
  height: `${b.h * props.zoom + grow * 2}px`,
});
/** A bar is as thick at every zoom: px. */
const THICK = 4;
const bar = (b: Rect): Record<string, string> => ({
  left: `${b.x * props.zoom}px`,
  top: `${b.y * props.zoom}px`,
  width: `${Math.max(THICK, b.w * (b.w > b.h ? props.zoom : 1))}px`,
  height: `${Math.max(THICK, b.h * (b.h > b.w ? props.zoom : 1))}px`,
});
</script>

<template>
  <div v-if="hover" class="hover" :style="px(hover.at)">
    <span>{{ hover.name }}</span>
  </div>
  <div v-for="b in marks" :key="b.key" class="marks" :style="px(b.at, 5)" />
  <div v-if="whole" class="marks" :style="px(whole, 6)" />
  <div v-for="b in ghosts" :key="b.key" class="ghost" :style="px(b.at, 2)" />
  <template v-if="landing?.drop">
    <div class="around" :style="px(landing.drop.around)">
      <span>{{ landing.says }}</span>
    </div>
    <div v-if="landing.drop.spot.cell" class="cell" :style="px(landing.drop.bar)" />
    <div v-else class="bar" :style="bar(landing.drop.bar)" />
  </template>
</template>

<style scoped>
div {
  position: absolute;
  pointer-events: none;
}
.hover {
  border: 1px solid var(--ink);
  z-index: 1;
}
span {
  position: absolute;
  bottom: 100%;
  left: -1px;
  background: var(--ink);
  color: var(--raised);
  font-size: 11.5px;
  padding: 0 5px;
  white-space: nowrap;
}
/* Four corners in one box: thousands may be selected. */
.marks {
  --tape-mark: linear-gradient(var(--tape) 0 0);
  --long: min(13px, 50%);
  background:
    var(--tape-mark) 0 0 / var(--long) 4px,
    var(--tape-mark) 0 0 / 4px var(--long),
    var(--tape-mark) 100% 0 / var(--long) 4px,
    var(--tape-mark) 100% 0 / 4px var(--long),
    var(--tape-mark) 0 100% / var(--long) 4px,
    var(--tape-mark) 0 100% / 4px var(--long),
    var(--tape-mark) 100% 100% / var(--long) 4px,
    var(--tape-mark) 100% 100% / 4px var(--long);
  background-repeat: no-repeat;
  z-index: 2;
}
.ghost {
  background: #f5b30126;
  outline: 1px dashed var(--tape-ink);
}
.around {
  outline: 2px solid var(--tape);
  outline-offset: -1px;
  z-index: 3;
}
.cell {
  background: #f5b30159;
  outline: 2px solid var(--tape);
  outline-offset: -2px;
  z-index: 4;
}
.bar {
  background: var(--tape);
  outline: 1px solid var(--tape-ink);
  z-index: 4;
}
</style>
