<script setup lang="ts">
import Button from 'primevue/button';
import MultiSelect from 'primevue/multiselect';
import Select from 'primevue/select';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import {
  applyRebrand,
  chooseOption,
  choosePair,
  chooseProp,
  chooseToken,
  componentAt,
  kitRef,
  shownComponent,
  situationsOf,
  resetPair,
  resetToken,
  tokensUsed,
  appliedKitsAfter,
  appliedKitsOf,
  appliedKitOf,
  type ComponentRef,
  type Issue,
  type Kit,
  type ReviewIn,
  type Screen,
} from '../../core/index.js';
import BrandDialog from '../rebrand/BrandDialog.vue';
import MatchSheet from '../rebrand/MatchSheet.vue';
import PairFigure from '../rebrand/PairFigure.vue';
import { firstToApply, useRebrandPlan } from '../rebrand/plan.js';
import RebrandTotals from '../rebrand/RebrandTotals.vue';
import SampleStrip from '../rebrand/SampleStrip.vue';
import UpdateSheet from '../rebrand/UpdateSheet.vue';
import ConvertDialog from '../rebrand/ConvertDialog.vue';
import IssueList from '../rebrand/IssueList.vue';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useKitUpdates } from '../stores/kitUpdates.js';
import { useEditor } from '../stores/editor/editor.js';
import { useWidths } from '../stores/widths.js';
import { plural } from '../base/counts.js';
import DragPreview from '../surface/DragPreview.vue';
import { useGrowing } from '../canvas/timeSlices.js';
import { notify } from '../stores/notices.js';

