<script setup lang="ts">
import Popover from 'primevue/popover';
import { ref } from 'vue';
import { assetUrl } from '../base/api.js';
import { asText, type ControlEmits, type ControlProps } from './control.js';
import PicturePicker from './PicturePicker.vue';

/** A picture that is here, or one brought in by file. */
defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const pop = ref<InstanceType<typeof Popover> | null>(null);
function take(id: string): void {
  pop.value?.hide();
  emit('choose', id, false);
}
</script>

<template>
  <button :id="id" class="plain pick" aria-haspopup="dialog" @click="pop?.toggle($event)">
    <img v-if="!several && asText(held.value)" :src="assetUrl(asText(held.value))" alt="" /><span class="clip">{{
      several ? 'several' : asText(held.value) ? 'Change' : 'Choose a picture'
    }}</span>
  </button>
  <Popover ref="pop"><PicturePicker :value="asText(held.value)" @choose="take" /></Popover>
</template>

<style scoped>
img {
  width: 28px;
  height: 18px;
  object-fit: cover;
  border-radius: 2px;
}
</style>
