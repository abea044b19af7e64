<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import Textarea from 'primevue/textarea';
import { computed, ref, watch } from 'vue';
import {
  decodeRows,
  MADE_UP,
  madeUpSet,
  readRows,
  updateRows,
  writeRows,
  type ContentSet,
  type MadeUp,
  type ReadRows,
} from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';
import AppDialog from '../parts/AppDialog.vue';
import ContentTable from './ContentTable.vue';
import { COLUMN_KINDS } from './edits.js';

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
  const old = current.value;
  if (into.value === 'same' && old) {
    if (!doc.act(`Bring new rows into ${old.name}`, [{ do: 'contentSet', set: old.id, value: updateRows(old, r) }]))
      return;
  } else {
    const id = stage.newId();
    if (
      !doc.act(`Bring in ${name.value || 'Content'}`, [
        {
          do: 'contentSet',
          set: id,
          value: { id, name: name.value.trim() || 'Content', columns: r.columns, rows: r.rows },
        },
      ])
    )
      return;
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
function rename(text: string): void {
  const s = current.value;
  if (s && text.trim() !== '' && text !== s.name)
    doc.act(`Rename ${s.name}`, [{ do: 'contentName', set: s.id, value: text.trim().slice(0, 80) }]);
}
function remove(): void {
  const s = current.value;
  if (s && doc.act(`Delete ${s.name}`, [{ do: 'contentSet', set: s.id, value: null }]))
    chosen.value = sets.value[0]?.id ?? '';
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
  <AppDialog v-model:visible="visible" header="Content sets" :width="980">
    <div class="content">
      <aside>
        <ul>
          <li v-for="s in sets" :key="s.id">
            <button
              class="plain pick"
              :class="{ on: s.id === chosen && !bringing }"
              @click="
                chosen = s.id;
                bringing = false;
              "
            >
              {{ s.name }} <span class="note gapped">{{ s.rows.length }} rows</span>
            </button>
          </li>
        </ul>
        <button class="quiet-link" @click="bringing = true">Bring in rows</button>
        <p class="note">Or made up:</p>
        <ul>
          <li v-for="m in MADE_UP" :key="m.id">
            <button class="quiet-link" :title="m.says" @click="madeUp(m.id)">{{ m.name }}</button>
          </li>
        </ul>
      </aside>
      <section v-if="bringing" class="bring" @dragover.prevent @drop.prevent="bring($event.dataTransfer?.files[0])">
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
          <p
            v-for="(p, i) in read.problems"
            :key="i"
            class="note"
            :class="{ problem: p.level === 'refused' }"
            role="status"
          >
            {{ p.message }}
          </p>
          <template v-if="fits">
            <div class="grid-frame">
              <table>
                <thead>
                  <tr>
                    <th v-for="c in read.columns" :key="c.id">
                      {{ c.name }}<span class="note"> {{ COLUMN_KINDS.find((k) => k.id === c.kind)?.name }}</span>
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
      <section v-else-if="current" class="edit">
        <div class="bar">
          <InputText
            :model-value="current.name"
            size="small"
            aria-label="Name"
            @change="rename(($event.target as HTMLInputElement).value)"
          /><span class="gap" /><button class="quiet-link" @click="save">Save as CSV</button
          ><button class="quiet-link" @click="remove">Delete set</button>
        </div>
        <ContentTable :id="current.id" :key="current.id" @problem="failure = $event" />
      </section>
    </div>
  </AppDialog>
</template>

<style scoped>
.content {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 18px;
  min-height: 380px;
}
aside {
  display: grid;
  gap: 8px;
  align-content: start;
  justify-items: start;
  border-right: 1px solid var(--line);
  padding-right: 12px;
}
aside ul {
  width: 100%;
}
.pick {
  padding: 4px 8px;
  border-radius: 4px;
  width: 100%;
}
.pick.on {
  background: var(--tape-soft);
  box-shadow: inset 3px 0 0 var(--tape);
  font-weight: 600;
}
.bring,
.edit {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  align-content: start;
  min-width: 0;
}
.bar {
  display: flex;
  gap: 10px;
  align-items: center;
}
.gap {
  flex: 1;
}
.gapped {
  margin-left: 6px;
  font-weight: 400;
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
.problem {
  color: var(--bad);
}
</style>
