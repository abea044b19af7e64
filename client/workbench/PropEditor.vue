<script setup lang="ts">
import BarsIcon from '@primevue/icons/bars';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import Textarea from 'primevue/textarea';
import ToggleSwitch from 'primevue/toggleswitch';
import { computed } from 'vue';
import { PROP_KIND_NAMES, PROP_KINDS, type Json, type Prop, type PropKind } from '../../core/index.js';
import { CONTROLS } from '../controls/index.js';
import { useEditor } from '../stores/editor/editor.js';
import { asKind, MEANINGS, propId } from '../base/propForms.js';

/** One property of the contract, edited where it stands: its name and kind, and unfolded all the rest. */
const props = defineProps<{ readonly prop: Prop; readonly nth: number; readonly open: boolean }>();
const emit = defineEmits<{
  toggle: [];
  put: [prop: Prop];
  kind: [kind: PropKind];
  drop: [];
  move: [event: KeyboardEvent];
}>();
const editor = useEditor();
const kinds = PROP_KIND_NAMES.map((id) => ({ id, name: PROP_KINDS[id].name }));
const value = (e: Event): string => (e.target as HTMLInputElement).value;
const put = (more: Partial<Prop>): void => emit('put', { ...props.prop, ...more } as Prop);
function rename(name: string): void {
  if (name.trim() !== '' && name !== props.prop.name) put({ name: name.trim() });
}
function means(text: string): void {
  const { means: _, ...rest } = props.prop;
  emit('put', (text.trim() === '' ? rest : { ...rest, means: text.trim() }) as Prop);
}
const options = computed(() => props.prop.options ?? []);
function option(i: number, more: { readonly name?: string; readonly means?: string } | null): void {
  if (props.prop.kind !== 'choice') return;
  const next = options.value.flatMap((o, j) => (i !== j ? [o] : more === null ? [] : [{ ...o, ...more }]));
  if (next.length === 0) return;
  const kept = next.some((o) => o.id === props.prop.default) ? props.prop.default : (next[0]?.id ?? '');
  emit('put', { ...props.prop, options: next, default: kept });
}
function addOption(text: string): void {
  const name = text.trim();
  if (props.prop.kind !== 'choice' || name === '') return;
  // Several at once, with commas between them.
  let all = [...options.value];
  for (const one of name
    .split(',')
    .map((t) => t.trim())
    .filter((t) => t !== ''))
    all = [...all, { id: propId(one, all), name: one }];
  emit('put', { ...props.prop, options: all });
}
function fields(text: string): void {
  if (props.prop.kind !== 'list') return;
  const was = props.prop.item;
  const item: Prop[] = [];
  for (const part of text
    .split(',')
    .map((t) => t.trim())
    .filter((t) => t !== '')) {
    const m = /^(.*?)(?:\s+\((\w+)\))?$/u.exec(part);
    const name = m?.[1]?.trim() ?? part;
    const kind = PROP_KIND_NAMES.find((k) => PROP_KINDS[k].name === m?.[2] || k === m?.[2]) ?? 'text';
    const known = was.find((p) => p.name.toLowerCase() === name.toLowerCase());
    const base: Prop = known ?? {
      id: propId(name, [...was, ...item]),
      name,
      kind: 'text',
      default: '',
      description: '',
    };
    item.push(known && known.kind === kind ? known : asKind(base, kind === 'list' ? 'text' : kind));
  }
  emit('put', { ...props.prop, item });
}
const fieldText = computed(() =>
  (props.prop.item ?? []).map((p) => `${p.name} (${PROP_KINDS[p.kind].name})`).join(', '),
);
function added(event: Event): void {
  addOption(value(event));
  (event.target as HTMLInputElement).value = '';
}
</script>

