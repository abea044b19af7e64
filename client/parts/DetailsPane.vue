<script setup lang="ts">
import { computed, onBeforeUnmount } from 'vue';
import { alike, allBackSteps, backToKitSteps, carryInstance, chooseSteps, componentAt, entriesOf, findAt, kitOfRef, listAt, mainProp, otherValues, sharedProps, shownComponent, slotPlace, targetKey, treeOfScreen, type Box, type Component, type ComponentRef, type InstanceNode, type ItemOf, type Json, type Prop, type SelectedThing, type SharedProp, type Step, type Target } from '../../core/index.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';
import { attrValue, GROUND_PROPS, lookValue, PART_PROPS, PLAIN_PROPS } from './attrProps.js';
import CellsRow from './CellsRow.vue';
import FillRow from './FillRow.vue';
import PropRow from './PropRow.vue';
import RoomRows from './RoomRows.vue';
import SeriesRows from './SeriesRows.vue';

const doc = useDocument();
const stage = useStage();
const commands = useCommands();
const emit = defineEmits<{ content: [set: string] }>();

const place = computed(() => stage.selectedPlace);
const written = computed(() => (stage.selectedNode?.type === 'instance' ? stage.selectedNode : undefined));
const at = computed(() => place.value?.at ?? []);
const entry = computed(() => place.value?.entry);
/** The instance as this item of its series has it. */
const node = computed<InstanceNode | undefined>(() => {
  const n = written.value;
  const s = stage.screen;
  const e = entry.value;
  if (!n || !e || !s) return n;
  const series = s.nodes[e.series];
  const own = series?.type === 'series' ? (series.entries.find((x) => x.key === e.key)?.settings[n.id] ?? []) : [];
  return own.length > 0 ? { ...n, settings: [...n.settings, ...own] } : n;
});
const item = computed<ItemOf | undefined>(() => (entry.value && stage.screen ? { nodes: stage.screen.nodes, entry: entry.value } : undefined));
const ownKeys = computed(() => {
  const e = entry.value;
  const series = e ? stage.screen?.nodes[e.series] : undefined;
  return series?.type === 'series' && written.value ? (series.entries.find((x) => x.key === e?.key)?.settings[written.value.id] ?? []) : [];
});
const carried = computed(() => (node.value && stage.world ? carryInstance(stage.world, stage.wears, node.value) : null));
const mine = computed(() => new Set(carried.value?.settings.filter((c) => c.from >= 0).map((c) => targetKey(c)) ?? []));
const waiting = computed(() => carried.value?.ledger.filter((e) => e.outcome === 'parked') ?? []);
const held = computed(() => carried.value?.ledger.filter((e) => e.outcome === 'held') ?? []);
const top = computed<{ ref: ComponentRef; component: Component } | null>(() => {
  const w = stage.world;
  const n = node.value;
  if (!w || !n) return null;
  if (at.value.length === 0) {
    const ref = shownComponent(stage.wears, n.component);
    const component = componentAt(w, ref);
    return component ? { ref, component } : null;
  }
  return findAt(w, stage.wears, n, at.value)?.instance ?? null;
});
const part = computed(() => (stage.world && node.value && at.value.length > 0 ? findAt(stage.world, stage.wears, node.value, at.value) : null));
const plain = computed(() => (stage.selectedNode && stage.selectedNode.type !== 'instance' ? stage.selectedNode : undefined));
const prefix = computed(() => (entry.value ? `${entry.value.series}/#${entry.value.key}/` : ''));
const boxAt = (path: readonly string[]): Box | null => (written.value ? stage.findBox(prefix.value + [written.value.id, ...path].join('/')) : null);
const values = computed<Readonly<Record<string, Json>>>(() => boxAt(at.value)?.node.instance?.props ?? {});
const measured = computed(() => (stage.selected ? stage.findBox(stage.selected) : null));
const kit = computed(() => (top.value && stage.world ? kitOfRef(stage.world, top.value.ref) : part.value && stage.world ? kitOfRef(stage.world, part.value.ownerRef) : stage.mainKit));

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
    const box = boxAt(here);
    return component && box ? [{ id: n.id, at: here, ref, component, values: box.node.instance?.props ?? {}, bound: new Set(Object.keys(n.bind ?? {}).map((k) => k.replace('props.', ''))) }] : [];
  });
});
const slots = computed(() => {
  const w = stage.world;
  const s = stage.screen;
  if (!w || !s || !top.value || !written.value || at.value.length > 0) return [];
  return top.value.component.contract.slots.map((slot) => ({ slot, count: listAt(s.nodes, slotPlace(w, stage.wears, written.value as InstanceNode, slot.id)).length }));
});

