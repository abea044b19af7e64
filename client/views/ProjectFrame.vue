<script setup lang="ts">
import Button from 'primevue/button';
import Popover from 'primevue/popover';
import Select from 'primevue/select';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { kitRef, modesToSee, shownKit, appliedKitOf } from '../../core/index.js';
import { firstToApply } from '../rebrand/plan.js';
import { useReviewCache } from '../rebrand/reviewCache.js';
import { ROOM } from '../stores/pictures.js';
import { rebrand as rebrandView } from './index.js';
import UnsavedBar from '../parts/UnsavedBar.vue';
import HistoryList from '../parts/HistoryList.vue';
import RevisionBar from '../parts/RevisionBar.vue';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useModes } from '../stores/modes.js';
import { useKitUpdates } from '../stores/kitUpdates.js';
import { useComments } from '../stores/comments.js';
import { useEditor } from '../stores/editor/editor.js';
import { tip } from '../keys/table.js';
import { pageStands } from '../workers/startWorker.js';

const props = defineProps<{ project: string }>();
const doc = useDocument();
const library = useLibrary();
const known = useReviewCache();
const kitUpdates = useKitUpdates();
const editor = useEditor();
const route = useRoute();
const failure = ref('');
const history = ref<InstanceType<typeof Popover> | null>(null);

async function open(): Promise<void> {
  failure.value = '';
  try {
    await Promise.all([library.load(), doc.open(props.project, String(route.params['screen'] ?? ''))]);
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
  }
}
watch(() => props.project, open, { immediate: true });
onBeforeUnmount(() => doc.close());
// Kits that were installed elsewhere, or applied by somebody else, appear without a reload.
const refreshKits = (): void => void library.refresh().catch(() => undefined);
doc.onKitsInstalled(refreshKits);
watch(
  () => (doc.shown?.kits ?? []).filter((ref) => !library.kits.has(ref)).join(),
  (missing) => missing !== '' && library.kits.size > 0 && refreshKits(),
);

/** What the bar says of the project: only another name or count writes it anew. */
const title = computed(() => doc.shown?.name ?? ' ');
const count = computed(() => doc.shown?.screens.length ?? 0);
const isOpen = computed(() => doc.shown !== null && library.kits.size > 0);
const toCompose = computed(() => ({ path: `/p/${props.project}/compose/${editor.screenId}`, query: route.query }));
/** How long a view takes to write its address after it stands: ms. */
const WRITTEN = 60;
watch(isOpen, (on) => on && void nextTick(() => setTimeout(pageStands, WRITTEN)), { immediate: true });
/** Of more screens than this some are looked through ahead; and two workers do it: the second is there before it is wanted. */
const MANY = 24;
/** Rebrand opens at once when it is wanted: its view, and the matching of the kits, are got ready while nothing else is done. */
watch(
  () => isOpen.value && library.worker !== null && doc.id,
  (ready) => {
    if (!ready) return;
    requestIdleCallback(
      () => {
        void rebrandView().catch(() => undefined);
        const project = doc.shown;
        const from = project ? appliedKitOf(project) : undefined;
        const to =
          from === undefined ? undefined : firstToApply(new Map(kitUpdates.offered.map((k) => [kitRef(k), k])), from);
        if (!project || from === undefined || to === undefined || !library.worker) return;
        if (project.screens.length <= MANY) {
          void known.plan(project, from, to).catch(() => undefined);
          return;
        }
        void known.lookAhead(project, from, to).catch(() => undefined);
        if (ROOM) void library.startSecond();
      },
      { timeout: 4000 },
    );
  },
);

