<script setup lang="ts">
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import {
  similarTo,
  makeMany,
  suitedTo,
  type Chosen,
  type HowMany,
  type ManyMade,
  type OneMade,
  type Suggestion,
} from '../../core/index.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document/document.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';
import { notify } from '../stores/notices.js';

/** Makes components of the project of what is selected: how many, what they are called, and what each use can say for itself. */
const visible = defineModel<boolean>('visible', { required: true });
const doc = useDocument();
const editor = useEditor();
const originals = useOriginals();
const chosen = computed<readonly Chosen[]>(() => {
  const all = editor.targets.map((t) => ({ screen: t.screen, ids: t.ids }));
  const own = editor.screen;
  const id = editor.selectedIds[0];
  return likesToo.value && own && id !== undefined && editor.countSelected === 1
    ? [{ screen: own, ids: [id, ...likes.value.map((l) => l.id)] }]
    : all;
});
const several = computed(() => editor.countSelected > 1);
/** Other things on the screen that are like the one that is selected. */
const likes = computed(() => {
  const id = editor.selectedIds[0];
  return !several.value && editor.screen && id !== undefined ? similarTo(editor.screen, id) : [];
});
const likesToo = ref(true);
const how = ref<HowMany>(
  originals.makingHow ?? suitedTo(editor.targets.map((t) => ({ screen: t.screen, ids: t.ids }))),
);
originals.makingHow = null;
const way = computed<HowMany>(() => (several.value ? how.value : 'alike'));
const pattern = ref('');
const find = ref('');
const put = ref('');
const names = ref<Readonly<Record<string, string>>>({});
const without = ref<ReadonlySet<string>>(new Set());
const leave = ref<ReadonlySet<string>>(new Set());
const take = ref<ReadonlySet<string>>(new Set());
const unfolded = ref<string | null>(null);
function made(preview: boolean, all = false): ManyMade {
  const w = editor.world;
  if (!w) return { problem: 'No project is open.' };
  let n = 0;
  return makeMany(w, chosen.value, preview ? () => `preview${++n}` : editor.newId, {
    how: way.value,
    pattern: pattern.value,
    find: find.value,
    put: put.value,
    names: names.value,
    leave: leave.value,
    take: take.value,
    ...(all ? {} : { without: without.value }),
  });
}
/** All there could be: those that are not wanted stay in the list. */
const preview = computed(() => made(true, true));
const list = computed<readonly OneMade[]>(() => ('made' in preview.value ? preview.value.made : []));
const problem = computed(() => ('problem' in preview.value ? preview.value.problem : ''));
const left = computed(() => ('left' in preview.value ? [...new Set(preview.value.left)] : []));
const open = computed(() => unfolded.value ?? (list.value.length === 1 ? (list.value[0]?.of ?? '') : ''));
const wanted = computed(() => list.value.filter((m) => !without.value.has(m.of)));
const label = computed(() => (wanted.value.length === 1 ? 'Make component' : `Make ${wanted.value.length} components`));
const HOW: readonly { readonly id: HowMany; readonly name: string }[] = [
  { id: 'alike', name: 'One of each kind' },
  { id: 'each', name: 'One of each thing' },
  { id: 'one', name: 'One of everything' },
];
const toggled = (set: ReadonlySet<string>, key: string): ReadonlySet<string> => {
  const next = new Set(set);
  if (!next.delete(key)) next.add(key);
  return next;
};
/** Lists and texts come by themselves; slots only when they are wanted. */
function suggest(s: Suggestion): void {
  if (s.kind === 'slot') take.value = toggled(take.value, s.key);
  else leave.value = toggled(leave.value, s.key);
}
function want(m: OneMade): void {
  without.value = toggled(without.value, m.of);
}
function name(m: OneMade, text: string): void {
  names.value = { ...names.value, [m.of]: text };
}
const taken = (m: OneMade): string => {
  const asked = names.value[m.of]?.trim();
  return asked !== undefined && asked !== '' && asked !== m.component.name
    ? `There is a ${asked} already; this one will be called ${m.component.name}.`
    : '';
};
function make(): void {
  const got = made(false);
  if ('problem' in got || got.made.length === 0) return;
  const what = got.made.length === 1 ? (got.made[0]?.component.name ?? '') : `${got.made.length} components`;
  if (!doc.act(`Make ${what}`, got.steps)) return;
  const all = got.made.flatMap((m) => m.instances);
  editor.select(
    all.filter((i) => i.screen === editor.screenId).map((i) => i.node),
    all.filter((i) => i.screen !== editor.screenId),
  );
  visible.value = false;
  for (const text of new Set(got.left)) notify(text);
}
const KINDS: Readonly<Record<Suggestion['kind'], string>> = {
  text: 'text',
  icon: 'icon',
  image: 'picture',
  flag: 'flag',
  list: 'list',
  slot: 'slot',
  choice: 'choice',
  number: 'number',
  colour: 'colour',
  component: 'component',
};
</script>

