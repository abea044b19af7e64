<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue';
import { arithmetic, kitRef, MISFITS, modesOf, rangeWords, situationsOf } from '../../core/index.js';
import { plural } from '../base/counts.js';
import { useDocument } from '../stores/document/document.js';
import { useSituations } from '../stores/situations.js';
import { useEditor } from '../stores/editor/editor.js';
import { useKitUpdates } from '../stores/kitUpdates.js';
import { MOST_BESIDE, NARROWEST, USUAL, useWidths, WIDEST, type BrandBeside, type Reach } from '../stores/widths.js';

const SituationsDialog = defineAsyncComponent(() => import('./SituationsDialog.vue'));

/** The width at which the screen is seen, some side by side; in which situation; and where changes hold. */
const doc = useDocument();
const situations = useSituations();
const editor = useEditor();
const widths = useWidths();
const kitUpdates = useKitUpdates();
const screen = computed(() => editor.screen);
const here = computed(() => (screen.value ? widths.seenAt(screen.value) : 0));
const open = ref(false);
const unfolded = computed(() => open.value || widths.isOn);
const emit = defineEmits<{ unfolded: [is: boolean] }>();
watch(unfolded, (is) => emit('unfolded', is), { immediate: true });
const lead = computed(
  () =>
    `Seen at its own width, ${here.value} px. See it at others, change it for some only, see it in situations, or in other brands beside itself`,
);
/** Unfolded to type a width at once. */
async function unfold(): Promise<void> {
  open.value = true;
  await nextTick();
  const field = document.querySelector<HTMLInputElement>('[aria-label="Width, px"]');
  field?.focus();
  field?.select();
}
const typed = ref('');
const otherTyped = ref('');
const problem = ref('');
watch(here, (w) => ((typed.value = String(w)), (problem.value = '')), { immediate: true });
function see(w: number): void {
  widths.at = w === screen.value?.width ? null : w;
}
function set(): void {
  const w = arithmetic(typed.value.trim(), here.value);
  if (w === null || w < 40 || w > 10_000) {
    problem.value = `“${typed.value.slice(0, 20)}” is no width; type 40 to 10,000 px.`;
    return;
  }
  problem.value = '';
  see(Math.round(w));
}
const shownBeside = computed(() => new Set(widths.beside));
function toggle(w: number): void {
  widths.beside = shownBeside.value.has(w)
    ? widths.beside.filter((x) => x !== w)
    : [...widths.beside, w].sort((a, b) => a - b);
}
/** Brands to be seen beside it, and the modes of the one it wears. */
const brands = computed<readonly BrandBeside[]>(() => [
  ...kitUpdates.offered.filter((k) => k !== editor.mainKit).map((k) => ({ kit: kitRef(k), mode: '', name: k.name })),
  ...(editor.mainKit ? modesOf(editor.mainKit) : []).map((mode) => ({
    kit: '',
    mode,
    name: mode.charAt(0).toUpperCase() + mode.slice(1),
  })),
]);
const isBeside = (b: BrandBeside): boolean => widths.brands.some((x) => x.kit === b.kit && x.mode === b.mode);
function put(b: BrandBeside): void {
  widths.brands = isBeside(b)
    ? widths.brands.filter((x) => x.kit !== b.kit || x.mode !== b.mode)
    : [...widths.brands, b];
}
/** Situations, and the way to one's own. */
const OWN = '+own';
const dialog = ref(false);
const seenIn = computed(() => [
  { id: '', name: 'as they are' },
  ...(doc.shown ? situationsOf(doc.shown) : []),
  { id: OWN, name: 'Your own situations …' },
]);
function seeIn(id: string): void {
  if (id === OWN) {
    dialog.value = true;
    return;
  }
  situations.seen = id;
}
const REACHES: readonly { readonly id: Reach; readonly name: () => string }[] = [
  { id: 'all', name: () => (editor.situation ? 'everywhere' : 'at every width') },
  { id: 'up', name: () => `only from ${here.value} px up` },
  { id: 'down', name: () => `only up to ${here.value} px` },
  { id: 'between', name: () => 'only between two widths' },
];
const options = computed(() => [
  ...(editor.situation ? [{ id: 'situation' as Reach, name: `only in ${editor.situation.name}` }] : []),
  ...REACHES.map((r) => ({ id: r.id, name: r.name() })),
]);
function choose(to: Reach): void {
  widths.reach = to;
  if (to === 'between' && (widths.other === 0 || widths.other === here.value))
    widths.other = USUAL.map((u) => u.width).find((w) => w > here.value) ?? NARROWEST;
  otherTyped.value = String(widths.other);
}
function setOther(): void {
  const w = arithmetic(otherTyped.value.trim(), widths.other);
  if (w === null || w < 0 || w > 100_000) {
    problem.value = `“${otherTyped.value.slice(0, 20)}” is no width.`;
    return;
  }
  problem.value = '';
  widths.other = Math.round(w);
}
const told = computed(() => {
  const range = screen.value ? widths.range(screen.value, editor.situation) : null;
  return range ? `Changes hold ${rangeWords(range, () => editor.situation?.name ?? '')}.` : '';
});
/** What does not fit at this width. */
const wrong = computed(() => editor.wrong);
const next = ref(0);
function showNext(): void {
  const f = wrong.value[next.value % wrong.value.length];
  next.value++;
  if (f) editor.select([f.key]);
}
</script>

