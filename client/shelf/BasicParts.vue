<script setup lang="ts">
import { computed } from 'vue';
import { BASIC_PARTS, buildPieces, plainThing, type PlainPart, type Template } from '../../core/index.js';
import { useDrag } from '../stores/drag.js';
import { useEditor } from '../stores/editor/editor.js';
import SampleCard from './SampleCard.vue';

/** Loose parts: what screens are roughed out with, and originals are made of. */
const emit = defineEmits<{ place: [plain: PlainPart, name: string] }>();
const editor = useEditor();
const drag = useDrag();
/** Some need something in them to be seen at all. */
const INSIDE: Readonly<Partial<Record<PlainPart, readonly PlainPart[]>>> = {
  row: ['box', 'box'],
  column: ['line', 'line', 'line'],
  grid: ['box', 'box', 'box', 'box'],
};
const SAYS: Readonly<Partial<Record<PlainPart, string>>> = {
  box: 'Holds things, with a ground and a line',
  row: 'Things side by side',
  column: 'Things below each other',
  grid: 'Things in columns',
  path: 'Any outline, as SVG path data',
};
interface Part {
  readonly plain: PlainPart;
  readonly name: string;
  readonly template: Template;
}
const parts: readonly Part[] = BASIC_PARTS.map((plain) => {
  const thing = plainThing(plain);
  const item = (p: PlainPart) => ({ thing: plainThing(p), count: 1, values: [], children: [], from: 0, to: 0 });
  let n = 0;
  const [piece] = buildPieces(
    {
      items: [{ ...item(plain), children: (INSIDE[plain] ?? []).map(item) }],
      says: '',
      offers: [],
      problem: null,
    },
    () => `part-${++n}`,
  );
  return {
    plain,
    name: plain === 'line' ? 'Line' : thing.name,
    template: {
      id: plain,
      name: thing.name,
      kind: 'section',
      summary: '',
      words: [],
      root: piece?.root ?? '',
      nodes: piece?.nodes ?? {},
    },
  };
});
const drawn = computed(() => new Map(parts.map((p) => [p.plain, editor.templateSample(p.template)])));
function press(event: PointerEvent, p: Part): void {
  drag.follow(event, () => {
    const s = drawn.value.get(p.plain);
    const picture = s && { primitives: s.primitives, at: { x: 0, y: 0, w: s.width, h: s.height }, zoom: 0.4 };
    return { kind: 'plain', plain: p.plain, name: p.name, roles: [p.plain], ...(picture ? { picture } : {}) };
  });
}
function click(p: Part): void {
  if (!drag.wasDrag()) emit('place', p.plain, p.name);
}
</script>

<template>
  <div>
    <SampleCard
      v-for="p in parts"
      :key="p.plain"
      :sample="drawn.get(p.plain)"
      :name="p.name"
      :aria-label="p.name"
      :title="SAYS[p.plain] ?? p.name"
      @pointerdown="press($event, p)"
      @click="click(p)"
    />
  </div>
</template>