/** Puts another brand's kit on all screens: what stands for what, before and after, and what there is to look at. */
const doc = useDocument();
const library = useLibrary();
const editor = useEditor();
const router = useRouter();
const route = useRoute();
const kitUpdates = useKitUpdates();
const widths = useWidths();
const PICKED = 'picked';
const flows = computed(() => (doc.shown?.flows ?? []).map((f) => ({ id: f.id, name: f.name })));
const choices = computed(() => [
  ...flows.value,
  ...(editor.picked.length > 1 ? [{ id: PICKED, name: `the ${editor.picked.length} screens that are picked` }] : []),
]);
/** Those that are meant; null: all. */
const on = ref<readonly string[] | null>(null);
const meant = computed(() => on.value ?? flows.value.map((f) => f.id));
/** Picked screens are meant alone, or flows are. */
function mean(ids: readonly string[]): void {
  const fresh = ids.find((id) => !meant.value.includes(id));
  const next = fresh === PICKED ? [PICKED] : ids.filter((id) => id !== PICKED);
  on.value = next.length === flows.value.length ? null : next;
}
watch(choices, (all) => {
  if (on.value && !on.value.every((id) => all.some((c) => c.id === id))) on.value = null;
});
const meantWords = computed(() =>
  on.value === null
    ? `all ${plural(doc.shown?.screens.length ?? 0, 'screen')}`
    : on.value.length === 0
      ? 'no screen'
      : choices.value
          .filter((c) => meant.value.includes(c.id))
          .map((c) => c.name)
          .join(', '),
);
const scope = computed<ReadonlySet<string> | null>((was) => {
  const chosen = on.value;
  if (chosen === null) return null;
  const ids = chosen.includes(PICKED)
    ? editor.picked
    : (doc.shown?.screens ?? []).filter((s) => chosen.includes(s.flow)).map((s) => s.id);
  return was && was.size === ids.length && ids.every((id) => was.has(id)) ? was : new Set(ids);
});
/** What those wear that are meant. */
const from = computed(() => {
  const p = doc.shown;
  return p ? (appliedKitOf(p, scope.value ? p.screens.find((s) => scope.value?.has(s.id)) : undefined) ?? '') : '';
});
/** What the address asks for is there to be put on, if it is not offered otherwise: an older version, say. */
const wantedKit = computed(() => library.kits.get(String(route.query['to'] ?? '')));
const kits = computed(() =>
  [...new Set([...kitUpdates.newer, ...kitUpdates.offered, ...(wantedKit.value ? [wantedKit.value] : [])])]
    .filter((k) => kitRef(k) !== from.value)
    .map((k) => ({ ref: kitRef(k), name: `${k.name} ${k.version}` })),
);
const to = ref('');
const making = ref(false);
const settling = ref(false);
/** A brand is based on one: on what is worn, or on what would be put on where that is a wireframe. */
const brandBase = computed(() => (library.kits.get(from.value)?.fidelity === 'brand' ? from.value : to.value));
watch(
  kits,
  (all) => {
    if (!all.some((k) => k.ref === to.value))
      to.value = firstToApply(new Map(kitUpdates.offered.map((k) => [kitRef(k), k])), from.value) ?? '';
  },
  { immediate: true },
);
/** What the address asks for, as the offer of an update does. */
let asked: unknown;
watch(
  [() => route.query['to'], kits],
  ([wanted, all]) => {
    if (wanted === asked || !all.some((k) => k.ref === wanted)) return;
    asked = wanted;
    to.value = String(wanted);
  },
  { immediate: true },
);
const kitAt = (ref: string): Kit | undefined => library.kits.get(ref);
/** Another version of what is worn is an update, not another brand. */
const update = computed(() => {
  const [a, b] = [kitAt(from.value), kitAt(to.value)];
  return a && b && a.id === b.id ? { from: a, to: b } : null;
});
function later(): void {
  if (update.value) kitUpdates.putOff(update.value.to);
  void router.push(`/p/${doc.id}/compose/${editor.screenId}`);
}
const screens = computed(() => (mended.value?.screens ?? []).filter((s) => scope.value?.has(s.id) ?? true));
/** What is taken to mend something is seen, in both. */
const world = computed(() => (mended.value ? { project: mended.value, kits: library.kits } : null));
/** How screens are looked at besides as they are: in the address, so that it can be linked to. */
const seenIn = computed<ReviewIn>((was) => {
  const listed = (key: string): readonly string[] =>
    String(route.query[key] ?? '')
      .split(',')
      .filter(Boolean);
  const known = new Set((doc.shown ? situationsOf(doc.shown) : []).map((s) => s.id));
  const next: ReviewIn = {
    widths: listed('widths')
      .map(Number)
      .filter((w) => w >= 40 && w <= 10_000),
    situations: listed('in').filter((id) => known.has(id)),
  };
  return was && JSON.stringify(was) === JSON.stringify(next) ? was : next;
});
function lookIn({ widths, situations }: ReviewIn): void {
  const { widths: _w, in: _i, ...query } = route.query;
  void router.replace({
    query: {
      ...query,
      ...(widths.length > 0 ? { widths: widths.join(',') } : {}),
      ...(situations.length > 0 ? { in: situations.join(',') } : {}),
    },
  });
}
const n = computed(() => screens.value.length);
const {
  sheet,
  edited,
  correct,
  failure,
  after,
  appliedKitsAfterOf,
  uses,
  reviews,
  stopped,
  stop,
  total,
  counts,
  causes,
  accepted,
  accept,
  fixes,
  taken,
  take,
  untake,
  takeAll,
  mended,
} = useRebrandPlan(from, to, scope, seenIn);
function choose(component: ComponentRef, target: string): void {
  if (editor.world && sheet.value)
    correct(choosePair(editor.world, sheet.value, component, target === '' ? null : target));
}
/** What was chosen by hand for a component, or for a token, is as it was found. */
function takeBack(what: { readonly pair: ComponentRef } | { readonly token: string }): void {
  const [w, s] = [editor.world, sheet.value];
  if (w && s) correct('pair' in what ? resetPair(w, s, what.pair) : resetToken(w, s, what.token));
}
type At<F extends (...all: never[]) => unknown> = Parameters<F>;
function chooseOne(at: At<typeof chooseProp>[2]): void {
  if (editor.world && sheet.value) correct(chooseProp(editor.world, sheet.value, at));
}
function chooseOther(at: At<typeof chooseOption>[1]): void {
  if (sheet.value) correct(chooseOption(sheet.value, at));
}
/** A thing on a screen, before or after: what stands for it is shown in the sheet, to be chosen otherwise. */
const matching = ref<InstanceType<typeof MatchSheet> | null>(null);
/** The component that was pointed at last. */
const pointed = ref<ComponentRef>('');
watch([from, to], () => (pointed.value = ''));
function shownAt(screen: Screen, id: string): ComponentRef | null {
  const node = screen.nodes[id];
  const project = doc.shown;
  return node?.type === 'instance' && project ? shownComponent(appliedKitsOf(project, screen), node.component) : null;
}
async function pointAt(screen: Screen, id: string): Promise<void> {
  const shown = shownAt(screen, id);
  if (shown === null) return;
  pointed.value = shown;
  told.value = '';
  await matching.value?.point(shown);
}
/** By example: what stands for one thing stands for all that show the same. */
function takeFor(shown: ComponentRef | null, sample: ComponentRef): void {
  const w = editor.world;
  if (shown === null || !w) return;
  const [a, b] = [componentAt(w, shown)?.name ?? 'This', componentAt(w, sample)?.name ?? 'that'];
  if (!sheet.value?.pairs[shown]) {
    notify(`${a} is none of ${title(from.value)}, so nothing can stand for it here.`, true);
    return;
  }
  choose(shown, sample);
  pointed.value = shown;
  void matching.value?.point(shown);
  told.value = `${a} shows as ${b} now, in ${plural(uses.value[shown] ?? 0, 'place')}.`;
}
/** What was last chosen by example. */
const told = ref('');
watch([from, to], () => (told.value = ''));
const pointedName = computed(() => (editor.world && componentAt(editor.world, pointed.value)?.name) ?? '');
/** Pictures wait until there is something to look at, or it takes long: the worker has its hands free for that first. */
const begun = ref(false);
const LONGEST_WAIT = 600;
onMounted(() => setTimeout(() => (begun.value = true), LONGEST_WAIT));
watch(
  () => reviews.value.length > 0 || stopped.value || failure.value !== '',
  (some) => (begun.value ||= some),
);
/** Tokens that things on these screens say themselves: looked for on all of them, so not before there is something to see. */
const said = computed(() => (begun.value ? tokensUsed(screens.value, from.value) : NONE_SAID));
const NONE_SAID: ReadonlyMap<string, number> = new Map();
/** They are put up a few at a time, so that nothing waits for them. */
const upTo = useGrowing(() => (begun.value ? n.value : 0), 0);
const split = ref(50);
/** Width of a screen here, px. */
const ROOM = 176;
const many = computed(() => `${n.value} ${n.value === 1 ? 'screen' : 'screens'}`);
function rebrand(): void {
  const w = editor.world;
  const on = sheet.value;
  if (!w || !on || after.value.size === 0) return;
  const name = library.kits.get(to.value)?.name ?? to.value;
  const steps = applyRebrand(
    w,
    { from: from.value, to: to.value, sheet: on },
    scope.value ? [...scope.value] : undefined,
    (x) => after.value.get(x) ?? appliedKitsAfter(w, x, on),
  );
  // What was taken to mend something is a part of it, and undone with it; each is a setting like any other, too.
  const more = taken.value.flatMap((f) => f.steps.map((s) => ({ ...s, ifThere: true })));
  const version = update.value ? ` ${update.value.to.version}` : '';
  const done = `${update.value ? 'Update' : 'Rebrand'} ${many.value} to ${name}${version}`;
  if (doc.act(done, [...steps, ...more])) {
    taken.value = [];
    notify(
      `${many.value} ${n.value === 1 ? 'wears' : 'wear'} ${name}${version} now. Undo brings the other look back, all of it.`,
    );
  }
}
function show(f: Issue): void {
  editor.screenId = f.screen;
  editor.select([f.node]);
  void router.push({
    path: `/p/${doc.id}/compose/${f.screen}`,
    query: {
      sel: f.node,
      lens: to.value,
      ...(f.mode ? { mode: f.mode } : {}),
      ...(f.situation ? { in: f.situation } : {}),
    },
  });
  if (f.width !== undefined) void nextTick(() => (widths.at = f.width ?? null));
}
const title = (ref: string): string => {
  const k = library.kits.get(ref);
  return k ? `${k.name} ${k.version}` : ref;
};
</script>

