<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useOriginals } from '../stores/originals.js';

// None of them is there before it is wanted: opening a project does not wait for what they are made of.
const DocsDialog = defineAsyncComponent(() => import('./DocsDialog.vue'));
const MakeDialog = defineAsyncComponent(() => import('./MakeDialog.vue'));
const PublishDialog = defineAsyncComponent(() => import('./PublishDialog.vue'));
const ReattachDialog = defineAsyncComponent(() => import('./ReattachDialog.vue'));

/** The dialogs that are opened from several places: what a component is about, what linking would do, publishing. */
const originals = useOriginals();
const componentEditor = useComponentEditor();
const docs = computed({
  get: () => originals.docsOf !== null,
  set: (on) => {
    if (!on) originals.docsOf = null;
  },
});
</script>

<template>
  <DocsDialog
    v-if="originals.docsOf !== null"
    v-model:visible="docs"
    :of="originals.docsOf"
    :editable="originals.docsOf === componentEditor.of"
  />
  <ReattachDialog v-if="originals.relinking" v-model:visible="originals.relinking" />
  <MakeDialog v-if="originals.making" v-model:visible="originals.making" />
  <PublishDialog v-if="originals.publishing" v-model:visible="originals.publishing" />
</template>
