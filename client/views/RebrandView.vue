<script setup lang="ts">
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import Select from 'primevue/select';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { applyRebrand, choosePair, componentAt, componentsInOrder, kitRef, layout, paint, planRebrand, resolve, shownComponent, sumReviews, wearsAfter, wearsOf, wornKit, type ComponentRef, type Finding, type MatchSheet, type Primitive, type RebrandPlan, type Screen, type ScreenReview } from '../../core/index.js';
import PictureCanvas from '../parts/PictureCanvas.vue';
import { useDocument } from '../stores/document.js';
import { useDrawing } from '../stores/drawing.js';
import { fonts, useLibrary } from '../stores/library.js';
import { useStage } from '../stores/stage.js';

const doc = useDocument();
const library = useLibrary();
const stage = useStage();
const drawing = useDrawing();
const router = useRouter();
const from = computed(() => (doc.shown ? (wornKit(doc.shown) ?? '') : ''));
const kits = computed(() => [...library.kits.values()].filter((k) => kitRef(k) !== from.value).map((k) => ({ ref: kitRef(k), name: `${k.name} ${k.version}` })));
const to = ref('');
watch(kits, (all) => { if (!all.some((k) => k.ref === to.value)) to.value = all.find((k) => library.kits.get(k.ref)?.fidelity === 'brand')?.ref ?? all[0]?.ref ?? ''; }, { immediate: true });
const edited = shallowRef<MatchSheet | null>(null);
watch([from, to], () => { edited.value = null; });
const plan = computed<RebrandPlan | null>(() => {
  const w = stage.world;
  if (!w || !from.value || !to.value || from.value === to.value) return null;
  const p = planRebrand(w, from.value, to.value);
  return edited.value && edited.value.from === from.value && edited.value.to === to.value ? { ...p, sheet: edited.value } : p;
});
const rows = computed(() => Object.values(plan.value?.sheet.pairs ?? {}).map((p) => ({ pair: p, uses: plan.value?.uses[p.from] ?? 0, a: componentAt(stage.world!, p.from), b: p.to ? componentAt(stage.world!, p.to) : undefined })).filter((r) => r.uses > 0).sort((x, y) => x.pair.confidence - y.pair.confidence || y.uses - x.uses));
const choices = computed(() => {
  const kit = library.kits.get(to.value);
  return [{ ref: '', name: 'None; leave as it is' }, ...(kit ? componentsInOrder(kit).map((c) => ({ ref: `${to.value}/${c.id}`, name: c.name })) : [])];
});
function choose(component: ComponentRef, target: string): void {
  if (stage.world && plan.value) edited.value = choosePair(stage.world, plan.value.sheet, component, target === '' ? null : target);
}

const reviews = shallowRef<readonly ScreenReview[]>([]);
const done = ref(0);
const stopped = ref(false);
let run = 0;
const after = (s: Screen) => (stage.world && plan.value ? wearsAfter(stage.world, wearsOf(stage.world.project, s), plan.value.sheet) : []);
watch([plan, () => doc.shown], async () => {
  const mine = ++run;
  reviews.value = [];
  done.value = 0;
  stopped.value = false;
  const project = doc.shown;
  const worker = library.worker;
  if (!plan.value || !project || !worker) return;
  drawing.sync(project);
  for (const screen of project.screens) {
    const review = await worker.review(screen, drawing.wearNumber(after(screen)));
    if (mine !== run) return;
    reviews.value = [...reviews.value, review];
    done.value = reviews.value.length;
  }
}, { immediate: true });
function stop(): void {
  run++;
  stopped.value = true;
}
const total = computed(() => sumReviews(reviews.value));
const screens = computed(() => [...(doc.shown?.screens ?? [])].sort((a, b) => count(b.id) - count(a.id)));
const count = (id: string): number => reviews.value.find((r) => r.screen === id)?.findings.length ?? 0;
interface Pair { readonly before: readonly Primitive[]; readonly after: readonly Primitive[]; readonly height: number }
const pictures = new WeakMap<Screen, { plan: RebrandPlan; pair: Pair }>();
function pictureOf(s: Screen): Pair | null {
  const w = stage.world;
  const p = plan.value;
  if (!w || !p) return null;
  const known = pictures.get(s);
  if (known?.plan === p) return known.pair;
  const one = layout(resolve(w, s), fonts);
  const two = layout(resolve(w, s, { wears: after(s) }), fonts);
  const pair = { before: paint(one), after: paint(two), height: Math.max(one.h, two.h) };
  pictures.set(s, { plan: p, pair });
  return pair;
}
const split = ref(50);
/** Width of a screen here, px. */
const ROOM = 176;
/** Screens whose own divider was dragged. */
const splits = ref<Readonly<Record<string, number>>>({});
watch(split, () => { splits.value = {}; });
const splitOf = (id: string): number => splits.value[id] ?? split.value;
function slide(event: PointerEvent, id: string): void {
  if (event.buttons !== 1) return;
  const r = (event.currentTarget as HTMLElement).getBoundingClientRect();
  splits.value = { ...splits.value, [id]: Math.min(100, Math.max(0, ((event.clientX - r.left) / r.width) * 100)) };
}
const n = computed(() => doc.shown?.screens.length ?? 0);
function rebrand(): void {
  const w = stage.world;
  if (!w || !plan.value) return;
  const name = library.kits.get(to.value)?.name ?? to.value;
  if (doc.act(`Rebrand ${n.value} ${n.value === 1 ? 'screen' : 'screens'} to ${name}`, applyRebrand(w, plan.value))) doc.say(`${n.value === 1 ? '1 screen wears' : `${n.value} screens wear`} ${name} now. Undo brings the other look back, all of it.`);
}
function show(f: Finding): void {
  stage.screenId = f.screen;
  stage.select([f.node]);
  void router.push({ path: `/p/${doc.id}/compose/${f.screen}`, query: { sel: f.node, lens: to.value } });
}
const title = (ref: string): string => { const k = library.kits.get(ref); return k ? `${k.name} ${k.version}` : ref; };
const sampleOf = (ref: ComponentRef) => { const s = stage.sample(ref, 220); return s ? { ...s, zoom: Math.min(0.8, 86 / Math.max(1, s.width), 40 / Math.max(1, s.height)) } : null; };
const natively = (ref: ComponentRef): boolean => shownComponent(wearsOf(doc.shown!), ref) === ref;
</script>

