import { join } from 'node:path';
import { demoProjects } from '../kits/demo/index.js';
import { buildApp } from './app.js';
import { openDatabase } from './database.js';

/** Serves Dekkor on loopback. The start script gives the database and the folder of the project. */
const { DEKKOR_DB: url, DEKKOR_HOME: home, DEKKOR_PORT: wanted } = process.env;
if (!url || !home) throw new Error('Start Dekkor with “npm start”.');

const db = openDatabase(url);
await db.migrate();
const { server, projects, kits } = await buildApp({
  db,
  kitFolder: join(home, 'kits'),
  clientFolder: join(home, 'dist', 'client'),
  exportWorker: new URL('./export.worker.mjs', import.meta.url),
  log: true,
});
if ((await db.projects.count()) === 0)
  for (const project of demoProjects(kits.kits).reverse()) await projects.create(project);

/** The wanted port, or any free one when it is taken. */
async function listen(): Promise<string> {
  try {
    return await server.listen({ host: '127.0.0.1', port: Number(wanted ?? 4680) });
  } catch (error) {
    if ((error as { code?: string }).code !== 'EADDRINUSE') throw error;
    return server.listen({ host: '127.0.0.1', port: 0 });
  }
}
console.log(`Dekkor is ready at ${await listen()}`);

let ending = false;
async function end(): Promise<void> {
  if (ending) return;
  ending = true;
  await server.close();
  await db.close();
  process.exit(0);
}
process.on('SIGTERM', () => void end());
process.on('SIGINT', () => void end());
// The start script is gone: so is everything it would have stopped.
process.on('disconnect', () => void end());
