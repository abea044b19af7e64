<script setup lang="ts">
import { refDebounced } from '@vueuse/core';
import { computed } from 'vue';
import {
  aboutThing,
  componentAt,
  componentWords,
  readSentence,
  shownComponent,
  thingNames,
  treeOfScreen,
  writeSentence,
  type Interaction,
  type Json,
  type Node,
  type Step,
} from '../../core/index.js';
import SentenceRows from '../parts/SentenceRows.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** What the selection does, as sentences: written by typing, with what may come next offered; the same for all that are selected. */
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
/** The part of an instance that is selected: what is said is said of it alone. */
const at = computed(() => editor.selectedPlace?.at ?? []);
const node = computed<Node | undefined>(() =>
  at.value.length === 0 || editor.selectedNode?.type === 'instance' ? editor.selectedNode : undefined,
);
const isMeant = (b: Interaction): boolean => (b.part?.at.join('/') ?? '') === at.value.join('/');
const about = computed(() =>
  editor.world && editor.screen && node.value && componentEditor.of === ''
    ? aboutThing(editor.world, editor.screen, node.value.id)
    : null,
);
const list = computed<readonly Interaction[]>(() => (node.value?.interactions ?? []).filter(isMeant));
const sentences = computed(() => (about.value ? list.value.map((b) => writeSentence(about.value!, b)) : []));
/** What it does by itself, whatever is said of it. */
const own = computed(() => {
  const n = at.value.length === 0 ? node.value : undefined;
  const w = editor.ground;
  const c = n?.type === 'instance' && w ? componentAt(w, shownComponent(editor.appliedKits, n.component)) : undefined;
  return c ? componentWords(c) : [];
});
const read = (text: string): ReturnType<typeof readSentence> =>
  about.value ? readSentence(about.value, text) : { ok: false, problem: '', at: 0, offers: [] };
/** What may come next is a thing or a screen: what is pointed at on the Wall is said by its name. */
function point(offers: readonly string[]): ((screen: string, things: readonly string[]) => string | undefined) | null {
  const a = about.value;
  if (!a) return null;
  const names = thingNames(a);
  const screens = new Map(a.world.project.screens.map((s) => [s.id, s.name]));
  const offered = new Set(offers);
  const things = [...names.values()].some((n) => offered.has(n));
  const others = [...screens.values()].some((n) => offered.has(n));
  if (!things && !others) return null;
  return (screen, ids) => {
    const id = things && screen === a.screen.id ? ids.find((i) => names.has(i)) : undefined;
    return id !== undefined ? names.get(id) : others && screen !== a.screen.id ? screens.get(screen) : undefined;
  };
}
/** Puts a sentence in a place of the list, or at its end; empty takes it away. Says what is wrong where it cannot be read. */
function put(row: number, text: string): string {
  const steps: Step[] = [];
  for (const t of editor.targets)
    for (const id of t.ids) {
      const w = editor.world;
      const n = t.screen.nodes[id];
      if (!w || !n) continue;
      const got = text.trim() === '' ? null : readSentence(aboutThing(w, t.screen, id), text);
      if (got && !got.ok) return got.problem;
      const others = (n.interactions ?? []).filter((b) => !isMeant(b));
      const was = (n.interactions ?? []).filter(isMeant);
      const part =
        at.value.length > 0 && n.type === 'instance'
          ? { part: { home: shownComponent(editor.appliedKitsShown(t.screen), n.component), at: at.value } }
          : {};
      const made = got?.ok ? { id: was[row]?.id ?? editor.newId(), ...part, ...got.interaction } : null;
      const next = [...others, ...was.slice(0, row), ...(made ? [made] : []), ...was.slice(row + 1)];
      const value = next.length > 0 ? (next as unknown as Json) : null;
      steps.push({ do: 'set', tree: treeOfScreen(t.screen), node: id, field: 'interactions', value });
    }
  const done = steps.length > 0 && doc.act(text.trim() === '' ? 'Take a behaviour away' : 'Say what it does', steps);
  return done ? '' : 'It could not be said here.';
}
/** What is selected stands before it is said what it does: nothing waits for these fields. */
const settled = refDebounced(
  computed(() => editor.selected),
  160,
);
</script>

<template>
  <div v-if="about && settled === editor.selected" class="section" role="group" aria-label="Behaviour">
    <h3>{{ at.length > 0 ? 'What this part does' : 'What it does' }}</h3>
    <p v-for="o in own" :key="o" class="note">By itself: {{ o }}.</p>
    <SentenceRows
      :of="editor.selected ?? ''"
      :sentences="sentences"
      hint="when pressed, go to …"
      name="Behaviour"
      new-name="Say what it does"
      :read="read"
      :put="put"
      :point="point"
    />
  </div>
</template>
