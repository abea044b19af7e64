<script setup lang="ts">
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import {
  boxesByKey,
  childrenOf,
  dropAt,
  pathAt,
  textPlace,
  type Box,
  type Rect,
  type Screen,
} from '../../core/index.js';
import { api } from '../api.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document.js';
import { heldPicture, useDrag } from '../stores/drag.js';
import { useDrawing, type Picture } from '../stores/drawing.js';
import { useStage } from '../stores/stage.js';
import { useWriting } from '../stores/writing.js';
import IconPicker from '../controls/IconPicker.vue';
import BitmapCanvas from './BitmapCanvas.vue';
import PictureCanvas from './PictureCanvas.vue';

/** One screen on the Wall: its picture, and what is selected, pointed at, written and dropped on it. */
const props = defineProps<{ screen: Screen; height: number; zoom: number; sharp: number }>();
const doc = useDocument();
const stage = useStage();
const commands = useCommands();
const drag = useDrag();
const drawing = useDrawing();
const writing = useWriting();
const frame = ref<HTMLElement | null>(null);
const field = ref<HTMLTextAreaElement | null>(null);
const draft = ref('');
const hover = ref<Box | null>(null);
const list = ref<{ x: number; y: number; boxes: readonly Box[] } | null>(null);

const current = computed(() => props.screen.id === stage.screenId);
const picture = computed(() => (current.value ? stage.picture : null));
const bitmap = computed(() => (current.value ? null : stage.bitmapOf(props.screen, props.sharp * devicePixelRatio)));
/** The last picture that was drawn here on the page: shown until the worker has one that is as new. */
const left = shallowRef<{ screen: Screen; picture: Picture } | null>(null);
watch([picture, () => props.screen], ([p], [was, screen]) => {
  if (!p && was && screen) left.value = { screen, picture: was };
});
const page = computed(
  () =>
    picture.value ??
    (left.value && left.value.screen === props.screen && bitmap.value?.of !== props.screen ? left.value.picture : null),
);
/** Laid out here only when the pointer asks for it: what is seen comes from the worker. */
const root = computed<Box | null>(() => (current.value ? stage.box : stage.boxOf(props.screen)));
const boxes = computed(() =>
  !current.value ? NOTHING : stage.trial && root.value ? boxesByKey(root.value) : stage.boxMap,
);
const NOTHING: ReadonlyMap<string, Box> = new Map();
const marked = computed<readonly string[]>(() =>
  current.value ? stage.selection : stage.elsewhere.filter((e) => e.screen === props.screen.id).map((e) => e.node),
);
/** An item of a series that is selected as such is marked wherever it shows. */
const marks = computed<readonly { key: string; at: Rect }[]>(() =>
  marked.value.flatMap((k) => {
    if (!current.value)
      return drawing.rectsOf(props.screen, stage.wearsShown(props.screen), k).map((at, i) => ({ key: `${k}${i}`, at }));
    const b = boxes.value.get(k);
    return b
      ? [{ key: k, at: b }]
      : [...boxes.value].flatMap(([key, item]) =>
          key.endsWith(`/${k}`) && key.includes('/#') ? [{ key, at: item }] : [],
        );
  }),
);
const ghosts = computed(() =>
  current.value && stage.ghost ? stage.ghost.made.flatMap((k) => boxes.value.get(k) ?? []) : [],
);
const landing = computed(() =>
  drag.landing?.drop && drag.landing.screen.id === props.screen.id ? drag.landing : null,
);
const open = computed(() => (writing.open?.screen === props.screen.id ? writing.open : null));
const picking = computed(() => (writing.picking?.screen === props.screen.id ? writing.picking : null));

/** Behind the last item of the selected series: one more. */
const plus = computed(() => {
  const place = stage.selectedPlace;
  const id = current.value
    ? (place?.entry?.series ?? (stage.selectedNode?.type === 'series' ? stage.selectedNode.id : undefined))
    : undefined;
  const series = id === undefined ? undefined : props.screen.nodes[id];
  const box = id === undefined ? undefined : boxes.value.get(id);
  if (!id || series?.type !== 'series' || series.rows !== undefined || !box) return null;
  const last = box.children.at(-1);
  const row = box.node.look.flow === 'row';
  return last
    ? {
        id,
        x: row ? last.x + last.w + 4 : last.x + last.w / 2 - 11 / props.zoom,
        y: row ? last.y + last.h / 2 - 11 / props.zoom : last.y + last.h + 4,
      }
    : null;
});

