// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { startWorker, type RemoteWorker } from '../workers/startWorker.js';
import { useLibrary, type FontData } from './library.js';

vi.mock('../workers/startWorker.js', () => ({ startWorker: vi.fn() }));

interface Kit {
  readonly id: string;
  readonly version: string;
  readonly name: string;
  readonly fonts: readonly {
    readonly family: string;
    readonly weight: number;
    readonly italic: boolean;
    readonly file: string;
  }[];
}
const face = (family: string): Kit['fonts'][number] => ({ family, weight: 400, italic: false, file: `${family}.ttf` });
const kit = (id: string, name = id, ...families: string[]): Kit => ({
  id,
  version: '1.0.0',
  name,
  fonts: families.map(face),
});

/** What the server has: kits, each under its stamp. */
let has: Map<string, { kit: Kit; stamp: string }>;
/** Paths that are answered with an error, and with which. */
let wrong: Map<RegExp, number>;
let asked: string[];
/** What each worker was told, by worker. */
let told: { kits: string[]; fonts: string[] }[];

const install = (of: Kit, stamp = `${of.id}-1`): void => void has.set(`${of.id}@${of.version}`, { kit: of, stamp });
function answer(url: string): Response {
  asked.push(url);
  for (const [path, status] of wrong) if (path.test(url)) return new Response('{"code":"x"}', { status });
  if (url === '/api/kits')
    return Response.json({ kits: [...has].map(([ref, { stamp }]) => ({ ref, stamp, hidden: false })), broken: [] });
  const [, ref, stamp] = /^\/api\/kits\/([^/]+)\/read\.json\?stamp=(.+)$/u.exec(url) ?? [];
  if (ref === undefined) return new Response(new ArrayBuffer(4));
  const found = has.get(decodeURIComponent(ref));
  return found?.stamp === stamp ? Response.json(found?.kit) : new Response('{}', { status: 404 });
}
function worker(): RemoteWorker {
  const mine: { kits: string[]; fonts: string[] } = { kits: [], fonts: [] };
  told.push(mine);
  return {
    library: (kits: readonly string[], fonts: readonly FontData[]) => {
      mine.kits.push(...kits.map((k) => (JSON.parse(k) as Kit).name));
      mine.fonts.push(...fonts.map((f) => `${f.family} ${f.weight}`));
      return Promise.resolve();
    },
  } as unknown as RemoteWorker;
}
beforeEach(() => {
  setActivePinia(createPinia());
  has = new Map();
  wrong = new Map();
  asked = [];
  told = [];
  vi.mocked(startWorker).mockImplementation(() => Promise.resolve(worker()));
  vi.stubGlobal('fetch', (url: string) => Promise.resolve(answer(url)));
  vi.stubGlobal(
    'FontFace',
    class {
      load = (): Promise<this> => Promise.resolve(this);
    },
  );
  Object.defineProperty(document, 'fonts', { value: { add: () => undefined }, configurable: true });
  install(kit('ash', 'Ash', 'Alder'));
  install(kit('elm', 'Elm', 'Alder', 'Birch'));
});
afterEach(() => vi.unstubAllGlobals());
const FALLBACKS = ['Noto Sans 400', 'Noto Sans 700'];
const names = (): readonly string[] => [...useLibrary().kits.values()].map((k) => k.name);

describe('the library', () => {
  it('takes kits as the server read them, each font once, and tells its worker all of it', async () => {
    const library = useLibrary();
    await library.load();
    expect(names()).toEqual(['Ash', 'Elm']);
    expect(told).toEqual([{ kits: ['Ash', 'Elm'], fonts: ['Alder 400', 'Birch 400', ...FALLBACKS] }]);
    expect(asked.filter((a) => a.includes('Alder')).length).toBe(1);
    expect(library.fontsKnown).toBe(4);
    expect(library.worker).not.toBeNull();
  });
  it('asks only for what is new, and keeps what it knows as it is', async () => {
    const library = useLibrary();
    await library.load();
    const before = library.kits.get('ash@1.0.0');
    asked = [];
    install(kit('fir', 'Fir', 'Birch'));
    await library.refresh();
    expect(names()).toEqual(['Ash', 'Elm', 'Fir']);
    expect(library.kits.get('ash@1.0.0')).toBe(before);
    expect(asked).toEqual(['/api/kits', '/api/kits/fir%401.0.0/read.json?stamp=fir-1']);
    expect(told[0]?.kits).toEqual(['Ash', 'Elm', 'Fir']);
    // Nothing came: nobody has anything to draw anew.
    const same = library.kits;
    await library.refresh();
    expect(library.kits).toBe(same);
  });
  it('takes another kit that came in the place of one that is called the same', async () => {
    const library = useLibrary();
    await library.load();
    install(kit('elm', 'Elm, mended'), 'elm-2');
    await library.refresh();
    expect(names()).toEqual(['Ash', 'Elm, mended']);
    expect(told[0]?.kits).toEqual(['Ash', 'Elm', 'Elm, mended']);
  });
  it('lets go of what was taken out, and takes it again when it is there again', async () => {
    const library = useLibrary();
    await library.load();
    has.delete('elm@1.0.0');
    await library.refresh();
    expect(names()).toEqual(['Ash']);
    install(kit('elm', 'Elm'));
    await library.refresh();
    expect(names()).toEqual(['Ash', 'Elm']);
  });
  it('does without one that went while it was asked for', async () => {
    wrong.set(/elm.*read\.json/u, 404);
    await useLibrary().load();
    expect(names()).toEqual(['Ash']);
    wrong.clear();
    await useLibrary().refresh();
    expect(names()).toEqual(['Ash', 'Elm']);
  });
  it('says when the server cannot be asked, and loads when it can again', async () => {
    wrong.set(/elm.*read\.json/u, 503);
    await expect(useLibrary().load()).rejects.toThrow(/does not answer/u);
    expect(names()).toEqual([]);
    wrong.clear();
    await useLibrary().load();
    expect(names()).toEqual(['Ash', 'Elm']);
    expect(told.map((t) => t.kits)).toEqual([['Ash', 'Elm']]);
  });
  it('asks again for a font that did not come', async () => {
    wrong.set(/Birch/u, 500);
    const library = useLibrary();
    await library.load();
    expect(told[0]?.fonts).toEqual(['Alder 400', ...FALLBACKS]);
    wrong.clear();
    install(kit('fir', 'Fir', 'Birch'));
    await library.refresh();
    expect(told[0]?.fonts).toEqual(['Alder 400', ...FALLBACKS, 'Birch 400']);
  });
  it('tells a worker that starts only at the second try all that there is', async () => {
    vi.mocked(startWorker).mockRejectedValueOnce(new Error('It could not start.'));
    const library = useLibrary();
    await expect(library.load()).rejects.toThrow('It could not start.');
    // What needs no worker is there.
    expect(names()).toEqual(['Ash', 'Elm']);
    const before = library.kits;
    await library.load();
    expect(told).toEqual([{ kits: ['Ash', 'Elm'], fonts: ['Alder 400', 'Birch 400', ...FALLBACKS] }]);
    expect(library.kits).toBe(before);
  });
  it('tells a second worker the same, and both what comes later', async () => {
    const library = useLibrary();
    await library.startSecond();
    await library.startSecond();
    install(kit('fir', 'Fir', 'Cedar'));
    await library.refresh();
    expect(told.length).toBe(2);
    expect(told[1]).toEqual(told[0]);
    expect(told[1]?.kits).toEqual(['Ash', 'Elm', 'Fir']);
    expect(told[1]?.fonts).toContain('Cedar 400');
  });
});
