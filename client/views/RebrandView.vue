<script setup lang="ts">
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import Select from 'primevue/select';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  applyRebrand,
  choosePair,
  componentAt,
  componentsInOrder,
  kitRef,
  shownComponent,
  wearsAfter,
  wearsOf,
  wornKit,
  type ComponentRef,
  type Finding,
} from '../../core/index.js';
import PairFigure from '../rebrand/PairFigure.vue';
import { useRebrandPlan } from '../rebrand/plan.js';
import { useGrowing } from '../surface/slices.js';
import PictureCanvas from '../surface/PictureCanvas.vue';
import { useDocument } from '../stores/document.js';
import { useLibrary } from '../stores/library.js';
import { useStage } from '../stores/stage.js';

const doc = useDocument();
const library = useLibrary();
const stage = useStage();
const router = useRouter();
const from = computed(() => (doc.shown ? (wornKit(doc.shown) ?? '') : ''));
const kits = computed(() =>
  [...library.kits.values()]
    .filter((k) => kitRef(k) !== from.value)
    .map((k) => ({ ref: kitRef(k), name: `${k.name} ${k.version}` })),
);
const to = ref('');
watch(
  kits,
  (all) => {
    if (!all.some((k) => k.ref === to.value))
      to.value = all.find((k) => library.kits.get(k.ref)?.fidelity === 'brand')?.ref ?? all[0]?.ref ?? '';
  },
  { immediate: true },
);
const n = computed(() => doc.shown?.screens.length ?? 0);
const { sheet, edited, failure, after, wearsAfterOf, uses, reviews, stopped, stop, total, counts } = useRebrandPlan(
  from,
  to,
);
const rows = computed(() =>
  Object.values(sheet.value?.pairs ?? {})
    .map((p) => ({
      pair: p,
      uses: uses.value[p.from] ?? 0,
      a: componentAt(stage.world!, p.from),
      b: p.to ? componentAt(stage.world!, p.to) : undefined,
    }))
    .filter((r) => r.uses > 0)
    .sort((x, y) => x.pair.confidence - y.pair.confidence || y.uses - x.uses),
);
const choices = computed(() => {
  const kit = library.kits.get(to.value);
  return [
    { ref: '', name: 'None; leave as it is' },
    ...(kit ? componentsInOrder(kit).map((c) => ({ ref: `${to.value}/${c.id}`, name: c.name })) : []),
  ];
});
function choose(component: ComponentRef, target: string): void {
  if (stage.world && sheet.value)
    edited.value = choosePair(stage.world, sheet.value, component, target === '' ? null : target);
}
const done = computed(() => reviews.value.length);
/** What is many is put up a few at a time, so that nothing waits for it. */
const upTo = useGrowing(() => Math.max(n.value, rows.value.length), 4);
const screens = computed(() => (doc.shown?.screens ?? []).slice(0, upTo.value));
const split = ref(50);
/** Width of a screen here, px. */
const ROOM = 176;
function rebrand(): void {
  const w = stage.world;
  const on = sheet.value;
  if (!w || !on || after.value.size === 0) return;
  const name = library.kits.get(to.value)?.name ?? to.value;
  if (
    doc.act(
      `Rebrand ${n.value} ${n.value === 1 ? 'screen' : 'screens'} to ${name}`,
      applyRebrand(
        w,
        { from: from.value, to: to.value, sheet: on },
        undefined,
        (x) => after.value.get(x) ?? wearsAfter(w, x, on),
      ),
    )
  )
    doc.say(
      `${n.value === 1 ? '1 screen wears' : `${n.value} screens wear`} ${name} now. Undo brings the other look back, all of it.`,
    );
}
function show(f: Finding): void {
  stage.screenId = f.screen;
  stage.select([f.node]);
  void router.push({ path: `/p/${doc.id}/compose/${f.screen}`, query: { sel: f.node, lens: to.value } });
}
const title = (ref: string): string => {
  const k = library.kits.get(ref);
  return k ? `${k.name} ${k.version}` : ref;
};
const sampleOf = (ref: ComponentRef) => {
  const s = stage.sample(ref, 220);
  return s ? { ...s, zoom: Math.min(0.8, 86 / Math.max(1, s.width), 40 / Math.max(1, s.height)) } : null;
};
const natively = (ref: ComponentRef): boolean => shownComponent(wearsOf(doc.shown!), ref) === ref;
</script>

