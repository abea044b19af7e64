<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import Textarea from 'primevue/textarea';
import { computed, ref, shallowRef, watch } from 'vue';
import { decodeRows, readRows, updateRows, type ContentSet, type ReadRows } from '../../core/index.js';
import ProblemList from '../parts/ProblemList.vue';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import { COLUMN_KINDS } from './edits.js';

/** Rows brought in from a file or pasted: looked at first, then taken as a new content set or into the current one. */
const props = defineProps<{ current: ContentSet | undefined }>();
const emit = defineEmits<{ done: [set: string] }>();
const doc = useDocument();
const editor = useEditor();
const pasted = ref('');
// What is read goes into the project as it is: nothing in it may be watched.
const read = shallowRef<ReadRows | null>(null);
const into = ref<'new' | 'same'>('new');
const name = ref('');
const failure = ref('');
const file = ref<HTMLInputElement | null>(null);
/** Larger files are not read. */
const MOST_BYTES = 8 * 1024 * 1024;

watch(pasted, (text) => {
  if (text.trim() !== '') show(text, '');
  else read.value = null;
});
function show(text: string, from: string): void {
  failure.value = '';
  const got = readRows(text);
  read.value = got;
  if (from !== '')
    name.value = from
      .replace(/\.[^.]*$/u, '')
      .replace(/[_-]+/gu, ' ')
      .slice(0, 80);
  else if (name.value === '') name.value = 'Content';
}
async function bring(f: File | undefined): Promise<void> {
  if (!f) return;
  failure.value = '';
  if (f.size > MOST_BYTES) {
    failure.value = `${f.name} has ${Math.round(f.size / 1024 / 1024)} MB; at most 8 MB are read. Nothing was changed.`;
    return;
  }
  const got = decodeRows(f.name, new Uint8Array(await f.arrayBuffer()));
  if ('problem' in got) {
    failure.value = got.problem;
    return;
  }
  show(got.text, f.name);
  if (file.value) file.value.value = '';
}
const fits = computed(() => read.value !== null && read.value.rows.length > 0);
function take(): void {
  const r = read.value;
  if (!r || !fits.value) return;
  const old = into.value === 'same' ? props.current : undefined;
  const id = old?.id ?? editor.newId();
  const called = name.value.trim() || 'Content';
  const value = old ? updateRows(old, r) : { id, name: called, columns: r.columns, rows: r.rows };
  const label = old ? `Bring new rows into ${old.name}` : `Bring in ${called}`;
  if (doc.act(label, [{ do: 'contentSet', set: id, value }])) emit('done', id);
}
</script>

<template>
  <section @dragover.prevent @drop.prevent="bring($event.dataTransfer?.files[0])">
    <p class="note">Paste CSV, a copied table or JSON here, or drop a file. The first row names the columns.</p>
    <Textarea v-model="pasted" rows="5" aria-label="Rows to bring in" placeholder="Name, Berth, Fare" />
    <div class="bar">
      <Button size="small" severity="secondary" outlined label="Choose a file" @click="file?.click()" /><input
        ref="file"
        type="file"
        accept=".csv,.tsv,.txt,.json"
        hidden
        aria-label="Rows file"
        @change="bring(file?.files?.[0])"
      />
    </div>
    <template v-if="read">
      <ProblemList :problems="read.problems" />
      <template v-if="fits">
        <div class="grid-frame">
          <table>
            <thead>
              <tr>
                <th v-for="c in read.columns" :key="c.id">
                  {{ c.name }}<span class="note kind">{{ COLUMN_KINDS.find((k) => k.id === c.kind)?.name }}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="r in read.rows.slice(0, 6)" :key="r.key">
                <td v-for="c in read.columns" :key="c.id" class="clip">
                  {{ r.values[c.id] === true ? 'yes' : r.values[c.id] === false ? 'no' : r.values[c.id] }}
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div class="bar">
          <InputText v-model="name" size="small" aria-label="Name of the content set" /><Select
            v-if="current"
            v-model="into"
            size="small"
            :options="[
              { id: 'new', name: 'as a new set' },
              { id: 'same', name: `into ${current.name}, keeping what is bound` },
            ]"
            option-label="name"
            option-value="id"
            aria-label="Where to"
          /><Button size="small" :label="`Take ${read.rows.length} rows`" @click="take" />
        </div>
      </template>
    </template>
    <p v-if="failure" class="problem" role="alert">{{ failure }}</p>
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 10px;
  align-items: center;
}
.grid-frame {
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 5px;
  max-height: 190px;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 12px;
}
th {
  position: sticky;
  top: 0;
  background: var(--wash);
  text-align: left;
  padding: 4px 8px;
  white-space: nowrap;
  font-weight: 600;
  z-index: 1;
}
td {
  border-top: 1px solid var(--line);
  padding: 2px 8px;
  max-width: 190px;
}
.kind {
  margin-left: 6px;
}
.problem {
  color: var(--bad);
}
</style>
