import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Project } from '../core/index.js';
import { demoProjects } from '../kits/demo/index.js';
import { Desk } from './desk.js';
import { Hand } from './hand.js';
import { press } from './house.js';
import { shippedKits } from './wall.js';

const desk = new Desk();
const { kits } = shippedKits();
let page: Page;
let hand: Hand;
const settled: typeof desk.settled = (is) => desk.settled(is);
const PLYWOOD = 'plywood@1.0.0';
const SKERRY = 'skerry-line@2.1.0';
const summit = demoProjects(kits).find((p) => p.id === 'summit-pass') as Project;

beforeEach(async () => {
  page = await desk.newPage();
  hand = new Hand(page);
  // Two flows, in a wireframe kit.
  await desk.make('Passes', [
    { do: 'flow', flow: 'later', value: { id: 'later', name: 'Later' }, after: 'flow-1' },
    ...summit.screens.map((screen, i) => ({
      do: 'insertScreen' as const,
      screen: { ...screen, flow: i === 0 ? 'flow-1' : 'later' },
      after: i === 0 ? null : (summit.screens[i - 1]?.id ?? null),
    })),
  ]);
  await page.goto(`${desk.house.address}/p/${desk.id}/rebrand`);
  await page.waitForSelector('[aria-label="To look at"] li');
});
const causes = (): Promise<string[]> =>
  page.$$eval('[aria-label="To look at"] > ul > li:not(.taken) > strong', (all) => all.map((e) => e.textContent ?? ''));
const wears = (p: Project, i: number): string | undefined => p.screens[i]?.wears?.[0]?.shows;

