<script setup lang="ts">
import { computed } from 'vue';
import type { ComponentRef } from '../../core/index.js';
import { useOriginals } from '../stores/originals.js';

/** An instance whose original is gone: what it was, and how it comes back. */
const props = defineProps<{ readonly of: ComponentRef }>();
const originals = useOriginals();
const own = computed(() => props.of.startsWith('project/'));
</script>

<template>
  <header>
    <h2 class="clip">{{ of.split('/').at(-1) }}</h2>
    <p class="note">Its original is not here{{ own ? ': it was deleted' : ': its kit is not installed' }}.</p>
  </header>
  <div class="body pad">
    <p>Everything you chose on this instance is kept. It shows again when the original is back.</p>
    <button v-if="own" class="quiet-link" @click="originals.bringBack(of)">Bring the original back</button>
    <p v-else class="note">Install {{ of.split('/')[0] }} again from Home.</p>
  </div>
</template>

<style scoped>
.pad {
  padding: 12px 14px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
</style>
