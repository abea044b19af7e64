import type { OverlayPlace } from '../model/index.js';
import { part, type Look, type RNode } from '../resolve/index.js';
import { toBoxes, within, type Box, type LayoutPass } from './result.js';

/** The key of what dims a screen behind what lies over it: a part of no tree. */
export const SCRIM = '~scrim';
const DIM = '#14110c80';
/** What lies over a screen without filling it stays so far from its edges: px. A drawer leaves so much of the screen to be seen. */
const APART = 16;
const BESIDE = 56;

const NO_SCRIM: readonly OverlayPlace[] = ['top', 'free'];
export const hasScrim = (look: Look): boolean =>
  look.overlay !== undefined && (look.scrim ?? !NO_SCRIM.includes(look.overlay));

/**
 * A laid out screen with something over it, where that belongs: in the middle, at a side as tall as the device, at an end as wide as
 * it (or apart from it, when it is as wide as its content), or where it is put.
 * @param high of the device, px: what lies over a screen does not scroll with it
 */
export function layoutOverlay(pass: LayoutPass, screen: Box, overlay: RNode, high: number): Box {
  const { look } = overlay;
  const wide = screen.w;
  const lay = (w: number | undefined, h: number | undefined, aw: number): ReturnType<LayoutPass['lay']> =>
    pass.lay(pass, overlay, w, h, Math.max(0, aw), Infinity);
  const limit = (axis: 'w' | 'h', v: number): number => within(look, axis, Math.max(0, v));
  const width = (room: number): number | undefined =>
    typeof look.width === 'number' ? limit('w', look.width) : look.width === 'stretch' ? limit('w', room) : undefined;
  const height = typeof look.height === 'number' ? limit('h', look.height) : undefined;
  let made: ReturnType<LayoutPass['lay']>;
  let [x, y] = [0, 0];
  switch (look.overlay) {
    case 'left':
    case 'right':
      made = lay(width(wide - BESIDE), height ?? limit('h', high), wide - BESIDE);
      x = look.overlay === 'left' ? 0 : wide - made.w;
      break;
    case 'top':
    case 'bottom': {
      const apart = look.width === 'stretch' ? 0 : APART;
      made = lay(width(wide), height, wide - APART * 2);
      x = (wide - made.w) / 2;
      y = look.overlay === 'top' ? apart : high - made.h - apart;
      break;
    }
    case 'free':
      made = lay(width(wide - look.x), height, wide - look.x);
      [x, y] = [look.x, look.y];
      break;
    case 'middle':
    case undefined:
      made = lay(width(wide - APART * 2), height, wide - APART * 2);
      x = (wide - made.w) / 2;
      // What is taller than the device begins at its top.
      y = Math.max(0, (high - made.h) / 2);
  }
  const box = toBoxes(made, overlay, x, y);
  const behind: Box[] = hasScrim(look)
    ? [
        {
          node: part({ key: SCRIM, type: 'box', name: 'Scrim', look: scrimLook(screen.node.look), owner: SCRIM }),
          x: 0,
          y: 0,
          w: wide,
          h: Math.max(high, screen.h),
          children: [],
        },
      ]
    : [];
  return { ...screen, children: [...screen.children, ...behind, box] };
}
const scrimLook = (of: Look): Look => ({
  ...of,
  fill: DIM,
  stroke: undefined,
  shadow: undefined,
  radius: 0,
  opacity: 1,
  clip: false,
});

/** Moves a box with everything in it down by `by` px. */
const moved = (b: Box, by: number): Box =>
  by === 0 ? b : { ...b, y: b.y + by, children: b.children.map((c) => moved(c, by)) };

/** How far a screen can be scrolled on a device so high: px. */
export const scrollRoom = (screen: Box, high: number): number => Math.max(0, screen.h - high);

/**
 * A laid out screen as a device shows it: as high as that, what is above and below cut off. Parts of its ground that stay at the top
 * or the bottom do so (CSS Positioned Layout 3: sticky), one behind the other where there are several; what lies over the screen
 * does not move.
 * @param high of the device, px
 * @param by how far it is scrolled, px from its top; no further than there is something
 */
export function scrolledTo(screen: Box, high: number, by: number): Box {
  if (screen.h <= high) return screen;
  const at = Math.min(scrollRoom(screen, high), Math.max(0, by));
  const overlay: Box[] = [];
  const flowing: Box[] = [];
  const staying: Box[] = [];
  let top = 0;
  let bottom = 0;
  for (const c of screen.children) {
    const { pin } = c.node.look;
    if (c.node.key === SCRIM || c.node.look.overlay !== undefined)
      overlay.push(c.node.key === SCRIM ? { ...c, h: high } : c);
    else if (pin === 'top') {
      const y = Math.max(c.y - at, top);
      top = Math.max(top, y + c.h);
      staying.push(moved(c, y - c.y));
    } else if (pin !== 'bottom') flowing.push(moved(c, -at));
  }
  for (const c of [...screen.children].reverse()) {
    if (c.node.look.pin !== 'bottom' || c.node.look.overlay !== undefined) continue;
    const y = Math.min(c.y - at, high - bottom - c.h);
    bottom = Math.max(bottom, high - y);
    staying.push(moved(c, y - c.y));
  }
  const node: RNode = { ...screen.node, look: { ...screen.node.look, clip: true } };
  return { ...screen, node, h: high, children: [...flowing, ...staying, ...overlay] };
}
