<script setup lang="ts">
import Select from 'primevue/select';
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import { groundOf, sheetOf, splitRef, valueIn, type Axis, type LookChoice } from '../../core/index.js';
import { plural } from '../base/counts.js';
import { useComponentEditor, type EditScope } from '../stores/componentEditor.js';
import { useDrag } from '../stores/drag.js';
import { useLibrary } from '../stores/library.js';
import { useModes } from '../stores/modes.js';
import { useEditor } from '../stores/editor/editor.js';
import LookCell from './LookCell.vue';

/** All looks of the original at once: one choice down, another across, what remains switched above. */
defineEmits<{ leave: [] }>();
const editor = useEditor();
const componentEditor = useComponentEditor();
const drag = useDrag();
const frame = ref<HTMLElement | null>(null);
const zoom = ref(1);
/** One look alone, larger. */
const alone = ref(false);
/** More looks than this at once are a wall of their own: the sheet shows the first. */
const MOST = 80;

const NONE = { id: '', name: 'none' };
const choices = computed(() => [...componentEditor.axes.map((a) => ({ id: a.id, name: a.name })), NONE]);
const rest = computed(() =>
  componentEditor.axes.filter(
    (a) => alone.value || (a.id !== componentEditor.rows && a.id !== componentEditor.columns),
  ),
);
const across = computed<Axis | undefined>(() => componentEditor.axes.find((a) => a.id === componentEditor.columns));
const down = computed<Axis | undefined>(() => componentEditor.axes.find((a) => a.id === componentEditor.rows));
interface Cell {
  readonly key: string;
  readonly look: LookChoice;
  readonly name: string;
  readonly current: boolean;
  readonly lit: boolean;
}
const cellOf = (look: LookChoice): Cell => ({
  key: componentEditor.axes.map((a) => valueIn(a, look)?.key).join('|'),
  look,
  name:
    componentEditor.axes
      .filter((a) => a.id === componentEditor.rows || a.id === componentEditor.columns)
      .map((a) => `${a.name} ${valueIn(a, look)?.name ?? ''}`)
      .join(', ') || 'As it comes',
  current: componentEditor.axes.every((a) => valueIn(a, look)?.key === valueIn(a, componentEditor.look)?.key),
  lit: componentEditor.lit(look),
});
const rows = computed<readonly { readonly key: string; readonly name: string; readonly cells: readonly Cell[] }[]>(
  () => {
    if (alone.value) return [{ key: 'one', name: '', cells: [cellOf(componentEditor.look)] }];
    let left = MOST;
    return sheetOf(componentEditor.axes, componentEditor.rows, componentEditor.columns, componentEditor.look).flatMap(
      (looks, i) => {
        left -= looks.length;
        if (left < 0) return [];
        return [
          {
            key: down.value?.values[i]?.key ?? 'only',
            name: down.value?.values[i]?.name ?? '',
            cells: looks.map(cellOf),
          },
        ];
      },
    );
  },
);
const many = computed(() => rows.value.reduce((n, r) => n + r.cells.length, 0));
const APPLIES = computed<readonly { readonly id: EditScope; readonly name: string; readonly says: string }[]>(() => [
  { id: 'all', name: 'All looks', says: 'Changes show in every look that has no value of its own' },
  ...(down.value && !alone.value
    ? [
        {
          id: 'row' as const,
          name: 'Its row',
          says: `Only where ${down.value.name} is ${componentEditor.look[down.value.id] ?? ''}`,
        },
      ]
    : []),
  ...(across.value && !alone.value
    ? [{ id: 'column' as const, name: 'Its column', says: `Only where ${across.value.name} is the same` }]
    : []),
  ...(componentEditor.axes.length > 0
    ? [{ id: 'look' as const, name: 'This look', says: 'In this one look only' }]
    : []),
]);
function pick(which: 'rows' | 'columns', id: string): void {
  const other = which === 'rows' ? 'columns' : 'rows';
  if (id !== '' && componentEditor[other] === id) componentEditor[other] = componentEditor[which];
  componentEditor[which] = id;
}

// ── things held over the sheet ──
const cells = new Map<string, InstanceType<typeof LookCell>>();
const unland = drag.lands((x, y) => {
  const f = frame.value?.getBoundingClientRect();
  const screen = editor.screen;
  if (!f || !screen || x < f.left || x > f.right || y < f.top || y > f.bottom) return null;
  for (const row of rows.value)
    for (const cell of row.cells) {
      const drop = cells.get(cell.key)?.landAt(x, y);
      if (drop) {
        if (!cell.current) componentEditor.look = cell.look;
        return { screen, spot: drop.spot, says: drop.says, drop };
      }
    }
  return null;
});
onMounted(() => {
  editor.focusWall = () => frame.value?.focus({ preventScroll: true });
});
onBeforeUnmount(unland);
function ground(event: MouseEvent): void {
  if (!(event.target as HTMLElement).closest('.look, button, input, [role="combobox"]')) editor.select([]);
}
const zoomBy = (by: number): void => void (zoom.value = Math.min(4, Math.max(0.25, zoom.value * by)));
function onWheel(event: WheelEvent): void {
  if (!event.ctrlKey && !event.metaKey) return;
  event.preventDefault();
  zoomBy(Math.exp(-event.deltaY / 300));
}
defineExpose({
  zoomBy,
  all: () => {
    alone.value = false;
    zoom.value = 1;
  },
  one: () => {
    alone.value = true;
    zoom.value = 2;
  },
});
/** What all looks stand on: the page of the kit they are of, or of the one that is worn. */
const library = useLibrary();
const modes = useModes();
const paper = computed(() =>
  groundOf(library.kits.get(splitRef(componentEditor.of).kit) ?? editor.mainKit, modes.seen),
);
</script>

