<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { refDebounced, useResizeObserver } from '@vueuse/core';
import { usesOn, type Screen } from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useDrag } from '../stores/drag.js';
import { useStage } from '../stores/stage.js';
import WallScreen from './WallScreen.vue';

const doc = useDocument();
const stage = useStage();
const drag = useDrag();
const frame = ref<HTMLElement | null>(null);
const zoom = ref(0.56);
const pan = ref({ x: 26, y: 14 });
const view = ref({ w: 700, h: 500 });
const parts = new Map<string, InstanceType<typeof WallScreen>>();
const space = ref(false);
const lift = ref<{ id: string; before: string | null; flow: string; x: number; y: number; h: number } | null>(null);
useResizeObserver(frame, ([e]) => e && (view.value = { w: e.contentRect.width, h: e.contentRect.height }));

/** Between screens and around rows, px on the glass: labels keep their size at every zoom. */
const HEAD = 26;
const LABEL = 22;
const BELOW = 26;
interface Hung { readonly screen: Screen; readonly x: number; readonly y: number; readonly w: number; readonly h: number; readonly tall: number }
const rows = computed(() => {
  const z = zoom.value;
  const gap = Math.max(16, 46 * z);
  const hung: Hung[] = [];
  const heads: { id: string; name: string; y: number; count: number }[] = [];
  let y = 0;
  for (const flow of doc.shown?.flows ?? []) {
    const screens = doc.shown?.screens.filter((s) => s.flow === flow.id) ?? [];
    heads.push({ id: flow.id, name: flow.name, y, count: screens.length });
    let x = 0;
    let tall = 60;
    for (const screen of screens) {
      const h = stage.heightOf(screen);
      hung.push({ screen, x, y: y + HEAD + LABEL, w: screen.width * z, h: h * z, tall: h });
      x += screen.width * z + gap;
      tall = Math.max(tall, h * z);
    }
    y += HEAD + LABEL + tall + BELOW;
  }
  return { hung, heads };
});
const visible = computed(() => rows.value.hung.filter((r) => {
  const x = r.x + pan.value.x;
  const y = r.y + pan.value.y;
  return x < view.value.w + 50 && y < view.value.h + 50 && x + r.w > -50 && y + r.h > -50;
}));
/** The zoom as it was when it last rested: what pictures are drawn for. */
const sharpZoom = refDebounced(zoom, 140);
/** What is out of sight is measured when there is time: so that rows are as tall as they will be. */
watch([() => stage.calmProject, () => stage.lens], () => {
  const all = rows.value.hung.map((r) => r.screen);
  let at = 0;
  const some = (): void => {
    const seen = new Set(visible.value.map((r) => r.screen.id));
    for (const until = at + 10; at < until && at < all.length; at++) {
      const s = all[at];
      if (!s || !doc.shown?.screens.includes(s)) continue;
      // What uses what is counted ahead, so that it need not be when something is selected.
      usesOn(s, stage.wearsShown(s));
      if (!seen.has(s.id) && s.id !== stage.screenId) stage.bitmapOf(s, null);
    }
    if (at < all.length) requestIdleCallback(some);
  };
  requestIdleCallback(some);
}, { immediate: true });
const here = computed(() => rows.value.hung.find((r) => r.screen.id === stage.screenId));

