<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import {
  componentAt,
  componentsInOrder,
  kitRef,
  shownComponent,
  type ComponentRef,
  type Kit,
  type MatchSheet,
} from '../../core/index.js';
import { useLibrary } from '../stores/library.js';
import type { Sample } from '../stores/samples.js';
import { useStage } from '../stores/stage.js';
import PictureCanvas from '../surface/PictureCanvas.vue';
import { useGrowing, useSlices } from '../surface/slices.js';

/** Which component stands for which, the least certain first; each can be chosen otherwise. */
const props = defineProps<{
  sheet: MatchSheet | null;
  uses: Readonly<Record<ComponentRef, number>>;
  to: Kit | undefined;
  failure: string;
  /** There are screens at all. */
  some: boolean;
}>();
defineEmits<{ choose: [component: ComponentRef, counterpart: string] }>();
const stage = useStage();
const library = useLibrary();
const rows = computed(() => {
  const w = stage.ground;
  return Object.values(w ? (props.sheet?.pairs ?? {}) : {})
    .map((p) => ({
      pair: p,
      uses: props.uses[p.from] ?? 0,
      a: w ? componentAt(w, p.from) : undefined,
      b: w && p.to ? componentAt(w, p.to) : undefined,
    }))
    .filter((r) => r.uses > 0)
    .sort((x, y) => x.pair.confidence - y.pair.confidence || y.uses - x.uses);
});
const matched = computed(() => rows.value.filter((r) => r.b).length);
const choices = computed(() => [
  { ref: '', name: 'None; leave as it is' },
  ...(props.to ? componentsInOrder(props.to) : []).map((c) => ({
    ref: `${props.to ? kitRef(props.to) : ''}/${c.id}`,
    name: c.name,
  })),
]);
/** Rows, and the samples on them, come a few at a time: nothing waits for them. */
const upTo = useGrowing(
  () => rows.value.length,
  0,
  () => props.sheet?.from,
);
const refs = computed(() => [
  ...new Set(rows.value.slice(0, upTo.value).flatMap((r) => [r.pair.from, ...(r.pair.to ? [r.pair.to] : [])])),
]);
type Fitted = Sample & { readonly zoom: number };
const samples = useSlices<ComponentRef, Fitted>(
  () => (void [stage.wears, stage.ground, library.fontsKnown], refs.value),
  (ref) => {
    // What already stands for something else cannot be shown as it is itself.
    if (ref.startsWith(props.sheet?.from ?? ' ') && shownComponent(stage.wears, ref) !== ref) return null;
    const s = stage.sample(ref, 220);
    return s && { ...s, zoom: Math.min(0.8, 86 / Math.max(1, s.width), 40 / Math.max(1, s.height)) };
  },
);
</script>

<template>
  <aside class="sheet" aria-label="Match sheet" role="region">
    <header>
      <h2>Match sheet</h2>
      <span class="note">{{ matched }} of {{ rows.length }} used components have a counterpart</span>
    </header>
    <ul>
      <li v-for="r in rows.slice(0, upTo)" :key="r.pair.from" :class="{ weak: r.pair.confidence < 0.7 }">
        <span class="sample">
          <PictureCanvas v-if="samples.get(r.pair.from)" v-bind="samples.get(r.pair.from)!" still />
        </span>
        <span class="note">to</span>
        <span class="sample">
          <PictureCanvas v-if="r.pair.to && samples.get(r.pair.to)" v-bind="samples.get(r.pair.to)!" still />
          <span v-else-if="!r.pair.to" class="note">none yet</span>
        </span>
        <div class="what">
          <strong>{{ r.a?.name }}, {{ r.uses }} {{ r.uses === 1 ? 'use' : 'uses' }}</strong>
          <Select
            size="small"
            fluid
            :model-value="r.pair.to ?? ''"
            :options="choices"
            option-label="name"
            option-value="ref"
            placeholder="None; leave as it is"
            :aria-label="`Counterpart of ${r.a?.name}`"
            @update:model-value="(v: string) => $emit('choose', r.pair.from, v)"
          />
          <span class="note">{{ r.pair.why }}</span>
        </div>
      </li>
    </ul>
    <p v-if="failure" class="note empty" role="alert">{{ failure }}</p>
    <p v-else-if="!sheet && some" class="note empty">Matching the kits …</p>
    <p v-else-if="rows.length === 0" class="note empty">Nothing is placed yet, so there is nothing to match.</p>
  </aside>
</template>

<style scoped>
.sheet {
  border-right: 1px solid var(--line);
}
ul {
  overflow: auto;
}
li {
  display: grid;
  grid-template-columns: 92px auto 92px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  padding: 9px 12px;
  border-bottom: 1px solid var(--line);
}
.weak {
  background: var(--tape-soft);
}
.sample {
  background: var(--wash);
  height: 50px;
  display: grid;
  place-items: center;
  border-radius: 4px;
  overflow: hidden;
}
.what {
  display: grid;
  gap: 2px;
  min-width: 0;
}
</style>
