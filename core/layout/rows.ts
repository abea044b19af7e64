import type { Look, RNode } from '../resolve/index.js';
import { flex } from './flex.js';
import { baseOf, isSoft, layoutItem, type Item } from './item.js';
import { clamp, holding, leaf, NO_PLACES, same, within, type LayoutPass, type LayoutResult } from './result.js';

/** What is inside a part that may be so large: its limits kept, its padding taken off; px. */
const inside = (look: Look, axis: 'w' | 'h', size: number, pad: number): number =>
  Math.max(0, within(look, axis, size) - pad);

/** Lays the children of a row or column with CSS flexbox's meaning; what is meant otherwise is told in the decisions. */
export function layoutFlex(
  pass: LayoutPass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
  soft: boolean,
): LayoutResult {
  const { look } = node;
  const row = look.flow === 'row';
  const padX = look.paddingLeft + look.paddingRight;
  const padY = look.paddingTop + look.paddingBottom;
  if (node.children.length === 0) return leaf(node, w ?? within(look, 'w', padX), h ?? within(look, 'h', padY));
  const mainGiven = row ? w : h;
  const crossGiven = row ? h : w;
  const padMain = row ? padX : padY;
  const padCross = row ? padY : padX;
  const innerMain = mainGiven === undefined ? undefined : Math.max(0, mainGiven - padMain);
  const innerCross = crossGiven === undefined ? undefined : Math.max(0, crossGiven - padCross);
  // Content is never cut to the height there is: only widths are found within what is available.
  const availMain = innerMain ?? inside(look, row ? 'w' : 'h', row ? aw : Infinity, padMain);
  const availCross = innerCross ?? inside(look, row ? 'h' : 'w', row ? ah : aw, padCross);
  const gap = row ? look.gap : look.rowGap;
  const lineGap = row ? look.rowGap : look.gap;
  const definite = innerMain !== undefined && (row || !soft);

  const shares = look.shareRows && row;
  if (shares) pass.sharing++;
  const { items } = pass;
  const first = pass.used;
  const count = node.children.length;
  const end = first + count;
  for (const child of node.children) baseOf(pass, look, child, row, definite, innerMain, innerCross, availCross);
  // What bleeds covers the padding: at the sides, and at the end of the column that it stands at.
  const lead = !row && node.children[0]?.look.bleed ? look.paddingTop : 0;
  const tail = !row && node.children[count - 1]?.look.bleed ? look.paddingBottom : 0;

  let mainSize = innerMain ?? 0;
  if (innerMain === undefined) {
    const gaps = gap * Math.max(0, count - 1);
    let content = gaps - lead - tail;
    for (let k = first; k < end; k++) content += (items[k] as Item).hypothetical;
    // As wide as there is room for, but no narrower than what cannot shrink (CSS's min-content); what wraps is as wide as
    // its widest.
    let least = 0;
    if (content > availMain) {
      if (!look.wrap) least = gaps;
      for (let k = first; k < end; k++) {
        const i = items[k] as Item;
        const needed = i.shrink === 0 ? i.hypothetical : i.min;
        least = look.wrap ? Math.max(least, needed) : least + needed;
      }
    }
    mainSize = Math.max(
      0,
      within(look, row ? 'w' : 'h', Math.max(least, Math.min(content, availMain)) + padMain) - padMain,
    );
    // A row knows its width by now: what stretches in it shares that, whatever it says; and parts of it are parts of that.
    if (row)
      for (let k = first; k < end; k++) {
        const item = items[k] as Item;
        if (!item.stretch && item.node.look.share <= 0) continue;
        item.base = item.stretch ? 0 : Math.max(item.pad, item.node.look.share * mainSize);
        item.hypothetical = clamp(item.base, item.min, item.max);
      }
  }

  // Where each line ends. Sizes along, then across.
  const ends = linesOf(pass, first, end, look.wrap && (innerMain !== undefined || availMain < Infinity), mainSize, gap);
  const crossOf: number[] = [];
  let from = first;
  let sumCross = lineGap * Math.max(0, ends.length - 1);
  for (const to of ends) {
    flex(items, from, to, mainSize - gap * (to - from - 1) + lead + tail);
    let tallest = 0;
    for (let k = from; k < to; k++) {
      const item = items[k] as Item;
      layoutItem(pass, item, row, availCross, isSoft(item, row, !definite));
    }
    if (shares) lineUp(pass, items.slice(from, to), availCross);
    for (let k = from; k < to; k++) {
      const { box } = items[k] as Item;
      if (box) tallest = Math.max(tallest, row ? box.h : box.w);
    }
    crossOf.push(tallest);
    sumCross += tallest;
    from = to;
  }
  const crossSize = innerCross ?? Math.max(0, within(look, row ? 'h' : 'w', sumCross + padCross) - padCross);
  // Something in a column is wider than the room there is: then all of it has that much.
  if (!row && innerCross === undefined && crossSize > availCross + 0.005 && !look.wrap && !shares) {
    pass.used = first;
    return layoutFlex(pass, node, w, h, crossSize + padX, ah, soft);
  }
  // Lines share what room there is across, as CSS's do.
  const spare = Math.max(0, crossSize - sumCross) / Math.max(1, crossOf.length);
  const single = crossOf.length === 1 && !look.wrap;

  /** Its height is as its content asked for: what stretches to it does not make that content smaller. */
  const loose = row ? innerCross === undefined || soft : !definite;
  const kids: LayoutResult[] = [];
  const places: number[] = [];
  let across = row ? look.paddingTop : look.paddingLeft;
  from = first;
  for (let i = 0; i < ends.length; i++) {
    const to = ends[i] ?? end;
    const room = single ? crossSize : (crossOf[i] ?? 0) + spare;
    const line: Line = { from, to, mainSize: mainSize + lead + tail, room, gap, across, lead, loose };
    placeLine(pass, look, line, row, kids, places);
    across += room + lineGap;
    from = to;
  }
  pass.used = first;
  if (shares) pass.sharing--;
  const width = w ?? (row ? mainSize : crossSize) + padX;
  const height = h ?? (row ? crossSize : mainSize) + padY;
  return holding(node, width, height, kids, places);
}

