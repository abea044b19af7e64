<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import SelectButton from 'primevue/selectbutton';
import { computed, ref } from 'vue';
import { nameByPattern } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import AppDialog from '../parts/AppDialog.vue';

/** Renames several screens by a pattern, shown before it is done. */
const visible = defineModel<boolean>('visible', { required: true });
const doc = useDocument();
const editor = useEditor();
const which = ref<'picked' | 'flow' | 'project'>(editor.picked.length > 1 ? 'picked' : 'flow');
const pattern = ref('{name}');
const find = ref('');
const put = ref('');
const choices = computed(() => [
  ...(editor.picked.length > 1 ? [{ id: 'picked', name: `${editor.picked.length} selected` }] : []),
  { id: 'flow', name: 'This flow' },
  { id: 'project', name: 'All' },
]);
const screens = computed(() =>
  (doc.shown?.screens ?? []).filter((s) =>
    which.value === 'picked'
      ? editor.picked.includes(s.id)
      : which.value === 'flow'
        ? s.flow === editor.screen?.flow
        : true,
  ),
);
const named = computed(() =>
  screens.value.map((s, i) => ({
    screen: s,
    name: nameByPattern(
      pattern.value,
      {
        name: s.name,
        number: i + 1,
        of: screens.value.length,
        flow: doc.shown?.flows.find((f) => f.id === s.flow)?.name ?? '',
        device: s.device,
      },
      find.value,
      put.value,
    ),
  })),
);
const changed = computed(() => named.value.filter((n) => n.name !== n.screen.name && n.name !== ''));
function rename(): void {
  if (
    doc.act(
      `Rename ${changed.value.length} screens`,
      changed.value.map((n) => ({
        do: 'setScreen' as const,
        screen: n.screen.id,
        field: 'name' as const,
        value: n.name,
      })),
    )
  )
    visible.value = false;
}
</script>

<template>
  <AppDialog v-model:visible="visible" header="Rename screens" :width="520">
    <form class="form" @submit.prevent="rename">
      <span>Which</span
      ><SelectButton
        v-model="which"
        size="small"
        :options="choices"
        option-label="name"
        option-value="id"
        :allow-empty="false"
        aria-label="Which screens"
      />
      <label for="rn-pattern">Pattern</label
      ><InputText
        id="rn-pattern"
        v-model="pattern"
        size="small"
        autofocus
        maxlength="200"
        @focus="($event.target as HTMLInputElement).select()"
        aria-describedby="rn-help"
      />
      <span />
      <p id="rn-help" class="note">{name}, {number}, {flow}, {device}; {number:2} writes 01, 02 …</p>
      <label for="rn-find">Replace</label>
      <div class="pair">
        <InputText id="rn-find" v-model="find" size="small" placeholder="words" /><InputText
          v-model="put"
          size="small"
          placeholder="by"
          aria-label="Replace by"
        />
      </div>
      <span>Preview</span>
      <ul class="preview">
        <li v-for="n in named" :key="n.screen.id" :class="{ same: n.name === n.screen.name }">
          <span class="clip">{{ n.screen.name }}</span><span class="clip">{{ n.name || 'left as it is' }}</span>
        </li>
      </ul>
      <span /><Button
        type="submit"
        :label="`Rename ${changed.length} ${changed.length === 1 ? 'screen' : 'screens'}`"
        :disabled="changed.length === 0"
      />
    </form>
  </AppDialog>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 70px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.preview {
  max-height: 220px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 5px;
}
.preview li {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  padding: 4px 10px;
  border-bottom: 1px solid var(--line);
}
.preview li.same {
  color: var(--soft);
}
</style>
