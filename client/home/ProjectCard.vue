<script setup lang="ts">
import { storedUrl, type Listed } from '../base/api.js';
import { plural } from '../base/counts.js';

/** A project on Home: its first screens, and what can be done with it. */
defineProps<{ project: Listed }>();
defineEmits<{ copy: []; remove: []; rescue: [] }>();
const day = (iso: string): string => new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
</script>

<template>
  <li v-if="project.problem" class="home-card broken">
    <strong class="clip">{{ project.name }}</strong>
    <span class="note">{{ project.problem }}</span>
    <div class="tools">
      <button class="quiet-link" @click="$emit('rescue')">Open a copy of its last good state</button>
      <a class="quiet-link" :href="storedUrl(project.id)" download>Save what is stored</a>
      <button class="quiet-link" @click="$emit('remove')">Delete</button>
    </div>
  </li>
  <li v-else>
    <RouterLink :to="`/p/${project.id}/compose`" class="home-card">
      <span class="shots" aria-hidden="true">
        <img
          v-for="s in project.shown"
          :key="s"
          :src="`/api/projects/${project.id}/screens/${s}.png?scale=0.4&at=${project.revision}`"
          alt=""
          loading="lazy"
        />
        <span v-if="project.shown.length === 0" class="note">No screens yet</span>
      </span>
      <strong class="clip">{{ project.name }}</strong>
      <span class="note">{{ plural(project.screens, 'screen') }}, changed {{ day(project.changedAt) }}</span>
    </RouterLink>
    <div class="tools">
      <button class="quiet-link" @click="$emit('copy')">Duplicate</button>
      <button class="quiet-link" @click="$emit('remove')">Delete</button>
    </div>
  </li>
</template>

<style scoped>
.broken {
  border-color: var(--bad);
  align-self: start;
}
.broken .tools {
  flex-wrap: wrap;
  gap: 4px 14px;
}
a.home-card:hover {
  border-color: var(--ink);
}
.tools {
  display: flex;
  gap: 14px;
  padding: 6px 2px;
}
.shots {
  display: flex;
  gap: 8px;
  height: 150px;
  background: var(--wall);
  margin: -16px -16px 10px;
  padding: 12px 12px 0;
  border-radius: 5px 5px 0 0;
  overflow: hidden;
  align-items: flex-start;
  justify-content: center;
}
.shots img {
  width: 25%;
  max-width: 76px;
  min-width: 0;
  box-shadow: 0 1px 4px var(--shade);
  object-fit: cover;
  object-position: top;
  max-height: 150px;
}
.shots .note {
  align-self: center;
}
</style>
