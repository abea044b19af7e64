import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it, onTestFinished } from 'vitest';
import {
  blankScreen,
  childrenOf,
  newInstance,
  type InstanceNode,
  type Node,
  type Project,
  type Screen,
  type Override,
  type Step,
} from '../core/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';
import { axeFaults } from '../testing/browser/testServer.js';

import { visibleTexts } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const PLY = 'plywood@1.0.0';
const project = (): Promise<Project> => desk.project();
const settled: typeof desk.settled = (is) => desk.settled(is);

beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
});

const label = (prop: string, value: Override['value'], component: string): Override => ({
  home: `${PLY}/${component}`,
  at: [],
  kind: 'prop',
  name: prop,
  value,
});
const use = (nodeId: string, component: string, prop: string, value: string): InstanceNode =>
  newInstance(nodeId, `${PLY}/${component}`, { width: 'stretch' }, [label(prop, value, component)]);
/** A project whose first screen holds these, beside an empty second screen. */
async function begin(...nodes: readonly InstanceNode[]): Promise<void> {
  const blank = blankScreen('one', 'One', 'flow-1', 'phone', 390, 844);
  const screen: Screen = {
    ...blank,
    nodes: {
      ...Object.fromEntries(nodes.map((n) => [n.id, n])),
      root: { ...(blank.nodes['root'] as Extract<Node, { type: 'box' }>), children: nodes.map((n) => n.id) },
    },
  };
  const steps: Step[] = [
    { do: 'insertScreen', screen, after: null },
    { do: 'insertScreen', screen: blankScreen('two', 'Two', 'flow-1', 'phone', 390, 844), after: 'one' },
  ];
  await desk.make('Compose', steps);
  await page.goto(`${desk.house.address}/p/${desk.id}/compose/one`);
  await page.waitForSelector('.sample .picture');
  await page.waitForSelector('.screen[aria-label="Two"]');
}
const screen = (p: Project, at = 0): Screen => p.screens[at] as Screen;
const top = (p: Project, at = 0): string[] =>
  childrenOf(screen(p, at).nodes[screen(p, at).root] as Node).map(
    (c) => (screen(p, at).nodes[c] as InstanceNode).component?.split('/')[1] ?? screen(p, at).nodes[c]?.type ?? '',
  );
const line = (name: string): string => `[role="treeitem"][aria-label="${name}"]`;
const on = async (at: string, key: string): Promise<{ x: number; y: number }> =>
  visibleTexts(page, await project(), at, (b) => b.node.key === key);

describe('drag and drop', () => {
  const three = (): InstanceNode[] => [
    use('a', 'field', 'label', 'A'),
    use('b', 'card', 'heading', 'B'),
    use('c', 'notice', 'title', 'C'),
  ];
  it('places a sample where it is dropped, and shows where before', async () => {
    await begin(...three());
    await page.click('aria/Content[role="tab"]');
    const at = await on('one', 'a');
    const sample = await page.waitForSelector('button.sample[aria-label="Heading"]');
    const from = await sample!.boundingBox();
    await page.mouse.move(from!.x + 40, from!.y + 30);
    await page.mouse.down();
    await page.mouse.move(at.x, at.y - 8, { steps: 6 });
    await page.waitForSelector('.bar');
    await expect.poll(() => page.$eval('.held', (e) => e.textContent)).toContain('Heading into One');
    await page.mouse.up();
    await settled((p) => top(p).join() === 'heading,field,card,notice');
  });
  it('moves a thing on the Wall into a slot, and Escape leaves everything as it was', async () => {
    await begin(...three());
    await hand.click(line('Field A'));
    await hand.drag(await on('one', 'a'), await on('one', 'b'), { escape: true });
    expect(top(await project())).toEqual(['field', 'card', 'notice']);
    await hand.drag(await on('one', 'a'), await on('one', 'b'));
    const p = await settled((x) => top(x).join() === 'card,notice');
    expect((screen(p).nodes['b'] as InstanceNode).fills[0]?.children).toEqual(['a']);
  });
  it('copies with Alt, and goes to another screen', async () => {
    await begin(...three());
    const two = await (await page.waitForSelector('.screen[aria-label="Two"]'))!.boundingBox();
    await hand.click(line('Notice C'));
    await hand.drag(await on('one', 'c'), { x: two!.x + 60, y: two!.y + 60 }, { with: 'Alt' });
    await settled((p) => top(p).length === 3 && top(p, 1).join() === 'notice');
    await page.click('.screen[aria-label="One"]', { offset: { x: 5, y: 400 } });
    await hand.click(line('Notice C'));
    await hand.drag(await on('one', 'c'), { x: two!.x + 60, y: two!.y + 300 });
    await settled((p) => top(p).join() === 'field,card' && top(p, 1).length === 2);
  });
  it('reorders in the Outline', async () => {
    await begin(...three());
    const first = await (await page.waitForSelector(line('Field A')))!.boundingBox();
    await hand.drag(line('Notice C'), { x: first!.x + 80, y: first!.y + 3 });
    await settled((p) => top(p).join() === 'notice,field,card');
  });
});

