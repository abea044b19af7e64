<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Menu from 'primevue/menu';
import { computed, nextTick, ref, watch } from 'vue';
import { blankScreen, carryInstance, DEVICES, type Node } from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';

const doc = useDocument();
const stage = useStage();
const menu = ref<InstanceType<typeof Menu> | null>(null);
const renaming = ref(false);
const newName = ref('');
const list = ref<HTMLElement | null>(null);

interface Line { readonly id: string; readonly depth: number; readonly kind: string; readonly text: string; readonly count: number }

/** What a thing says: its first filled texts, as `label: value`. */
function saying(node: Node): string {
  if (node.type !== 'instance') return node.type === 'text' ? (node.attrs.text ?? '') : (node.name ?? '');
  const box = stage.findBox(node.id);
  const props = box?.node.instance?.props ?? {};
  const component = stage.world && box?.node.instance ? stage.world.kits.get(box.node.instance.shown.slice(0, box.node.instance.shown.lastIndexOf('/')))?.components[box.node.instance.shown.split('/').at(-1) ?? ''] : undefined;
  const texts = (component?.contract.props ?? []).filter((p) => p.kind === 'text' && p.means !== 'placeholder').map((p) => props[p.id]).filter((v): v is string => typeof v === 'string' && v !== '');
  return texts.slice(0, 2).join(': ');
}
const lines = computed<Line[]>(() => {
  const s = stage.screen;
  const w = stage.world;
  if (!s || !w) return [];
  const found: Line[] = [];
  const visit = (id: string, depth: number): void => {
    const node = s.nodes[id];
    if (!node) return;
    if (id !== s.root) {
      const kind = node.type === 'instance' ? stage.nameOf(node) : node.type === 'box' ? (node.attrs.flow === 'row' ? 'Row' : 'Column') : node.type.charAt(0).toUpperCase() + node.type.slice(1);
      const count = node.type === 'instance' ? carryInstance(w, stage.wears, node).settings.filter((c) => c.from >= 0).length : 0;
      found.push({ id, depth, kind, text: saying(node), count });
    }
    const children = node.type === 'box' ? node.children : node.type === 'instance' ? node.fills.flatMap((f) => f.children) : node.type === 'series' ? [node.item] : [];
    for (const c of children) visit(c, id === s.root ? depth : depth + 1);
  };
  visit(s.root, 0);
  return found;
});
const size = computed(() => {
  const s = stage.screen;
  return s ? `${s.device.charAt(0).toUpperCase()}${s.device.slice(1)}, ${s.width} wide, ${s.height === null ? 'height follows content' : `at least ${s.height} high`}` : '';
});

function pick(line: Line, event: MouseEvent | KeyboardEvent): void {
  if (event.shiftKey) {
    const at = lines.value.findIndex((l) => l.id === line.id);
    const from = lines.value.findIndex((l) => l.id === stage.selection[0]);
    if (from >= 0) {
      stage.select(lines.value.slice(Math.min(at, from), Math.max(at, from) + 1).map((l) => l.id));
      return;
    }
  }
  stage.select([line.id]);
}
watch(() => stage.selected, async (key) => {
  await nextTick();
  list.value?.querySelector(`[data-id="${CSS.escape(key?.split('/')[0] ?? '')}"]`)?.scrollIntoView({ block: 'nearest' });
});

