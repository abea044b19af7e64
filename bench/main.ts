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
  reviewRebrand,
  treeOfScreen,
  wearsAfter,
  wearsOf,
  type Edit,
  type InstanceNode,
  type Project,
  type World,
} from '../core/index.js';
import { openBrowser } from '../e2e/house.js';
import { shippedKits } from '../e2e/wall.js';
import { typingToFrame } from './browser.js';
import { generated, tile } from './generated.js';
import { asHtml, asScreen, asYoga, listTree, randomTree, yogaLayout } from './trees.js';

/** One measured figure. `holds` is null where there is no target: it stands beside another for comparison. */
interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly target: string;
  readonly holds: boolean | null;
}
const figures: Figure[] = [];
const json = process.argv.includes('--json');
function report(name: string, value: number, unit: string, target?: { below?: number; above?: number }): void {
  const rounded = Math.round(value * 100) / 100;
  const holds = target === undefined ? null : target.below !== undefined ? value < target.below : value > (target.above ?? 0);
  const said = target === undefined ? 'beside' : target.below !== undefined ? `under ${target.below}` : `over ${(target.above ?? 0).toLocaleString('en-GB')}`;
  figures.push({ name, value: rounded, unit, target: said, holds });
  if (!json) console.log(`${name.padEnd(62)} ${rounded.toLocaleString('en-GB').padStart(14)} ${unit.padEnd(10)} ${said.padEnd(14)} ${holds === null ? '' : holds ? 'holds' : 'MISSED'}`);
}
const clock = (): number => performance.now();
const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
function best(times: number, what: () => void): number {
  const all = Array.from({ length: times }, () => {
    const t = clock();
    what();
    return clock() - t;
  });
  return median(all);
}

const { fonts } = shippedKits();
const draw = (w: World, project: Project, at: number): number => {
  const screen = project.screens[at];
  return screen ? paint(layout(resolve({ ...w, project }, screen), fonts)).length : 0;
};

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
    const node = Object.values(screen?.nodes ?? {}).find((n): n is InstanceNode => n.type === 'instance' && n.component.endsWith('/button'));
    if (!screen || !node) continue;
    const t = clock();
    const edit: Edit = { id: `e${i}`, label: 'Type', steps: chooseSteps({ ...world, project }, [], treeOfScreen(screen), node, { at: [], kind: 'prop', name: 'label' }, `Label ${i}`) };
    const got = applyEdit(project, edit);
    if (!got.ok) throw new Error(got.refusal.message);
    project = got.project;
    draw(world, project, at);
    times.push(clock() - t);
  }
  report('Change one setting, resolve + layout + paint its screen', median(times), 'ms', { below: 8 });
}
{
  const { project } = world;
  for (let i = 0; i < 200; i++) draw(world, project, i);
  const change = (gap: number): Project => {
    const got = applyEdit(project, { id: 'o', label: 'Change Tile', steps: [{ do: 'original', original: 'tile', value: tile(gap) }] });
    if (!got.ok) throw new Error(got.refusal.message);
    return got.project;
  };
  const visible = best(7, () => {
    const next = change(8 + Math.random());
    for (let i = 0; i < 6; i++) draw(world, next, i);
  });
  report('Change an original used 1,000 times: the visible 6 screens', visible, 'ms', { below: 50 });
  const t = clock();
  const next = change(11);
  for (let i = 0; i < 200; i++) draw(world, next, i);
  report('Change an original used 1,000 times: all 200 screens', clock() - t, 'ms', { below: 3000 });
}
{
  const t = clock();
  const plan = planRebrand(world, 'plywood@1.0.0', 'skerry-line@2.1.0');
  const got = applyEdit(world.project, { id: 'r', label: 'Rebrand', steps: applyRebrand(world, plan) });
  if (!got.ok) throw new Error(got.refusal.message);
  report('Plan and apply a rebrand of the whole project', clock() - t, 'ms', { below: 1000 });
  const u = clock();
  const review = reviewRebrand(world, (s) => wearsAfter(world, wearsOf(world.project, s), plan.sheet), fonts);
  report(`Review of the rebrand (${review.findings.length} findings)`, clock() - u, 'ms', { below: 15_000 });
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
// ── text ──
{
  const style = { id: 'b', name: 'B', family: 'Public Sans', weight: 400, size: 16, lineHeight: 24, letterSpacing: 0, italic: false };
  const texts = Array.from({ length: 2000 }, (_, i) => `Crossing ${i} to Skerrow`);
  for (const t of texts) paragraph(fonts, t, style, 300);
  const t = clock();
  let n = 0;
  while (clock() - t < 1000) {
    for (const x of texts) paragraph(fonts, x, style, 300);
    n += texts.length;
  }
  report('Text measuring, cached', (n / (clock() - t)) * 1000, 'strings/s', { above: 200_000 });
  const u = clock();
  for (let i = 0; i < 4000; i++) paragraph(fonts, `Sailing number ${i} at ${i % 24}:40`, style, 300);
  report('  shaping new strings', (4000 / (clock() - u)) * 1000, 'strings/s');
}
// ── in the browser ──
const browser = await openBrowser();
try {
  const page = await browser.newPage();
  for (const [what, made] of [
    ['rows of a long page', list],
    ['random, nine deep', tree],
  ] as const) {
    await page.setContent(asHtml(made));
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
    report(`  Chromium, the same as HTML with flexbox, ${what}`, native, 'ms');
  }
  await page.close();
  const frames = await typingToFrame(browser);
  report('Typing into a prop to the frame that shows it (demo project)', median(frames), 'ms', { below: 32 });
} finally {
  await browser.close();
}
if (json) console.log(JSON.stringify(figures));
process.exit(0);
