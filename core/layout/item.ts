import type { Look, RNode } from '../resolve/index.js';
import type { FlexItem } from './flex.js';
import {
  clamp,
  same,
  stretchy,
  DEFINITE_HEIGHT,
  DEFINITE_WIDTH,
  within,
  type LayoutPass,
  type LayoutResult,
} from './result.js';

/** A child of a row or column while its sizes are worked out. */
export interface Item extends FlexItem {
  node: RNode;
  box: LayoutResult | null;
  /** It takes a part of the room along, from nothing. */
  stretch: boolean;
  /** Size across, when it is definite before the line is known. */
  cross: number | undefined;
  crossStretch: boolean;
}

/** What its padding takes along: px. */
export const padOf = (look: Look, row: boolean): number =>
  row ? look.paddingLeft + look.paddingRight : look.paddingTop + look.paddingBottom;

/** An item for a child; the same objects are used again and again. */
function nextItem(pass: LayoutPass, node: RNode): Item {
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
export function baseOf(
  pass: LayoutPass,
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
        ? pass.lay(pass, child, undefined, cross, Infinity, availCross)
        : pass.lay(pass, child, cross, undefined, availCross, Infinity);
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
function unbounded(pass: LayoutPass, node: RNode, w: number, cross: number | undefined): number {
  const { look } = node;
  if (look.maxWidth === Infinity || w < look.maxWidth) return w;
  const free: RNode = { ...node, as: null, note: null, look: { ...look, maxWidth: Infinity } };
  return pass.layNew(pass, free, undefined, cross, Infinity, Infinity, false).w;
}

/** Is the height of an item what its content asked for? In a row it is, unless the row has one; then it is given. */
export const isSoft = (item: Item, row: boolean, loose: boolean): boolean =>
  !row && loose && typeof item.node.look.height !== 'number';

/** Lays an item at its final size along, reusing what was laid for its base size when nothing in it depends on the difference. */
export function layoutItem(pass: LayoutPass, item: Item, row: boolean, availCross: number, soft: boolean): void {
  const { node, target, cross, box } = item;
  if (box && same(row ? box.w : box.h, target)) {
    const leaf = node.type !== 'box';
    if (leaf || (stretchy(node) & (row ? DEFINITE_WIDTH : DEFINITE_HEIGHT)) === 0) return;
  }
  item.box = row
    ? pass.lay(pass, node, target, cross, target, availCross)
    : pass.lay(pass, node, cross, target, availCross, target, soft);
}
