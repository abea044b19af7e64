<script setup lang="ts">
import Select from 'primevue/select';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  buildSheet,
  changedThings,
  compareProjects,
  kitAt,
  measuresOf,
  screenOf,
  sheetChanges,
  shownKit,
  appliedKitsOf,
  type Box,
  type Project,
  type CssScope,
  type Screen,
  type Version,
  type World,
} from '../../core/index.js';
import { api } from '../base/api.js';
import { boxOf } from '../stores/pictures.js';
import { handover } from '../base/handoverApi.js';
import ScreenBoard from './ScreenBoard.vue';

/** What is needed to build a screen: measures on pointing, and for a thing its contract, tokens, texts, what it does, and its code. */
const props = defineProps<{
  world: World;
  screen: Screen;
  /** The project whose versions it can be compared with; absent: with none. */
  project?: string;
}>();
/** Something of the screen is, or is not any more, an asset. */
const emit = defineEmits<{ mark: [thing: string, asset: boolean] }>();
const key = ref('');
/** What is chosen, where it is a thing of the screen and may be marked. */
const own = computed(() => (props.project === undefined ? undefined : props.screen.nodes[key.value]));
const overlay = ref('');
const inside = ref(false);
watch(
  () => props.screen.id,
  () => (key.value = overlay.value = ''),
);
const appliedKits = computed(() => appliedKitsOf(props.world.project, props.screen));
/** In whose words a screen is said. */
function saidIn(world: World, screen: Screen): CssScope {
  const worn = appliedKitsOf(world.project, screen);
  const first = world.project.kits[0];
  return {
    world,
    appliedKits: worn,
    main: first === undefined ? undefined : kitAt(world, shownKit(worn, first)),
    mode: screen.mode ?? '',
  };
}
const said = computed(() => saidIn(props.world, props.screen));
const root = computed(() => boxOf(props.world, props.screen, appliedKits.value));
// ── since a version ──
const versions = ref<readonly Version[]>([]);
const since = shallowRef<Version | null>(null);
const then = shallowRef<Project | null>(null);
const failed = ref('');
watch(
  () => props.project,
  async (id) => {
    since.value = then.value = null;
    versions.value = id === undefined ? [] : await handover.versions(id).catch(() => []);
  },
  { immediate: true },
);
async function compareWith(v: Version | null): Promise<void> {
  since.value = v;
  then.value = null;
  failed.value = '';
  if (!v || props.project === undefined) return;
  try {
    const stand = await api.at(props.project, v.revision);
    if (since.value === v) then.value = stand.project;
  } catch (error) {
    if (since.value === v) failed.value = error instanceof Error ? error.message : String(error);
  }
}
const was = computed(() => {
  const project = then.value;
  if (!project) return null;
  const world: World = { project, kits: props.world.kits };
  return { world, screen: screenOf(project, props.screen.id) };
});
const marked = computed(() => (was.value ? [...changedThings(was.value.world, props.screen)] : []));
/** What differs of what is chosen; of the whole screen, where nothing is. */
const changes = computed<readonly string[] | null>(() => {
  const w = was.value;
  if (!w || !sheet.value) return null;
  if (!w.screen) return ['The screen is new'];
  if (key.value === '')
    return compareProjects(w.world, props.world).screens.find((s) => s.id === props.screen.id)?.words ?? [];
  const worn = appliedKitsOf(w.world.project, w.screen);
  return sheetChanges(
    buildSheet(saidIn(w.world, w.screen), w.screen, boxOf(w.world, w.screen, worn), key.value),
    sheet.value,
  );
});

const sheet = computed(() => buildSheet(said.value, props.screen, root.value, key.value || root.value.node.key));
/** A whole thing where it is pressed; a part of it where that is asked for. */
function meant(path: readonly Box[]): string {
  const last = path.at(-1);
  if (inside.value) return last?.node.key ?? '';
  const thing = [...path]
    .reverse()
    .find((b) => b.node.instance && props.screen.nodes[b.node.key.split('/').at(-1) ?? '']);
  return (thing ?? last)?.node.key ?? '';
}
function find(b: Box, k: string): Box | null {
  if (b.node.key === k) return b;
  for (const c of b.children) {
    const got = find(c, k);
    if (got) return got;
  }
  return null;
}
const boxed = (k: string): Box | null => (k === '' ? null : find(root.value, k));
const style = (b: Box, zoom: number): Record<string, string> => ({
  left: `${b.x * zoom}px`,
  top: `${b.y * zoom}px`,
  width: `${b.w * zoom}px`,
  height: `${b.h * zoom}px`,
});
/** How far what is chosen is from what is pointed at: or from what stands around it, when that is nothing else. */
const gaps = computed(() => {
  const one = boxed(key.value);
  const other = boxed(overlay.value);
  if (!one) return [];
  return measuresOf(one, other && other !== one ? [other] : [], root.value);
});
const round = (v: number): string => String(Math.round(v * 10) / 10);
const copied = ref('');
async function copy(what: string, text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    copied.value = what;
  } catch {
    copied.value = '';
  }
  setTimeout(() => (copied.value = ''), 1600);
}
const code = computed(() => {
  const s = sheet.value;
  if (!s) return [];
  return [
    ...(s.element === null ? [] : [{ id: 'element', name: 'As an element', text: s.element }]),
    { id: 'html', name: 'HTML', text: s.html },
    { id: 'css', name: 'CSS', text: s.css },
  ];
});
</script>

