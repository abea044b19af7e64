<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { boxesByKey, childrenOf, dropAt, type Box, type Rect, type Screen } from '../../core/index.js';
import IconPicker from '../controls/IconPicker.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useCommands } from '../stores/commands.js';
import { useDrag } from '../stores/drag.js';
import { useFreeform } from '../stores/freeform.js';
import { usePictures, type Picture } from '../stores/pictures.js';
import { useComments } from '../stores/comments.js';
import { useEditor } from '../stores/editor/editor.js';
import { useTextEditing } from '../stores/textEditing.js';
import { useFileDrop } from './fileDrop.js';
import CommentPins from './CommentPins.vue';
import DeviceMarks from './DeviceMarks.vue';
import ResizeHandles from './ResizeHandles.vue';
import EdgePins from './EdgePins.vue';
import FreeformMarks from './FreeformMarks.vue';
import GuideLines from './GuideLines.vue';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { usePointerInput } from './pointerInput.js';
import SpacingHandles from './SpacingHandles.vue';
import ScreenMarks from './ScreenMarks.vue';
import LayerList from './LayerList.vue';
import TextEditor from './TextEditor.vue';

/**
 * One screen on the Wall: its picture while it is worked on (all others are on the ground behind), and what is selected, pointed at,
 * written and dropped on it.
 */
const props = defineProps<{ screen: Screen; height: number; zoom: number }>();
const editor = useEditor();
const commands = useCommands();
const drag = useDrag();
const pictures = usePictures();
const freeform = useFreeform();
const componentEditor = useComponentEditor();
const textEditing = useTextEditing();
const comments = useComments();
const frame = ref<HTMLElement | null>(null);

// ── what is seen ──
const current = computed(() => props.screen.id === editor.screenId);
const picture = computed(() => (current.value ? editor.picture : null));
/** The last picture that was drawn here on the page: shown until the worker has one that is as new. */
const left = shallowRef<{ screen: Screen; picture: Picture } | null>(null);
watch([picture, () => props.screen], ([p], [was, screen]) => {
  if (!p && was && screen) left.value = { screen, picture: was };
});
const page = computed(() => {
  if (picture.value) return picture.value;
  const kept = left.value;
  if (kept?.screen !== props.screen) return null;
  const known = pictures.knownOf(props.screen, editor.appliedKitsShown(props.screen));
  return known?.drawn && known.of === props.screen ? null : kept.picture;
});
/** Laid out here only when the pointer asks for it: what is seen comes from the worker. */
const root = computed<Box | null>(() => (current.value ? editor.box : editor.boxOf(props.screen)));
const NOTHING: ReadonlyMap<string, Box> = new Map();
const boxes = computed(() => {
  if (!current.value) return NOTHING;
  return editor.swapPreview && root.value ? boxesByKey(root.value) : editor.boxMap;
});
const { hover, list, pathUnder, press, click, deeper, move } = usePointerInput(props, frame, root, boxes, current);

// ── what is marked ──
const marked = computed<readonly string[]>(() =>
  current.value ? editor.selection : editor.elsewhere.filter((e) => e.screen === props.screen.id).map((e) => e.node),
);
const marks = computed(() =>
  marked.value.flatMap((k) => {
    if (!current.value)
      return pictures
        .rectsOf(props.screen, editor.appliedKitsShown(props.screen), k)
        .map((at, i) => ({ key: `${k}${i}`, at }));
    const b = boxes.value.get(k);
    if (b) return [{ key: k, at: b }];
    // An item of a series that is selected as such is marked wherever it shows.
    return [...boxes.value].flatMap(([key, at]) => (key.endsWith(`/${k}`) && key.includes('/#') ? [{ key, at }] : []));
  }),
);
/** Where the first that is shown of a thing stands. */
function standing(node: string): Rect | null {
  if (!current.value) return pictures.rectsOf(props.screen, editor.appliedKitsShown(props.screen), node)[0] ?? null;
  const own = boxes.value.get(node);
  if (own) return own;
  for (const [key, at] of boxes.value) if (key.endsWith(`/${node}`)) return at;
  return null;
}
const pinned = computed(
  () => comments.onWall && comments.openOn.has(props.screen.id) && componentEditor.of === '' && props.zoom > 0.15,
);
const pointedAt = computed(() => {
  const b = hover.value;
  return b && !marks.value.some((m) => m.key === b.node.key) ? { at: b, name: b.node.name } : null;
});
const ghosts = computed(() =>
  (current.value ? (editor.dropPreview?.made ?? []) : []).flatMap((key) => {
    const at = boxes.value.get(key);
    return at ? [{ key, at }] : [];
  }),
);
const landing = computed(() =>
  drag.landing?.drop && drag.landing.screen.id === props.screen.id ? drag.landing : null,
);
const whole = computed(() =>
  editor.picked.includes(props.screen.id) ? { x: 0, y: 0, w: props.screen.width, h: props.height } : null,
);
/** How large the sign is that adds one more: px on the glass. */
const SIGN = 22;
/** Behind the last item of the selected series: one more. */
const plus = computed(() => {
  if (!current.value) return null;
  const node = editor.selectedNode;
  const id = editor.selectedPlace?.entry?.series ?? (node?.type === 'series' ? node.id : undefined);
  const series = id === undefined ? undefined : props.screen.nodes[id];
  const box = id === undefined ? undefined : boxes.value.get(id);
  const last = box?.children.at(-1);
  if (!id || series?.type !== 'series' || series.rows !== undefined || !box || !last) return null;
  const half = SIGN / 2 / props.zoom;
  return box.node.look.flow === 'row'
    ? { id, x: last.x + last.w + 4, y: last.y + last.h / 2 - half }
    : { id, x: last.x + last.w / 2 - half, y: last.y + last.h + 4 };
});
const open = computed(() => (textEditing.open?.screen === props.screen.id ? textEditing.open : null));
const picking = computed(() => (textEditing.picking?.screen === props.screen.id ? textEditing.picking : null));
const isEmpty = computed(() => {
  const r = props.screen.nodes[props.screen.root];
  return r !== undefined && childrenOf(r).length === 0 && ghosts.value.length === 0;
});

