<script setup lang="ts">
import { computed, ref } from 'vue';
import { boxesByKey, dropAt, type Box, type LookChoice, type Screen } from '../../core/index.js';
import IconPicker from '../controls/IconPicker.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDrag } from '../stores/drag.js';
import { pictureOf } from '../stores/pictures.js';
import { useEditor } from '../stores/editor/editor.js';
import { useTextEditing } from '../stores/textEditing.js';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { usePointerInput } from '../surface/pointerInput.js';
import ScreenMarks from '../surface/ScreenMarks.vue';
import LayerList from '../surface/LayerList.vue';
import TextEditor from '../surface/TextEditor.vue';

/** One look of the original: pointed at, selected in, written in and dropped on like a screen. */
const props = defineProps<{ screen: Screen; look: LookChoice; name: string; current: boolean; zoom: number }>();
const emit = defineEmits<{ choose: [] }>();
const editor = useEditor();
const componentEditor = useComponentEditor();
const drag = useDrag();
const textEditing = useTextEditing();
const frame = ref<HTMLElement | null>(null);
const current = computed(() => props.current);
const root = computed<Box | null>(() =>
  props.current
    ? editor.box
    : componentEditor.boxIn(props.look, editor.appliedKitsShown(props.screen), editor.outlined?.nodes),
);
const picture = computed(() => (root.value ? pictureOf(root.value) : null));
const NOTHING: ReadonlyMap<string, Box> = new Map();
const boxes = computed(() => (!root.value ? NOTHING : props.current ? editor.boxMap : boxesByKey(root.value)));
const { hover, list, press, click, deeper, move } = usePointerInput(props, frame, root, boxes, current);
/** What is selected is marked in the look that is worked in; elsewhere a line says where it is. */
const marks = computed(() =>
  editor.selection.flatMap((key) => {
    const at = boxes.value.get(key);
    return at ? [{ key, at }] : [];
  }),
);
const pointedAt = computed(() => {
  const b = hover.value;
  return b && !marks.value.some((m) => m.key === b.node.key) ? { at: b, name: b.node.name } : null;
});
const ghosts = computed(() =>
  (editor.dropPreview?.made ?? []).flatMap((key) => {
    const at = boxes.value.get(key);
    return at ? [{ key, at }] : [];
  }),
);
const landing = computed(() =>
  props.current && drag.landing?.drop && drag.landing.screen.id === props.screen.id ? drag.landing : null,
);
const open = computed(() => (props.current && textEditing.open?.screen === props.screen.id ? textEditing.open : null));
const picking = computed(() =>
  props.current && textEditing.picking?.screen === props.screen.id ? textEditing.picking : null,
);
function chooseFirst(): void {
  if (!props.current) emit('choose');
}
function choose(key: string): void {
  editor.select([key]);
  list.value = null;
}
/** Where something held over this look would land; px on the page. */
function landAt(x: number, y: number): ReturnType<typeof dropAt> {
  const r = frame.value?.getBoundingClientRect();
  const h = drag.held;
  if (!r || !h || !editor.world || !root.value) return null;
  const at = { x: (x - r.left) / props.zoom, y: (y - r.top) / props.zoom };
  if (at.x < 0 || at.y < 0 || at.x > root.value.w || at.y > root.value.h) return null;
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
defineExpose({ landAt });
</script>

<template>
  <div
    ref="frame"
    class="look"
    role="group"
    :aria-label="name"
    :style="{ width: `${(root?.w ?? 40) * zoom}px`, height: `${(root?.h ?? 20) * zoom}px` }"
    @pointerdown.capture="chooseFirst"
    @pointerdown="press"
    @click="click"
    @dblclick="deeper"
    @mousemove="move"
    @mouseleave="hover = null"
  >
    <PictureCanvas
      v-if="picture && root"
      :primitives="picture.primitives"
      :width="root.w"
      :height="root.h"
      :zoom="zoom"
    />
    <ScreenMarks
      :zoom="zoom"
      :marks="current ? marks : []"
      :whole="null"
      :hover="pointedAt"
      :ghosts="ghosts"
      :landing="landing"
    />
    <template v-if="!current"
      ><i
        v-for="m in marks"
        :key="m.key"
        class="there"
        :style="{
          left: `${m.at.x * zoom}px`,
          top: `${(m.at.y + m.at.h) * zoom}px`,
          width: `${m.at.w * zoom}px`,
        }"
    /></template>
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
.look {
  position: relative;
  user-select: none;
  touch-action: none;
}
.there {
  position: absolute;
  height: 2px;
  margin-top: 1px;
  background: var(--tape);
  pointer-events: none;
}
.icons {
  position: absolute;
  z-index: 6;
  cursor: default;
}
</style>
