import type { Browser, Page } from 'puppeteer-core';
import {
  blankScreen,
  emptyProject,
  similarTo,
  makeMany,
  replayEdition,
  suitedTo,
  type Edit,
  type Json,
  type Node,
  type Screen,
  type World,
} from '../core/index.js';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { shippedKits } from '../testing/browser/shippedKits.js';
import { generated } from './generated.js';
import { largeProject, longest, open, saved, typedInto } from './interface.js';
import { best, median, percentile, type Tell } from './report.js';

/** A screen of loose parts: boxes with an icon, a title and a note in each, four parts a box. */
function rough(parts: number): Screen {
  const blank = blankScreen('rough', 'Rough', 'flow-1', 'phone', 390, 844);
  const nodes: Record<string, Node> = { ...blank.nodes };
  const children: string[] = [];
  for (let i = 0; i * 4 < parts; i++) {
    const id = `b${i}`;
    const attrs = { flow: 'row' as const, gap: 8, padding: i % 3 === 0 ? 12 : 8, stroke: '#888888' };
    nodes[id] = { id, type: 'box', attrs, children: [`${id}i`, `${id}t`, `${id}n`] };
    nodes[`${id}i`] = { id: `${id}i`, type: 'icon', attrs: { icon: 'anchor', size: 20 } };
    nodes[`${id}t`] = { id: `${id}t`, type: 'text', attrs: { text: `Quay ${i}`, textStyle: 'means:label' } };
    nodes[`${id}n`] = { id: `${id}n`, type: 'text', attrs: { text: `Gate ${i % 7}`, textStyle: 'means:caption' } };
    children.push(id);
  }
  const root = nodes[blank.root];
  return { ...blank, nodes: root?.type === 'box' ? { ...nodes, [root.id]: { ...root, children } } : nodes };
}

/** What making, likeness and editions cost, without an interface. */
export function measureMaking(tell: Tell): void {
  const { kits } = shippedKits();
  const screen = rough(300);
  const project = { ...emptyProject('p', 'P', 'plywood@1.0.0'), screens: [screen] };
  const world: World = { project, kits };
  const root = screen.nodes[screen.root];
  const ids = root?.type === 'box' ? root.children : [];
  let n = 0;
  const once = (): void => {
    const chosen = [{ screen, ids }];
    const got = makeMany(world, chosen, () => `m${++n}`, { how: suitedTo(chosen) });
    if ('problem' in got) throw new Error(got.problem);
  };
  tell('Makes components of 300 selected parts, suggestion included', best(12, once), 'ms', { below: 50 });
  const large = rough(500);
  tell(
    'Likeness of one thing to a screen of 500 parts',
    best(12, () => void similarTo(large, 'b0', 0.5)),
    'ms',
    {
      below: 100,
    },
  );
  const base = generated(1, 1).project.originals['tile'];
  const steps = Array.from({ length: 200 }, (_, i) => ({
    id: `c${i}`,
    step: {
      do: 'set',
      tree: 'original:it',
      node: i % 2 === 0 ? 'root' : 'note',
      field: i % 2 === 0 ? 'attrs.gap' : 'attrs.maxLines',
      value: i,
    } as unknown as Json,
  }));
  if (base)
    tell(
      'Replays an edition of 200 changes',
      best(20, () => void replayEdition(base, steps)),
      'ms',
      { below: 10 },
    );
}

