<script setup lang="ts">
import AssetRow from './AssetRow.vue';
import InteractionRows from './InteractionRows.vue';
import { computed } from 'vue';
import {
  atWidth,
  componentAt,
  treeOfScreen,
  type Json,
  type Node,
  type Prop,
  type Step,
  type BoxFlow,
} from '../../core/index.js';
import type { Held } from '../controls/index.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useFreeform } from '../stores/freeform.js';
import { tip } from '../keys/table.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';
import { attrValue, LENGTHS, lookValue, PLAIN_PROPS, plainProps, qualified } from './attrProps.js';
import CropRow from './CropRow.vue';
import OverlayRows from './OverlayRows.vue';
import PositionRows from './PositionRows.vue';
import WidthRows from './WidthRows.vue';
import PropRow, { type RowActions } from './PropRow.vue';
import SizeRows from './SizeRows.vue';
import SeriesRows from './SeriesRows.vue';

/** The overrides of something that is no instance: a row, a text, a picture, a series. */
const props = defineProps<{ node: Node }>();
const emit = defineEmits<{ content: [set: string] }>();
const doc = useDocument();
const editor = useEditor();
const freeform = useFreeform();
const commands = useCommands();
const originals = useOriginals();
/** What it was before it was detached. */
const was = computed(() => {
  const ref = props.node.was?.component;
  return ref === undefined || !editor.ground
    ? ''
    : (componentAt(editor.ground, ref)?.name ?? ref.split('/').at(-1) ?? '');
});
const look = computed(() => (editor.selected ? editor.findBox(editor.selected)?.node : undefined));
/** A picture that fills its room may be cut: which part of it shows. */
const crop = computed(() => {
  const box = editor.selected ? editor.findBox(editor.selected) : null;
  return props.node.type === 'image' && box?.node.look.asset && box.node.look.fit === 'cover'
    ? { look: box.node.look, width: box.w, height: box.h }
    : null;
});
function held(p: Prop): Held {
  const here = atWidth(editor.asSeen(props.node), editor.current?.width ?? 0);
  const written = (here.attrs as Record<string, Json>)[p.id];
  return {
    value: p.id === 'text' ? (look.value?.written ?? written) : lookValue(p.id, written, look.value?.look),
    ...(LENGTHS.has(p.id) && written !== undefined ? { written } : {}),
  };
}
const actions: RowActions = {
  choose(p, value, merge) {
    if (p.id === 'flow' && props.node.type === 'box' && editor.countSelected === 1) {
      freeform.turn(props.node.id, value as BoxFlow);
      return;
    }
    const steps = editor.targets.flatMap((t) =>
      t.ids.flatMap((id): Step[] =>
        t.screen.nodes[id]?.type === props.node.type
          ? [
              {
                do: 'set',
                tree: treeOfScreen(t.screen),
                node: id,
                field: `attrs.${p.id}`,
                value: qualified(attrValue(p.id, value), editor.mainKit, false),
              },
            ]
          : [],
      ),
    );
    doc.act(`Change ${p.name}`, steps, merge ? `${editor.selectedIds.join()}|${p.id}` : null);
  },
  back(p) {
    actions.choose(p, null, false);
  },
};
</script>

<template>
  <header>
    <h2>{{ commands.nameOf(node) }}</h2>
    <p class="note">
      {{ was ? `Loose; was a ${was}. ` : ''
      }}{{ node.type === 'series' ? 'One thing repeated with an even gap' : 'Plain; belongs to this screen'
      }}{{ editor.countSelected > 1 ? `. ${editor.countSelected} selected` : '' }}
    </p>
    <p v-if="node.type !== 'series'" class="note links">
      <button class="quiet-link" :title="tip('make')" @click="originals.making = true">
        {{ editor.countSelected > 1 ? 'Make components' : 'Make component' }}
      </button>
      <button class="quiet-link" :title="tip('reattach')" @click="originals.reattach()">
        {{ was ? 'Link again' : 'Link to a component' }}
      </button>
    </p>
  </header>
  <div class="body">
    <WidthRows />
    <PositionRows />
    <SeriesRows v-if="node.type === 'series'" :series="node" @content="(s) => emit('content', s)" />
    <CropRow
      v-if="crop"
      :look="crop.look"
      :width="crop.width"
      :height="crop.height"
      :choices="PLAIN_PROPS.image ?? []"
      :actions="actions"
    />
    <PropRow
      v-for="p in plainProps(node, editor.mainKit, false)"
      :key="`${node.id}${p.id}`"
      :prop="p"
      :id-base="`x-${node.id}`"
      :held="held(p)"
      :yours="false"
      :length="LENGTHS.has(p.id)"
      :kit="editor.mainKit"
      :actions="actions"
    />
    <OverlayRows />
    <SizeRows />
    <InteractionRows />
    <AssetRow />
  </div>
</template>

<style scoped>
.links {
  display: flex;
  gap: 12px;
}
</style>
