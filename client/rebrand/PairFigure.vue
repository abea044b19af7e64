<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core';
import { computed, onBeforeUnmount, ref } from 'vue';
import { componentAt, shownComponent, type Screen, type AppliedKit, type World } from '../../core/index.js';
import { useDrag } from '../stores/drag.js';
import { usePictures } from '../stores/pictures.js';
import BitmapCanvas from '../canvas/BitmapCanvas.vue';

/** One screen before and after, with a divider between them. Drawn by the worker while it is in sight. */
const props = defineProps<{
  screen: Screen;
  world: World | null;
  before: readonly AppliedKit[];
  after: readonly AppliedKit[] | undefined;
  split: number;
  room: number;
  findings: number;
}>();
const emit = defineEmits<{ point: [node: string]; take: [node: string, component: string] }>();
const drag = useDrag();
const pair = ref<HTMLElement | null>(null);
const pictures = usePictures();
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
    ? pictures.picture(props.world, props.screen, props.before, scale.value)
    : (pictures.knownOf(props.screen, props.before) ?? null),
);
const two = computed(() =>
  !props.after
    ? null
    : near.value && props.world
      ? pictures.picture(props.world, props.screen, props.after, scale.value)
      : (pictures.knownOf(props.screen, props.after) ?? null),
);
const height = computed(() => Math.max(one.value?.height ?? 0, two.value?.height ?? 0) || (props.screen.height ?? 800));
/** Where the pointer went down: what is not moved from there is pointed at. */
let down: { readonly x: number; readonly y: number } | null = null;
const MOVED = 4;
function press(event: PointerEvent): void {
  down = { x: event.clientX, y: event.clientY };
}
/** The smallest instance of the screen that stands there, before or after, and its place in the picture: px of the page. */
function thingAt(
  clientX: number,
  clientY: number,
  half?: 'after',
): { readonly id: string; readonly at: string } | null {
  const r = pair.value?.getBoundingClientRect();
  if (!r || clientX < r.left || clientX > r.right || clientY < r.top || clientY > r.bottom) return null;
  const x = (clientX - r.left) / zoom.value;
  const y = (clientY - r.top) / zoom.value;
  const after = (clientX - r.left) / r.width > at.value / 100;
  if (half === 'after' && !after) return null;
  const seen = after ? two.value : one.value;
  let best = null as { readonly id: string; readonly at: string } | null;
  let least = Infinity;
  seen?.keys.forEach((key, i) => {
    const [left = 0, top = 0, w = 0, h = 0] = seen.rects.subarray(i * 4, i * 4 + 4);
    const id = key.split('/').at(-1) ?? key;
    if (x < left || y < top || x > left + w || y > top + h || w * h >= least) return;
    if (props.screen.nodes[id]?.type !== 'instance') return;
    const z = zoom.value;
    best = { id, at: `left:${left * z}px;top:${top * z}px;width:${w * z}px;height:${h * z}px` };
    least = w * h;
  });
  return best;
}
function point(event: PointerEvent): void {
  const from = down;
  down = null;
  if (!from || Math.hypot(event.clientX - from.x, event.clientY - from.y) > MOVED) return;
  const found = thingAt(event.clientX, event.clientY);
  if (found) emit('point', found.id);
}
/** Where a sample that is held would stand for something. */
const under = ref('');
const unland = drag.lands((x, y, held) => {
  const found = held.kind === 'sample' && two.value ? thingAt(x, y, 'after') : null;
  under.value = found?.at ?? '';
  if (!found || held.kind !== 'sample') return null;
  const { ref: component } = held;
  const node = props.screen.nodes[found.id];
  const shown = node?.type === 'instance' ? shownComponent(props.before, node.component) : '';
  const says = (props.world && componentAt(props.world, shown)?.name) ?? 'this';
  return {
    screen: props.screen,
    spot: null,
    says,
    take: () => {
      under.value = '';
      emit('take', found.id, component);
    },
  };
});
onBeforeUnmount(unland);
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
      ref="pair"
      class="pair daylight"
      :style="{ width: `${room}px`, height: `${height * zoom}px` }"
      title="Drag to compare; click a thing to see what stands for it; let a sample go on it to choose another"
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
      <b v-if="under !== '' && drag.held" class="under" :style="under" />
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
.under {
  position: absolute;
  outline: 2px solid var(--tape);
  background: #ffd54f40;
}
.note {
  position: absolute;
  top: 8px;
  left: 10px;
}
</style>
