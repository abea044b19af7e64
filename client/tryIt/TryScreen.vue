<script setup lang="ts">
import { useElementSize, useEventListener, usePreferredReducedMotion } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import {
  componentAt,
  follow,
  runTimer,
  isDoneTo,
  layout,
  partAddress,
  pathAt,
  press,
  pressBackdrop,
  pressKey,
  reach,
  resolveTried,
  SCRIM,
  scrolledTo,
  scrollRoom,
  screenOf,
  spotsOf,
  startTry,
  thingOf,
  triedProject,
  typeInto,
  whereOf,
  type Box,
  type Timer,
  type RNode,
  type HotSpot,
  type StateName,
  type TryState,
  type Navigation,
  type World,
} from '../../core/index.js';
import { fonts, useLibrary } from '../stores/library.js';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { useTransitions } from './transitions.js';

/** A mockup as somebody uses it: in device size, with what things do, by pointer, keyboard and touch, and for a screen reader. */
const props = defineProps<{
  world: World | null;
  /** The screen it is begun from. */
  asked: string;
  /** What can be pressed is marked. */
  marked: boolean;
  /** In which order the keyboard goes through it is written on it. */
  numbered?: boolean;
  /** What is pointed at from outside, by its key. */
  pointed?: string;
}>();
const emit = defineEmits<{
  /** Another screen is shown. */
  screen: [id: string];
  leave: [];
  /** Somebody pressed: on which screen, where as it is laid out (px), which thing, and whether anything came of it. Told before what came. */
  pressed: [
    at: {
      readonly screen: string;
      readonly x: number;
      readonly y: number;
      readonly node: string;
      readonly hit: boolean;
    },
  ];
}>();
const library = useLibrary();
const motion = usePreferredReducedMotion();
const world = computed(() => props.world);
const trying = shallowRef<TryState | null>(null);
const said = ref<readonly string[]>([]);
const scroll = ref(0);
const hover = shallowRef<readonly string[]>([]);
const down = shallowRef<readonly string[]>([]);
const focused = ref('');
const flash = ref(false);

// ── where somebody is ──
const asked = computed(() => props.asked);
function begin(screen = asked.value): void {
  const w = world.value;
  const first = w ? (screenOf(w.project, screen)?.id ?? w.project.screens[0]?.id) : undefined;
  if (!w || first === undefined) return;
  stopAll();
  take(startTry(w, first));
  scroll.value = 0;
}
/** Takes what came of something, and does what goes on outside. */
function take(went: Navigation): void {
  const was = trying.value;
  trying.value = went.trying;
  const { effects } = went;
  if (effects.said.length > 0) said.value = effects.said;
  if (was?.screen !== went.trying.screen) {
    scroll.value = 0;
    hover.value = [];
    focused.value = '';
    stopAll();
  } else if (was.overlay !== went.trying.overlay) focused.value = '';
  for (const l of effects.later) wait(l);
  for (const a of effects.opens) window.open(a, '_blank', 'noopener');
  if (effects.scroll) {
    const { to, offset } = effects.scroll;
    void nextTick(() => {
      const b = whole.value && find(whole.value, to);
      if (b) glide(b.y - offset);
    });
  }
}
// Told once what led there was told.
watch(
  () => trying.value?.screen,
  (id) => id !== undefined && emit('screen', id),
);
const timers = new Set<ReturnType<typeof setTimeout>>();
function wait(later: Timer): void {
  const timer = setTimeout(() => {
    timers.delete(timer);
    if (world.value && trying.value) take(runTimer(world.value, trying.value, later));
  }, later.ms);
  timers.add(timer);
}
function stopAll(): void {
  for (const t of timers) clearTimeout(t);
  timers.clear();
}
onBeforeUnmount(stopAll);
function find(b: Box, id: string): Box | undefined {
  if (b.node.key === id || b.node.key.endsWith(`/${id}`)) return b;
  for (const c of b.children) {
    const got = find(c, id);
    if (got) return got;
  }
  return undefined;
}

