import type { Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  blankScreen,
  transferInstance,
  childrenOf,
  resolve,
  type ContentSet,
  type InstanceNode,
  type Project,
  type RNode,
  type Screen,
  type Step,
} from '../core/index.js';
import { manifest } from '../kits/demo/content.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';

import { visibleTexts, shippedKits } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
let page: Page;
let hand: Designer;
const project = (): Promise<Project> => desk.project();
const settled: typeof desk.settled = (is) => desk.settled(is);
const blank = (n: number, device: 'phone' | 'desktop' = 'phone'): Screen =>
  blankScreen(`s${n}`, `Screen ${n}`, 'flow-1', device, device === 'phone' ? 390 : 1280, 844);
const screens = (n: number): Step[] =>
  Array.from({ length: n }, (_, i): Step => ({
    do: 'insertScreen',
    screen: blank(i + 1),
    after: i === 0 ? null : `s${i}`,
  }));

/** A new project, with what the story begins with, open in Compose. */
async function begin(steps: readonly Step[] = []): Promise<void> {
  await desk.make('Story', steps);
  await page.goto(`${desk.house.address}/p/${desk.id}/compose`);
  await page.waitForSelector('[aria-label="Place line"]');
  await page.waitForSelector('.sample .picture');
}
beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
});

/** What a screen shows, thing by thing: component and props. */
function things(p: Project, s: Screen): { name: string; role: string; props: Record<string, unknown>; node: RNode }[] {
  const { kits } = shippedKits();
  const found: { name: string; role: string; props: Record<string, unknown>; node: RNode }[] = [];
  const visit = (n: RNode): void => {
    if (n.instance && n.key === n.owner)
      found.push({
        name: n.instance.name,
        role: n.instance.role,
        props: n.instance.props as Record<string, unknown>,
        node: n,
      });
    n.children.forEach(visit);
  };
  visit(resolve({ project: p, kits }, s).root);
  return found;
}
const first = (p: Project): Screen => p.screens[0] as Screen;
const order = (s: Screen): string[] =>
  childrenOf(s.nodes[s.root]!).map((c) => (s.nodes[c] as InstanceNode).component.split('/')[1] ?? '');
const tab = (name: string): string => `aria/${name}[role="tab"]`;
const sample = (name: string): string => `button.sample[aria-label="${name}"]`;
const line = (name: string): string => `[role="treeitem"][aria-label="${name}"]`;
const row = (name: string): string => `[aria-label="Details"] [role="group"][aria-label="${name}"]`;
const option = (name: string): string => `aria/${name}[role="option"]`;
const count = (what: string, most: number): void => expect(hand.count, `${what}: actions`).toBeLessThanOrEqual(most);

/** Chooses an option, whether they stand side by side or in a list. */
async function pick(prop: string, name: string): Promise<void> {
  const side = await (await page.waitForSelector(`${row(prop)} .value`))?.$(`aria/${name}[role="button"]`);
  if (side) {
    await hand.click(`${row(prop)} .value ::-p-aria(${name})`);
    return;
  }
  await hand.click(`${row(prop)} [role="combobox"]`);
  await hand.click(option(name));
}

describe('A. a list of four items, icon and label, even gaps, all different', () => {
  const ask = (p: Project): boolean => {
    const items = p.screens[0] ? things(p, first(p)).filter((t) => t.role === 'listitem') : [];
    return (
      items.length === 4 &&
      new Set(items.map((t) => t.props['title'])).size === 4 &&
      new Set(items.map((t) => t.props['icon'])).size === 4 &&
      items.every((t) => t.props['icon'] !== 'none')
    );
  };
  it('by keyboard', async () => {
    await begin(screens(1));
    await hand.chord('/');
    await hand.type('4 list item Sail (ship), Sleep (bed), Eat (coffee), Pay', 'Enter');
    await hand.click(line('List item Pay'));
    await page.hover(`${row('Icon')} button[aria-haspopup]`);
    await hand.click(`${row('Icon')} .near button:nth-child(1)`);
    await settled(ask);
    count('A by keyboard', 6);
  });
  it('by pointer', async () => {
    await begin(screens(1));
    await hand.click(tab('Content'));
    for (let i = 0; i < 4; i++) {
      await hand.click(sample('List item'));
      await settled((p) => things(p, first(p)).length === i + 1);
    }
    const p = await project();
    await hand.click(
      await visibleTexts(
        page,
        p,
        's1',
        (b) => b.node.type === 'text' && b.node.text === things(p, first(p))[0]?.props['title'],
      ),
      { double: true },
    );
    await page.waitForSelector('[aria-label="Edit text"]');
    for (const t of ['Calendar', 'Tickets', 'Ships']) await hand.type(t, 'Tab');
    await hand.type('Settings', 'Enter');
    for (const t of ['Calendar', 'Tickets', 'Ships', 'Settings']) {
      await hand.click(line(`List item ${t}`));
      await page.waitForFunction(
        (want: string) =>
          (
            document.querySelector(
              '[aria-label="Details"] [role="group"][aria-label="Title"] :is(input, textarea)',
            ) as HTMLInputElement | null
          )?.value === want,
        {},
        t,
      );
      await page.hover(`${row('Icon')} button[aria-haspopup]`);
      await hand.click(`${row('Icon')} .near button:nth-child(1)`);
    }
    await settled(ask);
    count('A by pointer', 20);
  });
});

