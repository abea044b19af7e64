<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Popover from 'primevue/popover';
import Select from 'primevue/select';
import SelectButton from 'primevue/selectbutton';
import ToggleSwitch from 'primevue/toggleswitch';
import { computed, ref, watch } from 'vue';
import { arithmetic, isColour, suggestIcons, type Json, type Kit, type Prop } from '../../core/index.js';
import IconPicker from './IconPicker.vue';
import ListEditor from './ListEditor.vue';
import PicturePicker from './PicturePicker.vue';

/** One row of Details: a prop, its value, and whether it is yours. */
// The value comes wrapped: a bare property of this type would have its empty texts turned into flags.
const props = defineProps<{ prop: Prop; held: { readonly value: Json | undefined; readonly written?: Json | undefined }; yours: boolean; several?: boolean; others?: string | undefined; says?: string | undefined; kit: Kit | undefined; idBase: string }>();
const emit = defineEmits<{ choose: [value: Json, merge: boolean]; back: [] }>();
const value = computed(() => (props.several ? undefined : props.held.value));
const id = computed(() => `${props.idBase}-${props.prop.id}`);
const NEAR = ['chevron-right', 'search', 'user', 'star', 'calendar', 'settings', 'house', 'menu'];
const draft = ref('');
const problem = ref('');
const pop = ref<InstanceType<typeof Popover> | null>(null);
const written = (v: Json | undefined): string => (v === undefined || v === null || typeof v === 'object' ? '' : typeof v === 'number' ? String(Math.round(v * 100) / 100) : String(v));
watch(() => [value.value, props.prop.id, props.several], () => { draft.value = written(value.value); problem.value = ''; }, { immediate: true });

const hint = computed(() => (props.several ? 'several' : ''));
const iconOf = computed(() => (typeof value.value === 'string' ? props.kit?.icons[value.value] : undefined));
/** Icons at hand, so that most are one click away. */
const near = computed(() => (props.prop.kind === 'icon' && props.kit ? suggestIcons(props.kit, props.says ?? '', NEAR, 6).flatMap((i) => props.kit?.icons[i] ?? []) : []));
const few = computed(() => (props.prop.options?.length ?? 0) <= 3 && (props.prop.options ?? []).reduce((n, o) => n + o.name.length, 0) <= 20);
const options = computed(() => [...(props.prop.options ?? [])]);
function number(): void {
  if (draft.value.trim() === '' || draft.value === written(value.value)) { draft.value = written(value.value); problem.value = ''; return; }
  const v = arithmetic(draft.value, typeof value.value === 'number' ? value.value : 0);
  if (v === null) {
    problem.value = `“${draft.value.slice(0, 30)}” is not a number; ${props.prop.name} keeps ${props.several ? 'its values' : written(value.value) || 'its value'}.`;
    return;
  }
  if ((props.prop.min !== undefined && v < props.prop.min) || (props.prop.max !== undefined && v > props.prop.max)) {
    problem.value = `${props.prop.name} goes from ${props.prop.min ?? 'any'} to ${props.prop.max ?? 'any'}.`;
    return;
  }
  problem.value = '';
  if (v !== value.value) emit('choose', v, false);
}
function step(event: KeyboardEvent): void {
  if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
  event.preventDefault();
  const by = (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1);
  const v = Math.min(props.prop.max ?? Infinity, Math.max(props.prop.min ?? -Infinity, (typeof value.value === 'number' ? value.value : 0) + by));
  emit('choose', v, true);
}
function colour(): void {
  const v = draft.value.trim();
  if (v === written(value.value)) return;
  if (v !== '' && !/^\{[^{}]+\}$/u.test(v) && !isColour(v)) {
    problem.value = `“${v.slice(0, 30)}” is not a colour; write it like #0b2f4e or choose a token.`;
    return;
  }
  problem.value = '';
  emit('choose', v, false);
}
const colours = computed(() => Object.values(props.kit?.tokens ?? {}).filter((t) => t.type === 'color').map((t) => ({ id: `{${t.path}}`, name: t.path.split('.').at(-1) ?? t.path })));
const swatch = computed(() => {
  const v = draft.value;
  const token = /^\{(?:.*\/)?([^{}/]+)\}$/u.exec(v)?.[1];
  const found = token ? props.kit?.tokens[token]?.value : v;
  return typeof found === 'string' && isColour(found) ? found : 'transparent';
});
</script>

