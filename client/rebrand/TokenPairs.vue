<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import { tokenValue, type Kit, type MatchSheet } from '../../core/index.js';
import { plural } from '../base/counts.js';

/** Tokens that things say themselves, and what stands for each: it can be chosen otherwise, among those of the same type. */
const props = defineProps<{
  sheet: MatchSheet;
  kit: Kit;
  to: Kit;
  tokens: ReadonlyMap<string, number>;
}>();
const emit = defineEmits<{ token: [path: string, other: string | null] }>();
const VALUE = '';
const colourOf = (kit: Kit, path: string): string | undefined => {
  const value = kit.tokens[path]?.type === 'color' ? tokenValue(kit, path) : undefined;
  return typeof value === 'string' ? value : undefined;
};
const rows = computed(() =>
  [...props.tokens]
    .filter(([path]) => Object.hasOwn(props.kit.tokens, path))
    .sort(([, a], [, b]) => b - a)
    .map(([path, uses]) => {
      const type = props.kit.tokens[path]?.type;
      const fit = Object.values(props.to.tokens).filter((t) => t.type === type);
      const to = props.sheet.tokens[path] ?? VALUE;
      return {
        path,
        uses,
        from: colourOf(props.kit, path),
        to,
        shows: to === VALUE ? undefined : colourOf(props.to, to),
        choices: [{ id: VALUE, name: 'its value, as it is' }, ...fit.map((t) => ({ id: t.path, name: t.path }))],
      };
    }),
);
</script>

<template>
  <details class="tokens">
    <summary>{{ plural(rows.length, 'token') }} said on screens</summary>
    <ul aria-label="Tokens said on screens">
      <li v-for="r in rows" :key="r.path">
        <i :style="{ background: r.from }" />
        <span class="clip" :title="r.path"
          >{{ r.path }} <span class="note">{{ r.uses }}</span></span
        >
        <i :style="{ background: r.shows }" />
        <Select
          size="small"
          fluid
          :model-value="r.to"
          :options="r.choices"
          option-label="name"
          option-value="id"
          :aria-label="`What stands for ${r.path}`"
          @update:model-value="(v: string) => emit('token', r.path, v === VALUE ? null : v)"
        />
      </li>
    </ul>
  </details>
</template>

<style scoped>
.tokens {
  padding: 8px 16px;
  border-top: 1px solid var(--line);
}
summary {
  cursor: pointer;
}
ul {
  max-height: 160px;
  overflow: auto;
  padding-top: 6px;
  display: grid;
  gap: 4px;
}
li {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr) 14px minmax(0, 1.1fr);
  gap: 8px;
  align-items: center;
}
i {
  height: 14px;
  border-radius: 3px;
  border: 1px solid var(--line-2);
}
</style>
