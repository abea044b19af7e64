<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';
import LookSheet from '../workbench/LookSheet.vue';
import { useAddress, type OwnCommands } from './address.js';
import EditorFrame from './EditorFrame.vue';

/** One original, edited as a screen is: its parts at the left, all its looks in the middle, its contract at the right, its uses below. */
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
const originals = useOriginals();
const route = useRoute();
const router = useRouter();
const sheet = ref<InstanceType<typeof LookSheet> | null>(null);

useAddress(
  'workbench',
  'original',
  (asked) => componentEditor.open(asked),
  () => componentEditor.of,
);
onBeforeUnmount(() => {
  // The view that follows may have left it already, and selected something of its own.
  if (componentEditor.of === '') return;
  editor.select([]);
  componentEditor.leave();
});
function leave(): void {
  void router.push(`/p/${String(route.params['project'])}/compose`);
}
/** The next original of the project on the Workbench. */
function goBy(by: 1 | -1): void {
  const all = Object.keys(doc.shown?.originals ?? {}).map((id) => `project/${id}`);
  const to = all[all.indexOf(componentEditor.of) + by];
  if (to) originals.open(to);
}
const own: OwnCommands = {
  out: () => (editor.selection.length > 0 ? editor.climb() : leave()),
  alikeHere: () => undefined,
  alikeAnywhere: () => undefined,
  previousScreen: () => goBy(-1),
  nextScreen: () => goBy(1),
  wholeWall: () => sheet.value?.all(),
  thisScreen: () => sheet.value?.one(),
  zoomIn: () => sheet.value?.zoomBy(1.25),
  zoomOut: () => sheet.value?.zoomBy(0.8),
  nextOver: () => undefined,
  fold: () => undefined,
};
</script>

<template>
  <EditorFrame v-if="componentEditor.component" :own="own">
    <LookSheet ref="sheet" @leave="leave" />
  </EditorFrame>
  <section v-else class="gone">
    <p>
      There is no original {{ componentEditor.of }} here: it was deleted or renamed, or its kit is not installed. Undo
      brings a deleted one back.
    </p>
    <RouterLink class="quiet-link" :to="`/p/${doc.id}/compose`">Back to the screens</RouterLink>
  </section>
</template>

<style scoped>
.gone {
  padding: 40px;
  display: grid;
  gap: 10px;
  align-content: start;
}
</style>