<template>
  <div class="rebrand">
    <div class="totals">
      <div class="kit">
        <label class="note" for="rebrand-on">Put it on</label>
        <MultiSelect
          :model-value="[...meant]"
          input-id="rebrand-on"
          size="small"
          :options="choices"
          option-label="name"
          option-value="id"
          :show-toggle-all="false"
          aria-label="Screens that are meant"
          @update:model-value="mean"
        >
          <template #value>{{ meantWords }}</template>
        </MultiSelect>
      </div>
      <div class="kit">
        <span class="between"
          ><span class="note">They wear</span
          ><button
            v-if="(doc.shown?.appliedKits.length ?? 0) > 0"
            class="quiet-link"
            title="Rewrite all settings into what is worn"
            @click="settling = true"
          >
            Settle
          </button></span
        ><strong class="clip">{{ title(from) }}</strong>
      </div>
      <span class="note">to</span>
      <div class="kit">
        <span class="between">
          <label class="note" for="put-on">Put on</label>
          <button class="quiet-link" @click="making = true">Make a brand</button>
        </span>
        <Select
          v-model="to"
          input-id="put-on"
          size="small"
          :options="kits"
          option-label="name"
          option-value="ref"
          aria-label="Put on"
        />
      </div>
      <RebrandTotals :total="total" :screens="n" />
      <span class="gap" />
      <Button
        class="do"
        :label="`${update ? 'Update' : 'Rebrand'} ${many}`"
        :disabled="after.size === 0 || n === 0"
        @click="rebrand"
      />
    </div>
    <UpdateSheet v-if="update" :from="update.from" :to="update.to" :uses="uses" @later="later" />
    <MatchSheet
      v-else
      :sheet="sheet"
      :uses="uses"
      :to="library.kits.get(to)"
      :failure="failure"
      :some="n > 0"
      :tokens="said"
      :kit="kitAt(from)"
      :drawn="begun"
      ref="matching"
      @choose="choose"
      @prop="chooseOne"
      @option="chooseOther"
      @read="(s) => (edited = s)"
      @back="takeBack"
      @token="(path, other) => sheet && correct(chooseToken(sheet, path, other))"
    />
    <section class="wall" aria-label="Before and after" role="region">
      <header>
        <h2>Before and after, {{ scope ? '' : 'all ' }}{{ many }}</h2>
        <label class="note">
          Divider <input v-model.number="split" type="range" min="0" max="100" aria-label="Divider" />
        </label>
      </header>
      <div class="screens" tabindex="0" role="group" aria-label="Screens before and after">
        <PairFigure
          v-for="s in screens.slice(0, upTo)"
          :key="s.id"
          :screen="s"
          :world="world"
          :before="appliedKitsOf(doc.shown!, s)"
          :after="appliedKitsAfterOf(s)"
          :split="split"
          :room="ROOM"
          :findings="counts.get(s.id) ?? 0"
          @point="(node) => pointAt(s, node)"
          @take="(node, sample) => takeFor(shownAt(s, node), sample)"
        />
      </div>
      <SampleStrip
        v-if="begun && !update && kitAt(to) && n > 0"
        :kit="kitAt(to)!"
        :chosen="pointedName"
        :told="told"
        @pick="(sample) => takeFor(pointed, sample)"
      />
    </section>
    <IssueList
      :causes="causes"
      :accepted="accepted"
      :places="total.issues.length"
      :fixes="fixes"
      :taken="taken"
      :done="reviews.length"
      :of="n"
      :stopped="stopped"
      :seen-in="seenIn"
      @look-in="lookIn"
      @show="show"
      @stop="stop"
      @take="take"
      @untake="untake"
      @take-all="takeAll"
      @accept="accept"
    />
    <DragPreview />
    <ConvertDialog v-if="settling" v-model:visible="settling" />
    <BrandDialog v-if="making" v-model:visible="making" :base="brandBase" :from="from" @made="(ref) => (to = ref)" />
  </div>
