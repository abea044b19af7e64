<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import ToggleSwitch from 'primevue/toggleswitch';
import { computed, ref, watch } from 'vue';
import {
  arithmetic,
  columnsOf,
  gridAt,
  modesToSee,
  usualGrid,
  type Guide,
  type Json,
  type Screen,
  type ScreenGrid,
  type Step,
} from '../../core/index.js';
import { plural } from '../base/counts.js';
import FieldRow from '../parts/FieldRow.vue';
import { useDocument } from '../stores/document/document.js';
import { useModes } from '../stores/modes.js';
import { useFreeform } from '../stores/freeform.js';
import { useEditor } from '../stores/editor/editor.js';
import { useWidths } from '../stores/widths.js';

/** The screen itself: how large it is, and what it is laid out by. With several screens selected, all of them. */
const props = defineProps<{ screen: Screen }>();
const doc = useDocument();
const editor = useEditor();
const freeform = useFreeform();
const modes = useModes();
const widths = useWidths();
const problem = ref('');
const typed = ref<Record<string, string>>({});
const instances = computed(() => Object.values(props.screen.nodes).filter((n) => n.type === 'instance').length);
const picture = computed(() => `/api/projects/${doc.id}/screens/${props.screen.id}`);
/** What is seen is what is saved: through the lens, and with what lies over the screen. */
const lens = computed(() =>
  [
    ...(editor.lens ? [`lens=${encodeURIComponent(editor.lens)}`] : []),
    ...(modes.seen ? [`mode=${encodeURIComponent(modes.seen)}`] : []),
    ...(editor.situation ? [`in=${encodeURIComponent(editor.situation.id)}`] : []),
    ...(editor.overlay && props.screen.id === editor.screenId ? [`over=${encodeURIComponent(editor.overlay)}`] : []),
  ].join('&'),
);
/** All that are meant: those that are selected as such, or this one. */
const screens = computed(() => (editor.placing.length > 1 ? editor.placing : [props.screen]));

interface Row {
  readonly id: string;
  readonly name: string;
  readonly least: number;
  readonly most: number;
  /** What an empty field means. */
  readonly empty?: string;
  readonly now: (s: Screen) => number | null | undefined;
  readonly to: (
    s: Screen,
    v: number | null,
  ) => { readonly field: 'width' | 'height' | 'grid' | 'base'; readonly value: Json };
}
const gridOf = (s: Screen): ScreenGrid => s.grid ?? usualGrid(s);
/** At which width it is seen, px; and the columns that hold there. */
const seen = (s: Screen): number => (s.id === editor.screenId ? widths.seenAt(s) : s.width);
const holds = (s: Screen): ReturnType<typeof gridAt> => gridAt(gridOf(s), seen(s));
const inGrid = (id: 'count' | 'gutter' | 'margin' | 'width', name: string, least: number, most: number): Row => ({
  id,
  name,
  least,
  most,
  ...(id === 'width' ? { empty: 'shared' } : {}),
  now: (s) => holds(s)[id],
  to: (s, v) => {
    const { from, ...ground } = gridOf(s);
    const here = holds(s);
    const { width: _, ...without } = here;
    const grid = v === null && id === 'width' ? without : { ...here, ...(v === null ? {} : { [id]: v }) };
    const list = from?.map((g) => ({ ...(g.at === here.at ? { ...grid, at: g.at } : g) }));
    const first = here.at === undefined ? grid : ground;
    return { field: 'grid', value: { ...first, ...(list ? { from: list } : {}) } };
  },
});
/** Other columns from the width on at which the screen is seen; or those that hold there no longer. */
function gridFrom(add: boolean): void {
  const at = seen(props.screen);
  const gone = holds(props.screen).at;
  act(add ? `Change the column grid from ${at} px on` : `Take the column grid from ${gone} px on away`, (s) => {
    const { from, ...ground } = gridOf(s);
    const rest = (from ?? []).filter((g) => g.at !== (add ? at : gone)).map((g) => ({ ...g }));
    const list = add ? [...rest, { ...usualGrid({ width: at }), at }].sort((a, b) => a.at - b.at) : rest;
    return { field: 'grid', value: { ...ground, ...(list.length > 0 ? { from: list } : {}) } };
  });
}
const SIZE: readonly Row[] = [
  {
    id: 'w',
    name: 'Width',
    least: 40,
    most: 10_000,
    now: (s) => s.width,
    to: (_s, v) => ({ field: 'width', value: v ?? 390 }),
  },
  {
    id: 'h',
    name: 'Least height',
    least: 40,
    most: 50_000,
    empty: 'follows content',
    now: (s) => s.height,
    to: (_s, v) => ({ field: 'height', value: v }),
  },
];
const GRID: readonly Row[] = [
  inGrid('count', 'Columns', 1, 100),
  inGrid('gutter', 'Gutter', 0, 1000),
  inGrid('margin', 'Margin', 0, 5000),
  inGrid('width', 'Column width', 1, 10_000),
];
const BASE: Row = {
  id: 'base',
  name: 'Step',
  least: 1,
  most: 500,
  now: (s) => s.base,
  to: (_s, v) => ({ field: 'base', value: v }),
};
const ROWS = [...SIZE, ...GRID, BASE];
watch(
  () => [props.screen, screens.value.length, seen(props.screen)],
  () => {
    typed.value = Object.fromEntries(ROWS.map((r) => [r.id, String(r.now(props.screen) ?? '')]));
    problem.value = '';
  },
  { immediate: true },
);
const fits = computed(() => columnsOf(props.screen.grid, seen(props.screen)).length > 0);
function act(
  label: string,
  to: (s: Screen) => { readonly field: 'width' | 'height' | 'grid' | 'base' | 'guides' | 'mode'; readonly value: Json },
): void {
  const steps = screens.value.map((s): Step => ({ do: 'setScreen', screen: s.id, ...to(s) }));
  doc.act(screens.value.length > 1 ? `${label} on ${plural(screens.value.length, 'screen')}` : label, steps);
}
function set(r: Row): void {
  const text = (typed.value[r.id] ?? '').trim();
  const value = text === '' ? null : arithmetic(text, r.now(props.screen) ?? 0);
  const may = text === '' && r.empty !== undefined;
  if (!may && (value === null || !(value >= r.least && value <= r.most))) {
    problem.value = `“${text.slice(0, 30)}” is nothing for ${r.name.toLowerCase()}; type a number from ${r.least} to ${r.most.toLocaleString('en-GB')}${r.empty ? ', or nothing' : ''}.`;
    return;
  }
  problem.value = '';
  if (screens.value.length === 1 && (r.now(props.screen) ?? null) === value) return;
  act(`Change ${r.name.toLowerCase()}`, (s) => r.to(s, value));
}
const toggle = (field: 'grid' | 'base', on: boolean): void =>
  act(
    on
      ? `Show a ${field === 'grid' ? 'column' : 'base'} grid`
      : `Take the ${field === 'grid' ? 'column' : 'base'} grid away`,
    (s) => ({
      field,
      value: on ? (field === 'grid' ? { ...gridOf(s) } : 8) : null,
    }),
  );
