import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  caretAt,
  isStrong,
  linkAt,
  marked,
  paragraph,
  plainText,
  readMarks,
  retyped,
  unitAt,
  writeMarks,
  type Marked,
  type TextStyle,
} from '../index.js';

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
const strong = (from: number, to: number): Marked['spans'][number] => ({ from, to, strong: true, link: null });

describe('marks in a text', () => {
  it('are read: strong words, words that lead somewhere, and both', () => {
    expect(readMarks('Pay **45 €** on board')).toEqual({ plain: 'Pay 45 € on board', spans: [strong(4, 8)] });
    expect(readMarks('See [the **terms**](https://example.org/terms).')).toEqual({
      plain: 'See the terms.',
      spans: [
        { from: 4, to: 8, strong: false, link: 'https://example.org/terms' },
        { from: 8, to: 13, strong: true, link: 'https://example.org/terms' },
      ],
    });
  });
  it.each(['2 ** 3', '**', '****', '** a **', 'a ** b', '[x]', '[x] (y)', '[](a)', '[a](b c)', 'C:\\Temp', 'a * b'])(
    'that are none stay as they are: %s',
    (text) => {
      expect(readMarks(text)).toEqual({ plain: text, spans: [] });
    },
  );
  it('that are meant as signs follow a backslash', () => {
    expect(plainText('\\**not strong** and \\[no link](a)')).toBe('**not strong** and [no link](a)');
  });
  it('are written so that the same is read again', () => {
    const piece = fc.string({
      unit: fc.constantFrom('a', 'b', ' ', '*', '[', ']', '(', ')', '\\', 'é', '\n'),
      maxLength: 14,
    });
    fc.assert(
      fc.property(
        fc.array(fc.record({ words: piece, strong: fc.boolean(), link: fc.option(fc.constantFrom('/a', '#b')) }), {
          maxLength: 5,
        }),
        (list) => {
          let text: Marked = { plain: list.map((l) => l.words).join(''), spans: [] };
          let at = 0;
          for (const l of list) {
            const words = l.words.trim();
            const from = at + l.words.indexOf(words);
            // A strong stretch begins and ends with a word; that is what it is written around.
            if (words !== '' && (l.strong || l.link !== null))
              text = marked(text, from, from + words.length, { strong: l.strong, link: l.link });
            at += l.words.length;
          }
          expect(readMarks(writeMarks(text)).plain).toBe(text.plain);
          expect(readMarks(writeMarks(text))).toEqual(text);
        },
      ),
      { numRuns: 2000 },
    );
  });
  it('are read in time that grows with the length', () => {
    for (const unit of ['**a', '[', '](', '**a ', '[a](', '\\']) {
      const t = performance.now();
      readMarks(unit.repeat(Math.ceil(20_000 / unit.length)));
      expect(performance.now() - t, unit).toBeLessThan(2000);
    }
  });
});

describe('a marked text that is changed', () => {
  const text = readMarks('Pay **45 €** on board');
  it('keeps what is typed into a strong stretch, or at its end, strong', () => {
    expect(writeMarks(retyped(text, 'Pay 450 € on board'))).toBe('Pay **450 €** on board');
    expect(writeMarks(retyped(text, 'Pay 45 €! on board'))).toBe('Pay **45 €!** on board');
    expect(writeMarks(retyped(text, 'Please pay 45 € on board'))).toBe('Please pay **45 €** on board');
    expect(writeMarks(retyped(text, 'Pay on board'))).toBe('Pay on board');
    expect(writeMarks(retyped(text, ''))).toBe('');
  });
  it('takes marks for a stretch and gives them back', () => {
    const both = marked(text, 9, 17, { link: '/how' });
    expect(writeMarks(both)).toBe('Pay **45 €** [on board](/how)');
    expect(linkAt(both, 12)?.link).toBe('/how');
    expect(isStrong(text, 4, 8)).toBe(true);
    expect(isStrong(text, 3, 8)).toBe(false);
    expect(writeMarks(marked(text, 0, 17, { strong: true }))).toBe('**Pay 45 € on board**');
    expect(writeMarks(marked(text, 4, 8, { strong: false }))).toBe('Pay 45 € on board');
  });
});

describe('lines of a marked text', () => {
  it('are as wide as their stretches, and strong ones are wider', () => {
    const plain = paragraph(fonts, 'Total to pay', style, 400);
    const bold = paragraph(fonts, '**Total to pay**', style, 400);
    const part = paragraph(fonts, '**Total** to pay', style, 400);
    expect(bold.width).toBeGreaterThan(plain.width);
    expect(part.width).toBeGreaterThan(plain.width);
    expect(part.width).toBeLessThan(bold.width);
    expect(part.lines[0]?.runs.map((r) => [r.text, r.weight])).toEqual([
      ['Total', 700],
      [' to pay', 400],
    ]);
    expect(paragraph(fonts, '**Total to pay today** and', style, 90, 1).lines[0]?.text).toMatch(/^Total.*…$/u);
  });
  it('show every letter of what is read, in order', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('ab', 'é', ' ', '**', 'word', '\n'), maxLength: 40 }),
        fc.integer({ min: 20, max: 300 }),
        (text, width) => {
          const read = plainText(text);
          const { lines } = paragraph(fonts, text, style, width);
          let at = 0;
          for (const l of lines) {
            expect(read.slice(at, l.from).trim()).toBe('');
            expect(read.slice(l.from, l.to)).toBe(l.text);
            expect(l.runs.map((r) => r.text).join('')).toBe(l.text);
            at = l.to;
          }
          expect(read.slice(at).trim()).toBe('');
        },
      ),
      { numRuns: 500 },
    );
  });
  it('say where each letter stands, and which letter stands somewhere', () => {
    const text = 'Two **strong words** and\nsome more that wrap';
    const para = paragraph(fonts, text, style, 120);
    const read = plainText(text);
    for (let at = 0; at <= read.length; at++) {
      const caret = caretAt(fonts, para, text, style, at);
      const line = para.lines[caret.line];
      // Spaces at the end of a line are behind what is seen of it.
      if (!line || at > line.to || at < line.from) continue;
      expect(unitAt(fonts, para, text, style, caret.line, caret.x + 0.2), `${at}`).toBe(at);
    }
    expect(caretAt(fonts, paragraph(fonts, 'a\n', style, 120), 'a\n', style, 2)).toEqual({ line: 1, x: 0 });
  });
});
