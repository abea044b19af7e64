<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import {
  isColour,
  kitOfTokens,
  tokenReview,
  type Json,
  type Kit,
  type TokenChange,
  type TokenFile,
} from '../../core/index.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import { useLibrary } from '../stores/library.js';
import { propId } from '../base/propForms.js';
import { installBased } from './installBased.js';
import { nextVersion } from './nextVersion.js';

/** What a file of tokens says otherwise than a kit, and where that is used; taken, it becomes a kit based on the other. */
const visible = defineModel<boolean>('visible', { required: true });
const props = defineProps<{ kit: Kit; file: TokenFile; fileName: string }>();
const emit = defineEmits<{ made: [ref: string] }>();
const library = useLibrary();
const name = ref('');
const busy = ref(false);
const failure = ref('');
watch(
  visible,
  (on) => {
    if (on)
      name.value =
        props.fileName
          .replace(/\.[^.]*$/u, '')
          .replace(/[-_]+/gu, ' ')
          .slice(0, 60) || `${props.kit.name} again`;
    failure.value = '';
  },
  { immediate: true },
);
const changes = computed(() => tokenReview(props.kit, props.file));
const groups = computed(() =>
  (['changed', 'new', 'gone'] as const).flatMap((what) => {
    const list = changes.value.filter((c) => c.what === what);
    return list.length > 0 ? [{ what, title: TITLES[what], list }] : [];
  }),
);
const TITLES = {
  changed: 'Say something else',
  new: 'Are new',
  gone: 'Are not in the file, and stay as they are',
} as const;
const MOST = 200;
const says = (v: Json | null): string =>
  v === null ? '' : typeof v === 'object' ? Object.values(v).map(String).join(' ') : String(v);
const colour = (c: TokenChange, v: Json | null): string =>
  c.type === 'color' && typeof v === 'string' && isColour(v) ? v : '';
const where = (c: TokenChange): string =>
  c.usedIn.length === 0
    ? 'not used'
    : `in ${c.usedIn.slice(0, 2).join(', ')}${c.usedIn.length > 2 ? ` and ${c.usedIn.length - 2} more` : ''}`;
const version = computed(() => nextVersion(library.kits.values(), propId(name.value, [])));
const made = computed(() =>
  kitOfTokens(
    props.kit,
    props.file,
    { id: propId(name.value, []), name: name.value.trim(), version: version.value, author: '' },
    new Set([...library.kits.values()].flatMap((k) => k.fonts.map((f) => f.family))),
  ),
);
const nothing = computed(
  () => changes.value.every((c) => c.what === 'gone') && Object.keys(props.file.textStyles).length === 0,
);
async function take(): Promise<void> {
  if (name.value.trim() === '' || nothing.value) return;
  busy.value = true;
  failure.value = '';
  // Once it is installed, the next version would be another.
  const { ref: kit, json } = made.value;
  try {
    await installBased(library, json, 'These tokens make no kit.');
    emit('made', kit);
    visible.value = false;
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <AppDialog v-model:visible="visible" :header="`Tokens of ${fileName}`" :width="760">
    <form class="read" @submit.prevent="take">
      <p v-if="nothing" class="note">They say what {{ kit.name }} says already.</p>
      <p v-else>
        {{ plural(changes.filter((c) => c.what !== 'gone').length, 'value') }} of {{ kit.name }} would be another. The
        kit stays as it is: a kit that is based on it says them so.
      </p>
      <p v-if="made.without.length > 0" class="note">
        {{ made.without.join(', ') }} is in no kit, so its text styles keep the letters of {{ kit.name }}.
      </p>
      <div class="all">
        <details v-if="file.problems.length > 0">
          <summary>{{ plural(file.problems.length, 'thing') }} of the file left out</summary>
          <p v-for="(p, i) in file.problems.slice(0, 40)" :key="i" class="note">{{ p.message }}</p>
        </details>
        <section v-for="g in groups" :key="g.what" :aria-label="g.title">
          <h3>{{ g.title }}, {{ g.list.length }}</h3>
          <ul>
            <li v-for="c in g.list.slice(0, MOST)" :key="`${c.path} ${c.mode}`">
              <strong class="clip"
                >{{ c.path }}<span v-if="c.mode" class="note"> in {{ c.mode }}</span></strong
              >
              <span class="value">
                <i v-if="colour(c, c.before)" class="swatch" :style="{ background: colour(c, c.before) }" />
                <span class="clip tabular">{{ says(c.before) }}</span>
              </span>
              <span class="note">{{ c.what === 'changed' ? 'to' : '' }}</span>
              <span class="value">
                <i v-if="colour(c, c.after)" class="swatch" :style="{ background: colour(c, c.after) }" />
                <span class="clip tabular">{{ says(c.after) }}</span>
              </span>
              <span class="note clip">{{ where(c) }}</span>
            </li>
            <li v-if="g.list.length > MOST" class="note">and {{ g.list.length - MOST }} more</li>
          </ul>
        </section>
      </div>
      <p v-if="failure" class="problem" role="alert">{{ failure }}</p>
      <footer v-if="!nothing">
        <label for="tokens-name">Name of the brand</label>
        <InputText id="tokens-name" v-model="name" size="small" maxlength="60" autofocus />
        <span class="note tabular">{{ version }}</span>
        <Button type="submit" label="Make this brand" :loading="busy" :disabled="name.trim() === ''" />
      </footer>
    </form>
  </AppDialog>
</template>

<style scoped>
.read {
  display: grid;
  gap: 10px;
}
.all {
  max-height: 52vh;
  overflow: auto;
  border-top: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
}
section {
  padding: 10px 0;
}
h3 {
  font-size: 13px;
}
li {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr) 18px minmax(0, 1fr) 180px;
  gap: 8px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
.value {
  display: flex;
  gap: 6px;
  align-items: center;
  min-width: 0;
}
.swatch {
  width: 18px;
  height: 18px;
  flex: none;
  border: 1px solid var(--line-2);
  border-radius: 3px;
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
