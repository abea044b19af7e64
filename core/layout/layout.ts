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
  /** Within columns that share rows, sizes depend on neighbours: nothing is remembered there. */
  sharing: number;
}
const WIDE = 1;
const TALL = 2;
const NONE: readonly Box[] = [];
const same = (a: number, b: number): boolean => Math.abs(a - b) < 0.005;
const clamp = (v: number, low: number, high: number): number => Math.max(low, Math.min(v, high));

/** What is remembered about a part, kept on the part itself: a map of all parts costs more than what it saves. */
interface Note {
  /** Which axes hold something that stretches; -1: not known yet. */
  flags: number;
  laid: Laid[] | null;
  settled: Settled | null;
}
const noteOf = (node: RNode): Note => (node.note ??= { flags: -1, laid: null, settled: null } satisfies Note) as Note;

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
  const pass: Pass = { fonts, version: fonts.version, tracks: new Map(), sharing: 0 };
  const w = width ?? (typeof root.look.width === 'number' ? root.look.width : undefined);
  const h = height ?? (typeof root.look.height === 'number' ? root.look.height : undefined);
  return settle(lay(pass, root, w, h, available, Infinity), 0, 0);
}

interface Settled {
  readonly from: readonly Box[];
  readonly para: Paragraph | undefined;
  readonly box: Box;
}

/** Turns places relative to the parent into places on the whole. What stands where it stood is the same object again. */
function settle(box: Box, dx: number, dy: number): Box {
  const x = box.x + dx;
  const y = box.y + dy;
  const note = noteOf(box.node);
  const known = note.settled;
  if (
    known &&
    known.from === box.children &&
    known.para === box.para &&
    known.box.x === x &&
    known.box.y === y &&
    known.box.w === box.w &&
    known.box.h === box.h &&
    known.box.textX === box.textX
  )
    return known.box;
  const made: Box = {
    ...box,
    x,
    y,
    children: box.children.length === 0 ? NONE : box.children.map((c) => settle(c, x, y)),
  };
  note.settled = { from: box.children, para: box.para, box: made };
  return made;
}

/** The box somewhere else in its parent. Laid boxes are shared by everything that remembers them, so never changed. */
const at = (box: Box, x: number, y: number): Box => (box.x === x && box.y === y ? box : { ...box, x, y });

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
  readonly box: Box;
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
): Box {
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
): Box {
  const { look } = node;
  if (look.aspect > 0) {
    if (w !== undefined && h === undefined) h = within(look, 'h', w / look.aspect);
    else if (h !== undefined && w === undefined) w = within(look, 'w', h * look.aspect);
  }
  switch (node.type) {
    case 'text':
      return layText(pass, node, w, h, aw);
    case 'icon':
      return {
        node,
        x: 0,
        y: 0,
        w: w ?? within(look, 'w', look.size),
        h: h ?? within(look, 'h', look.size),
        children: NONE,
      };
    case 'image':
      return {
        node,
        x: 0,
        y: 0,
        w: w ?? within(look, 'w', Math.min(160, aw)),
        h: h ?? within(look, 'h', 100),
        children: NONE,
      };
    case 'shape':
      return {
        node,
        x: 0,
        y: 0,
        w: w ?? within(look, 'w', look.size),
        h: h ?? within(look, 'h', look.shape === 'line' ? 1 : look.size),
        children: NONE,
      };
    case 'slot':
      return {
        node,
        x: 0,
        y: 0,
        w: w ?? within(look, 'w', Math.min(200, aw)),
        h: h ?? within(look, 'h', 64),
        children: NONE,
      };
    case 'broken':
      return { node, x: 0, y: 0, w: w ?? Math.min(160, aw), h: h ?? 40, children: NONE };
    case 'box':
      if (look.flow === 'grid') return layGrid(pass, node, w, h, aw);
      if (look.flow === 'free') return layFree(pass, node, w, h, aw, ah);
      return layFlex(pass, node, w, h, aw, ah, soft);
  }
}

