import type { BoxFlow } from '../model/index.js';
import type { ResolvedScreen, RNode } from '../resolve/index.js';
import type { Fonts } from '../text/index.js';
import { layoutFree } from './free.js';
import { layoutGrid } from './grid.js';
import { layoutOverlay } from './overlay.js';
import { layoutText } from './text.js';
import { layoutFlex } from './rows.js';
import { leaf, noteOf, toBoxes, within, type Box, type Laid, type LayoutPass, type LayoutResult } from './result.js';

/**
 * Gives every part its place and size, in px, with CSS flexbox's meaning.
 * A screen of given height is at least that tall; longer content makes it taller.
 */
export function layout(screen: ResolvedScreen, fonts: Fonts): Box {
  let box = layoutNode(screen.root, fonts, screen.width, undefined);
  if (screen.height !== null && box.h < screen.height)
    box = layoutNode(screen.root, fonts, screen.width, screen.height);
  return screen.overlay ? layoutOverlay(passFor(fonts), box, screen.overlay, screen.height ?? box.h) : box;
}

/** The same for any resolved part. `width` and `height` in px; undefined: as large as the content, at most `available`. */
export function layoutNode(
  root: RNode,
  fonts: Fonts,
  width: number | undefined,
  height: number | undefined,
  available = Infinity,
): Box {
  const pass = passFor(fonts);
  const w = width ?? (typeof root.look.width === 'number' ? root.look.width : undefined);
  const h = height ?? (typeof root.look.height === 'number' ? root.look.height : undefined);
  return toBoxes(lay(pass, root, w, h, available, Infinity), root, 0, 0);
}

const passFor = (fonts: Fonts): LayoutPass => ({
  lay,
  layNew,
  fonts,
  version: fonts.version,
  tracks: new Map(),
  items: [],
  used: 0,
  sharing: 0,
});

/** Sizes remembered for one part: a row asks for its base size and for its final one, and its container likewise. */
const MOST_LAID = 8;

/**
 * Lays one part. `w`/`h`: given by the parent, already clamped; undefined: by content, within `aw`/`ah`. `soft`: the height
 * is what its own content asked for, in a column that is as tall as its content, so parts of it are not parts of a given room.
 * The same part in the same room is laid once, in this pass and in later ones: resolved parts never change.
 */
function lay(
  pass: LayoutPass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
  soft = false,
): LayoutResult {
  // What holds nothing is quicker laid again than looked up; texts are not, for their lines.
  if (pass.sharing > 0 || (node.children.length === 0 && node.type !== 'text'))
    return layNew(pass, node, w, h, aw, ah, soft);
  // What is like another part is laid as that is, and with it.
  if (node.as) node = node.as;
  const rw = w === undefined ? aw : 0;
  const rh = h === undefined ? ah : 0;
  const note = noteOf(node);
  if (note.fonts !== pass.fonts || note.version !== pass.version) {
    note.fonts = pass.fonts;
    note.version = pass.version;
    note.laid = null;
  }
  const list = note.laid;
  // What fitted in more room than there is now, and in this too, is the same in this.
  if (list)
    for (const l of list)
      if (
        l.w === w &&
        l.h === h &&
        l.soft === soft &&
        (l.aw === rw || (l.aw > rw && l.box.w <= rw)) &&
        (l.ah === rh || (l.ah > rh && l.box.h <= rh))
      )
        return l.box;
  const box = layNew(pass, node, w, h, aw, ah, soft);
  const made: Laid = { w, h, soft, aw: rw, ah: rh, box };
  if (!list) note.laid = [made];
  else {
    if (list.length >= MOST_LAID) list.shift();
    list.push(made);
  }
  return box;
}

function layNew(
  pass: LayoutPass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
  soft = false,
): LayoutResult {
  const { look } = node;
  if (look.aspect > 0) {
    if (w !== undefined && h === undefined) h = within(look, 'h', w / look.aspect);
    else if (h !== undefined && w === undefined) w = within(look, 'w', h * look.aspect);
  }
  switch (node.type) {
    case 'text':
      return layoutText(pass, node, w, h, aw);
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
      return BOX_LAYOUTS[look.flow](pass, node, w, h, aw, ah, soft);
  }
}

/** How each flow lays out what is in a box: sizes in px, undefined where the box takes what it needs. */
type BoxLayout = (
  pass: LayoutPass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
  soft: boolean,
) => LayoutResult;
const BOX_LAYOUTS: Readonly<Record<BoxFlow, BoxLayout>> = {
  row: layoutFlex,
  column: layoutFlex,
  grid: layoutGrid,
  free: layoutFree,
};
