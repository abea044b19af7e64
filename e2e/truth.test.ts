import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { blankScreen, newInstance, type Component, type Edit, type Node, type Step } from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';
import { allDrawn, looksOf, looksOther } from '../testing/browser/shippedKits.js';

/** What is shown is always true: also when somebody else, or something elsewhere, changes it. */
const desk = new BrowserTest();
let page: Page;
let hand: Designer;
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
});

const tile = (fill: string): Component => ({
  id: 'tile',
  name: 'Tile',
  role: 'card',
  family: 'Own',
  summary: '',
  words: [],
  contract: { props: [], slots: [], states: [], events: [] },
  root: 'root',
  nodes: { root: { id: 'root', type: 'box', attrs: { width: 200, height: 120, fill }, children: [] } },
  rules: [],
});
const screen = (id: string, name: string): Step => {
  const blank = blankScreen(id, name, 'flow-1', 'phone', 390, 844);
  const root = blank.nodes['root'] as Node & { type: 'box' };
  const use = newInstance('t', 'project/tile', {});
  return {
    do: 'insertScreen',
    screen: { ...blank, nodes: { root: { ...root, children: ['t'] }, t: use } },
    after: id === 'one' ? null : 'one',
  };
};
/** Somebody else’s edit. */
const theirs = async (base: number, id: string, ...steps: Step[]): Promise<void> => {
  const edit: Edit = { id, label: 'Theirs', steps };
  await desk.post(`/projects/${desk.id}/edits`, { base, edits: [edit] });
};
describe('an original that is changed', () => {
  it('is drawn anew on every screen that uses it', async () => {
    await desk.make('Tiles', [
      { do: 'original', original: 'tile', value: tile('#1144aa') },
      screen('one', 'One'),
      screen('two', 'Two'),
    ]);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/one`);
    await page.waitForSelector('.screen[aria-label="One"] canvas');
    await page.waitForSelector('.screen[aria-label="Two"]');
    await allDrawn(page);
    await page.evaluate(() => new Promise((r) => setTimeout(r, 600)));
    const before = { one: await looksOf(page, 'One'), two: await looksOf(page, 'Two') };
    await theirs(1, 'repaint', { do: 'original', original: 'tile', value: tile('#aa2211') });
    await looksOther(page, 'One', before.one);
    await looksOther(page, 'Two', before.two);
  });
});

describe('a kit that is installed while a project is open', () => {
  it('can be looked through at once, without a reload', async () => {
    await desk.make('Lenses');
    await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
    await page.waitForSelector('.sample .picture');
    const kit = (await (await fetch(`${desk.house.address}/api/kits/plywood@1.0.0/kit.json`)).json()) as object;
    const form = new FormData();
    const own = JSON.stringify({ ...kit, id: 'balsa', name: 'Balsa', fonts: [] });
    form.append('kit', new Blob([own]), 'kit.json');
    const got = await fetch(`${desk.house.address}/api/kits`, { method: 'POST', body: form });
    expect(got.ok, await got.clone().text()).toBe(true);
    await page.click('[aria-label="Lens"]');
    await page.waitForSelector('aria/Balsa[role="option"]');
    await hand.click('aria/Balsa[role="option"]');
    await page.waitForFunction(() =>
      document.querySelector('[aria-label="Shelf"]')?.textContent?.includes('Kit: Balsa'),
    );
    await page.waitForSelector('.sample .picture');
  });
});

describe('Details', () => {
  it('show what rules make of a colour, and say that a rule does', async () => {
    desk.id = 'norrvik-crossings';
    await page.goto(`${desk.house.address}/p/norrvik-crossings/compose/sailings`);
    const message = await page.waitForSelector('[role="treeitem"][aria-label^="Message"]');
    await message?.click();
    const fill = '[aria-label="Details"] [role="group"][aria-label="Fill"]';
    const seen = async (): Promise<readonly string[]> => [
      await page.$eval(`${fill} label`, (e) => e.title),
      await page.$eval(`${fill} .swatch`, (e) => getComputedStyle(e).backgroundColor),
    ];
    await page.waitForSelector(`${fill} .swatch`);
    const rough = await seen();
    expect(rough[0]).toContain('rule');
    await hand.click('[aria-label="Details"] [role="group"][aria-label="Mood"] ::-p-aria(Calm)');
    await page.waitForFunction(
      (at: string, was: string) => getComputedStyle(document.querySelector(at) as Element).backgroundColor !== was,
      {},
      `${fill} .swatch`,
      rough[1] ?? '',
    );
  });
  it('had no error on the page', () => {
    expect(desk.wrong).toEqual([]);
  });
});
