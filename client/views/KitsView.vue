<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import {
  aliasPath,
  componentsInOrder,
  colourPairs,
  contrast,
  emptyProject,
  gradeKit,
  kitRef,
  modesOf,
  modesToSee,
  toPx,
  tokenValue,
  type Component,
  type GradeLine,
  type Kit,
  type Template,
  type Token,
  type World,
} from '../../core/index.js';
import IconGlyph from '../controls/IconGlyph.vue';
import { plural } from '../counts.js';
import ManifestFiles from '../tokens/ManifestFiles.vue';
import TokenFiles from '../tokens/TokenFiles.vue';
import SampleCard from '../shelf/SampleCard.vue';
import { useLibrary } from '../stores/library.js';
import { sampleOf, templateOf } from '../stores/samples.js';
import { useSlices } from '../surface/slices.js';
import { pageStands } from '../workers/client.js';

/** Every installed kit as a book of samples: its components, tokens, text styles, icons and starters, and what can be said of it. */
const library = useLibrary();
const route = useRoute();
const router = useRouter();
const failure = ref('');
const sought = ref('');
async function load(): Promise<void> {
  failure.value = '';
  try {
    await library.load();
  } catch (error) {
    failure.value = error instanceof Error ? error.message : String(error);
  }
}
onMounted(() => {
  pageStands();
  void load();
});
const kits = computed(() => [...library.kits.values()].map((k) => ({ ref: kitRef(k), kit: k })));
const kit = computed<Kit | undefined>(() => library.kits.get(String(route.params['kit'] ?? '')) ?? kits.value[0]?.kit);
const unknown = computed(() => {
  const asked = String(route.params['kit'] ?? '');
  return asked !== '' && kits.value.length > 0 && !library.kits.has(asked) ? asked : '';
});
const world = computed<World | null>(() =>
  kit.value ? { project: emptyProject('book', 'Book', kitRef(kit.value)), kits: library.kits } : null,
);
watch(kit, () => ((sought.value = ''), (mode.value = '')));
/** The mode of the kit that all is seen in. */
const mode = ref('');
const modeChoices = computed(() => [
  { id: '', name: 'as it is' },
  ...(kit.value ? modesToSee(kit.value) : []).map((id) => ({ id, name: id })),
]);

// ── components ──
const WIDE = 260;
const has = (...texts: readonly string[]): boolean => {
  const words = sought.value.toLowerCase().split(/\s+/u).filter(Boolean);
  const all = texts.join(' ').toLowerCase();
  return words.every((w) => all.includes(w));
};
const components = computed<readonly Component[]>(() => (kit.value ? componentsInOrder(kit.value) : []));
const families = computed(() =>
  [...new Set(components.value.map((c) => c.family))].flatMap((family) => {
    const list = components.value.filter((c) => c.family === family && has(c.name, c.role, c.summary, ...c.words));
    return list.length > 0 ? [{ family, list }] : [];
  }),
);
const samples = useSlices(
  () => (void [kit.value, library.fontsKnown, mode.value], components.value.map((c) => c.id)),
  (id) =>
    world.value && kit.value
      ? sampleOf(world.value, `${kitRef(kit.value)}/${id}`, WIDE, [], undefined, undefined, mode.value)
      : null,
);
/** In how many ways it can look by what is chosen: as its choices and flags are combined. */
const looks = (c: Component): number =>
  c.contract.props.reduce(
    (n, p) => n * (p.kind === 'choice' ? Math.max(1, p.options?.length ?? 1) : p.kind === 'flag' ? 2 : 1),
    1,
  );
const says = (c: Component): string =>
  `${c.role}, ${c.contract.props.length === 1 ? '1 property' : `${c.contract.props.length} properties`}`;
const title = (c: Component): string =>
  `${c.summary} ${plural(looks(c), 'look')}, ${plural(c.contract.states.length, 'state')}.`;

