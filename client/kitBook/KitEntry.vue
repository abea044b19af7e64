<script setup lang="ts">
import Button from 'primevue/button';
import Select from 'primevue/select';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  entryIn,
  entryOn,
  kitRef,
  componentWords,
  appliedKitsOf,
  PROP_KINDS,
  type Component,
  type Kit,
  type OnScreen,
  type Override,
  type World,
} from '../../core/index.js';
import { api, type Listed, type UsedIn } from '../base/api.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import DocsPage from '../originals/DocsPage.vue';
import SampleCard from '../shelf/SampleCard.vue';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { sampleOf } from '../stores/samples.js';
import { useEditor } from '../stores/editor/editor.js';
import { useSlices } from '../canvas/timeSlices.js';
import type { Entry } from './entry.js';

/** An entry of a kit, looked at: how it looks in each of its ways, what it is for, where it is used; placed from here. */
const props = defineProps<{
  kit: Kit;
  entry: Entry;
  /** The project it is opened in; empty: none. */
  project: string;
  mode: string;
  world: World;
}>();
const emit = defineEmits<{ close: [] }>();
const doc = useDocument();
const editor = useEditor();
const library = useLibrary();
const commands = useCommands();
const router = useRouter();
const ref_ = computed(() => kitRef(props.kit));
const component = computed<Component | undefined>(() =>
  props.entry.kind === 'component' ? props.kit.components[props.entry.id] : undefined,
);
const byItself = computed(() => (component.value ? componentWords(component.value) : []));
const template = computed(() =>
  props.entry.kind === 'template' ? props.kit.templates.find((t) => t.id === props.entry.id) : undefined,
);
const KINDS = { component: '', token: 'Token', style: 'Text style', icon: 'Icon', template: 'Starter' } as const;
const name = computed(() => {
  const { kind, id } = props.entry;
  return (
    component.value?.name ??
    template.value?.name ??
    (kind === 'style' ? props.kit.textStyles[id]?.name : kind === 'icon' ? props.kit.icons[id]?.name : undefined) ??
    id
  );
});

// ── its looks ──
interface Look {
  readonly key: string;
  readonly says: string;
  readonly overrides: readonly Override[];
}
/** So many looks are drawn. */
const MOST = 24;
const looks = computed<readonly Look[]>(() => {
  const c = component.value;
  if (!c) return [];
  const home = `${ref_.value}/${c.id}`;
  const all = c.contract.props.flatMap((p): Look[] => {
    const kind = PROP_KINDS[p.kind];
    const ways = (kind.alternatives(p) ?? []).map((value) => [value, kind.words?.(p, value) ?? String(value)] as const);
    return ways
      .filter(([value]) => value !== p.default)
      .map(([value, says]) => ({
        key: `${p.id} ${String(value)}`,
        says: `${p.name}: ${says}`,
        overrides: [{ home, at: [], kind: 'prop', name: p.id, value }],
      }));
  });
  return [{ key: '', says: 'as it is', overrides: [] }, ...all].slice(0, MOST);
});
const byKey = computed(() => new Map(looks.value.map((l) => [l.key, l])));
const drawn = useSlices(
  () => (void [props.kit, component.value, props.mode, library.fontsKnown], looks.value.map((l) => l.key)),
  (key) => {
    const c = component.value;
    const look = byKey.value.get(key);
    if (!c || !look) return null;
    const node = {
      id: 'look',
      type: 'instance' as const,
      attrs: {},
      component: `${ref_.value}/${c.id}`,
      overrides: look.overrides,
      fills: [],
    };
    return sampleOf(props.world, node.component, 260, [], node, undefined, props.mode);
  },
);

