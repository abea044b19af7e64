<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, defineAsyncComponent, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { screenOf, type Comment, type NewComment, type SessionEvent, type World } from '../../core/index.js';
import { ServerProblem } from '../base/api.js';
import { guest, type ReviewContent } from '../base/handoverApi.js';
import CommentBoard from '../handover/CommentBoard.vue';
import { useLibrary } from '../stores/library.js';
import TryScreen from '../tryIt/TryScreen.vue';
import { pageStands } from '../workers/startWorker.js';

const BuildBoard = defineAsyncComponent(() => import('../handover/BuildBoard.vue'));

/** What people see who come by a review link: the screens they were sent, and what they may do with them. */
const route = useRoute();
const router = useRouter();
const library = useLibrary();
const token = computed(() => String(route.params['token'] ?? ''));
const shown = shallowRef<ReviewContent | null>(null);
const comments = shallowRef<readonly Comment[]>([]);
const problem = ref('');
const asksPhrase = ref(false);
const phrase = ref('');
const failure = ref('');

async function open(): Promise<void> {
  problem.value = '';
  try {
    shown.value = await guest.open(token.value);
    asksPhrase.value = false;
    await library.load();
    comments.value = (await guest.comments(token.value)).comments;
    pageStands();
  } catch (error) {
    if (error instanceof ServerProblem && error.code === 'link.phrase') asksPhrase.value = true;
    else problem.value = error instanceof Error ? error.message : String(error);
  }
}
async function enter(): Promise<void> {
  failure.value = '';
  try {
    await guest.enter(token.value, phrase.value);
    await open();
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
  }
}
watch(token, open, { immediate: true });
/** How often is asked whether there is more: ms. */
const ASK = 5000;
const timer = setInterval(() => void look(), ASK);
onBeforeUnmount(() => clearInterval(timer));
async function look(): Promise<void> {
  if (!shown.value || document.visibilityState === 'hidden') return;
  try {
    const got = await guest.comments(token.value);
    comments.value = got.comments;
    // What is always current follows what the designer does; not while somebody walks a test.
    if (shown.value.current && got.revision !== shown.value.revision && !walking.value)
      shown.value = await guest.open(token.value);
  } catch (error) {
    // A link that has ended meanwhile says so; what cannot be reached is tried again.
    if (error instanceof ServerProblem && error.code === 'link.closed') {
      shown.value = null;
      problem.value = error.message;
    }
  }
}

const may = (right: ReviewContent['rights'][number]): boolean => shown.value?.rights.includes(right) ?? false;
const world = computed<World | null>(() =>
  shown.value && library.kits.size > 0 ? { project: shown.value.project, kits: library.kits } : null,
);
const screens = computed(() => (shown.value?.project.screens ?? []).map((s) => ({ id: s.id, name: s.name })));
const screen = computed(() => {
  const p = shown.value?.project;
  return p ? (screenOf(p, String(route.params['screen'] ?? '')) ?? p.screens[0]) : undefined;
});
const goTo = (id: string): void => void router.replace(`/r/${token.value}/${id}`);
function step(by: number): void {
  const all = screens.value;
  const next = all[all.findIndex((s) => s.id === screen.value?.id) + by];
  if (next) goTo(next.id);
}
type Mode = 'look' | 'try' | 'measure' | 'test';
const mode = ref<Mode>('look');
const modes = computed<readonly { readonly id: Mode; readonly name: string }[]>(() => [
  { id: 'look', name: may('comment') ? 'Look and comment' : 'Look' },
  ...(may('try') ? [{ id: 'try' as const, name: 'Try it' }] : []),
  ...(may('measure') ? [{ id: 'measure' as const, name: 'Build sheet' }] : []),
  ...(may('test') && (shown.value?.tests.length ?? 0) > 0 ? [{ id: 'test' as const, name: 'Tests' }] : []),
]);
const said = ref('');
async function say(comment: NewComment): Promise<boolean> {
  said.value = '';
  try {
    const made = await guest.say(token.value, comment);
    comments.value = [...comments.value, made];
    return true;
  } catch (error) {
    said.value = error instanceof Error ? error.message : String(error);
    return false;
  }
}

// ── tests ──
const testing = ref('');
const test = computed(() => shown.value?.tests.find((t) => t.id === testing.value) ?? null);
const agreed = ref(false);
const walking = ref(false);
const thanks = ref('');
let began = 0;
let events: SessionEvent[] = [];
/** More is not recorded. */
const MOST = 2900;
function note(e: Omit<SessionEvent, 'ms'>): void {
  if (walking.value && events.length < MOST) events.push({ ms: Math.round(performance.now() - began), ...e });
}
function begin(): void {
  began = performance.now();
  events = [];
  thanks.value = '';
  walking.value = true;
  note({ kind: 'screen', screen: test.value?.start ?? '' });
}
async function finish(outcome: 'done' | 'given up'): Promise<void> {
  if (!walking.value || !test.value) return;
  walking.value = false;
  try {
    await guest.addSession(token.value, test.value.id, { outcome, took: performance.now() - began, events });
    thanks.value =
      outcome === 'done'
        ? 'That was it. Thank you: it was recorded, without anything that says who you are.'
        : 'Thank you for trying: where it was hard is worth knowing.';
  } catch (error) {
    thanks.value = error instanceof Error ? error.message : String(error);
  }
}
function moved(id: string): void {
  note({ kind: 'screen', screen: id });
  if (id === test.value?.goal) void finish('done');
}
function pressed(at: Omit<SessionEvent, 'ms' | 'kind'>): void {
  note({ kind: 'press', ...at });
}
/** Whoever goes away in the middle has left: that is worth knowing, too. */
function left(): void {
  if (!walking.value || !test.value) return;
  walking.value = false;
  guest.leave(token.value, test.value.id, { outcome: 'left', took: performance.now() - began, events });
}
watch(mode, left);
useEventListener('pagehide', left);
onBeforeUnmount(left);
</script>

