<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, toRaw, watch } from 'vue';
import {
  componentsInOrder,
  kitRef,
  shownComponent,
  type Alternative,
  type ComponentRef,
  type Template,
  type Thing,
} from '../../core/index.js';
import { useCommands } from '../stores/commands.js';
import { useDrag } from '../stores/drag.js';
import { useDrawing } from '../stores/drawing.js';
import type { Sample } from '../stores/samples.js';
import { useSlices } from '../surface/slices.js';
import { useLibrary } from '../stores/library.js';
import { useStage } from '../stores/stage.js';
import { usePlaceLine } from './line.js';
import PictureCanvas from '../surface/PictureCanvas.vue';
import { tip } from '../keys/table.js';

const stage = useStage();
const library = useLibrary();
const commands = useCommands();
const drag = useDrag();
const drawing = useDrawing();
defineEmits<{ keys: []; content: [] }>();
const input = ref<HTMLTextAreaElement | null>(null);
const tab = ref('');
const { line, focused, chosen, things, plan, offers, take, paste, key, remember } = usePlaceLine(input, (how) =>
  placed(how),
);

const families = computed(() => {
  const kit = stage.mainKit;
  return kit ? kit.families.filter((f) => Object.values(kit.components).some((c) => c.family === f)) : [];
});
const STARTERS = 'Starters';
const instance = computed(() =>
  stage.selectedPlace?.at.length === 0 && stage.selectedNode?.type === 'instance' ? stage.selectedNode : undefined,
);
const isInstance = computed(() => instance.value !== undefined);
/** Typing into a prop does not draw every alternative anew at each key: they follow when it rests. */
const calm = computed(() => {
  const n = instance.value;
  const at = stage.calmScreen?.nodes[n?.id ?? ''];
  return n && at?.type === 'instance' ? at : n;
});
/** What was just placed from here: while more of the same follows, the family stays open. */
let fresh = '';
watch(
  () => instance.value?.id,
  (id) => {
    if (id && id !== fresh) tab.value = 'try';
    else if (!id && tab.value === 'try') tab.value = '';
  },
  { immediate: true },
);
const family = computed(() => (tab.value !== '' && tab.value !== 'try' ? tab.value : (families.value[0] ?? '')));
let order: { place: string; refs: readonly ComponentRef[] } = { place: '', refs: [] };
/** Ranked by the worker: a hundred carries are too many for the page. */
const ranked = shallowRef<readonly Alternative[]>([]);
let asked = 0;
watch(
  () => `${stage.screenId}/${calm.value?.id ?? ''}`,
  () => {
    ranked.value = [];
  },
);
watch(
  [
    calm,
    () => tab.value === 'try',
    () => stage.mainKit,
    () => stage.wears,
    () => stage.calmProject,
    () => library.worker,
    () => library.kits,
  ],
  async () => {
    const mine = ++asked;
    const w = stage.calmWorld;
    const node = calm.value;
    const worker = library.worker;
    if (tab.value !== 'try' || !w || !node || !stage.mainKit || !worker) {
      ranked.value = [];
      return;
    }
    drawing.sync(w.project);
    const own = kitRef(stage.mainKit);
    const got = await worker.alternatives(
      toRaw(node),
      drawing.wearNumber(stage.wears),
      [own, ...[...library.kits.keys()].filter((k) => k !== own)],
      200,
    );
    if (mine === asked) ranked.value = got;
  },
  { immediate: true },
);
const alternatives = computed<readonly Alternative[]>(() => {
  const node = calm.value;
  if (tab.value !== 'try' || !node) return [];
  // While one thing is tried on, alternatives stay where they are: nothing moves away under the pointer.
  const place = `${stage.screenId}/${node.id}/${stage.lens}`;
  if (order.place !== place && ranked.value.length > 0)
    order = { place, refs: ranked.value.slice(0, 14).map((a) => a.ref) };
  const now = ranked.value.find((a) => a.now);
  const kept = order.refs.flatMap((ref) => ranked.value.find((a) => a.ref === ref) ?? []);
  return now && !kept.includes(now) ? [now, ...kept] : kept;
});
const samples = computed(() => {
  const kit = stage.mainKit;
  return kit
    ? componentsInOrder(kit)
        .filter((c) => c.family === family.value)
        .map((c) => ({ ref: `${kitRef(kit)}/${c.id}`, name: c.name, summary: c.summary, role: c.role }))
    : [];
});