describe('B. the same header on five screens; a title each, one background, one action hidden', () => {
  const titles = ['Find', 'Sailings', 'Cabins', 'Pay', 'Pass'];
  const bars = (p: Project): { name: string; props: Record<string, unknown>; node: RNode }[] =>
    p.screens.flatMap((s) => things(p, s).filter((t) => t.role === 'banner'));
  const done = (p: Project): boolean => {
    const all = bars(p);
    return (
      all.length === 5 &&
      all.every((t, i) => t.props['title'] === titles[i]) &&
      all.filter((t) => t.node.look.fill === '#dfe8f0').length === 1 &&
      all.filter((t) => t.props['end'] === 'none').length === 1
    );
  };
  async function finish(): Promise<void> {
    await hand.click(line('Top bar Pass'));
    await hand.click(`${row('Fill')} button[aria-haspopup]`);
    await page.waitForSelector('[aria-label="Fill: a colour by name or value"]:focus');
    await hand.type('#dfe8f0', 'Enter');
    const p = await settled((x) => bars(x).some((t) => t.node.look.fill === '#dfe8f0'));
    await hand.click(
      await visibleTexts(page, p, 's2', (b) => b.node.type === 'icon' && b.node.look.icon?.id === 'user'),
      {
        double: true,
      },
    );
    await hand.click('[aria-label="Choose an icon"] button[aria-label="None"]');
    await settled(done);
  }
  it('by keyboard', async () => {
    await begin(screens(5));
    await page.click('.zoom [aria-label$="show all screens"]');
    await hand.chord('Control+a');
    await hand.chord('/');
    await hand.type('top bar Title with end icon user', 'Enter');
    await settled((p) => bars(p).length === 5);
    await hand.chord('Enter');
    await hand.chord('Enter');
    await page.waitForSelector('[aria-label="Edit text"]');
    for (const t of titles.slice(0, 4)) await hand.type(t, 'Tab');
    await hand.type('Pass', 'Enter');
    await settled((p) => bars(p).every((t, i) => t.props['title'] === titles[i]));
    await finish();
    count('B by keyboard', 16);
  });
  it('by pointer', async () => {
    await begin(screens(5));
    await page.click('.zoom [aria-label$="show all screens"]');
    for (let i = 2; i <= 5; i++) await hand.click(`aria/Screen ${i}[role="button"]`, { with: 'Shift' });
    await hand.click(tab('Navigation'));
    await hand.click(sample('Top bar'));
    await settled((p) => bars(p).length === 5);
    await hand.click(`${row('End icon')} button[aria-haspopup]`);
    await hand.click('[aria-label="Choose an icon"] button[aria-label="User"]');
    const p = await settled((x) => bars(x).every((t) => t.props['end'] === 'user'));
    await page.waitForFunction(() => document.querySelector('[aria-label="Choose an icon"]') === null);
    await hand.click(
      await visibleTexts(page, p, 's1', (b) => b.node.type === 'text' && b.node.text === bars(p)[0]?.props['title']),
      { double: true },
    );
    await page.waitForSelector('[aria-label="Edit text"]');
    // A double-click selects one; the rest are written one by one.
    await hand.type('Find', 'Enter');
    for (let i = 1; i < 5; i++) {
      const now = await project();
      await hand.click(
        await visibleTexts(
          page,
          now,
          `s${i + 1}`,
          (b) => b.node.type === 'text' && b.node.text === bars(p)[0]?.props['title'],
        ),
        { double: true },
      );
      await page.waitForSelector('[aria-label="Edit text"]');
      await hand.type(titles[i] ?? '', 'Enter');
      await settled((x) => bars(x)[i]?.props['title'] === titles[i]);
    }
    await finish();
    count('B by pointer', 26);
  });
});

