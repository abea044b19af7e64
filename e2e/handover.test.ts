import { readFileSync, mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';
import { axeFaults } from '../testing/browser/testServer.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const DEMO = 'norrvik-crossings';
const at = (part: string): string => `${desk.house.address}/p/${DEMO}/hand-over/${part}`;
beforeEach(async () => {
  page = await desk.newPage(true);
  hand = new Designer(page);
});
async function post<T>(path: string, body: unknown): Promise<T> {
  const got = await fetch(`${desk.house.address}/api/projects/${DEMO}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!got.ok) throw new Error(await got.text());
  return (await got.json()) as T;
}
/** Files that the page saves go here. */
async function savesTo(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'dekkor-saved-'));
  const session = await page.createCDPSession();
  await session.send('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: folder,
    eventsEnabled: true,
    ...(page.browserContext().id ? { browserContextId: page.browserContext().id as string } : {}),
  });
  return folder;
}
async function saved(folder: string, ending: string): Promise<string> {
  for (let n = 0; n < 800; n++) {
    const found = readdirSync(folder).find((f) => f.endsWith(ending));
    if (found) return join(folder, found);
    await new Promise((r) => setTimeout(r, 50));
  }
  throw new Error(`Nothing that ends in ${ending} was saved`);
}

describe('exports', () => {
  it('make a PDF of the screens that are meant, with progress, and save it', async () => {
    const folder = await savesTo();
    await page.goto(at('export'));
    await hand.click('[aria-label="Make PDF"]');
    await page.waitForSelector('.progress');
    const file = await saved(folder, '.pdf');
    expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-');
    await page.waitForSelector('::-p-text(Norrvik crossings.pdf is made)');
    expect(await axeFaults(page)).toEqual([]);
    expect(desk.wrong).toEqual([]);
  });
  it('can be given up, and leave no file', async () => {
    await page.goto(at('export'));
    await hand.click('[aria-label="Make Mockup to click through"]');
    await hand.click('::-p-text(Cancel)');
    await page.waitForFunction(() => !document.querySelector('.progress'));
    expect(await page.$('.done')).toBeNull();
  });
  it('save a whole project, which is brought in again on Home; what is no package is refused with a sentence', async () => {
    const folder = await savesTo();
    await page.goto(at('export'));
    await hand.click('::-p-text(Save the package)');
    const file = await saved(folder, '.dekkor.zip');
    await page.goto(desk.house.address);
    const input = (await page.waitForSelector(
      'input[aria-label="Package of a project"]',
    )) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await page.waitForFunction(() => /\/p\/(?!norrvik-crossings)[^/]+\/compose/u.test(location.pathname));
    await page.waitForSelector('.screen.current canvas');
    await page.goto(desk.house.address);
    const again = (await page.waitForSelector(
      'input[aria-label="Package of a project"]',
    )) as ElementHandle<HTMLInputElement>;
    await again.uploadFile(new URL('../package.json', import.meta.url).pathname);
    await page.waitForSelector('::-p-text(This is no package of a project)');
  });
});

describe('review links', () => {
  it('are made, opened elsewhere, commented by pressing a thing, answered and settled: seen on both sides at once', async () => {
    await page.goto(at('links'));
    await hand.click('[aria-label="What the link is called"]');
    await hand.type('For the harbour');
    await hand.click('::-p-aria(Make the link[role="button"])');
    const address = await (await page.waitForSelector('.address'))?.evaluate((e) => e.textContent ?? '');
    // Somebody else, who has nothing but the address.
    const other = await (await desk.browser.createBrowserContext()).newPage();
    await other.setViewport({ width: 1280, height: 800 });
    await other.goto(`${address ?? ''}/detail`);
    const sheet = await other.waitForSelector('.board .sheet canvas');
    const box = await sheet?.boundingBox();
    const theirs = new Designer(other);
    await theirs.click({ x: (box?.x ?? 0) + 60, y: (box?.y ?? 0) + 330 });
    await other.waitForSelector('[aria-label="What you say"]');
    await other.focus('[aria-label="What you say"]');
    await theirs.type('When does the gate close? <b>Now?</b>');
    await other.focus('[aria-label="Your name"]');
    await theirs.type('Asta');
    await theirs.click('::-p-aria(Say it[role="button"])');
    await other.waitForSelector('.pin');
    // The designer is told, without asking.
    await page.waitForFunction(() => document.querySelector('nav .said')?.textContent?.trim() === '3');
    await page.goto(`${at('comments')}?screen=detail`);
    await page.waitForSelector('.pin');
    const said = await page.$eval('[aria-label="Comments"] li', (e) => e.textContent ?? '');
    expect(said).toContain('Asta');
    expect(said).toContain('When does the gate close? <b>Now?</b>');
    await hand.click('[aria-label="Answer comment 1"]');
    await hand.type('Ten minutes before.');
    await hand.chord('Control+Enter');
    await page.waitForSelector('.answer');
    await other.waitForSelector('.answer');
    await hand.click('::-p-text(Settle)');
    await page.waitForSelector('li.settled');
    await page.waitForFunction(() => document.querySelector('nav .said')?.textContent?.trim() === '2');
    expect(await axeFaults(page)).toEqual([]);
    expect(await axeFaults(other)).toEqual([]);
    await other.browserContext().close();
    expect(desk.wrong).toEqual([]);
  });
  it('show only what was ticked, ask for their phrase, and lead nowhere once taken back', async () => {
    const link = await post<{ token: string; id: string }>('/review-links', {
      name: 'Quiet',
      scope: { screens: ['pay'] },
      rights: ['try'],
      phrase: 'seal',
    });
    await page.goto(`${desk.house.address}/r/${link.token}`);
    await page.waitForSelector('[aria-label="Pass phrase"]');
    await page.focus('[aria-label="Pass phrase"]');
    await hand.type('otter', 'Enter');
    await page.waitForSelector('::-p-text(This is not the pass phrase)');
    await hand.click('[aria-label="Pass phrase"]', { triple: true });
    await hand.type('seal', 'Enter');
    await page.waitForSelector('.board .sheet canvas');
    await expect
      .poll(() => page.$$eval('nav button', (all) => all.map((e) => e.textContent?.trim())))
      .toEqual(['Look', 'Try it']);
    // Looked at only: a press says nothing.
    await hand.click('.board .sheet');
    expect(await page.$('[aria-label="What you say"]')).toBeNull();
    await hand.click('::-p-text(Try it)');
    await page.waitForSelector('.device canvas');
    await fetch(`${desk.house.address}/api/projects/${DEMO}/review-links/${link.id}`, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: '{"revoked":true}',
    });
    await page.waitForSelector('::-p-text(This link does not lead anywhere, or no longer does)');
  });
  it('keep comments on their things through edits, swaps and another brand', async () => {
    const node = 'detail-4';
    await post('/comments', {
      screen: 'detail',
      node,
      place: { fx: 0.5, fy: 0.5, x: 60, y: 340 },
      author: 'Asta',
      words: 'This one.',
    });
    const pinned = async (): Promise<{ x: number; y: number }> => {
      await page.goto(`${at('comments')}?screen=detail`);
      const pin = await page.waitForSelector('.pin:last-of-type');
      await new Promise((r) => setTimeout(r, 300));
      const b = await pin?.boundingBox();
      return { x: Math.round(b?.x ?? 0), y: Math.round(b?.y ?? 0) };
    };
    const before = await pinned();
    const grow = async (value: number | null): Promise<void> => {
      const stand = (await (await fetch(`${desk.house.address}/api/projects/${DEMO}`)).json()) as { revision: number };
      const step = { do: 'set', tree: 'screen:detail', node: 'detail-2', field: 'attrs.minHeight', value };
      await post('/edits', {
        base: stand.revision,
        edits: [{ id: `edit-${Date.now()}-grow`, label: 'Grow', steps: [step] }],
      });
    };
    // What stands above grows: the thing moves down, and what was said of it with it.
    await grow(420);
    const after = await pinned();
    expect(after.y).toBeGreaterThan(before.y + 40);
    expect(after.x).toBe(before.x);
    await grow(null);
    expect(await pinned()).toEqual(before);
  });
});

describe('comments on the Wall', () => {
  it('are pinned to their things, read, answered and settled there; move with the thing, and can be hidden', async () => {
    const said = await post<{ id: string }>('/comments', {
      screen: 'pay',
      node: 'pay-4',
      place: { fx: 0.5, fy: 0.5, x: 60, y: 340 },
      author: 'Asta',
      words: 'Is this the price for all of us?',
    });
    await page.goto(`${desk.house.address}/p/${DEMO}/compose/pay`);
    const pin = await page.waitForSelector('.screen.current .pinned[aria-label$="by Asta"]');
    const thing = async (): Promise<{ x: number; y: number }> =>
      page.$eval('.screen.current .pinned[aria-label$="by Asta"]', (e) => {
        const r = e.getBoundingClientRect();
        return { x: Math.round(r.x), y: Math.round(r.bottom) };
      });
    // Pressing a pin selects nothing that lies below it.
    const before = await page.evaluate(() => location.search);
    if (pin) await hand.click(pin);
    await page.waitForSelector('.p-popover .card');
    expect(await page.evaluate(() => location.search)).toBe(before);
    await expect
      .poll(() => page.$eval('.p-popover .card', (e) => e.textContent ?? ''))
      .toContain('Is this the price for all of us?');
    // Keys are the answer’s, not the Wall’s.
    await hand.type('Yes, of all.', 'Enter');
    await page.waitForSelector('.p-popover .answer');
    expect(await axeFaults(page)).toEqual([]);
    // Another screen has its own pins, also where it is not worked on.
    await expect.poll(async () => (await page.$$('.pinned')).length).toBeGreaterThan(1);
    const at = await thing();
    const stand = (await (await fetch(`${desk.house.address}/api/projects/${DEMO}`)).json()) as { revision: number };
    const step = { do: 'set', tree: 'screen:pay', node: 'pay-2', field: 'attrs.minHeight', value: 300 };
    await post('/edits', { base: stand.revision, edits: [{ id: 'grow-for-pins', label: 'Grow', steps: [step] }] });
    await page.waitForFunction(
      (y) => {
        const r = document.querySelector('.screen.current .pinned[aria-label$="by Asta"]')?.getBoundingClientRect();
        return r !== undefined && r.bottom > y + 10;
      },
      {},
      at.y,
    );
    await hand.click('::-p-aria(Settle[role="button"])');
    await page.waitForFunction(() => !document.querySelector('.screen.current .pinned[aria-label$="by Asta"]'));
    const all = (await (await fetch(`${desk.house.address}/api/projects/${DEMO}/comments`)).json()) as {
      comments: { id: string; parent: string | null; words: string; resolvedAt: string | null }[];
    };
    expect(all.comments.find((c) => c.id === said.id)?.resolvedAt).not.toBeNull();
    expect(all.comments.find((c) => c.parent === said.id)?.words).toBe('Yes, of all.');
    // What the keyboard goes to out of sight comes into sight by moving the Wall; what stands on its edges stays there.
    const edge = (): Promise<number> => page.$eval('.zoom', (e) => Math.round(e.getBoundingClientRect().right));
    const stood = await edge();
    await page.$$eval('.pinned', (all) => (all.at(-1) as HTMLElement).focus());
    await page.waitForFunction(() => {
      const wall = document.querySelector('[aria-label="Wall"]');
      const r = document.activeElement?.getBoundingClientRect();
      const w = wall?.getBoundingClientRect();
      return wall?.scrollLeft === 0 && wall.scrollTop === 0 && !!r && !!w && r.left >= w.left && r.right <= w.right;
    });
    expect(await edge()).toBe(stood);
    await hand.click('.zoom .pins');
    await page.waitForFunction(() => document.querySelectorAll('.pinned').length === 0);
    await page.reload();
    await page.waitForSelector('.screen.current canvas');
    expect(await page.$('.pinned')).toBeNull();
    expect(desk.wrong).toEqual([]);
  });
});

describe('stories', () => {
  it('Z. a review link for a flow, opened elsewhere, commented, answered', async () => {
    await page.goto(`${desk.house.address}/p/${DEMO}/flow`);
    await page.waitForSelector('.place canvas');
    await hand.click('::-p-aria(Flow[role="combobox"])');
    await hand.click('::-p-aria(Book a crossing[role="option"])');
    await page.waitForSelector('nav .said');
    const open = Number(await page.$eval('nav .said', (e) => e.textContent));
    hand.count = 0;
    await hand.click('.flow header ::-p-text(Review link)');
    // Copied, or shown to be copied where the browser does not let a page do it.
    await page.waitForSelector('.p-toast ::-p-text(link)');
    const made = (await (await fetch(`${desk.house.address}/api/projects/${DEMO}/review-links`)).json()) as {
      links: { token: string }[];
    };
    const address = `${desk.house.address}/r/${made.links[0]?.token ?? ''}`;
    const other = await (await desk.browser.createBrowserContext()).newPage();
    await other.setViewport({ width: 1280, height: 800 });
    const theirs = new Designer(other);
    await other.goto(address);
    theirs.count++;
    const box = await (await other.waitForSelector('.board .sheet canvas'))?.boundingBox();
    await theirs.click({ x: (box?.x ?? 0) + 60, y: (box?.y ?? 0) + 130 });
    await other.waitForSelector('[aria-label="What you say"]');
    await theirs.type('From where do most people sail?', 'Enter');
    await other.waitForSelector('.pin');
    await page.waitForFunction(
      (n: number) => Number(document.querySelector('nav .said')?.textContent) === n,
      {},
      open + 1,
    );
    await hand.click('nav .said');
    await page.waitForSelector('[aria-label="What you say"]:focus');
    await hand.type('From Port Ellery.', 'Enter');
    await other.waitForSelector('.answer');
    const count = hand.count + theirs.count;
    console.log(`Story Z: ${count}`);
    expect(count).toBeLessThanOrEqual(7);
    await other.browserContext().close();
    expect(desk.wrong).toEqual([]);
  });
});

describe('the build sheet', () => {
  it('tells of a thing that is pressed its measures, contract, tokens and code, and how far it is from another', async () => {
    await page.goto(`${at('build')}?screen=detail`);
    const canvas = await page.waitForSelector('.board .sheet canvas');
    const b = await canvas?.boundingBox();
    await hand.click({ x: (b?.x ?? 0) + 40, y: (b?.y ?? 0) + 338 });
    await page.waitForSelector('.chosen b');
    const words = await page.$eval('[aria-label="Build sheet"]', (e) => e.textContent ?? '');
    expect(words).toMatch(/Tag/u);
    expect(words).toContain('color.');
    expect(words).toContain('Text');
    await expect
      .poll(() => page.$eval('pre[aria-label="As an element"]', (e) => e.textContent))
      .toMatch(/^<skerry-[a-z-]+ text="On time"[^>]*><\/skerry-[a-z-]+>$/u);
    await expect.poll(() => page.$eval('pre[aria-label="CSS"]', (e) => e.textContent)).toContain('var(--color-');
    await page.mouse.move((b?.x ?? 0) + 130, (b?.y ?? 0) + 338);
    await page.waitForSelector('.gap b');
    expect(Number(await page.$eval('.gap b', (e) => e.textContent))).toBeGreaterThan(0);
    expect(await axeFaults(page)).toEqual([]);
    expect(desk.wrong).toEqual([]);
  });
});

describe('versions', () => {
  it('are named, compared in words and pictures, and gone back to in one step', async () => {
    await page.goto(at('versions'));
    await page.waitForSelector('[aria-label="Name of a new version"]');
    await page.focus('[aria-label="Name of a new version"]');
    await hand.type('As the harbour saw it', 'Enter');
    await page.waitForSelector('aside li strong::-p-text(As the harbour saw it)');
    const { revision } = (await (await fetch(`${desk.house.address}/api/projects/${DEMO}`)).json()) as {
      revision: number;
    };
    await post('/edits', {
      base: revision,
      edits: [
        {
          id: `edit-${Date.now()}-name`,
          label: 'Name',
          steps: [{ do: 'setScreen', screen: 'pay', field: 'name', value: 'Pay ahead' }],
        },
      ],
    });
    // The list has taken in what was done by then.
    await page.waitForSelector('aside li:first-child ::-p-text(Last of the day)');
    await hand.click('aside li strong::-p-text(As the harbour saw it)');
    await page.waitForSelector('[aria-label="What is different"]');
    await expect
      .poll(() => page.$eval('[aria-label="What is different"]', (e) => e.textContent))
      .toContain('Its name was “Pay”, and is “Pay ahead”');
    await page.waitForFunction(() => document.querySelectorAll('.pair canvas, .pair img').length >= 2);
    expect(await axeFaults(page)).toEqual([]);
    await hand.click('::-p-aria(Go back to it[role="button"])');
    await page.waitForSelector('::-p-text(Nothing is different.)');
    const undo = '[aria-label="Undo Go back to As the harbour saw it"]';
    await page.waitForSelector(undo);
    await hand.click(undo);
    await page.waitForSelector('[aria-label="What is different"]');
    expect(desk.wrong).toEqual([]);
  });
});

describe('a test with people', () => {
  it('is made, walked by somebody who agreed, and told: outcome, ways and where was pressed', async () => {
    await page.goto(at('tests'));
    await page.waitForSelector('[aria-label="Task"]');
    await page.focus('[aria-label="Task"]');
    await hand.type('Find a sailing');
    await hand.click('::-p-aria(Screen that means it is done[role="combobox"])');
    await hand.click('::-p-aria(Sailings[role="option"])');
    await hand.click('::-p-aria(Make the test[role="button"])');
    await page.waitForSelector('::-p-text(No sessions yet)');
    const link = await post<{ token: string }>('/review-links', { name: 'T', scope: { all: true }, rights: ['test'] });
    const other = await (await desk.browser.createBrowserContext()).newPage();
    await other.setViewport({ width: 1280, height: 800 });
    const theirs = new Designer(other);
    await other.goto(`${desk.house.address}/r/${link.token}`);
    await theirs.click('::-p-text(Tests)');
    await theirs.click('::-p-text(Find a sailing)');
    // Nothing begins before somebody agrees.
    expect(
      await (
        await other.waitForSelector('::-p-aria(Begin[role="button"])')
      )?.evaluate((e) => (e as HTMLButtonElement).disabled),
    ).toBe(true);
    await theirs.click('.agree input');
    await theirs.click('::-p-aria(Begin[role="button"])');
    const device = await (await other.waitForSelector('.device canvas'))?.boundingBox();
    // Beside everything first, then on the button.
    await theirs.click({ x: (device?.x ?? 0) + 200, y: (device?.y ?? 0) + (device?.height ?? 0) * 0.8 });
    await theirs.click('::-p-aria(Find sailings[role="button"])');
    await other.waitForSelector('::-p-text(That was it. Thank you)');
    await page.waitForSelector('.sums dd');
    const sums = await page.$eval('.sums', (e) => e.textContent ?? '');
    expect(sums).toContain('1');
    await expect.poll(() => page.$eval('.ways', (e) => e.textContent)).toContain('Find a crossing, then Sailings');
    await page.waitForSelector('.press.miss:not(.still)');
    // Each press stands on the screen where it was made, the last one too, before what came of it.
    const tests = (await (await fetch(`${desk.house.address}/api/projects/${DEMO}/tests`)).json()) as {
      tests: { id: string; task: string }[];
    };
    const id = tests.tests.find((t) => t.task === 'Find a sailing')?.id ?? '';
    const recorded = async () =>
      (await (await fetch(`${desk.house.address}/api/projects/${DEMO}/tests/${id}`)).json()) as {
        sessions: { outcome: string; events: { kind: string; screen: string; hit?: boolean }[] }[];
      };
    const presses = (await recorded()).sessions[0]?.events.filter((e) => e.kind === 'press') ?? [];
    expect(presses.map((e) => [e.screen, e.hit])).toEqual([
      ['find', false],
      ['find', true],
    ]);
    // Whoever goes away in the middle is told of as such.
    await theirs.click('::-p-aria(Begin[role="button"])');
    await other.waitForSelector('.device canvas');
    await other.goto('about:blank');
    for (let n = 0; n < 60 && (await recorded()).sessions.length < 2; n++) await new Promise((r) => setTimeout(r, 50));
    expect((await recorded()).sessions.map((w) => w.outcome)).toEqual(['done', 'left']);
    await page.waitForSelector('.chart canvas');
    await other.browserContext().close();
    expect(desk.wrong).toEqual([]);
  });
});
