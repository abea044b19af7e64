import { BESIDE } from '../stores/widths.js';
import type { Flow, Screen } from '../../core/index.js';

/** Around screens and rows, px on the glass: labels keep their size at every zoom. */
export const HEAD = 26;
export const LABEL = 22;
const isOwn = (s: Screen): boolean => !s.id.includes(BESIDE);
/** Narrower than this a screen has no room for its name, or not even for its number: px on the glass. */
export const NAMED = 72;
export const NUMBERED = 24;
const BELOW = 26;
const LEAST_ROW = 60;

/** A screen as it hangs: where and how large at this zoom (px on the glass), `tall` in px of its own, `nth` of its flow. */
export interface WallSlot {
  readonly screen: Screen;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly tall: number;
  readonly nth: number;
}
export interface FlowHead {
  readonly id: string;
  readonly name: string;
  readonly y: number;
  readonly count: number;
}
export interface WallLayout {
  readonly hung: readonly WallSlot[];
  readonly heads: readonly FlowHead[];
}

/**
 * How many screens hang side by side before a row wraps: so many that the whole Wall is about as wide as a window, in steps of
 * four, at least eight.
 */
export function perRow(flows: readonly Flow[], screens: readonly Screen[], heightOf: (s: Screen) => number): number {
  const GAP = 46;
  const WINDOW = 1.5;
  const per = new Map<string, number>();
  for (const s of screens) per.set(s.flow, (per.get(s.flow) ?? 0) + 1);
  const counts = flows.map((f) => per.get(f.id) ?? 0);
  const widest = Math.max(0, ...counts);
  const wide = screens.reduce((sum, s) => sum + s.width + GAP, 0) / Math.max(1, screens.length);
  const high = screens.reduce((sum, s) => sum + heightOf(s) + GAP, 0) / Math.max(1, screens.length);
  let n = 8;
  while (n < widest && n * wide < counts.reduce((sum, c) => sum + Math.ceil(c / n), 0) * high * WINDOW) n += 4;
  return n;
}

/** Screens by flow with how tall they are (px), and how many hang side by side: what a hanging is made from, the same at every zoom. */
export interface Measured {
  readonly flows: readonly { readonly flow: Flow; readonly own: readonly { screen: Screen; tall: number }[] }[];
  readonly most: number;
}
/** Measures screens for hanging. `heightOf` gives px. */
export function measured(
  flows: readonly Flow[],
  screens: readonly Screen[],
  heightOf: (s: Screen) => number,
): Measured {
  const tall = new Map(screens.map((s) => [s, heightOf(s)]));
  const by = new Map(flows.map((flow) => [flow.id, { flow, own: [] as { screen: Screen; tall: number }[] }]));
  for (const screen of screens) by.get(screen.flow)?.own.push({ screen, tall: tall.get(screen) ?? 0 });
  return { flows: [...by.values()], most: perRow(flows, screens, (s) => tall.get(s) ?? 0) };
}

/** Hangs what was measured in rows by flow at a zoom; a long flow wraps. */
export function wallLayoutAt({ flows, most }: Measured, zoom: number): WallLayout {
  const gap = Math.max(1, 46 * zoom);
  // Where screens are too narrow even for a number there are no labels, and no room for them.
  const label = zoom * 390 < NUMBERED ? 6 : LABEL;
  const hung: WallSlot[] = [];
  const heads: FlowHead[] = [];
  let y = 0;
  for (const { flow, own } of flows) {
    heads.push({ id: flow.id, name: flow.name, y, count: own.filter((o) => isOwn(o.screen)).length });
    y += HEAD;
    let nth = 0;
    for (let first = 0; first === 0 || first < own.length; first += most) {
      let x = 0;
      let tallest = LEAST_ROW * Math.min(1, zoom * 4);
      own.slice(first, first + most).forEach(({ screen, tall }) => {
        if (isOwn(screen)) nth++;
        hung.push({ screen, x, y: y + label, w: screen.width * zoom, h: tall * zoom, tall, nth });
        x += screen.width * zoom + gap;
        tallest = Math.max(tallest, tall * zoom);
      });
      y += label + tallest + (first + most < own.length ? gap / 2 : 0);
    }
    y += BELOW;
  }
  return { hung, heads };
}
/** Both in one: `heightOf` gives px. */
export const layoutWall = (
  flows: readonly Flow[],
  screens: readonly Screen[],
  heightOf: (s: Screen) => number,
  zoom: number,
): WallLayout => wallLayoutAt(measured(flows, screens, heightOf), zoom);

/** What a hanging takes up, with its labels; px on the glass. Null when nothing hangs. */
export function extent(
  list: readonly WallSlot[],
  heads: boolean,
): { readonly x: number; readonly y: number; readonly w: number; readonly h: number } | null {
  if (list.length === 0) return null;
  let [x, y, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const r of list) {
    x = Math.min(x, r.x);
    y = Math.min(y, r.y);
    right = Math.max(right, r.x + r.w);
    bottom = Math.max(bottom, r.y + r.h);
  }
  y -= LABEL + (heads ? HEAD : 0);
  return { x, y, w: right - x, h: bottom - y };
}

/** The largest zoom at which all of it fits into `w` by `h` px; labels keep their size, so it is found by halving. */
export function fitting(
  at: (zoom: number) => readonly WallSlot[],
  heads: boolean,
  w: number,
  h: number,
  most: number,
): number {
  let low = 0.002;
  let high = most;
  for (let i = 0; i < 16; i++) {
    const middle = (low + high) / 2;
    const e = extent(at(middle), heads);
    if (e && (e.w > w || e.h > h)) high = middle;
    else low = middle;
  }
  return low;
}

/**
 * The same hanging for screens of which only what is on them changed: nothing is measured out anew for a letter typed. Null
 * when a screen is new, gone, elsewhere or of another size.
 * @param of the flows and screens that `was` was made for
 */
export function sameWallLayout(
  was: WallLayout,
  of: { readonly flows: readonly Flow[]; readonly screens: readonly Screen[] },
  flows: readonly Flow[],
  screens: readonly Screen[],
  heightOf: (s: Screen) => number,
): WallLayout | null {
  if (of.flows !== flows || of.screens.length !== screens.length) return null;
  const changed = new Map<string, Screen>();
  for (const [i, s] of screens.entries()) {
    const before = of.screens[i];
    if (before === s) continue;
    if (before?.id !== s.id || before.flow !== s.flow || before.width !== s.width) return null;
    changed.set(s.id, s);
  }
  for (const r of was.hung) if (heightOf(changed.get(r.screen.id) ?? r.screen) !== r.tall) return null;
  if (changed.size === 0) return was;
  return {
    heads: was.heads,
    hung: was.hung.map((r) => {
      const screen = changed.get(r.screen.id);
      return screen ? { ...r, screen } : r;
    }),
  };
}