<template>
  <div class="prop" data-sort role="group" :aria-label="prop.name">
    <div class="line">
      <button
        class="plain grip"
        :aria-label="`Move ${prop.name}`"
        title="Drag, or press ↑ and ↓"
        @keydown="$emit('move', $event)"
      >
        <BarsIcon class="bars" aria-hidden="true" />
      </button>
      <InputText
        size="small"
        :model-value="prop.name"
        :aria-label="`Name of ${prop.name}`"
        @change="rename(value($event))"
      />
      <Select
        size="small"
        :model-value="prop.kind"
        :options="kinds"
        option-label="name"
        option-value="id"
        :aria-label="`Kind of ${prop.name}`"
        @update:model-value="(k: PropKind) => $emit('kind', k)"
      />
      <button class="plain fold" :aria-expanded="open" :aria-label="`All of ${prop.name}`" @click="$emit('toggle')">
        {{ open ? '–' : '+' }}
      </button>
    </div>
    <div v-if="open" class="more">
      <span>Default</span>
      <component
        :is="CONTROLS[prop.kind]"
        :id="`default-${prop.id}`"
        :prop="prop"
        :held="{ value: prop.default }"
        :kit="editor.mainKit"
        @choose="(v: Json) => put({ default: v })"
      />
      <template v-if="prop.kind === 'choice'">
        <span>Options</span>
        <div class="options">
          <div v-for="(o, i) in options" :key="o.id" class="option">
            <InputText
              size="small"
              :model-value="o.name"
              :aria-label="`Option ${i + 1}`"
              @change="option(i, { name: value($event) })"
            /><InputText
              size="small"
              :model-value="o.means ?? ''"
              placeholder="means"
              :aria-label="`What option ${o.name} means`"
              @change="option(i, { means: value($event) })"
            /><button class="plain" :aria-label="`Remove option ${o.name}`" @click="option(i, null)">×</button>
          </div>
          <InputText
            size="small"
            fluid
            placeholder="Add options: small, large"
            aria-label="Add options"
            @change="added"
          />
        </div>
      </template>
      <template v-if="prop.kind === 'list'">
        <span>Each has</span>
        <InputText
          size="small"
          fluid
          :model-value="fieldText"
          aria-label="What each item has"
          title="Name (kind), name (kind)"
          @change="fields(value($event))"
        />
      </template>
      <template v-if="prop.kind === 'number'">
        <span>From, to</span>
        <div class="two">
          <InputText
            v-for="edge in ['min', 'max'] as const"
            :key="edge"
            size="small"
            inputmode="decimal"
            :model-value="String(prop[edge] ?? '')"
            :placeholder="edge === 'min' ? 'any' : 'any'"
            :aria-label="edge === 'min' ? 'Least' : 'Most'"
            @change="put({ [edge]: value($event) === '' ? undefined : Number(value($event)) || 0 })"
          />
        </div>
      </template>
      <span>Describes</span>
      <Textarea
        size="small"
        auto-resize
        rows="1"
        :model-value="prop.description"
        :aria-label="`Description of ${prop.name}`"
        placeholder="What it is for, in a line"
        @change="put({ description: value($event) })"
      />
      <span title="The meaning it has whatever a kit calls it: what lets it be carried">Means</span>
      <InputText
        size="small"
        fluid
        list="meanings"
        :model-value="prop.means ?? ''"
        :aria-label="`What ${prop.name} means`"
        placeholder="label, tone, size …"
        @change="means(value($event))"
      />
      <template v-if="prop.means">
        <span title="Unset, it takes the value of what is around it">Inherits</span>
        <ToggleSwitch
          :model-value="prop.inherits === true"
          :aria-label="`${prop.name} inherits`"
          @update:model-value="(on: boolean) => put({ inherits: on })"
        />
      </template>
      <span />
      <button class="quiet-link" @click="$emit('drop')">Remove {{ prop.name }}</button>
    </div>
    <datalist id="meanings">
      <option v-for="m in MEANINGS" :key="m" :value="m" />
    </datalist>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr) 92px 16px;
  gap: 5px;
  align-items: center;
  padding: 2px 0;
}
.line :deep(input) {
  min-width: 0;
}
.grip {
  cursor: grab;
  color: var(--soft);
  touch-action: none;
  height: 24px;
}
.bars {
  width: 11px;
  height: 11px;
}
.fold {
  text-align: center;
  font-weight: 700;
}
.more {
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr);
  gap: 5px 8px;
  align-items: center;
  padding: 4px 0 10px 19px;
}
.more > span {
  color: var(--soft);
  font-size: 11.5px;
}
.options {
  display: grid;
  gap: 3px;
}
.option {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 14px;
  gap: 4px;
  align-items: center;
}
.option :deep(input),
.two :deep(input) {
  min-width: 0;
  width: 100%;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
}
.more > button {
  justify-self: start;
}
</style>
