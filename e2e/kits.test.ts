import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';
import { shippedKits } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
const { kits } = shippedKits();
let page: Page;
let hand: Designer;
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
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
      (n: number) => document.querySelectorAll('.samples .sample .picture').length >= n,
      {},
      Object.keys(kit?.components ?? {}).length + (kit?.templates.length ?? 0),
    );
    await expect.poll(() => page.$$eval('.icons li', (all) => all.length)).toBe(Object.keys(kit?.icons ?? {}).length);
    await expect
      .poll(() => page.$$eval('.styles li', (all) => all.length))
      .toBe(Object.keys(kit?.textStyles ?? {}).length);
    await expect.poll(() => page.$$eval('.tokens li', (all) => all.length)).toBe(Object.keys(kit?.tokens ?? {}).length);
    // Nothing falls short in a kit that is shipped.
    await page.waitForSelector('[aria-label="Grade"] .all');
    await expect.poll(() => page.$eval('[aria-label="Grade"] .all', (e) => e.textContent)).toBe('100 %');
    expect(await page.$('[aria-label="Grade"] .short')).toBeNull();
    // Letters with the licence that their files tell.
    await expect
      .poll(() => page.$eval('[aria-label="Fonts"]', (e) => e.textContent))
      .toContain('SIL Open Font License');
    await expect.poll(() => page.$eval('[aria-label="Versions"]', (e) => e.textContent)).toContain('2.2.0');
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
  it('tells of an entry where it is used, how it looks and what it is for, and goes there', async () => {
    await page.goto(`${desk.house.address}/kits/skerry-line@2.1.0`);
    await page.waitForSelector('.samples .sample');
    await hand.click('[aria-label="Actions"] .sample');
    await page.waitForSelector('[aria-label="Where it is used"] a');
    expect(page.url()).toContain('of=component/action');
    const words = (): Promise<string> => page.$eval('aside.entry', (e) => e.textContent ?? '');
    expect(await words()).toMatch(/Norrvik crossings, 9 times on 7 screens/u);
    expect(await words()).toContain('In Skerry Line itself:');
    await page.waitForFunction(() => document.querySelectorAll('.looks canvas').length > 4);
    await hand.click('::-p-aria(About Action[role="button"])');
    await page.waitForSelector('[aria-label="Docs page"] canvas');
    await page.keyboard.press('Escape');
    await page.waitForSelector('.p-dialog', { hidden: true });
    // Escape closes the entry when nothing lies over it.
    await page.keyboard.press('Escape');
    await page.waitForSelector('aside.entry', { hidden: true });
    await hand.click('[aria-label="Icons"] button');
    await page.waitForSelector('aside.entry');
    await hand.click('[aria-label="Colours"] button');
    await page.waitForFunction(() => document.querySelector('aside.entry h2')?.textContent === 'color.cloud');
    await hand.click('[aria-label="Actions"] .sample');
    await hand.click('[aria-label="Where it is used"] a');
    await page.waitForSelector('.screen.current canvas');
    expect(page.url()).toMatch(/\/p\/norrvik-crossings\/compose\/.+sel=/u);
    expect(desk.wrong).toEqual([]);
  });
  it('is opened in a project: what is worn first, and a component, a starter and an icon are placed from it', async () => {
    await desk.make('Placing', []);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
    await page.waitForSelector('::-p-aria(Kits[role="link"])');
    for (const [entry, says] of [
      ['template', 'Place it'],
      ['component/button', 'Place it on'],
      ['icon/ship', 'Place it on'],
    ] as const) {
      await hand.click('::-p-aria(Kits[role="link"])');
      await page.waitForSelector('.samples .sample');
      await page.waitForFunction(() =>
        /Plywood.*worn/su.test(document.querySelector('[aria-label="Installed kits"] a.on')?.textContent ?? ''),
      );
      if (entry === 'template') await hand.click('[aria-label="Sections and starters"] .sample');
      else if (entry === 'component/button') await hand.click('[aria-label="Actions"] .sample');
      else await hand.click('::-p-xpath(//section[@aria-label="Icons"]//button[normalize-space()="ship"])');
      await hand.click(`::-p-xpath(//aside//button[starts-with(normalize-space(), "${says}")])`);
      await page.waitForSelector('.screen.current canvas');
    }
    const project = await desk.settled((p) =>
      p.screens.some((s) => Object.values(s.nodes).some((n) => n.type === 'icon' && n.attrs.icon === 'ship')),
    );
    const all = project.screens.flatMap((s) => Object.values(s.nodes));
    expect(all.some((n) => n.type === 'instance' && n.component === 'plywood@1.0.0/button')).toBe(true);
    expect(all.length).toBeGreaterThan(4);
    expect(desk.wrong).toEqual([]);
  });
  it('takes several packages that are dragged in: looked at with their grade, installed base first, the rest named', async () => {
    const source = await fetch(`${desk.house.address}/api/kits/skerry-line@2.1.0/kit.json`).then((r) => r.text());
    const json = JSON.parse(source) as Record<string, unknown>;
    const own = JSON.parse(source.replaceAll('skerry-line@2.1.0', 'harbour@1.0.0')) as Record<string, unknown>;
    const base = { ...own, id: 'harbour', version: '1.0.0', name: 'Harbour' };
    const night = {
      id: 'harbour-night',
      version: '1.0.0',
      name: 'Harbour Night',
      summary: 'Dark.',
      author: 'A',
      licence: 'MIT',
      format: json['format'],
      fidelity: 'brand',
      basedOn: 'harbour@1.0.0',
      swatches: ['#000000'],
      tokens: { color: { deep: { $type: 'color', $value: '#0b0b0b' } } },
    };
    await page.goto(`${desk.house.address}/kits`);
    await page.waitForSelector('.samples .sample');
    // Files are let go over the page as the browser does it.
    await page.evaluate(
      (list) => {
        const data = new DataTransfer();
        for (const [name, text] of list) data.items.add(new File([text], name, { type: 'application/json' }));
        const to = document.querySelector('.book');
        to?.dispatchEvent(new DragEvent('dragover', { dataTransfer: data, bubbles: true, cancelable: true }));
        to?.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
      },
      [
        ['night.json', JSON.stringify(night)],
        ['harbour.json', JSON.stringify(base)],
        ['skerry.json', source],
        ['broken.json', '{ "id": '],
      ] as const,
    );
    await page.waitForSelector('::-p-text(Install 2 kits)');
    const words = await page.$eval('.p-dialog', (e) => e.textContent ?? '');
    expect(words).toContain('Harbour 1.0.0');
    expect(words).toContain('Based on harbour@1.0.0');
    expect(words).toContain('installed already. Installed versions never change.');
    expect(words).toContain('neither a kit package (zip) nor a kit’s JSON');
    expect(words).toMatch(/Grade \d+ %/u);
    // Where it falls short is drawn, though it is not installed yet.
    await page.$$eval('.p-dialog details', (all) => all.forEach((d) => (d.open = true)));
    await page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLCanvasElement>('.p-dialog .short canvas')].some((c) => c.width > 20),
    );
    await hand.click('::-p-text(Install 2 kits)');
    await page.waitForSelector('::-p-aria(Done[role="button"])');
    await hand.click('::-p-aria(Done[role="button"])');
    const there = (await fetch(`${desk.house.address}/api/kits`).then((r) => r.json())) as { kits: { ref: string }[] };
    expect(there.kits.map((k) => k.ref)).toEqual(expect.arrayContaining(['harbour@1.0.0', 'harbour-night@1.0.0']));
    await hand.click('a[href="/kits/harbour-night@1.0.0"]');
    await page.waitForFunction(() => document.querySelector('h1')?.textContent?.includes('Harbour Night') ?? false);
  });
  it('reads a zip of icons as the icon set of a kit based on this one, and names what it left out', async () => {
    const { zipSync, strToU8 } = await import('fflate');
    const icon = (d: string, title = ''): Uint8Array =>
      strToU8(
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" fill="none" stroke="currentColor">${title}<path d="${d}"/></svg>`,
      );
    const folder = mkdtempSync(join(tmpdir(), 'dekkor-icons-'));
    const path = join(folder, 'harbour-marks.zip');
    writeFileSync(
      path,
      zipSync({
        'marks/ship.svg': icon('M2 18h20l-3 4H5z'),
        'marks/lighthouse.svg': icon('M9 22l1-14h4l1 14z', '<title>Light at sea</title>'),
        'marks/empty.svg': strToU8('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"/>'),
        'marks/readme.txt': strToU8('no icon'),
      }),
    );
    await page.goto(`${desk.house.address}/kits/skerry-line@2.1.0`);
    await page.waitForSelector('.samples .sample');
    const input = (await page.waitForSelector(
      '[aria-label="Icons, or a zip of them"]',
    )) as ElementHandle<HTMLInputElement>;
    const bad = join(folder, 'bad.zip');
    writeFileSync(bad, 'PK no zip');
    await input.uploadFile(bad);
    await page.waitForSelector('::-p-text(This zip package cannot be opened; it may be damaged. Nothing was read.)');
    await input.uploadFile(path);
    await page.waitForSelector(
      '::-p-text(2 icons, 1 of them in place of those that Skerry Line has by the same name.)',
    );
    await expect.poll(() => page.$eval('.p-dialog', (e) => e.textContent)).toContain('empty.svg draws nothing');
    await page.type('[aria-label="Find among the icons"]', 'sea');
    await page.waitForFunction(() => document.querySelectorAll('.p-dialog .icons li').length === 1);
    await hand.click('::-p-text(Take 2 icons)');
    await page.waitForFunction(() => document.querySelector('h1')?.textContent?.includes('harbour marks') ?? false);
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[aria-label="Icons"] li')].some((e) => e.textContent?.trim() === 'lighthouse'),
    );
    expect(desk.wrong).toEqual([]);
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
    await expect
      .poll(() => page.$eval('.read', (e) => e.textContent))
      .toMatch(/Skerry Line.*Button.*plain look.*Frobnicator.*1 thing left out/su);
    await hand.click('::-p-aria(Make this kit)');
    await page.waitForFunction(() => location.pathname === '/kits/quay-elements@1.0.0');
    await page.waitForFunction(() => document.querySelector('h1')?.textContent?.includes('quay elements 1.0.0'));
    expect(await names()).toEqual(expect.arrayContaining(['Button', 'Frobnicator']));
    // What falls short is named.
    await page.waitForSelector('[aria-label="Grade"] .short');
    await expect
      .poll(() => page.$$eval('[aria-label="Grade"] .short button', (all) => all.map((e) => e.textContent)))
      .toContain('Frobnicator');
    expect(desk.wrong).toEqual([]);
  });
});