<template>
  <div class="rebrand">
    <div class="totals">
      <div class="kit"><span class="note">Screens wear</span><strong>{{ title(from) }}</strong></div><span class="note">to</span>
      <div class="kit"><label class="note" for="put-on">Put on</label><Select v-model="to" input-id="put-on" size="small" :options="kits" option-label="name" option-value="ref" aria-label="Put on" /></div>
      <dl><div><dt>{{ total.instances }}</dt><dd>instances, {{ n }} screens</dd></div><div><dt>{{ total.counts.kept + total.counts.mapped }}</dt><dd>settings carried</dd></div><div><dt>{{ total.counts.held }}</dt><dd>meanings held</dd></div><div><dt>{{ total.counts.parked }}</dt><dd>parked, kept for later</dd></div><div><dt>{{ total.findings.length }}</dt><dd>places to look at</dd></div></dl>
      <span class="gap" />
      <Button :label="`Rebrand ${n} ${n === 1 ? 'screen' : 'screens'}`" :disabled="!plan || n === 0" @click="rebrand" />
    </div>
    <aside class="sheet" aria-label="Match sheet" role="region"><header><h2>Match sheet</h2><span class="note">{{ rows.filter((r) => r.b).length }} of {{ rows.length }} used components have a counterpart</span></header>
      <ul><li v-for="r in rows" :key="r.pair.from" :class="{ weak: r.pair.confidence < 0.7 }">
        <span class="sample"><PictureCanvas v-if="natively(r.pair.from) && sampleOf(r.pair.from)" v-bind="sampleOf(r.pair.from)!" /></span><span class="note">to</span><span class="sample"><PictureCanvas v-if="r.pair.to && sampleOf(r.pair.to)" v-bind="sampleOf(r.pair.to)!" /><span v-else class="note">none yet</span></span>
        <div class="what"><strong>{{ r.a?.name }}, {{ r.uses }} {{ r.uses === 1 ? 'use' : 'uses' }}</strong><Select size="small" fluid :model-value="r.pair.to ?? ''" :options="choices" option-label="name" option-value="ref" placeholder="None; leave as it is" :aria-label="`Counterpart of ${r.a?.name}`" @update:model-value="(v: string) => choose(r.pair.from, v)" /><span class="note">{{ r.pair.why }}</span></div>
      </li></ul>
      <p v-if="rows.length === 0" class="note empty">Nothing is placed yet, so there is nothing to match.</p>
    </aside>
    <section class="wall" aria-label="Before and after" role="region"><header><h2>Before and after, all {{ n }} screens</h2><label class="note">Divider <input v-model.number="split" type="range" min="0" max="100" aria-label="Divider" /></label></header>
      <div class="screens" tabindex="0" role="group" aria-label="Screens before and after"><figure v-for="s in screens" :key="s.id" :aria-label="s.name"><figcaption><span class="clip">{{ s.name }}</span><span v-if="count(s.id) > 0" class="yours">{{ count(s.id) }}</span></figcaption>
        <div v-if="pictureOf(s)" class="pair" :style="{ width: `${ROOM}px`, height: `${pictureOf(s)!.height * (ROOM / s.width)}px` }" @pointerdown="slide($event, s.id)" @pointermove="slide($event, s.id)"><div class="half"><PictureCanvas :primitives="pictureOf(s)!.before" :width="s.width" :height="pictureOf(s)!.height" :zoom="ROOM / s.width" background="#fff" /></div><div class="half" :style="{ clipPath: `inset(0 0 0 ${splitOf(s.id)}%)` }"><PictureCanvas :primitives="pictureOf(s)!.after" :width="s.width" :height="pictureOf(s)!.height" :zoom="ROOM / s.width" background="#fff" /></div><i :style="{ left: `${splitOf(s.id)}%` }" /></div>
      </figure></div>
    </section>
    <aside class="look" aria-label="To look at" role="region"><header><h2>To look at</h2><span class="note tabular">{{ total.findings.length }}</span></header>
      <div v-if="done < n && !stopped" class="progress"><ProgressBar aria-label="Screens reviewed" :value="n === 0 ? 100 : Math.round((done / n) * 100)" /><span class="note">{{ done }} of {{ n }} screens</span> <button class="quiet-link" @click="stop">Cancel</button></div>
      <p v-else-if="total.findings.length === 0" class="note empty">{{ stopped ? 'The review was stopped.' : 'Nothing to look at: every setting is carried, every text fits.' }}</p>
      <ul><li v-for="(f, i) in total.findings.slice(0, 200)" :key="i"><strong>{{ f.title }}</strong><p class="note">{{ f.detail }}</p><button class="quiet-link" @click="show(f)">Show</button></li></ul>
    </aside>
  </div>
