import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import type { Project } from '../core/index.js';
import { largeProject } from './interface.js';
import { percentile, type Tell } from './report.js';

const DEMO = 'norrvik-crossings';

/** What leaves Dekkor: pages and PDF of the demo, the page answering meanwhile, and the package of a large project. */
export async function measureHandover(tell: Tell): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  try {
    const at = `${house.address}/api/projects/${DEMO}`;
    const { project } = (await (await fetch(at)).json()) as { project: Project };
    const screens = project.screens.map((s) => s.id);
    const make = async (kind: string): Promise<number> => {
      const t = performance.now();
      const got = await fetch(`${at}/export`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ kind, screens }),
      });
      const last = (await got.text()).trim().split('\n').at(-1) ?? '';
      if (!last.includes('"file"')) throw new Error(last);
      return performance.now() - t;
    };
    // The process that draws has read its kits by then.
    await make('svg');
    tell('HTML of the 13 demo screens, with fonts and pictures, zipped', await make('bundle'), 'ms', { below: 1000 });
    const answers: number[] = [];
    let going = true;
    const asking = (async () => {
      while (going) {
        const t = performance.now();
        await (await fetch(`${house.address}/api/health`)).text();
        answers.push(performance.now() - t);
        await new Promise((r) => setTimeout(r, 20));
      }
    })();
    const started = performance.now();
    await Promise.all([make('pdf'), make('pdf')]);
    const two = performance.now() - started;
    going = false;
    await asking;
    tell('PDF of the 13 demo screens, two at a time', two, 'ms', { below: 6000 });
    tell('  the server answers meanwhile, p95', percentile(answers, 95), 'ms', { below: 50 });
    const id = await largeProject(house);
    const before = performance.now();
    const bytes = new Uint8Array(await (await fetch(`${house.address}/api/projects/${id}/package`)).arrayBuffer());
    tell(
      `Package of 200 screens x 100, ${Math.round(bytes.length / 1000).toLocaleString('en')} kB`,
      performance.now() - before,
      'ms',
      { below: 2000 },
    );
    const form = new FormData();
    form.append('package', new Blob([bytes]), 'large.dekkor.zip');
    const t = performance.now();
    const got = await fetch(`${house.address}/api/projects/package`, { method: 'POST', body: form });
    if (!got.ok) throw new Error(await got.text());
    tell('  brought in again', performance.now() - t, 'ms', { below: 4000 });
  } finally {
    await house.kill();
  }
}
