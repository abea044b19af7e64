<script setup lang="ts">
import Button from 'primevue/button';
import { computed } from 'vue';
import { convertProject } from '../../core/index.js';
import { count, plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { notify } from '../stores/notices.js';

/** Rewrites everything into what is worn, once and for all; before that, its ledger: what is kept, said otherwise, held, and let go. */
const visible = defineModel<boolean>('visible', { required: true });
const doc = useDocument();
const editor = useEditor();
const library = useLibrary();
const found = computed(() => (editor.world && visible.value ? convertProject(editor.world) : null));
const how = computed(() => (found.value && !('problem' in found.value) ? found.value : null));
const problem = computed(() => (found.value && 'problem' in found.value ? found.value.problem : ''));
const nameOf = (ref: string): string => {
  const kit = library.kits.get(ref);
  return kit ? `${kit.name} ${kit.version}` : ref;
};
const lines = computed(() => {
  const c = how.value?.counts;
  return c
    ? [
        {
          n: c.kept + c.mapped,
          says: `${c.kept + c.mapped === 1 ? 'override' : 'overrides'} rewritten in the terms of what is worn`,
        },
        {
          n: c.preserved,
          says: `${c.preserved === 1 ? 'meaning that was' : 'meanings that were'} held ${c.preserved === 1 ? 'becomes a setting' : 'become settings'}`,
        },
        { n: c.parked, says: 'let go: they wait for a kit that is not worn' },
      ]
    : [];
});
const MOST = 60;
function settle(): void {
  if (!how.value) return;
  // Kept from before: once settled there is nothing left to settle, and nothing to read here.
  const { retired, steps } = how.value;
  if (!doc.act('Settle all screens', [...steps])) return;
  visible.value = false;
  const names = retired.map(nameOf).join(' and ');
  const needs = retired.length === 1 ? 'is' : 'are';
  notify(
    retired.length === 0
      ? 'Settled. Everything looks as before; undo takes it back.'
      : `Settled. ${names} ${needs} needed no longer; undo takes it back.`,
  );
}
</script>

<template>
  <AppDialog v-model:visible="visible" header="Settle" :width="560">
    <p v-if="problem">{{ problem }}</p>
    <div v-else-if="how" class="settle">
      <p>
        Until it is settled, a project keeps every setting in the terms it was chosen in, and any brand can be put on
        and taken off without losing one. Settling rewrites them into what is worn. Nothing looks another.
      </p>
      <dl>
        <div v-for="l in lines" :key="l.says">
          <dt class="tabular">{{ count(l.n) }}</dt>
          <dd>{{ l.says }}</dd>
        </div>
      </dl>
      <ul v-if="how.letGo.length > 0" aria-label="What is let go">
        <li v-for="(l, i) in how.letGo.slice(0, MOST)" :key="i">
          <strong>{{ l.thing }}</strong> on {{ l.screen }}: {{ l.what }} <span class="note">{{ l.why }}</span>
        </li>
        <li v-if="how.letGo.length > MOST" class="note">and {{ how.letGo.length - MOST }} more</li>
      </ul>
      <p class="note">
        {{
          how.retired.length > 0
            ? `${how.retired.map(nameOf).join(' and ')} ${how.retired.length === 1 ? 'is' : 'are'} needed no longer by this project.`
            : 'Things without a counterpart, and what columns of a content set fill, stay in the terms of the other kit, which stays needed.'
        }}
      </p>
      <footer>
        <Button label="Keep both" severity="secondary" outlined autofocus @click="visible = false" />
        <Button :label="`Settle ${plural(doc.shown?.screens.length ?? 0, 'screen')}`" @click="settle" />
      </footer>
    </div>
  </AppDialog>
</template>

<style scoped>
.settle {
  display: grid;
  gap: 12px;
}
dl {
  display: grid;
  gap: 4px;
  margin: 0;
}
dl div {
  display: grid;
  grid-template-columns: 56px 1fr;
}
dt {
  font-weight: 600;
  text-align: right;
  padding-right: 12px;
}
dd {
  margin: 0;
}
ul {
  max-height: 220px;
  overflow: auto;
  border-top: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
  padding: 6px 0;
}
li {
  padding: 3px 0;
}
footer {
  display: flex;
  justify-content: flex-end;
  gap: 10px;
}
</style>
