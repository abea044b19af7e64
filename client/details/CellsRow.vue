<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import {
  bindColumns,
  chooseSteps,
  contentValue,
  treeOfScreen,
  type Component,
  type InstanceNode,
  type Step,
} from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** Fills what an instance says from one row of a content set: its texts, numbers, flags, icons and pictures follow the row. */
const props = defineProps<{ node: InstanceNode; component: Component }>();
const doc = useDocument();
const editor = useEditor();
/** Content sets; the same as long as none changes, whatever is typed elsewhere. */
const all = computed(() => doc.shown?.contentSets);
const sets = computed(() =>
  Object.values(all.value ?? {}).filter(
    (s) => Object.keys(bindColumns(props.component.contract.props, s.columns)).length > 0,
  ),
);
const now = computed<{ readonly cell: string; readonly row: string } | null>((was) => {
  for (const s of props.node.overrides) {
    const from = contentValue(s.value);
    if (from && 'cell' in from)
      return was?.cell === from.cell && was.row === from.row ? was : { cell: from.cell, row: from.row };
  }
  return null;
});
const set = computed(() => (now.value ? all.value?.[now.value.cell] : undefined));
const rows = computed(() =>
  (set.value?.rows ?? []).map((r, i) => ({
    key: r.key,
    name: `${i + 1}. ${Object.values(r.values).find((v) => typeof v === 'string' && v !== '') ?? ''}`,
  })),
);
function fill(setId: string, rowKey?: string): void {
  const s = editor.screen;
  const w = editor.world;
  const chosen = doc.shown?.contentSets[setId];
  const row = rowKey ?? chosen?.rows[0]?.key;
  if (!s || !w || !chosen || row === undefined) return;
  const bound = bindColumns(props.component.contract.props, chosen.columns);
  const steps = Object.entries(bound).flatMap(([name, column]): Step[] =>
    chooseSteps(
      w,
      editor.appliedKits,
      treeOfScreen(s),
      props.node,
      { at: [], kind: 'prop', name },
      { cell: chosen.id, row, column },
    ),
  );
  doc.act(`Fill ${props.component.name} from ${chosen.name}`, steps);
}
</script>

<template>
  <div v-if="sets.length > 0" class="section" role="group" aria-label="Filled from">
    <h3>Filled from</h3>
    <Select
      size="small"
      fluid
      :model-value="now?.cell ?? ''"
      :options="sets"
      option-label="name"
      option-value="id"
      placeholder="what is typed here"
      aria-label="Content set"
      @update:model-value="(v: string) => fill(v)"
    />
    <Select
      v-if="now && set"
      size="small"
      fluid
      :model-value="now.row"
      :options="rows"
      option-label="name"
      option-value="key"
      aria-label="Row"
      @update:model-value="(v: string) => fill(now!.cell, v)"
    />
  </div>
</template>