describe('the Outline', () => {
  it('is written in: lines below, in and out, moved, and edited', async () => {
    await begin(use('b', 'card', 'heading', 'B'));
    await hand.click(line('Card B'));
    await page.keyboard.press('Enter');
    await page.waitForSelector('input[aria-label="New line"]');
    await page.keyboard.press('Tab');
    await page.keyboard.type('button Go');
    await page.keyboard.press('Enter');
    await page.waitForSelector(line('Button Go'));
    await page.keyboard.press('Escape');
    let p = await settled((x) => (screen(x).nodes['b'] as InstanceNode).fills.length === 1);
    expect(top(p)).toEqual(['card']);
    await hand.click(line('Button Go'));
    await page.keyboard.down('Shift');
    await page.keyboard.press('Tab');
    await page.keyboard.up('Shift');
    p = await settled((x) => top(x).length === 2);
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.up('Alt');
    await settled((x) => top(x).join() === 'button,card');
    await hand.click(line('Button Go'), { double: true });
    await page.waitForSelector('input[aria-label="Text of this line"]');
    await page.keyboard.type('Sail');
    await page.keyboard.press('Enter');
    await page.waitForSelector(line('Button Sail'));
  });
  it('takes several indented lines as one structure, and undoes them as one', async () => {
    await begin();
    await page.focus('[aria-label="Place line"]');
    await page.evaluate((text: string) => {
      const data = new DataTransfer();
      data.setData('text/plain', text);
      document
        .querySelector('[aria-label="Place line"]')
        ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    }, 'Top bar Trips\nCard Today\n  Text Hello\n  Button Go\nTab bar Home, You');
    const p = await settled((x) => top(x).join() === 'top-bar,card,tab-bar');
    expect(Object.values(screen(p).nodes).filter((n) => n.type === 'instance')).toHaveLength(5);
    await (await page.waitForSelector('button[aria-label^="Undo Place"]'))?.click();
    await settled((x) => top(x).length === 0);
  });
});

describe('the clipboard', () => {
  it('carries things with what is inside to another screen', async () => {
    await begin(use('a', 'field', 'label', 'A'));
    await hand.click(line('Field A'));
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    const copied = await page.evaluate(() => {
      const data = new DataTransfer();
      window.dispatchEvent(new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }));
      return Object.fromEntries([...data.types].map((t) => [t, data.getData(t)]));
    });
    expect(copied['text/plain']).toBe('Field "A"');
    expect(copied['image/svg+xml']).toContain('<svg');
    await page.keyboard.press(']');
    await page.waitForFunction(() => location.pathname.endsWith('/two'));
    await page.evaluate((own: string) => {
      const data = new DataTransfer();
      data.setData('application/x-dekkor+json', own);
      window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    }, copied['application/x-dekkor+json'] ?? '');
    const p = await settled((x) => top(x, 1).length === 1);
    expect(
      Object.values(screen(p, 1).nodes).find((n): n is InstanceNode => n.type === 'instance')?.overrides[0]?.value,
    ).toBe('A');
  });
});

