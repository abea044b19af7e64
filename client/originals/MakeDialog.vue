<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { makeOriginal } from '../../core/index.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document.js';
import { useStage } from '../stores/stage.js';

/** Makes a component of the project of what is selected: its name, and what each use of it can say for itself. */
const visible = defineModel<boolean>('visible', { required: true });
const doc = useDocument();
const stage = useStage();
const name = ref('');
/** Ids that are only shown; those that are made come with the edit. */
const preview = computed(() => made('preview', {}));
function made(prefix: string, wish: { readonly name?: string }): ReturnType<typeof makeOriginal> {
  const { world, screen, selectedIds } = stage;
  const id = selectedIds[0];
  if (!world || !screen || id === undefined) return { problem: 'Select something on the screen first.' };
  if (stage.countSelected > 1)
    return {
      problem: 'Several things are selected. Wrap them first (Ctrl+G), then make a component of what holds them.',
    };
  let n = 0;
  return makeOriginal(world, screen, id, prefix === '' ? stage.newId : () => `${prefix}${++n}`, wish);
}
watch(
  visible,
  (open) => {
    if (open && 'component' in preview.value) name.value = preview.value.component.name;
  },
  { immediate: true },
);
const props = computed(() => ('component' in preview.value ? preview.value.component.contract.props : []));
const problem = computed(() => ('problem' in preview.value ? preview.value.problem : ''));
function make(): void {
  const got = made('', { name: name.value });
  if ('problem' in got) return;
  if (!doc.act(`Make ${got.component.name} of it`, got.steps)) return;
  stage.select([got.instance]);
  visible.value = false;
}
</script>

<template>
  <AppDialog v-model:visible="visible" header="Make a component" :width="460">
    <p v-if="problem" role="alert">{{ problem }}</p>
    <form v-else class="form" @submit.prevent="make">
      <label for="make-name">Name</label>
      <InputText id="make-name" v-model="name" size="small" autofocus maxlength="80" />
      <span>Says</span>
      <ul v-if="props.length > 0" class="props" aria-label="What each use can say for itself">
        <li v-for="p in props" :key="p.id">
          <span class="clip">{{ p.name }}</span><span class="clip">{{ p.default }}</span
          ><span class="note">{{ p.kind }}</span>
        </li>
      </ul>
      <p v-else class="note">Nothing of its own: every use of it is the same.</p>
      <span />
      <p class="note">
        What is there now is what it says by itself, so nothing changes on the screen. Place it again from the Shelf, or
        by its name.
      </p>
      <span /><Button type="submit" label="Make component" :disabled="name.trim() === ''" />
    </form>
  </AppDialog>
</template>

<style scoped>
.form {
  padding-top: 4px;
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
.form > span:not(:empty),
.form > label {
  padding-top: 6px;
}
.props {
  max-height: 240px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 5px;
}
.props li {
  display: grid;
  grid-template-columns: 1fr 1.3fr auto;
  align-items: baseline;
  gap: 10px;
  padding: 5px 10px;
  border-bottom: 1px solid var(--line);
}
.props li:last-child {
  border-bottom: 0;
}
.form > button {
  justify-self: end;
}
</style>
