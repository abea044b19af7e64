import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  kitOfTokens,
  readKit,
  readTokenFile,
  tokenReview,
  tokenValue,
  writeTokenCss,
  writeTokenFile,
  type Json,
  type Kit,
} from '../index.js';

const { kits } = shippedKits();
const skerry = kits.get('skerry-line@2.1.0') as Kit;
const lumen = kits.get('lumen-night-rail@1.0.0') as Kit;
const of = (value: Json, type = 'color'): unknown =>
  readTokenFile(JSON.stringify({ g: { $type: type, t: { $value: value } } })).tokens['g.t']?.value;

describe('values of the design tokens format', () => {
  it.each([
    [{ colorSpace: 'srgb', components: [1, 0, 0] }, '#ff0000'],
    [{ colorSpace: 'srgb', components: [0, 0, 0], alpha: 0.5 }, '#00000080'],
    [{ colorSpace: 'hsl', components: [120, 100, 50] }, '#00ff00'],
    [{ colorSpace: 'oklch', components: [0.628, 0.2577, 29.23] }, '#ff0000'],
    [{ colorSpace: 'srgb', components: ['none', 1, 'none'], hex: '#00ff00' }, '#00ff00'],
    [{ colorSpace: 'unheard-of', components: [1, 2, 3], hex: '#abcdef' }, '#abcdef'],
    ['rebeccapurple', '#663399'],
  ])('are colours: %j', (value, hex) => {
    expect(of(value)).toBe(hex);
  });
  it('are kept on screens where they lie outside of what those show', () => {
    expect(of({ colorSpace: 'display-p3', components: [0, 1, 0] })).toMatch(/^#[0-9a-f]{6}$/u);
  });
  it('are lengths, times and shadows', () => {
    expect(of({ value: 1.5, unit: 'rem' }, 'dimension')).toBe('24px');
    expect(of({ value: 120, unit: 'ms' }, 'duration')).toBe('120ms');
    const shadow = {
      color: { colorSpace: 'srgb', components: [0, 0, 0], alpha: 0.2 },
      offsetX: { value: 0, unit: 'px' },
      offsetY: { value: 2, unit: 'px' },
      blur: { value: 8, unit: 'px' },
      spread: { value: 0, unit: 'px' },
    };
    expect(of([shadow], 'shadow')).toEqual({
      color: '#00000033',
      offsetX: '0px',
      offsetY: '2px',
      blur: '8px',
      spread: '0px',
    });
  });
  it('are text styles, their line height so many times their size', () => {
    const $value = {
      fontFamily: ['Figtree', 'sans-serif'],
      fontSize: { value: 20, unit: 'px' },
      fontWeight: 600,
      lineHeight: 1.25,
      letterSpacing: { value: 0, unit: 'px' },
    };
    expect(
      readTokenFile(JSON.stringify({ text: { body: { $type: 'typography', $value } } })).textStyles['body'],
    ).toMatchObject({ family: 'Figtree', size: 20, weight: 600, lineHeight: 25 });
  });
});

describe.each([
  ['Skerry Line', skerry],
  ['Lumen Night Rail', lumen],
])('the tokens of %s', (_, kit) => {
  it('say the same when they are written and read, in every mode', () => {
    const read = readTokenFile(writeTokenFile(kit));
    expect(read.problems).toEqual([]);
    expect(Object.keys(read.tokens)).toEqual(Object.keys(kit.tokens));
    expect(Object.keys(read.textStyles)).toEqual(Object.keys(kit.textStyles));
    expect(tokenReview(kit, read)).toEqual([]);
  });
  it('say the same as CSS custom properties', () => {
    const css = writeTokenCss(kit);
    expect(css).toContain('[data-mode=');
    const read = readTokenFile(css);
    expect(read.problems).toEqual([]);
    expect(tokenReview(kit, read)).toEqual([]);
    expect(read.textStyles['body']?.family).toBe(kit.textStyles['body']?.family ?? read.textStyles['body']?.family);
  });
});

describe('a change of tokens outside', () => {
  const changed = JSON.parse(writeTokenFile(skerry)) as {
    color: Record<string, unknown>;
    space: Record<string, unknown>;
  };
  changed.color['buoy'] = { $type: 'color', $value: '#0a7d3c' };
  delete changed.color['gold'];
  changed.color['fresh'] = { $type: 'color', $value: '{color.buoy}' };
  const file = readTokenFile(JSON.stringify(changed));
  it('is told of: what changed and where it is used, what is gone, what is new', () => {
    const review = tokenReview(skerry, file);
    expect(review.map((c) => [c.what, c.path, c.mode])).toEqual([
      ['changed', 'color.buoy', ''],
      ['gone', 'color.gold', ''],
      ['new', 'color.fresh', ''],
    ]);
    expect(review[0]?.usedIn).toContain('Action');
    expect(review[0]?.usedIn.length).toBeGreaterThan(10);
  });
  it('becomes a kit that is based on the other, which is read without a problem', () => {
    const made = kitOfTokens(
      skerry,
      file,
      { id: 'green', name: 'Green', version: '1.0.0', author: '' },
      new Set(['Figtree']),
    );
    const { value, problems } = readKit(made.json, { bases: kits });
    expect(problems).toEqual([]);
    expect(tokenValue(value as Kit, 'color.buoy')).toBe('#0a7d3c');
    // What the file has not is as it was; so is another mode.
    expect(tokenValue(value as Kit, 'color.gold')).toBe(tokenValue(skerry, 'color.gold'));
    expect(tokenValue(value as Kit, 'color.buoy', 'dark')).toBe(tokenValue(skerry, 'color.buoy', 'dark'));
    expect(Object.keys(value?.components ?? {})).toEqual(Object.keys(skerry.components));
  });
  it('keeps the letters of the kit where those of the file are not there, and says which', () => {
    const css = ':root { --text-body: 400 17px/26px "Nowhere Sans"; --color-buoy: #123456; }';
    const made = kitOfTokens(
      skerry,
      readTokenFile(css),
      { id: 'x', name: 'X', version: '1.0.0', author: '' },
      new Set(['Figtree']),
    );
    expect(made.without).toEqual(['Nowhere Sans']);
    const kit = readKit(made.json, { bases: kits }).value as Kit;
    expect(kit.textStyles['body']).toMatchObject({ family: 'Figtree', size: 17, lineHeight: 26 });
  });
});

describe('what cannot be read', () => {
  const codes = (text: string): string[] => readTokenFile(text).problems.map((p) => `${p.code} ${p.where}`);
  it('is left out and told by its path; the rest is taken', () => {
    const got = readTokenFile(
      JSON.stringify({
        color: {
          $type: 'color',
          good: { $value: '#fff' },
          bad: { $value: 'blurple' },
          lost: { $value: '{color.nowhere}' },
          a: { $value: '{color.b}' },
          b: { $value: '{color.a}' },
        },
      }),
    );
    expect(Object.keys(got.tokens)).toEqual(['color.good']);
    expect(got.problems.map((p) => p.where)).toEqual(['color.bad', 'color.lost', 'color.a', 'color.b']);
  });
  it('is refused in a sentence when nothing of it can be', () => {
    expect(codes('{ not json')).toEqual(['tokens.json the file']);
    expect(codes('Just words.')).toEqual(['tokens.none the file']);
    expect(codes('[]')).toEqual(['tokens.none the file']);
    expect(codes(`{"a":"${'x'.repeat(4_000_001)}"}`)).toEqual(['tokens.large the file']);
  });
  it('does no harm: prototypes, deep groups, thousands of tokens', () => {
    expect(Object.keys(readTokenFile('{"__proto__":{"polluted":{"$value":1,"$type":"number"}}}').tokens)).toEqual([]);
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
    const deep = `${'{"a":'.repeat(60)}{"$value":1}${'}'.repeat(60)}`;
    expect(codes(deep)[0]).toMatch(/^token\.shape/u);
    const many = Object.fromEntries(Array.from({ length: 6000 }, (_, i) => [`t${i}`, { $value: i, $type: 'number' }]));
    const got = readTokenFile(JSON.stringify({ n: many }));
    expect(Object.keys(got.tokens)).toHaveLength(5000);
    expect(got.problems.at(-1)?.code).toBe('tokens.many');
  });
  it('is no CSS either: what is no value is named', () => {
    const got = readTokenFile(
      ':root { --color-a: #fff; --odd: url(http://x/y); --lost: var(--gone); } @media (prefers-color-scheme: dark) { :root { --color-a: #000 } }',
    );
    expect(got.tokens['color.a']).toMatchObject({ value: '#ffffff', modes: { dark: '#000000' } });
    expect(got.problems.map((p) => p.where)).toEqual(['--odd', '--lost']);
  });
});
