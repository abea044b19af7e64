import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import { blankScreen, layout, resolve, type Node, type Project, type Screen, type Step } from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { composeReady, Designer } from '../testing/browser/pointer.js';
import { shippedKits } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const settled: typeof desk.settled = (is) => desk.settled(is);
const rest = (ms = 250): Promise<unknown> => page.evaluate((t) => new Promise((r) => setTimeout(r, t)), ms);
const box = (id: string, attrs: Node['attrs'], children: readonly string[] = []): Node => ({
  id,
  type: 'box',
  attrs,
  children,
});
function screenOf(nodes: readonly Node[], children: readonly string[], more: Partial<Screen> = {}): Step {
  const blank = blankScreen('s', 'Exact', 'flow-1', 'phone', 390, 844);
  const root = box(blank.root, { flow: 'column', width: 'stretch', gap: 16, padding: 16 }, children);
  const all = Object.fromEntries([root, ...nodes].map((n) => [n.id, n]));
  return { do: 'insertScreen', screen: { ...blank, ...more, nodes: all }, after: null };
}
const FREE: readonly Node[] = [
  box('free', { flow: 'free', width: 'stretch', height: 300, fill: '#eeeeee' }, ['a', 'b', 'c']),
  box('a', { x: 20, y: 20, width: 100, height: 60, fill: '#224466' }),
  box('b', { x: 200, y: 120, width: 100, height: 60, fill: '#aa3322' }),
  box('c', { x: 40, y: 220, width: 60, height: 40, fill: '#338855' }),
];
async function begin(step: Step): Promise<void> {
  await desk.make('Exact', [step]);
  await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
  await composeReady(page);
}
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
});
const first = (p: Project): Screen => p.screens[0] as Screen;
const inside = (p: Project, id: string): readonly string[] => {
  const n = first(p).nodes[id];
  return n?.type === 'box' ? n.children : [];
};
const attrs = async (id: string): Promise<Node['attrs']> => first(await desk.project()).nodes[id]?.attrs ?? {};
/** A point of the screen on the page. */
async function at(x: number, y: number): Promise<{ x: number; y: number }> {
  const r = await page.$eval('.screen.current', (e) => {
    const b = e.getBoundingClientRect();
    return { x: b.x, y: b.y, w: b.width };
  });
  const zoom = r.w / first(await desk.project()).width;
  return { x: r.x + x * zoom, y: r.y + y * zoom };
}
const row = (name: string): string => `[aria-label="Details"] [role="group"][aria-label="${name}"]`;
const edge = (name: string): string => `[data-edge="${name}"]`;

