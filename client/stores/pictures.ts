import { defineStore } from 'pinia';
import { computed, shallowRef, triggerRef } from 'vue';
import {
  layout,
  lookupIn,
  Memo,
  paint,
  resolve,
  type Box,
  type LookUp,
  type Primitive,
  type Project,
  type Screen,
  type AppliedKit,
  type World,
} from '../../core/index.js';
import { MINIFIED_BELOW } from '../canvas/minified.js';
import type { Drawn } from '../workers/core.worker.js';
import { fonts, useLibrary } from './library.js';
import { Numbers, CoreWorker } from './coreWorker.js';
import { untracked } from './untracked.js';

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
  /** Null: only its height and where things stand are known, or the bitmap was let go to make room. */
  readonly drawn: ImageBitmap | null;
  /** px */
  readonly height: number;
  /** Device px of `drawn` per px. */
  readonly scale: number;
  readonly of: Screen;
  readonly fonts: number;
  readonly reads: readonly (readonly [kind: string, name: string, found: unknown])[];
  /** What the worker calls it. */
  readonly name: string;
  /** The world in which all of `reads` was last found unchanged, so that it need not be looked up again; and when it was last shown. */
  readonly note: { sure: World | null; shown: number };
  readonly keys: readonly string[];
  /** x, y, w and h for each of `keys`: px. */
  readonly rects: Float32Array;
}
interface Wish {
  readonly key: string;
  readonly screen: Screen;
  readonly appliedKits: readonly AppliedKit[];
  readonly world: World;
  /** Device px per px; null: only how tall it is, and where things stand. */
  readonly scale: number | null;
}

/** So many pictures are asked of the worker at once: it answers in order, and what is wanted changes. */
const AT_ONCE = 8;
/** A bitmap is drawn anew when it would be stretched by more than this. */
const STRETCH = 1.05;
/**
 * Up to this scale (device px per px) a screen is drawn at half, a quarter, an eighth … and shown smaller than that: drawn once,
 * it serves while the zoom moves.
 */
const SMALL = 0.3;
/** So much of bitmaps is kept: device px. Those longest out of use go first; what is known of their height stays. */
const MOST_KEPT = 24e6;
/** What was shown so shortly before is still looked at: ms. */
const RECENT = 8000;
const areaOf = (b: ImageBitmap | null): number => (b ? b.width * b.height : 0);

/** Beside the page and one worker there is a processor for another: without, the two only hold each other up. */
export const ROOM = navigator.hardwareConcurrency > 2;

/** The scale to draw at for a scale to show at: itself, or the next half for what is small. */
const drawnAt = (scale: number): number => (scale > SMALL ? scale : 2 ** Math.ceil(Math.log2(scale)));

const painted = new Memo<Picture>(1);
/** What a laid out screen looks like; painted once. */
export const pictureOf = (box: Box): Picture => painted.of(box, [], () => ({ primitives: paint(box), height: box.h }));
/** A screen laid out on the page. What did not change is remembered by the core. */
export const boxOf = (world: World, screen: Screen, appliedKits: readonly AppliedKit[], overlay = ''): Box =>
  layout(resolve(world, screen, { appliedKits, overlay }), fonts);

/**
 * Pictures of screens, drawn by the worker and kept for as long as nothing they depend on is another. Which that is, each
 * picture says itself: originals, content sets and kits that were looked up for it.
 */
