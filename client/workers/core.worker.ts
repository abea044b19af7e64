import * as Comlink from 'comlink';
import {
  emptyProject,
  Fonts,
  groundOf,
  gradeWhole,
  kitRef,
  layout,
  layoutNode,
  PackageProblem,
  paint,
  planSheet,
  verifyFixes,
  rankAlternatives,
  readKit,
  readIconSet,
  readSheetOfDrawings,
  unpack,
  recordReads,
  resolve,
  resolveSample,
  unpackKit,
  reviewScreen,
  rolesCovered,
  appliedKitsAfter,
  appliedKitsOf,
  type Alternative,
  type DrawingSheet,
  type Box,
  type IssueGroup,
  type Fix,
  type Grade,
  type IconFile,
  type IconSet,
  type InstanceNode,
  type Kit,
  type KitRef,
  type MatchSheet,
  type Problem,
  type Project,
  type ReviewIn,
  type Screen,
  type ScreenReview,
  type AppliedKit,
  type World,
} from '../../core/index.js';
import { drawPrimitives, paintAsset, type AssetOf } from '../canvas/canvas.js';
import {
  drawMinified,
  MINIFIED_BELOW,
  minifiedView,
  type MinifiedView,
  type ImagePrimitive,
  type Pixels,
} from '../canvas/minified.js';

export interface Planned {
  readonly sheet: MatchSheet;
  /** In the order it was asked for. */
  readonly after: readonly (readonly AppliedKit[])[];
}

/** Computes and draws screens away from the page, so that nothing there ever waits. */
const kits = new Map<KitRef, Kit>();
const fonts = new Fonts();
let shell: Project | null = null;
/** What screens wear, by the number the page gave it: match sheets are large, and sent once. */
const worn = new Map<number, readonly AppliedKit[]>();

export interface WorkerFont {
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly bytes: ArrayBuffer;
  readonly use: 'kit' | 'fallback';
}
export interface Drawn {
  /** A name for this picture, by which it can be drawn in another small size. */
  readonly of: string;
  /** Null: only its height and where things stand were asked for. */
  readonly bitmap: ImageBitmap | null;
  /** px */
  readonly height: number;
  /** What was looked up for it, by kind and name: when one of them is another, the picture is old. */
  readonly reads: readonly (readonly [kind: string, name: string])[];
  /** Things of the screen itself, and where they stand: px. */
  readonly keys: readonly string[];
  /** x, y, w and h for each of `keys`. */
  readonly rects: Float32Array;
}

/** What is told of a kit before it is installed. */
export interface KitHead extends Pick<
  Kit,
  'name' | 'version' | 'author' | 'licence' | 'notes' | 'summary' | 'swatches'
> {
  readonly ref: KitRef;
  readonly basedOn: KitRef | null;
  readonly components: number;
  readonly icons: number;
  readonly fonts: readonly { readonly family: string; readonly licence: string }[];
  readonly grade: Grade;
  readonly roles: { readonly have: number; readonly none: readonly string[] };
}
export interface LookedAt {
  readonly kit: KitHead | null;
  readonly problems: readonly Problem[];
}
export interface OutsideSample {
  readonly drawn: ImageBitmap;
  /** px */
  readonly width: number;
  readonly height: number;
}
/** Kits that were looked at and are not installed. */
const outside = new Map<KitRef, Kit>();
/** Their fonts are drawn with once something of theirs is. */
const outsideFaces: (() => Promise<void>)[] = [];
async function addFace(family: string, weight: number, italic: boolean, bytes: ArrayBuffer): Promise<void> {
  const face = new FontFace(family, bytes, { weight: String(weight), style: italic ? 'italic' : 'normal' });
  (self as unknown as { fonts: FontFaceSet }).fonts.add(await face.load());
}
/** A sample of a kit that is not installed is at most so tall: px. */
const SAMPLE_HIGH = 120;
/** Drawing a kit from outside may take so long: ms. What is not drawn by then is not graded. */
const MOST_LOOK = 5000;

