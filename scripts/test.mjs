// Runs every test: installs what is missing; then types, lint and format beside the core's tests, then server and browser.
// The last line is `N passed, N failed`.
import { spawn } from 'node:child_process';
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

/** Runs a program of the packages: how it ended, and what it said. */
const ran = (program, args, options) =>
  new Promise((done) => {
    let said = '';
    const child = spawn(join(home, 'node_modules/.bin', program), args, { cwd: home, ...options });
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (d) => (said += d));
    child.once('error', (error) => done({ status: 1, said: error.message }));
    child.once('close', (status) => done({ status, said }));
  });
/** What is checked beside the core's tests; each keeps what it has found for the next run. */
const CACHE = 'node_modules/.cache';
const CHECKS = [
  ['types', 'vue-tsc', ['-b']],
  ['lint', 'eslint', ['.', '--cache', '--cache-strategy', 'content', '--cache-location', `${CACHE}/eslint`]],
  [
    'format',
    'prettier',
    [
      '--check',
      '.',
      '--log-level',
      'warn',
      '--cache',
      '--cache-strategy',
      'content',
      '--cache-location',
      `${CACHE}/prettier`,
    ],
  ],
];
const check = async ([name, program, args]) => {
  const { status, said } = await ran(program, args, {});
  count(name, status === 0, said);
};

try {
  installPackages();
  if (!existsSync('/usr/bin/chromium')) installDebian(['chromium'], 'Chromium');
  database = await startPostgres(folder, { quick: true });
  buildIfChanged();
  const checks = only.length === 0 ? CHECKS.map(check) : [];
  const report = join(folder, 'report.json');
  const run = await ran(
    'vitest',
    ['run', ...only, '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, DEKKOR_TEST_DB: database.url },
    },
  );
  await Promise.all(checks);
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
