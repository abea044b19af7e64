<script setup lang="ts">
import { computed, shallowRef } from 'vue';
import type { Guide, Screen } from '../../core/index.js';
import { followPointer } from '../base/pointer.js';
import { useDocument } from '../stores/document/document.js';
import { useFreeform } from '../stores/freeform.js';
import { useEditor } from '../stores/editor/editor.js';

/** Guides over a screen, and the measuring tapes along its left and lower edge that new ones are pulled out of. */
const props = defineProps<{ screen: Screen; zoom: number; height: number }>();
const doc = useDocument();
const editor = useEditor();
const freeform = useFreeform();
const frame = shallowRef<HTMLElement | null>(null);
/** The guide that is moved now, where it is (px of the screen); `gone`: off the screen, so let go it is taken away. */
const moving = shallowRef<{
  readonly id: string;
  readonly axis: 'x' | 'y';
  readonly at: number;
  readonly gone: boolean;
} | null>(null);
/** A tape’s marks are at least so far apart: px on the glass. */
const APART = 8;
const tick = computed(() => [10, 20, 50, 100, 200, 500].find((t) => t * props.zoom >= APART) ?? 1000);
const guides = computed<readonly Guide[]>(() => {
  const m = moving.value;
  const kept = props.screen.guides ?? [];
  if (!m) return kept;
  const rest = kept.filter((g) => g.id !== m.id);
  return m.gone ? rest : [...rest, { id: m.id, axis: m.axis, at: m.at }];
});

function write(label: string, value: readonly Guide[]): void {
  doc.act(label, [
    {
      do: 'setScreen',
      screen: props.screen.id,
      field: 'guides',
      value: value.length > 0 ? ([...value] as never) : null,
    },
  ]);
}
/** Follows a guide that is pulled out of a tape, or moved. */
function follow(event: PointerEvent, axis: 'x' | 'y', known?: Guide): void {
  if (event.button !== 0) return;
  const id = known?.id ?? editor.newId();
  const place = (e: PointerEvent): { readonly at: number; readonly gone: boolean } => {
    const r = frame.value?.getBoundingClientRect();
    const raw = (axis === 'x' ? e.clientX - (r?.left ?? 0) : e.clientY - (r?.top ?? 0)) / props.zoom;
    const most = axis === 'x' ? props.screen.width : props.height;
    return { at: Math.round(raw), gone: raw < 0 || raw > most };
  };
  let away = false;
  followPointer(
    (e) => {
      away = true;
      freeform.active = true;
      moving.value = { id, axis, ...place(e) };
    },
    (up) => {
      const m = moving.value;
      moving.value = null;
      freeform.active = false;
      if (away) freeform.ended();
      if (!up || !away || !m) return;
      const rest = (props.screen.guides ?? []).filter((g) => g.id !== id);
      if (m.gone) {
        if (known) write('Take the guide away', rest);
      } else write(known ? 'Move the guide' : 'Add a guide', [...rest, { id, axis, at: m.at }]);
    },
  );
}
function remove(g: Guide): void {
  write(
    'Take the guide away',
    (props.screen.guides ?? []).filter((x) => x.id !== g.id),
  );
}
const lineStyle = (g: Pick<Guide, 'axis' | 'at'>): Record<string, string> =>
  g.axis === 'x' ? { left: `${g.at * props.zoom - 3}px` } : { top: `${g.at * props.zoom - 3}px` };
</script>

<template>
  <div ref="frame" class="guides">
    <i
      class="tape left"
      title="Pull a guide out of here"
      :style="{ backgroundSize: `100% ${tick * zoom}px` }"
      @pointerdown.stop="follow($event, 'x')"
      @click.stop
    />
    <i
      class="tape below"
      title="Pull a guide out of here"
      :style="{ backgroundSize: `${tick * zoom}px 100%` }"
      @pointerdown.stop="follow($event, 'y')"
      @click.stop
    />
    <i
      v-for="g in guides"
      :key="g.id"
      class="guide"
      :class="g.axis"
      :data-guide="g.id"
      :style="lineStyle(g)"
      title="Drag to move, off the screen to take away"
      @pointerdown.stop="follow($event, g.axis, g)"
      @dblclick.stop="remove(g)"
      @click.stop
    >
      <span v-if="moving?.id === g.id" class="tabular">{{ g.at }}</span>
    </i>
  </div>
</template>

<style scoped>
.guides {
  position: absolute;
  inset: 0;
  pointer-events: none;
  z-index: 3;
}
i {
  position: absolute;
  pointer-events: auto;
  touch-action: none;
}
.tape {
  opacity: 0;
  background-color: #f5d98a;
  border: 1px solid #d9b75a;
}
.screen:hover .tape,
.tape:hover {
  opacity: 1;
}
.left {
  left: -13px;
  top: 0;
  bottom: 0;
  width: 10px;
  cursor: ew-resize;
  background-image: linear-gradient(to bottom, #5b4300 1px, transparent 1px);
}
.below {
  bottom: -13px;
  left: 0;
  right: 0;
  height: 10px;
  cursor: ns-resize;
  background-image: linear-gradient(to right, #5b4300 1px, transparent 1px);
}
.guide.x {
  top: 0;
  bottom: 0;
  width: 7px;
  cursor: ew-resize;
}
.guide.y {
  left: 0;
  right: 0;
  height: 7px;
  cursor: ns-resize;
}
.guide::before {
  content: '';
  position: absolute;
  inset: 0 3px;
  background: var(--tape-ink);
}
.guide.y::before {
  inset: 3px 0;
}
.guide span {
  position: absolute;
  top: 4px;
  left: 8px;
  background: var(--tape);
  color: var(--on-tape);
  font-size: 11px;
  font-style: normal;
  line-height: 15px;
  padding: 0 4px;
  border-radius: 3px;
}
</style>
