<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useResizeObserver } from '@vueuse/core';
import { chooseSteps, textPlace, treeOfScreen, withItemField, type Box, type Json, type Screen } from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';
import PictureCanvas from './PictureCanvas.vue';

const doc = useDocument();
const stage = useStage();
const frame = ref<HTMLElement | null>(null);
const zoom = ref(0.56);
const pan = ref({ x: 26, y: 20 });
const view = ref({ w: 700, h: 500 });
const hover = ref<Box | null>(null);
const editing = ref<{ key: string; box: Box; value: string; before: string } | null>(null);
const field = ref<HTMLTextAreaElement | null>(null);
useResizeObserver(frame, ([e]) => e && (view.value = { w: e.contentRect.width, h: e.contentRect.height }));

const GAP = 46;
interface Hung { readonly screen: Screen; readonly x: number; readonly y: number; readonly h: number }
const rows = computed(() => {
  const hung: Hung[] = [];
  const heads: { id: string; name: string; y: number; count: number }[] = [];
  let y = 0;
  for (const flow of doc.shown?.flows ?? []) {
    const screens = doc.shown?.screens.filter((s) => s.flow === flow.id) ?? [];
    heads.push({ id: flow.id, name: flow.name, y, count: screens.length });
    let x = 0;
    let tall = 200;
    for (const screen of screens) {
      const h = stage.picture(screen)?.height ?? screen.height ?? 800;
      hung.push({ screen, x, y: y + 90, h });
      x += screen.width + GAP;
      tall = Math.max(tall, h);
    }
    y += tall + 190;
  }
  return { hung, heads };
});
const visible = computed(() => rows.value.hung.filter((r) => {
  const x = r.x * zoom.value + pan.value.x;
  const y = r.y * zoom.value + pan.value.y;
  return x < view.value.w + 50 && y < view.value.h + 50 && x + r.screen.width * zoom.value > -50 && y + r.h * zoom.value > -50;
}));
const here = computed(() => rows.value.hung.find((r) => r.screen.id === stage.screenId));
const marks = computed(() => stage.selection.map((k) => stage.findBox(k)).filter((b): b is Box => b !== null));

function onWheel(event: WheelEvent): void {
  if (event.ctrlKey || event.metaKey) zoomAt(Math.exp(-event.deltaY / 300), event.offsetX, event.offsetY, event);
  else pan.value = { x: pan.value.x - (event.shiftKey ? event.deltaY : event.deltaX), y: pan.value.y - (event.shiftKey ? 0 : event.deltaY) };
}
function zoomAt(by: number, _x: number, _y: number, event?: MouseEvent): void {
  const r = frame.value?.getBoundingClientRect();
  const x = event && r ? event.clientX - r.left : view.value.w / 2;
  const y = event && r ? event.clientY - r.top : view.value.h / 2;
  const next = Math.min(4, Math.max(0.05, zoom.value * by));
  pan.value = { x: x - ((x - pan.value.x) / zoom.value) * next, y: y - ((y - pan.value.y) / zoom.value) * next };
  zoom.value = next;
}
const zoomBy = (by: number): void => zoomAt(by, 0, 0);
function fit(one: boolean): void {
  const all = one && here.value ? [here.value] : rows.value.hung;
  if (all.length === 0) return;
  const x1 = Math.min(...all.map((r) => r.x));
  const y1 = Math.min(...all.map((r) => r.y)) - (one ? 30 : 90);
  const x2 = Math.max(...all.map((r) => r.x + r.screen.width));
  const y2 = Math.max(...all.map((r) => r.y + r.h));
  zoom.value = Math.min(1.5, Math.max(0.05, Math.min((view.value.w - 40) / (x2 - x1), (view.value.h - 40) / (y2 - y1))));
  pan.value = { x: (view.value.w - (x2 - x1) * zoom.value) / 2 - x1 * zoom.value, y: 20 - y1 * zoom.value };
}
function point(event: MouseEvent, r: Hung): { x: number; y: number } {
  const f = frame.value?.getBoundingClientRect();
  return { x: (event.clientX - (f?.left ?? 0) - pan.value.x) / zoom.value - r.x, y: (event.clientY - (f?.top ?? 0) - pan.value.y) / zoom.value - r.y };
}
/** Things of the screen itself and parts of instances, outermost first; a click takes the first, a double-click goes deeper. */
function stops(path: readonly Box[]): Box[] {
  return path.filter((b, i) => i > 0 && (b.node.key === b.node.owner || b.node.instance || b.node.type !== 'box'));
}
function click(event: MouseEvent, r: Hung): void {
  commit();
  if (r.screen.id !== stage.screenId) {
    stage.select([]);
    stage.screenId = r.screen.id;
  }
  const p = point(event, r);
  const path = stops(stage.under(p.x, p.y));
  const first = path[0];
  if (event.shiftKey && first) stage.select([...stage.selection.filter((k) => k !== first.node.key), first.node.key]);
  else {
    const at = path.findIndex((b) => b.node.key === stage.selected);
    stage.select(at > 0 ? [path[at]?.node.key ?? ''] : first ? [first.node.key] : []);
  }
  frame.value?.focus({ preventScroll: true });
}
function deeper(event: MouseEvent, r: Hung): void {
  const p = point(event, r);
  const path = stops(stage.under(p.x, p.y));
  const last = path.at(-1);
  if (last?.node.type === 'text' && editText(last.node.key)) return;
  const at = path.findIndex((b) => b.node.key === stage.selected);
  const next = path[at + 1] ?? path[at];
  if (next) stage.select([next.node.key]);
}
function move(event: MouseEvent, r: Hung): void {
  if (r.screen.id !== stage.screenId) {
    hover.value = null;
    return;
  }
  const p = point(event, r);
  hover.value = stops(stage.under(p.x, p.y))[0] ?? null;
}
function drag(event: PointerEvent): void {
  if (event.button !== 1 && !(event.button === 0 && event.target === frame.value)) return;
  if (event.button === 0) stage.select([]);
  const from = { x: event.clientX - pan.value.x, y: event.clientY - pan.value.y };
  const on = (e: PointerEvent): void => void (pan.value = { x: e.clientX - from.x, y: e.clientY - from.y });
  const off = (): void => {
    window.removeEventListener('pointermove', on);
    window.removeEventListener('pointerup', off);
  };
  window.addEventListener('pointermove', on);
  window.addEventListener('pointerup', off);
}