/** What was last found on a screen, and for what it would wear. */
const reviewed = new WeakMap<
  Screen,
  {
    readonly after: readonly AppliedKit[];
    readonly shell: Project | null;
    /** Which fonts and how many kits there were. */
    readonly faces: string;
    readonly how: string;
    readonly review: ScreenReview;
  }
>();

/** What there is to look at on a screen; found once for as long as everything is as it was. */
function reviewOnce(there: World, screen: Screen, after: readonly AppliedKit[], seenIn: ReviewIn): ScreenReview {
  const known = reviewed.get(screen);
  const how = JSON.stringify(seenIn);
  const [at, faces] = [shell, `${fonts.version} ${kits.size}`];
  if (known?.after === after && known.shell === at && known.faces === faces && known.how === how) return known.review;
  const review = reviewScreen(there, screen, after, fonts, seenIn);
  reviewed.set(screen, { after, shell: at, faces, how, review });
  return review;
}

function world(): World {
  if (!shell) throw new Error('The worker has no project yet');
  return { project: shell, kits };
}
function appliedKits(number: number | null, screen: Screen): readonly AppliedKit[] {
  const known = number === null ? undefined : worn.get(number);
  return known ?? appliedKitsOf(world().project, screen);
}

/** Screens as the page last sent them: the same one stays the same object, so what is known of it is still known. */
const screens = new Map<string, { readonly version: number; readonly screen: Screen }>();
function screenAt(id: string, version: number): Screen {
  const known = screens.get(id);
  if (known?.version !== version) throw new Error('The worker has not got this screen');
  return known.screen;
}

const bitmaps = new Map<string, Promise<ImageBitmap | null>>();
/** A stored picture, decoded once; null when it cannot be. */
function asset(id: string): Promise<ImageBitmap | null> {
  let known = bitmaps.get(id);
  if (!known) {
    known = fetch(`/api/pictures/${encodeURIComponent(id)}`)
      .then(async (r) => (r.ok ? createImageBitmap(await r.blob()) : null))
      .catch(() => null);
    bitmaps.set(id, known);
  }
  return known;
}

/** A canvas has a largest size; very tall screens are drawn coarser rather than not at all. */
const LONGEST = 16_000;

/** Pictures in the sizes they have from afar. */
const small = new Map<string, Pixels>();
/** So many of them are kept. */
const MOST_SMALL = 500;

/** A picture as it looks from afar, in px of the bitmap; null when it is not there. */
function fromAfar(p: ImagePrimitive, find: AssetOf, scale: number): Pixels | null {
  const w = Math.max(1, Math.round(p.w * scale));
  const h = Math.max(1, Math.round(p.h * scale));
  const key = [p.asset, w, h, p.fit, p.focalX, p.focalY, p.zoom].join('|');
  const known = small.get(key);
  if (known) return known;
  const ctx = new OffscreenCanvas(w, h).getContext('2d', { willReadFrequently: true });
  if (!ctx) return null;
  ctx.setTransform(w / p.w, 0, 0, h / p.h, (-p.x * w) / p.w, (-p.y * h) / p.h);
  if (!paintAsset(ctx, p, find)) return null;
  const made = ctx.getImageData(0, 0, w, h) as Pixels;
  if (small.size > MOST_SMALL) small.clear();
  small.set(key, made);
  return made;
}

/** The pictures among primitives, once they are there. */
async function assetsOf(list: readonly ImagePrimitive[]): Promise<AssetOf> {
  const ids = [...new Set(list.map((p) => p.asset))];
  const ready = new Map(await Promise.all(ids.map(async (id) => [id, await asset(id)] as const)));
  return (id) => {
    const source = ready.get(id);
    return source ? { source, width: source.width, height: source.height } : null;
  };
}

/** How screens look from afar, as they were drawn last: they are kept when the screens themselves are let go. */
const views = new Map<string, { readonly of: string; readonly view: MinifiedView }>();

