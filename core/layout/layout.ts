import type { Look, ResolvedScreen, RNode } from '../resolve/index.js';
import { paragraph, type Fonts, type Paragraph } from '../text/index.js';
import { flex, type FlexItem } from './flex.js';

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
  /** For texts: inner left edge and width that lines are aligned in, px from the box. */
  readonly textX?: number;
}

/** Everything a pass needs: fonts, and which subtrees depend on being given a definite size. */
interface Pass {
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
const WIDE = 1;
const TALL = 2;
const NONE: readonly Box[] = [];
const same = (a: number, b: number): boolean => Math.abs(a - b) < 0.005;
const clamp = (v: number, low: number, high: number): number => Math.max(low, Math.min(v, high));

/** A part that is laid out, and where in it its children stand. Shared by everything that remembers it, so never changed. */
interface Rough {
  readonly node: RNode;
  readonly w: number;
  readonly h: number;
  readonly kids: readonly Rough[];
  /** x and y of each child, in turn; px from the part itself. */
  readonly places: readonly number[];
  readonly para: Paragraph | undefined;
  readonly textX: number;
}
const NO_KIDS: readonly Rough[] = [];
const NO_PLACES: readonly number[] = [];
const leaf = (node: RNode, w: number, h: number): Rough => ({
  node,
  w,
  h,
  kids: NO_KIDS,
  places: NO_PLACES,
  para: undefined,
  textX: 0,
});
const holding = (node: RNode, w: number, h: number, kids: readonly Rough[], places: readonly number[]): Rough => ({
  node,
  w,
  h,
  kids,
  places,
  para: undefined,
  textX: 0,
});

/** What is remembered about a part, kept on the part itself: a map of all parts costs more than what it saves. */
interface Note {
  /** Which axes hold something that stretches; -1: not known yet. */
  flags: number;
  laid: Laid[] | null;
  /** The box it became last, and from what. */
  from: Rough | null;
  box: Box | null;
}
const noteOf = (node: RNode): Note =>
  (node.note ??= { flags: -1, laid: null, from: null, box: null } satisfies Note) as Note;

/** Which axes of a subtree hold something that stretches, so that a size must be given to it before it is final. */
function stretchy(node: RNode): number {
  const note = noteOf(node);
  if (note.flags >= 0) return note.flags;
  let found = 0;
  const { look } = node;
  for (const c of node.children) {
    if (c.look.width === 'stretch' || c.look.share > 0) found |= WIDE;
    if (c.look.height === 'stretch') found |= TALL;
    if (c.look.grow > 0) found |= look.flow === 'row' ? WIDE : TALL;
    if (c.look.alignSelf === 'stretch') found |= look.flow === 'row' ? TALL : WIDE;
    if (found !== (WIDE | TALL)) found |= stretchy(c);
  }
  if (look.align === 'stretch' && node.children.length > 0) found |= look.flow === 'row' ? TALL : WIDE;
  // Columns of a grid are parts of the room it is given. Justified and aligned children only move when it differs from theirs.
  if (look.flow === 'grid') found |= WIDE | TALL;
  note.flags = found;
  return found;
}

/**
 * Gives every part its place and size, in px, with CSS flexbox's meaning.
 * A screen of given height is at least that tall; longer content makes it taller.
 */
export function layout(screen: ResolvedScreen, fonts: Fonts): Box {
  const box = layoutNode(screen.root, fonts, screen.width, undefined);
  if (screen.height !== null && box.h < screen.height)
    return layoutNode(screen.root, fonts, screen.width, screen.height);
  return box;
}

/** The same for any resolved part. `width` and `height` in px; undefined: as large as the content, at most `available`. */
export function layoutNode(
  root: RNode,
  fonts: Fonts,
  width: number | undefined,
  height: number | undefined,
  available = Infinity,
): Box {
  const pass: Pass = { fonts, version: fonts.version, tracks: new Map(), items: [], used: 0, sharing: 0 };
  const w = width ?? (typeof root.look.width === 'number' ? root.look.width : undefined);
  const h = height ?? (typeof root.look.height === 'number' ? root.look.height : undefined);
  return settle(lay(pass, root, w, h, available, Infinity), 0, 0);
}

/** Turns places relative to the parent into places on the whole. What stands where it stood is the same object again. */
function settle(r: Rough, x: number, y: number): Box {
  const note = noteOf(r.node);
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
    from.textX === r.textX
  )
    return box;
  let children = NONE;
  if (r.kids.length > 0) {
    const made: Box[] = [];
    for (let i = 0; i < r.kids.length; i++)
      made.push(settle(r.kids[i] as Rough, x + (r.places[2 * i] ?? 0), y + (r.places[2 * i + 1] ?? 0)));
    children = made;
  }
  const made: Box = r.para
    ? { node: r.node, x, y, w: r.w, h: r.h, children, para: r.para, textX: r.textX }
    : { node: r.node, x, y, w: r.w, h: r.h, children };
  note.from = r;
  note.box = made;
  return made;
}

