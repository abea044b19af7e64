// Runs every test: installs what is missing, checks types, then core, server and browser. The last line is `N passed, N failed`.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildIfChanged, home, installPackages } from './install.mjs';
import { installDebian, startPostgres } from './postgres.mjs';

/** Parts of file names: only those tests run, and nothing else. */
const only = process.argv.slice(2);
const shm = existsSync('/dev/shm') ? '/dev/shm' : tmpdir();
const folder = mkdtempSync(join(shm, 'dekkor-test-'));
let database = null;
let passed = 0;
let failed = 0;

const count = (name, ok, said = '') => {
  console.log(`${ok ? 'ok  ' : 'FAIL'} ${name}`);
  if (!ok && said) console.log(said);
  if (ok) passed++;
  else failed++;
};

try {
  installPackages();
  if (!existsSync('/usr/bin/chromium')) installDebian(['chromium'], 'Chromium');
  database = await startPostgres(folder, { quick: true });
  if (only.length === 0) {
    for (const [name, program, args] of [
      ['types', 'vue-tsc', ['-b']],
      ['lint', 'eslint', ['.']],
      ['format', 'prettier', ['--check', '.', '--log-level', 'warn']],
    ]) {
      const got = spawnSync(join(home, 'node_modules/.bin', program), args, { cwd: home, encoding: 'utf8' });
      count(name, got.status === 0, got.stdout + got.stderr);
    }
  }
  buildIfChanged();
  const report = join(folder, 'report.json');
  const run = spawnSync(
    join(home, 'node_modules/.bin/vitest'),
    ['run', ...only, '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    {
      cwd: home,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, DEKKOR_TEST_DB: database.url },
    },
  );
  if (existsSync(report)) {
    const told = JSON.parse(readFileSync(report, 'utf8'));
    passed += told.numPassedTests;
    failed +=
      told.numFailedTests +
      told.testResults.filter((f) => f.status === 'failed' && f.assertionResults.length === 0).length;
    if (run.status !== 0 && failed === 0) failed++;
  } else failed++;
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  failed++;
} finally {
  await database?.stop();
  rmSync(folder, { recursive: true, force: true });
}
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