describe('a free box', () => {
  it('lets things be dragged into line, off the lines with Ctrl, and back with Escape', async () => {
    await begin(screenOf(FREE, ['free']));
    await hand.drag(await at(16 + 250, 16 + 150), await at(16 + 250 + 3, 16 + 52));
    let p = await settled((x) => first(x).nodes['b']?.attrs.y === 20);
    expect(first(p).nodes['b']?.attrs).toMatchObject({ width: 100, height: 60, bottom: 220 });
    await hand.drag(await at(16 + 70, 16 + 50), await at(16 + 73, 16 + 58), { with: 'Control' });
    p = await settled((x) => first(x).nodes['a']?.attrs.y !== 20);
    // In line with the other it would have stayed at 20.
    expect(Math.abs((first(p).nodes['a']?.attrs.y ?? 0) - 28)).toBeLessThan(3);
    const before = await attrs('c');
    await hand.drag(await at(16 + 70, 16 + 240), await at(16 + 200, 16 + 200), { escape: true });
    await rest();
    expect(await attrs('c')).toEqual(before);
  });
  it('moves by keys: a step, ten steps, one px', async () => {
    await begin(screenOf(FREE, ['free']));
    await hand.click(await at(16 + 250, 16 + 150));
    await page.focus('[aria-label="Wall"]');
    await hand.chord('ArrowRight');
    await hand.chord('Shift+ArrowDown');
    await hand.chord('Alt+ArrowLeft');
    await settled((p) => first(p).nodes['b']?.attrs.x === 207 && first(p).nodes['b']?.attrs.y === 200);
    await hand.chord('Control+z');
    await settled((p) => first(p).nodes['b']?.attrs.x === 200);
  });
  it('makes things another size by their edges, in line with others', async () => {
    await begin(screenOf(FREE, ['free']));
    await hand.click(await at(16 + 70, 16 + 50));
    await hand.drag(edge('Right edge'), await at(16 + 198, 16 + 50));
    await settled((p) => first(p).nodes['a']?.attrs.width === 180);
    await hand.drag(edge('Upper left corner'), await at(16 + 41, 16 + 10));
    const p = await settled((x) => first(x).nodes['a']?.attrs.x === 40);
    expect((first(p).nodes['a']?.attrs.x ?? 0) + Number(first(p).nodes['a']?.attrs.width)).toBe(200);
  });
  it('aligns, spreads and orders what is selected, and has its edges do what they are told', async () => {
    await begin(screenOf(FREE, ['free']));
    await hand.click(await at(16 + 70, 16 + 50));
    await hand.click(await at(16 + 250, 16 + 150), { with: 'Shift' });
    await hand.click(await at(16 + 70, 16 + 240), { with: 'Shift' });
    await hand.click(`${row('Align')} ::-p-text(left)`);
    await settled((p) => ['a', 'b', 'c'].every((id) => first(p).nodes[id]?.attrs.x === 20));
    await hand.click(await at(16 + 70, 16 + 50));
    await hand.click(`${row('Align')} ::-p-text(centre)`);
    await settled((p) => first(p).nodes['a']?.attrs.x === 129);
    await hand.click(`${row('Left edge')} [role="combobox"]`);
    await hand.click('aria/float[role="option"]');
    await settled((p) => first(p).nodes['a']?.attrs.edges?.left === 'float');
    // Both edges give way: it keeps its place from the middle when the box becomes narrower.
    await hand.click('[role="treeitem"][aria-label^="Free box"]');
    await hand.click(`${row('Width')} input`, { triple: true });
    await hand.type('200', 'Enter');
    await hand.click(await at(300, 700));
    await hand.click(await at(16 + 100, 16 + 50));
    await page.waitForFunction(
      (q) => (document.querySelector(q) as HTMLInputElement | null)?.value === '50',
      {},
      `${row('From the left')} input`,
    );
    await hand.click(`${row('Order')} ::-p-text(to the front)`);
    await settled((p) => inside(p, 'free').at(-1) === 'a');
  });
  it('shows how far things are from their neighbours for as long as d is held', async () => {
    await begin(screenOf(FREE, ['free']));
    await hand.click(await at(16 + 70, 16 + 50));
    await page.keyboard.down('d');
    await page.waitForFunction(() => document.querySelectorAll('.measure').length === 4);
    await expect
      .poll(() => page.$$eval('.measure', (l) => l.map((e) => e.textContent?.trim())))
      .toEqual(['20', '238', '20', '140']);
    await page.keyboard.up('d');
    await page.waitForFunction(() => document.querySelectorAll('.measure').length === 0);
  });
  it('takes what is dropped where it is let go, and lets it out again', async () => {
    await begin(screenOf(FREE, ['free']));
    await hand.drag('button.sample[aria-label="Button"]', await at(16 + 150, 16 + 100));
    const p = await settled((x) => inside(x, 'free').length === 4);
    const made = inside(p, 'free').at(-1) ?? '';
    expect(Math.abs((first(p).nodes[made]?.attrs.x ?? 0) - 134)).toBeLessThan(3);
    await hand.drag(await at(16 + 70, 16 + 240), await at(16 + 100, 500));
    await settled((x) => !inside(x, 'free').includes('c'));
  });
  it('is made of a column without anything moving, and says when something does', async () => {
    await begin(
      screenOf(
        [
          box('col', { flow: 'column', gap: 10, padding: 12, width: 'stretch' }, ['p', 'q']),
          box('p', { width: 100, height: 40, fill: '#224466' }),
          box('q', { width: 'stretch', height: 60, fill: '#aa3322' }),
        ],
        ['col'],
      ),
    );
    await hand.click('[role="treeitem"]');
    await hand.click(`${row('Runs')} ::-p-text(free)`);
    const p = await settled((x) => first(x).nodes['col']?.attrs.flow === 'free');
    expect(first(p).nodes['q']?.attrs).toMatchObject({ x: 12, y: 62, right: 12 });
    await hand.click(`${row('Runs')} ::-p-text(across)`);
    await page.waitForSelector('::-p-text(Undo puts everything back)');
  });
});