describe('copied and pasted with keys', () => {
  const held = async (...keys: readonly ('Control' | 'Shift' | 'c' | 'v')[]): Promise<void> => {
    for (const k of keys) await page.keyboard.down(k);
    for (const k of [...keys].reverse()) await page.keyboard.up(k);
  };
  it('goes behind the selection, or with Shift in its place, settings carried', async () => {
    await begin(use('a', 'button', 'label', 'Go'), use('b', 'field', 'label', 'Name'));
    await hand.click(line('Button Go'));
    await held('Control', 'c');
    await hand.click(line('Field Name'));
    await held('Control', 'v');
    await settled((p) => top(p).join() === 'button,field,button');
    await hand.click(line('Field Name'));
    await held('Control', 'Shift', 'v');
    const p = await settled((x) => top(x).join() === 'button,button,button');
    await page.waitForSelector(line('Button Name'));
    expect((screen(p).nodes['b'] as InstanceNode).overrides).toEqual([label('label', 'Name', 'field')]);
  });
});

describe('pictures', () => {
  it('are taken when a file is let go over the Wall, and stored once', async () => {
    await begin(newInstance('pic', `${PLY}/image`, { width: 'stretch' }));
    const bytes = [...new Uint8Array(await (await fetch(`${desk.house.address}/api/pictures/harbour`)).arrayBuffer())];
    const at = await on('one', 'pic');
    const drop = (x: number, y: number): Promise<void> =>
      page.evaluate(
        (list: number[], px: number, py: number) => {
          const data = new DataTransfer();
          data.items.add(new File([new Uint8Array(list)], 'harbour.png', { type: 'image/png' }));
          document
            .querySelector('.screen[aria-label="One"]')
            ?.dispatchEvent(
              new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true, clientX: px, clientY: py }),
            );
        },
        bytes,
        x,
        y,
      );
    await drop(at.x, at.y);
    const p = await settled((x) => (screen(x).nodes['pic'] as InstanceNode).overrides.length === 1);
    const stored = (screen(p).nodes['pic'] as InstanceNode).overrides[0]?.value;
    await drop(at.x, at.y + 250);
    const q = await settled((x) => top(x).join() === 'image,image');
    expect(Object.values(screen(q).nodes).find((n) => n.type === 'image')?.attrs.asset).toBe(stored);
    // The placed picture is selected: which part of it shows is zoomed by key and moved with the pointer.
    const crop = await page.waitForSelector('[aria-label^="Part of the picture"] .part');
    await page.focus('[aria-label^="Part of the picture"]');
    for (let i = 0; i < 8; i++) await page.keyboard.press('+');
    const attrs = (x: Project): Extract<Node, { type: 'box' }>['attrs'] =>
      Object.values(screen(x).nodes).find((n) => n.type === 'image')!.attrs;
    await settled((x) => (attrs(x).zoom ?? 1) > 2);
    const box = (await crop!.boundingBox())!;
    const to = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    await page.mouse.move(to.x, to.y);
    await page.mouse.down();
    await page.mouse.move(to.x - box.width * 2, to.y - box.height * 2, { steps: 5 });
    await page.mouse.up();
    await settled((x) => attrs(x).focalX === 0 && attrs(x).focalY === 0);
    await page.keyboard.press('ArrowRight');
    await settled((x) => attrs(x).focalX === 0.05);
    // The same for the picture inside an instance: what is chosen there is a override of its own.
    await hand.click('[role="treeitem"][data-id="pic"]');
    await page.waitForFunction(() => document.querySelector('[aria-label="Details"] h2')?.textContent === 'Image');
    await page.waitForSelector('[aria-label^="Part of the picture"] .part');
    await page.focus('[aria-label^="Part of the picture"]');
    for (let i = 0; i < 8; i++) await page.keyboard.press('+');
    await settled((x) =>
      (screen(x).nodes['pic'] as InstanceNode).overrides.some((c) => c.name === 'zoom' && Number(c.value) > 2),
    );
  });
  it('that are none are refused by name, and change nothing', async () => {
    await begin(newInstance('pic', `${PLY}/image`, { width: 'stretch' }));
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.items.add(new File(['only words'], 'notes.txt', { type: 'text/plain' }));
      document
        .querySelector('.screen[aria-label="One"]')
        ?.dispatchEvent(
          new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true, clientX: 400, clientY: 300 }),
        );
    });
    await page.waitForFunction(() =>
      document.querySelector('.p-toast')?.textContent?.includes('notes.txt is not a picture'),
    );
    expect(top(await project())).toEqual(['image']);
  });
});

