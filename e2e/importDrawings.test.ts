import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { drawnSheet, KINDS_DRAWN } from '../testing/drawings.js';
import { Chance } from '../testing/random.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
  await desk.make('Drawings');
  await page.goto(`${desk.house.address}/p/${desk.id}`);
  await page.waitForSelector('.sample .picture');
});
const file = (name: string, text: string): string => {
  const path = join(mkdtempSync(join(tmpdir(), 'dekkor-sheets-')), name);
  writeFileSync(path, text);
  return path;
};
const picture = async (screen: string): Promise<string> =>
  (await (await fetch(`${desk.house.address}/api/projects/${desk.id}/screens/${screen}.svg`)).text()).replace(
    / id="[^"]*"/gu,
    '',
  );
/** Reads a sheet through the menu, as a person does: the menu, its entry with the file. */
async function readSheet(path: string): Promise<void> {
  await hand.click('::-p-aria(Add screen[role="button"])');
  const [chooser] = await Promise.all([page.waitForFileChooser(), hand.click('::-p-text(From a sheet of drawings)')]);
  await chooser.accept([path]);
}

describe.each(['keyboard', 'pointer'] as const)('T. a sheet of forty drawings turned into a kit, by %s', (way) => {
  it('reads it, makes components and instances that look the same, and publishes them', async () => {
    await readSheet(file('harbour-sheet.svg', drawnSheet(new Chance(11), 4)));
    await page.waitForSelector('::-p-text(40 drawings on harbour sheet, all selected)');
    const sheet = await desk.settled((p) => p.screens.some((s) => s.name === 'harbour sheet'));
    const id = sheet.screens.find((s) => s.name === 'harbour sheet')?.id ?? '';
    const before = await picture(id);
    if (way === 'keyboard') {
      await page.focus('[aria-label="Wall"]');
      await hand.chord('m');
    } else await hand.click('::-p-xpath(//button[starts-with(normalize-space(), "Make component")])');
    await page.waitForSelector('[aria-label="Components"] li');
    if (way === 'keyboard') await hand.chord('Enter');
    else await hand.click('.p-dialog :is(button[type="submit"], .told > button)');
    const p = await desk.settled((x) => Object.keys(x.originals).length > 0);
    const made = Object.keys(p.originals).length;
    expect(made).toBeGreaterThanOrEqual(KINDS_DRAWN - 1);
    expect(made).toBeLessThanOrEqual(KINDS_DRAWN + 2);
    const nodes = Object.values(p.screens.find((s) => s.id === id)?.nodes ?? {});
    expect(nodes.filter((n) => n.type === 'instance')).toHaveLength(40);
    expect(await picture(id)).toBe(before);
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    await hand.click('::-p-aria(Own[role="tab"])');
    await hand.click('::-p-aria(Publish as kit)');
    await page.waitForSelector('#kit-name', { visible: true });
    if (way === 'keyboard') await hand.chord('Control+a');
    else await hand.click('#kit-name', { triple: true });
    await hand.type(`Sheet kit ${way}`, 'Enter');
    await page.waitForSelector('::-p-aria(New project with it)');
    const { kits } = (await (await fetch(`${desk.house.address}/api/kits`)).json()) as {
      kits: { ref: string; problems: unknown[]; components: number }[];
    };
    expect(kits.find((k) => k.ref === `sheet-kit-${way}@1.0.0`)).toMatchObject({ problems: [], components: made });
    expect(hand.count, `T by ${way}: actions`).toBeLessThanOrEqual(way === 'keyboard' ? 10 : 12);
    expect(desk.wrong).toEqual([]);
  });
});

describe('a sheet that is none, or hostile', () => {
  it('is refused by name, or what it must not have is left out and told; nothing runs', async () => {
    const screens = (await desk.project()).screens.length;
    await readSheet(file('words.svg', 'Only words.'));
    await page.waitForSelector('::-p-text(words.svg: It cannot be read as a drawing)');
    expect((await desk.project()).screens).toHaveLength(screens);
    await readSheet(
      file(
        'sly.svg',
        '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="200"><script>window.ran = true</script><image href="http://127.0.0.1:1/x.png" width="9" height="9"/><g><rect width="90" height="40" fill="#ccc" onclick="window.ran = true"/><text x="9" y="25">Hello</text></g></svg>',
      ),
    );
    await page.waitForSelector('::-p-text(Left out: 1 script, 1 picture from outside)');
    await desk.settled((p) => p.screens.length === screens + 1);
    expect(await page.evaluate(() => 'ran' in window)).toBe(false);
    expect(desk.wrong).toEqual([]);
  });
});
