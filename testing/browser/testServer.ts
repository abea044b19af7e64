import axe from 'axe-core';
import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import puppeteer, { type Browser, type ElementHandle, type Page } from 'puppeteer-core';
import { Sequelize } from 'sequelize';

const home = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/u, '');

const clusterUrl = (): string => {
  const url = process.env['DEKKOR_TEST_DB'];
  if (!url) throw new Error('Run the tests with “npm test”: they need a database.');
  return url;
};
const named = (name: string): string => clusterUrl().replace(/\/postgres$/u, `/${name}`);
async function inCluster(statement: string): Promise<void> {
  const admin = new Sequelize(clusterUrl(), { dialect: 'postgres', logging: false });
  await admin.query(statement).finally(() => admin.close());
}
/** Holds what a server has after its first start: tables and demo projects. Made once for all tests. */
const TEMPLATE = 'template_started';

/** Makes the database that others are copied from, by starting a server on it and ending it. */
export async function makeTemplate(): Promise<void> {
  await inCluster(`create database ${TEMPLATE}`);
  const server = new TestServer(named(TEMPLATE));
  await server.start();
  server.end();
  await server.ended();
}
/** A database of its own in the test cluster, as a server leaves it after its first start; `empty`: with nothing in it. */
export async function freshDatabase(empty = false): Promise<string> {
  const name = `t${Date.now()}${Math.floor(Math.random() * 1e6)}`;
  const ready = !empty && process.env['DEKKOR_TEST_TEMPLATE'] === TEMPLATE;
  await inCluster(`create database ${name}${ready ? ` template ${TEMPLATE} strategy file_copy` : ''}`);
  return named(name);
}

/** The built server in a process of its own, so that it can be killed. */
export class TestServer {
  private child: ChildProcess | null = null;
  address = '';
  constructor(
    readonly db: string,
    private readonly settings: Readonly<Record<string, string>> = {},
  ) {}

  start(port = '0'): Promise<void> {
    const child = spawn(process.execPath, [`${home}/dist/server/main.mjs`], {
      stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
      env: { ...process.env, DEKKOR_DB: this.db, DEKKOR_HOME: home, DEKKOR_PORT: port, ...this.settings },
    });
    this.child = child;
    return new Promise((done, fail) => {
      let said = '';
      const hear = (d: Buffer): void => {
        said += d.toString();
        const m = /ready at (\S+)/u.exec(said);
        if (m?.[1]) {
          this.address = m[1];
          done();
        }
      };
      child.stdout?.on('data', hear);
      child.stderr?.on('data', hear);
      child.once('exit', () => fail(new Error(`The server stopped: ${said}`)));
    });
  }

  kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return Promise.resolve();
    return new Promise((done) => {
      child.removeAllListeners('exit');
      child.once('exit', () => done());
      child.kill('SIGKILL');
    });
  }
  /** Asks it to end, as the start script does. */
  end(): void {
    this.child?.removeAllListeners('exit');
    this.child?.kill('SIGTERM');
  }
  ended(): Promise<void> {
    const { child } = this;
    return new Promise((done) => {
      if (!child || child.exitCode !== null) done();
      else child.once('exit', () => done());
    });
  }
  get pid(): number {
    return this.child?.pid ?? 0;
  }
  get port(): string {
    return new URL(this.address).port;
  }
}

/** One browser for all files of tests that a process runs: each takes a context of its own in it. */
let shared: Promise<Browser> | null = null;
export async function sharedBrowser(): Promise<Browser> {
  if (shared && !(await shared).connected) shared = null;
  shared ??= openBrowser();
  return shared;
}

export function openBrowser(): Promise<Browser> {
  return puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    headless: true,
    args: [
      '--no-sandbox',
      '--disable-dev-shm-usage',
      '--disable-gpu',
      '--font-render-hinting=none',
      '--force-color-profile=srgb',
      '--disable-quic',
      '--no-first-run',
      // With pages that are kept, one that is left now and then answers for the one that came: nothing goes on then.
      '--disable-back-forward-cache',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      // Pages that the browser makes for its own bar, two more of them for every one of ours.
      '--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup',
      '--force-prefers-reduced-motion',
      // A window that nobody looks at draws as any other.
      '--disable-backgrounding-occluded-windows',
      '--disable-renderer-backgrounding',
      '--disable-background-timer-throttling',
    ],
    defaultViewport: { width: 1280, height: 800 },
  });
}

/** The first visible thing with this role and name. */
export async function byRole(page: Page, role: string, name: string): Promise<ElementHandle> {
  const found = await page.waitForSelector(`aria/${name}[role="${role}"]`);
  if (!found) throw new Error(`There is no ${role} “${name}”`);
  return found;
}
export const pressButton = async (page: Page, role: string, name: string): Promise<void> => {
  await (await byRole(page, role, name)).click();
};
/** Waits until the project says that everything is saved. */
export const allSaved = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => document.querySelector('.state')?.textContent?.includes('all saved'));

/** What axe finds wrong on a page: each fault with the first places. */
export async function axeFaults(page: Page): Promise<readonly string[]> {
  await page.evaluate(`${axe.source}; void 0`);
  return (await page.evaluate(`axe.run(document, { resultTypes: ['violations'] }).then((r) =>
    r.violations.map((v) => v.id + ': ' + v.nodes.slice(0, 3).map((n) => n.target.join(' ')).join(', ')))`)) as string[];
}
