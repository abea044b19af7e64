<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Popover from 'primevue/popover';
import Select from 'primevue/select';
import Checkbox from 'primevue/checkbox';
import { computed, ref } from 'vue';
import { bindColumns, contentValue, listItems, type Json } from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import type { ControlEmits, ControlProps } from './control.js';
import IconGlyph from './IconGlyph.vue';
import IconPicker from './IconPicker.vue';

/** The items of a list, each with its own props; or the content set that fills it. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const doc = useDocument();
const pop = ref<InstanceType<typeof Popover> | null>(null);
const iconFor = ref<{ key: string; field: string } | null>(null);
const items = computed(() => listItems(props.held.value));
const fields = computed(() => props.prop.item ?? []);
const texts = computed(() => fields.value.filter((p) => p.kind === 'text' || p.kind === 'number'));
const icon = computed(() => fields.value.find((p) => p.kind === 'icon'));
const flag = computed(() => fields.value.find((p) => p.kind === 'flag'));
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
          texts.value
            .filter((f) => f.kind === 'text')
            .slice(0, 1)
            .map((f) => [f.id, `${f.name} ${n}`]),
        ),
      },
    ],
    false,
  );
}
function shift(key: string, by: -1 | 1): void {
  const list = plain();
  const at = list.findIndex((i) => i.key === key);
  const [one] = list.splice(at, 1);
  if (one) list.splice(Math.max(0, at + by), 0, one);
  emit('choose', list, false);
}
const glyph = (v: Json | undefined) => (typeof v === 'string' ? props.kit?.icons[v] : undefined);
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
      <div v-for="(item, i) in items" :key="item.key" class="item">
        <Checkbox
          v-if="flag"
          binary
          :model-value="item.values[flag.id] === true"
          :aria-label="`${flag.name}, item ${i + 1}`"
          :title="flag.name"
          @update:model-value="(v: boolean) => setItem(item.key, flag!.id, v, false)"
        />
        <button
          v-if="icon"
          class="plain glyph"
          :aria-label="`${icon.name}, item ${i + 1}`"
          @click="
            iconFor = { key: item.key, field: icon.id };
            pop?.toggle($event);
          "
        >
          <IconGlyph v-if="glyph(item.values[icon.id])" :icon="glyph(item.values[icon.id])!" :size="16" />
        </button>
        <span class="texts"
          ><InputText
            v-for="f in texts"
            :key="f.id"
            size="small"
            fluid
            :model-value="String(item.values[f.id] ?? f.default ?? '')"
            :aria-label="`${prop.name} ${i + 1} ${f.name}`"
            :placeholder="f.name"
            @update:model-value="
              (v) => setItem(item.key, f.id, f.kind === 'number' ? Number(v) || 0 : String(v ?? ''))
            "
        /></span>
        <button
          class="plain small"
          :aria-label="`Move item ${i + 1} up`"
          :disabled="i === 0"
          @click="shift(item.key, -1)"
        >
          ↑
        </button>
        <button
          class="plain small"
          :aria-label="`Remove item ${i + 1}`"
          @click="
            emit(
              'choose',
              plain().filter((x) => x.key !== item.key),
              false,
            )
          "
        >
          ×
        </button>
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
.item {
  display: flex;
  gap: 5px;
  align-items: center;
}
.texts {
  display: grid;
  grid-auto-flow: column;
  gap: 4px;
  flex: 1;
  min-width: 0;
}
.texts :deep(input) {
  min-width: 0;
}
.glyph {
  width: 26px;
  height: 26px;
  border: 1px solid var(--line);
  border-radius: 4px;
  display: grid;
  place-items: center;
  flex: none;
}
.small {
  width: 18px;
  text-align: center;
  color: var(--soft);
}
.small:disabled {
  opacity: 0.4;
}
.list > .quiet-link {
  justify-self: start;
}
</style>
