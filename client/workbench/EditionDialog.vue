<script setup lang="ts">
import Button from 'primevue/button';
import { computed } from 'vue';
import { changeWords, editionKey, failedChanges, installedAt, splitRef } from '../../core/index.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** What this project changed of an installed original: each change can be dropped; those that no longer fit say why. */
const visible = defineModel<boolean>('visible', { required: true });
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
const key = computed(() => {
  const { kit, id } = splitRef(componentEditor.of);
  return editionKey(kit, id);
});
const edition = computed(() => doc.shown?.editions?.[key.value]);
const failed = computed(
  () =>
    new Map(
      (editor.world ? failedChanges(editor.world, componentEditor.of) : []).map((f) => [f.id, f.refusal.message]),
    ),
);
const changes = computed(() => {
  const c = componentEditor.component ?? (editor.world ? installedAt(editor.world, componentEditor.of) : undefined);
  return (edition.value?.steps ?? []).map((s) => ({
    id: s.id,
    says: c ? changeWords(c, s.step) : s.id,
    failed: failed.value.get(s.id),
  }));
});
function drop(ids: readonly string[]): void {
  const from = edition.value?.from ?? componentEditor.of;
  doc.act(
    ids.length === 1 ? 'Drop a change' : `Drop ${plural(ids.length, 'change')}`,
    ids.map((id) => ({ do: 'edition', edition: key.value, from, id, value: null })),
  );
}
</script>

<template>
  <AppDialog v-model:visible="visible" :header="`Changes of ${componentEditor.component?.name ?? 'it'}`" :width="520">
    <p v-if="changes.length === 0" class="note">
      It is as its kit brings it. What you change on the Workbench, or promote into it, is this project’s edition and
      stands here; the kit itself never changes.
    </p>
    <template v-else>
      <p class="note">Made on {{ edition?.from }}. They are done again on each version that is installed later.</p>
      <ul aria-label="Changes">
        <li v-for="c in changes" :key="c.id">
          <span
            >{{ c.says }}<span v-if="c.failed" class="bad">Does not fit any more: {{ c.failed }}</span></span
          >
          <button class="quiet-link" @click="drop([c.id])">Drop</button>
        </li>
      </ul>
      <Button label="Drop all changes" severity="secondary" outlined @click="drop(changes.map((c) => c.id))" />
    </template>
  </AppDialog>
</template>

<style scoped>
ul {
  margin: 10px 0;
  max-height: 340px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 5px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
  padding: 5px 10px;
  border-bottom: 1px solid var(--line);
}
li:last-child {
  border-bottom: 0;
}
.bad {
  display: block;
  color: var(--bad);
  font-size: 11.5px;
}
</style>
