import { readFileSync } from 'node:fs';
import { Resvg } from '@resvg/resvg-js';
import {
  escapeXml,
  aboutThing,
  Fonts,
  kitRef,
  layout,
  linksOn,
  inMode,
  inSituation,
  situationAt,
  thingNames,
  lensKits,
  paint,
  readKit,
  resolve,
  SCRIM,
  screenOf,
  toHtml,
  toSvg,
  appliedKitsOf,
  type Box,
  type Kit,
  type KitRef,
  type Primitive,
  type ResolvedScreen,
  type RNode,
  type AppliedKit,
  type World,
} from '../../core/index.js';
import { notFound, ProblemError } from '../errors.js';
import { sanitizeSvg } from './sanitizeSvg.js';
import { sheetSvg } from './contact.js';
import type { Drawn, Inlined, Piece, ScreenRequest, Supplies, RenderRequest } from './messages.js';
import type { PageLink } from './pdf.js';

/** More px than this are not drawn as one picture. */
const MOST_PIXELS = 80_000_000;
/** Px of a drawing from outside: more than any screen shows of it. */
const MOST_DRAWN = 16_000_000;
/** px: a drawing that is small is drawn larger, so that it can be shown so. */
const WIDE = 1200;
/** What writes PDFs, loaded with the first one. */
const writer = (): Promise<typeof import('./pdf.js')> => import('./pdf.js');

