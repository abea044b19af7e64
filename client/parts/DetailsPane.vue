<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { allBackSteps, backToKitSteps, carryInstance, chooseSteps, componentAt, countUses, findAt, kitOfRef, shownComponent, targetKey, treeOfScreen, type Component, type ComponentRef, type Json, type Prop, type Target } from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';
import PropRow from './PropRow.vue';

const doc = useDocument();
const stage = useStage();

const node = computed(() => (stage.selectedNode?.type === 'instance' ? stage.selectedNode : undefined));
const at = computed(() => stage.selectedPlace?.at ?? []);
const carried = computed(() => (node.value && stage.world ? carryInstance(stage.world, stage.wears, node.value) : null));
const mine = computed(() => new Set(carried.value?.settings.filter((c) => c.from >= 0).map((c) => targetKey(c)) ?? []));
const waiting = computed(() => carried.value?.ledger.filter((e) => e.outcome === 'parked') ?? []);
const top = computed<{ ref: ComponentRef; component: Component } | null>(() => {
  const w = stage.world;
  const n = node.value;
  if (!w || !n) return null;
  if (at.value.length === 0) {
    const ref = shownComponent(stage.wears, n.component);
    const component = componentAt(w, ref);
    return component ? { ref, component } : null;
  }
  const found = findAt(w, stage.wears, n, at.value);
  return found?.instance ?? null;
});
const part = computed(() => (stage.world && node.value && at.value.length > 0 && !top.value ? findAt(stage.world, stage.wears, node.value, at.value) : null));
const values = computed<Readonly<Record<string, Json>>>(() => (node.value ? (stage.findBox([node.value.id, ...at.value].join('/'))?.node.instance?.props ?? {}) : {}));
/** Instances inside the shown component: their own contracts stand folded below. */
const nested = computed(() => {
  const w = stage.world;
  const t = top.value;
  if (!w || !t) return [];
  return Object.values(t.component.nodes).flatMap((n) => {
    if (n.type !== 'instance') return [];
    const ref = shownComponent(stage.wears, n.component);
    const component = componentAt(w, ref);
    const here = [...at.value, n.id];
    const box = node.value ? stage.findBox([node.value.id, ...here].join('/')) : null;
    return component && box ? [{ id: n.id, at: here, ref, component, values: box.node.instance?.props ?? {}, bound: new Set(Object.keys(n.bind ?? {}).map((k) => k.replace('props.', ''))) }] : [];
  });
});
const PART_PROPS: Readonly<Record<string, readonly Prop[]>> = {
  text: [{ id: 'color', name: 'Colour', kind: 'colour', default: '', description: 'A token or a colour.' }],
  icon: [{ id: 'color', name: 'Colour', kind: 'colour', default: '', description: 'A token or a colour.' }],
  box: [{ id: 'fill', name: 'Fill', kind: 'colour', default: '', description: 'A token or a colour.' }, { id: 'stroke', name: 'Line', kind: 'colour', default: '', description: 'A token or a colour.' }],
};
const rootPart = computed(() => (top.value ? { at: [...at.value, top.value.component.root], node: top.value.component.nodes[top.value.component.root] } : null));
const subject = computed(() => (top.value ? `${kitOfRef(stage.world!, top.value.ref)?.name ?? 'Original in this project'}. Used ${countUses(stage.world!, doc.shown?.screens ?? [])[top.value.ref] ?? 0} times on ${doc.shown?.screens.length ?? 0} screens` : ''));
const isMine = (t: Target): boolean => mine.value.has(targetKey(t));
const valueAt = (t: Target): Json | undefined => {
  const c = carried.value?.settings.find((s) => targetKey(s) === targetKey(t));
  if (c) return c.value;
  const found = stage.world && node.value ? findAt(stage.world, stage.wears, node.value, t.at) : null;
  return (found?.part.attrs as Record<string, Json> | undefined)?.[t.name];
};

