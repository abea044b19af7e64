<script setup lang="ts">
import type { Icon } from '../../core/index.js';

/** An icon of a kit, drawn in the colour around it; px. */
defineProps<{ icon: Icon; size: number }>();
</script>

<template>
  <svg :viewBox="`0 0 ${icon.box} ${icon.box}`" :width="size" :height="size" aria-hidden="true">
    <path
      v-for="(p, n) in icon.paths"
      :key="n"
      :d="p.d"
      :fill="p.fill ? 'currentColor' : 'none'"
      :stroke="p.fill ? 'none' : 'currentColor'"
      :stroke-width="p.width ?? 2"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
  </svg>
</template>
