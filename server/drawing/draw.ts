import { readFileSync } from 'node:fs';
import { Resvg } from '@resvg/resvg-js';
import {
  escapeXml,
  Fonts,
  kitRef,
  layout,
  inMode,
  inSituation,
  situationAt,
  lensWears,
  paint,
  readKit,
  resolve,
  screenOf,
  toSvg,
  wearsOf,
  type Kit,
  type KitRef,
  type Primitive,
  type World,
} from '../../core/index.js';
import { notFound, ProblemError } from '../errors.js';
import { cleanSvg } from './clean.js';
import { sheetSvg } from './contact.js';
import type { Drawn, Inlined, Supplies, Wanted } from './messages.js';

/** More px than this are not drawn as one picture. */
const MOST_PIXELS = 80_000_000;
/** Px of a drawing from outside: more than any screen shows of it. */
const MOST_DRAWN = 16_000_000;
/** px: a drawing that is small is drawn larger, so that it can be shown so. */
const WIDE = 1200;

/** Draws screens and drawings with the kits and fonts it was given. Knows no files but those of the fonts. */
export class Draughtsman {
  private readonly kits: ReadonlyMap<KitRef, Kit>;
  private readonly fonts = new Fonts();

  constructor(private readonly supplies: Supplies) {
    const kits = new Map<KitRef, Kit>();
    for (const json of supplies.kits) {
      const { value } = readKit(JSON.parse(json), { bases: kits });
      if (value) kits.set(kitRef(value), value);
    }
    this.kits = kits;
    for (const f of supplies.fonts)
      try {
        this.fonts.add(f.family, f.weight, f.italic, readFileSync(f.path), f.use);
      } catch {
        // A font that cannot be read was named when its kit was installed; another shows.
      }
  }

  /** @param pictures gives what a screen shows, by id, as data URIs */
  async draw(
    wanted: Wanted,
    pictures: (ids: readonly string[]) => Promise<Readonly<Record<string, Inlined | null>>>,
  ): Promise<Drawn> {
    if (wanted.what === 'drawing') {
      const { svg, width, height } = cleanSvg(wanted.label, wanted.bytes);
      const scale = Math.min(4, Math.max(1, WIDE / width), Math.sqrt(MOST_DRAWN / (width * height)));
      return { png: this.png(svg, scale), name: wanted.label };
    }
    if (wanted.what === 'sheet') return { png: this.png(sheetSvg(wanted.cells), 1), name: wanted.label };
    const world: World = { project: wanted.project, kits: this.kits };
    const found = screenOf(world.project, wanted.screen);
    if (!found) throw notFound('screen', wanted.screen);
    const screen = inSituation(inMode(found, wanted.mode ?? ''), situationAt(world.project, wanted.situation ?? ''));
    const wears =
      wanted.lens && this.kits.has(wanted.lens)
        ? lensWears(world, screen, wanted.lens)
        : wearsOf(world.project, screen);
    const box = layout(
      resolve(world, screen, { wears, ...(wanted.over === undefined ? {} : { over: wanted.over }) }),
      this.fonts,
    );
    const height = Math.ceil(box.h);
    const { scale } = wanted;
    if (!(screen.width * height * (scale ?? 1) ** 2 <= MOST_PIXELS))
      throw new ProblemError(
        'picture.large',
        `${screen.name} is ${screen.width} × ${height} px; at this scale the picture would have more than ${MOST_PIXELS / 1e6} million pixels. Choose a smaller scale.`,
        'scale',
      );
    const primitives = paint(box);
    const ids = [...new Set(primitives.flatMap((p) => (p.p === 'image' ? [p.asset] : [])))];
    const shown = ids.length > 0 ? await pictures(ids) : {};
    const css = scale === undefined ? this.fontCss(primitives) : '';
    const svg = toSvg(primitives, {
      asset: (id) => shown[id] ?? undefined,
      width: screen.width,
      height,
      title: screen.name,
      prefix: `${escapeXml(screen.id)}-`,
      background: '#ffffff',
      ...(css ? { css } : {}),
    });
    return scale === undefined ? { svg, name: screen.name } : { png: this.png(svg, scale), name: screen.name };
  }

  private png(svg: string, scale: number): Uint8Array {
    const drawing = new Resvg(svg, {
      font: {
        loadSystemFonts: false,
        fontFiles: this.supplies.fonts.map((f) => f.path),
        defaultFontFamily: 'Noto Sans',
      },
      fitTo: { mode: 'zoom', value: scale },
    });
    return new Uint8Array(drawing.render().asPng());
  }

  /** The fonts of what is painted, as CSS that carries them. */
  private fontCss(primitives: readonly Primitive[]): string {
    const used = new Map<string, { family: string; weight: number; italic: boolean }>();
    for (const p of primitives)
      if (p.p === 'text') for (const r of p.runs) used.set(`${r.family}|${r.weight}|${r.italic}`, r);
    return [...used.values()]
      .flatMap(({ family, weight, italic }) => {
        const font = this.supplies.fonts.find((f) => f.family === family && f.weight === weight && f.italic === italic);
        if (!font) return [];
        const data = readFileSync(font.path).toString('base64');
        return `@font-face{font-family:'${family.replace(/['\\<>]/gu, '')}';font-weight:${weight};font-style:${italic ? 'italic' : 'normal'};src:url(data:font/ttf;base64,${data}) format('truetype')}`;
      })
      .join('');
  }
}
