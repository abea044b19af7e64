<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { refDebounced } from '@vueuse/core';
import { useDrag } from '../stores/drag.js';
import { useComments } from '../stores/comments.js';
import { useEditor } from '../stores/editor/editor.js';
import { useWidths } from '../stores/widths.js';
import { followPointer } from '../base/pointer.js';
import { usePrefetch } from './prefetch.js';
import { LABEL, NAMED, type WallSlot } from './wallLayout.js';
import DragPreview from './DragPreview.vue';
import { useLasso } from './lasso.js';
import { useScreenDrag } from './screenDrag.js';
import { useScrollIntoView } from './scrollIntoView.js';
import { useAutoScroll } from './autoScroll.js';
import { useWallView } from './wallView.js';
import WallGround from './WallGround.vue';
import WallLabel from './WallLabel.vue';
import WallScreen from './WallScreen.vue';
import WidthBar from './WidthBar.vue';
import ZoomBar from './ZoomBar.vue';

const editor = useEditor();
const comments = useComments();
const drag = useDrag();
const widths = useWidths();
const frame = ref<HTMLElement | null>(null);
/** The widths need the room beside the zoom. */
const unfolded = ref(false);
const { zoom, pan, view, hanging, visible, zoomAt, zoomBy, fit, reveal, showWhole } = useWallView(frame);
const { lift, press: pressLabel, wasLift } = useScreenDrag(hanging, (e) => onWall(e.clientX, e.clientY));
const lasso = useLasso(hanging, (e) => onWall(e.clientX, e.clientY));
const parts = new Map<string, InstanceType<typeof WallScreen>>();
const space = ref(false);
/** A zoom that was not moved for so long rests: ms. */
const RESTS = 60;
/** So many screens stand in the page at once. */
const FEW = 40;
/** The screen pointed at: named in full where its label is too short for its name. */
const pointed = ref('');
function onWall(x: number, y: number): { x: number; y: number } {
  const r = frame.value?.getBoundingClientRect();
  return { x: x - (r?.left ?? 0) - pan.value.x, y: y - (r?.top ?? 0) - pan.value.y };
}

/** The zoom as it was when it last rested: what pictures are drawn for. */
const sharpZoom = refDebounced(zoom, RESTS);
/** All that are in sight stand in the page while they are few; of many only those that something is done with. */
const near = computed(() => {
  const here = editor.screenId;
  const landing = drag.landing?.screen.id;
  if (visible.value.length <= FEW) return visible.value;
  return visible.value.filter(({ screen: { id } }) => id === here || id === pointed.value || id === landing);
});
const nearIds = computed<ReadonlySet<string>>((was) => {
  const now = near.value.map((r) => r.screen.id);
  return was?.size === now.length && now.every((id) => was.has(id)) ? was : new Set(now);
});
/** The screen under a point of the page, its label with it. */
function hungAt(x: number, y: number): WallSlot | undefined {
  const p = onWall(x, y);
  return visible.value.find((r) => p.x >= r.x && p.y >= r.y - LABEL && p.x <= r.x + r.w && p.y <= r.y + r.h);
}
/** What the pointer comes to stands in the page from then on. */
function come(event: PointerEvent): void {
  if (visible.value.length <= FEW) return;
  const r = hungAt(event.clientX, event.clientY);
  if (r) pointed.value = r.screen.id;
}
usePrefetch(hanging, visible);
const named = computed(() => {
  const r = visible.value.find((x) => x.screen.id === pointed.value) ?? null;
  return r && !drag.held && (r.w < NAMED || r.screen.name.length * 7 > r.w) ? r : null;
});
const here = computed(() => hanging.value.hung.find((r) => r.screen.id === editor.screenId));

function onWheel(event: WheelEvent): void {
  if (event.ctrlKey || event.metaKey) {
    const r = frame.value?.getBoundingClientRect();
    zoomAt(Math.exp(-event.deltaY / 300), event.clientX - (r?.left ?? 0), event.clientY - (r?.top ?? 0));
  } else
    pan.value = {
      x: pan.value.x - (event.shiftKey ? event.deltaY : event.deltaX),
      y: pan.value.y - (event.shiftKey ? 0 : event.deltaY),
    };
}
function down(event: PointerEvent): void {
  const ground = event.target === frame.value;
  if (event.button !== 1 && !(event.button === 0 && (ground || space.value))) return;
  if (event.button === 0 && ground && !space.value && !event.shiftKey) {
    editor.select([]);
    editor.picked = [];
  }
  event.preventDefault();
  frame.value?.focus({ preventScroll: true });
  if (event.button === 0 && ground && event.shiftKey && !space.value) {
    lasso.start(event);
    return;
  }
  const from = { x: event.clientX - pan.value.x, y: event.clientY - pan.value.y };
  followPointer((e) => {
    pan.value = { x: e.clientX - from.x, y: e.clientY - from.y };
  });
}
const spaceKey = (e: KeyboardEvent): void => {
  if (e.key === ' ' && e.target === frame.value) {
    space.value = e.type === 'keydown';
    e.preventDefault();
  }
};

