// Starts Dekkor: installs what is missing, starts its database, migrates, seeds once, builds when sources changed, serves.
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfChanged, home, installPackages } from './install.mjs';
import { startPostgres } from './postgres.mjs';

let database = null;
let server = null;
let ending = false;

async function end(code) {
  if (ending) return;
  ending = true;
  if (server && server.exitCode === null && server.signalCode === null) {
    const gone = new Promise((done) => server.once('exit', done));
    server.kill('SIGTERM');
    await gone;
  }
  await database?.stop();
  process.exit(code);
}
process.on('SIGINT', () => void end(0));
process.on('SIGTERM', () => void end(0));

try {
  installPackages();
  buildIfChanged();
  const data = process.env.DEKKOR_DATA ?? join(home, '.data');
  mkdirSync(data, { recursive: true });
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
  server.once('exit', (code) => void end(code ?? 1));
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  await end(1);
}
