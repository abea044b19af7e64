<script setup lang="ts">
import Popover from 'primevue/popover';
import Select from 'primevue/select';
import { computed, ref } from 'vue';
import { bindColumns, contentValue, listItems, type Json } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import type { ControlEmits, ControlProps } from './control.js';
import IconPicker from './IconPicker.vue';
import ListItem from './ListItem.vue';
import { useReorder } from './reorder.js';

/** The items of a list, each with its own props; or the content set that fills it. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const doc = useDocument();
const pop = ref<InstanceType<typeof Popover> | null>(null);
const iconFor = ref<{ key: string; field: string } | null>(null);
const items = computed(() => listItems(props.held.value));
const fields = computed(() => props.prop.item ?? []);
const from = computed(() => {
  const c = contentValue(props.held.written ?? undefined);
  return c && 'rows' in c ? c : null;
});
const sets = computed(() => [
  { id: '', name: 'typed here' },
  ...Object.values(doc.shown?.contentSets ?? {}).map((s) => ({ id: s.id, name: s.name })),
]);
const set = computed(() => (from.value ? doc.shown?.contentSets[from.value.rows] : undefined));
const columns = computed(() => [
  { id: '', name: 'nothing' },
  ...(set.value?.columns.map((c) => ({ id: c.id, name: c.name })) ?? []),
]);
function fill(id: string): void {
  const chosen = doc.shown?.contentSets[id];
  if (chosen) emit('choose', { rows: id, fields: bindColumns(fields.value, chosen.columns) }, false);
  else emit('choose', plain(), false);
}
function bind(field: string, column: string): void {
  if (!from.value) return;
  const next = Object.fromEntries(
    Object.entries({ ...from.value.fields, [field]: column }).filter(([, c]) => c !== ''),
  );
  emit('choose', { rows: from.value.rows, fields: next }, false);
}
const plain = (): { key: string; values: Record<string, Json> }[] =>
  items.value.map((i) => ({ key: i.key, values: { ...i.values } }));
function setItem(key: string, field: string, value: Json, merge = true): void {
  emit(
    'choose',
    plain().map((i) => (i.key === key ? { ...i, values: { ...i.values, [field]: value } } : i)),
    merge,
  );
}
function addItem(): void {
  let n = items.value.length + 1;
  while (items.value.some((i) => i.key === `k${n}`)) n++;
  emit(
    'choose',
    [
      ...plain(),
      {
        key: `k${n}`,
        values: Object.fromEntries(
          fields.value
            .filter((f) => f.kind === 'text')
            .slice(0, 1)
            .map((f) => [f.id, `${f.name} ${n}`]),
        ),
      },
    ],
    false,
  );
}
function move(from: number, to: number): void {
  const list = plain();
  const [one] = list.splice(from, 1);
  if (one) list.splice(to, 0, one);
  emit('choose', list, false);
}
const frame = ref<HTMLElement | null>(null);
const gripKey = useReorder(frame, '.grip', move);
function chooseIcon(event: Event, key: string, field: string): void {
  iconFor.value = { key, field };
  pop.value?.toggle(event);
}
const dropItem = (key: string): void =>
  emit(
    'choose',
    plain().filter((x) => x.key !== key),
    false,
  );
</script>

<template>
  <div class="list">
    <label v-if="sets.length > 1" class="from"
      ><span class="note">Items</span
      ><Select
        size="small"
        fluid
        :model-value="from?.rows ?? ''"
        :options="sets"
        option-label="name"
        option-value="id"
        placeholder="typed here"
        :aria-label="`${prop.name} come from`"
        @update:model-value="fill"
    /></label>
    <template v-if="from && set">
      <label v-for="f in fields" :key="f.id" class="from"
        ><span class="note clip">{{ f.name }}</span
        ><Select
          size="small"
          fluid
          :model-value="from.fields[f.id] ?? ''"
          :options="columns"
          option-label="name"
          option-value="id"
          placeholder="nothing"
          :aria-label="`Column for ${f.name}`"
          @update:model-value="(v: string) => bind(f.id, v)"
      /></label>
      <p class="note">{{ set.rows.length }} items, one for each row of {{ set.name }}.</p>
    </template>
    <template v-else>
      <div ref="frame" class="list">
        <ListItem
          v-for="(item, i) in items"
          :key="item.key"
          :item="item"
          :nth="i"
          :prop="prop"
          :kit="kit"
          :alone="items.length < 2"
          @put="(field, value, merge) => setItem(item.key, field, value, merge)"
          @key="(event) => gripKey(event, i, items.length)"
          @icon="(event, field) => chooseIcon(event, item.key, field)"
          @drop="dropItem(item.key)"
        />
      </div>
      <button class="quiet-link" @click="addItem">Add an item</button>
    </template>
    <Popover ref="pop"
      ><IconPicker
        v-if="iconFor"
        :kit="kit"
        @choose="
          (v) => {
            pop?.hide();
            if (iconFor) setItem(iconFor.key, iconFor.field, v, false);
          }
        "
        @leave="pop?.hide()"
    /></Popover>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 4px;
}
.from {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr);
  gap: 6px;
  align-items: center;
  padding: 0;
}
.list > .quiet-link {
  justify-self: start;
}
</style>