function onWheel(event: WheelEvent): void {
  if (event.ctrlKey || event.metaKey) {
    const r = frame.value?.getBoundingClientRect();
    zoomAt(Math.exp(-event.deltaY / 300), event.clientX - (r?.left ?? 0), event.clientY - (r?.top ?? 0));
  } else pan.value = { x: pan.value.x - (event.shiftKey ? event.deltaY : event.deltaX), y: pan.value.y - (event.shiftKey ? 0 : event.deltaY) };
}
/** Zooms so that what lies under the point stays there. */
function zoomAt(by: number, x: number, y: number): void {
  const next = Math.min(4, Math.max(0.05, zoom.value * by));
  const distance = (r: Hung): number => Math.max(0, r.x + pan.value.x - x, x - r.x - pan.value.x - r.w) + Math.max(0, r.y + pan.value.y - y, y - r.y - pan.value.y - r.h);
  const near = [...rows.value.hung].sort((a, b) => distance(a) - distance(b))[0];
  const was = zoom.value;
  zoom.value = next;
  if (!near) return;
  const now = rows.value.hung.find((r) => r.screen.id === near.screen.id);
  if (!now) return;
  const rx = (x - pan.value.x - near.x) / was;
  const ry = (y - pan.value.y - near.y) / was;
  pan.value = { x: x - now.x - rx * next, y: y - now.y - ry * next };
}
const zoomBy = (by: number): void => zoomAt(by, view.value.w / 2, view.value.h / 2);
function fit(one: boolean): void {
  const all = one && here.value ? [here.value.screen] : (doc.shown?.screens ?? []);
  if (all.length === 0) return;
  // Labels keep their size, so the fitting zoom is found by trying.
  let low = 0.05;
  let high = one ? 1.5 : 1;
  const extent = (): { x1: number; y1: number; x2: number; y2: number } => {
    const list = rows.value.hung.filter((r) => all.includes(r.screen));
    return { x1: Math.min(...list.map((r) => r.x)), y1: Math.min(...list.map((r) => r.y)) - LABEL - (one ? 0 : HEAD), x2: Math.max(...list.map((r) => r.x + r.w)), y2: Math.max(...list.map((r) => r.y + r.h)) };
  };
  for (let i = 0; i < 12; i++) {
    zoom.value = (low + high) / 2;
    const e = extent();
    if (e.x2 - e.x1 > view.value.w - 48 || e.y2 - e.y1 > view.value.h - 40) high = zoom.value;
    else low = zoom.value;
  }
  zoom.value = low;
  const e = extent();
  pan.value = { x: Math.max(24, (view.value.w - (e.x2 - e.x1)) / 2) - e.x1, y: Math.max(14, (view.value.h - (e.y2 - e.y1)) / 2) - e.y1 };
}
function down(event: PointerEvent): void {
  const ground = event.target === frame.value;
  if (event.button !== 1 && !(event.button === 0 && (ground || space.value))) return;
  if (event.button === 0 && ground && !space.value) {
    stage.select([]);
    stage.picked = [];
  }
  event.preventDefault();
  frame.value?.focus({ preventScroll: true });
  const from = { x: event.clientX - pan.value.x, y: event.clientY - pan.value.y };
  const on = (e: PointerEvent): void => void (pan.value = { x: e.clientX - from.x, y: e.clientY - from.y });
  const off = (): void => {
    window.removeEventListener('pointermove', on);
    window.removeEventListener('pointerup', off);
  };
  window.addEventListener('pointermove', on);
  window.addEventListener('pointerup', off);
}
const spaceKey = (e: KeyboardEvent): void => {
  if (e.key === ' ' && e.target === frame.value) {
    space.value = e.type === 'keydown';
    e.preventDefault();
  }
};

