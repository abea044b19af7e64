<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { ref, watch } from 'vue';
import { numberFor } from '../../core/index.js';
import { asText, type ControlEmits, type ControlProps } from './control.js';

/** A number; takes sums and arrow keys. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const draft = ref('');
const now = (): string => (props.several ? '' : asText(props.held.value));
watch(
  [() => props.held.value, () => props.id, () => props.several],
  () => {
    draft.value = now();
    emit('problem', '');
  },
  { immediate: true },
);
function take(): void {
  if (draft.value.trim() === '' || draft.value === now()) {
    draft.value = now();
    emit('problem', '');
    return;
  }
  const { prop, held } = props;
  const was = typeof held.value === 'number' ? held.value : undefined;
  const read = numberFor(prop, draft.value, was, props.several ? 'its values' : was);
  if ('problem' in read) return void emit('problem', read.problem);
  const v = read.value;
  emit('problem', '');
  if (v !== held.value || props.several) emit('choose', v, false);
}
function step(event: KeyboardEvent): void {
  if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
  event.preventDefault();
  const by = (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1);
  const { prop, held } = props;
  emit(
    'choose',
    Math.min(
      prop.max ?? Infinity,
      Math.max(prop.min ?? -Infinity, (typeof held.value === 'number' ? held.value : 0) + by),
    ),
    true,
  );
}
</script>

<template>
  <InputText
    :id="id"
    v-model="draft"
    size="small"
    fluid
    :placeholder="several ? 'several' : ''"
    inputmode="decimal"
    @change="take"
    @keydown="step"
    @keydown.enter="take"
  />
</template>