// ── what is seen ──
const states = computed<Readonly<Record<string, readonly StateName[]>>>(() => {
  const all: Record<string, StateName[]> = {};
  for (const k of hover.value) (all[k] ??= []).push('hover');
  for (const k of down.value) (all[k] ??= []).push('pressed');
  if (focused.value !== '') (all[focused.value] ??= []).push('focus');
  return all;
});
const seen = computed(() => (world.value && trying.value ? triedProject(world.value, trying.value) : null));
const whole = computed<Box | null>(() => {
  void library.fontsKnown;
  const made = world.value && trying.value ? resolveTried(world.value, trying.value, states.value) : null;
  return made ? layout(made, fonts) : null;
});
const screen = computed(() => seen.value?.screen);
const viewport = ref<HTMLElement | null>(null);
const room = useElementSize(viewport);
/** As its device shows it: the height of that, or what there is room for. */
const high = computed(() => {
  const s = screen.value;
  return s ? Math.min(s.height ?? whole.value?.h ?? 800, whole.value?.h ?? 800) : 0;
});
/** However small the window is, there is something to see. */
const LEAST = 0.05;
/** In its real size where there is room, else as large as fits. */
const zoom = computed(() => {
  const s = screen.value;
  if (!s || room.width.value === 0) return 1;
  const fits = Math.min((room.width.value - 40) / s.width, (room.height.value - 40) / Math.max(1, high.value));
  return Math.min(1, Math.max(LEAST, fits));
});
const most = computed(() => (whole.value ? scrollRoom(whole.value, high.value) : 0));
const box = computed(() => (whole.value ? scrolledTo(whole.value, high.value, scroll.value) : null));
const seenAs = computed(() => {
  const t = trying.value;
  return t ? { screen: t.screen, overlay: t.overlay, done: t.done.length, states: states.value } : null;
});
const primitives = useTransitions(box, seenAs, () =>
  props.world && trying.value ? resolveTried(props.world, trying.value)?.mainKit : undefined,
);
/** Does a part do something, as it is said of it or of its thing? */
function isInteractive(n: RNode): boolean {
  const id = n.owner.split('/').at(-1) ?? '';
  const said = screen.value?.nodes[id]?.interactions ?? [];
  if (said.length === 0) return false;
  const cut = n.key.lastIndexOf(id);
  const at = n.key.slice(cut + id.length + 1);
  const whole = cut >= 0 && at === '';
  const shown = whole ? n.instance?.shown : shownOf(n.key.slice(0, cut + id.length));
  return said.some((b) =>
    b.part
      ? at !== '' && partAddress(seen.value?.appliedKits ?? [], b, shown ?? '')?.join('/') === at
      : whole && isDoneTo(b),
  );
}
const shownOf = (key: string): string | undefined => pathTo(key).at(-1)?.node.instance?.shown;
/** Where the root of what is read begins: what lies over a screen is read alone. */
const spots = computed<readonly HotSpot[]>(() => {
  const b = box.value;
  const s = seen.value;
  if (!b || !s) return [];
  const overlay = trying.value?.overlay ?? '';
  const from = overlay === '' ? b : (b.children.find((c) => c.node.key === overlay) ?? b);
  return spotsOf(s.world, from, isInteractive, s.screen.order);
});
function glide(to: number): void {
  const end = Math.min(most.value, Math.max(0, to));
  if (motion.value === 'reduce') {
    scroll.value = end;
    return;
  }
  const [from, started] = [scroll.value, performance.now()];
  const step = (): void => {
    const t = Math.min(1, (performance.now() - started) / 260);
    scroll.value = from + (end - from) * (1 - (1 - t) ** 3);
    if (t < 1) requestAnimationFrame(step);
  };
  requestAnimationFrame(step);
}

