<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { dropBeside } from '../../core/index.js';
import { commandOf } from '../keys/table.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { heldPicture, useDrag, type Held, type Landing } from '../stores/drag.js';
import { useEditor } from '../stores/editor/editor.js';
import LineField from './LineField.vue';
import { useLines, type Line } from './lines.js';
import { useLineEditing } from './lineEditing.js';
import OriginalTools from './OriginalTools.vue';
import OutlineLine from './OutlineLine.vue';
import ScreenTools from './ScreenTools.vue';

/** What stands on the screen, line by line: selected, moved, and written here. */
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
const commands = useCommands();
const drag = useDrag();
const list = ref<HTMLElement | null>(null);
const focusList = (): void => list.value?.focus({ preventScroll: true });
const { whole, lines, isOn, isOpen, fold } = useLines();
const writing = useLineEditing(lines, whole, focusList);
const { written, openNew, openText } = writing;

// ── only the lines in view exist ──
/** How high a line is: px. */
const LINE = 26;
/** Room above the first and below the last: px. */
const EDGE = 6;
const virtual = useVirtualizer(
  computed(() => ({
    count: lines.value.length,
    getScrollElement: () => list.value,
    estimateSize: () => LINE,
    getItemKey: (i: number) => lines.value[i]?.key ?? i,
    overscan: 10,
    paddingStart: EDGE,
    paddingEnd: EDGE,
    scrollPaddingStart: EDGE,
    scrollPaddingEnd: EDGE,
  })),
);
const shown = computed(() =>
  virtual.value.getVirtualItems().flatMap((v) => {
    const line = lines.value[v.index];
    return line ? [{ line, nth: v.index }] : [];
  }),
);
const before = computed(() => virtual.value.getVirtualItems()[0]?.start ?? EDGE);
const behind = computed(() => virtual.value.getTotalSize() - (virtual.value.getVirtualItems().at(-1)?.end ?? EDGE));
/** Told without asking the page, which would be laid out for it. */
function isInView(at: number): boolean {
  const { scrollOffset, scrollRect } = virtual.value;
  const top = EDGE + at * LINE;
  return scrollOffset !== null && !!scrollRect && top >= scrollOffset && top + LINE <= scrollOffset + scrollRect.height;
}
watch(
  () => editor.selected,
  async (selected) => {
    await nextTick();
    const id = editor.selectedPlace?.node ?? selected;
    const at = lines.value.findIndex((l) => l.screen.id === editor.screenId && l.id === id);
    if (at >= 0 && !isInView(at)) virtual.value.scrollToIndex(at);
  },
);

// ── selecting ──
let anchor = '';
function pick(event: MouseEvent, line: Line): void {
  if (drag.wasDrag()) return;
  focusList();
  const here = line.screen.id === editor.screenId;
  const add = event.ctrlKey || event.metaKey;
  if (line.head) {
    if (here && event.detail > 1) return;
    if (event.shiftKey || add) editor.pickScreen(line.screen.id);
    else editor.goTo(line.screen.id);
    return;
  }
  if (event.shiftKey && here) {
    const all = lines.value.filter((l) => l.screen.id === line.screen.id && !l.head);
    const from = all.findIndex((l) => l.id === (anchor || editor.selection[0]));
    const at = all.findIndex((l) => l.id === line.id);
    if (from >= 0) return editor.select(all.slice(Math.min(at, from), Math.max(at, from) + 1).map((l) => l.id));
  }
  if (add && here) {
    const ids = editor.selectedIds;
    return editor.select(ids.includes(line.id) ? ids.filter((k) => k !== line.id) : [...ids, line.id]);
  }
  anchor = line.id;
  if (here) editor.select([line.id]);
  else editor.goTo(line.screen.id, [line.id]);
}
const enter = (line: Line): void => (line.head ? fold(line) : openText(line));
function treeKey(event: KeyboardEvent): void {
  const id = editor.selectedPlace?.node;
  const line = lines.value.find((l) => l.screen.id === editor.screenId && l.id === id && !l.head);
  const command = commandOf(event, 'outline');
  if (command === 'newLine') {
    event.preventDefault();
    event.stopPropagation();
    openNew();
  } else if (command === 'writeLine' && line) {
    event.preventDefault();
    openText(line);
  } else if ((command === 'moveIn' || command === 'moveOut') && line && editor.selectedPlace?.at.length === 0) {
    const before = doc.undoName;
    const was = doc.shown;
    commands.nudge(command === 'moveOut' ? 'out' : 'in');
    // Where nothing moves, Tab goes on to the next part of the page as everywhere.
    if (doc.shown === was && doc.undoName === before) return;
    event.preventDefault();
    event.stopPropagation();
  }
}

