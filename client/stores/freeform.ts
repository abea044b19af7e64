import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import {
  aligned,
  columnsOf,
  measuresOf,
  movedBy,
  placesOf,
  sameSize,
  snapField,
  snapTo,
  spread,
  treeOfScreen,
  turnSteps,
  boxesByKey,
  type AlignTo,
  inBox,
  type Box,
  type Edge,
  type Measure,
  type Rect,
  type Screen,
  type SnapField,
  type SnapLine,
  type Step,
  BOX_FLOWS,
  type BoxFlow,
} from '../../core/index.js';
import { followPointer } from '../base/pointer.js';
import { plural } from '../base/counts.js';
import { useCommands } from './commands.js';
import { useDocument } from './document/document.js';
import { untracked } from './untracked.js';
import { putIn, SLACK, useResize, type Lying } from './resize.js';
import { useEditor } from './editor/editor.js';
import { notify } from './notices.js';

/** How far the pointer goes before a press becomes a drag: px on the glass. */
const AWAY = 4;
/** One step of the arrow keys where there is no base grid, and how many at once with Shift: px. */
const STEP = 8;
const STEPS = 10;
/** Outside of what it lies in by so much, what is moved is taken out of it: px on the glass. */
const OUT = 28;
const NO_LINES: readonly SnapLine[] = [];
const NO_MEASURES: readonly Measure[] = [];

/** What the edges of a thing do so that it stays aligned with its box. */
const STAYS = {
  left: { left: 'pin', right: 'float' },
  centre: { left: 'float', right: 'float' },
  right: { left: 'float', right: 'pin' },
  top: { top: 'pin', bottom: 'float' },
  middle: { top: 'float', bottom: 'float' },
  bottom: { top: 'float', bottom: 'pin' },
} as const;

