<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { SAMPLE_SETS, sampleContentSet, writeRows, type ContentSet, type SampleSet } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import AppDialog from '../parts/AppDialog.vue';
import ImportRows from './ImportRows.vue';
import ContentTable from './ContentTable.vue';

/** Content sets: small tables that fill texts, pictures, lists and series. */
const visible = defineModel<boolean>('visible', { required: true });
const props = defineProps<{ set: string }>();
const doc = useDocument();
const editor = useEditor();
const sets = computed(() => Object.values(doc.shown?.contentSets ?? {}));
const chosen = ref(props.set || sets.value[0]?.id || '');
const current = computed<ContentSet | undefined>(() => doc.shown?.contentSets[chosen.value]);
const bringing = ref(sets.value.length === 0);
const failure = ref('');
/** Rows were brought in. */
function brought(id: string): void {
  chosen.value = id;
  bringing.value = false;
}
function madeUp(kind: SampleSet): void {
  const id = editor.newId();
  const set = sampleContentSet(id, kind);
  if (!doc.act(`Add made-up ${set.name.toLowerCase()}`, [{ do: 'contentSet', set: id, value: set }])) return;
  brought(id);
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
          <li v-for="m in SAMPLE_SETS" :key="m.id">
            <button class="quiet-link" :title="m.says" @click="madeUp(m.id)">{{ m.name }}</button>
          </li>
        </ul>
      </aside>
      <ImportRows v-if="bringing" class="part" :current="current" @done="brought" />
      <section v-else-if="current" class="part">
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
        <p v-if="failure" class="problem" role="alert">{{ failure }}</p>
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
.part {
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
.problem {
  color: var(--bad);
}
</style>
