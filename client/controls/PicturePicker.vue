<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { api, assetUrl, type PictureInfo } from '../base/api.js';

/** Pictures that are here: shipped ones, and those brought in by file. */
defineProps<{ value?: string }>();
const emit = defineEmits<{ choose: [id: string] }>();
const pictures = ref<readonly PictureInfo[]>([]);
const problem = ref('');
const busy = ref(false);
const file = ref<HTMLInputElement | null>(null);
async function load(): Promise<void> {
  try {
    pictures.value = await api.pictures();
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error);
  }
}
onMounted(load);
async function bring(chosen: File | undefined): Promise<void> {
  if (!chosen) return;
  busy.value = true;
  problem.value = '';
  try {
    const got = await api.addPicture(chosen);
    emit('choose', got.id);
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div
    class="pictures"
    role="dialog"
    aria-label="Choose a picture"
    @dragover.prevent
    @drop.prevent="bring($event.dataTransfer?.files[0])"
  >
    <div class="grid">
      <button class="plain none note" :class="{ on: !value }" @click="emit('choose', '')">None</button>
      <button
        v-for="p in pictures"
        :key="p.id"
        class="plain"
        :class="{ on: p.id === value }"
        :aria-label="p.name"
        :title="p.name"
        @click="emit('choose', p.id)"
      >
        <img :src="assetUrl(p.id)" alt="" loading="lazy" />
      </button>
    </div>
    <button class="quiet-link" :disabled="busy" @click="file?.click()">
      {{ busy ? 'Bringing it in …' : 'Bring in a picture' }}
    </button>
    <input ref="file" type="file" accept="image/*" hidden aria-label="Picture file" @change="bring(file?.files?.[0])" />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.pictures {
  width: 260px;
  display: grid;
  gap: 8px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
  max-height: 220px;
  overflow: auto;
}
.grid button {
  aspect-ratio: 3 / 2;
  border: 2px solid transparent;
  border-radius: 4px;
  overflow: hidden;
  display: grid;
  place-items: center;
  background: var(--wash);
}
.grid img {
  width: 100%;
  height: 100%;
  object-fit: cover;
  display: block;
}
.grid .on {
  border-color: var(--tape);
}
.problem {
  color: var(--bad);
  font-size: 11.5px;
}
</style>
