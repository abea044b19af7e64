<script setup lang="ts">
import ConfirmDialog from 'primevue/confirmdialog';
import Toast from 'primevue/toast';
import { useToast } from 'primevue/usetoast';
import { watch } from 'vue';
import { useDocument } from './stores/document.js';

const toast = useToast();
const doc = useDocument();
let told = 0;
watch(
  () => doc.notices,
  (all) => {
    for (const n of all) {
      if (n.id <= told) continue;
      told = n.id;
      toast.add({ severity: n.bad ? 'error' : 'secondary', summary: n.text, life: n.bad ? 9000 : 4000 });
    }
  },
);
</script>

<template>
  <RouterView />
  <Toast position="bottom-center" />
  <ConfirmDialog />
</template>
