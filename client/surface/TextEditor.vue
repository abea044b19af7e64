<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue';
import {
  caretAt,
  isAddress,
  isStrong,
  linkAt,
  marked,
  MISFITS,
  misfits,
  retyped,
  unitAt,
  type Paragraph,
} from '../../core/index.js';
import { followPointer } from '../base/pointer.js';
import { fonts } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { useTextEditing } from '../stores/textEditing.js';

/**
 * A text written where it is seen: what shows is the finished text itself, laid out anew with every key. Over it lie the caret and
 * what is selected, and an unseen field that takes what is typed.
 */
const props = defineProps<{ zoom: number }>();
const editor = useEditor();
const textEditing = useTextEditing();
const root = ref<HTMLElement | null>(null);
const field = ref<HTMLTextAreaElement | null>(null);
/** What is selected in the field: UTF-16 units. */
const range = ref({ from: 0, to: 0, back: false });
/** The address that is typed for a link; null: none is asked for. */
const address = ref<string | null>(null);
/** Which text this field is for: the next one has a field of its own. */
const own = textEditing.open?.key;
const problem = ref('');
/** Smaller than this on the glass, or drawn as bars, a text is written on paper of its own: px. */
const LEAST = 5;
const PAPER = 12;

const box = computed(() => textEditing.box);
const style = computed(() => box.value?.node.look.textStyle);
const para = computed<Paragraph | null>(() => box.value?.para ?? null);
const onPaper = computed(
  () => !style.value || !para.value || box.value?.node.look.bars === true || style.value.size * props.zoom < LEAST,
);
const text = computed(() => box.value?.node.text ?? '');

// ── where things are ──
/** How far a line of some width begins from the left edge of the text: px of the screen. */
function startOf(width: number): number {
  const b = box.value;
  if (!b) return 0;
  const { look } = b.node;
  const free = b.w - look.paddingLeft - look.paddingRight - width;
  return look.paddingLeft + (look.textAlign === 'center' ? free / 2 : look.textAlign === 'end' ? free : 0);
}
function placeOf(unit: number): { readonly line: number; readonly x: number } {
  const p = para.value;
  const s = style.value;
  if (!p || !s) return { line: 0, x: 0 };
  const c = caretAt(fonts, p, text.value, s, unit);
  return { line: c.line, x: c.x + startOf(p.lines[c.line]?.width ?? 0) };
}
const topOf = (line: number): number => (box.value?.node.look.paddingTop ?? 0) + line * (style.value?.lineHeight ?? 0);
const rest = computed(() => {
  const b = box.value;
  const z = props.zoom;
  return b ? { left: `${b.x * z}px`, top: `${b.y * z}px`, width: `${b.w * z}px`, height: `${b.h * z}px` } : {};
});
const head = computed(() => (range.value.back ? range.value.from : range.value.to));
const caret = computed(() => {
  const c = placeOf(head.value);
  const z = props.zoom;
  return {
    left: `${c.x * z - 0.5}px`,
    top: `${topOf(c.line) * z}px`,
    height: `${(style.value?.lineHeight ?? 0) * z}px`,
    background: box.value?.node.look.color,
  };
});
const chosen = computed(() => {
  const { from, to } = range.value;
  const p = para.value;
  if (from === to || !p) return [];
  const [a, b] = [placeOf(from), placeOf(to)];
  const z = props.zoom;
  const parts: Record<string, string>[] = [];
  for (let n = a.line; n <= b.line; n++) {
    const width = p.lines[n]?.width ?? 0;
    const left = n === a.line ? a.x : startOf(width);
    // A line break that is selected with what is before it is seen as a little more.
    const right = n === b.line ? b.x : startOf(width) + width + 4;
    parts.push({
      left: `${left * z}px`,
      top: `${topOf(n) * z}px`,
      width: `${Math.max(0, right - left) * z}px`,
      height: `${(style.value?.lineHeight ?? 0) * z}px`,
    });
  }
  return parts;
});
/** What does not fit: said below the text. */
const cut = computed(() => {
  const b = box.value;
  const p = para.value;
  const whole = editor.whole;
  if (!b || !p || !whole) return '';
  if (p.cut) {
    const hidden = textEditing.draft.plain.slice(p.lines.at(-1)?.to ?? 0).trim();
    return `Cut after ${p.lines.length === 1 ? 'one line' : `${p.lines.length} lines`}: …${hidden.length > 60 ? `${hidden.slice(0, 60)}…` : hidden}`;
  }
  const owner = b.node.owner;
  const found = misfits(whole).find(
    (f) => (f.key === b.node.key || f.key === owner) && f.what !== 'small-target' && f.what !== 'overlap',
  );
  return found ? `This ${found.what === 'text-cut' ? 'text is cut off' : MISFITS[found.what]}` : '';
});

