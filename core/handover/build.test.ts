import { describe, expect, it } from 'vitest';
import { demos, fonts, kits } from '../../testing/demo.js';
import {
  buildSheet,
  compareProjects,
  layout,
  resolve,
  wearsOf,
  type Project,
  type Screen,
  type World,
} from '../index.js';

const project = demos.find((d) => d.id === 'norrvik-crossings') as Project;
const world: World = { project, kits };
const screen = project.screens.find((s) => s.id === 'detail') as Screen;
const made = resolve(world, screen);
const root = layout(made, fonts);
const said = { world, wears: wearsOf(project, screen), main: made.mainKit, mode: '' };

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
    expect(action?.behaviours).toEqual(['When its action is pressed, go to Who is coming'.replace('When', 'when')]);
    expect(action?.contract.some((c) => c.chosen)).toBe(true);
    expect(action?.contract.some((c) => !c.chosen)).toBe(true);
  });
  it('of what is not there is none', () => expect(buildSheet(said, screen, root, 'gone')).toBeNull());
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
