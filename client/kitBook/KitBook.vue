<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  aliasPath,
  compareVersions,
  componentsInOrder,
  kitRef,
  kitUpdate,
  modesToSee,
  rolesCovered,
  toPx,
  tokenValue,
  PROP_KINDS,
  type Component,
  type Grade,
  type Kit,
  type Template,
  type Token,
  type World,
} from '../../core/index.js';
import IconGlyph from '../controls/IconGlyph.vue';
import { plural } from '../base/counts.js';
import IconFiles from '../tokens/IconFiles.vue';
import ManifestFiles from '../tokens/ManifestFiles.vue';
import TokenFiles from '../tokens/TokenFiles.vue';
import SampleCard from '../shelf/SampleCard.vue';
import { fonts as faces, useLibrary } from '../stores/library.js';
import { sampleOf, templateOf } from '../stores/samples.js';
import { useSlices } from '../canvas/timeSlices.js';
import { useEntry, type Entry } from './entry.js';
import KitGrade from './KitGrade.vue';

/** A kit as a book of samples: its components, starters, tokens, text styles and icons, and what can be said of it. */
const props = defineProps<{
  kit: Kit;
  world: World;
  /** How often each component is used; null: not known yet. */
  counts: Readonly<Record<string, number>> | null;
  /** Where books of kits are: their address but for the kit. */
  base: string;
  /** It is opened in a project, whose view it is a part of. */
  inside: boolean;
}>();
const mode = defineModel<string>('mode', { required: true });
const library = useLibrary();
const router = useRouter();
const entry = useEntry();
const sought = ref('');
const ref_ = computed(() => kitRef(props.kit));
watch(ref_, () => ((sought.value = ''), (mode.value = '')));
const modeChoices = computed(() => [
  { id: '', name: 'as it is' },
  ...modesToSee(props.kit).map((id) => ({ id, name: id })),
]);
const show = (kind: Entry['kind'], id: string): void => entry.show({ kind, id });
const isOpen = (kind: Entry['kind'], id: string): boolean =>
  entry.open.value?.kind === kind && entry.open.value.id === id;

// ── components ──
const WIDE = 260;
const has = (...texts: readonly string[]): boolean => {
  const words = sought.value.toLowerCase().split(/\s+/u).filter(Boolean);
  const all = texts.join(' ').toLowerCase();
  return words.every((w) => all.includes(w));
};
const components = computed<readonly Component[]>(() => componentsInOrder(props.kit));
const families = computed(() =>
  [...new Set(components.value.map((c) => c.family))].flatMap((family) => {
    const list = components.value.filter((c) => c.family === family && has(c.name, c.role, c.summary, ...c.words));
    return list.length > 0 ? [{ family, list }] : [];
  }),
);
const samples = useSlices(
  () => (void [props.kit, library.fontsKnown, mode.value], components.value.map((c) => c.id)),
  (id) => sampleOf(props.world, `${ref_.value}/${id}`, WIDE, [], undefined, undefined, mode.value),
);
/** In how many ways it can look by what is chosen: as its choices and flags are combined. */
const looks = (c: Component): number =>
  c.contract.props.reduce((n, p) => n * Math.max(1, PROP_KINDS[p.kind].alternatives(p)?.length ?? 1), 1);
const says = (c: Component): string => {
  const uses = props.counts?.[c.id] ?? 0;
  return `${c.role}${uses > 0 ? `, used ${uses === 1 ? 'once' : `${uses} times`}` : ''}`;
};
const title = (c: Component): string =>
  `${c.summary} ${plural(c.contract.props.length, 'property', 'properties')}, ${plural(looks(c), 'look')}, ${plural(c.contract.states.length, 'state')}.`;

// ── starters ──
const starters = computed(() => props.kit.templates.filter((t) => has(t.name)));
const pages = useSlices(
  () => (void [props.kit, library.fontsKnown, mode.value], [...props.kit.templates]),
  (t: Template) => templateOf(props.world, t, props.kit, [], mode.value),
);

