import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { blankScreen, newInstance, type Node, type Project, type Screen, type Step } from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { composeReady, Designer } from '../testing/browser/pointer.js';
import { visibleTexts } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const settled: typeof desk.settled = (is) => desk.settled(is);
const rest = (ms = 200): Promise<unknown> => page.evaluate((t) => new Promise((r) => setTimeout(r, t)), ms);
const TEXT = 'Boats leave from the north quay at nine, at noon and at six in the evening, all year round.';
function screenWith(attrs: Node['attrs']): Step {
  const blank = blankScreen('s', 'Quay', 'flow-1', 'phone', 390, 600);
  const nodes = Object.fromEntries(
    [
      { id: blank.root, type: 'box', attrs: { flow: 'column', width: 'stretch', padding: 16 }, children: ['t'] },
      { id: 't', type: 'text', attrs: { text: TEXT, textStyle: 'means:body', ...attrs } },
    ].map((n) => [n.id, n as unknown as Node]),
  );
  return { do: 'insertScreen', screen: { ...blank, nodes }, after: null };
}
async function begin(attrs: Node['attrs'] = {}): Promise<void> {
  await desk.make('Writing', [screenWith(attrs)]);
  await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
  await composeReady(page);
}
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
});
const first = (p: Project): Screen => p.screens[0] as Screen;
const textOf = (p: Project): string => first(p).nodes['t']?.attrs.text ?? '';
async function at(x: number, y: number): Promise<{ x: number; y: number }> {
  const r = await page.$eval('.screen.current', (e) => {
    const b = e.getBoundingClientRect();
    return { x: b.x, y: b.y, w: b.width };
  });
  return { x: r.x + (x * r.w) / 390, y: r.y + (y * r.w) / 390 };
}
/** The pixels of what is drawn of the screen that is worked on. */
const pixels = (): Promise<string> =>
  page.$eval('.screen.current canvas', (c) => (c as HTMLCanvasElement).toDataURL('image/png'));
const FIELD = '[aria-label="Edit text"]';