<template>
  <div class="rebrand">
    <div class="totals">
      <div class="kit">
        <span class="note">Screens wear</span><strong>{{ title(from) }}</strong>
      </div>
      <span class="note">to</span>
      <div class="kit">
        <label class="note" for="put-on">Put on</label
        ><Select
          v-model="to"
          input-id="put-on"
          size="small"
          :options="kits"
          option-label="name"
          option-value="ref"
          aria-label="Put on"
        />
      </div>
      <dl>
        <div>
          <dt>{{ total.instances }}</dt>
          <dd>instances, {{ n }} screens</dd>
        </div>
        <div>
          <dt>{{ total.counts.kept + total.counts.mapped }}</dt>
          <dd>settings carried</dd>
        </div>
        <div>
          <dt>{{ total.counts.held }}</dt>
          <dd>meanings held</dd>
        </div>
        <div>
          <dt>{{ total.counts.parked }}</dt>
          <dd>parked, kept for later</dd>
        </div>
        <div>
          <dt>{{ total.findings.length }}</dt>
          <dd>places to look at</dd>
        </div>
      </dl>
      <span class="gap" />
      <Button
        :label="`Rebrand ${n} ${n === 1 ? 'screen' : 'screens'}`"
        :disabled="after.size === 0 || n === 0"
        @click="rebrand"
      />
    </div>
    <aside class="sheet" aria-label="Match sheet" role="region">
      <header>
        <h2>Match sheet</h2>
        <span class="note"
          >{{ rows.filter((r) => r.b).length }} of {{ rows.length }} used components have a counterpart</span
        >
      </header>
      <ul>
        <li v-for="r in rows.slice(0, upTo)" :key="r.pair.from" :class="{ weak: r.pair.confidence < 0.7 }">
          <span class="sample"
            ><PictureCanvas
              v-if="natively(r.pair.from) && sampleOf(r.pair.from)"
              v-bind="sampleOf(r.pair.from)!" /></span
          ><span class="note">to</span
          ><span class="sample"
            ><PictureCanvas v-if="r.pair.to && sampleOf(r.pair.to)" v-bind="sampleOf(r.pair.to)!" /><span
              v-else
              class="note"
              >none yet</span
            ></span
          >
          <div class="what">
            <strong>{{ r.a?.name }}, {{ r.uses }} {{ r.uses === 1 ? 'use' : 'uses' }}</strong
            ><Select
              size="small"
              fluid
              :model-value="r.pair.to ?? ''"
              :options="choices"
              option-label="name"
              option-value="ref"
              placeholder="None; leave as it is"
              :aria-label="`Counterpart of ${r.a?.name}`"
              @update:model-value="(v: string) => choose(r.pair.from, v)"
            /><span class="note">{{ r.pair.why }}</span>
          </div>
        </li>
      </ul>
      <p v-if="failure" class="note empty" role="alert">{{ failure }}</p>
      <p v-else-if="!sheet && n > 0" class="note empty">Matching the kits …</p>
      <p v-else-if="rows.length === 0" class="note empty">Nothing is placed yet, so there is nothing to match.</p>
    </aside>
    <section class="wall" aria-label="Before and after" role="region">
      <header>
        <h2>Before and after, all {{ n }} screens</h2>
        <label class="note"
          >Divider <input v-model.number="split" type="range" min="0" max="100" aria-label="Divider"
        /></label>
      </header>
      <div class="screens" tabindex="0" role="group" aria-label="Screens before and after">
        <PairFigure
          v-for="s in screens"
          :key="s.id"
          :screen="s"
          :before="wearsOf(doc.shown!, s)"
          :after="wearsAfterOf(s)"
          :split="split"
          :room="ROOM"
          :findings="counts.get(s.id) ?? 0"
        />
      </div>
    </section>
    <aside class="look" aria-label="To look at" role="region">
      <header>
        <h2>To look at</h2>
        <span class="note tabular">{{ total.findings.length }}</span>
      </header>
      <div v-if="done < n && !stopped" class="progress">
        <ProgressBar aria-label="Screens reviewed" :value="n === 0 ? 100 : Math.round((done / n) * 100)" /><span
          class="note"
          >{{ done }} of {{ n }} screens</span
        >
        <button class="quiet-link" @click="stop">Cancel</button>
      </div>
      <p v-else-if="total.findings.length === 0" class="note empty">
        {{ stopped ? 'The review was stopped.' : 'Nothing to look at: every setting is carried, every text fits.' }}
      </p>
      <ul>
        <li v-for="(f, i) in total.findings.slice(0, 200)" :key="i">
          <strong>{{ f.title }}</strong>
          <p class="note">{{ f.detail }}</p>
          <button class="quiet-link" @click="show(f)">Show</button>
        </li>
      </ul>
    </aside>
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
dl {
  display: flex;
  gap: 18px;
}
dl div {
  border-left: 1px solid var(--line);
  padding-left: 12px;
}
dt {
  font-size: 17px;
  font-weight: 700;
  font-variant-numeric: tabular-nums;
  line-height: 1.2;
}
dd {
  font-size: 11.5px;
  color: var(--soft);
  white-space: nowrap;
}
.gap {
  flex: 1;
}
input[type='range'] {
  accent-color: var(--tape);
  vertical-align: middle;
}
aside {
  background: var(--paper);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.sheet {
  border-right: 1px solid var(--line);
}
.look {
  border-left: 1px solid var(--line);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 9px 16px;
  border-bottom: 1px solid var(--line);
  gap: 10px;
}
aside ul {
  overflow: auto;
}
.sheet li {
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
.look li {
  padding: 10px 16px;
  border-bottom: 1px solid var(--line);
}
.empty,
.progress {
  padding: 14px 16px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
.progress :deep(.p-progressbar) {
  width: 100%;
  height: 8px;
}
.wall {
  background: var(--wall);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.wall header {
  border: 0;
}
.wall .note {
  color: #5c5548;
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
