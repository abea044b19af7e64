// Starts Dekkor: installs what is missing, starts its database, migrates, seeds once, builds when sources changed, serves.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { home, prepare } from './install.mjs';
import { takeLock } from './lock.mjs';
import { startPostgres } from './postgres.mjs';

let database = null;
let server = null;
let ending = false;
const data = process.env.DEKKOR_DATA ?? join(home, '.data');
/** Where those who start a second one find the address of the first. */
const note = join(data, 'running.json');
let noted = false;

/** Ends everything that was started. What hangs is broken off after a few seconds; `now`: at once. */
async function end(code, now = false) {
  if (ending && !now) return;
  ending = true;
  const alive = server && server.exitCode === null && server.signalCode === null;
  if (alive) {
    const gone = new Promise((done) => server.once('exit', done));
    server.kill(now ? 'SIGKILL' : 'SIGTERM');
    const timer = setTimeout(() => server.kill('SIGKILL'), 1000);
    await gone;
    clearTimeout(timer);
  }
  await database?.stop(now);
  if (noted) rmSync(note, { force: true });
  process.exit(code);
}
let asked = 0;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0, ++asked > 1));

/** The first one's address, once it has one. */
async function addressOfOther() {
  for (let n = 0; n < 20; n++) {
    try {
      return JSON.parse(readFileSync(note, 'utf8')).address;
    } catch {
      await new Promise((r) => setTimeout(r, 100));
    }
  }
  return null;
}

try {
  mkdirSync(data, { recursive: true });
  if (!(await takeLock('data', data))) {
    const address = await addressOfOther();
    console.error(
      address
        ? `Dekkor is running on this data already: ${address}`
        : 'Another Dekkor is starting on this data. Wait for it, or stop it first.',
    );
    process.exit(1);
  }
  rmSync(note, { force: true });
  await prepare();
  database = await startPostgres(data);
  server = spawn(process.execPath, ['--enable-source-maps', join(home, 'dist', 'server', 'main.mjs')], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      DEKKOR_DB: database.url,
      DEKKOR_HOME: home,
      DEKKOR_PORT: process.env.PORT ?? process.env.DEKKOR_PORT ?? '4680',
    },
  });
  server.on('message', (told) => {
    if (typeof told?.address !== 'string') return;
    writeFileSync(`${note}.new`, JSON.stringify({ address: told.address, process: process.pid }));
    renameSync(`${note}.new`, note);
    noted = true;
  });
  server.once('exit', (code) => void end(code ?? 1));
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  await end(1);
}