type Fitted = Sample & { readonly zoom: number };
const fitted = (p: Sample | null): Fitted | null =>
  p ? { ...p, zoom: Math.min(1, 134 / Math.max(1, p.width), 82 / Math.max(1, p.height)) } : null;
/** Samples drawn to fit their cards: alternatives with what is the designer's own, those of a family, starters. */
const tried = useSlices(
  () => (void [calm.value, stage.wears, stage.calmProject, library.fontsKnown], alternatives.value.map((a) => a.ref)),
  (ref) => fitted(stage.sample(ref, 260, calm.value)),
);
const drawn = useSlices(
  () => (
    void [stage.wears, stage.calmProject?.originals, library.fontsKnown],
    tab.value === 'try' ? [] : samples.value.map((s) => s.ref)
  ),
  (ref) => fitted(stage.sample(ref, 260)),
);
const starters = useSlices(
  () => (void [stage.wears, library.fontsKnown], tab.value === STARTERS ? (stage.mainKit?.templates ?? []) : []),
  (t) => fitted(stage.templateSample(t)),
);

/** What the line may become, as it looks; things without a look stand there by name. */
const offered = useSlices(
  () => (void [stage.wears, library.fontsKnown], offers.value),
  (o) =>
    fitted(
      o.kind === 'component'
        ? stage.sample(o.ref, 260)
        : o.kind === 'template'
          ? stage.templateSample(o.template)
          : null,
    ),
);
const summary = (o: Thing): string =>
  o.kind === 'component'
    ? o.component.summary
    : o.kind === 'template'
      ? o.template.summary
      : 'Plain: arranges or fills, without a look of its own.';

function placed(how: () => boolean): boolean {
  const open = tab.value;
  if (!how()) return false;
  fresh = stage.selectedPlace?.node ?? '';
  tab.value = open === 'try' ? '' : open;
  return true;
}
function press(event: PointerEvent, sample: { ref: ComponentRef; name: string; role: string }): void {
  drag.follow(event, () => {
    const s = stage.sample(sample.ref, 320);
    return {
      kind: 'sample',
      ref: sample.ref,
      name: sample.name,
      roles: [sample.role],
      ...(s ? { picture: { primitives: s.primitives, at: { x: 0, y: 0, w: s.width, h: s.height }, zoom: 0.6 } } : {}),
    };
  });
}
function click(sample: { ref: ComponentRef; name: string }): void {
  if (drag.wasDrag()) return;
  if (placed(() => commands.placeComponent(sample.ref))) remember([sample.name]);
}
function placeStarter(t: Template): void {
  const thing = things.value.find((x) => x.kind === 'template' && x.template.id === t.id);
  if (
    thing &&
    placed(() =>
      commands.placePlan({
        items: [{ thing, count: 1, values: [], children: [], from: 0, to: 0 }],
        says: `places ${t.name}`,
        offers: [],
        problem: null,
      }),
    )
  )
    remember([t.name]);
}
/** Is this what the instance shows at this very moment? What the card says may be a moment old. */
const shows = (a: Alternative): boolean =>
  instance.value !== undefined && shownComponent(stage.wears, instance.value.component) === a.ref;
