import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { gradeWhole, kitRef, measureKit, rolesCovered, type Component, type Kit } from '../index.js';

const { kits, fonts } = shippedKits();
const skerry = kits.get('skerry-line@2.1.0') as Kit;
type Change = (c: Component) => Component;
/** The kit with one component made worse. */
const worse = (id: string, change: Change, tokens: Kit['tokens'] = skerry.tokens): Kit => ({
  ...skerry,
  id: 'worse',
  tokens,
  components: Object.fromEntries(
    Object.entries(
      JSON.parse(JSON.stringify(skerry.components).replaceAll(kitRef(skerry), 'worse@2.1.0')) as Kit['components'],
    ).map(([key, c]) => [key, key === id ? change(c) : c]),
  ),
});
const shortOf = (kit: Kit): readonly string[] =>
  measureKit(kit, kits, fonts).flatMap((l) => l.short.map((s) => `${l.what}: ${s.component ?? s.name}`));
const part =
  (name: string, attrs: object): Change =>
  (c) => {
    const node = c.nodes[name];
    return node ? { ...c, nodes: { ...c.nodes, [name]: { ...node, attrs: { ...node.attrs, ...attrs } } } } : c;
  };

describe('the grade of a kit', () => {
  it('finds nothing in a good one', () => expect(shortOf(worse('action', (c) => c))).toEqual([]));
  it.each([
    ['targets are at least 24 px either way: tick', 'tick', part('root', { minHeight: 0, height: 18 })],
    [
      'the keyboard’s focus can be seen: lever',
      'lever',
      (c: Component) => ({ ...c, rules: c.rules.filter((r) => r.when.state !== 'focus') }),
    ],
    ['everything fits in rooms from 280 to 1600 px: photo', 'photo', part('root', { minWidth: 620 })],
    [
      'labels of 2 and of 60 signs stay inside: pill',
      'pill',
      (c: Component) => part('root', { width: 120, height: 28 })(c),
    ],
  ] as const)('finds what falls short: %s', (says, id, change) => {
    expect(shortOf(worse(id, change))).toContain(says);
  });
  it.each([
    ['Pill, hover: active or not is the same', 'pill', 'hover', { root: ['fill'], text: ['color'] }],
    ['Tick, focus: set or not is the same', 'tick', 'focus', { mark: ['fill', 'stroke'], check: ['visible'] }],
    ['Entry, focus: error or not is the same', 'entry', 'focus', { frame: ['stroke'], caption: ['color'] }],
  ] as const)('finds what a state hides of what is chosen, ticked or wrong: %s', (says, id, state, parts) => {
    const VALUES: Readonly<Record<string, string | boolean>> = {
      fill: '#ffffff',
      stroke: '#000000',
      color: '#000000',
      visible: false,
    };
    const set = Object.fromEntries(
      Object.entries<readonly string[]>(parts).map(([at, attrs]) => [
        at,
        Object.fromEntries(attrs.map((a) => [a, VALUES[a] ?? ''])),
      ]),
    );
    const hiding: Change = (c) => ({ ...c, rules: [...c.rules, { when: { state }, set }] });
    const line = measureKit(worse(id, hiding), kits, fonts).find((l) => l.what.endsWith('told in every state'));
    expect(line?.short).toEqual([{ name: says, component: id }]);
    expect(line?.share).toBeLessThan(1);
  });
  it('does not ask of what is switched off whether it is wrong, nor of what shows with another property alone', () => {
    const line = measureKit(skerry, kits, fonts).find((l) => l.what.endsWith('told in every state'));
    // The day of a calendar is as grey disabled as it is full; a cell shows its tick where it is made to have one.
    expect(line?.short).toEqual([]);
  });
  it('finds colours that cannot be read, in the mode in which they cannot', () => {
    const path =
      Object.keys(skerry.tokens).find((p) => skerry.tokens[p]?.modes?.['dark'] && skerry.tokens[p]?.means === 'ink') ??
      '';
    const token = skerry.tokens[path];
    const dim = { ...skerry.tokens, [path]: { ...token, modes: { dark: '#202020' } } as Kit['tokens'][string] };
    const short =
      measureKit(
        worse('action', (c) => c, dim),
        kits,
        fonts,
      )[0]?.short ?? [];
    expect(short.length).toBeGreaterThan(0);
    expect(short.every((s) => s.name.includes('in dark'))).toBe(true);
  });
  it('looks at each width for itself where a component does: it falls short on wide screens alone', () => {
    const wide: Change = (c) => ({
      ...c,
      rules: [...c.rules, { when: { minWidth: 1200 }, set: { root: { minWidth: 1700 } } }],
    });
    const lines = measureKit(worse('photo', wide), kits, fonts);
    const short = lines.find((l) => l.what.startsWith('everything fits'))?.short ?? [];
    expect(short.map((s) => s.name)).toEqual([expect.stringContaining('at 1600 px')]);
  });
  it('says which roles have no component, and counts them for nothing', () => {
    const { have, none } = rolesCovered({
      ...skerry,
      components: { action: skerry.components['action'] as Component },
    });
    expect(have).toEqual(['button']);
    expect(none).toContain('switch');
    expect(gradeWhole(skerry, kits, fonts).share).toBe(1);
  });
  it('tells how far it is, and stops when it is told to', () => {
    const told: number[] = [];
    measureKit(skerry, kits, fonts, (done) => (told.push(done), done < 5));
    expect(told).toEqual([1, 2, 3, 4, 5]);
  });
});
