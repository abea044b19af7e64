import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import type { Component, Kit, Option, Prop } from '../model/index.js';
import {
  assign,
  invertPair,
  mapKit,
  pairContracts,
  pairOptions,
  pairProp,
  pairProps,
  similarity,
  words,
} from './index.js';

const { kits } = shippedKits();
const kit = (ref: string): Kit => {
  const found = kits.get(ref);
  if (!found) throw new Error(`${ref} is not there`);
  return found;
};
const skerry = kit('skerry-line@2.1.0');
const lumen = kit('lumen-night-rail@1.0.0');
const lookup = (ref: string): Component | undefined => {
  const [of = '', id = ''] = ref.split('/');
  return kits.get(of)?.components[id];
};

describe('pairs with the best total', () => {
  /** The best there is, by trying all. */
  function byTrying(n: number, m: number, score: (i: number, j: number) => number): number {
    const from = (i: number, taken: ReadonlySet<number>): number => {
      if (i === n) return 0;
      let top = from(i + 1, taken);
      for (let j = 0; j < m; j++)
        if (!taken.has(j) && score(i, j) > 0) top = Math.max(top, score(i, j) + from(i + 1, new Set([...taken, j])));
      return top;
    };
    return from(0, new Set());
  }
  it('are as good as any that can be found by trying all, one for one, and none that must not be', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.integer({ min: -20, max: 500 }), { minLength: 5, maxLength: 5 }), { maxLength: 5 }),
        fc.integer({ min: 0, max: 5 }),
        (table, m) => {
          const score = (i: number, j: number): number => table[i]?.[j] ?? 0;
          const found = assign(table.length, m, score);
          expect(found.length).toBe(table.length);
          const taken = found.filter((j) => j >= 0);
          expect(new Set(taken).size).toBe(taken.length);
          let total = 0;
          found.forEach((j, i) => {
            if (j < 0) return;
            expect(j).toBeLessThan(m);
            expect(score(i, j)).toBeGreaterThan(0);
            total += score(i, j);
          });
          expect(total).toBe(byTrying(table.length, m, score));
        },
      ),
      { numRuns: 300 },
    );
  });
  it('go in order where nothing else tells them apart', () => {
    expect(assign(3, 3, () => 100)).toEqual([0, 1, 2]);
    expect(assign(2, 4, () => 100)).toEqual([0, 1]);
    expect(assign(4, 2, () => 100)).toEqual([0, 1, -1, -1]);
    expect(assign(2, 2, () => 0)).toEqual([-1, -1]);
  });
  it('give up a good one for two that are better together', () => {
    const table = [
      [90, 80],
      [85, 0],
    ];
    expect(assign(2, 2, (i, j) => table[i]?.[j] ?? 0)).toEqual([1, 0]);
  });
});

describe('names', () => {
  it.each([
    ['leadingIcon', ['leading', 'icon']],
    ['Leading icon', ['leading', 'icon']],
    ['leading-icon_2', ['leading', 'icon', '2']],
    ['Größe der Schrift', ['größe', 'der', 'schrift']],
    ['', []],
    ['—', []],
  ] as const)('“%s” is so many words', (name, all) => expect(words(name)).toEqual(all));
  it('are as alike one way as the other, from 0 to 1, and wholly only when they say the same', () => {
    const name = fc.stringMatching(/^[A-Za-z0-9 -]{0,16}$/u);
    fc.assert(
      fc.property(name, name, (a, b) => {
        const alike = similarity(a, b);
        expect(alike).toBe(similarity(b, a));
        expect(alike).toBeGreaterThanOrEqual(0);
        expect(alike).toBeLessThanOrEqual(1);
        if (words(a).join(' ') === words(b).join(' ')) expect(alike).toBe(words(a).length === 0 ? 0 : 1);
      }),
    );
  });
  it('count as alike by words that they share, or by letters', () => {
    expect(similarity('leadingIcon', 'Leading icon')).toBe(1);
    expect(similarity('Icon before', 'Icon')).toBeGreaterThanOrEqual(0.5);
    expect(similarity('Colour', 'Color')).toBeGreaterThan(0.6);
    expect(similarity('Label', 'Depth')).toBeLessThan(0.3);
  });
});

const option = (id: string, name: string, means?: string): Option => ({ id, name, ...(means ? { means } : {}) });
const base = { description: '' } as const;
const flag = (id: string, name: string, means?: string): Prop =>
  ({ ...base, id, name, kind: 'flag', default: false, ...(means ? { means } : {}) }) as Prop;
const text = (id: string, name: string, means?: string): Prop =>
  ({ ...base, id, name, kind: 'text', default: '', ...(means ? { means } : {}) }) as Prop;
const choice = (id: string, name: string, options: readonly Option[], means?: string): Prop =>
  ({ ...base, id, name, kind: 'choice', options, default: options[0]?.id ?? '', ...(means ? { means } : {}) }) as Prop;

describe('options', () => {
  it('are paired by what they mean, whatever they are called; what means another thing is no match', () => {
    expect(
      pairOptions(
        [option('main', 'Main', 'primary'), option('quiet', 'Quiet', 'secondary')],
        [option('quiet', 'Quiet', 'primary'), option('b', 'B', 'danger')],
      ),
    ).toEqual({ main: 'quiet', quiet: null });
  });
  it('are paired by name where nothing says what they mean', () => {
    expect(
      pairOptions([option('sm', 'Small'), option('lg', 'Large')], [option('large', 'Large'), option('small', 'Small')]),
    ).toEqual({ sm: 'small', lg: 'large' });
  });
  it('have one counterpart each', () => {
    expect(pairOptions([option('a', 'Wide'), option('b', 'Wide')], [option('x', 'Wide')])).toEqual({ a: 'x', b: null });
  });
});