export const usePictures = defineStore('pictures', () => {
  const library = useLibrary();
  const pictures = shallowRef(new Map<string, Bitmap>());
  const wishes = new Map<string, Wish>();
  const numbers = new Numbers();
  let first: CoreWorker | null = null;
  let second: CoreWorker | null = null;
  let running = 0;
  let shownAt = 0;
  /** Device px of all bitmaps that are kept. */
  let area = 0;
  let told = false;

  /** The worker that draws; null before it is there. */
  function partner(): CoreWorker | null {
    const { worker } = library;
    if (!worker) return null;
    if (first?.worker !== worker) first = new CoreWorker(worker, numbers);
    return first;
  }
  /** Those that look through many screens: the worker that draws, and where there is room another as soon as that is there. */
  function partners(): readonly CoreWorker[] {
    const one = partner();
    const other = ROOM ? library.second : null;
    if (other && second?.worker !== other) second = new CoreWorker(other, numbers);
    return [...(one ? [one] : []), ...(other && second ? [second] : [])];
  }
  const sync = (project: Project): void => partner()?.sync(project);
  const wearNumber = (appliedKits: readonly AppliedKit[]): number =>
    partner()?.wear(appliedKits) ?? numbers.of(appliedKits);

  const keyOf = (screen: Screen, appliedKits: readonly AppliedKit[]): string =>
    `${screen.id}|${numbers.of(appliedKits)}`;
  function holds(k: Bitmap, of: Screen, world: World): boolean {
    if (k.of !== of || k.fonts !== library.fontsKnown) return false;
    if (k.note.sure === world) return true;
    const look = lookupIn(world);
    if (!k.reads.every(([kind, name, found]) => look(kind, name) === found)) return false;
    k.note.sure = world;
    return true;
  }
  /** Fine enough to be shown at a scale: nearly that, or for what is small up to twice as fine as it would be drawn. */
  const sharp = (k: Bitmap, scale: number | null): boolean =>
    scale === null ||
    (k.drawn !== null &&
      scale / k.scale < STRETCH &&
      k.scale / scale < (scale > SMALL ? STRETCH : (drawnAt(scale) / scale) * 2.1));

  /**
   * The picture of a screen: what is known of it, and asked for anew when that is old or drawn for another scale.
   * @param scale device px per px; null: only how tall it is
   */
  function picture(
    world: World,
    screen: Screen,
    appliedKits: readonly AppliedKit[],
    scale: number | null,
  ): Bitmap | null {
    const key = keyOf(screen, appliedKits);
    const known = pictures.value.get(key) ?? null;
    if (known && scale !== null) known.note.shown = performance.now();
    if (!library.worker) return known;
    if (known && holds(known, screen, world) && sharp(known, scale)) {
      if (wishes.size > 0) wishes.delete(key);
      return known;
    }
    wishes.set(key, { key, screen, appliedKits, world, scale: scale === null ? null : drawnAt(scale) });
    void run();
    return known;
  }
  /** How many pictures are asked for and not there yet. */
  const wanted = (): number => running + [...wishes.values()].reduce((n, w) => n + (w.scale === null ? 0 : 1), 0);
  const knownOf = (screen: Screen, appliedKits: readonly AppliedKit[]): Bitmap | undefined =>
    pictures.value.get(`${screen.id}|${numbers.knownOf(appliedKits)}`);
  /** What is known of how tall screens are: px. To be asked of many at once. */
  const heights = computed(() => {
    const known = pictures.value;
    return (screen: Screen, appliedKits: readonly AppliedKit[]): number =>
      known.get(`${screen.id}|${numbers.knownOf(appliedKits)}`)?.height ?? screen.height ?? 800;
  });
  /** Where a thing of a screen stands in its picture, every item of a series for itself. */
  function rectsOf(screen: Screen, appliedKits: readonly AppliedKit[], node: string): readonly Place[] {
    const known = knownOf(screen, appliedKits);
    if (!known) return [];
    const at = (i: number): Place => {
      const [x = 0, y = 0, w = 0, h = 0] = known.rects.subarray(i * 4, i * 4 + 4);
      return { x, y, w, h };
    };
    const own = known.keys.indexOf(node);
    return own >= 0 ? [at(own)] : known.keys.flatMap((key, i) => (key.endsWith(`/${node}`) ? [at(i)] : []));
  }

  async function run(): Promise<void> {
    if (running >= AT_ONCE) return;
    const by = partner();
    const all = [...wishes.values()];
    // What is seen comes before what is only measured.
    const next = all.find((w) => w.scale !== null) ?? all[0];
    if (!by || !next) return;
    wishes.delete(next.key);
    running++;
    try {
      by.sync(next.world.project);
      const look = lookupIn(next.world);
      const known = library.fontsKnown;
      const was = pictures.value.get(next.key);
      // Only the size is another: what the worker has seen from afar will do, and nothing is laid out again.
      const again =
        next.scale !== null &&
        next.scale <= MINIFIED_BELOW &&
        was &&
        was.name !== '' &&
        holds(was, next.screen, next.world)
          ? await by.worker.again(next.screen.id, was.name, next.scale)
          : null;
      if (again && was && pictures.value.get(next.key) === was)
        put(next, { ...was, drawn: again, scale: next.scale ?? 0 });
      else
        keep(
          next,
          await by.worker.draw(next.screen.id, by.screen(next.screen), by.wear(next.appliedKits), next.scale),
          look,
          known,
        );
    } catch {
      // The worker has no project any more, or another one: what is wanted then is asked for again.
    } finally {
      running--;
      void run();
    }
  }
  function keep(wish: Wish, drawn: Drawn, look: LookUp, known: number): void {
    const was = pictures.value.get(wish.key);
    put(wish, {
      drawn: drawn.bitmap ?? was?.drawn ?? null,
      scale: drawn.bitmap ? (wish.scale ?? 0) : (was?.scale ?? 0),
      height: drawn.height,
      name: drawn.of,
      of: wish.screen,
      fonts: known,
      reads: drawn.reads.map(([kind, name]) => [kind, name, look(kind, name)] as const),
      note: { sure: null, shown: performance.now() },
      keys: drawn.keys,
      rects: drawn.rects,
    });
  }
  /** Puts a picture in the place of the one before. */
  function put(wish: Wish, next: Bitmap): void {
    const was = pictures.value.get(wish.key);
    area += areaOf(next.drawn) - areaOf(was?.drawn ?? null);
    if (was?.drawn !== next.drawn) was?.drawn?.close();
    pictures.value.set(wish.key, next);
    if (area > MOST_KEPT) makeRoom();
    // Several answers in one frame show together.
    if (told) return;
    told = true;
    requestAnimationFrame(() => {
      told = false;
      shownAt++;
      triggerRef(pictures);
    });
  }
  /** Lets go of the bitmaps that were not shown for longest; none that is looked at now. */
  function makeRoom(): void {
    const recent = performance.now() - RECENT;
    const kept = [...pictures.value].filter(([, p]) => p.drawn && p.note.shown < recent);
    for (const [key, p] of kept.sort(([, a], [, b]) => a.note.shown - b.note.shown)) {
      if (area < MOST_KEPT * 0.8) return;
      area -= areaOf(p.drawn);
      p.drawn?.close();
      pictures.value.set(key, { ...p, drawn: null, scale: 0 });
    }
  }
  function clear(): void {
    wishes.clear();
    area = 0;
    shownAt++;
    for (const p of pictures.value.values()) p.drawn?.close();
    pictures.value = new Map();
  }

  return {
    pictures,
    /** Another number whenever pictures have come. */
    serial: computed(() => (void pictures.value, shownAt)),
    clear,
    sync,
    partners,
    wearNumber: untracked(wearNumber),
    picture: untracked(picture),
    heights,
    wanted: untracked(wanted),
    rectsOf: untracked(rectsOf),
    knownOf: untracked(knownOf),
  };
});
