<script setup lang="ts">
import Button from 'primevue/button';
import Dialog from 'primevue/dialog';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import Textarea from 'primevue/textarea';
import { computed, ref, watch } from 'vue';
import { MADE_UP, madeUpSet, readRows, updateRows, valueOf, writeRows, type ContentSet, type Json, type MadeUp, type ReadRows } from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';

/** Content sets: small tables that fill texts, pictures, lists and series. */
const visible = defineModel<boolean>('visible', { required: true });
const props = defineProps<{ set: string }>();
const doc = useDocument();
const stage = useStage();
const sets = computed(() => Object.values(doc.shown?.contentSets ?? {}));
const chosen = ref(props.set || sets.value[0]?.id || '');
const current = computed<ContentSet | undefined>(() => doc.shown?.contentSets[chosen.value]);
const bringing = ref(sets.value.length === 0);
const pasted = ref('');
const read = ref<ReadRows | null>(null);
const into = ref<'new' | 'same'>('new');
const name = ref('');
const failure = ref('');
const file = ref<HTMLInputElement | null>(null);
const kinds = [{ id: 'text', name: 'text' }, { id: 'number', name: 'number' }, { id: 'flag', name: 'yes or no' }, { id: 'image', name: 'picture' }, { id: 'icon', name: 'icon' }];
const MOST_BYTES = 8 * 1024 * 1024;

