import { defineStore } from 'pinia';
import { computed, shallowRef, triggerRef } from 'vue';
import {
  layout,
  lookIn,
  Memory,
  paint,
  resolve,
  type Box,
  type LookUp,
  type Primitive,
  type Project,
  type Screen,
  type ScreenReview,
  type Wear,
  type World,
} from '../../core/index.js';
import type { Drawn } from '../workers/core.worker.js';
import { fonts, useLibrary } from './library.js';
import { plain } from './plain.js';

/** A picture drawn on the page. */
export interface Picture {
  readonly primitives: readonly Primitive[];
  /** px */
  readonly height: number;
}
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
/** A picture that the worker drew, and what everything it looked up was at that time. */
export interface Bitmap {
  readonly drawn: HTMLCanvasElement | null;
  /** px */
  readonly height: number;
  readonly scale: number;
  readonly of: Screen;
  readonly fonts: number;
  readonly reads: readonly (readonly [kind: string, name: string, found: unknown])[];
  readonly rects: ReadonlyMap<string, Place>;
}
interface Wish {
  readonly key: string;
  readonly screen: Screen;
  readonly wears: readonly Wear[];
  readonly world: World;
  /** Device px per px; null: only how tall it is, and where things stand. */
  readonly scale: number | null;
}

/** So many pictures are asked of the worker at once: it answers in order, and what is wanted changes. */
const AT_ONCE = 2;
/** While very many are wanted, more: the worker goes on while the page puts together what it has. */
const MANY = 24;
const AT_ONCE_OF_MANY = 8;
/** Then they show several at a time: each frame with new pictures costs as much as it has pictures in all: ms. */
const TOGETHER = 160;
/** A bitmap is drawn anew when it would be stretched by more than this. */
const STRETCH = 1.05;
/** Bitmaps that are kept though nobody looks: the oldest go first. */
const MOST_KEPT = 260;
const SHELL: readonly (keyof Project)[] = [
  'id',
  'name',
  'kits',
  'wears',
  'flows',
  'originals',
  'editions',
  'contentSets',
  'sheets',
];

/** A canvas that takes a bitmap over as it is. */
function canvasOf(bitmap: ImageBitmap): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = bitmap.width;
  canvas.height = bitmap.height;
  canvas.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap);
  return canvas;
}

const painted = new Memory<Picture>(1);
/** What a laid out screen looks like; painted once. */
export const pictureOf = (box: Box): Picture => painted.of(box, [], () => ({ primitives: paint(box), height: box.h }));
/** A screen laid out on the page. What did not change is remembered by the core. */
export const boxOf = (world: World, screen: Screen, wears: readonly Wear[]): Box =>
  layout(resolve(world, screen, { wears }), fonts);

/**
 * Pictures of screens, drawn by the worker and kept for as long as nothing they depend on is another. Which that is, each
 * picture says itself: originals, content sets and kits that were looked up for it.
 */