/** So many of them: one of a hundred instances is some 20 kB. */
const MOST_VIEWS = 2500;

async function rasterFar(view: MinifiedView, scale: number): Promise<ImageBitmap> {
  const find = view.pictures.length > 0 ? await assetsOf(view.pictures.map(({ p }) => p)) : () => null;
  const far = drawMinified(view, scale, (p) => fromAfar(p, find, scale));
  return createImageBitmap(new ImageData(far.data, far.width, far.height));
}

/** A bitmap of a laid out screen, `wanted` device px per px. `of`: which picture of which screen it is. */
async function raster(id: string, of: string, made: Box, width: number, wanted: number): Promise<ImageBitmap> {
  const scale = Math.min(wanted, LONGEST / Math.max(1, width), LONGEST / Math.max(1, made.h));
  const primitives = paint(made);
  // A drawn path may be of any shape; only icons are known by their field.
  if (scale <= MINIFIED_BELOW && !primitives.some((p) => p.p === 'path' && p.field === undefined)) {
    const view = minifiedView(primitives, width, made.h);
    views.delete(id);
    views.set(id, { of, view });
    const [oldest] = views.keys();
    if (views.size > MOST_VIEWS && oldest !== undefined) views.delete(oldest);
    return rasterFar(view, scale);
  }
  const find = await assetsOf(primitives.filter((p) => p.p === 'image'));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(made.h * scale)));
  const ctx = canvas.getContext('2d', { alpha: false });
  if (!ctx) throw new Error('The worker cannot draw');
  ctx.fillStyle = '#ffffff';
  ctx.fillRect(0, 0, canvas.width, canvas.height);
  drawPrimitives(ctx, primitives, scale, find);
  return canvas.transferToImageBitmap();
}

/** Pictures drawn so far. */
let drawn = 0;

