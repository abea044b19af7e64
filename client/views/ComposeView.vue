<script setup lang="ts">
import { ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { screenOf } from '../../core/index.js';
import ContentDialog from '../content/ContentDialog.vue';
import OriginalDialogs from '../originals/OriginalDialogs.vue';
import DetailsPane from '../details/DetailsPane.vue';
import ReadyControls from '../controls/ReadyControls.vue';
import KeysDialog from '../keys/KeysDialog.vue';
import { useCommandKeys } from '../keys/listen.js';
import type { RunId } from '../keys/table.js';
import OutlinePane from '../outline/OutlinePane.vue';
import PaneGrips from '../parts/PaneGrips.vue';
import { usePanes } from '../parts/panes.js';
import ShelfPane from '../shelf/ShelfPane.vue';
import WallPane from '../surface/WallPane.vue';
import { useBench } from '../stores/bench.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';
import { useOriginals } from '../stores/originals.js';
import { useWriting } from '../stores/writing.js';
import { walk } from './walk.js';

const doc = useDocument();
const stage = useStage();
const commands = useCommands();
const writing = useWriting();
const originals = useOriginals();
const route = useRoute();
const router = useRouter();
const keys = ref(false);
const content = ref<{ open: boolean; set: string }>({ open: false, set: '' });
const wall = ref<InstanceType<typeof WallPane> | null>(null);
const shelf = ref<InstanceType<typeof ShelfPane> | null>(null);

const panes = usePanes();
const { sizes, fold } = panes;
// The Workbench is left before anything is taken from the address: what is worked on is a screen again.
useBench().leave();

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

/** What each command does here. */
const run: Readonly<Record<RunId, (event: KeyboardEvent) => void>> = {
  placeLine: () => {
    sizes.value.folded.shelf = false;
    shelf.value?.focusLine();
  },
  series: () => commands.makeSeries(),
  make: () => (originals.making = true),
  workbench: () => originals.openSelected(),
  promote: () => originals.promote(),
  unlink: () => originals.unlink(),
  relink: () => originals.relink(),
  copySettings: () => originals.copySettings(),
  pasteSettings: () => originals.pasteSettings(),
  content: () => openContent(),
  previous: () => walk(-1, false),
  next: () => walk(1, false),
  previousToo: () => walk(-1, true),
  nextToo: () => walk(1, true),
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
useCommandKeys(run);
</script>

<template>
  <div class="compose" :style="{ gridTemplate: panes.template.value }">
    <OutlinePane v-show="!sizes.folded.outline" class="outline" />
    <WallPane ref="wall" class="wall" />
    <DetailsPane v-show="!sizes.folded.details" class="details" @content="openContent" />
    <ShelfPane v-show="!sizes.folded.shelf" ref="shelf" class="shelf" @keys="keys = true" @content="openContent()" />
    <PaneGrips :panes="panes" />
    <ReadyControls />
    <KeysDialog v-model:visible="keys" />
    <OriginalDialogs />
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
</style>