// ── starters ──
const starters = computed(() => (kit.value?.templates ?? []).filter((t) => has(t.name)));
const pages = useSlices(
  () => (void [kit.value, library.fontsKnown, mode.value], [...(kit.value?.templates ?? [])]),
  (t: Template) => (world.value && kit.value ? templateOf(world.value, t, kit.value, [], mode.value) : null),
);

// ── tokens ──
interface Shown {
  readonly token: Token;
  readonly value: string;
  readonly px: number | null;
  readonly alias: string | null;
}
const tokens = computed(() => {
  const k = kit.value;
  if (!k) return [];
  const by = new Map<string, Shown[]>();
  for (const token of Object.values(k.tokens)) {
    if (!has(token.path, token.means ?? '')) continue;
    const value = tokenValue(k, token.path, mode.value);
    const list = by.get(token.type) ?? [];
    by.set(token.type, list);
    list.push({
      token,
      value: typeof value === 'object' ? JSON.stringify(value) : String(value),
      px: token.type === 'dimension' ? (toPx(value) ?? null) : null,
      alias: aliasPath(token.modes?.[mode.value] ?? token.value),
    });
  }
  return [...by].map(([type, list]) => ({ type, list }));
});
const TYPES: Readonly<Record<string, string>> = {
  color: 'Colours',
  dimension: 'Lengths',
  shadow: 'Shadows',
  number: 'Numbers',
  duration: 'Durations',
};
const styles = computed(() => Object.values(kit.value?.textStyles ?? {}).filter((s) => has(s.name, s.family)));
const icons = computed(() => Object.values(kit.value?.icons ?? {}).filter((i) => has(i.name, i.id, ...i.words)));
const fonts = computed(() => {
  const by = new Map<string, number[]>();
  for (const f of kit.value?.fonts ?? []) by.set(f.family, [...(by.get(f.family) ?? []), f.weight]);
  return [...by].map(([family, weights]) => ({ family, weights: weights.sort((a, b) => a - b).join(', ') }));
});

// ── what can be said of it ──
const grade = computed(() => {
  const k = kit.value;
  if (!k) return null;
  const { lines } = gradeKit(k);
  const pairs = colourPairs(k).flatMap((p) =>
    ['', ...modesOf(k)].map((m) => {
      const ratio = contrast(String(tokenValue(k, p.text, m)), String(tokenValue(k, p.ground, m))) ?? 0;
      const seen = m === '' ? '' : `, in ${m}`;
      return {
        good: ratio >= p.needs - 0.005,
        name: `${p.text} on ${p.ground} in ${p.where}${seen}, ${ratio.toFixed(1)} to 1`,
      };
    }),
  );
  const read: GradeLine = {
    what: 'texts can be read in every look and mode (AA)',
    share: pairs.length === 0 ? 1 : pairs.filter((p) => p.good).length / pairs.length,
    short: pairs.filter((p) => !p.good).map((p) => p.name),
  };
  const all = [...lines, read];
  return { lines: all, share: all.reduce((n, l) => n + l.share, 0) / all.length };
});
const per = (share: number): string => `${Math.floor(share * 100)} %`;
/** So many shortfalls of one kind are named. */
const NAMED = 40;
const nothing = computed(
  () =>
    sought.value.trim() !== '' &&
    families.value.length + tokens.value.length + styles.value.length + icons.value.length + starters.value.length ===
      0,
);
</script>

