import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { clusters, paragraph, type TextStyle } from '../index.js';

const { fonts } = shippedKits();
const style: TextStyle = {
  id: 'b',
  name: 'B',
  family: 'Public Sans',
  weight: 400,
  size: 16,
  lineHeight: 24,
  letterSpacing: 0,
  italic: false,
};
const lines = (text: string, width: number, most = 0): readonly string[] =>
  paragraph(fonts, text, style, width, most).lines.map((l) => l.text);
const MARKED = ['e\u0301', 'n\u0303', 'o\u0308\u0304', 'Å\u030a'];
const FACES = ['👩‍👩‍👧', '👍🏽', '🇳🇴', '❤️', '🧑‍🚀'];

describe('a word that must be broken', () => {
  it('is broken between what a reader takes for characters', () => {
    for (const unit of [...MARKED, ...FACES])
      for (const width of [12, 20, 33, 61, 90]) {
        const got = lines(unit.repeat(30), width);
        expect(got.join('')).toBe(unit.repeat(30));
        for (const line of got) expect(line.replaceAll(unit, ''), `${unit} at ${width}`).toBe('');
      }
  });
  it('is cut by the ellipsis between them too', () => {
    for (const unit of [...MARKED, ...FACES])
      for (const width of [30, 55, 81])
        expect(lines(`${unit.repeat(8)} ${unit.repeat(20)}`, width, 1)[0]?.replaceAll(unit, '')).toMatch(/^ ?…$/u);
  });
  it('takes time in proportion to its length', () => {
    const cost = (text: string): number => {
      const t = performance.now();
      paragraph(fonts, text, style, 300 + Math.random());
      return performance.now() - t;
    };
    for (const unit of ['abcdefghij', 'السلام', 'नमस्ते', 'a\u200d', 'wide\u00a0']) {
      const word = unit.repeat(Math.ceil(30_000 / unit.length));
      cost(word.slice(0, 3000));
      expect(cost(word), unit).toBeLessThan(5000);
    }
  });
  it('loses nothing of it', () => {
    const word = Array.from({ length: 3000 }, (_, i) => String.fromCodePoint(97 + (i % 26))).join('');
    expect(lines(word, 120).join('')).toBe(word);
    expect(Math.max(...paragraph(fonts, word, style, 120).lines.map((l) => l.width))).toBeLessThanOrEqual(120.02);
  });
});

describe('spaces', () => {
  it('that break hang at the end of a line, those that do not are kept', () => {
    expect(lines('Port  \nEllery\u00a0', 300)).toEqual(['Port', 'Ellery\u00a0']);
    expect(paragraph(fonts, 'a\u00a0', style, 300).width).toBeGreaterThan(paragraph(fonts, 'a ', style, 300).width);
  });
});

describe('characters', () => {
  it('are counted as a reader counts them', () => {
    expect(clusters('añb')).toEqual(['a', 'ñ', 'b']);
    expect(clusters(`x${FACES.join('')}`)).toEqual(['x', ...FACES]);
  });
});
