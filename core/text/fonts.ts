import * as hb from 'harfbuzzjs';
import { factsOf } from './fontFacts.js';

/** One font file, ready to shape. Measures are in em, so one cache serves every size. */
export class Face {
  readonly key: string;
  /** em above and below the baseline, from the font's own horizontal metrics. */
  readonly ascent: number;
  readonly descent: number;
  /** In the words of the file. */
  readonly licence: string;
  private readonly font: hb.Font;
  private readonly upem: number;
  private readonly covered: Set<number>;
  private readonly widths = new Map<string, number>();

  constructor(
    readonly family: string,
    readonly weight: number,
    readonly italic: boolean,
    bytes: Uint8Array,
  ) {
    const face = new hb.Face(new hb.Blob(bytes));
    this.font = new hb.Font(face);
    this.upem = face.upem;
    this.covered = new Set(face.collectUnicodes());
    if (this.covered.size === 0) throw new Error(`${family} ${weight} has no characters in it`);
    const { ascender, descender } = this.font.hExtents();
    this.ascent = ascender / this.upem;
    this.descent = -descender / this.upem;
    this.licence = factsOf(face).licence;
    this.key = `${family}|${weight}|${italic ? 'i' : ''}`;
  }

  has(codePoint: number): boolean {
    return this.covered.has(codePoint);
  }

  /** Advance of a string in em, shaped as a whole (ligatures and kerning included). */
  advance(text: string): number {
    const known = this.widths.get(text);
    if (known !== undefined) return known;
    buffer.clearContents();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    hb.shape(this.font, buffer);
    let sum = 0;
    for (const p of buffer.getGlyphPositions()) sum += p.xAdvance;
    const width = sum / this.upem;
    // Very long texts come once; keeping them would keep much.
    if (text.length > LONG) return width;
    if (this.widths.size >= CACHE) this.widths.clear();
    this.widths.set(text, width);
    return width;
  }
}

const CACHE = 60_000;
const LONG = 2000;
const buffer = new hb.Buffer();

/** The fonts a document may use: those of its kits, and fallbacks for characters they lack. */
export class Fonts {
  private readonly faces: Face[] = [];
  private readonly fallbacks: Face[] = [];
  private readonly picked = new Map<string, readonly Face[]>();
  /** Grows with every font added, so that measures taken before are known to be stale. */
  version = 0;

  /** Adds a font file. Throws when the bytes are no font; adding the same face again changes nothing. */
  add(family: string, weight: number, italic: boolean, bytes: Uint8Array, use: 'kit' | 'fallback' = 'kit'): void {
    const list = use === 'kit' ? this.faces : this.fallbacks;
    if (list.some((f) => f.family === family && f.weight === weight && f.italic === italic)) return;
    list.push(new Face(family, weight, italic, bytes));
    this.picked.clear();
    this.version++;
  }

  /** Has a face of the family a sign for a character? A family that is not known has none to lack. */
  covers(family: string, char: string): boolean {
    const faces = this.faces.filter((f) => f.family === family);
    const code = char.codePointAt(0) ?? 0;
    return faces.length === 0 || code < 0x21 || faces.some((f) => f.has(code));
  }

  /** The licence of a family in the words of its first file; empty: it says nothing, or is not known. */
  licenceOf(family: string): string {
    return this.faces.find((f) => f.family === family)?.licence ?? '';
  }

  get families(): readonly string[] {
    return [...new Set(this.faces.map((f) => f.family))];
  }

  /**
   * The faces to try for a style, best first: the nearest weight of the family (CSS font matching, simplified:
   * same slant first, then the smallest difference in weight), then the fallbacks. Throws when there is no font at all.
   */
  pick(family: string, weight: number, italic: boolean): readonly Face[] {
    const key = `${family}|${weight}|${italic ? 'i' : ''}`;
    let found = this.picked.get(key);
    if (!found) {
      const near = (list: readonly Face[]): Face[] => {
        const order = [...list].sort(
          (a, b) =>
            Number(a.italic !== italic) - Number(b.italic !== italic) ||
            Math.abs(a.weight - weight) - Math.abs(b.weight - weight),
        );
        const seen = new Set<string>();
        return order.filter((f) => !seen.has(f.family) && seen.add(f.family));
      };
      found = [...near(this.faces.filter((f) => f.family === family)), ...near(this.fallbacks)];
      if (found.length === 0) found = near(this.faces);
      if (found.length === 0) throw new Error('No fonts are loaded yet');
      this.picked.set(key, found);
    }
    return found;
  }
}
