<script setup lang="ts">
import { computed } from 'vue';
import type { Grade, Shortfall } from '../../core/index.js';
import { plural } from '../base/counts.js';

/** What can be said of a kit: line by line how far it is good, and each place where it falls short. */
const props = defineProps<{
  grade: Grade;
  /** So many of the roles that are known have a component; which have none. */
  roles?: { readonly have: number; readonly none: readonly string[] };
}>();
defineEmits<{ show: [component: string] }>();
/** So many shortfalls of one kind are named. */
const NAMED = 40;
const per = (share: number): string => `${Math.floor(share * 100)} %`;
const short = computed(() => props.grade.lines.reduce((n, l) => n + l.short.length, 0));
const shown = (list: readonly Shortfall[]): readonly Shortfall[] => list.slice(0, NAMED);
</script>

<template>
  <div class="grade">
    <p>
      <strong class="tabular all">{{ per(grade.share) }}</strong>
      {{
        short === 0
          ? 'It falls short of nothing that is looked at.'
          : `It falls short in ${plural(short, 'place')}, each of them named.`
      }}
    </p>
    <ul>
      <li v-for="l in grade.lines" :key="l.what">
        <strong class="tabular">{{ per(l.share) }}</strong>
        <details v-if="l.short.length > 0">
          <summary>
            {{ l.what }} <span class="note">short in {{ plural(l.short.length, 'place') }}</span>
          </summary>
          <ul class="short">
            <li v-for="s in shown(l.short)" :key="s.name">
              <slot name="picture" :component="s.component" />
              <button v-if="s.component" class="quiet-link" @click="$emit('show', s.component)">{{ s.name }}</button>
              <span v-else>{{ s.name }}</span>
            </li>
            <li v-if="l.short.length > NAMED" class="note">and {{ l.short.length - NAMED }} more</li>
          </ul>
        </details>
        <span v-else>{{ l.what }}</span>
      </li>
      <li v-if="roles">
        <strong class="tabular">{{ roles.have }}</strong>
        <details v-if="roles.none.length > 0">
          <summary>
            of {{ roles.have + roles.none.length }} roles have a component
            <span class="note">counted for nothing: not every kit is for everything</span>
          </summary>
          <p class="note">None for {{ roles.none.join(', ') }}.</p>
        </details>
        <span v-else>roles have a component, all that are known</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.grade,
.grade > ul {
  display: grid;
  gap: 5px;
}
.all {
  font-size: 20px;
  margin-right: 6px;
}
.grade > ul > li {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr);
}
summary {
  cursor: pointer;
}
.short {
  display: grid;
  gap: 4px;
  padding: 6px 0;
}
.short li {
  display: flex;
  gap: 10px;
  align-items: center;
}
.short button {
  text-align: left;
}
</style>
