import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  aboutThing,
  blankScreen,
  emptyProject,
  layout,
  newInstance,
  componentInteractionsOf,
  readSentence,
  resolve,
  writeComponentSentence,
  type Attrs,
  type Box,
  type Node,
  type Screen,
  type Override,
  type Step,
} from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';
import { axeFaults } from '../testing/browser/testServer.js';
import { shippedKits } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
const { kits, fonts } = shippedKits();
const SEA = 'skerry-line@2.1.0';
let page: Page;
let hand: Designer;
const set = (component: string, name: string, value: Override['value']): Override => ({
  home: `${SEA}/${component}`,
  at: [],
  kind: 'prop',
  name,
  value,
});
const thing = (id: string, component: string, overrides: readonly Override[] = [], attrs: Attrs = {}): Node =>
  newInstance(id, `${SEA}/${component}`, { width: 'stretch', ...attrs }, overrides);
const screen = (id: string, name: string, things: readonly Node[], height: number | null = 844): Screen => {
  const blank = blankScreen(id, name, 'flow-1', 'phone', 390, height);
  const root = { ...blank.nodes['root'], children: things.map((t) => t.id) } as Node;
  return { ...blank, nodes: { ...Object.fromEntries(things.map((t) => [t.id, t])), root } };
};
const screens = [
  screen('find', 'Find a crossing', [
    thing('sail', 'action', [set('action', 'text', 'Sail')]),
    thing('name', 'entry', [set('entry', 'caption', 'Name')]),
    thing('stars', 'stars'),
    thing('agree', 'tick', [set('tick', 'text', 'I agree')]),
    thing('one', 'option', [set('option', 'text', 'Deck')]),
    thing('two', 'option', [set('option', 'text', 'Cabin')]),
    thing('remind', 'toggle', [set('toggle', 'text', 'Remind me')]),
    thing('more', 'hatch'),
    thing('adults', 'head-count'),
    thing('ask', 'sheet', [set('sheet', 'title', 'Are you sure?')], { overlay: 'middle', width: 'fit' }),
  ]),
  screen('list', 'Sailings', [
    thing('top', 'text-link', [set('text-link', 'text', 'To the end')]),
    ...Array.from({ length: 16 }, (_, i) => thing(`row-${i}`, 'row', [set('row', 'text', `Sailing ${i + 1}`)])),
    thing('end', 'title', [set('title', 'words', 'The end')]),
  ]),
];
const project = { ...emptyProject('p', 'P', SEA), screens };
/** Makes the project with sentences said of things of the first screen. */
async function begin(
  said: Readonly<Record<string, readonly string[]>> = {},
  from: readonly Screen[] = screens,
): Promise<void> {
  const world = { project, kits };
  const made = from.map((s): Screen => {
    const nodes = { ...s.nodes };
    for (const [at, sentences] of Object.entries(said)) {
      const n = nodes[at];
      if (!n) continue;
      const interactions = sentences.map((text, i) => {
        const got = readSentence(aboutThing(world, s, at), text);
        return got.ok ? { id: `b${i}`, ...got.interaction } : expect.fail(got.problem);
      });
      nodes[at] = { ...n, interactions: interactions };
    }
    return { ...s, nodes };
  });
  await desk.make(
    'Crossings',
    made.map((s, i) => ({ do: 'insertScreen' as const, screen: s, after: i === 0 ? null : (made[i - 1]?.id ?? null) })),
  );
}
/** The field in Details in which it is said what something does. */
async function say(): Promise<void> {
  const field = await page.waitForSelector(
    'input[aria-label="Say what it does"], [aria-label="Say what it does"] input',
  );
  await field?.evaluate((e) => e.scrollIntoView({ block: 'center' }));
  await page.evaluate(() => new Promise((r) => setTimeout(r, 300)));
  await hand.click('input[aria-label="Say what it does"], [aria-label="Say what it does"] input');
}
/** Takes a sentence from what is offered, as far as it goes. */
async function choose(whole: string): Promise<void> {
  const option = `::-p-xpath(//li[@role="option"][@aria-label="${whole}" or normalize-space()="${whole}"])`;
  await page.evaluate(() => new Promise((r) => setTimeout(r, 400)));
  await page.waitForSelector(option, { visible: true }).catch(() => expect.fail(`${whole} is not offered`));
  await hand.click(option);
}
const open = async (at = 'find'): Promise<void> => {
  await page.goto(`${desk.house.address}/p/${desk.id}/try/${at}`);
  await page.waitForSelector('.device canvas');
  await page.waitForSelector('.read > *');
};
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
});
/** Presses in the middle of something that is read, or so far along it. */
async function touch(role: string, name: string, along = 0.5): Promise<void> {
  const el = await page.waitForSelector(`.read [role="${role}"][aria-label="${name}"]`);
  const r = await el?.boundingBox();
  if (!r) return expect.fail(`${name} is nowhere`);
  await page.mouse.click(r.x + r.width * along, r.y + r.height / 2);
}
const state = (role: string, name: string, attr: string): Promise<string | null> =>
  page.$eval(`.read [role="${role}"][aria-label="${name}"]`, (e, a) => e.getAttribute(a), attr);
