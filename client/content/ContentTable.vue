<script setup lang="ts">
import Column from 'primevue/column';
import DataTable, { type DataTableRowReorderEvent } from 'primevue/datatable';
import { computed, ref, shallowReactive, watch } from 'vue';
import type { ContentSet, Json, Step } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import ColumnHead from './ColumnHead.vue';
import {
  addColumnSteps,
  addRowSteps,
  cellStep,
  dropColumnSteps,
  dropRowSteps,
  kindSteps,
  moveRowSteps,
  renameColumnSteps,
} from './edits.js';

const PAGE = 100;
type Row = ContentSet['rows'][number];
/** The rows and columns of one content set. Each cell, row and column is an edit of its own, so that several people can fill one set. */
const props = defineProps<{ id: string }>();
const doc = useDocument();
const known = computed<ContentSet | undefined>(() => doc.shown?.contentSets[props.id]);
/** The set as it is, or as it was last while this is being closed. */
let last: ContentSet = known.value ?? { id: props.id, name: '', columns: [], rows: [] };
const set = computed<ContentSet>(() => (last = known.value ?? last));
// The table makes its cells anew whenever this component is drawn anew, and with them what is being typed. So nothing that a
// change of a cell touches is read in the template itself: rows are put into one lasting list.
const columns = computed(() => set.value.columns);
const name = computed(() => set.value.name);
const paged = computed(() => set.value.rows.length > PAGE);
const many = computed(() => set.value.rows.length > 1);
const rows = shallowReactive<Row[]>([]);
watch(
  () => set.value.rows,
  (next) => {
    rows.length = next.length;
    next.forEach((r, i) => {
      if (rows[i] !== r) rows[i] = r;
    });
  },
  { immediate: true },
);
const emit = defineEmits<{ problem: [says: string] }>();
const frame = ref<HTMLElement | null>(null);

const act = (label: string, steps: readonly Step[]): boolean => steps.length > 0 && doc.act(label, steps);
function put(row: string, column: string, typed: Json, field?: HTMLTextAreaElement): void {
  const got = cellStep(set.value, row, column, typed);
  emit('problem', 'problem' in got ? got.problem : '');
  if ('problem' in got) {
    if (field) field.value = text(row, column);
    return;
  }
  act(`Change ${set.value.columns.find((c) => c.id === column)?.name ?? 'a cell'} in ${set.value.name}`, got.steps);
}
const text = (row: string, column: string): string =>
  String(set.value.rows.find((r) => r.key === row)?.values[column] ?? '');
/** Enter and arrows go from row to row in a column; Escape gives a cell back what it had, then closes the dialog. */
function key(event: KeyboardEvent, row: string, column: string): void {
  const field = event.target as HTMLTextAreaElement;
  const by =
    event.key === 'Enter' && !event.shiftKey
      ? 1
      : event.key === 'ArrowDown' && field.selectionEnd === field.value.length
        ? 1
        : event.key === 'ArrowUp' && field.selectionStart === 0
          ? -1
          : 0;
  if (event.key === 'Escape' && field.value !== text(row, column)) {
    field.value = text(row, column);
    event.stopPropagation();
    return;
  }
  if (by === 0) return;
  event.preventDefault();
  const all = [
    ...(frame.value?.querySelectorAll<HTMLTextAreaElement>(`textarea[data-column="${CSS.escape(column)}"]`) ?? []),
  ];
  const next = all[all.indexOf(field) + by];
  if (next) next.focus();
  else field.blur();
}
function reorder(event: DataTableRowReorderEvent): void {
  act(`Move a row of ${set.value.name}`, moveRowSteps(set.value, event.dragIndex, event.dropIndex));
}
const at = (key: string): number => set.value.rows.findIndex((r) => r.key === key);
</script>

<template>
  <div ref="frame" class="frame">
    <DataTable
      :value="rows"
      data-key="key"
      size="small"
      scrollable
      scroll-height="360px"
      show-gridlines
      :paginator="paged"
      :rows="PAGE"
      @row-reorder="reorder"
    >
      <Column row-reorder header-style="width: 34px" body-style="width: 34px" />
      <Column v-for="c in columns" :key="c.id" :field="c.id" body-style="vertical-align: top">
        <template #header>
          <ColumnHead
            :column="c"
            :last="columns.length === 1"
            @rename="(to) => act(`Rename a column of ${name}`, renameColumnSteps(set, c.id, to))"
            @kind="(k) => act(`Change a column of ${name}`, kindSteps(set, c.id, k))"
            @drop="act(`Take a column out of ${name}`, dropColumnSteps(set, c.id))"
          />
        </template>
        <template #body="{ data: r }">
          <input
            v-if="c.kind === 'flag'"
            type="checkbox"
            :checked="r.values[c.id] === true"
            :aria-label="`${c.name}, row ${at(r.key) + 1}`"
            @change="put(r.key, c.id, ($event.target as HTMLInputElement).checked)"
          />
          <textarea
            v-else
            rows="1"
            class="cell"
            :class="{ num: c.kind === 'number' }"
            :data-column="c.id"
            :value="String(r.values[c.id] ?? '')"
            :aria-label="`${c.name}, row ${at(r.key) + 1}`"
            @keydown="key($event, r.key, c.id)"
            @change="
              put(r.key, c.id, ($event.target as HTMLTextAreaElement).value, $event.target as HTMLTextAreaElement)
            "
          />
        </template>
      </Column>
      <Column
        frozen
        align-frozen="right"
        header-style="width: 34px"
        body-style="width: 34px; padding: 0; text-align: center"
      >
        <template #body="{ data: r }"
          ><button
            v-if="many"
            class="plain sign"
            :aria-label="`Take row ${at(r.key) + 1} out`"
            :title="`Take row ${at(r.key) + 1} out`"
            @click="act(`Take a row out of ${name}`, dropRowSteps(set, r.key))"
          >
            ×
          </button></template
        >
      </Column>
    </DataTable>
    <div class="bar">
      <button class="quiet-link" @click="act(`Add a row to ${name}`, addRowSteps(set))">Add a row</button
      ><button class="quiet-link" @click="act(`Add a column to ${name}`, addColumnSteps(set))">Add a column</button
      ><span class="note end">In a place line: “from {{ name }}”</span>
    </div>
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  min-width: 0;
  font-size: 12px;
}
.frame :deep(td) {
  padding: 1px 6px;
}
.frame :deep(th) {
  padding: 3px 6px;
  background: var(--wash);
}
.plain-field:hover,
.cell {
  display: block;
  border: 0;
  background: none;
  width: 100%;
  min-width: 84px;
  padding: 4px 0;
  resize: none;
  field-sizing: content;
  line-height: 1.35;
  max-height: 120px;
}
.cell.num {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.frame :deep(td > input[type='checkbox']) {
  margin: 5px 2px;
  accent-color: var(--ink);
}
.sign {
  width: 22px;
  height: 22px;
  border-radius: 4px;
  text-align: center;
  color: var(--soft);
}
.sign:hover,
.sign:focus-visible {
  background: var(--wash);
  color: var(--ink);
}
.bar {
  display: flex;
  gap: 14px;
  align-items: center;
}
.end {
  margin-left: auto;
}
</style>