// ── what is typed ──
function sync(): void {
  const f = field.value;
  if (f) range.value = { from: f.selectionStart, to: f.selectionEnd, back: f.selectionDirection === 'backward' };
}
function typed(): void {
  const f = field.value;
  if (!f) return;
  textEditing.change(retyped(textEditing.draft, f.value));
  sync();
}
function choose(from: number, to: number): void {
  const f = field.value;
  if (!f) return;
  f.focus({ preventScroll: true });
  f.setSelectionRange(Math.min(from, to), Math.max(from, to), to < from ? 'backward' : 'forward');
  sync();
}
onMounted(() => {
  choose(0, textEditing.draft.plain.length);
});
/** The caret one line up or down, or at an end of its line: by the lines that are seen. */
function along(event: KeyboardEvent): boolean {
  const p = para.value;
  const s = style.value;
  if (!p || !s || onPaper.value || event.ctrlKey || event.metaKey || event.altKey) return false;
  const c = caretAt(fonts, p, text.value, s, head.value);
  const line = p.lines[c.line];
  let to: number;
  if (event.key === 'Home') to = line?.from ?? textEditing.draft.plain.length;
  else if (event.key === 'End') to = line?.to ?? textEditing.draft.plain.length;
  else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
    const n = c.line + (event.key === 'ArrowUp' ? -1 : 1);
    const x = c.x + startOf(line?.width ?? 0) - startOf(p.lines[n]?.width ?? 0);
    to = n < 0 ? 0 : n >= p.lines.length ? textEditing.draft.plain.length : unitAt(fonts, p, text.value, s, n, x);
  } else return false;
  const anchor = range.value.back ? range.value.to : range.value.from;
  choose(event.shiftKey ? anchor : to, to);
  return true;
}
function key(event: KeyboardEvent): void {
  if (event.isComposing) return;
  if (event.key === 'Enter' && !event.shiftKey) textEditing.commit();
  else if (event.key === 'Tab') textEditing.next(event.shiftKey ? -1 : 1);
  else if (event.key === 'Escape') textEditing.leave();
  else if (event.key === 'b' && (event.ctrlKey || event.metaKey)) bold();
  else if (!along(event)) return;
  event.preventDefault();
  event.stopPropagation();
  if (!textEditing.open) editor.focusWall();
}
function blur(event: FocusEvent): void {
  if (event.relatedTarget instanceof Node && root.value?.contains(event.relatedTarget)) return;
  if (textEditing.open?.key === own) textEditing.commit();
}

// ── strong words, and words that lead somewhere ──
const isBold = computed(() => isStrong(textEditing.draft, range.value.from, range.value.to));
const link = computed(() => linkAt(textEditing.draft, head.value));
function bold(): void {
  const { from, to } = range.value;
  if (from === to) return;
  textEditing.change(marked(textEditing.draft, from, to, { strong: !isBold.value }));
}
function askLink(): void {
  address.value = link.value?.link ?? '';
  problem.value = '';
  void nextTick(() => root.value?.querySelector<HTMLInputElement>('.address')?.focus());
}
function setLink(): void {
  const to = (address.value ?? '').trim();
  const { from, to: end } = link.value && range.value.from === range.value.to ? link.value : range.value;
  if (to !== '' && !isAddress(to)) {
    problem.value = 'An address has no spaces and no brackets.';
    return;
  }
  textEditing.change(marked(textEditing.draft, from, end, { link: to === '' ? null : to }));
  back();
}
function back(): void {
  address.value = null;
  problem.value = '';
  choose(range.value.from, range.value.to);
}

