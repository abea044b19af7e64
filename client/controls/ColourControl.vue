<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Popover from 'primevue/popover';
import { computed, nextTick, ref } from 'vue';
import { aliasPath, isColour, tokenMeaning, tokenValue, type Json } from '../../core/index.js';
import { useLibrary } from '../stores/library.js';
import { asText, tokenWords, type ControlEmits, type ControlProps } from './control.js';

/** A colour by name and swatch: the kit's tokens first, then a value of one's own. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const library = useLibrary();
const pop = ref<InstanceType<typeof Popover> | null>(null);
const query = ref('');
const field = ref<{ $el: HTMLInputElement } | null>(null);
const problem = ref('');

/** Name and colour of a value: of a token where its kit is known, else as it is. */
function named(value: Json | undefined): { readonly name: string; readonly colour: string } {
  const text = asText(value);
  const path = aliasPath(text);
  if (path === null) return { name: text === '' ? 'none' : text, colour: isColour(text) ? text : 'transparent' };
  const cut = path.indexOf('/');
  const kit = path.includes('@') && cut > 0 ? library.kits.get(path.slice(0, cut)) : props.kit;
  const bare = path.includes('@') && cut > 0 ? path.slice(cut + 1) : path;
  const token = bare.startsWith('means:') ? (kit ? tokenMeaning(kit, bare.slice(6))?.path : undefined) : bare;
  const colour = kit && token !== undefined ? tokenValue(kit, token) : undefined;
  return {
    name: tokenWords(token ?? bare),
    colour: typeof colour === 'string' && isColour(colour) ? colour : 'transparent',
  };
}
const now = computed(() => named(props.held.value));
const tokens = computed(() =>
  Object.values(props.kit?.tokens ?? {})
    .filter((t) => t.type === 'color')
    .map((t) => ({ id: `{${t.path}}`, ...named(`{${t.path}}`), description: t.description ?? t.path }))
    .filter((t) => query.value.trim() === '' || t.name.toLowerCase().includes(query.value.trim().toLowerCase())),
);
function take(value: string): void {
  pop.value?.hide();
  emit('choose', value, false);
}
/** What was typed is a colour of one's own, or the name of one of the kit's. */
function typed(): void {
  const v = query.value.trim();
  if (v === '') return;
  if (aliasPath(v) !== null || isColour(v)) take(v);
  else if (tokens.value[0]) take(tokens.value[0].id);
  else
    problem.value = `“${v.slice(0, 30)}” is not a colour and none of ${props.kit?.name ?? 'the kit'}’s is called that; write it like #0b2f4e.`;
}
function opened(): void {
  query.value = '';
  problem.value = '';
  void nextTick(() => field.value?.$el.focus({ preventScroll: true }));
}
</script>

<template>
  <button :id="id" class="plain pick" aria-haspopup="dialog" :title="asText(held.value)" @click="pop?.toggle($event)">
    <i class="swatch" :style="{ background: several ? 'transparent' : now.colour }" /><span class="clip">{{
      several ? 'several' : now.name
    }}</span>
  </button>
  <Popover ref="pop" @show="opened">
    <div class="colours" role="dialog" :aria-label="`${prop.name}: choose a colour`">
      <InputText
        ref="field"
        v-model="query"
        size="small"
        fluid
        placeholder="A name, or #0b2f4e"
        :aria-label="`${prop.name}: a colour by name or value`"
        @update:model-value="problem = ''"
        @keydown.enter.prevent="typed"
      />
      <button v-if="isColour(query.trim())" class="plain token" @click="typed">
        <i class="swatch" :style="{ background: query.trim() }" /><span class="clip">{{ query.trim() }}, your own</span>
      </button>
      <ul>
        <li v-for="t in tokens" :key="t.id">
          <button
            class="plain token"
            :class="{ on: t.id === asText(held.value) }"
            :title="t.description"
            @click="take(t.id)"
          >
            <i class="swatch" :style="{ background: t.colour }" /><span class="clip">{{ t.name }}</span>
          </button>
        </li>
      </ul>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </div>
  </Popover>
</template>

<style scoped>
.swatch {
  width: 16px;
  height: 16px;
  border: 1px solid var(--line-2);
  border-radius: 3px;
  flex: none;
}
.colours {
  width: 226px;
  display: grid;
  gap: 6px;
}
ul {
  max-height: 216px;
  overflow: auto;
  display: grid;
}
.token {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  padding: 3px 6px;
  border-radius: 4px;
}
.token:hover {
  background: var(--wash);
}
.token.on {
  background: var(--tape);
}
.problem {
  color: var(--bad);
  font-size: 11.5px;
}
</style>
