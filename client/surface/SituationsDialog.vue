<script setup lang="ts">
import Button from 'primevue/button';
import InputNumber from 'primevue/inputnumber';
import InputText from 'primevue/inputtext';
import MultiSelect from 'primevue/multiselect';
import { computed, ref } from 'vue';
import { situationsOf, withoutSituation, type Situation } from '../../core/index.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document/document.js';
import { useSituations } from '../stores/situations.js';
import { useEditor } from '../stores/editor/editor.js';

/** The project's own situations: made, named, made stronger, given up with all that is said of them. */
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ see: [id: string] }>();
const doc = useDocument();
const editor = useEditor();
const situations = useSituations();
const own = computed(() => Object.values(doc.shown?.situations ?? {}));
const sets = computed(() => Object.values(doc.shown?.contentSets ?? {}).map((s) => ({ id: s.id, name: s.name })));
const name = ref('');
const problem = ref('');
/** How many things say something of a situation alone. */
const said = computed(() => {
  const by = new Map<string, number>();
  const count = (id: string | undefined): void => void (id !== undefined && by.set(id, (by.get(id) ?? 0) + 1));
  for (const screen of doc.shown?.screens ?? [])
    for (const node of Object.values(screen.nodes)) {
      for (const w of node.widths ?? []) count(w.situation);
      if (node.type === 'instance') for (const s of node.overrides) count(s.when?.situation);
    }
  return by;
});
function free(text: string, but?: string): string | null {
  const wanted = text.trim().slice(0, 80);
  problem.value = '';
  if (wanted === '') problem.value = 'A situation needs a name.';
  else if (doc.shown && situationsOf(doc.shown).some((s) => s.id !== but && s.name === wanted))
    problem.value = `There is a situation called “${wanted}” already.`;
  return problem.value === '' ? wanted : null;
}
function make(): void {
  const wanted = free(name.value);
  if (wanted === null) return;
  const id = editor.newId();
  if (!doc.act(`Add the situation ${wanted}`, [{ do: 'situation', situation: id, value: { id, name: wanted } }]))
    return;
  name.value = '';
  emit('see', id);
}
function change(s: Situation, to: Partial<Situation>): void {
  const value = Object.fromEntries(Object.entries({ ...s, ...to }).filter(([, v]) => v !== undefined));
  doc.act(`Change the situation ${s.name}`, [
    { do: 'situation', situation: s.id, value: value as unknown as Situation },
  ]);
}
function rename(s: Situation, text: string): void {
  const wanted = free(text, s.id);
  if (wanted !== null && wanted !== s.name) change(s, { name: wanted });
}
function remove(s: Situation): void {
  if (!doc.shown || !doc.act(`Give up the situation ${s.name}`, withoutSituation(doc.shown, s.id))) return;
  if (situations.seen === s.id) situations.seen = '';
}
const chosen = (s: Situation): string[] =>
  s.empty === 'all'
    ? sets.value.map((x) => x.id)
    : [...(s.empty ?? [])].filter((id) => sets.value.some((x) => x.id === id));
</script>

<template>
  <AppDialog v-model:visible="visible" header="Your own situations" :width="720">
    <p class="note">
      A situation is what differs together across screens: signed in, offline, a long name. Look at screens in it, and
      what you change is so in that situation only. “Texts 40 % longer” and “Nothing yet” are always there.
    </p>
    <ul v-if="own.length > 0">
      <li v-for="s in own" :key="s.id">
        <InputText
          :model-value="s.name"
          size="small"
          class="name"
          :aria-label="`Name of ${s.name}`"
          @change="rename(s, ($event.target as HTMLInputElement).value)"
        />
        <label class="note"
          >Texts longer by
          <InputNumber
            :model-value="s.longer ?? 0"
            size="small"
            suffix=" %"
            :min="0"
            :max="300"
            :input-style="{ width: '62px' }"
            :aria-label="`Texts longer in ${s.name}, %`"
            @update:model-value="(v) => change(s, { longer: v ? Math.round(v) : undefined })"
        /></label>
        <MultiSelect
          :model-value="chosen(s)"
          size="small"
          :options="sets"
          option-label="name"
          option-value="id"
          placeholder="no set empty"
          :max-selected-labels="1"
          selected-items-label="{0} sets empty"
          :disabled="sets.length === 0"
          :aria-label="`Content sets that have no rows in ${s.name}`"
          class="sets"
          @update:model-value="(ids: string[]) => change(s, { empty: ids.length > 0 ? ids : undefined })"
        />
        <span class="note tabular said">{{ plural(said.get(s.id) ?? 0, 'change') }}</span>
        <button class="quiet-link" :aria-label="`Look at ${s.name}`" @click="(emit('see', s.id), (visible = false))">
          Look
        </button>
        <button
          class="quiet-link"
          :aria-label="`Give up ${s.name}`"
          title="With everything that is said of it; undo brings it back"
          @click="remove(s)"
        >
          Give up
        </button>
      </li>
    </ul>
    <form @submit.prevent="make">
      <InputText v-model="name" size="small" placeholder="Signed in" aria-label="Name of a new situation" autofocus />
      <Button type="submit" size="small" label="Add this situation" />
    </form>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </AppDialog>
</template>

<style scoped>
ul {
  display: grid;
  gap: 8px;
  margin: 12px 0;
}
li {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) auto 150px 74px auto auto;
  gap: 10px;
  align-items: center;
}
label {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.name,
.sets {
  min-width: 0;
}
.said {
  text-align: right;
}
form {
  display: flex;
  gap: 8px;
  margin-top: 12px;
}
.problem {
  color: var(--bad);
  margin-top: 6px;
}
</style>
