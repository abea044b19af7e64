<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import MultiSelect from 'primevue/multiselect';
import ProgressBar from 'primevue/progressbar';
import Select from 'primevue/select';
import { computed, onBeforeUnmount, ref } from 'vue';
import { appliedKitOf, EXPORT_KIND_NAMES, EXPORT_KINDS, kitAt, kitRef, screenOf } from '../../core/index.js';
import { plural } from '../base/counts.js';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useModes } from '../stores/modes.js';
import { useSituations } from '../stores/situations.js';
import { useEditor } from '../stores/editor/editor.js';
import { codeUrl, contentUrl, exportUrl, makeExport, packageUrl } from '../base/handoverApi.js';

/** Files in open formats: of screens, of the mockup as a whole, and of the project with all that it needs. */
const doc = useDocument();
const library = useLibrary();
const editor = useEditor();
const modes = useModes();
const situations = useSituations();
const KINDS = EXPORT_KIND_NAMES.map((id) => ({ id, ...EXPORT_KINDS[id] }));
type Kind = (typeof KINDS)[number];
const scopes = computed(() => [
  { id: 'all', name: `all ${plural(doc.shown?.screens.length ?? 0, 'screen')}` },
  { id: 'this', name: `this screen: ${editor.screen?.name ?? ''}` },
  ...(editor.picked.length > 1 ? [{ id: 'picked', name: `the ${editor.picked.length} screens that are picked` }] : []),
  ...(doc.shown?.flows ?? []).map((f) => ({ id: `flow ${f.id}`, name: `the flow ${f.name}` })),
]);
const scope = ref('all');
const screens = computed<readonly string[]>(() => {
  const all = doc.shown?.screens ?? [];
  if (scope.value === 'this') return editor.screenId ? [editor.screenId] : [];
  if (scope.value === 'picked') return all.filter((s) => editor.picked.includes(s.id)).map((s) => s.id);
  if (scope.value.startsWith('flow ')) return all.filter((s) => s.flow === scope.value.slice(5)).map((s) => s.id);
  return all.map((s) => s.id);
});
const SCALES = [1, 2, 3, 4].map((n) => ({ id: n, name: `${n}x` }));
const scale = ref(2);
const FORMS = [{ id: 'svg', name: 'SVG' }, ...[1, 2, 3, 4].map((n) => ({ id: `${n}x`, name: `PNG ${n}x` }))];
const forms = ref<readonly string[]>(['svg']);
/** How many things are marked, on the screens that are meant. */
const marked = computed(() => {
  const of = new Set(screens.value);
  return (doc.shown?.screens ?? [])
    .filter((s) => of.has(s.id))
    .reduce((n, s) => n + Object.values(s.nodes).filter((x) => x.asset).length, 0);
});
const saysOf = (k: Kind): string =>
  k.id === 'assets'
    ? marked.value === 0
      ? 'Nothing on these screens is marked. Mark things in Details, or in the build sheet.'
      : `${k.says} ${plural(marked.value, 'thing')} now.`
    : `${k.says}${k.of === 'screen' && screens.value.length !== 1 ? ` Now: ${pageName.value}.` : ''}`;
/** What files are called as long as nothing else is said. */
const USUAL = EXPORT_KINDS.svg.pattern;
const pattern = ref(USUAL);
const running = ref<{ readonly kind: string; readonly control: AbortController } | null>(null);
const told = ref({ done: 0, of: 0 });
const problem = ref('');
const ready = ref<{ readonly url: string; readonly name: string; readonly size: string } | null>(null);
const pageOf = computed(() =>
  screens.value.length === 1 ? screens.value[0] : editor.screenId || doc.shown?.screens[0]?.id,
);
const pageName = computed(
  () => (doc.shown && pageOf.value ? screenOf(doc.shown, pageOf.value)?.name : undefined) ?? '',
);
const sized = (bytes: number): string =>
  bytes > 1_000_000 ? `${(bytes / 1_000_000).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1000))} kB`;

async function make(kind: Kind): Promise<void> {
  const control = new AbortController();
  running.value = { kind: kind.id, control };
  told.value = { done: 0, of: 0 };
  problem.value = '';
  ready.value = null;
  try {
    const body = {
      kind: kind.id,
      screens: kind.of === 'screen' ? [pageOf.value] : screens.value,
      ...(kind.options.scale ? { scale: scale.value } : {}),
      ...(kind.options.forms ? { forms: forms.value.length > 0 ? forms.value : ['svg'] } : {}),
      // As long as nothing else is said, each kind names its files itself.
      ...(pattern.value.trim() === '' || pattern.value === USUAL ? {} : { pattern: pattern.value.trim() }),
      ...(editor.lens ? { lens: editor.lens } : {}),
      ...(modes.seen ? { mode: modes.seen } : {}),
      ...(situations.seen ? { in: situations.seen } : {}),
    };
    await makeExport(doc.id, body, control.signal, (t) => {
      if (t.done !== undefined) told.value = { done: t.done, of: t.of ?? 0 };
      if (t.problem !== undefined) problem.value = t.problem;
      if (t.file !== undefined)
        ready.value = { url: exportUrl(doc.id, t.file), name: t.name ?? 'Export', size: sized(t.bytes ?? 0) };
    });
    const { url } = (ready.value as { readonly url: string } | null) ?? { url: '' };
    if (url !== '') fetchFile(url);
  } catch (error) {
    if (!control.signal.aborted) problem.value = error instanceof Error ? error.message : String(error);
  } finally {
    if (running.value?.control === control) running.value = null;
  }
}
function fetchFile(url: string): void {
  const a = document.createElement('a');
  a.href = url;
  a.download = '';
  a.click();
}
function cancel(): void {
  running.value?.control.abort();
  running.value = null;
}
onBeforeUnmount(cancel);
/** What is worn, as files for code. */
const worn = computed(() => {
  const p = doc.shown;
  const ref = p ? appliedKitOf(p, editor.screen) : undefined;
  return p && ref !== undefined ? kitAt({ kits: library.kits }, ref) : undefined;
});
const FOR_CODE = [
  { name: 'Tokens', says: 'In the design tokens community format.', file: 'tokens.json' },
  { name: 'Tokens as CSS', says: 'Custom properties, with those of its modes.', file: 'tokens.css' },
  { name: 'Contracts', says: 'As a custom elements manifest.', file: 'custom-elements.json' },
] as const;
const sets = computed(() => Object.values(doc.shown?.contentSets ?? {}));
</script>