// ── what lands ──
/** Where something held over this screen would land. */
function landAt(x: number, y: number): ReturnType<typeof dropAt> {
  const r = frame.value?.getBoundingClientRect();
  const h = drag.held;
  if (!r || !h || !editor.world || !root.value) return null;
  const at = { x: (x - r.left) / props.zoom, y: (y - r.top) / props.zoom };
  if (at.x < 0 || at.y < 0 || at.x > props.screen.width || at.y > props.height) return null;
  const without = h.kind === 'selection' && h.from === props.screen.id && !drag.copying ? h.ids : [];
  return dropAt(
    editor.world,
    editor.appliedKitsShown(props.screen),
    props.screen,
    root.value,
    at.x,
    at.y,
    h.roles,
    without,
  );
}
/** Scrolled on its device, the wheel moves the screen, and the Wall where that ends. */
function wheel(event: WheelEvent): void {
  if (!current.value || event.ctrlKey || event.metaKey || event.shiftKey || !editor.scrollBy(event.deltaY / props.zoom))
    return;
  event.preventDefault();
  event.stopPropagation();
}
const bring = useFileDrop();
function bringFile(event: DragEvent): void {
  const file = event.dataTransfer?.files[0];
  if (file) void bring(file, props.screen, pathUnder(event));
}
function choose(key: string): void {
  editor.select([key]);
  list.value = null;
}
defineExpose({ landAt, screen: props.screen });
</script>

<template>
  <div
    ref="frame"
    :aria-label="screen.name"
    role="group"
    class="screen daylight"
    :class="{ current }"
    :style="{ width: `${screen.width * zoom}px`, height: `${height * zoom}px` }"
    @pointerdown="press"
    @dragover.prevent
    @drop.prevent="bringFile"
    @click="click"
    @dblclick="deeper"
    @mousemove="move"
    @mouseleave="hover = null"
    @wheel="wheel"
  >
    <PictureCanvas
      v-if="page"
      :primitives="page.primitives"
      :width="screen.width"
      :height="page.height"
      :zoom="zoom"
      background="#ffffff"
    />
    <p v-if="isEmpty && zoom > 0.25" class="bare note">Drop a sample here, or press / and type what belongs on it.</p>
    <FreeformMarks
      v-if="current || screen.grid || screen.base"
      :screen="screen"
      :zoom="zoom"
      :height="height"
      :current="current"
    />
    <ScreenMarks :zoom="zoom" :marks="marks" :whole="whole" :hover="pointedAt" :ghosts="ghosts" :landing="landing" />
    <DeviceMarks v-if="current && componentEditor.of === ''" :screen="screen" :zoom="zoom" :height="height" />
    <GuideLines
      v-if="current && freeform.shows.guides && editor.scroll === null && componentEditor.of === '' && zoom > 0.15"
      :screen="screen"
      :zoom="zoom"
      :height="height"
    />
    <!-- Distances stand where edges are pressed. -->
    <EdgePins v-if="current && !drag.held && !freeform.measuring && !open" :zoom="zoom" />
    <template v-if="current && !drag.held && !freeform.active && !open">
      <SpacingHandles :zoom="zoom" />
      <ResizeHandles :zoom="zoom" />
    </template>
    <button
      v-if="plus && !drag.held"
      class="plain plus"
      aria-label="Add an item"
      title="Add an item"
      :style="{ left: `${plus.x * zoom}px`, top: `${plus.y * zoom}px` }"
      @click.stop="commands.addItem(plus.id)"
    >
      +
    </button>
    <CommentPins v-if="pinned && !drag.held" :screen="screen" :zoom="zoom" :height="height" :at="standing" />
    <TextEditor v-if="open" :key="open.key" :zoom="zoom" />
    <IconPicker
      v-if="picking"
      class="icons"
      :kit="editor.mainKit"
      :value="picking.box.node.look.icon?.id"
      :style="{ left: `${picking.box.x * zoom}px`, top: `${(picking.box.y + picking.box.h) * zoom + 8}px` }"
      @choose="textEditing.setIcon"
      @leave="textEditing.leave"
    />
    <LayerList v-if="list" :boxes="list.boxes" :x="list.x" :y="list.y" @choose="choose" />
  </div>
</template>

<style scoped>
.screen {
  position: relative;
  user-select: none;
  touch-action: none;
}
.current {
  background: #fff;
  box-shadow: 0 1px 6px var(--shade);
}
.bare {
  position: absolute;
  top: 8px;
  left: 10px;
  right: 10px;
  color: var(--on-wall);
}
.bare {
  top: 40%;
  text-align: center;
  pointer-events: none;
}
.plus {
  position: absolute;
  width: 22px;
  height: 22px;
  border-radius: 4px;
  background: var(--tape);
  color: var(--ink);
  text-align: center;
  font-weight: 700;
  line-height: 20px;
  border: 1px solid var(--tape-ink);
  z-index: 3;
}
.icons {
  position: absolute;
  z-index: 6;
  cursor: default;
}
</style>