function layText(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number): Box {
  const { look } = node;
  const side = look.paddingLeft + look.paddingRight;
  const ends = look.paddingTop + look.paddingBottom;
  const style = look.textStyle;
  if (!style) return { node, x: 0, y: 0, w: w ?? 0, h: h ?? 0, children: NONE };
  const limit = w ?? within(look, 'w', aw);
  const para = paragraph(pass.fonts, node.text, style, Math.max(0, limit - side), look.maxLines);
  // CSS: a text that wraps is as wide as what it wraps in, not as its longest line; but no narrower than its widest letter.
  const needed = para.width + side;
  const natural =
    para.lines.length > 1 && limit < Infinity && wraps(node.text, para.lines.length) ? Math.max(limit, needed) : needed;
  return {
    node,
    x: 0,
    y: 0,
    w: w ?? within(look, 'w', natural),
    h: h ?? within(look, 'h', para.height + ends),
    children: NONE,
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
  readonly node: RNode;
  box: Box | null;
  /** It takes a part of the room along, from nothing. */
  readonly stretch: boolean;
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
): Box {
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
  const items: Item[] = node.children.map((child) =>
    baseOf(pass, look, child, row, definite, innerMain, innerCross, availCross),
  );
  // What bleeds covers the padding: at the sides, and at the end of the column that it stands at.
  const lead = !row && items[0]?.node.look.bleed ? look.paddingTop : 0;
  const tail = !row && items.at(-1)?.node.look.bleed ? look.paddingBottom : 0;

  let mainSize = innerMain ?? 0;
  if (innerMain === undefined) {
    const gaps = gap * Math.max(0, items.length - 1);
    const content = items.reduce((sum, i) => sum + i.hypothetical, 0) + gaps - lead - tail;
    // As wide as there is room for, but no narrower than what cannot shrink (CSS's min-content); what wraps is as wide as
    // its widest.
    let least = 0;
    if (content > availMain) {
      const needed = (i: Item): number => (i.shrink === 0 ? i.hypothetical : i.min);
      least = look.wrap
        ? items.reduce((most, i) => Math.max(most, needed(i)), 0)
        : items.reduce((sum, i) => sum + needed(i), 0) + gaps;
    }
    mainSize = Math.max(
      0,
      within(look, row ? 'w' : 'h', Math.max(least, Math.min(content, availMain)) + padMain) - padMain,
    );
    // A row knows its width by now: what stretches in it shares that, whatever it says; and parts of it are parts of that.
    if (row)
      for (const item of items)
        if (item.stretch || item.node.look.share > 0) {
          item.base = item.stretch ? 0 : Math.max(item.pad, item.node.look.share * mainSize);
          item.hypothetical = clamp(item.base, item.min, item.max);
        }
  }

  const lines: Item[][] = [];
  if (look.wrap && (innerMain !== undefined || availMain < Infinity)) {
    let line: Item[] = [];
    let used = 0;
    for (const item of items) {
      if (line.length > 0 && used + gap + item.hypothetical > mainSize + 0.005) {
        lines.push(line);
        line = [];
        used = 0;
      }
      used += (line.length > 0 ? gap : 0) + item.hypothetical;
      line.push(item);
    }
    if (line.length > 0) lines.push(line);
  } else if (items.length > 0) lines.push(items);

  // Sizes along, then across.
  const crossOf: number[] = [];
  const multi = lines.length > 1;
  for (const line of lines) {
    flex(line, mainSize - gap * (line.length - 1) + lead + tail);
    let tallest = 0;
    for (const item of line) {
      layItem(pass, item, row, availCross, isSoft(item, row, !definite));
    }
    if (shares) lineUp(pass, line, availCross);
    for (const { box } of line) if (box) tallest = Math.max(tallest, row ? box.h : box.w);
    crossOf.push(tallest);
  }
  const sumCross = crossOf.reduce((a, b) => a + b, 0) + lineGap * Math.max(0, lines.length - 1);
  const crossSize = innerCross ?? Math.max(0, within(look, row ? 'h' : 'w', sumCross + padCross) - padCross);
  // Something in a column is wider than the room there is: then all of it has that much.
  if (!row && innerCross === undefined && crossSize > availCross + 0.005 && !look.wrap && !shares)
    return layFlex(pass, node, w, h, crossSize + padX, ah, soft);
  // Lines share what room there is across, as CSS's do.
  const spare = Math.max(0, crossSize - sumCross) / Math.max(1, crossOf.length);
  if (!multi && crossOf.length === 1 && !look.wrap) crossOf[0] = crossSize;
  else crossOf.forEach((size, i) => (crossOf[i] = size + spare));

  /** Its height is as its content asked for: what stretches to it does not make that content smaller. */
  const loose = row ? innerCross === undefined || soft : !definite;
  const children: Box[] = [];
  let across = row ? look.paddingTop : look.paddingLeft;
  lines.forEach((line, i) => {
    const room = crossOf[i] ?? 0;
    placeLine(pass, look, line, row, mainSize + lead + tail, room, gap, across, lead, loose, children);
    across += room + lineGap;
  });
  if (shares) pass.sharing--;
  const width = w ?? (row ? mainSize : crossSize) + padX;
  const height = h ?? (row ? crossSize : mainSize) + padY;
  return { node, x: 0, y: 0, w: width, h: height, children };
}

/** What its padding takes along: px. */
const padOf = (look: Look, row: boolean): number =>
  row ? look.paddingLeft + look.paddingRight : look.paddingTop + look.paddingBottom;

function baseOf(
  pass: Pass,
  look: Look,
  child: RNode,
  row: boolean,
  definite: boolean,
  innerMain: number | undefined,
  innerCross: number | undefined,
  availCross: number,
): Item {
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
  const item: Item = {
    node: child,
    box: null,
    cross,
    stretch,
    pad,
    crossStretch,
    base: 0,
    hypothetical: 0,
    min,
    max,
    grow: stretch ? Math.max(1, c.grow) : c.grow,
    shrink: c.shrink >= 0 ? c.shrink : rigid ? 0 : 1,
    target: 0,
    frozen: false,
  };
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
  return item;
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
function rowsOf(column: Box): readonly Box[] {
  return column.children.flatMap((c) => (c.node.series ? c.children : [c]));
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

function placeLine(
  pass: Pass,
  look: Look,
  line: readonly Item[],
  row: boolean,
  mainSize: number,
  room: number,
  gap: number,
  across: number,
  lead: number,
  loose: boolean,
  out: Box[],
): void {
  const used = line.reduce((sum, i) => sum + i.target, 0) + gap * (line.length - 1);
  const free = mainSize - used;
  const n = line.length;
  let along = (row ? look.paddingLeft : look.paddingTop) - lead;
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
    for (const i of line) if (i.box) baseline = Math.max(baseline, baselineOf(i.box));
  for (const item of line) {
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
    out.push(row ? at(box, along, across + off) : at(box, c.bleed ? 0 : across + off, along));
    along += item.target + between;
  }
}

/** From the top of a box to its first line's baseline, px; its bottom when it has no text. */
function baselineOf(box: Box): number {
  if (box.para) return box.node.look.paddingTop + box.para.baseline;
  const first = box.children[0];
  return first ? first.y + baselineOf(first) : box.h;
}

/** Equal columns; each row as tall as its tallest cell. */
function layGrid(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number): Box {
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
  const children: Box[] = [];
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
      children.push(
        at(
          final,
          look.paddingLeft + j * (column + look.gap),
          y + (look.align === 'center' ? (tall - final.h) / 2 : look.align === 'end' ? tall - final.h : 0),
        ),
      );
    });
    y += tall + (i + n < node.children.length ? look.rowGap : 0);
  }
  const width = w ?? (limit < Infinity ? limit : within(look, 'w', column * n + look.gap * (n - 1) + padX));
  return { node, x: 0, y: 0, w: width, h: h ?? within(look, 'h', y + look.paddingBottom), children };
}

/** Children where they are put; what stretches fills the box. */
function layFree(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number, ah: number): Box {
  const { look } = node;
  let right = 0;
  let bottom = 0;
  const children = node.children.map((c) => {
    const full = (size: Look['width'], given: number | undefined, axis: 'w' | 'h', from: number): number | undefined =>
      typeof size === 'number'
        ? within(c.look, axis, size)
        : size === 'stretch' && given !== undefined
          ? within(c.look, axis, Math.max(0, given - from))
          : undefined;
    const box = at(
      lay(pass, c, full(c.look.width, w, 'w', c.look.x), full(c.look.height, h, 'h', c.look.y), w ?? aw, h ?? ah),
      c.look.x,
      c.look.y,
    );
    right = Math.max(right, box.x + box.w);
    bottom = Math.max(bottom, box.y + box.h);
    return box;
  });
  return { node, x: 0, y: 0, w: w ?? within(look, 'w', right), h: h ?? within(look, 'h', bottom), children };
}
