<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { allBackSteps, duplicateSteps, indentSteps, nudgeSteps, placesOf, removeSteps, screenOf, treeOfScreen } from '../../core/index.js';
import DetailsPane from '../parts/DetailsPane.vue';
import KeysDialog from '../parts/KeysDialog.vue';
import OutlinePane from '../parts/OutlinePane.vue';
import ShelfPane from '../parts/ShelfPane.vue';
import WallPane from '../parts/WallPane.vue';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';

const doc = useDocument();
const stage = useStage();
const route = useRoute();
const router = useRouter();
const keys = ref(false);
const wall = ref<InstanceType<typeof WallPane> | null>(null);
const shelf = ref<InstanceType<typeof ShelfPane> | null>(null);

// The address says what is open and selected; what is chosen here is written back to it.
watch(
  [() => doc.shown?.id, () => route.params['screen'], () => route.query['sel'], () => route.query['lens']],
  () => {
    const project = doc.shown;
    if (!project || route.name !== 'compose') return;
    const asked = String(route.params['screen'] ?? '');
    stage.screenId = screenOf(project, asked) ? asked : (screenOf(project, stage.screenId)?.id ?? project.screens[0]?.id ?? '');
    stage.lens = String(route.query['lens'] ?? '');
    const sel = String(route.query['sel'] ?? '');
    if (sel !== stage.selection.join(',')) stage.select(sel === '' ? [] : sel.split(','));
  },
  { immediate: true },
);
watch(
  [() => stage.screenId, () => stage.selection.join(','), () => stage.lens],
  () => {
    if (route.name !== 'compose') return;
    const query = { ...(stage.selection.length > 0 ? { sel: stage.selection.join(',') } : {}), ...(stage.lens ? { lens: stage.lens } : {}) };
    void router.replace({ path: `/p/${String(route.params['project'])}/compose/${stage.screenId}`, query });
  },
);
watch(() => doc.shown?.screens, (screens) => {
  if (screens && !screens.some((s) => s.id === stage.screenId)) {
    stage.select([]);
    stage.screenId = screens[0]?.id ?? '';
  }
});

function named(ids: readonly string[]): string {
  const node = stage.screen?.nodes[ids[0] ?? ''];
  return ids.length > 1 ? `${ids.length} things` : node?.type === 'instance' ? stage.nameOf(node) : (node?.name ?? 'it');
}
function neighbour(by: number): void {
  const order = Object.keys(stage.screen?.nodes ?? {}).length > 0 && stage.screen ? [...placesOf(stage.screen.nodes).keys()] : [];
  const walk: string[] = [];
  const visit = (id: string): void => {
    const n = stage.screen?.nodes[id];
    if (!n) return;
    if (id !== stage.screen?.root) walk.push(id);
    for (const c of n.type === 'box' ? n.children : n.type === 'instance' ? n.fills.flatMap((f) => f.children) : []) visit(c);
  };
  if (stage.screen) visit(stage.screen.root);
  if (walk.length === 0 || order.length === 0) return;
  const at = walk.indexOf(stage.selectedPlace?.node ?? '');
  stage.select([walk[Math.max(0, Math.min(walk.length - 1, at < 0 ? 0 : at + by))] ?? '']);
}

function onKey(event: KeyboardEvent): void {
  const target = event.target as HTMLElement;
  const command = event.ctrlKey || event.metaKey;
  const typing = target.closest('input, textarea, select, [contenteditable], [role="combobox"], [role="dialog"]') !== null;
  if (command && event.key.toLowerCase() === 'z' && !(typing && target.tagName === 'TEXTAREA')) {
    event.preventDefault();
    if (event.shiftKey) doc.redo();
    else doc.undo();
    return;
  }
  if (typing) return;
  const s = stage.screen;
  const w = stage.world;
  if (!s || !w) return;
  const tree = treeOfScreen(s);
  const ids = stage.selectedIds;
  const one = ids[0];
  const done = (): void => event.preventDefault();
  if (command) {
    if (event.key === 'd' && ids.length > 0) {
      done();
      const made = duplicateSteps(tree, s, ids, stage.newId);
      if (doc.act(`Duplicate ${named(ids)}`, made.steps)) stage.select(made.made);
    } else if (event.key === 'a') {
      done();
      const root = s.nodes[s.root];
      stage.select(root?.type === 'box' ? root.children : []);
    }
    return;
  }
  if (event.altKey && one && /^Arrow/u.test(event.key)) {
    done();
    const steps = event.key === 'ArrowUp' || event.key === 'ArrowDown' ? nudgeSteps(tree, s, one, event.key === 'ArrowUp' ? -1 : 1) : indentSteps(w, stage.wears, tree, s, one, event.key === 'ArrowRight' ? 'in' : 'out');
    doc.act(`Move ${named([one])}`, steps);
    return;
  }
  switch (event.key) {
    case '/': done(); shelf.value?.focusLine(); break;
    case 's': shelf.value?.tryOn(); break;
    case '?': keys.value = true; break;
    case 'Escape': stage.climb(); break;
    case 'ArrowDown': done(); neighbour(1); break;
    case 'ArrowUp': done(); neighbour(-1); break;
    case 'Enter': if (stage.selected) { done(); wall.value?.editText(stage.selected); } break;
    case 'g': wall.value?.fit(event.shiftKey); break;
    case 'G': wall.value?.fit(true); break;
    case '+': wall.value?.zoomBy(1.25); break;
    case '-': wall.value?.zoomBy(0.8); break;
    case '[': case ']': {
      const all = doc.shown?.screens ?? [];
      const at = all.findIndex((x) => x.id === s.id) + (event.key === ']' ? 1 : -1);
      if (all[at]) { stage.select([]); stage.screenId = all[at].id; }
      break;
    }
    case 'Delete': case 'Backspace': {
      if (ids.length === 0) break;
      done();
      if (event.shiftKey) {
        doc.act(`Put ${named(ids)} back to kit`, ids.flatMap((id) => { const n = s.nodes[id]; return n?.type === 'instance' ? allBackSteps(tree, n) : []; }));
      } else if (doc.act(`Delete ${named(ids)}`, removeSteps(tree, s, ids))) stage.select([]);
      break;
    }
    default:
  }
}
onMounted(() => window.addEventListener('keydown', onKey));
onBeforeUnmount(() => window.removeEventListener('keydown', onKey));
</script>

<template>
  <div class="compose">
    <OutlinePane />
    <WallPane ref="wall" />
    <DetailsPane />
    <ShelfPane ref="shelf" class="shelf" @keys="keys = true" />
    <KeysDialog v-model:visible="keys" />
  </div>
</template>

<style scoped>
.compose { display: grid; grid-template: minmax(0, 1fr) 200px / 272px minmax(0, 1fr) 276px; }
.shelf { grid-column: 1 / -1; }
</style>
