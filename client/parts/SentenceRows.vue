<script lang="ts">
import { ref } from 'vue';
/** What is typed and not said yet, by whom it is of: it is there again when that is selected again. */
const typed = ref<Record<string, string>>({});
</script>

<script setup lang="ts">
import AutoComplete from 'primevue/autocomplete';
import { computed, onBeforeUnmount } from 'vue';
import { usePickTarget } from '../stores/pickTarget.js';

/** Sentences to write by typing, one in a row, with what may come next offered; the last row takes a new one, an empty one goes. */
const props = defineProps<{
  /** Of whom they are: what is typed belongs to that. */
  of: string;
  sentences: readonly string[];
  /** Said in the empty row. */
  hint: string;
  /** Called so: `Interaction` gives “Interaction 1”. */
  name: string;
  /** Called so when there is none yet. */
  newName: string;
  /** How far a text can be read, and what may stand there. */
  read: (text: string) => { readonly ok: boolean; readonly at?: number; readonly offers: readonly string[] };
  /** Puts a sentence in its row; says what is wrong with it, or nothing. */
  put: (row: number, text: string) => string;
  /** Words for what is pointed at on the Wall, where one of them may come next; absent: nothing is pointed at. */
  point?: (offers: readonly string[]) => ((screen: string, things: readonly string[]) => string | undefined) | null;
}>();
const pickTarget = usePickTarget();
onBeforeUnmount(() => pickTarget.ask(null));
const problem = ref('');
const offers = ref<readonly string[]>([]);
/** Whole sentences that go on from what is typed. */
function offer(row: number, text: string): void {
  const got = props.read(text);
  const upTo = got.ok || got.at === undefined ? text.trimEnd() : text.slice(0, got.at);
  const words = got.ok ? null : (props.point?.(got.offers) ?? null);
  pickTarget.ask(
    words && {
      says: 'It may be pointed at on the Wall, too',
      take: (screen, things) => {
        const said = words(screen, things);
        if (said === undefined) return false;
        again(row, `${upTo.trimEnd()} ${said}`);
        return true;
      },
    },
  );
  const glue = (o: string): string =>
    o.startsWith(',') ? `${upTo.trimEnd()}${o}` : `${upTo}${upTo === '' || /\s$/u.test(upTo) ? '' : ' '}${o}`;
  offers.value = got.offers.map(glue);
}
const keyOf = (row: number): string => `${props.name} ${props.of} ${row}`;
function commit(row: number): void {
  const text = typed.value[keyOf(row)];
  if (text === undefined || text === (props.sentences[row] ?? '')) return;
  problem.value = props.put(row, text);
  if (problem.value !== '') return;
  const { [keyOf(row)]: _, ...rest } = typed.value;
  typed.value = rest;
}
function write(row: number, text: unknown): void {
  if (typed.value[keyOf(row)] !== text) problem.value = '';
  typed.value = { ...typed.value, [keyOf(row)]: typeof text === 'string' ? text : '' };
}
interface Field {
  readonly show?: () => void;
}
const fields: Field[] = [];
/** How long the list takes to go: ms. */
const GONE = 180;
/** Something was chosen from what is offered: what may come next is offered at once. */
function again(row: number, text: string): void {
  write(row, text);
  // A whole sentence is said at once: what is added to it is said when it is.
  if (props.read(text).ok) commit(row);
  offer(row, text);
  // The list goes away when something is chosen; it comes again once it is gone.
  if (offers.value.length > 0) setTimeout(() => fields[row]?.show?.(), GONE);
}
function leave(row: number): void {
  pickTarget.ask(null);
  commit(row);
}
const rows = computed(() => [...props.sentences, '']);
</script>

<template>
  <div v-for="(s, i) in rows" :key="`${of} ${i}`" class="row">
    <AutoComplete
      :model-value="typed[keyOf(i)] ?? s"
      :suggestions="[...offers]"
      size="small"
      :min-length="0"
      :delay="0"
      fluid
      complete-on-focus
      :ref="(el) => (fields[i] = el as unknown as Field)"
      :show-empty-message="false"
      :placeholder="i === rows.length - 1 ? hint : ''"
      :aria-label="i === rows.length - 1 ? newName : `${name} ${i + 1}`"
      :input-style="{ fontSize: '12px' }"
      @option-select="(e) => again(i, String(e.value))"
      @complete="(e) => offer(i, e.query)"
      @update:model-value="(v) => write(i, v)"
      @blur="leave(i)"
      @keydown.escape="pickTarget.ask(null)"
      @keydown.enter="commit(i)"
    />
    <button
      v-if="i < rows.length - 1"
      class="quiet-link"
      :aria-label="`Take away: ${s}`"
      title="Take it away"
      @click="problem = put(i, '')"
    >
      Away
    </button>
  </div>
  <p v-if="pickTarget.aim" class="note" role="status">{{ pickTarget.aim.says }}.</p>
  <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
</template>

<style scoped>
.row {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 5px;
}
.row > :first-child {
  flex: 1;
  min-width: 0;
}
.bad {
  color: var(--bad);
  font-size: 11.5px;
}
</style>
