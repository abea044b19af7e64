<script setup lang="ts">
import { computed } from 'vue';
import { componentsInOrder, kitRef, type Component, type ComponentRef } from '../../core/index.js';
import { useDrag } from '../stores/drag.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { useSlices } from '../canvas/timeSlices.js';
import SampleCard from './SampleCard.vue';

/** The components of one family of the kit, or the project’s own: clicked they are placed, dragged they go where they are let go. */
const props = defineProps<{ family: string; own?: boolean }>();
const emit = defineEmits<{ place: [ref: ComponentRef, name: string] }>();
const editor = useEditor();
const library = useLibrary();
const drag = useDrag();
interface Offer {
  readonly ref: ComponentRef;
  readonly component: Component;
}
const samples = computed<readonly Offer[]>(() => {
  if (props.own)
    return Object.values(editor.ground?.project.originals ?? {}).map((component) => ({
      ref: `project/${component.id}`,
      component,
    }));
  const kit = editor.mainKit;
  const all = kit ? componentsInOrder(kit).filter((c) => c.family === props.family) : [];
  return all.map((component) => ({ ref: `${kit ? kitRef(kit) : ''}/${component.id}`, component }));
});
const drawn = useSlices(
  () => (
    void [editor.appliedKits, editor.ground?.project.originals, library.fontsKnown],
    samples.value.map((s) => s.ref)
  ),
  (ref) => editor.sample(ref, 260),
);
/** How large what is held looks beside the pointer. */
const HELD = 0.6;
function press(event: PointerEvent, { ref, component }: Offer): void {
  drag.follow(event, () => {
    const s = editor.sample(ref, 320);
    const picture = s && { primitives: s.primitives, at: { x: 0, y: 0, w: s.width, h: s.height }, zoom: HELD };
    return { kind: 'sample', ref, name: component.name, roles: [component.role], ...(picture ? { picture } : {}) };
  });
}
function click({ ref, component }: Offer): void {
  if (!drag.wasDrag()) emit('place', ref, component.name);
}
</script>

<template>
  <div>
    <SampleCard
      v-for="s in samples"
      :key="s.ref"
      :sample="drawn.get(s.ref)"
      :name="s.component.name"
      :aria-label="s.component.name"
      :title="s.component.summary"
      @pointerdown="press($event, s)"
      @click="click(s)"
    />
  </div>
</template>
