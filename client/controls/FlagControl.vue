<script setup lang="ts">
import ToggleSwitch from 'primevue/toggleswitch';
import type { ControlEmits, ControlProps } from './control.js';

/** On or off. */
defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
</script>

<template>
  <ToggleSwitch
    :input-id="id"
    :model-value="!several && held.value === true"
    :aria-label="several ? `${prop.name}, several` : undefined"
    @update:model-value="(v: boolean) => emit('choose', v, false)"
  />
</template>
