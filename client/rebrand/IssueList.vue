<script setup lang="ts">
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import MultiSelect from 'primevue/multiselect';
import { computed, ref } from 'vue';
import { situationsOf, type IssueGroup, type Issue, type Fix, type ReviewIn } from '../../core/index.js';
import { plural } from '../base/counts.js';
import { useDocument } from '../stores/document/document.js';

/** What there is to look at after a rebrand, as far as it was reviewed: by what it comes from, with ways that were proven to mend it. */
const props = defineProps<{
  causes: readonly IssueGroup[];
  /** Those that somebody looked at and leaves as they are. */
  accepted: readonly IssueGroup[];
  places: number;
  /** Ways by the cause they mend; those of a cause that is not there are not tried yet. */
  fixes: ReadonlyMap<string, readonly Fix[]>;
  taken: readonly Fix[];
  /** Screens reviewed, and all of them. */
  done: number;
  of: number;
  stopped: boolean;
  /** How screens are looked at besides as they are. */
  seenIn: ReviewIn;
}>();
const emit = defineEmits<{
  lookIn: [seenIn: ReviewIn];
  show: [finding: Issue];
  stop: [];
  take: [fix: Fix];
  untake: [fix: Fix];
  takeAll: [];
  accept: [ids: readonly string[], yes: boolean];
}>();
/** So many causes and places of one are listed; what there is beyond is counted. */
const MOST = 120;
const FEW = 30;
const open = ref('');
const reviewing = computed(() => props.done < props.of && !props.stopped);
const trying = computed(() => !reviewing.value && props.causes.some((c) => !props.fixes.has(c.id)));
const ready = computed(() => props.causes.filter((c) => (props.fixes.get(c.id)?.length ?? 0) > 0).length);
const doc = useDocument();
/** Widths that screens may be looked at in, px: of phones to large desktops. */
const WIDTHS = [320, 390, 600, 834, 1024, 1280, 1600];
const ways = computed(() => [
  { name: 'In situations', items: (doc.shown ? situationsOf(doc.shown) : []).map((s) => ({ id: s.id, name: s.name })) },
  { name: 'At widths', items: WIDTHS.map((w) => ({ id: `${w}`, name: `${w} px` })) },
]);
const chosen = computed(() => [...props.seenIn.situations, ...props.seenIn.widths.map(String)]);
function look(ids: readonly string[]): void {
  const widths = WIDTHS.filter((w) => ids.includes(`${w}`));
  emit('lookIn', { widths, situations: ids.filter((id) => !WIDTHS.includes(Number(id))) });
}
/** Where all places of a cause are seen, if not on screens as they are. */
function only(c: IssueGroup): string {
  const where = new Set(
    c.places.map((p) =>
      p.width !== undefined
        ? `at ${p.width} px`
        : p.situation !== undefined && doc.shown
          ? `in “${situationsOf(doc.shown).find((s) => s.id === p.situation)?.name ?? ''}”`
          : '',
    ),
  );
  return where.has('') ? '' : `, only ${[...where].join(' and ')}`;
}
const ids = computed(() => props.causes.map((c) => c.id));
const effect = (f: Fix): string =>
  `${f.of === 1 ? 'mends it' : `mends ${f.mends === f.of ? 'all' : f.mends} of ${f.of}`}, nothing new to look at`;
</script>

