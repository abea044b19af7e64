<script setup lang="ts">
import Button from 'primevue/button';
import Select from 'primevue/select';
import ToggleSwitch from 'primevue/toggleswitch';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { screenOf, situationsOf, type World } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import FocusOrderPane from '../tryIt/FocusOrderPane.vue';
import TryScreen from '../tryIt/TryScreen.vue';

/** Try it: the mockup in the whole window, with where somebody is and how they came there. */
const doc = useDocument();
const library = useLibrary();
const route = useRoute();
const router = useRouter();
const mockup = ref<InstanceType<typeof TryScreen> | null>(null);
const world = computed<World | null>(() => (doc.shown ? { project: doc.shown, kits: library.kits } : null));
const trying = computed(() => mockup.value?.trying ?? null);
const marked = ref(false);
const ordering = ref(false);
const pointed = ref('');
const spots = computed(() => mockup.value?.spots ?? []);
/** The screen as it is kept, whatever was done while trying. */
const kept = computed(() => (doc.shown && trying.value ? screenOf(doc.shown, trying.value.screen) : undefined));
function setOrder(shown: readonly string[] | null): void {
  // What is not shown now, under a dialog or in another situation, keeps the order it was given.
  const things = shown && [...shown, ...(kept.value?.order ?? []).filter((id) => !shown.includes(id))];
  if (kept.value)
    doc.act(
      things ? `Correct the focus order of ${kept.value.name}` : `Put back the focus order of ${kept.value.name}`,
      [{ do: 'setScreen', screen: kept.value.id, field: 'order', value: things }],
    );
}
const asked = computed(() => String(route.params['screen'] ?? ''));
const situations = computed(() => [
  { id: '', name: 'as it is' },
  ...(doc.shown ? situationsOf(doc.shown) : []).map((s) => ({ id: s.id, name: s.name })),
]);
const way = computed(() => {
  const t = trying.value;
  const name = (id: string): string => (t && screenOf(t.project, id)?.name) || 'a screen that is gone';
  return t ? [...t.history.slice(-3), t.screen].map(name).join(', then ') : '';
});
const leave = (): void => void router.push(`/p/${doc.id}/compose/${trying.value?.screen ?? ''}`);
const follow = (id: string): void => void router.replace({ path: `/p/${doc.id}/try/${id}`, query: route.query });
</script>

<template>
  <div class="try">
    <header class="ink">
      <Button size="small" text class="on-ink" label="Leave" title="Ctrl+Enter" @click="leave" />
      <h1 class="clip">{{ doc.shown?.name }}</h1>
      <span class="way clip" role="status" :title="way">{{ way }}</span>
      <span class="gap" />
      <Button
        size="small"
        text
        class="on-ink"
        label="Back"
        :disabled="(trying?.history.length ?? 0) === 0"
        @click="mockup?.back()"
      />
      <Button
        size="small"
        text
        class="on-ink"
        label="Start again"
        @click="mockup?.begin(trying?.history[0] ?? trying?.screen)"
      />
      <label>Hot spots <ToggleSwitch v-model="marked" aria-label="Hot spots" /></label>
      <label>Order <ToggleSwitch v-model="ordering" aria-label="Focus order" /></label>
      <Select
        :model-value="trying?.situation ?? ''"
        size="small"
        :options="situations"
        option-label="name"
        option-value="id"
        placeholder="as it is"
        aria-label="Situation"
        @update:model-value="(id: string) => mockup?.seeIn(id)"
      />
    </header>
    <div class="work" :class="{ ordering }">
      <TryScreen
        ref="mockup"
        :world="world"
        :asked="asked"
        :marked="marked"
        :numbered="ordering"
        :pointed="pointed"
        @screen="follow"
        @leave="leave"
      />
      <FocusOrderPane
        v-if="ordering"
        :spots="spots"
        :changed="kept?.order !== undefined"
        @order="setOrder"
        @at="(key) => (pointed = key)"
      />
    </div>
  </div>
</template>

<style scoped>
.try {
  display: grid;
  grid-template-rows: 46px minmax(0, 1fr);
  height: 100%;
  background: var(--wall);
}
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  min-height: 0;
}
.work.ordering {
  grid-template-columns: minmax(0, 1fr) 300px;
}
.try > header {
  display: flex;
  gap: 10px;
  align-items: center;
  background: var(--bar);
  color: var(--on-bar);
  padding: 0 14px;
  min-width: 0;
}
.try > header label {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
}
h1 {
  font-size: 13px;
  max-width: 200px;
}
.way {
  min-width: 0;
}
.gap {
  flex: 1;
}
.on-ink {
  color: var(--on-bar) !important;
}
.on-ink:disabled {
  color: #9b9281 !important;
}
</style>
