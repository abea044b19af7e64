<script setup lang="ts">
import Button from 'primevue/button';
import { useElementSize } from '@vueuse/core';
import Select from 'primevue/select';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import {
  aboutThing,
  flowMap,
  screenOf,
  thingNames,
  treeOfScreen,
  type Json,
  type Screen,
  type Step,
  type World,
} from '../../core/index.js';
import FlowCard from '../flow/FlowCard.vue';
import { handover } from '../base/handoverApi.js';
import { CARD, CARD_HIGH, flowSvg, layFlow, pathOf, type LaidEdge } from '../flow/lay.js';
import { plural } from '../base/counts.js';
import { saveFile } from '../originals/packKit.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { notify } from '../stores/notices.js';

/** The screens as a flow: joined by what their things do, with what leads nowhere marked; lines are drawn from card to card. */
const doc = useDocument();
const library = useLibrary();
const editor = useEditor();
const router = useRouter();
const flow = ref('');
const flows = computed(() => [
  { id: '', name: 'all flows' },
  ...(doc.shown?.flows ?? []).map((f) => ({ id: f.id, name: f.name })),
]);
const world = computed<World | null>(() => (doc.shown ? { project: doc.shown, kits: library.kits } : null));
const screens = computed(() => (doc.shown?.screens ?? []).filter((s) => flow.value === '' || s.flow === flow.value));
const map = computed(() => {
  const w = world.value;
  if (!w) return { edges: [], deadEnds: [], unreachable: [], noWayBack: [] };
  const all = flowMap(w);
  const shown = new Set(screens.value.map((s) => s.id));
  return { ...all, edges: all.edges.filter((e) => shown.has(e.from) && shown.has(e.to)) };
});
const laid = computed(() => layFlow(screens.value, map.value));
const marksOf = (id: string): readonly string[] => [
  ...(map.value.unreachable.includes(id) ? ['nothing leads here'] : []),
  ...(map.value.deadEnds.includes(id) ? ['leads nowhere'] : map.value.noWayBack.includes(id) ? ['no way back'] : []),
];
const wrong = computed(() => screens.value.filter((s) => marksOf(s.id).length > 0).length);
const chosen = ref('');
const says = (e: LaidEdge): string => e.ways.map((w) => w.words).join('; ');
/** Where all is small, words are larger than it: fewer of them fit. */
const LARGER = 1.5;
const short = (text: string): string => {
  const most = zoom.value < 0.75 ? 18 : 26;
  return text.length > most ? `${text.slice(0, most - 1)}…` : text;
};
function openThing(e: LaidEdge): void {
  const first = e.ways[0];
  if (!first) return;
  editor.screenId = first.from;
  void router.push({ path: `/p/${doc.id}/compose/${first.from}`, query: { sel: first.thing } });
}