const becomes = (role: string, name: string, attr: string, value: string): Promise<unknown> =>
  page.waitForFunction(
    (s, a, v) => document.querySelector(s)?.getAttribute(a) === v,
    {},
    `.read [role="${role}"][aria-label="${name}"]`,
    attr,
    value,
  );
const dialog = (is: boolean): Promise<unknown> =>
  page.waitForFunction((there) => (document.querySelector('.read [role="dialog"]') !== null) === there, {}, is);

describe('what things do by themselves', () => {
  it('is done by a press: ticks, switches, one of several, folds, stars, amounts, and changes nothing of the project', async () => {
    await begin();
    const before = await desk.project();
    await open();
    await touch('checkbox', 'I agree');
    await becomes('checkbox', 'I agree', 'aria-checked', 'true');
    await touch('radio', 'Deck');
    await becomes('radio', 'Deck', 'aria-checked', 'true');
    await touch('radio', 'Cabin');
    await becomes('radio', 'Cabin', 'aria-checked', 'true');
    expect(await state('radio', 'Deck', 'aria-checked')).toBe('false');
    await touch('switch', 'Remind me');
    await becomes('switch', 'Remind me', 'aria-checked', 'false');
    const stars = await page.$eval('.read [role="slider"]', (e) => e.getAttribute('aria-label') ?? '');
    await touch('slider', stars, 0.3);
    await becomes('slider', stars, 'aria-valuenow', '2');
    const folds = await page.$eval('.read [role="button"][aria-expanded]', (e) => e.getAttribute('aria-label') ?? '');
    await touch('button', folds);
    await becomes('button', folds, 'aria-expanded', 'true');
    await touch('spinbutton', 'Adults', 0.95);
    await becomes('spinbutton', 'Adults', 'aria-valuenow', '3');
    await page.type('.read input[aria-label="Name"]', 'Asta');
    await expect
      .poll(() => page.$eval('.read input[aria-label="Name"]', (e) => (e as HTMLInputElement).value))
      .toBe('Asta');
    expect((await desk.project()).screens).toEqual(before.screens);
    await hand.click('::-p-aria(Start again[role="button"])');
    await becomes('checkbox', 'I agree', 'aria-checked', 'false');
    expect(desk.wrong).toEqual([]);
  });
  it('is done by keyboard too, and told to who listens', async () => {
    await begin({ sail: ['when pressed, go to Sailings'] });
    await open();
    await page.focus('.read [role="checkbox"]');
    await page.keyboard.press('Space');
    await becomes('checkbox', 'I agree', 'aria-checked', 'true');
    await page.keyboard.press('Tab');
    await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Deck');
    expect(await axeFaults(page)).toEqual([]);
    await page.focus('.read [role="button"][aria-label="Sail"]');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname.endsWith('/try/list'));
    await page.keyboard.down('Control');
    await page.keyboard.press('Enter');
    await page.keyboard.up('Control');
    await page.waitForFunction(() => location.pathname.includes('/compose/list'));
  });
});

