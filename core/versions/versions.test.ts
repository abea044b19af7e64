import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  contractChanges,
  kitRef,
  kitUpdate,
  nextVersion,
  readKit,
  valueChanges,
  type Component,
  type Kit,
  type KitUpdate,
  type Prop,
} from '../index.js';

const { kits } = shippedKits();
const skerry = kits.get('skerry-line@2.1.0') as Kit;
/** The kit as its next version, with changes. */
const next = (change: Partial<Kit> = {}, version = '2.1.1'): Kit => {
  const own = JSON.parse(JSON.stringify(skerry).replaceAll(`${kitRef(skerry)}/`, `skerry-line@${version}/`)) as Kit;
  return { ...own, version, ...change };
};
const withComponent = (id: string, to: (c: Component) => Component): Kit => {
  const k = next();
  return { ...k, components: { ...k.components, [id]: to(k.components[id] as Component) } };
};
const component = (id: string): Component => skerry.components[id] as Component;
const withContract = (c: Component, contract: Partial<Component['contract']>): Component => ({
  ...c,
  contract: { ...c.contract, ...contract },
});
/** A component with one property changed; null: taken out. */
const withProp = (c: Component, id: string, to: (p: Prop) => Prop | null): Component =>
  withContract(c, { props: c.contract.props.flatMap((p) => (p.id === id ? (to(p) ?? []) : p)) });
const told = (a: Component, b: Component): readonly string[] =>
  contractChanges(a, b).map((d) => `${d.kind}: ${d.says}`);
const rowOf = (u: KitUpdate, id: string): KitUpdate['changes'][number] | undefined =>
  u.changes.find((c) => c.after === id || c.before === id);
/** The last segment of both, to read it off the kit that ships. */
const first = (kind: Prop['kind']): { c: Component; p: Prop } => {
  for (const c of Object.values(skerry.components))
    for (const p of c.contract.props) if (p.kind === kind) return { c, p };
  throw new Error(`No ${kind}`);
};