// ── where it is used ──
const inKit = computed(() => entryIn(props.kit, props.entry.kind, props.entry.id).filter((n) => n !== name.value));
const here = computed<readonly OnScreen[]>(() => {
  const p = doc.shown;
  return props.project !== '' && p
    ? entryOn(p, (s) => appliedKitsOf(p, s), props.kit, props.entry.kind, props.entry.id)
    : [];
});
const elsewhere = ref<readonly UsedIn[] | null>(null);
const failure = ref('');
let asked = 0;
async function ask(): Promise<void> {
  const mine = ++asked;
  elsewhere.value = null;
  failure.value = '';
  if (props.entry.kind === 'template') return void (elsewhere.value = []);
  try {
    const got = await api.kitUses(ref_.value, props.entry);
    if (mine === asked) elsewhere.value = got.filter((p) => p.id !== props.project);
  } catch (error) {
    if (mine === asked) failure.value = error instanceof Error ? error.message : String(error);
  }
}
watch([() => props.entry.id, () => props.entry.kind, ref_], ask, { immediate: true });
const total = (list: readonly OnScreen[]): number => list.reduce((n, s) => n + s.count, 0);
const words = (list: readonly OnScreen[]): string =>
  `${total(list) === 1 ? 'once' : plural(total(list), 'time')} on ${plural(list.length, 'screen')}`;
const nowhere = computed(() => here.value.length === 0 && elsewhere.value?.length === 0 && inKit.value.length === 0);
const link = (project: string, s: OnScreen): string =>
  `/p/${project}/compose/${encodeURIComponent(s.screen)}?sel=${encodeURIComponent(s.node)}`;
/** So many screens of one project are listed. */
const FEW = 12;

// ── placing it ──
const docs = ref(false);
const canPlace = computed(
  () =>
    component.value !== undefined ||
    ((template.value !== undefined || props.entry.kind === 'icon') && props.kit === editor.mainKit),
);
const onto = computed(() => editor.screen?.name ?? '');
const projects = ref<readonly Listed[]>([]);
if (props.project === '')
  api
    .projects()
    .then((all) => (projects.value = all.filter((p) => !p.deletedAt && p.problem === null)))
    .catch(() => undefined);
function place(): void {
  const { id, kind } = props.entry;
  const at = (() => {
    if (component.value) return commands.placeComponent(`${ref_.value}/${id}`);
    if (kind === 'icon') return commands.placeIcon(props.kit.icons[id]?.name ?? id, id);
    return template.value ? commands.placeStarter(template.value) : false;
  })();
  if (at)
    void router.push({
      path: `/p/${props.project}/compose/${editor.screenId}`,
      query: { sel: editor.selection.join(',') },
    });
}
</script>

