<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  compareProjects,
  paint,
  screenOf,
  appliedKitsOf,
  type Project,
  type Screen,
  type Version,
  type World,
} from '../../core/index.js';
import { api } from '../base/api.js';
import { plural } from '../base/counts.js';
import { useDocument } from '../stores/document/document.js';
import { boxOf } from '../stores/pictures.js';
import { useLibrary } from '../stores/library.js';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { handover } from '../base/handoverApi.js';
import { notify } from '../stores/notices.js';

/** Versions: states with a name, and the last of each day; looked at, compared in words and pictures, gone back to. */
const doc = useDocument();
const library = useLibrary();
const versions = ref<readonly Version[]>([]);
const state = ref<'loading' | 'ready' | 'failed'>('loading');
const problem = ref('');
async function load(): Promise<void> {
  try {
    versions.value = await handover.versions(doc.id);
    state.value = 'ready';
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error);
    state.value = 'failed';
  }
}
watch([() => doc.id, () => doc.revision], load, { immediate: true });
const name = ref('');
const naming = ref(false);
/** What is not confirmed yet is waited for: a version holds all that is seen. */
async function keep(): Promise<void> {
  const said = name.value.trim();
  if (said === '') return;
  naming.value = true;
  try {
    for (let n = 0; doc.pending.length > 0 && n < 100; n++) await new Promise((r) => setTimeout(r, 50));
    await handover.nameVersion(doc.id, said, doc.revision);
    name.value = '';
    await load();
  } catch (error) {
    notify(error instanceof Error ? error.message : String(error), true);
  } finally {
    naming.value = false;
  }
}
async function forget(v: Version): Promise<void> {
  if (v.id === null) return;
  try {
    await handover.unnameVersion(doc.id, v.id);
    await load();
    notify(`${v.name} has no name any more. How it was is still in History.`);
  } catch (error) {
    notify(error instanceof Error ? error.message : String(error), true);
  }
}
const when = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' });

// ── compared ──
const chosen = ref<Version | null>(null);
const then = shallowRef<Project | null>(null);
const failed = ref('');
let asked = 0;
async function compare(v: Version): Promise<void> {
  const mine = ++asked;
  chosen.value = v;
  then.value = null;
  failed.value = '';
  at.value = '';
  try {
    const stand = await api.at(doc.id, v.revision);
    if (mine === asked) then.value = stand.project;
  } catch (error) {
    if (mine === asked) failed.value = error instanceof Error ? error.message : String(error);
  }
}
const worlds = computed<{ readonly a: World; readonly b: World } | null>(() =>
  then.value && doc.shown
    ? { a: { project: then.value, kits: library.kits }, b: { project: doc.shown, kits: library.kits } }
    : null,
);
const changes = computed(() => (worlds.value ? compareProjects(worlds.value.a, worlds.value.b) : null));
const at = ref('');
const shownAt = computed(() => at.value || changes.value?.screens[0]?.id || '');
const one = computed(() => changes.value?.screens.find((s) => s.id === shownAt.value) ?? null);
const WIDE = 250;
function picture(world: World, id: string) {
  void library.fontsKnown;
  const s: Screen | undefined = screenOf(world.project, id);
  if (!s) return null;
  const box = boxOf(world, s, appliedKitsOf(world.project, s));
  return { primitives: paint(box), width: s.width, height: box.h, zoom: WIDE / s.width };
}
const before = computed(() => (worlds.value && one.value ? picture(worlds.value.a, one.value.id) : null));
const now = computed(() => (worlds.value && one.value ? picture(worlds.value.b, one.value.id) : null));
const choices = computed(() => (changes.value?.screens ?? []).map((s) => ({ id: s.id, name: `${s.name}, ${s.what}` })));
function goBack(): void {
  const v = chosen.value;
  if (!v) return;
  void doc
    .viewRevision({ revision: v.revision, label: v.name, at: v.at })
    .then(() => doc.restoreRevision(`Go back to ${v.name}`));
}
</script>