/** Where each line of a row or column ends, not including that item. */
function linesOf(
  pass: LayoutPass,
  first: number,
  end: number,
  wrap: boolean,
  room: number,
  gap: number,
): readonly number[] {
  if (end === first) return NO_PLACES;
  if (!wrap) return [end];
  const ends: number[] = [];
  let used = 0;
  let from = first;
  for (let k = first; k < end; k++) {
    const { hypothetical } = pass.items[k] as Item;
    if (k > from && used + gap + hypothetical > room + 0.005) {
      ends.push(k);
      from = k;
      used = 0;
    }
    used += (k > from ? gap : 0) + hypothetical;
  }
  ends.push(end);
  return ends;
}

/** A line of a row or column, its sizes known; px. */
interface Line {
  readonly from: number;
  readonly to: number;
  readonly mainSize: number;
  /** Across. */
  readonly room: number;
  readonly gap: number;
  /** Where it begins across. */
  readonly across: number;
  readonly lead: number;
  readonly loose: boolean;
}

/** The parts of a column that stand in the rows it shares: its children, those of a series one by one. */
function rowsOf(column: LayoutResult): readonly LayoutResult[] {
  return column.kids.flatMap((c) => (c.node.series ? c.kids : [c]));
}

/** Gives every row of columns that stand side by side the height of its tallest part, and lays the columns again. */
function lineUp(pass: LayoutPass, columns: readonly Item[], availCross: number): void {
  const heights: number[] = [];
  for (const { box } of columns) if (box) rowsOf(box).forEach((r, i) => (heights[i] = Math.max(heights[i] ?? 0, r.h)));
  for (const item of columns) {
    if (!item.box) continue;
    let differs = false;
    rowsOf(item.box).forEach((r, i) => {
      const tall = heights[i] ?? r.h;
      if (!same(tall, r.h)) differs = true;
      pass.tracks.set(r.node, tall);
    });
    if (differs) item.box = pass.lay(pass, item.node, item.target, undefined, item.target, availCross);
  }
}

function placeLine(
  pass: LayoutPass,
  look: Look,
  line: Line,
  row: boolean,
  kids: LayoutResult[],
  places: number[],
): void {
  const { items } = pass;
  const { from, to, room, gap, across, loose } = line;
  const n = to - from;
  let used = gap * (n - 1);
  for (let k = from; k < to; k++) used += (items[k] as Item).target;
  const free = line.mainSize - used;
  let along = (row ? look.paddingLeft : look.paddingTop) - line.lead;
  let between = gap;
  const spread = Math.max(0, free);
  switch (look.justify) {
    case 'center':
      along += free / 2;
      break;
    case 'end':
      along += free;
      break;
    case 'between':
      if (n > 1) between += spread / (n - 1);
      break;
    case 'around':
      between += spread / n;
      along += spread / n / 2;
      break;
    case 'evenly':
      between += spread / (n + 1);
      along += spread / (n + 1);
      break;
    case 'start':
      break;
  }
  let pinned = look.justify === 'start' ? spread : 0;
  let baseline = 0;
  if (look.align === 'baseline' && row)
    for (let k = from; k < to; k++) {
      const { box } = items[k] as Item;
      if (box) baseline = Math.max(baseline, baselineOf(box));
    }
  for (let k = from; k < to; k++) {
    const item = items[k] as Item;
    const c = item.node.look;
    let box = item.box;
    if (!box) continue;
    if (item.crossStretch && item.cross === undefined) {
      const size = within(c, row ? 'h' : 'w', room + (c.bleed && !row ? look.paddingLeft + look.paddingRight : 0));
      if (!same(size, row ? box.h : box.w))
        box = row
          ? pass.lay(pass, item.node, item.target, size, item.target, size, loose)
          : pass.lay(pass, item.node, size, item.target, size, item.target, isSoft(item, row, loose));
    }
    const align = c.alignSelf ?? look.align;
    const left = room - (row ? box.h : box.w);
    const off =
      align === 'center'
        ? left / 2
        : align === 'end'
          ? left
          : align === 'baseline' && row
            ? baseline - baselineOf(box)
            : 0;
    if (pinned > 0 && c.pin === 'bottom' && !row) {
      along += pinned;
      pinned = 0;
    }
    kids.push(box);
    if (row) places.push(along, across + off);
    else places.push(c.bleed ? 0 : across + off, along);
    along += item.target + between;
  }
}

/** From the top of a box to its first line's baseline, px; its bottom when it has no text. */
function baselineOf(box: LayoutResult): number {
  if (box.para) return box.node.look.paddingTop + box.para.baseline;
  const first = box.kids[0];
  return first ? (box.places[1] ?? 0) + baselineOf(first) : box.h;
}