function swap(a: Alternative): void {
  stage.trial = null;
  if (!shows(a)) commands.swap(a.ref, a.name);
}
/** Browsers also tell of a move when the page moves under a pointer that rests; that means nothing. */
function moved(event: MouseEvent, a: Alternative): void {
  if (event.movementX !== 0 || event.movementY !== 0) hover(a);
}
function hover(a: Alternative | null): void {
  const node = instance.value;
  const next = a && node && !shows(a) ? { node: node.id, ref: a.ref } : null;
  if (next?.ref !== stage.trial?.ref || next?.node !== stage.trial?.node) stage.trial = next;
}
function focusLine(): void {
  input.value?.focus();
  input.value?.select();
}
function tryOn(): void {
  if (instance.value) tab.value = 'try';
}
function nextLens(): void {
  const all = [
    '',
    ...[...library.kits.keys()].filter((k) => k !== (stage.mainKit && stage.lens === '' ? kitRef(stage.mainKit) : '')),
  ];
  stage.lens = all[(all.indexOf(stage.lens) + 1) % all.length] ?? '';
}
onBeforeUnmount(() => {
  stage.ghost = null;
});
defineExpose({ focusLine, tryOn, nextLens });
</script>

<template>
  <section class="pane" aria-label="Shelf" role="region">
    <div class="head">
      <div class="line" :class="{ bad: plan.problem }">
        <span aria-hidden="true">+</span>
        <textarea
          ref="input"
          v-model="line"
          rows="1"
          aria-label="Place line"
          aria-controls="place-offers"
          aria-describedby="place-says"
          aria-autocomplete="list"
          :aria-activedescendant="chosen >= 0 ? `offer-${chosen}` : undefined"
          autocomplete="off"
          spellcheck="false"
          placeholder="Type to place: 3 field From, To, Date"
          @keydown="key"
          @paste="paste"
          @focus="focused = true"
          @blur="focused = false"
        />
        <span id="place-says" class="says" role="status" :title="plan.problem ?? plan.says">{{
          plan.problem ?? plan.says
        }}</span>
      </div>
      <div role="tablist" aria-label="Families" class="tabs">
        <button
          v-if="isInstance"
          role="tab"
          class="plain tab"
          :aria-selected="tab === 'try'"
          :class="{ on: tab === 'try' }"
          @click="tab = 'try'"
        >
          Try on
        </button>
        <button
          v-for="f in families"
          :key="f"
          role="tab"
          class="plain tab"
          :aria-selected="tab !== 'try' && family === f"
          :class="{ on: tab !== 'try' && family === f }"
          @click="tab = f"
        >
          {{ f }}
        </button>
        <button
          v-if="stage.mainKit && stage.mainKit.templates.length > 0"
          role="tab"
          class="plain tab"
          :aria-selected="tab === STARTERS"
          :class="{ on: tab === STARTERS }"
          @click="tab = STARTERS"
        >
          {{ STARTERS }}
        </button>
      </div>
      <button class="quiet-link" :title="tip('content')" @click="$emit('content')">Content sets</button>
      <button class="quiet-link" :title="tip('keys', 'What every key does')" @click="$emit('keys')">Keys</button>
      <span class="note kit">Kit: {{ stage.mainKit?.name }}</span>
    </div>
    <div v-show="offers.length > 0" id="place-offers" role="listbox" aria-label="What it may be" class="samples">
      <div
        v-for="(o, i) in offers"
        :id="`offer-${i}`"
        :key="`${o.kind}${o.name}`"
        role="option"
        class="sample"
        :aria-selected="i === chosen"
        :class="{ now: i === chosen }"
        :title="summary(o)"
        @pointerdown.prevent="take(o)"
      >
        <span class="stage"
          ><PictureCanvas v-if="offered.get(o)" v-bind="offered.get(o)!" /><span v-else class="note">{{
            o.name
          }}</span></span
        >
        <span class="foot"
          ><strong class="clip">{{ o.name }}</strong></span
        >
      </div>
    </div>
    <template v-if="offers.length > 0" />
    <div v-else-if="tab === 'try' && isInstance" class="samples" @mouseleave="hover(null)">
      <button
        v-for="a in alternatives"
        :key="a.ref"
        class="plain sample"
        :class="{ now: a.now }"
        :aria-label="`${a.name}, ${a.kit}, ${a.says}`"
        :title="a.waits.length > 0 ? `Would be parked: ${a.waits.join('. ')}` : undefined"
        @mousemove="moved($event, a)"
        @focus="hover(a)"
        @blur="hover(null)"
        @click="swap(a)"
      >
        <span class="stage"><PictureCanvas v-if="tried.get(a.ref)" v-bind="tried.get(a.ref)!" still /></span>
        <span class="foot two"
          ><strong class="clip"
            >{{ a.name }}{{ ' ' }}<span class="note of">{{ a.kit }}</span></strong
          >{{ ' ' }}<span class="note clip">{{ a.says }}</span></span
        >
      </button>
    </div>
    <div v-else-if="tab === STARTERS" class="samples">
      <button
        v-for="t in stage.mainKit?.templates ?? []"
        :key="t.id"
        class="plain sample"
        :aria-label="t.name"
        :title="t.summary"
        @click="placeStarter(t)"
      >
        <span class="stage"
          ><PictureCanvas v-if="starters.get(t)" v-bind="starters.get(t)!" still background="#ffffff"
        /></span>
        <span class="foot"
          ><strong class="clip">{{ t.name }}</strong></span
        >
      </button>
    </div>
    <div v-else class="samples">
      <button
        v-for="s in samples"
        :key="s.ref"
        class="plain sample"
        :aria-label="s.name"
        :title="s.summary"
        @pointerdown="press($event, s)"
        @click="click(s)"
      >
        <span class="stage"><PictureCanvas v-if="drawn.get(s.ref)" v-bind="drawn.get(s.ref)!" still /></span>
        <span class="foot"
          ><strong class="clip">{{ s.name }}</strong></span
        >
      </button>
    </div>
  </section>
