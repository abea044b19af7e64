<script setup lang="ts">
import { computed, shallowRef, toRaw, watch } from 'vue';
import { kitRef, shownComponent, type Alternative, type ComponentRef, type InstanceNode } from '../../core/index.js';
import { useCommands } from '../stores/commands.js';
import { usePictures } from '../stores/pictures.js';
import { useLibrary } from '../stores/library.js';
import { useKitUpdates } from '../stores/kitUpdates.js';
import { useEditor } from '../stores/editor/editor.js';
import { useSlices } from '../canvas/timeSlices.js';
import SampleCard from './SampleCard.vue';

/** What the selected instance could be instead: pointed at, it shows on the Wall; clicked, it is swapped. */
const props = defineProps<{ instance: InstanceNode }>();
const editor = useEditor();
const library = useLibrary();
const kitUpdates = useKitUpdates();
const commands = useCommands();
const pictures = usePictures();
/** So many are shown, and so many are ranked. */
const SHOWN = 14;
const RANKED = 200;

/** Typing into a prop does not draw every alternative anew at each key: they follow when it rests. */
const calm = computed(() => {
  const at = editor.calmScreen?.nodes[props.instance.id];
  return at?.type === 'instance' ? at : props.instance;
});
/** Ranked by the worker: a hundred carries are too many for the page. */
const ranked = shallowRef<readonly Alternative[]>([]);
let asked = 0;
watch(
  () => `${editor.screenId}/${calm.value.id}`,
  () => {
    ranked.value = [];
  },
);
watch(
  [
    calm,
    () => editor.mainKit,
    () => editor.appliedKits,
    () => editor.calmProject,
    () => library.worker,
    () => library.kits,
  ],
  async () => {
    const mine = ++asked;
    const w = editor.calmWorld;
    const { worker } = library;
    if (!w || !editor.mainKit || !worker) {
      ranked.value = [];
      return;
    }
    pictures.sync(w.project);
    const own = kitRef(editor.mainKit);
    const kits = [own, ...kitUpdates.offered.map(kitRef).filter((k) => k !== own)];
    const got = await worker.alternatives(toRaw(calm.value), pictures.wearNumber(editor.appliedKits), kits, RANKED);
    if (mine === asked) ranked.value = got;
  },
  { immediate: true },
);
let order: { place: string; refs: readonly ComponentRef[] } = { place: '', refs: [] };
const alternatives = computed<readonly Alternative[]>(() => {
  // While one thing is tried on, alternatives stay where they are: nothing moves away under the pointer.
  const place = `${editor.screenId}/${calm.value.id}/${editor.lens}`;
  if (order.place !== place && ranked.value.length > 0)
    order = { place, refs: ranked.value.slice(0, SHOWN).map((a) => a.ref) };
  const now = ranked.value.find((a) => a.now);
  const kept = order.refs.flatMap((ref) => ranked.value.find((a) => a.ref === ref) ?? []);
  return now && !kept.includes(now) ? [now, ...kept] : kept;
});
/** Drawn with what is the designer's own. */
const drawn = useSlices(
  () => (
    void [calm.value, editor.appliedKits, editor.calmProject, library.fontsKnown],
    alternatives.value.map((a) => a.ref)
  ),
  (ref) => editor.sample(ref, 260, calm.value),
);

/** Is this what the instance shows at this very moment? What the card says may be a moment old. */
const shows = (a: Alternative): boolean => shownComponent(editor.appliedKits, props.instance.component) === a.ref;
function swap(a: Alternative): void {
  editor.swapPreview = null;
  if (!shows(a)) commands.swap(a.ref, a.name);
}
function hover(a: Alternative | null): void {
  const next = a && !shows(a) ? { node: props.instance.id, ref: a.ref } : null;
  if (next?.ref !== editor.swapPreview?.ref || next?.node !== editor.swapPreview?.node) editor.swapPreview = next;
}
/** Browsers also tell of a move when the page moves under a pointer that rests; that means nothing. */
function moved(event: MouseEvent, a: Alternative): void {
  if (event.movementX !== 0 || event.movementY !== 0) hover(a);
}
</script>

<template>
  <div @mouseleave="hover(null)">
    <SampleCard
      v-for="a in alternatives"
      :key="a.ref"
      :sample="drawn.get(a.ref)"
      :name="a.name"
      :from="a.kit"
      :says="a.says"
      :now="a.now"
      :aria-label="`${a.name}, ${a.kit}, ${a.says}`"
      :title="a.waits.length > 0 ? `Would be parked: ${a.waits.join('. ')}` : undefined"
      @mousemove="moved($event, a)"
      @focus="hover(a)"
      @blur="hover(null)"
      @click="swap(a)"
    />
  </div>
</template>