</template>

<style scoped>
.rebrand {
  display: grid;
  grid-template: auto minmax(0, 1fr) / 400px minmax(0, 1fr) 268px;
}
.totals {
  grid-column: 1 / -1;
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 8px 18px;
  border-bottom: 1px solid var(--line);
  background: var(--raised);
  min-width: 0;
}
.kit {
  display: grid;
  min-width: 150px;
}
.kit :deep(.p-multiselect) {
  max-width: 220px;
}
.gap {
  flex: 1;
}
.between {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  white-space: nowrap;
}
.do {
  flex: none;
  white-space: nowrap;
}
.totals :deep(dl) {
  min-width: 0;
  overflow: hidden;
}
input[type='range'] {
  accent-color: var(--tape);
  vertical-align: middle;
}
.rebrand :deep(aside),
.wall {
  contain: strict;
}
.rebrand :deep(aside) {
  background: var(--paper);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.rebrand :deep(header) {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 9px 16px;
  border-bottom: 1px solid var(--line);
  gap: 10px;
}
.rebrand :deep(.empty) {
  padding: 14px 16px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
.wall {
  background: var(--wall);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.wall > header {
  border: 0;
}
.wall .note {
  color: var(--on-wall);
}
.screens {
  display: flex;
  flex-wrap: wrap;
  gap: 18px 14px;
  overflow: auto;
  padding: 0 16px 20px;
  align-items: flex-start;
}
</style>
