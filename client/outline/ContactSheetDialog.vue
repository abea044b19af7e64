<script setup lang="ts">
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import SelectButton from 'primevue/selectbutton';
import { computed, onBeforeUnmount, ref } from 'vue';
import { plural } from '../base/counts.js';
import { readLines } from '../base/handoverApi.js';
import AppDialog from '../parts/AppDialog.vue';
import { useDocument } from '../stores/document/document.js';
import { useModes } from '../stores/modes.js';
import { useSituations } from '../stores/situations.js';
import { useEditor } from '../stores/editor/editor.js';
import { useWidths } from '../stores/widths.js';

/** Many screens, small, on pages: made by the server, with its progress, and left any time. */
const visible = defineModel<boolean>('visible', { required: true });
const doc = useDocument();
const editor = useEditor();
const modes = useModes();
const situations = useSituations();
const widths = useWidths();
const kind = ref<'pdf' | 'png'>('pdf');
const KINDS = [
  { id: 'pdf', name: 'PDF, pages' },
  { id: 'png', name: 'PNG, one picture' },
];
const screens = computed(() => {
  const all = doc.shown?.screens ?? [];
  return editor.picked.length > 1 ? all.filter((s) => editor.picked.includes(s.id)) : all;
});
const done = ref(0);
const running = ref<AbortController | null>(null);
const problem = ref('');
const ready = ref<{ readonly url: string; readonly name: string } | null>(null);

interface Told {
  readonly done?: number;
  readonly sheet?: string;
  readonly name?: string;
  readonly problem?: string;
}
function hear(told: Told): void {
  if (told.done !== undefined) done.value = told.done;
  if (told.problem !== undefined) problem.value = told.problem;
  if (told.sheet !== undefined)
    ready.value = {
      url: `/api/projects/${encodeURIComponent(doc.id)}/contact-sheet/${encodeURIComponent(told.sheet)}`,
      name: told.name ?? 'Contact sheet',
    };
}
async function make(): Promise<void> {
  const control = new AbortController();
  running.value = control;
  done.value = 0;
  problem.value = '';
  ready.value = null;
  try {
    const answer = await fetch(`/api/projects/${encodeURIComponent(doc.id)}/contact-sheet`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        kind: kind.value,
        screens: screens.value.map((s) => s.id),
        ...(editor.lens ? { lens: editor.lens } : {}),
        ...(modes.seen ? { mode: modes.seen } : {}),
        ...(situations.seen ? { in: situations.seen } : {}),
        ...(widths.brands.length > 0
          ? {
              beside: widths.brands.map((b) => ({
                name: b.name,
                ...(b.kit ? { lens: b.kit } : {}),
                ...(b.mode ? { mode: b.mode } : {}),
              })),
            }
          : {}),
      }),
      signal: control.signal,
    });
    if (!answer.ok || !answer.body) {
      const said = (await answer.json().catch(() => ({}))) as { detail?: string };
      problem.value = said.detail ?? `The server answered ${answer.status}.`;
      return;
    }
    await readLines(answer.body, hear);
  } catch (error) {
    if (!control.signal.aborted) problem.value = error instanceof Error ? error.message : String(error);
  } finally {
    if (running.value === control) running.value = null;
  }
}
function cancel(): void {
  running.value?.abort();
  running.value = null;
}
onBeforeUnmount(cancel);
// What is asked for most often is begun at once; it can be left, and made in another form.
void make();
</script>

<template>
  <AppDialog v-model:visible="visible" header="Contact sheet" :width="440">
    <div class="all">
      <p>
        {{ plural(screens.length, 'screen')
        }}{{ editor.picked.length > 1 ? ', those that are selected' : ', all of them' }}.
        <template v-if="widths.brands.length > 0">
          Each also in {{ widths.brands.map((b) => b.name).join(' and ') }}, as they hang beside one another.
        </template>
        <span class="note">Select some on the Wall to have only those.</span>
      </p>
      <SelectButton
        v-model="kind"
        :options="KINDS"
        option-label="name"
        option-value="id"
        size="small"
        :allow-empty="false"
        aria-label="As"
        :disabled="running !== null"
      />
      <template v-if="running">
        <ProgressBar :value="Math.round((done / Math.max(1, screens.length)) * 100)" :show-value="false" />
        <p class="note tabular" role="status">{{ done }} of {{ plural(screens.length, 'screen') }} drawn</p>
      </template>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-if="ready" role="status">
        It is ready: <a :href="ready.url" :download="ready.name">Save {{ ready.name }}</a>
      </p>
      <div class="buttons">
        <Button v-if="running" label="Cancel" size="small" severity="secondary" @click="cancel" />
        <Button
          v-else
          :label="ready ? 'Make it again' : `Make a sheet of ${plural(screens.length, 'screen')}`"
          size="small"
          :disabled="screens.length === 0"
          @click="make"
        />
      </div>
    </div>
  </AppDialog>
</template>

<style scoped>
.all {
  display: grid;
  gap: 12px;
}
.buttons {
  display: flex;
  justify-content: flex-end;
}
.problem {
  color: var(--bad);
}
a {
  color: var(--ink);
}
</style>
