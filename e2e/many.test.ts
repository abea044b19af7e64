import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { blankScreen, newInstance, type Project, type Step } from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { composeReady, Designer } from '../testing/browser/pointer.js';
import { allDrawn } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const settled: typeof desk.settled = (is) => desk.settled(is);
const rest = (ms = 250): Promise<unknown> => page.evaluate((t) => new Promise((r) => setTimeout(r, t)), ms);
const SCREENS = 24;
const begin = async (): Promise<void> => {
  await desk.make(
    'Many',
    Array.from({ length: SCREENS }, (_, i): Step => {
      const blank = blankScreen(`s${i}`, `Draft ${i + 1}`, 'flow-1', 'phone', 390, 844);
      const go = newInstance('go', 'plywood@1.0.0/button', {}, [
        { home: 'plywood@1.0.0/button', at: [], kind: 'prop', name: 'label', value: `Sail ${i + 1}` },
      ]);
      const root = blank.nodes[blank.root];
      return {
        do: 'insertScreen',
        screen: {
          ...blank,
          nodes: root?.type === 'box' ? { go, [root.id]: { ...root, children: ['go'] } } : blank.nodes,
        },
        after: i === 0 ? null : `s${i - 1}`,
      };
    }),
  );
  await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
  await composeReady(page);
};
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
});
const footers = (p: Project): number =>
  p.screens.filter((s) => Object.values(s.nodes).some((n) => n.type === 'instance' && n.component.endsWith('/footer')))
    .length;

describe('one field that finds everything', () => {
  it('goes to a screen, to what stands on one, places a component and runs a command', async () => {
    await begin();
    await hand.chord('Control+k');
    await page.waitForSelector('[role="combobox"][aria-label="Find"]:focus');
    await page.keyboard.type('draft 17');
    await page.waitForSelector('[role="option"][aria-selected="true"]::-p-text(Draft 17)');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname.endsWith('/s16'));
    await hand.chord('Control+k');
    await page.waitForSelector('[role="combobox"][aria-label="Find"]:focus');
    await page.keyboard.type('sail 21');
    await page.waitForSelector('[role="option"]::-p-text(Sail 21)');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname.endsWith('/s20') && location.search === '?sel=go');
    await hand.chord('Control+k');
    await page.waitForSelector('[role="combobox"][aria-label="Find"]:focus');
    await page.keyboard.type('footer');
    await page.waitForSelector('[role="option"]::-p-text(Place Footer)');
    await page.keyboard.press('Enter');
    await settled((p) => footers(p) === 1);
    await hand.chord('Control+k');
    await page.waitForSelector('[role="combobox"][aria-label="Find"]:focus');
    await page.keyboard.type('these keys');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role="dialog"][aria-labelledby] ::-p-text(Place line)');
  });
  it('says so when there is nothing', async () => {
    await begin();
    await hand.chord('Control+k');
    await page.waitForSelector('[role="combobox"][aria-label="Find"]:focus');
    await page.keyboard.type('xyzzy');
    await page.waitForSelector('::-p-text(Nothing here is called, or says, “xyzzy”.)');
  });
});

describe('Q. twenty screens picked, renamed by pattern, given one footer, and printed on a contact sheet', () => {
  const named = (p: Project): boolean => p.screens.slice(0, 20).every((x, i) => x.name === `Step ${i + 1}`);
  /** The Wall as it was left: all of it in sight. */
  async function seeAll(): Promise<void> {
    await page.focus('[aria-label="Wall"]');
    await page.keyboard.press('g');
    await rest(600);
    await allDrawn(page);
  }
  async function printed(): Promise<void> {
    const link = await page.waitForSelector('a[download$=".pdf"]', { timeout: 40_000 });
    const begins = await link?.evaluate(async (a) => {
      const got = await fetch((a as HTMLAnchorElement).href);
      return new TextDecoder('latin1').decode(new Uint8Array(await got.arrayBuffer()).slice(0, 5));
    });
    expect(begins).toBe('%PDF-');
  }
  it('by keyboard', async () => {
    await begin();
    await seeAll();
    await hand.click('[data-label="s19"]', { with: 'Shift' });
    await page.waitForFunction(() => document.querySelectorAll('[data-label][aria-pressed="true"]').length === 20);
    await hand.chord('/');
    await hand.type('footer', 'Enter');
    await settled((p) => footers(p) === 20);
    await page.focus('[aria-label="Wall"]');
    await hand.chord('n');
    await page.waitForSelector('#rn-pattern:focus');
    await hand.type('Step {number}', 'Enter');
    await settled(named);
    await rest(400);
    await hand.chord('Control+p');
    await printed();
    expect(hand.count, 'Q by keyboard: actions').toBeLessThanOrEqual(6);
  });
  it('by pointer', async () => {
    await begin();
    await seeAll();
    const at = await page.evaluate(() => {
      const box = (n: number): DOMRect =>
        document.querySelector(`.screen[aria-label="Draft ${n}"]`)?.getBoundingClientRect() ?? new DOMRect();
      const tops = [...new Set(Array.from({ length: 24 }, (_, i) => Math.round(box(i + 1).top)))].sort((a, b) => a - b);
      return {
        tops,
        first: box(1).toJSON() as DOMRect,
        last: box(20).toJSON() as DOMRect,
        next: box(21).toJSON() as DOMRect,
      };
    });
    // Twenty end a row, or a rectangle takes whole rows and the last few are added by their names.
    await page.keyboard.down('Shift');
    hand.count++;
    await page.mouse.move(at.first.left - 10, at.first.top - 3);
    await page.mouse.down();
    const row = at.next.top > at.last.top + 5;
    await page.mouse.move(row ? at.last.right + 5 : at.last.right - 2, at.last.bottom - 2, { steps: 8 });
    await page.mouse.up();
    await page.keyboard.up('Shift');
    const caught = await page.$$eval('[data-label][aria-pressed="true"]', (l) => l.length);
    expect(caught).toBeGreaterThan(7);
    if (caught !== 20) await hand.click('[data-label="s19"]', { with: 'Shift' });
    await page.waitForFunction(() => document.querySelectorAll('[data-label][aria-pressed="true"]').length === 20);
    await hand.click('aria/Navigation[role="tab"]');
    await hand.click('button.sample[aria-label="Footer"]');
    await settled((p) => footers(p) === 20);
    await hand.click(
      '::-p-xpath(//aside//button[normalize-space()="Screen"] | //header//button[normalize-space()="Screen"])',
    );
    await hand.click('aria/Rename screens[role="menuitem"]');
    await page.waitForSelector('#rn-pattern:focus');
    await hand.type('Step {number}', 'Enter');
    await settled(named);
    await rest(400);
    await hand.click(
      '::-p-xpath(//aside//button[normalize-space()="Screen"] | //header//button[normalize-space()="Screen"])',
    );
    await hand.click('aria/Contact sheet[role="menuitem"]');
    await printed();
    expect(hand.count, 'Q by pointer: actions').toBeLessThanOrEqual(9);
  });
});
it('had no error on the page', () => expect(desk.wrong).toEqual([]));