interface Drawn {
  /** Canvases of the strip of uses that were drawn since, and when. */
  uses: Map<HTMLCanvasElement, number>;
  /** When pictures of screens on the Wall were last awaited. */
  drawn: number;
  gap: number;
  last: number;
  /** When a key was last pressed. */
  key: number;
}
/** Notes when anything is drawn into the strip of uses, when pictures of the Wall were last awaited, and the longest time between two frames. */
async function watchDrawing(page: Page): Promise<void> {
  await page.evaluate(() => {
    const w = window as unknown as { drawing: Drawn };
    w.drawing = { uses: new Map(), drawn: 0, gap: 0, last: performance.now(), key: 0 };
    addEventListener('keydown', (event) => (w.drawing.key = event.timeStamp), true);
    const clear = CanvasRenderingContext2D.prototype.clearRect;
    CanvasRenderingContext2D.prototype.clearRect = function (this: CanvasRenderingContext2D, ...args) {
      if (this.canvas.closest?.('.uses') && !w.drawing.uses.has(this.canvas))
        w.drawing.uses.set(this.canvas, performance.now());
      clear.apply(this, args);
    };
    const frame = (): void => {
      const now = performance.now();
      if (document.querySelector<HTMLElement>('.ground')?.dataset['waiting'] !== '0') w.drawing.drawn = now;
      w.drawing.gap = Math.max(w.drawing.gap, now - w.drawing.last);
      w.drawing.last = now;
      requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
  });
}
const drawing = (page: Page): Promise<{ drawn: number; gap: number; uses: number }> =>
  page.evaluate(() => {
    const { drawn, gap, uses, key } = (window as unknown as { drawing: Drawn }).drawing;
    return { drawn, gap, uses: Math.max(0, ...uses.values()) - key };
  });
const rest = (page: Page, ms: number): Promise<unknown> =>
  page.evaluate((t) => new Promise((r) => setTimeout(r, t)), ms);

/** Editing an original that is used a thousand times on two hundred screens. */
export async function measureWorkbench(browser: Browser, tell: Tell): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  try {
    const id = await largeProject(house);
    const page = await open(browser, house, `/p/${id}/workbench/project/tile`, '[aria-label="Looks"] canvas');
    await rest(page, 2500);
    await page.click('[role="treeitem"]');
    const gap = '[aria-label="Details"] [role="group"][aria-label="Gap"] input';
    await page.waitForSelector(gap);
    const frames = await typedInto(
      page,
      gap,
      Array.from({ length: 40 }, () => 'ArrowUp'),
    );
    tell('Workbench, 1,000 uses on 200 screens: an edit to its frame, median', median(frames), 'ms', { below: 16.8 });
    tell('  p95', percentile(frames, 95), 'ms', { below: 33 });
    await watchDrawing(page);
    const times: number[] = [];
    for (let i = 0; i < 20; i++) {
      await rest(page, 400);
      await page.evaluate(() => (window as unknown as { drawing: Drawn }).drawing.uses.clear());
      await page.keyboard.press('ArrowUp');
      await rest(page, 250);
      times.push((await drawing(page)).uses);
    }
    tell('  until all visible uses are repainted, median', median(times), 'ms', { below: 16.8 });
    tell('  p95', percentile(times, 95), 'ms', { below: 33 });
    const task = await longest(page, async () => {
      for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowUp', { delay: 30 });
    });
    tell('  longest task while the gap is held down', task, 'ms', { below: 50.01 });
    await saved(page);
    await page.close();
    await wall(browser, house, id, tell);
  } finally {
    await house.kill();
  }
}

/** Somebody else edits the original while the whole Wall is looked at. */
async function wall(browser: Browser, house: TestServer, id: string, tell: Tell): Promise<void> {
  const page = await open(browser, house, `/p/${id}/compose/s0`);
  await page.focus('[aria-label="Wall"]');
  await page.keyboard.press('g');
  await rest(page, 9000);
  await watchDrawing(page);
  const { revision } = (await (await fetch(`${house.address}/api/projects/${id}`)).json()) as { revision: number };
  const edit: Edit = {
    id: 'from-elsewhere',
    label: 'Change Gap',
    steps: [{ do: 'set', tree: 'original:tile', node: 'root', field: 'attrs.gap', value: 3 }],
  };
  await rest(page, 600);
  const began = await page.evaluate(() => {
    const w = window as unknown as { drawing: Drawn };
    w.drawing.gap = 0;
    return performance.now();
  });
  await fetch(`${house.address}/api/projects/${id}/edits`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ base: revision, edits: [edit] }),
  });
  await rest(page, 6000);
  const got = await drawing(page);
  tell('All 200 screens again after an edit of an original in another tab', got.drawn - began, 'ms', { below: 1000 });
  tell('  longest time between two frames meanwhile', got.gap, 'ms', { below: 34 });
  await page.close();
}
