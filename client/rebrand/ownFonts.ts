import { computed, ref, shallowRef } from 'vue';
import { readFontFacts, type FontFacts, type FontFile } from '../../core/index.js';
import { fonts, useLibrary } from '../stores/library.js';

/** A font that somebody brings for a brand. */
export interface OwnFont extends FontFile {
  readonly bytes: Uint8Array;
  readonly facts: FontFacts;
}
/** So large a font file is read: bytes. */
const MOST = 10 * 1024 * 1024;
/** Licences under which a font may be passed on with a kit. */
const OPEN = /open font licen[cs]e|\bOFL\b|apache licen[cs]e|ubuntu font licen[cs]e|\bMIT\b|public domain|CC0/iu;

/** Fonts of one's own for a brand, each asked for its licence: what may not be embedded is refused, what is not open is vouched for. */
export function useOwnFonts() {
  const library = useLibrary();
  const list = shallowRef<readonly OwnFont[]>([]);
  const problems = ref<readonly string[]>([]);
  const vouched = ref(false);
  const families = computed(() => [...new Set(list.value.map((f) => f.family))]);
  /** Those that do not say that they may be passed on. */
  const doubtful = computed(() => [
    ...new Map(
      list.value
        .filter((f) => f.facts.embedding !== 'free' || !OPEN.test(f.facts.licence))
        .map((f) => [f.family, f.facts.licence]),
    ),
  ]);
  async function add(files: readonly File[]): Promise<string | null> {
    const said: string[] = [];
    let first: string | null = null;
    for (const file of files) {
      if (file.size > MOST) {
        said.push(`${file.name} has more than 10 MB: that is no font for a screen.`);
        continue;
      }
      const bytes = new Uint8Array(await file.arrayBuffer());
      try {
        const facts = readFontFacts(bytes);
        const { family, weight, italic } = facts;
        const shipped = [...library.kits.values()].some((k) => k.fonts.some((f) => f.family === family));
        if (family === '') said.push(`${file.name} does not say what its family is called.`);
        else if (facts.embedding === 'not')
          said.push(`${family} may not be put into a kit: the font itself forbids to embed it.`);
        else if (shipped) said.push(`${family} is in an installed kit already; choose it from the list.`);
        else if (!list.value.some((f) => f.family === family && f.weight === weight && f.italic === italic)) {
          fonts.add(family, weight, italic, bytes);
          document.fonts.add(
            await new FontFace(family, bytes as Uint8Array<ArrayBuffer>, {
              weight: String(weight),
              style: italic ? 'italic' : 'normal',
            }).load(),
          );
          const ending = /\.otf$/iu.test(file.name) ? 'otf' : 'ttf';
          const name = `fonts/${family.replace(/[^\p{L}\p{N}]+/gu, '')}-${weight}${italic ? 'i' : ''}.${ending}`;
          list.value = [...list.value, { family, weight, italic, file: name, bytes, facts }];
          library.fontsKnown++;
          first ??= family;
        }
      } catch {
        said.push(`${file.name} cannot be read as a font (TrueType or OpenType).`);
      }
    }
    problems.value = said;
    return first;
  }
  return { list, families, doubtful, vouched, problems, add };
}