// ── screens are dragged by their labels, within a row and to another ──
function label(event: MouseEvent, id: string): void {
  if (drag.wasDrag()) return;
  if (event.shiftKey || event.ctrlKey || event.metaKey) stage.pickScreen(id);
  else {
    stage.picked = [];
    stage.goTo(id);
  }
  frame.value?.focus({ preventScroll: true });
}
function pressLabel(event: PointerEvent, r: Hung): void {
  if (event.button !== 0) return;
  const start = { x: event.clientX, y: event.clientY };
  const on = (e: PointerEvent): void => {
    if (!lift.value && Math.hypot(e.clientX - start.x, e.clientY - start.y) < 6) return;
    const f = frame.value?.getBoundingClientRect();
    const x = e.clientX - (f?.left ?? 0) - pan.value.x;
    const y = e.clientY - (f?.top ?? 0) - pan.value.y;
    const flow = [...rows.value.heads].reverse().find((h) => y >= h.y) ?? rows.value.heads[0];
    if (!flow) return;
    const row = rows.value.hung.filter((s) => s.screen.flow === flow.id && s.screen.id !== r.screen.id);
    const behind = row.filter((s) => x > s.x + s.w / 2).at(-1);
    const next = row.find((s) => s.x > (behind?.x ?? -1));
    lift.value = { id: r.screen.id, before: behind?.screen.id ?? null, flow: flow.id, x: behind ? behind.x + behind.w + 6 : (next?.x ?? 0) - 10, y: flow.y + HEAD + LABEL, h: behind?.h ?? next?.h ?? 60 };
  };
  const off = (): void => {
    window.removeEventListener('pointermove', on);
    window.removeEventListener('pointerup', off);
    window.removeEventListener('keydown', cancel, true);
    const l = lift.value;
    lift.value = null;
    if (!l) return;
    const first = doc.shown?.screens.filter((s) => s.flow === l.flow && s.id !== l.id) ?? [];
    const prior = doc.shown?.screens[(doc.shown?.screens.findIndex((s) => s.id === first[0]?.id) ?? 0) - 1]?.id ?? null;
    doc.act(`Move ${r.screen.name}`, [{ do: 'moveScreen', screen: l.id, flow: l.flow, after: l.before ?? (prior === l.id ? null : prior) }]);
  };
  const cancel = (e: KeyboardEvent): void => {
    if (e.key !== 'Escape') return;
    lift.value = null;
    off();
  };
  window.addEventListener('pointermove', on);
  window.addEventListener('pointerup', off);
  window.addEventListener('keydown', cancel, true);
}

// ── things held over the Wall ──
let slide = 0;
const unland = drag.lands((x, y) => {
  const f = frame.value?.getBoundingClientRect();
  if (!f || x < f.left || x > f.right || y < f.top || y > f.bottom) return null;
  for (const r of visible.value) {
    const part = parts.get(r.screen.id);
    const drop = part?.landAt(x, y);
    if (drop) return { screen: r.screen, spot: drop.spot, says: drop.says, drop };
  }
  return null;
});
/** Near its edge the Wall moves along, px a frame. */
function along(): void {
  slide = requestAnimationFrame(along);
  const f = frame.value?.getBoundingClientRect();
  if (!drag.held || !f) return;
  const { x, y } = drag.at;
  if (x < f.left || x > f.right || y < f.top || y > f.bottom) return;
  const EDGE = 36;
  const by = (v: number, low: number, high: number): number => (v < low + EDGE ? (low + EDGE - v) / 3 : v > high - EDGE ? -(v - high + EDGE) / 3 : 0);
  const dx = by(x, f.left, f.right);
  const dy = by(y, f.top, f.bottom);
  if (dx === 0 && dy === 0) return;
  pan.value = { x: pan.value.x + dx, y: pan.value.y + dy };
  drag.search();
}
watch(() => drag.held !== null, (on) => {
  cancelAnimationFrame(slide);
  if (on) slide = requestAnimationFrame(along);
});

watch(() => stage.screenId, () => {
  void nextTick(() => {
    const r = here.value;
    if (!r) return;
    const x = r.x + pan.value.x;
    const y = r.y + pan.value.y;
    if (x < 0 || x + Math.min(r.w, 120) > view.value.w || y + Math.min(r.h, 120) > view.value.h || y < -r.h / 2) pan.value = { x: x < 0 || x + Math.min(r.w, 120) > view.value.w ? 26 - r.x : pan.value.x, y: 14 + HEAD + LABEL - r.y };
  });
}, { immediate: true });
onMounted(() => {
  stage.focusWall = () => frame.value?.focus({ preventScroll: true });
  void nextTick(() => { if (frame.value) view.value = { w: frame.value.clientWidth, h: frame.value.clientHeight }; });
});
onBeforeUnmount(() => {
  unland();
  cancelAnimationFrame(slide);
});
defineExpose({ fit, zoomBy });
</script>

