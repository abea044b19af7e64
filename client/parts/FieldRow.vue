<script setup lang="ts">
/** One line of Details: what something is called at the left, the field for it at the right. */
defineProps<{
  /** What the line is about; read out for all that is in it. */
  name: string;
  /** What stands at the left where that is another word. */
  says?: string;
  /** Id of the field that the word belongs to; without one it is no label. */
  field?: string;
}>();
</script>

<template>
  <div class="row" role="group" :aria-label="name">
    <label v-if="field" :for="field">{{ says ?? name }}</label><span v-else>{{ says ?? name }}</span>
    <slot />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 100px minmax(0, 1fr);
  gap: 6px;
  align-items: center;
}
.row :slotted(input),
.row :slotted(.p-select) {
  min-width: 0;
  width: 100%;
}
</style>
