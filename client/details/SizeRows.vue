<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { arithmetic, treeOfScreen, type Json, type Step } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** The room the selection takes: one field each for width and height. */
const doc = useDocument();
const editor = useEditor();
const typed = ref<Record<string, string>>({});
const problem = ref('');
const both = ['width', 'height'] as const;
const differ = computed(() =>
  both
    .filter(
      (which) =>
        new Set(editor.targets.flatMap((t) => t.ids.map((id) => t.screen.nodes[id]?.attrs[which] ?? ''))).size > 1,
    )
    .join(),
);
const several = computed(() => new Set(differ.value.split(',')));
watch(
  [
    () => editor.selectedNode?.id,
    () => editor.selectedNode?.attrs.width,
    () => editor.selectedNode?.attrs.height,
    differ,
  ],
  () => {
    const a = editor.selectedNode?.attrs;
    typed.value = {
      width: several.value.has('width') ? '' : String(a?.width ?? ''),
      height: several.value.has('height') ? '' : String(a?.height ?? ''),
    };
    problem.value = '';
  },
  { immediate: true },
);
const box = computed(() => (editor.selected ? editor.findBox(editor.selected) : null));
const measured = { width: computed(() => box.value?.w), height: computed(() => box.value?.h) };
function set(which: 'width' | 'height'): void {
  const text = (typed.value[which] ?? '').trim();
  if (text === '' && several.value.has(which)) return;
  const number = arithmetic(text, measured[which].value ?? 0);
  const value: Json = text === '' ? null : text === 'fit' || text === 'stretch' ? text : number;
  if ((value === null && text !== '') || (typeof value === 'number' && !(value >= 0 && value <= 20000))) {
    problem.value = `“${text.slice(0, 30)}” is no size; type fit, stretch or a number of px.`;
    return;
  }
  problem.value = '';
  const steps = editor.targets.flatMap((t) =>
    t.ids.flatMap((id): Step[] =>
      (t.screen.nodes[id]?.attrs[which] ?? null) === value
        ? []
        : [{ do: 'set', tree: treeOfScreen(t.screen), node: id, field: `attrs.${which}`, value }],
    ),
  );
  doc.act(`Change ${which}`, steps);
}
</script>

<template>
  <div class="section">
    <h3>Room it takes</h3>
    <div
      v-for="which in both"
      :key="which"
      class="room"
      role="group"
      :aria-label="which === 'width' ? 'Width' : 'Height'"
    >
      <label :for="`room-${which}`">{{ which === 'width' ? 'Width' : 'Height' }}</label><InputText
        :id="`room-${which}`"
        v-model="typed[which]"
        size="small"
        list="room-words"
        :placeholder="several.has(which) ? 'several' : 'fit'"
        @change="set(which)"
        @keydown.enter="set(which)"
      /><span class="note tabular">{{ Math.round(measured[which].value ?? 0) }} px</span>
    </div>
    <datalist id="room-words">
      <option value="fit" />
      <option value="stretch" />
    </datalist>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.room {
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr) 52px;
  gap: 6px;
  align-items: center;
}
.room :deep(input) {
  min-width: 0;
  width: 100%;
}
.problem {
  color: var(--bad);
  font-size: 11.5px;
}
</style>