<template>
  <button v-if="screen && !unfolded && !editor.situation" class="plain widths tabular" :title="lead" @click="unfold">
    {{ here }} px wide
  </button>
  <div v-else-if="screen" class="widths" role="group" aria-label="Width of the screen" @pointerdown.stop @wheel.stop>
    <button v-if="!unfolded" class="plain chip tabular" :title="lead" @click="unfold">{{ here }} px wide</button>
    <template v-else>
      <label for="width-slider">Width</label>
      <input
        id="width-slider"
        type="range"
        :min="NARROWEST"
        :max="WIDEST"
        :value="here"
        @input="see(Number(($event.target as HTMLInputElement).value))"
      />
      <InputText
        v-model="typed"
        class="px tabular"
        size="small"
        aria-label="Width, px"
        @change="set"
        @keydown.enter="set"
      />
      <button v-if="widths.at !== null" class="quiet-link" @click="widths.leave()">Back to {{ screen.width }}</button>
      <span class="beside" role="group" aria-label="Side by side">
        <button
          v-for="u in USUAL"
          :key="u.width"
          class="plain chip"
          :class="{ on: shownBeside.has(u.width) }"
          :aria-pressed="shownBeside.has(u.width)"
          :title="`${u.name}, ${u.width} px, beside it`"
          @click="toggle(u.width)"
        >
          {{ u.name }}
        </button>
      </span>
      <span v-if="brands.length > 0" class="beside" role="group" aria-label="Side by side in brands and modes">
        <button
          v-for="b in brands"
          :key="`${b.kit}|${b.mode}`"
          class="plain chip"
          :class="{ on: isBeside(b) }"
          :aria-pressed="isBeside(b)"
          :disabled="!isBeside(b) && widths.brands.length >= MOST_BESIDE"
          :title="`In ${b.name}, beside it: what is changed here is seen there, too`"
          @click="put(b)"
        >
          {{ b.name }}
        </button>
      </span>
    </template>
    <Select
      v-if="editor.screen"
      :model-value="situations.seen"
      :options="seenIn"
      option-label="name"
      option-value="id"
      size="small"
      placeholder="as they are"
      aria-label="Situation"
      class="reach"
      :class="{ only: editor.situation }"
      @update:model-value="seeIn"
    />
    <Select
      :model-value="widths.reach"
      :options="options"
      option-label="name"
      option-value="id"
      size="small"
      aria-label="Changes hold"
      class="reach"
      :class="{ only: widths.reach !== 'all' }"
      @update:model-value="choose"
    />
    <template v-if="widths.reach === 'between'">
      <InputText
        v-model="otherTyped"
        class="px tabular"
        size="small"
        aria-label="The other width, px"
        @change="setOther"
        @keydown.enter="setOther"
      />
    </template>
    <button
      v-if="wrong.length > 0"
      class="quiet-link bad"
      :title="[...new Set(wrong.map((f) => `${f.name} ${MISFITS[f.what]}`))].slice(0, 6).join('; ')"
      @click="showNext"
    >
      {{ plural(wrong.length, 'thing') }} {{ wrong.length === 1 ? 'does' : 'do' }} not fit
    </button>
    <button v-if="unfolded && !widths.isOn" class="quiet-link" @click="open = false">Fold</button>
    <span v-if="problem" class="problem" role="alert">{{ problem }}</span>
    <span class="hidden" role="status">{{ told }}</span>
    <SituationsDialog v-if="dialog" v-model:visible="dialog" @see="(id) => (situations.seen = id)" />
  </div>
</template>

<style scoped>
.widths {
  position: absolute;
  left: 12px;
  bottom: 12px;
  z-index: 7;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
  max-width: calc(100% - 150px);
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 5px;
  padding: 3px 8px;
}
button.widths {
  padding: 3px 9px;
}
input[type='range'] {
  width: 110px;
  accent-color: var(--tape);
}
.px {
  width: 56px;
}
.beside {
  display: flex;
  gap: 2px;
}
.chip {
  padding: 2px 6px;
  border-radius: 4px;
  color: var(--soft);
}
.chip:disabled {
  opacity: 0.5;
}
.chip.on {
  background: var(--wash);
  color: var(--ink);
  font-weight: 600;
}
.reach.only {
  border-color: var(--tape-ink);
  background: var(--tape-soft);
}
.bad,
.problem {
  color: var(--bad);
  font-size: 11.5px;
}
.hidden {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