/** Opens the text of a part (or the first text inside it) for editing in place. */
function editText(key: string): boolean {
  const s = stage.screen;
  const w = stage.world;
  const start = stage.findBox(key);
  if (!s || !w || !start) return false;
  const first = (b: Box): Box | null => {
    if (b.node.type === 'text' && textPlace(w, stage.wears, s, b.node.key)) return b;
    for (const c of b.children) {
      const f = first(c);
      if (f) return f;
    }
    return null;
  };
  const box = first(start);
  if (!box) return false;
  editing.value = { key: box.node.key, box, value: box.node.look.text, before: box.node.look.text };
  void nextTick(() => field.value?.select());
  return true;
}
function commit(): void {
  const e = editing.value;
  const s = stage.screen;
  const w = stage.world;
  editing.value = null;
  if (!e || !s || !w || e.value === e.before) return;
  const place = textPlace(w, stage.wears, s, e.key);
  const node = place ? s.nodes[place.node] : undefined;
  if (!place || !node) return;
  const label = `Type “${e.value.length > 30 ? `${e.value.slice(0, 29)}…` : e.value}”`;
  if (place.kind === 'attr') doc.act(label, [{ do: 'set', tree: treeOfScreen(s), node: node.id, field: 'attrs.text', value: e.value }]);
  else if (node.type === 'instance') {
    let value: Json = e.value;
    if (place.kind === 'item') {
      const owner = stage.findBox([node.id, ...place.target.at].join('/'));
      value = withItemField(owner?.node.instance?.props[place.target.name], place.key, place.field, e.value);
    }
    doc.act(label, chooseSteps(w, stage.wears, treeOfScreen(s), node, place.target, value));
  }
}
watch(() => stage.screenId, () => {
  editing.value = null;
  hover.value = null;
  const r = here.value;
  if (!r) return;
  const x = r.x * zoom.value + pan.value.x;
  if (x < 0 || x + r.screen.width * zoom.value > view.value.w) pan.value = { x: 26 - r.x * zoom.value, y: 20 - (r.y - 90) * zoom.value };
});
onMounted(() => nextTick(() => { if (frame.value) view.value = { w: frame.value.clientWidth, h: frame.value.clientHeight }; }));
defineExpose({ fit, zoomBy, editText });
</script>

