<script setup lang="ts">
import { computed } from 'vue';
import { columnsOf, MISFITS, type Measure, type Screen, type SnapLine } from '../../core/index.js';
import { useFreeform } from '../stores/freeform.js';
import { useEditor } from '../stores/editor/editor.js';

/** What a screen is laid out by: its column grid, base grid and guides; what is in line while something is moved, and how far apart. */
const props = defineProps<{ screen: Screen; zoom: number; height: number; current: boolean }>();
const freeform = useFreeform();
const editor = useEditor();
const columns = computed(() => (freeform.shows.columns ? columnsOf(props.screen.grid, props.screen.width) : []));
const base = computed(() => (freeform.shows.base ? (props.screen.base ?? 0) : 0));
/** Lines nearer than this on the glass are not drawn: they would be a grey field. */
const APART = 4;
const px = (v: number): string => `${v * props.zoom}px`;
const line = (l: SnapLine): Record<string, string> =>
  l.axis === 'x'
    ? { left: px(l.at), top: px(l.from), height: px(l.to - l.from), width: '1px' }
    : { top: px(l.at), left: px(l.from), width: px(l.to - l.from), height: '1px' };
const span = (m: Measure): Record<string, string> =>
  m.axis === 'x'
    ? { left: px(m.from), top: px(m.at), width: px(m.to - m.from) }
    : { top: px(m.from), left: px(m.at), height: px(m.to - m.from) };
const says = (m: Measure): string => String(Math.round((m.to - m.from) * 10) / 10);
</script>

<template>
  <div v-for="(c, i) in columns" :key="`c${i}`" class="column" :style="{ left: px(c.at), width: px(c.size) }" />
  <div v-if="base * zoom >= APART" class="base" :style="{ backgroundSize: `100% ${base * zoom}px` }" />
  <template v-if="current">
    <div
      v-for="f in editor.wrong"
      :key="`${f.key} ${f.what}`"
      class="wrong"
      :data-misfit="f.what"
      :style="{ left: px(f.at.x), top: px(f.at.y), width: px(f.at.w), height: px(f.at.h) }"
    >
      <span>{{ MISFITS[f.what] }}</span>
    </div>
  </template>
  <template v-if="current">
    <div v-for="(l, i) in freeform.lines" :key="`l${i}`" class="line" :class="l.kind" :style="line(l)" />
    <div v-for="(m, i) in freeform.gaps" :key="`g${i}`" class="gap" :class="m.axis" :style="span(m)" />
    <div v-for="(m, i) in freeform.distances" :key="`m${i}`" class="measure" :class="m.axis" :style="span(m)">
      <span class="tabular">{{ says(m) }}</span>
    </div>
  </template>
</template>

<style scoped>
div {
  position: absolute;
  pointer-events: none;
}
.column {
  top: 0;
  bottom: 0;
  background: #8a6a1a14;
  z-index: 1;
}
.base {
  inset: 0;
  z-index: 1;
  background-image: linear-gradient(to bottom, #8a6a1a33 1px, transparent 1px);
}
.wrong {
  outline: 2px dashed var(--bad);
  outline-offset: -1px;
  z-index: 2;
}
.wrong span {
  position: absolute;
  top: 100%;
  left: 0;
  background: var(--bad);
  color: #fff;
  font-size: 11px;
  line-height: 15px;
  padding: 0 4px;
  white-space: nowrap;
}
.line {
  background: var(--ink);
  z-index: 4;
}
.line.centre {
  background: repeating-linear-gradient(var(--ink) 0 4px, transparent 4px 7px);
}
.line.guide {
  background: var(--tape-ink);
}
.measure,
.gap {
  z-index: 4;
}
.measure.x,
.gap.x {
  border-top: 1px solid var(--tape-ink);
}
.measure.y,
.gap.y {
  border-left: 1px solid var(--tape-ink);
}
.gap.x {
  border-top: 5px solid #f5b30199;
  margin-top: -2px;
}
.gap.y {
  border-left: 5px solid #f5b30199;
  margin-left: -2px;
}
.measure span {
  position: absolute;
  left: 50%;
  top: 50%;
  transform: translate(-50%, -50%);
  background: var(--tape);
  color: var(--ink);
  font-size: 11px;
  line-height: 15px;
  padding: 0 4px;
  border-radius: 3px;
  white-space: nowrap;
}
.measure.x span {
  top: 0;
}
.measure.y span {
  left: 0;
}
</style>