describe('a row, column or grid', () => {
  it('has its gap and padding dragged on the thing itself', async () => {
    await begin(
      screenOf(
        [
          box('col', { flow: 'column', gap: 20, padding: 24, width: 'stretch' }, ['p', 'q']),
          box('p', { width: 'stretch', height: 60, fill: '#224466' }),
          box('q', { width: 'stretch', height: 60, fill: '#aa3322' }),
        ],
        ['col'],
      ),
    );
    await hand.click('[role="treeitem"]');
    // The gap is the eleventh from 100 to 120 px of the screen.
    await hand.drag('[data-room="gap1"]', await at(195, 16 + 24 + 60 + 10 + 10));
    await settled((p) => Number(first(p).nodes['col']?.attrs.gap) > 30);
    await hand.drag('[data-room="left"]', await at(16 + 12 + 30, 16 + 60));
    await settled((p) => Math.abs(Number(first(p).nodes['col']?.attrs.paddingLeft) - 54) < 4);
    expect((await attrs('col')).paddingRight).toBeUndefined();
    await hand.drag('[data-room="top"]', await at(195, 16 + 12 + 10), { with: 'Shift' });
    const p = await settled((x) => first(x).nodes['col']?.attrs.paddingBottom !== undefined);
    expect(first(p).nodes['col']?.attrs.paddingBottom).toBe(first(p).nodes['col']?.attrs.paddingTop);
  });
});

describe('guides and grids over a screen', () => {
  it('are pulled out of the tape, moved, typed, and taken away; things snap to them', async () => {
    await begin(screenOf(FREE, ['free']));
    await hand.drag(await at(-12, 400), await at(130, 400));
    await settled((p) => first(p).guides?.[0]?.at === 130);
    await hand.drag(await at(16 + 70, 16 + 50), await at(16 + 70 + 42, 16 + 50));
    // Its right edge is on the guide, or its left: the nearest.
    await settled((p) => [114, 14, 64].includes(first(p).nodes['a']?.attrs.x ?? 0));
    await page.keyboard.press('Escape');
    await hand.click(await at(200, 700));
    await page.keyboard.press('Escape');
    const field = await page.waitForSelector('[aria-label="Guide down"] input');
    await field?.click({ count: 3 });
    await page.keyboard.type('200');
    await page.keyboard.press('Tab');
    await settled((p) => first(p).guides?.[0]?.at === 200);
    await hand.drag('[data-guide]', await at(-30, 300));
    await settled((p) => first(p).guides === undefined);
  });
  it('are switched on in Details, and bad values are refused by name', async () => {
    await begin(screenOf([], []));
    await page.evaluate(() => document.querySelector<HTMLElement>('[aria-labelledby="grid-head"]')?.click());
    await settled((p) => first(p).grid?.count === 4);
    const columns = await page.waitForSelector(`${row('Columns')} input`);
    await columns?.click({ count: 3 });
    await page.keyboard.type('1000');
    await page.keyboard.press('Enter');
    await page.waitForSelector('::-p-text(“1000” is nothing for columns; type a number from 1 to 100.)');
    expect(first(await desk.project()).grid?.count).toBe(4);
    const wide = await page.waitForSelector(`${row('Width')} input`);
    for (const bad of ['0', '-5', '1000000', '10/0']) {
      await wide?.click({ count: 3 });
      await page.keyboard.type(bad);
      await page.keyboard.press('Enter');
      await page.waitForSelector(`::-p-text(“${bad}” is nothing for width)`);
    }
    expect(first(await desk.project()).width).toBe(390);
  });
});

