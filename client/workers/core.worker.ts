import * as Comlink from 'comlink';
import {
  Fonts,
  kitRef,
  layout,
  paint,
  planSheet,
  rankAlternatives,
  readKit,
  recorded,
  resolve,
  reviewScreen,
  wearsAfter,
  wearsOf,
  type Alternative,
  type Box,
  type InstanceNode,
  type Kit,
  type KitRef,
  type MatchSheet,
  type Primitive,
  type Project,
  type Screen,
  type ScreenReview,
  type Wear,
  type World,
} from '../../core/index.js';
import { drawPrimitives, type AssetOf } from '../surface/canvas.js';

/** Computes and draws screens away from the page, so that nothing there ever waits. */
const kits = new Map<KitRef, Kit>();
const fonts = new Fonts();
let shell: Project | null = null;
/** What screens wear, by the number the page gave it: match sheets are large, and sent once. */
const worn = new Map<number, readonly Wear[]>();

export interface WorkerFont {
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly bytes: ArrayBuffer;
  readonly use: 'kit' | 'fallback';
}
export interface Drawn {
  /** Null: only its height and where things stand were asked for. */
  readonly bitmap: ImageBitmap | null;
  /** px */
  readonly height: number;
  /** What was looked up for it, by kind and name: when one of them is another, the picture is old. */
  readonly reads: readonly (readonly [kind: string, name: string])[];
  /** Where things of the screen itself stand, by their key: px. */
  readonly rects: readonly (readonly [key: string, x: number, y: number, w: number, h: number])[];
}

function world(): World {
  if (!shell) throw new Error('The worker has no project yet');
  return { project: shell, kits };
}
function wears(number: number | null, screen: Screen): readonly Wear[] {
  const known = number === null ? undefined : worn.get(number);
  return known ?? wearsOf(world().project, screen);
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

/** A bitmap of a picture, `scale` device px per px. */
async function raster(
  primitives: readonly Primitive[],
  width: number,
  height: number,
  wanted: number,
): Promise<ImageBitmap> {
  const scale = Math.min(wanted, LONGEST / Math.max(1, width), LONGEST / Math.max(1, height));
  const ids = [...new Set(primitives.flatMap((p) => (p.p === 'image' ? [p.asset] : [])))];
  const ready = new Map(await Promise.all(ids.map(async (id) => [id, await asset(id)] as const)));
  const find: AssetOf = (id) => {
    const source = ready.get(id);
    return source ? { source, width: source.width, height: source.height } : null;
  };
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)));
  const ctx = canvas.getContext('2d', { alpha: false });
  if (!ctx) throw new Error('The worker cannot draw');
  ctx.fillStyle = '#ffffff';
  ctx.fillRect(0, 0, canvas.width, canvas.height);
  drawPrimitives(ctx, primitives, scale, find);
  return canvas.transferToImageBitmap();
}

const service = {
  async library(jsons: readonly unknown[], files: readonly WorkerFont[]): Promise<void> {
    for (const json of jsons) {
      const { value } = readKit(json, { bases: kits });
      if (value) kits.set(kitRef(value), value);
    }
    for (const f of files) {
      try {
        fonts.add(f.family, f.weight, f.italic, new Uint8Array(f.bytes), f.use);
        const face = new FontFace(f.family, f.bytes, {
          weight: String(f.weight),
          style: f.italic ? 'italic' : 'normal',
        });
        (self as unknown as { fonts: FontFaceSet }).fonts.add(await face.load());
      } catch {
        // A font that cannot be read is told of by the kit's own report; another shows.
      }
    }
  },
  /** The project without its screens. Parts that did not change are left out, and stay what they are here. */
  shell(parts: Partial<Project>): void {
    shell = { ...(shell ?? {}), ...parts, screens: [] } as unknown as Project;
  },
  wear(number: number, on: readonly Wear[]): void {
    worn.set(number, on);
  },
  screen(version: number, screen: Screen): void {
    screens.set(screen.id, { version, screen });
  },
  /** Lays a screen out, and draws it when a scale is given. */
  async draw(id: string, version: number, on: number | null, scale: number | null): Promise<Drawn> {
    const screen = screenAt(id, version);
    const { made, reads } = recorded(() => layout(resolve(world(), screen, { wears: wears(on, screen) }), fonts));
    const rects: [string, number, number, number, number][] = [];
    const walk = (b: Box): void => {
      const { key, owner } = b.node;
      if (key === owner || key.endsWith(`/${owner}`)) rects.push([key, b.x, b.y, b.w, b.h]);
      b.children.forEach(walk);
    };
    walk(made);
    const bitmap = scale === null ? null : await raster(paint(made), screen.width, made.h, scale);
    const drawn: Drawn = {
      bitmap,
      height: made.h,
      rects,
      reads: [...reads].flatMap(([kind, names]) => [...names.keys()].map((name) => [kind, name] as const)),
    };
    return bitmap ? Comlink.transfer(drawn, [bitmap]) : drawn;
  },
  /** What there is to look at when a screen would wear something else. */
  review(id: string, version: number, after: number): ScreenReview {
    const screen = screenAt(id, version);
    const now = world();
    return reviewScreen({ project: { ...now.project, screens: [screen] }, kits }, screen, wears(after, screen), fonts);
  },
  /** Which component stands for which when one kit is put on in another's place. */
  plan(from: KitRef, to: KitRef): MatchSheet {
    return planSheet(world(), from, to);
  },
  /** Matches two kits ahead, when there is time: `plan` then knows already. */
  matchAhead(from: KitRef, to: KitRef): void {
    planSheet(world(), from, to);
  },
  /** What is worn when a sheet is put on over what is worn now. */
  after(on: readonly Wear[], sheet: MatchSheet): readonly Wear[] {
    return wearsAfter(world(), on, sheet);
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
export type Service = typeof service;

// A message that comes before the module is ready would be lost, so the worker speaks first.
Comlink.expose(service);
postMessage('ready');
