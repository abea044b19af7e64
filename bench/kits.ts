import type { Browser, Page } from 'puppeteer-core';
import {
  groupIssues,
  gradeWhole,
  kitRef,
  planRebrand,
  verifyFixes,
  readIconSet,
  reviewRebrand,
  reviewScreen,
  appliedKitsAfter,
  appliedKitsOf,
  type Component,
  type Kit,
  type Node,
  type Project,
  type Screen,
  type ScreenReview,
  type Override,
  type AppliedKit,
} from '../core/index.js';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { shippedKits } from '../testing/browser/shippedKits.js';
import { plantedProject } from '../testing/planted.js';
import { Chance } from '../testing/random.js';
import { generated } from './generated.js';
import { largeProject, open, saved } from './interface.js';
import { median, type Tell } from './report.js';

const { kits, fonts } = shippedKits();
const skerry = kits.get('skerry-line@2.1.0') as Kit;
const time = (what: () => unknown): number => {
  const t = performance.now();
  what();
  return performance.now() - t;
};

/** A kit with so many components, those of another over and over, and so many icons. */
async function largeKit(house: TestServer, components: number, icons: number): Promise<unknown> {
  const json = (await (await fetch(`${house.address}/api/kits/skerry-line@2.1.0/kit.json`)).json()) as {
    components: { id: string }[];
    icons: Record<string, object>;
    fonts: unknown[];
  };
  const own = JSON.parse(JSON.stringify(json).replaceAll('skerry-line@2.1.0/', 'large@1.0.0/')) as typeof json;
  const some = Object.values(own.icons);
  const all = Array.from({ length: components }, (_, i) => {
    const c = own.components[i % own.components.length] as { id: string };
    return i < own.components.length ? c : { ...c, id: `${c.id}-${i}`, name: `${c.id} ${i}` };
  });
  const set = Array.from({ length: icons }, (_, i) => [`icon-${i}`, some[i % some.length]] as const);
  return {
    ...own,
    id: 'large',
    version: '1.0.0',
    name: 'Large',
    fonts: [],
    components: all,
    icons: { ...own.icons, ...Object.fromEntries(set) },
  };
}

/** The property of a component that the spoiled kit has not. */
const lost = (c: Component) => c.contract.props.find((p) => p.kind === 'flag' || p.kind === 'choice');

/** A kit as it is but for its texts, which are larger and paler in every component: a hundred causes and more. */
function spoiled(kit: Kit): Kit {
  const ref = kitRef(kit);
  const own = JSON.parse(JSON.stringify(kit.components).replaceAll(`${ref}/`, 'spoiled@1.0.0/')) as Kit['components'];
  const worse = (n: Node): Node =>
    n.type === 'text' ? { ...n, attrs: { ...n.attrs, textStyle: 'hero', maxLines: 1, color: '#9fb4c4' } } : n;
  const components = Object.fromEntries(
    Object.entries(own).map(([id, c]): [string, Component] => [
      id,
      {
        ...c,
        contract: { ...c.contract, props: c.contract.props.filter((p) => p !== lost(c)) },
        nodes: Object.fromEntries(Object.entries(c.nodes).map(([k, n]) => [k, worse(n)])),
      },
    ]),
  );
  return { ...kit, id: 'spoiled', version: '1.0.0', name: 'Spoiled', components, templates: [] };
}