describe('edges', () => {
  it('are set on the edges themselves, and seen at work while the box changes size', async () => {
    await begin(screenOf(FREE, ['free']));
    await hand.click(await at(16 + 250, 16 + 150));
    const knob = (name: string): string => `[data-tie="${name}"]`;
    await page.waitForSelector(knob('right'));
    await hand.click(knob('right'));
    let p = await settled((x) => first(x).nodes['b']?.attrs.edges?.right === 'pin');
    expect(first(p).nodes['b']?.attrs).toMatchObject({ x: 200, y: 120, right: 58, bottom: 120 });
    await expect.poll(() => page.$eval(knob('right'), (e) => e.getAttribute('aria-label'))).toBe('Right edge: pin');
    // Lines are one px thick, knobs 12 px, whatever an edge does.
    const sizes = await page.$$eval('.tie, [data-tie]', (all) =>
      all.map((e) => Math.min((e as HTMLElement).offsetWidth, (e as HTMLElement).offsetHeight)),
    );
    expect(sizes.length).toBeGreaterThan(4);
    expect(Math.max(...sizes)).toBeLessThanOrEqual(12);
    await hand.click(knob('left'));
    await settled((x) => first(x).nodes['b']?.attrs.edges?.left === 'scale');
    await hand.click(knob('left'));
    await settled((x) => first(x).nodes['b']?.attrs.edges?.left === 'float');
    // Dragged wider, the box shows what holds what.
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await hand.click(await at(16 + 10, 16 + 10));
    await page.waitForFunction(() => location.search.includes('sel=free'));
    const grip = await page.waitForSelector(edge('Lower edge'));
    const from = await grip?.boundingBox();
    await page.mouse.move((from?.x ?? 0) + (from?.width ?? 0) / 2, (from?.y ?? 0) + (from?.height ?? 0) / 2);
    await page.mouse.down();
    await page.mouse.move((from?.x ?? 0) + 60, (from?.y ?? 0) + 60, { steps: 6 });
    await expect.poll(async () => (await page.$$('.tie')).length).toBeGreaterThan(4);
    await page.keyboard.press('Escape');
    await page.mouse.up();
    p = await desk.project();
    expect(first(p).nodes['free']?.attrs.height).toBe(300);
  });
});

describe('cells of a grid', () => {
  const cells = ['p', 'q', 'r', 's5', 't'].map((id): Node => ({
    id,
    type: 'image',
    attrs: { width: 'stretch', height: 60 },
  }));
  const grid = (): Step =>
    screenOf(
      [
        box(
          'grid',
          { flow: 'grid', columns: 4, width: 'stretch', gap: 8 },
          cells.map((c) => c.id),
        ),
        ...cells,
      ],
      ['grid'],
    );
  it('are chosen by dragging a child over them: a free one is taken, beside another it takes its turn', async () => {
    await begin(grid());
    await hand.drag(await at(40, 40), await at(330, 120));
    let p = await settled((x) => first(x).nodes['p']?.attrs.column === 4);
    expect(first(p).nodes['p']?.attrs).toMatchObject({ column: 4, row: 2 });
    // In a row that is not there yet.
    await hand.drag(await at(330, 110), await at(140, 141));
    p = await settled((x) => first(x).nodes['p']?.attrs.column !== 4);
    expect(first(p).nodes['p']?.attrs.column).toBe(2);
    // Beside another it follows that, in no cell of its own.
    const there = await page.waitForSelector('.marks');
    const b = await there?.boundingBox();
    await hand.drag({ x: (b?.x ?? 0) + (b?.width ?? 0) / 2, y: (b?.y ?? 0) + (b?.height ?? 0) / 2 }, await at(25, 40));
    p = await settled((x) => first(x).nodes['p']?.attrs.column === undefined);
    expect(first(p).nodes['p']?.attrs.row).toBeUndefined();
    expect(inside(p, 'grid')[0]).toBe('p');
  });
  it('are as many as an edge is dragged over, across and down', async () => {
    await begin(grid());
    await hand.click(await at(40, 40));
    const to = await at(190, 125);
    await hand.drag(edge('Lower right corner'), to);
    const p = await settled((x) => first(x).nodes['p']?.attrs.span === 2);
    expect(first(p).nodes['p']?.attrs).toMatchObject({ span: 2, rowSpan: 2, width: 'stretch', height: 'stretch' });
  });
});

