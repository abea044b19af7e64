import type { Browser } from 'puppeteer-core';
import type { Edit, Project, Step } from '../core/index.js';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { largeProject, open } from './interface.js';
import { median, percentile, type Tell } from './report.js';

/** Trying a mockup: a press to the frame with its effect; and the flow of 200 screens. */
export async function measureTry(browser: Browser, tell: Tell): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    page.setDefaultTimeout(60_000);
    await page.goto(`${house.address}/p/norrvik-crossings/try/pay`);
    await page.waitForSelector('.device canvas');
    await page.evaluate(() => new Promise((r) => setTimeout(r, 1500)));
    const times = await page.evaluate(async () => {
      const found: number[] = [];
      const channel = new MessageChannel();
      for (let i = 0; i < 40; i++) {
        const all = document.querySelectorAll<HTMLElement>('.read [role="radio"]');
        const el = all[i % all.length];
        const r = el?.getBoundingClientRect();
        const device = document.querySelector('.device');
        if (!r || !device) break;
        const at = { clientX: r.x + 12, clientY: r.y + r.height / 2, bubbles: true };
        await new Promise((done) => setTimeout(done, 60));
        const started = performance.now();
        device.dispatchEvent(new PointerEvent('pointerdown', at));
        device.dispatchEvent(new MouseEvent('click', at));
        await new Promise((done) => {
          requestAnimationFrame(() => {
            channel.port1.onmessage = done;
            channel.port2.postMessage(0);
          });
        });
        found.push(performance.now() - started);
      }
      return found.slice(5);
    });
    if (times.length < 20) throw new Error('There is nothing to press');
    tell('Try it: a press to the frame with its effect, median', median(times), 'ms', { below: 16.8 });
    tell('  p95', percentile(times, 95), 'ms', { below: 33 });
    await page.close();
    const id = await largeProject(house);
    const at = `${house.address}/api/projects/${id}`;
    const { project, revision } = (await (await fetch(at)).json()) as { project: Project; revision: number };
    const steps = project.screens.flatMap((s, i): Step[] => {
      const thing = Object.values(s.nodes).find((n) => n.type === 'instance');
      const to = [project.screens[i + 1], project.screens[(i * 7 + 3) % project.screens.length]].filter((x) => x);
      const value = to.map((x, k) => ({
        id: `w${k}`,
        when: { on: 'press' },
        then: [{ do: 'go', screen: x?.id ?? '' }],
      }));
      return thing
        ? [{ do: 'set', tree: `screen:${s.id}`, node: thing.id, field: 'interactions', value: value as never }]
        : [];
    });
    const edit: Edit = { id: 'ways', label: 'Ways', steps };
    const got = await fetch(`${at}/edits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ base: revision, edits: [edit] }),
    });
    if (!got.ok) throw new Error(await got.text());
    // Two screens of a hundred instances, some three hundred parts each, back and forth.
    const turning = await browser.newPage();
    await turning.setViewport({ width: 1280, height: 800 });
    await turning.goto(`${house.address}/p/${id}/try/${project.screens[0]?.id ?? ''}`);
    await turning.waitForSelector('.device canvas', { timeout: 60_000 });
    await turning.evaluate(() => new Promise((r) => setTimeout(r, 3000)));
    const frames = await turning.evaluate(async () => {
      const gaps: number[] = [];
      const press = (el: Element | null | undefined): void => {
        const r = el?.getBoundingClientRect();
        const at = {
          clientX: (r?.x ?? 0) + (r?.width ?? 0) / 2,
          clientY: (r?.y ?? 0) + (r?.height ?? 0) / 2,
          bubbles: true,
        };
        document.querySelector('.device')?.dispatchEvent(new MouseEvent('click', at));
      };
      for (let i = 0; i < 8; i++) {
        const before = location.pathname;
        press(document.querySelector('.read .spot'));
        let last = performance.now();
        const until = last + 190;
        await new Promise((r) => requestAnimationFrame(r));
        last = performance.now();
        while (performance.now() < until) {
          await new Promise((r) => requestAnimationFrame(r));
          gaps.push(performance.now() - last);
          last = performance.now();
        }
        await new Promise((r) => setTimeout(r, 250));
        if (location.pathname === before) throw new Error('Nothing turned');
        [...document.querySelectorAll('button')].find((b) => b.textContent === 'Back')?.click();
        await new Promise((r) => setTimeout(r, 500));
      }
      return gaps;
    });
    tell('  between two screens of 100 instances: from frame to frame, median', median(frames), 'ms', { below: 17 });
    tell('  p95', percentile(frames, 95), 'ms', { below: 17.1 });
    await turning.close();
    const flow = await open(browser, house, `/p/${id}/compose`);
    const took = await flow.evaluate(async () => {
      const started = performance.now();
      [...document.querySelectorAll<HTMLElement>('nav a')].find((a) => a.textContent === 'Flow')?.click();
      const until = performance.now() + 20_000;
      while (document.querySelectorAll('.place').length < 200 && performance.now() < until)
        await new Promise((r) => requestAnimationFrame(r));
      const laid = performance.now() - started;
      const last = performance.now() + 20_000;
      while (document.querySelector('.place canvas') === null && performance.now() < last)
        await new Promise((r) => requestAnimationFrame(r));
      return { laid, drawn: performance.now() - started };
    });
    tell('Flow of 200 screens and 400 ways, laid out', took.laid, 'ms', { below: 500 });
    tell('  the first card in sight drawn', took.drawn, 'ms', { below: 500 });
    await flow.close();
  } finally {
    await house.kill();
  }
}