// ── pointer ──
const device = ref<HTMLElement | null>(null);
function at(event: PointerEvent | MouseEvent): { path: readonly Box[]; x: number } {
  const r = device.value?.getBoundingClientRect();
  if (!r || !box.value) return { path: [], x: 0 };
  const [x, y] = [(event.clientX - r.x) / zoom.value, (event.clientY - r.y) / zoom.value];
  return { path: pathAt(box.value, x, y), x };
}
const nodesOf = (path: readonly Box[]): readonly RNode[] => path.map((b) => b.node);
const keysOf = (path: readonly Box[]): readonly string[] => path.filter((b) => b.node.instance).map((b) => b.node.key);
const acting = ref(false);
let touch: { y: number; from: number; moved: boolean } | null = null;
function move(event: PointerEvent): void {
  if (touch && event.pointerType === 'touch') {
    const by = (touch.y - event.clientY) / zoom.value;
    if (Math.abs(by) > 6) touch.moved = true;
    if (touch.moved) scroll.value = Math.min(most.value, Math.max(0, touch.from + by));
    return;
  }
  const { path } = at(event);
  const keys = keysOf(path);
  const met = spots.value.filter((s) => keys.includes(s.key));
  acting.value = !met.some((s) => s.disabled) && (met.some((s) => s.acts) || path.some((b) => isInteractive(b.node)));
  if (keys.join() === hover.value.join()) return;
  const fresh = keys.some((k) => !hover.value.includes(k));
  hover.value = keys;
  if (fresh && world.value && trying.value) take(reach(world.value, trying.value, nodesOf(path), 'point'));
}
/** Where something was pressed, to tell whether it is dragged to a side. */
let from: { readonly x: number; readonly y: number; readonly path: readonly Box[] } | null = null;
/** How far to a side is away: px. */
const AWAY = 48;
/** What was pressed and moved to a side is dragged away: it is not pressed, too. */
function draggedAway(event: MouseEvent): boolean {
  const was = from;
  from = null;
  const w = world.value;
  const t = trying.value;
  if (!was || !w || !t) return false;
  const [dx, dy] = [event.clientX - was.x, event.clientY - was.y];
  if (Math.abs(dx) < AWAY || Math.abs(dx) < Math.abs(dy) * 1.5) return false;
  take(reach(w, t, nodesOf(was.path), 'drag'));
  return true;
}
// What comes into view while somebody scrolls is scrolled to: once for each time the screen is shown.
let reached = new Set<string>();
watch([scroll, () => trying.value?.screen], ([by, on], [, before]) => {
  if (on !== before) reached = new Set();
  const w = world.value;
  const s = screen.value;
  if (!w || !s || !whole.value || by <= 0) return;
  for (const n of Object.values(s.nodes)) {
    if (reached.has(n.id) || !n.interactions?.some((b) => b.when.on === 'reach')) continue;
    const b = find(whole.value, n.id);
    if (!b || b.y < by || b.y + Math.min(b.h, 40) > by + high.value) continue;
    reached.add(n.id);
    if (trying.value) take(reach(w, trying.value, [b.node], 'reach'));
  }
});
function pressDown(event: PointerEvent): void {
  from = { x: event.clientX, y: event.clientY, path: at(event).path };
  if (event.pointerType === 'touch') touch = { y: event.clientY, from: scroll.value, moved: false };
  down.value = keysOf(at(event).path);
}
function leave(): void {
  hover.value = [];
  down.value = [];
  touch = null;
}
/** Between which values a thing is set by where it is pressed; undefined: it is not. */
function measured(n: RNode): readonly [number, number] | undefined {
  const c = n.instance && seen.value ? componentAt(seen.value.world, n.instance.shown) : undefined;
  return c && whereOf(c);
}
/** How far from the left edge of what has a value of its own, 0 to 1. */
const alongOf = (path: readonly Box[], x: number): number => {
  const b = [...path].reverse().find((p) => measured(p.node) !== undefined);
  return b ? Math.min(1, Math.max(0, (x - b.x) / Math.max(1, b.w))) : 0.5;
};
function click(event: MouseEvent): void {
  down.value = [];
  const moved = touch?.moved;
  touch = null;
  if (draggedAway(event) || moved || !world.value || !trying.value) return;
  const { path, x } = at(event);
  const r = device.value?.getBoundingClientRect();
  pressTold(path, alongOf(path, x), x, r ? (event.clientY - r.y) / zoom.value : 0);
}
/** Presses, and tells of it. Px of what is seen. */
function pressTold(path: readonly Box[], along: number, x: number, y: number): void {
  const at = { screen: trying.value?.screen ?? '', x: Math.round(x), y: Math.round(y + scroll.value) };
  const node = path.at(-1)?.node.owner.split('/').at(-1) ?? '';
  emit('pressed', { ...at, node, hit: pressAt(path, along) });
}
/** @returns did anything come of it? A field that is typed into, and what is scrolled to, is something, too. */
function pressAt(path: readonly Box[], along: number): boolean {
  const w = world.value;
  const t = trying.value;
  if (!w || !t) return false;
  said.value = [];
  const overlay = t.overlay;
  if (overlay !== '' && (path.at(-1)?.node.key === SCRIM || !path.some((b) => b.node.key === overlay))) {
    take(pressBackdrop(w, t));
    return true;
  }
  const keys = keysOf(path);
  const typing = [...spots.value].reverse().find((s) => s.typing && s.acts && keys.includes(s.key));
  if (typing) document.getElementById(idOf(typing))?.focus();
  else if (document.activeElement instanceof HTMLInputElement) document.activeElement.blur();
  const went = press(w, t, nodesOf(path), along);
  // Where nothing happens, what can be pressed is seen for a moment.
  const { later, said: told, opens, scroll: to } = went.effects;
  const hit = went.trying !== t || typing !== undefined || later.length + told.length + opens.length > 0 || !!to;
  if (!hit) {
    flash.value = true;
    setTimeout(() => (flash.value = false), 500);
  }
  take(went);
  return hit;
}