describe('a column grid', () => {
  it('may be another one from some width on', async () => {
    await begin(screenOf([], [], { grid: { count: 4, gutter: 16, margin: 16 } }));
    await page.waitForSelector('::-p-text(These hold at every width.)');
    await page.click('button.widths');
    await page.waitForSelector('.beside button');
    await page.evaluate(() => {
      const slider = document.querySelector<HTMLInputElement>('input[type="range"]');
      if (!slider) return;
      slider.value = '1280';
      slider.dispatchEvent(new Event('input', { bubbles: true }));
    });
    const link = await page.waitForSelector('::-p-text(Others from 1280 px on)');
    await link?.click();
    const p = await settled((x) => first(x).grid?.from?.length === 1);
    expect(first(p).grid).toMatchObject({ count: 4, from: [{ at: 1280, count: 12 }] });
    await page.waitForSelector('::-p-text(These hold from 1280 px on.)');
    await expect.poll(async () => (await page.$$('.screen.current .column')).length).toBe(12);
    await hand.click(`${row('Columns')} input`, { triple: true });
    await hand.type('10', 'Enter');
    const q = await settled((x) => first(x).grid?.from?.[0]?.count === 10);
    expect(first(q).grid?.count).toBe(4);
  });
});

describe('M. a screen on a grid of twelve columns with blocks of 12, 8, 4, 6 and 6', () => {
  const desktop = (): Step => screenOf([], [], { device: 'desktop', width: 1280 });
  const asked = (p: Project): boolean => {
    const s = first(p);
    const grid = Object.values(s.nodes).find(
      (n) => n.type === 'box' && n.attrs.flow === 'grid' && n.attrs.columns === 12,
    );
    const spans = grid?.type === 'box' ? grid.children.map((c) => s.nodes[c]?.attrs.span ?? 1) : [];
    return spans.join() === '12,8,4,6,6';
  };
  it('by keyboard', async () => {
    await begin(desktop());
    await hand.chord('/');
    await hand.type('grid 12 columns with box span 12, box span 8, box span 4, ');
    await hand.type('2 box span 6', 'Enter');
    await settled(asked);
    expect(hand.count, 'M by keyboard: actions').toBeLessThanOrEqual(3);
  });
  it('by pointer', async () => {
    await begin(desktop());
    await hand.click('aria/Basic parts[role="tab"]');
    await hand.click('button.sample[aria-label="Grid"]');
    await hand.click(`${row('Columns')} input`, { triple: true });
    await hand.type('12', 'Enter');
    const blocks = (p: Project): readonly Node[] => {
      const grid = Object.values(first(p).nodes).find((n) => n.type === 'box' && n.attrs.flow === 'grid');
      return grid?.type === 'box' ? grid.children.flatMap((c) => first(p).nodes[c] ?? []) : [];
    };
    for (const [i, span] of [12, 8, 4, 6, 6].entries()) {
      await hand.click('button.sample[aria-label="Picture"]');
      await settled((p) => blocks(p).length === i + 1);
      await page.waitForSelector(edge('Right edge'));
      await rest(300);
      const to = await page.evaluate((n) => {
        const e = document.querySelector('[data-edge="Right edge"]')?.getBoundingClientRect() ?? new DOMRect();
        const screen = document.querySelector('.screen.current')?.getBoundingClientRect() ?? new DOMRect();
        const zoom = screen.width / 1280;
        const column = (1280 - 32 - 11 * 16) / 12;
        return { x: e.x + e.width / 2 + (n - 1) * (column + 16) * zoom, y: e.y + e.height / 2 };
      }, span);
      await hand.drag(edge('Right edge'), to);
      await settled((p) => blocks(p)[i]?.attrs.span === span);
    }
    await settled(asked);
    expect(hand.count, 'M by pointer: actions').toBeLessThanOrEqual(14);
  });
});
describe('N. the same header made taller on one of five screens; its title kept centred, corrected once for all', () => {
  const header = {
    id: 'head',
    name: 'Head',
    role: 'banner',
    family: 'Own',
    summary: 'A bar of the project.',
    words: [],
    root: 'ground',
    nodes: {
      ground: box('ground', { flow: 'free', width: 'stretch', height: 60, fill: '#dddddd' }, ['title']),
      title: {
        id: 'title',
        type: 'text' as const,
        name: 'Title',
        attrs: { text: 'Harbour', textStyle: 'means:heading', x: 16, y: 16, right: 280, bottom: 18 },
      },
    },
    rules: [],
    contract: { props: [], slots: [], states: [], events: [] },
  };
  async function start(): Promise<void> {
    const use = (n: number): Step => {
      const blank = blankScreen(`s${n}`, `Screen ${n}`, 'flow-1', 'phone', 390, 844);
      const root = box(blank.root, { flow: 'column', width: 'stretch' }, ['h']);
      const h: Node = {
        id: 'h',
        type: 'instance',
        component: 'project/head',
        attrs: { width: 'stretch' },
        overrides: [],
        fills: [],
      };
      return {
        do: 'insertScreen',
        screen: { ...blank, nodes: { [root.id]: root, h } },
        after: n === 1 ? null : `s${n - 1}`,
      };
    };
    await desk.make('Heads', [
      { do: 'original', original: 'head', value: header as never },
      ...[1, 2, 3, 4, 5].map(use),
    ]);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
    await composeReady(page);
  }
  const story = async (open: () => Promise<void>): Promise<void> => {
    await start();
    await hand.click(await at(200, 30));
    await hand.drag(edge('Lower edge'), await at(200, 120));
    await settled((p) => Number(first(p).nodes['h']?.attrs.height) > 100);
    await open();
    await page.waitForSelector('[aria-label="Looks"] canvas');
    await hand.click('[role="treeitem"][aria-label^="Text"]');
    await hand.click(`${row('Align')} ::-p-text(middle)`);
    const p = await settled((x) => x.originals['head']?.nodes['title']?.attrs.edges?.top === 'float');
    expect(p.originals['head']?.nodes['title']?.attrs.edges).toMatchObject({ top: 'float', bottom: 'float' });
    // In the middle on all five, the taller one too.
    const found = p.screens.map((s) => {
      const root = layout(resolve({ project: p, kits: shippedKits().kits }, s), shippedKits().fonts);
      const head = root.children[0];
      const title = head?.children[0];
      return head && title ? Math.abs(title.y + title.h / 2 - head.y - head.h / 2) : 99;
    });
    for (const off of found) expect(off).toBeLessThan(0.6);
  };
  it('by keyboard', async () => {
    await story(async () => {
      await page.focus('[aria-label="Wall"]');
      await hand.chord('w');
    });
    expect(hand.count, 'N by keyboard: actions').toBeLessThanOrEqual(5);
  });
  it('by pointer', async () => {
    await story(() => hand.click('::-p-xpath(//section[@aria-label="Details"]//button[normalize-space()="Original"])'));
    expect(hand.count, 'N by pointer: actions').toBeLessThanOrEqual(6);
  });
});