describe('items of a list', () => {
  it('are put in another order by their grip, and by the arrow keys on it', async () => {
    await begin(use('tabs', 'tabs', 'size', 'medium'));
    await hand.click(line('Tabs'));
    const said = (): Promise<string[]> =>
      page.$$eval('[aria-label="Details"] .item .texts input:first-of-type', (all) => all.map((i) => i.value));
    await page.waitForSelector('[aria-label="Move item 1"]');
    // The rows of a pane come a few at a time.
    await page.evaluate(() => new Promise((r) => setTimeout(r, 500)));
    const before = await said();
    expect(before.length).toBeGreaterThan(2);
    const [one, two, ...rest] = before;
    const last = await page.$$('.item .grip').then((all) => all.at(-1)?.boundingBox());
    await hand.drag('[aria-label="Move item 1"]', { x: (last?.x ?? 0) + 6, y: (last?.y ?? 0) + 22 });
    await page.waitForFunction(
      (w) => document.querySelector<HTMLInputElement>('.item .texts input')?.value === w,
      {},
      two,
    );
    await expect.poll(said).toEqual([two, ...rest, one]);
    await page.focus(`[aria-label="Move item ${before.length}"]`);
    for (let n = 1; n < before.length; n++) await page.keyboard.press('ArrowUp');
    await page.waitForFunction(
      (w) => document.querySelector<HTMLInputElement>('.item .texts input')?.value === w,
      {},
      one,
    );
    await expect.poll(said).toEqual(before);
    await expect
      .poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label')))
      .toBe('Move item 1');
    expect(desk.wrong).toEqual([]);
  });
});

describe('a component of one’s own', () => {
  it('is made of what is selected, changes nothing that is seen, and is placed again with other words', async () => {
    await begin(use('a', 'button', 'label', 'Cast off'), use('b', 'link', 'label', 'More'));
    await hand.click(line('Button Cast off'));
    await page.keyboard.press('m');
    await page.waitForSelector('#make-name', { visible: true });
    await hand.chord('Control+a');
    await hand.type('Departure', 'Enter');
    const made = await settled((p) => Object.values(p.originals).length === 1);
    const [original] = Object.values(made.originals);
    expect(original).toMatchObject({ id: 'departure', name: 'Departure', role: 'button' });
    expect(original?.contract.props.map((p) => [p.kind, p.default])).toEqual([['text', 'Cast off']]);
    await page.waitForSelector(line('Departure Cast off'));
    await (await page.waitForSelector('aria/Own[role="tab"]'))?.click();
    await (await page.waitForSelector('.sample[aria-label="Departure"]'))?.click();
    await settled(
      (p) =>
        Object.values(screen(p).nodes).filter((n) => n.type === 'instance' && n.component === 'project/departure')
          .length === 2,
    );
    const field = await page.waitForSelector(
      '[aria-label="Details"] [role="group"][aria-label="Label"] :is(input, textarea)',
    );
    await field?.click({ count: 3 });
    await page.keyboard.type('Moor');
    await page.waitForSelector(line('Departure Moor'));
    await page.waitForSelector(line('Departure Cast off'));
    expect(desk.wrong).toEqual([]);
  });
  it('is made of several things at once, one of each kind; of nothing, the dialog says what to do', async () => {
    await begin(use('a', 'button', 'label', 'Cast off'), use('b', 'link', 'label', 'More'));
    await page.focus('[aria-label="Wall"]');
    await page.keyboard.press('m');
    await page.waitForFunction(() =>
      document.querySelector('[role="dialog"]')?.textContent?.includes('Select something'),
    );
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    await hand.click(line('Button Cast off'));
    await hand.click(line('Link More'), { with: 'Shift' });
    await page.keyboard.press('m');
    await page.waitForSelector('[aria-label="Components"] li:nth-child(2)');
    await page.keyboard.press('Enter');
    const made = await settled((p) => Object.keys(p.originals).length === 2);
    expect(Object.values(made.originals).map((o) => o.name)).toEqual(['Button', 'Link']);
    expect(Object.values(screen(made).nodes).flatMap((n) => (n.type === 'instance' ? [n.component] : []))).toEqual(
      expect.arrayContaining(['project/button', 'project/link']),
    );
  });
});

