<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { useConfirm } from 'primevue/useconfirm';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { compareVersions } from '../../core/index.js';
import { api, ServerProblem, type BrokenKit, type KitInfo, type Listed } from '../base/api.js';
import { useLibrary } from '../stores/library.js';
import KitCard from '../home/KitCard.vue';
import { pageStands } from '../workers/startWorker.js';
import { packKit, saveFile } from '../originals/packKit.js';
import ProjectCard from '../home/ProjectCard.vue';
import AppDialog from '../parts/AppDialog.vue';
import AppearanceChoice from '../parts/AppearanceChoice.vue';
import InstallDialog from '../kitBook/InstallDialog.vue';

const router = useRouter();
const confirm = useConfirm();
const library = useLibrary();
const projects = ref<Listed[]>([]);
const kits = ref<KitInfo[]>([]);
const broken = ref<BrokenKit[]>([]);
const state = ref<'loading' | 'ready' | 'failed'>('loading');
const failure = ref('');
const making = ref(false);
const name = ref('');
const kit = ref('');
const installing = ref(false);
/** Packages that were dragged in. */
const files = shallowRef<readonly File[]>([]);
function drop(event: DragEvent): void {
  const all = [...(event.dataTransfer?.files ?? [])];
  const projectFiles = all.filter((f) => isProject(f));
  files.value = all.filter((f) => !isProject(f));
  if (files.value.length > 0) installing.value = true;
  for (const f of projectFiles) void bringIn(f);
}
/** The package of a whole project, by what it is called when it is saved. */
const isProject = (f: File): boolean => /\.dekkor( \(\d+\))?\.zip$/iu.test(f.name);
const packed = ref<HTMLInputElement | null>(null);
const bringing = ref('');
async function bringIn(file: File | undefined): Promise<void> {
  if (packed.value) packed.value.value = '';
  if (!file) return;
  bringing.value = file.name;
  await attempt(async () => {
    const { project } = await api.bringIn(file);
    await library.refresh().catch(() => undefined);
    await router.push(`/p/${project.id}/compose`);
  });
  bringing.value = '';
}
const live = computed(() => projects.value.filter((p) => !p.deletedAt));
const away = computed(() => projects.value.filter((p) => p.deletedAt));

async function load(): Promise<void> {
  try {
    const [listed, all] = await Promise.all([api.projects(), api.allKits()]);
    projects.value = listed;
    kits.value = all.kits;
    broken.value = all.broken;
    kit.value ||= kits.value.find((k) => k.fidelity === 'wireframe')?.ref ?? kits.value[0]?.ref ?? '';
    state.value = 'ready';
    failure.value = '';
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
    if (state.value === 'loading') state.value = 'failed';
  }
}
onMounted(() => {
  pageStands();
  void load();
});

async function attempt(what: () => Promise<unknown>): Promise<void> {
  try {
    await what();
    await load();
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
  }
}
async function make(): Promise<void> {
  if (name.value.trim() === '') return;
  await attempt(async () => {
    const { project } = await api.create(name.value.trim(), kit.value);
    await router.push(`/p/${project.id}/compose`);
  });
}
function remove(p: Listed): void {
  confirm.require({
    header: `Delete ${p.name}?`,
    message: 'It moves to Deleted below and can be brought back.',
    acceptLabel: 'Delete project',
    rejectLabel: 'Keep',
    accept: () => void attempt(() => api.remove(p.id)),
  });
}
function takeOut(of: KitInfo): void {
  confirm.require({
    header: `Take ${of.name} ${of.version} out?`,
    message: 'It can be installed again from its package.',
    acceptLabel: 'Take out',
    rejectLabel: 'Keep',
    accept: () => void takeOutOrHide(of),
  });
}
/** What something needs is not taken out; it can be hidden. */
async function takeOutOrHide(of: KitInfo): Promise<void> {
  try {
    await api.removeKit(of.ref);
    await load();
  } catch (error) {
    if (!(error instanceof ServerProblem) || error.code !== 'kit.used') {
      failure.value = error instanceof Error ? error.message : String(error);
      return;
    }
    confirm.require({
      header: `Hide ${of.name} ${of.version} instead?`,
      message: `${error.message} Hidden, it is offered no more; what has it stays as it is.`,
      acceptLabel: 'Hide it',
      rejectLabel: 'Keep',
      accept: () => void attempt(() => api.hideKit(of.ref, true)),
    });
  }
}
const seen = computed(() => kits.value.filter((k) => !k.hidden));
const hidden = computed(() => kits.value.filter((k) => k.hidden));
/** A kit as a file that others can install. */
async function savePackage(of: KitInfo): Promise<void> {
  await attempt(async () => {
    const json = await api.kit(of.ref);
    const bases = of.basedOn ? [of.basedOn] : [];
    await library.load();
    const known = library.kits.get(of.ref);
    if (known) saveFile(await packKit(known, [of.ref, ...bases], json));
  });
}
async function rescue(p: Listed): Promise<void> {
  await attempt(async () => {
    const { project } = await api.rescue(p.id);
    await router.push(`/p/${project.id}/compose`);
  });
}
/** Kits to begin with: of each the newest version. */
const newest = computed(() =>
  seen.value.filter((k) => !seen.value.some((o) => idOf(o) === idOf(k) && compareVersions(o.version, k.version) > 0)),
);
const idOf = (k: KitInfo): string => k.ref.split('@')[0] ?? k.ref;
</script>