// ── several at once: everything selected that has the same prop ──
const shared = computed<readonly SharedProp[] | null>(() => {
  const w = stage.world;
  if (!w || !top.value || stage.countSelected < 2 || at.value.length > 0) return null;
  const others = stage.targets.flatMap((t) => t.ids.flatMap((id): SelectedThing[] => {
    const n = t.screen.nodes[id];
    return n?.type === 'instance' && !(n.id === written.value?.id && t.screen.id === stage.screenId) ? [{ screen: t.screen, node: n }] : [];
  }));
  // Something that is no instance has no props at all.
  return others.length + 1 < stage.countSelected ? [] : sharedProps(w, stage.wearsShown, top.value.component, values.value, others);
});
const othersOf = (prop: Prop): SharedProp['others'] => shared.value?.find((s) => s.prop.id === prop.id)?.others ?? [];
const several = computed(() => new Map((shared.value ?? []).map((s) => [s.prop.id, s.differs])));
/** Props that everything selected has; with one thing selected, all of its own. */
const props = computed(() => (shared.value ? shared.value.map((s) => s.prop) : (top.value?.component.contract.props ?? [])));
/** What the thing says, to find icons that go with it. */
const says = computed(() => { const main = top.value ? mainProp(top.value.component.contract.props) : undefined; return main ? String(values.value[main.id] ?? '') : ''; });
/** A row is only drawn again when its own value changes: the wrapped value stays the same object as long as it says the same. */
const wrapped = new Map<string, { readonly value: Json | undefined; readonly written?: Json | undefined }>();
function wrapValue(key: string, value: Json | undefined, own?: Json): { readonly value: Json | undefined; readonly written?: Json | undefined } {
  const known = wrapped.get(key);
  if (known && known.value === value && known.written === own) return known;
  if (wrapped.size > 400) wrapped.clear();
  const made = own === undefined ? { value } : { value, written: own };
  wrapped.set(key, made);
  return made;
}
const NESTED = (n: { component: Component; bound: ReadonlySet<string> }): readonly Prop[] => n.component.contract.props.filter((x) => !n.bound.has(x.id));

const isMine = (t: Target): boolean => (entry.value ? ownKeys.value.some((s) => targetKey(s) === targetKey(t)) : mine.value.has(targetKey(t)));
const writtenAt = (t: Target): Json | undefined => carried.value?.settings.find((s) => targetKey(s) === targetKey(t))?.value;
function attrAt(path: readonly string[], prop: Prop): Json | undefined {
  const c = writtenAt({ at: path, kind: 'attr', name: prop.id });
  if (c !== undefined) return lookValue(prop.id, c, undefined) ?? c;
  const found = stage.world && node.value ? findAt(stage.world, stage.wears, node.value, path) : null;
  return lookValue(prop.id, (found?.part.attrs as Record<string, Json> | undefined)?.[prop.id], boxAt(path)?.node.look);
}

function choose(target: Target, prop: Prop, value: Json, merge: boolean): void {
  const s = stage.screen;
  const w = stage.world;
  if (!s || !w || !written.value) return;
  const steps: Step[] = [...chooseSteps(w, stage.wears, treeOfScreen(s), written.value, target, value, item.value)];
  if (target.at.length === 0 && target.kind === 'prop') for (const o of othersOf(prop)) steps.push(...chooseSteps(w, stage.wearsShown(o.screen), treeOfScreen(o.screen), o.node, { ...target, name: o.prop }, value));
  else if (target.at.length > 0 && stage.countSelected > 1) {
    for (const t of stage.targets) for (const id of t.ids) {
      const n = t.screen.nodes[id];
      if (n?.type === 'instance' && n.id !== written.value.id && n.component === written.value.component) steps.push(...chooseSteps(w, stage.wearsShown(t.screen), treeOfScreen(t.screen), n, target, value));
    }
  }
  doc.act(`Change ${prop.name}${stage.countSelected > 1 ? ` of ${stage.countSelected} things` : ''}`, steps, merge ? `${stage.selectedIds.join()}|${targetKey(target)}|${entry.value?.key ?? ''}` : null);
}
function back(target: Target, name: string): void {
  const s = stage.screen;
  if (s && written.value && stage.world) doc.act(`Put ${name} back to kit`, backToKitSteps(stage.world, stage.wears, treeOfScreen(s), written.value, target, item.value));
}
function allBack(): void {
  const s = stage.screen;
  if (!s || !written.value) return;
  if (stage.countSelected > 1) commands.back();
  else doc.act(`Put ${stage.nameOf(written.value)} back to kit`, allBackSteps(treeOfScreen(s), written.value));
}
/** Hides the selected part of an instance: parts cannot be deleted, they belong to the original. */
commands.onHide(() => {
  if (at.value.length > 0) choose({ at: at.value, kind: 'attr', name: 'visible' }, { id: 'visible', name: 'Shown', kind: 'flag', default: true, description: '' }, false, false);
});
onBeforeUnmount(() => commands.onHide(() => undefined));

