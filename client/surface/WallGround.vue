<script setup lang="ts">
import { computed, ref, watchPostEffect } from 'vue';
import { useAppearance } from '../stores/appearance.js';
import { useDocument } from '../stores/document/document.js';
import { usePictures } from '../stores/pictures.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { NAMED, NUMBERED, type WallSlot } from './wallLayout.js';

/**
 * The pictures of all screens in sight but the one that is worked on, on one canvas as large as the Wall is seen: however many
 * there are, the page is put together of one layer. Drawn with every move; sizes in px on the glass.
 */
const props = defineProps<{
  /** Everything that hangs, and what of it is in sight. */
  hung: readonly WallSlot[];
  visible: readonly WallSlot[];
  /** Of those, the ones that stand in the page themselves: they show what is selected and pointed at on their own. */
  near: ReadonlySet<string>;
  pan: { readonly x: number; readonly y: number };
  zoom: number;
  /** The zoom as it was when it last rested: what pictures are drawn for. */
  sharp: number;
  view: { readonly w: number; readonly h: number };
}>();
const doc = useDocument();
const editor = useEditor();
const library = useLibrary();
const pictures = usePictures();
const appearance = useAppearance();
const canvas = ref<HTMLCanvasElement | null>(null);
const TAPE = '#f5b301';
const EDGE = computed(() => (appearance.is ? '#00000066' : '#25211a1f'));
const SOFT = computed(() => (appearance.is ? '#cfc6b5' : '#5c5548'));
/** From this width on a screen that is not drawn yet says so; from this zoom on its edge is seen. */
const SAYS = 60;
/** So many screens take most of a frame. */
const MANY = 300;
/** How far above its screen the line stands that a name is written on: px. */
const BASELINE = 6.5;
/** Arms of the marks of what is selected: how far around, how long, how thick. */
const MARK = { around: 3, long: 9, thick: 2 };

/** What is painted around a screen: its marks and edge at the sides, its name above; px. */
const AROUND = 6;
const ABOVE = 26;

/** Things selected on screens that do not stand in the page. */
const marked = computed(() => {
  const by = new Map<string, string[]>();
  for (const e of editor.elsewhere) {
    const list = by.get(e.screen);
    if (list) list.push(e.node);
    else by.set(e.screen, [e.node]);
  }
  return by;
});
const picked = computed(() => new Set(editor.picked));

/** What a screen is called, above it: as its label says it. */
function name(ctx: CanvasRenderingContext2D, r: WallSlot, x: number, y: number, dpr: number): void {
  const short = r.w < NAMED;
  ctx.fillStyle = SOFT.value;
  ctx.font = `${(short ? 11 : 13) * dpr}px "Schibsted Grotesk Variable", sans-serif`;
  const text = short ? String(r.nth) : r.screen.name;
  const room = r.w * dpr;
  let shown = text;
  if (!short && ctx.measureText(text).width > room)
    while (shown.length > 1 && ctx.measureText(`${shown}…`).width > room) shown = shown.slice(0, -1);
  ctx.fillText(shown === text ? text : `${shown}…`, x, y - BASELINE * dpr);
}
function corners(ctx: CanvasRenderingContext2D, x: number, y: number, w: number, h: number): void {
  const { around, thick } = MARK;
  const long = Math.min(MARK.long, (w + around * 2) / 2, (h + around * 2) / 2);
  for (const left of [true, false])
    for (const top of [true, false]) {
      const cx = left ? x - around : x + w + around;
      const cy = top ? y - around : y + h + around;
      ctx.fillRect(left ? cx : cx - long, top ? cy : cy - thick, long, thick);
      ctx.fillRect(left ? cx : cx - thick, top ? cy : cy - long, thick, long);
    }
}

/** The screens but for the one that is worked on, and where they hang: the same list for as long as nothing of that is another. */
const others = computed<readonly unknown[]>((was) => {
  const here = editor.screenId;
  const now: unknown[] = [];
  for (const r of props.hung) now.push(r.screen.id === here ? null : r.screen, r.x, r.y, r.tall);
  return was?.length === now.length && now.every((v, i) => v === was[i]) ? was : now;
});