<template>
  <section ref="frame" class="wall" aria-label="Wall" role="region" tabindex="0" @wheel.prevent="onWheel" @pointerdown="drag" @mouseleave="hover = null">
    <div class="world" :style="{ transform: `translate(${pan.x}px, ${pan.y}px)` }">
      <p v-for="h in rows.heads" :key="h.id" class="flow" :style="{ top: `${h.y * zoom}px` }"><strong>{{ h.name }}</strong> {{ h.count }} {{ h.count === 1 ? 'screen' : 'screens' }}</p>
      <article v-for="r in visible" :key="r.screen.id" :aria-label="r.screen.name" role="group" class="screen" :style="{ left: `${r.x * zoom}px`, top: `${r.y * zoom}px`, width: `${r.screen.width * zoom}px`, height: `${r.h * zoom}px` }" @click="click($event, r)" @dblclick="deeper($event, r)" @mousemove="move($event, r)">
        <p class="label clip" :class="{ on: r.screen.id === stage.screenId }">{{ r.screen.name }}</p>
        <PictureCanvas v-if="stage.picture(r.screen)" :primitives="stage.picture(r.screen)!.primitives" :width="r.screen.width" :height="r.h" :zoom="zoom" background="#ffffff" />
        <span v-else class="note waiting">Drawing …</span>
        <template v-if="r.screen.id === stage.screenId">
          <div v-if="hover" class="hover" :style="{ left: `${hover.x * zoom}px`, top: `${hover.y * zoom}px`, width: `${hover.w * zoom}px`, height: `${hover.h * zoom}px` }"><span>{{ hover.node.name }}</span></div>
          <div v-for="b in marks" :key="b.node.key" class="marks" :style="{ left: `${b.x * zoom - 5}px`, top: `${b.y * zoom - 5}px`, width: `${b.w * zoom + 10}px`, height: `${b.h * zoom + 10}px` }"><i /><i /><i /><i /></div>
          <textarea v-if="editing" ref="field" v-model="editing.value" class="edit" aria-label="Edit text" :style="{ left: `${editing.box.x * zoom - 4}px`, top: `${editing.box.y * zoom - 4}px`, minWidth: `${Math.max(editing.box.w * zoom + 10, 80)}px`, minHeight: `${editing.box.h * zoom + 8}px`, fontSize: `${(editing.box.node.look.textStyle?.size ?? 16) * zoom}px`, fontFamily: `'${editing.box.node.look.textStyle?.family}'`, fontWeight: editing.box.node.look.textStyle?.weight }" @click.stop @dblclick.stop @keydown.enter.exact.prevent="commit" @keydown.escape.stop="editing = null" @blur="commit" />
        </template>
      </article>
    </div>
    <p v-if="rows.hung.length === 0" class="empty">Screens hang here, in rows by flow. Add the first one at the left.</p>
    <button class="plain zoom tabular" aria-label="Show all screens" v-tooltip.left="'Show all screens'" @click="fit(false)">{{ Math.round(zoom * 100) }} %</button>
  </section>
</template>

<style scoped>
.wall { position: relative; overflow: hidden; background: var(--wall); min-height: 0; }
.wall:focus-visible { outline-offset: -2px; }
.world { position: absolute; will-change: transform; }
.flow { position: absolute; white-space: nowrap; color: var(--soft); }
.flow strong { color: var(--ink); margin-right: 6px; }
.screen { position: absolute; background: #fff; box-shadow: 0 1px 6px #25211a1f; }
.label { position: absolute; bottom: 100%; left: 0; right: 0; padding-bottom: 4px; color: var(--soft); }
.label.on { color: var(--ink); font-weight: 700; }
.waiting { position: absolute; padding: 8px; }
.hover { position: absolute; border: 1px solid var(--ink); pointer-events: none; }
.hover span { position: absolute; bottom: 100%; left: -1px; background: var(--ink); color: var(--raised); font-size: 11.5px; padding: 0 5px; white-space: nowrap; }
.marks { position: absolute; pointer-events: none; }
.marks i { position: absolute; width: 13px; height: 13px; border: 0 solid var(--tape); }
.marks i:nth-child(1) { left: 0; top: 0; border-width: 4px 0 0 4px; }
.marks i:nth-child(2) { right: 0; top: 0; border-width: 4px 4px 0 0; }
.marks i:nth-child(3) { left: 0; bottom: 0; border-width: 0 0 4px 4px; }
.marks i:nth-child(4) { right: 0; bottom: 0; border-width: 0 4px 4px 0; }
.edit { position: absolute; background: #fffdf9; color: var(--ink); border: 1px solid var(--ink); padding: 2px; line-height: 1.3; resize: none; z-index: 2; }
.zoom { position: absolute; right: 12px; bottom: 12px; background: var(--raised); border: 1px solid var(--line); border-radius: 5px; padding: 3px 9px; }
.empty { position: absolute; inset: 40% 0 auto; text-align: center; color: var(--soft); }
</style>