// ── plain things: rows, columns, texts, pictures ──
function setPlain(prop: Prop, value: Json, merge: boolean): void {
  const steps = stage.targets.flatMap((t) => t.ids.flatMap((id): Step[] => {
    const n = t.screen.nodes[id];
    if (!n || n.type !== plain.value?.type) return [];
    return [{ do: 'set', tree: treeOfScreen(t.screen), node: id, field: `attrs.${prop.id}`, value: attrValue(prop.id, value) }];
  }));
  doc.act(`Change ${prop.name}`, steps, merge ? `${stage.selectedIds.join()}|${prop.id}` : null);
}
const plainValue = (prop: Prop): Json | undefined => lookValue(prop.id, (plain.value?.attrs as Record<string, Json> | undefined)?.[prop.id], measured.value?.node.look);

const topRef = computed(() => top.value?.ref ?? '');
const calmScreens = computed(() => stage.calmProject?.screens ?? []);
const uses = computed(() => {
  const all = alike(calmScreens.value, stage.wearsShown, topRef.value);
  return { all, screens: new Set(all.map((a) => a.screen)).size };
});
const plural = (n: number, one: string): string => (n === 1 ? `1 ${one}` : `${n.toLocaleString('en-GB')} ${one}s`);
const subject = computed(() => {
  if (!top.value || !stage.world) return '';
  const from = kitOfRef(stage.world, top.value.ref)?.name ?? 'Original in this project';
  if (at.value.length > 0) return `${from}. Part of ${part.value?.owner.name ?? ''}`;
  return `${from}. Used ${uses.value.all.length === 1 ? 'once' : `${uses.value.all.length.toLocaleString('en-GB')} times`} on ${plural(uses.value.screens, 'screen')}`;
});
const flowOf = computed(() => calmScreens.value.find((x) => x.id === stage.screenId)?.flow);
const alikes = computed(() => {
  if (at.value.length > 0 || topRef.value === '') return [];
  const inFlow = new Set(calmScreens.value.filter((x) => x.flow === flowOf.value).map((x) => x.id));
  const { all } = uses.value;
  const counts = [
    { scope: 'screen' as const, name: 'here', n: all.filter((a) => a.screen === stage.screenId).length },
    { scope: 'flow' as const, name: 'in this flow', n: all.filter((a) => inFlow.has(a.screen)).length },
    { scope: 'project' as const, name: 'in all', n: all.length },
  ];
  return counts.filter((a, i) => a.n > 1 && counts.findIndex((b) => b.n === a.n) === i);
});
/** How the same prop stands elsewhere: `3 other values on 12 screens`. */
function elsewhere(prop: Prop): string | undefined {
  if (stage.countSelected > 1 || at.value.length > 0 || !isMine({ at: [], kind: 'prop', name: prop.id }) || prop.kind === 'text') return undefined;
  const w = stage.calmWorld;
  if (!w || !top.value) return undefined;
  const found = otherValues(w, w.project.screens, stage.wearsShown, top.value.ref, prop.id, values.value[prop.id], prop.default);
  return found.values === 0 ? undefined : `${plural(found.values, 'other value')} on ${plural(found.screens, 'screen')}`;
}
const itemOf = computed(() => {
  const e = entry.value;
  const series = e ? stage.screen?.nodes[e.series] : undefined;
  if (series?.type !== 'series' || !doc.shown || !e) return null;
  const all = entriesOf(doc.shown, series);
  return { at: all.findIndex((x) => x.key === e.key) + 1, of: all.length, id: series.id };
});
const yoursCount = computed(() => (entry.value ? ownKeys.value.length : (carried.value?.settings.filter((c) => c.from >= 0).length ?? 0)));
const picture = computed(() => `/api/projects/${doc.id}/screens/${stage.screen?.id ?? ''}`);
const lens = computed(() => (stage.lens ? `lens=${encodeURIComponent(stage.lens)}` : ''));
</script>

