<script setup lang="ts">
import Textarea from 'primevue/textarea';
import { ref, watch } from 'vue';
import { asText, type ControlEmits, type ControlProps } from './control.js';

/** A text, on as many lines as it needs. */
const props = defineProps<ControlProps>();
const emit = defineEmits<ControlEmits>();
const draft = ref('');
watch(
  [() => props.held.value, () => props.id, () => props.several],
  () => {
    draft.value = props.several ? '' : asText(props.held.value);
  },
  { immediate: true },
);
function type(text: string | undefined): void {
  draft.value = text ?? '';
  emit('choose', draft.value, true);
}
</script>

<template>
  <Textarea
    :id="id"
    class="text"
    size="small"
    rows="1"
    fluid
    :model-value="draft"
    :placeholder="several ? 'several' : ''"
    maxlength="20000"
    @update:model-value="type"
  />
</template>

<style scoped>
.text {
  field-sizing: content;
  min-height: 0;
  max-height: 132px;
  resize: none;
  line-height: 1.35;
}
</style>
