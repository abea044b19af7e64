<script setup lang="ts">
import Popover from 'primevue/popover';
import { computed, ref } from 'vue';
import { repeatedOverride, targetKey, valuesInUse, type Target } from '../../core/index.js';
import { count, plural } from '../base/counts.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';
import { notify } from '../stores/notices.js';

/** What can be done with one override that is yours: put it back, write it into the original, see what others say. */
const props = defineProps<{ readonly target: Target; readonly name: string }>();
const emit = defineEmits<{ back: [] }>();
const editor = useEditor();
const originals = useOriginals();
const pop = ref<InstanceType<typeof Popover> | null>(null);
const shown = ref(false);
const node = computed(() => (editor.selectedNode?.type === 'instance' ? editor.selectedNode : undefined));
const ref_ = computed(() => originals.shownRef());
const values = computed(() =>
  shown.value && editor.world && ref_.value !== null ? valuesInUse(editor.world, ref_.value, props.target) : [],
);
const promotion = computed(() =>
  shown.value && node.value ? originals.promotion(new Set([targetKey(props.target)])) : null,
);
const repeated = computed(() =>
  shown.value && editor.world && node.value
    ? repeatedOverride(editor.world, editor.appliedKits, node.value, targetKey(props.target))
    : null,
);
function promote(): void {
  pop.value?.hide();
  originals.promote(new Set([targetKey(props.target)]));
}
function back(): void {
  pop.value?.hide();
  emit('back');
}
function option(): void {
  const r = repeated.value;
  if (!r || !editor.world) return;
  pop.value?.hide();
  originals.makeOption(r, `Other ${props.name.toLowerCase()}`);
}
function select(uses: readonly { readonly screen: string; readonly node: string }[]): void {
  pop.value?.hide();
  const here = uses.filter((u) => u.screen === editor.screenId).map((u) => u.node);
  editor.select(
    here,
    uses.filter((u) => u.screen !== editor.screenId),
  );
  notify(`${plural(uses.length, 'instance')} selected.`);
}
</script>

<template>
  <button
    class="plain more"
    aria-haspopup="dialog"
    :aria-label="`Compare and promote ${name}`"
    title="Compare, promote, put back"
    @click="pop?.toggle($event)"
  >
    …
  </button>
  <Popover ref="pop" :aria-label="`${name}: yours`" @show="shown = true" @hide="shown = false">
    <div class="menu">
      <template v-if="promotion && !('problem' in promotion)">
        <button class="quiet-link" @click="promote">Promote into {{ promotion.name }}</button>
        <p class="note">
          {{
            promotion.changes.length === 0
              ? 'No other instance changes'
              : `${count(promotion.changes.length)} other ${promotion.changes.length === 1 ? 'instance changes' : 'instances change'}`
          }}{{ promotion.keep.length > 0 ? `; ${count(promotion.keep.length)} keep their own` : '' }}.
        </p>
      </template>
      <button class="quiet-link" @click="back">Back to kit</button>
      <template v-if="repeated">
        <button class="quiet-link" @click="option">Make it an option</button>
        <p class="note">{{ count(repeated.uses.length) }} instances have the same. An option says it once.</p>
      </template>
      <div v-if="values.length > 0" class="values">
        <strong>In use</strong>
        <button
          v-for="(v, i) in values.slice(0, 8)"
          :key="i"
          class="plain value"
          title="Select these"
          @click="select(v.uses)"
        >
          <span class="clip">{{ v.says }}</span><span class="note tabular"
            >{{ count(v.uses.length) }} on {{ plural(v.screens, 'screen') }}</span
          >
        </button>
        <p v-if="values.length > 8" class="note">and {{ values.length - 8 }} more values</p>
      </div>
    </div>
  </Popover>
</template>

<style scoped>
.more {
  padding: 0 4px;
  font-weight: 700;
  color: var(--soft);
  line-height: 1;
}
.more:hover {
  color: var(--ink);
}
.menu {
  width: 250px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
.values {
  width: 100%;
  display: grid;
  gap: 2px;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.value {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px;
  padding: 2px 4px;
  border-radius: 4px;
}
.value:hover {
  background: var(--wash);
}
</style>
