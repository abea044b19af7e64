import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import {
  aligned,
  columnsOf,
  inBox,
  measuresOf,
  movedBy,
  placesOf,
  putSteps,
  sameSize,
  sizeSteps,
  snapField,
  snapTo,
  spread,
  treeOfScreen,
  turnSteps,
  boxesByKey,
  type AlignTo,
  type Box,
  type Measure,
  type Node,
  type Parts,
  type Rect,
  type Screen,
  type SnapField,
  type SnapLine,
  type Step,
} from '../../core/index.js';
import { followPointer } from '../pointer.js';
import { plural } from '../counts.js';
import { useCommands } from './commands.js';
import { useDocument } from './document.js';
import { plain } from './plain.js';
import { useStage } from './stage.js';

/** So near something snaps: px on the glass. */
const SLACK = 6;
/** How far the pointer goes before a press becomes a drag: px on the glass. */
const AWAY = 4;
/** One step of the arrow keys where there is no base grid, and how many at once with Shift: px. */
const STEP = 8;
const STEPS = 10;
/** Outside of what it lies in by so much, what is moved is taken out of it: px on the glass. */
const OUT = 28;
const LEAST = 1;
/** So far beside a thing its size is told while that changes: px on the glass. */
const BESIDE = 14;
const NO_LINES: readonly SnapLine[] = [];
const NO_MEASURES: readonly Measure[] = [];

/** What the edges of a thing do so that it stays aligned with its box. */
const STAYS = {
  left: { left: 'keep', right: 'free' },
  centre: { left: 'free', right: 'free' },
  right: { left: 'free', right: 'keep' },
  top: { top: 'keep', bottom: 'free' },
  middle: { top: 'free', bottom: 'free' },
  bottom: { top: 'free', bottom: 'keep' },
} as const;

interface Lying {
  readonly node: Node;
  readonly box: Box;
}
/** Which sides of a thing are dragged: -1 the left or upper one, 1 the right or lower one, 0 neither. */
export interface Side {
  readonly x: -1 | 0 | 1;
  readonly y: -1 | 0 | 1;
}

export type PadSide = 'left' | 'right' | 'top' | 'bottom';