function choose(target: Target, name: string, value: Json, merge: boolean): void {
  const s = stage.screen;
  const w = stage.world;
  if (!s || !w) return;
  // Several alike are set together, each in the terms of what it shows.
  const wanted = target.at.length === 0 ? stage.selectedIds : node.value ? [node.value.id] : [];
  const meant = top.value?.component.contract.props.find((p) => p.id === target.name)?.means;
  const steps = wanted.flatMap((id) => {
    const n = s.nodes[id];
    if (n?.type !== 'instance') return [];
    const props = componentAt(w, shownComponent(stage.wears, n.component))?.contract.props ?? [];
    const own = target.kind === 'attr' ? target.name : (props.find((p) => p.id === target.name) ?? props.find((p) => meant && p.means === meant))?.id;
    return own === undefined ? [] : chooseSteps(w, stage.wears, treeOfScreen(s), n, { ...target, name: own }, value);
  });
  doc.act(`Change ${name}`, steps, merge ? `${wanted.join()}|${targetKey(target)}` : null);
}
function back(target: Target, name: string): void {
  const s = stage.screen;
  if (s && node.value && stage.world) doc.act(`Put ${name} back to kit`, backToKitSteps(stage.world, stage.wears, treeOfScreen(s), node.value, target));
}
function allBack(): void {
  const s = stage.screen;
  if (s && node.value) doc.act(`Put ${stage.nameOf(node.value)} back to kit`, allBackSteps(treeOfScreen(s), node.value));
}

const room = ref<Record<string, string>>({});
const roomProblem = ref('');
watch(() => stage.selectedNode, (n) => { room.value = { width: String(n?.attrs.width ?? ''), height: String(n?.attrs.height ?? '') }; roomProblem.value = ''; }, { immediate: true });
function setRoom(which: 'width' | 'height'): void {
  const s = stage.screen;
  const n = stage.selectedNode;
  if (!s || !n) return;
  const typed = (room.value[which] ?? '').trim();
  const value: Json = typed === '' ? null : typed === 'fit' || typed === 'stretch' ? typed : Number(typed.replace(/\s*px$/u, ''));
  if (typeof value === 'number' && !(value >= 0 && value <= 20000)) {
    roomProblem.value = `“${typed.slice(0, 30)}” is no size; type fit, stretch or a number of px.`;
    return;
  }
  roomProblem.value = '';
  if ((n.attrs[which] ?? null) !== value) doc.act(`Change ${which}`, [{ do: 'set', tree: treeOfScreen(s), node: n.id, field: `attrs.${which}`, value }]);
}
const measured = computed(() => (stage.selected ? stage.findBox(stage.selected) : null));
const yoursCount = computed(() => (carried.value?.settings.filter((c) => c.from >= 0).length ?? 0));
</script>