// ── dragging lines, and things landing between them ──
function press(event: PointerEvent, line: Line): void {
  if (line.head || line.ghost) return;
  drag.follow(event, () => {
    if (line.screen.id !== editor.screenId) editor.goTo(line.screen.id, [line.id]);
    else if (!editor.selectedIds.includes(line.id)) editor.select([line.id]);
    const ids = editor.selectedIds;
    return {
      kind: 'selection',
      name: commands.named(ids),
      roles: ids.map((i) => editor.findBox(i)?.node.instance?.role ?? 'box'),
      ids,
      from: line.screen.id,
      ...heldPicture(editor.findBox(ids.at(-1) ?? ''), 0.5),
    };
  });
}
function land(x: number, y: number, held: Held): Landing | null {
  const r = list.value?.getBoundingClientRect();
  const w = editor.world;
  if (!r || !w || x < r.left || x > r.right || y < r.top || y > r.bottom || r.width === 0) return null;
  const at = (y - r.top + (list.value?.scrollTop ?? 0) - EDGE) / LINE;
  const line = lines.value[Math.min(lines.value.length - 1, Math.max(0, Math.floor(at)))];
  const screen = line && editor.treeBy(line.screen.id);
  if (!line || !screen) return null;
  if (line.head) {
    const root = screen.nodes[screen.root];
    const after = root?.type === 'box' ? (root.children.at(-1) ?? null) : null;
    const spot = { into: { parent: screen.root }, after };
    return { screen, spot, says: screen.name, line: { id: line.key, where: 'inside' } };
  }
  if (held.kind === 'selection' && held.ids.includes(line.id) && !drag.copying) return null;
  const drop = dropBeside(w, editor.appliedKitsShown(screen), screen, line.id, at - Math.floor(at), held.roles);
  if (!drop) return null;
  const says = { inside: '', before: 'before ', after: 'behind ' }[drop.where] + line.kind;
  return { screen, spot: drop.spot, says, line: { id: line.key, where: drop.where } };
}
onBeforeUnmount(drag.lands(land));
const landing = (line: Line): string => (drag.landing?.line?.id === line.key ? drag.landing.line.where : '');
const isWritten = (line: Line, fresh: boolean): boolean =>
  written.value !== null &&
  (written.value.id === null) === fresh &&
  written.value.after === line.id &&
  line.screen.id === editor.screenId;
</script>

<template>
  <section class="pane" aria-label="Outline" role="region">
    <OriginalTools v-if="componentEditor.of !== ''" />
    <ScreenTools v-else v-model:whole="whole" />
    <div
      v-if="editor.screen"
      ref="list"
      class="lines"
      role="tree"
      aria-label="Screen outline"
      aria-multiselectable="true"
      tabindex="0"
      @keydown="treeKey"
    >
      <div :style="{ height: `${before}px` }" />
      <template v-for="{ line, nth } in shown" :key="line.key">
        <OutlineLine
          :line="line"
          :nth="nth"
          :on="isOn(line)"
          :open="line.head ? isOpen(line) : undefined"
          :landing="landing(line)"
          :writing="isWritten(line, false) ? writing : null"
          @press="press"
          @pick="pick"
          @enter="enter"
        />
        <div v-if="isWritten(line, true)" class="line">
          <span class="kind clip">{{ writing.kind.value }}</span>
          <LineField :writing="writing" label="New line" :depth="written?.depth ?? 0" hint="field From, To" />
        </div>
      </template>
      <div :style="{ height: `${behind}px` }" />
      <div v-if="written && written.id === null && lines.length === 0" class="line">
        <span class="kind">{{ writing.kind.value }}</span>
        <LineField :writing="writing" label="New line" :depth="0" hint="top bar Trips" />
      </div>
      <p v-else-if="lines.length === 0" class="empty note">
        Nothing here yet. Press Enter here or / below and type, for instance “3 field From, To, Date”; or paste an
        outline.
      </p>
    </div>
    <p v-else class="empty note">
      No screens yet. Add one from a device preset, or type a place line: it makes a phone screen.
    </p>
  </section>
</template>

<style scoped>
.pane {
  display: flex;
  flex-direction: column;
  border-right: 1px solid var(--line);
  background: var(--paper);
  min-height: 0;
  min-width: 0;
  overflow: hidden;
}
.lines {
  overflow: auto;
  flex: 1;
  overflow-anchor: none;
}
.lines:focus-visible {
  outline-offset: -2px;
}
.lines :deep(.line) {
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr) auto;
  align-items: center;
  height: 26px;
  padding-right: 12px;
  cursor: default;
  user-select: none;
  touch-action: pan-y;
}
.lines :deep(.kind) {
  text-align: right;
  color: var(--soft);
  font-size: 11.5px;
  padding: 0 10px 0 8px;
  border-right: 1px solid var(--line);
  font-weight: 400;
  align-self: stretch;
  line-height: 26px;
}
.empty {
  padding: 14px;
}
</style>
