// Measures Dekkor against its targets: `npm run bench`, or `npm run bench -- --json` for one JSON array.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildIfChanged, home, installPackages } from './install.mjs';
import { installDebian, startPostgres } from './postgres.mjs';

const json = process.argv.includes('--json');
// With --json nothing but the figures goes to the output.
if (json) console.log = (...said) => console.error(...said);
const folder = mkdtempSync(join(existsSync('/dev/shm') ? '/dev/shm' : tmpdir(), 'dekkor-bench-'));
let database = null;
let status = 1;
try {
  installPackages();
  if (!existsSync('/usr/bin/chromium')) installDebian(['chromium'], 'Chromium');
  buildIfChanged();
  database = await startPostgres(folder, { quick: true });
  // Built as the client is, so that what is measured is what runs.
  const built = spawnSync(
    join(home, 'node_modules/.bin/esbuild'),
    [
      'bench/main.ts',
      '--bundle',
      '--platform=node',
      '--format=esm',
      '--packages=external',
      '--outfile=.data/bench.mjs',
      '--log-level=error',
    ],
    { cwd: home, encoding: 'utf8' },
  );
  if (built.status !== 0) throw new Error(built.stderr);
  const run = spawnSync(
    process.execPath,
    ['--experimental-websocket', '--no-warnings', '.data/bench.mjs', ...process.argv.slice(2)],
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