const presets = DEVICES.map((d) => ({
  label: `${d.name}, ${d.width} × ${d.height}`,
  command: () => {
    const project = doc.shown;
    const flow = stage.screen?.flow ?? project?.flows[0]?.id;
    if (!project || !flow) return;
    const id = stage.newId();
    const same = project.screens.filter((s) => s.name.startsWith(d.name)).length;
    const screen = blankScreen(id, same === 0 ? d.name : `${d.name} ${same + 1}`, flow, d.device, d.width, d.height);
    if (doc.act(`Add the screen ${screen.name}`, [{ do: 'insertScreen', screen, after: stage.screenId || null }])) {
      stage.select([]);
      stage.screenId = id;
    }
  },
}));
function startRename(): void {
  newName.value = stage.screen?.name ?? '';
  renaming.value = true;
}
function rename(): void {
  const s = stage.screen;
  if (s && renaming.value && newName.value.trim() !== '' && newName.value !== s.name) doc.act(`Rename ${s.name}`, [{ do: 'setScreen', screen: s.id, field: 'name', value: newName.value.trim().slice(0, 200) }]);
  renaming.value = false;
}
function shift(by: -1 | 1): void {
  const s = stage.screen;
  const row = doc.shown?.screens.filter((x) => x.flow === s?.flow) ?? [];
  const at = row.findIndex((x) => x.id === s?.id);
  if (!s || !row[at + by]) return;
  doc.act(`Move ${s.name}`, [{ do: 'moveScreen', screen: s.id, flow: s.flow, after: by === 1 ? (row[at + 1]?.id ?? null) : (row[at - 2]?.id ?? null) }]);
}
function remove(): void {
  const s = stage.screen;
  if (s) doc.act(`Delete the screen ${s.name}`, [{ do: 'removeScreen', screen: s.id }]);
}
</script>

<template>
  <section class="pane" aria-label="Outline" role="region">
    <header>
      <div v-if="stage.screen" class="top">
        <InputText v-if="renaming" v-model="newName" size="small" autofocus aria-label="Screen name" @keydown.enter="rename" @keydown.escape="renaming = false" @blur="rename" />
        <button v-else class="plain name clip" v-tooltip="'Rename'" @click="startRename"><h2 class="clip">{{ stage.screen.name }}</h2></button>
        <span class="note">{{ size }}</span>
      </div>
      <div class="tools">
        <Button size="small" severity="secondary" outlined label="Add screen" aria-haspopup="true" @click="menu?.toggle($event)" />
        <template v-if="stage.screen"><button class="quiet-link" aria-label="Move screen left" @click="shift(-1)">Left</button><button class="quiet-link" aria-label="Move screen right" @click="shift(1)">Right</button><button class="quiet-link" aria-label="Delete screen" @click="remove">Delete</button></template>
      </div>
      <Menu ref="menu" :model="presets" popup />
    </header>
    <ul v-if="stage.screen" ref="list" role="tree" aria-label="Screen outline" aria-multiselectable="true">
      <li v-for="line in lines" :key="line.id" role="treeitem" :data-id="line.id" :aria-level="line.depth + 1" :aria-selected="stage.selectedIds.includes(line.id)" :aria-label="`${line.kind} ${line.text}`.trim()" :class="{ on: stage.selectedIds.includes(line.id) }" tabindex="-1" @click="pick(line, $event)">
        <span class="kind clip">{{ line.kind }}</span><span class="text clip" :style="{ paddingLeft: `${10 + line.depth * 14}px` }">{{ line.text }}</span><span v-if="line.count > 0" class="yours" :title="`${line.count} settings are yours`">{{ line.count }}</span>
      </li>
      <li v-if="lines.length === 0" class="empty note">Nothing here yet. Press / and type, for instance “3 field From, To, Date”.</li>
    </ul>
    <p v-else class="empty note">No screens yet. Add one from a device preset.</p>
  </section>
</template>

<style scoped>
.pane { display: flex; flex-direction: column; border-right: 1px solid var(--line); background: var(--paper); min-height: 0; }
header { padding: 10px 14px; border-bottom: 1px solid var(--line); display: grid; gap: 8px; }
.top { display: grid; min-width: 0; }
.name { cursor: text; min-width: 0; }
.tools { display: flex; gap: 12px; align-items: center; }
ul { overflow: auto; flex: 1; padding: 6px 0; }
li[role] { display: grid; grid-template-columns: 82px minmax(0, 1fr) auto; align-items: center; height: 26px; padding-right: 12px; cursor: default; }
li[role]:hover { background: var(--wash); }
li.on, li.on:hover { background: var(--tape); font-weight: 600; }
li.on .kind { color: var(--ink); }
.kind { text-align: right; color: var(--soft); font-size: 11.5px; padding-right: 10px; border-right: 1px solid var(--line); font-weight: 400; }
.empty { padding: 14px; }
</style>
