<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, ref, watch } from 'vue';
import { arithmetic, inBox, placesOf, treeOfScreen, type AlignTo, type Edge, type Step } from '../../core/index.js';
import FieldRow from '../parts/FieldRow.vue';
import { useDocument } from '../stores/document/document.js';
import { useFreeform } from '../stores/freeform.js';
import { useEditor } from '../stores/editor/editor.js';

/** Where the selection lies: in a free box to the px, with what its edges do; in a grid which cells it takes. */
const doc = useDocument();
const editor = useEditor();
const freeform = useFreeform();
const problem = ref('');
const typed = ref<Record<string, string>>({});
const one = computed(() => (freeform.free?.things.length === 1 ? freeform.free.things[0] : undefined));
const EDGES = [
  { edge: 'left', name: 'Left edge', usual: 'pin' },
  { edge: 'right', name: 'Right edge', usual: 'float' },
  { edge: 'top', name: 'Upper edge', usual: 'pin' },
  { edge: 'bottom', name: 'Lower edge', usual: 'float' },
] as const;
const DOES = [
  { id: 'pin', name: 'pin' },
  { id: 'scale', name: 'scale' },
  { id: 'float', name: 'float' },
];
const AT = [
  { id: 'x', name: 'From the left' },
  { id: 'y', name: 'From the top' },
] as const;
const ALIGN: readonly { readonly how: AlignTo; readonly name: string }[] = [
  { how: 'left', name: 'left' },
  { how: 'centre', name: 'centre' },
  { how: 'right', name: 'right' },
  { how: 'top', name: 'top' },
  { how: 'middle', name: 'middle' },
  { how: 'bottom', name: 'bottom' },
];
const place = computed(() => (one.value && freeform.free ? inBox(one.value.box, freeform.free.holder) : null));

/** In a grid: which cells it takes. */
const CELLS = [
  { id: 'column', name: 'In column', empty: 'next' },
  { id: 'span', name: 'Takes columns', empty: '1' },
  { id: 'row', name: 'In row', empty: 'next' },
  { id: 'rowSpan', name: 'Takes rows', empty: '1' },
] as const;
const cells = computed(() => {
  const s = editor.screen;
  const id = editor.selected;
  const into = s && id !== null ? placesOf(s.nodes).get(id) : undefined;
  const holder = into && into.slot === undefined ? s?.nodes[into.parent] : undefined;
  return holder?.type === 'box' && holder.attrs.flow === 'grid' ? editor.selectedNode : undefined;
});
const number = (v: number | undefined): string => (v === undefined ? '' : String(Math.round(v * 100) / 100));
watch(
  [place, cells],
  () => {
    const a = cells.value?.attrs;
    typed.value = {
      x: number(place.value?.x),
      y: number(place.value?.y),
      ...Object.fromEntries(CELLS.map((c) => [c.id, number(a?.[c.id])])),
    };
    problem.value = '';
  },
  { immediate: true },
);
function move(which: 'x' | 'y'): void {
  const was = place.value?.[which] ?? 0;
  const to = arithmetic((typed.value[which] ?? '').trim(), was);
  if (to === null || Math.abs(to) > 100_000) {
    problem.value = `“${(typed.value[which] ?? '').slice(0, 30)}” is no place; type a number of px.`;
    return;
  }
  problem.value = '';
  if (Math.abs(to - was) > 0.005) freeform.moveBy(which === 'x' ? to - was : 0, which === 'y' ? to - was : 0);
}
function cell(which: (typeof CELLS)[number]): void {
  const s = editor.screen;
  if (!s) return;
  const text = (typed.value[which.id] ?? '').trim();
  const to = text === '' ? null : arithmetic(text, cells.value?.attrs[which.id] ?? 0);
  if (text !== '' && (to === null || !Number.isInteger(to) || to < 1 || to > 500)) {
    problem.value = `“${text.slice(0, 30)}” is no number of a cell; type a whole number from 1 to 500, or nothing.`;
    return;
  }
  problem.value = '';
  doc.act(
    `Change ${which.name.toLowerCase()}`,
    editor.selectedIds.map((node): Step => ({
      do: 'set',
      tree: treeOfScreen(s),
      node,
      field: `attrs.${which.id}`,
      value: to,
    })),
  );
}
</script>

<template>
  <div v-if="freeform.free" class="section">
    <h3>Place</h3>
    <template v-if="one">
      <FieldRow v-for="a in AT" :key="a.id" :name="a.name" :field="`place-${a.id}`">
        <InputText
          :id="`place-${a.id}`"
          v-model="typed[a.id]"
          size="small"
          @change="move(a.id)"
          @keydown.enter="move(a.id)"
        />
      </FieldRow>
    </template>
    <FieldRow name="Align">
      <span class="choices">
        <button v-for="a in ALIGN" :key="a.how" class="quiet-link" @click="freeform.align(a.how)">{{ a.name }}</button>
      </span>
    </FieldRow>
    <FieldRow v-if="freeform.free.things.length > 2" name="Spread">
      <span class="choices">
        <button class="quiet-link" @click="freeform.distribute('x')">across</button>
        <button class="quiet-link" @click="freeform.distribute('y')">down</button>
      </span>
    </FieldRow>
    <FieldRow v-if="freeform.free.things.length > 1" name="Same size" says="Same">
      <span class="choices">
        <button class="quiet-link" @click="freeform.equalise('x')">width</button>
        <button class="quiet-link" @click="freeform.equalise('y')">height</button>
        <button class="quiet-link" @click="freeform.equalise('both')">both</button>
      </span>
    </FieldRow>
    <FieldRow name="Order">
      <span class="choices">
        <button class="quiet-link" @click="freeform.order(true)">to the front</button>
        <button class="quiet-link" @click="freeform.order(false)">to the back</button>
      </span>
    </FieldRow>
    <template v-if="one?.node.attrs.overlay === undefined">
      <h3 class="when" title="Keep: the distance stays. Share: it grows with the room. Free: it gives way.">
        When the room changes
      </h3>
      <FieldRow v-for="e in EDGES" :key="e.edge" :name="e.name" :field="`edge-${e.edge}`">
        <Select
          :model-value="freeform.free.things[0]?.node.attrs.edges?.[e.edge] ?? e.usual"
          :options="DOES"
          option-label="name"
          option-value="id"
          size="small"
          :input-id="`edge-${e.edge}`"
          @update:model-value="(v: Edge) => freeform.setEdge(e.edge, v)"
        />
      </FieldRow>
    </template>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
  <div v-else-if="cells" class="section">
    <h3>Cells it takes</h3>
    <FieldRow v-for="c in CELLS" :key="c.id" :name="c.name" :field="`cell-${c.id}`">
      <InputText
        :id="`cell-${c.id}`"
        v-model="typed[c.id]"
        size="small"
        :placeholder="c.empty"
        @change="cell(c)"
        @keydown.enter="cell(c)"
      />
    </FieldRow>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
}
.when {
  margin-top: 6px;
}
.problem {
  color: var(--bad);
  font-size: 11.5px;
}
</style>
