<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import { pairProp, type Component, type ComponentPair, type Option, type Prop } from '../../core/index.js';

/** Which property shows in which of the other component, and which option as which: each can be chosen otherwise. */
const props = defineProps<{ pair: ComponentPair; a: Component; b: Component }>();
defineEmits<{ prop: [prop: string, to: string | null]; option: [prop: string, option: string, to: string] }>();
const NONE = '';
interface Row {
  readonly prop: Prop;
  readonly to: string;
  readonly why: string;
  readonly choices: readonly { readonly id: string; readonly name: string }[];
  readonly options: readonly { readonly of: Option; readonly to: string }[];
  readonly among: readonly Option[];
}
const FLAG: readonly Option[] = [
  { id: 'false', name: 'Off' },
  { id: 'true', name: 'On' },
];
const rows = computed(() =>
  props.a.contract.props
    .filter((p) => p.means !== 'state')
    .map((prop): Row => {
      const how = props.pair.props[prop.id];
      const target = props.b.contract.props.find((p) => p.id === how?.to);
      const all = [how, ...(how?.also ?? [])].flatMap(
        (h) => props.b.contract.props.find((p) => p.id === h?.to)?.name ?? [],
      );
      const several = all.length > 1 && how?.to ? [{ id: how.to, name: all.join(' and ') }] : [];
      const fit = props.b.contract.props.filter((p) => p.id === how?.to || pairProp(prop, p) !== null);
      return {
        prop,
        to: how?.to ?? NONE,
        why: how?.why ?? '',
        choices: [
          { id: NONE, name: 'nothing: it waits' },
          ...several,
          ...fit.filter((p) => several.every((s) => s.id !== p.id)).map((p) => ({ id: p.id, name: p.name })),
        ],
        options:
          prop.kind === 'choice' && target && !how?.also
            ? prop.options.map((of) => ({ of, to: how?.options?.[of.id] ?? NONE }))
            : [],
        among: target?.kind === 'choice' ? target.options : target?.kind === 'flag' ? FLAG : [],
      };
    }),
);
</script>

<template>
  <ul class="props" :aria-label="`Properties of ${a.name}`">
    <li v-for="r in rows" :key="r.prop.id">
      <span class="clip" :title="r.prop.description">{{ r.prop.name }}</span>
      <Select
        size="small"
        fluid
        :model-value="r.to"
        :options="[...r.choices]"
        option-label="name"
        option-value="id"
        placeholder="nothing: it waits"
        :aria-label="`${r.prop.name} of ${a.name} shows as`"
        :title="r.why"
        @update:model-value="(v: string) => $emit('prop', r.prop.id, v === NONE ? null : v)"
      />
      <ul v-if="r.options.length > 0">
        <li v-for="o in r.options" :key="o.of.id" :class="{ lost: o.to === NONE }">
          <span class="note clip">{{ o.of.name }}</span>
          <Select
            size="small"
            fluid
            :model-value="o.to"
            :options="[...r.among]"
            option-label="name"
            option-value="id"
            placeholder="nothing: it waits"
            :aria-label="`${r.prop.name} ${o.of.name} shows as`"
            @update:model-value="(v: string) => $emit('option', r.prop.id, o.of.id, v)"
          />
        </li>
      </ul>
    </li>
  </ul>
</template>

<style scoped>
.props {
  grid-column: 1 / -1;
  overflow: visible;
  padding: 4px 0 2px;
  display: grid;
  gap: 4px;
}
li {
  display: grid;
  grid-template-columns: 108px minmax(0, 1fr);
  gap: 4px 8px;
  align-items: center;
  padding: 0;
  border: 0;
}
li ul {
  grid-column: 1 / -1;
  overflow: visible;
  display: grid;
  gap: 3px;
  padding-left: 14px;
}
li ul li {
  grid-template-columns: 94px minmax(0, 1fr);
}
.lost .note {
  color: var(--tape-ink);
}
</style>