const service = {
  /** @param read installed kits as the server read them, each as JSON */
  async library(read: readonly string[], files: readonly WorkerFont[]): Promise<void> {
    for (const json of read) {
      const kit = JSON.parse(json) as Kit;
      kits.set(kitRef(kit), kit);
    }
    for (const f of files) {
      try {
        fonts.add(f.family, f.weight, f.italic, new Uint8Array(f.bytes), f.use);
        await addFace(f.family, f.weight, f.italic, f.bytes);
      } catch {
        // A font that cannot be read is told of by the kit's own report; another shows.
      }
    }
  },
  /** The project without its screens. Parts that did not change are left out, and stay what they are here. */
  shell(parts: Partial<Project>): void {
    shell = { ...(shell ?? {}), ...parts, screens: [] } as unknown as Project;
  },
  wear(number: number, on: readonly AppliedKit[]): void {
    worn.set(number, on);
  },
  screen(version: number, screen: Screen): void {
    screens.set(screen.id, { version, screen });
  },
  /** Lets go of a screen and of all that is remembered about it. */
  forget(id: string): void {
    screens.delete(id);
  },
  /** Lays a screen out, and draws it when a scale is given. */
  async draw(id: string, version: number, on: number | null, scale: number | null): Promise<Drawn> {
    const screen = screenAt(id, version);
    const { made, reads } = recordReads(() =>
      layout(resolve(world(), screen, { appliedKits: appliedKits(on, screen) }), fonts),
    );
    const keys: string[] = [];
    const at: number[] = [];
    const walk = (b: Box): void => {
      const { key, owner } = b.node;
      if (key === owner || key.endsWith(`/${owner}`)) {
        keys.push(key);
        at.push(b.x, b.y, b.w, b.h);
      }
      b.children.forEach(walk);
    };
    walk(made);
    const of = String(++drawn);
    const bitmap = scale === null ? null : await raster(id, of, made, screen.width, scale);
    const answer: Drawn = {
      of,
      bitmap,
      height: made.h,
      keys,
      rects: new Float32Array(at),
      reads: [...reads].flatMap(([kind, names]) => [...names.keys()].map((name) => [kind, name] as const)),
    };
    return Comlink.transfer(answer, bitmap ? [bitmap, answer.rects.buffer] : [answer.rects.buffer]);
  },
  /** A picture as it was drawn from afar, in another small size; null when it is not known any more. */
  async again(id: string, of: string, scale: number): Promise<ImageBitmap | null> {
    const known = views.get(id);
    if (known?.of !== of) return null;
    const bitmap = await rasterFar(known.view, scale);
    return Comlink.transfer(bitmap, [bitmap]);
  },
  /** What there is to look at when a screen would wear something else. */
  review(id: string, version: number, after: number, seenIn: ReviewIn): ScreenReview {
    const screen = screenAt(id, version);
    return reviewOnce(world(), screen, appliedKits(after, screen), seenIn);
  },
  /**
   * Ways that were proven to mend a cause: tried on these screens, each with what it would wear by its number. All of the cause's
   * must be among them, and all that show a component that may be paired otherwise.
   */
  fixes(
    cause: IssueGroup,
    sheet: MatchSheet,
    on: readonly { readonly id: string; readonly version: number; readonly after: number }[],
    seenIn: ReviewIn,
  ): readonly Fix[] {
    const now = world();
    const all = on.map((o) => ({ screen: screenAt(o.id, o.version), after: worn.get(o.after) ?? [] }));
    const wearing = new Map(all.map((a) => [a.screen, a.after]));
    const there = { project: { ...now.project, screens: all.map((a) => a.screen) }, kits };
    const after = (s: Screen): readonly AppliedKit[] => wearing.get(s) ?? [];
    const reviewOf = (s: Screen): ScreenReview => reviewOnce(there, s, after(s), seenIn);
    return verifyFixes({ world: there, sheet, after, fonts, seenIn, reviewOf }, cause);
  },
  /** A set of icons, from files and from zips of them; or the sentence that says why there is none. */
  icons(files: readonly IconFile[], zips: readonly Uint8Array[]): IconSet | { readonly problem: string } {
    try {
      const inside = zips.flatMap((zip) =>
        Object.entries(unpack(zip, /\.svg$/iu)).map(([path, bytes]): IconFile => ({
          path,
          text: new TextDecoder().decode(bytes),
        })),
      );
      return readIconSet([...files, ...inside]);
    } catch (error) {
      return { problem: error instanceof PackageProblem ? error.message : 'They cannot be read.' };
    }
  },
  /** A sheet of drawings as loose parts, in the text styles of a kit; or the sentence that says why it is none. */
  sheet(source: string, kit: KitRef, prefix: string): DrawingSheet | { readonly problem: string } {
    const of = kits.get(kit);
    if (!of) return { problem: `The kit ${kit} is not installed.` };
    let n = 0;
    try {
      return readSheetOfDrawings(source, of, fonts, () => `${prefix}-${++n}`);
    } catch (error) {
      return { problem: error instanceof RangeError ? error.message : 'It cannot be read as a drawing.' };
    }
  },
  /** What can be said of an installed kit, read and drawn. */
  grade(of: KitRef): Grade | null {
    const kit = kits.get(of);
    return kit ? gradeWhole(kit, kits, fonts) : null;
  },
  /**
   * What can be said of a kit that is not installed, from its package or its JSON: with what reading it has to say. It may be based on
   * one that was looked at before.
   */
  lookAt(bytes: Uint8Array): LookedAt {
    try {
      const { json, files } = unpackKit(bytes);
      const bases = new Map([...kits, ...outside]);
      const { value, problems } = readKit(json, { files: [...files.keys()], bases });
      if (!value) return { kit: null, problems };
      const ref = kitRef(value);
      outside.set(ref, value);
      const more: Problem[] = [];
      for (const f of value.fonts) {
        const file = files.get(f.file);
        try {
          if (!file) continue;
          fonts.add(f.family, f.weight, f.italic, file);
          outsideFaces.push(() => addFace(f.family, f.weight, f.italic, new Uint8Array(file).buffer));
        } catch {
          const message = `The font file ${f.file} cannot be read; another font will show.`;
          more.push({ code: 'font.broken', where: f.file, message, level: 'left out' });
        }
      }
      const { name, version, author, licence, notes, summary, swatches, basedOn } = value;
      const until = performance.now() + MOST_LOOK;
      const grade = gradeWhole(value, bases, fonts, () => performance.now() < until);
      const { have, none } = rolesCovered(value);
      return {
        kit: {
          ref,
          name,
          version,
          author,
          licence,
          notes,
          summary,
          swatches,
          basedOn: basedOn ?? null,
          components: Object.keys(value.components).length,
          icons: Object.keys(value.icons).length,
          fonts: [...new Set(value.fonts.map((f) => f.family))].map((family) => ({
            family,
            licence: fonts.licenceOf(family),
          })),
          grade,
          roles: { have: have.length, none },
        },
        problems: [...problems, ...more],
      };
    } catch (error) {
      const message =
        error instanceof PackageProblem
          ? error.message
          : 'This kit cannot be read; it may be damaged, or far too large.';
      return { kit: null, problems: [{ code: 'kit.refused', where: '', message, level: 'refused' }] };
    }
  },
  /**
   * A component of a kit that was looked at and is not installed, drawn by itself; null: it cannot be. Room in px.
   * @param scale device px per px
   */
  async sampleOutside(of: KitRef, component: string, room: number, scale: number): Promise<OutsideSample | null> {
    const kit = outside.get(of);
    if (!kit?.components[component]) return null;
    await Promise.all(outsideFaces.splice(0).map((f) => f()));
    const project = emptyProject('outside', 'Outside', of);
    const there: World = { project, kits: new Map([...kits, ...outside]) };
    const made = resolveSample(there, `${of}/${component}`, [], { width: room });
    const laid = layoutNode(made, fonts, undefined, undefined, room);
    if (laid.w < 1 || laid.h < 1) return null;
    const fit = scale * Math.min(1, room / laid.w, SAMPLE_HIGH / laid.h);
    const canvas = new OffscreenCanvas(Math.max(1, Math.ceil(laid.w * fit)), Math.max(1, Math.ceil(laid.h * fit)));
    const ctx = canvas.getContext('2d');
    if (!ctx) return null;
    ctx.fillStyle = groundOf(kit, '');
    ctx.fillRect(0, 0, canvas.width, canvas.height);
    drawPrimitives(ctx, paint(laid), fit, () => null);
    const drawn = canvas.transferToImageBitmap();
    return Comlink.transfer({ drawn, width: canvas.width / scale, height: canvas.height / scale }, [drawn]);
  },
  /** The match sheet proposed for two kits, and the kits that would be applied with it on top of each of those applied now. */
  plan(from: KitRef, to: KitRef, now: readonly (readonly AppliedKit[])[]): Planned {
    const sheet = planSheet(world(), from, to);
    return { sheet, after: now.map((on) => appliedKitsAfter(world(), on, sheet)) };
  },
  /** The kits that are applied when one with this sheet is applied on top of those applied now. */
  after(on: readonly AppliedKit[], sheet: MatchSheet): readonly AppliedKit[] {
    return appliedKitsAfter(world(), on, sheet);
  },
  /** Alternatives for an instance, best first, from the kits named, most important first. */
  alternatives(node: InstanceNode, on: number, from: readonly KitRef[], most: number): readonly Alternative[] {
    return rankAlternatives(
      world(),
      worn.get(on) ?? [],
      node,
      from.flatMap((r) => kits.get(r) ?? []),
      most,
    );
  },
};
export type CoreService = typeof service;

// A message that comes before the module is ready would be lost, so the worker speaks first.
Comlink.expose(service);
postMessage('ready');
