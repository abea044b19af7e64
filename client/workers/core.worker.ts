import * as Comlink from 'comlink';
import {
  Fonts,
  kitRef,
  layout,
  paint,
  readKit,
  resolve,
  reviewScreen,
  wearsOf,
  type Kit,
  type KitRef,
  type Primitive,
  type Project,
  type Screen,
  type ScreenReview,
  type Wear,
} from '../../core/index.js';

/** Computes screens away from the page, so that nothing there ever waits. */
const kits = new Map<KitRef, Kit>();
const fonts = new Fonts();
let shell: Project | null = null;

export interface WorkerFont {
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly bytes: ArrayBuffer;
  readonly use: 'kit' | 'fallback';
}
export interface Drawn {
  readonly primitives: readonly Primitive[];
  /** px */
  readonly height: number;
}

const service = {
  library(jsons: readonly unknown[], files: readonly WorkerFont[]): void {
    for (const json of jsons) {
      const { value } = readKit(json, { bases: kits });
      if (value) kits.set(kitRef(value), value);
    }
    for (const f of files) fonts.add(f.family, f.weight, f.italic, new Uint8Array(f.bytes), f.use);
  },
  /** The project without its screens: originals, kits, what is worn. */
  shell(project: Project): void {
    shell = project;
  },
  draw(screen: Screen, wears: readonly Wear[] | null): Drawn {
    if (!shell) throw new Error('The worker has no project yet');
    const world = { project: shell, kits };
    const box = layout(resolve(world, screen, { wears: wears ?? wearsOf(shell, screen) }), fonts);
    return { primitives: paint(box), height: box.h };
  },
  review(screen: Screen, after: readonly Wear[]): ScreenReview {
    if (!shell) throw new Error('The worker has no project yet');
    return reviewScreen({ project: { ...shell, screens: [screen] }, kits }, screen, after, fonts);
  },
};
export type Service = typeof service;

// A message that comes before the module is ready would be lost, so the worker speaks first.
Comlink.expose(service);
postMessage('ready');
