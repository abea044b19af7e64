// Runs a program that measures, with a database of its own, built as what is measured is.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildIfChanged, home, installPackages } from './install.mjs';
import { installDebian, startPostgres } from './postgres.mjs';

/**
 * @param what `bench` or `soak`: the folder with its main.ts
 * @param browser whether it needs Chromium; `memory`: MB that it may take, no limit without
 */
export async function measure(what, { browser = false, memory = 0 } = {}) {
  const json = process.argv.includes('--json');
  // With --json nothing but the figures goes to the output.
  if (json) console.log = (...said) => console.error(...said);
  const folder = mkdtempSync(join(existsSync('/dev/shm') ? '/dev/shm' : tmpdir(), `dekkor-${what}-`));
  let database = null;
  let status = 1;
  try {
    installPackages();
    if (browser && !existsSync('/usr/bin/chromium')) installDebian(['chromium'], 'Chromium');
    buildIfChanged();
    database = await startPostgres(folder, { quick: true });
    // Built as the client is, so that what is measured is what runs.
    const built = spawnSync(
      join(home, 'node_modules/.bin/esbuild'),
      [
        `${what}/main.ts`,
        '--bundle',
        '--platform=node',
        '--format=esm',
        '--packages=external',
        `--outfile=.data/${what}.mjs`,
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
        ...(memory > 0 ? [`--max-old-space-size=${memory}`] : []),
        `.data/${what}.mjs`,
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
}