</template>

<style scoped>
.pane {
  border-top: 1px solid var(--line-2);
  background: var(--raised);
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-width: 0;
}
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 7px 14px;
  min-width: 0;
}
.line {
  position: relative;
  display: flex;
  gap: 8px;
  align-items: center;
  width: 430px;
  flex: none;
  border: 1px solid var(--ink);
  border-radius: 5px;
  padding: 0 9px;
  background: #fff;
}
.line:focus-within {
  outline: 2px solid var(--tape);
}
.line textarea {
  border: 0;
  background: none;
  outline: 0;
  padding: 5px 0;
  flex: 1;
  min-width: 170px;
  resize: none;
  font: inherit;
  color: inherit;
  field-sizing: content;
  max-height: 66px;
  line-height: 1.4;
}
.says {
  color: var(--soft);
  max-width: 190px;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 3;
  overflow: hidden;
  font-size: 11.5px;
  line-height: 1.35;
}
.bad .says {
  color: var(--bad);
}
.tabs {
  display: flex;
  gap: 2px;
  flex: 1;
  min-width: 0;
  overflow-x: auto;
  scrollbar-width: none;
}
.tab {
  padding: 4px 8px;
  border-radius: 4px;
  white-space: nowrap;
  color: var(--soft);
}
.tab.on {
  background: var(--wash);
  color: var(--ink);
  font-weight: 600;
}
.kit {
  white-space: nowrap;
}
.head > .quiet-link {
  white-space: nowrap;
}
.samples {
  user-select: none;
  display: flex;
  gap: 10px;
  overflow-x: auto;
  padding: 2px 14px 8px;
}
.sample {
  width: 152px;
  flex: none;
  display: grid;
  grid-template-rows: minmax(80px, 1fr) auto;
  gap: 4px;
  touch-action: pan-x;
  min-width: 0;
}
.stage {
  display: grid;
  place-items: center;
  background: var(--wash);
  border: 1px solid transparent;
  border-radius: 4px;
  overflow: hidden;
  pointer-events: none;
}
.sample:hover .stage {
  border-color: var(--ink);
}
.sample.now .stage {
  border: 2px solid var(--tape);
}
.two {
  flex-direction: column;
  gap: 0 !important;
}
.two .note {
  font-weight: 400;
}
.of {
  margin-left: 5px;
}
.foot {
  display: flex;
  justify-content: space-between;
  gap: 6px;
  white-space: nowrap;
  min-width: 0;
}
</style>
