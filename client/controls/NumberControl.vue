<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { ref, watch } from 'vue';
import { arithmetic } from '../../core/index.js';
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
  const v = arithmetic(draft.value, typeof held.value === 'number' ? held.value : 0);
  if (v === null) {
    emit(
      'problem',
      `“${draft.value.slice(0, 30)}” is not a number; ${prop.name} keeps ${props.several ? 'its values' : now() || 'its value'}.`,
    );
    return;
  }
  if ((prop.min !== undefined && v < prop.min) || (prop.max !== undefined && v > prop.max)) {
    emit('problem', `${prop.name} goes from ${prop.min ?? 'any'} to ${prop.max ?? 'any'}.`);
    return;
  }
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