/** Placing to the px: in free boxes by pointer and keys, with what is near to be in line with; sizes of everything else. */
export const useFreeform = defineStore('freeform', () => {
  const doc = useDocument();
  const editor = useEditor();
  const commands = useCommands();
  /** What is drawn over screens, and so snapped to. */
  const shows = useLocalStorage('dekkor-ruled', { columns: true, base: false, guides: true });
  /** What shows while something is moved: the lines it is in line with, gaps that came out equal, distances. All px of the screen. */
  const lines = shallowRef(NO_LINES);
  const gaps = shallowRef(NO_MEASURES);
  const distances = shallowRef(NO_MEASURES);
  /** `d` is held: distances show without anything being moved. */
  const measuring = ref(false);
  const active = ref(false);

  const holderOf = (id: string): string | undefined => {
    const s = editor.screen;
    const into = s ? placesOf(s.nodes).get(id) : undefined;
    return into && into.slot === undefined ? into.parent : undefined;
  };
  /** What is selected, when all of it lies in one free box; with that. */
  const free = computed<{ readonly holder: Box; readonly things: readonly Lying[] } | null>(() => {
    const s = editor.screen;
    const keys = editor.selection;
    if (!s || keys.length === 0) return null;
    const parent = holderOf(keys[0] ?? '');
    const node = parent === undefined ? undefined : s.nodes[parent];
    const [first] = keys;
    const lies = first === undefined ? null : editor.findBox(first);
    if (
      lies?.node.look.overlay === 'free' &&
      keys.length === 1 &&
      first !== undefined &&
      s.nodes[first] &&
      editor.box
    ) {
      // Over the screen, where it is put: what it lies in is what is seen of the screen.
      const room = { ...editor.box, h: s.height ?? editor.box.h, children: [] };
      return { holder: room, things: [{ node: s.nodes[first], box: lies }] };
    }
    const holder = parent === undefined ? null : editor.findBox(parent);
    if (node?.type !== 'box' || holder?.node.look.flow !== 'free') return null;
    const things = keys.flatMap((id): Lying[] => {
      const n = s.nodes[id];
      const box = editor.findBox(id);
      return n && box && holderOf(id) === parent ? [{ node: n, box }] : [];
    });
    return things.length === keys.length ? { holder, things } : null;
  });
  /** The one thing that is selected and can be made another size. */
  const sizable = computed<Lying | null>(() => {
    const s = editor.screen;
    const key = editor.selected;
    if (!s || key === null || editor.selection.length !== 1 || editor.countSelected > 1) return null;
    const node = s.nodes[key];
    const box = editor.findBox(key);
    return node && box && node.type !== 'series' && key !== s.root && !node.locked ? { node, box } : null;
  });

  /** Everything on a screen that something in a box can be in line with. */
  function fieldFor(holder: Box, without: ReadonlySet<string>): SnapField {
    const s = editor.screen;
    const top = editor.box;
    const boxes = holder.children.filter((b) => !without.has(b.node.key)).map((b): Rect => b);
    const on = shows.value;
    return snapField({
      boxes,
      within: holder,
      // Lines across lie on the screen, not on the device: what is scrolled has moved away from them.
      guides: on.guides ? (s?.guides ?? []).filter((g) => g.axis === 'x' || editor.scroll === null) : [],
      columns: on.columns ? columnsOf(s?.grid, top?.w ?? s?.width ?? 0) : [],
      base: on.base && editor.scroll === null ? (s?.base ?? 0) : 0,
    });
  }
  function show(field: SnapField, r: Rect, snapped: { lines: readonly SnapLine[]; gaps: readonly Measure[] }): void {
    lines.value = snapped.lines;
    gaps.value = snapped.gaps;
    distances.value = measuresOf(r, field.boxes, field.within);
  }
  function clear(): void {
    active.value = false;
    lines.value = NO_LINES;
    gaps.value = NO_MEASURES;
    distances.value = NO_MEASURES;
    editor.dropPreview = null;
  }
  const put = putIn;
  const preview = (screen: Screen, steps: readonly Step[]): void => {
    editor.dropPreview = { screen: screen.id, steps, made: [] };
  };
  const around = (list: readonly Rect[]): Rect => {
    const x = Math.min(...list.map((r) => r.x));
    const y = Math.min(...list.map((r) => r.y));
    return {
      x,
      y,
      w: Math.max(...list.map((r) => r.x + r.w)) - x,
      h: Math.max(...list.map((r) => r.y + r.h)) - y,
    };
  };

  /** Follows a drag in px of the screen, Escape taking it back. */
  function follow(
    event: PointerEvent,
    zoom: number,
    moved: (dx: number, dy: number, e: PointerEvent) => readonly Step[] | null,
    label: string,
  ): void {
    const s = editor.screen;
    if (!s) return;
    let steps: readonly Step[] = [];
    let away = false;
    let last: PointerEvent | null = null;
    const again = (e: PointerEvent): void => {
      last = e;
      const [x, y] = [e.clientX - event.clientX, e.clientY - event.clientY];
      if (!away && Math.hypot(x, y) < AWAY) return;
      away = true;
      active.value = true;
      const now = moved(x / zoom, y / zoom, e);
      if (now === null) {
        stop();
        return;
      }
      steps = now;
      preview(s, steps);
    };
    const key = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') {
        e.stopPropagation();
        e.preventDefault();
        stop();
      } else if ((e.key === 'Control' || e.key === 'Meta' || e.key === 'Shift') && last && away) {
        const { clientX, clientY } = last;
        again({ clientX, clientY, ctrlKey: e.ctrlKey, metaKey: e.metaKey, shiftKey: e.shiftKey } as PointerEvent);
      }
    };
    const stop = followPointer(again, (up) => {
      window.removeEventListener('keydown', key, true);
      window.removeEventListener('keyup', key, true);
      const done = steps;
      clear();
      if (!away) return;
      ended();
      if (up && done.length > 0) doc.act(label, done);
    });
    window.addEventListener('keydown', key, true);
    window.addEventListener('keyup', key, true);
  }
  let justDone = false;
  /** A drag is over: the click that follows it means nothing. */
  function ended(): void {
    justDone = true;
    setTimeout(() => (justDone = false), 0);
  }
  /** True once after a drag: the click that follows belongs to it. */
  const wasDrag = (): boolean => {
    const was = justDone;
    justDone = false;
    return was;
  };

  /**
   * Moves what is selected in its free box.
   * @param out told when it is dragged out of the box: it is held like anything else from then on
   */
  function drag(event: PointerEvent, zoom: number, out: (e: PointerEvent) => void): void {
    const f = free.value;
    const s = editor.screen;
    if (!f || !s) return;
    const field = fieldFor(f.holder, new Set(f.things.map((t) => t.node.id)));
    const from = around(f.things.map((t) => t.box));
    follow(
      event,
      zoom,
      (x, y, e) => {
        let [dx, dy] = [x, y];
        // Shift keeps it on the axis it goes along.
        if (e.shiftKey) [dx, dy] = Math.abs(x) > Math.abs(y) ? [x, 0] : [0, y];
        const there: Rect = { ...from, x: from.x + dx, y: from.y + dy };
        const { holder } = f;
        const gone = OUT / zoom;
        const [cx, cy] = [there.x + there.w / 2, there.y + there.h / 2];
        if (
          cx < holder.x - gone ||
          cy < holder.y - gone ||
          cx > holder.x + holder.w + gone ||
          cy > holder.y + holder.h + gone
        ) {
          setTimeout(() => out(e), 0);
          return null;
        }
        const loose = e.ctrlKey || e.metaKey;
        const snapped = loose
          ? { dx: 0, dy: 0, lines: NO_LINES, gaps: NO_MEASURES }
          : snapTo(field, there, SLACK / zoom);
        // Without anything near it, a thing lies on whole px.
        const at = {
          x: snapped.dx === 0 && !loose ? Math.round(there.x) : there.x + snapped.dx,
          y: snapped.dy === 0 && !loose ? Math.round(there.y) : there.y + snapped.dy,
        };
        show(field, { ...there, ...at }, snapped);
        return f.things.flatMap((t) =>
          put(s, holder, t, { ...t.box, x: t.box.x + at.x - from.x, y: t.box.y + at.y - from.y }),
        );
      },
      `Move ${commands.named()}`,
    );
  }

  const { resize, roomy, pad, gap } = useResize({
    free,
    sizable,
    lines,
    distances,
    holderOf,
    fieldFor,
    show,
    follow,
  });

  /** Moves what is selected by keys: a step of the base grid, one px with Alt, ten steps with Shift. False: it lies in no free box. */
  function nudge(x: -1 | 0 | 1, y: -1 | 0 | 1, event: Pick<KeyboardEvent, 'altKey' | 'shiftKey'>): boolean {
    const f = free.value;
    const s = editor.screen;
    if (!f || !s) return false;
    const step = event.altKey ? 1 : (s.base ?? STEP) * (event.shiftKey ? STEPS : 1);
    const steps = f.things.flatMap((t) =>
      put(s, f.holder, t, { ...t.box, x: t.box.x + x * step, y: t.box.y + y * step }),
    );
    doc.act(`Move ${commands.named()}`, steps, `nudge ${editor.selection.join()}`);
    return true;
  }

  /** Moves what is selected by so many px. */
  function moveBy(dx: number, dy: number): void {
    rearrange(`Move ${commands.named()}`, (list) => list.map((r) => ({ ...r, x: r.x + dx, y: r.y + dy })));
  }
  function rearrange(label: string, to: (list: readonly Rect[], within: Rect) => readonly Rect[]): void {
    const f = free.value;
    const s = editor.screen;
    if (!f || !s) return;
    const made = to(
      f.things.map((t) => t.box),
      f.holder,
    );
    doc.act(
      label,
      f.things.flatMap((t, i) => put(s, f.holder, t, made[i] ?? t.box)),
    );
  }
  /** One thing alone is aligned with its box, and stays so when that changes size: its edges do what keeps it there. */
  function align(how: AlignTo): void {
    const f = free.value;
    const s = editor.screen;
    const [t] = f?.things ?? [];
    if (!f || !s || !t || f.things.length > 1) {
      rearrange(`Align ${commands.named()}`, (l, w) => aligned(l, how, w));
      return;
    }
    const [to] = aligned([t.box], how, f.holder);
    const edges = { ...t.node.attrs.edges, ...STAYS[how] };
    doc.act(`Align ${commands.named()}`, [
      ...put(s, f.holder, t, to ?? t.box),
      { do: 'set', tree: treeOfScreen(s), node: t.node.id, field: 'attrs.edges', value: edges },
    ]);
  }
  /** Says what an edge of what is selected does when the room changes; it goes by where it is now. */
  function setEdge(which: 'left' | 'right' | 'top' | 'bottom', edge: Edge): void {
    const s = editor.screen;
    const f = free.value;
    if (!s || !f) return;
    const names = { left: 'left edge', right: 'right edge', top: 'upper edge', bottom: 'lower edge' };
    const steps = f.things.flatMap(({ node, box }): Step[] => {
      const tree = treeOfScreen(s);
      const at = inBox(box, f.holder);
      const now = { x: at.x, y: at.y, right: f.holder.w - at.x - at.w, bottom: f.holder.h - at.y - at.h };
      return [
        ...(['x', 'y', 'right', 'bottom'] as const).flatMap((name): Step[] =>
          node.attrs[name] === now[name]
            ? []
            : [{ do: 'set', tree, node: node.id, field: `attrs.${name}`, value: now[name] }],
        ),
        { do: 'set', tree, node: node.id, field: 'attrs.edges', value: { ...node.attrs.edges, [which]: edge } },
      ];
    });
    doc.act(`Change the ${names[which]}`, steps);
  }
  const distribute = (axis: 'x' | 'y'): void => rearrange(`Spread ${commands.named()}`, (l) => spread(l, axis));
  const equalise = (axis: 'x' | 'y' | 'both'): void =>
    rearrange(`Same size for ${commands.named()}`, (l) => sameSize(l, axis));
  /** Puts what is selected in front of the others in its box, or behind them. */
  function order(front: boolean): void {
    const f = free.value;
    const s = editor.screen;
    const parent = f?.holder.node.key;
    const holder = parent === undefined ? undefined : s?.nodes[parent];
    if (!f || !s || !parent || holder?.type !== 'box') return;
    const ids = f.things.map((t) => t.node.id);
    const rest = holder.children.filter((c) => !ids.includes(c));
    let after = front ? (rest.at(-1) ?? null) : null;
    const steps = ids.map((id): Step => {
      const step: Step = { do: 'move', tree: treeOfScreen(s), node: id, into: { parent }, after };
      after = id;
      return step;
    });
    doc.act(`${front ? 'Bring' : 'Send'} ${commands.named()} ${front ? 'to the front' : 'to the back'}`, steps);
  }

  /** Lets what is in a box run another way, as nearly as it was; says what could not stay where it was. */
  function turn(id: string, to: BoxFlow): void {
    const s = editor.screen;
    const node = s?.nodes[id];
    const root = editor.box;
    if (!s || !root || node?.type !== 'box') return;
    const before = editor.boxMap;
    if (!doc.act(`Lay out as ${BOX_FLOWS[to].name.toLowerCase()}`, turnSteps(treeOfScreen(s), s.nodes, id, to, before)))
      return;
    const after = editor.box ? boxesByKey(editor.box) : before;
    const moved = movedBy(before, after, node.children);
    const most = Math.max(0, ...moved.map((m) => m.by));
    if (moved.length > 0)
      notify(`${plural(moved.length, 'thing')} moved, by ${most} px at most. Undo puts everything back.`);
  }

  /** Distances of what is selected from what is beside it, for as long as `d` is held. */
  const held = computed<readonly Measure[]>(() => {
    const key = editor.selected;
    if (!measuring.value || key === null) return NO_MEASURES;
    const box = editor.findBox(key);
    const root = editor.box;
    if (!box || !root) return NO_MEASURES;
    const find = (b: Box): Box | null => {
      if (b.children.includes(box)) return b;
      for (const c of b.children) {
        const f = find(c);
        if (f) return f;
      }
      return null;
    };
    const holder = find(root);
    return holder
      ? measuresOf(
          box,
          holder.children.filter((b) => b !== box),
          holder,
        )
      : NO_MEASURES;
  });
  const seen = computed(() => (active.value ? distances.value : held.value));

  return {
    shows,
    lines,
    gaps,
    distances: seen,
    measuring,
    active,
    free,
    sizable,
    drag,
    resize,
    roomy,
    pad,
    gap,
    nudge,
    moveBy,
    align,
    setEdge,
    distribute,
    equalise,
    order,
    turn,
    ended,
    wasDrag: untracked(wasDrag),
    holderOf: untracked(holderOf),
  };
});
