<script setup lang="ts">
import { computed } from 'vue';
import { thingOf, type HotSpot } from '../../core/index.js';

/** The order in which the keyboard goes through a screen: looked at, and corrected. */
const props = defineProps<{
  spots: readonly HotSpot[];
  /** It is another than things stand in. */
  changed: boolean;
}>();
const emit = defineEmits<{
  /** The order of things, by their ids; null: as they stand. */
  order: [things: readonly string[] | null];
  /** Something of the list has the keyboard. */
  at: [key: string];
}>();
interface Row {
  readonly thing: string;
  readonly key: string;
  readonly name: string;
  readonly role: string;
  /** So many parts of it are gone through. */
  readonly parts: number;
}
const rows = computed<readonly Row[]>(() => {
  const found = new Map<string, Row>();
  for (const s of props.spots) {
    if (!s.acts) continue;
    const thing = thingOf(s);
    const known = found.get(thing);
    if (known) found.set(thing, { ...known, parts: known.parts + 1 });
    else found.set(thing, { thing, key: s.key, name: s.name, role: s.role, parts: 1 });
  }
  return [...found.values()];
});
function move(from: number, by: -1 | 1): void {
  const things = rows.value.map((r) => r.thing);
  const [moved] = things.splice(from, 1);
  if (moved === undefined || from + by < 0 || from + by > things.length) return;
  things.splice(from + by, 0, moved);
  emit('order', things);
}
function key(event: KeyboardEvent, from: number): void {
  const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
  if (by === 0) return;
  event.preventDefault();
  event.stopPropagation();
  if (event.altKey) return move(from, by);
  const row = (event.currentTarget as HTMLElement)[by < 0 ? 'previousElementSibling' : 'nextElementSibling'];
  (row as HTMLElement | null)?.focus();
}
</script>

<template>
  <aside class="aside" role="region" aria-label="Focus order">
    <header>
      <h2>Focus order</h2>
      <button v-if="changed" class="quiet-link" @click="emit('order', null)">As it stands</button>
    </header>
    <p v-if="rows.length === 0" class="note">Nothing on this screen takes the keyboard.</p>
    <template v-else>
      <p class="note">The keyboard goes from one to the next. Alt with an arrow moves one.</p>
      <ol>
        <li
          v-for="(r, i) in rows"
          :key="r.thing"
          class="row-of"
          tabindex="0"
          @focus="emit('at', r.key)"
          @blur="emit('at', '')"
          @pointerenter="emit('at', r.key)"
          @pointerleave="emit('at', '')"
          @keydown="key($event, i)"
        >
          <span class="n tabular">{{ i + 1 }}</span>
          <span class="who"
            ><span class="clip">{{ r.name }}</span
            ><span class="note">{{ r.role }}{{ r.parts > 1 ? `, ${r.parts} parts` : '' }}</span></span
          >
          <button
            class="plain"
            :disabled="i === 0"
            :aria-label="`${r.name} earlier`"
            title="Earlier"
            @click="move(i, -1)"
          >
            ↑
          </button>
          <button
            class="plain"
            :disabled="i === rows.length - 1"
            :aria-label="`${r.name} later`"
            title="Later"
            @click="move(i, 1)"
          >
            ↓
          </button>
        </li>
      </ol>
    </template>
  </aside>
</template>

<style scoped>
aside > .note {
  padding: 10px 14px;
}
ol {
  overflow: auto;
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) 24px 24px;
  gap: 6px;
  align-items: center;
  padding: 6px 14px;
}
li:hover,
li:focus-visible {
  background: var(--tape-soft);
}
.n {
  font-weight: 600;
}
.who {
  display: grid;
  min-width: 0;
}
li button:disabled {
  opacity: 0.35;
}
</style>
