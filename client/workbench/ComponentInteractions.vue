<script setup lang="ts">
import { computed } from 'vue';
import {
  componentInteractionsOf,
  componentWords,
  readComponentSentence,
  type Json,
  type ComponentInteraction,
} from '../../core/index.js';
import SentenceRows from '../parts/SentenceRows.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';

/** What an original does by itself wherever it is used, as sentences: said here, or as is usual for its role. */
const doc = useDocument();
const componentEditor = useComponentEditor();
const c = computed(() => componentEditor.component);
const usual = computed(() => (c.value && !c.value.interactions ? componentWords(c.value) : []));
const said = computed(() => (c.value?.interactions ? componentWords(c.value) : []));
const read = (text: string): ReturnType<typeof readComponentSentence> =>
  c.value ? readComponentSentence(c.value, text) : { ok: false, problem: '', at: 0, offers: [] };
const set = (label: string, value: readonly ComponentInteraction[] | null): boolean =>
  doc.act(label, [{ do: 'about', tree: componentEditor.tree, field: 'interactions', value: value as unknown as Json }]);
/** Puts a sentence in its row, or at the end; empty takes it away. Says what is wrong where it cannot be read. */
function put(row: number, text: string): string {
  const original = c.value;
  if (!original) return '';
  const got = text.trim() === '' ? null : readComponentSentence(original, text);
  if (got && !got.ok) return got.problem;
  // What is said first goes with what is usual, which is written out by that.
  const all = original.interactions ?? (got ? componentInteractionsOf(original) : []);
  const at = original.interactions ? row : all.length;
  const next = [...all.slice(0, at), ...(got?.ok ? [got.interaction] : []), ...all.slice(at + 1)];
  return set(got ? `Say what ${original.name} does` : 'Take a behaviour away', next)
    ? ''
    : 'It could not be said here.';
}
</script>

<template>
  <div v-if="c" class="section" role="group" aria-label="What it does by itself">
    <div class="between">
      <h3>What it does by itself</h3>
      <button
        v-if="c.interactions"
        class="quiet-link"
        :title="`What is usual for the role ${c.role}`"
        @click="set('Do what is usual', null)"
      >
        As usual
      </button>
      <button
        v-else-if="usual.length > 0"
        class="quiet-link"
        title="Write it out, to change it"
        @click="set('Write out what is usual', componentInteractionsOf(c))"
      >
        Change
      </button>
    </div>
    <p v-for="s in usual" :key="s" class="note">As is usual for its role: {{ s }}.</p>
    <p v-if="c.interactions?.length === 0" class="note">Nothing by itself.</p>
    <SentenceRows
      :of="componentEditor.of"
      :sentences="said"
      hint="when pressed, set … to the opposite"
      name="Own behaviour"
      new-name="Say what it does by itself"
      :read="read"
      :put="put"
    />
  </div>
</template>
