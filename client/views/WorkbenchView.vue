<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import ContentDialog from '../content/ContentDialog.vue';
import ReadyControls from '../controls/ReadyControls.vue';
import DetailsPane from '../details/DetailsPane.vue';
import KeysDialog from '../keys/KeysDialog.vue';
import { useCommandKeys } from '../keys/listen.js';
import type { RunId } from '../keys/table.js';
import OriginalDialogs from '../originals/OriginalDialogs.vue';
import OutlinePane from '../outline/OutlinePane.vue';
import PaneGrips from '../parts/PaneGrips.vue';
import { usePanes } from '../parts/panes.js';
import ShelfPane from '../shelf/ShelfPane.vue';
import { useBench } from '../stores/bench.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document.js';
import { useOriginals } from '../stores/originals.js';
import { useStage } from '../stores/stage.js';
import { useWriting } from '../stores/writing.js';
import LookSheet from '../workbench/LookSheet.vue';
import { walk } from './walk.js';

/** One original, edited as a screen is: its parts at the left, all its looks in the middle, its contract at the right, its uses below. */
const doc = useDocument();
const stage = useStage();
const bench = useBench();
const commands = useCommands();
const writing = useWriting();
const originals = useOriginals();
const route = useRoute();
const router = useRouter();
const keys = ref(false);
const content = ref<{ open: boolean; set: string }>({ open: false, set: '' });
const sheet = ref<InstanceType<typeof LookSheet> | null>(null);
const shelf = ref<InstanceType<typeof ShelfPane> | null>(null);
const panes = usePanes();
const { sizes, fold } = panes;

// The address says which original it is and what of it is selected.
watch(
  [() => doc.shown?.id, () => route.params['original'], () => route.query['sel'], () => route.query['lens']],
  () => {
    if (!doc.shown || route.name !== 'workbench') return;
    bench.open(String(route.params['original'] ?? ''));
    stage.lens = String(route.query['lens'] ?? '');
    const sel = String(route.query['sel'] ?? '');
    if (sel !== stage.selection.join(',')) stage.select(sel === '' ? [] : sel.split(','));
  },
  { immediate: true },
);
watch([() => bench.of, () => stage.selection.join(','), () => stage.lens], () => {
  if (route.name !== 'workbench' || bench.of === '') return;
  const query = {
    ...(stage.selection.length > 0 ? { sel: stage.selection.join(',') } : {}),
    ...(stage.lens ? { lens: stage.lens } : {}),
  };
  void router.replace({ path: `/p/${String(route.params['project'])}/workbench/${bench.of}`, query });
});
onBeforeUnmount(() => {
  // The view that follows may have left it already, and selected something of its own.
  if (bench.of === '') return;
  stage.select([]);
  bench.leave();
});
function leave(): void {
  void router.push(`/p/${String(route.params['project'])}/compose`);
}

const openContent = (set = ''): void => void (content.value = { open: true, set });
/** The next original of the project on the Workbench. */
function goBy(by: 1 | -1): void {
  const all = Object.keys(doc.shown?.originals ?? {}).map((id) => `project/${id}`);
  const to = all[all.indexOf(bench.of) + by];
  if (to) originals.open(to);
}
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
  out: () => (stage.selection.length > 0 ? stage.climb() : leave()),
  all: () => commands.selectAll(),
  alikeHere: () => undefined,
  alikeAnywhere: () => undefined,
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
  wholeWall: () => sheet.value?.all(),
  thisScreen: () => sheet.value?.one(),
  zoomIn: () => sheet.value?.zoomBy(1.25),
  zoomOut: () => sheet.value?.zoomBy(0.8),
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
  <div class="bench" :style="{ gridTemplate: panes.template.value }">
    <template v-if="bench.component">
      <OutlinePane v-show="!sizes.folded.outline" class="outline" />
      <LookSheet ref="sheet" class="wall" @leave="leave" />
      <DetailsPane v-show="!sizes.folded.details" class="details" @content="openContent" />
      <ShelfPane v-show="!sizes.folded.shelf" ref="shelf" class="shelf" @keys="keys = true" @content="openContent()" />
      <PaneGrips :panes="panes" />
      <ReadyControls />
      <KeysDialog v-model:visible="keys" />
      <OriginalDialogs />
      <ContentDialog v-if="content.open" v-model:visible="content.open" :set="content.set" />
    </template>
    <section v-else class="gone">
      <p>
        There is no original {{ bench.of }} here: it was deleted or renamed, or its kit is not installed. Undo brings a
        deleted one back.
      </p>
      <RouterLink :to="`/p/${doc.id}/compose`">Back to the screens</RouterLink>
    </section>
  </div>
</template>

<style scoped>
.bench {
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
.gone {
  padding: 40px;
  grid-area: 1 / 1 / 3 / 4;
  display: grid;
  gap: 10px;
  align-content: start;
}
</style>