// ── joining: a line from one card to another, and what leads there ──
const area = ref<HTMLElement | null>(null);
const line = ref<{ from: string; x: number; y: number } | null>(null);
const joining = ref<{ from: string; to: string; thing: string } | null>(null);
/** As large as fits beside one another: cards stay large enough to be told apart. */
const room = ref<HTMLElement | null>(null);
const size = useElementSize(room);
const SMALLEST = 0.55;
const zoom = computed(() =>
  size.width.value === 0 ? 1 : Math.min(1, Math.max(SMALLEST, size.width.value / Math.max(1, laid.value.width))),
);
const point = (event: PointerEvent): { x: number; y: number } => {
  const r = area.value?.getBoundingClientRect();
  return { x: (event.clientX - (r?.x ?? 0)) / zoom.value, y: (event.clientY - (r?.y ?? 0)) / zoom.value };
};
function begin(event: PointerEvent, from: string): void {
  event.preventDefault();
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  line.value = { from, ...point(event) };
}
function drag(event: PointerEvent): void {
  if (line.value) line.value = { ...line.value, ...point(event) };
}
function end(event: PointerEvent): void {
  const l = line.value;
  line.value = null;
  if (!l) return;
  const at = point(event);
  const to = [...laid.value.cards].find(
    ([, c]) => at.x >= c.x && at.x <= c.x + CARD.w && at.y >= c.y && at.y <= c.y + CARD_HIGH,
  )?.[0];
  if (to !== undefined && to !== l.from) lead(l.from, to);
}
/** What was led last: which thing does it can be chosen otherwise. */
const led = ref<{ readonly from: string; readonly to: string; readonly thing: string; readonly id: string } | null>(
  null,
);
/** A line that was drawn leads at once: from the likeliest thing that leads nowhere yet. */
function lead(from: string, to: string): void {
  const s = world.value && screenOf(world.value.project, from);
  const all = things(from);
  const thing = (all.find((t) => (s?.nodes[t.id]?.interactions ?? []).length === 0) ?? all[0])?.id;
  if (!s || thing === undefined) {
    notify(
      `There is nothing on ${s?.name ?? 'this screen'} yet that could lead on. Place something there first.`,
      true,
    );
    return;
  }
  const id = editor.newId();
  const steps = leading(s, thing, to, id);
  if (doc.act(`Lead to ${nameOf(to)}`, steps)) led.value = { from, to, thing, id };
}
const nameOf = (id: string): string => (doc.shown && screenOf(doc.shown, id)?.name) || 'a screen that is gone';
const leading = (s: Screen, thing: string, to: string, id: string): readonly Step[] => {
  const interactions = [
    ...(s.nodes[thing]?.interactions ?? []),
    { id, when: { on: 'press' as const }, then: [{ do: 'go' as const, screen: to }] },
  ];
  return [
    { do: 'set', tree: treeOfScreen(s), node: thing, field: 'interactions', value: interactions as unknown as Json },
  ];
};
/** Another thing leads there instead. */
function leadBy(thing: string): void {
  const was = led.value;
  const s = was && world.value && screenOf(world.value.project, was.from);
  if (!was || !s || thing === was.thing) return;
  const rest = (s.nodes[was.thing]?.interactions ?? []).filter((b) => b.id !== was.id);
  const steps: Step[] = [
    {
      do: 'set',
      tree: treeOfScreen(s),
      node: was.thing,
      field: 'interactions',
      value: (rest.length > 0 ? rest : null) as unknown as Json,
    },
    ...leading(s, thing, was.to, was.id),
  ];
  if (doc.act(`Lead to ${nameOf(was.to)} by something else`, steps)) led.value = { ...was, thing };
}
/** Undone, or taken away elsewhere: it is not spoken of any more. */
const leads = computed(() => {
  const l = led.value;
  const s = l && doc.shown && screenOf(doc.shown, l.from);
  return l && (s?.nodes[l.thing]?.interactions ?? []).some((b) => b.id === l.id) ? l : null;
});
function join(from: string, to = ''): void {
  const first = things(from)[0]?.id ?? '';
  joining.value = { from, to: to || (screens.value.find((s) => s.id !== from)?.id ?? ''), thing: first };
}
/** Things of a screen that may lead on: those that are pressed first. */
function things(from: string): readonly { id: string; name: string }[] {
  const w = world.value;
  const s = w && screenOf(w.project, from);
  if (!w || !s) return [];
  const all = [...thingNames(aboutThing(w, s, s.root))].map(([id, name]) => ({ id, name }));
  const weight = (id: string): number => {
    const b = s.nodes[id];
    return b?.type === 'instance' ? (/action|button|link|row|item|place/u.test(b.component) ? 0 : 1) : 2;
  };
  return all.sort((a, b) => weight(a.id) - weight(b.id));
}
const target = computed(() => screens.value.filter((s) => s.id !== joining.value?.from));
function take(): void {
  const j = joining.value;
  const w = world.value;
  const s = j && w && screenOf(w.project, j.from);
  const n = s?.nodes[j?.thing ?? ''];
  if (!j || !s || !n || j.to === '') return;
  if (doc.act(`Lead to ${nameOf(j.to)}`, leading(s, n.id, j.to, editor.newId()))) joining.value = null;
}

