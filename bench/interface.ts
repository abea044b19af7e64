import type { Browser, KeyInput, Page } from 'puppeteer-core';
import { blankScreen, newInstance, type Edit, type Node, type Project, type Step } from '../core/index.js';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { generated } from './generated.js';
import { median, percentile, type Tell } from './report.js';

/** Everything a designer does that must not grow with the project, measured in the browser: on the demo and on a generated project. */
export async function measureInterface(browser: Browser, tell: Tell): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  try {
    await demo(browser, house, tell);
    await dragging(browser, house, tell);
    const id = await largeProject(house);
    await large(browser, house, id, tell);
  } finally {
    await house.kill();
  }
}

/** A generated project on the server: so many screens with 100 instances each. */
export async function largeProject(house: TestServer, count = 200): Promise<string> {
  const { project } = generated(count, 100);
  const call = async (path: string, body: unknown): Promise<Record<string, unknown>> => {
    const got = await fetch(`${house.address}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const answer = (await got.json()) as Record<string, unknown>;
    if (!got.ok) throw new Error(String(answer['detail']));
    return answer;
  };
  const { id } = (await call('/projects', { name: 'Generated', kit: 'plywood@1.0.0' }))['project'] as Project;
  const flow = 'flow-1';
  const originals = Object.values(project.originals).map((value): Step => ({
    do: 'original',
    original: value.id,
    value,
  }));
  let after: string | null = null;
  const screens = project.screens.map((screen): Step => {
    const step: Step = { do: 'insertScreen', screen: { ...screen, flow }, after };
    after = screen.id;
    return step;
  });
  const edits: Edit[] = [{ id: 'originals', label: 'Own components', steps: originals }];
  for (let i = 0; i < screens.length; i += 50)
    edits.push({ id: `screens-${i}`, label: `Screens from ${i}`, steps: screens.slice(i, i + 50) });
  for (const [i, edit] of edits.entries()) await call(`/projects/${id}/edits`, { base: i, edits: [edit] });
  return id;
}

interface Watching {
  frames: number[];
  tasks: number[];
  started: number;
}
/** Notes long tasks, and for each key and click the time to the frame that shows it. */
async function watch(page: Page): Promise<void> {
  await page.evaluate(() => {
    const w = window as unknown as { bench: Watching };
    w.bench = { frames: [], tasks: [], started: 0 };
    new PerformanceObserver((list) => w.bench.tasks.push(...list.getEntries().map((e) => e.duration))).observe({
      entryTypes: ['longtask'],
    });
    const channel = new MessageChannel();
    // A message posted in the frame's callback arrives when that frame has been painted.
    channel.port1.onmessage = () => void w.bench.frames.push(performance.now() - w.bench.started);
    for (const kind of ['keydown', 'click'])
      window.addEventListener(
        kind,
        () => {
          w.bench.started = performance.now();
          requestAnimationFrame(() => channel.port2.postMessage(0));
        },
        true,
      );
  });
}
/** Starts anew; tells the longest task since, ms (0: none over 50). */
export async function longest(page: Page, what: () => Promise<unknown>): Promise<number> {
  await page.evaluate(() => new Promise((r) => setTimeout(r, 300)));
  await page.evaluate(() => void ((window as unknown as { bench: Watching }).bench.tasks = []));
  await what();
  await page.evaluate(() => new Promise((r) => setTimeout(r, 500)));
  return page.evaluate(() => Math.max(0, ...(window as unknown as { bench: Watching }).bench.tasks));
}
export async function typed(page: Page, selector: string, text: string): Promise<readonly number[]> {
  const field = await page.waitForSelector(selector);
  await field?.click({ count: 3 });
  await page.evaluate(() => void ((window as unknown as { bench: Watching }).bench.frames = []));
  for (const c of text) await page.keyboard.type(c, { delay: 60 });
  return (await page.evaluate(() => (window as unknown as { bench: Watching }).bench.frames)).slice(5);
}
/** Keys pressed in a field: for each the time to the frame that shows it, the first few left out, ms. */
export async function typedInto(page: Page, selector: string, keys: readonly KeyInput[]): Promise<readonly number[]> {
  await page.focus(selector);
  await page.evaluate(() => void ((window as unknown as { bench: Watching }).bench.frames = []));
  for (const key of keys) {
    await page.keyboard.press(key);
    await page.evaluate(() => new Promise((r) => setTimeout(r, 60)));
  }
  return (await page.evaluate(() => (window as unknown as { bench: Watching }).bench.frames)).slice(5);
}
async function timed(what: () => Promise<unknown>): Promise<number> {
  const t = performance.now();
  await what();
  return performance.now() - t;
}
export const saved = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => document.querySelector('.state')?.textContent?.includes('all saved'), {
    timeout: 60_000,
    polling: 10,
  });
export const SAYS = 'Port Ellery to Gull Holm and on to Tarn Isle by night';

export async function open(
  browser: Browser,
  house: TestServer,
  path: string,
  ready = '.sample .picture',
): Promise<Page> {
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  page.setDefaultTimeout(60_000);
  await page.goto(`${house.address}${path}`);
  await page.waitForSelector('[role="treeitem"]');
  await page.waitForSelector(ready);
  await watch(page);
  await page.evaluate(() => new Promise((r) => setTimeout(r, 1500)));
  return page;
}

async function demo(browser: Browser, house: TestServer, tell: Tell): Promise<void> {
  const page = await open(browser, house, '/p/norrvik-crossings/compose');
  await page.click('[role="treeitem"][aria-label^="Listing"]');
  const frames = await typed(
    page,
    '[aria-label="Details"] [role="group"][aria-label="Text"] :is(input, textarea)',
    SAYS,
  );
  tell('Demo: types into a prop, key to frame, median', median(frames), 'ms', { below: 16.8 });
  tell('  p95', percentile(frames, 95), 'ms', { below: 33 });
  await page.close();
}

/** A free box with a hundred things in it, one of them dragged among the others with the pointer. */
async function dragging(browser: Browser, house: TestServer, tell: Tell): Promise<void> {
  const call = async (path: string, body: unknown): Promise<Record<string, unknown>> => {
    const got = await fetch(`${house.address}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return (await got.json()) as Record<string, unknown>;
  };
  const { id } = (await call('/projects', { name: 'Free', kit: 'plywood@1.0.0' }))['project'] as Project;
  const blank = blankScreen('s', 'Free', 'flow-1', 'desktop', 1280, 800);
  const nodes: Record<string, Node> = {};
  const children: string[] = [];
  for (let i = 0; i < 100; i++) {
    const at = { x: 20 + (i % 10) * 122, y: 20 + Math.floor(i / 10) * 74 };
    nodes[`n${i}`] = newInstance(`n${i}`, 'plywood@1.0.0/button', at);
    children.push(`n${i}`);
  }
  nodes['free'] = { id: 'free', type: 'box', attrs: { flow: 'free', width: 'stretch', height: 780 }, children };
  nodes[blank.root] = { id: blank.root, type: 'box', attrs: { flow: 'column', width: 'stretch' }, children: ['free'] };
  const steps: Step[] = [{ do: 'insertScreen', screen: { ...blank, nodes }, after: null }];
  await call(`/projects/${id}/edits`, { base: 0, edits: [{ id: 'free-box', label: 'Free', steps }] });
  const page = await open(browser, house, `/p/${id}/compose/s`);
  const at = await page.$eval('.screen.current', (e) => {
    const r = e.getBoundingClientRect();
    const zoom = r.width / 1280;
    return { x: r.x + (20 + 2 * 122 + 30) * zoom, y: r.y + (20 + 2 * 74 + 18) * zoom };
  });
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x + 12, at.y + 8, { steps: 4 });
  await page.evaluate(() => {
    const w = window as unknown as { bench: Watching };
    const channel = new MessageChannel();
    w.bench.frames = [];
    channel.port1.onmessage = (m: MessageEvent<number>) => void w.bench.frames.push(performance.now() - m.data);
    addEventListener(
      'pointermove',
      () => {
        const began = performance.now();
        requestAnimationFrame(() => channel.port2.postMessage(began));
      },
      true,
    );
  });
  for (let i = 0; i < 60; i++) {
    await page.mouse.move(at.x + 12 + i * 3, at.y + 8 + Math.sin(i / 4) * 60);
    await page.evaluate(() => new Promise((r) => setTimeout(r, 30)));
  }
  await page.mouse.up();
  const frames = (await page.evaluate(() => (window as unknown as { bench: Watching }).bench.frames)).slice(5);
  tell('Drags among 100 things in a free box, pointer to frame, median', median(frames), 'ms', { below: 16.8 });
  tell('  p95', percentile(frames, 95), 'ms', { below: 33 });
  await page.close();
}

