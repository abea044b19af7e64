import type { Page } from 'puppeteer-core';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { beforeEach, describe, expect, it, onTestFinished } from 'vitest';
import { blankScreen, type Node, type Project, type Screen, type Step } from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { composeReady, Designer } from '../testing/browser/pointer.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const settled: typeof desk.settled = (is) => desk.settled(is);
const rest = (ms = 250): Promise<unknown> => page.evaluate((t) => new Promise((r) => setTimeout(r, t)), ms);
const HIGH = 500;
function tall(): Step {
  const blank = blankScreen('s', 'Tall', 'flow-1', 'phone', 390, HIGH);
  const block = (id: string, height: number, fill: string, more: Node['attrs'] = {}): Node => ({
    id,
    type: 'box',
    attrs: { width: 'stretch', height, fill, ...more },
    children: [],
  });
  const things = [
    block('head', 60, '#223355', { pin: 'top' }),
    block('one', 400, '#dde5ee'),
    block('two', 400, '#c8d6c0'),
    block('foot', 60, '#553322', { pin: 'bottom' }),
  ];
  const root: Node = {
    id: blank.root,
    type: 'box',
    attrs: { flow: 'column', width: 'stretch' },
    children: things.map((t) => t.id),
  };
  return {
    do: 'insertScreen',
    screen: { ...blank, nodes: Object.fromEntries([root, ...things].map((n) => [n.id, n])) },
    after: null,
  };
}
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
  await desk.make('Device', [tall()]);
  await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
  await composeReady(page);
});
const first = (p: Project): Screen => p.screens[0] as Screen;
const frame = (): Promise<{ x: number; y: number; w: number; h: number }> =>
  page.$eval('.screen.current', (e) => {
    const b = e.getBoundingClientRect();
    return { x: b.x, y: b.y, w: b.width, h: b.height };
  });
/** How tall the screen stands on the Wall, in its own px. */
const tallness = async (): Promise<number> => {
  const { w, h } = await frame();
  return (h / w) * 390;
};
/** Which of what lies over the screen is shown. */
const pressed = (): Promise<readonly boolean[]> =>
  page.$$eval('.overs button', (all) => all.map((b) => b.getAttribute('aria-pressed') === 'true'));
