<script setup lang="ts">
import InputText from 'primevue/inputtext';
import MultiSelect from 'primevue/multiselect';
import { ROLES, type Slot } from '../../core/index.js';

/** One slot of the contract: what it is called, what it takes and how much of it. */
const props = defineProps<{ readonly slotOf: Slot }>();
const emit = defineEmits<{ put: [slot: Slot]; drop: [] }>();
const roles = Object.keys(ROLES);
const value = (e: Event): string => (e.target as HTMLInputElement).value;
function put(more: Partial<Slot>): void {
  emit('put', { ...props.slotOf, ...more });
}
function bound(which: 'min' | 'max', text: string): void {
  const { [which]: _, ...rest } = props.slotOf;
  const n = Math.trunc(Number(text));
  emit('put', text.trim() === '' || !(n >= 0) ? rest : { ...rest, [which]: n });
}
</script>

<template>
  <div class="slot" role="group" :aria-label="`Slot ${slotOf.name}`">
    <span>Name</span>
    <InputText
      size="small"
      fluid
      :model-value="slotOf.name"
      :aria-label="`Name of the slot ${slotOf.name}`"
      @change="put({ name: value($event) })"
    />
    <span>Takes</span>
    <MultiSelect
      size="small"
      fluid
      filter
      :model-value="[...slotOf.accepts]"
      :options="roles"
      :max-selected-labels="3"
      placeholder="anything"
      :aria-label="`What ${slotOf.name} takes`"
      @update:model-value="(v: string[]) => put({ accepts: v })"
    />
    <span>How</span>
    <InputText
      size="small"
      fluid
      :model-value="slotOf.description"
      placeholder="What belongs here, and how to fill it"
      :aria-label="`How to fill ${slotOf.name}`"
      @change="put({ description: value($event) })"
    />
    <span>Least, most</span>
    <span class="two"
      ><InputText
        v-for="edge in ['min', 'max'] as const"
        :key="edge"
        size="small"
        inputmode="numeric"
        :model-value="String(slotOf[edge] ?? '')"
        placeholder="any"
        :aria-label="edge === 'min' ? `Least in ${slotOf.name}` : `Most in ${slotOf.name}`"
        @change="bound(edge, value($event))"
      /><button class="quiet-link" @click="$emit('drop')">Remove</button></span
    >
  </div>
</template>

<style scoped>
.slot {
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr);
  gap: 4px 8px;
  align-items: center;
  padding-bottom: 6px;
}
.slot > span {
  font-size: 11.5px;
  color: var(--soft);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 6px;
  align-items: center;
}
.two :deep(input) {
  min-width: 0;
  width: 100%;
}
</style>
