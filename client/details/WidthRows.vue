<script setup lang="ts">
import { computed } from 'vue';
import { attrName, componentAt, onlyThere, rangeWords, treeOfScreen, type OnlyThere } from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';

/** What of the selection holds at some widths only; each can be put back. */
const doc = useDocument();
const stage = useStage();
const list = computed(() =>
  stage.screen && stage.selectedNode ? onlyThere(treeOfScreen(stage.screen), stage.selectedNode) : [],
);
function nameOf(o: OnlyThere): string {
  if (o.kind !== 'prop') return o.kind === 'component' ? 'Component' : attrName(o.name);
  const node = stage.selectedNode;
  const component = node?.type === 'instance' && stage.ground ? componentAt(stage.ground, node.component) : undefined;
  return component?.contract.props.find((p) => p.id === o.name)?.name ?? o.name;
}
function says(o: OnlyThere): string {
  if (o.kind === 'component')
    return (stage.ground ? componentAt(stage.ground, String(o.value))?.name : undefined) ?? String(o.value);
  if (typeof o.value === 'boolean') return o.value ? 'on' : 'off';
  return typeof o.value === 'object' ? 'other content' : String(o.value).slice(0, 40);
}
</script>

<template>
  <div v-if="list.length > 0" class="section" role="group" aria-label="At some widths only">
    <h3>At some widths only</h3>
    <p v-for="(o, i) in list" :key="i" class="only">
      <span
        >{{ nameOf(o) }}: {{ says(o) }} <span class="note">{{ rangeWords(o.range) }}</span></span
      >
      <button
        class="quiet-link"
        :aria-label="`Put back ${nameOf(o)} ${rangeWords(o.range)}`"
        @click="doc.act(`Put ${nameOf(o)} back`, o.back)"
      >
        Put back
      </button>
    </p>
  </div>
</template>

<style scoped>
.only {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: baseline;
}
</style>