const shown = async (): Promise<number> => (await pressed()).filter((p) => p).length;
async function at(x: number, y: number): Promise<{ x: number; y: number }> {
  const r = await frame();
  return { x: r.x + (x * r.w) / 390, y: r.y + (y * r.w) / 390 };
}
/** The colour that is drawn at a point of the screen. */
const colourAt = async (x: number, y: number): Promise<string> => {
  const { w } = await frame();
  return page.$eval(
    '.screen.current canvas',
    (c, px, py) => {
      const el = c as HTMLCanvasElement;
      const k = el.width / el.getBoundingClientRect().width;
      const d = el.getContext('2d')?.getImageData(Math.round(px * k), Math.round(py * k), 1, 1).data ?? [];
      return `#${[...d.slice(0, 3)].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
    },
    (x * w) / 390,
    (y * w) / 390,
  );
};

describe('a screen on its device', () => {
  it('is scrolled by wheel, thumb and keys, with what stays in place, and worked on there', async () => {
    expect(await colourAt(30, 30)).toBe('#223355');
    await page.click('.fold button');
    await expect.poll(async () => Math.abs((await tallness()) - HIGH)).toBeLessThan(2);
    await expect.poll(() => colourAt(30, HIGH - 30)).toBe('#553322');
    expect(await colourAt(30, 200)).toBe('#dde5ee');
    const middle = await at(200, 250);
    await page.mouse.move(middle.x, middle.y);
    await page.mouse.wheel({ deltaY: 2000 });
    await expect.poll(() => colourAt(30, 200)).toBe('#c8d6c0');
    expect(await colourAt(30, 30)).toBe('#223355');
    // What is pressed there is what is seen there.
    await hand.click(await at(200, 200));
    await page.waitForFunction(() => location.search.includes('sel=two'));
    await hand.click(await at(200, 30));
    await page.waitForFunction(() => location.search.includes('sel=head'));
    // The thumb brings it back.
    const thumb = await page.$eval('.thumb', (e) => {
      const b = e.getBoundingClientRect();
      return { x: b.x + b.width / 2, y: b.y + b.height / 2 };
    });
    await hand.drag(thumb, { x: thumb.x, y: thumb.y - 400 });
    await expect.poll(() => colourAt(30, 200)).toBe('#dde5ee');
    await page.focus('.thumb');
    await page.keyboard.press('End');
    await expect.poll(() => colourAt(30, 200)).toBe('#c8d6c0');
    await page.click('.way .all');
    await expect.poll(tallness).toBeGreaterThan(900);
  });
  it('says what stays, and brings what is chosen into view', async () => {
    await hand.click(await at(200, 600));
    await page.waitForFunction(() => location.search.includes('sel=two'));
    await hand.click('#ground-pin');
    await hand.click('.p-select-option:nth-child(2)');
    await settled((p) => first(p).nodes['two']?.attrs.pin === 'top');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await settled((p) => first(p).nodes['two']?.attrs.pin === undefined);
    await page.focus('[aria-label="Wall"]');
    await page.keyboard.press('Escape');
    await page.keyboard.press('f');
    await rest();
    await hand.click('[role="treeitem"][data-id="two"]');
    await expect.poll(() => colourAt(30, 250)).toBe('#c8d6c0');
  });
});

describe('what lies over a screen', () => {
  it('is placed over it, shown one at a time, and put away without changing what is below', async () => {
    await hand.chord('/');
    await hand.type('dialog Leave this page?', 'Enter');
    const p = await settled((x) => Object.values(first(x).nodes).some((n) => n.attrs.overlay === 'middle'));
    const dialog = Object.values(first(p).nodes).find((n) => n.attrs.overlay === 'middle');
    await expect.poll(() => colourAt(30, 200)).not.toBe('#dde5ee');
    // A second one: a menu where it is put, that dims nothing.
    await hand.click('[role="treeitem"][data-id="one"]');
    await expect.poll(() => colourAt(30, 200)).toBe('#dde5ee');
    await hand.click('#ground-over');
    await hand.click('.p-select-option:nth-child(7)');
    await settled((x) => first(x).nodes['one']?.attrs.overlay === 'free');
    await expect.poll(() => page.$$eval('.overs button', (all) => all.length)).toBe(2);
    // It is dragged over the screen to the px.
    const before = first(await desk.project()).nodes['one']?.attrs;
    await hand.drag(await at(200, 300), await at(200, 380));
    const moved = await settled((x) => first(x).nodes['one']?.attrs.y !== before?.y);
    expect(Math.abs((first(moved).nodes['one']?.attrs.y ?? 0) - (before?.y ?? 0) - 80)).toBeLessThan(12);
    // One at a time.
    await page.click('.overs button:nth-child(2)');
    await expect.poll(shown).toBe(1);
    // Pressed beside it, it is put away; the keys bring it again, and away.
    await page.focus('[aria-label="Wall"]');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await expect.poll(shown).toBe(0);
    for (const which of [
      [true, false],
      [false, true],
      [false, false],
    ]) {
      await page.keyboard.press('o');
      await expect.poll(pressed).toEqual(which);
    }
    const svg = (over: string): Promise<string> =>
      fetch(`${desk.house.address}/api/projects/${desk.id}/screens/s.svg${over}`).then((r) => r.text());
    expect(await svg(`?over=${dialog?.id ?? ''}`)).toContain('Leave');
    expect(await svg('')).not.toContain('Leave');
    expect(await svg('?over=two')).toContain('lies over this screen');
  });
});

describe('a worker that comes late', () => {
  it('draws the other screens all the same', async () => {
    const way = await slowWay(desk.house.address, /worker/u, 2500);
    onTestFinished(way.close);
    await page.goto(`${way.address}/p/norrvik-crossings/compose/find`);
    await page.waitForSelector('.screen.current canvas');
    // The bar along the top of the screen beside the one that is worked on, in the navy of its kit.
    await page.waitForFunction(
      () => {
        const el = document.querySelector<HTMLCanvasElement>('canvas.ground');
        const label = document.querySelector('[data-label="sailings"]')?.getBoundingClientRect();
        const own = el?.getBoundingClientRect();
        const ctx = el?.getContext('2d');
        if (!el || !label || !own || !ctx) return false;
        const x = (label.x - own.x + 60) * devicePixelRatio;
        const y = (label.bottom - own.y + 8) * devicePixelRatio;
        const [r = 255, , b = 0] = ctx.getImageData(x, y, 1, 1).data;
        return r < 40 && b > 60;
      },
      { timeout: 30_000, polling: 100 },
    );
    expect(desk.wrong).toEqual([]);
  });
});

/**
 * The house as it is reached over a way on which some things take their time, ms. (What the debugger holds back of a worker at
 * times never comes when the processors are busy.)
 */
async function slowWay(
  to: string,
  what: RegExp,
  late: number,
): Promise<{ readonly address: string; readonly close: () => void }> {
  const server = createServer((asked, answer) => {
    const { method, url = '/', headers } = asked;
    const on = request(to + url, { ...(method ? { method } : {}), headers });
    on.on('response', (got) => {
      answer.writeHead(got.statusCode ?? 502, got.headers);
      got.pipe(answer);
    });
    on.on('error', () => answer.destroy());
    setTimeout(() => asked.pipe(on), what.test(url) ? late : 0);
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  return {
    address: `http://127.0.0.1:${port}`,
    close: () => {
      server.closeAllConnections();
      server.close();
    },
  };
}