<template>
  <div class="pane">
    <section class="what">
      <h2>Screens</h2>
      <div class="row">
        <label
          >Of
          <Select
            v-model="scope"
            size="small"
            :options="scopes"
            option-label="name"
            option-value="id"
            aria-label="Which screens"
          />
        </label>
        <label title="{number}, {name}, {flow}, {scale} and for pieces {screen} stand for what they say"
          >Files are called
          <InputText v-model="pattern" size="small" maxlength="120" class="called" aria-label="What files are called" />
        </label>
        <label
          >PNG at
          <Select
            v-model="scale"
            size="small"
            :options="SCALES"
            option-label="name"
            option-value="id"
            aria-label="Scale of pictures"
          />
        </label>
        <label title="What icons and assets are made as"
          >Icons, assets as
          <MultiSelect
            v-model="forms"
            size="small"
            :options="FORMS"
            option-label="name"
            option-value="id"
            :show-toggle-all="false"
            :max-selected-labels="2"
            selected-items-label="{0} forms"
            aria-label="What icons and assets are made as"
          />
        </label>
      </div>
      <ul class="kinds">
        <li v-for="k in KINDS" :key="k.id">
          <div>
            <strong>{{ k.name }}</strong>
            <p class="note">{{ saysOf(k) }}</p>
          </div>
          <Button
            size="small"
            severity="secondary"
            outlined
            :label="running?.kind === k.id ? 'Making …' : 'Make'"
            :aria-label="`Make ${k.name}`"
            :disabled="running !== null || screens.length === 0 || (k.id === 'assets' && marked === 0)"
            @click="make(k)"
          />
        </li>
      </ul>
      <div v-if="running" class="progress">
        <ProgressBar
          aria-label="Screens done"
          :mode="told.of === 0 ? 'indeterminate' : 'determinate'"
          :value="told.of === 0 ? 0 : Math.round((told.done / told.of) * 100)"
        />
        <span class="note tabular">{{ told.of === 0 ? 'begins' : `${told.done} of ${told.of}` }}</span>
        <button class="quiet-link" @click="cancel">Cancel</button>
      </div>
      <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
      <p v-if="ready" class="done" role="status">
        {{ ready.name }} is made, {{ ready.size }}. <a :href="ready.url" download>Save it again</a>
      </p>
    </section>
    <section class="what">
      <h2>The project</h2>
      <ul class="kinds">
        <li>
          <div>
            <strong>Package</strong>
            <p class="note">
              The whole project with its kits, fonts and pictures, to be brought in again elsewhere: open, and bit for
              bit.
            </p>
          </div>
          <a class="p-button p-button-outlined p-button-secondary p-button-sm" :href="packageUrl(doc.id)" download
            >Save the package</a
          >
        </li>
      </ul>
    </section>
    <section v-if="sets.length > 0" class="what">
      <h2>Content</h2>
      <ul class="kinds">
        <li v-for="c in sets" :key="c.id">
          <div>
            <strong class="clip">{{ c.name }}</strong>
            <p class="note">{{ plural(c.rows.length, 'row') }}, {{ plural(c.columns.length, 'column') }}.</p>
          </div>
          <span class="acts">
            <a
              v-for="e in ['csv', 'json'] as const"
              :key="e"
              class="p-button p-button-outlined p-button-secondary p-button-sm"
              :href="contentUrl(doc.id, c.id, e)"
              :aria-label="`Save ${c.name} as ${e.toUpperCase()}`"
              download
              >{{ e.toUpperCase() }}</a
            >
          </span>
        </li>
      </ul>
    </section>
    <section v-if="worn" class="what">
      <h2>For code: {{ worn.name }} {{ worn.version }}</h2>
      <ul class="kinds">
        <li v-for="f in FOR_CODE" :key="f.file">
          <div>
            <strong>{{ f.name }}</strong>
            <p class="note">{{ f.says }}</p>
          </div>
          <a
            class="p-button p-button-outlined p-button-secondary p-button-sm"
            :href="codeUrl(kitRef(worn), f.file)"
            :aria-label="`Save ${f.name}`"
            download
            >Save</a
          >
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.pane {
  overflow: auto;
  padding: 20px 24px 40px;
  display: grid;
  gap: 28px;
  align-content: start;
  justify-content: center;
  grid-template-columns: minmax(0, 760px);
}
.what {
  display: grid;
  gap: 10px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 20px;
}
.called {
  width: 150px;
}
.acts {
  display: flex;
  gap: 8px;
}
.row label {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
}
.kinds li {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: center;
  padding: 9px 0;
  border-top: 1px solid var(--line);
}
.kinds :deep(.p-button),
.kinds a {
  flex: none;
}
a.p-button {
  text-decoration: none;
}
.progress {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 12px;
  align-items: center;
}
.bad {
  color: var(--bad);
}
</style>