<template>
  <section
    ref="frame"
    class="wall sheet"
    aria-label="Looks"
    role="region"
    tabindex="0"
    @wheel="onWheel"
    @click="ground"
  >
    <header class="head">
      <div class="line">
        <button class="quiet-link" title="Back to the screens (Escape)" @click="$emit('leave')">Screens</button>
        <strong class="clip">{{ componentEditor.component?.name }}</strong>
        <span class="gap" />
        <label v-if="componentEditor.axes.length > 0" class="pick"
          >Down
          <Select
            size="small"
            :model-value="componentEditor.rows"
            :options="choices"
            option-label="name"
            option-value="id"
            aria-label="Down"
            @update:model-value="(v: string) => pick('rows', v)"
        /></label>
        <label v-if="componentEditor.axes.length > 1" class="pick"
          >Across
          <Select
            size="small"
            :model-value="componentEditor.columns"
            :options="choices"
            option-label="name"
            option-value="id"
            aria-label="Across"
            @update:model-value="(v: string) => pick('columns', v)"
        /></label>
        <label class="pick room"
          >Room
          <input
            v-model.number="componentEditor.room"
            type="range"
            min="120"
            max="1280"
            step="8"
            aria-label="Room, px"
          /><span class="note tabular">{{ componentEditor.room }} px</span></label
        >
        <button v-if="componentEditor.axes.length > 0" class="quiet-link" :aria-pressed="alone" @click="alone = !alone">
          {{ alone ? 'All looks' : 'One look' }}
        </button>
      </div>
      <div v-if="componentEditor.axes.length > 0" class="line">
        <div v-if="APPLIES.length > 1" role="radiogroup" aria-label="Changes apply to" class="applies">
          <span class="note">Changes apply to</span>
          <button
            v-for="a in APPLIES"
            :key="a.id"
            role="radio"
            class="plain choice"
            :aria-checked="componentEditor.applies === a.id"
            :class="{ on: componentEditor.applies === a.id }"
            :title="a.says"
            @click="componentEditor.applies = a.id"
          >
            {{ a.name }}
          </button>
        </div>
        <span class="gap" />
        <label v-for="a in rest" :key="a.id" class="pick"
          >{{ a.name }}
          <Select
            size="small"
            :model-value="componentEditor.valueOf(a)"
            :options="[...a.values]"
            option-label="name"
            option-value="key"
            :aria-label="a.name"
            @update:model-value="(v: string) => componentEditor.choose(a.id, v)"
        /></label>
      </div>
    </header>
    <div class="cells" tabindex="0" role="group" aria-label="All looks">
      <table :aria-label="plural(many, 'look')">
        <thead v-if="across && !alone">
          <tr>
            <td v-if="down" />
            <th v-for="v in across.values" :key="v.key" scope="col">{{ v.name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.key">
            <th v-if="down && !alone" scope="row">{{ r.name }}</th>
            <td
              v-for="c in r.cells"
              :key="c.key"
              class="cell"
              :class="{ current: c.current, lit: c.lit }"
              :style="{ background: paper }"
            >
              <span v-if="c.lit" class="says">changes</span>
              <LookCell
                v-if="editor.screen"
                :ref="(el) => (el ? cells.set(c.key, el as InstanceType<typeof LookCell>) : cells.delete(c.key))"
                :screen="editor.screen"
                :look="c.look"
                :name="c.name"
                :current="c.current"
                :zoom="zoom"
                @choose="componentEditor.look = c.look"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.sheet {
  background: var(--wall);
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
  overflow: hidden;
}
.sheet:focus-visible {
  outline-offset: -2px;
}
.head {
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  padding: 6px 14px;
  display: grid;
  gap: 5px;
}
.line {
  display: flex;
  gap: 12px;
  align-items: center;
  min-width: 0;
  min-height: 28px;
  flex-wrap: wrap;
  row-gap: 4px;
}
.gap {
  flex: 1;
}
.pick {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
  color: var(--soft);
}
.room input {
  width: 96px;
  accent-color: var(--ink);
}
.applies {
  white-space: nowrap;
  display: flex;
  gap: 2px;
  align-items: center;
}
.applies .note {
  margin-right: 6px;
}
.choice {
  padding: 3px 8px;
  border-radius: 4px;
  color: var(--soft);
}
.choice.on {
  background: var(--tape-soft);
  color: var(--tape-ink);
  font-weight: 600;
}
.cells {
  overflow: auto;
  padding: 18px;
}
table {
  border-spacing: 0;
  margin: 0 auto;
}
th {
  font-weight: 600;
  color: var(--on-wall);
  padding: 6px 12px;
  text-align: left;
  font-size: 11.5px;
  white-space: nowrap;
}
.cell {
  position: relative;
  padding: 22px 20px;
  vertical-align: middle;
  border: 1px solid var(--line);
}
.cell > :deep(.look) {
  margin: 0 auto;
}
.cell.current {
  box-shadow: inset 0 0 0 1px var(--ink);
}
.says {
  position: absolute;
  top: 2px;
  right: 4px;
  font-size: 11.5px;
  line-height: 16px;
  padding: 0 5px;
  border-radius: 3px;
  background: var(--tape-soft);
  color: var(--tape-ink);
}
</style>
