<script setup lang="ts">
import { computed } from 'vue';
import { count, plural } from '../base/counts.js';
import type { Total } from './plan.js';

/** What a rebrand would do to all screens, in figures. */
const props = defineProps<{ total: Total; screens: number }>();
const one = (n: number, single: string, many: string): string => (n === 1 ? single : many);
const figures = computed(() => {
  const { instances, counts } = props.total;
  const transferred = counts.kept + counts.mapped;
  return [
    { n: instances, says: `${one(instances, 'instance', 'instances')}, ${plural(props.screens, 'screen')}` },
    { n: transferred, says: `${one(transferred, 'override', 'overrides')} carried` },
    { n: counts.preserved, says: `${one(counts.preserved, 'meaning', 'meanings')} held` },
    { n: counts.parked, says: 'parked, kept for later' },
  ];
});
</script>

<template>
  <dl>
    <div v-for="(f, i) in figures" :key="i">
      <dt>{{ count(f.n) }}</dt>
      <dd>{{ f.says }}</dd>
    </div>
  </dl>
</template>

<style scoped>
dl {
  display: flex;
  gap: 18px;
}
dl div {
  border-left: 1px solid var(--line);
  padding-left: 12px;
}
dt {
  font-size: 17px;
  font-weight: 700;
  font-variant-numeric: tabular-nums;
  line-height: 1.2;
}
dd {
  font-size: 11.5px;
  color: var(--soft);
  white-space: nowrap;
}
</style>
