<script setup lang="ts">
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { componentAt, kitRef, type ComponentRef, type Reattached } from '../../core/index.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import { useOriginals } from '../stores/originals.js';
import { useEditor } from '../stores/editor/editor.js';

/** Links plain parts to a component: which, how alike they are, and what becomes of every difference. */
const visible = defineModel<boolean>('visible', { required: true });
const editor = useEditor();
const originals = useOriginals();
/** So many are offered, the most alike first. */
const OFFERED = 8;
interface Offer {
  readonly ref: ComponentRef;
  readonly name: string;
  readonly got: Reattached;
  readonly was: boolean;
}
const offers = computed<readonly Offer[]>(() => {
  const w = editor.world;
  const node = editor.selectedNode;
  if (!w || !node) return [];
  const was = node.was?.instance?.component ?? node.was?.component;
  const kit = editor.mainKit;
  const refs = new Set<ComponentRef>([
    ...(was === undefined ? [] : [was]),
    ...Object.keys(w.project.originals).map((id) => `project/${id}`),
    ...(kit ? Object.keys(kit.components).map((id) => `${kitRef(kit)}/${id}`) : []),
  ]);
  const found = [...refs].flatMap((r): Offer[] => {
    const got = originals.linking(r === was ? undefined : r);
    const name = componentAt(w, r)?.name ?? r;
    return got && (!('problem' in got) || r === was) ? [{ ref: r, name, got, was: r === was }] : [];
  });
  const fit = (o: Offer): number => (o.was ? 2 : 'problem' in o.got ? 0 : o.got.likeness);
  return found.sort((a, b) => fit(b) - fit(a)).slice(0, OFFERED);
});
const chosen = ref<ComponentRef | null>(null);
const now = computed(() => offers.value.find((o) => o.ref === chosen.value) ?? offers.value[0]);
const per = (x: number): string => `${Math.round(x * 100)} %`;
const WORDS = { override: 'kept', content: 'into a slot', beside: 'beside it' } as const;
function link(): void {
  if (!now.value) return;
  originals.link(now.value.got);
  visible.value = false;
}
</script>

<template>
  <AppDialog v-model:visible="visible" header="Link to a component" :width="560">
    <p v-if="offers.length === 0">
      Nothing in this project or its kit is like it. Make a component of it instead: press m.
    </p>
    <div v-else class="two">
      <div role="radiogroup" aria-label="Component" class="offers">
        <button
          v-for="o in offers"
          :key="o.ref"
          role="radio"
          class="plain offer"
          :aria-checked="now?.ref === o.ref"
          :class="{ on: now?.ref === o.ref }"
          @click="chosen = o.ref"
        >
          <span class="clip">{{ o.name }}</span>
          <span class="note">{{ o.was ? 'what it was' : 'likeness' in o.got ? per(o.got.likeness) : '' }}</span>
        </button>
      </div>
      <div class="told">
        <p v-if="now && 'problem' in now.got" role="alert">{{ now.got.problem }}</p>
        <template v-else-if="now && 'ledger' in now.got">
          <p>
            <strong>{{ now.name }}</strong>: {{ per(now.got.likeness) }} of it agrees;
            {{ now.got.ledger.length === 0 ? 'nothing differs.' : `${plural(now.got.ledger.length, 'difference')}:` }}
          </p>
          <ul aria-label="What becomes of each difference">
            <li v-for="(e, i) in now.got.ledger" :key="i">
              <span>{{ e.what }}</span><span class="note">{{ WORDS[e.outcome] }}, {{ e.why }}</span>
            </li>
          </ul>
        </template>
        <Button
          :label="`Link to ${now?.name ?? 'it'}`"
          :disabled="!now || 'problem' in now.got"
          autofocus
          @click="link"
        />
      </div>
    </div>
  </AppDialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 16px;
}
.offers {
  display: grid;
  align-content: start;
  gap: 1px;
}
.offer {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 4px 8px;
  border-radius: 4px;
}
.offer.on {
  background: var(--tape-soft);
  color: var(--tape-ink);
  font-weight: 600;
}
.told {
  display: grid;
  gap: 8px;
  align-content: start;
}
ul {
  max-height: 260px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 5px;
}
ul:empty {
  display: none;
}
li {
  display: grid;
  padding: 5px 10px;
  border-bottom: 1px solid var(--line);
}
li:last-child {
  border-bottom: 0;
}
.told > button {
  justify-self: end;
}
</style>
