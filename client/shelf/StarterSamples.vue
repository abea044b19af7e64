<script setup lang="ts">
import type { Template } from '../../core/index.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { useSlices } from '../canvas/timeSlices.js';
import SampleCard from './SampleCard.vue';

/** Sections and whole pages that the kit begins with. */
defineEmits<{ place: [template: Template] }>();
const editor = useEditor();
const library = useLibrary();
const drawn = useSlices(
  () => (void [editor.appliedKits, library.fontsKnown], editor.mainKit?.templates ?? []),
  (t) => editor.templateSample(t),
);
</script>

<template>
  <div>
    <SampleCard
      v-for="t in editor.mainKit?.templates ?? []"
      :key="t.id"
      :sample="drawn.get(t)"
      :name="t.name"
      :aria-label="t.name"
      :title="t.summary"
      @click="$emit('place', t)"
    />
  </div>
</template>
