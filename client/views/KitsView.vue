<script setup lang="ts">
import Button from 'primevue/button';
import { useEventListener } from '@vueuse/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { countUses, emptyProject, kitRef, splitRef, appliedKitsOf, type Kit, type World } from '../../core/index.js';
import { api } from '../base/api.js';
import InstallDialog from '../kitBook/InstallDialog.vue';
import KitBook from '../kitBook/KitBook.vue';
import KitEntry from '../kitBook/KitEntry.vue';
import { provideEntry, readEntry } from '../kitBook/entry.js';
import AppearanceChoice from '../parts/AppearanceChoice.vue';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { pageStands } from '../workers/startWorker.js';

/** Every installed kit as a book of samples, by itself or inside a project: what is in it, where it is used, what can be said of it. */
const library = useLibrary();
const doc = useDocument();
const editor = useEditor();
const route = useRoute();
const router = useRouter();
const failure = ref('');
async function load(): Promise<void> {
  failure.value = '';
  try {
    await library.load();
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
  }
}
onMounted(() => {
  pageStands();
  void load();
});
/** The project that it is opened in; empty: none. */
const project = computed(() => String(route.params['project'] ?? ''));
const base = computed(() => (project.value === '' ? '/kits' : `/p/${project.value}/kits`));
const kits = computed(() => [...library.kits.values()].map((k) => ({ ref: kitRef(k), kit: k })));
const asked = computed(() => String(route.params['kit'] ?? ''));
/** What the project shows first: what it wears. */
const worn = computed(() => {
  const p = project.value === '' ? null : doc.shown;
  return p?.appliedKits[0]?.shows ?? p?.kits[0] ?? '';
});
const kit = computed<Kit | undefined>(
  () => library.kits.get(asked.value) ?? library.kits.get(worn.value) ?? kits.value[0]?.kit,
);
const unknown = computed(() =>
  asked.value !== '' && kits.value.length > 0 && !library.kits.has(asked.value) ? asked.value : '',
);
const world = computed<World | null>(() =>
  kit.value ? { project: emptyProject('book', 'Book', kitRef(kit.value)), kits: library.kits } : null,
);
const mode = ref('');
// What is placed from here goes on the screen that is worked on; before any was, on the first.
watch(
  () => (project.value === '' ? null : doc.shown?.screens),
  (screens) => {
    if (screens && !screens.some((s) => s.id === editor.screenId)) editor.screenId = screens[0]?.id ?? '';
  },
  { immediate: true },
);

// ── an entry that is open, in the address ──
const open = computed(() => {
  const of = readEntry(String(route.query['of'] ?? ''));
  const k = kit.value;
  if (!of || !k) return null;
  const there =
    of.kind === 'component'
      ? of.id in k.components
      : of.kind === 'token'
        ? of.id in k.tokens
        : of.kind === 'style'
          ? of.id in k.textStyles
          : of.kind === 'icon'
            ? of.id in k.icons
            : k.templates.some((t) => t.id === of.id);
  return there ? of : null;
});
provideEntry({
  open,
  show: (of) => {
    const { of: _of, ...query } = route.query;
    void router.replace({
      path: `${base.value}/${kit.value ? kitRef(kit.value) : ''}`,
      query: { ...query, ...(of ? { of: `${of.kind}/${of.id}` } : {}) },
    });
  },
});
const close = (): void => {
  const { of: _of, ...query } = route.query;
  void router.replace({ query });
};
useEventListener('keydown', (e: KeyboardEvent) => {
  if (e.key === 'Escape' && open.value && !document.querySelector('.p-dialog, .p-select-overlay')) close();
});

// ── how often it is used ──
const everywhere = shallowRef<Readonly<Record<string, number>> | null>(null);
let counting = 0;
watch(
  [() => (kit.value ? kitRef(kit.value) : ''), project],
  async ([ref]) => {
    const mine = ++counting;
    everywhere.value = null;
    if (ref === '' || project.value !== '') return;
    const got = await api.kitUses(ref).catch(() => []);
    if (mine !== counting) return;
    const sum: Record<string, number> = {};
    for (const p of got) for (const [id, n] of Object.entries(p.counts)) sum[id] = (sum[id] ?? 0) + n;
    everywhere.value = sum;
  },
  { immediate: true },
);
const counts = computed<Readonly<Record<string, number>> | null>(() => {
  const p = doc.shown;
  const k = kit.value;
  if (project.value === '' || !p || !k) return everywhere.value;
  const own = kitRef(k);
  return Object.fromEntries(
    Object.entries(countUses(p.screens, (s) => appliedKitsOf(p, s))).flatMap(([ref, n]) =>
      splitRef(ref).kit === own ? [[splitRef(ref).id, n]] : [],
    ),
  );
});

