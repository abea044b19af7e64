import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
  desk.id = 'norrvik-crossings';
  await page.goto(`${desk.house.address}/p/norrvik-crossings/compose/find`);
  await page.waitForSelector('.screen.current canvas');
});
/** The colour a little below the label of something that hangs on the Wall: red, green, blue. */
const under = (name: string, down: number): Promise<readonly number[]> =>
  page.evaluate(
    (text, by) => {
      const label = [...document.querySelectorAll('[data-label]')].find((e) => e.textContent?.includes(text));
      const el = document.querySelector<HTMLCanvasElement>('canvas.ground');
      const [a, b] = [label?.getBoundingClientRect(), el?.getBoundingClientRect()];
      if (!a || !b || !el) return [];
      const x = (a.x - b.x + 4) * devicePixelRatio;
      const y = (a.bottom - b.y + by) * devicePixelRatio;
      return [...(el.getContext('2d')?.getImageData(x, y, 1, 1).data ?? [])].slice(0, 3);
    },
    name,
    down,
  );
const becomes = async (name: string, down: number, is: (c: readonly number[]) => boolean): Promise<void> => {
  for (let i = 0; i < 100; i++) {
    if (is(await under(name, down))) return;
    await page.evaluate(() => new Promise((r) => setTimeout(r, 60)));
  }
  expect.fail(`${name}: ${String(await under(name, down))}`);
};

const chip = (name: string): string =>
  `::-p-xpath(//span[@aria-label="Side by side in brands and modes"]//button[normalize-space()="${name}"])`;

describe('a screen beside itself in other brands and modes', () => {
  it('is seen in all of them, follows each edit, and is no screen of its own', async () => {
    await page.click('button.widths');
    await hand.click(chip('Lumen Night Rail'));
    await hand.click(chip('Dark'));
    // Lumen stands on aubergine; Skerry Line in dark on deep blue.
    await becomes('Lumen Night Rail', 60, ([r = 255, g = 255, b = 255]) => r < 60 && g < 40 && b < 80 && r > g);
    await becomes('Dark', 60, ([r = 255, , b = 0]) => r < 40 && b > 30);
    const before = await desk.project();
    expect(before.screens).toHaveLength(13);
    await page.focus('[aria-label="Place line"]');
    await hand.type('action Sail at once', 'Enter');
    const after = await desk.settled((p) => p !== before && JSON.stringify(p).includes('Sail at once'));
    expect(after.screens).toHaveLength(13);
    await page.focus('[aria-label="Wall"]');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await desk.settled((p) => !JSON.stringify(p).includes('Sail at once'));
    // One sheet has all of them, each with its name.
    const answer = await fetch(`${desk.house.address}/api/projects/norrvik-crossings/contact-sheet`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        kind: 'png',
        screens: ['find'],
        beside: [
          { lens: 'lumen-night-rail@1.0.0', name: 'Lumen Night Rail' },
          { mode: 'dark', name: 'Dark' },
        ],
      }),
    });
    const told = (await answer.text())
      .trim()
      .split('\n')
      .map((l) => JSON.parse(l) as { sheet?: string; done?: number });
    expect(told[0]).toEqual({ done: 1, of: 1 });
    const sheet = await fetch(
      `${desk.house.address}/api/projects/norrvik-crossings/contact-sheet/${told.at(-1)?.sheet ?? ''}`,
    );
    const head = Buffer.from(await sheet.arrayBuffer());
    // Three pictures side by side are wider than one by far (PNG 3, 11.2.1).
    expect(head.readUInt32BE(16)).toBeGreaterThan(head.readUInt32BE(20) * 0.9);
    // Taken away again, only the screen itself hangs there.
    await hand.click(chip('Lumen Night Rail'));
    await page.waitForFunction(
      () => ![...document.querySelectorAll('[data-label]')].some((e) => e.textContent?.includes('Lumen')),
    );
    expect(desk.wrong).toEqual([]);
  });
});
