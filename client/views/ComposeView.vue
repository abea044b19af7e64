<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { childrenOf, screenOf } from '../../core/index.js';
import ContentDialog from '../content/ContentDialog.vue';
import DetailsPane from '../details/DetailsPane.vue';
import ReadyControls from '../controls/ReadyControls.vue';
import KeysDialog from '../keys/KeysDialog.vue';
import { chordOf, commandOf, COMMANDS, type RunId } from '../keys/table.js';
import OutlinePane from '../outline/OutlinePane.vue';
import ShelfPane from '../shelf/ShelfPane.vue';
import WallPane from '../surface/WallPane.vue';
import { useClipboard } from '../stores/clipboard.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';
import { useWriting } from '../stores/writing.js';

const doc = useDocument();
const stage = useStage();
const commands = useCommands();
const writing = useWriting();
const clipboard = useClipboard();
const route = useRoute();
const router = useRouter();
const keys = ref(false);
const content = ref<{ open: boolean; set: string }>({ open: false, set: '' });
const wall = ref<InstanceType<typeof WallPane> | null>(null);
const shelf = ref<InstanceType<typeof ShelfPane> | null>(null);

// ── panes fold and resize, and remember it ──
const panes = useLocalStorage('dekkor-panes', {
  outline: 272,
  details: 276,
  shelf: 200,
  folded: { outline: false, details: false, shelf: false },
});
type Pane = 'outline' | 'details' | 'shelf';
const LIMITS: Readonly<Record<Pane, readonly [number, number]>> = {
  outline: [200, 520],
  details: [230, 460],
  shelf: [150, 420],
};
function fold(pane: Pane): void {
  panes.value.folded[pane] = !panes.value.folded[pane];
}
function resize(pane: Pane, event: PointerEvent): void {
  const start = pane === 'shelf' ? event.clientY : event.clientX;
  const was = panes.value[pane];
  const on = (e: PointerEvent): void => {
    const by = pane === 'outline' ? e.clientX - start : pane === 'details' ? start - e.clientX : start - e.clientY;
    panes.value[pane] = Math.min(LIMITS[pane][1], Math.max(LIMITS[pane][0], was + by));
  };
  const off = (): void => {
    window.removeEventListener('pointermove', on);
    window.removeEventListener('pointerup', off);
  };
  window.addEventListener('pointermove', on);
  window.addEventListener('pointerup', off);
}
function resizeKey(pane: Pane, event: KeyboardEvent): void {
  const grow = pane === 'outline' ? 'ArrowRight' : pane === 'details' ? 'ArrowLeft' : 'ArrowUp';
  const shrink = pane === 'outline' ? 'ArrowLeft' : pane === 'details' ? 'ArrowRight' : 'ArrowDown';
  if (event.key !== grow && event.key !== shrink) return;
  event.preventDefault();
  event.stopPropagation();
  panes.value[pane] = Math.min(
    LIMITS[pane][1],
    Math.max(LIMITS[pane][0], panes.value[pane] + (event.key === grow ? 16 : -16)),
  );
}
const size = (pane: Pane): string => (panes.value.folded[pane] ? '0px' : `${panes.value[pane]}px`);

// The address says what is open and selected; what is chosen here is written back to it.
watch(
  [() => doc.shown?.id, () => route.params['screen'], () => route.query['sel'], () => route.query['lens']],
  () => {
    const project = doc.shown;
    if (!project || route.name !== 'compose') return;
    const asked = String(route.params['screen'] ?? '');
    stage.screenId = screenOf(project, asked)
      ? asked
      : (screenOf(project, stage.screenId)?.id ?? project.screens[0]?.id ?? '');
    stage.lens = String(route.query['lens'] ?? '');
    const sel = String(route.query['sel'] ?? '');
    if (sel !== stage.selection.join(',')) stage.select(sel === '' ? [] : sel.split(','));
  },
  { immediate: true },
);
watch([() => stage.screenId, () => stage.selection.join(','), () => stage.lens], () => {
  if (route.name !== 'compose') return;
  const query = {
    ...(stage.selection.length > 0 ? { sel: stage.selection.join(',') } : {}),
    ...(stage.lens ? { lens: stage.lens } : {}),
  };
  void router.replace({ path: `/p/${String(route.params['project'])}/compose/${stage.screenId}`, query });
});
watch(
  () => doc.shown?.screens,
  (screens) => {
    if (screens && !screens.some((s) => s.id === stage.screenId)) {
      stage.select([]);
      stage.screenId = screens[0]?.id ?? '';
    }
  },
);

