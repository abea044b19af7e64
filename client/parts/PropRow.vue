<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import SelectButton from 'primevue/selectbutton';
import ToggleSwitch from 'primevue/toggleswitch';
import { computed, ref, watch } from 'vue';
import { isColour, listItems, type Json, type Kit, type Prop } from '../../core/index.js';

/** One row of Details: a prop, its value, and whether it is yours. */
// The value comes wrapped: a bare property of this type would have its empty texts turned into flags.
const props = defineProps<{ prop: Prop; held: { readonly value: Json | undefined }; yours: boolean; several?: boolean; kit: Kit | undefined; idBase: string }>();
const emit = defineEmits<{ choose: [value: Json, merge: boolean]; back: [] }>();
const value = computed(() => props.held.value);
const id = computed(() => `${props.idBase}-${props.prop.id}`);
const draft = ref('');
const problem = ref('');
watch(() => [value.value, props.prop.id], () => { draft.value = value.value === undefined || value.value === null || typeof value.value === 'object' ? '' : String(value.value); problem.value = ''; }, { immediate: true });

const icons = computed(() => [{ id: 'none', name: 'None' }, ...Object.values(props.kit?.icons ?? {}).map((i) => ({ id: i.id, name: i.name }))]);
const few = computed(() => (props.prop.options?.length ?? 0) <= 3 && (props.prop.options ?? []).reduce((n, o) => n + o.name.length, 0) <= 20);
function number(): void {
  // Numbers take a little arithmetic: 12+4, 3*8.
  const m = /^\s*(-?\d+(?:\.\d+)?)(?:\s*([-+*/])\s*(-?\d+(?:\.\d+)?))?\s*$/u.exec(draft.value);
  if (!m) {
    problem.value = `“${draft.value.slice(0, 30)}” is not a number; ${props.prop.name} keeps ${String(value.value)}.`;
    return;
  }
  const a = Number(m[1]);
  const b = Number(m[3] ?? 0);
  const v = m[2] === '+' ? a + b : m[2] === '-' ? a - b : m[2] === '*' ? a * b : m[2] === '/' && b !== 0 ? a / b : a;
  if ((props.prop.min !== undefined && v < props.prop.min) || (props.prop.max !== undefined && v > props.prop.max)) {
    problem.value = `${props.prop.name} goes from ${props.prop.min ?? 'any'} to ${props.prop.max ?? 'any'}.`;
    return;
  }
  problem.value = '';
  if (v !== value.value) emit('choose', v, false);
}
function colour(): void {
  const v = draft.value.trim();
  if (v !== '' && !/^\{[^{}]+\}$/u.test(v) && !isColour(v)) {
    problem.value = `“${v.slice(0, 30)}” is not a colour; write it like #0b2f4e or choose a token.`;
    return;
  }
  problem.value = '';
  if (v !== value.value) emit('choose', v, false);
}
const colours = computed(() => Object.values(props.kit?.tokens ?? {}).filter((t) => t.type === 'color').map((t) => ({ id: `{${t.path}}`, name: t.path.split('.').at(-1) ?? t.path })));
const items = computed(() => listItems(value.value));
const fields = computed(() => (props.prop.item ?? []).filter((p) => p.kind === 'text'));
const plain = (): { key: string; values: Record<string, Json> }[] => items.value.map((i) => ({ key: i.key, values: { ...i.values } }));
function setItem(key: string, field: string, value: Json): void {
  emit('choose', plain().map((i) => (i.key === key ? { ...i, values: { ...i.values, [field]: value } } : i)), true);
}
function addItem(): void {
  let n = items.value.length + 1;
  while (items.value.some((i) => i.key === `k${n}`)) n++;
  emit('choose', [...plain(), { key: `k${n}`, values: Object.fromEntries(fields.value.map((f) => [f.id, `${f.name} ${n}`])) }], false);
}
</script>

<template>
  <div class="row" role="group" :aria-label="prop.name">
    <label :for="id" :class="{ stitched: yours }" v-tooltip.left="prop.description">{{ prop.name }} <span v-if="yours" class="yours">yours</span></label>
    <div class="value">
      <InputText v-if="prop.kind === 'text' || prop.kind === 'image'" :id="id" size="small" fluid :model-value="draft" :placeholder="several ? 'several' : ''" maxlength="20000" @update:model-value="(v) => { draft = String(v ?? ''); emit('choose', draft, true); }" />
      <ToggleSwitch v-else-if="prop.kind === 'flag'" :input-id="id" :model-value="value === true" @update:model-value="(v) => emit('choose', v, false)" />
      <SelectButton v-else-if="prop.kind === 'choice' && few" size="small" :model-value="value" :options="prop.options as never" option-label="name" option-value="id" :allow-empty="false" :aria-label="prop.name" @update:model-value="(v: Json) => emit('choose', v, false)" />
      <Select v-else-if="prop.kind === 'choice'" :input-id="id" size="small" fluid :model-value="value" :options="prop.options as never" option-label="name" option-value="id" :placeholder="several ? 'several' : ''" @update:model-value="(v: Json) => emit('choose', v, false)" />
      <Select v-else-if="prop.kind === 'icon'" :input-id="id" size="small" fluid filter :model-value="value === '' ? 'none' : value" :options="icons" option-label="name" option-value="id" @update:model-value="(v: Json) => emit('choose', v, false)" />
      <InputText v-else-if="prop.kind === 'number'" :id="id" v-model="draft" size="small" fluid inputmode="decimal" @change="number" @keydown.enter="number" />
      <template v-else-if="prop.kind === 'colour'"><InputText :id="id" v-model="draft" size="small" fluid :list="`${id}-tokens`" @change="colour" /><datalist :id="`${id}-tokens`"><option v-for="c in colours" :key="c.id" :value="c.id">{{ c.name }}</option></datalist></template>
      <div v-else-if="prop.kind === 'list'" class="list">
        <div v-for="(item, i) in items" :key="item.key" class="item"><InputText v-for="f in fields" :key="f.id" size="small" fluid :model-value="String(item.values[f.id] ?? f.default)" :aria-label="`${prop.name} ${i + 1} ${f.name}`" @update:model-value="(v) => setItem(item.key, f.id, String(v ?? ''))" /><button class="quiet-link" :aria-label="`Remove item ${i + 1}`" @click="emit('choose', plain().filter((x) => x.key !== item.key), false)">×</button></div>
        <button class="quiet-link" @click="addItem">Add an item</button>
      </div>
      <button v-if="yours" class="quiet-link back" @click="emit('back')">Back to kit</button>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </div>
  </div>
</template>

<style scoped>
.row { display: grid; grid-template-columns: 96px minmax(0, 1fr); gap: 6px; align-items: start; padding: 4px 14px; }
label { padding-top: 4px; }
.stitched { text-decoration: underline dashed; text-underline-offset: 4px; text-decoration-color: var(--soft); }
.yours { text-decoration: none; display: inline-block; }
.back { font-size: 11.5px; margin-top: 2px; }
.problem { color: var(--bad); font-size: 11.5px; }
.list { display: grid; gap: 4px; justify-items: start; }
.item { display: flex; gap: 5px; }
</style>