/** From the screen that is worked on to another, both with everything between; what was picked before stays so. */
function upTo(id: string): readonly string[] {
  const all = hanging.value.hung.flatMap((r) => (widths.hangs(r.screen.id) ? [] : [r.screen.id]));
  const [from, to] = [all.indexOf(editor.screenId), all.indexOf(id)];
  return [...new Set([...editor.picked, ...all.slice(Math.min(from, to), Math.max(from, to) + 1)])];
}

// ── screens are dragged by their labels, within a row and to another ──
function label(event: MouseEvent, id: string): void {
  if (wasLift()) return;
  if (event.shiftKey) editor.pickScreens(upTo(id));
  else if (event.ctrlKey || event.metaKey) editor.pickScreen(id);
  else {
    editor.picked = [];
    editor.goTo(id);
  }
  frame.value?.focus({ preventScroll: true });
}
/** From label to label by arrow keys; Space adds a screen to the selected ones, Enter goes to it. */
function labelKey(event: KeyboardEvent, r: WallSlot): void {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (event.key === ' ') editor.pickScreen(r.screen.id);
  else if (by !== 0) {
    const next = hanging.value.hung[hanging.value.hung.indexOf(r) + by];
    if (!next) return;
    reveal({ ...next, y: next.y - 24 }, false);
    pointed.value = next.screen.id;
    void nextTick(() =>
      frame.value
        ?.querySelector<HTMLElement>(`[data-label="${CSS.escape(next.screen.id)}"]`)
        ?.focus({ preventScroll: true }),
    );
  } else return;
  event.preventDefault();
  event.stopPropagation();
}

// ── things held over the Wall ──
const unland = drag.lands((x, y) => {
  const f = frame.value?.getBoundingClientRect();
  if (!f || x < f.left || x > f.right || y < f.top || y > f.bottom) return null;
  for (const r of visible.value) {
    const part = parts.get(r.screen.id);
    // Itself at another width takes nothing: it shows what is on it.
    if (widths.hangs(r.screen.id)) continue;
    if (!part && hungAt(x, y) === r) pointed.value = r.screen.id;
    const drop = part?.landAt(x, y);
    if (drop) return { screen: r.screen, spot: drop.spot, says: drop.says, drop };
  }
  return null;
});
useAutoScroll(frame, pan);

const { pressed } = useScrollIntoView(zoom, here, reveal, showWhole);
watch(
  () => widths.beside.length,
  (n, was) => n > was && void nextTick(() => showWhole(editor.screenId)),
);
onMounted(() => {
  editor.focusWall = () => frame.value?.focus({ preventScroll: true });
  void nextTick(() => {
    if (!frame.value) return;
    view.value = { w: frame.value.clientWidth, h: frame.value.clientHeight };
    const r = here.value;
    if (!r) return;
    reveal({ ...r, y: r.y - 24 }, false);
    // What is selected from the beginning, by its address, is brought into view like anything else.
    const box = editor.selected === null ? null : editor.findBox(editor.selected);
    const z = zoom.value;
    if (box) reveal({ x: r.x + box.x * z, y: r.y + box.y * z, w: box.w * z, h: box.h * z }, true);
  });
});
onBeforeUnmount(unland);
defineExpose({ fit, zoomBy });
/** What the keyboard goes to out of sight, the browser scrolls to: the Wall is moved instead, and what stands on its edges stays. */
function scrolled(): void {
  const el = frame.value;
  if (!el || (el.scrollLeft === 0 && el.scrollTop === 0)) return;
  pan.value = { x: pan.value.x - el.scrollLeft, y: pan.value.y - el.scrollTop };
  el.scrollTo(0, 0);
}
</script>

