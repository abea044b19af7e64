<script setup lang="ts">
import Button from 'primevue/button';
import Textarea from 'primevue/textarea';
import { computed, ref, watch } from 'vue';
import { componentAt, kitOfRef, type ComponentRef } from '../../core/index.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import { useOriginals } from '../stores/originals.js';
import DocsPage from './DocsPage.vue';

/** The docs page of a component: read with live samples, and written for one's own and for editions. */
const visible = defineModel<boolean>('visible', { required: true });
const props = defineProps<{ readonly of: ComponentRef; readonly editable: boolean }>();
const doc = useDocument();
const editor = useEditor();
const originals = useOriginals();
const component = computed(() => (editor.world ? componentAt(editor.world, props.of) : undefined));
const kit = computed(() => (editor.world ? kitOfRef(editor.world, props.of) : undefined) ?? editor.mainKit);
const writing = ref(false);
const draft = ref('');
watch(
  () => component.value?.docs,
  (docs) => {
    if (!writing.value) draft.value = docs ?? '';
  },
  { immediate: true },
);
const text = computed(() => (writing.value ? draft.value : (component.value?.docs ?? '')));
/** A first page says what is known already. */
function begin(): void {
  const c = component.value;
  if (!c) return;
  if ((c.docs ?? '') === '') {
    const rows = c.contract.props.map((p) => `| ${p.name} | ${p.kind} | ${p.description || ' '} |`).join('\n');
    draft.value = `${c.summary}\n\n\`\`\`sample\n${c.name}\n\`\`\`\n${rows === '' ? '' : `\n## What each use can choose\n\n| Property | Kind | What it is for |\n| --- | --- | --- |\n${rows}\n`}`;
  }
  writing.value = true;
}
function keep(): void {
  const c = component.value;
  if (
    c &&
    doc.act(`Write about ${c.name}`, [
      {
        do: 'about',
        tree: originals.treeOf(props.of),
        field: 'docs',
        value: draft.value.trim() === '' ? null : draft.value,
      },
    ])
  )
    writing.value = false;
}
</script>

<template>
  <AppDialog v-model:visible="visible" :header="`About ${component?.name ?? 'it'}`" :width="writing ? 900 : 620">
    <div class="page" :class="{ both: writing }">
      <Textarea
        v-if="writing"
        v-model="draft"
        aria-label="Docs page in Markdown"
        rows="18"
        autofocus
        placeholder="Markdown. A fenced block called sample is a place line and is drawn live."
      />
      <DocsPage :text="text" :kit="kit" :world="editor.ground">
        <p class="note">
          {{ component?.summary }} It has no docs page yet{{
            editable ? '' : '; open it on the Workbench to write one'
          }}.
        </p>
      </DocsPage>
    </div>
    <p v-if="editable" class="acts">
      <template v-if="writing"
        ><Button label="Leave it as it was" severity="secondary" outlined @click="writing = false" /><Button
          label="Keep the page"
          @click="keep"
      /></template>
      <Button
        v-else
        :label="component?.docs ? 'Write on' : 'Write a docs page'"
        severity="secondary"
        outlined
        @click="begin"
      />
    </p>
  </AppDialog>
</template>

<style scoped>
.page {
  display: grid;
  gap: 18px;
}
.both {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.page :deep(textarea) {
  font:
    12.5px/1.5 ui-monospace,
    monospace;
}
.acts {
  display: flex;
  gap: 10px;
  justify-content: end;
  padding-top: 10px;
}
</style>
