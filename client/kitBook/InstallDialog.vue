<script setup lang="ts">
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import { computed, ref, watch } from 'vue';
import type { Problem } from '../../core/index.js';
import { api } from '../base/api.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import ProblemList from '../parts/ProblemList.vue';
import { useLibrary } from '../stores/library.js';
import type { KitHead } from '../workers/core.worker.js';
import KitGrade from './KitGrade.vue';
import OutsideSample from './OutsideSample.vue';

/** Kits from their packages: looked at first, with their grade and what would be left out; then installed, several at once. */
const visible = defineModel<boolean>('visible', { required: true });
const props = defineProps<{ files: readonly File[] }>();
const emit = defineEmits<{ installed: [] }>();
const library = useLibrary();
const input = ref<HTMLInputElement | null>(null);

type State = 'waits' | 'reading' | 'ready' | 'there' | 'refused' | 'installing' | 'done';
interface Item {
  readonly file: File;
  state: State;
  kit: KitHead | null;
  problems: readonly Problem[];
  says: string;
  wanted: boolean;
}
/** So large a package is read: bytes. */
const MOST = 64 * 1024 * 1024;
const items = ref<Item[]>([]);
const working = ref(false);
let stop = false;

async function look(item: Item): Promise<void> {
  if (item.file.size > MOST) {
    item.state = 'refused';
    item.says = `${item.file.name} is larger than 64 MB.`;
    return;
  }
  item.state = 'reading';
  try {
    await library.startSecond();
    const bytes = new Uint8Array(await item.file.arrayBuffer());
    const got = await library.second?.lookAt(bytes);
    if (!got) throw new Error('It cannot be looked at just now; try again.');
    item.kit = got.kit;
    item.problems = got.problems;
    const { kit } = item;
    if (!kit) {
      item.state = 'refused';
      item.says = item.problems[0]?.message ?? 'It cannot be read.';
      return;
    }
    const twice = items.value.some((x) => x !== item && x.kit?.ref === kit.ref && x.state !== 'refused');
    const there = library.kits.has(kit.ref);
    item.state = there || twice ? 'there' : 'ready';
    item.says = there
      ? 'It is installed already. Installed versions never change.'
      : twice
        ? 'It is among these already.'
        : '';
  } catch (error) {
    item.state = 'refused';
    item.says = error instanceof Error ? error.message : String(error);
  }
}
async function add(files: readonly File[]): Promise<void> {
  if (files.length === 0) return;
  const from = items.value.length;
  items.value.push(
    ...files.map((file): Item => ({ file, state: 'waits', kit: null, problems: [], says: '', wanted: true })),
  );
  working.value = true;
  const fresh = items.value.slice(from);
  for (const item of fresh) await look(item);
  // One that is based on another of these is read once that is known.
  for (const item of fresh) if (item.state === 'refused' && fresh.length > 1) await look(item);
  working.value = false;
}
watch(
  () => props.files,
  (files) => void add(files),
  { immediate: true },
);

const chosen = computed(() => items.value.filter((i) => i.state === 'ready' && i.wanted));
const total = ref(0);
const done = ref(0);
/** What something is based on is installed before it. */
function ordered(list: readonly Item[]): readonly Item[] {
  const left = [...list];
  const made: Item[] = [];
  while (left.length > 0) {
    const at = left.findIndex((i) => !left.some((o) => o !== i && o.kit?.ref === i.kit?.basedOn));
    made.push(...left.splice(Math.max(0, at), 1));
  }
  return made;
}
async function install(): Promise<void> {
  const all = ordered(chosen.value);
  total.value = all.length;
  done.value = 0;
  working.value = true;
  stop = false;
  for (const item of all) {
    if (stop) break;
    item.state = 'installing';
    try {
      const { problems } = await api.install(item.file);
      item.problems = problems;
      item.state = 'done';
      item.says = problems.length === 0 ? 'Installed. Nothing was left out.' : 'Installed.';
    } catch (error) {
      item.state = 'refused';
      item.says = error instanceof Error ? error.message : String(error);
    }
    done.value++;
  }
  await library.refresh().catch(() => undefined);
  working.value = false;
  total.value = 0;
  emit('installed');
}
const finished = computed(
  () => !working.value && items.value.some((i) => i.state === 'done') && chosen.value.length === 0,
);
function choose(): void {
  const el = input.value;
  void add([...(el?.files ?? [])]);
  if (el) el.value = '';
}
</script>