describe('contracts of two versions', () => {
  it('are alike where nothing changed', () => {
    for (const c of Object.values(skerry.components)) expect(contractChanges(c, c)).toEqual([]);
  });
  it('tell what is gone, new, called or written otherwise', () => {
    const action = component('action');
    expect(
      told(
        action,
        withProp(action, 'height', () => null),
      ),
    ).toEqual(['breaks: no height any more']);
    expect(
      told(
        withProp(action, 'height', () => null),
        action,
      ),
    ).toEqual(['adds: a new height']);
    expect(
      told(
        action,
        withProp(action, 'height', (p) => ({ ...p, name: 'Tallness' })),
      ),
    ).toEqual(['other: height is called tallness now']);
    expect(
      told(
        action,
        withProp(action, 'height', (p) => ({ ...p, id: 'tallness', renamedFrom: 'height' })),
      ),
    ).toEqual(['adds: height is written tallness now']);
    expect(told(action, { ...action, name: 'Deed', role: 'link' })).toEqual([
      'other: called Deed now',
      'breaks: its role is link now, not button',
    ]);
  });
  it('tell of another kind, another start and another meaning', () => {
    const action = component('action');
    expect(
      told(
        action,
        withProp(action, 'text', (p) => ({ ...p, kind: 'icon' }) as Prop),
      ),
    ).toEqual(['breaks: text is an icon now, not a text']);
    expect(
      told(
        action,
        withProp(action, 'text', (p) => ({ ...p, default: 'Sail now', means: 'title' })),
      ),
    ).toEqual(['other: text starts with something else', 'other: text has another meaning']);
  });
  it('tell of options', () => {
    const { c, p } = first('choice');
    const options = p.options ?? [];
    const [one, two] = options;
    const less = withProp(c, p.id, (x) => ({ ...x, options: options.slice(1), default: two?.id ?? '' }) as Prop);
    const [name, gone] = [p.name.toLowerCase(), one?.name.toLowerCase() ?? ''];
    expect(told(c, less)[0]).toBe(`breaks: ${name} has no ${gone} any more`);
    expect(told(less, c)[0]).toBe(`adds: ${name} has ${gone} now`);
    const other = options.map((o) => (o === one ? { ...o, name: 'Plain' } : o));
    expect(
      told(
        c,
        withProp(c, p.id, (x) => ({ ...x, options: other }) as Prop),
      ),
    ).toEqual([`other: ${gone} of ${name} is called plain now`]);
  });
  it.each([
    [{}, { max: 5 }, 'breaks: score goes up to 5 now'],
    [{ max: 5 }, {}, 'adds: score has no bounds any more'],
    [{ min: 0, max: 5 }, { min: 0, max: 10 }, 'adds: score goes from 0 to 10 now'],
    [{ min: 0 }, { min: 1 }, 'breaks: score goes from 1 up now'],
    // Wider on one side and narrower on the other breaks what was said.
    [{ min: 1, max: 5 }, { min: 0, max: 4 }, 'breaks: score goes from 0 to 4 now'],
  ])('tell of bounds: %o to %o', (was, is, says) => {
    const score = (bounds: object): Component =>
      withContract(component('action'), {
        props: [{ id: 'score', name: 'Score', kind: 'number', default: 3, description: '', ...bounds } as Prop],
      });
    expect(told(score(was), score(is))).toEqual([says]);
    expect(told(score(was), score(was))).toEqual([]);
  });
  it('tell of the fields of a list, and of nothing that the list begins with', () => {
    const { c, p } = first('list');
    const item = p.item ?? [];
    const field = item[0]?.name.toLowerCase() ?? '';
    const of = p.name.toLowerCase();
    const less = withProp(c, p.id, (x) => ({ ...x, item: item.slice(1), default: [] }) as Prop);
    expect(told(c, less)).toEqual([`breaks: no ${field} of ${of} any more`]);
    expect(told(less, c)).toEqual([`adds: a new ${field} of ${of}`]);
  });
  it('tell of slots, states and events', () => {
    const slot = { id: 'inside', name: 'Inside', description: '', accepts: ['button', 'link'] };
    const having = (slots: readonly object[]): Component =>
      withContract(component('action'), { slots: slots as Component['contract']['slots'] });
    expect(told(having([slot]), having([]))).toEqual(['breaks: no room for inside any more']);
    expect(told(having([]), having([slot]))).toEqual(['adds: room for inside']);
    expect(told(having([slot]), having([{ ...slot, accepts: ['link'] }]))).toEqual([
      'breaks: room for inside takes less',
    ]);
    // Nothing listed is everything.
    expect(told(having([slot]), having([{ ...slot, accepts: [] }]))).toEqual(['adds: room for inside takes more']);
    expect(told(having([{ ...slot, accepts: [] }]), having([slot]))).toEqual(['breaks: room for inside takes less']);
    expect(told(having([slot]), having([{ ...slot, max: 2 }]))).toEqual([
      'breaks: room for inside takes 0 to 2 things now',
    ]);
    expect(told(having([slot]), having([{ ...slot, name: 'Within' }]))).toEqual([
      'other: room for inside is called within now',
    ]);
    const action = component('action');
    const still = withContract(action, { states: action.contract.states.filter((s) => s !== 'hover'), events: [] });
    expect(told(action, still)).toEqual([
      'breaks: no look of its own under the pointer',
      'breaks: tells of no press any more',
    ]);
    expect(told(still, action)).toEqual(['adds: a look of its own under the pointer', 'adds: tells of press now']);
  });
});

