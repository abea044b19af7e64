import type { DrawnPicture } from './messages.js';

/** Bytes of pictures that are kept. */
const MOST = 64 * 1024 * 1024;

/** Pictures by everything they depend on; those that nobody asked for longest go first. */
export class PictureCache {
  private readonly kept = new Map<string, DrawnPicture>();
  private size = 0;

  get(key: string): DrawnPicture | undefined {
    const found = this.kept.get(key);
    if (found) {
      this.kept.delete(key);
      this.kept.set(key, found);
    }
    return found;
  }
  put(key: string, drawn: DrawnPicture): void {
    const known = this.kept.get(key);
    if (known) this.size -= sizeOf(known);
    this.kept.delete(key);
    this.kept.set(key, drawn);
    this.size += sizeOf(drawn);
    for (const [old, of] of this.kept) {
      if (this.size <= MOST) break;
      this.kept.delete(old);
      this.size -= sizeOf(of);
    }
  }
}
const sizeOf = (drawn: DrawnPicture): number => ('png' in drawn ? drawn.png.byteLength : drawn.svg.length * 2);
