import { createHash } from 'node:crypto';
import { PNG } from 'pngjs';
import type { BrowserContext } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { paragraph, type TextStyle } from '../core/index.js';
import { freshDatabase, TestServer, sharedBrowser } from '../testing/browser/testServer.js';
import { shippedKits } from '../testing/browser/shippedKits.js';

let house: TestServer;
let browser: BrowserContext;
beforeAll(async () => {
  house = new TestServer(await freshDatabase());
  await house.start();
  browser = await (await sharedBrowser()).createBrowserContext();
});
afterAll(async () => {
  await browser?.close();
  await house?.kill();
});

describe('a screen’s PNG', () => {
  it.each(['detail', 'manifest', 'cabin'])(
    '%s looks as Chromium shows its SVG: at most 0.5 % of pixels differ',
    async (screen) => {
      const at = `${house.address}/api/projects/norrvik-crossings/screens/${screen}`;
      const ours = PNG.sync.read(Buffer.from(await (await fetch(`${at}.png`)).arrayBuffer()));
      const svg = await (await fetch(`${at}.svg`)).text();
      expect(svg).not.toMatch(/<script|href="http/u);
      const page = await browser.newPage();
      await page.setViewport({ width: ours.width, height: ours.height });
      await page.setContent(`<body style="margin:0">${svg.replace('<svg ', '<svg style="display:block" ')}</body>`);
      await page.evaluate(() =>
        document.fonts.ready.then(() => new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)))),
      );
      const theirs = PNG.sync.read(
        Buffer.from(await page.screenshot({ clip: { x: 0, y: 0, width: ours.width, height: ours.height } })),
      );
      await page.close();
      let different = 0;
      for (let i = 0; i < ours.data.length; i += 4)
        if (
          Math.max(
            Math.abs((ours.data[i] ?? 0) - (theirs.data[i] ?? 0)),
            Math.abs((ours.data[i + 1] ?? 0) - (theirs.data[i + 1] ?? 0)),
            Math.abs((ours.data[i + 2] ?? 0) - (theirs.data[i + 2] ?? 0)),
          ) > 64
        )
          different++;
      expect(different / (ours.width * ours.height)).toBeLessThan(0.005);
    },
  );
  it('is the same every time it is drawn', async () => {
    const draw = async (): Promise<string> =>
      createHash('sha256')
        .update(
          Buffer.from(
            await (await fetch(`${house.address}/api/projects/norrvik-crossings/screens/pay.png`)).arrayBuffer(),
          ),
        )
        .digest('hex');
    expect(await draw()).toBe(await draw());
  });
});

describe('text', () => {
  it('measures as Chromium measures it, within 0.5 %', async () => {
    const { fonts, kits } = shippedKits();
    const page = await browser.newPage();
    await page.goto(house.address);
    const texts = [
      'Port Ellery to Skerrow',
      'Avast, ye WAVES!',
      '09:15 – 11:40',
      'Ødegård, Njål & Pål',
      'fi fl ffi office',
      'Together € 144.00',
    ];
    for (const kit of [...kits.values()].filter((k) => k.fonts.length > 0)) {
      for (const f of kit.fonts) {
        const style = {
          family: f.family,
          weight: f.weight,
          size: 40,
          lineHeight: 50,
          letterSpacing: 0,
          italic: f.italic,
          id: 't',
          name: 'T',
        } satisfies TextStyle;
        const measured = await page.evaluate(
          async (family: string, weight: number, url: string, list: string[]) => {
            const face = new FontFace(family, `url(${url})`, { weight: String(weight) });
            document.fonts.add(await face.load());
            const ctx = document.createElement('canvas').getContext('2d');
            if (!ctx) return [];
            ctx.textRendering = 'geometricPrecision';
            ctx.font = `${weight} 40px '${family}'`;
            return list.map((t) => ctx.measureText(t).width);
          },
          f.family,
          f.weight,
          `/api/kits/${encodeURIComponent(`${kit.id}@${kit.version}`)}/files/${f.file}`,
          texts,
        );
        texts.forEach((t, i) => {
          const ours = paragraph(fonts, t, style, 4000).width;
          expect(Math.abs(ours - (measured[i] ?? 0)) / ours, `${f.family} ${f.weight} “${t}”`).toBeLessThan(0.005);
        });
      }
    }
    await page.close();
  });
});
