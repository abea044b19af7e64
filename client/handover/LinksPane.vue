<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, ref, watch } from 'vue';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import { plural } from '../base/counts.js';
import type { LinkScope, ReviewLink, LinkRight, Version } from '../../core/index.js';
import { handover } from '../base/handoverApi.js';
import { notify } from '../stores/notices.js';

/** Review links: addresses for people who have no other way in, each with what may be done there. */
const doc = useDocument();
const editor = useEditor();
const links = ref<readonly ReviewLink[]>([]);
const versions = ref<readonly Version[]>([]);
const state = ref<'loading' | 'ready' | 'failed'>('loading');
const problem = ref('');
async function load(): Promise<void> {
  try {
    [links.value, versions.value] = await Promise.all([handover.links(doc.id), handover.versions(doc.id)]);
    state.value = 'ready';
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error);
    state.value = 'failed';
  }
}
watch(() => doc.id, load, { immediate: true });

const RIGHTS: readonly { readonly id: LinkRight; readonly name: string }[] = [
  { id: 'comment', name: 'comment' },
  { id: 'try', name: 'try it' },
  { id: 'measure', name: 'measure and take out' },
  { id: 'test', name: 'take part in tests' },
];
const name = ref('');
const rights = ref<LinkRight[]>(['comment', 'try']);
const scope = ref('all');
const at = ref<number | null>(null);
const phrase = ref('');
const ends = ref('');
const making = ref(false);
const scopes = computed(() => [
  { id: 'all', name: 'the whole project' },
  ...(doc.shown?.flows ?? []).map((f) => ({ id: `flow ${f.id}`, name: `the flow ${f.name}` })),
  { id: 'this', name: `this screen: ${editor.screen?.name ?? ''}` },
  ...(editor.picked.length > 1 ? [{ id: 'picked', name: `the ${editor.picked.length} screens that are picked` }] : []),
]);
const states = computed(() => [
  { id: null, name: 'always current' },
  ...versions.value.filter((v) => v.id !== null).map((v) => ({ id: v.revision, name: `as in ${v.name}` })),
]);
const scopeOf = (): LinkScope =>
  scope.value === 'all'
    ? { all: true }
    : scope.value.startsWith('flow ')
      ? { flow: scope.value.slice(5) }
      : { screens: scope.value === 'picked' ? [...editor.picked] : [editor.screenId] };
const today = new Date().toISOString().slice(0, 10);
async function make(): Promise<void> {
  making.value = true;
  try {
    const said = scopes.value.find((s) => s.id === scope.value)?.name ?? '';
    const link = await handover.makeLink(doc.id, {
      name: name.value.trim() || said.charAt(0).toUpperCase() + said.slice(1),
      scope: scopeOf(),
      rights: rights.value,
      revision: at.value,
      phrase: phrase.value,
      // To the end of that day, here.
      endsAt: ends.value === '' ? null : new Date(`${ends.value}T23:59:59`).toISOString(),
    });
    links.value = [link, ...links.value];
    name.value = phrase.value = ends.value = '';
    await copy(link);
  } catch (error) {
    notify(error instanceof Error ? error.message : String(error), true);
  } finally {
    making.value = false;
  }
}
const address = (l: ReviewLink): string => `${location.origin}/r/${l.token}`;
const copied = ref('');
async function copy(l: ReviewLink): Promise<void> {
  const done = await navigator.clipboard.writeText(address(l)).then(
    () => true,
    () => false,
  );
  copied.value = done ? l.id : '';
  setTimeout(() => (copied.value = ''), 1800);
}
async function revoke(l: ReviewLink): Promise<void> {
  try {
    const next = await handover.revoke(doc.id, l.id, l.revokedAt === null);
    links.value = links.value.map((x) => (x.id === l.id ? next : x));
  } catch (error) {
    notify(error instanceof Error ? error.message : String(error), true);
  }
}
const day = (iso: string): string =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
const over = (l: ReviewLink): boolean => l.revokedAt !== null || (l.endsAt !== null && new Date(l.endsAt) < new Date());
function says(l: ReviewLink): string {
  const { scope: s } = l;
  const what =
    'all' in s
      ? 'the whole project'
      : 'flow' in s
        ? `the flow ${doc.shown?.flows.find((f) => f.id === s.flow)?.name ?? 'that is gone'}`
        : plural(s.screens.length, 'screen');
  const version = versions.value.find((v) => v.id !== null && v.revision === l.revision);
  const when =
    l.revision === null ? 'always current' : version ? `as in ${version.name}` : `as at revision ${l.revision}`;
  const may =
    l.rights.length === 0
      ? 'to look at'
      : `to ${RIGHTS.filter((r) => l.rights.includes(r.id))
          .map((r) => r.name)
          .join(', ')}`;
  return [
    what,
    when,
    may,
    ...(l.phrase ? ['with a pass phrase'] : []),
    ...(l.endsAt ? [`until ${day(l.endsAt)}`] : []),
  ].join(', ');
}
</script>