<template>
  <section class="pane" aria-label="Details" role="region">
    <template v-if="node && (top || part)">
      <header><h2>{{ top ? top.component.name : part?.part.name ?? at.at(-1) }}</h2><p class="note">{{ top ? subject : `Part of ${part?.owner.name}` }}</p><p v-if="stage.selectedIds.length > 1" class="note">{{ stage.selectedIds.length }} selected; shared settings change together.</p></header>
      <div class="body">
        <template v-if="top">
          <PropRow v-for="p in top.component.contract.props" :key="`${node.id}${top.ref}${p.id}`" :prop="p" :id-base="`d-${node.id}`" :held="{ value: values[p.id] }" :yours="isMine({ at, kind: 'prop', name: p.id })" :kit="kitOfRef(stage.world!, top.ref)" @choose="(v, m) => choose({ at, kind: 'prop', name: p.id }, p.name, v, m)" @back="back({ at, kind: 'prop', name: p.id }, p.name)" />
          <template v-if="rootPart?.node">
            <PropRow v-for="p in PART_PROPS['box']" :key="`${node.id}root${p.id}`" :prop="p" :id-base="`r-${node.id}`" :held="{ value: valueAt({ at: rootPart.at, kind: 'attr', name: p.id }) }" :yours="isMine({ at: rootPart.at, kind: 'attr', name: p.id })" :kit="kitOfRef(stage.world!, top.ref)" @choose="(v, m) => choose({ at: rootPart!.at, kind: 'attr', name: p.id }, p.name, v, m)" @back="back({ at: rootPart!.at, kind: 'attr', name: p.id }, p.name)" />
          </template>
          <details v-for="n in nested" :key="n.id"><summary>Inside: {{ n.component.name }}</summary>
            <PropRow v-for="p in n.component.contract.props.filter((x) => !n.bound.has(x.id))" :key="p.id" :prop="p" :id-base="`n-${n.id}`" :held="{ value: n.values[p.id] }" :yours="isMine({ at: n.at, kind: 'prop', name: p.id })" :kit="kitOfRef(stage.world!, n.ref)" @choose="(v, m) => choose({ at: n.at, kind: 'prop', name: p.id }, p.name, v, m)" @back="back({ at: n.at, kind: 'prop', name: p.id }, p.name)" />
          </details>
        </template>
        <PropRow v-for="p in part ? (PART_PROPS[part.part.type] ?? []) : []" :key="p.id" :prop="p" :id-base="`p-${node.id}`" :held="{ value: valueAt({ at, kind: 'attr', name: p.id }) }" :yours="isMine({ at, kind: 'attr', name: p.id })" :kit="kitOfRef(stage.world!, part!.ownerRef)" @choose="(v, m) => choose({ at, kind: 'attr', name: p.id }, p.name, v, m)" @back="back({ at, kind: 'attr', name: p.id }, p.name)" />
        <div v-if="at.length === 0" class="section"><h3>Room it takes</h3>
          <div v-for="which in (['width', 'height'] as const)" :key="which" class="room"><label :for="`room-${which}`">{{ which === 'width' ? 'Width' : 'Height' }}</label><InputText :id="`room-${which}`" v-model="room[which]" size="small" placeholder="fit" @change="setRoom(which)" @keydown.enter="setRoom(which)" /><span class="note tabular">{{ measured ? Math.round(which === 'width' ? measured.w : measured.h) : '' }} px</span></div>
          <p v-if="roomProblem" class="problem" role="alert">{{ roomProblem }}</p>
        </div>
        <div v-if="yoursCount > 0" class="section between"><strong>{{ yoursCount === 1 ? '1 setting is yours' : `${yoursCount} settings are yours` }}</strong><button class="quiet-link" @click="allBack">Put all back</button></div>
        <div v-if="waiting.length > 0" class="section"><h3>Parked</h3><p v-for="(e, i) in waiting" :key="i" class="note">{{ e.what }}. {{ e.why }}.</p></div>
      </div>
    </template>
    <div v-else-if="stage.screen" class="idle"><h2>{{ stage.screen.name }}</h2><p class="note">Select something to see its settings.</p>
      <p><a :href="`/api/projects/${doc.id}/screens/${stage.screen.id}.svg${stage.lens ? `?lens=${stage.lens}` : ''}`" :download="`${stage.screen.name}.svg`">Save as SVG</a></p><p><a :href="`/api/projects/${doc.id}/screens/${stage.screen.id}.png?scale=2${stage.lens ? `&lens=${stage.lens}` : ''}`" :download="`${stage.screen.name}.png`">Save as PNG</a></p></div>
    <p v-else class="idle note">Settings of what you select stand here.</p>
  </section>
</template>

<style scoped>
.pane { border-left: 1px solid var(--line); background: var(--paper); display: flex; flex-direction: column; min-height: 0; min-width: 0; }
header { padding: 10px 14px; border-bottom: 1px solid var(--line); }
.body { overflow: auto; padding: 6px 0 20px; }
.section { border-top: 1px solid var(--line); padding: 10px 14px; margin-top: 8px; display: grid; gap: 6px; }
.between { display: flex; justify-content: space-between; }
.room { display: grid; grid-template-columns: 82px minmax(0, 1fr) 52px; gap: 6px; align-items: center; }
.room :deep(input) { min-width: 0; width: 100%; }
h3 { font-size: 13px; }
details { border-top: 1px solid var(--line); margin-top: 8px; }
summary { padding: 7px 14px; cursor: pointer; font-weight: 600; }
.problem { color: var(--bad); font-size: 11.5px; }
.idle { padding: 12px 14px; display: grid; gap: 8px; }
a { color: var(--ink); }
</style>
