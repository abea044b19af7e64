<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Popover from 'primevue/popover';
import { computed, ref } from 'vue';
import type { Json, Node, Prop, PropKind, Step } from '../../core/index.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';
import { propId } from '../base/propForms.js';

/** Links something of a part to a prop of the contract: one that fits, or a new one made on the spot. */
const props = defineProps<{
  readonly node: Node;
  /** An attribute, or `props.x` of a nested instance. */
  readonly name: string;
  readonly label: string;
  readonly kind: PropKind;
  /** What it says now; asked for only when a new property is made. */
  readonly value: () => Json | undefined;
  /** The nested instance's own prop: a new one is like it. */
  readonly like?: Prop;
}>();
const doc = useDocument();
const componentEditor = useComponentEditor();
const pop = ref<InstanceType<typeof Popover> | null>(null);
const fresh = ref('');
const bound = computed(() => {
  const id = props.node.bind?.[props.name];
  if (id === undefined) return null;
  return { id, name: componentEditor.contract?.props.find((p) => p.id === id.split('.')[0])?.name ?? id };
});
const fitting = computed(() => (componentEditor.contract?.props ?? []).filter((p) => p.kind === props.kind));
function bindStep(prop: string | null): Step {
  const bind: Record<string, string> = { ...props.node.bind };
  if (prop === null) delete bind[props.name];
  else bind[props.name] = prop;
  return {
    do: 'set',
    tree: componentEditor.tree,
    node: props.node.id,
    field: 'bind',
    value: Object.keys(bind).length > 0 ? bind : null,
  };
}
function link(prop: Prop): void {
  doc.act(`Link ${props.label} to ${prop.name}`, [bindStep(prop.id)]);
  pop.value?.hide();
}
function make(): void {
  const c = componentEditor.component;
  const name = fresh.value.trim();
  if (!c || name === '') return;
  const id = propId(name, c.contract.props);
  const base = { id, name, description: props.like?.description ?? '', default: props.value() ?? '' };
  const { like } = props;
  const prop: Prop = like
    ? ({ ...like, ...base, default: props.value() ?? like.default } as Prop)
    : ({ ...base, kind: props.kind } as Prop);
  doc.act(`Link ${props.label} to the new property ${name}`, [
    { do: 'entry', tree: componentEditor.tree, list: 'props', id, value: prop },
    bindStep(id),
  ]);
  pop.value?.hide();
}
/** What the prop said by itself stays; it only says it for itself now. */
function detach(): void {
  const prop = componentEditor.component?.contract.props.find((p) => p.id === bound.value?.id);
  const steps: Step[] = [bindStep(null)];
  if (prop && !props.name.startsWith('props.'))
    steps.push({
      do: 'set',
      tree: componentEditor.tree,
      node: props.node.id,
      field: `attrs.${props.name}`,
      value: prop.default,
    });
  doc.act(`Unlink ${props.label}`, steps);
  pop.value?.hide();
}
function open(event: Event): void {
  fresh.value = props.like?.name ?? props.node.name ?? props.label;
  pop.value?.toggle(event);
}
</script>

<template>
  <button
    class="plain link"
    :class="{ on: bound }"
    aria-haspopup="dialog"
    :aria-label="bound ? `${label} comes from ${bound.name}` : `Link ${label} to a property`"
    :title="bound ? `Comes from ${bound.name}` : 'Link to a property of the contract'"
    @click="open"
  >
    {{ bound ? bound.name : like ? 'hand up' : 'link' }}
  </button>
  <Popover ref="pop" :aria-label="`Link ${label}`">
    <div class="menu">
      <template v-if="bound">
        <p class="note">{{ label }} comes from the property {{ bound.name }}.</p>
        <button class="quiet-link" @click="detach">Unlink it</button>
      </template>
      <template v-else>
        <button v-for="p in fitting" :key="p.id" class="plain prop" @click="link(p)">
          {{ p.name }} <span class="note">{{ p.kind }}</span>
        </button>
        <p v-if="fitting.length === 0" class="note">No property of the kind {{ kind }} yet.</p>
        <form class="new" @submit.prevent="make">
          <InputText v-model="fresh" size="small" fluid aria-label="Name of the new property" />
          <button type="submit" class="quiet-link">New property</button>
        </form>
      </template>
    </div>
  </Popover>
</template>

<style scoped>
.link {
  font-size: 11.5px;
  color: var(--soft);
  max-width: 76px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  text-decoration: underline dotted;
  text-underline-offset: 2px;
}
.link.on {
  color: var(--ink);
  font-weight: 600;
}
.menu {
  width: 220px;
  display: grid;
  gap: 6px;
}
.prop {
  display: flex;
  justify-content: space-between;
  padding: 3px 6px;
  border-radius: 4px;
}
.prop:hover {
  background: var(--wash);
}
.new {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
</style>