/** What kits cost: graded, installed, reviewed in other ways, mended; icons read. */
export async function measureKits(browser: Browser, tell: Tell): Promise<void> {
  tell(
    'A kit of 92 components graded, read and drawn',
    time(() => gradeWhole(skerry, kits, fonts)),
    'ms',
    {
      below: 1000,
    },
  );
  {
    const d = '<path d="M4 20V4h12"/><circle cx="16" cy="10" r="2"/><rect x="3" y="3" width="8" height="6" rx="2"/>';
    const files = Array.from({ length: 2000 }, (_, i) => ({
      path: `set/sign-${i}.svg`,
      text: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" fill="none" stroke="currentColor">${d}</svg>`,
    }));
    tell(
      '2,000 icons read from a folder',
      time(() => readIconSet(files)),
      'ms',
      { below: 1500 },
    );
  }
  {
    const twin = spoiled(skerry);
    const { project } = plantedProject(new Chance(3), skerry, 200, 0);
    const all = Object.keys(skerry.components);
    const screens = project.screens.map((s, i): Screen => {
      const nodes: Record<string, Node> = { ...s.nodes };
      const root = nodes[s.root] as Node & { children: readonly string[] };
      const more = Array.from({ length: 6 }, (_, k) => {
        const id = `${s.id}-more-${k}`;
        const component = `${kitRef(skerry)}/${all[(i * 6 + k) % all.length] ?? ''}`;
        const of = skerry.components[all[(i * 6 + k) % all.length] ?? ''];
        const prop = of && lost(of);
        const value =
          prop?.kind === 'flag' ? prop.default !== true : prop?.options?.find((o) => o.id !== prop.default)?.id;
        const overrides: Override[] =
          prop && value !== undefined ? [{ home: component, at: [], kind: 'prop', name: prop.id, value }] : [];
        nodes[id] = { id, type: 'instance', component, attrs: {}, overrides, fills: [] };
        return id;
      });
      nodes[s.root] = { ...root, children: [...root.children, ...more] } as Node;
      return { ...s, nodes };
    });
    const world = { project: { ...project, screens }, kits: new Map([...kits, [kitRef(twin), twin]]) };
    const { sheet } = planRebrand(world, kitRef(skerry), kitRef(twin));
    const worn = new Map<readonly AppliedKit[], readonly AppliedKit[]>();
    const after = (s: Screen): readonly AppliedKit[] => {
      const now = appliedKitsOf(world.project, s);
      const known = worn.get(now) ?? appliedKitsAfter(world, now, sheet);
      worn.set(now, known);
      return known;
    };
    const causes = groupIssues(reviewRebrand(world, after, fonts).issues).slice(0, 100);
    const reviews = new Map<Screen, ScreenReview>();
    const reviewOf = (s: Screen): ScreenReview => {
      const known = reviews.get(s) ?? reviewScreen(world, s, after(s), fonts);
      reviews.set(s, known);
      return known;
    };
    let found = 0;
    const took = time(() => {
      for (const c of causes) found += verifyFixes({ world, sheet, after, fonts, reviewOf }, c).length > 0 ? 1 : 0;
    });
    tell(`Fixes for ${causes.length} causes on 200 screens tried (${found} of them mended)`, took, 'ms', {
      below: 5000,
    });
  }
  {
    const { project, kits: all } = generated(200, 100);
    const world = { project, kits: all };
    const { sheet } = planRebrand(world, 'plywood@1.0.0', 'skerry-line@2.1.0');
    const worn = appliedKitsAfter(world, project.appliedKits, sheet);
    const seenIn = { widths: [320], situations: ['texts-longer'] };
    const plain = time(() => project.screens.slice(0, 50).forEach((s) => reviewScreen(world, s, worn, fonts)));
    const more = time(() => project.screens.slice(50, 100).forEach((s) => reviewScreen(world, s, worn, fonts, seenIn)));
    tell('A screen of 100 reviewed as it is', plain / 50, 'ms');
    tell('  at another width and with longer texts besides', more / 50, 'ms');
  }
  const house = new TestServer(await freshDatabase());
  await house.start();
  try {
    const form = new FormData();
    const kit = await largeKit(house, 150, 2000);
    form.append('kit', new File([JSON.stringify(kit)], 'large.json', { type: 'application/json' }));
    const t = performance.now();
    const got = await fetch(`${house.address}/api/kits`, { method: 'POST', body: form });
    const answer = await got.text();
    if (!got.ok) throw new Error(answer);
    tell('Installs a kit of 150 components and 2,000 icons', performance.now() - t, 'ms', { below: 1500 });
    await switching(browser, house, tell);
  } finally {
    await house.kill();
  }
}

/** The brand of the whole project put on and taken off again and again: until what is in sight has it. */
async function switching(browser: Browser, house: TestServer, tell: Tell): Promise<void> {
  const id = await largeProject(house);
  const page = await open(browser, house, `/p/${id}/compose`);
  await page.goto(`${house.address}/p/${id}/rebrand?to=skerry-line@2.2.0`);
  await page.waitForSelector('[aria-label="Match sheet"] li');
  const press = (): boolean => {
    const b = [...document.querySelectorAll('button')].find((x) =>
      /^(?:Rebrand|Update) 200/u.test(x.textContent ?? ''),
    );
    b?.click();
    return b !== undefined && !b.disabled;
  };
  await page.waitForFunction(press, { polling: 200 });
  await page.waitForFunction(() => document.querySelector('.wears')?.textContent?.includes('Skerry') === true);
  await saved(page);
  await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('nav a')].find((a) => a.textContent === 'Compose')?.click(),
  );
  await page.waitForSelector('.screen.current canvas');
  const project = (await (await fetch(`${house.address}/api/projects/${id}`)).json()) as { project: Project };
  if (project.project.appliedKits.length === 0) throw new Error('Nothing is worn');
  await page.evaluate(() => new Promise((r) => setTimeout(r, 4000)));
  const times: number[] = [];
  const all: number[] = [];
  for (let i = 0; i < 10; i++) {
    const { first, last } = await changed(page, i % 2 === 0 ? 'Undo' : 'Redo');
    times.push(first);
    all.push(last);
    await saved(page);
  }
  tell('200 x 100: switches the brand back and forth, the screen worked on', median(times), 'ms', { below: 100 });
  tell('  everything in sight', median(all), 'ms', { below: 500 });
  await page.close();
}
/** How long after a press the picture in sight changes first, and last: ms. */
function changed(page: Page, button: string): Promise<{ first: number; last: number }> {
  return page.evaluate(async (says) => {
    const small = document.createElement('canvas');
    small.width = 120;
    small.height = 60;
    const ctx = small.getContext('2d', { willReadFrequently: true });
    const look = (which: string): string => {
      const from = document.querySelector<HTMLCanvasElement>(which);
      if (!from || !ctx) return '';
      ctx.clearRect(0, 0, 120, 60);
      ctx.drawImage(from, 0, 0, 120, 60);
      return String(ctx.getImageData(0, 0, 120, 60).data);
    };
    const both = ['.screen.current canvas', 'canvas.ground'];
    let [own, ground] = both.map(look);
    const started = performance.now();
    document.querySelector<HTMLButtonElement>(`[aria-label^="${says} "]`)?.click();
    let first = 0;
    let last = 0;
    while (performance.now() - started < 2500) {
      await new Promise((r) => requestAnimationFrame(r));
      const [a, b] = both.map(look);
      const now = performance.now() - started;
      if (a !== own) {
        first ||= now;
        last = now;
      }
      if (b !== ground) last = now;
      [own, ground] = [a, b];
    }
    return { first, last };
  }, button);
}
