<script setup lang="ts">
import Select from 'primevue/select';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { screenOf, treeOfScreen, type World } from '../../core/index.js';
import ExportPane from '../handover/ExportPane.vue';
import LinksPane from '../handover/LinksPane.vue';
import VersionsPane from '../handover/VersionsPane.vue';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useComments } from '../stores/comments.js';
import { useEditor } from '../stores/editor/editor.js';

const CommentBoard = defineAsyncComponent(() => import('../handover/CommentBoard.vue'));
const BuildBoard = defineAsyncComponent(() => import('../handover/BuildBoard.vue'));
const TestsPane = defineAsyncComponent(() => import('../handover/TestsPane.vue'));

/** Hand over: what leaves the workshop, to be judged, tried and built. */
const doc = useDocument();
const library = useLibrary();
const editor = useEditor();
const comments = useComments();
const route = useRoute();
const router = useRouter();
const TABS = [
  { id: 'export', name: 'Export' },
  { id: 'links', name: 'Review links' },
  { id: 'comments', name: 'Comments' },
  { id: 'build', name: 'Build sheet' },
  { id: 'tests', name: 'Tests' },
  { id: 'versions', name: 'Versions' },
] as const;
type Tab = (typeof TABS)[number]['id'];
const tab = computed<Tab>(() => TABS.find((t) => t.id === route.params['part'])?.id ?? 'export');
const screen = computed(() => {
  const p = doc.shown;
  return p ? (screenOf(p, String(route.query['screen'] ?? editor.screenId)) ?? p.screens[0]) : undefined;
});
const screens = computed(() =>
  (doc.shown?.screens ?? []).map((s) => {
    const n = comments.openOn.get(s.id) ?? 0;
    return { id: s.id, name: n > 0 && tab.value === 'comments' ? `${s.name}, ${n} open` : s.name };
  }),
);
const goTo = (part: Tab): void => void router.push({ path: `/p/${doc.id}/hand-over/${part}`, query: route.query });
function mark(node: string, asset: boolean): void {
  if (screen.value)
    doc.act(asset ? 'Mark as an asset' : 'Unmark an asset', [
      { do: 'set', tree: treeOfScreen(screen.value), node, field: 'asset', value: asset ? true : null },
    ]);
}
const lookAt = (id: string): void => void router.replace({ query: { ...route.query, screen: id } });
const world = computed<World | null>(() => (doc.shown ? { project: doc.shown, kits: library.kits } : null));

const bySelf = ref(false);
// Where something was said comes first, once, when comments are opened without a screen.
watch(
  [tab, () => comments.comments],
  () => {
    if (tab.value !== 'comments' || bySelf.value || route.query['screen'] !== undefined) return;
    const first = comments.comments.find((c) => c.resolvedAt === null && c.parent === null);
    if (!first) return;
    bySelf.value = true;
    lookAt(first.screen);
  },
  { immediate: true },
);
</script>

<template>
  <div class="handover">
    <header class="tabs">
      <nav aria-label="Hand over">
        <button
          v-for="t in TABS"
          :key="t.id"
          class="plain"
          :class="{ on: tab === t.id }"
          :aria-current="tab === t.id ? 'page' : undefined"
          @click="goTo(t.id)"
        >
          {{ t.name }}<b v-if="t.id === 'comments' && comments.open > 0" class="count">{{ comments.open }}</b>
        </button>
      </nav>
      <Select
        v-if="(tab === 'comments' || tab === 'build') && screen"
        size="small"
        :model-value="screen.id"
        :options="screens"
        option-label="name"
        option-value="id"
        aria-label="Screen"
        @update:model-value="lookAt"
      />
    </header>
    <p v-if="!world || !screen" class="note empty">There is no screen to hand over yet. Add one in Compose.</p>
    <ExportPane v-else-if="tab === 'export'" />
    <LinksPane v-else-if="tab === 'links'" />
    <CommentBoard
      v-else-if="tab === 'comments'"
      :world="world"
      :screen="screen"
      :comments="comments.comments"
      :may="true"
      :settles="true"
      :say="comments.say"
      :answering="String(route.query['answer'] ?? '')"
      @settle="comments.settle"
    />
    <BuildBoard v-else-if="tab === 'build'" :world="world" :screen="screen" :project="doc.id" @mark="mark" />
    <TestsPane v-else-if="tab === 'tests'" :world="world" />
    <VersionsPane v-else />
  </div>
</template>

<style scoped>
.handover {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}
.tabs {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 0 18px;
  height: 44px;
  border-bottom: 1px solid var(--line);
  background: var(--raised);
}
nav {
  display: flex;
  gap: 4px;
  align-self: stretch;
}
nav button {
  padding: 3px 10px 0;
  border-bottom: 3px solid transparent;
  border-radius: 0;
}
nav button.on {
  border-color: var(--tape);
  font-weight: 600;
}
.count {
  margin-left: 6px;
  background: var(--tape);
  color: var(--on-tape);
  border-radius: 8px;
  padding: 0 6px;
  font-size: 12px;
}
.empty {
  padding: 24px;
}
</style>
