<script setup lang="ts">
import Popover from 'primevue/popover';
import { computed, ref } from 'vue';
import { suggestIcons } from '../../core/index.js';
import { asText, type ControlEmits, type ControlProps } from './control.js';
import IconGlyph from './IconGlyph.vue';
import IconPicker from './IconPicker.vue';

/** An icon of the kit. Pointed at, it offers those that go with what the thing says; a click shows all. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const pop = ref<InstanceType<typeof Popover> | null>(null);
const asked = ref(false);
const icon = computed(() =>
  !props.several && typeof props.held.value === 'string' ? props.kit?.icons[props.held.value] : undefined,
);
const OFTEN = ['chevron-right', 'search', 'user', 'star', 'calendar', 'settings', 'house', 'menu'];
const near = computed(() =>
  asked.value && props.kit
    ? suggestIcons(props.kit, props.says?.() ?? '', OFTEN, 4).flatMap((i) => props.kit?.icons[i] ?? [])
    : [],
);
function take(id: string): void {
  pop.value?.hide();
  emit('choose', id, false);
}
</script>

<template>
  <div class="icon" @mouseenter="asked = true" @mouseleave="asked = false" @focusin="asked = true">
    <button
      :id="id"
      class="plain pick glyph"
      aria-haspopup="dialog"
      :title="`${icon?.name ?? 'None'}. Choose another icon`"
      @click="pop?.toggle($event)"
    >
      <IconGlyph v-if="icon" :icon="icon" :size="17" /><span v-else class="none" aria-hidden="true" /><span
        class="name"
        >{{ several ? 'several' : (icon?.name ?? 'None') }}</span
      >
    </button>
    <span v-if="near.length > 0" class="near"
      ><button
        v-for="i in near"
        :key="i.id"
        class="plain"
        :class="{ on: i.id === held.value }"
        :aria-label="`${i.name} icon`"
        :title="i.name"
        @click="take(i.id)"
      >
        <IconGlyph :icon="i" :size="15" /></button
    ></span>
    <span v-else class="clip shown" aria-hidden="true">{{ several ? 'several' : (icon?.name ?? 'None') }}</span>
    <Popover ref="pop"
      ><IconPicker :kit="kit" :value="asText(held.value)" :says="says?.()" @choose="take" @leave="pop?.hide()"
    /></Popover>
  </div>
</template>

<style scoped>
.icon {
  display: flex;
  gap: 6px;
  align-items: center;
  min-width: 0;
}
.icon > button.pick.glyph {
  width: 34px;
  flex: none;
  justify-content: center;
  position: relative;
}
.name {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
}
.none {
  width: 15px;
  height: 15px;
  border: 1px dashed var(--line-2);
  border-radius: 3px;
}
.near {
  display: flex;
  flex: none;
}
.near button {
  width: 24px;
  height: 25px;
  display: grid;
  place-items: center;
  border-radius: 4px;
}
.near button:hover {
  background: var(--wash);
}
.near .on {
  background: var(--tape);
}
</style>
