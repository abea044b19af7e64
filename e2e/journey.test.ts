import type { Page } from 'puppeteer-core';
import { beforeAll, describe, expect, it } from 'vitest';
import type { InstanceNode, Project } from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { byRole, pressButton, allSaved } from '../testing/browser/testServer.js';

const desk = new BrowserTest();
let page: Page;
let id = '';

beforeAll(async () => {
  page = await desk.newPage();
});

const project = async (): Promise<Project> =>
  ((await (await fetch(`${desk.house.address}/api/projects/${id}`)).json()) as { project: Project }).project;
const nodes = async (): Promise<InstanceNode[]> =>
  Object.values((await project()).screens[0]?.nodes ?? {}).filter((n): n is InstanceNode => n.type === 'instance');
const tree = (): Promise<string[]> =>
  page.$$eval('[role="treeitem"]', (all) => all.map((e) => e.getAttribute('aria-label') ?? ''));
const until = (wanted: string): Promise<unknown> =>
  page.waitForFunction(
    (w: string) => [...document.querySelectorAll('[role="treeitem"]')].some((e) => e.getAttribute('aria-label') === w),
    { timeout: 30_000 },
    wanted,
  );
async function fill(name: string, text: string): Promise<void> {
  const row = await page.waitForSelector(
    `[aria-label="Details"] [role="group"][aria-label="${name}"] :is(input, textarea)`,
  );
  await row?.click({ count: 3 });
  await page.keyboard.type(text);
}

