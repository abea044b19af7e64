<script setup lang="ts">
import { computed } from 'vue';
import type { Kit, World } from '../../core/index.js';
import { templateOf } from '../stores/samples.js';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { readDocs } from './docs.js';

/** A docs page as it is read: its text, and its samples drawn live in a kit. */
const props = defineProps<{ text: string; kit: Kit | undefined; world: World | null }>();
const parts = computed(() =>
  readDocs(props.text, props.kit, props.world?.project).map((p) => ({
    ...p,
    sample:
      p.kind === 'sample' && p.template && props.world && props.kit
        ? templateOf(props.world, p.template, props.kit, props.world.project.appliedKits)
        : null,
  })),
);
</script>

<template>
  <article aria-label="Docs page">
    <slot v-if="parts.length === 0" />
    <template v-for="(p, i) in parts" :key="i">
      <!-- eslint-disable-next-line vue/no-v-html -- cleaned when it is read -->
      <div v-if="p.kind === 'html'" class="text" v-html="p.html" />
      <figure v-else>
        <PictureCanvas
          v-if="p.sample"
          :primitives="p.sample.primitives"
          :width="p.sample.width"
          :height="p.sample.height"
          :zoom="1"
          :background="p.sample.background"
        />
        <p v-else class="bad">{{ p.problem }}</p>
        <figcaption class="note">{{ p.line }}</figcaption>
      </figure>
    </template>
  </article>
</template>

<style scoped>
article {
  grid-auto-rows: max-content;
  max-height: 60vh;
  overflow: auto;
  display: grid;
  gap: 12px;
  align-content: start;
}
.text :deep(p),
.text :deep(ul),
.text :deep(ol),
.text :deep(table) {
  margin: 0 0 8px;
}
.text :deep(ul) {
  list-style: disc;
  padding-left: 20px;
}
.text :deep(h1),
.text :deep(h2),
.text :deep(h3) {
  margin: 10px 0 6px;
}
.text :deep(td),
.text :deep(th) {
  border-bottom: 1px solid var(--line);
  padding: 3px 14px 3px 0;
  text-align: left;
  vertical-align: top;
}
.text :deep(code) {
  background: var(--wash);
  padding: 0 4px;
  border-radius: 3px;
}
figure {
  margin: 0;
  border: 1px solid var(--line);
  border-radius: 5px;
  overflow: hidden;
  background: var(--raised);
}
figcaption {
  border-top: 1px solid var(--line);
  background: var(--paper);
  padding: 3px 10px;
}
.bad {
  color: var(--bad);
  padding: 8px 10px;
}
</style>