/** Within its own limits; never less than its padding, as with CSS's border boxes. */
const within = (look: Look, axis: 'w' | 'h', v: number): number =>
  axis === 'w'
    ? Math.max(clamp(v, look.minWidth, Math.max(look.minWidth, look.maxWidth)), look.paddingLeft + look.paddingRight)
    : Math.max(
        clamp(v, look.minHeight, Math.max(look.minHeight, look.maxHeight)),
        look.paddingTop + look.paddingBottom,
      );

interface Laid {
  readonly fonts: Fonts;
  readonly version: number;
  readonly w: number | undefined;
  readonly h: number | undefined;
  readonly soft: boolean;
  readonly aw: number;
  readonly ah: number;
  readonly box: Rough;
}
/** Sizes remembered for one part: a row asks for its base size and for its final one, and its container likewise. */
const MOST_LAID = 8;

/**
 * Lays one part. `w`/`h`: given by the parent, already clamped; undefined: by content, within `aw`/`ah`. `soft`: the height
 * is what its own content asked for, in a column that is as tall as its content, so parts of it are not parts of a given room.
 * The same part in the same room is laid once, in this pass and in later ones: resolved parts never change.
 */
function lay(
  pass: Pass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
  soft = false,
): Rough {
  if (pass.sharing > 0) return layNew(pass, node, w, h, aw, ah, soft);
  const rw = w === undefined ? aw : 0;
  const rh = h === undefined ? ah : 0;
  const note = noteOf(node);
  const list = note.laid;
  // What fitted in more room than there is now, and in this too, is the same in this.
  if (list)
    for (const l of list)
      if (
        l.w === w &&
        l.h === h &&
        l.soft === soft &&
        l.fonts === pass.fonts &&
        l.version === pass.version &&
        (l.aw === rw || (l.aw > rw && l.box.w <= rw)) &&
        (l.ah === rh || (l.ah > rh && l.box.h <= rh))
      )
        return l.box;
  const box = layNew(pass, node, w, h, aw, ah, soft);
  const made: Laid = { fonts: pass.fonts, version: pass.version, w, h, soft, aw: rw, ah: rh, box };
  if (!list) note.laid = [made];
  else {
    if (list.length >= MOST_LAID) list.shift();
    list.push(made);
  }
  return box;
}

function layNew(
  pass: Pass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
  soft: boolean,
): Rough {
  const { look } = node;
  if (look.aspect > 0) {
    if (w !== undefined && h === undefined) h = within(look, 'h', w / look.aspect);
    else if (h !== undefined && w === undefined) w = within(look, 'w', h * look.aspect);
  }
  switch (node.type) {
    case 'text':
      return layText(pass, node, w, h, aw);
    case 'icon':
      return leaf(node, w ?? within(look, 'w', look.size), h ?? within(look, 'h', look.size));
    case 'image':
      return leaf(node, w ?? within(look, 'w', Math.min(160, aw)), h ?? within(look, 'h', 100));
    case 'shape':
      return leaf(
        node,
        w ?? within(look, 'w', look.size),
        h ?? within(look, 'h', look.shape === 'line' ? 1 : look.size),
      );
    case 'slot':
      return leaf(node, w ?? within(look, 'w', Math.min(200, aw)), h ?? within(look, 'h', 64));
    case 'broken':
      return leaf(node, w ?? Math.min(160, aw), h ?? 40);
    case 'box':
      if (look.flow === 'grid') return layGrid(pass, node, w, h, aw);
      if (look.flow === 'free') return layFree(pass, node, w, h, aw, ah);
      return layFlex(pass, node, w, h, aw, ah, soft);
  }
}

