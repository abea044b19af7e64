import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { Fonts, readFontFacts } from '../index.js';

const require = createRequire(import.meta.url);
const bytes = (name: string): Uint8Array => new Uint8Array(readFileSync(require.resolve(`@expo-google-fonts/${name}`)));
/** The same font with another word on embedding: `fsType` of its table `OS/2`. */
function saying(font: Uint8Array, type: number): Uint8Array {
  const made = font.slice();
  const view = new DataView(made.buffer);
  for (let i = 0; i < view.getUint16(4); i++) {
    const at = 12 + i * 16;
    if (String.fromCharCode(...made.subarray(at, at + 4)) === 'OS/2') view.setUint16(view.getUint32(at + 8) + 8, type);
  }
  return made;
}
const fraunces = bytes('fraunces/400Regular/Fraunces_400Regular.ttf');

describe('what a font says of itself', () => {
  it.each([
    ['fraunces/400Regular/Fraunces_400Regular.ttf', 'Fraunces', 400, false],
    ['public-sans/700Bold/PublicSans_700Bold.ttf', 'Public Sans', 700, false],
    ['barlow/500Medium_Italic/Barlow_500Medium_Italic.ttf', 'Barlow', 500, true],
  ])('%s', (file, family, weight, italic) => {
    const facts = readFontFacts(bytes(file));
    expect(facts.family).toContain(family);
    expect(facts).toMatchObject({ weight, italic, embedding: 'free' });
    expect(facts.licence).toContain('SIL Open Font License');
  });
  it.each([
    [0x0000, 'free'],
    [0x0002, 'not'],
    [0x0004, 'to look at'],
    [0x0008, 'free'],
    [0x000a, 'free'],
  ] as const)('whether it may be embedded: %i', (type, word) =>
    expect(readFontFacts(saying(fraunces, type)).embedding).toBe(word),
  );
  it('is refused where it is none', () => {
    expect(() => readFontFacts(new Uint8Array(2000))).toThrow();
    expect(() => readFontFacts(fraunces.subarray(0, 90))).toThrow();
  });
  it('is known of fonts in use', () => {
    const fonts = new Fonts();
    fonts.add('Fraunces', 400, false, fraunces);
    expect(fonts.licenceOf('Fraunces')).toContain('Open Font License');
    expect(fonts.licenceOf('Nobody')).toBe('');
  });
});
