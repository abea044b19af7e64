<script setup lang="ts">
import type { Thing } from '../../core/index.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { useSlices } from '../canvas/timeSlices.js';
import SampleCard from './SampleCard.vue';

/** What the place line may become, as it looks; things without a look stand there by name. */
const props = defineProps<{ offers: readonly Thing[]; chosen: number }>();
defineEmits<{ take: [thing: Thing] }>();
const editor = useEditor();
const library = useLibrary();
const drawn = useSlices(
  () => (void [editor.appliedKits, library.fontsKnown], props.offers),
  (o) => {
    if (o.kind === 'component') return editor.sample(o.ref, 260);
    return o.kind === 'template' ? editor.templateSample(o.template) : null;
  },
);
const summary = (o: Thing): string => {
  if (o.kind === 'component') return o.component.summary;
  return o.kind === 'template' ? o.template.summary : 'Plain: arranges or fills, without a look of its own.';
};
</script>

<template>
  <div id="place-offers" role="listbox" aria-label="What it may be">
    <SampleCard
      v-for="(o, i) in offers"
      :id="`offer-${i}`"
      :key="`${o.kind}${o.name}`"
      as="div"
      plain
      role="option"
      :sample="drawn.get(o)"
      :name="o.name"
      :now="i === chosen"
      :aria-selected="i === chosen"
      :title="summary(o)"
      @pointerdown.prevent="$emit('take', o)"
    />
  </div>
</template>
