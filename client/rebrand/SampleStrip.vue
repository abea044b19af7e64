<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { componentsInOrder, kitRef, type Component, type ComponentRef, type Kit } from '../../core/index.js';
import SampleCard from '../shelf/SampleCard.vue';
import { useDrag } from '../stores/drag.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { useSlices } from '../canvas/timeSlices.js';

/** Samples of the kit that is put on: dragged onto a thing in *after*, they stand for it everywhere. Clicked, for what was pointed at. */
const props = defineProps<{
  kit: Kit;
  /** The name of the component that was pointed at. */ chosen: string;
  /** What was chosen last. */ told: string;
}>();
const emit = defineEmits<{ pick: [ref: ComponentRef] }>();
const editor = useEditor();
const library = useLibrary();
const drag = useDrag();
const words = ref('');
const found = computed(() => {
  const said = words.value.trim().toLowerCase();
  const has = (c: Component): boolean =>
    [c.name, c.family, c.role, ...c.words].some((w) => w.toLowerCase().includes(said));
  return componentsInOrder(props.kit)
    .filter((c) => said === '' || has(c))
    .map((component) => ({ component, ref: `${kitRef(props.kit)}/${component.id}` }));
});
/** Those in sight at first; the others come when they are looked for. */
const FIRST = 10;
const looked = ref(false);
const shown = computed(() => (looked.value || words.value !== '' ? found.value : found.value.slice(0, FIRST)));
const drawn = useSlices(
  () => (void [editor.ground, library.fontsKnown], shown.value.map((f) => f.ref)),
  (ref) => editor.sample(ref, 260),
);
function press(event: PointerEvent, of: { readonly component: Component; readonly ref: ComponentRef }): void {
  drag.follow(event, () => {
    const s = editor.sample(of.ref, 320);
    const picture = s && { primitives: s.primitives, at: { x: 0, y: 0, w: s.width, h: s.height }, zoom: 0.6 };
    const { name, role } = of.component;
    return { kind: 'sample', ref: of.ref, name, roles: [role], ...(picture ? { picture } : {}) };
  });
}
function click(ref: ComponentRef): void {
  if (!drag.wasDrag() && props.chosen !== '') emit('pick', ref);
}
</script>

<template>
  <section class="strip" role="region" aria-label="Samples to put on things">
    <header>
      <span class="note says clip" role="status">{{
        told !== ''
          ? told
          : chosen === ''
            ? 'Drag a sample onto a thing in after: it stands for it on all screens.'
            : `Drag a sample onto a thing, or click one: it stands for ${chosen}.`
      }}</span>
      <InputText v-model="words" size="small" class="find" placeholder="Find a sample" aria-label="Find a sample" />
    </header>
    <div
      class="cards"
      tabindex="0"
      role="group"
      aria-label="Samples"
      @scroll.once="looked = true"
      @pointerenter.once="looked = true"
      @focusin.once="looked = true"
    >
      <SampleCard
        v-for="f in shown"
        :key="f.ref"
        :sample="drawn.get(f.ref)"
        :name="f.component.name"
        :aria-label="f.component.name"
        :title="f.component.summary"
        @pointerdown="press($event, f)"
        @click="click(f.ref)"
      />
      <p v-if="found.length === 0" class="note">{{ kit.name }} has nothing called “{{ words }}”.</p>
    </div>
  </section>
</template>

<style scoped>
.strip {
  background: var(--paper);
  border-top: 1px solid var(--line);
  min-width: 0;
}
.says {
  min-width: 0;
}
.find {
  width: 150px;
}
.cards {
  display: flex;
  gap: 10px;
  overflow-x: auto;
  padding: 8px 14px 10px;
}
</style>
