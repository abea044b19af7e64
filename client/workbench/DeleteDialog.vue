<script setup lang="ts">
import Button from 'primevue/button';
import Select from 'primevue/select';
import { computed, ref } from 'vue';
import {
  componentAt,
  componentsInOrder,
  kitRef,
  swapSteps,
  treeOfScreen,
  detach,
  usesOf,
  type Step,
} from '../../core/index.js';
import { plural } from '../base/counts.js';
import AppDialog from '../parts/AppDialog.vue';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** Deletes one of the project's components: says where it is used, and what is to become of that. */
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ gone: [] }>();
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
const name = componentEditor.component?.name ?? '';
const ref_ = componentEditor.of;
const uses = computed(() => (editor.world ? usesOf(editor.world, ref_) : { screens: [], instead: [], inside: [] }));
const screens = computed(() => new Set(uses.value.screens.map((u) => u.screen)).size);
const inside = computed(() =>
  uses.value.inside.map((r) => (editor.world ? (componentAt(editor.world, r)?.name ?? r) : r)),
);
const what = ref<'replace' | 'detach' | 'leave'>('detach');
const other = ref('');
const others = computed(() => {
  const kit = editor.mainKit;
  return [
    ...Object.values(doc.shown?.originals ?? {}).flatMap((o) =>
      `project/${o.id}` === ref_ ? [] : [{ ref: `project/${o.id}`, name: o.name }],
    ),
    ...(kit
      ? componentsInOrder(kit).map((c) => ({ ref: `${kitRef(kit)}/${c.id}`, name: `${c.name}, ${kit.name}` }))
      : []),
  ];
});
const used = computed(() => uses.value.screens.length + uses.value.instead.length + uses.value.inside.length > 0);
const says = computed(() => {
  const { length } = uses.value.screens;
  const places = uses.value.instead.length;
  return [
    ...(length > 0 ? [`${length === 1 ? 'once' : `${length} times`} on ${plural(screens.value, 'screen')}`] : []),
    ...(places > 0 ? [`in place of ${plural(places, 'other thing')} at some widths or by a choice`] : []),
    ...(inside.value.length > 0 ? [`in ${inside.value.join(', ')}`] : []),
  ].join(' and ');
});
/** Own components and editions that name it in a rule, or for some widths, are not rewritten; nor are things at some widths. */
const stays = computed(() => {
  const w = editor.world;
  const parts = uses.value.inside.filter((r) => {
    const c = w && componentAt(w, r);
    const ruled = c?.rules.some(({ set }) => Object.values(set).some((of) => Object.values(of).includes(ref_)));
    const wide = Object.values(c?.nodes ?? {}).some((n) => n.widths?.some((at) => at.component === ref_));
    return !r.startsWith('project/') || ruled || wide;
  });
  return uses.value.instead.length + parts.length > 0;
});
function stepsFor(): Step[] {
  const w = editor.world;
  if (!w || what.value === 'leave') return [];
  const steps: Step[] = [];
  const trees = [
    ...w.project.screens.map((s) => ({ tree: treeOfScreen(s), screen: s })),
    ...uses.value.inside.flatMap((r) => {
      const c = componentAt(w, r);
      return c && r.startsWith('project/')
        ? [
            {
              tree: `original:${c.id}` as const,
              screen: {
                id: `original:${c.id}`,
                name: c.name,
                flow: '',
                device: 'custom' as const,
                width: 390,
                height: null,
                root: c.root,
                nodes: c.nodes,
              },
            },
          ]
        : [];
    }),
  ];
  for (const { tree, screen } of trees)
    for (const n of Object.values(screen.nodes)) {
      if (n.type !== 'instance' || n.component !== ref_) continue;
      if (what.value === 'replace') steps.push(...swapSteps(tree, n, other.value));
      else {
        const got = detach(w, editor.appliedKitsShown(screen), screen, n.id, editor.newId);
        if (!('problem' in got)) steps.push(...got.steps);
      }
    }
  return steps;
}
function remove(): void {
  const steps: Step[] = [...stepsFor(), { do: 'original', original: ref_.slice('project/'.length), value: null }];
  if (!doc.act(`Delete ${name}`, steps)) return;
  visible.value = false;
  emit('gone');
}
const CHOICES = [
  { id: 'detach', name: 'Unlink them: plain parts that look the same' },
  { id: 'replace', name: 'Replace them by another component' },
  { id: 'leave', name: 'Leave them: they show a mark until it is brought back' },
] as const;
</script>

<template>
  <AppDialog v-model:visible="visible" :header="`Delete ${name}?`" :width="480">
    <div class="all">
      <p v-if="!used">Nothing uses it. Undo brings it back.</p>
      <template v-else>
        <p>It is used {{ says }}.</p>
        <div role="radiogroup" aria-label="What becomes of its uses" class="choices">
          <label v-for="c in CHOICES" :key="c.id"
            ><input v-model="what" type="radio" :value="c.id" /> {{ c.name }}</label
          >
        </div>
        <Select
          v-if="what === 'replace'"
          v-model="other"
          size="small"
          filter
          :options="others"
          option-label="name"
          option-value="ref"
          placeholder="Choose a component"
          aria-label="Replace by"
        />
        <p v-if="stays && what !== 'leave'" class="note">
          Where a rule, a width or a change of an installed component puts it, it leaves a mark until it is brought
          back.
        </p>
      </template>
      <p class="acts">
        <Button label="Keep it" severity="secondary" outlined @click="visible = false" />
        <Button
          :label="`Delete ${name}`"
          :disabled="used && what === 'replace' && other === ''"
          autofocus
          @click="remove"
        />
      </p>
    </div>
  </AppDialog>
</template>

<style scoped>
.all,
.choices {
  display: grid;
  gap: 8px;
}
.choices input {
  accent-color: var(--tape);
}
.acts {
  display: flex;
  gap: 10px;
  justify-content: end;
  padding-top: 6px;
}
</style>