<template>
  <AppDialog v-model:visible="visible" header="Install kits" :width="680">
    <div class="install" @dragover.prevent @drop.prevent.stop="(e) => add([...(e.dataTransfer?.files ?? [])])">
      <p v-if="items.length === 0" class="drop">
        Drag packages (zip) or a kit’s JSON here, one or several.
        <span class="note">They are looked at first; nothing installed is ever replaced.</span>
      </p>
      <ul v-else>
        <li v-for="(i, n) in items" :key="n" :class="i.state">
          <div class="row">
            <input
              v-if="i.state === 'ready'"
              v-model="i.wanted"
              type="checkbox"
              :aria-label="`Install ${i.kit?.name ?? i.file.name}`"
            />
            <span v-else class="blank" aria-hidden="true" />
            <span class="swatches"><i v-for="s in i.kit?.swatches ?? []" :key="s" :style="{ background: s }" /></span>
            <strong class="clip">{{ i.kit ? `${i.kit.name} ${i.kit.version}` : i.file.name }}</strong>
            <span class="note" role="status">{{
              i.state === 'waits'
                ? 'waits'
                : i.state === 'reading'
                  ? 'is looked at …'
                  : i.state === 'installing'
                    ? 'is installed …'
                    : ''
            }}</span>
          </div>
          <p
            v-if="i.says"
            :class="i.state === 'refused' ? 'bad' : 'says'"
            :role="i.state === 'refused' ? 'alert' : 'status'"
          >
            {{ i.says }}
          </p>
          <template v-if="i.kit">
            <p class="note">
              {{ i.kit.summary }} By {{ i.kit.author }}, {{ i.kit.licence }}.
              {{ plural(i.kit.components, 'component') }}, {{ plural(i.kit.icons, 'icon') }}.
              <template v-if="i.kit.basedOn">Based on {{ i.kit.basedOn }}.</template>
              <template v-if="i.kit.fonts.length > 0"
                >Fonts: {{ i.kit.fonts.map((f) => f.family).join(', ') }}.</template
              >
            </p>
            <details v-if="i.state !== 'done'" class="grade">
              <summary>Grade {{ Math.floor(i.kit.grade.share * 100) }} %, and why</summary>
              <KitGrade :grade="i.kit.grade" :roles="i.kit.roles">
                <template #picture="{ component }">
                  <OutsideSample v-if="component" :kit="i.kit.ref" :component="component" />
                </template>
              </KitGrade>
            </details>
          </template>
          <details v-if="i.kit && i.problems.length > 3">
            <summary>{{ i.problems.length }} things are left out or shown otherwise</summary>
            <ProblemList :problems="i.problems" />
          </details>
          <ProblemList v-else-if="i.kit" :problems="i.problems" />
        </li>
      </ul>
      <div v-if="total > 1" class="progress">
        <ProgressBar aria-label="Kits installed" :value="Math.round((done / total) * 100)" />
        <span class="note tabular">{{ done }} of {{ total }}</span>
        <button class="quiet-link" @click="stop = true">Cancel</button>
      </div>
      <p class="acts">
        <input
          ref="input"
          type="file"
          accept=".zip,.json"
          multiple
          hidden
          aria-label="Packages of kits"
          @change="choose"
        />
        <Button size="small" severity="secondary" outlined label="Choose packages" @click="input?.click()" />
        <Button
          v-if="!finished"
          size="small"
          :label="chosen.length > 1 ? `Install ${chosen.length} kits` : 'Install'"
          :disabled="chosen.length === 0 || working"
          @click="install"
        />
        <Button v-else size="small" label="Done" @click="visible = false" />
      </p>
    </div>
  </AppDialog>
</template>

<style scoped>
.install,
ul {
  display: grid;
  gap: 12px;
}
.drop {
  border: 1px dashed var(--line-2);
  border-radius: 6px;
  padding: 26px;
  display: grid;
  gap: 4px;
  text-align: center;
}
li {
  border-bottom: 1px solid var(--line);
  padding-bottom: 10px;
  display: grid;
  gap: 4px;
}
.row {
  display: grid;
  grid-template-columns: 16px 36px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
}
.swatches {
  display: flex;
  height: 18px;
  border-radius: 3px;
  overflow: hidden;
}
.swatches i {
  flex: 1;
}
.bad {
  color: var(--bad);
}
summary {
  cursor: pointer;
}
.grade :deep(.grade) {
  padding-top: 6px;
}
.progress {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
}
.acts {
  display: flex;
  gap: 10px;
  justify-content: end;
}
</style>
