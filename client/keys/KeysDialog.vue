<script setup lang="ts">
import AppearanceChoice from '../parts/AppearanceChoice.vue';
import AppDialog from '../parts/AppDialog.vue';
import { GROUPS, ofGroup } from './table.js';

const visible = defineModel<boolean>('visible', { required: true });
</script>

<template>
  <AppDialog v-model:visible="visible" dismissable header="Keys" :width="860">
    <div class="groups">
      <section v-for="g in GROUPS" :key="g">
        <h3>{{ g }}</h3>
        <dl>
          <template v-for="c in ofGroup(g)" :key="c.id">
            <dt>{{ c.keys }}</dt>
            <dd>{{ c.name }}</dd>
          </template>
        </dl>
      </section>
    </div>
    <AppearanceChoice />
  </AppDialog>
</template>

<style scoped>
.groups {
  columns: 2;
  column-gap: 28px;
}
section {
  break-inside: avoid;
  margin-bottom: 18px;
}
dl {
  display: grid;
  grid-template-columns: 124px 1fr;
  gap: 3px 12px;
  margin-top: 6px;
}
dt {
  font-weight: 600;
}
h3 {
  font-size: 13px;
}
</style>
