/** A column of a grid: of a fixed width (px), as wide as what is in it, or a part of what is left. */
export type Track = { readonly kind: 'px' | 'fr'; readonly size: number } | { readonly kind: 'auto' };

/** More columns than these are no grid anybody lays out by hand. */
export const MOST_TRACKS = 100;
const known = new Map<string, readonly Track[] | null>();

/**
 * Reads a list of columns as CSS writes it: `1fr 2fr`, `auto 120 1fr`, `repeat(3, 1fr)`. A number alone is px.
 * @returns null for what is no such list
 */
export function readTracks(text: string): readonly Track[] | null {
  let made = known.get(text);
  if (made === undefined) {
    if (known.size > 1000) known.clear();
    known.set(text, (made = read(text)));
  }
  return made;
}

function read(text: string): readonly Track[] | null {
  const plain = text
    .trim()
    .replace(/repeat\(\s*(\d{1,3})\s*,([^()]*)\)/giu, (_all, n: string, what: string) =>
      Array.from({ length: Math.min(Number(n), MOST_TRACKS + 1) }, () => what.trim()).join(' '),
    );
  const words = plain.split(/[\s,]+/u).filter((w) => w !== '');
  if (words.length === 0 || words.length > MOST_TRACKS) return null;
  const tracks: Track[] = [];
  for (const word of words) {
    const [, number = '', unit = ''] = /^(\d+(?:\.\d+)?)(fr|px)?$/iu.exec(word) ?? [];
    const size = Number(number);
    if (word.toLowerCase() === 'auto') tracks.push({ kind: 'auto' });
    else if (number === '' || size > 100_000) return null;
    else tracks.push({ kind: unit.toLowerCase() === 'fr' ? 'fr' : 'px', size });
  }
  return tracks;
}

/** The same list in words of CSS, as short as can be. */
export function writeTracks(tracks: readonly Track[]): string {
  return tracks.map((t) => (t.kind === 'auto' ? 'auto' : t.kind === 'fr' ? `${t.size}fr` : String(t.size))).join(' ');
}
