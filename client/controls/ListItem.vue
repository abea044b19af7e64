<script setup lang="ts">
import BarsIcon from '@primevue/icons/bars';
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import { computed } from 'vue';
import type { Json, Kit, Prop } from '../../core/index.js';
import IconGlyph from './IconGlyph.vue';

/** One item of a list: what it says in each field, in one line. */
const props = defineProps<{
  readonly item: { readonly key: string; readonly values: Readonly<Record<string, Json>> };
  readonly nth: number;
  readonly prop: Prop;
  readonly kit: Kit | undefined;
  /** The only one: it has no other place. */
  readonly alone: boolean;
}>();
defineEmits<{
  put: [field: string, value: Json, merge: boolean];
  key: [event: KeyboardEvent];
  icon: [event: Event, field: string];
  drop: [];
}>();
const fields = computed(() => props.prop.item ?? []);
const texts = computed(() => fields.value.filter((p) => p.kind === 'text' || p.kind === 'number'));
const icon = computed(() => fields.value.find((p) => p.kind === 'icon'));
const flag = computed(() => fields.value.find((p) => p.kind === 'flag'));
const glyph = computed(() => {
  const named = icon.value && props.item.values[icon.value.id];
  return typeof named === 'string' ? props.kit?.icons[named] : undefined;
});
</script>

<template>
  <div class="item" data-sort>
    <button
      v-if="!alone"
      class="plain grip"
      :aria-label="`Move item ${nth + 1}`"
      title="Drag, or press ↑ and ↓"
      @keydown="$emit('key', $event)"
    >
      <BarsIcon class="bars" aria-hidden="true" />
    </button>
    <Checkbox
      v-if="flag"
      binary
      :model-value="item.values[flag.id] === true"
      :aria-label="`${flag.name}, item ${nth + 1}`"
      :title="flag.name"
      @update:model-value="(v: boolean) => $emit('put', flag!.id, v, false)"
    />
    <button
      v-if="icon"
      class="plain glyph"
      :aria-label="`${icon.name}, item ${nth + 1}`"
      @click="$emit('icon', $event, icon.id)"
    >
      <IconGlyph v-if="glyph" :icon="glyph" :size="16" />
    </button>
    <span class="texts"
      ><InputText
        v-for="f in texts"
        :key="f.id"
        size="small"
        fluid
        :model-value="String(item.values[f.id] ?? f.default ?? '')"
        :aria-label="`${prop.name} ${nth + 1} ${f.name}`"
        :placeholder="f.name"
        @update:model-value="(v) => $emit('put', f.id, f.kind === 'number' ? Number(v) || 0 : String(v ?? ''), true)"
    /></span>
    <button class="plain small" :aria-label="`Remove item ${nth + 1}`" @click="$emit('drop')">×</button>
  </div>
</template>

<style scoped>
.item {
  display: flex;
  gap: 5px;
  align-items: center;
}
.texts {
  display: grid;
  grid-auto-flow: column;
  gap: 4px;
  flex: 1;
  min-width: 0;
}
.texts :deep(input) {
  min-width: 0;
}
.glyph {
  width: 26px;
  height: 26px;
  border: 1px solid var(--line);
  border-radius: 4px;
  display: grid;
  place-items: center;
  flex: none;
}
.small {
  width: 18px;
  text-align: center;
  color: var(--soft);
}
.grip {
  display: grid;
  place-items: center;
  width: 16px;
  height: 26px;
  color: var(--soft);
  font-size: 10px;
  cursor: grab;
  touch-action: none;
}
.bars {
  width: 11px;
  height: 11px;
}
.grip:hover,
.grip:focus-visible {
  color: var(--ink);
}
.going {
  opacity: 0.4;
}
</style>
