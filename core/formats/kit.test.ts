import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { isDeepStrictEqual } from 'node:util';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readKit, readTokens, Report, writeKit, type Json } from '../index.js';

const file = (id: string): { [key: string]: Json } =>
  JSON.parse(readFileSync(fileURLToPath(new URL(`../../kits/${id}/kit.json`, import.meta.url)), 'utf8')) as {
    [key: string]: Json;
  };
type Loose = { [key: string]: Json };
/** A small sound kit, with something changed. */
function small(change: Loose = {}, component: Loose = {}): Loose {
  return {
    format: 'dekkor-kit/2',
    id: 'small',
    name: 'Small',
    version: '1.0.0',
    fidelity: 'wireframe',
    tokens: { color: { $type: 'color', ink: { $value: '#222222' } } },
    textStyles: {},
    fonts: [],
    families: ['Own'],
    icons: { dot: { name: 'Dot', paths: [{ d: 'M1 1h2v2z' }] } },
    components: [
      {
        id: 'tag',
        name: 'Tag',
        role: 'badge',
        family: 'Own',
        summary: '',
        words: [],
        props: [{ id: 'label', name: 'Label', kind: 'text', default: 'Tag', description: '' }],
        slots: [],
        states: [],
        events: [],
        rules: [],
        tree: {
          id: 'root',
          type: 'box',
          attrs: {},
          children: [{ id: 'text', type: 'text', attrs: { color: '{color.ink}' }, bind: { text: 'label' } }],
        },
        ...component,
      },
    ],
    templates: [],
    ...change,
  };
}
const codes = (kit: unknown, files?: readonly string[]): string[] =>
  readKit(kit, files ? { files } : {}).problems.map((p) => p.code);
const withTree = (...children: readonly Loose[]): Loose =>
  small({}, { tree: { id: 'root', type: 'box', attrs: {}, children: [...children] } });

