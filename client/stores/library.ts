import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import { Fonts, type Kit, type KitRef } from '../../core/index.js';
import { FALLBACK_WEIGHTS, fallbackFont, got, kitFont } from '../base/prefetch.js';
import { api, ServerProblem, type KitInfo } from '../base/api.js';
import { startWorker, type RemoteWorker } from '../workers/startWorker.js';

export interface FontData {
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly bytes: ArrayBuffer;
  readonly use: 'kit' | 'fallback';
}

/** The fonts of every kit. Outside the store, so that shaping never goes through a reactive proxy. */
export const fonts = new Fonts();

/** Installed kits and their fonts, loaded once for the page and its worker; kits that come later are added. */
export const useLibrary = defineStore('library', () => {
  const kits = shallowRef<ReadonlyMap<KitRef, Kit>>(new Map());
  const infos = shallowRef<readonly KitInfo[]>([]);
  const worker = shallowRef<RemoteWorker | null>(null);
  /** Grows with every font, so that what was drawn with fewer is drawn again. */
  const fontsKnown = shallowRef(0);
  const faces = new Set<string>();
  /** Another, that reads and grades packages while the first draws; null for as long as it is not there. */
  const second = shallowRef<RemoteWorker | null>(null);
  /** All that workers must know, and how much of it each was told. */
  const given: { kits: string[]; fonts: FontData[] } = { kits: [], fonts: [] };
  const told = new WeakMap<RemoteWorker, { readonly kits: number; readonly fonts: number }>();
  /** Of each kit that is known, what tells it from another of its name. */
  const stamps = new Map<KitRef, string>();
  let loading: Promise<void> | null = null;
  let started: Promise<RemoteWorker> | null = null;

  async function fetchFont(url: string, font: Omit<FontData, 'bytes'>): Promise<FontData> {
    const response = await got(url);
    if (!response.ok) throw new Error(`The font ${url} could not be loaded`);
    return { ...font, bytes: await response.arrayBuffer() };
  }

  async function add(font: FontData): Promise<void> {
    fonts.add(font.family, font.weight, font.italic, new Uint8Array(font.bytes), font.use);
    const face = new FontFace(font.family, font.bytes, {
      weight: String(font.weight),
      style: font.italic ? 'italic' : 'normal',
    });
    document.fonts.add(await face.load());
  }

  /** Tells a worker all that it does not know yet, and what comes meanwhile. */
  async function tell(on: RemoteWorker): Promise<void> {
    for (;;) {
      const known = told.get(on) ?? { kits: 0, fonts: 0 };
      const all = { kits: given.kits.length, fonts: given.fonts.length };
      if (known.kits === all.kits && known.fonts === all.fonts) return;
      await on.library(given.kits.slice(known.kits), given.fonts.slice(known.fonts));
      told.set(on, all);
    }
  }

  /** A kit as the server read it; null when it has gone since the list was made. */
  const readOf = (info: KitInfo): Promise<string | null> =>
    api.kitAsRead(info).catch((error: unknown) => {
      if (error instanceof ServerProblem && error.status === 404) return null;
      throw error;
    });

  /** Takes every kit that is not known yet. What is known stays the same object: an installed kit never changes. */
  async function loadNew(): Promise<void> {
    // The worker starts while kits and fonts are on their way.
    started ??= startWorker();
    const starting = started;
    // A worker that could not start is tried again with the next load.
    starting.catch(() => (started = null));
    const list = await api.kits();
    const answers = await Promise.all(
      list.filter((i) => stamps.get(i.ref) !== i.stamp).map(async (info) => ({ info, json: await readOf(info) })),
    );
    const fresh = answers.flatMap(({ info, json }) => (json === null ? [] : [{ info, json }]));
    // What was taken out is no more, as it is for whoever comes later.
    const gone = [...kits.value.keys()].filter((ref) => !list.some((i) => i.ref === ref));
    const read = new Map([...kits.value].filter(([ref]) => !gone.includes(ref)));
    const wanted: Promise<FontData>[] = [];
    const want = (key: string, url: string, font: Omit<FontData, 'bytes'>): void => {
      if (faces.has(key)) return;
      faces.add(key);
      wanted.push(
        fetchFont(url, font).catch((error: unknown) => {
          // The next load asks for it again.
          faces.delete(key);
          throw error;
        }),
      );
    };
    for (const { info, json } of fresh) {
      const kit = JSON.parse(json) as Kit;
      read.set(info.ref, kit);
      for (const { family, weight, italic, file } of kit.fonts)
        want(`${family}|${weight}|${italic}`, kitFont(info, file), { family, weight, italic, use: 'kit' });
    }
    for (const weight of FALLBACK_WEIGHTS)
      want(`fallback${weight}`, fallbackFont(weight), { family: 'Noto Sans', weight, italic: false, use: 'fallback' });
    const loaded = (await Promise.allSettled(wanted)).flatMap((r) => (r.status === 'fulfilled' ? [r.value] : []));
    await Promise.all(loaded.map((f) => add(f).catch(() => undefined)));
    given.kits.push(...fresh.map((f) => f.json));
    given.fonts.push(...loaded);
    const show = (): void => {
      for (const ref of gone) stamps.delete(ref);
      for (const { info } of fresh) stamps.set(info.ref, info.stamp);
      infos.value = list;
      if (fresh.length + gone.length > 0) kits.value = read;
      fontsKnown.value += loaded.length;
    };
    // Nothing waits for the worker at first; later it must know a kit before anything is asked of it about that.
    const first = worker.value === null;
    if (first) show();
    const on = await starting;
    await tell(on);
    if (second.value) await tell(second.value);
    if (!first) show();
    worker.value = on;
  }
  let seconded: Promise<void> | null = null;
  /** Starts the second worker, once. */
  function startSecond(): Promise<void> {
    seconded ??= (async () => {
      await load();
      const on = await startWorker();
      await tell(on);
      second.value = on;
    })().catch(() => void (seconded = null));
    return seconded;
  }

  /** Loads everything once; a failed load can be tried again. */
  function load(): Promise<void> {
    loading ??= loadNew().catch((error: unknown) => {
      loading = null;
      throw error;
    });
    return loading;
  }

  /** After a kit was installed, here or elsewhere. */
  async function refresh(): Promise<void> {
    if (loading) await loading.catch(() => undefined);
    loading = null;
    await load();
  }

  return { kits, infos, worker, second, startSecond, fontsKnown, load, refresh };
});
