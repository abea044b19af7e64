<script setup lang="ts">
import { computed, ref } from 'vue';
import { kitRef, kitUpdate, type ComponentRef, type Kit, type KitChange } from '../../core/index.js';
import { plural } from '../base/counts.js';
import { useLibrary } from '../stores/library.js';
import type { Sample } from '../stores/samples.js';
import { sampleOf } from '../stores/samples.js';
import { useEditor } from '../stores/editor/editor.js';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { useSlices } from '../canvas/timeSlices.js';

/** What a newer version of the kit that is worn changes: gone, split, called otherwise, looking otherwise, new. */
const props = defineProps<{ from: Kit; to: Kit; uses: Readonly<Record<ComponentRef, number>> }>();
defineEmits<{ later: [] }>();
const editor = useEditor();
const library = useLibrary();
const update = computed(() => kitUpdate(props.from, props.to));
const refs = computed(() => ({ from: kitRef(props.from), to: kitRef(props.to) }));
const TITLES: Readonly<Record<KitChange['what'], string>> = {
  gone: 'Gone',
  split: 'Split',
  changed: 'Changed',
  looks: 'Looks another',
  new: 'New',
};
const rows = computed(() =>
  update.value.changes.map((c) => ({
    ...c,
    key: `${c.what} ${c.before ?? c.after ?? ''}`,
    title: TITLES[c.what],
    uses: c.before === null ? 0 : (props.uses[`${refs.value.from}/${c.before}`] ?? 0),
  })),
);
/** What is on the screens, and what is new; the rest is there when it is asked for. */
const all = ref(false);
const shown = computed(() =>
  all.value ? rows.value : rows.value.filter((r) => r.uses > 0 || r.what === 'new').sort((a, b) => b.uses - a.uses),
);
const hidden = computed(() => rows.value.length - shown.value.length);
type Fitted = Sample & { readonly zoom: number };
const wanted = computed(() =>
  shown.value.flatMap((r) => [
    ...(r.before === null ? [] : [`${refs.value.from}/${r.before}`]),
    ...(r.after === null ? [] : [`${refs.value.to}/${r.after}`]),
  ]),
);
const samples = useSlices<ComponentRef, Fitted>(
  () => (void [editor.ground, library.fontsKnown], wanted.value),
  (ref) => {
    const s = editor.ground && sampleOf(editor.ground, ref, 220, []);
    return s && { ...s, zoom: Math.min(0.8, 86 / Math.max(1, s.width), 44 / Math.max(1, s.height)) };
  },
);
const drawn = (kit: string, id: string | null): Fitted | null =>
  (id === null ? null : samples.value.get(`${kit}/${id}`)) ?? null;
</script>

<template>
  <aside class="update" aria-label="What the update changes" role="region">
    <header>
      <h2>What changes</h2>
      <button class="quiet-link" @click="$emit('later')">Not now</button>
    </header>
    <p class="notes">{{ to.notes }}</p>
    <p v-for="v in update.values" :key="v" class="notes note">{{ v }}.</p>
    <ul>
      <li v-for="r in shown" :key="r.key">
        <span class="sample" :style="{ background: drawn(refs.from, r.before)?.background }">
          <PictureCanvas v-if="drawn(refs.from, r.before)" v-bind="drawn(refs.from, r.before)!" still />
          <span v-else-if="r.before === null" class="note">not there</span>
        </span>
        <span class="note">to</span>
        <span class="sample" :style="{ background: drawn(refs.to, r.after)?.background }">
          <PictureCanvas v-if="drawn(refs.to, r.after)" v-bind="drawn(refs.to, r.after)!" still />
          <span v-else-if="r.after === null" class="note">gone</span>
        </span>
        <div class="what">
          <strong>{{ r.name }}</strong>
          <span class="note">
            {{ r.title
            }}<template v-if="r.before !== null"
              >, {{ r.uses === 0 ? 'not used here' : plural(r.uses, 'use') }}</template
            >
          </span>
          <span v-if="r.says.length > 0" class="says">{{ r.says.join('; ') }}.</span>
        </div>
      </li>
    </ul>
    <p v-if="hidden > 0 || all" class="notes">
      <button class="quiet-link" @click="all = !all">
        {{ all ? 'Only what is used here' : `${plural(hidden, 'more change')} of what is not used here` }}
      </button>
    </p>
  </aside>
</template>

<style scoped>
.update {
  border-right: 1px solid var(--line);
}
.notes {
  padding: 8px 16px 0;
}
ul {
  overflow: auto;
  margin-top: 8px;
  border-top: 1px solid var(--line);
}
li {
  display: grid;
  grid-template-columns: 92px auto 92px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  padding: 9px 12px;
  border-bottom: 1px solid var(--line);
}
.sample {
  background: var(--wash);
  height: 54px;
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
.says {
  line-height: 1.35;
}
.notes:last-child {
  padding-bottom: 10px;
}
</style>
