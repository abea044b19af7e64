import { join } from 'node:path';
import { buildApp } from './app.js';
import { openDatabase } from './database.js';
import { makeDemo } from './demo.js';

/** Serves Dekkor on loopback. The start script gives the database and the folder of the project. */
const { DEKKOR_DB: url, DEKKOR_HOME: home, DEKKOR_PORT: wanted, DEKKOR_HOST: host, DEKKOR_KEY: key } = process.env;
if (!url || !home) throw new Error('Start Dekkor with “npm start”.');

if (host !== undefined && !/^(?:127\.\d+\.\d+\.\d+|::1|localhost)$/u.test(host) && !key)
  throw new Error(
    `Dekkor is to listen on ${host}, where others can reach it: give it a key (DEKKOR_KEY=… npm start), which everybody must know who uses it.`,
  );
let ending = false;
const db = openDatabase(url);
await db.migrate();
const app = await buildApp({
  db,
  kitFolder: join(home, 'kits'),
  clientFolder: join(home, 'dist', 'client'),
  drawing: new URL('./drawing/process.mjs', import.meta.url),
  kitReader: new URL('./kitReader.worker.mjs', import.meta.url),
  ...(key ? { gate: { key } } : {}),
  log: true,
});
const { server } = app;
if ((await db.projects.count()) === 0) await makeDemo(app);

/** Says where it listens, or why it cannot. Another port than the wanted one would hide what a browser keeps for this one. */
async function listen(): Promise<void> {
  const port = Number(wanted ?? 4680);
  try {
    const address = await server.listen({ host: host ?? '127.0.0.1', port });
    console.log(`Dekkor is ready at ${address}`);
    process.send?.({ address });
  } catch (error) {
    if ((error as { code?: string }).code !== 'EADDRINUSE') throw error;
    console.error(
      `Port ${port} is taken by another program. End that, or start Dekkor on another: PORT=${port + 1} npm start. What browsers keep unsent belongs to the port it was made on.`,
    );
    process.exitCode = 1;
    await end();
  }
}
async function end(): Promise<void> {
  if (ending) return;
  ending = true;
  await server.close();
  await db.close();
  process.exit();
}
process.on('SIGTERM', () => void end());
process.on('SIGINT', () => void end());
// The start script is gone: so is everything it would have stopped.
process.on('disconnect', () => void end());
await listen();
