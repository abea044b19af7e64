import { copyFileSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { withBehaviour } from './behaviour.js';
import { fjellCoach } from './fjell-coach.js';
import { lumenNightRail } from './lumen-night-rail.js';
import { makePictures } from './pictures.js';
import type { Part } from './write.js';
import { plywood } from './plywood.js';
import { skerryLine } from './skerry-line.js';
import { skerryLineNext } from './skerry-line-next.js';

/** Writes the shipped kits as packages in the open kit format: `kits/<id>/kit.json` and `kits/<id>/fonts/`. */
const here = dirname(fileURLToPath(import.meta.url));
const require = createRequire(import.meta.url);
const WEIGHTS: Readonly<Record<string, string>> = { '400': '400Regular', '600': '600SemiBold', '700': '700Bold' };
const FONTS: Readonly<Record<string, string>> = {
  PublicSans: 'public-sans',
  Figtree: 'figtree',
  Barlow: 'barlow',
  Fraunces: 'fraunces',
};

export const KITS = withBehaviour([plywood, skerryLine, fjellCoach, lumenNightRail, skerryLineNext]);

/** A kit has a folder by its name; other versions of it by their numbers too. */
export const folderOf = (kit: Part): string =>
  KITS.find((k) => k['id'] === kit['id']) === kit
    ? String(kit['id'])
    : `${String(kit['id'])}-${String(kit['version'])}`;

export const kitText = (kit: unknown): string => `${JSON.stringify(kit, null, 1)}\n`;

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const kit of KITS) {
    const folder = join(here, '..', folderOf(kit));
    mkdirSync(join(folder, 'fonts'), { recursive: true });
    writeFileSync(join(folder, 'kit.json'), kitText(kit));
    for (const font of kit['fonts'] as readonly { file: string }[]) {
      const to = join(folder, font.file);
      const [family = '', weight = ''] = font.file.replace(/^fonts\/|\.ttf$/gu, '').split('-');
      const name = FONTS[family];
      const style = WEIGHTS[weight];
      if (existsSync(to) || !name || !style) continue;
      const root = dirname(require.resolve(`@expo-google-fonts/${name}/package.json`));
      copyFileSync(join(root, style, `${family}_${style}.ttf`), to);
      copyFileSync(join(root, 'LICENSE_FONT'), join(folder, 'fonts', 'OFL.txt'));
    }
  }
  makePictures(join(here, '..', 'pictures'));
}
