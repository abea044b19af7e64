import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProjects } from '../../kits/demo/index.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  groupIssues,
  colourDistance,
  colourPairs,
  contrast,
  makeBrand,
  modesOf,
  nearestAccent,
  nearestReadable,
  planRebrand,
  readKit,
  reviewRebrand,
  toHex,
  tokenValue,
  appliedKitsAfter,
  appliedKitsOf,
  type BrandRequest,
  type Kit,
  type Project,
} from '../index.js';
import { fromOklch, toOklch } from '../colour/index.js';

const { kits, fonts } = shippedKits();
const SKERRY = 'skerry-line@2.1.0';
const skerry = kits.get(SKERRY) as Kit;
const wish = (more: Partial<BrandRequest> = {}): BrandRequest => ({
  id: 'harbour',
  name: 'Harbour',
  version: '1.0.0',
  author: 'Nobody',
  accent: '#7a3e9d',
  neutral: '#5d6470',
  corner: null,
  spacing: 1,
  titles: null,
  letters: null,
  ...more,
});
const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);

describe('OKLCH', () => {
  it('gives every colour of a screen back', () => {
    fc.assert(
      fc.property(hex, (colour) => {
        expect(fromOklch(toOklch(colour))).toBe(colour);
      }),
      { numRuns: 2000 },
    );
  });
  it('knows black, white, grey and how unlike colours are', () => {
    expect(toOklch('#ffffff').l).toBeCloseTo(1, 3);
    expect(toOklch('#000000').l).toBeCloseTo(0, 3);
    expect(toOklch('#808080').c).toBeLessThan(0.001);
    // Values of CSS Color 4, its example of red.
    expect(toOklch('#ff0000').l).toBeCloseTo(0.628, 2);
    expect(toOklch('#ff0000').c).toBeCloseTo(0.2577, 2);
    expect(toOklch('#ff0000').h).toBeCloseTo(29.23, 0);
    expect(colourDistance('#336699', '#336699')).toBe(0);
    expect(colourDistance('#336699', '#346699')).toBeLessThan(0.01);
    expect(fromOklch({ l: 0.7, c: 0.5, h: 150 })).toMatch(/^#[0-9a-f]{6}$/u);
    expect([toHex('#abc'), toHex('nonsense')]).toEqual(['#aabbcc', null]);
  });
});

describe('colours that stand on one another', () => {
  it('are found in all looks, by the names of their tokens', () => {
    const pairs = colourPairs(skerry);
    const has = (text: string, ground: string): boolean =>
      pairs.some((p) => p.text === `color.${text}` && p.ground === `color.${ground}`);
    expect(has('deep', 'cloud')).toBe(true);
    expect(has('on-buoy', 'buoy')).toBe(true);
    expect(has('on-navy', 'navy')).toBe(true);
    expect(pairs.length).toBeGreaterThan(20);
    // The kit itself keeps what it asks.
    for (const p of pairs) {
      const [a, b] = [tokenValue(skerry, p.text), tokenValue(skerry, p.ground)] as [string, string];
      expect(contrast(a, b), `${p.text} on ${p.ground} in ${p.where}`).toBeGreaterThanOrEqual(p.needs - 0.01);
    }
  });
  it('can be told apart when one of them gives way', () => {
    expect(nearestReadable('#cccccc', [{ colour: '#ffffff', needs: 4.5 }])).toMatch(/^#7[0-9a-f]/u);
    expect(nearestReadable('#222222', [{ colour: '#ffffff', needs: 4.5 }])).toBe('#222222');
    expect(
      nearestReadable('#888888', [
        { colour: '#ffffff', needs: 7 },
        { colour: '#000000', needs: 7 },
      ]),
    ).toBeNull();
  });
});

describe('a brand of two colours', () => {
  it('can be read everywhere or says where not, and keeps the accent as it is', () => {
    fc.assert(
      fc.property(hex, hex, (accent, neutral) => {
        const made = makeBrand(skerry, wish({ accent, neutral }));
        expect(made.colours.get('color.buoy')).toBe(accent);
        const short = new Set(made.shortfalls.map((s) => `${s.pair.text}|${s.pair.ground}`));
        for (const p of colourPairs(skerry)) {
          const ratio = contrast(made.colours.get(p.text) ?? '', made.colours.get(p.ground) ?? '') ?? 0;
          expect(ratio >= p.needs - 0.01 || short.has(`${p.text}|${p.ground}`), `${p.text} on ${p.ground}`).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
  it('can be read in the other mode of the kit, too', () => {
    const made = makeBrand(skerry, wish({ accent: '#7a2f8f', neutral: '#4a4a52' }));
    const brand = readKit(made.json, { bases: kits }).value as Kit;
    expect(modesOf(brand)).toEqual(['dark']);
    expect(tokenValue(brand, 'color.buoy')).toBe('#7a2f8f');
    for (const p of colourPairs(skerry)) {
      const [text, ground] = [p.text, p.ground].map((path) => String(tokenValue(brand, path, 'dark')));
      expect(contrast(text ?? '', ground ?? '') ?? 0, `${p.text} on ${p.ground}`).toBeGreaterThanOrEqual(
        p.needs - 0.01,
      );
    }
    expect(contrast(String(tokenValue(brand, 'color.cloud', 'dark')), '#000000')).toBeLessThan(3);
  });
  it('is offered the nearest accent that can be read, of the same hue', () => {
    const pale = wish({ accent: '#0aa5a0' });
    expect(makeBrand(skerry, pale).shortfalls.length).toBeGreaterThan(0);
    const offer = nearestAccent(skerry, pale) ?? '';
    expect(makeBrand(skerry, { ...pale, accent: offer }).shortfalls).toEqual([]);
    expect(Math.abs(toOklch(offer).h - toOklch(pale.accent).h)).toBeLessThan(12);
    expect(nearestAccent(skerry, wish())).toBeNull();
  });
  it('is a kit like others, based on one, with corners, gaps and letters of its own', () => {
    const made = makeBrand(skerry, wish({ corner: 4, spacing: 1.2, titles: 'Barlow' }), [
      { family: 'Barlow', weight: 700, italic: false, file: 'fonts/Barlow-700.ttf' },
    ]);
    const { value, problems } = readKit(made.json, { bases: kits });
    expect(problems.filter((p) => p.level !== 'note')).toEqual([]);
    expect(value?.basedOn).toBe(SKERRY);
    expect(Object.keys(value?.components ?? {})).toEqual(Object.keys(skerry.components));
    expect(tokenValue(value as Kit, 'corner.soft')).toBe('4px');
    expect(tokenValue(value as Kit, 'space.l')).toBe('19px');
    expect(value?.textStyles['title']?.family).toBe('Barlow');
    expect(value?.textStyles['body']?.family).toBe('Figtree');
    expect(tokenValue(value as Kit, 'color.flare')).toBe(tokenValue(skerry, 'color.flare'));
  });
  it('goes onto all screens with nothing that cannot be read', () => {
    const project = demoProjects(kits).find((p) => p.id === 'norrvik-crossings') as Project;
    const made = makeBrand(skerry, wish({ accent: '#1f5fae' }));
    const brand = readKit(made.json, { bases: kits }).value as Kit;
    const world = { project, kits: new Map([...kits, [made.ref, brand]]) };
    const plan = planRebrand(world, SKERRY, made.ref);
    const review = reviewRebrand(world, (s) => appliedKitsAfter(world, appliedKitsOf(project, s), plan.sheet), fonts);
    // But for the colour that somebody chose by hand.
    expect(groupIssues(review.issues).filter((c) => c.type === 'contrast' && !c.id.includes('#cfe8dc'))).toEqual([]);
    expect(Object.values(plan.sheet.pairs).every((p) => p.to !== null)).toBe(true);
  });
});