// ── tokens ──
interface Shown {
  readonly token: Token;
  readonly value: string;
  readonly px: number | null;
  readonly alias: string | null;
  /** Its values in all modes, as CSS colours, where they differ. */
  readonly modes: readonly (readonly [mode: string, value: string])[];
}
const tokens = computed(() => {
  const k = props.kit;
  const by = new Map<string, Shown[]>();
  const names = modesToSee(k);
  for (const token of Object.values(k.tokens)) {
    if (!has(token.path, token.means ?? '')) continue;
    const value = tokenValue(k, token.path, mode.value);
    const list = by.get(token.type) ?? [];
    by.set(token.type, list);
    const each = names.map((m) => [m, String(tokenValue(k, token.path, m))] as const);
    list.push({
      token,
      value: typeof value === 'object' && value !== null ? Object.values(value).map(String).join(' ') : String(value),
      px: token.type === 'dimension' ? (toPx(value) ?? null) : null,
      alias: aliasPath(token.modes?.[mode.value] ?? token.value),
      modes: token.type === 'color' && new Set(each.map(([, v]) => v)).size > 1 ? each : [],
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
  cubicBezier: 'Motion curves',
  fontFamily: 'Font families',
  fontWeight: 'Font weights',
  other: 'Others',
};
const styles = computed(() => Object.values(props.kit.textStyles).filter((s) => has(s.name, s.family)));
const icons = computed(() => Object.values(props.kit.icons).filter((i) => has(i.name, i.id, ...i.words)));
/** So many icons are put up at first; the rest when it is asked for. */
const MANY = 240;
const allIcons = ref(false);
watch(ref_, () => (allIcons.value = false));
const shownIcons = computed(() => (allIcons.value ? icons.value : icons.value.slice(0, MANY)));
const letters = computed(() => {
  void library.fontsKnown;
  const by = new Map<string, { weight: number; italic: boolean }[]>();
  for (const f of props.kit.fonts) by.set(f.family, [...(by.get(f.family) ?? []), f]);
  return [...by].map(([family, list]) => ({
    family,
    weights: list
      .sort((a, b) => a.weight - b.weight)
      .map((f) => `${f.weight}${f.italic ? ' italic' : ''}`)
      .join(', '),
    licence: faces.licenceOf(family),
  }));
});

// ── its versions ──
const versions = computed(() => {
  const all = [...library.kits.values()]
    .filter((k) => k.id === props.kit.id)
    .sort((a, b) => compareVersions(b.version, a.version));
  return all.map((k, i) => {
    const before = all[i + 1];
    const changes = before ? kitUpdate(before, k).changes : [];
    const named = (what: string, word: string): readonly string[] => {
      const list = changes.filter((c) => c.what === what).map((c) => c.name);
      return list.length > 0 ? [`${word} ${list.slice(0, 6).join(', ')}${list.length > 6 ? ' …' : ''}`] : [];
    };
    return {
      kit: k,
      says: [
        ...named('new', 'new:'),
        ...named('changed', 'another contract:'),
        ...named('split', 'split:'),
        ...named('looks', 'looks another:'),
        ...named('gone', 'gone:'),
      ].join('; '),
    };
  });
});

// ── what can be said of it ──
const grade = ref<Grade | null>(null);
let asked = 0;
watch(
  [ref_, () => library.worker, () => library.fontsKnown],
  async () => {
    const mine = ++asked;
    grade.value = null;
    const got = await library.worker?.grade(ref_.value).catch(() => null);
    if (mine === asked && got) grade.value = got;
  },
  { immediate: true },
);
const roles = computed(() => {
  const { have, none } = rolesCovered(props.kit);
  return { have: have.length, none };
});
const nothing = computed(
  () =>
    sought.value.trim() !== '' &&
    families.value.length + tokens.value.length + styles.value.length + icons.value.length + starters.value.length ===
      0,
);
const made = (ref: string): void => void router.push(`${props.base}/${ref}`);
</script>

<template>
  <component :is="inside ? 'div' : 'main'" class="pages">
    <slot />
    <section class="head">
      <div>
        <h1>{{ kit.name }} {{ kit.version }}</h1>
        <p>{{ kit.summary }}</p>
        <p class="note">
          By {{ kit.author }}. {{ kit.licence }}.
          <template v-if="kit.basedOn"
            >Based on <RouterLink :to="`${base}/${kit.basedOn}`">{{ kit.basedOn }}</RouterLink>.</template
          >
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
    <div class="ways">
      <TokenFiles :kit="kit" @made="made" /><ManifestFiles :kit="kit" @made="made" />
      <IconFiles :kit="kit" @made="made" />
    </div>
    <p v-if="nothing" class="note">Nothing in {{ kit.name }} is called “{{ sought }}”.</p>

    <section v-for="f in families" :key="f.family" :aria-label="f.family">
      <h2>{{ f.family }}</h2>
      <div class="samples">
        <SampleCard
          v-for="c in f.list"
          :key="c.id"
          :sample="samples.get(c.id)"
          :name="c.name"
          :says="says(c)"
          :title="title(c)"
          :now="isOpen('component', c.id)"
          @click="show('component', c.id)"
        />
      </div>
    </section>
    <section v-if="starters.length > 0" aria-label="Sections and starters">
      <h2>Sections and page starters</h2>
      <div class="samples">
        <SampleCard
          v-for="t in starters"
          :key="t.id"
          :sample="pages.get(t)"
          :name="t.name"
          :says="t.kind === 'page' ? `page, ${t.device ?? 'phone'}` : 'section'"
          :now="isOpen('template', t.id)"
          @click="show('template', t.id)"
        />
      </div>
    </section>

    <section v-for="t in tokens" :key="t.type" :aria-label="TYPES[t.type] ?? t.type">
      <h2>{{ TYPES[t.type] ?? t.type }}</h2>
      <ul class="tokens">
        <li v-for="s in t.list" :key="s.token.path">
          <button
            class="plain token"
            :class="{ now: isOpen('token', s.token.path) }"
            :title="`Where ${s.token.path} is used`"
            @click="show('token', s.token.path)"
          >
            <span v-if="s.modes.length > 0" class="swatch">
              <i v-for="[m, v] in s.modes" :key="m" :style="{ background: v }" :title="`${m}: ${v}`" />
            </span>
            <i v-else-if="t.type === 'color'" class="swatch" :style="{ background: s.value }" />
            <i v-else-if="s.px !== null" class="length" :style="{ width: `${Math.min(72, s.px)}px` }" />
            <span class="what"
              ><strong class="clip">{{ s.token.path }}</strong
              ><span class="note clip">{{ s.alias ? `as ${s.alias}, ${s.value}` : s.value }}</span></span
            >
            <span v-if="s.token.means" class="note">{{ s.token.means.replace(/-/gu, ' ') }}</span>
          </button>
        </li>
      </ul>
    </section>
    <section v-if="styles.length > 0" aria-label="Text styles">
      <h2>Text styles</h2>
      <ul class="styles">
        <li v-for="s in styles" :key="s.id">
          <button
            class="plain style"
            :class="{ now: isOpen('style', s.id) }"
            :title="`Where ${s.name} is used`"
            @click="show('style', s.id)"
          >
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
            <span class="note"
              >{{ s.family }} {{ s.weight }}, {{ s.size }} / {{ s.lineHeight }} px{{
                s.means ? `, ${s.means}` : ''
              }}</span
            >
          </button>
        </li>
      </ul>
    </section>
    <section v-if="letters.length > 0 && sought === ''" aria-label="Fonts">
      <h2>Fonts</h2>
      <ul class="letters">
        <li v-for="f in letters" :key="f.family">
          <strong :style="{ fontFamily: `'${f.family}'` }">{{ f.family }}</strong>
          <span class="note">{{ f.weights }}</span>
          <span class="note">{{ f.licence || 'Says nothing of its licence.' }}</span>
        </li>
      </ul>
    </section>
    <section v-if="icons.length > 0" aria-label="Icons">
      <h2>Icons</h2>
      <ul class="icons">
        <li v-for="i in shownIcons" :key="i.id">
          <button
            class="plain icon"
            :class="{ now: isOpen('icon', i.id) }"
            :title="i.words.join(', ')"
            @click="show('icon', i.id)"
          >
            <IconGlyph :icon="i" :size="22" /><span class="clip">{{ i.id }}</span>
          </button>
        </li>
      </ul>
      <button v-if="shownIcons.length < icons.length" class="quiet-link" @click="allIcons = true">
        All {{ icons.length }} icons
      </button>
    </section>
    <section v-if="sought === ''" aria-label="Versions">
      <h2>Versions</h2>
      <ul class="versions">
        <li v-for="v in versions" :key="v.kit.version">
          <strong v-if="v.kit === kit">{{ v.kit.version }}, this one</strong>
          <RouterLink v-else :to="`${base}/${kitRef(v.kit)}`">{{ v.kit.version }}</RouterLink>
          <span
            >{{ v.kit.notes || 'No notes.' }} <span v-if="v.says" class="note">{{ v.says }}</span></span
          >
        </li>
      </ul>
    </section>

    <section v-if="sought === ''" aria-label="Grade">
      <h2>Grade</h2>
      <KitGrade v-if="grade" :grade="grade" :roles="roles" @show="(id) => show('component', id)">
        <template #picture="{ component }">
          <SampleCard
            v-if="component"
            as="div"
            class="small"
            :sample="samples.get(component)"
            :name="kit.components[component]?.name ?? component"
          />
        </template>
      </KitGrade>
      <p v-else class="note">Drawing every component in rooms from 280 to 1600 px …</p>
    </section>
  </component>
</template>

<style scoped>
.pages {
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
.head .tools {
  display: flex;
  gap: 8px;
  align-items: start;
}
.tools :deep(.p-select) {
  min-width: 110px;
}
/* What goes in and out stands in one line while there is room. */
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 6px 26px;
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
  gap: 2px 14px;
}
.token,
.icon,
.style {
  width: 100%;
  display: flex;
  align-items: center;
  gap: 10px;
  min-width: 0;
  padding: 3px 6px;
  border-radius: 4px;
  text-align: left;
}
.style {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 260px;
  gap: 20px;
  align-items: baseline;
}
.token:hover,
.icon:hover,
.style:hover {
  background: var(--wash);
}
.now {
  background: var(--tape-soft);
}
.what {
  display: grid;
  flex: 1;
  min-width: 0;
}
.swatch {
  display: flex;
  width: 34px;
  height: 26px;
  border: 1px solid var(--line-2);
  border-radius: 4px;
  overflow: hidden;
  flex: none;
}
.swatch i {
  flex: 1;
}
.length {
  height: 12px;
  min-width: 1px;
  background: var(--tape);
  border: 1px solid var(--tape-ink);
  flex: none;
}
.styles,
.letters,
.versions {
  display: grid;
  gap: 6px;
}
.letters li {
  display: grid;
  grid-template-columns: 160px 200px minmax(0, 1fr);
  gap: 14px;
  align-items: baseline;
}
.versions li {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 14px;
}
.icons {
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
}
.small {
  width: 90px !important;
  height: 70px;
}
</style>