<template>
  <div class="versions">
    <aside class="aside before" role="region" aria-label="Versions">
      <form class="name" @submit.prevent="keep">
        <InputText
          v-model="name"
          size="small"
          maxlength="120"
          placeholder="Name how it is now"
          aria-label="Name of a new version"
        />
        <Button size="small" type="submit" label="Keep" :disabled="name.trim() === '' || naming" />
      </form>
      <p v-if="state === 'loading'" class="note pad">Looking them up …</p>
      <p v-else-if="state === 'failed'" class="note pad" role="alert">
        {{ problem }} <button class="quiet-link" @click="load">Try again</button>
      </p>
      <p v-else-if="versions.length === 0" class="note pad">
        Nothing was done yet. What you name here can be compared with and gone back to.
      </p>
      <ul v-else>
        <li
          v-for="v in versions"
          :key="v.id ?? `day ${v.revision}`"
          class="row-of"
          :class="{ on: chosen !== null && chosen.id === v.id && chosen.revision === v.revision }"
        >
          <button class="plain one" @click="compare(v)">
            <strong v-if="v.id" class="clip">{{ v.name }}</strong>
            <span v-else class="clip">{{ v.name }}</span>
            <span class="note">{{ when(v.at) }}</span>
          </button>
          <button v-if="v.id" class="quiet-link" :aria-label="`Forget the name ${v.name}`" @click="forget(v)">
            Forget
          </button>
        </li>
      </ul>
    </aside>
    <section class="compared" role="region" aria-label="What changed since">
      <p v-if="!chosen" class="note pad">
        Choose a version to see what changed since: screen by screen, in words and pictures.
      </p>
      <p v-else-if="failed" class="note pad" role="alert">
        {{ failed }} <button class="quiet-link" @click="compare(chosen)">Try again</button>
      </p>
      <p v-else-if="!changes" class="note pad">Comparing …</p>
      <template v-else>
        <header>
          <h2 class="clip">Since {{ chosen.name }}, {{ when(chosen.at) }}</h2>
          <span class="acts">
            <Button
              size="small"
              severity="secondary"
              outlined
              label="Look at it"
              @click="doc.viewRevision({ revision: chosen.revision, label: chosen.name, at: chosen.at })"
            />
            <Button
              size="small"
              label="Go back to it"
              :disabled="changes.screens.length + changes.rest.length === 0"
              @click="goBack"
            />
          </span>
        </header>
        <p v-if="changes.screens.length + changes.rest.length === 0" class="note pad">Nothing is different.</p>
        <ul v-if="changes.rest.length > 0" class="rest">
          <li v-for="r in changes.rest" :key="r">{{ r }}</li>
        </ul>
        <div v-if="one" class="screen">
          <p class="pick">
            <Select
              size="small"
              :model-value="shownAt"
              :options="choices"
              option-label="name"
              option-value="id"
              aria-label="Screen that is compared"
              @update:model-value="(id: string) => (at = id)"
            />
            <span class="note">{{ plural(changes.screens.length, 'screen differs', 'screens differ') }}</span>
          </p>
          <div class="pair">
            <figure>
              <figcaption class="note">then</figcaption>
              <PictureCanvas v-if="before" v-bind="before" background="#ffffff" still />
              <p v-else class="note none">was not there</p>
            </figure>
            <figure>
              <figcaption class="note">now</figcaption>
              <PictureCanvas v-if="now" v-bind="now" background="#ffffff" still />
              <p v-else class="note none">is not there</p>
            </figure>
            <ul class="words" aria-label="What is different">
              <li v-for="(w, i) in one.words" :key="i">{{ w }}</li>
              <li v-if="one.more > 0" class="note">and {{ plural(one.more, 'more change') }}</li>
            </ul>
          </div>
        </div>
      </template>
    </section>
  </div>
</template>

<style scoped>
.versions {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  min-height: 0;
}
.name {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  padding: 12px 14px;
  border-bottom: 1px solid var(--line);
}
aside ul {
  overflow: auto;
}
aside li {
  display: flex;
  align-items: center;
  padding-right: 14px;
}
.one {
  flex: 1;
  min-width: 0;
  display: grid;
  text-align: left;
  padding: 8px 14px;
}
.pad {
  padding: 14px;
}
.compared {
  overflow: auto;
  display: grid;
  align-content: start;
  gap: 10px;
  padding: 4px 18px 30px;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  padding-top: 10px;
}
.acts {
  display: flex;
  gap: 8px;
  flex: none;
}
.rest,
.words {
  display: grid;
  gap: 4px;
}
.pick {
  display: flex;
  gap: 12px;
  align-items: center;
}
.pair {
  display: grid;
  grid-template-columns: 250px 250px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
  padding-top: 10px;
}
figure {
  margin: 0;
  background: var(--wall);
  padding-bottom: 0;
}
figcaption {
  background: var(--paper);
  padding-bottom: 4px;
}
.none {
  padding: 30px 14px;
}
.words li {
  overflow-wrap: anywhere;
}
</style>
