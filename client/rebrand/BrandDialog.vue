<script setup lang="ts">
import { refDebounced, useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, ref, shallowRef } from 'vue';
import {
  isColour,
  kitOfTokens,
  kitRef,
  layout,
  makeBrand,
  MOST_TOKEN_TEXT,
  nearestAccent,
  nearestReadable,
  paint,
  planSheet,
  readKit,
  readTokenFile,
  resolve,
  toHex,
  tokenReview,
  tokenValue,
  unreadable,
  appliedKitsAfter,
  appliedKitsOf,
  type BrandRequest,
  type ColourPair,
  type FontFile,
  type Json,
  type Kit,
  type KitRef,
  type TokenFile,
  type World,
} from '../../core/index.js';
import { api } from '../base/api.js';
import { packKit } from '../originals/packKit.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document/document.js';
import { fonts, useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import PictureCanvas from '../canvas/PictureCanvas.vue';
import { nextVersion } from '../tokens/nextVersion.js';
import { useOwnFonts } from './ownFonts.js';
import { propId } from '../base/propForms.js';

/** Makes a brand kit of two colours, corners, gaps and letters, seen on the screens while it is chosen. */
const visible = defineModel<boolean>('visible', { required: true });
const props = defineProps<{ base: KitRef; from: KitRef }>();
const emit = defineEmits<{ made: [ref: KitRef] }>();
/** As the kit has it that the brand is based on. */
const KEPT = 'kept';
const doc = useDocument();
const editor = useEditor();
const library = useLibrary();
const author = useLocalStorage('dekkor-author', '');
const name = ref('');
const base = ref(props.base);
const accent = ref('#7a3e9d');
const neutral = ref('#5d6470');
const corner = ref(KEPT);
const spacing = ref(1);
const titles = ref(KEPT);
const letters = ref(KEPT);
const busy = ref(false);
const failure = ref('');

// ── letters of one's own ──
const own = useOwnFonts();
const fontInput = ref<HTMLInputElement | null>(null);
async function addFonts(): Promise<void> {
  const el = fontInput.value;
  const family = await own.add([...(el?.files ?? [])]);
  if (el) el.value = '';
  if (family === null) return;
  if (titles.value === KEPT) titles.value = family;
  if (letters.value === KEPT) letters.value = family;
}
/** Fonts of one's own that this brand takes, and may not be sure to. */
const doubtful = computed(() =>
  file.value ? [] : own.doubtful.value.filter(([f]) => f === titles.value || f === letters.value),
);

// ── or from a file of tokens ──
const tokenInput = ref<HTMLInputElement | null>(null);
const file = shallowRef<TokenFile | null>(null);
const fileName = ref('');
async function readTokens(): Promise<void> {
  const chosen = tokenInput.value?.files?.[0];
  if (tokenInput.value) tokenInput.value.value = '';
  failure.value = '';
  if (!chosen) return;
  const got = chosen.size > MOST_TOKEN_TEXT ? null : readTokenFile(await chosen.text());
  const refused = got?.problems.find((p) => p.level === 'refused');
  if (!got || refused) {
    failure.value = `${chosen.name}: ${refused?.message ?? 'More than 4 MB are no file of tokens.'} Nothing was read.`;
    return;
  }
  file.value = got;
  fileName.value = chosen.name;
  name.value ||= chosen.name
    .replace(/\.[^.]*$/u, '')
    .replace(/[-_.]+/gu, ' ')
    .slice(0, 60);
}
const changes = computed(() => (kit.value && file.value ? tokenReview(kit.value, file.value) : []));

const bases = computed(() =>
  [...library.kits.values()].map((k) => ({ ref: kitRef(k), name: `${k.name} ${k.version}` })),
);
const families = computed(() => [
  { id: KEPT, name: 'as they are' },
  ...own.families.value.map((f) => ({ id: f, name: `${f}, yours` })),
  ...[...new Set([...library.kits.values()].flatMap((k) => k.fonts.map((f) => f.family)))].map((f) => ({
    id: f,
    name: f,
  })),
]);
const CORNERS = [
  { id: KEPT, name: 'as they are' },
  { id: '0', name: 'square' },
  { id: '4', name: 'small' },
  { id: '10', name: 'soft' },
  { id: '20', name: 'round' },
];
const GAPS = [
  { id: 0.8, name: 'close' },
  { id: 1, name: 'as they are' },
  { id: 1.2, name: 'wide' },
];
const COLOURS = [
  { id: 'accent', name: 'Accent', model: accent, interactions: 'Actions, links and what is selected.' },
  { id: 'neutral', name: 'Neutral', model: neutral, interactions: 'Its tint goes into text, lines and grounds.' },
] as const;
const bad = computed(() => COLOURS.find((c) => !isColour(c.model.value.trim()))?.name ?? '');
const id = computed(() => propId(name.value.trim() || 'brand', []));
/** Nothing that is installed is ever replaced: the next version is free. */
const version = computed(() => nextVersion(library.kits.values(), id.value));
const wish = computed<BrandRequest>((was) => {
  const now: BrandRequest = {
    id: id.value,
    name: name.value.trim() || 'New brand',
    version: version.value,
    author: author.value.trim() || 'unknown',
    accent: toHex(accent.value.trim()) ?? was?.accent ?? '#7a3e9d',
    neutral: toHex(neutral.value.trim()) ?? was?.neutral ?? '#5d6470',
    corner: corner.value === KEPT ? null : Number(corner.value),
    spacing: spacing.value,
    titles: titles.value === KEPT ? null : titles.value,
    letters: letters.value === KEPT ? null : letters.value,
  };
  return now;
});
const kit = computed<Kit | undefined>(() => library.kits.get(base.value));
/** Files of families that the kit it is based on has not got. */
const files = computed<readonly FontFile[]>(() => {
  const there = new Set(kit.value?.fonts.map((f) => f.family));
  const wanted = new Set([titles.value, letters.value].filter((f) => f !== KEPT && !there.has(f)));
  const all = [...library.kits.values()].flatMap((k) => k.fonts.filter((f) => wanted.has(f.family)));
  all.push(
    ...own.list.value
      .filter((f) => wanted.has(f.family))
      .map(({ family, weight, italic, file }) => ({ family, weight, italic, file })),
  );
  return [...new Map(all.map((f) => [`${f.family} ${f.weight} ${f.italic}`, f])).values()];
});
interface Made {
  readonly json: Json;
  readonly ref: KitRef;
  /** What cannot be read: none of them is changed by itself. */
  readonly shortfalls: readonly { readonly pair: ColourPair; readonly ratio: number }[];
}
const made = computed<Made | null>(() => {
  const k = kit.value;
  if (!k) return null;
  if (!file.value) return makeBrand(k, wish.value, files.value);
  const families = new Set([...library.kits.values()].flatMap((x) => x.fonts.map((f) => f.family)));
  const { ref, json } = kitOfTokens(k, file.value, wish.value, families);
  const { value } = readKit(json, { bases: library.kits });
  return { ref, json, shortfalls: value ? unreadable(value) : [] };
});
const read = computed(() => (made.value ? readKit(made.value.json, { bases: library.kits }).value : null));
const calm = refDebounced(wish, 250);
const offer = computed(() =>
  !file.value && kit.value && made.value?.shortfalls.length ? nearestAccent(kit.value, calm.value) : null,
);
/** For the first colour of a file that cannot be read: the nearest that can, for the file's. */
const instead = computed(() => {
  const s = made.value?.shortfalls[0];
  if (!file.value || !s || !read.value) return null;
  const grounds = made.value?.shortfalls
    .filter((x) => x.pair.text === s.pair.text)
    .map((x) => ({ colour: String(tokenValue(read.value as Kit, x.pair.ground)), needs: x.pair.needs }));
  const colour = nearestReadable(String(tokenValue(read.value, s.pair.text)), grounds ?? []);
  return colour === null ? null : { path: s.pair.text, colour };
});
function takeInstead(): void {
  const f = file.value;
  const to = instead.value;
  const token = to && (f?.tokens[to.path] ?? kit.value?.tokens[to.path]);
  if (f && to && token) file.value = { ...f, tokens: { ...f.tokens, [to.path]: { ...token, value: to.colour } } };
}
/** What cannot be read with this accent, in words. */
const short = computed(() => {
  const s = made.value?.shortfalls[0];
  const more = (made.value?.shortfalls.length ?? 0) - 1;
  return s
    ? `In ${s.pair.where} there is a text with a contrast of ${s.ratio.toFixed(1)} to 1; AA asks ${s.pair.needs}.${more > 0 ? ` ${more} more like it.` : ''}`
    : '';
});

// ── seen on the screens ──
const SHOWN = 3;
const ROOM = 172;
const TALL = 400;
const pictures = computed(() => {
  const project = doc.shown;
  const k = read.value;
  if (!project || !k) return [];
  const ref = kitRef(k);
  const world: World = { project, kits: new Map([...library.kits, [ref, k]]) };
  const at = Math.max(
    0,
    project.screens.findIndex((s) => s.id === editor.screenId),
  );
  const screens = project.screens.slice(at, at + SHOWN);
  return screens.map((s) => {
    const now = appliedKitsOf(project, s);
    const appliedKits = appliedKitsAfter(world, now, planSheet(world, props.from, ref));
    const box = layout(resolve(world, s, { appliedKits }), fonts);
    return { screen: s, primitives: paint(box), height: box.h, zoom: ROOM / s.width };
  });
});

const ready = computed(
  () =>
    name.value.trim() !== '' && (file.value || bad.value === '') && (doubtful.value.length === 0 || own.vouched.value),
);
async function save(): Promise<void> {
  const m = made.value;
  const k = read.value;
  if (!m || !k || !ready.value) return;
  busy.value = true;
  failure.value = '';
  try {
    // Letters of the kit it is based on come with that; others are put into the package, from the kits that brought them.
    const from = [...library.kits.values()].filter((o) => {
      const under = o.basedOn === undefined ? [] : (library.kits.get(o.basedOn)?.fonts ?? []);
      return o.fonts.some((f) => files.value.some((x) => x.file === f.file) && !under.some((u) => u.file === f.file));
    });
    await api.install(
      await packKit(
        { ...k, fonts: files.value },
        from.map(kitRef),
        m.json,
        own.list.value.filter((f) => files.value.some((x) => x.file === f.file)),
      ),
    );
    await library.refresh();
    emit('made', m.ref);
    visible.value = false;
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <AppDialog v-model:visible="visible" header="Make a brand" :width="960">
    <form class="brand" @submit.prevent="save">
      <div class="wishes">
        <label for="brand-name">Name</label>
        <InputText id="brand-name" v-model="name" size="small" autofocus maxlength="60" />
        <template v-if="file">
          <span>Colours</span>
          <span class="from">
            from <strong class="clip">{{ fileName }}</strong>
            <button type="button" class="quiet-link" @click="file = null">Leave it out</button>
          </span>
        </template>
        <input
          ref="tokenInput"
          type="file"
          accept=".json,.css,.tokens"
          hidden
          aria-label="A file of tokens for this brand"
          @change="readTokens"
        />
        <p v-if="file" class="wide note">
          {{ changes.filter((c) => c.what === 'changed').length }} of the tokens of {{ kit?.name }} said otherwise,
          {{ changes.filter((c) => c.what === 'new').length }} new; the rest stays as it is there.
        </p>
        <template v-else>
          <template v-for="c in COLOURS" :key="c.id">
            <label :for="`brand-${c.id}`" :title="c.interactions">{{ c.name }}</label>
            <span class="colour">
              <input
                type="color"
                tabindex="-1"
                :aria-label="`${c.name}, chosen by eye`"
                :value="toHex(c.model.value.trim()) ?? '#000000'"
                @input="c.model.value = ($event.target as HTMLInputElement).value"
              />
              <InputText
                :id="`brand-${c.id}`"
                size="small"
                :model-value="c.model.value"
                :invalid="bad === c.name"
                @update:model-value="(v) => (c.model.value = v ?? '')"
              />
            </span>
          </template>
          <label for="brand-titles">Titles in</label>
          <Select
            v-model="titles"
            input-id="brand-titles"
            size="small"
            :options="families"
            option-label="name"
            option-value="id"
          />
          <label for="brand-letters">Text in</label>
          <Select
            v-model="letters"
            input-id="brand-letters"
            size="small"
            :options="families"
            option-label="name"
            option-value="id"
          />
          <label for="brand-corner">Corners</label>
          <Select
            v-model="corner"
            input-id="brand-corner"
            size="small"
            :options="CORNERS"
            option-label="name"
            option-value="id"
          />
          <label for="brand-gaps">Gaps</label>
          <Select
            v-model="spacing"
            input-id="brand-gaps"
            size="small"
            :options="GAPS"
            option-label="name"
            option-value="id"
          />
          <span />
          <span class="more">
            <button type="button" class="quiet-link" @click="fontInput?.click()">Bring a font of your own</button>
            <button type="button" class="quiet-link" @click="tokenInput?.click()">Take a file of tokens instead</button>
            <input
              ref="fontInput"
              type="file"
              accept=".ttf,.otf"
              multiple
              hidden
              aria-label="Fonts for this brand"
              @change="addFonts"
            />
          </span>
          <p v-for="p in own.problems.value" :key="p" class="wide problem" role="alert">{{ p }}</p>
          <div v-if="doubtful.length > 0" class="wide vouch">
            <p v-for="[f, licence] in doubtful" :key="f" class="note">
              {{ f }} {{ licence ? `says: “${licence}”` : 'says nothing of its licence.' }}
            </p>
            <label
              ><input v-model="own.vouched.value" type="checkbox" /> I may use
              {{ doubtful.length === 1 ? 'it' : 'them' }} and pass {{ doubtful.length === 1 ? 'it' : 'them' }} on with
              this kit</label
            >
          </div>
        </template>
        <label for="brand-base">Based on</label>
        <Select
          v-model="base"
          input-id="brand-base"
          size="small"
          :options="bases"
          option-label="name"
          option-value="ref"
        />
        <p v-if="bad && !file" class="wide problem" role="alert">{{ bad }} is no colour; write one as #7a3e9d.</p>
        <p v-else-if="short" class="wide note" role="status">
          <strong>{{ file ? 'The colours of the file stay as they are.' : 'Your accent stays as it is.' }}</strong>
          {{ short }}
          <button v-if="offer" type="button" class="quiet-link" @click="accent = offer">
            <i class="dot" :style="{ background: offer }" /> Take {{ offer }}, the nearest that can be read
          </button>
          <button v-else-if="instead" type="button" class="quiet-link" @click="takeInstead">
            <i class="dot" :style="{ background: instead.colour }" /> Take {{ instead.colour }} for {{ instead.path }},
            the nearest that can be read
          </button>
        </p>
        <p v-else class="wide note" role="status">Everything the kit writes can be read: AA holds in every look.</p>
        <p v-if="failure" class="wide problem" role="alert">{{ failure }}</p>
      </div>
      <div class="seen" role="group" aria-label="The screens in this brand">
        <figure v-for="p in pictures" :key="p.screen.id">
          <div class="paper" :style="{ width: `${ROOM}px`, height: `${Math.min(TALL, p.height * p.zoom)}px` }">
            <PictureCanvas
              :primitives="p.primitives"
              :width="p.screen.width"
              :height="p.height"
              :zoom="p.zoom"
              background="#ffffff"
            />
          </div>
          <figcaption class="clip">{{ p.screen.name }}</figcaption>
        </figure>
        <p v-if="pictures.length === 0" class="note">Add a screen to see it in this brand.</p>
      </div>
      <footer>
        <Button label="Cancel" severity="secondary" outlined type="button" @click="visible = false" />
        <Button type="submit" :label="busy ? 'Installing …' : 'Make this brand'" :disabled="busy || !ready" />
      </footer>
    </form>
  </AppDialog>
</template>

<style scoped>
.brand {
  display: grid;
  grid-template: minmax(0, 1fr) auto / 300px minmax(0, 1fr);
  gap: 14px 22px;
}
.wishes {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  align-content: start;
}
.wishes :deep(input),
.wishes :deep(.p-select) {
  min-width: 0;
  width: 100%;
}
.wide {
  grid-column: 1 / -1;
}
.colour {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr);
  gap: 6px;
}
.colour input[type='color'] {
  width: 34px;
  height: 100%;
  padding: 0;
  border: 1px solid var(--line-2);
  border-radius: 4px;
  background: none;
}
.from {
  display: flex;
  gap: 5px;
  align-items: baseline;
  min-width: 0;
  white-space: nowrap;
}
.more {
  display: grid;
  gap: 4px;
  justify-items: start;
}
.vouch {
  display: grid;
  gap: 4px;
}
.wide .quiet-link {
  text-align: left;
}
.vouch input {
  width: auto;
}
.dot {
  display: inline-block;
  width: 11px;
  height: 11px;
  border: 1px solid var(--line-2);
  vertical-align: -1px;
}
.seen {
  display: flex;
  gap: 14px;
  background: var(--wall);
  padding: 14px;
  min-height: 440px;
  overflow: hidden;
}
figure {
  margin: 0;
  display: grid;
  gap: 4px;
  align-content: start;
}
figcaption {
  color: var(--on-wall);
  max-width: 172px;
}
.paper {
  overflow: hidden;
  background: #fff;
  box-shadow: 0 1px 6px var(--shade);
}
.problem {
  color: var(--bad);
}
footer {
  grid-column: 1 / -1;
  display: flex;
  justify-content: end;
  gap: 8px;
}
</style>
