import {
  applyEdit,
  applyRebrand,
  chooseSteps,
  layout,
  layoutNode,
  paint,
  paragraph,
  planRebrand,
  resolve,
  snapField,
  snapTo,
  reviewRebrand,
  treeOfScreen,
  appliedKitsAfter,
  appliedKitsOf,
  type Edit,
  type InstanceNode,
  type Kit,
  type Project,
  type RNode,
  type World,
  emptyProject,
  makeMany,
  readSheetOfDrawings,
  convertProject,
  type Screen,
} from '../core/index.js';
import type { Browser } from 'puppeteer-core';
import { shippedKits } from '../testing/browser/shippedKits.js';
import { agreement } from '../testing/agreement.js';
import { drawnSheet } from '../testing/drawings.js';
import { judged, plantedProject } from '../testing/planted.js';
import { Chance } from '../testing/random.js';
import { exactTree } from '../testing/freeform.js';
import { generated, tile } from './generated.js';
import { best, median, tell as report } from './report.js';
import { asHtml, asScreen, asYoga, listTree, randomTree, yogaLayout } from './trees.js';

const { fonts, kits } = shippedKits();
const draw = (w: World, project: Project, at: number): number => {
  const screen = project.screens[at];
  return screen ? paint(layout(resolve({ ...w, project }, screen), fonts)).length : 0;
};

