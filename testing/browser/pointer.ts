import type { ElementHandle, KeyInput, Page } from 'puppeteer-core';

/** Frames for which a thing that is about to be pressed has stood where it stands. */
const STILL = 5;

/** Waits for what still moves, as an eye would. False: it does not come to rest. */
const standsStill = (el: ElementHandle): Promise<boolean> =>
  el.evaluate(
    (e, quiet) =>
      new Promise<boolean>((done) => {
        let last = '';
        let same = 0;
        let frames = 0;
        const look = (): void => {
          const r = e.getBoundingClientRect();
          const now = [r.x, r.y, r.width, r.height].join();
          same = now === last ? same + 1 : 0;
          last = now;
          if (same >= quiet || ++frames > 240) done(same >= quiet);
          else requestAnimationFrame(look);
        };
        look();
      }),
    STILL,
  );
/** Waits until the screen that is worked on is drawn and stands still, with what can be placed beside it. */
export async function composeReady(page: Page): Promise<void> {
  await page.waitForSelector('.sample .picture');
  const drawn = await page.waitForSelector('.screen.current canvas');
  if (!drawn || !(await standsStill(drawn))) throw new Error('The screen does not come to rest');
}

/** A designer's hand at keyboard and pointer, whose actions are counted: a click, a drag, a key chord or a run of text. */
export class Designer {
  count = 0;
  constructor(private readonly page: Page) {}

  async click(
    what: ElementHandle | string | { x: number; y: number },
    options: { double?: boolean; triple?: boolean; with?: KeyInput } = {},
  ): Promise<void> {
    this.count++;
    const at = await this.point(what);
    if (options.with) await this.page.keyboard.down(options.with);
    await this.page.mouse.move(at.x, at.y);
    await this.page.mouse.click(at.x, at.y, { count: options.triple ? 3 : options.double ? 2 : 1 });
    if (options.with) await this.page.keyboard.up(options.with);
  }
  /** A key with those held down: `Control+a`. */
  async chord(keys: string): Promise<void> {
    this.count++;
    const all = keys.split('+') as KeyInput[];
    for (const k of all) await this.page.keyboard.down(k);
    for (const k of [...all].reverse()) await this.page.keyboard.up(k);
  }
  /** A run of text, ended by a key. */
  async type(text: string, end?: KeyInput): Promise<void> {
    if (text.length > 60) throw new Error(`A run has at most 60 characters: ${text}`);
    this.count++;
    await this.page.keyboard.type(text);
    if (end) await this.page.keyboard.press(end);
  }
  async drag(
    from: ElementHandle | string | { x: number; y: number },
    to: { x: number; y: number },
    options: { with?: KeyInput; escape?: boolean } = {},
  ): Promise<void> {
    this.count++;
    const a = await this.point(from);
    if (options.with) await this.page.keyboard.down(options.with);
    await this.page.mouse.move(a.x, a.y);
    await this.page.mouse.down();
    await this.page.mouse.move(a.x + 8, a.y + 8, { steps: 3 });
    await this.page.mouse.move(to.x, to.y, { steps: 8 });
    // A hand rests for a moment before it lets go.
    await new Promise((r) => setTimeout(r, 120));
    if (options.escape) await this.page.keyboard.press('Escape');
    await this.page.mouse.up();
    if (options.with) await this.page.keyboard.up(options.with);
  }
  private async point(what: ElementHandle | string | { x: number; y: number }): Promise<{ x: number; y: number }> {
    if (typeof what === 'object' && 'x' in what) return what;
    const el = typeof what === 'string' ? await this.page.waitForSelector(what, { visible: true }) : what;
    if (!el) throw new Error(`There is no ${String(what)}`);
    await el.evaluate((e) => e.scrollIntoView({ block: 'nearest', inline: 'nearest', behavior: 'instant' }));
    const still = await standsStill(el);
    if (!still) throw new Error(`${String(what)} does not come to rest`);
    const box = await el.boundingBox();
    if (!box) throw new Error(`${String(what)} is not seen`);
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  }
}
