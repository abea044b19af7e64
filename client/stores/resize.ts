import { computed, type ComputedRef, type ShallowRef } from 'vue';
import {
  putSteps,
  inBox,
  sizeSteps,
  snapTo,
  treeOfScreen,
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
import { useCommands } from './commands.js';
import { useEditor } from './editor/editor.js';

const LEAST = 1;
/** So far beside a thing its size is told while that changes: px on the glass. */
const BESIDE = 14;

/** Which sides of a thing are dragged: -1 the left or upper one, 1 the right or lower one, 0 neither. */
export interface Side {
  readonly x: -1 | 0 | 1;
  readonly y: -1 | 0 | 1;
}
export type PadSide = 'left' | 'right' | 'top' | 'bottom';
/** A thing of the screen that is worked on, laid out. */
export interface Lying {
  readonly node: Node;
  readonly box: Box;
}
/** So near something snaps: px on the glass. */
export const SLACK = 6;

/** What is known and done wherever things are dragged to the px. */
export interface Dragging {
  readonly free: ComputedRef<{ readonly holder: Box; readonly things: readonly Lying[] } | null>;
  readonly sizable: ComputedRef<Lying | null>;
  readonly lines: ShallowRef<readonly SnapLine[]>;
  readonly distances: ShallowRef<readonly Measure[]>;
  readonly holderOf: (id: string) => string | undefined;
  readonly fieldFor: (holder: Box, without: ReadonlySet<string>) => SnapField;
  readonly show: (field: SnapField, r: Rect, snapped: { lines: readonly SnapLine[]; gaps: readonly Measure[] }) => void;
  readonly follow: (
    event: PointerEvent,
    zoom: number,
    moved: (dx: number, dy: number, e: PointerEvent) => readonly Step[] | null,
    label: string,
  ) => void;
}
/** Steps that put a thing elsewhere in the free box that holds it. */
export const putIn = (screen: Screen, holder: Box, t: Lying, to: Rect): readonly Step[] =>
  putSteps(treeOfScreen(screen), t.node, inBox(t.box, holder), inBox(to as Box, holder), holder);

/** Making things larger and smaller by their edges; padding and gaps by what lies in them. */
export function useResize({ free, sizable, lines, distances, holderOf, fieldFor, show, follow }: Dragging) {
  const editor = useEditor();
  const commands = useCommands();

  /** Makes what is selected larger or smaller by one of its edges or corners. */
  function resize(event: PointerEvent, zoom: number, side: Side): void {
    const t = sizable.value;
    const s = editor.screen;
    if (!t || !s) return;
    const holder = holderOf(t.node.id);
    const around = holder === undefined ? null : editor.findBox(holder);
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
        const cells = spanned(t, around, r, side);
        if (cells) {
          distances.value = [];
          lines.value = cells.lines;
          return cells.steps;
        }
        distances.value = [
          { axis: 'x', from: r.x, to: r.x + r.w, at: r.y + r.h + beside },
          { axis: 'y', from: r.y, to: r.y + r.h, at: r.x + r.w + beside },
        ].filter((m) => (m.axis === 'x' ? side.x !== 0 : side.y !== 0)) as Measure[];
        return isFree
          ? putIn(s, around, t, r)
          : sizeSteps(treeOfScreen(s), t.node, side.x === 0 ? null : r.w, side.y === 0 ? null : r.h);
      },
      `Resize ${commands.named()}`,
    );
  }

  /** The one row, column or grid that is selected: its padding and gaps can be dragged. */
  const roomy = computed<Lying | null>(() => {
    const s = editor.screen;
    const key = editor.selected;
    if (!s || key === null || editor.selection.length !== 1 || editor.countSelected > 1) return null;
    const node = s.nodes[key];
    const box = editor.findBox(key);
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
    const s = editor.screen;
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
    const s = editor.screen;
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

  /**
   * In a grid a thing is as large as the cells it takes: which those are when it reaches that far. In a grid of one row its lower
   * edge is its own.
   */
  function spanned(
    t: Lying,
    holder: Box | null,
    r: Rect,
    side: Side,
  ): { readonly steps: readonly Step[]; readonly lines: readonly SnapLine[] } | null {
    const s = editor.screen;
    const grid = holder?.lines;
    const cell = grid?.cells[holder?.children.indexOf(t.box) ?? -1];
    if (!s || !holder || !grid || !cell || (side.x <= 0 && side.y <= 0)) return null;
    const rows = side.y > 0 && grid.rows.length > 1;
    if (side.x <= 0 && !rows) return null;
    const tree = treeOfScreen(s);
    const steps: Step[] = [];
    const marks: SnapLine[] = [];
    const set = (name: 'span' | 'rowSpan' | 'width' | 'height', value: number | string | null): void => {
      if ((t.node.attrs[name] ?? null) !== value)
        steps.push({ do: 'set', tree, node: t.node.id, field: `attrs.${name}`, value });
    };
    /** The last of some tracks whose end is nearest to a place. */
    const reach = (
      tracks: readonly { readonly at: number; readonly size: number }[],
      from: number,
      to: number,
    ): number => {
      let last = from;
      for (let i = from; i < tracks.length; i++) {
        const end = (n: number): number => (tracks[n]?.at ?? 0) + (tracks[n]?.size ?? 0);
        if (Math.abs(end(i) - to) < Math.abs(end(last) - to)) last = i;
      }
      return last;
    };
    if (side.x > 0) {
      const last = reach(grid.columns, cell.column, r.x + r.w - holder.x);
      const n = last - cell.column + 1;
      set('span', n === 1 ? null : n);
      set('width', 'stretch');
      const track = grid.columns[last];
      const [from, to] = [holder.y, holder.y + holder.h];
      marks.push({ axis: 'x', kind: 'column', at: holder.x + (track?.at ?? 0) + (track?.size ?? 0), from, to });
      for (const c of grid.columns) marks.push({ axis: 'x', kind: 'centre', at: holder.x + c.at, from, to });
    }
    if (rows) {
      const last = reach(grid.rows, cell.row, r.y + r.h - holder.y);
      const n = last - cell.row + 1;
      set('rowSpan', n === 1 ? null : n);
      set('height', 'stretch');
      const track = grid.rows[last];
      const [from, to] = [holder.x, holder.x + holder.w];
      marks.push({ axis: 'y', kind: 'column', at: holder.y + (track?.at ?? 0) + (track?.size ?? 0), from, to });
    } else if (side.y > 0) steps.push(...sizeSteps(tree, t.node, null, r.h));
    return { steps, lines: marks };
  }

  return { resize, roomy, pad, gap };
}