/** The next or previous thing of the screen, in the order of the Outline. */
function neighbour(by: 1 | -1, extend: boolean): void {
  const s = stage.screen;
  if (!s) return;
  const walk: string[] = [];
  const visit = (id: string): void => {
    const n = s.nodes[id];
    if (!n) return;
    if (id !== s.root) walk.push(id);
    childrenOf(n).forEach(visit);
  };
  visit(s.root);
  if (walk.length === 0) return;
  const at = walk.indexOf(stage.selectedPlace?.node ?? '');
  const next = walk[Math.max(0, Math.min(walk.length - 1, at < 0 ? 0 : at + by))] ?? '';
  stage.select(extend ? [...stage.selection.filter((k) => k !== next), next] : [next]);
}
function goBy(by: 1 | -1): void {
  const all = doc.shown?.screens ?? [];
  const to = all[all.findIndex((x) => x.id === stage.screenId) + by];
  if (!to) return;
  // What is selected on several screens stays so; the next of them leads.
  const there = stage.elsewhere.filter((e) => e.screen === to.id).map((e) => e.node);
  if (there.length === 0) stage.goTo(to.id);
  else {
    const rest = [
      ...stage.elsewhere.filter((e) => e.screen !== to.id),
      ...stage.selectedIds.map((node) => ({ screen: stage.screenId, node })),
    ];
    stage.screenId = to.id;
    stage.select(there, rest);
  }
}
function openContent(set = ''): void {
  content.value = { open: true, set };
}

const isField = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('input, textarea, select, [contenteditable], [role="combobox"], [role="dialog"]') !== null;
/** Keys that move within a control are its own. */
const ownsArrows = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('[role="tablist"], [role="menu"], [role="listbox"], [role="separator"]') !== null;

/** What each command does here. */
const run: Readonly<Record<RunId, (event: KeyboardEvent) => void>> = {
  placeLine: () => {
    panes.value.folded.shelf = false;
    shelf.value?.focusLine();
  },
  series: () => commands.makeSeries(),
  content: () => openContent(),
  previous: () => neighbour(-1, false),
  next: () => neighbour(1, false),
  previousToo: () => neighbour(-1, true),
  nextToo: () => neighbour(1, true),
  out: () => {
    if (stage.picked.length > 0) stage.picked = [];
    else stage.climb();
  },
  all: () => commands.selectAll(),
  alikeHere: () => commands.selectAlike('screen'),
  alikeAnywhere: () => commands.selectAlike('project'),
  previousScreen: () => goBy(-1),
  nextScreen: () => goBy(1),
  write: () => {
    if (stage.selected) writing.write(stage.selected);
  },
  nudgeUp: () => commands.nudge('up'),
  nudgeDown: () => commands.nudge('down'),
  nudgeIn: () => commands.nudge('in'),
  nudgeOut: () => commands.nudge('out'),
  duplicate: () => commands.duplicate(),
  wrap: () => commands.wrap('column'),
  unwrap: () => commands.unwrap(),
  remove: () => {
    if (stage.countSelected > 0) commands.remove();
  },
  back: () => {
    if (stage.countSelected > 0) commands.back();
  },
  tryOn: () => shelf.value?.tryOn(),
  undo: () => doc.undo(),
  redo: () => doc.redo(),
  lens: () => shelf.value?.nextLens(),
  wholeWall: () => wall.value?.fit(false),
  thisScreen: () => wall.value?.fit(true),
  zoomIn: () => wall.value?.zoomBy(1.25),
  zoomOut: () => wall.value?.zoomBy(0.8),
  foldOutline: () => fold('outline'),
  foldDetails: () => fold('details'),
  foldShelf: () => fold('shelf'),
  keys: () => {
    keys.value = true;
  },
};
function onKey(event: KeyboardEvent): void {
  const id = commandOf(event, 'always', 'screen');
  if (id === null) return;
  const typing = isField(event.target);
  // Undo and redo go on while something is chosen in a field; within a text of several lines they are the text's own.
  const anywhere = (id === 'undo' || id === 'redo') && !(typing && event.target instanceof HTMLTextAreaElement);
  if (!anywhere && (typing || event.defaultPrevented)) return;
  if (COMMANDS[id].when === 'screen' && !stage.screen) return;
  if (/^(?:Shift\+)?Arrow/u.test(chordOf(event)) && ownsArrows(event.target)) return;
  if (id === 'write' && (!stage.selected || event.target instanceof HTMLButtonElement)) return;
  if (id !== 'out') event.preventDefault();
  run[id](event);
}
/** The next paste goes onto the selection instead of behind it. */
let over = false;
const overKey = (e: KeyboardEvent): void => void (over = e.shiftKey);
function onCopy(event: ClipboardEvent): void {
  if (!isField(event.target)) clipboard.copy(event, event.type === 'cut');
}
function onPaste(event: ClipboardEvent): void {
  if (isField(event.target) || !event.clipboardData) return;
  if (clipboard.paste(event.clipboardData, over)) event.preventDefault();
}
onMounted(() => {
  window.addEventListener('keydown', onKey);
  window.addEventListener('keydown', overKey, true);
  window.addEventListener('copy', onCopy);
  window.addEventListener('cut', onCopy);
  window.addEventListener('paste', onPaste);
});
onBeforeUnmount(() => {
  window.removeEventListener('keydown', onKey);
  window.removeEventListener('keydown', overKey, true);
  window.removeEventListener('copy', onCopy);
  window.removeEventListener('cut', onCopy);
  window.removeEventListener('paste', onPaste);
  stage.ghost = null;
  stage.trial = null;
});
</script>

