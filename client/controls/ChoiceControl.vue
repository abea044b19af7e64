<script setup lang="ts">
import Select from 'primevue/select';
import SelectButton from 'primevue/selectbutton';
import { computed } from 'vue';
import type { Json } from '../../core/index.js';
import type { ControlEmits, ControlProps } from './control.js';
import { fewOptions } from './wide.js';

/** One of some options: side by side when they are few and short. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const options = computed(() => [...(props.prop.options ?? [])]);
const value = computed(() => (props.several ? undefined : props.held.value));
</script>

<template>
  <SelectButton
    v-if="fewOptions(prop)"
    class="few"
    size="small"
    :model-value="value"
    :options="options"
    option-label="name"
    option-value="id"
    :allow-empty="false"
    :aria-label="prop.name"
    @update:model-value="(v: Json) => emit('choose', v, false)"
  />
  <Select
    v-else
    :input-id="id"
    size="small"
    fluid
    :model-value="value"
    :options="options"
    option-label="name"
    option-value="id"
    :placeholder="several ? 'several' : ''"
    :aria-label="prop.name"
    @update:model-value="(v: Json) => emit('choose', v, false)"
  />
</template>

<style scoped>
.few {
  display: flex;
}
.few :deep(.p-togglebutton) {
  flex: 1;
  min-width: 0;
}
.few :deep(.p-togglebutton-label) {
  white-space: nowrap;
}
</style>
