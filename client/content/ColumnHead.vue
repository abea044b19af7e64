<script setup lang="ts">
import Select from 'primevue/select';
import type { ContentSet } from '../../core/index.js';
import { COLUMN_KINDS } from './edits.js';

type ContentColumn = ContentSet['columns'][number];
/** The head of a column of a content set: its name, its kind, and the sign that takes it out. */
defineProps<{ column: ContentColumn; last: boolean }>();
defineEmits<{ rename: [name: string]; kind: [kind: ContentColumn['kind']]; drop: [] }>();
</script>

<template>
  <span class="head">
    <input
      class="plain-field"
      :value="column.name"
      :aria-label="`Name of column ${column.name}`"
      @change="$emit('rename', ($event.target as HTMLInputElement).value)"
    />
    <button
      v-if="!last"
      class="plain sign"
      :aria-label="`Take column ${column.name} out`"
      :title="`Take column ${column.name} out`"
      @click="$emit('drop')"
    >
      ×
    </button>
    <Select
      class="kind"
      size="small"
      :model-value="column.kind"
      :options="[...COLUMN_KINDS]"
      option-label="name"
      option-value="id"
      :aria-label="`Kind of ${column.name}`"
      @update:model-value="(k: ContentColumn['kind']) => $emit('kind', k)"
    />
  </span>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 3px 2px;
  align-items: center;
  width: 100%;
}
/* Below its name, so that many columns fit beside one another. */
.kind {
  grid-column: 1 / -1;
  justify-self: start;
}
.plain-field {
  border: 1px solid transparent;
  border-radius: 3px;
  background: none;
  font-weight: 600;
  padding: 2px 3px;
  width: 100%;
  min-width: 84px;
  margin-left: -4px;
  text-overflow: ellipsis;
}
.plain-field:focus {
  border-color: var(--line-2);
  background: var(--raised);
}
.sign {
  width: 22px;
  height: 22px;
  border-radius: 4px;
  text-align: center;
  color: var(--soft);
}
.sign:hover,
.sign:focus-visible {
  background: var(--wash);
  color: var(--ink);
}
</style>
