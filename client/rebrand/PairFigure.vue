<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { Screen, Wear, World } from '../../core/index.js';
import { useDrawing } from '../stores/drawing.js';
import BitmapCanvas from '../surface/BitmapCanvas.vue';

/** One screen before and after, with a divider between them. Drawn by the worker while it is in sight. */
const props = defineProps<{
  screen: Screen;
  world: World | null;
  before: readonly Wear[];
  after: readonly Wear[] | undefined;
  split: number;
  room: number;
  findings: number;
}>();
const emit = defineEmits<{ point: [node: string] }>();
const drawing = useDrawing();
const frame = ref<HTMLElement | null>(null);
const near = ref(false);
useIntersectionObserver(
  frame,
  ([e]) => {
    near.value = e?.isIntersecting ?? false;
  },
  { rootMargin: '200px' },
);
/** This screen's own divider, once it was dragged; per cent. */
const own = ref<{ at: number; of: number } | null>(null);
const at = computed(() => (own.value && own.value.of === props.split ? own.value.at : props.split));
const zoom = computed(() => props.room / props.screen.width);
const scale = computed(() => zoom.value * devicePixelRatio);
const one = computed(() =>
  near.value && props.world
    ? drawing.picture(props.world, props.screen, props.before, scale.value)
    : (drawing.knownOf(props.screen, props.before) ?? null),
);
const two = computed(() =>
  !props.after
    ? null
    : near.value && props.world
      ? drawing.picture(props.world, props.screen, props.after, scale.value)
      : (drawing.knownOf(props.screen, props.after) ?? null),
);
const height = computed(() => Math.max(one.value?.height ?? 0, two.value?.height ?? 0) || (props.screen.height ?? 800));
/** Where the pointer went down: what is not moved from there is pointed at. */
let down: { readonly x: number; readonly y: number } | null = null;
const MOVED = 4;
function press(event: PointerEvent): void {
  down = { x: event.clientX, y: event.clientY };
}
/** The smallest thing of the screen that stands there, before or after. */
function point(event: PointerEvent): void {
  const from = down;
  down = null;
  if (!from || Math.hypot(event.clientX - from.x, event.clientY - from.y) > MOVED) return;
  const r = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const x = (event.clientX - r.left) / zoom.value;
  const y = (event.clientY - r.top) / zoom.value;
  const seen = (event.clientX - r.left) / r.width > at.value / 100 ? two.value : one.value;
  let best = '';
  let least = Infinity;
  seen?.keys.forEach((key, i) => {
    const [left = 0, top = 0, w = 0, h = 0] = seen.rects.subarray(i * 4, i * 4 + 4);
    const id = key.split('/').at(-1) ?? key;
    if (
      x < left ||
      y < top ||
      x > left + w ||
      y > top + h ||
      w * h >= least ||
      props.screen.nodes[id]?.type !== 'instance'
    )
      return;
    best = id;
    least = w * h;
  });
  if (best !== '') emit('point', best);
}
function slide(event: PointerEvent): void {
  if (event.buttons !== 1 || !down || Math.hypot(event.clientX - down.x, event.clientY - down.y) <= MOVED) return;
  const r = (event.currentTarget as HTMLElement).getBoundingClientRect();
  own.value = { of: props.split, at: Math.min(100, Math.max(0, ((event.clientX - r.left) / r.width) * 100)) };
}
</script>

<template>
  <figure ref="frame" :aria-label="screen.name" :style="{ width: `${room}px` }">
    <figcaption>
      <span class="clip">{{ screen.name }}</span><span v-if="findings > 0" class="yours">{{ findings }}</span>
    </figcaption>
    <div
      class="pair daylight"
      :style="{ width: `${room}px`, height: `${height * zoom}px` }"
      title="Drag to compare; click a thing to see what stands for it"
      @pointerdown="press"
      @pointermove="slide"
      @pointerup="point"
    >
      <div class="half">
        <BitmapCanvas v-if="one?.drawn" :drawn="one.drawn" :width="room" :height="one.height * zoom" />
      </div>
      <div class="half" :style="{ clipPath: `inset(0 0 0 ${at}%)` }">
        <BitmapCanvas v-if="two?.drawn" :drawn="two.drawn" :width="room" :height="two.height * zoom" />
      </div>
      <i v-if="two?.drawn" :style="{ left: `${at}%` }" />
      <span v-else class="note">Drawing …</span>
    </div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  contain: layout paint;
}
figcaption {
  display: flex;
  justify-content: space-between;
  padding-bottom: 4px;
  gap: 6px;
}
.pair {
  cursor: ew-resize;
  touch-action: none;
  user-select: none;
  position: relative;
  overflow: hidden;
  background: #fff;
}
.half {
  position: absolute;
  inset: 0;
}
.pair i {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--tape);
}
.note {
  position: absolute;
  top: 8px;
  left: 10px;
}
</style>