describe('every component', () => {
  /** What goes away when it is done with, and what says nothing by itself is looked at elsewhere. */
  const GOES = new Set(['dialog', 'drawer', 'popover', 'toast', 'alert', 'popupmenu', 'contextmenu']);
  const all = Object.values(kits.get(SEA)?.components ?? {}).filter(
    (c) => componentInteractionsOf(c).length > 0 && !GOES.has(c.role),
  );
  const COLUMNS = 5;
  const at = (i: number): { x: number; y: number } => ({
    x: 10 + (i % COLUMNS) * 318,
    y: 10 + Math.floor(i / COLUMNS) * 330,
  });
  it('that does something by itself does it for a real press or real keys', async () => {
    const things = all.map((c, i) => newInstance(c.id, `${SEA}/${c.id}`, { ...at(i), width: 300 }));
    const blank = blankScreen('all', 'All of them', 'flow-1', 'custom', 1600, null);
    const root = { ...blank.nodes['root'], attrs: { flow: 'free', width: 'stretch', height: 2400 } };
    const made: Screen = {
      ...blank,
      nodes: {
        ...Object.fromEntries(things.map((t) => [t.id, t])),
        root: { ...root, children: things.map((t) => t.id) } as Node,
      },
    };
    await begin({}, [made]);
    await open('all');
    const world = { project: { ...project, screens: [made] }, kits };
    const laid = layout(resolve(world, made), fonts);
    const find = (b: Box, is: (key: string) => boolean): Box[] => [
      ...(is(b.node.key) && b.node.look.visible && b.w > 0 ? [b] : []),
      ...b.children.flatMap((k) => find(k, is)),
    ];
    const device = await (await page.waitForSelector('.device'))?.boundingBox();
    const zoom = (device?.width ?? 0) / 1600;
    const point = (b: Box, along = 0.5): { x: number; y: number } => ({
      x: (device?.x ?? 0) + (b.x + b.w * along) * zoom,
      y: (device?.y ?? 0) + (b.y + b.h / 2) * zoom,
    });
    const rest = (ms: number): Promise<unknown> => page.evaluate((t) => new Promise((r) => setTimeout(r, t)), ms);
    const still: string[] = [];
    let done = 0;
    for (const [i, c] of all.entries()) {
      const cell = at(i);
      /** What the page has drawn where the component stands: no photograph, that would make the window another size for a moment. */
      const seen = (): Promise<string> =>
        page.$eval(
          '.device canvas',
          (el, x, y, w, h) => {
            const canvas = el as HTMLCanvasElement;
            const k = canvas.width / 1600;
            const data = canvas.getContext('2d')?.getImageData(x * k, y * k, w * k, h * k).data ?? [];
            let sum = 7;
            for (const v of data) sum = (Math.imul(sum, 31) + v) | 0;
            return String(sum);
          },
          cell.x - 8,
          cell.y - 8,
          316,
          328,
        );
      /** Drawn anew within 2 s? */
      const other = async (before: string): Promise<boolean> => {
        for (let n = 0; n < 40; n++) {
          if ((await seen()) !== before) return true;
          await rest(50);
        }
        return false;
      };
      const [first] = componentInteractionsOf(c);
      if (!first) continue;
      // One of what it does: that it does all of it is tried without a browser.
      const { when } = first;
      const series =
        when.on === 'item' ? Object.values(c.nodes).find((n) => n.type === 'series' && n.of === when.list) : undefined;
      const items = (): Box[] =>
        find(laid, (k) => k.startsWith(`${c.id}/${series?.id ?? ''}/#`) && k.split('/').length === 4);
      const parts = (): Box[] =>
        componentInteractionsOf(c).flatMap((b) => {
          const { when: w } = b;
          return w.on === 'part' ? find(laid, (k) => k === `${c.id}/${w.part}`) : [];
        });
      const targets =
        when.on === 'part' ? parts() : when.on === 'item' ? items() : find(laid, (k) => k === c.id).slice(0, 1);
      if (targets.length === 0) expect.fail(`${c.name} is nowhere`);
      let changed = false;
      // What is on already stays so: another one is pressed then.
      for (const target of new Set([targets.at(-1) as Box, targets[0] as Box])) {
        const to = point(target, when.on === 'press' ? 0.8 : 0.5);
        await page.mouse.move(to.x, to.y);
        await rest(100);
        let before = await seen();
        await page.mouse.click(to.x, to.y);
        if (when.on === 'type') {
          // That it has the keyboard is seen, too, and is not what is asked here.
          await rest(100);
          before = await seen();
          await page.keyboard.type('Sk7');
        }
        changed = await other(before);
        if (changed) break;
      }
      done++;
      if (!changed) still.push(`${c.name}, ${c.role}: ${writeComponentSentence(c, first)}`);
    }
    expect(still).toEqual([]);
    expect(done).toBeGreaterThan(28);
    expect(desk.wrong).toEqual([]);
  }, 150_000);
});