<template>
  <div class="build">
    <ScreenBoard
      :world="world"
      :screen="screen"
      :appliedKits="appliedKits"
      @press="(path) => (key = meant(path))"
      @point="(path) => (overlay = meant(path))"
      @leave="overlay = ''"
    >
      <template #default="{ zoom }">
        <template v-for="[id, how] in marked" :key="id"
          ><i v-if="boxed(id)" class="other" :class="how" :style="style(boxed(id)!, zoom)"
        /></template>
        <i v-if="boxed(overlay)" class="over" :style="style(boxed(overlay)!, zoom)" />
        <i v-if="boxed(key)" class="chosen" :style="style(boxed(key)!, zoom)">
          <b>{{ round(boxed(key)!.w) }} × {{ round(boxed(key)!.h) }}</b>
        </i>
        <template v-for="(g, i) in gaps" :key="i">
          <i
            class="gap"
            :style="
              g.axis === 'x'
                ? {
                    left: `${g.from * zoom}px`,
                    top: `${g.at * zoom}px`,
                    width: `${(g.to - g.from) * zoom}px`,
                    height: '1px',
                  }
                : {
                    left: `${g.at * zoom}px`,
                    top: `${g.from * zoom}px`,
                    width: '1px',
                    height: `${(g.to - g.from) * zoom}px`,
                  }
            "
            ><b>{{ round(g.to - g.from) }}</b></i
          >
        </template>
      </template>
    </ScreenBoard>
    <aside v-if="sheet" class="aside" role="region" aria-label="Build sheet">
      <header>
        <h2 class="clip">{{ sheet.name }}</h2>
        <span class="ticks note">
          <label v-if="own" title="It leaves as files of its own"
            ><input type="checkbox" :checked="own.asset === true" @change="emit('mark', own.id, !own.asset)" />
            asset</label
          >
          <label title="Press parts of things, too"><input v-model="inside" type="checkbox" /> parts</label>
        </span>
      </header>
      <p v-if="project !== undefined && versions.length > 0" class="since">
        <Select
          size="small"
          fluid
          show-clear
          :model-value="since"
          :options="[...versions]"
          option-label="name"
          placeholder="Since a version …"
          aria-label="What changed since"
          @update:model-value="compareWith"
        />
      </p>
      <div class="body">
        <section v-if="since" aria-label="What changed" role="region">
          <h3>Changed since {{ since.name }}</h3>
          <p v-if="failed" class="note" role="alert">
            {{ failed }} <button class="quiet-link" @click="compareWith(since)">Try again</button>
          </p>
          <p v-else-if="changes === null" class="note">Comparing …</p>
          <p v-else-if="changes.length === 0" class="note">
            Nothing{{ key === '' ? ' on this screen' : ' of this' }} is different.
          </p>
          <ul v-else class="words">
            <li v-for="(w, i) in changes" :key="i">{{ w }}</li>
          </ul>
        </section>
        <p v-if="sheet.component" class="note">
          {{ sheet.component.name }}, {{ sheet.component.role }}. {{ sheet.component.summary }}
        </p>
        <dl class="box tabular">
          <div>
            <dt>left</dt>
            <dd>{{ round(sheet.at.x) }}</dd>
          </div>
          <div>
            <dt>top</dt>
            <dd>{{ round(sheet.at.y) }}</dd>
          </div>
          <div>
            <dt>wide</dt>
            <dd>{{ round(sheet.at.w) }}</dd>
          </div>
          <div>
            <dt>high</dt>
            <dd>{{ round(sheet.at.h) }}</dd>
          </div>
        </dl>
        <section v-if="sheet.contract.length > 0">
          <h3>Contract</h3>
          <ul>
            <li v-for="c in sheet.contract" :key="c.name" :title="c.description" :class="{ mine: c.chosen }">
              <span class="clip">{{ c.name }}</span><span class="clip">{{ c.value || 'empty' }}</span>
            </li>
          </ul>
          <p v-if="sheet.states.length > 0" class="note">States: {{ sheet.states.join(', ') }}</p>
        </section>
        <section v-if="sheet.values.length > 0">
          <h3>Tokens and values</h3>
          <ul>
            <li v-for="v in sheet.values" :key="v.name">
              <span class="clip">{{ v.name }}</span>
              <span class="clip" :title="v.value"
                ><i v-if="v.colour" class="swatch" :style="{ background: v.colour }" />{{ v.token ?? v.value }}</span
              >
            </li>
          </ul>
        </section>
        <section v-if="sheet.texts.length > 0">
          <h3>Texts</h3>
          <p v-for="(t, i) in sheet.texts.slice(0, 12)" :key="i" class="text">{{ t }}</p>
          <p v-if="sheet.texts.length > 12" class="note">and {{ sheet.texts.length - 12 }} more</p>
        </section>
        <section v-if="sheet.interactions.length + sheet.byItself.length > 0">
          <h3>What it does</h3>
          <p v-for="b in sheet.interactions" :key="b">{{ b }}</p>
          <p v-for="b in sheet.byItself" :key="b" class="note">By itself: {{ b }}</p>
        </section>
        <section v-if="sheet.access">
          <h3>For assistive technology</h3>
          <p>
            {{ sheet.access.role }} “{{ sheet.access.name }}”<template v-if="sheet.access.order"
              >, read as number {{ sheet.access.order }}</template
            >
          </p>
        </section>
        <section v-for="c in code" :key="c.id">
          <h3 class="between">
            {{ c.name }}
            <button class="quiet-link" :aria-label="`Copy ${c.name}`" @click="copy(c.id, c.text)">
              {{ copied === c.id ? 'Copied' : 'Copy' }}
            </button>
          </h3>
          <pre tabindex="0" :aria-label="c.name">{{ c.text }}</pre>
        </section>
      </div>
    </aside>
  </div>