describe('a rebrand', () => {
  it('tells causes, tries what mends them, and does what was taken with the rebrand', async () => {
    await page.waitForSelector('.fix');
    const before = await causes();
    const lost = before.findIndex((c) => c.startsWith('Parked: Text'));
    expect(lost).toBeGreaterThanOrEqual(0);
    expect(await page.$eval('.fix', (e) => e.textContent)).toMatch(/^Show Empty state as .+ mends it, nothing new/u);
    await hand.click('[aria-label="Take: Show Empty state as Card"]');
    await page.waitForSelector('.taken');
    await page.waitForFunction(
      () =>
        ![...document.querySelectorAll('[aria-label="To look at"] strong')].some((e) =>
          e.textContent?.startsWith('Parked: Text'),
        ),
    );
    // Taken back, it is there again.
    await hand.click('.taken button');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[aria-label="To look at"] strong')].some((e) =>
        e.textContent?.startsWith('Parked: Text'),
      ),
    );
    expect(await causes()).toEqual(before);
    await page.waitForSelector('.all button');
    await hand.click('.all button');
    await page.waitForSelector('.taken');
    await hand.click('::-p-aria(Rebrand 4 screens)');
    const p = await settled((x) => x.wears.length > 0);
    const chosen = Object.values(p.wears[0]?.sheet.pairs ?? {}).filter((x) => x.chosen);
    expect(chosen.map((x) => [x.from, x.to])).toEqual([[`${PLYWOOD}/empty`, `${SKERRY}/panel-card`]]);
    await press(page, 'button', 'Undo Rebrand 4 screens to Skerry Line');
    const back = await settled((x) => x.wears.length === 0);
    expect(back.screens.map((s) => s.nodes)).toEqual(summit.screens.map((s) => s.nodes));
  });
  it('takes what was chosen from the file of a sheet, and says what it could not', async () => {
    await page.waitForSelector('[aria-label="Counterpart of Card"]');
    const give = async (json: unknown): Promise<void> => {
      const path = join(mkdtempSync(join(tmpdir(), 'dekkor-sheet-')), 'sheet.json');
      writeFileSync(path, typeof json === 'string' ? json : JSON.stringify(json));
      const input = (await page.$('input[aria-label="A match sheet"]')) as ElementHandle<HTMLInputElement> | null;
      await input?.uploadFile(path);
    };
    const pairs = [
      { from: 'card', to: 'message', chosen: true },
      { from: 'gone', to: 'message', chosen: true },
    ];
    await give({ format: 'dekkor-sheet/1', from: PLYWOOD, to: SKERRY, pairs });
    await page.waitForSelector('::-p-text(1 choice taken from sheet.json. Left out: There is no plywood@1.0.0/gone)');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.what')].some((e) => e.textContent?.includes('chosen by you')),
    );
    await give('no json {');
    await page.waitForSelector('::-p-text(This is no match sheet)');
    await hand.click('::-p-aria(Rebrand 4 screens)');
    const p = await settled((x) => x.wears.length > 0);
    expect(p.wears[0]?.sheet.pairs[`${PLYWOOD}/card`]?.to).toBe(`${SKERRY}/message`);
  });
  it('is put on one flow alone, and new screens there wear it too', async () => {
    await hand.click('#rebrand-on');
    await hand.click('.p-select-option:nth-child(3)');
    await page.waitForSelector('::-p-aria(Rebrand 3 screens)');
    expect((await page.$$('[aria-label="Screens before and after"] figure')).length).toBe(3);
    await hand.click('::-p-aria(Rebrand 3 screens)');
    const p = await settled((x) => wears(x, 1) === SKERRY);
    expect(p.wears).toEqual([]);
    expect([0, 1, 2, 3].map((i) => wears(p, i))).toEqual([undefined, SKERRY, SKERRY, SKERRY]);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/${p.screens[3]?.id ?? ''}`);
    await page.waitForSelector('.screen.current canvas');
    await hand.click('::-p-aria(Add screen[role="button"])');
    await hand.click('::-p-aria(Phone, 390 × 844[role="menuitem"])');
    const q = await settled((x) => x.screens.length === 5);
    expect(q.screens.map((s) => s.wears?.[0]?.shows).filter((w) => w === SKERRY)).toHaveLength(4);
  });
});

describe('S. a new brand from two colours and a font, on all screens', () => {
  const made = (p: Project): boolean => p.wears[0]?.shows.startsWith('harbour-light@') === true;
  const brand = async (): Promise<{ tokens: Record<string, Record<string, { $value: string }>> }> => {
    const ref = (await desk.project()).wears[0]?.shows ?? '';
    return (await fetch(`${desk.house.address}/api/kits/${ref}/kit.json`)).json() as never;
  };
  const button = (name: string): Promise<void> => hand.click(`::-p-aria(${name}[role="button"])`);
  it('by keyboard', async () => {
    await button('Make a brand');
    await page.waitForSelector('#brand-name:focus');
    await hand.type('Harbour Light', 'Tab');
    await hand.type('#1f5fae', 'Tab');
    await hand.type('#5d6470', 'Tab');
    await hand.type('Bar', 'Tab');
    await button('Make this brand');
    await page.waitForFunction(() => !document.querySelector('.p-dialog'));
    await page.waitForFunction(() => document.querySelector('[aria-label="Put on"]')?.textContent?.includes('Harbour'));
    await page.waitForFunction(() => !document.querySelector('[aria-label="To look at"] .progress'));
    await button('Rebrand 4 screens');
    await settled(made);
    const { tokens, ...rest } = await brand();
    expect(tokens['color']?.['buoy']?.$value).toBe('#1f5fae');
    expect(JSON.stringify(rest)).toContain('Barlow');
    expect(hand.count, 'S by keyboard: actions').toBeLessThanOrEqual(8);
  });
  it('by pointer, with a colour that cannot be read first', async () => {
    await button('Make a brand');
    await page.waitForSelector('#brand-name:focus');
    await hand.type('Harbour Light');
    await hand.click('#brand-accent', { triple: true });
    await hand.type('#0aa5a0');
    await page.waitForSelector('::-p-text(Your accent stays as it is.)');
    await hand.click('.wide .quiet-link');
    await page.waitForSelector('::-p-text(AA holds in every look.)');
    await hand.click('#brand-titles');
    await hand.click('::-p-aria(Barlow[role="option"])');
    await button('Make this brand');
    await page.waitForFunction(() => !document.querySelector('.p-dialog'));
    await page.waitForFunction(() => document.querySelector('[aria-label="Put on"]')?.textContent?.includes('Harbour'));
    await page.waitForFunction(() => !document.querySelector('[aria-label="To look at"] .progress'));
    await button('Rebrand 4 screens');
    await settled(made);
    expect(hand.count, 'S by pointer: actions').toBeLessThanOrEqual(10);
    // Nothing that is installed is replaced: the second of that name is another version.
    expect((await desk.project()).wears[0]?.shows).toBe('harbour-light@1.1.0');
    expect(desk.wrong).toEqual([]);
  });
});
