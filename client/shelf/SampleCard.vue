<script setup lang="ts">
import type { Sample } from '../stores/samples.js';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { toFit } from './fit.js';

/** A sample in its card: how it looks, and what it is called. What a click on it means is said by who puts it up. */
withDefaults(
  defineProps<{
    sample: Sample | null | undefined;
    name: string;
    /** Where it is from, and what would become of things. */
    from?: string;
    says?: string;
    now?: boolean;
    /** Said in place of a picture by what has no look of its own. */
    plain?: boolean;
    as?: 'button' | 'div';
  }>(),
  { as: 'button', from: '', says: '' },
);
</script>

<template>
  <component :is="as" class="plain sample" :class="{ now }">
    <span class="stage" :style="sample ? { background: sample.background } : {}">
      <PictureCanvas v-if="sample" v-bind="toFit(sample)" :still="as === 'button'" />
      <span v-else-if="plain" class="note">{{ name }}</span>
    </span>
    <span class="foot" :class="{ two: says !== '' }">
      <strong class="clip">
        {{ name }}<template v-if="from">{{ ' ' }}</template
        ><span v-if="from" class="note of">{{ from }}</span>
      </strong>
      <template v-if="says">{{ ' ' }}</template><span v-if="says" class="note clip">{{ says }}</span>
    </span>
  </component>
</template>

<style scoped>
.sample {
  width: 152px;
  flex: none;
  display: grid;
  grid-template-rows: minmax(80px, 1fr) auto;
  gap: 4px;
  touch-action: pan-x;
  min-width: 0;
}
.stage {
  display: grid;
  place-items: center;
  background: var(--wash);
  border: 1px solid transparent;
  border-radius: 4px;
  overflow: hidden;
  pointer-events: none;
}
.sample:hover .stage {
  border-color: var(--ink);
}
.sample.now .stage {
  border: 2px solid var(--tape);
}
.foot {
  display: flex;
  justify-content: space-between;
  gap: 6px;
  white-space: nowrap;
  min-width: 0;
}
.foot.two {
  flex-direction: column;
  gap: 0;
}
.foot .note {
  font-weight: 400;
}
.of {
  margin-left: 5px;
}
</style>