</template>

<style scoped>
.build {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  min-height: 0;
}
.build :deep(.sheet) {
  cursor: crosshair;
}
.over,
.chosen,
.gap {
  position: absolute;
  pointer-events: none;
}
.over {
  outline: 1px dashed #25211a;
}
.other {
  position: absolute;
  pointer-events: none;
  outline: 2px dashed #a8321f;
}
.other.new {
  outline-style: solid;
}
.since {
  padding: 8px 14px;
  border-bottom: 1px solid var(--line);
}
.words li {
  display: block;
  color: var(--ink);
  overflow-wrap: anywhere;
}
.chosen {
  outline: 2px solid #f5b301;
}
.chosen b,
.gap b {
  position: absolute;
  font:
    600 11px/15px 'Schibsted Grotesk Variable',
    sans-serif;
  background: #25211a;
  color: #fffdf9;
  padding: 0 4px;
  border-radius: 3px;
  white-space: nowrap;
}
.chosen b {
  left: 0;
  top: 100%;
  margin-top: 3px;
}
.gap {
  background: #a8321f;
}
.gap b {
  left: 50%;
  top: 50%;
  transform: translate(-50%, -50%);
  background: #a8321f;
}
.between {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  align-items: baseline;
}
.ticks {
  display: flex;
  gap: 12px;
}
header label {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.body {
  overflow: auto;
  padding: 10px 14px 20px;
  display: grid;
  gap: 14px;
  align-content: start;
  grid-template-columns: minmax(0, 1fr);
}
.box {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
}
dt {
  font-size: 11.5px;
  color: var(--soft);
}
dd {
  margin: 0;
  font-weight: 600;
}
h3 {
  font-size: 12px;
  color: var(--soft);
  padding-bottom: 4px;
}
li {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr);
  gap: 10px;
  padding: 2px 0;
  color: var(--soft);
}
li.mine,
section li > :last-child {
  color: var(--ink);
}
li.mine > :last-child {
  font-weight: 600;
}
.swatch {
  display: inline-block;
  width: 11px;
  height: 11px;
  border: 1px solid var(--line-2);
  border-radius: 2px;
  margin-right: 6px;
  vertical-align: -1px;
}
.text {
  overflow-wrap: anywhere;
}
pre {
  margin: 0;
  max-height: 190px;
  overflow: auto;
  background: var(--field);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 8px 10px;
  font:
    11.5px/1.5 ui-monospace,
    monospace;
}
</style>
