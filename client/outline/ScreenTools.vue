<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Menu from 'primevue/menu';
import { computed, defineAsyncComponent, ref } from 'vue';
import { blankScreen, DEVICES, appliedKitsInFlow } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import { useSheets } from './sheets.js';
import RenameDialog from './RenameDialog.vue';

const ContactSheetDialog = defineAsyncComponent(() => import('./ContactSheetDialog.vue'));

/** The screen itself: its name, and what can be done to it and its neighbours. */
const whole = defineModel<boolean>('whole', { required: true });
const doc = useDocument();
const editor = useEditor();
const menu = ref<InstanceType<typeof Menu> | null>(null);
const more = ref<InstanceType<typeof Menu> | null>(null);
const renaming = ref(false);
const asks = (what: 'names' | 'sheet') =>
  computed({
    get: () => editor.asked === what,
    set: (on) => (editor.asked = on ? what : null),
  });
const batch = asks('names');
const contact = asks('sheet');
const newName = ref('');
const size = computed(() => {
  const s = editor.screen;
  return s
    ? `${s.device.charAt(0).toUpperCase()}${s.device.slice(1)}, ${s.width} wide, ${s.height === null ? 'height follows content' : `at least ${s.height} high`}`
    : '';
});
const presets = DEVICES.map((d) => ({
  label: `${d.name}, ${d.width} × ${d.height}`,
  command: () => {
    const project = doc.shown;
    const flow = editor.screen?.flow ?? project?.flows[0]?.id;
    if (!project || !flow) return;
    const id = editor.newId();
    const same = project.screens.filter((s) => s.name.startsWith(d.name)).length;
    const worn = appliedKitsInFlow(project, flow);
    const blank = blankScreen(id, same === 0 ? d.name : `${d.name} ${same + 1}`, flow, d.device, d.width, d.height);
    const screen = worn ? { ...blank, appliedKits: worn } : blank;
    if (doc.act(`Add the screen ${screen.name}`, [{ do: 'insertScreen', screen, after: editor.screenId || null }]))
      editor.goTo(id);
  },
}));
/** Screens come empty in the size of a device, or with what is drawn on a sheet. */
const sheet = ref<HTMLInputElement | null>(null);
const sheets = useSheets();
const adding = [
  ...presets,
  { separator: true },
  { label: 'From a sheet of drawings (SVG) …', command: () => sheet.value?.click() },
];
async function readSheet(): Promise<void> {
  const file = sheet.value?.files?.[0];
  if (sheet.value) sheet.value.value = '';
  if (file) await sheets.read(file);
}
const actions = computed(() => [
  { label: 'Rename screens', command: () => void (editor.asked = 'names') },
  { label: 'Contact sheet', command: () => void (editor.asked = 'sheet') },
  { label: 'Duplicate screen', command: duplicateScreen },
  { label: 'Move screen left', command: () => shift(-1) },
  { label: 'Move screen right', command: () => shift(1) },
  {
    label: whole.value ? 'Show this screen only' : 'Show all screens of the flow',
    command: () => void (whole.value = !whole.value),
  },
  { label: 'New flow for this screen', command: newFlow },
  { separator: true },
  { label: 'Delete screen', command: remove },
]);
function startRename(): void {
  newName.value = editor.screen?.name ?? '';
  renaming.value = true;
}
function rename(): void {
  const s = editor.screen;
  if (s && renaming.value && newName.value.trim() !== '' && newName.value !== s.name)
    doc.act(`Rename ${s.name}`, [
      { do: 'setScreen', screen: s.id, field: 'name', value: newName.value.trim().slice(0, 200) },
    ]);
  renaming.value = false;
}
function duplicateScreen(): void {
  const s = editor.screen;
  if (!s) return;
  const id = editor.newId();
  if (
    doc.act(`Duplicate the screen ${s.name}`, [
      { do: 'insertScreen', screen: { ...s, id, name: `${s.name} copy` }, after: s.id },
    ])
  )
    editor.goTo(id);
}
function newFlow(): void {
  const s = editor.screen;
  const project = doc.shown;
  if (!s || !project) return;
  const id = editor.newId();
  doc.act(`New flow for ${s.name}`, [
    { do: 'flow', flow: id, value: { id, name: `${s.name} flow` }, after: project.flows.at(-1)?.id ?? null },
    {
      do: 'moveScreen',
      screen: s.id,
      flow: id,
      after:
        project.screens.at(-1)?.id === s.id
          ? (project.screens.at(-2)?.id ?? null)
          : (project.screens.at(-1)?.id ?? null),
    },
  ]);
}
function shift(by: -1 | 1): void {
  const s = editor.screen;
  const row = doc.shown?.screens.filter((x) => x.flow === s?.flow) ?? [];
  const at = row.findIndex((x) => x.id === s?.id);
  if (!s || !row[at + by]) return;
  const first = doc.shown?.screens[(doc.shown?.screens.findIndex((x) => x.id === row[0]?.id) ?? 0) - 1]?.id ?? null;
  doc.act(`Move ${s.name}`, [
    {
      do: 'moveScreen',
      screen: s.id,
      flow: s.flow,
      after: by === 1 ? (row[at + 1]?.id ?? null) : (row[at - 2]?.id ?? first),
    },
  ]);
}
function remove(): void {
  const ids = editor.picked.length > 1 ? editor.picked : editor.screen ? [editor.screen.id] : [];
  if (ids.length > 0)
    doc.act(
      ids.length > 1 ? `Delete ${ids.length} screens` : `Delete the screen ${editor.screen?.name ?? ''}`,
      ids.map((screen) => ({ do: 'removeScreen' as const, screen })),
    );
}
</script>

<template>
  <header>
    <div v-if="editor.screen" class="top">
      <InputText
        v-if="renaming"
        v-model="newName"
        size="small"
        autofocus
        aria-label="Screen name"
        @keydown.enter="rename"
        @keydown.escape="renaming = false"
        @blur="rename"
      />
      <button v-else class="plain name clip" :title="'Rename'" @click="startRename">
        <h2 class="clip">{{ editor.screen.name }}</h2>
      </button>
      <span class="note clip">{{
        editor.picked.length > 1 ? `${editor.picked.length} screens selected; what you place goes on each` : size
      }}</span>
    </div>
    <div class="tools">
      <Button
        size="small"
        severity="secondary"
        outlined
        label="Add screen"
        aria-haspopup="true"
        @click="menu?.toggle($event)"
      />
      <Button
        v-if="editor.screen"
        size="small"
        severity="secondary"
        outlined
        label="Screen"
        aria-haspopup="true"
        @click="more?.toggle($event)"
      />
    </div>
    <Menu ref="menu" :model="adding" popup />
    <input
      ref="sheet"
      type="file"
      accept=".svg,image/svg+xml"
      hidden
      aria-label="A sheet of drawings"
      @change="readSheet"
    />
    <Menu ref="more" :model="actions" popup />
    <ContactSheetDialog v-if="contact" v-model:visible="contact" />
    <RenameDialog v-if="batch" v-model:visible="batch" />
  </header>
</template>

<style scoped>
header {
  padding: 10px 14px;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 8px;
}
.top {
  display: grid;
  min-width: 0;
}
.name {
  cursor: text;
  min-width: 0;
}
.tools {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
