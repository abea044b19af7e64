import { LRUCache } from 'lru-cache';
import type { DrawnPicture } from './messages.js';

/** Bytes of pictures that are kept. */
const MOST = 64 * 1024 * 1024;

/** In bytes, never 0. */
const sizeOf = (drawn: DrawnPicture): number => 1 + ('png' in drawn ? drawn.png.byteLength : drawn.svg.length * 2);
/** Pictures by everything they depend on; those that nobody asked for longest go first. */
export class PictureCache {
  private readonly kept = new LRUCache<string, DrawnPicture>({ maxSize: MOST, sizeCalculation: sizeOf });

  get(key: string): DrawnPicture | undefined {
    return this.kept.get(key);
  }
  put(key: string, drawn: DrawnPicture): void {
    this.kept.set(key, drawn);
  }
}
