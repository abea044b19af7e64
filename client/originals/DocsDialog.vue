<script setup lang="ts">
import Button from 'primevue/button';
import Textarea from 'primevue/textarea';
import { computed, ref, watch } from 'vue';
import { componentAt, kitOfRef, type ComponentRef } from '../../core/index.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';
import PictureCanvas from '../surface/PictureCanvas.vue';
import { useOriginals } from '../stores/originals.js';
import { readDocs } from './docs.js';

/** The docs page of a component: read with live samples, and written for one's own and for editions. */
const visible = defineModel<boolean>('visible', { required: true });
const props = defineProps<{ readonly of: ComponentRef; readonly editable: boolean }>();
const doc = useDocument();
const stage = useStage();
const originals = useOriginals();
const component = computed(() => (stage.world ? componentAt(stage.world, props.of) : undefined));
const kit = computed(() => (stage.world ? kitOfRef(stage.world, props.of) : undefined) ?? stage.mainKit);
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
const parts = computed(() =>
  readDocs(text.value, kit.value, stage.ground?.project).map((p) => {
    const sample = p.kind === 'sample' && p.template ? stage.templateSample(p.template) : null;
    return { ...p, sample };
  }),
);
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
      <article aria-label="Docs page">
        <p v-if="parts.length === 0" class="note">
          {{ component?.summary }} It has no docs page yet{{
            editable ? '' : '; open it on the Workbench to write one'
          }}.
        </p>
        <template v-for="(p, i) in parts" :key="i">
          <!-- eslint-disable-next-line vue/no-v-html -- cleaned when it is read -->
          <div v-if="p.kind === 'html'" class="text" v-html="p.html" />
          <figure v-else>
            <PictureCanvas
              v-if="p.sample"
              :primitives="p.sample.primitives"
              :width="p.sample.width"
              :height="p.sample.height"
              :zoom="1"
              background="#ffffff"
            />
            <p v-else class="bad">{{ p.problem }}</p>
            <figcaption class="note">{{ p.line }}</figcaption>
          </figure>
        </template>
      </article>
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
article {
  grid-auto-rows: max-content;
  max-height: 60vh;
  overflow: auto;
  display: grid;
  gap: 12px;
  align-content: start;
}
.text :deep(p),
.text :deep(ul),
.text :deep(ol),
.text :deep(table) {
  margin: 0 0 8px;
}
.text :deep(ul) {
  list-style: disc;
  padding-left: 20px;
}
.text :deep(h1),
.text :deep(h2),
.text :deep(h3) {
  margin: 10px 0 6px;
}
.text :deep(td),
.text :deep(th) {
  border-bottom: 1px solid var(--line);
  padding: 3px 14px 3px 0;
  text-align: left;
  vertical-align: top;
}
.text :deep(code) {
  background: var(--wash);
  padding: 0 4px;
  border-radius: 3px;
}
figure {
  margin: 0;
  border: 1px solid var(--line);
  border-radius: 5px;
  overflow: hidden;
  background: #fff;
}
figcaption {
  border-top: 1px solid var(--line);
  background: var(--paper);
  padding: 3px 10px;
}
.bad {
  color: var(--bad);
  padding: 8px 10px;
}
.acts {
  display: flex;
  gap: 10px;
  justify-content: end;
  padding-top: 10px;
}
</style>
