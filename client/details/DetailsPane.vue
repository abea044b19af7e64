<script setup lang="ts">
import { computed } from 'vue';
import { componentAt, shownComponent } from '../../core/index.js';
import MissingDetails from '../originals/MissingDetails.vue';
import { useEditor } from '../stores/editor/editor.js';
import InstanceDetails from './InstanceDetails.vue';
import ContractPane from '../workbench/ContractPane.vue';
import PartDetails from './PartDetails.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import PlainDetails from './PlainDetails.vue';
import ScreenDetails from './ScreenDetails.vue';

/** The overrides of what is selected; of the screen when nothing is. */
const emit = defineEmits<{ content: [set: string] }>();
const editor = useEditor();
const componentEditor = useComponentEditor();
const isInstance = computed(() => editor.selectedNode?.type === 'instance');
/** An instance whose original is not here any more. */
const missing = computed(() => {
  const n = editor.selectedNode;
  const w = editor.ground;
  return w && n?.type === 'instance' && !componentAt(w, shownComponent(editor.appliedKits, n.component))
    ? n.component
    : null;
});
const plain = computed(() =>
  editor.selectedNode && editor.selectedNode.type !== 'instance' ? editor.selectedNode : undefined,
);
</script>

<template>
  <section class="pane" aria-label="Details" role="region">
    <MissingDetails v-if="missing" :of="missing" />
    <InstanceDetails v-else-if="isInstance" @content="(s) => emit('content', s)" />
    <PartDetails v-else-if="plain && componentEditor.of !== '' && plain.type !== 'series'" :node="plain" />
    <PlainDetails v-else-if="plain" :node="plain" @content="(s) => emit('content', s)" />
    <ContractPane v-else-if="componentEditor.of !== ''" />
    <ScreenDetails v-else-if="editor.screen" :screen="editor.screen" />
    <p v-else class="idle note">Settings of what you select stand here.</p>
  </section>
</template>

<style scoped>
.pane {
  border-left: 1px solid var(--line);
  background: var(--paper);
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
  overflow: hidden;
}
.pane :deep(header) {
  padding: 10px 14px;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 2px;
}
.pane :deep(.body) {
  overflow: hidden auto;
  padding: 6px 0 20px;
}
.pane :deep(.section) {
  border-top: 1px solid var(--line);
  padding: 10px 14px;
  margin-top: 8px;
  display: grid;
  gap: 6px;
}
.pane :deep(.section:first-child) {
  border-top: 0;
  margin-top: 0;
}
.pane :deep(.between) {
  display: flex;
  justify-content: space-between;
}
.pane :deep(h3) {
  font-size: 13px;
}
.idle {
  padding: 12px 14px;
  display: grid;
  gap: 8px;
}
a {
  color: var(--ink);
}
</style>