<template>
  <section class="pane" aria-label="Details" role="region">
    <template v-if="written && (top || part)">
      <header>
        <h2 class="clip">{{ top ? top.component.name : part?.part.name ?? at.at(-1) }}</h2>
        <p class="note">{{ top ? subject : `Part of ${part?.owner.name}` }}</p>
        <p v-if="stage.countSelected > 1" class="note"><strong>{{ stage.countSelected }} selected{{ stage.targets.length > 1 ? ` on ${stage.targets.length} screens` : '' }}.</strong> What they share changes together.</p>
        <p v-else-if="itemOf" class="note">Item {{ itemOf.at }} of {{ itemOf.of }}; what you choose here is this item’s own. <button class="quiet-link" @click="stage.select([written.id])">All items</button></p>
        <p v-if="top && at.length === 0" class="alike note">Select all alike: <span v-if="alikes.length === 0">there is no other</span><button v-for="a in alikes" :key="a.scope" class="quiet-link" :aria-label="`${a.n} ${a.name}, select all alike`" @click="commands.selectAlike(a.scope)">{{ a.n }} {{ a.name }}</button></p>
      </header>
      <div class="body">
        <template v-if="top">
          <FillRow v-if="at.length === 0 && top.component.role === 'table'" :node="written" :component="top.component" @content="(s) => emit('content', s)" />
          <PropRow v-for="p in props" :key="`${written.id}${top.ref}${p.id}`" :prop="p" :id-base="`d-${written.id}`" :held="wrapValue(`${written.id}/${at.join('/')}|${p.id}`, values[p.id], writtenAt({ at, kind: 'prop', name: p.id }))" :several="several.get(p.id) === true" :yours="isMine({ at, kind: 'prop', name: p.id })" :others="elsewhere(p)" :says="says" :kit="kit" @choose="(v, m) => choose({ at, kind: 'prop', name: p.id }, p, v, m)" @back="back({ at, kind: 'prop', name: p.id }, p.name)" />
          <p v-if="props.length === 0" class="note pad">Nothing that everything selected has in common.</p>
          <PropRow v-for="p in GROUND_PROPS" :key="`${written.id}ground${p.id}`" :prop="p" :id-base="`r-${written.id}`" :held="wrapValue(`${written.id}/${at.join('/')}|ground.${p.id}`, attrAt([...at, top.component.root], p))" :yours="isMine({ at: [...at, top.component.root], kind: 'attr', name: p.id })" :kit="kit" @choose="(v, m) => choose({ at: [...at, top!.component.root], kind: 'attr', name: p.id }, p, v, m)" @back="back({ at: [...at, top!.component.root], kind: 'attr', name: p.id }, p.name)" />
          <PropRow v-for="p in at.length > 0 ? (PART_PROPS.instance ?? []) : []" :key="`${written.id}part${p.id}`" :prop="p" :id-base="`i-${written.id}`" :held="{ value: attrAt(at, p) }" :yours="isMine({ at, kind: 'attr', name: p.id })" :kit="kit" @choose="(v, m) => choose({ at, kind: 'attr', name: p.id }, p, v, m)" @back="back({ at, kind: 'attr', name: p.id }, p.name)" />
          <details v-for="n in nested" :key="n.id"><summary>Inside: {{ n.component.name }}</summary>
            <PropRow v-for="p in NESTED(n)" :key="p.id" :prop="p" :id-base="`n-${n.id}`" :held="wrapValue(`${written.id}/${n.at.join('/')}|${p.id}`, n.values[p.id])" :yours="isMine({ at: n.at, kind: 'prop', name: p.id })" :kit="kit" @choose="(v, m) => choose({ at: n.at, kind: 'prop', name: p.id }, p, v, m)" @back="back({ at: n.at, kind: 'prop', name: p.id }, p.name)" />
          </details>
          <div v-if="slots.length > 0" class="section"><h3>Inside it</h3>
            <p v-for="s in slots" :key="s.slot.id" class="note">{{ s.slot.name }}: {{ s.count === 0 ? 'empty' : plural(s.count, 'thing') }}{{ s.slot.accepts.length > 0 ? `; takes ${s.slot.accepts.join(', ')}` : '; takes anything' }}. {{ s.count === 0 ? 'Click a sample to put something here.' : '' }}</p></div>
        </template>
        <PropRow v-for="p in part && !top ? (PART_PROPS[part.part.type] ?? []) : []" :key="`${at.join()}${p.id}`" :prop="p" :id-base="`p-${written.id}`" :held="{ value: attrAt(at, p) }" :yours="isMine({ at, kind: 'attr', name: p.id })" :kit="kit" @choose="(v, m) => choose({ at, kind: 'attr', name: p.id }, p, attrValue(p.id, v) ?? (p.kind === 'flag' ? true : ''), m)" @back="back({ at, kind: 'attr', name: p.id }, p.name)" />
        <CellsRow v-if="top && at.length === 0 && !entry && top.component.role !== 'table' && stage.countSelected === 1" :node="written" :component="top.component" />
        <RoomRows v-if="at.length === 0 && !entry" />
        <div v-if="yoursCount > 0" class="section between"><strong>{{ yoursCount === 1 ? '1 setting is yours' : `${yoursCount} settings are yours` }}</strong><button v-if="!entry" class="quiet-link" @click="allBack">Put all back</button></div>
        <div v-if="held.length > 0" class="section"><h3>Held</h3><p v-for="(e, i) in held" :key="i" class="note">{{ e.what }}. {{ e.why }}.</p></div>
        <div v-if="waiting.length > 0" class="section"><h3>Parked</h3><p v-for="(e, i) in waiting" :key="i" class="note">{{ e.what }}. {{ e.why }}.</p></div>
      </div>
    </template>
    <template v-else-if="plain">
      <header><h2>{{ commands.nameOf(plain) }}</h2><p class="note">{{ plain.type === 'series' ? 'One thing repeated with an even gap' : 'Plain; belongs to this screen' }}{{ stage.countSelected > 1 ? `. ${stage.countSelected} selected` : '' }}</p></header>
      <div class="body">
        <SeriesRows v-if="plain.type === 'series'" :series="plain" @content="(s) => emit('content', s)" />
        <PropRow v-for="p in PLAIN_PROPS[plain.type] ?? []" :key="`${plain.id}${p.id}`" :prop="p" :id-base="`x-${plain.id}`" :held="{ value: plainValue(p) }" :yours="false" :kit="stage.mainKit" @choose="(v, m) => setPlain(p, v, m)" @back="setPlain(p, null, false)" />
        <RoomRows />
      </div>
    </template>
    <div v-else-if="stage.screen" class="idle">
      <h2 class="clip">{{ stage.screen.name }}</h2>
      <p class="note">{{ stage.screen.width }} px wide, {{ plural(Object.values(stage.screen.nodes).filter((n) => n.type === 'instance').length, 'instance') }}. Select something to see its settings.</p>
      <p><a :href="`${picture}.svg${lens ? `?${lens}` : ''}`" :download="`${stage.screen.name}.svg`">Save as SVG</a></p><p><a :href="`${picture}.png?scale=2${lens ? `&${lens}` : ''}`" :download="`${stage.screen.name}.png`">Save as PNG</a></p>
    </div>
    <p v-else class="idle note">Settings of what you select stand here.</p>
  </section>
</template>

<style scoped>
.pane { border-left: 1px solid var(--line); background: var(--paper); display: flex; flex-direction: column; min-height: 0; min-width: 0; overflow: hidden; }
header { padding: 10px 14px; border-bottom: 1px solid var(--line); display: grid; gap: 2px; }
.alike { display: flex; gap: 8px; flex-wrap: wrap; }
.alike .quiet-link { font-size: 11.5px; }
.body { overflow: hidden auto; padding: 6px 0 20px; }
.pad { padding: 8px 14px; }
.body :deep(.section) { border-top: 1px solid var(--line); padding: 10px 14px; margin-top: 8px; display: grid; gap: 6px; }
.body :deep(.between) { display: flex; justify-content: space-between; }
h3, .body :deep(h3) { font-size: 13px; }
details { border-top: 1px solid var(--line); margin-top: 8px; }
summary { padding: 7px 14px; cursor: pointer; font-weight: 600; }
.idle { padding: 12px 14px; display: grid; gap: 8px; }
a { color: var(--ink); }
</style>
