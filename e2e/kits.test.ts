import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { Desk } from './desk.js';
import { Hand } from './hand.js';
import { shippedKits } from './wall.js';

const desk = new Desk();
const { kits } = shippedKits();
let page: Page;
let hand: Hand;
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Hand(page);
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
    // Nothing falls short in a kit that is shipped.
    expect(await page.$eval('[aria-label="Grade"] h2', (e) => e.textContent)).toBe('Grade: 100 %');
    expect(await page.$('[aria-label="Grade"] details')).toBeNull();
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
  it('shows a kit in its other mode', async () => {
    await page.goto(`${desk.house.address}/kits/skerry-line@2.1.0`);
    await page.waitForSelector('.samples .sample canvas, .samples .sample img');
    const ground = (): Promise<string> => page.$eval('.samples .stage', (e) => getComputedStyle(e).backgroundColor);
    await page.waitForFunction(
      () =>
        getComputedStyle(document.querySelector('.samples .stage') as Element).backgroundColor === 'rgb(255, 255, 255)',
    );
    await hand.click('::-p-aria(Mode[role="combobox"])');
    await hand.click('::-p-aria(dark[role="option"])');
    await page.waitForFunction(
      () =>
        getComputedStyle(document.querySelector('.samples .stage') as Element).backgroundColor !== 'rgb(255, 255, 255)',
    );
    expect(await ground()).toBe('rgb(13, 27, 38)');
  });
  it('reads a file of tokens with a review, and makes a brand of them', async () => {
    await page.goto(`${desk.house.address}/kits/skerry-line@2.1.0`);
    const give = async (name: string, text: string): Promise<void> => {
      const path = join(mkdtempSync(join(tmpdir(), 'dekkor-tokens-')), name);
      writeFileSync(path, text);
      const input = (await page.waitForSelector(
        'input[aria-label="A file of tokens"]',
      )) as ElementHandle<HTMLInputElement>;
      await input.uploadFile(path);
    };
    await give('broken.json', '{ "color": ');
    await page.waitForSelector('::-p-text(broken.json: It is no JSON)');
    await give(
      'evening-boats.css',
      ':root { --color-buoy: #7a2f8f; --color-odd: blurple; } [data-mode="dark"] { --color-buoy: #e0a8f0; }',
    );
    await page.waitForSelector('::-p-text(2 values of Skerry Line would be another)');
    const said = await page.$eval('.read', (e) => e.textContent ?? '');
    expect(said).toContain('1 thing of the file left out');
    expect(said).toMatch(/color\.buoy.*#c9331f.*#7a2f8f.*in Action/su);
    await hand.click('::-p-aria(Make this brand)');
    await page.waitForFunction(() => location.pathname === '/kits/evening-boats@1.0.0');
    await page.waitForSelector('::-p-text(Based on)');
    expect(desk.wrong).toEqual([]);
  });
  it('reads contracts from code as a kit in the looks of this one, and names what it left out', async () => {
    await page.goto(`${desk.house.address}/kits/skerry-line@2.1.0`);
    const give = async (name: string, text: string): Promise<void> => {
      const path = join(mkdtempSync(join(tmpdir(), 'dekkor-manifests-')), name);
      writeFileSync(path, text);
      const input = (await page.waitForSelector(
        'input[aria-label="A custom elements manifest"]',
      )) as ElementHandle<HTMLInputElement>;
      await input.uploadFile(path);
    };
    await give('other.json', '{"format":"x"}');
    await page.waitForSelector('::-p-text(other.json: It is no custom elements manifest)');
    const attributes = [
      { name: 'label', type: { text: 'string' }, default: "'Sail'" },
      { name: 'onpress', type: { text: '() => void' } },
    ];
    const declarations = [
      { kind: 'class', tagName: 'quay-button', attributes },
      { kind: 'class', tagName: 'quay-frobnicator' },
    ];
    await give('quay-elements.json', JSON.stringify({ schemaVersion: '1.0.0', modules: [{ declarations }] }));
    await page.waitForSelector('::-p-text(2 elements as components)');
    expect(await page.$eval('.read', (e) => e.textContent)).toMatch(
      /Skerry Line.*Button.*plain look.*Frobnicator.*1 thing left out/su,
    );
    await hand.click('::-p-aria(Make this kit)');
    await page.waitForFunction(() => location.pathname === '/kits/quay-elements@1.0.0');
    await page.waitForFunction(() => document.querySelector('h1')?.textContent?.includes('quay elements 1.0.0'));
    expect(await names()).toEqual(expect.arrayContaining(['Button', 'Frobnicator']));
    // What falls short is named.
    await page.waitForSelector('[aria-label="Grade"] details summary');
    await page.click('[aria-label="Grade"] details summary');
    expect(await page.$eval('[aria-label="Grade"] details p', (e) => e.textContent?.trim())).toMatch(/^Not: .+\.$/u);
    expect(desk.wrong).toEqual([]);
  });
});
