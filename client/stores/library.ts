import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import { Fonts, kitRef, readKit, type Kit, type KitRef } from '../../core/index.js';
import { api, type KitInfo } from '../api.js';
import { startWorker, type CoreWorker } from '../workers/client.js';

export interface FontData {
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly bytes: ArrayBuffer;
  readonly use: 'kit' | 'fallback';
}

/** The fonts of every kit. Outside the store, so that shaping never goes through a reactive proxy. */
export const fonts = new Fonts();

/** Installed kits and their fonts, loaded once for the page and its worker. */
export const useLibrary = defineStore('library', () => {
  const kits = shallowRef<ReadonlyMap<KitRef, Kit>>(new Map());
  const infos = shallowRef<readonly KitInfo[]>([]);
  const worker = shallowRef<CoreWorker | null>(null);
  let loading: Promise<void> | null = null;

  async function fetchFont(url: string): Promise<ArrayBuffer> {
    const response = await fetch(url);
    if (!response.ok) throw new Error(`The font ${url} could not be loaded`);
    return response.arrayBuffer();
  }

  async function add(font: FontData): Promise<void> {
    fonts.add(font.family, font.weight, font.italic, new Uint8Array(font.bytes), font.use);
    const face = new FontFace(font.family, font.bytes, { weight: String(font.weight), style: font.italic ? 'italic' : 'normal' });
    document.fonts.add(await face.load());
  }

  async function loadAll(): Promise<void> {
    infos.value = await api.kits();
    const jsons = await Promise.all(infos.value.map(async (i) => [i.ref, await api.kit(i.ref)] as const));
    const read = new Map<KitRef, Kit>();
    const wanted = new Map<string, Promise<FontData>>();
    // A kit that is based on another is read after it; the server lists them in that order.
    for (const [ref, json] of jsons) {
      const { value } = readKit(json, { bases: read });
      if (!value) continue;
      read.set(kitRef(value), value);
      for (const f of value.fonts) {
        const key = `${f.family}|${f.weight}|${f.italic}`;
        if (!wanted.has(key))
          wanted.set(
            key,
            fetchFont(`/api/kits/${encodeURIComponent(ref)}/files/${f.file}`).then((bytes) => ({ family: f.family, weight: f.weight, italic: f.italic, bytes, use: 'kit' })),
          );
      }
    }
    for (const weight of [400, 700])
      wanted.set(
        `fallback${weight}`,
        fetchFont(`/api/fonts/NotoSans-${weight}.ttf`).then((bytes) => ({ family: 'Noto Sans', weight, italic: false, bytes, use: 'fallback' })),
      );
    const loaded = (await Promise.allSettled(wanted.values())).flatMap((r) => (r.status === 'fulfilled' ? [r.value] : []));
    await Promise.all(loaded.map((f) => add(f).catch(() => undefined)));
    const started = await startWorker();
    await started.library(
      jsons.map(([, json]) => json),
      loaded,
    );
    kits.value = read;
    worker.value = started;
  }

  /** Loads everything once; a failed load can be tried again. */
  function load(): Promise<void> {
    loading ??= loadAll().catch((error: unknown) => {
      loading = null;
      throw error;
    });
    return loading;
  }

  /** After a kit was installed. */
  async function reload(): Promise<void> {
    loading = null;
    await load();
  }

  return { kits, infos, worker, load, reload };
});