describe('O. three sections of a page reordered, four pictures in a row reordered', () => {
  it('by dragging', async () => {
    const picture = (id: string): Node => ({ id, type: 'image', attrs: { width: 60, height: 60 } });
    const section = (id: string, children: readonly string[] = []): Node =>
      box(id, { flow: 'row', gap: 8, padding: 10, width: 'stretch', height: 100, fill: '#e0e6ea' }, children);
    const text = (id: string): Node => ({
      id,
      type: 'text',
      attrs: { text: `Section ${id}`, textStyle: 'means:heading' },
    });
    await begin(
      screenOf(
        [
          section('a', ['ta']),
          section('b', ['tb']),
          section('c', ['tc']),
          text('ta'),
          text('tb'),
          text('tc'),
          section('row', ['p1', 'p2', 'p3', 'p4']),
          ...['p1', 'p2', 'p3', 'p4'].map(picture),
        ],
        ['a', 'b', 'c', 'row'],
      ),
    );
    const sections = (p: Project): string => inside(p, first(p).root).join();
    // Into the gaps between them.
    await hand.drag(await at(300, 16 + 232 + 50), await at(200, 8));
    await settled((p) => sections(p) === 'c,a,b,row');
    await hand.drag(await at(300, 16 + 232 + 50), await at(200, 16 + 108));
    await settled((p) => sections(p) === 'c,b,a,row');
    const y = 16 + 3 * 116 + 40;
    const x = (n: number): number => 16 + 10 + n * 68 + 30;
    await hand.drag(await at(x(3), y), await at(x(0) - 26, y));
    await settled((p) => inside(p, 'row').join() === 'p4,p1,p2,p3');
    await hand.drag(await at(x(3), y), await at(x(1) - 26, y));
    await settled((p) => inside(p, 'row').join() === 'p4,p3,p1,p2');
    await hand.drag(await at(x(3), y), await at(x(2) - 26, y));
    await settled((p) => inside(p, 'row').join() === 'p4,p3,p2,p1');
    expect(hand.count, 'O: actions').toBeLessThanOrEqual(5);
  });
});