export async function large(browser: Browser, house: TestServer, id: string, tell: Tell): Promise<void> {
  const page = await open(browser, house, `/p/${id}/compose/s0`);
  const item = '[role="treeitem"][aria-label^="Button"]';
  tell('200 x 100: selects a thing, longest task', await longest(page, () => page.click(item)), 'ms', { below: 50.01 });
  const frames = await typed(
    page,
    '[aria-label="Details"] [role="group"][aria-label="Label"] :is(input, textarea)',
    SAYS,
  );
  tell('200 x 100: types into a prop, key to frame, median', median(frames), 'ms', { below: 16.8 });
  tell('  p95', percentile(frames, 95), 'ms', { below: 33 });
  await saved(page);
  const all = await page.waitForSelector('.alike button[aria-label*="select all alike"]:last-of-type');
  const count = await all?.evaluate((e) => e.textContent?.trim() ?? '');
  const told = (): Promise<unknown> =>
    page.waitForFunction(
      () =>
        /\d+ selected/u.test(
          document.querySelector('[aria-label="Details"] header')?.textContent?.replace(/[.,](?=\d{3})/gu, '') ?? '',
        ),
      { polling: 5 },
    );
  const select = await timed(async () => {
    await all?.click();
    await told();
    await page.evaluate(() => new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r))));
  });
  tell(`200 x 100: selects everything alike (${count ?? ''})`, select, 'ms', { below: 300 });
  await page.evaluate(() => new Promise((r) => setTimeout(r, 1500)));
  const flag =
    '[aria-label="Details"] [role="group"][aria-label="Disabled"] input, [aria-label="Details"] [role="group"][aria-label="Kind"] button:not([aria-pressed="true"])';
  let shown = 0;
  const change = await timed(async () => {
    await page.evaluate(() => void ((window as unknown as { bench: Watching }).bench.frames = []));
    await page.click(flag);
    await page.waitForFunction(() => (window as unknown as { bench: Watching }).bench.frames.length > 0);
    shown = await page.evaluate(() => (window as unknown as { bench: Watching }).bench.frames[0] ?? 0);
    await saved(page);
  });
  tell('200 x 100: changes a prop of all of them, shown', shown, 'ms', { below: 50 });
  tell('  until saved', change, 'ms', { below: 600 });
  await page.evaluate(() => new Promise((r) => setTimeout(r, 1500)));
  const undone = await timed(async () => {
    await page.click('[aria-label^="Undo "]');
    await page
      .waitForFunction(() => !document.querySelector('.state')?.textContent?.includes('all saved'), {
        polling: 2,
        timeout: 2000,
      })
      .catch(() => undefined);
    await saved(page);
  });
  tell('200 x 100: undoes it, until saved', undone, 'ms', { below: 600 });
  await rebrand(page, tell);
  await page.close();
}