/** Placing to the px: in free boxes by pointer and keys, with what is near to be in line with; sizes of everything else. */
export const useExact = defineStore('exact', () => {
  const doc = useDocument();
  const stage = useStage();
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
    const s = stage.screen;
    const into = s ? placesOf(s.nodes).get(id) : undefined;
    return into && into.slot === undefined ? into.parent : undefined;
  };
  /** What is selected, when all of it lies in one free box; with that. */
  const free = computed<{ readonly holder: Box; readonly things: readonly Lying[] } | null>(() => {
    const s = stage.screen;
    const keys = stage.selection;
    if (!s || keys.length === 0) return null;
    const parent = holderOf(keys[0] ?? '');
    const node = parent === undefined ? undefined : s.nodes[parent];
    const [first] = keys;
    const lies = first === undefined ? null : stage.findBox(first);
    if (lies?.node.look.over === 'free' && keys.length === 1 && first !== undefined && s.nodes[first] && stage.box) {
      // Over the screen, where it is put: what it lies in is what is seen of the screen.
      const room = { ...stage.box, h: s.height ?? stage.box.h, children: [] };
      return { holder: room, things: [{ node: s.nodes[first], box: lies }] };
    }
    const holder = parent === undefined ? null : stage.findBox(parent);
    if (node?.type !== 'box' || holder?.node.look.flow !== 'free') return null;
    const things = keys.flatMap((id): Lying[] => {
      const n = s.nodes[id];
      const box = stage.findBox(id);
      return n && box && holderOf(id) === parent ? [{ node: n, box }] : [];
    });
    return things.length === keys.length ? { holder, things } : null;
  });
  /** The one thing that is selected and can be made another size. */
  const sizable = computed<Lying | null>(() => {
    const s = stage.screen;
    const key = stage.selected;
    if (!s || key === null || stage.selection.length !== 1 || stage.countSelected > 1) return null;
    const node = s.nodes[key];
    const box = stage.findBox(key);
    return node && box && node.type !== 'series' && key !== s.root && !node.locked ? { node, box } : null;
  });

  /** Everything on a screen that something in a box can be in line with. */
  function fieldFor(holder: Box, without: ReadonlySet<string>): SnapField {
    const s = stage.screen;
    const top = stage.box;
    const boxes = holder.children.filter((b) => !without.has(b.node.key)).map((b): Rect => b);
    const on = shows.value;
    return snapField({
      boxes,
      within: holder,
      // Lines across lie on the screen, not on the device: what is scrolled has moved away from them.
      guides: on.guides ? (s?.guides ?? []).filter((g) => g.axis === 'x' || stage.scroll === null) : [],
      columns: on.columns ? columnsOf(s?.grid, top?.w ?? s?.width ?? 0) : [],
      base: on.base && stage.scroll === null ? (s?.base ?? 0) : 0,
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
    stage.ghost = null;
  }
  const put = (screen: Screen, holder: Box, t: Lying, to: Rect): readonly Step[] =>
    putSteps(treeOfScreen(screen), t.node, inBox(t.box, holder), inBox(to as Box, holder), holder);
  const preview = (screen: Screen, steps: readonly Step[]): void => {
    stage.ghost = { screen: screen.id, steps, made: [] };
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
    const s = stage.screen;
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
    const s = stage.screen;
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

  /** Makes what is selected larger or smaller by one of its edges or corners. */
  function resize(event: PointerEvent, zoom: number, side: Side): void {
    const t = sizable.value;
    const s = stage.screen;
    if (!t || !s) return;
    const holder = holderOf(t.node.id);
    const around = holder === undefined ? null : stage.findBox(holder);
    const isFree = free.value !== null && around !== null;
    const field = around ? fieldFor(around, new Set([t.node.id])) : null;
    const parts = (way: -1 | 0 | 1): Parts => (way === 0 ? [] : way < 0 ? ['near'] : ['far']);
    const ratio = t.box.h > 0 ? t.box.w / t.box.h : 1;
    follow(
      event,
      zoom,
      (dx, dy, e) => {
        const b = t.box;
        const size = (w: number, h: number): Rect => ({
          x: side.x < 0 ? b.x + b.w - w : b.x,
          y: side.y < 0 ? b.y + b.h - h : b.y,
          w: Math.max(LEAST, w),
          h: Math.max(LEAST, h),
        });
        let r = size(b.w + dx * side.x, b.h + dy * side.y);
        const loose = e.ctrlKey || e.metaKey;
        if (field && !loose) {
          const snapped = snapTo(field, r, SLACK / zoom, { x: parts(side.x), y: parts(side.y) });
          const w = snapped.dx === 0 ? Math.round(r.w) : r.w + snapped.dx * side.x;
          const h = snapped.dy === 0 ? Math.round(r.h) : r.h + snapped.dy * side.y;
          r = size(side.x === 0 ? b.w : w, side.y === 0 ? b.h : h);
          show(field, r, snapped);
        }
        // Shift at a corner keeps its proportions.
        if (e.shiftKey && side.x !== 0 && side.y !== 0) r = size(r.w, r.w / ratio);
        const beside = BESIDE / zoom;
        const cells = spanned(t, around, r);
        if (cells && side.x > 0) {
          distances.value = [];
          lines.value = cells.lines;
          return side.y > 0 ? [...cells.steps, ...sizeSteps(treeOfScreen(s), t.node, null, r.h)] : cells.steps;
        }
        distances.value = [
          { axis: 'x', from: r.x, to: r.x + r.w, at: r.y + r.h + beside },
          { axis: 'y', from: r.y, to: r.y + r.h, at: r.x + r.w + beside },
        ].filter((m) => (m.axis === 'x' ? side.x !== 0 : side.y !== 0)) as Measure[];
        return isFree
          ? put(s, around, t, r)
          : sizeSteps(treeOfScreen(s), t.node, side.x === 0 ? null : r.w, side.y === 0 ? null : r.h);
      },
      `Resize ${commands.named()}`,
    );
  }

  /** The one row, column or grid that is selected: its padding and gaps can be dragged. */
  const roomy = computed<Lying | null>(() => {
    const s = stage.screen;
    const key = stage.selected;
    if (!s || key === null || stage.selection.length !== 1 || stage.countSelected > 1) return null;
    const node = s.nodes[key];
    const box = stage.findBox(key);
    return node?.type === 'box' && !node.locked && box && box.node.look.flow !== 'free' && box.children.length > 0
      ? { node, box }
      : null;
  });
  const setStep = (s: Screen, id: string, name: string, value: number): Step => ({
    do: 'set',
    tree: treeOfScreen(s),
    node: id,
    field: `attrs.${name}`,
    value,
  });
  /** Makes the padding on one side larger or smaller; with Shift on the other side too. */
  function pad(event: PointerEvent, zoom: number, side: PadSide): void {
    const t = roomy.value;
    const s = stage.screen;
    if (!t || !s) return;
    const { look } = t.box.node;
    const { name, other, from, way, axis } = {
      left: { name: 'paddingLeft', other: 'paddingRight', from: look.paddingLeft, way: 1, axis: 'x' },
      right: { name: 'paddingRight', other: 'paddingLeft', from: look.paddingRight, way: -1, axis: 'x' },
      top: { name: 'paddingTop', other: 'paddingBottom', from: look.paddingTop, way: 1, axis: 'y' },
      bottom: { name: 'paddingBottom', other: 'paddingTop', from: look.paddingBottom, way: -1, axis: 'y' },
    }[side];
    follow(
      event,
      zoom,
      (dx, dy, e) => {
        const value = Math.max(0, Math.round(from + (axis === 'x' ? dx : dy) * way));
        const b = t.box;
        const far = way < 0;
        distances.value = [
          axis === 'x'
            ? { axis, from: far ? b.x + b.w - value : b.x, to: far ? b.x + b.w : b.x + value, at: b.y + b.h / 2 }
            : { axis: 'y', from: far ? b.y + b.h - value : b.y, to: far ? b.y + b.h : b.y + value, at: b.x + b.w / 2 },
        ] as Measure[];
        return [setStep(s, t.node.id, name, value), ...(e.shiftKey ? [setStep(s, t.node.id, other, value)] : [])];
      },
      'Change the padding',
    );
  }
  /** Makes the gaps of a row or column larger or smaller by the one before its nth thing. */
  function gap(event: PointerEvent, zoom: number, nth: number): void {
    const t = roomy.value;
    const s = stage.screen;
    if (!t || !s) return;
    const { look } = t.box.node;
    const row = look.flow === 'row';
    const from = row ? look.gap : look.rowGap;
    const [a, b] = [t.box.children[nth - 1], t.box.children[nth]];
    follow(
      event,
      zoom,
      (dx, dy) => {
        // All gaps before it grow too: so it stays under the pointer.
        const value = Math.max(0, Math.round(from + (row ? dx : dy) / (nth - 0.5)));
        if (a && b)
          distances.value = [
            row
              ? { axis: 'x', from: a.x + a.w, to: a.x + a.w + value, at: t.box.y + t.box.h / 2 }
              : { axis: 'y', from: a.y + a.h, to: a.y + a.h + value, at: t.box.x + t.box.w / 2 },
          ];
        return [setStep(s, t.node.id, row || look.gap === look.rowGap ? 'gap' : 'rowGap', value)];
      },
      'Change the gap',
    );
  }

  /** In a grid a thing is as wide as the columns it takes: which those are when it reaches that far. */
  function spanned(
    t: Lying,
    holder: Box | null,
    r: Rect,
  ): { readonly steps: readonly Step[]; readonly lines: readonly SnapLine[] } | null {
    const s = stage.screen;
    const cell = holder?.lines?.cells[holder.children.indexOf(t.box)];
    if (!s || !holder?.lines || !cell) return null;
    const ends = holder.lines.columns.map((c) => holder.x + c.at + c.size);
    let last = cell.column;
    for (let c = cell.column; c < ends.length; c++)
      if (Math.abs((ends[c] ?? 0) - r.x - r.w) < Math.abs((ends[last] ?? 0) - r.x - r.w)) last = c;
    const tree = treeOfScreen(s);
    const set = (name: string, value: number | string | null): Step => ({
      do: 'set',
      tree,
      node: t.node.id,
      field: `attrs.${name}`,
      value,
    });
    const span = last - cell.column + 1;
    return {
      steps: [
        ...((t.node.attrs.span ?? 1) === span ? [] : [set('span', span === 1 ? null : span)]),
        ...(t.node.attrs.width === 'stretch' ? [] : [set('width', 'stretch')]),
      ],
      lines: [
        { axis: 'x', kind: 'column', at: ends[last] ?? 0, from: holder.y, to: holder.y + holder.h },
        ...holder.lines.columns.map((c): SnapLine => ({
          axis: 'x',
          kind: 'centre',
          at: holder.x + c.at,
          from: holder.y,
          to: holder.y + holder.h,
        })),
      ],
    };
  }

  /** Moves what is selected by keys: a step of the base grid, one px with Alt, ten steps with Shift. False: it lies in no free box. */
  function nudge(x: -1 | 0 | 1, y: -1 | 0 | 1, event: Pick<KeyboardEvent, 'altKey' | 'shiftKey'>): boolean {
    const f = free.value;
    const s = stage.screen;
    if (!f || !s) return false;
    const step = event.altKey ? 1 : (s.base ?? STEP) * (event.shiftKey ? STEPS : 1);
    const steps = f.things.flatMap((t) =>
      put(s, f.holder, t, { ...t.box, x: t.box.x + x * step, y: t.box.y + y * step }),
    );
    doc.act(`Move ${commands.named()}`, steps, `nudge ${stage.selection.join()}`);
    return true;
  }

  /** Moves what is selected by so many px. */
  function moveBy(dx: number, dy: number): void {
    rearrange(`Move ${commands.named()}`, (list) => list.map((r) => ({ ...r, x: r.x + dx, y: r.y + dy })));
  }
  function rearrange(label: string, to: (list: readonly Rect[], within: Rect) => readonly Rect[]): void {
    const f = free.value;
    const s = stage.screen;
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
    const s = stage.screen;
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
  const distribute = (axis: 'x' | 'y'): void => rearrange(`Spread ${commands.named()}`, (l) => spread(l, axis));
  const equalise = (axis: 'x' | 'y' | 'both'): void =>
    rearrange(`Same size for ${commands.named()}`, (l) => sameSize(l, axis));
  /** Puts what is selected in front of the others in its box, or behind them. */
  function order(front: boolean): void {
    const f = free.value;
    const s = stage.screen;
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
  function turn(id: string, to: 'row' | 'column' | 'grid' | 'free'): void {
    const s = stage.screen;
    const node = s?.nodes[id];
    const root = stage.box;
    if (!s || !root || node?.type !== 'box') return;
    const before = stage.boxMap;
    const names: Readonly<Record<string, string>> = { row: 'across', column: 'down', grid: 'as a grid', free: 'free' };
    if (!doc.act(`Lay out ${names[to] ?? to}`, turnSteps(treeOfScreen(s), s.nodes, id, to, before))) return;
    const after = stage.box ? boxesByKey(stage.box) : before;
    const moved = movedBy(before, after, node.children);
    const most = Math.max(0, ...moved.map((m) => m.by));
    if (moved.length > 0)
      doc.say(`${plural(moved.length, 'thing')} moved, by ${most} px at most. Undo puts everything back.`);
  }

  /** Distances of what is selected from what is beside it, for as long as `d` is held. */
  const held = computed<readonly Measure[]>(() => {
    const key = stage.selected;
    if (!measuring.value || key === null) return NO_MEASURES;
    const box = stage.findBox(key);
    const root = stage.box;
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
    distribute,
    equalise,
    order,
    turn,
    ended,
    wasDrag: plain(wasDrag),
    holderOf: plain(holderOf),
  };
});
