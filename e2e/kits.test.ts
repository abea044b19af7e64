import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { Desk } from './desk.js';
import { shippedKits } from './wall.js';

const desk = new Desk();
const { kits } = shippedKits();
let page: Page;
beforeEach(async () => {
  page = await desk.newPage();
});
const names = (): Promise<string[]> =>
  page.$$eval('.samples .sample strong', (all) => all.map((e) => e.textContent?.trim() ?? ''));

describe('the book of kits', () => {
  it('shows all that a kit has, each drawn, and is reached from Home', async () => {
    await page.goto(desk.house.address);
    await (await page.waitForSelector('a[href="/kits/skerry-line@2.1.0"]'))?.click();
    await page.waitForSelector('::-p-text(Skerry Line 2.1.0)');
    const kit = kits.get('skerry-line@2.1.0');
    await page.waitForFunction(
      (n: number) => document.querySelectorAll('.samples .sample canvas').length >= n,
      {},
      Object.keys(kit?.components ?? {}).length + (kit?.templates.length ?? 0),
    );
    expect(await page.$$eval('.icons li', (all) => all.length)).toBe(Object.keys(kit?.icons ?? {}).length);
    expect(await page.$$eval('.styles li', (all) => all.length)).toBe(Object.keys(kit?.textStyles ?? {}).length);
    expect(await page.$$eval('.tokens li', (all) => all.length)).toBe(Object.keys(kit?.tokens ?? {}).length);
    expect(await page.$eval('[aria-label="Grade"] h2', (e) => e.textContent)).toMatch(/^Grade: \d+ %$/u);
    // What falls short is named.
    await page.click('[aria-label="Grade"] details summary');
    expect(await page.$eval('[aria-label="Grade"] details p', (e) => e.textContent?.trim())).toMatch(/^Not: .+\.$/u);
    expect(desk.wrong).toEqual([]);
  });
  it('finds in a kit by name, role and what people call it, and says when there is nothing', async () => {
    await page.goto(`${desk.house.address}/kits/plywood@1.0.0`);
    await page.waitForSelector('.samples .sample');
    await page.focus('[aria-label="Find in this kit"]');
    await page.keyboard.type('checkbox');
    await page.waitForFunction(() => document.querySelectorAll('.samples .sample').length === 1);
    expect(await names()).toEqual(['Checkbox']);
    await page.keyboard.type(' of gold');
    await page.waitForSelector('::-p-text(Nothing in Plywood is called “checkbox of gold”.)');
  });
  it('says which kit is not there, and shows another', async () => {
    await page.goto(`${desk.house.address}/kits/gone@9.9.9`);
    await page.waitForSelector('::-p-text(gone@9.9.9 is not installed)');
    await page.waitForSelector('.samples .sample');
  });
});