<template>
  <aside class="look" aria-label="To look at" role="region" :aria-busy="reviewing || trying">
    <header>
      <h2>To look at</h2>
      <span class="note">{{ plural(causes.length, 'cause') }} in {{ plural(places, 'place') }}</span>
    </header>
    <div class="ways">
      <span class="note">Looked at</span>
      <MultiSelect
        :model-value="chosen"
        size="small"
        :options="ways"
        option-group-label="name"
        option-group-children="items"
        option-label="name"
        option-value="id"
        :show-toggle-all="false"
        placeholder="as they are"
        aria-label="Looked at"
        @update:model-value="look"
      >
        <template #value>{{ chosen.length === 0 ? 'as they are' : `as they are, ${chosen.length} more` }}</template>
      </MultiSelect>
    </div>
    <div v-if="reviewing" class="progress empty">
      <ProgressBar aria-label="Screens reviewed" :value="of === 0 ? 100 : Math.round((done / of) * 100)" />
      <span class="note">{{ done }} of {{ of }} screens</span>
      <button class="quiet-link" @click="$emit('stop')">Cancel</button>
    </div>
    <p v-else-if="causes.length === 0" class="note empty">
      {{
        stopped
          ? 'The review was stopped.'
          : taken.length > 0
            ? `Nothing more to look at: what was found is mended${accepted.length > 0 ? ' or left as it is' : ''}.`
            : accepted.length > 0
              ? 'Nothing more to look at: the rest is left as it is.'
              : 'Nothing to look at: every setting is carried, every text fits.'
      }}
    </p>
    <div v-else class="all">
      <Button
        v-if="ready > 0"
        size="small"
        severity="secondary"
        outlined
        :label="`Mend ${plural(ready, 'cause')}`"
        title="Takes the best proven way for each"
        @click="$emit('takeAll')"
      />
      <Button
        v-else-if="!trying"
        size="small"
        severity="secondary"
        outlined
        :label="causes.length === 1 ? 'Leave it as it is' : `Leave these ${causes.length} as they are`"
        title="Looked at: not told again for these two kits"
        @click="$emit('accept', ids, true)"
      />
      <span class="note" role="status">{{
        trying ? 'Trying what mends them …' : ready === 0 ? 'Nothing was proven to mend these.' : ''
      }}</span>
    </div>
    <ul>
      <li v-for="f in taken" :key="`taken ${f.group}`" class="taken">
        <strong>{{ f.says }}</strong>
        <p class="note">Taken: {{ f.of === 1 ? 'mends its place' : `mends ${f.mends} of ${f.of} places` }}.</p>
        <button class="quiet-link" @click="$emit('untake', f)">Take back</button>
      </li>
      <li v-for="c in causes.slice(0, MOST)" :key="c.id">
        <strong>{{ c.title }}</strong>
        <p class="note">
          {{ c.about }}, {{ plural(c.places.length, 'place') }}{{ c.screens > 1 ? ` on ${c.screens} screens` : ''
          }}{{ only(c) }}
        </p>
        <p v-for="f in fixes.get(c.id) ?? []" :key="f.id" class="fix">
          <span
            >{{ f.says }} <span class="note">{{ effect(f) }}</span></span
          >
          <button class="quiet-link" :aria-label="`Take: ${f.says}`" @click="$emit('take', f)">Take</button>
        </p>
        <button
          v-if="c.places.length > 1"
          class="quiet-link"
          :aria-expanded="open === c.id"
          @click="open = open === c.id ? '' : c.id"
        >
          {{ open === c.id ? 'Fold' : 'Where' }}
        </button>
        <button v-else-if="c.places[0]" class="quiet-link" @click="$emit('show', c.places[0])">Show</button>
        <button
          class="quiet-link leave"
          :aria-label="`Leave as it is: ${c.title}`"
          @click="$emit('accept', [c.id], true)"
        >
          Leave as it is
        </button>
        <ol v-if="open === c.id">
          <li v-for="(p, i) in c.places.slice(0, FEW)" :key="i">
            <p class="note">{{ p.detail }}</p>
            <button class="quiet-link" @click="$emit('show', p)">Show</button>
          </li>
          <li v-if="c.places.length > FEW" class="note">and {{ c.places.length - FEW }} more</li>
        </ol>
      </li>
    </ul>
    <details v-if="accepted.length > 0" class="left">
      <summary class="note">
        {{ plural(accepted.length, 'cause') }} left as {{ accepted.length === 1 ? 'it is' : 'they are' }}
      </summary>
      <p v-for="c in accepted" :key="c.id" class="fix">
        <span
          >{{ c.title }} <span class="note">{{ c.about }}, {{ plural(c.places.length, 'place') }}</span></span
        >
        <button class="quiet-link" :aria-label="`Look at again: ${c.title}`" @click="$emit('accept', [c.id], false)">
          Look again
        </button>
      </p>
    </details>
    <p v-if="causes.length > MOST" class="note empty">The first {{ MOST }} of {{ causes.length }} stand here.</p>
  </aside>
</template>

<style scoped>
.look {
  border-left: 1px solid var(--line);
}
ul {
  overflow: auto;
}
li {
  padding: 10px 16px;
  border-bottom: 1px solid var(--line);
}
ol li {
  padding: 6px 0 6px 10px;
  border: 0;
  border-left: 2px solid var(--line);
  margin-top: 4px;
}
.ways {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
  padding: 6px 16px;
  border-bottom: 1px solid var(--line);
}
.ways :deep(.p-multiselect) {
  flex: 1;
  min-width: 0;
}
.all {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
}
.taken {
  background: var(--tape-soft);
}
.fix {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  align-items: baseline;
  padding: 3px 0 3px 8px;
  border-left: 3px solid var(--tape);
  margin: 4px 0;
}
.leave {
  margin-left: 12px;
}
.left {
  padding: 10px 16px;
}
.left summary {
  cursor: pointer;
}
.progress :deep(.p-progressbar) {
  width: 100%;
  height: 8px;
}
</style>
