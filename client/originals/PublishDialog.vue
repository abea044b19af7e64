<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import MultiSelect from 'primevue/multiselect';
import Textarea from 'primevue/textarea';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  gradeKit,
  kitRef,
  nextVersion,
  publishKit,
  type Kit,
  type Published,
  type PublishRequest,
} from '../../core/index.js';
import { api } from '../base/api.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import ProblemList from '../parts/ProblemList.vue';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { propId } from '../base/propForms.js';
import { packKit, saveFile } from './packKit.js';

/** Makes an installed kit of the project's components: named, versioned by what changed, judged by what can be read from it. */
const visible = defineModel<boolean>('visible', { required: true });
const doc = useDocument();
const editor = useEditor();
const library = useLibrary();
const router = useRouter();
const name = ref(doc.shown ? `${doc.shown.name} kit` : '');
const author = useLocalStorage('dekkor-author', '');
const licence = ref('Ours alone');
const notes = ref('');
const version = ref('');
const starters = ref<string[]>([]);
const busy = ref(false);
const failure = ref('');
const done = ref<{
  readonly kit: Kit;
  readonly file: File;
  readonly problems: Awaited<ReturnType<typeof api.install>>['problems'];
} | null>(null);
const id = computed(() => propId(name.value, []));
const screens = computed(() => (doc.shown?.screens ?? []).map((s) => ({ id: s.id, name: s.name })));
const wish = (v: string): PublishRequest => ({
  id: id.value,
  name: name.value.trim(),
  version: v,
  author: author.value.trim() || 'unknown',
  licence: licence.value.trim() || 'not stated',
  notes: notes.value,
  summary: `Published from ${doc.shown?.name ?? 'a project'}.`,
  starters: starters.value,
});
const world = computed(() => editor.calmWorld);
const made = computed<Published | null>(() =>
  world.value && !done.value ? publishKit(world.value, wish('0.0.0')) : null,
);
const kit = computed(() => (made.value && 'kit' in made.value ? made.value.kit : null));
/** The last version that is installed under this name. */
const before = computed(() => {
  const parts = (k: Kit): number[] => k.version.split(/[.-]/u).slice(0, 3).map(Number);
  return [...library.kits.values()]
    .filter((k) => k.id === id.value)
    .sort((a, b) => parts(b).reduce((d, n, i) => d || n - (parts(a)[i] ?? 0), 0))[0];
});
const advice = computed(() => (kit.value ? nextVersion(before.value, kit.value) : null));
watch(
  [() => advice.value?.version, id],
  () => {
    version.value = advice.value?.version ?? '1.0.0';
  },
  { immediate: true },
);
const grade = computed(() => (kit.value ? gradeKit(kit.value) : null));
const per = (x: number): string => `${Math.round(x * 100)} %`;
const valid = computed(() => name.value.trim() !== '' && /^\d+\.\d+\.\d+$/u.test(version.value));
async function publish(): Promise<void> {
  const w = editor.world;
  if (!w || !valid.value) return;
  const got = publishKit(w, wish(version.value));
  if ('problem' in got) {
    failure.value = got.problem;
    return;
  }
  busy.value = true;
  failure.value = '';
  try {
    const from = [
      ...new Set([
        ...(doc.shown?.appliedKits.map((x) => x.shows) ?? []),
        ...(doc.shown?.kits ?? []),
        ...library.kits.keys(),
      ]),
    ];
    const file = await packKit(got.kit, from);
    const told = await api.install(file);
    await library.refresh();
    done.value = { kit: got.kit, file, problems: told.problems };
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
async function startProject(): Promise<void> {
  if (!done.value) return;
  const ref = kitRef(done.value.kit);
  const { project } = await api.create(`New with ${done.value.kit.name}`, ref);
  visible.value = false;
  await router.push(`/p/${project.id}/compose`);
}
</script>

<template>
  <AppDialog v-model:visible="visible" header="Publish as kit" :width="600">
    <div v-if="done" class="done">
      <p>
        <strong>{{ done.kit.name }} {{ done.kit.version }}</strong> is installed:
        {{ plural(Object.keys(done.kit.components).length, 'component') }}. Any project can be made with it now; this
        one goes on with its own originals.
      </p>
      <ProblemList v-if="done.problems.length > 0" :problems="done.problems" />
      <p class="acts">
        <Button label="New project with it" autofocus @click="startProject" />
        <Button label="Save the package" severity="secondary" outlined @click="saveFile(done.file)" />
      </p>
    </div>
    <p v-else-if="made && 'problem' in made" role="alert">{{ made.problem }}</p>
    <form v-else class="form" @submit.prevent="publish">
      <label for="kit-name">Name</label>
      <InputText id="kit-name" v-model="name" size="small" maxlength="80" autofocus />
      <label for="kit-version">Version</label>
      <span class="two"
        ><InputText id="kit-version" v-model="version" size="small" />
        <span class="note">{{
          advice
            ? `${before ? `After ${before.version}: ` : ''}${advice.why.slice(0, 3).join('; ')}${advice.why.length > 3 ? ` and ${advice.why.length - 3} more` : ''}`
            : ''
        }}</span></span
      >
      <label for="kit-author">Author</label>
      <InputText id="kit-author" v-model="author" size="small" maxlength="200" />
      <label for="kit-licence">Licence</label>
      <InputText id="kit-licence" v-model="licence" size="small" maxlength="200" />
      <label for="kit-notes">Notes</label>
      <Textarea id="kit-notes" v-model="notes" rows="2" auto-resize placeholder="What is new, for those who use it" />
      <span id="kit-starters">Page starters</span>
      <MultiSelect
        v-model="starters"
        size="small"
        :options="screens"
        option-label="name"
        option-value="id"
        filter
        placeholder="none of the screens"
        aria-labelledby="kit-starters"
        :max-selected-labels="2"
      />
      <span>Grade</span>
      <details v-if="grade && kit" class="grade">
        <summary>
          {{ per(grade.share) }}; {{ plural(Object.keys(kit.components).length, 'component') }},
          {{ plural(kit.templates.length, 'starter') }}
        </summary>
        <ul aria-label="Grade">
          <li v-for="l in grade.lines" :key="l.what">
            <span class="tabular">{{ per(l.share) }}</span><span
              >{{ l.what
              }}<span v-if="l.short.length > 0" class="note"
                >: not
                {{
                  l.short
                    .slice(0, 3)
                    .map((s) => s.name)
                    .join('; ')
                }}{{ l.short.length > 3 ? ` and ${l.short.length - 3} more` : '' }}</span
              ></span
            >
          </li>
        </ul>
      </details>
      <p v-if="failure" class="wide" role="alert">{{ failure }}</p>
      <span />
      <Button
        type="submit"
        :label="busy ? 'Publishing …' : `Publish ${name || 'kit'} ${version}`"
        :disabled="!valid || busy"
      />
    </form>
  </AppDialog>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 9px 10px;
  align-items: center;
  padding-top: 4px;
}
.two {
  display: grid;
  grid-template-columns: 90px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}
.two :deep(input) {
  min-width: 0;
  width: 100%;
}
.grade ul {
  display: grid;
  gap: 3px;
  max-height: 180px;
  overflow: auto;
  padding: 6px 0;
}
.grade li {
  display: grid;
  grid-template-columns: 46px minmax(0, 1fr);
}
summary {
  cursor: pointer;
}
.form > button {
  justify-self: end;
}
.wide {
  grid-column: 1 / -1;
  color: var(--bad);
}
.done,
.acts {
  display: grid;
  gap: 12px;
}
.acts {
  grid-auto-flow: column;
  justify-content: end;
}
</style>
