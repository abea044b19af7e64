<script setup lang="ts">
import AutoComplete from 'primevue/autocomplete';
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import Popover from 'primevue/popover';
import Select from 'primevue/select';
import SelectButton from 'primevue/selectbutton';
import Textarea from 'primevue/textarea';
import ToggleSwitch from 'primevue/toggleswitch';
import { onBeforeUnmount, onMounted, ref } from 'vue';

/**
 * One of each field, out of sight, once, when there is time: their styles come with the first of them, and the whole page is
 * laid out anew for each style sheet. So that does not happen when something is selected.
 */
const show = ref(false);
let asked = 0;
onMounted(() => {
  asked = requestIdleCallback(() => {
    show.value = true;
    asked = requestIdleCallback(() => (show.value = false));
  });
});
onBeforeUnmount(() => cancelIdleCallback(asked));
</script>

<template>
  <div v-if="show" hidden inert aria-hidden="true">
    <Textarea size="small" fluid /><InputText size="small" fluid /><Checkbox binary />
    <Select size="small" fluid :options="[]" /><SelectButton size="small" :options="['1']" />
    <ToggleSwitch /><Popover /><AutoComplete size="small" fluid :suggestions="[]" />
  </div>
</template>
