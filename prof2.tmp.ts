import { generated } from './bench/generated.js';
import { shippedKits } from './e2e/wall.js';
import { planRebrand, reviewScreen, wearsAfter, resolve, layout } from './core/index.js';
const { fonts } = shippedKits();
const w = generated(100, 100);
const t0 = performance.now();
const plan = planRebrand(w, 'plywood@1.0.0', 'skerry-line@2.1.0');
console.log('plan', performance.now() - t0);
const after = wearsAfter(w, [], plan.sheet);
const run = (a: number, b: number) => {
  const t = performance.now();
  let f = 0;
  for (const s of w.project.screens.slice(a, b)) f += reviewScreen(w, s, after, fonts).findings.length;
  console.log(a, b, ((performance.now() - t) / (b - a)).toFixed(1), 'ms/screen', f);
};
run(0, 10);
run(10, 50);
run(50, 100);
const lay = (a: number, b: number, wears?: any) => {
  let r = 0,
    l = 0;
  for (const s of w.project.screens.slice(a, b)) {
    let t = performance.now();
    const x = resolve(w, { ...s, nodes: Object.fromEntries(Object.entries(s.nodes).map(([k, v]) => [k, { ...v }])) as any }, wears ? { wears } : {});
    r += performance.now() - t;
    t = performance.now();
    layout(x, fonts);
    l += performance.now() - t;
  }
  console.log('resolve', (r / (b - a)).toFixed(1), 'layout', (l / (b - a)).toFixed(1));
};
lay(0, 50);
lay(0, 50, after);
lay(50, 100, after);