<template>
  <div class="book">
    <header class="ink">
      <RouterLink to="/" class="home" aria-label="Home"
        ><img src="/mark.svg" alt="" width="26" height="26"
      /></RouterLink>
      <strong>Kits</strong>
    </header>
    <nav aria-label="Installed kits">
      <RouterLink
        v-for="k in kits"
        :key="k.ref"
        :to="`/kits/${k.ref}`"
        :class="{ on: kit && kitRef(kit) === k.ref }"
        :aria-current="kit && kitRef(kit) === k.ref ? 'page' : undefined"
      >
        <span class="swatches"><i v-for="s in k.kit.swatches" :key="s" :style="{ background: s }" /></span>
        <strong class="clip">{{ k.kit.name }}</strong><span class="note">{{ k.kit.version }}</span>
      </RouterLink>
      <p v-if="kits.length === 0 && !failure" class="note">Opening the kits …</p>
    </nav>
    <main v-if="kit" :key="kitRef(kit)">
      <p v-if="unknown" class="failure" role="alert">
        {{ unknown }} is not installed; this is {{ kit.name }}. Kits are installed on
        <RouterLink to="/">Home</RouterLink>.
      </p>
      <section class="head">
        <div>
          <h1>{{ kit.name }} {{ kit.version }}</h1>
          <p>{{ kit.summary }}</p>
          <p class="note">
            By {{ kit.author }}. {{ kit.licence }}.
            <template v-if="kit.basedOn"
              >Based on <RouterLink :to="`/kits/${kit.basedOn}`">{{ kit.basedOn }}</RouterLink>.</template
            >
            <template v-if="kit.notes"> New: {{ kit.notes }}</template>
          </p>
          <p class="note">
            Letters:
            <span v-for="(f, i) in fonts" :key="f.family">{{ i > 0 ? '; ' : '' }}{{ f.family }} {{ f.weights }}</span
            >.
          </p>
        </div>
        <div class="tools">
          <InputText v-model="sought" size="small" placeholder="Find in this kit" aria-label="Find in this kit" />
          <Select
            v-if="modeChoices.length > 1"
            v-model="mode"
            size="small"
            :options="modeChoices"
            option-label="name"
            option-value="id"
            placeholder="as it is"
            aria-label="Mode"
          />
        </div>
      </section>
      <TokenFiles :kit="kit" @made="(r: string) => router.push(`/kits/${r}`)" />
      <ManifestFiles :kit="kit" @made="(r: string) => router.push(`/kits/${r}`)" />
      <p v-if="nothing" class="note">Nothing in {{ kit.name }} is called “{{ sought }}”.</p>

      <section v-for="f in families" :key="f.family" :aria-label="f.family">
        <h2>{{ f.family }}</h2>
        <div class="samples">
          <SampleCard
            v-for="c in f.list"
            :key="c.id"
            as="div"
            :sample="samples.get(c.id)"
            :name="c.name"
            :says="says(c)"
            :title="title(c)"
          />
        </div>
      </section>
      <section v-if="starters.length > 0" aria-label="Sections and starters">
        <h2>Sections and page starters</h2>
        <div class="samples">
          <SampleCard
            v-for="t in starters"
            :key="t.id"
            as="div"
            :sample="pages.get(t)"
            :name="t.name"
            :says="t.kind === 'page' ? `page, ${t.device ?? 'phone'}` : 'section'"
          />
        </div>
      </section>

      <section v-for="t in tokens" :key="t.type" :aria-label="TYPES[t.type] ?? t.type">
        <h2>{{ TYPES[t.type] ?? t.type }}</h2>
        <ul class="tokens">
          <li v-for="s in t.list" :key="s.token.path">
            <i v-if="t.type === 'color'" class="swatch" :style="{ background: s.value }" />
            <i v-else-if="s.px !== null" class="length" :style="{ width: `${Math.min(72, s.px)}px` }" />
            <span class="what"
              ><strong class="clip">{{ s.token.path }}</strong
              ><span class="note clip tabular">{{ s.alias ? `as ${s.alias}, ${s.value}` : s.value }}</span></span
            >
            <span v-if="s.token.means" class="note">{{ s.token.means.replace(/-/gu, ' ') }}</span>
          </li>
        </ul>
      </section>
      <section v-if="styles.length > 0" aria-label="Text styles">
        <h2>Text styles</h2>
        <ul class="styles">
          <li v-for="s in styles" :key="s.id">
            <span
              class="clip"
              :style="{
                fontFamily: `'${s.family}'`,
                fontWeight: s.weight,
                fontSize: `${Math.min(34, s.size)}px`,
                lineHeight: 1.25,
              }"
              >{{ s.name }}: from quay to quay</span
            >
            <span class="note tabular"
              >{{ s.family }} {{ s.weight }}, {{ s.size }} / {{ s.lineHeight }} px{{
                s.means ? `, ${s.means}` : ''
              }}</span
            >
          </li>
        </ul>
      </section>
      <section v-if="icons.length > 0" aria-label="Icons">
        <h2>Icons</h2>
        <ul class="icons">
          <li v-for="i in icons" :key="i.id" :title="i.words.join(', ')">
            <IconGlyph :icon="i" :size="22" /><span class="clip">{{ i.id }}</span>
          </li>
        </ul>
      </section>

      <section v-if="grade && sought === ''" aria-label="Grade">
        <h2>Grade: {{ per(grade.share) }}</h2>
        <ul class="grade">
          <li v-for="l in grade.lines" :key="l.what">
            <strong class="tabular">{{ per(l.share) }}</strong>
            <details v-if="l.short.length > 0">
              <summary>{{ l.what }}</summary>
              <p class="note">
                Not: {{ l.short.slice(0, NAMED).join('; ')
                }}{{ l.short.length > NAMED ? ` and ${l.short.length - NAMED} more` : '' }}.
              </p>
            </details>
            <span v-else>{{ l.what }}</span>
          </li>
        </ul>
      </section>
    </main>
    <main v-else-if="failure">
      <p class="failure" role="alert">{{ failure }} <button class="quiet-link" @click="load">Try again</button></p>
    </main>
  </div>
