<script setup lang="ts">
import { refDebounced } from '@vueuse/core';
import AutoComplete from 'primevue/autocomplete';
import { computed, ref } from 'vue';
import {
  aboutThing,
  componentAt,
  ownWords,
  readSentence,
  shownComponent,
  treeOfScreen,
  writeSentence,
  type Behaviour,
  type Json,
  type Node,
  type Step,
} from '../../core/index.js';
import { useBench } from '../stores/bench.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';

/** What the selection does, as sentences: written by typing, with what may come next offered; the same for all that are selected. */
const doc = useDocument();
const stage = useStage();
const bench = useBench();
/** The part of an instance that is selected: what is said is said of it alone. */
const at = computed(() => stage.selectedPlace?.at ?? []);
const node = computed<Node | undefined>(() =>
  at.value.length === 0 || stage.selectedNode?.type === 'instance' ? stage.selectedNode : undefined,
);
const isMeant = (b: Behaviour): boolean => (b.part?.at.join('/') ?? '') === at.value.join('/');
const about = computed(() =>
  stage.world && stage.screen && node.value && bench.of === ''
    ? aboutThing(stage.world, stage.screen, node.value.id)
    : null,
);
const list = computed<readonly Behaviour[]>(() => (node.value?.does ?? []).filter(isMeant));
const sentences = computed(() => (about.value ? list.value.map((b) => writeSentence(about.value!, b)) : []));
/** What it does by itself, whatever is said of it. */
const own = computed(() => {
  const n = at.value.length === 0 ? node.value : undefined;
  const w = stage.ground;
  const c = n?.type === 'instance' && w ? componentAt(w, shownComponent(stage.wears, n.component)) : undefined;
  return c ? ownWords(c) : [];
});
const typed = ref<Record<string, string>>({});
const problem = ref('');
const offers = ref<readonly string[]>([]);
/** Whole sentences that go on from what is typed. */
function offer(text: string): void {
  const a = about.value;
  if (!a) return;
  const got = readSentence(a, text);
  const upTo = got.ok ? text.trimEnd() : text.slice(0, got.at);
  const glue = (o: string): string =>
    o.startsWith(',') ? `${upTo.trimEnd()}${o}` : `${upTo}${upTo === '' || /\s$/u.test(upTo) ? '' : ' '}${o}`;
  offers.value = got.offers.map(glue);
}
/** Puts a sentence in a place of the list, or at its end; empty takes it away. False, and a problem said: it cannot be read. */
function put(row: number, text: string): boolean {
  const steps: Step[] = [];
  for (const t of stage.targets)
    for (const id of t.ids) {
      const w = stage.world;
      const n = t.screen.nodes[id];
      if (!w || !n) continue;
      const got = text.trim() === '' ? null : readSentence(aboutThing(w, t.screen, id), text);
      if (got && !got.ok) {
        problem.value = got.problem;
        return false;
      }
      const others = (n.does ?? []).filter((b) => !isMeant(b));
      const was = (n.does ?? []).filter(isMeant);
      const part =
        at.value.length > 0 && n.type === 'instance'
          ? { part: { home: shownComponent(stage.wearsShown(t.screen), n.component), at: at.value } }
          : {};
      const made = got?.ok ? { id: was[row]?.id ?? stage.newId(), ...part, ...got.behaviour } : null;
      const next = [...others, ...was.slice(0, row), ...(made ? [made] : []), ...was.slice(row + 1)];
      const value = next.length > 0 ? (next as unknown as Json) : null;
      steps.push({ do: 'set', tree: treeOfScreen(t.screen), node: id, field: 'does', value });
    }
  problem.value = '';
  return steps.length > 0 && doc.act(text.trim() === '' ? 'Take a behaviour away' : 'Say what it does', steps);
}
const keyOf = (row: number): string => `${stage.selected ?? ''} ${row}`;
function commit(row: number): void {
  const text = typed.value[keyOf(row)];
  if (text === undefined || text === (sentences.value[row] ?? '')) return;
  if (put(row, text)) {
    const { [keyOf(row)]: _, ...rest } = typed.value;
    typed.value = rest;
  }
}
function write(row: number, text: unknown): void {
  if (typed.value[keyOf(row)] !== text) problem.value = '';
  typed.value = { ...typed.value, [keyOf(row)]: typeof text === 'string' ? text : '' };
}
interface Field {
  readonly show?: () => void;
}
const fields: Field[] = [];
/** How long the list takes to go: ms. */
const GONE = 180;
/** Something was chosen from what is offered: what may come next is offered at once. */
function again(row: number, text: string): void {
  write(row, text);
  offer(text);
  // The list goes away when something is chosen; it comes again once it is gone.
  if (offers.value.length > 0) setTimeout(() => fields[row]?.show?.(), GONE);
}
const rows = computed(() => [...sentences.value, '']);
/** What is selected stands before it is said what it does: nothing waits for these fields. */
const settled = refDebounced(
  computed(() => stage.selected),
  160,
);
</script>

<template>
  <div v-if="about && settled === stage.selected" class="section" role="group" aria-label="Behaviour">
    <h3>{{ at.length > 0 ? 'What this part does' : 'What it does' }}</h3>
    <p v-for="o in own" :key="o" class="note">By itself: {{ o }}.</p>
    <div v-for="(s, i) in rows" :key="`${stage.selected} ${i}`" class="row">
      <AutoComplete
        :model-value="typed[keyOf(i)] ?? s"
        :suggestions="[...offers]"
        size="small"
        :min-length="0"
        :delay="0"
        fluid
        complete-on-focus
        :ref="(el) => (fields[i] = el as unknown as Field)"
        :show-empty-message="false"
        :placeholder="i === rows.length - 1 ? 'when pressed, go to …' : ''"
        :aria-label="i === rows.length - 1 ? 'Say what it does' : `Behaviour ${i + 1}`"
        :input-style="{ fontSize: '12px' }"
        @option-select="(e) => again(i, String(e.value))"
        @complete="(e) => offer(e.query)"
        @update:model-value="(v) => write(i, v)"
        @blur="commit(i)"
        @keydown.enter="commit(i)"
      />
      <button
        v-if="i < rows.length - 1"
        class="quiet-link"
        :aria-label="`Take away: ${s}`"
        title="Take it away"
        @click="put(i, '')"
      >
        Away
      </button>
    </div>
    <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 5px;
}
.row > :first-child {
  flex: 1;
  min-width: 0;
}
.bad {
  color: var(--bad);
  font-size: 11.5px;
}
</style>
