import type { Browser, BrowserContext, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, expect } from 'vitest';
import type { Edit, Project, Step } from '../../core/index.js';
import { freshDatabase, TestServer, sharedBrowser } from './testServer.js';

/** What stands on a page now, in words: for those who read why a test failed. */
const seenNow = (page: Page): Promise<string> =>
  page.evaluate(() =>
    [...document.querySelectorAll('.p-toast, [role="treeitem"], [role="tab"], .sample, .state')]
      .map((e) => e.getAttribute('aria-label') ?? e.textContent)
      .join(' / '),
  );

/** What a test fails with when the browser answers no more; such a test is run again. */
const STANDS_STILL = 'The browser stands still: its renderer answers nothing.';
/** What pages keep from one to the next; what the browser keeps of the program is left. */
const KEPT_BY_PAGES = 'cookies,file_systems,indexeddb,local_storage,cache_storage,service_workers';

/** A server of its own for one file of tests, with a page of the browser that the files of a process share. */
export class BrowserTest {
  house!: TestServer;
  browser!: Browser;
  page!: Page;
  /** The project that is worked on. */
  id = '';
  /** Errors of any page. */
  readonly wrong: string[] = [];
  /** What the page at hand could not load or complained of. */
  private troubles: string[] = [];
  private context: BrowserContext | null = null;
  /** The renderer of the page at hand stands still. */
  private stuck = false;
  /** The page at hand is not to be had again: a test failed on it, with keys held for all that is known. */
  private spent = false;

  constructor() {
    beforeAll(async () => {
      this.house = new TestServer(await freshDatabase());
      await this.house.start();
      this.browser = await sharedBrowser();
    });
    afterEach(async ({ task }) => {
      if (task.result?.state !== 'fail' || !this.page || this.page.isClosed()) return;
      this.spent = true;
      if (!(await this.answers())) {
        this.stuck = true;
        throw new Error(STANDS_STILL);
      }
      const now = await seenNow(this.page).catch((e: unknown) => `nothing can be seen: ${String(e)}`);
      console.error(
        `On the page when “${task.name}” failed (${this.page.url()}): ${now}\n${[...this.wrong, ...this.troubles].join('\n')}`,
      );
    });
    afterAll(async () => {
      await this.context?.close().catch(() => undefined);
      await this.house?.kill();
    });
  }
  /**
   * Does the page at hand answer at all? Now and then a renderer of Chromium without a GPU stands still, using no time, when it
   * goes from one view with many canvases to another. Such a test is run again (`vitest.config.ts`), and no other.
   */
  private answers(): Promise<boolean> {
    return Promise.race([
      this.page.evaluate(() => true).catch(() => true),
      new Promise<boolean>((done) => setTimeout(() => done(false), 10_000)),
    ]);
  }
  /**
   * A page that knows nothing of earlier ones, but that the browser has read the program before. It is the one of the test before,
   * gone to another address, where that test passed: one that is made anew takes half a second more to be there.
   * @param anew the browser knows nothing, either: what was allowed, and what was saved
   */
  async newPage(anew = false): Promise<Page> {
    const again = !anew && !this.spent && !this.stuck && (await this.left());
    if (!again) await this.makePage(anew);
    this.spent = false;
    this.stuck = false;
    await this.forget();
    await this.page.bringToFront();
    await this.page.setViewport({ width: 1280, height: 800 });
    this.page.setDefaultTimeout(30_000);
    this.troubles = [];
    return this.page;
  }
  /** Leaves what the page at hand shows, alone in its browser: false where it cannot be had again. */
  private async left(): Promise<boolean> {
    if (!this.context || !this.page || this.page.isClosed()) return false;
    try {
      await Promise.all((await this.context.pages()).filter((p) => p !== this.page).map((p) => p.close()));
      await this.page.mouse.move(0, 0);
      // Of the same house, so that it is the same process that goes on.
      await this.page.goto(`${this.house.address}/mark.svg`, { timeout: 5_000 });
      await this.page.evaluate(() => sessionStorage.clear());
      return true;
    } catch {
      return false;
    }
  }
  private async makePage(anew: boolean): Promise<void> {
    // One that stands still is not waited for.
    if (this.stuck) void this.context?.close().catch(() => undefined);
    else if (anew) await this.context?.close();
    else await Promise.all((await this.context?.pages())?.map((p) => p.close()) ?? []);
    if (this.stuck || anew || !this.context) {
      this.context = await this.browser.createBrowserContext();
      await this.context.overridePermissions(this.house.address, ['clipboard-read', 'clipboard-write']);
    }
    const page = await this.context.newPage();
    this.page = page;
    page.on('response', (r) => void (r.status() >= 400 && this.troubles.push(`${r.status()} ${r.url()}`)));
    page.on('requestfailed', (r) => this.troubles.push(`${r.url()}: ${r.failure()?.errorText ?? 'failed'}`));
    page.on('console', (m) => void (m.type() === 'error' && this.troubles.push(m.text())));
    page.on('pageerror', (e) => this.wrong.push(String(e)));
  }
  /** Nothing of what earlier pages kept is there any more. */
  private async forget(): Promise<void> {
    const told = await this.page.createCDPSession();
    await told.send('Storage.clearDataForOrigin', { origin: this.house.address, storageTypes: KEPT_BY_PAGES });
    await told.detach();
  }
  async post(path: string, body: unknown): Promise<unknown> {
    const got = await fetch(`${this.house.address}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!got.ok) throw new Error(`${path}: ${got.status} ${await got.text()}`);
    return got.json();
  }
  /** A new project in the wireframe kit that begins with these steps. */
  async make(name: string, steps: readonly Step[] = []): Promise<void> {
    this.id = ((await this.post('/projects', { name, kit: 'plywood@1.0.0' })) as { project: Project }).project.id;
    if (steps.length > 0)
      await this.post(`/projects/${this.id}/edits`, {
        base: 0,
        edits: [{ id: 'begin-here', label: 'Begin', steps } satisfies Edit],
      });
  }
  /** The project as the server has it. */
  async project(): Promise<Project> {
    return ((await (await fetch(`${this.house.address}/api/projects/${this.id}`)).json()) as { project: Project })
      .project;
  }
  /** Waits until something holds of the project as the server has it. */
  async settled(is: (p: Project) => boolean): Promise<Project> {
    for (let i = 0; i < 120; i++) {
      const p = await this.project();
      if (is(p)) return p;
      await this.page.evaluate(() => new Promise((r) => requestAnimationFrame(() => setTimeout(r, 40))));
    }
    return expect.fail(`It never came to that. On the page: ${await seenNow(this.page)}`);
  }
}