// ── out ──
async function savePdf(): Promise<void> {
  try {
    const { flowPdf } = await import('../flow/pdf.js');
    const name = `${doc.shown?.name ?? 'Flow'}, flow`;
    const bytes = await flowPdf(name, screens.value, laid.value);
    saveFile(new File([bytes.slice()], `${name}.pdf`, { type: 'application/pdf' }));
  } catch (error) {
    notify(error instanceof Error ? error.message : String(error), true);
  }
}
/** A link to the flow that is looked at, with what is usual: it is made and copied at once. */
const linked = ref('');
async function makeLink(): Promise<void> {
  const of = flows.value.find((f) => f.id === flow.value);
  try {
    const link = await handover.makeLink(doc.id, {
      name: of && of.id !== '' ? of.name : 'All flows',
      scope: of && of.id !== '' ? { flow: of.id } : { all: true },
      rights: ['comment', 'try'],
    });
    linked.value = `${location.origin}/r/${link.token}`;
    const copied = await navigator.clipboard.writeText(linked.value).then(
      () => true,
      () => false,
    );
    notify(
      copied
        ? 'The link is copied. Whoever has it can look, comment and try; it can be taken back in Hand over.'
        : `Here is the link: ${linked.value}`,
    );
  } catch (error) {
    notify(error instanceof Error ? error.message : String(error), true);
  }
}
function save(kind: 'svg' | 'json'): void {
  const name = doc.shown?.name ?? 'Flow';
  const text =
    kind === 'svg'
      ? flowSvg(screens.value, laid.value)
      : JSON.stringify(
          {
            format: 'dekkor-flow/1',
            name,
            screens: screens.value.map((s) => ({ id: s.id, name: s.name, marks: marksOf(s.id) })),
            ways: map.value.edges.map(({ from, to, words }) => ({ from, to, words })),
          },
          null,
          1,
        );
  saveFile(new File([text], `${name}, flow.${kind}`, { type: kind === 'svg' ? 'image/svg+xml' : 'application/json' }));
}
</script>