describe('behaviours', () => {
  it('V. a button opens a dialog; its backdrop, its own button and Escape put it away', async () => {
    await begin();
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/find`);
    await page.waitForSelector('.screen.current canvas');
    await hand.click('[role="treeitem"][aria-label^="Action"]');
    await say();
    await hand.type('when pressed, show Are you sure?', 'Enter');
    await desk.settled((p) => JSON.stringify(p).includes('"openOverlay"'));
    await hand.click('::-p-aria(Try it[role="link"])');
    await page.waitForSelector('.device canvas');
    expect(hand.count, 'V by keyboard: actions').toBeLessThanOrEqual(6);
    await touch('button', 'Sail');
    await dialog(true);
    // Beside it.
    const r = await (await page.$('.device'))?.boundingBox();
    await page.mouse.click((r?.x ?? 0) + 20, (r?.y ?? 0) + 20);
    await dialog(false);
    await touch('button', 'Sail');
    await dialog(true);
    await touch('button', 'Not now');
    await dialog(false);
    await touch('button', 'Sail');
    await dialog(true);
    await page.keyboard.press('Escape');
    await dialog(false);
    expect(desk.wrong).toEqual([]);
  });
  it('V. by pointer alone: the sentence is chosen from what may come next', async () => {
    await begin();
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/find`);
    await page.waitForSelector('.screen.current canvas');
    await hand.click('[role="treeitem"][aria-label^="Action"]');
    await say();
    await choose('when pressed, show');
    await choose('when pressed, show Are you sure?');
    await desk.settled((p) => JSON.stringify(p).includes('"openOverlay"'));
    await hand.click('::-p-aria(Try it[role="link"])');
    await page.waitForSelector('.device canvas');
    expect(hand.count, 'V by pointer: actions').toBeLessThanOrEqual(8);
    await touch('button', 'Sail');
    await dialog(true);
  });
  it('W. when a rating becomes 5, if the form is filled, something is shown', async () => {
    await begin();
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/find?sel=stars`);
    await page.waitForSelector('.screen.current canvas');
    await say();
    await hand.type('when changed, if score is 5 and content of Name is filled,');
    await hand.type(' show Are you sure?', 'Enter');
    await desk.settled((p) => JSON.stringify(p).includes('"is filled"'));
    expect(hand.count, 'W by keyboard: actions').toBeLessThanOrEqual(6);
    await open();
    const rate = async (along: number): Promise<void> => {
      const el = await page.waitForSelector('.read [role="slider"]');
      const r = await el?.boundingBox();
      await page.mouse.click((r?.x ?? 0) + (r?.width ?? 0) * along, (r?.y ?? 0) + (r?.height ?? 0) / 2);
    };
    await rate(0.3);
    await rate(0.97);
    await dialog(false);
    await page.type('.read input[aria-label="Name"]', 'Asta');
    await rate(0.3);
    await rate(0.97);
    await dialog(true);
  });
  it('W. by pointer alone', async () => {
    await begin();
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/find?sel=stars`);
    await page.waitForSelector('.screen.current canvas');
    await say();
    let said = '';
    for (const more of [
      'when changed, if',
      ' score is',
      ' 5',
      ' and',
      ' content of Name is filled',
      ', show',
      ' Are you sure?',
    ])
      await choose((said += more));
    await desk.settled((p) => JSON.stringify(p).includes('"is filled"'));
    console.log(`Story W, by pointer: ${hand.count}`);
    expect(hand.count, 'W by pointer: actions').toBeLessThanOrEqual(9);
    expect(desk.wrong).toEqual([]);
  });
  it('Y. by pointer alone: where it scrolls to is pointed at on the Wall', async () => {
    await begin();
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/list?sel=top`);
    await page.waitForSelector('.screen.current canvas');
    await say();
    await choose('when pressed, scroll to');
    await page.waitForSelector('::-p-text(It may be pointed at on the Wall)');
    const at = await page.$eval('.screen.current', (e) => {
      const r = e.getBoundingClientRect();
      return { x: r.x + r.width * 0.2, y: r.bottom - 12 };
    });
    await hand.click({ x: at.x, y: Math.min(at.y, 560) });
    await page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('[aria-label="Behaviour 1"]')?.value.includes('scroll to') === true,
    );
    // The keyboard has stayed in the sentence, and what was selected is selected.
    expect(new URL(page.url()).searchParams.get('sel')).toBe('top');
    const said = await page.$eval('[aria-label="Behaviour 1"]', (e) => (e as HTMLInputElement).value);
    await choose(`${said} with 16 px above`);
    await desk.settled((p) => JSON.stringify(p).includes('"offset":16'));
    console.log(`Story Y, by pointer: ${hand.count}`);
    expect(hand.count, 'Y by pointer: actions').toBeLessThanOrEqual(5);
    expect(desk.wrong).toEqual([]);
  });
  it('Y. a thing scrolls to a section with an offset', async () => {
    await begin();
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/list?sel=top`);
    await page.waitForSelector('.screen.current canvas');
    await say();
    await hand.type('when pressed, scroll to The end with 24 px above', 'Enter');
    await desk.settled((p) => JSON.stringify(p).includes('"scroll"'));
    expect(hand.count, 'Y by keyboard: actions').toBeLessThanOrEqual(4);
    await open('list');
    const top = (): Promise<number> =>
      page.$eval(
        '.read h2',
        (e) => e.getBoundingClientRect().y - (e.closest('.device')?.getBoundingClientRect().y ?? 0),
      );
    const before = await top();
    await touch('link', 'To the end');
    // 24 px below the top of the device, at the size it is shown in; less far only where the screen ends.
    await page.waitForFunction(
      (was) => (document.querySelector('.read h2')?.getBoundingClientRect().y ?? was) < was - 40,
      {},
      before,
    );
    await page.evaluate(() => new Promise((r) => setTimeout(r, 500)));
    const [shown, device] = await page.$eval(
      '.device',
      (e) => [e.getBoundingClientRect().height, e.getBoundingClientRect().width] as const,
    );
    const zoom = device / 390;
    const lowest = await page.$$eval('.read > *', (all) =>
      Math.max(...all.map((e) => e.getBoundingClientRect().bottom)),
    );
    const bottom = await page.$eval('.device', (e) => e.getBoundingClientRect().bottom);
    const atEnd = lowest <= bottom + 1;
    const now = await top();
    expect(atEnd || Math.abs(now - 24 * zoom) < 2, `${now} of ${shown}`).toBe(true);
  });
  it('happen when something is scrolled to, and when it is dragged away to a side', async () => {
    await begin({
      end: ['when scrolled to, go to Find a crossing'],
      'row-1': ['when dragged away, go to Find a crossing'],
    });
    await open('list');
    const device = (await (await page.$('.device'))?.boundingBox()) ?? expect.fail('There is no device');
    const at = { x: device.x + device.width / 2, y: device.y + device.height * 0.2 };
    // A short pull is a press, and a press does nothing here.
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.move(at.x + 8, at.y, { steps: 2 });
    await page.mouse.up();
    expect(new URL(page.url()).pathname.endsWith('/list')).toBe(true);
    await page.mouse.move(at.x, at.y);
    await page.mouse.wheel({ deltaY: 3000 });
    await page.waitForFunction(() => location.pathname.endsWith('/try/find'));
    await open('list');
    const row =
      (await (
        await page.waitForSelector('.read [aria-label*="Sailing 2"], .read ::-p-text(Sailing 2)')
      )?.boundingBox()) ?? expect.fail('There is no row');
    await page.mouse.move(row.x + row.width * 0.7, row.y + row.height / 2);
    await page.mouse.down();
    await page.mouse.move(row.x + row.width * 0.7 - 120, row.y + row.height / 2 + 4, { steps: 6 });
    await page.mouse.up();
    await page.waitForFunction(() => location.pathname.endsWith('/try/find'));
    expect(desk.wrong).toEqual([]);
  });
  it('are said in words what is missing, kept as they were, and taken away again', async () => {
    await begin({ sail: ['when pressed, go to Sailings'] });
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/find?sel=sail`);
    await page.waitForSelector('[aria-label="Behaviour 1"]');
    await expect
      .poll(() => page.$eval('[aria-label="Behaviour 1"]', (e) => (e as HTMLInputElement).value))
      .toBe('when pressed, go to Sailings');
    await say();
    await hand.type('when pressed, go to Nowhere', 'Enter');
    await page.waitForSelector('::-p-text(comes a screen)');
    expect(JSON.stringify(await desk.project()).match(/"go"/gu)).toHaveLength(1);
    // What could not be read is there still when one comes back to it.
    await hand.click('[role="treeitem"][aria-label^="Tick"]');
    await page.waitForFunction(() => location.search.includes('sel=agree'));
    await hand.click('[role="treeitem"][aria-label^="Action"]');
    await page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('[aria-label="Say what it does"]')?.value ===
        'when pressed, go to Nowhere',
    );
    await hand.click('[aria-label="Take away: when pressed, go to Sailings"]');
    await desk.settled((p) => !JSON.stringify(p).includes('"interactions"'));
    await hand.click('[aria-label^="Undo Take a behaviour away"]');
    await desk.settled((p) => JSON.stringify(p).includes('"interactions"'));
  });
  it('are reached by the keyboard in the order that is corrected, which stays', async () => {
    await begin();
    await open();
    const reached = async (): Promise<string> => {
      await page.keyboard.press('Tab');
      return page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
    };
    const firsts = async (): Promise<readonly string[]> => {
      await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
      await page.click('.device', { offset: { x: 4, y: 4 } });
      const all: string[] = [];
      for (let i = 0; i < 14 && all.length < 3; i++) {
        const name = await reached();
        if (['Sail', 'Name', 'I agree'].includes(name)) all.push(name);
      }
      return all;
    };
    expect(await firsts()).toEqual(['Sail', 'Name', 'I agree']);
    await page.click(
      '[aria-label="Focus order"][role="switch"], [aria-label="Focus order"] input, input[aria-label="Focus order"]',
    );
    await page.waitForSelector('[role="region"][aria-label="Focus order"] li');
    await expect
      .poll(() => page.$$eval('.numbers b', (all) => all.slice(0, 3).map((e) => e.textContent)))
      .toEqual(['1', '2', '3']);
    await page.click('[aria-label="Name earlier"]');
    await desk.settled((p) => JSON.stringify(p).includes('"order":["name","sail"'));
    await page.waitForFunction(
      () => document.querySelector('[aria-label="Focus order"] li .clip')?.textContent === 'Name',
    );
    expect(await firsts()).toEqual(['Name', 'Sail', 'I agree']);
    await open();
    expect(await firsts()).toEqual(['Name', 'Sail', 'I agree']);
    expect(desk.wrong).toEqual([]);
  });
  it('follow what is edited in another tab at once', async () => {
    await begin({ sail: ['when pressed, go to Sailings'] });
    await open();
    await touch('checkbox', 'I agree');
    await becomes('checkbox', 'I agree', 'aria-checked', 'true');
    const { project: now, revision } = (await (
      await fetch(`${desk.house.address}/api/projects/${desk.id}`)
    ).json()) as { project: { screens: Screen[] }; revision: number };
    expect(now.screens).toHaveLength(2);
    await fetch(`${desk.house.address}/api/projects/${desk.id}/edits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        base: revision,
        edits: [
          {
            id: 'other',
            label: 'Other',
            steps: [
              {
                do: 'override',
                tree: 'screen:find',
                node: 'sail',
                key: `${SEA}/action||prop.text|`,
                value: set('action', 'text', 'Sail at once'),
              },
            ],
          },
        ],
      }),
    });
    await page.waitForSelector('.read [role="button"][aria-label="Sail at once"]');
    // What was done while trying is still done.
    expect(await state('checkbox', 'I agree', 'aria-checked')).toBe('true');
  });
});