const px = (b: { x: number; y: number; w: number; h: number }, grow = 0): Record<string, string> => ({
  left: `${b.x * props.zoom - grow}px`,
  top: `${b.y * props.zoom - grow}px`,
  width: `${b.w * props.zoom + grow * 2}px`,
  height: `${b.h * props.zoom + grow * 2}px`,
});
function point(event: MouseEvent): { x: number; y: number } {
  const r = frame.value?.getBoundingClientRect();
  return { x: (event.clientX - (r?.left ?? 0)) / props.zoom, y: (event.clientY - (r?.top ?? 0)) / props.zoom };
}
/** Things of the screen itself and parts of instances, outermost first; a click takes the first, a double-click goes deeper. */
function stops(event: MouseEvent): Box[] {
  const p = point(event);
  const path = root.value ? pathAt(root.value, p.x, p.y) : [];
  return path.filter((b, i) => i > 0 && (b.node.key === b.node.owner || b.node.instance || b.node.type !== 'box'));
}
/** What a click means: the nearest around it that is not the ground of the screen, or what is selected already. */
function meant(event: MouseEvent): Box | undefined {
  const path = stops(event);
  const at = path.findIndex((b) => stage.selection.includes(b.node.key) && !b.node.series);
  return at >= 0 && current.value
    ? path[at]
    : (path.find((b) => (props.screen.nodes[b.node.key]?.type !== 'box' && !b.node.series) || isOnlyBox(path, b)) ??
        path[0]);
}
/** A plain row or column is what is meant only where nothing stands in it. */
const isOnlyBox = (path: readonly Box[], b: Box): boolean => path.at(-1) === b;

function press(event: PointerEvent): void {
  if (event.button !== 0 || (event.target as HTMLElement).closest('textarea, button, [role="dialog"]')) return;
  writing.picking = null;
  list.value = null;
  const box = meant(event);
  drag.follow(event, () => {
    if (!box) return null;
    if (!current.value) stage.goTo(props.screen.id);
    if (!stage.selection.includes(box.node.key)) stage.select([box.node.key]);
    const ids = stage.selectedIds;
    const nodes = ids.flatMap((id) => props.screen.nodes[id] ?? []);
    // Parts inside an instance stay where their original has them.
    if (stage.selectedPlace && (stage.selectedPlace.at.length > 0 || stage.selectedPlace.entry)) return null;
    return {
      kind: 'selection',
      name: commands.named(ids),
      roles: nodes.map((n) => boxes.value.get(n.id)?.node.instance?.role ?? n.type),
      ids,
      from: props.screen.id,
      ...heldPicture(stage.findBox(ids.at(-1) ?? ''), props.zoom),
    };
  });
}
function click(event: MouseEvent): void {
  if (drag.wasDrag() || (event.target as HTMLElement).closest('textarea, button, [role="dialog"]')) return;
  if (!current.value) {
    const first = stops(event);
    stage.goTo(props.screen.id);
    const node = first.find((b) => props.screen.nodes[b.node.key]?.type !== 'box' && !b.node.series) ?? first[0];
    if (node && !event.shiftKey) stage.select([node.node.key]);
    return;
  }
  if (event.ctrlKey || event.metaKey) {
    const p = point(event);
    list.value = { x: p.x * props.zoom, y: p.y * props.zoom, boxes: stops(event) };
    return;
  }
  const box = meant(event);
  if (event.shiftKey && box)
    stage.select(
      stage.selection.includes(box.node.key)
        ? stage.selection.filter((k) => k !== box.node.key)
        : [...stage.selection, box.node.key],
    );
  else stage.select(box ? [box.node.key] : []);
}
function deeper(event: MouseEvent): void {
  if ((event.target as HTMLElement).closest('textarea, button, [role="dialog"]')) return;
  const path = stops(event);
  const last = path.at(-1);
  if (last?.node.type === 'text' && writing.write(last.node.key)) return;
  if (last?.node.type === 'icon') {
    stage.select([last.node.key]);
    if (writing.pickIcon(last.node.key)) return;
  }
  const at = path.findIndex((b) => b.node.key === stage.selected);
  const next = path[at + 1] ?? path[at];
  if (next) stage.select([next.node.key]);
}
function move(event: MouseEvent): void {
  hover.value = drag.held ? null : (meant(event) ?? null);
}
watch(
  open,
  (o) => {
    if (!o) return;
    draft.value = o.before;
    void nextTick(() => {
      field.value?.focus({ preventScroll: true });
      field.value?.select();
    });
  },
  { immediate: true },
);
function key(event: KeyboardEvent): void {
  if (event.key === 'Enter' && !event.shiftKey) writing.commit(draft.value);
  else if (event.key === 'Tab') writing.next(draft.value, event.shiftKey ? -1 : 1);
  else if (event.key === 'Escape') writing.leave();
  else return;
  event.preventDefault();
  event.stopPropagation();
  if (!writing.open) stage.focusWall();
}
function blur(): void {
  const o = open.value;
  if (o) writing.commit(draft.value);
}
/** Where something held over this screen would land. */
function landAt(x: number, y: number): ReturnType<typeof dropAt> {
  const r = frame.value?.getBoundingClientRect();
  const h = drag.held;
  if (!r || !h || !stage.world || !root.value) return null;
  const at = { x: (x - r.left) / props.zoom, y: (y - r.top) / props.zoom };
  if (at.x < 0 || at.y < 0 || at.x > props.screen.width || at.y > props.height) return null;
  const without = h.kind === 'selection' && h.from === props.screen.id && !drag.copying ? h.ids : [];
  return dropAt(stage.world, stage.wearsShown(props.screen), props.screen, root.value, at.x, at.y, h.roles, without);
}
/** A picture file let go over the screen: into the picture it lies on, else as a picture of its own. */
async function bring(event: DragEvent): Promise<void> {
  const file = event.dataTransfer?.files[0];
  if (!file) return;
  const p = point(event);
  const path = root.value ? pathAt(root.value, p.x, p.y) : [];
  const over = [...path].reverse().find((b) => b.node.type === 'image');
  try {
    const added = await api.addPicture(file);
    const w = stage.world;
    const place = over && w ? textPlace(w, stage.wearsShown(props.screen), props.screen, over.node.key, 'asset') : null;
    if (place) {
      doc.act(`Show ${added.name}`, writing.stepsAt(props.screen, place, added.id, 'asset'));
      return;
    }
    if (!current.value) stage.goTo(props.screen.id);
    const id = stage.newId();
    commands.placePieces(`Place ${added.name}`, [
      {
        root: id,
        nodes: {
          [id]: {
            id,
            type: 'image',
            name: added.name,
            attrs: {
              asset: added.id,
              width: 'stretch',
              aspect: Math.round((added.width / added.height) * 100) / 100,
              fit: 'cover',
            },
          },
        },
      },
    ]);
  } catch (error) {
    doc.say(error instanceof Error ? error.message : String(error), true);
  }
}
defineExpose({ landAt, screen: props.screen });
const nameOf = (b: Box): string =>
  b.node.type === 'text' && b.node.text !== '' ? `${b.node.name}: ${b.node.text.slice(0, 24)}` : b.node.name;
