<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import { computed } from 'vue';
import { treeOfScreen, type Step } from '../../core/index.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** Marks what is selected as an asset: it leaves as files of its own in Hand over. */
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
const isThing = computed(
  () => componentEditor.of === '' && editor.selectedNode !== undefined && (editor.selectedPlace?.at.length ?? 0) === 0,
);
const on = computed(() => editor.selectedNode?.asset === true);
function mark(asset: boolean): void {
  const steps = editor.targets.flatMap((t) =>
    t.ids.map((node): Step => ({
      do: 'set',
      tree: treeOfScreen(t.screen),
      node,
      field: 'asset',
      value: asset ? true : null,
    })),
  );
  doc.act(asset ? 'Mark as an asset' : 'Unmark an asset', steps);
}
</script>

<template>
  <label v-if="isThing" class="section asset" title="It leaves as SVG and PNG of its own: Hand over, Export">
    <Checkbox binary size="small" :model-value="on" @update:model-value="mark" /> An asset: leaves as files of its own
  </label>
</template>

<style scoped>
.asset {
  grid-template-columns: auto minmax(0, 1fr);
  align-items: center;
}
</style>