// ── installing: chosen, or dragged in ──
const installing = ref(false);
const files = shallowRef<readonly File[]>([]);
const over = ref(false);
function drop(event: DragEvent): void {
  over.value = false;
  const dropped = [...(event.dataTransfer?.files ?? [])];
  if (dropped.length === 0) return;
  files.value = dropped;
  installing.value = true;
}
</script>

<template>
  <div
    class="book"
    :class="{ inside: project !== '', entry: open, over }"
    @dragover.prevent="over = true"
    @dragleave.self="over = false"
    @drop.prevent="drop"
  >
    <header v-if="project === ''" class="ink">
      <RouterLink to="/" class="home" aria-label="Home"
        ><img src="/mark.svg" alt="" width="26" height="26"
      /></RouterLink>
      <strong>Kits</strong><AppearanceChoice />
    </header>
    <nav aria-label="Installed kits">
      <RouterLink
        v-for="k in kits"
        :key="k.ref"
        :to="`${base}/${k.ref}`"
        :class="{ on: kit && kitRef(kit) === k.ref }"
        :aria-current="kit && kitRef(kit) === k.ref ? 'page' : undefined"
      >
        <span class="swatches"><i v-for="s in k.kit.swatches" :key="s" :style="{ background: s }" /></span>
        <strong class="clip">{{ k.kit.name }}</strong><span class="note"
          >{{ k.kit.version }}{{ k.ref === worn ? ', worn' : '' }}</span
        >
      </RouterLink>
      <p v-if="kits.length === 0 && !failure" class="note">Opening the kits …</p>
      <div v-else class="more">
        <Button
          size="small"
          severity="secondary"
          outlined
          label="Install kits"
          @click="((files = []), (installing = true))"
        />
        <p class="note">or drag packages in here</p>
      </div>
    </nav>
    <KitBook
      v-if="kit && world"
      :key="kitRef(kit)"
      v-model:mode="mode"
      :kit="kit"
      :world="world"
      :counts="counts"
      :base="base"
      :inside="project !== ''"
    >
      <p v-if="unknown" class="failure" role="alert">
        {{ unknown }} is not installed; this is {{ kit.name }}. Install it from its package.
      </p>
    </KitBook>
    <main v-else-if="failure">
      <p class="failure" role="alert">{{ failure }} <button class="quiet-link" @click="load">Try again</button></p>
    </main>
    <KitEntry
      v-if="kit && world && open"
      :kit="kit"
      :entry="open"
      :project="project"
      :mode="mode"
      :world="world"
      @close="close"
    />
    <InstallDialog v-if="installing" v-model:visible="installing" :files="files" />
  </div>
</template>

<style scoped>
.book {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / 232px minmax(0, 1fr);
}
.book.inside {
  grid-template-rows: minmax(0, 1fr);
}
.book.entry {
  grid-template-columns: 232px minmax(0, 1fr) 320px;
}
.book.over {
  outline: 3px solid var(--tape);
  outline-offset: -3px;
}
header {
  grid-column: 1 / -1;
  display: flex;
  gap: 10px;
  align-items: center;
  background: var(--bar);
  color: var(--on-bar);
  padding: 10px 16px;
  font-size: 15px;
}
.home {
  display: grid;
}
nav {
  border-right: 1px solid var(--line);
  overflow: auto;
  padding: 10px 0;
}
nav a {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  padding: 7px 14px;
  color: var(--ink);
  text-decoration: none;
}
nav a:hover {
  background: var(--wash);
}
nav a.on {
  background: var(--tape-soft);
  box-shadow: inset 3px 0 0 var(--tape);
}
nav > p {
  padding: 8px 14px;
}
.more {
  display: grid;
  gap: 4px;
  justify-items: start;
  padding: 12px 14px;
}
.swatches {
  display: flex;
  height: 20px;
  border: 1px solid var(--line);
  border-radius: 3px;
  overflow: hidden;
}
.swatches i {
  flex: 1;
}
.failure {
  background: var(--bad-soft);
  border: 1px solid var(--bad);
  color: var(--bad);
  padding: 10px 14px;
  border-radius: 6px;
}
</style>