/** Draws screens and drawings with the kits and fonts it was given. Knows no files but those of the fonts. */
export class Renderer {
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
    wanted: RenderRequest,
    pictures: (ids: readonly string[]) => Promise<Readonly<Record<string, Inlined | null>>>,
  ): Promise<Drawn> {
    if (wanted.what === 'drawing') {
      const { svg, width, height } = sanitizeSvg(wanted.label, wanted.bytes);
      const scale = Math.min(4, Math.max(1, WIDE / width), Math.sqrt(MOST_DRAWN / (width * height)));
      return { png: this.png(svg, scale), name: wanted.label };
    }
    if (wanted.what === 'sheet') return { png: this.png(sheetSvg(wanted.cells), 1), name: wanted.label };
    if (wanted.what === 'join')
      return { pdf: await (await writer()).joinPdf(wanted.label, wanted.parts), links: [], name: wanted.label };
    const seen = this.see(wanted);
    if (wanted.what === 'html') return this.page(wanted, seen, pictures);
    if (wanted.what === 'pdf') return this.pdf(seen, pictures);
    if (wanted.what === 'pieces') return this.pieces(wanted, seen, pictures);
    const { screen, box } = seen;
    const height = Math.ceil(box.h);
    const { scale } = wanted;
    if (!(screen.width * height * (scale ?? 1) ** 2 <= MOST_PIXELS))
      throw new ProblemError(
        'picture.large',
        `${screen.name} is ${screen.width} × ${height} px; at this scale the picture would have more than ${MOST_PIXELS / 1e6} million pixels. Choose a smaller scale.`,
        'scale',
      );
    const primitives = paint(box);
    const shown = await this.shown(primitives, pictures);
    const css = scale === undefined ? this.fontCss(fontsOf(primitives)) : '';
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

  /** A screen as it is looked at, laid out. */
  private see(wanted: ScreenRequest): Seen {
    const world: World = { project: wanted.project, kits: this.kits };
    const found = screenOf(world.project, wanted.screen);
    if (!found) throw notFound('screen', wanted.screen);
    const screen = inSituation(inMode(found, wanted.mode ?? ''), situationAt(world.project, wanted.situation ?? ''));
    const appliedKits =
      wanted.lens && this.kits.has(wanted.lens)
        ? lensKits(world, screen, wanted.lens)
        : appliedKitsOf(world.project, screen);
    const made = resolve(world, screen, {
      appliedKits,
      ...(wanted.overlay === undefined ? {} : { overlay: wanted.overlay }),
    });
    return { world, screen, appliedKits, made, box: layout(made, this.fonts) };
  }
  private async shown(primitives: readonly Primitive[], pictures: Pictures): ReturnType<Pictures> {
    const ids = [...new Set(primitives.flatMap((p) => (p.p === 'image' ? [p.asset] : [])))];
    return ids.length > 0 ? pictures(ids) : {};
  }

  private async page(
    wanted: Extract<RenderRequest, { what: 'html' }>,
    { world, screen, appliedKits, made, box }: Seen,
    pictures: Pictures,
  ): Promise<Drawn> {
    const primitives = paint(box);
    const shown = await this.shown(primitives, pictures);
    const leads = linksOn(screen, appliedKits, made.root);
    const overlay = made.overlay ? linksOn(screen, appliedKits, made.overlay) : null;
    const here = wanted.hrefs[screen.id] ?? null;
    const href = (part: RNode): string | null => {
      // What lies over a screen is put away by what dims that.
      if (part.key === SCRIM) return here;
      const to = leads(part) ?? overlay?.(part) ?? null;
      if (to?.to === 'screen') return wanted.hrefs[to.screen] ?? null;
      if (to?.to === 'overlay') return wanted.hrefs[`${screen.id}~${to.overlay}`] ?? null;
      if (to?.to === 'closeOverlay') return wanted.overlay === undefined ? null : here;
      return to?.to === 'address' && /^(?:https?:|mailto:)/iu.test(to.address) ? to.address : null;
    };
    const fonts = this.filesOf(fontsOf(primitives));
    const files = wanted.files ? fonts.map((f) => ({ name: fileName(f), path: f.path })) : [];
    const faces = wanted.files
      ? fonts.map((f) => face(f, `url(fonts/${fileName(f)}) format('truetype')`)).join('\n')
      : this.fontCss(fontsOf(primitives));
    const { html, pictures: ids } = toHtml(made, box, {
      said: { world, appliedKits, main: made.mainKit, mode: screen.mode ?? '' },
      picture: (id) => {
        const found = shown[id];
        return found
          ? { ...found, href: wanted.files ? `pictures/${pictureFile(id, found.href)}` : found.href }
          : undefined;
      },
      leads: href,
      ...(screen.order ? { order: screen.order } : {}),
      inState: (keys, state) =>
        resolve(world, screen, {
          appliedKits,
          ...(wanted.overlay === undefined ? {} : { overlay: wanted.overlay }),
          states: Object.fromEntries(keys.map((k) => [k, [state]])),
        }),
      faces,
    });
    return { html, name: screen.name, fonts: files, pictures: ids };
  }

  private async pieces(
    wanted: Extract<RenderRequest, { what: 'pieces' }>,
    seen: Seen,
    pictures: Pictures,
  ): Promise<Drawn> {
    const pieces: Piece[] = [];
    for (const cut of wanted.of === 'icons' ? iconsOf(seen.box) : assetsOf(seen)) {
      const { name, width, height, primitives } = cut;
      const shown = await this.shown(primitives, pictures);
      const largest = Math.max(0, ...wanted.scales);
      if (width * height * largest ** 2 > MOST_PIXELS)
        throw new ProblemError(
          'picture.large',
          `${name} on ${seen.screen.name} is ${width} × ${height} px; at ${largest}x the picture would have more than ${MOST_PIXELS / 1e6} million pixels. Choose a smaller scale.`,
          'scales',
        );
      const drawn = (css: string): string =>
        toSvg(primitives, {
          asset: (id) => shown[id] ?? undefined,
          width,
          height,
          title: name,
          prefix: '',
          ...(css ? { css } : {}),
        });
      pieces.push({
        name,
        ...(wanted.svg ? { svg: drawn(this.fontCss(fontsOf(primitives))) } : {}),
        pngs: wanted.scales.map((scale) => ({ scale, bytes: this.png(drawn(''), scale) })),
      });
    }
    return { pieces, name: seen.screen.name };
  }

  private async pdf({ screen, appliedKits, made, box }: Seen, pictures: Pictures): Promise<Drawn> {
    const primitives = paint(box);
    const shown = await this.shown(primitives, pictures);
    const bytesOf = (href: string): Uint8Array => Buffer.from(href.slice(href.indexOf(',') + 1), 'base64');
    const of = { width: screen.width, height: Math.ceil(box.h) };
    const { pdfPage } = await writer();
    const pdf = await pdfPage(of, primitives, {
      font: (family, weight, italic) => {
        const path = this.filesOf([{ family, weight, italic }])[0]?.path;
        return path === undefined ? undefined : readFileSync(path);
      },
      picture: (id) => {
        const found = shown[id];
        if (!found) return undefined;
        const { width, height, href } = found;
        if (href.startsWith('data:image/jpeg')) return { bytes: bytesOf(href), kind: 'jpeg', width, height };
        // PDF takes PNG and JPEG: everything else is drawn as PNG.
        const bytes = href.startsWith('data:image/png') ? bytesOf(href) : this.png(alone(found), 1);
        return { bytes, kind: 'png', width, height };
      },
    });
    const leads = linksOn(screen, appliedKits, made.root);
    const links: PageLink[] = [];
    const walk = (b: Box): void => {
      const to = leads(b.node);
      const at = { x: b.x, y: b.y, w: b.w, h: b.h };
      if (to?.to === 'screen') links.push({ ...at, screen: to.screen });
      else if (to?.to === 'address' && /^(?:https?:|mailto:)/iu.test(to.address))
        links.push({ ...at, address: to.address });
      b.children.forEach(walk);
    };
    walk(box);
    return { pdf, links, name: screen.name };
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

  /** The files of fonts; those that are not there are left out. */
  private filesOf(used: readonly UsedFont[]): readonly (UsedFont & { readonly path: string })[] {
    return used.flatMap((u) => {
      const { family, weight, italic } = u;
      const font = this.supplies.fonts.find((f) => f.family === family && f.weight === weight && f.italic === italic);
      return font ? [{ ...u, path: font.path }] : [];
    });
  }
  /** Fonts as CSS that carries them. */
  private fontCss(used: readonly UsedFont[]): string {
    return this.filesOf(used)
      .map((f) => face(f, `url(data:font/ttf;base64,${readFileSync(f.path).toString('base64')}) format('truetype')`))
      .join('');
  }
}

/** A piece as it is painted: from its own left upper corner, px. */
interface Cut {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly primitives: readonly Primitive[];
}
/** The icons of a screen, each once, in black on nothing. */
function iconsOf(root: Box): readonly Cut[] {
  const found = new Map<string, Cut>();
  const walk = (b: Box): void => {
    const { icon, said } = b.node.look;
    const name = typeof said.icon === 'string' ? said.icon : '';
    if (icon && name !== '' && !found.has(name)) {
      const box = { ...b, x: 0, y: 0, w: icon.box, h: icon.box, children: [] };
      const look = { ...b.node.look, color: '#000000', opacity: 1 };
      const primitives = paint({ ...box, node: { ...b.node, look, instance: undefined } });
      found.set(name, { name, width: icon.box, height: icon.box, primitives });
    }
    b.children.forEach(walk);
  };
  walk(root);
  return [...found.values()];
}
const moved = (b: Box, x: number, y: number): Box => ({
  ...b,
  x: b.x + x,
  y: b.y + y,
  children: b.children.map((c) => moved(c, x, y)),
});
/** What is marked on a screen, each by itself on nothing, with its shadow; of a thing that is repeated each item. */
function assetsOf({ world, screen, box }: Seen): readonly Cut[] {
  const marked = new Set(Object.values(screen.nodes).flatMap((n) => (n.asset ? [n.id] : [])));
  const names = thingNames(aboutThing(world, screen, screen.root));
  const found: Cut[] = [];
  const walk = (b: Box): void => {
    const { owner, key, look } = b.node;
    const id = key.split('/').at(-1) ?? '';
    // A part of an instance may be called like a thing of the screen: it belongs to that instance.
    if (marked.has(id) && (owner === id || owner === key) && b.w > 0 && b.h > 0) {
      const { shadow } = look;
      const edge = shadow ? Math.ceil(shadow.blur + Math.max(Math.abs(shadow.x), Math.abs(shadow.y))) : 0;
      found.push({
        name: names.get(id) ?? screen.name,
        width: Math.ceil(b.w) + 2 * edge,
        height: Math.ceil(b.h) + 2 * edge,
        primitives: paint(moved(b, edge - b.x, edge - b.y)),
      });
    }
    b.children.forEach(walk);
  };
  walk(box);
  return found;
}

interface Seen {
  readonly world: World;
  readonly screen: SeenScreen;
  readonly appliedKits: readonly AppliedKit[];
  readonly made: ResolvedScreen;
  readonly box: Box;
}
type SeenScreen = ReturnType<typeof inSituation>;
type Pictures = (ids: readonly string[]) => Promise<Readonly<Record<string, Inlined | null>>>;
interface UsedFont {
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
}
/** The fonts of what is painted. */
function fontsOf(primitives: readonly Primitive[]): readonly UsedFont[] {
  const used = new Map<string, UsedFont>();
  for (const p of primitives)
    if (p.p === 'text') for (const r of p.runs) used.set(`${r.family}|${r.weight}|${r.italic}`, r);
  return [...used.values()].map(({ family, weight, italic }) => ({ family, weight, italic }));
}
const fileName = ({ family, weight, italic }: UsedFont): string =>
  `${family.replace(/[^A-Za-z0-9]+/gu, '-')}-${weight}${italic ? '-italic' : ''}.ttf`;
const face = ({ family, weight, italic }: UsedFont, src: string): string =>
  `@font-face{font-family:'${family.replace(/['\\<>]/gu, '')}';font-weight:${weight};font-style:${italic ? 'italic' : 'normal'};src:${src}}`;
/** What a picture is called as a file. */
export const pictureFile = (id: string, href: string): string => {
  const type = /^data:image\/([a-z]+)/u.exec(href)?.[1] ?? 'png';
  return `${id.replace(/[^A-Za-z0-9_-]/gu, '-')}.${type === 'jpeg' ? 'jpg' : type}`;
};
/** A picture alone, as a drawing. */
const alone = ({ href, width, height }: Inlined): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><image width="${width}" height="${height}" href="${escapeXml(href)}"/></svg>`;
