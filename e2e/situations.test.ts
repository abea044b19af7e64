import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Project } from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const base = (): string => `${desk.house.address}/p/norrvik-crossings`;
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
  desk.id = 'norrvik-crossings';
});
const lineOf = (): Promise<string> =>
  page.$eval('[aria-label="Outline"] [aria-selected="true"]', (e) => e.textContent ?? '');
const waitForLine = (text: string): Promise<unknown> =>
  page.waitForFunction(
    (t) => document.querySelector('[aria-label="Outline"] [aria-selected="true"]')?.textContent?.includes(t) ?? false,
    {},
    text,
  );
const write = async (text: string): Promise<void> => {
  await page.focus('[aria-label="Wall"]');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[contenteditable], textarea.writing, .writing');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
};
const see = async (name: string): Promise<void> => {
  await hand.click('::-p-aria(Situation[role="combobox"])');
  await hand.click(`::-p-aria(${name}[role="option"])`);
};
const titles = (p: Project): readonly unknown[] => {
  const node = p.screens.find((s) => s.id === 'find')?.nodes['find-2'];
  return node?.type === 'instance'
    ? node.overrides.filter((s) => s.name === 'words').map((s) => [s.value, s.when?.situation ?? ''])
    : [];
};

describe('situations', () => {
  it('are made, hold what is changed in them alone, and are given up with it', async () => {
    await page.goto(`${base()}/compose/find?sel=find-2`);
    await page.waitForSelector('.screen.current canvas');
    await page.click('button.widths');
    await see('Your own situations …');
    await page.waitForSelector('[aria-label="Name of a new situation"]');
    // A name that is taken is refused in words.
    await page.type('[aria-label="Name of a new situation"]', 'Nothing yet');
    await page.keyboard.press('Enter');
    await expect
      .poll(() => page.$eval('.p-dialog [role="alert"]', (e) => e.textContent))
      .toContain('“Nothing yet” already');
    await page.click('[aria-label="Name of a new situation"]', { count: 3 });
    await page.keyboard.type('Signed in');
    await page.keyboard.press('Enter');
    const { situations } = await desk.settled((p) => p.situations !== undefined);
    const [id = ''] = Object.keys(situations ?? {});
    await page.keyboard.press('Escape');
    await page.waitForSelector('.p-dialog', { hidden: true });
    await write('Welcome back, Asta');
    const there = await desk.settled((p) => titles(p).length > 1);
    expect(titles(there)).toEqual([
      ['Where to?', ''],
      ['Welcome back, Asta', id],
    ]);
    await waitForLine('Welcome back, Asta');
    expect(page.url()).toContain(`in=${id}`);
    // The address brings it back, and as they are, screens know nothing of it.
    await page.reload();
    await page.waitForSelector('.screen.current canvas');
    await waitForLine('Welcome back, Asta');
    await see('as they are');
    await waitForLine('Where to?');
    await page.waitForSelector('[aria-label="Put back Words in Signed in only"]');
    const svg = (query: string): Promise<string> =>
      fetch(`${desk.house.address}/api/projects/norrvik-crossings/screens/find.svg${query}`).then((r) => r.text());
    expect(await svg(`?in=${id}`)).toContain('Welcome back, Asta');
    expect(await svg('')).not.toContain('Welcome back, Asta');
    expect(await svg('?in=never')).toContain('no situation called never');
    await page.click('button.widths');
    await see('Your own situations …');
    await hand.click('[aria-label="Give up Signed in"]');
    const gone = await desk.settled((p) => p.situations === undefined);
    expect(titles(gone)).toEqual([['Where to?', '']]);
  });

  it('show longer texts, and never write them', async () => {
    await page.goto(`${base()}/compose/find?sel=find-2&in=texts-longer`);
    await page.waitForSelector('.screen.current canvas');
    const before = await desk.project();
    expect(await lineOf()).toContain('Where to?');
    expect(await lineOf()).not.toContain('Where to whe');
    await page.focus('[aria-label="Wall"]');
    await page.keyboard.press('Enter');
    await page.keyboard.press('End');
    await page.keyboard.type(' And when?');
    await page.keyboard.press('Enter');
    const after = await desk.settled((p) => JSON.stringify(titles(p)) !== JSON.stringify(titles(before)));
    expect(titles(after)).toEqual([['Where to? And when?', '']]);
  });

  it('are looked at in a review, beside widths: what is wrong there only says so', async () => {
    await page.goto(`${base()}/rebrand?to=lumen-night-rail@1.0.0`);
    const look = '[aria-label="To look at"]';
    const says = (text: string, is = true): Promise<unknown> =>
      page.waitForFunction(
        (where, t, wanted) => (document.querySelector(where)?.textContent?.includes(t) ?? false) === wanted,
        { timeout: 30_000 },
        look,
        text,
        is,
      );
    await page.waitForSelector(`${look} li`);
    await hand.click(`${look} [aria-label="Looked at"]`);
    await hand.click('::-p-aria(Texts 40 % longer[role="option"])');
    await hand.click('::-p-aria(320 px[role="option"])');
    await page.keyboard.press('Escape');
    await says('only at 320 px');
    await says('only in “Texts 40 % longer”');
    expect(page.url()).toContain('widths=320&in=texts-longer');
    // One of them is gone to: the screen is seen so.
    await page.evaluate((where) => {
      const cause = [...document.querySelectorAll(`${where} > ul > li`)].find((li) =>
        /1 place, only at 320 px/u.test(li.textContent ?? ''),
      );
      [...(cause?.querySelectorAll('button') ?? [])].find((b) => b.textContent === 'Show')?.click();
    }, look);
    await page.waitForSelector('[aria-label="Width, px"]');
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('[aria-label="Width, px"]')?.value === '320',
    );
  });
});