describe('the flow', () => {
  it('joins screens by what their things do, marks what leads nowhere, and is joined by drawing a line', async () => {
    await begin({ sail: ['when pressed, go to Sailings'] });
    await page.goto(`${desk.house.address}/p/${desk.id}/flow`);
    await page.waitForSelector('.place canvas');
    const words = (): Promise<string> => page.$eval('.flow', (e) => e.textContent ?? '');
    expect(await words()).toContain('2 screens, 1 way, 1 to look at');
    expect(await words()).toContain('Sail, when pressed');
    expect(await words()).toContain('leads nowhere');
    const [from, to] = await Promise.all(
      ['Sailings', 'Find a crossing'].map(async (name) => {
        const r = await (await page.waitForSelector(`.place [aria-label="${name}"]`))?.boundingBox();
        return r ?? expect.fail(`${name} is nowhere`);
      }),
    );
    if (!from || !to) return;
    await page.mouse.move(from.x + 60, from.y + 84);
    await page.mouse.move(from.x + from.width, from.y + 85, { steps: 3 });
    await page.mouse.down();
    await page.mouse.move(to.x + 60, to.y + 60, { steps: 8 });
    await page.mouse.up();
    const p = await desk.settled((x) => (JSON.stringify(x).match(/"go"/gu) ?? []).length === 2);
    expect(Object.values(p.screens[1]?.nodes ?? {}).some((n) => n.interactions?.[0]?.then[0]?.do === 'go')).toBe(true);
    await page.waitForFunction(() => document.querySelector('.flow')?.textContent?.includes('2 ways'));
    expect(await words()).not.toContain('leads nowhere');
    // Another thing leads there instead: the first does nothing any more.
    const things = Object.values(p.screens[1]?.nodes ?? {}).filter((n) => n.interactions).length;
    await hand.click('::-p-aria(What leads there[role="combobox"])');
    await page.waitForSelector('.p-select-option');
    const other = (await page.$$('.p-select-option:not(.p-select-option-selected)'))[0];
    if (other) {
      await hand.click(other);
      const q = await desk.settled((x) => JSON.stringify(x.screens[1]) !== JSON.stringify(p.screens[1]));
      expect(Object.values(q.screens[1]?.nodes ?? {}).filter((n) => n.interactions).length).toBe(things);
    }
    expect(await axeFaults(page)).toEqual([]);
    await page.click('.place [aria-label="Sailings"]');
    await hand.click('::-p-aria(Try from here[role="link"])');
    await page.waitForFunction(() => location.pathname.endsWith('/try/list'));
    expect(desk.wrong).toEqual([]);
  });
});