<template>
  <div class="pane">
    <form class="make" @submit.prevent="make">
      <h2>A new link</h2>
      <div class="grid">
        <label
          >Called
          <InputText
            v-model="name"
            size="small"
            maxlength="120"
            placeholder="For whom, or for what"
            aria-label="What the link is called"
        /></label>
        <label
          >Shows
          <Select
            v-model="scope"
            size="small"
            :options="scopes"
            option-label="name"
            option-value="id"
            aria-label="What the link shows"
        /></label>
        <label
          >It is
          <Select
            v-model="at"
            size="small"
            :options="states"
            option-label="name"
            option-value="id"
            placeholder="always current"
            aria-label="State that the link shows"
        /></label>
        <label
          >Pass phrase
          <InputText
            v-model="phrase"
            size="small"
            maxlength="200"
            placeholder="none"
            aria-label="Pass phrase"
            autocomplete="off"
        /></label>
        <label
          >Ends after <InputText v-model="ends" type="date" size="small" :min="today" aria-label="Last day of the link"
        /></label>
      </div>
      <fieldset>
        <legend>Whoever has it may look, and</legend>
        <label v-for="r in RIGHTS" :key="r.id"
          ><input v-model="rights" type="checkbox" :value="r.id" /> {{ r.name }}</label
        >
      </fieldset>
      <Button class="do" type="submit" label="Make the link" :disabled="making" />
    </form>
    <p v-if="state === 'loading'" class="note">Looking them up …</p>
    <p v-else-if="state === 'failed'" class="note" role="alert">
      {{ problem }} <button class="quiet-link" @click="load">Try again</button>
    </p>
    <p v-else-if="links.length === 0" class="note">
      No link yet. Whoever has one sees what you tick, in a browser, without an account.
    </p>
    <ul v-else aria-label="Review links">
      <li v-for="l in links" :key="l.id" :class="{ over: over(l) }">
        <div>
          <strong class="clip">{{ l.name }}</strong>
          <p class="note">{{ says(l) }}</p>
          <a v-if="!over(l)" class="address" :href="address(l)" target="_blank" rel="noopener">{{ address(l) }}</a>
          <p v-else class="note">
            {{ l.revokedAt ? `taken back on ${day(l.revokedAt)}` : 'has ended' }}; it leads nowhere
          </p>
        </div>
        <Button
          v-if="!over(l)"
          size="small"
          severity="secondary"
          outlined
          :label="copied === l.id ? 'Copied' : 'Copy'"
          :aria-label="`Copy the address of ${l.name}`"
          @click="copy(l)"
        />
        <Button
          size="small"
          severity="secondary"
          text
          :label="l.revokedAt ? 'Give again' : 'Take back'"
          :aria-label="`${l.revokedAt ? 'Give again' : 'Take back'} ${l.name}`"
          @click="revoke(l)"
        />
      </li>
    </ul>
  </div>
</template>

<style scoped>
.pane {
  overflow: auto;
  padding: 20px 24px 40px;
  display: grid;
  gap: 20px;
  align-content: start;
  justify-content: center;
  grid-template-columns: minmax(0, 760px);
}
.make {
  display: grid;
  gap: 12px;
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 14px 16px;
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 18px;
}
.grid label {
  display: grid;
  grid-template-columns: 86px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
legend {
  padding: 0 0 4px;
  color: var(--soft);
}
fieldset label {
  display: flex;
  gap: 7px;
  align-items: center;
}
.do {
  justify-self: start;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  padding: 10px 0;
  border-top: 1px solid var(--line);
}
.over strong {
  color: var(--soft);
}
.address {
  color: var(--ink);
  overflow-wrap: anywhere;
  font-size: 12.5px;
}
</style>
