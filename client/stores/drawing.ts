import { defineStore } from 'pinia';
import { shallowRef, triggerRef } from 'vue';
import { layout, lookIn, Memory, paint, resolve, type Box, type LookUp, type Primitive, type Project, type Screen, type Wear, type World } from '../../core/index.js';
import type { Drawn } from '../workers/core.worker.js';
import { fonts, useLibrary } from './library.js';

export interface Picture {
  readonly primitives: readonly Primitive[];
  /** px */
  readonly height: number;
}
/** A picture that the worker made, and what everything it looked up was at that time. */
interface Kept extends Picture {
  readonly of: Screen;
  readonly fonts: number;
  readonly reads: readonly (readonly [kind: string, name: string, found: unknown])[];
  readonly rects: ReadonlyMap<string, { readonly x: number; readonly y: number; readonly w: number; readonly h: number }>;
}
interface Wish {
  readonly key: string;
  readonly screen: Screen;
  readonly wears: readonly Wear[];
  readonly world: World;
  /** Seen now, or wanted when there is time. */
  readonly near: boolean;
}

/** So many pictures are asked of the worker at once: it answers in order, and what is wanted changes. */
const AT_ONCE = 2;
/** No number of fonts: a picture with it is shown, but asked for again. */
const NEVER = -1;
const SHELL: readonly (keyof Project)[] = ['id', 'name', 'kits', 'wears', 'flows', 'originals', 'contentSets', 'sheets'];

const painted = new Memory<Picture>(1);
/** What a laid out screen looks like; painted once. */
export const pictureOf = (box: Box): Picture => painted.of(box, [], () => ({ primitives: paint(box), height: box.h }));
/** A screen laid out on the page. What did not change is remembered by the core. */
export const boxOf = (world: World, screen: Screen, wears: readonly Wear[]): Box => layout(resolve(world, screen, { wears }), fonts);

/**
 * Pictures of screens, made by the worker and kept for as long as nothing they depend on is another. Which that is, each
 * picture says itself: originals, content sets and kits that were looked up for it.
 */
export const useDrawing = defineStore('drawing', () => {
  const library = useLibrary();
  const pictures = shallowRef(new Map<string, Kept>());
  const wishes = new Map<string, Wish>();
  const numbers = new WeakMap<readonly Wear[], number>();
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

  const keyOf = (screen: Screen, wears: readonly Wear[]): string => `${screen.id}|${wearNumber(wears)}`;
  const holds = (k: Kept, of: Screen, look: LookUp): boolean => k.of === of && k.fonts === library.fontsKnown && k.reads.every(([kind, name, found]) => look(kind, name) === found);

  /** The picture of a screen: what is known of it, and asked for anew when that is old. `near` screens come first. */
  function picture(world: World, screen: Screen, wears: readonly Wear[], near = true): Kept | null {
    if (!library.worker) return null;
    const key = keyOf(screen, wears);
    const known = pictures.value.get(key) ?? null;
    if (known && holds(known, screen, lookIn(world))) {
      wishes.delete(key);
      return known;
    }
    const wish = wishes.get(key);
    if (wish?.screen !== screen || wish.near !== near || wish.world !== world) {
      wishes.set(key, { key, screen, wears, world, near });
      void run();
    }
    return known;
  }
  /** What is known of how tall a screen is: px. */
  function heightOf(screen: Screen, wears: readonly Wear[]): number {
    return pictures.value.get(`${screen.id}|${numbers.get(wears) ?? 0}`)?.height ?? screen.height ?? 800;
  }
  /** Where a thing of a screen stands in its picture, every item of a series for itself. */
  function rectsOf(screen: Screen, wears: readonly Wear[], node: string): { x: number; y: number; w: number; h: number }[] {
    const rects = pictures.value.get(`${screen.id}|${numbers.get(wears) ?? 0}`)?.rects;
    const own = rects?.get(node);
    if (own) return [own];
    return [...(rects ?? [])].flatMap(([key, r]) => (key.endsWith(`/${node}`) ? [r] : []));
  }

  async function run(): Promise<void> {
    if (running >= AT_ONCE) return;
    const worker = library.worker;
    const all = [...wishes.values()];
    const next = all.find((w) => w.near) ?? all[0];
    if (!worker || !next) return;
    wishes.delete(next.key);
    running++;
    try {
      sync(next.world.project);
      const look = lookIn(next.world);
      const known = library.fontsKnown;
      const drawn = await worker.draw(next.screen, wearNumber(next.wears));
      keep(next, drawn, look, known);
    } catch {
      // The worker has no project any more, or another one: what is wanted then is asked for again.
    } finally {
      running--;
      void run();
    }
  }
  function keep(wish: Wish, drawn: Drawn, look: LookUp, known: number): void {
    pictures.value.set(wish.key, {
      primitives: drawn.primitives,
      height: drawn.height,
      of: wish.screen,
      fonts: known,
      reads: drawn.reads.map(([kind, name]) => [kind, name, look(kind, name)] as const),
      rects: new Map(drawn.rects.map(([key, x, y, w, h]) => [key, { x, y, w, h }])),
    });
    // Several answers in one frame show together.
    if (told) return;
    told = true;
    requestAnimationFrame(() => {
      told = false;
      triggerRef(pictures);
    });
  }
  /** A screen that was drawn on the page shows that picture when it is left, until the worker has drawn it too. */
  function remember(world: World, screen: Screen, wears: readonly Wear[], box: Box): void {
    const key = keyOf(screen, wears);
    const known = pictures.value.get(key);
    if (known && holds(known, screen, lookIn(world))) return;
    pictures.value.set(key, { ...pictureOf(box), of: screen, fonts: NEVER, reads: [], rects: new Map() });
  }
  function clear(): void {
    wishes.clear();
    pictures.value = new Map();
  }

  return { pictures, picture, heightOf, rectsOf, remember, sync, wearNumber, clear };
});