const guides = computed(() =>
  [...(props.screen.guides ?? [])].sort((a, b) => a.axis.localeCompare(b.axis) || a.at - b.at),
);
const write = (label: string, list: readonly Guide[]): boolean =>
  doc.act(label, [
    {
      do: 'setScreen',
      screen: props.screen.id,
      field: 'guides',
      value: list.length > 0 ? list.map((g) => ({ ...g })) : null,
    },
  ]);
function setGuide(g: Guide, event: Event): void {
  const field = event.target as HTMLInputElement;
  const at = arithmetic(field.value.trim(), g.at);
  const most = g.axis === 'x' ? props.screen.width : (editor.box?.h ?? 50_000);
  if (at === null || at < 0 || at > most) {
    problem.value = `“${field.value.slice(0, 30)}” is no place on this screen; type a number from 0 to ${Math.round(most)}.`;
    field.value = String(g.at);
    return;
  }
  problem.value = '';
  if (at !== g.at)
    write(
      'Move the guide',
      (props.screen.guides ?? []).map((x) => (x.id === g.id ? { ...x, at } : x)),
    );
}
const addGuide = (axis: 'x' | 'y'): boolean =>
  write('Add a guide', [
    ...(props.screen.guides ?? []),
    {
      id: editor.newId(),
      axis,
      at: Math.round((axis === 'x' ? props.screen.width : (props.screen.height ?? 800)) / 2),
    },
  ]);
const removeGuide = (g: Guide): boolean =>
  write(
    'Take the guide away',
    (props.screen.guides ?? []).filter((x) => x.id !== g.id),
  );
/** The same guides on the other screens of the flow that are as wide. */
const alike = computed(() =>
  (doc.shown?.screens ?? []).filter((s) => s.id !== props.screen.id && s.width === props.screen.width),
);
function copyGuides(): void {
  doc.act(
    `Copy guides to ${plural(alike.value.length, 'screen')}`,
    alike.value.map((s): Step => ({
      do: 'setScreen',
      screen: s.id,
      field: 'guides',
      value: (props.screen.guides ?? []).map((g) => ({ ...g })),
    })),
  );
}
/** The mode of the kit that these screens always have; the kit's own when none is chosen. */
const modeChoices = computed(() => {
  const names = editor.mainKit ? modesToSee(editor.mainKit) : [];
  const now = props.screen.mode;
  const all = now !== undefined && !names.includes(now) ? [...names, now] : names;
  return [{ id: '', name: 'as the kit is' }, ...all.map((id) => ({ id, name: id }))];
});
function setMode(mode: string): void {
  act(mode === '' ? 'See it as the kit is' : `See it in ${mode}`, () => ({ field: 'mode', value: mode || null }));
}
</script>

