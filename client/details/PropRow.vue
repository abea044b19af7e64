<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Json, Kit, Prop } from '../../core/index.js';
import { CONTROLS, isWide, type Held } from '../controls/index.js';
import LengthControl from '../controls/LengthControl.vue';

/**
 * One row of Details: a prop, its value, and whether it is yours. What it does comes as one object that stays the same, so that
 * a row is drawn again only when its own value changes.
 */
const props = defineProps<{
  prop: Prop;
  held: Held;
  yours: boolean;
  several?: boolean;
  /** `3 other values on 12 screens`. */
  others?: string | undefined;
  /** Where the value comes from: `a rule of Notice`. */
  from?: string | undefined;
  says?: (() => string) | undefined;
  kit: Kit | undefined;
  idBase: string;
  /** A number that is a length: one of the kit's can be chosen. */
  length?: boolean;
  actions: RowActions;
}>();
export interface RowActions {
  readonly choose: (prop: Prop, value: Json, merge: boolean) => void;
  readonly back: (prop: Prop) => void;
}
const id = computed(() => `${props.idBase}-${props.prop.id}`);
const wide = computed(() => isWide(props.prop));
const problem = ref('');
watch(id, () => {
  problem.value = '';
});
const hint = computed(() =>
  [props.prop.description, props.from ? `From ${props.from}.` : '', props.others ?? '']
    .filter((t) => t !== '')
    .join(' '),
);
</script>

<template>
  <div class="row" :class="{ wide, mine: yours }" role="group" :aria-label="prop.name">
    <label :for="id" :title="hint"
      ><span class="clip" :class="{ stitched: yours }">{{ prop.name }}</span></label
    >
    <button
      v-if="yours"
      class="back"
      :aria-label="`yours, back to kit: ${prop.name}`"
      :title="`Back to kit${others ? `. ${others}` : ''}`"
      @click="actions.back(prop)"
    >
      <span class="yours">yours</span><span class="act">Back to kit</span>
    </button>
    <div class="value">
      <component
        :is="length ? LengthControl : CONTROLS[prop.kind]"
        :id="id"
        :prop="prop"
        :held="held"
        :kit="kit"
        :several="several"
        :says="says"
        @choose="(v: Json, m: boolean) => actions.choose(prop, v, m)"
        @problem="(t: string) => (problem = t)"
      />
    </div>
    <span v-if="yours && $slots['mine']" class="mine-menu"><slot name="mine" /></span>
    <div v-if="$slots['end']" class="end"><slot name="end" /></div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 88px minmax(0, 1fr) auto;
  column-gap: 8px;
  align-items: center;
  padding: 3px 14px;
  min-height: 32px;
}
.value {
  grid-column: 2;
  grid-row: 1;
  min-width: 0;
}
.value :deep(.p-toggleswitch) {
  display: block;
}
.row:not(.mine) .value {
  grid-column: 2 / -1;
}
.back {
  grid-column: 3;
  grid-row: 1;
  position: relative;
  border: 0;
  background: none;
  padding: 2px 0;
  text-align: right;
  white-space: nowrap;
  cursor: pointer;
  font-size: 11.5px;
  min-width: 30px;
}
.act {
  display: none;
}
.row:hover .act,
.back:focus-visible .act {
  display: block;
  position: absolute;
  right: -4px;
  top: 50%;
  translate: 0 -50%;
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 4px;
  padding: 2px 6px;
  color: var(--ink);
  z-index: 1;
}
.row:hover .back:not(:hover):not(:focus-visible) .act {
  display: none;
}
.wide {
  grid-template-columns: minmax(0, 1fr) auto;
  padding-bottom: 5px;
  row-gap: 2px;
}
.wide .back {
  grid-column: 2;
}
.wide .value,
.wide:not(.mine) .value {
  grid-column: 1 / -1;
  grid-row: 2;
}
label {
  min-width: 0;
  display: grid;
  color: var(--ink);
}
.stitched {
  text-decoration: underline dashed;
  text-underline-offset: 3px;
  text-decoration-thickness: 1px;
}
label {
  grid-column: 1;
  grid-row: 1;
}
label:has(+ .back) {
  padding-right: 14px;
}
.mine-menu {
  grid-column: 1;
  grid-row: 1;
  justify-self: end;
  z-index: 1;
}
.wide .mine-menu {
  grid-column: 1;
}
.end {
  grid-column: 3;
  grid-row: 1;
}
.row:has(.end):not(.wide) .value {
  grid-column: 2;
}
.wide .end {
  grid-column: 2;
}
.problem {
  grid-column: 1 / -1;
  color: var(--bad);
  font-size: 11.5px;
}
.value :deep(.pick) {
  display: flex;
  gap: 7px;
  align-items: center;
  width: 100%;
  min-width: 0;
  padding: 3px 7px;
  min-height: 27px;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--raised);
}
.value :deep(.pick:hover) {
  border-color: var(--line-2);
}
</style>
