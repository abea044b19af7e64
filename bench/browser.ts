import type { Browser } from 'puppeteer-core';
import { freshDatabase, House } from '../e2e/house.js';

/** Types into a prop of the demo project and tells, for each key, the time from the key to the frame that shows it: ms. */
export async function typingToFrame(browser: Browser): Promise<readonly number[]> {
  const house = new House(await freshDatabase());
  await house.start();
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${house.address}/p/norrvik-crossings/compose`);
    await page.waitForSelector('[role="treeitem"]');
    await page.waitForSelector('.sample canvas');
    await page.click('[role="treeitem"][aria-label^="Listing"]');
    const field = await page.waitForSelector('[aria-label="Details"] [role="group"][aria-label="Text"] input');
    await field?.click({ count: 3 });
    await page.evaluate(() => {
      const w = window as unknown as { frames: number[] };
      w.frames = [];
      const channel = new MessageChannel();
      let started = 0;
      // A message posted in the frame's callback arrives when that frame has been painted.
      channel.port1.onmessage = () => void w.frames.push(performance.now() - started);
      window.addEventListener(
        'keydown',
        () => {
          started = performance.now();
          requestAnimationFrame(() => channel.port2.postMessage(0));
        },
        true,
      );
    });
    for (const c of 'Port Ellery to Gull Holm and on to Tarn Isle by night') await page.keyboard.type(c, { delay: 60 });
    const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames);
    await page.close();
    return frames.slice(5);
  } finally {
    await house.kill();
  }
}