const worn = computed(() => {
  const project = editor.ground?.project;
  const first = project?.kits[0];
  return first && project ? library.kits.get(shownKit(project.appliedKits, first)) : undefined;
});
const comments = useComments();
/** To what was said last, to be answered. */
const toSaid = computed(() => ({
  path: `/p/${props.project}/hand-over/comments`,
  query: comments.latest ? { screen: comments.latest.screen, answer: comments.latest.id } : {},
}));
const modes = useModes();
const lenses = computed(() => [
  { ref: '', name: 'no lens' },
  ...kitUpdates.offered.filter((k) => k !== worn.value).map((k) => ({ ref: kitRef(k), name: k.name })),
]);
/** Modes of what is seen, for looking: whatever each screen says. */
const modeChoices = computed(() => {
  const kit = (editor.lens ? library.kits.get(editor.lens) : undefined) ?? worn.value;
  const names = kit ? modesToSee(kit) : [];
  return [{ id: '', name: 'own mode' }, ...names.map((id) => ({ id, name: id }))];
});
</script>

<template>
  <div class="frame" :class="{ whole: route.name === 'try' }">
    <header v-if="route.name !== 'try'" class="ink bar">
      <RouterLink to="/" aria-label="Home"><img src="/mark.svg" alt="" width="26" height="26" /></RouterLink>
      <div class="title">
        <h1 class="clip">{{ title }}</h1>
        <span class="state" role="status" :title="doc.trouble"
          >{{ count }} {{ count === 1 ? 'screen' : 'screens' }}, {{ doc.saveState }}</span
        >
      </div>
      <nav aria-label="Views">
        <RouterLink :to="toCompose" :class="{ on: route.name === 'compose' }">Compose</RouterLink>
        <span v-if="route.name === 'workbench'" class="on" aria-current="page">Workbench</span>
        <RouterLink :to="`/p/${project}/flow`" :class="{ on: route.name === 'flow' }">Flow</RouterLink>
        <RouterLink :to="`/p/${project}/kits`" :class="{ on: route.name === 'project-kits' }">Kits</RouterLink>
        <RouterLink :to="`/p/${project}/rebrand`" :class="{ on: route.name === 'rebrand' }">Rebrand</RouterLink>
        <RouterLink :to="`/p/${project}/hand-over`" :class="{ on: route.name === 'hand-over' }">Hand over</RouterLink
        ><RouterLink
          v-if="comments.open > 0"
          class="said"
          :to="toSaid"
          :title="`${comments.open} open comments: answer the last`"
          :aria-label="`${comments.open} open comments`"
          >{{ comments.open }}</RouterLink
        >
      </nav>
      <span class="gap" />
      <Button
        size="small"
        text
        class="on-ink"
        label="Undo"
        :aria-label="`Undo ${doc.undoName ?? 'nothing'}`"
        :title="doc.undoName ? tip('undo', `Undo ${doc.undoName}`) : 'Nothing to undo'"
        :disabled="!doc.undoName"
        @click="doc.undo()"
      />
      <Button
        size="small"
        text
        class="on-ink"
        label="Redo"
        :aria-label="`Redo ${doc.redoName ?? 'nothing'}`"
        :title="doc.redoName ? tip('redo', `Redo ${doc.redoName}`) : 'Nothing to redo'"
        :disabled="!doc.redoName"
        @click="doc.redo()"
      />
      <Button
        size="small"
        text
        class="on-ink"
        label="History"
        aria-haspopup="dialog"
        @click="history?.toggle($event)"
      />
      <Popover ref="history"><HistoryList /></Popover>
      <span class="wears" :title="`Wears ${worn?.name ?? ''}`"
        ><span class="swatches"><i v-for="s in worn?.swatches" :key="s" :style="{ background: s }" /></span
        ><span class="clip">Wears {{ worn?.name }}</span></span
      >
      <RouterLink
        v-if="kitUpdates.next"
        class="newer"
        :to="`/p/${project}/rebrand?to=${kitRef(kitUpdates.next)}`"
        :title="`${kitUpdates.next.name} ${kitUpdates.next.version} is there: see what it would change`"
        >{{ kitUpdates.next.version }} is there</RouterLink
      >
      <label class="lens"
        ><span>Lens</span>
        <Select
          v-model="editor.lens"
          size="small"
          :options="lenses"
          option-label="name"
          option-value="ref"
          placeholder="no lens"
          aria-label="Lens"
      /></label>
      <Select
        v-if="modeChoices.length > 1"
        v-model="modes.seen"
        class="modes"
        size="small"
        :options="modeChoices"
        option-label="name"
        option-value="id"
        placeholder="own mode"
        aria-label="Mode"
      />
      <RouterLink
        class="tries"
        :to="`/p/${project}/try/${editor.screenId}`"
        :title="tip('tryIt', 'As somebody uses it')"
        >Try it</RouterLink
      >
    </header>
    <div v-if="failure" class="failure" role="alert">
      <p>{{ failure }}</p>
      <Button label="Try again" @click="open" /> <RouterLink to="/">Back to Home</RouterLink>
    </div>
    <p v-else-if="!isOpen" class="opening">Opening …</p>
    <main v-else class="view"><RevisionBar /><UnsavedBar /><RouterView class="inner" /></main>
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-rows: 46px minmax(0, 1fr);
  height: 100%;
}
.frame.whole {
  grid-template-rows: minmax(0, 1fr);
}
.bar {
  display: flex;
  align-items: center;
  gap: 12px;
  background: var(--bar);
  color: var(--on-bar);
  padding: 0 14px;
  min-width: 0;
}
.title {
  display: grid;
  line-height: 1.25;
  max-width: 190px;
  min-width: 120px;
}
.state {
  font-size: 11.5px;
  color: #c7bda9;
  white-space: nowrap;
}
nav {
  display: flex;
  gap: 6px;
  align-self: stretch;
  margin-left: 16px;
}
nav a:not(.said),
nav span {
  color: #e6e0d4;
  text-decoration: none;
  display: flex;
  align-items: center;
  padding: 3px 8px 0;
  border-bottom: 3px solid transparent;
}
nav a.on,
nav span.on {
  color: #fff;
  font-weight: 600;
  border-color: var(--tape);
}
.said {
  align-self: center;
  margin-left: -6px;
  text-decoration: none;
  background: var(--tape);
  color: var(--on-tape);
  border-radius: 8px;
  padding: 0 5px;
  font-size: 11.5px;
}
.gap {
  flex: 1;
}
@media (max-width: 1380px) {
  .bar {
    gap: 8px;
  }
  nav {
    margin-left: 6px;
    gap: 2px;
  }
  /* What it is for stands in it. */
  .lens span:first-child {
    display: none;
  }
}
.wears,
.lens {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
  color: #e6e0d4;
}
/* Where there is little room, the name of the brand gives way first: its colours and its tooltip tell it. */
.wears {
  flex: 0 100 auto;
  min-width: 30px;
  overflow: hidden;
}
.wears .swatches {
  flex: none;
}
.bar > :not(.wears, .gap, .title) {
  flex: none;
}
.swatches {
  display: flex;
  width: 30px;
  height: 14px;
}
.swatches i {
  flex: 1;
}
.on-ink {
  color: #fffdf9 !important;
}
.on-ink:disabled {
  color: #9b9281 !important;
}
.on-ink:not(:disabled):hover {
  background: #4b4438 !important;
}
.failure,
.opening {
  padding: 40px;
  display: grid;
  gap: 12px;
  justify-items: start;
  align-content: start;
}
.view {
  min-height: 0;
  min-width: 0;
  display: grid;
  /* What is said above takes its room, the view all the rest. */
  grid-template-rows: auto auto minmax(0, 1fr);
}
.inner {
  grid-row: 3;
  min-height: 0;
  min-width: 0;
}
h1 {
  font-size: 13px;
}
.tries {
  color: var(--on-tape);
  background: var(--tape);
  border-radius: 4px;
  padding: 4px 10px;
  font-weight: 600;
  text-decoration: none;
  white-space: nowrap;
}
.newer {
  color: var(--on-tape);
  background: var(--tape);
  border-radius: 3px;
  padding: 1px 7px;
  font-size: 12px;
  text-decoration: none;
  white-space: nowrap;
}
.newer:hover {
  text-decoration: underline;
}
</style>
