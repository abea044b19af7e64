<script setup lang="ts">
import { useResizeObserver, useScroll } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { kitRef, type ComponentRef, type PlainPart, type Template } from '../../core/index.js';
import { tip } from '../keys/table.js';
import { useCommands } from '../stores/commands.js';
import { useKitUpdates } from '../stores/kitUpdates.js';
import { useEditor } from '../stores/editor/editor.js';
import BasicParts from './BasicParts.vue';
import FamilySamples from './FamilySamples.vue';
import { usePlaceLine } from './line.js';
import OfferList from './OfferList.vue';
import StarterSamples from './StarterSamples.vue';
import TryOn from './TryOn.vue';
import UsesStrip from './UsesStrip.vue';
import { useOriginals } from '../stores/originals.js';
import { useComponentEditor } from '../stores/componentEditor.js';

/** What can be placed: by the line, by the samples of the kit's families, its starters; and what the selected thing could be. */
defineEmits<{ keys: []; content: [] }>();
const editor = useEditor();
const kitUpdates = useKitUpdates();
const commands = useCommands();
const input = ref<HTMLTextAreaElement | null>(null);
const { line, focused, chosen, plan, offers, take, paste, key, remember } = usePlaceLine(input, (how) => placed(how));

// ── what is shown ──
const TRY = 'Try on';
const STARTERS = 'Starters';
const BASIC = 'Basic parts';
const OWN = 'Own';
const USES = 'Uses';
const componentEditor = useComponentEditor();
const originals = useOriginals();
/** The tab that was chosen; empty: the first family. */
const tab = ref('');
const instance = computed(() =>
  editor.selectedPlace?.at.length === 0 && editor.selectedNode?.type === 'instance' ? editor.selectedNode : undefined,
);
const isInstance = computed(() => instance.value !== undefined);
const families = computed(() => {
  const kit = editor.mainKit;
  return kit ? kit.families.filter((f) => Object.values(kit.components).some((c) => c.family === f)) : [];
});
const hasOwn = computed(() => Object.keys(editor.ground?.project.originals ?? {}).length > 0);
const tabs = computed<readonly string[]>((was) => {
  const now = allTabs();
  return was?.join() === now.join() ? was : now;
});
const allTabs = (): readonly string[] => [
  ...(componentEditor.of !== '' ? [USES] : []),
  ...(isInstance.value ? [TRY] : []),
  ...(hasOwn.value ? [OWN] : []),
  ...families.value,
  BASIC,
  ...(editor.mainKit && editor.mainKit.templates.length > 0 ? [STARTERS] : []),
];
const open = computed(() =>
  tabs.value.includes(tab.value) ? tab.value : componentEditor.of !== '' ? USES : (families.value[0] ?? ''),
);
/** What was just placed from here: while more of the same follows, the family stays open. */
let fresh = '';
watch(
  () => instance.value?.id,
  (id) => {
    if (id && id !== fresh) tab.value = TRY;
    else if (!id && tab.value === TRY) tab.value = '';
  },
  { immediate: true },
);

// ── placing ──
function placed(how: () => boolean): boolean {
  const was = tab.value;
  if (!how()) return false;
  fresh = editor.selectedPlace?.node ?? '';
  tab.value = was === TRY ? '' : was;
  return true;
}
function placeComponent(ref: ComponentRef, name: string): void {
  if (placed(() => commands.placeComponent(ref))) remember([name]);
}
function placePlain(plain: PlainPart, name: string): void {
  if (placed(() => commands.placePlain(plain))) remember([name]);
}
function placeStarter(t: Template): void {
  if (placed(() => commands.placeStarter(t))) remember([t.name]);
}

// ── asked for from outside ──
function focusLine(): void {
  input.value?.focus();
  input.value?.select();
}
const tabRow = ref<HTMLElement | null>(null);
const { arrivedState, measure } = useScroll(tabRow);
useResizeObserver(tabRow, () => measure());
// Behind the frame that shows them: it has been laid out by then.
watch(tabs, () => void requestAnimationFrame(() => setTimeout(measure, 0)), { flush: 'post' });
const more = computed(() => !arrivedState.right);
function tryOn(): void {
  if (instance.value) tab.value = TRY;
}
function nextLens(): void {
  const own = editor.mainKit && editor.lens === '' ? kitRef(editor.mainKit) : '';
  const all = ['', ...kitUpdates.offered.map(kitRef).filter((k) => k !== own)];
  editor.lens = all[(all.indexOf(editor.lens) + 1) % all.length] ?? '';
}
onBeforeUnmount(() => {
  editor.dropPreview = null;
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
      <div ref="tabRow" role="tablist" aria-label="Families" class="tabs" :class="{ more }">
        <button
          v-for="t in tabs"
          :key="t"
          role="tab"
          class="plain tab"
          :aria-selected="open === t"
          :class="{ on: open === t }"
          @click="tab = t"
        >
          {{ t }}
        </button>
      </div>
      <button v-if="open === OWN" class="quiet-link" @click="originals.publishing = true">Publish as kit</button>
      <button class="quiet-link" :title="tip('content')" @click="$emit('content')">Content sets</button>
      <button class="quiet-link" :title="tip('keys', 'What every key does')" @click="$emit('keys')">Keys</button>
      <span class="note kit">Kit: {{ editor.mainKit?.name }}</span>
    </div>
    <OfferList v-show="offers.length > 0" class="samples" :offers="offers" :chosen="chosen" @take="take" />
    <template v-if="offers.length === 0">
      <TryOn v-if="open === TRY && instance" class="samples" :instance="instance" />
      <UsesStrip v-else-if="open === USES" class="samples" />
      <StarterSamples v-else-if="open === STARTERS" class="samples" @place="placeStarter" />
      <BasicParts v-else-if="open === BASIC" class="samples" @place="placePlain" />
      <FamilySamples v-else class="samples" :family="open" :own="open === OWN" @place="placeComponent" />
    </template>
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
  width: clamp(300px, 27vw, 430px);
  flex: none;
  border: 1px solid var(--ink);
  border-radius: 5px;
  padding: 0 9px;
  background: var(--field);
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
  min-width: 150px;
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
/* There are more than fit: they fade out where they go on. */
.tabs.more {
  mask-image: linear-gradient(to left, transparent, #000 28px);
}
.tab {
  padding: 4px 5px;
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
/* The bar on top says what is worn, too. */
@media (width < 1440px) {
  .kit {
    display: none;
  }
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
</style>