<template>
  <div class="row" :class="{ wide: prop.kind === 'list' }" role="group" :aria-label="prop.name">
    <label :for="id" :class="{ stitched: yours }"><span :title="prop.description">{{ prop.name }}</span> <span v-if="yours" class="yours">yours</span></label>
    <div class="value">
      <InputText v-if="prop.kind === 'text'" :id="id" size="small" fluid :model-value="draft" :placeholder="hint" maxlength="20000" @update:model-value="(v) => { draft = String(v ?? ''); emit('choose', draft, true); }" />
      <ToggleSwitch v-else-if="prop.kind === 'flag'" :input-id="id" :model-value="value === true" @update:model-value="(v) => emit('choose', v, false)" />
      <SelectButton v-else-if="prop.kind === 'choice' && few" size="small" :model-value="value" :options="options" option-label="name" option-value="id" :allow-empty="false" :aria-label="prop.name" @update:model-value="(v: Json) => emit('choose', v, false)" />
      <Select v-else-if="prop.kind === 'choice'" :input-id="id" size="small" fluid :model-value="value" :options="options" option-label="name" option-value="id" :placeholder="hint" :aria-label="prop.name" @update:model-value="(v: Json) => emit('choose', v, false)" />
      <template v-else-if="prop.kind === 'icon'">
        <button :id="id" class="plain pick" aria-haspopup="dialog" @click="pop?.toggle($event)"><svg v-if="iconOf" :viewBox="`0 0 ${iconOf.box} ${iconOf.box}`" width="18" height="18" aria-hidden="true"><path v-for="(p, n) in iconOf.paths" :key="n" :d="p.d" :fill="p.fill ? 'currentColor' : 'none'" :stroke="p.fill ? 'none' : 'currentColor'" :stroke-width="p.width ?? 2" stroke-linecap="round" stroke-linejoin="round" /></svg>{{ several ? 'several' : (iconOf?.name ?? 'None') }}</button>
        <span class="near"><button v-for="i in near" :key="i.id" class="plain" :class="{ on: i.id === value }" :aria-label="`${i.name} icon`" :title="i.name" @click="emit('choose', i.id, false)"><svg :viewBox="`0 0 ${i.box} ${i.box}`" width="15" height="15" aria-hidden="true"><path v-for="(p, n) in i.paths" :key="n" :d="p.d" :fill="p.fill ? 'currentColor' : 'none'" :stroke="p.fill ? 'none' : 'currentColor'" :stroke-width="p.width ?? 2" stroke-linecap="round" stroke-linejoin="round" /></svg></button></span>
        <Popover ref="pop"><IconPicker :kit="kit" :value="written(value)" @choose="(v) => { pop?.hide(); emit('choose', v, false); }" @leave="pop?.hide()" /></Popover>
      </template>
      <template v-else-if="prop.kind === 'image'">
        <button :id="id" class="plain pick" aria-haspopup="dialog" @click="pop?.toggle($event)">{{ several ? 'several' : value ? 'Change the picture' : 'Choose a picture' }}</button>
        <Popover ref="pop"><PicturePicker :value="written(value)" @choose="(v) => { pop?.hide(); emit('choose', v, false); }" /></Popover>
      </template>
      <InputText v-else-if="prop.kind === 'number'" :id="id" v-model="draft" size="small" fluid :placeholder="hint" inputmode="decimal" @change="number" @keydown="step" @keydown.enter="number" />
      <span v-else-if="prop.kind === 'colour'" class="colour"><i :style="{ background: swatch }" /><InputText :id="id" v-model="draft" size="small" fluid :placeholder="hint || 'from the kit'" :list="`${id}-tokens`" @change="colour" @keydown.enter="colour" /><datalist :id="`${id}-tokens`"><option v-for="c in colours" :key="c.id" :value="c.id">{{ c.name }}</option></datalist></span>
      <ListEditor v-else-if="prop.kind === 'list'" :prop="prop" :held="held" :kit="kit" @choose="(v, m) => emit('choose', v, m)" />
      <span v-if="yours || others" class="under"><button v-if="yours" class="quiet-link back" @click="emit('back')">Back to kit</button><span v-if="others" class="note">{{ others }}</span></span>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </div>
  </div>
</template>

<style scoped>
.row { display: grid; grid-template-columns: 96px minmax(0, 1fr); gap: 6px; align-items: start; padding: 4px 14px; }
.row.wide { grid-template-columns: minmax(0, 1fr); }
label { padding-top: 4px; }
.stitched { text-decoration: underline dashed; text-underline-offset: 4px; text-decoration-color: var(--soft); }
.yours { text-decoration: none; display: inline-block; }
.under { display: flex; gap: 8px; flex-wrap: wrap; }
.back { font-size: 11.5px; margin-top: 2px; }
.problem { color: var(--bad); font-size: 11.5px; }
.pick { display: flex; gap: 7px; align-items: center; width: 100%; border: 1px solid var(--line); border-radius: 5px; background: var(--raised); padding: 3px 8px; min-height: 28px; }
.pick:hover { border-color: var(--line-2); }


.value { min-width: 0; }
.value :deep(.p-selectbutton) { max-width: 100%; }
.value :deep(.p-togglebutton-content) { padding: 0.1rem 0.3rem; }
.near { display: flex; gap: 2px; margin-top: 3px; }
.near button { width: 24px; height: 24px; display: grid; place-items: center; border-radius: 4px; color: var(--soft); }
.near button:hover { background: var(--wash); color: var(--ink); }
.near .on { background: var(--tape-soft); color: var(--ink); }
.colour { display: flex; gap: 6px; align-items: center; }
.colour i { width: 18px; height: 18px; flex: none; border: 1px solid var(--line-2); border-radius: 4px; }
</style>