<template>
  <aside class="entry" :aria-label="name" role="region">
    <header>
      <div>
        <h2>{{ name }}</h2>
        <p class="note">
          <template v-if="component"
            >{{ component.role }}, {{ component.family.toLowerCase() }};
            {{ plural(component.contract.states.length, 'state') }}</template
          ><template v-else>{{ KINDS[entry.kind] }}</template>
        </p>
      </div>
      <button class="quiet-link" aria-label="Close this entry" @click="emit('close')">Close</button>
    </header>
    <div class="body">
      <p v-if="component?.summary || template?.summary">{{ component?.summary ?? template?.summary }}</p>
      <div class="acts">
        <Button
          v-if="project !== '' && canPlace"
          size="small"
          :label="onto === '' ? 'Place it' : `Place it on ${onto}`"
          @click="place"
        />
        <Select
          v-else-if="project === '' && (component || template) && projects.length > 0"
          :model-value="null"
          size="small"
          :options="[...projects]"
          option-label="name"
          option-value="id"
          placeholder="Place it in a project"
          aria-label="Place it in a project"
          @update:model-value="(id: string) => router.push(`/p/${id}/kits/${ref_}?of=${entry.kind}/${entry.id}`)"
        />
        <Button
          v-if="component"
          size="small"
          severity="secondary"
          outlined
          :label="`About ${component.name}`"
          @click="docs = true"
        />
        <RouterLink v-if="project !== '' && component" :to="`/p/${project}/workbench/${ref_}/${component.id}`"
          >Open the original</RouterLink
        >
      </div>

      <section aria-label="Where it is used">
        <h3>Where it is used</h3>
        <p v-if="failure" class="bad">{{ failure }} <button class="quiet-link" @click="ask">Try again</button></p>
        <template v-if="here.length > 0">
          <p>In this project {{ words(here) }}</p>
          <ul>
            <li v-for="s in here.slice(0, FEW)" :key="s.screen">
              <RouterLink :to="link(project, s)">{{ s.name }}</RouterLink>
              <span class="note tabular">{{ s.count }}</span>
            </li>
            <li v-if="here.length > FEW" class="note">and {{ here.length - FEW }} more screens</li>
          </ul>
        </template>
        <p v-else-if="project !== '' && entry.kind !== 'template'" class="note">Not on a screen of this project.</p>
        <template v-for="p in elsewhere ?? []" :key="p.id">
          <p>{{ p.name }}, {{ words(p.screens) }}</p>
          <ul>
            <li v-for="s in p.screens.slice(0, FEW)" :key="s.screen">
              <RouterLink :to="link(p.id, s)">{{ s.name }}</RouterLink>
              <span class="note tabular">{{ s.count }}</span>
            </li>
            <li v-if="p.screens.length > FEW" class="note">and {{ p.screens.length - FEW }} more screens</li>
          </ul>
        </template>
        <p v-if="elsewhere === null && !failure" class="note">Looking through the projects …</p>
        <p v-if="inKit.length > 0">
          In {{ kit.name }} itself:
          <span class="note"
            >{{ inKit.slice(0, 30).join(', ') }}{{ inKit.length > 30 ? ` and ${inKit.length - 30} more` : '' }}</span
          >
        </p>
        <p v-if="nowhere" class="note">Used nowhere yet.</p>
      </section>

      <section v-if="component" aria-label="Looks">
        <h3>Looks</h3>
        <div class="looks">
          <SampleCard v-for="l in looks" :key="l.key" as="div" :sample="drawn.get(l.key)" :name="l.says" />
        </div>
      </section>
      <section v-if="component" aria-label="Contract">
        <h3>Contract</h3>
        <dl>
          <template v-for="p in component.contract.props" :key="p.id">
            <dt>
              {{ p.name }} <span class="note">{{ p.kind }}{{ p.means ? `, ${p.means.replace(/-/gu, ' ')}` : '' }}</span>
            </dt>
            <dd class="note">{{ p.description }}</dd>
          </template>
          <template v-for="s in component.contract.slots" :key="s.id">
            <dt>{{ s.name }} <span class="note">slot</span></dt>
            <dd class="note">{{ s.description }}</dd>
          </template>
        </dl>
      </section>
      <section v-if="component && byItself.length > 0" aria-label="What it does by itself">
        <h3>What it does by itself</h3>
        <p v-for="s in byItself" :key="s" class="note">{{ s }}</p>
      </section>
    </div>
    <AppDialog v-if="component" v-model:visible="docs" :header="`About ${component.name}`" :width="620">
      <DocsPage :text="component.docs ?? ''" :kit="kit" :world="world">
        <p class="note">{{ component.summary }} It has no docs page.</p>
      </DocsPage>
    </AppDialog>
  </aside>
</template>

<style scoped>
.entry {
  border-left: 1px solid var(--line);
  background: var(--paper);
  display: flex;
  flex-direction: column;
  min-height: 0;
  contain: strict;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: start;
  padding: 12px 16px;
  border-bottom: 1px solid var(--line);
}
.body {
  overflow: auto;
  padding: 12px 16px 30px;
  display: grid;
  gap: 14px;
  align-content: start;
}
section,
ul {
  display: grid;
  gap: 5px;
}
ul {
  padding-left: 10px;
  border-left: 2px solid var(--line);
}
li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
}
a {
  color: var(--ink);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.looks {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  grid-auto-rows: 116px;
  gap: 10px;
}
.looks :deep(.sample) {
  width: 100%;
}
dl {
  display: grid;
  gap: 2px;
}
dt {
  margin-top: 5px;
}
.bad {
  color: var(--bad);
}
</style>
