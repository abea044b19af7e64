<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref, shallowRef } from 'vue';
import {
  kitOfManifest,
  kitRef,
  readManifest,
  writeKit,
  writeManifest,
  type Kit,
  type ReadManifest,
} from '../../core/index.js';
import { api } from '../base/api.js';
import { plural } from '../base/counts.js';
import { packKit, saveFile } from '../originals/packKit.js';
import AppDialog from '../parts/AppDialog.vue';
import { useLibrary } from '../stores/library.js';
import { propId } from '../base/propForms.js';
import { nextVersion } from './nextVersion.js';

/** A kit's contracts as a custom elements manifest for code, and such a manifest as a kit in the looks of this one. */
const props = defineProps<{ kit: Kit }>();
const emit = defineEmits<{ made: [ref: string] }>();
const library = useLibrary();
const input = ref<HTMLInputElement | null>(null);
const read = shallowRef<ReadManifest | null>(null);
const open = ref(false);
const name = ref('');
const problem = ref('');
const busy = ref(false);
function save(): void {
  saveFile(
    new File([writeManifest(props.kit)], `${kitRef(props.kit)}.custom-elements.json`, { type: 'application/json' }),
  );
}
async function choose(): Promise<void> {
  const file = input.value?.files?.[0];
  if (input.value) input.value.value = '';
  problem.value = '';
  if (!file) return;
  const got = readManifest(await file.text(), props.kit);
  const refused = got.problems.find((p) => p.level === 'refused');
  if (refused) {
    problem.value = `${file.name}: ${refused.message}`;
    return;
  }
  name.value =
    file.name
      .replace(/\.json$|\.custom-elements/gu, '')
      .replace(/[-_.]+/gu, ' ')
      .trim()
      .slice(0, 60) || 'Elements';
  read.value = got;
  open.value = true;
}
const version = computed(() => nextVersion(library.kits.values(), propId(name.value, [])));
async function take(): Promise<void> {
  if (!read.value || name.value.trim() === '') return;
  busy.value = true;
  problem.value = '';
  try {
    const wish = { id: propId(name.value, []), name: name.value.trim(), version: version.value };
    const { basedOn, ...whole } = kitOfManifest(props.kit, read.value, wish);
    const from = [kitRef(props.kit), ...(basedOn ? [basedOn] : [])];
    await api.install(await packKit(whole, from, writeKit(whole)));
    await library.refresh();
    open.value = false;
    emit('made', `${wish.id}@${wish.version}`);
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <p class="files">
    <button class="quiet-link" @click="save">Save the contracts for code</button>
    <button class="quiet-link" @click="input?.click()">Read contracts from code</button>
    <input ref="input" type="file" accept=".json" hidden aria-label="A custom elements manifest" @change="choose" />
    <span v-if="problem && !open" class="problem" role="alert">{{ problem }}</span>
  </p>
  <AppDialog v-if="read" v-model:visible="open" header="Contracts from code" :width="520">
    <form class="read" @submit.prevent="take">
      <p>{{ plural(read.components.length, 'element') }} as components of a kit of their own.</p>
      <dl>
        <dt>In the looks of {{ kit.name }}</dt>
        <dd>{{ read.borrowed.join(', ') || 'none' }}</dd>
        <dt>In a plain look</dt>
        <dd>{{ read.plain.join(', ') || 'none' }}</dd>
      </dl>
      <details v-if="read.problems.length > 0">
        <summary>{{ plural(read.problems.length, 'thing') }} left out</summary>
        <p v-for="(p, i) in read.problems.slice(0, 60)" :key="i" class="note">{{ p.message }}</p>
      </details>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <footer>
        <label for="manifest-name">Name of the kit</label>
        <InputText id="manifest-name" v-model="name" size="small" maxlength="60" autofocus />
        <Button type="submit" label="Make this kit" :loading="busy" :disabled="name.trim() === ''" />
      </footer>
    </form>
  </AppDialog>
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin-top: -14px;
}
.read {
  display: grid;
  gap: 10px;
}
dl {
  margin: 0;
  max-height: 40vh;
  overflow: auto;
}
dt {
  font-weight: 600;
}
dd {
  margin: 2px 0 10px;
}
footer {
  display: flex;
  gap: 10px;
  align-items: center;
}
footer :deep(button) {
  margin-left: auto;
}
</style>