const isEmpty = computed(() => {
  const r = props.screen.nodes[props.screen.root];
  return r !== undefined && childrenOf(r).length === 0 && ghosts.value.length === 0;
});
</script>

<template>
  <div
    ref="frame"
    :aria-label="screen.name"
    role="group"
    class="screen"
    :class="{ picked: stage.picked.includes(screen.id) }"
    :style="{ width: `${screen.width * zoom}px`, height: `${height * zoom}px` }"
    @pointerdown="press"
    @dragover.prevent
    @drop.prevent="bring"
    @click="click"
    @dblclick="deeper"
    @mousemove="move"
    @mouseleave="hover = null"
  >
    <PictureCanvas
      v-if="page"
      :primitives="page.primitives"
      :width="screen.width"
      :height="page.height"
      :zoom="zoom"
      background="#ffffff"
    />
    <BitmapCanvas
      v-else-if="bitmap?.drawn"
      :drawn="bitmap.drawn"
      :width="screen.width * zoom"
      :height="bitmap.height * zoom"
    />
    <span v-else-if="screen.width * zoom > 60" class="note waiting">Drawing …</span>
    <p v-if="isEmpty && zoom > 0.25" class="bare note">Drop a sample here, or press / and type what belongs on it.</p>
    <div v-if="hover && !marks.some((m) => m.key === hover?.node.key)" class="hover" :style="px(hover)">
      <span>{{ hover.node.name }}</span>
    </div>
    <div v-for="b in marks" :key="b.key" class="marks" :style="px(b.at, 5)"><i /><i /><i /><i /></div>
    <div
      v-if="stage.picked.includes(screen.id)"
      class="marks"
      :style="px({ x: 0, y: 0, w: screen.width, h: height }, 6)"
    >
      <i /><i /><i /><i />
    </div>
    <div v-for="b in ghosts" :key="b.node.key" class="ghost" :style="px(b, 2)" />
    <template v-if="landing?.drop">
      <div class="around" :style="px(landing.drop.around)">
        <span>{{ landing.says }}</span>
      </div>
      <div
        class="bar"
        :style="{
          left: `${landing.drop.bar.x * zoom}px`,
          top: `${landing.drop.bar.y * zoom}px`,
          width: `${Math.max(4, landing.drop.bar.w * (landing.drop.bar.w > landing.drop.bar.h ? zoom : 1))}px`,
          height: `${Math.max(4, landing.drop.bar.h * (landing.drop.bar.h > landing.drop.bar.w ? zoom : 1))}px`,
        }"
      />
    </template>
    <button
      v-if="plus && !drag.held"
      class="plain plus"
      aria-label="Add an item"
      :title="'Add an item'"
      :style="{ left: `${plus.x * zoom}px`, top: `${plus.y * zoom}px` }"
      @click.stop="commands.addItem(plus.id)"
    >
      +
    </button>
    <textarea
      v-if="open"
      ref="field"
      v-model="draft"
      class="edit"
      aria-label="Edit text"
      :style="{
        left: `${open.box.x * zoom - 4}px`,
        top: `${open.box.y * zoom - 4}px`,
        minWidth: `${Math.max(open.box.w * zoom + 10, 80)}px`,
        minHeight: `${open.box.h * zoom + 8}px`,
        fontSize: `${Math.max(11, (open.box.node.look.textStyle?.size ?? 16) * zoom)}px`,
        fontFamily: `'${open.box.node.look.textStyle?.family}'`,
        fontWeight: open.box.node.look.textStyle?.weight,
      }"
      @keydown="key"
      @blur="blur"
    />
    <IconPicker
      v-if="picking"
      class="icons"
      :kit="stage.mainKit"
      :value="picking.box.node.look.icon?.id"
      :style="{ left: `${picking.box.x * zoom}px`, top: `${(picking.box.y + picking.box.h) * zoom + 8}px` }"
      @choose="writing.setIcon"
      @leave="writing.leave"
    />
    <ul
      v-if="list"
      class="under"
      role="menu"
      aria-label="Under the pointer"
      :style="{ left: `${list.x}px`, top: `${list.y}px` }"
    >
      <li v-for="b in list.boxes" :key="b.node.key" role="none">
        <button
          role="menuitem"
          class="plain"
          @click.stop="
            stage.select([b.node.key]);
            list = null;
          "
        >
          {{ nameOf(b) }}
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.screen {
  position: relative;
  background: #fff;
  box-shadow: 0 1px 6px #25211a1f;
  user-select: none;
  touch-action: none;
}
.waiting,
.bare {
  position: absolute;
  top: 8px;
  left: 10px;
  right: 10px;
  color: #5c5548;
}
.bare {
  top: 40%;
  text-align: center;
  pointer-events: none;
}
.hover {
  position: absolute;
  border: 1px solid var(--ink);
  pointer-events: none;
  z-index: 1;
}
.hover span,
.around span {
  position: absolute;
  bottom: 100%;
  left: -1px;
  background: var(--ink);
  color: var(--raised);
  font-size: 11.5px;
  padding: 0 5px;
  white-space: nowrap;
}
.marks {
  position: absolute;
  pointer-events: none;
  z-index: 2;
}
.marks i {
  position: absolute;
  width: 13px;
  height: 13px;
  border: 0 solid var(--tape);
  max-width: 50%;
  max-height: 50%;
}
.marks i:nth-child(1) {
  left: 0;
  top: 0;
  border-width: 4px 0 0 4px;
}
.marks i:nth-child(2) {
  right: 0;
  top: 0;
  border-width: 4px 4px 0 0;
}
.marks i:nth-child(3) {
  left: 0;
  bottom: 0;
  border-width: 0 0 4px 4px;
}
.marks i:nth-child(4) {
  right: 0;
  bottom: 0;
  border-width: 0 4px 4px 0;
}
.ghost {
  position: absolute;
  pointer-events: none;
  background: #f5b30126;
  outline: 1px dashed var(--tape-ink);
}
.around {
  position: absolute;
  pointer-events: none;
  outline: 2px solid var(--tape);
  outline-offset: -1px;
  z-index: 3;
}
.bar {
  position: absolute;
  pointer-events: none;
  background: var(--tape);
  outline: 1px solid var(--tape-ink);
  z-index: 4;
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
.edit {
  position: absolute;
  background: #fffdf9;
  color: var(--ink);
  border: 1px solid var(--ink);
  padding: 2px;
  line-height: 1.3;
  resize: none;
  z-index: 5;
  field-sizing: content;
  user-select: text;
}
.icons {
  position: absolute;
  z-index: 6;
  cursor: default;
}
.under {
  position: absolute;
  z-index: 6;
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 5px;
  padding: 4px;
  min-width: 150px;
  box-shadow: 0 2px 10px #25211a29;
}
.under button {
  width: 100%;
  padding: 4px 8px;
  border-radius: 4px;
}
.under button:hover,
.under button:focus-visible {
  background: var(--wash);
}
</style>