<template>
  <div class="home" @dragover.prevent @drop.prevent="drop">
    <header class="ink">
      <img src="/mark.svg" alt="" width="26" height="26" /><strong>Dekkor</strong><AppearanceChoice />
    </header>
    <main>
      <p v-if="failure" class="failure" role="alert">
        {{ failure }} <button class="quiet-link" @click="load">Try again</button>
      </p>
      <section aria-labelledby="projects">
        <div class="head">
          <h1 id="projects">Projects</h1>
          <span class="acts">
            <input
              ref="packed"
              type="file"
              accept=".zip"
              hidden
              aria-label="Package of a project"
              @change="bringIn(packed?.files?.[0])"
            />
            <Button
              :label="bringing === '' ? 'Bring in a package' : 'Bringing it in …'"
              severity="secondary"
              outlined
              :disabled="bringing !== ''"
              @click="packed?.click()"
            />
            <Button label="New project" @click="making = true" />
          </span>
        </div>
        <p v-if="state === 'loading'" class="note">Opening the workshop …</p>
        <p v-else-if="live.length === 0" class="note">
          Projects stand here. Make one: it starts in the wireframe kit, and any brand can be put on it later.
        </p>
        <ul class="cards">
          <ProjectCard
            v-for="p in live"
            :key="p.id"
            :project="p"
            @copy="attempt(() => api.copy(p.id))"
            @remove="remove(p)"
            @rescue="rescue(p)"
          />
        </ul>
        <template v-if="away.length > 0"
          ><h2>Deleted</h2>
          <ul class="away">
            <li v-for="p in away" :key="p.id">
              {{ p.name }} <button class="quiet-link" @click="attempt(() => api.restore(p.id))">Bring back</button>
            </li>
          </ul></template
        >
      </section>
      <section aria-labelledby="kits">
        <div class="head">
          <h1 id="kits">Kits</h1>
          <Button label="Install kits" severity="secondary" outlined @click="((files = []), (installing = true))" />
        </div>
        <ul class="cards">
          <KitCard v-for="k in seen" :key="k.ref" :kit="k" @remove="takeOut(k)" @save="savePackage(k)" />
          <li v-for="k in broken" :key="k.ref" class="home-card broken">
            <strong>{{ k.ref }}</strong><span class="note">{{ k.problem }}</span>
          </li>
        </ul>
        <template v-if="hidden.length > 0"
          ><h2>Hidden kits</h2>
          <ul class="away">
            <li v-for="k in hidden" :key="k.ref">
              {{ k.name }} {{ k.version }}
              <button
                class="quiet-link"
                :aria-label="`Show ${k.name} again`"
                @click="attempt(() => api.hideKit(k.ref, false))"
              >
                Show again
              </button>
            </li>
          </ul></template
        >
      </section>
    </main>
    <InstallDialog v-if="installing" v-model:visible="installing" :files="files" @installed="load" />
    <AppDialog v-model:visible="making" header="New project" :width="380">
      <form class="form" @submit.prevent="make">
        <label for="new-name">Name</label><InputText id="new-name" v-model="name" autofocus maxlength="200" />
        <label for="new-kit">Starts with</label
        ><Select v-model="kit" input-id="new-kit" :options="newest" option-label="name" option-value="ref" />
        <Button type="submit" label="Make project" :disabled="name.trim() === ''" />
      </form>
    </AppDialog>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 10px;
}
.home {
  height: 100%;
  overflow: auto;
}
header {
  display: flex;
  gap: 10px;
  align-items: center;
  background: var(--bar);
  color: var(--on-bar);
  padding: 10px 16px;
  font-size: 15px;
}
main {
  max-width: 1040px;
  margin: 0 auto;
  padding: 28px 24px 60px;
  display: grid;
  gap: 36px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-bottom: 14px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 14px;
}
.broken {
  border-color: var(--bad);
}
.broken > button {
  justify-self: start;
}
.failure {
  background: var(--bad-soft);
  border: 1px solid var(--bad);
  color: var(--bad);
  padding: 10px 14px;
  border-radius: 6px;
}
.form {
  display: grid;
  gap: 8px;
}
.form button {
  margin-top: 10px;
  justify-self: end;
}
h2 {
  margin: 16px 0 6px;
}
.away li {
  padding: 3px 0;
}
</style>
