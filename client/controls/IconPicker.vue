<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, nextTick, onMounted, ref } from 'vue';
import { suggestIcons, type Kit } from '../../core/index.js';
import IconGlyph from './IconGlyph.vue';

/** The whole icon set of a kit, searched by name and meaning. */
const props = defineProps<{ kit: Kit | undefined; value?: string; says?: string }>();
const emit = defineEmits<{ choose: [icon: string]; leave: [] }>();
const query = ref('');
const field = ref<{ $el: HTMLInputElement } | null>(null);
/** Icons that go with what the thing says stand first. */
const suggested = computed(() => (props.kit && props.says ? suggestIcons(props.kit, props.says, [], 6) : []));
const icons = computed(() => {
  const asked = query.value.trim().toLowerCase();
  const near = asked === '' ? suggested.value : [];
  const rank = new Map(near.map((id, i) => [id, i]));
  const all = Object.values(props.kit?.icons ?? {});
  return (near.length === 0 ? all : [...all].sort((a, b) => (rank.get(a.id) ?? 99) - (rank.get(b.id) ?? 99))).filter(
    (i) => asked === '' || [i.name, i.id, ...i.words, i.means ?? ''].some((w) => w.toLowerCase().includes(asked)),
  );
});
onMounted(() => void nextTick(() => field.value?.$el.focus({ preventScroll: true })));
</script>

<template>
  <div class="picker" role="dialog" aria-label="Choose an icon" @keydown.escape.stop="emit('leave')">
    <InputText
      ref="field"
      v-model="query"
      size="small"
      fluid
      placeholder="Search icons"
      aria-label="Search icons"
      @keydown.enter.prevent="icons[0] && emit('choose', icons[0].id)"
    />
    <div class="grid">
      <button
        v-if="query === ''"
        class="plain none note"
        aria-label="None"
        :class="{ on: value === 'none' || value === '' }"
        @click="emit('choose', 'none')"
      >
        None
      </button>
      <button
        v-for="i in icons"
        :key="i.id"
        class="plain"
        :class="{ on: i.id === value }"
        :aria-label="i.name"
        :title="i.name"
        @click="emit('choose', i.id)"
      >
        <IconGlyph :icon="i" :size="20" />
      </button>
    </div>
    <p v-if="icons.length === 0" class="note">{{ kit?.name }} has no icon called “{{ query }}”.</p>
  </div>
</template>

<style scoped>
.picker {
  width: 232px;
  background: var(--raised);
  border: 1px solid var(--line-2);
  border-radius: 6px;
  padding: 8px;
  display: grid;
  gap: 6px;
  box-shadow: 0 2px 10px var(--shade-2);
}
.grid {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 2px;
  max-height: 168px;
  overflow: auto;
}
.grid button {
  height: 34px;
  display: grid;
  place-items: center;
  border-radius: 4px;
}
.grid button:hover {
  background: var(--wash);
}
.grid .on {
  background: var(--tape);
}
.none {
  font-size: 11px;
}
</style>