describe('C. a table of 8 columns and 14 rows from a content set, denser at once, one column of another kind', () => {
  const withSet: Step[] = [
    { do: 'insertScreen', screen: blank(1, 'desktop'), after: null },
    { do: 'contentSet', set: manifest.id, value: manifest satisfies ContentSet },
  ];
  const columns = (p: Project): { props: Record<string, unknown> }[] =>
    things(p, first(p)).filter((t) => t.role === 'column');
  const filled = (p: Project): boolean =>
    columns(p).length === 8 &&
    columns(p).every((c) => Array.isArray(c.props['cells']) && c.props['cells'].length === 14);
  const done = (p: Project): boolean =>
    filled(p) && columns(p).every((c) => c.props['density'] === 'tight') && columns(p)[6]?.props['kind'] === 'badge';
  async function finish(): Promise<void> {
    const p = await settled(filled);
    expect(new Set(columns(p).map((c) => c.props['kind']))).toEqual(
      new Set(['checkbox', 'avatar', 'text', 'number', 'badge']),
    );
    await pick('Density', 'Tight');
    await hand.click(line('Column Berth'));
    await pick('Kind', 'Badge');
    await settled(done);
  }
  it('by keyboard', async () => {
    await begin(withSet);
    await hand.chord('/');
    await hand.type('table from Manifest', 'Enter');
    await finish();
    count('C by keyboard', 12);
  });
  it('by pointer', async () => {
    await begin(withSet);
    await hand.click(tab('Data'));
    await hand.click(sample('Table'));
    await hand.click(`${row('Filled from')} [role="combobox"]`);
    await hand.click(option('Manifest'));
    await finish();
    count('C by pointer', 24);
  });
});

describe('D. a complete phone screen from an empty project', () => {
  const done = (p: Project): boolean => {
    const s = p.screens[0];
    return (
      s !== undefined &&
      s.width === 390 &&
      order(s).join() === ['top-bar', 'search', 'filter-row', ...Array<string>(6).fill('list-item'), 'tab-bar'].join()
    );
  };
  it('by keyboard', async () => {
    await begin();
    await hand.chord('/');
    await hand.type('top bar Trips, search, filter row, 6 list item, tab bar', 'Enter');
    await settled(done);
    count('D by keyboard', 8);
  });
  it('by pointer', async () => {
    await begin();
    await hand.click('aria/Add screen[role="button"]');
    await hand.click('aria/Phone, 390 × 844[role="menuitem"]');
    await page.waitForSelector('.screen[aria-label="Phone"]');
    await hand.click(tab('Navigation'));
    await hand.click(sample('Top bar'));
    await hand.click(tab('Inputs'));
    await hand.click(sample('Search field'));
    await hand.click(tab('Inputs'));
    await hand.click(sample('Filter row'));
    await hand.click(tab('Content'));
    for (let i = 0; i < 6; i++) await hand.click(sample('List item'));
    await hand.click(tab('Navigation'));
    await hand.click(sample('Tab bar'));
    await settled(done);
    count('D by pointer', 24);
  });
});

