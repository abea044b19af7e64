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
    <Select
      size="small"
      :model-value="column.kind"
      :options="[...COLUMN_KINDS]"
      option-label="name"
      option-value="id"
      :aria-label="`Kind of ${column.name}`"
      @update:model-value="(k: ContentColumn['kind']) => $emit('kind', k)"
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
  </span>
</template>

<style scoped>
.head {
  display: flex;
  gap: 4px;
  align-items: center;
}
.plain-field {
  border: 1px solid transparent;
  border-radius: 3px;
  background: none;
  font-weight: 600;
  padding: 2px 3px;
  width: 90px;
  min-width: 56px;
  flex: 1;
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
