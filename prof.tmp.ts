import { openBrowser, House, freshDatabase } from '/work/main/e2e/house.js';
import { largeProject } from '/work/main/bench/interface.js';
const what = process.argv[2];
const house = new House(await freshDatabase());
await house.start();
const browser = await openBrowser();
try {
  const id = what === 'demo' ? 'norrvik-crossings' : await largeProject(house);
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  page.setDefaultTimeout(60000);
  await page.goto(`${house.address}/p/${id}/compose${what === 'demo' ? '' : '/s0'}`);
  await page.waitForSelector('[role="treeitem"]');
  await page.waitForSelector('.sample canvas');
  await new Promise((r) => setTimeout(r, 4000));
  const cdp = await page.createCDPSession();
  await cdp.send('Profiler.enable');
  await cdp.send('Profiler.setSamplingInterval', { interval: 200 });
  const sel = what === 'demo' ? '[role="treeitem"][aria-label^="Listing"]' : '[role="treeitem"][aria-label^="Button"]';
  async function prof(name: string, f: () => Promise<unknown>) {
    await cdp.send('Profiler.start');
    await f();
    const { profile } = await cdp.send('Profiler.stop');
    const self = new Map<string, number>();
    const total = new Map<string, number>();
    const nodes = new Map(profile.nodes.map((n) => [n.id, n]));
    const parent = new Map<number, number>();
    for (const n of profile.nodes) for (const c of n.children ?? []) parent.set(c, n.id);
    const dt = profile.timeDeltas!;
    let sum = 0;
    profile.samples!.forEach((s, i) => {
      const n = nodes.get(s)!;
      const d = (dt[i] ?? 0) / 1000;
      const nm = n.callFrame.functionName || '(anon)';
      const key = `${nm} ${n.callFrame.url.split('/').pop()}:${n.callFrame.lineNumber}`;
      if (nm === '(idle)' || nm === '(program)') return;
      sum += d;
      self.set(key, (self.get(key) ?? 0) + d);
      const seen = new Set<string>();
      let at: number | undefined = s;
      while (at !== undefined) {
        const m = nodes.get(at)!;
        const k = `${m.callFrame.functionName || '(anon)'} :${m.callFrame.lineNumber}`;
        if (!seen.has(k)) {
          seen.add(k);
          total.set(k, (total.get(k) ?? 0) + d);
        }
        at = parent.get(at);
      }
    });
    console.log('==', name, 'busy', sum.toFixed(0));
    console.log('self:');
    [...self]
      .sort((a, b) => b[1] - a[1])
      .slice(0, 28)
      .forEach(([k, v]) => console.log(v.toFixed(1).padStart(8), k));
    console.log('total:');
    [...total]
      .sort((a, b) => b[1] - a[1])
      .slice(0, 45)
      .forEach(([k, v]) => console.log(v.toFixed(1).padStart(8), k));
  }
  await prof('select', () => page.click(sel).then(() => new Promise((r) => setTimeout(r, 1500))));
  const f = await page.waitForSelector(
    what === 'demo' ? '[aria-label="Details"] [role="group"][aria-label="Text"] :is(input,textarea)' : '[aria-label="Details"] [role="group"][aria-label="Label"] input',
  );
  await f!.click({ count: 3 });
  await prof('type', async () => {
    for (const c of 'Port Ellery to Gull Holm') await page.keyboard.type(c, { delay: 60 });
  });

  if (what !== 'demo') {
    const all = await page.waitForSelector('.alike button:last-of-type');
    await prof('alike', async () => {
      await all!.click();
      await page.waitForFunction(() => /\d+ selected/.test(document.querySelector('[aria-label="Details"] header')?.textContent ?? ''));
      await new Promise((r) => setTimeout(r, 1000));
    });
    await prof('change', async () => {
      await page.click('[aria-label="Details"] [role="group"][aria-label="Disabled"] input, [aria-label="Details"] [role="group"][aria-label="Kind"] button:not([aria-pressed="true"])');
      await new Promise((r) => setTimeout(r, 3000));
    });
    await new Promise((r) => setTimeout(r, 2000));
    await prof('rebrand', async () => {
      await page.evaluate(() => [...document.querySelectorAll('nav a')].find((a) => a.textContent === 'Rebrand')?.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true })));
      await page.waitForSelector('[aria-label="Match sheet"] li');
      await new Promise((r) => setTimeout(r, 1500));
    });
    await new Promise((r) => setTimeout(r, 8000));
    await prof('dorebrand', async () => {
      await page.evaluate(() => [...document.querySelectorAll('button')].find((b) => b.textContent?.startsWith('Rebrand 200'))?.click());
      await new Promise((r) => setTimeout(r, 1500));
    });
  }
} finally {
  await browser.close();
  await house.kill();
}
process.exit(0);