function layText(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number): Rough {
  const { look } = node;
  const side = look.paddingLeft + look.paddingRight;
  const ends = look.paddingTop + look.paddingBottom;
  const style = look.textStyle;
  if (!style) return leaf(node, w ?? 0, h ?? 0);
  const limit = w ?? within(look, 'w', aw);
  const para = paragraph(pass.fonts, node.text, style, Math.max(0, limit - side), look.maxLines);
  // CSS: a text that wraps is as wide as what it wraps in, not as its longest line; but no narrower than its widest letter.
  const needed = para.width + side;
  const natural =
    para.lines.length > 1 && limit < Infinity && wraps(node.text, para.lines.length) ? Math.max(limit, needed) : needed;
  return {
    node,
    w: w ?? within(look, 'w', natural),
    h: h ?? within(look, 'h', para.height + ends),
    kids: NO_KIDS,
    places: NO_PLACES,
    para,
    textX: look.paddingLeft,
  };
}

/** True when more lines are shown than the text itself asks for. */
function wraps(text: string, lines: number): boolean {
  let breaks = 1;
  for (let i = text.indexOf('\n'); i >= 0; i = text.indexOf('\n', i + 1)) breaks++;
  return lines > breaks;
}

interface Item extends FlexItem {
  node: RNode;
  box: Rough | null;
  /** It takes a part of the room along, from nothing. */
  stretch: boolean;
  /** Size across, when it is definite before the line is known. */
  cross: number | undefined;
  crossStretch: boolean;
}

