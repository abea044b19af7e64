<script setup lang="ts">
import LineField from './LineField.vue';
import type { Line } from './lines.js';
import type { LineEditing } from './lineEditing.js';

/** One line of the Outline; drawn again only when it says something else. */
defineProps<{
  line: Line;
  /** Which line it is, from the top. */
  nth: number;
  on: boolean;
  open: boolean | undefined;
  /** Where what is held would land: before it, behind it, inside. */
  landing: string;
  /** Set while its text is written. */
  writing: LineEditing | null;
}>();
defineEmits<{ press: [event: PointerEvent, line: Line]; pick: [event: MouseEvent, line: Line]; enter: [line: Line] }>();
</script>

<template>
  <div
    role="treeitem"
    :data-id="line.id"
    :data-at="nth"
    :aria-level="line.depth + 1"
    :aria-selected="on"
    :aria-label="`${line.kind} ${line.text}`.trim()"
    :aria-expanded="open"
    class="line"
    :class="[{ on, ghost: line.ghost, head: line.head }, landing]"
    @pointerdown="$emit('press', $event, line)"
    @click="$emit('pick', $event, line)"
    @dblclick="$emit('enter', line)"
  >
    <span class="kind clip">{{ line.kind }}</span>{{ ' ' }}
    <LineField v-if="writing" :writing="writing" label="Text of this line" :depth="line.depth" />
    <span v-else class="text clip" :style="{ paddingLeft: `${10 + line.depth * 14}px` }">{{ line.text }}</span>
    <span
      v-if="line.count > 0 && !line.ghost"
      class="yours"
      :title="`${line.count} of its looks and parts are yours`"
      :data-count="line.count"
    />
    <span v-if="line.overlay && !line.ghost" class="note" title="Lies over the screen">over</span>
    <span v-if="line.ghost" class="note">Enter places</span>
  </div>
</template>

<style scoped>
.line.on {
  background: var(--tape-soft);
  box-shadow: inset 3px 0 0 var(--tape);
  font-weight: 600;
}
.line:hover:not(.on) {
  background: var(--wash);
}
.line.on .kind {
  color: var(--ink);
}
.line.head {
  font-weight: 700;
}
.line.ghost {
  color: var(--tape-ink);
  background: repeating-linear-gradient(135deg, var(--tape-soft) 0 6px, var(--raised) 6px 12px);
}
.line.before {
  box-shadow: inset 0 3px 0 var(--tape);
}
.line.after {
  box-shadow: inset 0 -3px 0 var(--tape);
}
.line.inside {
  box-shadow: inset 0 0 0 2px var(--tape);
}
.yours::after {
  content: attr(data-count);
}
</style>