interface Strip {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
let last: { readonly state: readonly unknown[]; readonly x: number; readonly y: number } | null = null;
/**
 * When all that changed since the last time is where the Wall was moved to, what is painted is moved along.
 * @returns what is bare then, device px; null: everything is to be painted anew
 */
function shift(
  el: HTMLCanvasElement,
  ctx: CanvasRenderingContext2D,
  state: readonly unknown[],
  dpr: number,
): readonly Strip[] | null {
  const was = last;
  const [x, y] = [props.pan.x * dpr, props.pan.y * dpr];
  last = { state, x, y };
  if (was?.state.length !== state.length || !was.state.every((v, i) => v === state[i])) return null;
  const [dx, dy] = [Math.round(x - was.x), Math.round(y - was.y)];
  // Less than a whole pixel cannot be moved; and there is no use when next to nothing stays.
  if (Math.abs(x - was.x - dx) > 1e-6 || Math.abs(y - was.y - dy) > 1e-6) return null;
  if (Math.abs(dx) > el.width / 3 || Math.abs(dy) > el.height / 3) return null;
  if (dx === 0 && dy === 0) return [];
  ctx.globalCompositeOperation = 'copy';
  ctx.drawImage(el, dx, dy);
  ctx.globalCompositeOperation = 'source-over';
  return [
    { x: dx > 0 ? 0 : el.width + dx, y: 0, w: Math.abs(dx), h: el.height },
    { x: 0, y: dy > 0 ? 0 : el.height + dy, w: el.width, h: Math.abs(dy) },
  ].filter((s) => s.w > 0 && s.h > 0);
}

function paintGround(): void {
  const el = canvas.value;
  const ctx = el?.getContext('2d');
  if (!el || !ctx) return;
  const dpr = devicePixelRatio;
  const [w, h] = [Math.max(1, Math.round(props.view.w * dpr)), Math.max(1, Math.round(props.view.h * dpr))];
  if (el.width !== w || el.height !== h) {
    el.width = w;
    el.height = h;
  }
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  const { zoom, pan } = props;
  const scale = props.sharp * dpr;
  // While the zoom moves, many screens are drawn as quickly as can be; they are smooth again when it rests.
  const rests = props.sharp === zoom || props.visible.length < MANY;
  const here = editor.screenId;
  const bitmapOf = editor.bitmapsAt();
  // All that what is painted depends on, but for where the Wall was moved to: a key pressed on the screen that is worked on
  // changes nothing here.
  const state = [
    ...[zoom, scale, here, w, h, props.near, others.value],
    // The worker too: what is painted before it stands has asked for nothing.
    ...[pictures.serial, editor.ground, editor.lens, editor.picked, editor.elsewhere, doc.missing, library.worker],
  ];
  const bare = shift(el, ctx, state, dpr);
  if (bare?.length === 0) return;
  ctx.save();
  if (bare) {
    ctx.beginPath();
    for (const s of bare) ctx.rect(s.x, s.y, s.w, s.h);
    ctx.clip();
  }
  ctx.clearRect(0, 0, w, h);
  for (const r of props.visible) {
    if (r.screen.id === here) continue;
    // On whole pixels of the device: what is drawn for this scale is then copied as it is.
    const x = Math.round((r.x + pan.x) * dpr);
    const y = Math.round((r.y + pan.y) * dpr);
    const wide = Math.round(r.w * dpr);
    if (bare && !bare.some((s) => x - AROUND < s.x + s.w && x + wide + AROUND > s.x && y - ABOVE < s.y + s.h)) continue;
    const bitmap = doc.missing.has(r.screen.id) ? null : bitmapOf(r.screen, scale);
    const high = Math.round((bitmap?.height ?? r.tall) * zoom * dpr);
    if (wide > SAYS) {
      ctx.fillStyle = EDGE.value;
      ctx.fillRect(x - dpr, y, wide + dpr * 2, high + dpr * 2);
    }
    if (bitmap?.drawn) {
      ctx.imageSmoothingEnabled = rests && bitmap.drawn.width !== wide;
      // Of what reaches far out of sight only what is seen.
      const top = Math.max(0, Math.floor(-y));
      const seen = Math.min(high, h - y) - top;
      const k = bitmap.drawn.height / high;
      if (seen > 0) ctx.drawImage(bitmap.drawn, 0, top * k, bitmap.drawn.width, seen * k, x, y + top, wide, seen);
    } else {
      ctx.fillStyle = '#ffffff';
      ctx.fillRect(x, y, wide, high);
      if (wide > SAYS * dpr) {
        ctx.fillStyle = SOFT.value;
        ctx.font = `${11.5 * dpr}px "Schibsted Grotesk Variable", sans-serif`;
        ctx.fillText('Drawing …', x + 10 * dpr, y + 22 * dpr);
      }
    }
    if (props.near.has(r.screen.id)) continue;
    if (r.w >= NUMBERED) name(ctx, r, x, y, dpr);
    ctx.fillStyle = TAPE;
    if (picked.value.has(r.screen.id)) corners(ctx, x, y, wide, high);
    const appliedKits = marked.value.size > 0 ? editor.appliedKitsShown(r.screen) : [];
    for (const node of marked.value.get(r.screen.id) ?? [])
      for (const p of pictures.rectsOf(r.screen, appliedKits, node)) {
        const k = zoom * dpr;
        corners(ctx, x + p.x * k, y + p.y * k, p.w * k, p.h * k);
      }
  }
  ctx.restore();
  // For whoever waits until everything is drawn.
  const waiting = String(pictures.wanted());
  if (el.dataset['waiting'] !== waiting) el.dataset['waiting'] = waiting;
}
watchPostEffect(paintGround);
</script>

<template>
  <canvas ref="canvas" class="ground" :style="{ width: `${view.w}px`, height: `${view.h}px` }" aria-hidden="true" />
</template>

<style scoped>
.ground {
  position: absolute;
  inset: 0 auto auto 0;
  pointer-events: none;
}
</style>