function layFlex(
  pass: Pass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
  soft: boolean,
): Rough {
  const { look } = node;
  const row = look.flow === 'row';
  const padX = look.paddingLeft + look.paddingRight;
  const padY = look.paddingTop + look.paddingBottom;
  const mainGiven = row ? w : h;
  const crossGiven = row ? h : w;
  const padMain = row ? padX : padY;
  const padCross = row ? padY : padX;
  const limit = (axis: 'w' | 'h', a: number, pad: number): number => Math.max(0, within(look, axis, a) - pad);
  const innerMain = mainGiven === undefined ? undefined : Math.max(0, mainGiven - padMain);
  const innerCross = crossGiven === undefined ? undefined : Math.max(0, crossGiven - padCross);
  // Content is never cut to the height there is: only widths are found within what is available.
  const availMain = innerMain ?? limit(row ? 'w' : 'h', row ? aw : Infinity, padMain);
  const availCross = innerCross ?? limit(row ? 'h' : 'w', row ? ah : aw, padCross);
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
      layItem(pass, item, row, availCross, isSoft(item, row, !definite));
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
    return layFlex(pass, node, w, h, crossSize + padX, ah, soft);
  }
  // Lines share what room there is across, as CSS's do.
  const spare = Math.max(0, crossSize - sumCross) / Math.max(1, crossOf.length);
  const single = crossOf.length === 1 && !look.wrap;

  /** Its height is as its content asked for: what stretches to it does not make that content smaller. */
  const loose = row ? innerCross === undefined || soft : !definite;
  const kids: Rough[] = [];
  const places: number[] = [];
  let across = row ? look.paddingTop : look.paddingLeft;
  from = first;
  for (const [i, to] of ends.entries()) {
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
function linesOf(pass: Pass, first: number, end: number, wrap: boolean, room: number, gap: number): readonly number[] {
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

/** What its padding takes along: px. */
const padOf = (look: Look, row: boolean): number =>
  row ? look.paddingLeft + look.paddingRight : look.paddingTop + look.paddingBottom;

/** An item for a child; the same objects are used again and again. */
function nextItem(pass: Pass, node: RNode): Item {
  const at = pass.used++;
  const known = pass.items[at];
  if (known) {
    known.node = node;
    known.box = null;
    known.frozen = false;
    return known;
  }
  const made: Item = {
    node,
    box: null,
    cross: undefined,
    crossStretch: false,
    stretch: false,
    base: 0,
    hypothetical: 0,
    min: 0,
    max: 0,
    grow: 0,
    shrink: 0,
    pad: 0,
    target: 0,
    frozen: false,
  };
  pass.items.push(made);
  return made;
}

/** Works out how large a child would be along: its item comes next. */
function baseOf(
  pass: Pass,
  look: Look,
  child: RNode,
  row: boolean,
  definite: boolean,
  innerMain: number | undefined,
  innerCross: number | undefined,
  availCross: number,
): void {
  const c = child.look;
  const size = row ? c.width : c.height;
  const across = row ? c.height : c.width;
  const pad = padOf(c, row);
  const min = Math.max(pad, row ? c.minWidth : c.minHeight);
  const max = Math.max(min, row ? c.maxWidth : c.maxHeight);
  const axisCross = row ? 'h' : 'w';
  const crossStretch = across === 'stretch' || (across === 'fit' && (c.alignSelf ?? look.align) === 'stretch');
  let cross: number | undefined;
  if (typeof across === 'number') cross = within(c, axisCross, across);
  else if (crossStretch && innerCross !== undefined && !look.wrap)
    cross = within(c, axisCross, innerCross + (c.bleed && !row ? look.paddingLeft + look.paddingRight : 0));
  const share = c.share > 0 && (row ? definite : innerCross !== undefined) ? c.share : 0;
  if (share > 0 && !row && innerCross !== undefined) cross = within(c, axisCross, share * innerCross);
  const track = row ? undefined : pass.tracks.get(child);
  const rigid =
    typeof size === 'number' ||
    track !== undefined ||
    (c.share > 0 && row) ||
    child.type === 'icon' ||
    child.type === 'image' ||
    child.type === 'shape';
  const stretch = size === 'stretch' && track === undefined && !(share > 0 && row);
  const item = nextItem(pass, child);
  item.cross = cross;
  item.crossStretch = crossStretch;
  item.stretch = stretch;
  item.pad = pad;
  item.min = min;
  item.max = max;
  item.grow = stretch ? Math.max(1, c.grow) : c.grow;
  item.shrink = c.shrink >= 0 ? c.shrink : rigid ? 0 : 1;
  if (track !== undefined) item.base = track;
  else if (share > 0 && row && innerMain !== undefined) item.base = share * innerMain;
  else if (typeof size === 'number') item.base = size;
  else if (stretch && definite) item.base = 0;
  else {
    const aspectMain = c.aspect > 0 && cross !== undefined ? (row ? cross * c.aspect : cross / c.aspect) : undefined;
    if (aspectMain !== undefined) item.base = aspectMain;
    else {
      // In a row, content takes the width it would like best; in a column, the height its width asks for.
      const box = row
        ? lay(pass, child, undefined, cross, Infinity, availCross)
        : lay(pass, child, cross, undefined, availCross, Infinity);
      item.box = box;
      item.base = row ? unbounded(pass, child, box.w, cross) : box.h;
    }
  }
  // What stretches shares alike, whatever its padding: two columns are halves.
  if (!stretch) item.base = Math.max(item.base, pad);
  item.hypothetical = clamp(item.base, min, max);
  item.target = item.hypothetical;
}

/** How wide a part would be if it might be as wide as it liked: where room is short it gives way in that proportion. */
function unbounded(pass: Pass, node: RNode, w: number, cross: number | undefined): number {
  const { look } = node;
  if (look.maxWidth === Infinity || w < look.maxWidth) return w;
  const free: RNode = { ...node, note: null, look: { ...look, maxWidth: Infinity } };
  return layNew(pass, free, undefined, cross, Infinity, Infinity, false).w;
}

/** Is the height of an item what its content asked for? In a row it is, unless the row has one; then it is given. */
const isSoft = (item: Item, row: boolean, loose: boolean): boolean =>
  !row && loose && typeof item.node.look.height !== 'number';

/** Lays an item at its final size along, reusing what was laid for its base size when nothing in it depends on the difference. */
function layItem(pass: Pass, item: Item, row: boolean, availCross: number, soft: boolean): void {
  const { node, target, cross, box } = item;
  if (box && same(row ? box.w : box.h, target)) {
    const leaf = node.type !== 'box';
    if (leaf || (stretchy(node) & (row ? WIDE : TALL)) === 0) return;
  }
  item.box = row
    ? lay(pass, node, target, cross, target, availCross)
    : lay(pass, node, cross, target, availCross, target, soft);
}

/** The parts of a column that stand in the rows it shares: its children, those of a series one by one. */
function rowsOf(column: Rough): readonly Rough[] {
  return column.kids.flatMap((c) => (c.node.series ? c.kids : [c]));
}

/** Gives every row of columns that stand side by side the height of its tallest part, and lays the columns again. */
function lineUp(pass: Pass, columns: readonly Item[], availCross: number): void {
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
    if (differs) item.box = lay(pass, item.node, item.target, undefined, item.target, availCross);
  }
}

function placeLine(pass: Pass, look: Look, line: Line, row: boolean, kids: Rough[], places: number[]): void {
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
          ? lay(pass, item.node, item.target, size, item.target, size, loose)
          : lay(pass, item.node, size, item.target, size, item.target, isSoft(item, row, loose));
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
function baselineOf(box: Rough): number {
  if (box.para) return box.node.look.paddingTop + box.para.baseline;
  const first = box.kids[0];
  return first ? (box.places[1] ?? 0) + baselineOf(first) : box.h;
}

/** Equal columns; each row as tall as its tallest cell. */
function layGrid(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number): Rough {
  const { look } = node;
  const padX = look.paddingLeft + look.paddingRight;
  const n = look.columns;
  const limit = w ?? within(look, 'w', aw);
  let column: number;
  if (limit < Infinity) column = Math.max(0, (limit - padX - look.gap * (n - 1)) / n);
  else
    column = node.children.reduce(
      (max, c) =>
        Math.max(
          max,
          lay(pass, c, typeof c.look.width === 'number' ? c.look.width : undefined, undefined, Infinity, Infinity).w,
        ),
      0,
    );
  const kids: Rough[] = [];
  const places: number[] = [];
  let y = look.paddingTop;
  for (let i = 0; i < node.children.length; i += n) {
    const cells = node.children.slice(i, i + n).map((c) => {
      const fills = c.look.width === 'stretch' || (c.look.width === 'fit' && look.align === 'stretch');
      const cw =
        typeof c.look.width === 'number'
          ? within(c.look, 'w', c.look.width)
          : fills
            ? within(c.look, 'w', column)
            : undefined;
      const ch = typeof c.look.height === 'number' ? within(c.look, 'h', c.look.height) : undefined;
      return { c, cw, box: lay(pass, c, cw, ch, column, Infinity) };
    });
    const tall = cells.reduce((max, { box }) => Math.max(max, box.h), 0);
    cells.forEach(({ c, cw, box }, j) => {
      const final =
        c.look.height === 'stretch' || (c.look.height === 'fit' && look.align === 'stretch' && !same(box.h, tall))
          ? lay(pass, c, cw ?? box.w, within(c.look, 'h', tall), column, tall)
          : box;
      kids.push(final);
      places.push(
        look.paddingLeft + j * (column + look.gap),
        y + (look.align === 'center' ? (tall - final.h) / 2 : look.align === 'end' ? tall - final.h : 0),
      );
    });
    y += tall + (i + n < node.children.length ? look.rowGap : 0);
  }
  const width = w ?? (limit < Infinity ? limit : within(look, 'w', column * n + look.gap * (n - 1) + padX));
  return holding(node, width, h ?? within(look, 'h', y + look.paddingBottom), kids, places);
}

/** Children where they are put; what stretches fills the box. */
function layFree(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number, ah: number): Rough {
  const { look } = node;
  let right = 0;
  let bottom = 0;
  const places: number[] = [];
  const kids = node.children.map((c) => {
    const full = (size: Look['width'], given: number | undefined, axis: 'w' | 'h', from: number): number | undefined =>
      typeof size === 'number'
        ? within(c.look, axis, size)
        : size === 'stretch' && given !== undefined
          ? within(c.look, axis, Math.max(0, given - from))
          : undefined;
    const { x, y } = c.look;
    const box = lay(pass, c, full(c.look.width, w, 'w', x), full(c.look.height, h, 'h', y), w ?? aw, h ?? ah);
    places.push(x, y);
    right = Math.max(right, x + box.w);
    bottom = Math.max(bottom, y + box.h);
    return box;
  });
  return holding(node, w ?? within(look, 'w', right), h ?? within(look, 'h', bottom), kids, places);
}