// ── keyboard ──
const idOf = (s: HotSpot): string => `spot-${s.key.replace(/[^\w-]/gu, '_')}`;
function pathTo(key: string): readonly Box[] {
  const path: Box[] = [];
  const walk = (b: Box): boolean => {
    path.push(b);
    if (b.node.key === key || b.children.some(walk)) return true;
    path.pop();
    return false;
  };
  if (box.value) walk(box.value);
  return path;
}
function focus(s: HotSpot): void {
  focused.value = s.key;
  if (s.y < 0) glide(scroll.value + s.y - 16);
  else if (s.y + s.h > high.value) glide(scroll.value + s.y + s.h - high.value + 16);
  if (world.value && trying.value) take(reach(world.value, trying.value, nodesOf(pathTo(s.key)), 'focus'));
}
function spotKey(event: KeyboardEvent, s: HotSpot): void {
  if (event.key !== 'Enter' && event.key !== ' ') {
    if (s.role === 'slider' && /^Arrow/u.test(event.key)) {
      event.preventDefault();
      const now = Number(s.value ?? 0);
      const by = event.key === 'ArrowRight' || event.key === 'ArrowUp' ? 1 : -1;
      pressAt(pathTo(s.key), alongFor(s, now + by));
    }
    return;
  }
  if (s.typing) return;
  event.preventDefault();
  pressTold(pathTo(s.key), 0.5, s.x + s.w / 2, s.y + s.h / 2);
}
/** Where a value lies along what it is set by. */
function alongFor(s: HotSpot, value: number): number {
  const thing = pathTo(s.key).at(-1)?.node;
  const [least, most] = (thing && measured(thing)) ?? [0, 100];
  return (value - least + 0.5) / (most - least + 1);
}
function typed(event: Event, s: HotSpot): void {
  const thing = pathTo(s.key).at(-1)?.node;
  if (world.value && trying.value && thing)
    take(typeInto(world.value, trying.value, thing, (event.target as HTMLInputElement).value));
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const w = world.value;
  const t = trying.value;
  if (!w || !t || document.querySelector('.p-select-overlay')) return;
  if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
    event.preventDefault();
    emit('leave');
    return;
  }
  const typing = event.target instanceof HTMLInputElement;
  if (event.ctrlKey || event.metaKey || event.altKey || (typing && event.key.length === 1)) return;
  if (event.key === ' ' || (event.key === 'Enter' && focused.value !== '' && !typing)) return;
  const went = pressKey(w, t, nodesOf(focused.value === '' ? [] : pathTo(focused.value)), event.key);
  if (went.trying !== t) {
    event.preventDefault();
    take(went);
    return;
  }
  const by = { PageDown: high.value * 0.9, PageUp: -high.value * 0.9, Home: -1e6, End: 1e6 }[event.key];
  if (by !== undefined && !typing) {
    event.preventDefault();
    glide(scroll.value + by);
  }
});
function wheel(event: WheelEvent): void {
  if (event.ctrlKey) return;
  event.preventDefault();
  scroll.value = Math.min(most.value, Math.max(0, scroll.value + event.deltaY / zoom.value));
}

