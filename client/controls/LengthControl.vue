<script setup lang="ts">
import AutoComplete from 'primevue/autocomplete';
import { computed, ref, watch } from 'vue';
import { aliasPath, arithmetic, tokenMeaning, tokenValue, toPx } from '../../core/index.js';
import { asText, type ControlEmits, type ControlProps } from './control.js';

/** A length: a number of px, sums and arrow keys included, or one of the kit's by name. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const draft = ref('');
const written = computed(() => props.held.written ?? props.held.value);
const path = computed(() => aliasPath(written.value));
const name = (p: string): string => p.replace(/^.*\//u, '').replace(/^means:/u, '');
const shown = (): string => (props.several ? '' : path.value === null ? asText(props.held.value) : name(path.value));
watch(
  [() => props.held.value, () => props.held.written, () => props.id, () => props.several],
  () => {
    draft.value = shown();
    emit('problem', '');
  },
  { immediate: true },
);
const tokens = computed(() =>
  Object.values(props.kit?.tokens ?? {})
    .filter((t) => t.type === 'dimension')
    .map((t) => ({
      id: `{${t.path}}`,
      name: t.path,
      px: toPx(props.kit ? tokenValue(props.kit, t.path) : undefined) ?? 0,
    }))
    .sort((a, b) => a.px - b.px),
);
const offered = ref<{ id: string; name: string; px: number }[]>([]);
const search = (event: { query: string }): void => {
  const q = event.query.trim().toLowerCase();
  offered.value = tokens.value.filter(
    (t) => q === '' || t.name.toLowerCase().includes(q) || String(t.px).startsWith(q),
  );
};
function take(): void {
  const text = typeof draft.value === 'string' ? draft.value.trim() : '';
  if (text === shown() || text === '') {
    if (text === '' && shown() !== '') emit('choose', '', false);
    draft.value = text === '' ? '' : shown();
    return;
  }
  const token = tokens.value.find((t) => t.name === text || t.id === text);
  const known =
    aliasPath(text) !== null && (props.kit ? tokenMeaning(props.kit, name(aliasPath(text) ?? '')) : undefined);
  const number = arithmetic(text, typeof props.held.value === 'number' ? props.held.value : 0);
  if (token) emit('choose', token.id, false);
  else if (known) emit('choose', text, false);
  else if (number !== null && number >= (props.prop.min ?? 0)) emit('choose', number, false);
  else
    emit(
      'problem',
      `“${text.slice(0, 30)}” is no length; type a number of px, or one of ${props.kit?.name ?? 'the kit'}’s such as ${tokens.value[0]?.name ?? 'space.m'}.`,
    );
}
function step(event: KeyboardEvent): void {
  if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
  if ((event.target as HTMLElement).getAttribute('aria-expanded') === 'true') return;
  event.preventDefault();
  const by = (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1);
  emit(
    'choose',
    Math.max(props.prop.min ?? 0, (typeof props.held.value === 'number' ? props.held.value : 0) + by),
    true,
  );
}
function pick(event: { value: { id: string } }): void {
  emit('choose', event.value.id, false);
}
</script>

<template>
  <AutoComplete
    v-model="draft"
    :input-id="id"
    :suggestions="offered"
    option-label="name"
    size="small"
    fluid
    dropdown
    :placeholder="several ? 'several' : '0'"
    :pt="{ dropdown: { 'aria-label': `${prop.name}: choose one of the kit’s` } }"
    @complete="search"
    @option-select="pick"
    @change="take"
    @blur="take"
    @keydown.enter="take"
    @keydown="step"
  >
    <template #option="{ option }">
      <span class="option"
        ><span class="clip">{{ option.name }}</span
        ><span class="note tabular">{{ option.px }} px</span></span
      >
    </template>
  </AutoComplete>
</template>

<style scoped>
.option {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  width: 100%;
}
</style>