watch(pasted, (text) => { if (text.trim() !== '') show(text, ''); else read.value = null; });
function show(text: string, from: string): void {
  failure.value = '';
  const got = readRows(text);
  read.value = got;
  if (from !== '') name.value = from.replace(/\.[^.]*$/u, '').replace(/[_-]+/gu, ' ').slice(0, 80);
  else if (name.value === '') name.value = 'Content';
}
async function bring(f: File | undefined): Promise<void> {
  if (!f) return;
  failure.value = '';
  if (f.size > MOST_BYTES) {
    failure.value = `${f.name} has ${Math.round(f.size / 1024 / 1024)} MB; at most 8 MB are read. Nothing was changed.`;
    return;
  }
  const bytes = new Uint8Array(await f.arrayBuffer());
  const head = bytes.subarray(0, 4);
  if ((head[0] === 0x89 && head[1] === 0x50) || (head[0] === 0x50 && head[1] === 0x4b) || (head[0] === 0x25 && head[1] === 0x50)) {
    failure.value = `${f.name} is no CSV or JSON. If it is a spreadsheet, save it as CSV first. Nothing was changed.`;
    return;
  }
  // UTF-16 says so at its beginning; anything else is read as UTF-8, or as Latin letters when it is not.
  const utf16 = (head[0] === 0xff && head[1] === 0xfe) || (head[0] === 0xfe && head[1] === 0xff);
  let text: string;
  try {
    text = utf16 ? new TextDecoder(head[0] === 0xff ? 'utf-16le' : 'utf-16be').decode(bytes) : new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    text = new TextDecoder('windows-1252').decode(bytes);
  }
  show(text, f.name);
  if (file.value) file.value.value = '';
}
const fits = computed(() => read.value !== null && read.value.rows.length > 0);
function take(): void {
  const r = read.value;
  if (!r || !fits.value) return;
  const old = current.value;
  if (into.value === 'same' && old) {
    if (!doc.act(`Bring new rows into ${old.name}`, [{ do: 'contentSet', set: old.id, value: updateRows(old, r) }])) return;
  } else {
    const id = stage.newId();
    if (!doc.act(`Bring in ${name.value || 'Content'}`, [{ do: 'contentSet', set: id, value: { id, name: name.value.trim() || 'Content', columns: r.columns, rows: r.rows } }])) return;
    chosen.value = id;
  }
  bringing.value = false;
  read.value = null;
  pasted.value = '';
}
function madeUp(kind: MadeUp): void {
  const id = stage.newId();
  const set = madeUpSet(id, kind);
  if (!doc.act(`Add made-up ${set.name.toLowerCase()}`, [{ do: 'contentSet', set: id, value: set }])) return;
  chosen.value = id;
  bringing.value = false;
}
function change(next: ContentSet, label: string, merge: string | null = null): void {
  doc.act(label, [{ do: 'contentSet', set: next.id, value: next }], merge);
}
function setCell(row: string, column: string, text: Json): void {
  const s = current.value;
  const c = s?.columns.find((x) => x.id === column);
  if (!s || !c) return;
  const value = c.kind === 'number' && typeof text === 'string' && text.trim() !== '' && !Number.isFinite(Number(text)) ? null : valueOf(text, c.kind);
  if (value === null && text !== '') {
    failure.value = `“${String(text).slice(0, 30)}” is not a number; ${c.name} takes numbers. The cell keeps what it had.`;
    return;
  }
  failure.value = '';
  change({ ...s, rows: s.rows.map((r) => (r.key === row ? { ...r, values: { ...r.values, [column]: value } } : r)) }, `Change ${c.name} in ${s.name}`, `${s.id}|${row}|${column}`);
}
function addRow(): void {
  const s = current.value;
  if (!s) return;
  let n = s.rows.length + 1;
  while (s.rows.some((r) => r.key === `r${n}`)) n++;
  change({ ...s, rows: [...s.rows, { key: `r${n}`, values: Object.fromEntries(s.columns.map((c) => [c.id, c.kind === 'flag' ? false : c.kind === 'number' ? 0 : ''])) }] }, `Add a row to ${s.name}`);
}
function dropRow(key: string): void {
  const s = current.value;
  if (s && s.rows.length > 1) change({ ...s, rows: s.rows.filter((r) => r.key !== key) }, `Take a row out of ${s.name}`);
}
function setKind(column: string, kind: ContentSet['columns'][number]['kind']): void {
  const s = current.value;
  if (s) change({ ...s, columns: s.columns.map((c) => (c.id === column ? { ...c, kind } : c)), rows: s.rows.map((r) => ({ ...r, values: { ...r.values, [column]: valueOf(r.values[column] ?? '', kind) } })) }, `Change a column of ${s.name}`);
}
function rename(text: string): void {
  const s = current.value;
  if (s && text.trim() !== '' && text !== s.name) change({ ...s, name: text.trim().slice(0, 80) }, `Rename ${s.name}`);
}
function remove(): void {
  const s = current.value;
  if (s && doc.act(`Delete ${s.name}`, [{ do: 'contentSet', set: s.id, value: null }])) chosen.value = sets.value[0]?.id ?? '';
}
function save(): void {
  const s = current.value;
  if (!s) return;
  const a = document.createElement('a');
  a.href = URL.createObjectURL(new Blob([writeRows(s)], { type: 'text/csv' }));
  a.download = `${s.name}.csv`;
  a.click();
  URL.revokeObjectURL(a.href);
}
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Content sets" :style="{ width: '900px' }" @keydown.stop>
    <div class="content">
      <aside><ul><li v-for="s in sets" :key="s.id"><button class="plain pick" :class="{ on: s.id === chosen && !bringing }" @click="chosen = s.id; bringing = false">{{ s.name }} <span class="note gapped">{{ s.rows.length }} rows</span></button></li></ul>
        <button class="quiet-link" @click="bringing = true">Bring in rows</button>
        <p class="note">Or made up:</p><ul><li v-for="m in MADE_UP" :key="m.id"><button class="quiet-link" :title="m.says" @click="madeUp(m.id)">{{ m.name }}</button></li></ul>
      </aside>
      <section v-if="bringing" class="bring" @dragover.prevent @drop.prevent="bring($event.dataTransfer?.files[0])">
        <p class="note">Paste CSV, a copied table or JSON here, or drop a file. The first row names the columns.</p>
        <Textarea v-model="pasted" rows="5" aria-label="Rows to bring in" placeholder="Name, Berth, Fare" />
        <div class="bar"><Button size="small" severity="secondary" outlined label="Choose a file" @click="file?.click()" /><input ref="file" type="file" accept=".csv,.tsv,.txt,.json" hidden aria-label="Rows file" @change="bring(file?.files?.[0])" /></div>
        <template v-if="read">
          <p v-for="(p, i) in read.problems" :key="i" class="note" :class="{ problem: p.level === 'refused' }" role="status">{{ p.message }}</p>
          <template v-if="fits">
            <div class="grid-frame"><table><thead><tr><th v-for="c in read.columns" :key="c.id">{{ c.name }}<span class="note"> {{ kinds.find((k) => k.id === c.kind)?.name }}</span></th></tr></thead><tbody><tr v-for="r in read.rows.slice(0, 6)" :key="r.key"><td v-for="c in read.columns" :key="c.id" class="clip">{{ r.values[c.id] === true ? 'yes' : r.values[c.id] === false ? 'no' : r.values[c.id] }}</td></tr></tbody></table></div>
            <div class="bar"><InputText v-model="name" size="small" aria-label="Name of the content set" /><Select v-if="current" v-model="into" size="small" :options="[{ id: 'new', name: 'as a new set' }, { id: 'same', name: `into ${current.name}, keeping what is bound` }]" option-label="name" option-value="id" aria-label="Where to" /><Button size="small" :label="`Take ${read.rows.length} rows`" @click="take" /></div>
          </template>
        </template>
        <p v-if="failure" class="problem" role="alert">{{ failure }}</p>
      </section>
      <section v-else-if="current" class="edit">
        <div class="bar"><InputText :model-value="current.name" size="small" aria-label="Name" @change="rename(($event.target as HTMLInputElement).value)" /><span class="gap" /><button class="quiet-link" @click="save">Save as CSV</button><button class="quiet-link" @click="remove">Delete set</button></div>
        <div class="grid-frame tall"><table><thead><tr><th v-for="c in current.columns" :key="c.id"><span class="clip">{{ c.name }}</span><Select size="small" :model-value="c.kind" :options="kinds" option-label="name" option-value="id" :aria-label="`Kind of ${c.name}`" @update:model-value="(k) => setKind(c.id, k)" /></th><th aria-label="Rows" /></tr></thead>
          <tbody><tr v-for="(r, i) in current.rows" :key="r.key"><td v-for="c in current.columns" :key="c.id"><input v-if="c.kind === 'flag'" type="checkbox" :checked="r.values[c.id] === true" :aria-label="`${c.name}, row ${i + 1}`" @change="setCell(r.key, c.id, ($event.target as HTMLInputElement).checked)" /><input v-else class="cell" :class="{ num: c.kind === 'number' }" :value="r.values[c.id] ?? ''" :aria-label="`${c.name}, row ${i + 1}`" @change="setCell(r.key, c.id, ($event.target as HTMLInputElement).value)" /></td><td><button class="plain" :aria-label="`Take row ${i + 1} out`" @click="dropRow(r.key)">×</button></td></tr></tbody></table></div>
        <div class="bar"><button class="quiet-link" @click="addRow">Add a row</button><span class="gap" /><span class="note">In a place line: “from {{ current.name }}”</span></div>
        <p v-if="failure" class="problem" role="alert">{{ failure }}</p>
      </section>
    </div>
  </Dialog>
