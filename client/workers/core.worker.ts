import * as Comlink from 'comlink';
import {
  Fonts,
  kitRef,
  layout,
  paint,
  readKit,
  recorded,
  resolve,
  reviewScreen,
  wearsOf,
  type Box,
  type Kit,
  type KitRef,
  type Primitive,
  type Project,
  type Screen,
  type ScreenReview,
  type Wear,
  type World,
} from '../../core/index.js';

/** Computes screens away from the page, so that nothing there ever waits. */
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
  readonly primitives: readonly Primitive[];
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
function drawn(screen: Screen, on: readonly Wear[]): Drawn {
  const { made, reads } = recorded(() => layout(resolve(world(), screen, { wears: on }), fonts));
  const rects: [string, number, number, number, number][] = [];
  const walk = (b: Box): void => {
    const { key, owner } = b.node;
    if (key === owner || key.endsWith(`/${owner}`)) rects.push([key, b.x, b.y, b.w, b.h]);
    b.children.forEach(walk);
  };
  walk(made);
  return { primitives: paint(made), height: made.h, rects, reads: [...reads].flatMap(([kind, names]) => [...names.keys()].map((name) => [kind, name] as const)) };
}

const service = {
  library(jsons: readonly unknown[], files: readonly WorkerFont[]): void {
    for (const json of jsons) {
      const { value } = readKit(json, { bases: kits });
      if (value) kits.set(kitRef(value), value);
    }
    for (const f of files) {
      try {
        fonts.add(f.family, f.weight, f.italic, new Uint8Array(f.bytes), f.use);
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
  draw(screen: Screen, on: number | null): Drawn {
    return drawn(screen, wears(on, screen));
  },
  /** What there is to look at when a screen would wear something else. */
  review(screen: Screen, after: number): ScreenReview {
    const now = world();
    return reviewScreen({ project: { ...now.project, screens: [screen] }, kits }, screen, wears(after, screen), fonts);
  },
};
export type Service = typeof service;

// A message that comes before the module is ready would be lost, so the worker speaks first.
Comlink.expose(service);
postMessage('ready');
