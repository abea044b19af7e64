import { describe, expect, it } from 'vitest';
import { demos, fonts, kits } from '../../testing/demo.js';
import {
  buildSheet,
  changedThings,
  compareProjects,
  newInstance,
  sheetChanges,
  layout,
  resolve,
  appliedKitsOf,
  type Project,
  type Screen,
  type World,
} from '../index.js';

const project = demos.find((d) => d.id === 'norrvik-crossings') as Project;
const world: World = { project, kits };
const screen = project.screens.find((s) => s.id === 'detail') as Screen;
const made = resolve(world, screen);
const root = layout(made, fonts);
const said = { world, appliedKits: appliedKitsOf(project, screen), main: made.mainKit, mode: '' };

describe('a build sheet', () => {
  it('says tokens where tokens are said, and the values they have', () => {
    const sheet = buildSheet(said, screen, root, 'detail-4');
    expect(sheet?.values.find((v) => v.name === 'Ground')).toMatchObject({
      token: expect.stringMatching(/^color\./u) as string,
    });
    expect(sheet?.css).toMatch(/var\(--color-/u);
    // Every custom property that is used is given.
    for (const [, name = ''] of (sheet?.css ?? '').matchAll(/var\((--[\w-]+)\)/gu))
      expect(sheet?.css).toContain(`${name}: `);
    expect(sheet?.element).toMatch(/^<skerry-/u);
  });
  it('tells what was chosen from what holds by itself, and what the thing does in the words of Details', () => {
    const action = buildSheet(said, screen, root, 'detail-11');
    expect(action?.interactions).toEqual(['When its action is pressed, go to Who is coming'.replace('When', 'when')]);
    expect(action?.contract.some((c) => c.chosen)).toBe(true);
    expect(action?.contract.some((c) => !c.chosen)).toBe(true);
  });
  it('says how it looks under the pointer, with focus and pressed, each custom property given', () => {
    const css = buildSheet(said, screen, root, 'detail-11')?.css ?? '';
    const moments = [...css.matchAll(/^\.([\w-]+)(:hover|:focus-visible|:active)(?: \.([\w-]+))? \{\n([^}]+)\}/gmu)];
    expect(new Set(moments.map((m) => m[2]))).toEqual(new Set([':hover', ':focus-visible', ':active']));
    for (const [, own, , part, body = ''] of moments) {
      for (const name of [own, part ?? own]) expect(css).toContain(`.${name ?? ''} {`);
      for (const [, name = ''] of body.matchAll(/var\((--[\w-]+)\)/gu)) expect(css).toContain(`${name}: `);
    }
    // Later ones win: what is pressed is under the pointer, too.
    expect(css.lastIndexOf(':hover')).toBeLessThan(css.indexOf(':active'));
  });
  it('of what is not there is none', () => expect(buildSheet(said, screen, root, 'gone')).toBeNull());
});

describe('what changed since', () => {
  const later = (change: (s: Screen) => Screen) => {
    const next = change(screen);
    const w: World = { project: { ...project, screens: project.screens.map((s) => (s === screen ? next : s)) }, kits };
    const r = resolve(w, next);
    return buildSheet({ ...said, world: w }, next, layout(r, fonts), 'detail-11');
  };
  const was = buildSheet(said, screen, root, 'detail-11');
  const now = later((s) => s);
  it('of what is the same is nothing; of what was not there, that it is new', () => {
    if (!was || !now) return expect.fail('There is no sheet');
    expect(sheetChanges(was, now)).toEqual([]);
    expect(sheetChanges(null, now)).toEqual(['It is new']);
  });
  it('is told in measures, contract, texts, tokens and what it does', () => {
    const node = screen.nodes['detail-11'];
    if (node?.type !== 'instance' || !was) return expect.fail('There is no instance');
    const label = was.contract.find((c) => c.chosen && c.value !== '' && was.texts.includes(c.value));
    const prop = Object.values(kits.get('skerry-line@2.1.0')?.components ?? {})
      .find((c) => c.name === was.component?.name)
      ?.contract.props.find((p) => p.name === label?.name);
    if (!prop) return expect.fail('It says nothing');
    const other = later((s) => ({
      ...s,
      nodes: {
        ...s.nodes,
        'detail-11': {
          ...node,
          interactions: [],
          overrides: [
            ...node.overrides.filter((x) => x.name !== prop.id),
            { home: node.component, at: [], kind: 'prop', name: prop.id, value: 'Quite another' },
          ],
        },
      },
    }));
    if (!other) return expect.fail('There is no sheet');
    const words = sheetChanges(was, other);
    expect(words).toContain(`${prop.name} was “${label?.value ?? ''}”, and is “Quite another”`);
    expect(words).toContain(`Text was “${label?.value ?? ''}”, and is “Quite another”`);
    expect(words).toContain('What it does gone: when its action is pressed, go to Who is coming');
  });
  it('marks the things that are said otherwise, and those that are new', () => {
    const node = screen.nodes['detail-4'] as Screen['nodes'][string];
    const next: Screen = {
      ...screen,
      nodes: {
        ...screen.nodes,
        'detail-4': { ...node, attrs: { ...node.attrs, opacity: 0.5 } },
        fresh: newInstance('fresh', 'skerry-line@2.1.0/action'),
      },
    };
    expect([...changedThings(world, next)]).toEqual([
      ['detail-4', 'changed'],
      ['fresh', 'new'],
    ]);
  });
});

describe('two states of a project', () => {
  const changed = (change: (p: Project) => Project) => compareProjects(world, { project: change(project), kits });
  it('that are the same differ in nothing', () =>
    expect(changed((p) => ({ ...p }))).toEqual({ screens: [], rest: [] }));
  it('tell what is new, gone and another, thing by thing', () => {
    const got = changed((p) => {
      const [first, ...others] = p.screens as [Screen, ...Screen[]];
      const node = screen.nodes['detail-4'] as Screen['nodes'][string];
      const next = {
        ...screen,
        name: 'Detail',
        nodes: { ...screen.nodes, 'detail-4': { ...node, attrs: { ...node.attrs, opacity: 0.5 } } },
      };
      return {
        ...p,
        screens: [
          ...others.map((s) => (s.id === 'detail' ? next : s)),
          { ...first, id: 'fresh', name: 'Fresh' },
        ] as Screen[],
      };
    });
    expect(got.screens.map((s) => [s.id, s.what])).toEqual([
      ['detail', 'changed'],
      ['fresh', 'new'],
      ['find', 'gone'],
    ]);
    expect(got.screens[0]?.words).toContain('Its name was “Sailing detail”, and is “Detail”');
    expect(got.screens[0]?.words.some((w) => w.endsWith('opacity was nothing, and is 0.5'))).toBe(true);
  });
});
