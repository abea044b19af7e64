<script setup lang="ts">
import { computed } from 'vue';
import {
  attrName,
  componentAt,
  onlyThere,
  rangeWords,
  situationAt,
  treeOfScreen,
  type OnlyThere,
  type WidthRange,
} from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** What of the selection holds at some widths or in a situation only; each can be put back. */
const doc = useDocument();
const editor = useEditor();
const list = computed(() =>
  editor.screen && editor.selectedNode ? onlyThere(treeOfScreen(editor.screen), editor.selectedNode) : [],
);
const where = (range: WidthRange): string =>
  rangeWords(range, (id) => (doc.shown && situationAt(doc.shown, id)?.name) || 'a situation that is gone');
function nameOf(o: OnlyThere): string {
  if (o.kind !== 'prop') return o.kind === 'component' ? 'Component' : attrName(o.name);
  const node = editor.selectedNode;
  const component = node?.type === 'instance' && editor.ground ? componentAt(editor.ground, node.component) : undefined;
  return component?.contract.props.find((p) => p.id === o.name)?.name ?? o.name;
}
function says(o: OnlyThere): string {
  if (o.kind === 'component')
    return (editor.ground ? componentAt(editor.ground, String(o.value))?.name : undefined) ?? String(o.value);
  if (typeof o.value === 'boolean') return o.value ? 'on' : 'off';
  return typeof o.value === 'object' ? 'other content' : String(o.value).slice(0, 40);
}
/** Where two of them say something of the same width, the later one counts: which widths those are, in words. */
function beaten(o: OnlyThere, i: number): string {
  for (const later of list.value.slice(i + 1)) {
    if (later.kind !== o.kind || later.name !== o.name) continue;
    if (later.range.situation !== o.range.situation) continue;
    const least = Math.max(o.range.minWidth ?? 0, later.range.minWidth ?? 0);
    const most = Math.min(o.range.maxWidth ?? Infinity, later.range.maxWidth ?? Infinity);
    if (least > most) continue;
    return rangeWords({
      ...(least > 0 ? { minWidth: least } : {}),
      ...(most < Infinity ? { maxWidth: most } : {}),
    });
  }
  return '';
}
</script>

<template>
  <div v-if="list.length > 0" class="section" role="group" aria-label="Only there">
    <h3>Only there</h3>
    <p v-for="(o, i) in list" :key="i" class="only">
      <span
        >{{ nameOf(o) }}: {{ says(o) }} <span class="note">{{ where(o.range) }}</span>
        <span v-if="beaten(o, i)" class="note beaten" role="status"
          >Another value is set {{ beaten(o, i) }} too: there that one counts.</span
        ></span
      >
      <button
        class="quiet-link"
        :aria-label="`Put back ${nameOf(o)} ${where(o.range)}`"
        @click="doc.act(`Put ${nameOf(o)} back`, o.back)"
      >
        Put back
      </button>
    </p>
  </div>
</template>

<style scoped>
.only button {
  white-space: nowrap;
}
.beaten {
  display: block;
  color: var(--bad);
}
.only {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: baseline;
}
</style>
