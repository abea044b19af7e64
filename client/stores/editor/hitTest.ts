import type { Box } from '../../../core/index.js';

/** Boxes under a point of a laid out screen, outermost first. Coordinates in px of the screen. */
export function boxesUnder(whole: Box, x: number, y: number): readonly Box[] {
  const path: Box[] = [];
  const contains = (b: Box): boolean => x >= b.x && y >= b.y && x <= b.x + b.w && y <= b.y + b.h;
  // Of boxes that overlap, the later is in front.
  const front = (of: readonly Box[]): Box | undefined => [...of].reverse().find(contains);
  for (let at = front([whole]); at; at = front(at.children)) path.push(at);
  return path;
}

/** The boxes from the outermost to the one with this key; empty: it is not there. */
export function pathTo(whole: Box, key: string): readonly Box[] {
  if (whole.node.key === key) return [whole];
  for (const child of whole.children) {
    const rest = pathTo(child, key);
    if (rest.length > 0) return [whole, ...rest];
  }
  return [];
}

/** The item of a series stands once per entry, under the entry's key: its first box by the item's own key. */
export function itemBoxes(boxes: ReadonlyMap<string, Box>): ReadonlyMap<string, Box> {
  const found = new Map<string, Box>();
  for (const [key, b] of boxes) {
    const cut = key.lastIndexOf('/#');
    const own = cut < 0 ? '' : key.slice(key.indexOf('/', cut + 1) + 1);
    if (own !== '' && !found.has(own)) found.set(own, b);
  }
  return found;
}