describe('history', () => {
  const items = (n: number): Promise<unknown> =>
    page.waitForFunction((k) => document.querySelectorAll('[aria-label="History"] li').length === k, {}, n);
  const lines = (n: number): Promise<unknown> =>
    page.waitForFunction(
      (k) => document.querySelectorAll('[aria-label="Screen outline"] [role="treeitem"]').length === k,
      {},
      n,
    );
  const button = async (name: string): Promise<void> =>
    void (await (await page.waitForSelector(`aria/${name}[role="button"]`))?.click());
  it('shows how it was, goes back to it as one step, and knows everything after a reload', async () => {
    await begin();
    for (const what of ['button One', 'button Two', 'button Three']) {
      await page.focus('[aria-label="Place line"]');
      await page.keyboard.type(what);
      await page.keyboard.press('Enter');
    }
    await settled((p) => top(p).length === 3);
    await button('History');
    await items(4);
    await page.click('[aria-label="History"] li:nth-last-child(2) button');
    await page.waitForSelector('[aria-label="Looking at an earlier state"]');
    await lines(1);
    // Looking changes nothing.
    expect(top(await settled(() => true))).toHaveLength(3);
    await button('Return to now');
    await lines(3);
    await button('History');
    await items(4);
    await page.click('[aria-label="History"] li:nth-last-child(2) button');
    await lines(1);
    await button('Go back to this');
    await settled((p) => top(p).length === 1);
    await page.reload();
    await lines(1);
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await settled((p) => top(p).length === 3);
    await page.reload();
    await lines(3);
    await button('History');
    await items(6);
  });
});

