import { getEventListeners, setMaxListeners } from 'node:events';
import { pathToFileURL } from 'node:url';
import { afterEach, describe, expect, it } from 'vitest';
import { blankScreen, emptyProject, type Project } from '../../core/index.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import type { Kits } from '../kits.js';
import { RenderPool } from './renderPool.js';

const { kits } = shippedKits();
const few = {
  version: 1,
  list: () =>
    [...kits.values()].map((kit) => ({
      kit,
      json: '{}',
      problems: [],
      shipped: true,
      file: () => Promise.resolve(null),
    })),
  file: () => Promise.resolve(null),
  fallbackFonts: [
    { weight: 400, path: 'node_modules/@expo-google-fonts/noto-sans/400Regular/NotoSans_400Regular.ttf' },
  ],
} as unknown as Kits;
const script = pathToFileURL('dist/server/drawing/process.mjs');
const project: Project = {
  ...emptyProject('p', 'P', 'plywood@1.0.0'),
  screens: [blankScreen('s', 'Screen', 'flow-1', 'phone', 390, 844)],
};
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
/** Takes long to draw: large, and everything in it see-through. */
const slow = bytes(
  `<svg xmlns="http://www.w3.org/2000/svg" width="4000" height="4000">${'<g opacity=".9"><circle cx="2000" cy="2000" r="1999" opacity=".5"/></g>'.repeat(190)}</svg>`,
);
const plain = bytes(
  '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><rect width="9" height="9"/></svg>',
);
const isPng = (png: Uint8Array): boolean => png[1] === 80 && png[2] === 78 && png[3] === 71;

let studio: RenderPool | null = null;
afterEach(() => studio?.close());
const screen = (of: RenderPool, signal?: AbortSignal): Promise<unknown> =>
  of.screen({ what: 'screen', project, screen: 's', scale: 1 }, () => Promise.resolve({}), signal);

describe('drawing', () => {
  it('gives PNGs of screens and of drawings', async () => {
    studio = new RenderPool(few, script);
    expect(isPng(await studio.drawing('a.svg', plain))).toBe(true);
    expect(await screen(studio)).toMatchObject({ name: 'Screen' });
  });
  it('that takes too long is ended, says so, and holds nobody up', async () => {
    studio = new RenderPool(few, script, { time: 2000, memory: 2e9 });
    const bad = expect(studio.drawing('slow.svg', slow)).rejects.toThrow(/it takes longer than 2 s/u);
    const next = studio.drawing('b.svg', plain);
    await screen(studio);
    await bad;
    expect(isPng(await next)).toBe(true);
  });
  it('that takes too much memory is ended, and the next is drawn', async () => {
    studio = new RenderPool(few, script, { time: 20_000, memory: 190 * 1024 * 1024 });
    await expect(studio.drawing('slow.svg', slow)).rejects.toThrow(/more than 190 MB of memory/u);
    expect(isPng(await studio.drawing('b.svg', plain))).toBe(true);
  });
  it('that nobody waits for any more does not happen', async () => {
    studio = new RenderPool(few, script);
    await screen(studio);
    const control = new AbortController();
    // Nothing listens any longer than a drawing takes: a hundred screens may be drawn for one request.
    await screen(studio, control.signal);
    expect(getEventListeners(control.signal, 'abort')).toEqual([]);
    setMaxListeners(0, control.signal);
    const waiting = Array.from({ length: 30 }, () => screen(studio as RenderPool, control.signal));
    const all = Promise.allSettled(waiting);
    control.abort();
    expect(await screen(studio)).toMatchObject({ name: 'Screen' });
    expect((await all).filter((w) => w.status === 'fulfilled').length).toBeLessThan(3);
  });
  it('fails for those who wait when the server stops', async () => {
    studio = new RenderPool(few, script);
    const waiting = expect(screen(studio)).rejects.toThrow(/stopping/u);
    studio.close();
    await waiting;
  });
});