// ── around it ──
function seeIn(id: string): void {
  if (trying.value) trying.value = { ...trying.value, situation: id };
}
function back(): void {
  const t = trying.value;
  const before = t?.history.at(-1);
  if (!t || before === undefined) return;
  take({
    trying: { ...t, screen: before, overlay: '', history: t.history.slice(0, -1) },
    effects: { later: [], opens: [], said: [] },
  });
}
const boxStyle = (s: HotSpot): Record<string, string> => ({
  left: `${s.x * zoom.value}px`,
  top: `${s.y * zoom.value}px`,
  width: `${s.w * zoom.value}px`,
  height: `${s.h * zoom.value}px`,
});
/** The words that are typed stand where the field draws them: its caret is seen there. */
function inputStyle(s: HotSpot): Record<string, string> {
  const path = pathTo(s.key);
  const words = path.at(-1) && wordsBox(path.at(-1) as Box, s.value ?? '');
  const b = words ?? path.at(-1);
  if (!b) return boxStyle(s);
  const style = b.node.look.textStyle;
  return {
    left: `${b.x * zoom.value}px`,
    top: `${b.y * zoom.value}px`,
    width: `${Math.max(40, s.x + s.w - b.x - 8) * zoom.value}px`,
    height: `${b.h * zoom.value}px`,
    font: style ? `${style.weight} ${style.size * zoom.value}px/${b.h * zoom.value}px '${style.family}'` : '',
    caretColor: b.node.look.color,
  };
}
function wordsBox(b: Box, value: string): Box | undefined {
  const all: Box[] = [];
  const walk = (x: Box): void => {
    if (x.node.type === 'text' && x.node.look.visible && x.node.text !== '') all.push(x);
    x.children.forEach(walk);
  };
  walk(b);
  return all.find((x) => x.node.text === value) ?? all.at(-1);
}

// Everything is ready: somebody comes in.
watch(
  [world, asked],
  ([w, screen], [was, before]) => {
    if (!w) return;
    if (!trying.value || screen !== before) {
      if (trying.value?.screen !== screen || !trying.value) begin();
    } else if (was && w.project !== was.project) trying.value = follow(trying.value, w.project);
  },
  { immediate: true },
);
/** Which one the thing of each is that takes the keyboard. */
const numbers = computed(() => {
  const acting = props.numbered ? spots.value.filter((s) => s.acts) : [];
  const things = [...new Set(acting.map(thingOf))];
  return new Map(acting.map((s) => [s.key, things.indexOf(thingOf(s)) + 1]));
});
defineExpose({ trying, spots, screen, begin, back, seeIn });
</script>