<template>
  <section
    ref="frame"
    class="wall"
    :class="{ grab: space }"
    aria-label="Wall"
    role="region"
    tabindex="0"
    @wheel.prevent="onWheel"
    @pointerdown.capture="pressed"
    @pointerdown="down"
    @pointermove="come"
    @keydown="spaceKey"
    @keyup="spaceKey"
    @scroll="scrolled"
  >
    <WallGround
      :hung="hanging.hung"
      :visible="visible"
      :near="nearIds"
      :pan="pan"
      :zoom="zoom"
      :sharp="sharpZoom"
      :view="view"
    />
    <div class="world" :style="{ transform: `translate(${pan.x}px, ${pan.y}px)` }">
      <p v-for="h in hanging.heads" :key="h.id" class="flow" :style="{ top: `${h.y}px` }">
        <strong>{{ h.name }}</strong> {{ h.count }} {{ h.count === 1 ? 'screen' : 'screens' }}
      </p>
      <WallLabel
        v-for="r in near"
        :key="`label ${r.screen.id}`"
        :hung="r"
        :on="r.screen.id === editor.screenId"
        :picked="editor.picked.includes(r.screen.id)"
        @press="(e, h) => widths.hangs(h.screen.id) === null && pressLabel(e, h)"
        @choose="label"
        @walk="labelKey"
        @point="(on) => (pointed = on ? r.screen.id : '')"
      />
      <div
        v-for="r in near"
        :key="r.screen.id"
        class="hung"
        :style="{ left: `${r.x}px`, top: `${r.y}px` }"
        @mouseenter="pointed = r.screen.id"
        @mouseleave="pointed = ''"
      >
        <WallScreen
          :ref="
            (el) => (el ? parts.set(r.screen.id, el as InstanceType<typeof WallScreen>) : parts.delete(r.screen.id))
          "
          :screen="r.screen"
          :height="r.tall"
          :zoom="zoom"
        />
      </div>
      <span v-if="named" class="named" :style="{ left: `${named.x}px`, top: `${named.y - 22}px` }" aria-hidden="true">{{
        named.screen.name
      }}</span>
      <div
        v-if="lasso.area.value"
        class="lasso"
        :style="{
          left: `${lasso.area.value.x}px`,
          top: `${lasso.area.value.y}px`,
          width: `${lasso.area.value.w}px`,
          height: `${lasso.area.value.h}px`,
        }"
      />
      <div v-if="lift" class="tape" :style="{ left: `${lift.x}px`, top: `${lift.y}px`, height: `${lift.h}px` }" />
    </div>
    <p v-if="hanging.hung.length === 0" class="empty">
      Screens hang here, in rows by flow. Add the first one at the left, or just type what belongs on it.
    </p>
    <WidthBar v-if="hanging.hung.length > 0" @unfolded="unfolded = $event" />
    <ZoomBar
      :zoom="zoom"
      :said="unfolded ? 0 : comments.open"
      :pins="comments.onWall"
      @by="zoomBy"
      @whole="fit(false)"
      @pins="comments.onWall = $event"
    />
    <DragPreview />
  </section>
</template>

<style scoped>
.wall {
  position: relative;
  user-select: none;
  overflow: hidden;
  background: var(--wall);
  min-height: 0;
  min-width: 0;
}
.wall:focus-visible {
  outline: none;
}
/* Over the pictures, which reach to the edge. */
.wall:focus-visible::after {
  content: '';
  position: absolute;
  inset: 0;
  z-index: 9;
  outline: 2px solid var(--ink);
  outline-offset: -2px;
  pointer-events: none;
}
.grab {
  cursor: grab;
}
.world {
  position: absolute;
  will-change: transform;
}
.hung {
  position: absolute;
}
.flow {
  position: absolute;
  white-space: nowrap;
  color: var(--on-wall);
  pointer-events: none;
}
.flow strong {
  color: var(--ink);
  margin-right: 6px;
}
.lasso {
  position: absolute;
  z-index: 8;
  border: 1px solid var(--ink);
  background: #f5b30133;
  pointer-events: none;
}
.tape {
  position: absolute;
  width: 4px;
  background: var(--tape);
  outline: 1px solid var(--tape-ink);
}
.empty {
  position: absolute;
  inset: 40% 0 auto;
  text-align: center;
  color: var(--on-wall);
  pointer-events: none;
}
.named {
  position: absolute;
  z-index: 8;
  white-space: nowrap;
  background: var(--ink);
  color: var(--raised);
  font-size: 11.5px;
  line-height: 18px;
  padding: 0 6px;
  border-radius: 3px;
  pointer-events: none;
}
</style>