describe('a text written in place', () => {
  it('is the finished text all along: opening it moves nothing, and every key shows at once', async () => {
    await begin();
    const before = await pixels();
    await hand.click(await at(60, 30), { double: true });
    await page.waitForSelector(FIELD);
    await rest();
    expect(await pixels()).toBe(before);
    await page.keyboard.press('End');
    await page.keyboard.down('Control');
    await page.keyboard.press('End');
    await page.keyboard.up('Control');
    await page.keyboard.type(' Daily.');
    let while_ = before;
    // Drawn anew, and at rest.
    await expect
      .poll(async () => {
        const earlier = while_;
        while_ = await pixels();
        return while_ !== before && while_ === earlier;
      })
      .toBe(true);
    await page.keyboard.press('Enter');
    await settled((p) => textOf(p) === `${TEXT} Daily.`);
    await page.waitForSelector(FIELD, { hidden: true });
    await expect.poll(pixels).toBe(while_);
  });
  it('has its caret where the letters are, set by pointer and moved line by line', async () => {
    await begin();
    await hand.click(await at(60, 30), { double: true });
    await page.waitForSelector(FIELD);
    const caret = (): Promise<{ x: number; y: number } | null> =>
      page.evaluate(() => {
        const r = document.querySelector('.caret')?.getBoundingClientRect();
        return r ? { x: r.x, y: r.y } : null;
      });
    const place = await at(120, 30);
    await page.mouse.click(place.x, place.y);
    await expect.poll(async () => Math.abs(((await caret())?.x ?? 0) - place.x)).toBeLessThan(8);
    const one = await caret();
    await page.keyboard.press('ArrowDown');
    await expect.poll(async () => ((await caret())?.y ?? 0) - (one?.y ?? 0)).toBeGreaterThan(10);
    const two = await caret();
    expect(Math.abs((two?.x ?? 0) - (one?.x ?? 0))).toBeLessThan(8);
    await page.keyboard.press('Home');
    await page.keyboard.type('and ');
    await page.keyboard.press('Enter');
    const p = await settled((x) => textOf(x) !== TEXT);
    expect(textOf(p).replace('and ', '')).toBe(TEXT);
    expect(textOf(p).indexOf('and ')).toBeGreaterThan(20);
  });
  it('takes strong words, words that lead somewhere and several lines', async () => {
    await begin();
    await hand.click(await at(60, 30), { double: true });
    await page.waitForSelector(FIELD);
    const word = await at(30, 30);
    await page.mouse.click(word.x, word.y, { count: 1 });
    await page.mouse.click(word.x, word.y, { count: 1 });
    await page.keyboard.down('Control');
    await page.keyboard.press('b');
    await page.keyboard.up('Control');
    await rest();
    await page.keyboard.down('Control');
    await page.keyboard.press('End');
    await page.keyboard.up('Control');
    await page.keyboard.down('Shift');
    await page.keyboard.press('Enter');
    await page.keyboard.up('Shift');
    await page.keyboard.type('Tickets');
    for (let i = 0; i < 7; i++) {
      await page.keyboard.down('Shift');
      await page.keyboard.press('ArrowLeft');
      await page.keyboard.up('Shift');
    }
    await page.click('.writing .tools button:nth-child(2)');
    await page.waitForSelector('.address');
    await page.keyboard.type('two words');
    await page.keyboard.press('Enter');
    await expect
      .poll(() => page.$eval('.writing .tools .problem', (e) => e.textContent))
      .toBe('An address has no spaces and no brackets.');
    await page.$eval('.address', (e) => (e as HTMLInputElement).select());
    await page.keyboard.type('/tickets');
    await page.keyboard.press('Enter');
    await rest();
    await page.keyboard.press('Enter');
    const p = await settled((x) => textOf(x) !== TEXT);
    expect(textOf(p)).toBe(`**Boats** ${TEXT.slice(6)}\n[Tickets](/tickets)`);
  });
  it('says what a line limit cuts off, and leaves everything with Escape', async () => {
    await begin({ maxLines: 1 });
    await hand.click(await at(60, 30), { double: true });
    await page.waitForSelector(FIELD);
    await expect
      .poll(() => page.$eval('.writing .cut', (e) => e.textContent))
      .toMatch(/^Cut after one line: ….*year round\.$/u);
    await page.keyboard.type('Never mind');
    await page.waitForSelector('.writing .cut', { hidden: true });
    await page.keyboard.press('Escape');
    await page.waitForSelector(FIELD, { hidden: true });
    await rest();
    expect(textOf(await desk.project())).toBe(TEXT);
  });
  it('takes a number where one belongs, keeps it as one, and says of a word that it is none', async () => {
    const blank = blankScreen('s', 'Berths', 'flow-1', 'phone', 390, 600);
    const root = { ...blank.nodes[blank.root], children: ['n'] } as Node;
    const n = newInstance('n', 'plywood@1.0.0/amount-field', { width: 300 });
    await desk.make('Amounts', [
      { do: 'insertScreen', screen: { ...blank, nodes: { [root.id]: root, n } }, after: null },
    ]);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
    await composeReady(page);
    const value = await visibleTexts(page, await desk.project(), 's', (b) => b.node.key === 'n/value');
    const write = async (text: string): Promise<void> => {
      await hand.click(value, { double: true });
      await page.waitForSelector(FIELD);
      await page.$eval(FIELD, (e) => (e as HTMLTextAreaElement).select());
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
      await page.waitForSelector(FIELD, { hidden: true });
    };
    const overrides = (p: Project): unknown => {
      const it = first(p).nodes['n'];
      return it?.type === 'instance' ? it.overrides.map((s) => s.value) : null;
    };
    await write('many');
    await page.waitForSelector('::-p-text(“many” is not a number; Amount keeps 2.)');
    expect(overrides(await desk.project())).toEqual([]);
    await write('3 + 4');
    await settled((p) => JSON.stringify(overrides(p)) === '[7]');
  });
});
