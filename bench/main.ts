import { openBrowser } from '../testing/browser/testServer.js';
import { measureCore } from './core.js';
import { measureHandover } from './handover.js';
import { measureInterface } from './interface.js';
import { measureKits } from './kits.js';
import { measureMaking, measureWorkbench } from './originals.js';
import { close, tell } from './report.js';
import { measureServer } from './server.js';
import { measureTry } from './try.js';
import { measureWall } from './wall.js';

/** `npm run bench`: the core, the interface and the server against their targets. With one of these words: that part alone. */
const only = process.argv.find((a) =>
  ['core', 'interface', 'originals', 'wall', 'kits', 'try', 'server', 'handover'].includes(a),
);
// Needs no browser, and one that is starting takes from its time.
if (only === undefined || only === 'originals') measureMaking(tell);
const browser = await openBrowser();
try {
  if (only === undefined || only === 'core') await measureCore(browser);
  if (only === undefined || only === 'interface') await measureInterface(browser, tell);
  if (only === undefined || only === 'originals') await measureWorkbench(browser, tell);
  if (only === undefined || only === 'wall') await measureWall(browser, tell);
  if (only === undefined || only === 'kits') await measureKits(browser, tell);
  if (only === undefined || only === 'try') await measureTry(browser, tell);
  if (only === undefined || only === 'server') await measureServer(tell);
  if (only === undefined || only === 'handover') await measureHandover(tell);
} finally {
  await browser.close();
}
close();
process.exit(0);