describe('values of two versions', () => {
  const token = (path: string): Kit['tokens'][string] => skerry.tokens[path] as Kit['tokens'][string];
  it('are alike where nothing changed', () => {
    const { differences, tokens, styles, icons } = valueChanges(skerry, next());
    expect(differences).toEqual([]);
    expect([tokens.size, styles.size, icons.size]).toEqual([0, 0, 0]);
  });
  it('tell of tokens in every mode, and of those that lead to one', () => {
    const alias = Object.values(skerry.tokens).find((t) => t.value === '{color.navy}')?.path;
    const k = next({
      tokens: {
        ...skerry.tokens,
        'color.navy': { ...token('color.navy'), modes: { ...token('color.navy').modes, dark: '#123456' } },
      },
    });
    const changes = valueChanges(skerry, k);
    expect(changes.tokens.has('color.navy')).toBe(true);
    if (alias) expect(changes.tokens.has(alias)).toBe(true);
    expect(changes.differences[0]?.says).toContain('color.navy in dark');
    expect(changes.differences.every((d) => d.kind === 'other')).toBe(true);
  });
  it('tell of text styles, fonts, icons, modes and starters', () => {
    const style = Object.values(skerry.textStyles)[0];
    const [icon, another] = Object.keys(skerry.icons);
    if (!style || !icon || !another) throw new Error('none');
    const { [another]: _, ...icons } = skerry.icons;
    const [template, ...templates] = next().templates;
    const k = next({
      textStyles: {
        ...skerry.textStyles,
        [style.id]: { ...style, size: style.size + 1 },
        huge: { ...style, id: 'huge', name: 'Huge' },
      },
      icons: { ...icons, [icon]: { ...(skerry.icons[icon] as Kit['icons'][string]), paths: [] } },
      fonts: [],
      tokens: Object.fromEntries(Object.entries(skerry.tokens).map(([p, { modes: __, ...t }]) => [p, t])),
      templates,
    });
    const says = valueChanges(skerry, k).differences.map((d) => `${d.kind}: ${d.says}`);
    expect(says).toEqual(
      expect.arrayContaining([
        `other: 1 text style set another way: ${style.name}`,
        'adds: 1 new text style: Huge',
        `other: 1 icon drawn another way: ${icon}`,
        `breaks: 1 icon gone: ${another}`,
        'breaks: 1 mode gone: dark',
        `other: 1 starter gone: ${template?.name ?? ''}`,
      ]),
    );
    expect(says.some((s) => s.startsWith('other: ') && s.includes(' gone: ') && s.includes('font'))).toBe(true);
    // An icon that is only called otherwise looks as it did.
    const named = { ...skerry.icons, [icon]: { ...(skerry.icons[icon] as Kit['icons'][string]), name: 'Another' } };
    expect(valueChanges(skerry, next({ icons: named })).differences).toEqual([]);
  });
});

