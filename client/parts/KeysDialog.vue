<script setup lang="ts">
import Dialog from 'primevue/dialog';

const visible = defineModel<boolean>('visible', { required: true });
const keys = [
  ['/', 'Place line'], ['s', 'Try on'], ['Enter', 'Edit text'], ['Arrows', 'Previous, next thing'], ['Escape', 'One step out'], ['Alt+arrows', 'Move up, down, in, out'], ['Ctrl+d', 'Duplicate'], ['Delete', 'Delete'],
  ['Shift+Backspace', 'Back to kit'], ['Ctrl+a', 'Select all'], ['Ctrl+z, Ctrl+Shift+z', 'Undo, redo'], ['[ ]', 'Previous, next screen'], ['g, Shift+g', 'All screens, this screen'], ['+ -', 'Zoom'], ['?', 'These keys'],
];
</script>

<template>
  <Dialog v-model:visible="visible" modal dismissable-mask header="Keys" :style="{ width: '460px' }">
    <dl><template v-for="[k, what] in keys" :key="k"><dt>{{ k }}</dt><dd>{{ what }}</dd></template></dl>
  </Dialog>
</template>

<style scoped>
dl { display: grid; grid-template-columns: 170px 1fr; gap: 6px 14px; }
dt { font-weight: 600; }
</style>
