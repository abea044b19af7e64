import type { BoxFlow } from '../model/index.js';
import type { Look, RNode } from '../resolve/index.js';
import type { Fonts, Paragraph } from '../text/index.js';
import type { GridLines } from './grid.js';
import type { Item } from './item.js';

/** A part with its room: px from the top left corner of the whole. */
export interface Box {
  readonly node: RNode;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly children: readonly Box[];
  /** For texts: the broken lines. */
  readonly para?: Paragraph;
  /** For grids: where their columns and rows are. */
  readonly lines?: GridLines;
  /** For texts: inner left edge and width that lines are aligned in, px from the box. */
  readonly textX?: number;
}

/** Lays one part within the room it has; what that means is said by `lay` in layout.ts. */
export type LayoutFn = (
  pass: LayoutPass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
  soft?: boolean,
) => LayoutResult;

/** Everything a pass needs: fonts, and which subtrees depend on being given a definite size. */
export interface LayoutPass {
  readonly lay: LayoutFn;
  /** The same, nothing remembered. */
  readonly layNew: LayoutFn;
  readonly fonts: Fonts;
  /** Of the fonts: what was laid with fewer is laid again. */
  readonly version: number;
  /** Heights of rows that columns share, by the part that stands in one; px. */
  readonly tracks: Map<RNode, number>;
  /** Children of rows and columns while their sizes are worked out: those of one lie behind those of what it stands in. */
  readonly items: Item[];
  /** How many of them are in use. */
  used: number;
  /** Within columns that share rows, sizes depend on neighbours: nothing is remembered there. */
  sharing: number;
}
export const DEFINITE_WIDTH = 1;
export const DEFINITE_HEIGHT = 2;
const NONE: readonly Box[] = [];
export const same = (a: number, b: number): boolean => Math.abs(a - b) < 0.005;
export const clamp = (v: number, low: number, high: number): number => Math.max(low, Math.min(v, high));

/** A part that is laid out, and where in it its children stand. Shared by everything that remembers it, so never changed. */
export interface LayoutResult {
  readonly node: RNode;
  readonly w: number;
  readonly h: number;
  readonly kids: readonly LayoutResult[];
  /** x and y of each child, in turn; px from the part itself. */
  readonly places: readonly number[];
  readonly para: Paragraph | undefined;
  readonly lines?: GridLines;
  readonly textX: number;
}
export const NO_KIDS: readonly LayoutResult[] = [];
export const NO_PLACES: readonly number[] = [];
export const leaf = (node: RNode, w: number, h: number): LayoutResult => ({
  node,
  w,
  h,
  kids: NO_KIDS,
  places: NO_PLACES,
  para: undefined,
  textX: 0,
});
/** Lists that have grown take more room than they need, and these are kept: they are as long as they are. */
export const holding = (
  node: RNode,
  w: number,
  h: number,
  kids: readonly LayoutResult[],
  places: readonly number[],
): LayoutResult => ({
  node,
  w,
  h,
  kids: kids.slice(),
  places: places.slice(),
  para: undefined,
  textX: 0,
});

/** What is remembered about a part, kept on the part itself: a map of all parts costs more than what it saves. */
export interface Note {
  /** Which axes hold something that stretches; -1: not known yet. */
  flags: number;
  /** With what it was laid so far. */
  fonts: Fonts | null;
  version: number;
  laid: Laid[] | null;
  /** The box it became last, and from what. */
  from: LayoutResult | null;
  box: Box | null;
}
export const noteOf = (node: RNode): Note =>
  (node.note ??= {
    flags: -1,
    fonts: null,
    version: 0,
    laid: null,
    from: null,
    box: null,
  } satisfies Note) as Note;

/** For each flow: the axis along which children grow, that across, and when the box needs both sizes whatever is in it. */
const ROW = { main: DEFINITE_WIDTH, cross: DEFINITE_HEIGHT, always: () => false };
const COLUMN = { main: DEFINITE_HEIGHT, cross: DEFINITE_WIDTH, always: () => false };
const DEFINITE: Readonly<
  Record<BoxFlow, { readonly main: number; readonly cross: number; readonly always: (node: RNode) => boolean }>
> = {
  row: ROW,
  column: COLUMN,
  // Columns of a grid are parts of the room it is given. Justified and aligned children only move when it differs from theirs.
  grid: { ...COLUMN, always: () => true },
  // Edges of parts of a free box go by its size.
  free: { ...COLUMN, always: (node) => node.children.some((c) => c.look.right !== null || c.look.bottom !== null) },
};

/** Which axes of a subtree hold something that stretches, so that a size must be given to it before it is final. */
export function stretchy(node: RNode): number {
  const note = noteOf(node);
  if (note.flags >= 0) return note.flags;
  let found = 0;
  const { look } = node;
  const { main, cross, always } = DEFINITE[look.flow];
  for (const c of node.children) {
    if (c.look.width === 'stretch' || c.look.share > 0) found |= DEFINITE_WIDTH;
    if (c.look.height === 'stretch') found |= DEFINITE_HEIGHT;
    if (c.look.grow > 0) found |= main;
    if (c.look.alignSelf === 'stretch') found |= cross;
    if (found !== (DEFINITE_WIDTH | DEFINITE_HEIGHT)) found |= stretchy(c);
  }
  if (look.align === 'stretch' && node.children.length > 0) found |= cross;
  if (always(node)) found |= DEFINITE_WIDTH | DEFINITE_HEIGHT;
  note.flags = found;
  return found;
}

/**
 * Turns places relative to the parent into places on the whole. What stands where it stood is the same object again.
 * @param node the part itself: what was laid out may be another that is like it
 */
export function toBoxes(r: LayoutResult, node: RNode, x: number, y: number): Box {
  const note = noteOf(node);
  const { from, box } = note;
  if (
    from &&
    box &&
    from.kids === r.kids &&
    from.places === r.places &&
    from.para === r.para &&
    box.x === x &&
    box.y === y &&
    box.w === r.w &&
    box.h === r.h &&
    from.lines === r.lines &&
    from.textX === r.textX
  )
    return box;
  const children =
    r.kids.length === 0
      ? NONE
      : r.kids.map((kid, i) =>
          toBoxes(kid, node.children[i] as RNode, x + (r.places[2 * i] ?? 0), y + (r.places[2 * i + 1] ?? 0)),
        );
  const made: Box = r.para
    ? { node, x, y, w: r.w, h: r.h, children, para: r.para, textX: r.textX }
    : r.lines
      ? { node, x, y, w: r.w, h: r.h, children, lines: r.lines }
      : { node, x, y, w: r.w, h: r.h, children };
  note.from = r;
  note.box = made;
  return made;
}

/** Within its own limits; never less than its padding, as with CSS's border boxes. */
export const within = (look: Look, axis: 'w' | 'h', v: number): number =>
  axis === 'w'
    ? Math.max(clamp(v, look.minWidth, Math.max(look.minWidth, look.maxWidth)), look.paddingLeft + look.paddingRight)
    : Math.max(
        clamp(v, look.minHeight, Math.max(look.minHeight, look.maxHeight)),
        look.paddingTop + look.paddingBottom,
      );

export interface Laid {
  readonly w: number | undefined;
  readonly h: number | undefined;
  readonly soft: boolean;
  readonly aw: number;
  readonly ah: number;
  readonly box: LayoutResult;
}
