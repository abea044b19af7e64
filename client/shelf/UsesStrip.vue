<script setup lang="ts">
import { useElementSize, useScroll } from '@vueuse/core';
import { computed, ref } from 'vue';
import {
  componentAt,
  keepsItsOwn,
  screensShowing,
  usesOf,
  type ComponentRef,
  type InstanceNode,
} from '../../core/index.js';
import { count, plural } from '../base/counts.js';
import SampleCard from './SampleCard.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';
import { useSlices } from '../canvas/timeSlices.js';
import { useLibrary } from '../stores/library.js';
import { sampleOf } from '../stores/samples.js';

/** Where the original is used: live, with the overrides of each use. A click goes there. */
const editor = useEditor();
const componentEditor = useComponentEditor();
const library = useLibrary();
const originals = useOriginals();
/** So many are listed; the rest is counted. */
const MOST = 60;
const strip = ref<HTMLElement | null>(null);
const { x } = useScroll(strip);
const { width } = useElementSize(strip);
/** How much room what is told at the left takes, and each card with its gap: px. */
const TOLD = 214;
const CARD = 162;
/** Only those in sight are drawn: each edit draws all of them again. */
const inSight = computed(() => {
  const from = Math.max(0, Math.floor((x.value - TOLD) / CARD) - 1);
  return shown.value.slice(from, from + Math.ceil((width.value || 1100) / CARD) + 2);
});
const uses = computed(() =>
  editor.calmWorld ? usesOf(editor.calmWorld, componentEditor.of) : { screens: [], instead: [], inside: [] },
);
const screens = computed(() => (editor.calmWorld ? screensShowing(editor.calmWorld, componentEditor.of).length : 0));
const own = computed(() => {
  const about = componentEditor.about;
  return about && editor.calmWorld
    ? new Set(
        keepsItsOwn(editor.calmWorld, uses.value.screens, componentEditor.of, about.node, about.name).map(
          (u) => `${u.screen}/${u.node}`,
        ),
      )
    : new Set<string>();
});
interface Use {
  readonly key: string;
  readonly screen: string;
  readonly node: InstanceNode;
  readonly name: string;
}
const shown = computed<readonly Use[]>(() => {
  const by = new Map((editor.world?.project.screens ?? []).map((s) => [s.id, s]));
  return uses.value.screens.slice(0, MOST).flatMap((u) => {
    const screen = by.get(u.screen);
    const node = screen?.nodes[u.node];
    return screen && node?.type === 'instance'
      ? [{ key: `${u.screen}/${u.node}`, screen: u.screen, node, name: screen.name }]
      : [];
  });
});
const byKey = computed(() => new Map(shown.value.map((u) => [u.key, u])));
const drawn = useSlices(
  () => (void [editor.world, library.fontsKnown], inSight.value.map((u) => u.key)),
  (key) => {
    const use = byKey.value.get(key);
    const w = editor.world;
    const screen = w?.project.screens.find((s) => s.id === use?.screen);
    return use && w && screen
      ? sampleOf(w, use.node.component, 300, editor.appliedKitsShown(screen), use.node, screen.nodes)
      : null;
  },
  true,
);
const nameOf = (ref: ComponentRef): string => (editor.world && componentAt(editor.world, ref)?.name) ?? ref;
const says = computed(() => {
  const n = uses.value.screens.length;
  const instead = uses.value.instead.length;
  if (n === 0 && instead > 0)
    return `Stands in place of ${plural(instead, 'other thing')} at some widths or by a choice`;
  if (n === 0 && uses.value.inside.length === 0)
    return 'Not used yet. Place it from the Shelf of a screen, or by its name.';
  return `Used ${n === 1 ? 'once' : `${count(n)} times`}, seen on ${plural(screens.value, 'screen')}`;
});
</script>

<template>
  <div ref="strip" class="uses">
    <div class="told">
      <strong>{{ says }}</strong>
      <p v-if="own.size > 0" class="note">
        {{ own.size === 1 ? 'One of these keeps' : `${count(own.size)} of these keep` }} a value of their own.
      </p>
      <p v-if="uses.screens.length > 0 && uses.instead.length > 0" class="note">
        Also in place of {{ plural(uses.instead.length, 'other thing') }} at some widths or by a choice.
      </p>
      <p v-for="ref in uses.inside" :key="ref" class="note">
        Part of <button class="quiet-link" @click="originals.open(ref)">{{ nameOf(ref) }}</button>
      </p>
      <p v-if="uses.screens.length > MOST" class="note">The first {{ MOST }} are shown.</p>
    </div>
    <SampleCard
      v-for="u in shown"
      :key="u.key"
      v-memo="[drawn.get(u.key), u.name, own.has(u.key)]"
      :sample="drawn.get(u.key)"
      :name="u.name"
      :says="own.has(u.key) ? 'keeps its own' : ''"
      :aria-label="`Show the use on ${u.name}`"
      :title="`Go to it on ${u.name}`"
      @click="originals.showUse(u.screen, u.node.id)"
    />
  </div>
</template>

<style scoped>
.told {
  width: 190px;
  flex: none;
  display: grid;
  gap: 4px;
  align-content: start;
}
</style>
