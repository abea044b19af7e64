<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, ref, watch } from 'vue';
import {
  arithmetic,
  bindColumns,
  componentAt,
  countItemSteps,
  entriesOf,
  shownComponent,
  treeOfScreen,
  type SeriesNode,
  type Step,
} from '../../core/index.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** How often a series repeats, or what feeds it. */
const props = defineProps<{ series: SeriesNode }>();
const emit = defineEmits<{ content: [set: string] }>();
const doc = useDocument();
const editor = useEditor();
const commands = useCommands();
const count = computed(() => (doc.shown ? entriesOf(doc.shown, props.series).length : 0));
const draft = ref('');
const problem = ref('');
watch(
  count,
  (n) => {
    draft.value = String(n);
    problem.value = '';
  },
  { immediate: true },
);
const sets = computed(() => [
  { id: '', name: 'a number of times' },
  ...Object.values(doc.shown?.contentSets ?? {}).map((s) => ({ id: s.id, name: `rows of ${s.name}` })),
]);
const component = computed(() => {
  const item = editor.screen?.nodes[props.series.item];
  return item?.type === 'instance' && editor.world
    ? componentAt(editor.world, shownComponent(editor.appliedKits, item.component))
    : undefined;
});
const set = computed(() => (props.series.rows === undefined ? undefined : doc.shown?.contentSets[props.series.rows]));
const item = computed(() => editor.screen?.nodes[props.series.item]);
const columns = computed(() => [
  { id: '', name: 'nothing' },
  ...(set.value?.columns.map((c) => ({ id: c.id, name: c.name })) ?? []),
]);
const bindable = computed(() =>
  (component.value?.contract.props ?? []).filter((p) => p.kind !== 'list' && p.means !== 'state'),
);
function setCount(): void {
  const n = arithmetic(draft.value, count.value);
  if (n === null || !Number.isInteger(n) || n < 1 || n > 200) {
    problem.value = `A series repeats 1 to 200 times; “${draft.value.slice(0, 20)}” is no such number.`;
    return;
  }
  problem.value = '';
  if (editor.screen && n !== count.value)
    doc.act(`Repeat ${n} times`, countItemSteps(treeOfScreen(editor.screen), props.series, n));
}
function feed(id: string): void {
  const s = editor.screen;
  const chosen = doc.shown?.contentSets[id];
  if (!s) return;
  const tree = treeOfScreen(s);
  const steps: Step[] = [{ do: 'set', tree, node: props.series.id, field: 'rows', value: chosen ? id : null }];
  if (chosen && component.value) {
    const bound = bindColumns(component.value.contract.props, chosen.columns);
    steps.push({
      do: 'set',
      tree,
      node: props.series.item,
      field: 'bind',
      value: Object.fromEntries(Object.entries(bound).map(([p, c]) => [`props.${p}`, `row.${c}`])),
    });
  } else if (!chosen) {
    steps.push({ do: 'set', tree, node: props.series.item, field: 'bind', value: null });
    if (props.series.entries.length === 0)
      steps.push(
        ...countItemSteps(tree, { ...props.series, entries: [] }, Math.max(1, count.value)).filter(
          (x) => x.do === 'set',
        ),
      );
  }
  doc.act(chosen ? `Feed the series from ${chosen.name}` : 'Repeat a number of times', steps);
}
function bind(prop: string, column: string): void {
  const s = editor.screen;
  if (!s) return;
  const next = { ...(item.value?.bind ?? {}) } as Record<string, string>;
  if (column === '') delete next[`props.${prop}`];
  else next[`props.${prop}`] = `row.${column}`;
  doc.act('Bind a column', [
    {
      do: 'set',
      tree: treeOfScreen(s),
      node: props.series.item,
      field: 'bind',
      value: Object.keys(next).length > 0 ? next : null,
    },
  ]);
}
</script>

<template>
  <div class="rows">
    <label for="series-of">Repeats</label
    ><Select
      input-id="series-of"
      size="small"
      fluid
      :model-value="series.rows ?? ''"
      :options="sets"
      option-label="name"
      option-value="id"
      placeholder="a number of times"
      aria-label="Repeats"
      @update:model-value="feed"
    />
    <template v-if="series.rows === undefined"
      ><label for="series-count">Times</label
      ><InputText
        id="series-count"
        v-model="draft"
        size="small"
        fluid
        inputmode="numeric"
        @change="setCount"
        @keydown.enter="setCount"
    /></template>
    <template v-else
      ><span /><button class="quiet-link" @click="emit('content', series.rows ?? '')">Edit its {{ count }} rows</button>
      <template v-for="p in bindable" :key="p.id"
        ><span class="note clip">{{ p.name }}</span
        ><Select
          size="small"
          fluid
          :model-value="(item?.bind?.[`props.${p.id}`] ?? '').replace('row.', '')"
          :options="columns"
          option-label="name"
          option-value="id"
          placeholder="nothing"
          :aria-label="`Column for ${p.name}`"
          @update:model-value="(v: string) => bind(p.id, v)"
      /></template>
    </template>
    <span /><span class="links"
      ><button class="quiet-link" @click="editor.select([series.item])">Every item</button
      ><button class="quiet-link" @click="commands.breakSeries(series.id)">Break into {{ count }} things</button></span
    >
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.rows {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 6px;
  align-items: center;
  padding: 4px 14px 8px;
}
.links {
  display: grid;
  gap: 4px;
  justify-items: start;
}
.rows > .quiet-link {
  justify-self: start;
}
.problem {
  grid-column: 1 / -1;
  color: var(--bad);
  font-size: 11.5px;
}
</style>
