import type { Browser, Page } from 'puppeteer-core';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { largeProject, longest, open, saved, SAYS, typed } from './interface.js';
import { median, percentile, type Tell } from './report.js';

/** So many screens with 100 instances each. */
const SCREENS = 1000;
const MB = 1024 * 1024;

const rest = (page: Page, ms: number): Promise<unknown> =>
  page.evaluate((t) => new Promise((r) => setTimeout(r, t)), ms);

/** One move of the wheel in every frame, there and (unless it is to stay) back; the times between frames, ms. */
const wheeled = (
  page: Page,
  frames: number,
  by: { x: number; y: number; zoom: boolean; stay?: boolean },
): Promise<number[]> =>
  page.evaluate(
    (count, { x, y, zoom, stay }) =>
      new Promise<number[]>((done) => {
        const wall = document.querySelector('[aria-label="Wall"]');
        const r = wall?.getBoundingClientRect() ?? new DOMRect();
        const times: number[] = [];
        let last = 0;
        let i = 0;
        const frame = (now: number): void => {
          if (last > 0) times.push(now - last);
          last = now;
          const way = stay === true || i < count / 2 ? 1 : -1;
          wall?.dispatchEvent(
            new WheelEvent('wheel', {
              bubbles: true,
              cancelable: true,
              deltaX: x * way,
              deltaY: y * way,
              ctrlKey: zoom,
              clientX: r.left + r.width / 2,
              clientY: r.top + r.height / 2,
            }),
          );
          if (++i < count) requestAnimationFrame(frame);
          else done(times);
        };
        requestAnimationFrame(frame);
      }),
    frames,
    by,
  );

/** Bytes of the heaps of the page and its workers, garbage collected. */
async function heap(page: Page): Promise<number> {
  let sum = 0;
  const client = await page.createCDPSession();
  await client.send('HeapProfiler.collectGarbage');
  sum += (await client.send('Runtime.getHeapUsage')).usedSize;
  await client.detach();
  for (const worker of page.workers()) {
    await worker.client.send('HeapProfiler.collectGarbage');
    sum += (await worker.client.send('Runtime.getHeapUsage')).usedSize;
  }
  return sum;
}

/** For how long after now pictures of screens in sight are still awaited, ms: `quiet` without any is taken as the end. */
const painted = (page: Page, most: number, quiet = 400): Promise<number> =>
  page.evaluate(
    (limit, calm) =>
      new Promise<number>((done) => {
        const began = performance.now();
        let last = 0;
        const look = (): void => {
          const now = performance.now() - began;
          if (document.querySelector<HTMLElement>('.ground')?.dataset['waiting'] !== '0') last = now;
          if (now > limit || now - last > calm) done(last);
          else requestAnimationFrame(look);
        };
        look();
      }),
    most,
    quiet,
  );

/** A thousand screens on the Wall. */
export async function measureWall(browser: Browser, tell: Tell): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  try {
    const id = await largeProject(house, SCREENS);
    for (const says of ['opens for the first time', 'opens again', 'and again']) {
      const first = await browser.newPage();
      await first.setViewport({ width: 1280, height: 800 });
      const began = performance.now();
      await first.goto(`${house.address}/p/${id}/compose/s500`, { waitUntil: 'domcontentloaded' });
      await first.waitForSelector('.screen.current canvas', { timeout: 60_000 });
      const useful = performance.now() - began;
      tell(`${SCREENS} x 100: ${says}, until the first useful picture`, useful, 'ms', { below: 1000 });
      await saved(first);
      tell('    until all screens are there', performance.now() - began, 'ms');
      await rest(first, 2000);
      await first.close();
    }
    const page = await open(browser, house, `/p/${id}/compose/s500`);
    await page.click('[role="treeitem"][aria-label^="Button"]');
    const label = '[aria-label="Details"] [role="group"][aria-label="Label"] :is(input, textarea)';
    const keys = await typed(page, label, SAYS);
    tell('  types into a prop, key to frame, median', median(keys), 'ms', { below: 16.8 });
    tell('    p95', percentile(keys, 95), 'ms', { below: 33 });
    for (const [name, zoom] of [
      ['zoomed out', -40],
      ['in between', 0],
      ['zoomed in', 0],
    ] as const) {
      if (zoom !== 0) {
        await page.focus('[aria-label="Wall"]');
        await page.keyboard.press('g');
        tell('  all screens drawn', await painted(page, 60_000), 'ms');
      } else {
        await wheeled(page, 48, { x: 0, y: -10, zoom: true, stay: true });
        tell(`  ${name}: sharp after the zoom stood still`, await painted(page, 10_000), 'ms', { below: 150 });
      }
      await rest(page, 2500);
      const pan = await wheeled(page, 180, { x: 9, y: 6, zoom: false });
      tell(`  ${name}: pan, time between frames, p95`, percentile(pan, 95), 'ms', { below: 17.01 });
      tell('    median', median(pan), 'ms');
      tell('    longest', Math.max(...pan), 'ms');
      const moved = await wheeled(page, 120, { x: 0, y: -6, zoom: true });
      tell(`  ${name}: zoom, time between frames, p95`, percentile(moved, 95), 'ms', { below: 17.01 });
      tell('    longest', Math.max(...moved), 'ms');
    }
    const task = await longest(page, async () => void (await wheeled(page, 120, { x: 20, y: 12, zoom: false })));
    tell('  longest task while it moves', task, 'ms', { below: 50.01 });
    tell('  heap of page and workers', (await heap(page)) / MB, 'MB', { below: 400 });
    await page.close();
  } finally {
    await house.kill();
  }
}