</template>

<style scoped>
.rebrand { display: grid; grid-template: auto minmax(0, 1fr) / 400px minmax(0, 1fr) 268px; }
.totals { grid-column: 1 / -1; display: flex; gap: 14px; align-items: center; padding: 8px 18px; border-bottom: 1px solid var(--line); background: var(--raised); min-width: 0; }
.kit { display: grid; min-width: 150px; }
dl { display: flex; gap: 18px; }
dl div { border-left: 1px solid var(--line); padding-left: 12px; }
dt { font-size: 17px; font-weight: 700; font-variant-numeric: tabular-nums; line-height: 1.2; }
dd { font-size: 11.5px; color: var(--soft); white-space: nowrap; }
.gap { flex: 1; }
input[type='range'] { accent-color: var(--tape); vertical-align: middle; }
aside { background: var(--paper); display: flex; flex-direction: column; min-height: 0; }
.sheet { border-right: 1px solid var(--line); }
.look { border-left: 1px solid var(--line); }
header { display: flex; justify-content: space-between; align-items: center; padding: 9px 16px; border-bottom: 1px solid var(--line); gap: 10px; }
aside ul { overflow: auto; }
.sheet li { display: grid; grid-template-columns: 92px auto 92px minmax(0, 1fr); gap: 8px; align-items: center; padding: 9px 12px; border-bottom: 1px solid var(--line); }
.weak { background: var(--tape-soft); }
.sample { background: var(--wash); height: 50px; display: grid; place-items: center; border-radius: 4px; overflow: hidden; }
.what { display: grid; gap: 2px; min-width: 0; }
.look li { padding: 10px 16px; border-bottom: 1px solid var(--line); }
.empty, .progress { padding: 14px 16px; display: grid; gap: 6px; justify-items: start; }
.progress :deep(.p-progressbar) { width: 100%; height: 8px; }
.wall { background: var(--wall); display: flex; flex-direction: column; min-height: 0; }
.wall header { border: 0; }
.wall .note { color: #5c5548; }
.screens { display: flex; flex-wrap: wrap; gap: 18px 14px; overflow: auto; padding: 0 16px 20px; align-items: flex-start; }
figure { margin: 0; width: 176px; }
figcaption { display: flex; justify-content: space-between; padding-bottom: 4px; }
.pair { cursor: ew-resize; touch-action: none; user-select: none; position: relative; overflow: hidden; background: #fff; }
.half { position: absolute; inset: 0; }
.pair i { position: absolute; top: 0; bottom: 0; width: 2px; background: var(--tape); }
</style>
