<script setup lang="ts">
import ConfirmDialog from 'primevue/confirmdialog';
import Toast, { type ToastMessageOptions } from 'primevue/toast';
import { useToast } from 'primevue/usetoast';
import { watch } from 'vue';
import { useNotices } from './stores/notices.js';

const toast = useToast();
const notices = useNotices();
/** So many messages are there at once: more would lie over what is worked on. */
const MOST = 3;
let shown: ToastMessageOptions[] = [];
function gone(message: ToastMessageOptions): void {
  // No two of them say the same.
  shown = shown.filter((m) => m.summary !== message.summary);
}
function take(message: ToastMessageOptions | undefined): void {
  if (!message) return;
  gone(message);
  toast.remove(message);
}
/** What is said again takes the place of what was said; beyond the most, the oldest goes, and what went wrong last. */
function show(text: string, bad: boolean): void {
  take(shown.find((m) => m.summary === text));
  if (shown.length >= MOST) take(shown.find((m) => m.severity !== 'error') ?? shown[0]);
  const message: ToastMessageOptions = {
    severity: bad ? 'error' : 'secondary',
    summary: text,
    life: bad ? 9000 : 4000,
  };
  shown.push(message);
  toast.add(message);
}
let told = 0;
watch(
  () => notices.list,
  (all) => {
    for (const n of all) {
      if (n.id <= told) continue;
      told = n.id;
      show(n.text, n.bad);
    }
  },
);
</script>

<template>
  <RouterView />
  <Toast position="bottom-center" @close="(e) => gone(e.message)" @life-end="(e) => gone(e.message)" />
  <ConfirmDialog />
</template>