</template>

<style scoped>
.book {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / 232px minmax(0, 1fr);
}
header {
  grid-column: 1 / -1;
  display: flex;
  gap: 10px;
  align-items: center;
  background: var(--ink);
  color: var(--raised);
  padding: 10px 16px;
  font-size: 15px;
}
.home {
  display: grid;
}
.head .tools {
  display: flex;
  gap: 8px;
  align-items: start;
}
.tools :deep(.p-select) {
  min-width: 110px;
}
nav {
  border-right: 1px solid var(--line);
  overflow: auto;
  padding: 10px 0;
}
nav a {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  padding: 7px 14px;
  color: var(--ink);
  text-decoration: none;
}
nav a:hover {
  background: var(--wash);
}
nav a.on {
  background: var(--tape-soft);
  box-shadow: inset 3px 0 0 var(--tape);
}
nav p {
  padding: 8px 14px;
}
.swatches {
  display: flex;
  height: 20px;
  border: 1px solid var(--line);
  border-radius: 3px;
  overflow: hidden;
}
.swatches i {
  flex: 1;
}
main {
  overflow: auto;
  padding: 20px 26px 50px;
  display: grid;
  gap: 26px;
  align-content: start;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 26px;
  align-items: start;
}
.head > div {
  display: grid;
  gap: 4px;
}
h2 {
  margin-bottom: 10px;
}
a {
  color: var(--ink);
}
.samples {
  display: grid;
  grid-template-columns: repeat(auto-fill, 152px);
  grid-auto-rows: 150px;
  gap: 16px 14px;
}
.tokens,
.icons {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 6px 22px;
}
.tokens li {
  display: flex;
  align-items: center;
  gap: 10px;
  min-width: 0;
}
.what {
  display: grid;
  flex: 1;
  min-width: 0;
}
.swatch {
  width: 34px;
  height: 26px;
  border: 1px solid var(--line-2);
  border-radius: 4px;
  flex: none;
}
.length {
  height: 12px;
  min-width: 1px;
  background: var(--tape);
  border: 1px solid var(--tape-ink);
  flex: none;
}
.styles {
  display: grid;
  gap: 8px;
}
.styles li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 260px;
  gap: 20px;
  align-items: baseline;
}
.icons {
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
}
.icons li {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
}
.grade {
  display: grid;
  gap: 5px;
}
.grade li {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr);
}
summary {
  cursor: pointer;
}
.failure {
  background: #fff3f0;
  border: 1px solid var(--bad);
  color: var(--bad);
  padding: 10px 14px;
  border-radius: 6px;
}
</style>