<template>
  <div ref="viewport" class="stage">
    <div
      v-if="screen && box"
      ref="device"
      class="device daylight"
      :class="{ acting }"
      :style="{ width: `${screen.width * zoom}px`, height: `${high * zoom}px` }"
      @pointermove="move"
      @pointerdown="pressDown"
      @pointerleave="leave"
      @pointercancel="leave"
      @click="click"
      @wheel="wheel"
    >
      <div class="picture">
        <PictureCanvas
          :primitives="primitives"
          :width="screen.width"
          :height="high"
          :zoom="zoom"
          background="#ffffff"
        />
      </div>
      <div class="read" role="group" :aria-label="screen.name">
        <template v-for="s in spots" :key="s.key">
          <input
            v-if="s.typing && s.acts"
            :id="idOf(s)"
            class="typing"
            :style="inputStyle(s)"
            :role="s.role"
            :aria-label="s.name"
            :value="s.value ?? ''"
            autocomplete="off"
            spellcheck="false"
            @focus="focus(s)"
            @blur="focused = ''"
            @input="typed($event, s)"
          />
          <h2 v-else-if="s.role === 'heading'" class="words" :style="boxStyle(s)">{{ s.name }}</h2>
          <span v-else-if="s.role === 'text'" class="words" :style="boxStyle(s)">{{ s.name }}</span>
          <div
            v-else
            :id="idOf(s)"
            class="spot"
            :class="{ hot: (marked || flash) && s.acts }"
            :style="boxStyle(s)"
            :role="s.role"
            :aria-label="s.name"
            :tabindex="s.acts ? 0 : undefined"
            :aria-checked="s.checked ?? (s.role === 'radio' ? s.selected : undefined)"
            :aria-selected="s.role === 'tab' ? s.selected : undefined"
            :aria-pressed="s.role === 'button' ? s.selected : undefined"
            :aria-current="s.role === 'link' && s.selected ? 'page' : undefined"
            :aria-expanded="s.expanded"
            :aria-disabled="s.disabled"
            :aria-valuenow="['slider', 'spinbutton'].includes(s.role) ? Number(s.value ?? 0) : undefined"
            :aria-modal="s.role === 'dialog' ? true : undefined"
            @focus="focus(s)"
            @blur="focused = ''"
            @keydown="spotKey($event, s)"
          />
        </template>
      </div>
      <div v-if="numbered" class="numbers" aria-hidden="true">
        <template v-for="s in spots" :key="s.key"
          ><i v-if="numbers.has(s.key)" :class="{ on: s.key === pointed }" :style="boxStyle(s)"
            ><b>{{ numbers.get(s.key) }}</b></i
          ></template
        >
      </div>
    </div>
    <p v-else class="note">There is no screen to try yet. Add one in Compose.</p>
    <p v-if="said.length > 0" class="said" role="alert">{{ said.join(' ') }}</p>
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  display: grid;
  place-items: center;
  min-height: 0;
  min-width: 0;
  overflow: hidden;
}
.device {
  position: relative;
  overflow: hidden;
  background: #fff;
  border-radius: 10px;
  box-shadow:
    0 0 0 8px var(--bar),
    0 6px 26px var(--shade-2);
  touch-action: none;
  user-select: none;
}
.device.acting {
  cursor: pointer;
}
.picture {
  position: absolute;
  inset: 0;
}
.read {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.read > * {
  position: absolute;
}
.words {
  margin: 0;
  color: transparent;
  font-size: 1px;
  overflow: hidden;
}
.spot {
  border-radius: 4px;
}
.spot:focus-visible {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
  box-shadow: 0 0 0 4px #fffdf9cc;
}
.hot {
  outline: 2px dashed var(--tape);
  background: #f5b30133;
}
.numbers {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.numbers i {
  position: absolute;
  outline: 1px dashed #25211a;
}
.numbers i.on {
  outline: 2px solid #25211a;
  background: #f5b30133;
}
.numbers b {
  position: absolute;
  left: 0;
  top: 0;
  min-width: 16px;
  padding: 0 4px;
  text-align: center;
  font:
    600 11px/16px 'Schibsted Grotesk Variable',
    sans-serif;
  background: #25211a;
  color: #fffdf9;
}
.typing {
  border: 0;
  padding: 0;
  background: none;
  color: transparent;
  outline: none;
}
.said {
  position: absolute;
  bottom: 16px;
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 6px;
  padding: 8px 14px;
  max-width: 70%;
}
</style>
