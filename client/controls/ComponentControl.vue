<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import { componentsInOrder, kitRef } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { asText, type ControlEmits, type ControlProps } from './control.js';

/** A component of the kit, or one of the project's own. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const doc = useDocument();
const options = computed(() => [
  ...Object.values(doc.shown?.originals ?? {}).map((c) => ({ id: `project/${c.id}`, name: c.name })),
  ...(props.kit
    ? componentsInOrder(props.kit).map((c) => ({ id: `${kitRef(props.kit!)}/${c.id}`, name: c.name }))
    : []),
]);
</script>

<template>
  <Select
    :input-id="id"
    size="small"
    fluid
    filter
    :model-value="several ? undefined : asText(held.value)"
    :options="options"
    option-label="name"
    option-value="id"
    :placeholder="several ? 'several' : 'None'"
    :aria-label="prop.name"
    @update:model-value="(v: string) => emit('choose', v, false)"
  />
</template>