describe('stories', () => {
  it('X. seven screens joined into a flow and walked to the end, by pointer', async () => {
    const button = (id: string, label: string): Node => ({
      id,
      type: 'instance',
      component: 'plywood@1.0.0/button',
      attrs: {},
      overrides: [{ home: 'plywood@1.0.0/button', at: [], kind: 'prop', name: 'label', value: label }],
      fills: [],
    });
    const steps = Array.from({ length: 7 }, (_, i): Step => {
      const s = blankScreen(`x${i + 1}`, `Step ${i + 1}`, 'flow-1', 'phone', 390, 844);
      const root = s.nodes[s.root] as Extract<Node, { type: 'box' }>;
      const go = button(`go-${i + 1}`, `Go on ${i + 1}`);
      return {
        do: 'insertScreen',
        screen: { ...s, nodes: { ...s.nodes, [root.id]: { ...root, children: [go.id] }, [go.id]: go } },
        after: i === 0 ? null : `x${i}`,
      };
    });
    await desk.make('Seven', steps);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
    await page.waitForSelector('.sample .picture');
    hand.count = 0;
    await hand.click('::-p-aria(Flow[role="link"])');
    await page.waitForSelector('.place canvas');
    for (let i = 1; i < 7; i++) {
      const boxOf = async (name: string) => {
        const el = await page.waitForSelector(`.place [aria-label="${name}"]`);
        await el?.evaluate((e) => e.scrollIntoView({ block: 'nearest', inline: 'nearest' }));
        // The cards come to rest where the new way puts them.
        await new Promise((r) => setTimeout(r, 250));
        return (await el?.boundingBox()) ?? expect.fail(`${name} is nowhere`);
      };
      await boxOf(`Step ${i + 1}`);
      const from = await boxOf(`Step ${i}`);
      const to = await boxOf(`Step ${i + 1}`);
      await hand.drag(
        { x: from.x + from.width, y: from.y + from.height * 0.41 },
        { x: to.x + to.width / 2, y: to.y + to.height * 0.3 },
      );
      await page.waitForFunction(
        (n: number) => document.querySelector('.flow')?.textContent?.includes(`${n} way`),
        {},
        i,
      );
    }
    await page.goto(`${desk.house.address}/p/${desk.id}/try/x1`);
    hand.count++;
    for (let i = 1; i < 7; i++) {
      await hand.click(`.read [aria-label="Go on ${i}"]`);
      await page.waitForFunction((n: number) => location.pathname.endsWith(`/try/x${n}`), {}, i + 1);
    }
    expect(hand.count).toBeLessThanOrEqual(16);
    console.log(`Story X, by pointer: ${hand.count}`);
    expect(desk.wrong).toEqual([]);
  });
});
