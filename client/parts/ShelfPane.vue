<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { buildPieces, componentsInOrder, componentAt, defaultRoom, kitRef, newInstance, placeSteps, rankAlternatives, readPlaceLine, shownComponent, spotFor, swapSteps, treeOfScreen, vocabulary, type Alternative, type ComponentRef } from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useLibrary } from '../stores/library.js';
import { useStage } from '../stores/stage.js';
import PictureCanvas from './PictureCanvas.vue';

const doc = useDocument();
const stage = useStage();
const library = useLibrary();
defineEmits<{ keys: [] }>();
const line = ref('');
const input = ref<HTMLInputElement | null>(null);
const tab = ref('');
const things = computed(() => vocabulary(stage.mainKit, doc.shown ?? undefined));
const plan = computed(() => readPlaceLine(line.value, things.value, stage.mainKit));
const families = computed(() => {
  const kit = stage.mainKit;
  return kit ? kit.families.filter((f) => Object.values(kit.components).some((c) => c.family === f)) : [];
});
const instance = computed(() => (stage.selectedPlace?.at.length === 0 && stage.selectedNode?.type === 'instance' ? stage.selectedNode : undefined));
watch(() => instance.value?.id, (id, was) => {
  if (id && !was) tab.value = 'try';
  else if (!id && tab.value === 'try') tab.value = '';
});
const family = computed(() => (tab.value !== '' && tab.value !== 'try' ? tab.value : (families.value[0] ?? '')));
const alternatives = computed<readonly Alternative[]>(() => {
  const w = stage.world;
  const node = instance.value;
  if (tab.value !== 'try' || !w || !node || !stage.mainKit) return [];
  const others = [...library.kits.values()].filter((k) => k !== stage.mainKit);
  return rankAlternatives(w, stage.wears, node, [stage.mainKit, ...others], 14);
});
const samples = computed(() => {
  const kit = stage.mainKit;
  return kit ? componentsInOrder(kit).filter((c) => c.family === family.value).map((c) => ({ ref: `${kitRef(kit)}/${c.id}`, name: c.name, summary: c.summary, role: c.role })) : [];
});

/** A sample drawn to fit its card. */
function drawn(ref: ComponentRef, carried: boolean): { primitives: NonNullable<ReturnType<typeof stage.sample>>['primitives']; width: number; height: number; zoom: number } | null {
  const got = stage.sample(ref, 260, carried ? instance.value : undefined);
  if (!got) return null;
  return { ...got, zoom: Math.min(1, 134 / Math.max(1, got.width), 82 / Math.max(1, got.height)) };
}
function place(): void {
  const s = stage.screen;
  const w = stage.world;
  const p = plan.value;
  if (!s || !w || p.problem !== null || p.items.length === 0) return;
  const pieces = buildPieces(p, stage.newId, stage.behind);
  if (doc.act(p.says.replace(/^places/u, 'Place'), placeSteps(treeOfScreen(s), pieces, spotFor(w, stage.wears, s, stage.selectedPlace?.node ?? null)))) {
    line.value = '';
    stage.select([pieces.at(-1)?.root ?? '']);
  }
}
function placeSample(sample: { ref: ComponentRef; name: string; role: string }): void {
  const s = stage.screen;
  const w = stage.world;
  if (!s || !w) return;
  const id = stage.newId();
  const node = newInstance(id, stage.behind(sample.ref), defaultRoom(sample.role));
  const selected = stage.selectedNode;
  const inside = stage.selectedPlace?.at.length === 0 && selected?.type === 'instance' && selected.fills.length === 0 && (componentAt(w, shownComponent(stage.wears, selected.component))?.contract.slots.length ?? 0) > 0;
  if (doc.act(`Place ${sample.name}`, placeSteps(treeOfScreen(s), [{ root: id, nodes: { [id]: node } }], spotFor(w, stage.wears, s, stage.selectedPlace?.node ?? null, inside)))) stage.select([id]);
}
function swap(a: Alternative): void {
  const s = stage.screen;
  const node = instance.value;
  stage.trial = null;
  if (!s || !node || a.now) return;
  // Going back to what the screens wear the instance's own component as is going back to that component.
  const own = node.placed && shownComponent(stage.wears, node.placed) === a.ref ? node.placed : stage.behind(a.ref);
  doc.act(`Swap ${stage.nameOf(node)} for ${a.name}`, swapSteps(treeOfScreen(s), node, own));
}
function hover(a: Alternative | null): void {
  const node = instance.value;
  stage.trial = a && node && !a.now ? { node: node.id, ref: a.ref } : null;
}
function focusLine(): void {
  input.value?.focus();
  input.value?.select();
}
function tryOn(): void {
  if (instance.value) tab.value = 'try';
}
function leave(): void {
  line.value = '';
  input.value?.blur();
}
defineExpose({ focusLine, tryOn });
</script>