describe('very much of one thing', () => {
  it('five thousand things in one box are opened, selected, deleted and brought back without standing still', async () => {
    const N = 5000;
    const blank = blankScreen('big', 'Big', 'flow-1', 'phone', 390, 844);
    const ids = Array.from({ length: N }, (_, i) => `t${i}`);
    const root = blank.nodes[blank.root];
    const nodes = Object.fromEntries(
      ids.map((id, i) => [id, { id, type: 'text' as const, attrs: { text: `Thing ${i}`, textStyle: 'means:body' } }]),
    );
    await desk.make('Much', [
      {
        do: 'insertScreen',
        screen: {
          ...blank,
          nodes: root?.type === 'box' ? { ...nodes, [root.id]: { ...root, children: ids } } : blank.nodes,
        },
        after: null,
      },
    ]);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
    await page.waitForSelector('.screen.current canvas');
    await rest(800);
    await page.evaluate(() => {
      const seen: number[] = [];
      Object.assign(window, { longest: seen });
      new PerformanceObserver((l) => {
        for (const e of l.getEntries()) seen.push(e.duration);
      }).observe({ entryTypes: ['longtask'] });
    });
    const count = (p: Project): number => Object.keys(p.screens[0]?.nodes ?? {}).length;
    await page.focus('[aria-label="Wall"]');
    await hand.chord('Control+a');
    await rest(600);
    await page.keyboard.press('Delete');
    await settled((p) => count(p) === 1);
    await hand.chord('Control+z');
    await settled((p) => count(p) === N + 1);
    await rest(600);
    const longest = await page.evaluate(() => Math.max(0, ...(window as unknown as { longest: number[] }).longest));
    expect(longest, 'ms that nothing answers').toBeLessThan(6000);
  });
  it('a screen of a hundred thousand px is drawn where it is looked at; one that is said to be so tall is refused', async () => {
    const blank = blankScreen('tall', 'Tall', 'flow-1', 'phone', 390, 844);
    const ids = Array.from({ length: 100 }, (_, i) => `t${i}`);
    const root = blank.nodes[blank.root];
    const nodes = Object.fromEntries(
      ids.map((id, i) => [
        id,
        {
          id,
          type: 'box' as const,
          attrs: { width: 'stretch', height: 1000, fill: i % 2 ? '#3366aa' : '#aa6633' },
          children: [],
        },
      ]),
    );
    await desk.make('Tall', [
      {
        do: 'insertScreen',
        screen: {
          ...blank,
          nodes: (root?.type === 'box' ? { ...nodes, [root.id]: { ...root, children: ids } } : blank.nodes) as never,
        },
        after: null,
      },
      { do: 'insertScreen', screen: blankScreen('small', 'Small', 'flow-1', 'phone', 390, 844), after: 'tall' },
    ]);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/small`);
    await page.waitForSelector('.screen.current canvas');
    await allDrawn(page);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/tall?sel=t99`);
    await page.waitForSelector('.screen.current canvas');
    await rest(1200);
    // The last of them was brought into view, and it is painted.
    const seen = await page.evaluate(() => {
      const wall = document.querySelector('.wall')?.getBoundingClientRect();
      const mark = [...document.querySelectorAll('.marks')].at(-1)?.getBoundingClientRect();
      return { top: mark?.top ?? -1, from: wall?.top ?? 0, to: wall?.bottom ?? 0 };
    });
    expect(seen.top).toBeGreaterThan(seen.from - 20);
    expect(seen.top).toBeLessThan(seen.to);
    await page.focus('[aria-label="Wall"]');
    await page.keyboard.press('Escape');
    const high = await page.waitForSelector('[aria-label="Details"] [role="group"][aria-label="Least height"] input');
    await high?.click({ count: 3 });
    await page.keyboard.type('100000');
    await page.keyboard.press('Enter');
    await page.waitForSelector(
      '::-p-text(“100000” is nothing for least height; type a number from 40 to 50,000, or nothing.)',
    );
  });
});
