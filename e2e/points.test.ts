import type { Page } from 'puppeteer-core';
import { beforeAll, describe, expect, it } from 'vitest';
import { childrenOf, type InstanceNode, type Node, type Project, type Screen } from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';
import { byRole, pressButton } from '../testing/browser/testServer.js';
import { allDrawn, looksOf, looksOther, visibleTexts } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const project = (): Promise<Project> => desk.project();
const settled: typeof desk.settled = (is) => desk.settled(is);

beforeAll(async () => {
  desk.id = 'norrvik-crossings';
  page = await desk.newPage();
  hand = new Designer(page);
});

const screen = (p: Project, name: string): Screen => p.screens.find((s) => s.name === name) as Screen;
const order = (s: Screen): string[] => [...childrenOf(s.nodes[s.root] as Node)];
const line = (name: string): string => `[role="treeitem"][aria-label="${name}"]`;
const row = (name: string): string => `[aria-label="Details"] [role="group"][aria-label="${name}"]`;

describe('the demo, worked on', () => {
  it('opens from Home, with landmarks by name', async () => {
    await page.goto(desk.house.address);
    await hand.click('a[href="/p/norrvik-crossings/compose"]');
    for (const name of ['Outline', 'Wall', 'Shelf', 'Details']) await byRole(page, 'region', name);
    await byRole(page, 'navigation', 'Views');
    await page.waitForSelector('.sample .picture');
  });
  it('adds tablet and desktop screens, renames and reorders them', async () => {
    for (const [preset, name] of [
      ['Tablet, 834 × 1112', 'Tablet'],
      ['Desktop, 1280 × 800', 'Desktop'],
    ] as const) {
      await pressButton(page, 'button', 'Add screen');
      await pressButton(page, 'menuitem', preset);
      await settled((p) => p.screens.some((s) => s.name === name));
    }
    await page.click('[aria-label="Outline"] .name');
    const field = await page.waitForSelector('input[aria-label="Screen name"]');
    await field?.click({ count: 3 });
    await page.keyboard.type('Harbour desk');
    await page.keyboard.press('Enter');
    const p = await settled((x) => x.screens.some((s) => s.name === 'Harbour desk'));
    const at = p.screens.findIndex((s) => s.name === 'Harbour desk');
    await pressButton(page, 'button', 'Screen');
    await pressButton(page, 'menuitem', 'Move screen left');
    await settled((x) => x.screens.findIndex((s) => s.name === 'Harbour desk') === at - 1);
  });
  it('walks with arrows, climbs with Escape, duplicates and deletes by key', async () => {
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/find`);
    await hand.click(line('Title Where to?'));
    const before = order(screen(await project(), 'Find a crossing'));
    await page.keyboard.press('ArrowDown');
    await page.waitForSelector('[role="treeitem"][aria-label^="Card"][aria-selected="true"]');
    await page.keyboard.press('ArrowUp');
    await page.waitForSelector(`${line('Title Where to?')}[aria-selected="true"]`);
    await page.keyboard.down('Control');
    await page.keyboard.press('d');
    await page.keyboard.up('Control');
    await settled((p) => order(screen(p, 'Find a crossing')).length === before.length + 1);
    await page.keyboard.press('Delete');
    await settled((p) => order(screen(p, 'Find a crossing')).join() === before.join());
    await page.keyboard.press('Escape');
  });
  it('selects on the Wall, goes deeper with a double-click, and climbs out again', async () => {
    const p = await project();
    const action = await visibleTexts(page, p, 'find', (b) => b.node.instance?.role === 'button');
    await hand.click(action);
    await page.waitForSelector('[role="treeitem"][aria-label^="Card"][aria-selected="true"]');
    await hand.click(action, { double: true });
    await page.waitForSelector('[aria-label="Edit text"]');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
  });
  it('overrides a nested part, counts it, and puts it back', async () => {
    await hand.click('[role="treeitem"][aria-label^="Card"]');
    await page.waitForSelector('[aria-label="Details"] details');
    await page.evaluate(() =>
      document.querySelectorAll<HTMLDetailsElement>('[aria-label="Details"] details').forEach((d) => (d.open = true)),
    );
    await hand.click(`${row('Tone')} .value ::-p-aria(Danger)`);
    const card = (x: Project): InstanceNode =>
      Object.values(screen(x, 'Find a crossing').nodes).find(
        (n): n is InstanceNode => n.type === 'instance' && n.component.endsWith('/panel-card'),
      ) as InstanceNode;
    await settled((x) => card(x).overrides.some((s) => s.at.join() === 'action' && s.value === 'danger'));
    await hand.click(`${row('Tone')} .back`);
    await settled((x) => !card(x).overrides.some((s) => s.at.length > 0));
  });
  it('edits a text in place on the Wall', async () => {
    const p = await project();
    await hand.click(
      await visibleTexts(page, p, 'find', (b) => b.node.type === 'text' && b.node.text === 'Where to?'),
      {
        double: true,
      },
    );
    await page.waitForSelector('[aria-label="Edit text"]');
    await page.keyboard.type('Where shall we go?');
    await page.keyboard.press('Enter');
    await page.waitForSelector(line('Title Where shall we go?'));
  });
  it('chooses an icon, a flag, a colour and list items in Details', async () => {
    await hand.click('[role="treeitem"][aria-label^="Listing Port Ellery"]');
    await hand.click(`${row('Glyph')} button[aria-haspopup]`);
    await page.waitForSelector('[aria-label="Search icons"]');
    await page.keyboard.type('anchor');
    await page.keyboard.press('Enter');
    await hand.click(`${row('Leads on')} input`);
    const listing = (x: Project): InstanceNode =>
      Object.values(screen(x, 'Find a crossing').nodes).find(
        (n): n is InstanceNode =>
          n.type === 'instance' && n.overrides.some((s) => s.value === 'Port Ellery to Gull Holm'),
      ) as InstanceNode;
    await settled(
      (x) =>
        listing(x).overrides.some((s) => s.value === 'anchor') &&
        listing(x).overrides.some((s) => s.name === 'leads' && s.value === false),
    );
    await hand.click('[role="treeitem"][aria-label^="Dock"]');
    const field = await page.waitForSelector('input[aria-label="Places 1 Word"]');
    await field?.click({ count: 3 });
    await page.keyboard.type('Home');
    await settled((x) => JSON.stringify(screen(x, 'Find a crossing').nodes).includes('"word":"Home"'));
  });
  it('fills one thing from a row of a content set, and follows another row', async () => {
    await hand.click('[role="treeitem"][aria-label^="Listing Skerrow"]');
    await hand.click(`${row('Filled from')} [aria-label="Content set"]`);
    await hand.click('aria/Sailings[role="option"]');
    await page.waitForSelector('[role="treeitem"][aria-label^="Listing 06:30"]');
    await hand.click(`${row('Filled from')} [aria-label="Row"]`);
    await hand.click('[role="option"][aria-label^="3."]');
    await page.waitForSelector('[role="treeitem"][aria-label^="Listing 12:40"]');
  });
  it('repaints another screen when a cell that fills it is changed, and gives the keyboard back after Escape', async () => {
    await page.focus('[aria-label="Wall"]');
    await page.keyboard.press('g');
    await page.waitForSelector('.screen[aria-label="Sailings"]');
    await page.keyboard.press('c');
    await hand.click('::-p-xpath(//aside//button[contains(., "Sailings")])');
    await allDrawn(page);
    const before = await looksOf(page, 'Sailings');
    const cell = await page.waitForSelector('textarea[aria-label="Sails, row 1"]');
    await cell?.click({ count: 3 });
    await page.keyboard.type('06:45');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Sails, row 2');
    await looksOther(page, 'Sailings', before);
    await settled((x) =>
      Object.values(x.contentSets).some((s) => s.rows.some((r) => Object.values(r.values).includes('06:45'))),
    );
    await page.keyboard.type('never');
    await page.keyboard.press('Escape');
    await expect
      .poll(() => page.$eval('textarea[aria-label="Sails, row 2"]', (e) => (e as HTMLTextAreaElement).value))
      .toBe('09:15');
    await page.keyboard.press('Escape');
    await page.waitForFunction(
      () => !document.querySelector('[role="dialog"]') && document.activeElement?.getAttribute('aria-label') === 'Wall',
    );
  });
  it('goes from screen to screen by the labels and picks several by Space', async () => {
    await page.focus('[data-label]');
    await page.keyboard.press('ArrowRight');
    const focused = (n: number): Promise<unknown> =>
      page.waitForFunction((i) => document.activeElement === document.querySelectorAll('[data-label]')[i], {}, n);
    await focused(1);
    await page.keyboard.press('Space');
    await page.keyboard.press('ArrowRight');
    await focused(2);
    await page.keyboard.press('Space');
    await page.waitForFunction(() =>
      [1, 2].every((i) => document.querySelectorAll('[data-label]')[i]?.getAttribute('aria-pressed') === 'true'),
    );
    await page.keyboard.press('Escape');
  });
  it('shows the same after the Wall was moved as when it is painted anew', async () => {
    await allDrawn(page);
    const wheel = (x: number, y: number): Promise<void> =>
      page.$eval(
        '[aria-label="Wall"]',
        (e, deltaX, deltaY) =>
          void e.dispatchEvent(new WheelEvent('wheel', { deltaX, deltaY, bubbles: true, cancelable: true })),
        x,
        y,
      );
    /** Keeps what the ground shows, or tells how many px differ from what was kept, by more than where pictures are cut. */
    const ground = (): Promise<number> =>
      page.$eval('.ground', (e) => {
        const c = e as HTMLCanvasElement;
        const now = c.getContext('2d')?.getImageData(0, 0, c.width, c.height).data ?? new Uint8ClampedArray();
        const w = window as unknown as { kept?: Uint8ClampedArray };
        const was = (w.kept ??= now);
        return now.reduce((n, v, i) => n + (Math.abs(v - (was[i] ?? 0)) > 24 ? 1 : 0), 0);
      });
    const rest = (): Promise<unknown> => page.evaluate(() => new Promise((r) => setTimeout(r, 300)));
    for (const [x, y] of [
      [37, 0],
      [0, -21],
      [-13, 8],
      [90, 60],
    ] as const) {
      await wheel(x, y);
      await rest();
    }
    await allDrawn(page);
    await ground();
    // Another size of the window and back paints everything anew in the same place.
    for (const width of [1300, 1280]) {
      await page.setViewport({ width, height: 800 });
      await rest();
    }
    await allDrawn(page);
    expect(await ground()).toBeLessThan(40);
    await wheel(1, 0);
    await rest();
    expect(await ground()).toBeGreaterThan(400);
    await wheel(-115, -47);
    await rest();
  });
  it('opens the Wall where it was left, and shows a new screen whole', async () => {
    await page.click('aria/Zoom out[role="button"]');
    const zoom = (): Promise<string> =>
      page.$eval('.zoom [aria-label$="show all screens"]', (e) => e.textContent?.trim() ?? '');
    const was = await zoom();
    const kept = await page.evaluate(() => localStorage.getItem('dekkor-wall'));
    await page.waitForFunction((k) => localStorage.getItem('dekkor-wall') !== k, {}, kept);
    await page.reload();
    await page.waitForSelector('.screen canvas');
    expect(await zoom()).toBe(was);
    await hand.click('aria/Add screen[role="button"]');
    await hand.click('::-p-xpath(//*[@role="menuitem"][contains(., "Desktop")]//a)');
    await page.waitForFunction(() => {
      const wall = document.querySelector('[aria-label="Wall"]')!.getBoundingClientRect();
      const s = document.querySelector('.screen[aria-label^="Desktop"]')?.getBoundingClientRect();
      return (
        s !== undefined && s.left >= wall.left && s.right <= wall.right && s.top >= wall.top && s.bottom <= wall.bottom
      );
    });
    await page.goto(`${desk.house.address}/p/norrvik-crossings/compose/find`);
  });
  it('refuses what is no colour and no size, naming it, and keeps what was there', async () => {
    await hand.click('[role="treeitem"][aria-label^="Card"]');
    const told = (word: string): Promise<unknown> =>
      page.waitForFunction(
        (w: string) => [...document.querySelectorAll('[role="alert"]')].some((e) => e.textContent?.includes(`“${w}”`)),
        {},
        word,
      );
    await hand.click(`${row('Fill')} button[aria-haspopup]`);
    await page.waitForSelector('[aria-label="Fill: a colour by name or value"]:focus');
    await page.keyboard.type('blueish');
    await page.keyboard.press('Enter');
    await told('blueish');
    await page.keyboard.press('Escape');
    const field = await page.waitForSelector(`${row('Width')} input`);
    await field?.click({ count: 3 });
    await page.keyboard.type('wide');
    await page.keyboard.press('Enter');
    await told('wide');
  });
  it('had no error on the page', () => expect(desk.wrong).toEqual([]));
});
