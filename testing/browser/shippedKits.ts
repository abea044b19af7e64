import { readFileSync } from 'node:fs';
import type { Page } from 'puppeteer-core';
import {
  Fonts,
  kitRef,
  layout,
  readKit,
  resolve,
  type Box,
  type Kit,
  type KitRef,
  type Project,
} from '../../core/index.js';

/** Tests and measurements run from there. */
const home = `${process.cwd()}/`;
let loaded: { kits: Map<KitRef, Kit>; fonts: Fonts } | null = null;

/** The shipped kits and their fonts, read as anybody's. */
export function shippedKits(): { kits: ReadonlyMap<KitRef, Kit>; fonts: Fonts } {
  if (loaded) return loaded;
  const kits = new Map<KitRef, Kit>();
  for (const id of ['plywood', 'skerry-line', 'fjell-coach', 'lumen-night-rail']) {
    const { value } = readKit(JSON.parse(readFileSync(`${home}kits/${id}/kit.json`, 'utf8')), { bases: kits });
    if (!value) throw new Error(`${id} cannot be read`);
    kits.set(kitRef(value), value);
  }
  const fonts = new Fonts();
  addShippedFonts(kits, fonts);
  loaded = { kits, fonts };
  return loaded;
}

/** Adds the fonts of the shipped kits to those known. */
export function addShippedFonts(kits: ReadonlyMap<KitRef, Kit>, fonts: Fonts): void {
  for (const kit of kits.values())
    for (const f of kit.fonts)
      try {
        fonts.add(f.family, f.weight, f.italic, readFileSync(`${home}kits/${kit.id}/${f.file}`));
      } catch {
        // A based kit's fonts may be those of its base.
      }
}

/** Where a part of a screen is seen on the page, px; found by a test on the laid out parts. */
export async function visibleTexts(
  page: Page,
  project: Project,
  screenId: string,
  is: (box: Box) => boolean,
): Promise<{ x: number; y: number }> {
  const screen = project.screens.find((s) => s.id === screenId);
  if (!screen) throw new Error(`There is no screen ${screenId}`);
  const { kits, fonts } = shippedKits();
  const root = layout(resolve({ project, kits }, screen), fonts);
  const find = (b: Box): Box | null => {
    for (const c of b.children) {
      const f = find(c);
      if (f) return f;
    }
    return is(b) ? b : null;
  };
  const box = find(root);
  if (!box) throw new Error(`Nothing like that is on ${screen.name}`);
  const frame = await page.$eval(`.screen[aria-label="${screen.name}"]`, (e) => {
    const r = e.getBoundingClientRect();
    return { x: r.x, y: r.y, w: r.width };
  });
  const zoom = frame.w / screen.width;
  return { x: frame.x + (box.x + box.w / 2) * zoom, y: frame.y + (box.y + box.h / 2) * zoom };
}

/** What is seen of a screen on the Wall, as text: of the one that is worked on its own canvas, of others the ground behind it. */
export const looksOf = (page: Page, name: string): Promise<string> =>
  page.evaluate((called) => {
    const screen = document.querySelector(`.screen[aria-label="${called}"]`);
    const own = screen?.querySelector('canvas');
    if (own) return own.toDataURL();
    const ground = document.querySelector<HTMLCanvasElement>('.ground');
    if (!screen || !ground) return '';
    const at = screen.getBoundingClientRect();
    const from = ground.getBoundingClientRect();
    const canvas = document.createElement('canvas');
    canvas.width = at.width;
    canvas.height = at.height;
    canvas.getContext('2d')?.drawImage(ground, from.left - at.left, from.top - at.top);
    return canvas.toDataURL();
  }, name);

/** Waits until every picture of the Wall is drawn as it is now. */
export const allDrawn = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => document.querySelector<HTMLElement>('.ground')?.dataset['waiting'] === '0');

/** Waits until a screen looks other than it did. */
export async function looksOther(page: Page, name: string, was: string): Promise<void> {
  const until = Date.now() + 15_000;
  while ((await looksOf(page, name)) === was) {
    if (Date.now() > until) throw new Error(`${name} still looks as it did`);
    await new Promise((r) => setTimeout(r, 50));
  }
}