</template>

<style scoped>
.content { display: grid; grid-template-columns: 170px minmax(0, 1fr); gap: 18px; min-height: 380px; }
aside { display: grid; gap: 8px; align-content: start; justify-items: start; border-right: 1px solid var(--line); padding-right: 12px; }
aside ul { width: 100%; }
.pick { padding: 4px 8px; border-radius: 4px; width: 100%; }
.pick.on { background: var(--tape-soft); box-shadow: inset 3px 0 0 var(--tape); font-weight: 600; }
.bring, .edit { display: grid; gap: 10px; align-content: start; min-width: 0; }
.bar { display: flex; gap: 10px; align-items: center; }
.gap { flex: 1; }
.gapped { margin-left: 6px; font-weight: 400; }
th .clip { margin-right: 8px; }
.grid-frame { overflow: auto; border: 1px solid var(--line); border-radius: 5px; max-height: 190px; }
.grid-frame.tall { max-height: 380px; }
table { border-collapse: collapse; width: 100%; font-size: 12px; }
th { position: sticky; top: 0; background: var(--wash); text-align: left; padding: 4px 8px; white-space: nowrap; font-weight: 600; z-index: 1; }
td { border-top: 1px solid var(--line); padding: 2px 8px; max-width: 190px; }
.cell { border: 0; background: none; width: 100%; min-width: 70px; padding: 3px 0; }
.cell.num { text-align: right; font-variant-numeric: tabular-nums; }
.problem { color: var(--bad); }
</style>