<template>
  <div class="review">
    <header class="bar">
      <img src="/mark.svg" alt="Dekkor" width="22" height="22" />
      <h1 class="clip">{{ shown ? `${shown.project.name}: ${shown.name}` : 'Dekkor' }}</h1>
      <template v-if="shown && world">
        <nav aria-label="What you can do">
          <button
            v-for="m in modes"
            :key="m.id"
            class="plain"
            :class="{ on: mode === m.id }"
            :aria-current="mode === m.id ? 'page' : undefined"
            @click="mode = m.id"
          >
            {{ m.name }}
          </button>
        </nav>
        <span class="gap" />
        <template v-if="mode === 'look' || mode === 'measure'">
          <Button
            size="small"
            text
            class="on-ink"
            label="Before"
            :disabled="screens[0]?.id === screen?.id"
            @click="step(-1)"
          />
          <Select
            size="small"
            :model-value="screen?.id"
            :options="screens"
            option-label="name"
            option-value="id"
            aria-label="Screen"
            @update:model-value="goTo"
          />
          <Button
            size="small"
            text
            class="on-ink"
            label="Next"
            :disabled="screens.at(-1)?.id === screen?.id"
            @click="step(1)"
          />
        </template>
      </template>
    </header>
    <main v-if="problem" class="middle" role="alert">
      <p>{{ problem }}</p>
      <Button size="small" severity="secondary" outlined label="Try again" @click="open" />
    </main>
    <main v-else-if="asksPhrase" class="middle">
      <form @submit.prevent="enter">
        <label
          >This link asks for a pass phrase
          <InputText v-model="phrase" type="password" autofocus aria-label="Pass phrase"
        /></label>
        <Button type="submit" label="Open" :disabled="phrase === ''" />
      </form>
      <p v-if="failure" class="bad" role="alert">{{ failure }}</p>
    </main>
    <p v-else-if="!shown || !world || !screen" class="middle note">Opening …</p>
    <main v-else class="view">
      <p v-if="said" class="bad told" role="alert">{{ said }}</p>
      <CommentBoard
        v-if="mode === 'look'"
        :world="world"
        :screen="screen"
        :comments="comments"
        :may="may('comment')"
        :settles="false"
        :say="say"
      />
      <BuildBoard v-else-if="mode === 'measure'" :world="world" :screen="screen" />
      <TryScreen v-else-if="mode === 'try'" :world="world" :asked="screen.id" :marked="false" @leave="mode = 'look'" />
      <div v-else class="tests">
        <aside role="region" aria-label="Tests">
          <ul>
            <li v-for="t in shown.tests" :key="t.id">
              <button class="plain one" :class="{ on: testing === t.id }" :disabled="walking" @click="testing = t.id">
                <strong>{{ t.task }}</strong>
              </button>
            </li>
          </ul>
          <div v-if="test" class="doing">
            <template v-if="!walking">
              <label class="agree"
                ><input v-model="agreed" type="checkbox" /> What I press here, and when, may be recorded. Nothing is
                kept of who I am.</label
              >
              <Button label="Begin" :disabled="!agreed" @click="begin" />
              <p v-if="thanks" role="status">{{ thanks }}</p>
            </template>
            <template v-else>
              <p>
                <strong>{{ test.task }}</strong>
              </p>
              <Button severity="secondary" outlined label="I give up" @click="finish('given up')" />
            </template>
          </div>
        </aside>
        <TryScreen
          v-if="test && walking"
          :key="test.id"
          :world="world"
          :asked="test.start"
          :marked="false"
          @screen="moved"
          @pressed="pressed"
        />
        <p v-else class="middle note">{{ test ? 'It begins when you press Begin.' : 'Choose what to try.' }}</p>
      </div>
    </main>
  </div>
</template>

<style scoped>
.review {
  display: grid;
  grid-template-rows: 46px minmax(0, 1fr);
  height: 100%;
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
h1 {
  font-size: 13px;
  min-width: 0;
}
nav {
  display: flex;
  gap: 4px;
  align-self: stretch;
  flex: none;
}
nav button {
  color: #e6e0d4;
  padding: 3px 8px 0;
  border-bottom: 3px solid transparent;
  border-radius: 0;
}
nav button.on {
  color: #fff;
  font-weight: 600;
  border-color: var(--tape);
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
.middle {
  place-self: center;
  display: grid;
  gap: 12px;
  justify-items: center;
  max-width: 460px;
  padding: 24px;
  text-align: center;
}
form {
  display: flex;
  gap: 10px;
  align-items: end;
}
form label {
  display: grid;
  gap: 4px;
  text-align: left;
}
.view {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}
.view > :last-child {
  grid-row: 2;
  min-height: 0;
}
.bad {
  color: var(--bad);
}
.told {
  padding: 8px 14px;
}
.tests {
  display: grid;
  grid-template-columns: 280px minmax(0, 1fr);
  background: var(--wall);
}
.tests aside {
  background: var(--paper);
  border-right: 1px solid var(--line);
  overflow: auto;
}
.one {
  width: 100%;
  text-align: left;
  padding: 10px 14px;
  border-bottom: 1px solid var(--line);
}
.one.on {
  background: var(--tape-soft);
}
.doing {
  padding: 14px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
.agree {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 8px;
}
</style>