<template>
  <section ref="frame" class="wall" :class="{ grab: space }" aria-label="Wall" role="region" tabindex="0" @wheel.prevent="onWheel" @pointerdown="down" @keydown="spaceKey" @keyup="spaceKey">
    <div class="world" :style="{ transform: `translate(${pan.x}px, ${pan.y}px)` }">
      <p v-for="h in rows.heads" :key="h.id" class="flow" :style="{ top: `${h.y}px` }"><strong>{{ h.name }}</strong> {{ h.count }} {{ h.count === 1 ? 'screen' : 'screens' }}</p>
      <template v-for="r in visible" :key="r.screen.id">
        <button class="plain label clip" :class="{ on: r.screen.id === stage.screenId }" :aria-pressed="stage.picked.includes(r.screen.id)" :style="{ left: `${r.x}px`, top: `${r.y - 21}px`, maxWidth: `${Math.max(24, r.w)}px` }" @pointerdown.stop="pressLabel($event, r)" @click="label($event, r.screen.id)">{{ r.screen.name }}</button>
        <WallScreen :ref="(el) => (el ? parts.set(r.screen.id, el as InstanceType<typeof WallScreen>) : parts.delete(r.screen.id))" :screen="r.screen" :height="r.tall" :zoom="zoom" :sharp="sharpZoom" :style="{ left: `${r.x}px`, top: `${r.y}px` }" />
      </template>
      <div v-if="lift" class="tape" :style="{ left: `${lift.x}px`, top: `${lift.y}px`, height: `${lift.h}px` }" />
    </div>
    <p v-if="rows.hung.length === 0" class="empty">Screens hang here, in rows by flow. Add the first one at the left, or just type what belongs on it.</p>
    <div class="zoom"><button class="plain" aria-label="Zoom out" @click="zoomBy(0.8)">−</button><button class="plain tabular" :aria-label="`${Math.round(zoom * 100)} %, show all screens`" :title="'Show all screens'" @click="fit(false)">{{ Math.round(zoom * 100) }} %</button><button class="plain" aria-label="Zoom in" @click="zoomBy(1.25)">+</button></div>
    <p v-if="drag.held" class="held" :style="{ left: `${drag.at.x + 14}px`, top: `${drag.at.y + 12}px` }">{{ drag.copying ? 'Copy ' : '' }}{{ drag.held.name }}{{ drag.landing ? ` into ${drag.landing.says}` : '' }}</p>
  </section>
</template>

<style scoped>
.wall { position: relative; overflow: hidden; background: var(--wall); min-height: 0; min-width: 0; }
.wall:focus-visible { outline-offset: -2px; }
.grab { cursor: grab; }
.world { position: absolute; will-change: transform; }
.flow { position: absolute; white-space: nowrap; color: #5c5548; pointer-events: none; }
.flow strong { color: var(--ink); margin-right: 6px; }
.label { position: absolute; color: #5c5548; height: 20px; padding: 0; touch-action: none; }
.label.on { color: var(--ink); font-weight: 700; }
.tape { position: absolute; width: 4px; background: var(--tape); outline: 1px solid var(--tape-ink); }
.zoom { position: absolute; right: 12px; bottom: 12px; display: flex; background: var(--raised); border: 1px solid var(--line); border-radius: 5px; }
.zoom button { padding: 3px 9px; }
.empty { position: absolute; inset: 40% 0 auto; text-align: center; color: #5c5548; pointer-events: none; }
.held { position: fixed; z-index: 20; background: var(--ink); color: var(--raised); font-size: 11.5px; padding: 1px 7px; pointer-events: none; border-radius: 4px; }
</style>
