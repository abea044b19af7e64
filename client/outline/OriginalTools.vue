<script setup lang="ts">
import Button from 'primevue/button';
import Menu from 'primevue/menu';
import { computed, ref } from 'vue';
import { plural } from '../base/counts.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';

/** The original itself, and the way to the others. */
const editor = useEditor();
const componentEditor = useComponentEditor();
const originals = useOriginals();
const others = ref<InstanceType<typeof Menu> | null>(null);
const parts = computed(() => Object.keys(componentEditor.component?.nodes ?? {}).length);
interface Other {
  readonly label: string;
  readonly command: () => void;
}
/** The same list as long as they are called the same: most edits change none of that. */
const all = computed<Other[]>((was) => {
  const now = Object.values(editor.ground?.project.originals ?? {}).sort((a, b) => a.name.localeCompare(b.name));
  if (was && was.map((o) => o.label).join('\n') === now.map((o) => o.name).join('\n')) return was;
  return now.map((o) => ({ label: o.name, command: () => originals.open(`project/${o.id}`) }));
});
</script>

<template>
  <header>
    <h2 class="clip">{{ componentEditor.component?.name }}</h2>
    <span class="note">{{ plural(parts, 'part') }}</span>
    <div class="tools">
      <Button
        v-if="all.length > 0"
        size="small"
        severity="secondary"
        outlined
        label="Originals"
        aria-haspopup="true"
        @click="others?.toggle($event)"
      />
      <Button
        v-if="componentEditor.isOwn"
        size="small"
        severity="secondary"
        outlined
        label="Publish as kit"
        @click="originals.publishing = true"
      />
    </div>
    <Menu ref="others" :model="all" popup />
  </header>
</template>

<style scoped>
header {
  padding: 10px 14px;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 4px;
}
.tools {
  display: flex;
  gap: 8px;
  margin-top: 4px;
}
</style>
