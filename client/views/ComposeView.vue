<script setup lang="ts">
import { ref, watch } from 'vue';
import { screenOf } from '../../core/index.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import WallPane from '../surface/WallPane.vue';
import { useAddress, type OwnCommands } from './address.js';
import EditorFrame from './EditorFrame.vue';
import { notify } from '../stores/notices.js';

/** Screens, composed: all of them hang on the Wall, one is worked on. */
const doc = useDocument();
const editor = useEditor();
const commands = useCommands();
const wall = ref<InstanceType<typeof WallPane> | null>(null);
// The Workbench is left before anything is taken from the address: what is worked on is a screen again.
useComponentEditor().leave();

useAddress(
  'compose',
  'screen',
  (asked) => {
    const project = doc.shown;
    if (!project) return;
    editor.screenId = screenOf(project, asked)
      ? asked
      : (screenOf(project, editor.screenId)?.id ?? project.screens[0]?.id ?? '');
  },
  () => editor.screenId,
);
watch(
  () => doc.shown?.screens,
  (screens) => {
    if (screens && !screens.some((s) => s.id === editor.screenId)) {
      editor.select([]);
      editor.screenId = screens[0]?.id ?? '';
    }
  },
);
function goBy(by: 1 | -1): void {
  const all = doc.shown?.screens ?? [];
  const to = all[all.findIndex((x) => x.id === editor.screenId) + by];
  if (!to) return;
  // What is selected on several screens stays so; the next of them leads.
  const there = editor.elsewhere.filter((e) => e.screen === to.id).map((e) => e.node);
  if (there.length === 0) editor.goTo(to.id);
  else {
    const rest = [
      ...editor.elsewhere.filter((e) => e.screen !== to.id),
      ...editor.selectedIds.map((node) => ({ screen: editor.screenId, node })),
    ];
    editor.screenId = to.id;
    editor.select(there, rest);
  }
}
const own: OwnCommands = {
  out: () => {
    if (editor.picked.length > 0) editor.picked = [];
    else if (editor.selection.length === 0 && editor.opened !== '') editor.opened = '';
    else editor.climb();
  },
  nextOver: () => {
    // One after the other; behind the last one none.
    const next = editor.overlays[editor.overlays.indexOf(editor.overlay) + 1];
    editor.select(next === undefined ? [] : [next]);
    if (next === undefined) editor.opened = '';
    if (editor.overlays.length === 0)
      notify('Nothing lies over this screen. Place a dialog, or choose for a thing on its ground that it lies over.');
  },
  fold: () => {
    const s = editor.screen;
    if (!s || !editor.whole) return;
    if (editor.scroll !== null) editor.scroll = null;
    else if (s.height === null) notify('This screen is as tall as its content. Give it a height, and it has a fold.');
    else if (editor.whole.h <= s.height + 1)
      notify('All of this screen fits on its device: there is nothing to scroll.');
    else editor.scroll = 0;
  },
  alikeHere: () => commands.selectAlike('screen'),
  alikeAnywhere: () => commands.selectAlike('project'),
  previousScreen: () => goBy(-1),
  nextScreen: () => goBy(1),
  wholeWall: () => wall.value?.fit(false),
  thisScreen: () => wall.value?.fit(true),
  zoomIn: () => wall.value?.zoomBy(1.25),
  zoomOut: () => wall.value?.zoomBy(0.8),
};
</script>

<template>
  <EditorFrame :own="own">
    <WallPane ref="wall" />
  </EditorFrame>
</template>
