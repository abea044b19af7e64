<script setup lang="ts">
import { computed } from 'vue';
import {
  attrName,
  overrideKindOf,
  OVERRIDE_KINDS,
  overridesOf,
  resetKindSteps,
  repeatedOverride,
  type OverrideKind,
} from '../../core/index.js';
import { count, plural } from '../base/counts.js';
import { tip } from '../keys/table.js';
import { useDocument } from '../stores/document/document.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';

/** Everything on the instance that is yours: shown alone, put back by kind or all, promoted, copied to others. */
const only = defineModel<boolean>('only', { required: true });
const emit = defineEmits<{ back: [] }>();
const doc = useDocument();
const editor = useEditor();
const originals = useOriginals();
const node = computed(() => (editor.selectedNode?.type === 'instance' ? editor.selectedNode : undefined));
const mine = computed(() =>
  editor.world && node.value ? overridesOf(editor.world, editor.appliedKits, node.value) : [],
);
const NAMES: Readonly<Record<OverrideKind, string>> = {
  content: 'what it says',
  options: 'options',
  looks: 'looks of parts',
  room: 'room',
};
const kinds = computed(() => {
  const w = editor.world;
  const ref = originals.shownRef();
  if (!w || ref === null) return [];
  const all = mine.value.map((m) => overrideKindOf(w, ref, m));
  return OVERRIDE_KINDS.map((kind) => ({ kind, n: all.filter((k) => k === kind).length })).filter((k) => k.n > 0);
});
function putBack(kind: OverrideKind): void {
  const w = editor.world;
  const s = editor.screen;
  const ref = originals.shownRef();
  if (!w || !s || !node.value || ref === null) return;
  doc.act(
    `Put ${NAMES[kind]} back to kit`,
    resetKindSteps(w, editor.appliedKits, s, node.value, (m) => overrideKindOf(w, ref, m) === kind),
  );
}
/** The same choice on three or more instances may want to be an option: one quiet line, while one works. */
const advice = computed(() => {
  const w = editor.calmWorld;
  const n = node.value;
  if (!w || !n || editor.countSelected > 1) return null;
  for (const m of mine.value) {
    const found =
      m.kind === 'override' && m.transferred.at.length > 0 ? repeatedOverride(w, editor.appliedKits, n, m.key) : null;
    if (found) return found;
  }
  return null;
});
const promotion = computed(() =>
  kinds.value.some((k) => k.kind === 'looks' || k.kind === 'options') ? originals.promotion() : null,
);
</script>

<template>
  <div v-if="mine.length > 0" class="section">
    <div class="between">
      <strong>{{ mine.length === 1 ? '1 setting is yours' : `${count(mine.length)} settings are yours` }}</strong>
      <button class="quiet-link" @click="emit('back')">Put all back</button>
    </div>
    <p v-if="kinds.length > 1" class="line note">
      Put back only
      <button v-for="k in kinds" :key="k.kind" class="quiet-link" @click="putBack(k.kind)">
        {{ NAMES[k.kind] }} ({{ k.n }})
      </button>
    </p>
    <p class="line">
      <label class="only"><input v-model="only" type="checkbox" /> Only mine</label>
      <button class="quiet-link" :title="tip('copyOverrides')" @click="originals.copyOverrides()">Copy settings</button>
    </p>
    <p v-if="advice" class="advice">
      {{ plural(advice.uses.length, 'instance') }} have the same {{ attrName(advice.transferred.name).toLowerCase() }}.
      <button
        class="quiet-link"
        @click="originals.makeOption(advice, `Other ${attrName(advice.transferred.name).toLowerCase()}`)"
      >
        Make it an option
      </button>
    </p>
    <template v-if="promotion && !('problem' in promotion)">
      <p class="line">
        <button class="quiet-link" @click="originals.promote()">Promote into {{ promotion.name }}</button>
      </p>
      <p class="note">
        {{
          promotion.changes.length === 0
            ? 'No other instance changes'
            : `${plural(promotion.changes.length, 'other instance')} would show it`
        }}{{ promotion.keep.length > 0 ? `; ${count(promotion.keep.length)} keep their own` : ''
        }}{{ promotion.left.length > 0 ? `; stays here: ${promotion.left.join(', ')}` : '' }}.
      </p>
    </template>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  gap: 4px 10px;
  flex-wrap: wrap;
  align-items: center;
}
.line .quiet-link {
  font-size: 12px;
}
.advice {
  border-left: 4px solid var(--tape);
  padding-left: 8px;
}
.only {
  display: flex;
  gap: 5px;
  align-items: center;
}
.only input {
  accent-color: var(--tape);
}
</style>