<template>
  <header>
    <h2 class="clip">{{ screens.length > 1 ? plural(screens.length, 'screen') : screen.name }}</h2>
    <p class="note">
      {{ screen.width }} px wide, {{ plural(instances, 'instance') }}. Select something to see its settings.
    </p>
    <p class="note links">
      <a :href="`${picture}.svg${lens ? `?${lens}` : ''}`" :download="`${screen.name}.svg`">Save as SVG</a>
      <a :href="`${picture}.png?scale=2${lens ? `&${lens}` : ''}`" :download="`${screen.name}.png`">Save as PNG</a>
    </p>
  </header>
  <div class="body">
    <div class="part">
      <FieldRow v-for="r in SIZE" :key="r.id" :name="r.name" :field="`screen-${r.id}`">
        <InputText
          :id="`screen-${r.id}`"
          v-model="typed[r.id]"
          size="small"
          :placeholder="r.empty"
          @change="set(r)"
          @keydown.enter="set(r)"
        />
      </FieldRow>
      <FieldRow v-if="modeChoices.length > 1" name="Mode" field="screen-mode">
        <Select
          input-id="screen-mode"
          size="small"
          fluid
          :model-value="screen.mode ?? ''"
          :options="modeChoices"
          option-label="name"
          option-value="id"
          placeholder="as the kit is"
          @update:model-value="setMode"
        />
      </FieldRow>
    </div>
    <div class="section">
      <div class="between">
        <h3 id="grid-head">Column grid</h3>
        <ToggleSwitch
          :model-value="screen.grid !== undefined"
          aria-labelledby="grid-head"
          @update:model-value="(on: boolean) => toggle('grid', on)"
        />
      </div>
      <template v-if="screen.grid">
        <FieldRow v-for="r in GRID" :key="r.id" :name="r.name" :field="`screen-${r.id}`">
          <InputText
            :id="`screen-${r.id}`"
            v-model="typed[r.id]"
            size="small"
            :placeholder="r.empty"
            @change="set(r)"
            @keydown.enter="set(r)"
          />
        </FieldRow>
        <p class="note">
          {{
            holds(screen).at !== undefined
              ? `These hold from ${holds(screen).at} px on.`
              : (screen.grid.from?.length ?? 0) > 0
                ? `These hold below ${screen.grid.from?.[0]?.at} px.`
                : 'These hold at every width.'
          }}
          <button
            v-if="holds(screen).at === undefined || holds(screen).at !== seen(screen)"
            class="quiet-link"
            @click="gridFrom(true)"
          >
            Others from {{ seen(screen) }} px on
          </button>
          <button v-if="holds(screen).at !== undefined" class="quiet-link" @click="gridFrom(false)">
            Take these away
          </button>
        </p>
        <p v-if="!fits" class="problem">These columns do not fit into {{ seen(screen) }} px.</p>
        <label class="check"
          ><input v-model="freeform.shows.columns" type="checkbox" /> Shown, and things snap to it</label
        >
      </template>
    </div>
    <div class="section">
      <div class="between">
        <h3 id="base-head">Base grid</h3>
        <ToggleSwitch
          :model-value="screen.base !== undefined"
          aria-labelledby="base-head"
          @update:model-value="(on: boolean) => toggle('base', on)"
        />
      </div>
      <template v-if="screen.base !== undefined">
        <FieldRow :name="BASE.name" field="screen-base">
          <InputText
            id="screen-base"
            v-model="typed['base']"
            size="small"
            @change="set(BASE)"
            @keydown.enter="set(BASE)"
          />
        </FieldRow>
        <label class="check"
          ><input v-model="freeform.shows.base" type="checkbox" /> Shown, and things snap to it</label
        >
      </template>
    </div>
    <div class="section">
      <h3>Guides</h3>
      <div
        v-for="g in guides"
        :key="g.id"
        class="guide"
        role="group"
        :aria-label="g.axis === 'x' ? 'Guide down' : 'Guide across'"
      >
        <label :for="`guide-${g.id}`">{{ g.axis === 'x' ? 'From the left' : 'From the top' }}</label>
        <InputText
          :id="`guide-${g.id}`"
          :default-value="String(g.at)"
          :key="g.at"
          size="small"
          @change="setGuide(g, $event)"
        />
        <button class="quiet-link" @click="removeGuide(g)">Take away</button>
      </div>
      <p class="note links">
        <button class="quiet-link" @click="addGuide('x')">Add one down</button>
        <button class="quiet-link" @click="addGuide('y')">Add one across</button>
        <button v-if="guides.length > 0 && alike.length > 0" class="quiet-link" @click="copyGuides">
          Copy to {{ plural(alike.length, 'screen') }} as wide
        </button>
      </p>
      <label v-if="guides.length > 0" class="check"
        ><input v-model="freeform.shows.guides" type="checkbox" /> Shown, and things snap to them</label
      >
    </div>
    <p v-if="problem" class="problem pad" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.part {
  padding: 8px 14px 2px;
  display: grid;
  gap: 6px;
}
.guide {
  display: grid;
  grid-template-columns: 100px minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
}
.guide :deep(input) {
  min-width: 0;
  width: 100%;
}
a {
  color: var(--ink);
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.check {
  display: flex;
  gap: 7px;
  align-items: center;
}
.check input {
  accent-color: var(--tape);
}
.problem {
  color: var(--bad);
  font-size: 11.5px;
}
.pad {
  padding: 0 14px;
}
</style>