<template>
  <div class="flow">
    <header>
      <Select
        v-model="flow"
        size="small"
        :options="flows"
        option-label="name"
        option-value="id"
        placeholder="all flows"
        aria-label="Flow"
      />
      <span class="note" role="status"
        >{{ plural(screens.length, 'screen') }}, {{ plural(map.edges.length, 'way')
        }}{{ wrong > 0 ? `, ${wrong} to look at` : '' }}</span
      >
      <span class="gap" />
      <label v-if="leads" class="led"
        >To {{ nameOf(leads.to) }} by
        <Select
          size="small"
          filter
          :model-value="leads.thing"
          :options="[...things(leads.from)]"
          option-label="name"
          option-value="id"
          aria-label="What leads there"
          @update:model-value="leadBy"
        />
      </label>
      <template v-if="chosen">
        <Button size="small" severity="secondary" outlined label="Lead on from here" @click="join(chosen)" />
        <RouterLink :to="`/p/${doc.id}/compose/${chosen}`">Open</RouterLink>
        <RouterLink :to="`/p/${doc.id}/try/${chosen}`">Try from here</RouterLink>
      </template>
      <button class="quiet-link" @click="makeLink">Review link</button>
      <span class="note">Save as</span>
      <button class="quiet-link" aria-label="Save as SVG" @click="save('svg')">SVG</button>
      <button class="quiet-link" aria-label="Save as PDF" @click="savePdf">PDF</button>
      <button class="quiet-link" aria-label="Save as JSON" @click="save('json')">JSON</button>
    </header>
    <div ref="room" class="room">
      <p v-if="screens.length > 0 && map.edges.length === 0" class="note lead">
        Nothing leads anywhere yet. Drag from the dot beside a card to another card, or say in Details what a thing
        does.
      </p>
      <p v-if="screens.length === 0" class="note lead">
        Screens stand here once there are some. Add the first in Compose.
      </p>
      <div :style="{ width: `${laid.width * zoom}px`, height: `${laid.height * zoom}px` }">
        <div
          ref="area"
          class="area"
          :style="{
            width: `${laid.width}px`,
            height: `${laid.height}px`,
            transform: `scale(${zoom})`,
            '--larger': Math.min(LARGER, 1 / zoom),
          }"
          @pointermove="drag"
          @pointerup="end"
        >
          <svg :width="laid.width" :height="laid.height" aria-hidden="true">
            <defs>
              <marker id="way" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
                <path d="M0 0L8 4L0 8z" class="head" />
              </marker>
            </defs>
            <path
              v-for="e in laid.edges"
              :key="`${e.from} ${e.to}`"
              :d="pathOf(e.points)"
              class="line"
              marker-end="url(#way)"
            />
            <line
              v-if="line && laid.cards.get(line.from)"
              :x1="(laid.cards.get(line.from)?.x ?? 0) + CARD.w"
              :y1="(laid.cards.get(line.from)?.y ?? 0) + 84"
              :x2="line.x"
              :y2="line.y"
              class="line drawn"
            />
          </svg>
          <button
            v-for="e in laid.edges"
            :key="`says ${e.from} ${e.to}`"
            class="plain words note"
            :style="{ left: `${e.at.x}px`, top: `${e.at.y}px` }"
            :title="says(e)"
            @click="openThing(e)"
          >
            {{ short(says(e)) }}
          </button>
          <div
            v-for="s in screens"
            :key="s.id"
            class="place"
            :style="{
              left: `${laid.cards.get(s.id)?.x ?? 0}px`,
              top: `${laid.cards.get(s.id)?.y ?? 0}px`,
              width: `${CARD.w}px`,
            }"
          >
            <button
              class="plain hold"
              :aria-pressed="chosen === s.id"
              :aria-label="s.name"
              @click="chosen = s.id"
              @dblclick="router.push(`/p/${doc.id}/compose/${s.id}`)"
            >
              <FlowCard v-if="world" :screen="s" :world="world" :marks="marksOf(s.id)" :chosen="chosen === s.id" />
            </button>
            <span
              class="dot"
              :title="`Drag to another card: lead there from ${s.name}`"
              @pointerdown="begin($event, s.id)"
            />
          </div>
        </div>
      </div>
    </div>
    <AppDialog v-if="joining" :visible="true" header="What leads there?" :width="420" @update:visible="joining = null">
      <form class="join" @submit.prevent="take">
        <label for="join-thing">When this is pressed</label>
        <Select
          v-model="joining.thing"
          input-id="join-thing"
          filter
          :options="[...things(joining.from)]"
          option-label="name"
          option-value="id"
        />
        <label for="join-to">go to</label>
        <Select
          v-model="joining.to"
          input-id="join-to"
          filter
          :options="target"
          option-label="name"
          option-value="id"
        />
        <Button type="submit" label="Lead there" :disabled="joining.thing === '' || joining.to === ''" />
      </form>
    </AppDialog>
  </div>
</template>

<style scoped>
.flow {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}
header {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 8px 18px;
  border-bottom: 1px solid var(--line);
  background: var(--raised);
}
.gap {
  flex: 1;
}
.led {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
}
a {
  color: var(--ink);
}
.room {
  overflow: auto;
  background: var(--wall);
  min-width: 0;
}
.lead {
  padding: 14px 30px 0;
  color: var(--on-wall);
}
.area {
  position: relative;
  transform-origin: 0 0;
  user-select: none;
}
.area svg {
  position: absolute;
  inset: 0;
}
.line {
  fill: none;
  stroke: var(--on-wall);
  stroke-width: 1.5;
}
.drawn {
  stroke: var(--tape);
  stroke-width: 3;
}
.head {
  fill: var(--on-wall);
}
.words {
  position: absolute;
  transform: translate(-50%, -50%);
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 0 5px;
  white-space: nowrap;
  z-index: 1;
}
.words:hover {
  border-color: var(--ink);
  z-index: 3;
}
.place {
  position: absolute;
}
.hold {
  width: 100%;
}
.place .marks,
.place :deep(.note) {
  font-size: calc(11px * var(--larger, 1));
}
.dot {
  position: absolute;
  right: -9px;
  top: 76px;
  width: 18px;
  height: 18px;
  border-radius: 50%;
  background: var(--tape);
  border: 2px solid var(--raised);
  cursor: crosshair;
  touch-action: none;
  opacity: 0;
  z-index: 2;
}
.place:hover .dot,
.place:focus-within .dot {
  opacity: 1;
}
.join {
  display: grid;
  gap: 8px;
}
</style>
