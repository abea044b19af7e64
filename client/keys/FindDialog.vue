<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { matchesQuery, findTexts, kitRef, type ComponentRef } from '../../core/index.js';
import AppDialog from '../parts/AppDialog.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';
import { COMMANDS, keysOf, type CommandId, type RunId } from './table.js';

/** One field that finds screens, what stands on them, components and commands; Enter goes there, places it, or does it. */
const visible = defineModel<boolean>('visible', { required: true });
const props = defineProps<{ run: Readonly<Record<RunId, (event: KeyboardEvent) => void>> }>();
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
const commands = useCommands();
const originals = useOriginals();
const query = ref('');
const at = ref(0);
const list = ref<HTMLElement | null>(null);
/** So many of each kind are shown. */
const EACH = 7;
const LONGEST = 70;

interface Found {
  readonly id: string;
  readonly group: 'Screens' | 'On screens' | 'Components' | 'Commands';
  readonly name: string;
  readonly says: string;
  readonly take: () => void;
}
/** The best by their names, best first. */
function best<T>(all: readonly T[], nameOf: (t: T) => string): readonly T[] {
  const q = query.value.trim();
  return all
    .map((t) => ({ t, score: q === '' ? 0 : matchesQuery(nameOf(t), q) }))
    .filter((x) => x.score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, EACH)
    .map((x) => x.t);
}
const flows = computed(() => new Map((doc.shown?.flows ?? []).map((f) => [f.id, f.name])));
const components = computed(() => {
  const own = Object.values(doc.shown?.originals ?? {}).map((c) => ({
    ref: `project/${c.id}` as ComponentRef,
    name: c.name,
    from: 'this project',
  }));
  const kit = editor.mainKit;
  const ofKit = kit
    ? Object.values(kit.components).map((c) => ({ ref: `${kitRef(kit)}/${c.id}`, name: c.name, from: kit.name }))
    : [];
  return [...own, ...ofKit];
});
const runnable = (Object.keys(COMMANDS) as CommandId[]).filter((id) => id in props.run && id !== 'find') as RunId[];
const found = computed<readonly Found[]>(() => {
  const screens = doc.shown?.screens ?? [];
  const recent = query.value.trim() === '' ? screens.slice(0, EACH) : best(screens, (s) => s.name);
  return [
    ...recent.map((s): Found => ({
      id: `screen-${s.id}`,
      group: 'Screens',
      name: s.name,
      says: flows.value.get(s.flow) ?? '',
      take: () => (componentEditor.of === '' ? editor.goTo(s.id) : originals.showUse(s.id, '')),
    })),
    ...findTexts(screens, query.value, EACH).map((f): Found => ({
      id: `said-${f.screen.id}-${f.node}`,
      group: 'On screens',
      name: f.text.length > LONGEST ? `${f.text.slice(0, LONGEST - 1)}…` : f.text,
      says: f.screen.name,
      take: () =>
        componentEditor.of === '' ? editor.goTo(f.screen.id, [f.node]) : originals.showUse(f.screen.id, f.node),
    })),
    ...best(components.value, (c) => c.name).map((c): Found => ({
      id: `component-${c.ref}`,
      group: 'Components',
      name: `Place ${c.name}`,
      says: c.from,
      take: () => void commands.placeComponent(c.ref),
    })),
    ...best(runnable, (id) => COMMANDS[id].name).map((id): Found => ({
      id: `command-${id}`,
      group: 'Commands',
      name: COMMANDS[id].name,
      says: keysOf(id),
      take: () => props.run[id](new KeyboardEvent('keydown')),
    })),
  ];
});
watch(query, () => (at.value = 0));
watch(visible, (on) => on && ((query.value = ''), (at.value = 0)));
watch(at, () => void nextTick(() => list.value?.querySelector('.on')?.scrollIntoView({ block: 'nearest' })));
function take(f: Found | undefined): void {
  if (!f) return;
  visible.value = false;
  // The dialog gives the keyboard back first.
  void nextTick(() => setTimeout(f.take, 0));
}
function key(event: KeyboardEvent): void {
  const n = found.value.length;
  if (event.key === 'ArrowDown') at.value = n === 0 ? 0 : (at.value + 1) % n;
  else if (event.key === 'ArrowUp') at.value = n === 0 ? 0 : (at.value + n - 1) % n;
  else if (event.key === 'Enter') take(found.value[at.value]);
  else return;
  event.preventDefault();
}
</script>

<template>
  <AppDialog v-model:visible="visible" dismissable header="Find" :width="560">
    <input
      v-model="query"
      class="field"
      role="combobox"
      aria-label="Find"
      aria-autocomplete="list"
      aria-expanded="true"
      aria-controls="found"
      :aria-activedescendant="found[at] ? `found-${at}` : undefined"
      placeholder="A screen, what stands on one, a component, a command"
      autocomplete="off"
      spellcheck="false"
      autofocus
      @keydown="key"
    />
    <ul id="found" ref="list" role="listbox" aria-label="Found">
      <template v-for="(f, i) in found" :key="f.id">
        <li v-if="f.group !== found[i - 1]?.group" role="presentation" class="group">{{ f.group }}</li>
        <li
          :id="`found-${i}`"
          role="option"
          :aria-selected="i === at"
          class="one"
          :class="{ on: i === at }"
          @mousemove="at = i"
          @click="take(f)"
        >
          <span class="clip">{{ f.name }}</span><span class="note clip">{{ f.says }}</span>
        </li>
      </template>
    </ul>
    <p v-if="found.length === 0" class="note">Nothing here is called, or says, “{{ query.slice(0, 40) }}”.</p>
  </AppDialog>
</template>

<style scoped>
.field {
  width: calc(100% - 4px);
  margin: 2px;
  font: inherit;
  color: inherit;
  padding: 6px 9px;
  border: 1px solid var(--ink);
  border-radius: 5px;
  background: var(--field);
}
.field:focus {
  outline: 2px solid var(--tape);
}
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  max-height: 420px;
  overflow: auto;
}
.group {
  font-size: 11.5px;
  color: var(--soft);
  padding: 8px 8px 2px;
}
.one {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  padding: 4px 8px;
  border-radius: 4px;
  cursor: default;
}
.one .note {
  flex: none;
  max-width: 45%;
}
.one.on {
  background: var(--wash);
}
</style>