/** When things were first seen on the page after a press, ms: the page notes it, since asking it from outside takes its own time. */
async function seenAfter(
  page: Page,
  press: () => void,
  things: Readonly<Record<string, { readonly there: string; readonly says?: string; readonly gone?: string }>>,
): Promise<Readonly<Record<string, number>>> {
  await page.evaluate((things) => {
    const w = window as unknown as { seen: Record<string, number>; pressed: number };
    w.seen = {};
    w.pressed = 0;
    const look = new MutationObserver(() => {
      for (const [name, { there, says = '', gone }] of Object.entries(things)) {
        if (name in w.seen || !document.querySelector(there)?.textContent?.includes(says)) continue;
        if (gone && document.querySelector(gone)) continue;
        w.seen[name] = 0;
        requestAnimationFrame(() => {
          w.seen[name] = performance.now() - w.pressed;
          if (Object.keys(w.seen).length === Object.keys(things).length) look.disconnect();
        });
      }
    });
    look.observe(document.body, {
      childList: true,
      subtree: true,
      characterData: true,
      attributeFilter: ['aria-busy'],
    });
  }, things);
  await page.evaluate(`window.pressed = performance.now(); (${press.toString()})()`);
  await page.waitForFunction(
    (n) => Object.values((window as unknown as { seen: Record<string, number> }).seen).filter(Boolean).length === n,
    { polling: 250, timeout: 240_000 },
    Object.keys(things).length,
  );
  return page.evaluate(() => (window as unknown as { seen: Record<string, number> }).seen);
}

const FOUND = '[aria-label="To look at"] li';
export async function rebrand(page: Page, tell: Tell): Promise<void> {
  let seenAt: Readonly<Record<string, number>> = {};
  const task = await longest(page, async () => {
    seenAt = await seenAfter(
      page,
      () =>
        [...document.querySelectorAll('nav a')]
          .find((a) => a.textContent === 'Rebrand')
          ?.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true })),
      {
        opened: { there: '[aria-label="Match sheet"] li' },
        first: { there: FOUND },
        reviewed: { there: FOUND, gone: '[aria-label="To look at"] .progress' },
        tried: { there: '[aria-label="To look at"][aria-busy="false"] li' },
      },
    );
  });
  const at = (name: string): number => seenAt[name] ?? Number.NaN;
  tell('200 x 100: opens Rebrand', at('opened'), 'ms', { below: 500 });
  tell('  longest task until the review is complete', task, 'ms', { below: 50.01 });
  tell('  first findings', at('first'), 'ms', { below: 300 });
  tell('  review complete', at('reviewed'), 'ms', { below: 4000 });
  const causes = await page.evaluate(
    () => document.querySelector('[aria-label="To look at"] header .note')?.textContent ?? '',
  );
  tell(`  ways to mend tried for all of ${causes}, from then on`, at('tried') - at('reviewed'), 'ms', { below: 5000 });
  let seen = 0;
  const done = await timed(async () => {
    const all = await seenAfter(
      page,
      () => [...document.querySelectorAll('button')].find((b) => b.textContent?.startsWith('Rebrand 200'))?.click(),
      { worn: { there: '.wears', says: 'Skerry' } },
    );
    seen = all['worn'] ?? Number.NaN;
    await saved(page);
  });
  tell('200 x 100: rebrands all screens, shown', seen, 'ms', { below: 300 });
  tell('  until saved', done, 'ms', { below: 1000 });
}