describe('a kit', () => {
  it('keeps what parts are at some widths, written and read again, and leaves out what cannot hold', () => {
    const wide = { minWidth: 800, attrs: { gap: 8 }, component: 'tag' };
    const json = withTree(
      { id: 'a', type: 'box', attrs: {}, widths: [wide, { minWidth: 900, maxWidth: 100, attrs: {} }], children: [] },
      { id: 'b', type: 'box', attrs: {}, widths: 'none', children: [] },
    );
    const { value, problems } = readKit(json);
    expect(problems.map((p) => p.code)).toEqual(['part.width']);
    const kept = [{ minWidth: 800, attrs: { gap: 8 }, component: 'small@1.0.0/tag' }];
    expect(value?.components['tag']?.nodes['a']?.widths).toEqual(kept);
    if (!value) return;
    const again = readKit(JSON.parse(JSON.stringify(writeKit(value))));
    expect(again.problems).toEqual([]);
    expect(again.value?.components['tag']?.nodes['a']?.widths).toEqual(kept);
  });
  it('that is sound is read without a word', () => {
    expect(codes(small())).toEqual([]);
    expect(readKit(small()).value?.components['tag']?.contract.props[0]?.default).toBe('Tag');
  });
  const two = (rules: readonly Loose[], more: Loose = {}): Loose => {
    const [tag] = small()['components'] as Loose[];
    const inner = { id: 'inner', type: 'instance', component: 'tag', ...more };
    const pair = {
      ...tag,
      id: 'pair',
      name: 'Pair',
      rules,
      tree: { id: 'root', type: 'box', attrs: {}, children: [inner] },
    };
    return { ...small(), components: [tag ?? {}, pair] } as Loose;
  };
  const by = (component: Json): Loose => ({
    when: { props: { label: 'Go' } },
    set: { inner: { component, opacity: 0.5 } },
  });
  it('has what its rules put in place of a part by its own name, as its parts are', () => {
    const [other] = small()['components'] as Loose[];
    const kit = two([by('other')]);
    const { value, problems } = readKit({
      ...kit,
      components: [...(kit['components'] as Loose[]), { ...other, id: 'other', name: 'Other' }],
    });
    expect(problems).toEqual([]);
    expect(value?.components['pair']?.rules[0]?.set['inner']).toEqual({ component: 'small@1.0.0/other', opacity: 0.5 });
  });
  it.each([
    ['a rule that puts the component into itself', two([by('pair')]), 'component.cycle'],
    [
      'a width at which it is in itself',
      two([], { widths: [{ minWidth: 600, attrs: { opacity: 0.5 }, component: 'pair' }] }),
      'component.cycle',
    ],
    ['a rule that puts in what is not there', two([by('gone')]), 'component.unknown'],
    ['a rule that puts in what is no component', two([by(7)]), 'rule.attr'],
  ])('is read without what leads astray: %s', (_, kit, code) => {
    const { value, problems } = readKit(kit);
    expect(problems.map((p) => p.code)).toEqual([code]);
    expect(problems[0]?.where).toContain('Pair');
    const pair = value?.components['pair'];
    const left = [pair?.rules[0]?.set['inner'], pair?.nodes['inner']?.widths?.[0]?.attrs].filter(
      (x) => x !== undefined,
    );
    // The rest of it holds.
    for (const set of left) expect(set).toMatchObject({ opacity: 0.5 });
    expect(JSON.stringify([pair?.rules, pair?.nodes])).not.toContain('/pair');
  });
  it.each([
    ['an unknown component inside', withTree({ id: 'x', type: 'instance', component: 'gone' }), 'component.unknown'],
    ['a component within itself', withTree({ id: 'x', type: 'instance', component: 'tag' }), 'component.cycle'],
    [
      'a part bound to a prop that is not there',
      withTree({ id: 't', type: 'text', attrs: {}, bind: { text: 'nothing' } }),
      'bind.prop',
    ],
    [
      'an icon that is not there',
      small({}, { props: [{ id: 'i', name: 'I', kind: 'icon', default: 'nowhere', description: '' }] }),
      'icon.unknown',
    ],
    [
      'a prop of a kind that does not exist',
      small({}, { props: [{ id: 'x', name: 'X', kind: 'video', default: '', description: '' }] }),
      'prop.kind',
    ],
    [
      'a choice without options',
      small({}, { props: [{ id: 'x', name: 'X', kind: 'choice', default: 'a', description: '' }] }),
      'prop.options',
    ],
    [
      'a default of the wrong type',
      small({}, { props: [{ id: 'x', name: 'X', kind: 'flag', default: 'perhaps', description: '' }] }),
      'prop.default',
    ],
    [
      'a rule for a part that is not there',
      small({}, { rules: [{ when: {}, set: { gone: { fill: '#fff' } } }] }),
      'rule.part',
    ],
    [
      'a font that lies outside',
      small({ fonts: [{ family: 'Evil', weight: 400, file: '../../etc/passwd' }] }),
      'font.outside',
    ],
    [
      'a drawing that is none',
      small({ icons: { bad: { name: 'Bad', paths: [{ d: 'url(javascript:alert(1))' }] } } }),
      'icon.path',
    ],
  ])('with %s says so by name and keeps the rest', (_, kit, code) => {
    const got = readKit(kit);
    const found = got.problems.find((p) => p.code === code);
    expect(found, JSON.stringify(got.problems)).toBeDefined();
    expect(found?.message.length).toBeGreaterThan(15);
  });
  it('whose font is missing says which', () => {
    const got = readKit(small({ fonts: [{ family: 'Own', weight: 400, file: 'fonts/Own.ttf' }] }), { files: [] });
    expect(got.problems.find((p) => p.code === 'font.missing')?.message).toContain('Own');
  });
  it.each([null, 3, 'kit', [], {}, { id: 'x' }, { id: '__proto__', name: 'x', version: '1.0.0' }])(
    'is refused when it is %j',
    (kit) => {
      const got = readKit(kit);
      expect(got.value ?? null).toBeNull();
      expect(got.problems[0]?.level).toBe('refused');
    },
  );
  it('never throws, whatever it is given, and never takes what it does not know', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 5 }), (value) => {
        const got = readKit(value);
        expect(Array.isArray(got.problems)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
  it('is read whatever single part of it is spoilt, and can be handed on as it was read', () => {
    const whole = file('plywood');
    const paths: (string | number)[][] = [];
    const walk = (v: Json, path: (string | number)[]): void => {
      if (path.length > 5) return;
      paths.push(path);
      if (Array.isArray(v)) v.slice(0, 4).forEach((x, i) => walk(x, [...path, i]));
      else if (typeof v === 'object' && v !== null)
        for (const [k, x] of Object.entries(v).slice(0, 14)) walk(x, [...path, k]);
    };
    walk(whole, []);
    fc.assert(
      fc.property(fc.constantFrom(...paths.slice(1)), fc.jsonValue({ maxDepth: 2 }), (path, junk) => {
        const spoilt = structuredClone(whole) as Json;
        let at = spoilt as { [k: string | number]: Json };
        for (const k of path.slice(0, -1)) at = at[k] as { [k: string | number]: Json };
        at[path.at(-1) as string] = junk as Json;
        const { value } = readKit(spoilt);
        // As it was read it is handed on as JSON: there is nothing in it that JSON has not.
        if (value) expect(isDeepStrictEqual(JSON.parse(JSON.stringify(value)), value)).toBe(true);
      }),
      { numRuns: 120 },
    );
  });
  it('based on another takes everything from there but its tokens, styles, fonts and icons', () => {
    const base = readKit(file('skerry-line')).value;
    if (!base) throw new Error('no base');
    const got = readKit(file('fjell-coach'), { bases: new Map([['skerry-line@2.1.0', base]]) });
    expect(got.problems).toEqual([]);
    expect(Object.keys(got.value?.components ?? {})).toEqual(Object.keys(base.components));
    expect(readKit(file('fjell-coach')).value ?? null).toBeNull();
  });
});

describe('tokens', () => {
  it('never throw on what is no token file', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 4 }), (value) => {
        expect(() => readTokens(value as Json, new Report())).not.toThrow();
      }),
      { numRuns: 200 },
    );
  });
});

