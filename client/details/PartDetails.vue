<script setup lang="ts">
import { computed } from 'vue';
import {
  aliasPath,
  rulesOn,
  setIn,
  takeAlongSteps,
  whenSentence,
  type Json,
  type Node,
  type Prop,
  type PropKind,
  type Rule,
  type Step,
  type BoxFlow,
} from '../../core/index.js';
import { tokenWords, type Held } from '../controls/index.js';
import { attrValue, LENGTHS, lookValue, plainProps, qualified } from './attrProps.js';
import PositionRows from './PositionRows.vue';
import PropRow, { type RowActions } from './PropRow.vue';
import SizeRows from './SizeRows.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useFreeform } from '../stores/freeform.js';
import { useEditor } from '../stores/editor/editor.js';
import LinkMenu from '../workbench/LinkMenu.vue';

/** A part of the original: what it is like in the looks that are worked on, and what it is linked to. */
const props = defineProps<{ node: Node }>();
const doc = useDocument();
const editor = useEditor();
const freeform = useFreeform();
const componentEditor = useComponentEditor();
const commands = useCommands();
const kit = computed(() => editor.mainKit);
const box = computed(() => (editor.selected ? editor.findBox(editor.selected)?.node : undefined));
const rows = computed(() => plainProps(props.node, kit.value, !componentEditor.isOwn));
const said = (p: Prop): Json | undefined =>
  componentEditor.component
    ? setIn(componentEditor.component, componentEditor.axes, componentEditor.look, props.node.id, p.id).value
    : undefined;
function held(p: Prop): Held {
  const written = said(p);
  return {
    value: p.id === 'text' ? (box.value?.text ?? written) : lookValue(p.id, written, box.value?.look),
    ...(LENGTHS.has(p.id) && written !== undefined ? { written } : {}),
  };
}
const actions: RowActions = {
  choose(p, value, merge) {
    if (p.id === 'flow' && props.node.type === 'box' && componentEditor.applies === 'all') {
      freeform.turn(props.node.id, value as BoxFlow);
      return;
    }
    // What is linked says the same everywhere: its property's default is changed.
    const linked = componentEditor.component?.contract.props.find((x) => x.id === props.node.bind?.[p.id]);
    const to = qualified(attrValue(p.id, value), kit.value, !componentEditor.isOwn);
    const steps = linked
      ? [
          {
            do: 'entry' as const,
            tree: componentEditor.tree,
            list: 'props' as const,
            id: linked.id,
            value: { ...linked, default: to ?? (linked.kind === 'flag' ? true : '') } as Prop,
          },
        ]
      : editor.selectedIds.flatMap((id): readonly Step[] =>
          editor.screen?.nodes[id]?.type === props.node.type
            ? componentEditor.set(
                id,
                p.id,
                p.id === 'visible' && value === true && componentEditor.applies !== 'all' ? true : to,
              ).steps
            : [],
        );
    doc.act(
      `Change ${p.name}`,
      steps,
      merge ? `${editor.selectedIds.join()}|${p.id}|${componentEditor.applies}` : null,
    );
  },
  back(p) {
    actions.choose(p, null, false);
  },
};
/** What it says in some looks only. */
const differs = (p: Prop): readonly Rule[] =>
  componentEditor.component ? rulesOn(componentEditor.component, props.node.id, p.id) : [];
const words = (p: Prop, r: Rule): string => {
  const value = r.set[props.node.id]?.[p.id];
  const path = typeof value === 'string' ? aliasPath(value) : null;
  const plain = path === null ? String(value) : tokenWords(path.slice(path.indexOf('/') + 1));
  return p.options?.find((o) => o.id === value)?.name ?? (value === true ? 'on' : value === false ? 'off' : plain);
};
function same(p: Prop, r: Rule): void {
  doc.act(
    `The same ${p.name.toLowerCase()} ${componentEditor.component ? whenSentence(componentEditor.component, r.when) : ''}`,
    [...takeAlongSteps(componentEditor.tree, [r], props.node.id, p.id)],
  );
}
const LINKED: Readonly<Record<string, PropKind>> = {
  text: 'text',
  visible: 'flag',
  icon: 'icon',
  asset: 'image',
  fill: 'colour',
  stroke: 'colour',
  color: 'colour',
  gap: 'number',
  padding: 'number',
  radius: 'number',
  opacity: 'number',
  columns: 'number',
  size: 'number',
};
const linkValue = (p: Prop): Json | undefined =>
  p.id === 'visible'
    ? (said(p) ?? true) !== false
    : p.id === 'text'
      ? (box.value?.text ?? '')
      : (held(p).value ?? undefined);
function lock(event: Event): void {
  const on = (event.target as HTMLInputElement).checked;
  doc.act(`${on ? 'Lock' : 'Unlock'} ${props.node.name ?? props.node.type}`, [
    { do: 'set', tree: componentEditor.tree, node: props.node.id, field: 'locked', value: on ? true : null },
  ]);
}
const isRoot = computed(() => props.node.id === editor.screen?.root);
</script>

<template>
  <header>
    <h2>{{ commands.nameOf(node) }}</h2>
    <p class="note">
      {{ isRoot ? 'The ground of' : 'Part of' }} {{ componentEditor.component?.name
      }}{{ editor.countSelected > 1 ? `. ${editor.countSelected} selected` : '' }}
    </p>
  </header>
  <div class="body">
    <PositionRows />
    <!-- Each edit asks every row anew; only those that say something else are drawn. -->
    <div
      v-for="p in rows"
      :key="`${node.id}${p.id}`"
      v-memo="[
        p.name,
        p.options?.length,
        JSON.stringify(held(p)),
        node.bind,
        componentEditor.component?.rules,
        componentEditor.applies,
      ]"
    >
      <PropRow
        :prop="p"
        :id-base="`b-${node.id}`"
        :held="held(p)"
        :yours="false"
        :kit="kit"
        :length="LENGTHS.has(p.id)"
        :actions="actions"
        @focusin="componentEditor.about = { node: node.id, name: p.id }"
        @mouseenter="componentEditor.about = { node: node.id, name: p.id }"
        @mouseleave="componentEditor.about = null"
      >
        <template v-if="LINKED[p.id]" #end
          ><LinkMenu
            :node="node"
            :name="p.id"
            :label="p.name"
            :kind="LINKED[p.id] ?? 'text'"
            :value="() => linkValue(p)"
        /></template>
      </PropRow>
      <ul v-if="differs(p).length > 0" class="differs" :aria-label="`${p.name} in other looks`">
        <li v-for="(r, i) in differs(p)" :key="i" class="note">
          <span
            >{{ words(p, r) }}
            {{ componentEditor.component ? whenSentence(componentEditor.component, r.when) : '' }}</span
          >
          <button class="quiet-link" :title="`${p.name} is the same there as everywhere`" @click="same(p, r)">
            Same
          </button>
        </li>
      </ul>
    </div>
    <SizeRows />
    <label v-if="!isRoot" class="section lock"
      ><input type="checkbox" :checked="node.locked === true" @change="lock" /> Locked: instances leave it as it
      is</label
    >
  </div>
</template>

<style scoped>
label.lock {
  grid-template-columns: auto minmax(0, 1fr);
  align-items: center;
}
.lock input {
  accent-color: var(--tape);
}
.differs {
  padding: 0 14px 4px 110px;
  display: grid;
  gap: 2px;
}
.differs li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
}
.differs .quiet-link {
  font-size: 11.5px;
  white-space: nowrap;
}
</style>
