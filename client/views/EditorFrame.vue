<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { defineAsyncComponent, ref } from 'vue';
import { useRouter } from 'vue-router';
import ReadyControls from '../controls/ReadyControls.vue';
import DetailsPane from '../details/DetailsPane.vue';
import KeysDialog from '../keys/KeysDialog.vue';
import FindDialog from '../keys/FindDialog.vue';
import { useCommandKeys } from '../keys/listen.js';
import type { RunId } from '../keys/table.js';
import OriginalDialogs from '../originals/OriginalDialogs.vue';
import OutlinePane from '../outline/OutlinePane.vue';
import PaneHandles from '../parts/PaneHandles.vue';
import { usePanes } from '../parts/panes.js';
import ShelfPane from '../shelf/ShelfPane.vue';
import { useCommands } from '../stores/commands.js';
import { useAppearance } from '../stores/appearance.js';
import { useDocument } from '../stores/document/document.js';
import { useFreeform } from '../stores/freeform.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';
import { useTextEditing } from '../stores/textEditing.js';
import type { OwnCommands } from './address.js';
import { nextThing } from './nextThing.js';

const ContentDialog = defineAsyncComponent(() => import('../content/ContentDialog.vue'));

/** What is around a place of work: Outline at the left, Details at the right, Shelf below, the dialogs, and every key. */
const props = defineProps<{ own: OwnCommands }>();
const doc = useDocument();
const editor = useEditor();
const commands = useCommands();
const freeform = useFreeform();
const router = useRouter();
const appearance = useAppearance();
const textEditing = useTextEditing();
const originals = useOriginals();
const keys = ref(false);
const finding = ref(false);
const content = ref<{ open: boolean; set: string }>({ open: false, set: '' });
const shelf = ref<InstanceType<typeof ShelfPane> | null>(null);
const panes = usePanes();
const { sizes, fold } = panes;
const openContent = (set = ''): void => void (content.value = { open: true, set });

/** What each command does; where it is another thing on each place of work, that says it. */
const run: Readonly<Record<RunId, (event: KeyboardEvent) => void>> = {
  placeLine: () => {
    sizes.value.folded.shelf = false;
    shelf.value?.focusLine();
  },
  series: () => commands.makeSeries(),
  make: () => (originals.making = true),
  workbench: () => originals.openSelected(),
  promote: () => originals.promote(),
  detach: () => originals.detach(),
  reattach: () => originals.reattach(),
  copyOverrides: () => originals.copyOverrides(),
  pasteOverrides: () => originals.pasteOverrides(),
  content: () => openContent(),
  previous: (e) => freeform.nudge(0, -1, e) || nextThing(-1, false),
  next: (e) => freeform.nudge(0, 1, e) || nextThing(1, false),
  previousToo: (e) => freeform.nudge(0, -1, e) || nextThing(-1, true),
  nextToo: (e) => freeform.nudge(0, 1, e) || nextThing(1, true),
  leftwards: (e) => void freeform.nudge(-1, 0, e),
  rightwards: (e) => void freeform.nudge(1, 0, e),
  distances: () => (freeform.measuring = true),
  all: () => commands.selectAll(),
  write: () => {
    if (editor.selected) textEditing.write(editor.selected);
  },
  nudgeUp: (e) => freeform.nudge(0, -1, e) || commands.nudge('up'),
  nudgeDown: (e) => freeform.nudge(0, 1, e) || commands.nudge('down'),
  nudgeIn: (e) => freeform.nudge(1, 0, e) || commands.nudge('in'),
  nudgeOut: (e) => freeform.nudge(-1, 0, e) || commands.nudge('out'),
  duplicate: () => commands.duplicate(),
  wrap: () => commands.wrap('column'),
  unwrap: () => commands.unwrap(),
  remove: () => {
    if (editor.countSelected > 0) commands.remove();
  },
  back: () => {
    if (editor.countSelected > 0) commands.back();
  },
  tryOn: () => shelf.value?.tryOn(),
  undo: () => doc.undo(),
  redo: () => doc.redo(),
  find: () => (finding.value = true),
  nameScreens: () => (editor.asked = 'names'),
  sheet: () => (editor.asked = 'sheet'),
  lens: () => shelf.value?.nextLens(),
  night: () => appearance.next(),
  tryIt: () => void router.push(`/p/${doc.id}/try/${editor.screenId}`),
  foldOutline: () => fold('outline'),
  foldDetails: () => fold('details'),
  foldShelf: () => fold('shelf'),
  keys: () => {
    keys.value = true;
  },
  ...props.own,
};
useCommandKeys(run);
useEventListener('keyup', (e: KeyboardEvent) => {
  if (e.key.toLowerCase() === 'd') freeform.measuring = false;
});
useEventListener('blur', () => (freeform.measuring = false));
</script>

<template>
  <div class="work" :style="{ gridTemplate: panes.template.value }">
    <OutlinePane v-show="!sizes.folded.outline" class="outline" />
    <div class="middle"><slot /></div>
    <DetailsPane v-show="!sizes.folded.details" class="details" @content="openContent" />
    <ShelfPane v-show="!sizes.folded.shelf" ref="shelf" class="shelf" @keys="keys = true" @content="openContent()" />
    <PaneHandles :panes="panes" />
    <ReadyControls />
    <KeysDialog v-model:visible="keys" />
    <FindDialog v-if="finding" v-model:visible="finding" :run="run" />
    <OriginalDialogs />
    <ContentDialog v-if="content.open" v-model:visible="content.open" :set="content.set" />
  </div>
</template>

<style scoped>
.work {
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
.middle {
  grid-area: 1 / 2;
  display: grid;
  min-width: 0;
  min-height: 0;
}
.details {
  grid-area: 1 / 3;
}
.shelf {
  grid-area: 2 / 1 / 2 / 4;
}
</style>