describe('what an update changes', () => {
  it('is nothing where only the version is another', () =>
    expect(kitUpdate(skerry, next())).toEqual({ changes: [], values: [] }));
  it('tells whose looks change by a token, in whatever mode or look, and what is made of those', () => {
    const buoy = skerry.tokens['color.buoy'] as Kit['tokens'][string];
    const changed = kitUpdate(
      skerry,
      next({ tokens: { ...skerry.tokens, 'color.buoy': { ...buoy, modes: { ...buoy.modes, dark: '#00ff00' } } } }),
    );
    expect(rowOf(changed, 'tick')).toMatchObject({ what: 'looks', says: ['by the token color.buoy'] });
    const made = Object.values(skerry.components).find(
      (c) =>
        !JSON.stringify([c.nodes, c.rules]).includes('{color.buoy}') &&
        Object.values(c.nodes).some((n) => n.type === 'instance' && n.component.endsWith('/action')),
    );
    if (made) expect(rowOf(changed, made.id)?.says.join()).toContain('made of');
    // What does not wear it stays as it is.
    for (const c of changed.changes.filter((x) => x.says.join().startsWith('by the token')))
      expect(JSON.stringify(skerry.components[c.after ?? '']), c.name).toContain('color.buoy}');
    expect(changed.values).toEqual(['1 token with another value: color.buoy in dark']);
  });
  it('tells whose looks change by a text style and by an icon', () => {
    const body = skerry.textStyles['body'] as Kit['textStyles'][string];
    const check = skerry.icons['check'] as Kit['icons'][string];
    const changed = kitUpdate(
      skerry,
      next({
        textStyles: { ...skerry.textStyles, body: { ...body, size: body.size + 2 } },
        icons: { ...skerry.icons, check: { ...check, paths: [{ d: 'M0 0h24v24z', fill: true }] } },
      }),
    );
    expect(rowOf(changed, 'tick')?.says).toEqual([`by the text style ${body.name}`, 'by the icon check']);
    expect(rowOf(changed, 'toggle')?.says).toEqual([`by the text style ${body.name}`]);
  });
  it('tells a component that looks another by its own parts, without words: its picture says it', () => {
    const round = withComponent('tick', (c) => ({
      ...c,
      rules: [...c.rules, { when: {}, set: { mark: { radius: 9 } } }],
    }));
    expect(rowOf(kitUpdate(skerry, round), 'tick')).toMatchObject({ what: 'looks', says: [] });
  });
  it('does not take a component of another kit for one of its own name', () => {
    const own = `${kitRef(next())}/`;
    const borrowed = withComponent('tick', (c) => ({ ...c, rules: [] }));
    const k: Kit = {
      ...borrowed,
      components: {
        ...borrowed.components,
        stars: JSON.parse(
          JSON.stringify(borrowed.components['stars']).replaceAll(`${own}tick`, 'plywood@1.0.0/tick'),
        ) as Component,
      },
    };
    const changed = kitUpdate(skerry, k);
    expect(rowOf(changed, 'tick')?.what).toBe('looks');
    for (const row of changed.changes) expect(row.says.join(), row.name).not.toMatch(/made of: .*plywood/u);
  });
  it('of the shipped one: gone, split, renamed, less to choose, and everything that is redder or rounder', () => {
    const { value } = readKit(JSON.parse(readFileSync(`${process.cwd()}/kits/skerry-line-2.2.0/kit.json`, 'utf8')), {
      bases: kits,
    });
    const { changes, values } = kitUpdate(skerry, value as Kit);
    expect(changes.slice(0, 4).map((c) => `${c.what} ${c.name}: ${c.says.join('; ')}`)).toEqual([
      'gone Bubble: ',
      'split Card: Photo card took over a part of it; no photo any more',
      'changed Action: height has no tall any more',
      'changed Masthead: under is called second line now',
    ]);
    expect(values).toEqual([
      '5 tokens with another value: color.buoy, color.buoy-hover, color.buoy-pressed, corner.soft and corner.card',
    ]);
    // Everything that says one of those tokens is told of, and nothing twice.
    const says = (c: Component): boolean =>
      /\{(color\.buoy(-hover|-pressed)?|corner\.(soft|card))\}/u.test(JSON.stringify([c.nodes, c.rules]));
    const rows = changes.flatMap((c) => c.before ?? []);
    for (const c of Object.values(skerry.components)) if (says(c)) expect(rows, c.name).toContain(c.id);
    expect(new Set(rows).size).toBe(rows.length);
    expect(changes.at(-1)).toMatchObject({ what: 'new', name: 'Photo card' });
  });
});

describe('the version after', () => {
  it('is told by the gravest difference', () => {
    expect(nextVersion(undefined, skerry)).toMatchObject({ version: '1.0.0' });
    expect(nextVersion(skerry, next())).toEqual({ version: '2.1.1', change: 'patch', why: [] });
    const less = withComponent('action', (c) => withProp(c, 'height', () => null));
    expect(nextVersion(skerry, less)).toEqual({
      version: '3.0.0',
      change: 'major',
      why: ['Action: no height any more'],
    });
    const { 'color.navy': navy, ...rest } = skerry.tokens;
    expect(nextVersion(skerry, next({ tokens: rest })).change).toBe('major');
    const named = {
      ...skerry.tokens,
      'color.kelp-two': { ...(navy as Kit['tokens'][string]), path: 'color.kelp-two' },
    };
    expect(nextVersion(skerry, next({ tokens: named }))).toEqual({
      version: '2.2.0',
      change: 'minor',
      why: ['1 new token: color.kelp-two'],
    });
    const dyed = { ...skerry.tokens, 'color.navy': { ...(navy as Kit['tokens'][string]), value: '#010203' } };
    const patch = nextVersion(skerry, next({ tokens: dyed }));
    expect(patch).toMatchObject({ version: '2.1.1', change: 'patch' });
    expect(patch.why[0]).toContain('color.navy');
  });
  it('is a greater one where a list has a field less, or a number goes less far', () => {
    const { c, p } = first('list');
    const less = withComponent(c.id, (x) =>
      withProp(x, p.id, (y) => ({ ...y, item: (p.item ?? []).slice(1), default: [] }) as Prop),
    );
    expect(nextVersion(skerry, less).change).toBe('major');
  });
});