<template>
  <section class="pane" aria-label="Shelf" role="region">
    <div class="head">
      <div class="line" :class="{ bad: plan.problem }">
        <span aria-hidden="true">+</span>
        <input ref="input" v-model="line" role="combobox" aria-label="Place line" aria-controls="place-says" :aria-expanded="line !== ''" autocomplete="off" spellcheck="false" placeholder="Type to place: 3 field From, To, Date" @keydown.enter.prevent="place" @keydown.escape.stop="leave" />
        <span id="place-says" class="says clip" role="status">{{ plan.problem ?? plan.says }}</span>
      </div>
      <div role="tablist" aria-label="Families" class="tabs">
        <button v-if="instance" role="tab" class="plain tab" :aria-selected="tab === 'try'" :class="{ on: tab === 'try' }" @click="tab = 'try'">Try on</button>
        <button v-for="f in families" :key="f" role="tab" class="plain tab" :aria-selected="tab !== 'try' && family === f" :class="{ on: tab !== 'try' && family === f }" @click="tab = f">{{ f }}</button>
      </div>
      <button class="quiet-link" @click="$emit('keys')">Keys</button>
      <span class="note kit">Kit: {{ stage.mainKit?.name }}</span>
    </div>
    <div v-if="tab === 'try' && instance" class="samples" @mouseleave="hover(null)">
      <button v-for="a in alternatives" :key="a.ref" class="plain sample" :class="{ now: a.now }" :aria-label="`${a.name}, ${a.kit}, ${a.says}`" v-tooltip.top="a.waits.length > 0 ? `Would wait: ${a.waits.join('. ')}` : undefined" @mouseenter="hover(a)" @focus="hover(a)" @blur="hover(null)" @click="swap(a)">
        <span class="stage"><PictureCanvas v-if="drawn(a.ref, true)" v-bind="drawn(a.ref, true)!" /></span>
        <span class="foot"><strong class="clip">{{ a.name }}</strong><span class="note">{{ a.kit === stage.mainKit?.name || a.now ? a.says : `${a.kit}, ${a.says}` }}</span></span>
      </button>
    </div>
    <div v-else class="samples">
      <button v-for="s in samples" :key="s.ref" class="plain sample" :aria-label="s.name" v-tooltip.top="s.summary" :disabled="!stage.screen" @click="placeSample(s)">
        <span class="stage"><PictureCanvas v-if="drawn(s.ref, false)" v-bind="drawn(s.ref, false)!" /></span>
        <span class="foot"><strong class="clip">{{ s.name }}</strong></span>
      </button>
    </div>
  </section>
</template>

<style scoped>
.pane { border-top: 1px solid var(--line-2); background: var(--raised); display: grid; grid-template-rows: auto minmax(0, 1fr); min-width: 0; }
.head { display: flex; gap: 12px; align-items: center; padding: 7px 14px; min-width: 0; }
.line { display: flex; gap: 8px; align-items: center; width: 430px; flex: none; border: 1px solid var(--ink); border-radius: 5px; padding: 0 9px; background: #fff; }
.line:focus-within { outline: 2px solid var(--tape); }
.line input { border: 0; background: none; outline: 0; padding: 5px 0; flex: 1; min-width: 120px; }
.says { color: var(--soft); max-width: 190px; }
.bad .says { color: var(--bad); }
.tabs { display: flex; gap: 2px; flex: 1; min-width: 0; overflow: hidden; }
.tab { padding: 4px 9px; border-radius: 4px; white-space: nowrap; color: var(--soft); }
.tab.on { background: var(--wash); color: var(--ink); font-weight: 600; }
.kit { white-space: nowrap; }
.samples { display: flex; gap: 10px; overflow-x: auto; padding: 2px 14px 8px; }
.sample { width: 152px; flex: none; display: grid; grid-template-rows: 106px auto; gap: 4px; }
.stage { display: grid; place-items: center; background: var(--wash); border: 1px solid transparent; border-radius: 4px; overflow: hidden; pointer-events: none; }
.sample:hover .stage { border-color: var(--ink); }
.sample.now .stage { border: 2px solid var(--tape); }
.foot { display: flex; justify-content: space-between; gap: 6px; white-space: nowrap; min-width: 0; }
</style>