describe('a kit that is made to be too much', () => {
  const json = (): { components: Record<string, unknown>[]; tokens: Record<string, unknown> } =>
    JSON.parse(readFileSync(new URL('../../kits/plywood/kit.json', import.meta.url), 'utf8')) as never;
  const component = (id: string, children: readonly unknown[]): Record<string, unknown> => ({
    ...(json().components[0] as Record<string, unknown>),
    id,
    name: id,
    props: [],
    rules: [],
    tree: { id: 'root', type: 'box', children },
  });
  const part = (id: string, of: string): unknown => ({ id, type: 'instance', component: of });
  const timed = <T>(what: () => T): { readonly got: T; readonly ms: number } => {
    const at = performance.now();
    const got = what();
    return { got, ms: performance.now() - at };
  };
  it('by components in a thick circle is read in time, each circle opened and named', () => {
    const kit = json();
    for (let n = 0; n < 120; n++)
      kit.components.push(
        component(
          `c${n}`,
          Array.from({ length: 30 }, (_, k) => part(`x${k}`, `c${(n + k + 1) % 120}`)),
        ),
      );
    const { got, ms } = timed(() => readKit(kit));
    expect(ms).toBeLessThan(6000);
    expect(got.problems.some((p) => p.code === 'component.cycle')).toBe(true);
    expect(readKit(JSON.parse(JSON.stringify(json()))).problems).toEqual([]);
  });
  it('by components that multiply is cut where it is more than one may be, and says so', () => {
    const kit = json();
    for (let n = 0; n < 12; n++)
      kit.components.push(
        component(
          `m${n}`,
          Array.from({ length: 8 }, (_, k) => (n < 11 ? part(`x${k}`, `m${n + 1}`) : { id: `x${k}`, type: 'box' })),
        ),
      );
    const { got } = timed(() => readKit(kit));
    expect(got.problems.find((p) => p.code === 'component.large')?.message).toMatch(
      /would be of more than 4000 parts/u,
    );
  });
  it('by tokens that lead on and on is read in time; those that lead nowhere, in a circle or too far are named', () => {
    const kit = json();
    for (let n = 0; n < 4000; n++) kit.tokens[`a${n}`] = { $type: 'color', $value: `{a${n + 1}}` };
    kit.tokens['b0'] = { $type: 'color', $value: '{b1}' };
    kit.tokens['b1'] = { $type: 'color', $value: '{b0}' };
    kit.tokens['d0'] = { $type: 'color', $value: '#ff0000' };
    for (let n = 1; n < 60; n++) kit.tokens[`d${n}`] = { $type: 'color', $value: `{d${n - 1}}` };
    const { got, ms } = timed(() => readKit(kit));
    expect(ms).toBeLessThan(6000);
    const said = got.problems.map((p) => p.message).join('\n');
    for (const why of [/a\d+ refers to a\d+, which (?:does not exist|was left out)/u]) expect(said).toMatch(why);
    expect(Object.keys(got.value?.tokens ?? {}).filter((t) => /^d\d+$/u.test(t))).toHaveLength(41);
    expect(Object.keys(got.value?.tokens ?? {}).some((t) => /^[ab]\d+$/u.test(t))).toBe(false);
  });
  it('by colours that lead elsewhere paints none of them', () => {
    const kit = json();
    const tree = (kit.components[0] as { tree: { attrs: Record<string, unknown> } }).tree;
    tree.attrs = { ...tree.attrs, fill: 'url(https://harbour.example/x)', stroke: 'url(#a)' };
    const { value } = readKit(kit);
    const first = value && Object.values(value.components)[0];
    expect(JSON.stringify(first?.nodes)).not.toContain('harbour.example');
  });
});