<template>
  <div
    class="compose"
    :style="{ gridTemplate: `minmax(0, 1fr) ${size('shelf')} / ${size('outline')} minmax(0, 1fr) ${size('details')}` }"
  >
    <OutlinePane v-show="!panes.folded.outline" class="outline" />
    <WallPane ref="wall" class="wall" />
    <DetailsPane v-show="!panes.folded.details" class="details" @content="openContent" />
    <ShelfPane v-show="!panes.folded.shelf" ref="shelf" class="shelf" @keys="keys = true" @content="openContent()" />
    <div
      v-for="p in ['outline', 'details', 'shelf'] as const"
      v-show="!panes.folded[p]"
      :key="p"
      class="grip"
      :class="p"
      role="separator"
      tabindex="0"
      :aria-orientation="p === 'shelf' ? 'horizontal' : 'vertical'"
      :aria-label="`Resize ${p === 'outline' ? 'Outline' : p === 'details' ? 'Details' : 'Shelf'}`"
      :aria-valuenow="panes[p]"
      :style="
        p === 'outline'
          ? { left: `${panes.outline - 3}px` }
          : p === 'details'
            ? { right: `${panes.details - 3}px` }
            : { bottom: `${panes.shelf - 3}px` }
      "
      @pointerdown.prevent="resize(p, $event)"
      @keydown="resizeKey(p, $event)"
    />
    <div class="unfold">
      <button v-if="panes.folded.outline" class="plain" @click="fold('outline')">Outline</button
      ><button v-if="panes.folded.details" class="plain" @click="fold('details')">Details</button
      ><button v-if="panes.folded.shelf" class="plain" @click="fold('shelf')">Shelf</button>
    </div>
    <ReadyControls />
    <KeysDialog v-model:visible="keys" />
    <ContentDialog v-if="content.open" v-model:visible="content.open" :set="content.set" />
  </div>
</template>

<style scoped>
.compose {
  display: grid;
  position: relative;
}
.outline,
.details,
.shelf {
  contain: strict;
}
.outline {
  grid-area: 1 / 1;
}
.wall {
  grid-area: 1 / 2;
}
.details {
  grid-area: 1 / 3;
}
.shelf {
  grid-area: 2 / 1 / 2 / 4;
}
.grip {
  position: absolute;
  z-index: 4;
}
.grip.outline,
.grip.details {
  grid-area: 1 / 1 / 2 / 4;
  top: 0;
  height: 100%;
  width: 6px;
  cursor: col-resize;
}
.grip.shelf {
  left: 0;
  width: 100%;
  height: 6px;
  cursor: row-resize;
}
.grip:hover,
.grip:focus-visible {
  background: var(--tape);
  outline: 0;
}
.unfold {
  position: absolute;
  left: 50%;
  top: 8px;
  translate: -50% 0;
  display: flex;
  gap: 6px;
  z-index: 4;
}
.unfold button {
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 5px;
  padding: 2px 9px;
}
</style>
