import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { BrowserContext } from 'puppeteer-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { layoutNode, type Box } from '../core/index.js';
import { drawnTree, WIDE, type Drawn } from '../testing/boxes.js';
import { exactTree } from '../testing/freeform.js';
import { Chance } from '../testing/random.js';
import { sharedBrowser } from '../testing/browser/testServer.js';
import { shippedKits } from '../testing/browser/shippedKits.js';

let browser: BrowserContext;
beforeAll(async () => {
  browser = await (await sharedBrowser()).createBrowserContext();
});
afterAll(() => browser?.close());

const TREES = 400;
/** Per cent of the trees that may differ somewhere: where next to no room is left, and parts of what is found from the parts. */
const MOST = 3.5;
/** So far apart two boxes are the same: px; the browser keeps its sizes in 64ths. */
const NEAR = 0.6;

const fontFace = (weight: number): string => {
  const file = fileURLToPath(new URL(`../kits/plywood/fonts/PublicSans-${weight}.ttf`, import.meta.url));
  const data = readFileSync(file).toString('base64');
  return `@font-face{font-family:'Public Sans';font-weight:${weight};src:url(data:font/ttf;base64,${data})}`;
};

/** Lays trees out in the browser and here; tells the trees that differ, and where. */
async function differing(trees: readonly Drawn[]): Promise<readonly string[]> {
  const { fonts } = shippedKits();
  const page = await browser.newPage();
  await page.setViewport({ width: WIDE + 80, height: 900 });
  const faces = [400, 600, 700].map(fontFace).join('');
  await page.setContent(
    `<style>${faces} body{margin:0;text-rendering:geometricPrecision}</style><div id="whole"></div>`,
  );
  await page.evaluate(() => Promise.all([...document.fonts].map((f) => f.load())));
  const theirs = await page.evaluate(
    (list: string[]) =>
      list.map((html) => {
        const whole = document.getElementById('whole') as HTMLElement;
        whole.innerHTML = html;
        return [...whole.querySelectorAll<HTMLElement>('[data-id]')].map((e) => {
          const r = e.getBoundingClientRect();
          return { id: e.dataset['id'] ?? '', x: r.x, y: r.y, w: r.width, h: r.height };
        });
      }),
    trees.map((t) => t.html),
  );
  await page.close();
  return trees.flatMap((tree, i) => {
    const ours = new Map<string, Box>();
    const walk = (b: Box): void => {
      ours.set(b.node.key, b);
      b.children.forEach(walk);
    };
    walk(layoutNode(tree.root, fonts, WIDE, undefined));
    const found = theirs[i] ?? [];
    expect(found.map((r) => r.id)).toEqual(tree.ids);
    const off = found.filter((r) => {
      const b = ours.get(r.id);
      return !b || (['x', 'y', 'w', 'h'] as const).some((k) => Math.abs(b[k] - r[k]) > NEAR);
    });
    return off.length > 0 ? [`tree ${i + 1}: ${off.map((r) => r.id).join()}`] : [];
  });
}
const some = (make: typeof drawnTree): readonly Drawn[] =>
  Array.from({ length: TREES }, (_, i) => make(new Chance(i + 1), shippedKits().kits, 'plywood@1.0.0/body'));

it('lays random trees of rows, columns and texts out as Chromium does', async () => {
  const different = await differing(some(drawnTree));
  expect(different.length, different.join('; ')).toBeLessThanOrEqual((TREES * MOST) / 100);
});
it('lays random grids and free boxes out as Chromium does', async () => {
  const different = await differing(some(exactTree));
  expect(different.length, different.join('; ')).toBeLessThanOrEqual((TREES * MOST) / 100);
});
