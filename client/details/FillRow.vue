<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import {
  contentValue,
  kitOfRef,
  shownComponent,
  tableColumns,
  treeOfScreen,
  type Component,
  type InstanceNode,
  type Step,
} from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** Fills a table from a content set: a column for each of the set's. */
const props = defineProps<{ node: InstanceNode; component: Component }>();
const emit = defineEmits<{ content: [set: string] }>();
const doc = useDocument();
const editor = useEditor();
const all = computed(() => doc.shown?.contentSets);
const sets = computed(() => [
  ...Object.values(all.value ?? {}).map((s) => ({ id: s.id, name: s.name })),
  { id: '+', name: 'Bring in rows …' },
]);
const now = computed(() => {
  for (const f of props.node.fills)
    for (const c of f.children) {
      const n = editor.screen?.nodes[c];
      for (const s of n?.type === 'instance' ? n.overrides : []) {
        const from = contentValue(s.value);
        if (from && 'rows' in from) return from.rows;
      }
    }
  return '';
});
function fill(id: string): void {
  const s = editor.screen;
  const w = editor.world;
  const set = doc.shown?.contentSets[id];
  if (id === '+') {
    emit('content', '');
    return;
  }
  if (!s || !w || !set) return;
  const ref = shownComponent(editor.appliedKits, props.node.component);
  const made = tableColumns(
    ref,
    props.component,
    Object.values(kitOfRef(w, ref)?.components ?? {}),
    set,
    editor.newId,
    editor.behind,
  );
  if (!made) return;
  const tree = treeOfScreen(s);
  const old = props.node.fills.flatMap((f) => f.children);
  const steps: Step[] = old.map((node): Step => ({ do: 'remove', tree, node }));
  let after: string | null = null;
  for (const p of made.pieces) {
    steps.push({
      do: 'insert',
      tree,
      root: p.root,
      nodes: p.nodes,
      into: { parent: props.node.id, slot: { home: ref, slot: made.slot } },
      after,
    });
    after = p.root;
  }
  doc.act(`Fill ${props.component.name} from ${set.name}`, steps);
}
</script>

<template>
  <div class="row" role="group" aria-label="Filled from">
    <label for="fill-from">Filled from</label
    ><Select
      input-id="fill-from"
      size="small"
      fluid
      :model-value="now"
      :options="sets"
      option-label="name"
      option-value="id"
      placeholder="nothing yet"
      aria-label="Filled from"
      @update:model-value="fill"
    />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 6px;
  align-items: center;
  padding: 4px 14px;
}
</style>