describe('properties', () => {
  it('that mean the same are each other’s, though others are called so', () => {
    const pairs = pairProps(
      [text('label', 'Label', 'label')],
      [text('label', 'Label', 'note'), text('t', 'T', 'label')],
      false,
    );
    expect(pairs['label']?.to).toBe('t');
    expect(pairs['label']?.why).toBe('both mean label');
  });
  it('of one kit are each other’s by their ids, and by what they were called before', () => {
    const renamed = { ...text('caption', 'Caption', 'other'), renamedFrom: 'label' } as Prop;
    const now = [renamed, text('note', 'Note', 'note')];
    const pairs = pairProps([text('label', 'Label', 'label'), text('note', 'Note', 'label')], now, true);
    expect(pairs['label']?.to).toBe('caption');
    expect(pairs['note']?.to).toBe('note');
  });
  it('of another kind that cannot be said in the other are none', () => {
    expect(pairProp(text('a', 'A'), flag('b', 'B'))).toBeNull();
    expect(pairProps([text('label', 'Label')], [flag('label', 'Label')], false)['label']).toEqual({
      to: null,
      why: 'nothing here shows it',
    });
  });
  it('a flag and a choice of two say each other: by meaning, else off is the first', () => {
    const two = choice('tone', 'Tone', [option('calm', 'Calm'), option('loud', 'Loud')]);
    expect(pairProp(flag('on', 'On'), two)?.options).toEqual({ false: 'calm', true: 'loud' });
    const told = choice('tone', 'Tone', [option('yes', 'Yes', 'on'), option('no', 'No', 'off')]);
    expect(pairProp(flag('on', 'On'), told)?.options).toEqual({ false: 'no', true: 'yes' });
    expect(pairProp(told, flag('on', 'On'))?.options).toEqual({ yes: 'true', no: 'false' });
  });
  it('a flag is an option of a choice that means the same, and says nothing when it is off', () => {
    const kind = choice('kind', 'Kind', [option('a', 'A', 'secondary'), option('b', 'B', 'danger'), option('c', 'C')]);
    const pair = pairProps([flag('risky', 'Risky', 'danger')], [kind], false)['risky'];
    expect(pair?.to).toBe('kind');
    expect(pair?.options).toEqual({ true: 'b' });
  });
});

describe('kits', () => {
  it.each([...kits.keys()])('%s is itself in its own terms', (ref) => {
    const of = kit(ref);
    const map = mapKit(of, of);
    for (const [all, known] of [
      [map.tokens, of.tokens],
      [map.textStyles, of.textStyles],
      [map.icons, of.icons],
    ] as const) {
      expect(Object.keys(all)).toEqual(Object.keys(known));
      for (const [from, to] of Object.entries(all)) expect(to).toBe(from);
    }
    for (const c of Object.values(of.components)) {
      const pair = pairContracts(`${ref}/${c.id}`, c, `${ref}/${c.id}`, c, lookup, true);
      expect(pair.confidence).toBe(1);
      for (const p of c.contract.props) expect(pair.props[p.id]?.to).toBe(p.id);
      for (const [from, to] of Object.entries(pair.parts)) expect(to).toBe(from);
    }
  });
  it('give what means the same for a token, a style and an icon, and only what is there', () => {
    const map = mapKit(skerry, lumen);
    for (const [from, to] of Object.entries(map.tokens)) {
      if (to === null) continue;
      const [a, b] = [skerry.tokens[from], lumen.tokens[to]];
      expect(b, `${from} became ${to}`).toBeDefined();
      expect(b?.type).toBe(a?.type);
      if (a?.means && b?.means && from !== to) expect(b.means).toBe(a.means);
    }
    for (const to of Object.values(map.textStyles)) if (to !== null) expect(lumen.textStyles[to]).toBeDefined();
    for (const to of Object.values(map.icons)) if (to !== null) expect(lumen.icons[to]).toBeDefined();
  });
  it('pair their parts root with root, each at most once, and read backwards the same', () => {
    for (const a of Object.values(skerry.components)) {
      const b = Object.values(lumen.components).find((c) => c.role === a.role);
      if (!b) continue;
      const pair = pairContracts(`skerry-line@2.1.0/${a.id}`, a, `lumen-night-rail@1.0.0/${b.id}`, b, lookup, false);
      expect(pair.parts[a.root]).toBe(b.root);
      const shown = Object.values(pair.parts).filter((to) => to !== null);
      expect(new Set(shown).size).toBe(shown.length);
      const back = invertPair(pair);
      expect([back.from, back.to]).toEqual([pair.to, pair.from]);
      for (const [from, to] of Object.entries(pair.parts)) if (to !== null) expect(back.parts[to]).toBe(from);
      for (const [from, p] of Object.entries(pair.props))
        if (p.to !== null && !p.also && !p.into && !p.out) {
          const there = back.props[p.to];
          expect([there?.to, ...(there?.also ?? []).map((x) => x.to)], `${a.id}.${from}`).toContain(from);
        }
    }
  });
});
