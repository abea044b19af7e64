// Treats Dekkor badly for long, against its targets: `npm run soak`, or some parts: `npm run soak -- readers requests history pictures tabs kills --much=10`.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildIfChanged, home, installPackages } from './install.mjs';
import { startPostgres } from './postgres.mjs';

const json = process.argv.includes('--json');
// With --json nothing but the figures goes to the output.
if (json) console.log = (...said) => console.error(...said);
const folder = mkdtempSync(join(existsSync('/dev/shm') ? '/dev/shm' : tmpdir(), 'dekkor-soak-'));
let database = null;
let status = 1;
try {
  installPackages();
  buildIfChanged();
  database = await startPostgres(folder, { quick: true });
  // Built as the client is, so that what is measured is what runs.
  const built = spawnSync(
    join(home, 'node_modules/.bin/esbuild'),
    [
      'soak/main.ts',
      '--bundle',
      '--platform=node',
      '--format=esm',
      '--packages=external',
      '--outfile=.data/soak.mjs',
      '--log-level=error',
    ],
    { cwd: home, encoding: 'utf8' },
  );
  if (built.status !== 0) throw new Error(built.stderr);
  const run = spawnSync(
    process.execPath,
    [
      '--experimental-websocket',
      '--no-warnings',
      '--max-old-space-size=420',
      '.data/soak.mjs',
      ...process.argv.slice(2),
    ],
    {
      cwd: home,
      stdio: 'inherit',
      env: { ...process.env, DEKKOR_TEST_DB: database.url },
    },
  );
  status = run.status ?? 1;
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
} finally {
  await database?.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(status);
