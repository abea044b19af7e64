import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parentPort } from 'node:worker_threads';
import { Resvg } from '@resvg/resvg-js';

/** Draws SVG as PNG. Fonts come first, as bytes; the drawing library reads them from files of its own. */
let fontFiles: string[] = [];
let folder: string | null = null;

type Message =
  | { readonly fonts: readonly Uint8Array[]; readonly files: readonly string[] }
  | { readonly id: number; readonly svg: string; readonly scale: number };

parentPort?.on('message', (m: Message) => {
  if ('fonts' in m) {
    folder ??= mkdtempSync(join(tmpdir(), 'dekkor-fonts-'));
    const at = folder;
    fontFiles = [
      ...m.fonts.map((bytes, i) => {
        const path = join(at, `${i}.ttf`);
        writeFileSync(path, bytes);
        return path;
      }),
      ...m.files,
    ];
    return;
  }
  try {
    const drawing = new Resvg(m.svg, {
      font: { loadSystemFonts: false, fontFiles, defaultFontFamily: 'Noto Sans' },
      fitTo: { mode: 'zoom', value: m.scale },
    });
    parentPort?.postMessage({ id: m.id, png: new Uint8Array(drawing.render().asPng()) });
  } catch (error) {
    parentPort?.postMessage({ id: m.id, error: error instanceof Error ? error.message : String(error) });
  }
});
