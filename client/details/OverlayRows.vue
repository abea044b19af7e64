<script setup lang="ts">
import Select from 'primevue/select';
import ToggleSwitch from 'primevue/toggleswitch';
import { computed } from 'vue';
import { hasScrim, placesOf, treeOfScreen, type Json, type OverlayPlace, type Step } from '../../core/index.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import FieldRow from '../parts/FieldRow.vue';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** For things on the ground of a screen: do they scroll with it, stay, or lie over it? */
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
const node = computed(() => {
  const s = editor.screen;
  const n = editor.selectedNode;
  if (!s || !n || componentEditor.of !== '' || editor.selectedPlace?.at.length !== 0) return undefined;
  const into = placesOf(s.nodes).get(n.id);
  return into?.parent === s.root && into.slot === undefined ? n : undefined;
});
const LIES: readonly { readonly id: OverlayPlace | 'in'; readonly name: string }[] = [
  { id: 'in', name: 'no, it is part of it' },
  { id: 'middle', name: 'in the middle' },
  { id: 'left', name: 'at the left' },
  { id: 'right', name: 'at the right' },
  { id: 'top', name: 'at the top' },
  { id: 'bottom', name: 'at the bottom' },
  { id: 'free', name: 'where it is put' },
];
const STAYS = [
  { id: 'no', name: 'scrolls along' },
  { id: 'top', name: 'stays at the top' },
  { id: 'bottom', name: 'stays at the bottom' },
];
const look = computed(() => (node.value ? editor.findBox(node.value.id)?.node.look : undefined));
function set(label: string, values: Readonly<Record<string, Json>>): void {
  const steps = editor.targets.flatMap((t) =>
    t.ids.flatMap((id) =>
      placesOf(t.screen.nodes).get(id)?.parent === t.screen.root
        ? Object.entries(values).map(([name, value]): Step => ({
            do: 'set',
            tree: treeOfScreen(t.screen),
            node: id,
            field: `attrs.${name}`,
            value,
          }))
        : [],
    ),
  );
  doc.act(label, steps);
}
function lie(to: string): void {
  const b = node.value ? editor.findBox(node.value.id) : null;
  const put: Readonly<Record<string, Json>> =
    to === 'free' && b ? { x: Math.round(b.x), y: Math.round(Math.min(b.y, editor.screen?.height ?? b.y)) } : {};
  if (to === 'in') set('Put it into the screen', { overlay: null, scrim: null });
  else set('Lay it over the screen', { overlay: to, ...put });
}
</script>

<template>
  <div v-if="node" class="section">
    <h3>On the screen</h3>
    <FieldRow name="Lies over it" field="ground-over">
      <Select
        :model-value="node.attrs.overlay ?? 'in'"
        :options="[...LIES]"
        option-label="name"
        option-value="id"
        size="small"
        input-id="ground-over"
        @update:model-value="lie"
      />
    </FieldRow>
    <FieldRow v-if="node.attrs.overlay !== undefined" name="Dims what is below" says="Dims the rest">
      <ToggleSwitch
        :model-value="look ? hasScrim(look) : false"
        aria-label="Dims what is below"
        @update:model-value="(on: boolean) => set(on ? 'Dim what is below' : 'Dim nothing', { scrim: on })"
      />
    </FieldRow>
    <FieldRow v-else name="While it scrolls" says="Scrolling" field="ground-pin">
      <Select
        :model-value="node.attrs.pin ?? 'no'"
        :options="STAYS"
        option-label="name"
        option-value="id"
        size="small"
        input-id="ground-pin"
        @update:model-value="(v: string) => set('Change what stays', { pin: v === 'no' ? null : v })"
      />
    </FieldRow>
  </div>
</template>