/** What the core does, without an interface, beside what does the same elsewhere. */
export async function measureCore(browser: Browser): Promise<void> {
  // ── exact places ──
  const boxes = Array.from({ length: 2000 }, (_, i) => ({
    x: (i % 50) * 40,
    y: Math.floor(i / 50) * 30,
    w: 30,
    h: 20,
  }));
  const field = snapField({ boxes, within: { x: 0, y: 0, w: 2000, h: 1200 }, base: 8 });
  report(
    'Snaps a thing among 2,000 boxes',
    best(200, () => void snapTo(field, { x: 733, y: 411, w: 33, h: 21 }, 6)),
    'ms',
    { below: 1 },
  );
  // ── the generated project ──
  const world = generated(200, 100);
  let parts = 0;
  const count = (n: { children: readonly unknown[] }): void => {
    parts++;
    (n.children as { children: readonly unknown[] }[]).forEach(count);
  };
  for (const s of world.project.screens.slice(0, 20)) count(resolve(world, s).root);
  report('Generated project: resolved parts (200 screens, 20,000 instances)', parts * 10, 'parts');

  {
    let { project } = world;
    for (let i = 0; i < 20; i++) draw(world, project, i);
    const times: number[] = [];
    for (let i = 0; i < 300; i++) {
      const at = i % 20;
      const screen = project.screens[at];
      const node = Object.values(screen?.nodes ?? {}).find(
        (n): n is InstanceNode => n.type === 'instance' && n.component.endsWith('/button'),
      );
      if (!screen || !node) continue;
      const t = performance.now();
      const edit: Edit = {
        id: `e${i}`,
        label: 'Type',
        steps: chooseSteps(
          { ...world, project },
          [],
          treeOfScreen(screen),
          node,
          { at: [], kind: 'prop', name: 'label' },
          `Label ${i}`,
        ),
      };
      const got = applyEdit(project, edit);
      if (!got.ok) throw new Error(got.refusal.message);
      project = got.project;
      draw(world, project, at);
      times.push(performance.now() - t);
    }
    report('Change one setting, resolve + layout + paint its screen', median(times), 'ms', { below: 8 });
  }
  {
    const { project } = world;
    for (let i = 0; i < 200; i++) draw(world, project, i);
    const change = (gap: number): Project => {
      const got = applyEdit(project, {
        id: 'o',
        label: 'Change Tile',
        steps: [{ do: 'original', original: 'tile', value: tile(gap) }],
      });
      if (!got.ok) throw new Error(got.refusal.message);
      return got.project;
    };
    const visible = best(7, () => {
      const next = change(8 + Math.random());
      for (let i = 0; i < 6; i++) draw(world, next, i);
    });
    report('Change an original used 1,000 times: the visible 6 screens', visible, 'ms', { below: 50 });
    const t = performance.now();
    const next = change(11);
    for (let i = 0; i < 200; i++) draw(world, next, i);
    report('Change an original used 1,000 times: all 200 screens', performance.now() - t, 'ms', { below: 3000 });
  }
  // ── layout alone ──
  const tree = randomTree(10_000, 42);
  const list = listTree(1111);
  for (const [what, made] of [
    ['rows of a long page', list],
    ['random, nine deep', tree],
  ] as const) {
    // Resolved anew each time: what was laid out before is remembered, and would cost nothing.
    const fresh = Array.from({ length: 24 }, () => asScreen(made));
    const n = fresh[0]?.count ?? 0;
    const next = (): void => void layoutNode((fresh.pop() as ReturnType<typeof asScreen>).root, fonts, 390, undefined);
    for (let i = 0; i < 8; i++) next();
    report(`Layout alone, ${n.toLocaleString('en-GB')} nodes never seen, ${what}`, best(15, next), 'ms', { below: 20 });
    report(
      '  the WASM flex engine, building and laying out',
      best(3, () => {
        const y = asYoga(made);
        yogaLayout(y);
        y.freeRecursive();
      }),
      'ms',
    );
  }
  // ── grids and free boxes ──
  const exact = (
    parts: number,
  ): { readonly roots: readonly RNode[]; readonly html: string; readonly count: number } => {
    const roots: RNode[] = [];
    const html: string[] = [];
    let count = 0;
    for (let seed = 1; count < parts; seed++) {
      const made = exactTree(new Chance(seed), kits, 'means:body');
      roots.push(made.root);
      html.push(made.html);
      count += made.ids.length;
    }
    return { roots, html: html.join(''), count };
  };
  const cells = exact(10_000);
  const rows = listTree(740);
  /** Each time of trees that were never laid: what is remembered would cost nothing. */
  const timed = (make: () => readonly RNode[]): number => {
    const times: number[] = [];
    for (let i = 0; i < 16; i++) {
      const roots = make();
      const t = performance.now();
      for (const r of roots) layoutNode(r, fonts, 1200, undefined);
      if (i > 4) times.push(performance.now() - t);
    }
    return median(times);
  };
  const mixed = timed(() => [asScreen(rows).root, ...exact(3340).roots]);
  report('Layout alone, 10,000 parts never seen, a third of them in grids and free boxes', mixed, 'ms', { below: 20 });
  report(
    '  all of them in grids and free boxes',
    timed(() => exact(10_000).roots),
    'ms',
  );
  // ── kits that nobody tuned for one another ──
  for (const meanings of [true, false]) {
    const of = meanings ? 'roles and meanings given' : 'without meanings';
    const got = agreement(kits.get('plywood@1.0.0') as Kit, 30, meanings, 100);
    report(`30 pairs of generated kits, ${of}: components`, got.components * 100, '%', { above: meanings ? 95 : 80 });
    report('  props of those', got.props * 100, '%', meanings ? { above: 92 } : undefined);
    report('  options of those', got.options * 100, '%', meanings ? { above: 90 } : undefined);
  }
  // ── sheets of drawings ──
  {
    const kit = kits.get('skerry-line@2.1.0') as Kit;
    let n = 0;
    const newId = (): string => `d${++n}`;
    const large = drawnSheet(new Chance(3), 2200);
    const t = performance.now();
    const read = readSheetOfDrawings(large, kit, fonts, newId);
    const mb = (large.length / 1e6).toFixed(1);
    report(
      `Reads a sheet of ${read.drawings.length.toLocaleString('en-GB')} drawings (${mb} MB)`,
      performance.now() - t,
      'ms',
      {
        below: 1000,
      },
    );
    const sheet = readSheetOfDrawings(drawnSheet(new Chance(3), 200), kit, fonts, newId);
    const { width, height, root, nodes, drawings } = sheet;
    const screen: Screen = { id: 'd', name: 'D', flow: 'flow-1', device: 'custom', width, height, root, nodes };
    const project = { ...emptyProject('d', 'D', 'skerry-line@2.1.0'), screens: [screen] };
    const u = performance.now();
    const made = makeMany({ project, kits }, [{ screen, ids: drawings }], newId, { how: 'alike' });
    if ('problem' in made) throw new Error(made.problem);
    report(`Harvests 2,000 drawings (${made.made.length} components)`, performance.now() - u, 'ms', { below: 2000 });
  }

  // ── a rebrand ──
  {
    const t = performance.now();
    const plan = planRebrand(world, 'plywood@1.0.0', 'skerry-line@2.1.0');
    const got = applyEdit(world.project, { id: 'r', label: 'Rebrand', steps: applyRebrand(world, plan) });
    if (!got.ok) throw new Error(got.refusal.message);
    report('Plan and apply a rebrand of the whole project', performance.now() - t, 'ms', { below: 250 });
    const u = performance.now();
    const review = reviewRebrand(
      world,
      (s) => appliedKitsAfter(world, appliedKitsOf(world.project, s), plan.sheet),
      fonts,
    );
    report(`Review of the rebrand (${review.issues.length} findings)`, performance.now() - u, 'ms', {
      below: 4000,
    });
    const there = { ...world, project: got.project };
    const v = performance.now();
    const settled = convertProject(there);
    report('Settles the whole project', performance.now() - v, 'ms');
    if ('problem' in settled) throw new Error(settled.problem);
  }
  {
    const t = performance.now();
    planRebrand(
      { ...world, project: { ...world.project, screens: [] } },
      'skerry-line@2.1.0',
      'lumen-night-rail@1.0.0',
    );
    report('Plans a kit of 92 components against one of another structure', performance.now() - t, 'ms', {
      below: 250,
    });
    const skerry = kits.get('skerry-line@2.1.0') as Kit;
    const made = plantedProject(new Chance(5), skerry, 200, 30);
    const on = { project: made.project, kits: made.kits };
    const { sheet } = planRebrand(on, made.from, made.to);
    const review = reviewRebrand(on, (s) => appliedKitsAfter(on, appliedKitsOf(made.project, s), sheet), fonts);
    const found = judged(made, review.issues);
    report('Faults found of 30 planted among 200 screens', found.found, '', { above: 29.5 });
    report('  other screens that were spoken of', found.false.length, '', { below: 2.01 });
  }
  // ── text ──
  {
    const style = {
      id: 'b',
      name: 'B',
      family: 'Public Sans',
      weight: 400,
      size: 16,
      lineHeight: 24,
      letterSpacing: 0,
      italic: false,
    };
    const texts = Array.from({ length: 2000 }, (_, i) => `Crossing ${i} to Skerrow`);
    for (const t of texts) paragraph(fonts, t, style, 300);
    const t = performance.now();
    let n = 0;
    while (performance.now() - t < 1000) {
      for (const x of texts) paragraph(fonts, x, style, 300);
      n += texts.length;
    }
    report('Text measuring, cached', (n / (performance.now() - t)) * 1000, 'strings/s', { above: 200_000 });
    const u = performance.now();
    for (let i = 0; i < 4000; i++) paragraph(fonts, `Sailing number ${i} at ${i % 24}:40`, style, 300);
    report('  shaping new strings', (4000 / (performance.now() - u)) * 1000, 'strings/s');
  }
  // ── in the browser ──
  {
    const page = await browser.newPage();
    for (const [what, made] of [
      ['rows of a long page', list],
      ['random, nine deep', tree],
      ['grids and free boxes', null],
    ] as const) {
      await page.setContent(made ? asHtml(made) : `<div id="whole" style="width:1200px">${cells.html}</div>`);
      const native = await page.evaluate(() => {
        const whole = document.querySelector<HTMLElement>('#whole');
        const times: number[] = [];
        for (let i = 0; i < 12 && whole; i++) {
          // Not shown and shown again: everything inside has to be laid out anew.
          whole.style.display = 'none';
          void whole.offsetHeight;
          whole.style.display = 'block';
          const t = performance.now();
          void whole.offsetHeight;
          times.push(performance.now() - t);
        }
        return times.sort((x, y) => x - y)[6] ?? 0;
      });
      report(`  Chromium, the same as HTML, ${what}`, native, 'ms');
    }
    await page.close();
  }
}