describe('P. a desktop page made right for phone with three width conditions, one of them a swap of component', () => {
  const PLY = 'plywood@1.0.0';
  const step = (): Step => {
    const use = (id: string, name: string, attrs: Node['attrs'] = {}): Node => ({
      id,
      type: 'instance',
      component: `${PLY}/${name}`,
      attrs,
      overrides: [],
      fills: [],
    });
    return screenOf(
      [
        use('nav', 'nav-bar', { width: 'stretch' }),
        box('pair', { flow: 'row', gap: 24, width: 'stretch' }, ['one', 'two']),
        use('one', 'card', { width: 'stretch' }),
        use('two', 'card', { width: 'stretch' }),
        use('note', 'notice', { width: 'stretch' }),
      ],
      ['nav', 'pair', 'note'],
      { device: 'desktop', width: 1280 },
    );
  };
  const asked = (p: Project): boolean => {
    const n = first(p).nodes;
    const only = (id: string): string => JSON.stringify(n[id]?.widths ?? []);
    return (
      /"maxWidth":\d+,.*"flow":"column"|"flow":"column".*"maxWidth":\d+/u.test(only('pair')) &&
      only('nav').includes('"component"') &&
      only('note').includes('"visible":false')
    );
  };
  async function narrow(): Promise<void> {
    await hand.click('::-p-text(1280 px wide)');
    await page.waitForSelector('[aria-label="Width, px"]:focus');
    await hand.type('390', 'Enter');
    await page.waitForSelector('::-p-text(Back to 1280)');
    await hand.click('[role="combobox"][aria-label="Changes hold"]');
    await hand.click('aria/only up to 390 px[role="option"]');
  }
  it('by keyboard, and by pointer alike', async () => {
    await begin(step());
    await narrow();
    await hand.click('[role="treeitem"][aria-label^="Row"]');
    await hand.click(`${row('Runs')} ::-p-text(down)`);
    await settled((p) => (first(p).nodes['pair']?.widths ?? []).length === 1);
    await hand.click('[role="treeitem"][aria-label^="Navigation bar"]');
    const other = await page.waitForSelector('.sample:not(.now)');
    if (other) await hand.click(other);
    await settled((p) => (first(p).nodes['nav']?.widths ?? []).length === 1);
    await hand.click('[role="treeitem"][aria-label^="Notice"]');
    await page.focus('[aria-label="Wall"]');
    await hand.chord('Delete');
    const p = await settled(asked);
    // As it was at its own width.
    const wide = { ...first(p) };
    expect(resolve({ project: p, kits: shippedKits().kits }, wide).root.children[1]?.look.flow).toBe('row');
    expect(resolve({ project: p, kits: shippedKits().kits }, { ...wide, width: 390 }).root.children[1]?.look.flow).toBe(
      'column',
    );
    expect(hand.count, 'P: actions').toBeLessThanOrEqual(10);
  });
});
it('had no error on the page', () => expect(desk.wrong).toEqual([]));
