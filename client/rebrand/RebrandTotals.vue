<script setup lang="ts">
import type { Total } from './plan.js';

/** What a rebrand would do to all screens, in figures. */
defineProps<{ total: Total; screens: number }>();
</script>

<template>
  <dl>
    <div>
      <dt>{{ total.instances }}</dt>
      <dd>instances, {{ screens }} screens</dd>
    </div>
    <div>
      <dt>{{ total.counts.kept + total.counts.mapped }}</dt>
      <dd>settings carried</dd>
    </div>
    <div>
      <dt>{{ total.counts.held }}</dt>
      <dd>meanings held</dd>
    </div>
    <div>
      <dt>{{ total.counts.parked }}</dt>
      <dd>parked, kept for later</dd>
    </div>
    <div>
      <dt>{{ total.findings.length }}</dt>
      <dd>places to look at</dd>
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
