import * as hb from 'harfbuzzjs';

/** What a font file says of itself. */
export interface FontFacts {
  readonly family: string;
  /** 100 to 900. */
  readonly weight: number;
  readonly italic: boolean;
  /** In the words of the file; empty: it says nothing. */
  readonly licence: string;
  /** May it be put into a document, by the file's own word? */
  readonly embedding: 'free' | 'to look at' | 'not';
}

/** Names of a font by their numbers (OpenType 1.9.1, table `name`): the typographic family comes before the plain one. */
const FAMILY = [16, 1];
const LICENCE = 13;
const LICENCE_ADDRESS = 14;
const LONGEST = 400;

/**
 * Reads what a font says of itself: its family, weight and slant, its licence and whether it may be embedded (OpenType 1.9.1, table
 * `OS/2`, fields `usWeightClass`, `fsType` and `fsSelection`). Throws when the bytes are no font that can be used.
 */
export function readFontFacts(bytes: Uint8Array): FontFacts {
  const face = new hb.Face(new hb.Blob(bytes));
  if (face.upem < 16 || face.collectUnicodes().length === 0) throw new Error('There are no characters in it.');
  return factsOf(face);
}
/** The same of a face that is open. */
export function factsOf(face: hb.Face): FontFacts {
  const name = (id: number): string => face.getName(id, 'en').trim().slice(0, LONGEST);
  const table = face.referenceTable('OS/2');
  const at = (offset: number): number =>
    table && table.length > offset + 1 ? ((table[offset] ?? 0) << 8) | (table[offset + 1] ?? 0) : 0;
  const weight = at(4);
  const kind = at(8) & 0x000f;
  return {
    family: FAMILY.map(name).find((n) => n !== '') ?? '',
    weight: weight >= 1 && weight <= 1000 ? Math.min(900, Math.max(100, Math.round(weight / 100) * 100)) : 400,
    italic: (at(62) & 1) === 1,
    licence: name(LICENCE) || name(LICENCE_ADDRESS),
    // Of several bits the least restrictive counts.
    embedding: kind === 0 || (kind & 0x8) !== 0 ? 'free' : (kind & 0x4) !== 0 ? 'to look at' : 'not',
  };
}