export const useDrawing = defineStore('drawing', () => {
  const library = useLibrary();
  const pictures = shallowRef(new Map<string, Bitmap>());
  const wishes = new Map<string, Wish>();
  const numbers = new WeakMap<readonly Wear[], number>();
  const versions = new WeakMap<Screen, number>();
  const latest = new Map<string, number>();
  let serial = 0;
  let running = 0;
  let told = false;
  let sent: Partial<Record<keyof Project, unknown>> = {};
  let sentTo: unknown = null;

  /** Sends what the worker needs of the project: only the parts that are new to it. */
  function sync(project: Project): void {
    const worker = library.worker;
    if (!worker) return;
    if (sentTo !== worker) {
      sentTo = worker;
      sent = {};
    }
    const fresh = SHELL.filter((k) => sent[k] !== project[k]);
    if (fresh.length === 0) return;
    void worker.shell(Object.fromEntries(fresh.map((k) => [k, project[k]])));
    for (const k of fresh) sent[k] = project[k];
  }
  /** The number by which the worker knows what screens wear. */
  function wearNumber(wears: readonly Wear[]): number {
    let n = numbers.get(wears);
    if (n === undefined) {
      numbers.set(wears, (n = ++serial));
      void library.worker?.wear(n, wears);
    }
    return n;
  }

  /** The number of a screen as it is: each version of it is sent to the worker once. */
  function versionOf(screen: Screen): number {
    let n = versions.get(screen);
    if (n === undefined) {
      versions.set(screen, (n = ++serial));
      void library.worker?.screen(n, screen);
      latest.set(screen.id, n);
    } else if (latest.get(screen.id) !== n) {
      // An older version, by undo say, is shown again.
      void library.worker?.screen(n, screen);
      latest.set(screen.id, n);
    }
    return n;
  }
  const review = (screen: Screen, after: readonly Wear[]): Promise<ScreenReview> | undefined =>
    library.worker?.review(screen.id, versionOf(screen), wearNumber(after));

  const keyOf = (screen: Screen, wears: readonly Wear[]): string => `${screen.id}|${wearNumber(wears)}`;
  const holds = (k: Bitmap, of: Screen, look: LookUp): boolean =>
    k.of === of && k.fonts === library.fontsKnown && k.reads.every(([kind, name, found]) => look(kind, name) === found);
  const sharp = (k: Bitmap, scale: number | null): boolean =>
    scale === null ||
    (k.drawn !== null && (k.scale === scale || (k.scale / scale < STRETCH && scale / k.scale < STRETCH)));

  /**
   * The picture of a screen: what is known of it, and asked for anew when that is old or drawn for another scale.
   * @param scale device px per px; null: only how tall it is
   */
  function picture(world: World, screen: Screen, wears: readonly Wear[], scale: number | null): Bitmap | null {
    const known = pictures.value.get(keyOf(screen, wears)) ?? null;
    if (!library.worker) return known;
    const key = keyOf(screen, wears);
    if (known && holds(known, screen, lookIn(world)) && sharp(known, scale)) {
      wishes.delete(key);
      return known;
    }
    wishes.set(key, { key, screen, wears, world, scale });
    void run();
    return known;
  }
  const knownOf = (screen: Screen, wears: readonly Wear[]): Bitmap | undefined =>
    pictures.value.get(`${screen.id}|${numbers.get(wears) ?? 0}`);
  /** What is known of how tall screens are: px. To be asked of many at once. */
  const heights = computed(() => {
    const known = pictures.value;
    return (screen: Screen, wears: readonly Wear[]): number =>
      known.get(`${screen.id}|${numbers.get(wears) ?? 0}`)?.height ?? screen.height ?? 800;
  });
  /** Where a thing of a screen stands in its picture, every item of a series for itself. */
  function rectsOf(screen: Screen, wears: readonly Wear[], node: string): readonly Place[] {
    const rects = knownOf(screen, wears)?.rects;
    const own = rects?.get(node);
    if (own) return [own];
    return [...(rects ?? [])].flatMap(([key, r]) => (key.endsWith(`/${node}`) ? [r] : []));
  }

  async function run(): Promise<void> {
    if (running >= (wishes.size > MANY ? AT_ONCE_OF_MANY : AT_ONCE)) return;
    const worker = library.worker;
    const all = [...wishes.values()];
    // What is seen comes before what is only measured.
    const next = all.find((w) => w.scale !== null) ?? all[0];
    if (!worker || !next) return;
    wishes.delete(next.key);
    running++;
    try {
      sync(next.world.project);
      const look = lookIn(next.world);
      const known = library.fontsKnown;
      keep(
        next,
        await worker.draw(next.screen.id, versionOf(next.screen), wearNumber(next.wears), next.scale),
        look,
        known,
      );
    } catch {
      // The worker has no project any more, or another one: what is wanted then is asked for again.
    } finally {
      running--;
      void run();
      if (wishes.size > MANY) void run();
    }
  }
  function keep(wish: Wish, drawn: Drawn, look: LookUp, known: number): void {
    const was = pictures.value.get(wish.key);
    pictures.value.delete(wish.key);
    pictures.value.set(wish.key, {
      drawn: drawn.bitmap ? canvasOf(drawn.bitmap) : (was?.drawn ?? null),
      scale: drawn.bitmap ? (wish.scale ?? 0) : (was?.scale ?? 0),
      height: drawn.height,
      of: wish.screen,
      fonts: known,
      reads: drawn.reads.map(([kind, name]) => [kind, name, look(kind, name)] as const),
      rects: new Map(drawn.rects.map(([key, x, y, w, h]) => [key, { x, y, w, h }])),
    });
    if (pictures.value.size > MOST_KEPT) {
      const [oldest] = pictures.value.keys();
      if (oldest !== undefined) pictures.value.delete(oldest);
    }
    // Several answers in one frame show together.
    if (told) return;
    told = true;
    const show = (): void =>
      void requestAnimationFrame(() => {
        told = false;
        triggerRef(pictures);
      });
    if (wishes.size > MANY) setTimeout(show, TOGETHER);
    else show();
  }
  function clear(): void {
    wishes.clear();
    pictures.value = new Map();
  }

  return {
    pictures,
    clear,
    sync,
    review,
    wearNumber: plain(wearNumber),
    picture: plain(picture),
    heights,
    rectsOf: plain(rectsOf),
    knownOf: plain(knownOf),
  };
});