// ── by pointer ──
function unitUnder(event: PointerEvent): number {
  const r = field.value?.getBoundingClientRect();
  const p = para.value;
  const s = style.value;
  if (!r || !p || !s) return 0;
  const [x, y] = [(event.clientX - r.left) / props.zoom, (event.clientY - r.top) / props.zoom];
  const line = Math.max(0, Math.floor((y - topOf(0)) / s.lineHeight));
  const n = Math.min(line, p.lines.length - 1);
  return unitAt(fonts, p, text.value, s, n, x - startOf(p.lines[n]?.width ?? 0));
}
const WORD = /[\p{L}\p{N}\p{M}_'’]/u;
function press(event: PointerEvent): void {
  if (onPaper.value || event.button !== 0) return;
  event.preventDefault();
  const at = unitUnder(event);
  const { plain } = textEditing.draft;
  // The clicks of a pointer event count from the mouse event that follows; two in one place mean the word, three all of it.
  const now = performance.now();
  clicks = now - lastPress < 400 ? clicks + 1 : 1;
  lastPress = now;
  if (clicks >= 3) {
    choose(0, plain.length);
    return;
  }
  if (clicks === 2) {
    let [from, to] = [at, at];
    while (from > 0 && WORD.test(plain[from - 1] ?? '')) from--;
    while (to < plain.length && WORD.test(plain[to] ?? '')) to++;
    choose(from, to);
    return;
  }
  const anchor = event.shiftKey ? (range.value.back ? range.value.to : range.value.from) : at;
  choose(anchor, at);
  followPointer((e) => {
    choose(anchor, unitUnder(e));
  });
}
let lastPress = 0;
let clicks = 0;
const paperStyle = computed(() => ({
  minWidth: `${Math.max((box.value?.w ?? 0) * props.zoom + 10, 80)}px`,
  minHeight: `${(box.value?.h ?? 0) * props.zoom + 8}px`,
  fontSize: `${Math.max(PAPER, (style.value?.size ?? 16) * props.zoom)}px`,
  fontFamily: `'${style.value?.family ?? 'sans-serif'}'`,
  fontWeight: style.value?.weight,
}));
</script>

<template>
  <div
    v-if="box"
    ref="root"
    class="writing"
    :class="{ paper: onPaper }"
    :style="rest"
    @pointerdown.stop
    @click.stop
    @dblclick.stop
  >
    <template v-if="!onPaper">
      <i v-for="(c, i) in chosen" :key="i" class="chosen" :style="c" />
      <i v-if="range.from === range.to" :key="`${head} ${text.length}`" class="caret" :style="caret" />
    </template>
    <textarea
      ref="field"
      :value="textEditing.draft.plain"
      aria-label="Edit text"
      spellcheck="false"
      :style="onPaper ? paperStyle : {}"
      @pointerdown="press"
      @input="typed"
      @select="sync"
      @keyup="sync"
      @keydown="key"
      @blur="blur"
    />
    <div class="tools" role="group" aria-label="Of this text" @mousedown.prevent>
      <template v-if="address === null">
        <button
          class="plain"
          :aria-pressed="isBold"
          :disabled="range.from === range.to"
          title="Strong (Ctrl+b)"
          @click="bold"
        >
          Strong
        </button>
        <button class="plain" :aria-pressed="!!link" :disabled="range.from === range.to && !link" @click="askLink">
          {{ link ? 'Leads to …' : 'Lead to …' }}
        </button>
      </template>
      <template v-else>
        <label for="writing-address">Leads to</label>
        <input
          id="writing-address"
          v-model="address"
          class="address"
          placeholder="an address; nothing: nowhere"
          @mousedown.stop
          @keydown.enter.stop.prevent="setLink"
          @keydown.esc.stop.prevent="back"
          @keydown.stop
        />
        <span v-if="problem" class="problem" role="alert">{{ problem }}</span>
      </template>
    </div>
    <p v-if="cut" class="cut" role="status">{{ cut }}</p>
  </div>
</template>

<style scoped>
.writing {
  position: absolute;
  z-index: 5;
  outline: 1px solid var(--ink);
  outline-offset: 3px;
}
.writing.paper {
  outline: none;
}
textarea {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  padding: 0;
  margin: 0;
  border: 0;
  outline: none;
  resize: none;
  overflow: hidden;
  background: transparent;
  color: transparent;
  caret-color: transparent;
  font-size: 8px;
  user-select: text;
  cursor: text;
}
textarea::selection {
  background: transparent;
  color: transparent;
}
.paper textarea {
  inset: -4px auto auto -4px;
  width: auto;
  height: auto;
  background: #fffdf9;
  color: var(--ink);
  caret-color: auto;
  border: 1px solid var(--ink);
  padding: 2px;
  line-height: 1.3;
  field-sizing: content;
}
.paper textarea::selection {
  background: var(--tape);
  color: var(--ink);
}
.chosen {
  position: absolute;
  background: #f5b30166;
  pointer-events: none;
}
.caret {
  position: absolute;
  width: 1.5px;
  pointer-events: none;
  animation: blink 1.1s steps(1) infinite;
}
@keyframes blink {
  55% {
    opacity: 0;
  }
}
@media (prefers-reduced-motion: reduce) {
  .caret {
    animation: none;
  }
}
.tools {
  position: absolute;
  bottom: calc(100% + 8px);
  left: -4px;
  display: flex;
  align-items: center;
  gap: 2px;
  padding: 2px;
  background: var(--raised);
  border: 1px solid var(--ink);
  border-radius: 4px;
  white-space: nowrap;
  cursor: default;
}
.tools button {
  padding: 1px 7px;
  border-radius: 3px;
}
.tools button[aria-pressed='true'] {
  background: var(--tape);
}
.tools button:disabled {
  color: var(--faint);
}
.tools label {
  padding: 0 4px;
}
.address {
  width: 190px;
  border: 0;
  background: var(--wash);
  font: inherit;
  padding: 1px 5px;
}
.problem {
  color: var(--bad);
  padding: 0 4px;
}
.cut {
  position: absolute;
  top: calc(100% + 6px);
  left: -4px;
  max-width: 320px;
  width: max-content;
  background: var(--bad);
  color: #fff;
  font-size: 11.5px;
  line-height: 1.35;
  padding: 1px 6px;
  border-radius: 3px;
  pointer-events: none;
}
</style>
