<script setup lang="ts">
import Select from 'primevue/select';
import { APPEARANCES, useAppearance } from '../stores/appearance.js';

/** Dekkor by day, by night, or as the system says. */
const appearance = useAppearance();
</script>

<template>
  <label class="light"
    >Dekkor
    <Select
      v-model="appearance.chosen"
      size="small"
      :options="[...APPEARANCES]"
      option-label="name"
      option-value="id"
      aria-label="Dekkor by day or by night"
  /></label>
</template>

<style scoped>
.light {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 13px;
  margin-left: auto;
}
</style>