describe('E. a desktop page; sections reordered, cards from three to two columns', () => {
  const done = (p: Project): boolean => {
    const s = p.screens[0];
    if (!s) return false;
    const row2 = things(p, s).find((t) => t.role === 'group');
    return (
      s.width === 1280 &&
      order(s).join() === 'nav-bar,card-row,hero,footer' &&
      row2?.props['columns'] === 2 &&
      things(p, s).filter((t) => t.role === 'card').length === 3
    );
  };
  async function twoColumns(): Promise<void> {
    await hand.click(`${row('Columns')} input`);
    await page.$eval(`${row('Columns')} input`, (e) => (e as HTMLInputElement).select());
    await hand.type('2', 'Enter');
    await settled(done);
  }
  it('by keyboard', async () => {
    await begin();
    await hand.click('aria/Add screen[role="button"]');
    await hand.click('aria/Desktop, 1280 × 800[role="menuitem"]');
    await page.waitForSelector('.screen[aria-label="Desktop"]');
    await hand.chord('/');
    await hand.type('navigation bar Norrvik, hero Sail north, footer Norrvik', 'Enter');
    await hand.type('card row with 3 card', 'Enter');
    await settled((p) => p.screens.length === 1 && order(first(p)).length === 4);
    await hand.chord('Enter');
    await hand.chord('Alt+ArrowUp');
    await settled((p) => order(first(p))[1] === 'card-row');
    await twoColumns();
    count('E by keyboard', 12);
  });
  it('by pointer', async () => {
    await begin();
    await hand.click('aria/Add screen[role="button"]');
    await hand.click('aria/Desktop, 1280 × 800[role="menuitem"]');
    await page.waitForSelector('.screen[aria-label="Desktop"]');
    await hand.click(tab('Navigation'));
    await hand.click(sample('Navigation bar'));
    await hand.click(tab('Sections'));
    await hand.click(sample('Hero'));
    await hand.click(tab('Content'));
    await hand.click(sample('Card row'));
    await settled((p) => order(first(p)).length === 3);
    await hand.click(tab('Content'));
    for (let i = 0; i < 3; i++) {
      await hand.click(sample('Card'));
      await settled((p) => things(p, first(p)).filter((t) => t.role === 'card').length === i + 1);
    }
    const wall = await (await page.waitForSelector('[aria-label="Wall"]'))?.boundingBox();
    await hand.click({ x: (wall?.x ?? 0) + 12, y: (wall?.y ?? 0) + (wall?.height ?? 0) - 12 });
    await hand.click(tab('Navigation'));
    await hand.click(sample('Footer'));
    await settled((p) => order(first(p)).length === 4);
    const hero = await (await page.waitForSelector('[role="treeitem"][aria-label^="Hero"]'))?.boundingBox();
    const cards = await page.waitForSelector('[role="treeitem"][aria-label="Card row"]');
    await hand.drag(cards!, { x: (hero?.x ?? 0) + 60, y: (hero?.y ?? 0) + 3 });
    await settled((p) => order(first(p))[1] === 'card-row');
    await hand.click(line('Card row'));
    await twoColumns();
    count('E by pointer', 22);
  });
});

describe('F. the tone of every button on four screens', () => {
  const start = (): Step[] => [
    ...screens(4),
    ...[1, 2, 3, 4].flatMap((n): Step[] =>
      [1, 2].map((k): Step => ({
        do: 'insert',
        tree: `screen:s${n}`,
        root: `b${k}`,
        nodes: {
          [`b${k}`]: {
            id: `b${k}`,
            type: 'instance',
            component: 'plywood@1.0.0/button',
            attrs: {},
            overrides: [
              { home: 'plywood@1.0.0/button', at: [], kind: 'prop', name: 'label', value: `Button ${n}${k}` },
            ],
            fills: [],
          },
        },
        into: { parent: 'root' },
        after: k === 1 ? null : 'b1',
      })),
    ),
  ];
  const done = (p: Project): boolean =>
    p.screens.length === 4 &&
    p.screens.every((s) => things(p, s).length === 2 && things(p, s).every((t) => t.props['kind'] === 'warning'));
  it('by keyboard', async () => {
    await begin(start());
    await hand.click(line('Button Button 11'));
    await hand.chord('Shift+A');
    await hand.click(`${row('Kind')} button:nth-child(3)`);
    const p = await settled(done);
    count('F by keyboard', 4);
    // One step, which one undo takes back.
    const undo = await page.waitForSelector('button[aria-label^="Undo Change Kind"]');
    await undo?.click();
    await settled((x) => x.screens.every((s) => things(x, s).every((t) => t.props['kind'] !== 'warning')));
    expect(
      transferInstance({ project: p, kits: shippedKits().kits }, [], first(p).nodes['b1'] as InstanceNode).ledger
        .length,
    ).toBeGreaterThan(0);
  });
  it('by pointer', async () => {
    await begin(start());
    await hand.click(line('Button Button 11'));
    await hand.click('button[aria-label="8 in this flow, select all alike"]');
    await hand.click(`${row('Kind')} button:nth-child(3)`);
    await settled(done);
    count('F by pointer', 5);
  });
});

it('had no error on the page', () => expect(desk.wrong).toEqual([]));