describe('from an empty project to a rebranded screen', () => {
  it('makes a project in the wireframe kit with a phone screen', async () => {
    await page.goto(desk.house.address);
    await pressButton(page, 'button', 'New project');
    await page.waitForSelector('#new-name', { visible: true });
    await page.type('#new-name', 'Gate');
    await pressButton(page, 'button', 'Make project');
    await page.waitForFunction(() => location.pathname.includes('/compose'));
    id = new URL(page.url()).pathname.split('/')[2] ?? '';
    await pressButton(page, 'button', 'Add screen');
    await pressButton(page, 'menuitem', 'Phone, 390 × 844');
    await byRole(page, 'group', 'Phone');
  });
  it('places by a line that says before Enter what it will place', async () => {
    const line = await byRole(page, 'textbox', 'Place line');
    await line.click();
    await page.keyboard.type('3 field From, To, Date');
    await page.waitForFunction(() => document.querySelector('#place-says')?.textContent === 'places 3 Field');
    await page.keyboard.press('Enter');
    await until('Field Date');
    await page.keyboard.type('card with heading Today, button Book');
    await page.keyboard.press('Enter');
    await until('Button Book');
    expect(await tree()).toEqual(['Field From', 'Field To', 'Field Date', 'Card Today', 'Button Book']);
  });
  it('places by a click on a sample', async () => {
    await page.keyboard.press('Escape');
    await page.click('[role="treeitem"][aria-label="Field Date"]');
    await pressButton(page, 'tab', 'Actions');
    await pressButton(page, 'button', 'Button');
    await until('Button Button');
    expect((await tree())[3]).toBe('Button Button');
  });
  it('changes a prop in Details, shows it as yours, and puts it back', async () => {
    await fill('Label', 'Find crossings');
    await until('Button Find crossings');
    await pressButton(page, 'button', 'yours, back to kit: Label');
    await until('Button Button');
    await fill('Label', 'Find crossings');
    await until('Button Find crossings');
    await allSaved(page);
    expect((await nodes()).find((n) => n.overrides.some((s) => s.value === 'Find crossings'))).toBeDefined();
  });
  it('swaps through Try-on, says what is parked, and swaps back with everything', async () => {
    await pressButton(page, 'tab', 'Try on');
    const action = await page.waitForSelector('.sample[aria-label^="Action, Skerry Line"]');
    expect(await action?.evaluate((e) => e.getAttribute('aria-label'))).toBe('Action, Skerry Line, all carried');
    await (await page.waitForSelector('.sample[aria-label^="Link, Plywood"]'))?.click();
    await until('Link Find crossings');
    await (await page.waitForSelector('.sample[aria-label^="Button, Plywood"]'))?.click();
    await until('Button Find crossings');
    await allSaved(page);
    expect((await nodes()).find((n) => n.overrides.some((s) => s.value === 'Find crossings'))?.component).toBe(
      'plywood@1.0.0/button',
    );
  });
  it('looks through a lens without changing anything', async () => {
    const before = await project();
    const address = page.url();
    await page.goto(`${address}${address.includes('?') ? '&' : '?'}lens=skerry-line@2.2.0`);
    await until('Action Find crossings');
    expect(await project()).toEqual(before);
  });
  it('rebrands all screens as one step, with before and after, and undoes it', async () => {
    await page.goto(`${desk.house.address}/p/${id}/rebrand`);
    await byRole(page, 'button', 'Rebrand 1 screen');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('dd')].some(
        (d) => d.textContent === 'overrides carried' && Number(d.previousElementSibling?.textContent) > 0,
      ),
    );
    const before = (await project()).screens;
    await pressButton(page, 'button', 'Rebrand 1 screen');
    await allSaved(page);
    const after = await project();
    expect(after.screens).toEqual(before);
    expect(after.appliedKits.map((w) => w.shows)).toEqual(['skerry-line@2.2.0']);
    await pressButton(page, 'button', 'Undo Rebrand 1 screen to Skerry Line');
    await allSaved(page);
    expect((await project()).appliedKits).toEqual([]);
    await pressButton(page, 'button', 'Redo Rebrand 1 screen to Skerry Line');
    await allSaved(page);
    expect((await project()).appliedKits).toHaveLength(1);
  });
  it('finds everything confirmed after the server was killed', async () => {
    const before = await project();
    const port = desk.house.port;
    await desk.house.kill();
    await desk.house.start(port);
    expect(await project()).toEqual(before);
    await page.goto(`${desk.house.address}/p/${id}/compose`);
    await until('Action Find crossings');
  });
  it('keeps what is done while the server is away and sends it when it is back', async () => {
    const port = desk.house.port;
    await page.click('[role="treeitem"][aria-label="Action Find crossings"]');
    await desk.house.kill();
    await fill('Text', 'Sail now');
    await page.waitForFunction(() => document.querySelector('.state')?.textContent?.includes('kept here'));
    await desk.house.start(port);
    await allSaved(page);
    expect((await nodes()).some((n) => n.overrides.some((s) => s.value === 'Sail now'))).toBe(true);
  });
  it('shows an edit of one tab in another', async () => {
    const other = await desk.browser.newPage();
    await other.goto(page.url());
    await other.waitForSelector('[role="treeitem"]');
    await page.bringToFront();
    await fill('Text', 'Both see this');
    await other.waitForFunction(
      () =>
        [...document.querySelectorAll('[role="treeitem"]')].some(
          (e) => e.getAttribute('aria-label') === 'Action Both see this',
        ),
      { timeout: 30_000, polling: 100 },
    );
    await other.close();
  });
  it('exports SVG and PNG', async () => {
    const screen = (await project()).screens[0]?.id ?? '';
    const svg = await fetch(`${desk.house.address}/api/projects/${id}/screens/${screen}.svg`);
    expect(await svg.text()).toContain('Both see this');
    const png = new Uint8Array(
      await (await fetch(`${desk.house.address}/api/projects/${id}/screens/${screen}.png`)).arrayBuffer(),
    );
    expect([...png.slice(1, 4)]).toEqual([80, 78, 71]);
  });
  it('refuses bad requests with a sentence, changing nothing', async () => {
    const before = await project();
    const post = (body: string): Promise<Response> =>
      fetch(`${desk.house.address}/api/projects/${id}/edits`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
    for (const [body, status] of [
      ['{', 400],
      ['{"base":0}', 400],
      [
        JSON.stringify({
          base: 0,
          edits: [{ id: 'x', label: 'x', steps: [{ do: 'remove', tree: 'screen:gone', node: 'n' }] }],
        }),
        409,
      ],
      [`"${'x'.repeat(20_000_000)}"`, 413],
    ] as const) {
      const got = await post(body);
      expect(got.status).toBe(status);
      expect(got.headers.get('content-type')).toContain('application/problem+json');
      expect(((await got.json()) as { detail: string }).detail.length).toBeGreaterThan(20);
    }
    expect(await project()).toEqual(before);
  });
  it('had no error on the page', () => expect(desk.wrong).toEqual([]));
});