<template>
  <AppDialog v-model:visible="visible" :header="several ? 'Make components' : 'Make a component'" :width="560">
    <p v-if="problem && !several" role="alert">{{ problem }}</p>
    <form v-else class="form" @submit.prevent="make">
      <div v-if="several" role="radiogroup" aria-label="How many" class="how">
        <button
          v-for="h in HOW"
          :key="h.id"
          type="button"
          role="radio"
          class="plain way"
          :aria-checked="how === h.id"
          :class="{ on: how === h.id }"
          @click="how = h.id"
        >
          {{ h.name }}
        </button>
      </div>
      <p v-if="problem" role="alert">{{ problem }}</p>
      <label v-if="likes.length > 0" class="likes"
        ><Checkbox v-model="likesToo" binary />Also {{ plural(likes.length, 'like thing') }} on this screen, at least
        {{ Math.round((likes.at(-1)?.likeness ?? 1) * 100) }} % alike</label
      >
      <ul class="made" aria-label="Components">
        <li v-for="(m, i) in list" :key="m.of" :class="{ off: without.has(m.of) }">
          <div class="line">
            <Checkbox
              v-if="list.length > 1"
              binary
              :model-value="!without.has(m.of)"
              :aria-label="`Make ${m.component.name}`"
              @update:model-value="want(m)"
            />
            <InputText
              :id="i === 0 ? 'make-name' : undefined"
              size="small"
              maxlength="80"
              :aria-label="list.length > 1 ? `Name ${i + 1}` : 'Name'"
              :model-value="names[m.of] ?? m.component.name"
              :autofocus="i === 0"
              @update:model-value="(v) => name(m, String(v ?? ''))"
            />
            <span class="note">{{
              m.instances.length > 1
                ? `${m.instances.length} instances, ${Math.round(m.likeness * 100)} % alike`
                : m.component.role
            }}</span>
            <button
              v-if="m.suggestions.length > 0 && list.length > 1"
              type="button"
              class="quiet-link"
              :aria-expanded="open === m.of"
              @click="unfolded = open === m.of ? '' : m.of"
            >
              {{ m.component.contract.props.length + m.component.contract.slots.length }} of
              {{ m.suggestions.length }}
            </button>
          </div>
          <p v-if="taken(m)" class="note">{{ taken(m) }}</p>
          <ul
            v-if="open === m.of && m.suggestions.length > 0"
            class="props"
            aria-label="What each use can say for itself"
          >
            <li v-for="s in m.suggestions" :key="s.key">
              <Checkbox binary :model-value="s.taken" :aria-label="s.name" @update:model-value="suggest(s)" />
              <span class="clip">{{ s.name }}</span><span class="clip says">{{ s.says }}</span
              ><span class="note">{{ KINDS[s.kind] }}</span>
            </li>
          </ul>
          <p v-else-if="open === m.of" class="note">Nothing of its own: every use of it is the same.</p>
        </li>
      </ul>
      <fieldset v-if="list.length > 1" class="names">
        <legend class="note">Names of all that are not typed above</legend>
        <InputText
          v-model="pattern"
          size="small"
          placeholder="Card / {text}"
          aria-label="Pattern"
          title="{name}, {text}, {number}"
        />
        <InputText v-model="find" size="small" placeholder="Find" aria-label="Find in the name" />
        <InputText v-model="put" size="small" placeholder="Put instead" aria-label="Put instead" />
      </fieldset>
      <p v-for="text in left" :key="text" class="note">{{ text }}</p>
      <p class="note">
        What is there now is what it says by itself, so nothing changes on the screen. Place it again from the Shelf, or
        by its name.
      </p>
      <Button
        type="submit"
        :label="label"
        :disabled="wanted.length === 0 || wanted.some((m) => (names[m.of] ?? 'x').trim() === '')"
      />
    </form>
  </AppDialog>
</template>

<style scoped>
.form {
  padding-top: 4px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.how {
  display: flex;
  gap: 2px;
}
.way {
  padding: 4px 10px;
  border-radius: 4px;
  color: var(--soft);
}
.way.on {
  background: var(--tape-soft);
  color: var(--tape-ink);
  font-weight: 600;
}
.likes {
  display: flex;
  gap: 8px;
  align-items: center;
}
.made {
  max-height: 380px;
  overflow: auto;
  display: grid;
  /* Chosen or not, name, what it is, and how many: one column each for all. */
  grid-template-columns: [all-start] auto [name] minmax(0, 1fr) [note] auto [shows] auto [all-end];
  gap: 6px 10px;
  padding: 3px;
}
.made > li,
.line {
  display: grid;
  grid-column: all;
  grid-template-columns: subgrid;
  row-gap: 0;
}
.made > li > * {
  grid-column: all;
}
.off .line > :not(:first-child) {
  opacity: 0.45;
}
.line {
  align-items: center;
}
.line :deep(.p-inputtext) {
  grid-column: name;
  min-width: 0;
}
.line .note {
  grid-column: note;
  white-space: nowrap;
}
.line > .quiet-link {
  grid-column: shows;
}
/* A single component: nothing to choose, nothing to unfold. */
.line :deep(.p-inputtext:first-child) {
  grid-column: all-start / note;
}
.line :deep(.p-inputtext:first-child + .note) {
  grid-column: note / all-end;
}
.props {
  margin: 6px 0 4px;
  max-height: 240px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 5px;
}
.props li {
  display: grid;
  grid-template-columns: auto 1fr 1.3fr auto;
  align-items: center;
  gap: 10px;
  padding: 4px 10px;
  border-bottom: 1px solid var(--line);
}
.props li:last-child {
  border-bottom: 0;
}
.says {
  color: var(--soft);
}
.names {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 1fr);
  min-width: 0;
  gap: 6px;
}
.names :deep(input) {
  min-width: 0;
  width: 100%;
}
.names legend {
  padding-bottom: 4px;
}
.form > button {
  justify-self: end;
}
</style>
