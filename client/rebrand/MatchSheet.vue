<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, nextTick, ref } from 'vue';
import {
  componentAt,
  componentsInOrder,
  kitRef,
  readSheet,
  shownComponent,
  splitRef,
  writeSheet,
  type ComponentPair,
  type ComponentRef,
  type Kit,
  type MatchSheet,
} from '../../core/index.js';
import { plural } from '../base/counts.js';
import { saveFile } from '../originals/packKit.js';
import { useLibrary } from '../stores/library.js';
import type { Sample } from '../stores/samples.js';
import { useEditor } from '../stores/editor/editor.js';
import PairProps from './PairProps.vue';
import TokenPairs from './TokenPairs.vue';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { useGrowing, useSlices } from '../canvas/timeSlices.js';
import { notify } from '../stores/notices.js';

/** Which component stands for which, the least certain first; each can be chosen otherwise. */
const props = defineProps<{
  sheet: MatchSheet | null;
  uses: Readonly<Record<ComponentRef, number>>;
  to: Kit | undefined;
  failure: string;
  /** There are screens at all. */
  some: boolean;
  /** The kit that is worn, and how often things on the screens say its tokens themselves. */
  kit: Kit | undefined;
  tokens: ReadonlyMap<string, number>;
  /** Samples are drawn: until then there is something more urgent. */
  drawn: boolean;
}>();
const emit = defineEmits<{
  choose: [component: ComponentRef, counterpart: string];
  prop: [at: { readonly from: ComponentRef; readonly prop: string; readonly to: string | null }];
  option: [at: { readonly from: ComponentRef; readonly prop: string; readonly option: string; readonly to: string }];
  read: [sheet: MatchSheet];
  back: [what: { readonly pair: ComponentRef } | { readonly token: string }];
  token: [path: string, other: string | null];
}>();
/** The component whose properties are looked at. */
const open = ref<ComponentRef>('');
const lines = new Map<ComponentRef, HTMLElement>();
/** Brings a component that was pointed at on a screen into view, with its properties. */
async function point(component: ComponentRef): Promise<void> {
  if (!props.sheet?.pairs[component]) return;
  open.value = component;
  await nextTick();
  lines.get(component)?.scrollIntoView({ block: 'nearest' });
}
defineExpose({ point });
const editor = useEditor();
const file = ref<HTMLInputElement | null>(null);
/** The sheet as a file for others, and theirs for this one. */
function save(): void {
  const s = props.sheet;
  if (!s) return;
  const json = JSON.stringify(writeSheet(s), null, 1);
  saveFile(new File([json], `${s.from} to ${s.to}.json`, { type: 'application/json' }));
}
const LARGEST = 4_000_000;
async function read(): Promise<void> {
  const chosen = file.value?.files?.[0];
  if (file.value) file.value.value = '';
  const [w, s] = [editor.ground, props.sheet];
  if (!chosen || !w || !s) return;
  let json: unknown = null;
  try {
    json = chosen.size > LARGEST ? null : JSON.parse(await chosen.text());
  } catch {
    // What is no JSON is no sheet: said below.
  }
  const got = readSheet(w, json, s);
  const left = got.problems.filter((p) => p.level === 'left out');
  if (!got.sheet) notify(got.problems[0]?.message ?? 'This is no match sheet.', true);
  else {
    emit('read', got.sheet);
    const more =
      left.length > 0
        ? ` Left out: ${left
            .map((p) => p.message)
            .slice(0, 3)
            .join(' ')}`
        : '';
    notify(`${plural(got.taken, 'choice')} taken from ${chosen.name}.${more}`, left.length > 0);
  }
}
const library = useLibrary();
const rows = computed(() => {
  const w = editor.ground;
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
const author = useLocalStorage('dekkor-author', '');
/** Why they are a pair; of what was chosen by hand: by whom and when. */
function whyOf(p: ComponentPair): string {
  if (!p.chosen || !p.at) return p.why;
  const day = new Date(`${p.at}T00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
  const who = !p.by ? 'by hand' : p.by === author.value.trim() ? 'by you' : `by ${p.by}`;
  return `${p.to === null ? 'left as it is' : 'chosen'} ${who}, ${day}`;
}
/** What was chosen by hand: components, and tokens. */
const byHand = computed(() => {
  const w = editor.ground;
  const nameOf = (ref: ComponentRef): string => (w && componentAt(w, ref)?.name) ?? splitRef(ref).id;
  const pairs = Object.values(props.sheet?.pairs ?? {})
    .filter((p) => p.chosen)
    .map((p) => ({
      key: p.from,
      says: p.to === null ? `${nameOf(p.from)} stays as it is` : `${nameOf(p.from)} as ${nameOf(p.to)}`,
      what: { pair: p.from },
    }));
  const tokens = (props.sheet?.tokensChosen ?? []).map((path) => ({
    key: path,
    says: `${path} as ${props.sheet?.tokens[path] ?? 'it is'}`,
    what: { token: path },
  }));
  return [...pairs, ...tokens];
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
  () => (void [editor.appliedKits, editor.ground, library.fontsKnown], props.drawn ? refs.value : []),
  (ref) => {
    // What already stands for something else cannot be shown as it is itself.
    if (ref.startsWith(props.sheet?.from ?? ' ') && shownComponent(editor.appliedKits, ref) !== ref) return null;
    const s = editor.sample(ref, 220);
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
      <li
        v-for="r in rows.slice(0, upTo)"
        :key="r.pair.from"
        :ref="(el) => (el ? lines.set(r.pair.from, el as HTMLElement) : lines.delete(r.pair.from))"
        :class="{ weak: r.pair.confidence < 0.7, open: open === r.pair.from }"
      >
        <span class="sample" :style="{ background: samples.get(r.pair.from)?.background }">
          <PictureCanvas v-if="samples.get(r.pair.from)" v-bind="samples.get(r.pair.from)!" still />
        </span>
        <span class="note">to</span>
        <span class="sample" :style="{ background: samples.get(r.pair.to ?? '')?.background }">
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
            @update:model-value="(v: string) => emit('choose', r.pair.from, v)"
          />
          <span class="note why">
            <span>{{ whyOf(r.pair) }}</span>
            <button
              v-if="r.a && r.b"
              class="quiet-link"
              :aria-expanded="open === r.pair.from"
              :aria-label="`Properties of ${r.a.name}`"
              @click="open = open === r.pair.from ? '' : r.pair.from"
            >
              {{ open === r.pair.from ? 'Fold' : 'Properties' }}
            </button>
          </span>
        </div>
        <PairProps
          v-if="open === r.pair.from && r.a && r.b"
          :pair="r.pair"
          :a="r.a"
          :b="r.b"
          @prop="(prop, target) => emit('prop', { from: r.pair.from, prop, to: target })"
          @option="(prop, option, target) => emit('option', { from: r.pair.from, prop, option, to: target })"
        />
      </li>
    </ul>
    <TokenPairs
      v-if="sheet && kit && to && tokens.size > 0"
      :sheet="sheet"
      :kit="kit"
      :to="to"
      :tokens="tokens"
      @token="(path, other) => emit('token', path, other)"
    />
    <details v-if="byHand.length > 0" class="hand">
      <summary>{{ plural(byHand.length, 'choice') }} by hand</summary>
      <ul aria-label="Chosen by hand">
        <li v-for="c in byHand" :key="c.key">
          <span class="clip" :title="c.says">{{ c.says }}</span>
          <button class="quiet-link" :aria-label="`Take back ${c.says}`" @click="emit('back', c.what)">
            Take back
          </button>
        </li>
      </ul>
    </details>
    <p v-if="sheet && rows.length > 0" class="file">
      <button class="quiet-link" @click="save">Save the sheet</button>
      <button class="quiet-link" @click="file?.click()">Read a sheet</button>
      <InputText
        v-model="author"
        size="small"
        class="who"
        maxlength="80"
        placeholder="Your name"
        title="What you choose is kept with it"
        aria-label="Your name, kept with what you choose"
      />
      <input ref="file" type="file" accept=".json" hidden aria-label="A match sheet" @change="read" />
    </p>
    <p v-if="failure" class="note empty" role="alert">{{ failure }}</p>
    <p v-else-if="!sheet && some" class="note empty">Matching the kits …</p>
    <p v-else-if="rows.length === 0" class="note empty">Nothing is placed yet, so there is nothing to match.</p>
  </aside>
</template>

<style scoped>
.who {
  flex: 1;
  min-width: 0;
}
.sheet {
  border-right: 1px solid var(--line);
}
aside > ul {
  overflow: auto;
}
.hand {
  padding: 8px 16px;
  border-top: 1px solid var(--line);
}
.hand ul {
  max-height: 132px;
  overflow: auto;
  padding-top: 4px;
}
.hand li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
}
summary {
  cursor: pointer;
}
aside > ul > li {
  display: grid;
  grid-template-columns: 92px auto 92px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  padding: 9px 12px;
  border-bottom: 1px solid var(--line);
}
.file {
  display: flex;
  gap: 16px;
  padding: 9px 16px;
  border-top: 1px solid var(--line);
}
.open {
  box-shadow: inset 3px 0 0 var(--tape);
}
.why {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  justify-content: space-between;
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
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
  min-width: 0;
}
</style>