describe('series and content sets', () => {
  it('repeats by key, adds by the plus, and lets one item differ', async () => {
    await begin(use('a', 'button', 'label', 'Go'));
    await hand.click(line('Button Go'));
    await page.keyboard.press('r');
    await settled((p) => Object.values(screen(p).nodes).some((n) => n.type === 'series' && n.entries.length === 3));
    await (await page.waitForSelector('button[aria-label="Add an item"]'))?.click();
    const p = await settled((x) =>
      Object.values(screen(x).nodes).some((n) => n.type === 'series' && n.entries.length === 4),
    );
    const series = Object.values(screen(p).nodes).find((n) => n.type === 'series');
    const item = series?.type === 'series' ? series.item : '';
    await page.mouse.click(
      ...(Object.values(await visibleTexts(page, p, 'one', (b) => b.node.key === `${series?.id}/#k2/${item}`)) as [
        number,
        number,
      ]),
    );
    await page.waitForFunction(() =>
      document.querySelector('[aria-label="Details"]')?.textContent?.includes('Item 2 of 4'),
    );
    const field = await page.waitForSelector(
      '[aria-label="Details"] [role="group"][aria-label="Label"] :is(input, textarea)',
    );
    await field?.click({ count: 3 });
    await page.keyboard.type('Mine');
    const q = await settled((x) =>
      Object.values(screen(x).nodes).some(
        (n) => n.type === 'series' && n.entries.some((e) => Object.keys(e.overrides).length > 0),
      ),
    );
    const own = Object.values(screen(q).nodes).find((n) => n.type === 'series');
    expect(
      own?.type === 'series' && own.entries.filter((e) => Object.keys(e.overrides).length > 0).map((e) => e.key),
    ).toEqual(['k2']);
  });
  it('brings in rows with a preview, and says what it mended', async () => {
    await begin();
    await page.keyboard.press('c');
    const area = await page.waitForSelector('textarea[aria-label="Rows to bring in"]');
    await area?.click();
    await page.evaluate(() => {
      const t = document.querySelector<HTMLTextAreaElement>('textarea[aria-label="Rows to bring in"]');
      if (!t) return;
      t.value = 'Name,Berth\nVik,C-1\nRask,C-2,extra';
      t.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await page.waitForFunction(() => document.body.textContent?.includes('1 row has more or fewer cells'));
    await (await page.waitForSelector('aria/Take 2 rows[role="button"]'))?.click();
    const p = await settled((x) => Object.keys(x.contentSets).length === 1);
    expect(Object.values(p.contentSets)[0]?.rows).toHaveLength(2);
  });
});

describe('what everybody can use', () => {
  it.each([
    ['Home', '/'],
    ['Compose', '/p/norrvik-crossings/compose/find'],
    ['Rebrand', '/p/norrvik-crossings/rebrand'],
    ['Workbench', '/p/norrvik-crossings/workbench/project/fare-tag'],
    ['Workbench, with a part selected', '/p/norrvik-crossings/workbench/skerry-line@2.1.0/panel-card?sel=title'],
    ['Kits', '/p/norrvik-crossings/kits/skerry-line@2.1.0?of=component/action'],
    ['Home by night', '/'],
    ['Compose by night', '/p/norrvik-crossings/compose/find?in=texts-longer'],
    ['Rebrand by night', '/p/norrvik-crossings/rebrand'],
    ['Workbench by night', '/p/norrvik-crossings/workbench/skerry-line@2.1.0/panel-card?sel=title'],
    ['Kits by night', '/kits/skerry-line@2.1.0?of=component/action'],
  ])('%s has no fault that axe finds', async (name, path) => {
    if (name.endsWith('by night')) {
      const { identifier } = await page.evaluateOnNewDocument(() => localStorage.setItem('dekkor-light', 'night'));
      onTestFinished(() => page.removeScriptToEvaluateOnNewDocument(identifier));
    }
    await page.goto(desk.house.address + path);
    await page.waitForFunction(() => document.querySelectorAll('.picture, .home-card').length > 1);
    if (path.includes('compose')) await hand.click('[role="treeitem"][aria-label^="Card"]');
    expect(await axeFaults(page)).toEqual([]);
  });
  it('keeps what is open and selected in the address', async () => {
    await begin(use('a', 'field', 'label', 'A'));
    await hand.click(line('Field A'));
    await page.waitForFunction(() => location.search.includes('sel=a'));
    await page.reload();
    await page.waitForSelector(`${line('Field A')}[aria-selected="true"]`);
  });
  it('takes a long text and a word where a number belongs, with a clear message', async () => {
    await begin(use('a', 'card-row', 'columns', '3'));
    await hand.click('[role="treeitem"][aria-label^="Card row"]');
    const field = await page.waitForSelector('[aria-label="Details"] [role="group"][aria-label="Columns"] input');
    await field?.click({ count: 3 });
    await page.keyboard.type('many');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() =>
      document.querySelector('[aria-label="Details"] [role="alert"]')?.textContent?.includes('“many” is not a number'),
    );
  });
});

it('had no error on the page', () => expect(desk.wrong).toEqual([]));

describe('messages', () => {
  it('do not pile up: what is said again is there once, and three are there at most', async () => {
    await begin(use('b', 'button', 'label', 'Go'));
    await page.focus('[aria-label="Wall"]');
    const said = (): Promise<string[]> =>
      page.$$eval('.p-toast-message', (all) => all.map((e) => e.textContent?.trim() ?? ''));
    for (const key of ['w', 'w', 'w'] as const) await hand.chord(key);
    await page.waitForSelector('.p-toast-message');
    await expect.poll(async () => (await said()).filter((t) => t.includes('Workbench')).length).toBe(1);
    for (const key of ['p', 'y', 'f', 'o', 'w'] as const) await hand.chord(key);
    await expect.poll(async () => (await said()).length).toBe(3);
    expect((await said()).at(-1)).toContain('Workbench');
    await hand.click('.p-toast-close-button');
    await expect.poll(async () => (await said()).length).toBe(2);
  });
});
