<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, nextTick, onMounted, ref } from 'vue';
import type { Kit } from '../../core/index.js';

/** The whole icon set of a kit, searched by name and meaning. */
const props = defineProps<{ kit: Kit | undefined; value?: string }>();
const emit = defineEmits<{ choose: [icon: string]; leave: [] }>();
const query = ref('');
const field = ref<{ $el: HTMLInputElement } | null>(null);
const icons = computed(() => {
  const asked = query.value.trim().toLowerCase();
  return Object.values(props.kit?.icons ?? {}).filter((i) => asked === '' || [i.name, i.id, ...i.words, i.means ?? ''].some((w) => w.toLowerCase().includes(asked)));
});
onMounted(() => void nextTick(() => field.value?.$el.focus({ preventScroll: true })));
</script>

<template>
  <div class="picker" role="dialog" aria-label="Choose an icon" @keydown.escape.stop="emit('leave')">
    <InputText ref="field" v-model="query" size="small" fluid placeholder="Search icons" aria-label="Search icons" @keydown.enter.prevent="icons[0] && emit('choose', icons[0].id)" />
    <div class="grid">
      <button v-if="query === ''" class="plain none note" aria-label="None" :class="{ on: value === 'none' || value === '' }" @click="emit('choose', 'none')">None</button>
      <button v-for="i in icons" :key="i.id" class="plain" :class="{ on: i.id === value }" :aria-label="i.name" :title="i.name" @click="emit('choose', i.id)">
        <svg :viewBox="`0 0 ${i.box} ${i.box}`" width="20" height="20" aria-hidden="true"><path v-for="(p, n) in i.paths" :key="n" :d="p.d" :fill="p.fill ? 'currentColor' : 'none'" :stroke="p.fill ? 'none' : 'currentColor'" :stroke-width="p.width ?? 2" stroke-linecap="round" stroke-linejoin="round" /></svg>
      </button>
    </div>
    <p v-if="icons.length === 0" class="note">{{ kit?.name }} has no icon called “{{ query }}”.</p>
  </div>
</template>

<style scoped>
.picker { width: 232px; background: var(--raised); border: 1px solid var(--line-2); border-radius: 6px; padding: 8px; display: grid; gap: 6px; box-shadow: 0 2px 10px #25211a29; }
.grid { display: grid; grid-template-columns: repeat(6, 1fr); gap: 2px; max-height: 168px; overflow: auto; }
.grid button { height: 34px; display: grid; place-items: center; border-radius: 4px; }
.grid button:hover { background: var(--wash); }
.grid .on { background: var(--tape); }
.none { font-size: 11px; }
</style>
