<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import ProgressBar from 'primevue/progressbar';
import { computed, ref, shallowRef } from 'vue';
import { kitOfIcons, type IconFile, type IconSet, type Kit } from '../../core/index.js';
import IconGlyph from '../controls/IconGlyph.vue';
import { count, plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import ProblemList from '../parts/ProblemList.vue';
import { useLibrary } from '../stores/library.js';
import { propId } from '../base/propForms.js';
import { installBased } from './installBased.js';
import { nextVersion } from './nextVersion.js';

/** A folder or a zip of icons (SVG) as the icon set of a kit that is based on this one. */
const props = defineProps<{ kit: Kit }>();
const emit = defineEmits<{ made: [ref: string] }>();
const library = useLibrary();
const folder = ref<HTMLInputElement | null>(null);
const files = ref<HTMLInputElement | null>(null);
const set = shallowRef<IconSet | null>(null);
const open = ref(false);
const name = ref('');
const sought = ref('');
const problem = ref('');
const reading = ref(false);
const busy = ref(false);
/** So much of files is read at once: bytes. */
const MOST = 64 * 1024 * 1024;
/** So many icons are put up. */
const SHOWN = 600;

async function read(input: HTMLInputElement | null): Promise<void> {
  const chosen = [...(input?.files ?? [])];
  if (input) input.value = '';
  problem.value = '';
  if (chosen.length === 0) return;
  if (chosen.reduce((n, f) => n + f.size, 0) > MOST) {
    problem.value = 'These are more than 64 MB: no set of icons is so large. Nothing was read.';
    return;
  }
  reading.value = true;
  try {
    const texts: IconFile[] = [];
    const zips: Uint8Array[] = [];
    for (const f of chosen)
      if (/\.svg$/iu.test(f.name)) texts.push({ path: f.webkitRelativePath || f.name, text: await f.text() });
      else if (/\.zip$/iu.test(f.name)) zips.push(new Uint8Array(await f.arrayBuffer()));
    await library.load();
    const got = await library.worker?.icons(texts, zips);
    if (!got || 'problem' in got) {
      problem.value = `${got?.problem ?? 'They cannot be read.'} Nothing was read.`;
      return;
    }
    if (got.icons.length === 0) {
      problem.value = `There is no icon in it. ${got.problems[0]?.message ?? 'Choose SVG files, or a zip of them.'}`;
      return;
    }
    set.value = got;
    const top = (chosen[0]?.webkitRelativePath.split('/')[0] ?? '') || (chosen[0]?.name ?? '').replace(/\.[^.]*$/u, '');
    name.value = (chosen.length === 1 || chosen[0]?.webkitRelativePath ? top : `${props.kit.name} icons`)
      .replace(/[-_]+/gu, ' ')
      .slice(0, 60);
    open.value = true;
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error);
  } finally {
    reading.value = false;
  }
}
const shown = computed(() => {
  const words = sought.value.toLowerCase().split(/\s+/u).filter(Boolean);
  return (set.value?.icons ?? []).filter((i) => words.every((w) => [i.id, ...i.words].join(' ').includes(w)));
});
const replaced = computed(() => (set.value?.icons ?? []).filter((i) => Object.hasOwn(props.kit.icons, i.id)).length);
async function take(): Promise<void> {
  const icons = set.value?.icons;
  if (!icons || name.value.trim() === '' || busy.value) return;
  busy.value = true;
  problem.value = '';
  try {
    const id = propId(name.value, []);
    const version = nextVersion(library.kits.values(), id);
    const { ref: kit, json } = kitOfIcons(props.kit, icons, { id, name: name.value.trim(), version, author: '' });
    await installBased(library, json, 'These icons make no kit.');
    open.value = false;
    emit('made', kit);
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <p class="files">
    <button class="quiet-link" @click="folder?.click()">Read a folder of icons</button>
    <button class="quiet-link" @click="files?.click()">Read icons</button>
    <input ref="folder" type="file" webkitdirectory hidden aria-label="A folder of icons" @change="read(folder)" />
    <input
      ref="files"
      type="file"
      accept=".svg,.zip"
      multiple
      hidden
      aria-label="Icons, or a zip of them"
      @change="read(files)"
    />
    <span v-if="reading" class="note" role="status">Reading icons … <ProgressBar mode="indeterminate" /></span>
    <span v-if="problem && !open" class="problem" role="alert">{{ problem }}</span>
  </p>
  <AppDialog v-if="set && open" v-model:visible="open" header="A set of icons" :width="760">
    <form class="set" @submit.prevent="take">
      <p>
        {{ plural(set.icons.length, 'icon') }}, {{ replaced }} of them in place of those that {{ kit.name }} has by the
        same name. The kit stays as it is: a kit that is based on it has them.
      </p>
      <InputText v-model="sought" size="small" placeholder="Find among them" aria-label="Find among the icons" />
      <ul class="icons" tabindex="0" role="group" aria-label="Icons that were read">
        <li v-for="i in shown.slice(0, SHOWN)" :key="i.id" :title="i.words.join(', ')">
          <IconGlyph :icon="i" :size="22" /><span class="clip">{{ i.id }}</span>
        </li>
        <li v-if="shown.length === 0" class="note">Nothing among them is called “{{ sought }}”.</li>
        <li v-if="shown.length > SHOWN" class="note">and {{ count(shown.length - SHOWN) }} more</li>
      </ul>
      <details v-if="set.problems.length > 0">
        <summary>{{ plural(set.problems.length, 'thing') }} left out or drawn otherwise</summary>
        <div class="problems"><ProblemList :problems="set.problems.slice(0, 100)" /></div>
      </details>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <footer>
        <label for="icons-name">Name of the kit</label>
        <InputText id="icons-name" v-model="name" size="small" maxlength="60" autofocus />
        <Button label="Cancel" severity="secondary" outlined type="button" @click="open = false" />
        <Button
          type="submit"
          :label="busy ? 'Installing …' : `Take ${plural(set.icons.length, 'icon')}`"
          :disabled="busy || name.trim() === ''"
        />
      </footer>
    </form>
  </AppDialog>
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
.set {
  display: grid;
  gap: 10px;
}
.icons {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 6px 12px;
  max-height: 46vh;
  overflow: auto;
}
.icons li {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
}
.problems {
  max-height: 20vh;
  overflow: auto;
}
summary {
  cursor: pointer;
}
footer {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: end;
}
.problem {
  color: var(--bad);
}
</style>
