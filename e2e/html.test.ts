import { existsSync, readFileSync } from 'node:fs';
import type { Browser } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { layout, resolve, toHtml, wearsOf, type Box, type Screen } from '../core/index.js';
import { fileURLToPath } from 'node:url';
import { demos, fonts, kits } from '../testing/demo.js';
import { openBrowser } from './house.js';

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser?.close());

const faces = [...kits]
  .flatMap(([ref, kit]) =>
    kit.fonts.flatMap((f) => {
      const path = fileURLToPath(new URL(`../kits/${ref.split('@')[0]}/${f.file}`, import.meta.url));
      // A kit that is based on another has its fonts from there.
      if (!existsSync(path)) return [];
      return `@font-face{font-family:'${f.family}';font-weight:${f.weight};src:url(data:font/ttf;base64,${readFileSync(path).toString('base64')})}`;
    }),
  )
  .join('\n');
/** So far from where they stand on the Wall may parts stand: px. */
const NEAR = 1;
const dot = 'data:image/svg+xml,<svg xmlns="http://www.w3.org/2000/svg" width="8" height="8"/>';

const screens = demos.flatMap((project) =>
  project.screens.map((screen) => [`${project.name}, ${screen.name}`, project, screen] as const),
);

function pageOf(project: (typeof demos)[number], screen: Screen): { html: string; box: Box } {
  const world = { project, kits };
  const made = resolve(world, screen);
  const box = layout(made, fonts);
  const { html } = toHtml(made, box, {
    said: { world, wears: wearsOf(project, screen), main: made.mainKit, mode: screen.mode ?? '' },
    picture: () => ({ href: dot, width: 1200, height: 800 }),
    leads: () => null,
    faces,
    keys: true,
  });
  return { html, box };
}

describe('a screen as HTML', () => {
  it.each(screens)('stands where it stands on the Wall: %s', async (_, project, screen) => {
    const { html, box } = pageOf(project, screen);
    const page = await browser.newPage();
    await page.setViewport({ width: screen.width, height: Math.ceil(box.h) });
    await page.setContent(html);
    await page.evaluate(() => document.fonts.ready);
    const theirs = new Map(
      await page.$$eval('[data-key]', (all) =>
        all.map((e) => {
          const r = e.getBoundingClientRect();
          return [e.getAttribute('data-key') ?? '', [r.x + scrollX, r.y + scrollY, r.width, r.height]] as const;
        }),
      ),
    );
    const scripts = await page.$$eval('script', (all) => all.length);
    await page.close();
    const off: string[] = [];
    const walk = (b: Box): void => {
      if (!b.node.look.visible || b.node.look.opacity === 0) return;
      const there = theirs.get(b.node.key);
      const ours = [b.x, b.y, b.w, b.h];
      // Strokes reach beyond a shape: only where a part is a box of its own is its size compared.
      if (!there) off.push(`${b.node.key} is not there`);
      else if (ours.some((v, i) => Math.abs(v - (there[i] ?? 0)) > NEAR))
        off.push(
          `${b.node.key} (${b.node.type}): ${ours.map((v) => v.toFixed(1)).join()} there ${there.map((v) => v.toFixed(1)).join()}`,
        );
      b.children.forEach(walk);
    };
    walk(box);
    expect(off.slice(0, 12)).toEqual([]);
    expect(scripts).toBe(0);
  });
});
