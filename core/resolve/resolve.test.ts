import { describe, expect, it } from 'vitest';
import { sailings } from '../../kits/demo/content.js';
import { demoProjects } from '../../kits/demo/index.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { tile } from '../../bench/generated.js';
import {
  blankScreen,
  emptyProject,
  explain,
  newInstance,
  lookupIn,
  modesOf,
  resolve,
  type InstanceNode,
  type Node,
  type Project,
  type RNode,
  type Screen,
  type Override,
  appliedKitsOf,
  type World,
} from '../index.js';
import { coloursIn } from './index.js';
import { demos } from '../../testing/demo.js';

const { kits } = shippedKits();
const PLY = 'plywood@1.0.0';
const set = (
  component: string,
  name: string,
  value: Override['value'],
  at: readonly string[] = [],
  kind: Override['kind'] = 'prop',
): Override => ({ home: `${PLY}/${component}`, at, kind, name, value });
const use = (
  id: string,
  component: string,
  overrides: readonly Override[] = [],
  more: Partial<InstanceNode> = {},
): InstanceNode => ({
  ...newInstance(id, component.includes('/') ? component : `${PLY}/${component}`, {}, overrides),
  ...more,
});
function made(
  nodes: readonly Node[],
  top: readonly string[],
  more: Partial<Project> = {},
): { world: World; screen: Screen } {
  const blank = blankScreen('s', 'S', 'f', 'phone', 390, 844);
  const screen: Screen = {
    ...blank,
    nodes: {
      ...Object.fromEntries(nodes.map((n) => [n.id, n])),
      root: { ...(blank.nodes['root'] as Extract<Node, { type: 'box' }>), children: top },
    },
  };
  return { world: { project: { ...emptyProject('p', 'P', PLY), screens: [screen], ...more }, kits }, screen };
}
const all = (n: RNode): RNode[] => [n, ...n.children.flatMap(all)];
const text = (n: RNode): string[] => all(n).flatMap((x) => (x.type === 'text' && x.text !== '' ? [x.text] : []));

describe('the cascade', () => {
  it('lets the outermost win: the original, then the prop of what encloses it, then the screen', () => {
    const says = (...overrides: Override[]): unknown => {
      const { world, screen } = made([use('card', 'card', overrides)], ['card']);
      return all(resolve(world, screen).root).find((n) => n.key === 'card/action')?.instance?.props['label'];
    };
    const shown = set('card', 'action', 'Read');
    expect(says(shown)).toBe('Read');
    expect(says(shown, set('card', 'label', 'Mine', ['action']))).toBe('Mine');
    expect(says(set('card', 'label', 'Mine', ['action']), shown)).toBe('Mine');
  });
  it('explains where a value came from', () => {
    const { world, screen } = made([use('b', 'button', [set('button', 'kind', 'warning')])], ['b']);
    const layers = explain(world, screen, 'b/root', 'fill');
    expect(layers.at(-1)?.from).toBe('rule');
    expect(layers.length).toBeGreaterThan(0);
  });
  it('never throws on what is not there: it is passed over or marked', () => {
    const { world, screen } = made(
      [
        use('a', `${PLY}/gone`),
        use('b', 'button', [set('button', 'nothing', 'x'), set('button', 'x', 1, ['no', 'where'])]),
      ],
      ['a', 'b', 'missing'],
    );
    const found = all(resolve(world, screen).root);
    expect(found.filter((n) => n.type === 'broken')).toHaveLength(1);
    expect(found.some((n) => n.instance?.name === 'Button')).toBe(true);
  });
});

describe('slots', () => {
  it('hold a thing of their own kind: a card in a card is no circle', () => {
    const { world, screen } = made(
      [
        use('outer', 'card', [], { fills: [{ home: `${PLY}/card`, slot: 'inside', children: ['inner'] }] }),
        use('inner', 'card', [set('card', 'heading', 'Inner')]),
      ],
      ['outer'],
    );
    const found = all(resolve(world, screen).root);
    expect(found.filter((n) => n.type === 'broken')).toEqual([]);
    expect(text(resolve(world, screen).root)).toContain('Inner');
  });
  it('mark an original that contains itself instead of going on for ever', () => {
    const own = tile(4);
    const loop = {
      ...own,
      nodes: {
        ...own.nodes,
        root: { ...(own.nodes['root'] as Extract<Node, { type: 'box' }>), children: ['title', 'self'] },
        self: newInstance('self', 'project/tile'),
      },
    };
    const { world, screen } = made([use('t', 'project/tile')], ['t'], { originals: { tile: loop } });
    expect(all(resolve(world, screen).root).filter((n) => n.type === 'broken')).toHaveLength(1);
  });
  it('take no room while empty, unless they must be filled', () => {
    const { world, screen } = made([use('c', 'card'), use('r', 'card-row')], ['c', 'r']);
    const slots = all(resolve(world, screen).root).filter((n) => n.type === 'slot');
    expect(slots.map((s) => s.slot?.slot)).toEqual(['cards']);
  });
  it('pass down what is inherited: a table’s density reaches every cell, and a header stays a header', () => {
    const project = demoProjects(kits).find((p) => p.id === 'norrvik-crossings') as Project;
    const screen = project.screens.find((s) => s.id === 'manifest') as Screen;
    const cells = all(resolve({ project, kits }, screen).root).filter((n) => n.instance?.role === 'cell');
    expect(cells.length).toBe(8 * 15);
    expect(new Set(cells.map((c) => c.instance?.props['spacing']))).toEqual(new Set(['close']));
    expect(cells.filter((c) => c.instance?.props['guise'] === 'head')).toHaveLength(8);
  });
});

describe('series', () => {
  it('show one item a row, each free to differ by its key', () => {
    const { world, screen } = made(
      [
        {
          id: 'ser',
          type: 'series',
          attrs: { flow: 'column', gap: 4 },
          item: 'it',
          rows: 'sailings',
          entries: [{ key: 'r3', overrides: { it: [set('list-item', 'title', 'Mine')] } }],
        },
        { ...use('it', 'list-item'), bind: { 'props.title': 'row.c1', 'props.note': 'row.c2' } },
      ],
      ['ser'],
      { contentSets: { sailings } },
    );
    const items = all(resolve(world, screen).root).filter((n) => n.instance?.role === 'listitem');
    expect(items.map((i) => i.instance?.props['title'])).toEqual(['06:30', '09:15', 'Mine', '14:40', '18:05', '22:20']);
    expect(items[0]?.key).toBe('ser/#r1/it');
  });
});

describe('what is remembered', () => {
  it('is what would be resolved: every demo screen equals a copy that was never seen', () => {
    for (const project of demoProjects(kits)) {
      const world = { project, kits };
      for (const s of project.screens) resolve(world, s);
      for (const s of project.screens) {
        const copy = structuredClone(s) as Screen;
        const strip = (n: RNode): unknown => ({
          key: n.key,
          type: n.type,
          look: n.look,
          props: n.instance?.props,
          children: n.children.map(strip),
        });
        expect(strip(resolve(world, s).root), s.name).toEqual(
          strip(resolve({ project: { ...project }, kits }, copy).root),
        );
      }
    }
  });
  it('follows a change of an original and of a content set', () => {
    const first = made([use('t', 'project/tile')], ['t'], { originals: { tile: tile(4) } });
    const gap = (w: World, s: Screen): number => (resolve(w, s).root.children[0] as RNode).look.gap;
    expect(gap(first.world, first.screen)).toBe(4);
    expect(
      gap({ ...first.world, project: { ...first.world.project, originals: { tile: tile(9) } } }, first.screen),
    ).toBe(9);
    const list = made(
      [use('l', 'filter-row', [set('filter-row', 'chips', { rows: 'sailings', fields: { label: 'c3' } })])],
      ['l'],
      { contentSets: { sailings } },
    );
    expect(text(resolve(list.world, list.screen).root)).toContain('MV Petrel');
    const renamed = {
      ...sailings,
      rows: sailings.rows.map((r) => ({ ...r, values: { ...r.values, c3: 'MV Heron' } })),
    };
    expect(
      text(
        resolve({ ...list.world, project: { ...list.world.project, contentSets: { sailings: renamed } } }, list.screen)
          .root,
      ),
    ).toContain('MV Heron');
  });
});

describe('colours in another mode', () => {
  it('are told from the tree as it is, and are those of the tree made in that mode', () => {
    let others = 0;
    for (const project of demos)
      for (const screen of project.screens) {
        const world: World = { project, kits };
        const appliedKits = appliedKitsOf(project, screen);
        const plain = resolve(world, screen);
        for (const mode of plain.mainKit ? modesOf(plain.mainKit) : []) {
          const terms = { world, appliedKits, main: plain.mainKit, mode, look: lookupIn(world) };
          const pairs = (a: RNode, b: RNode): void => {
            const { fill, color } = coloursIn(terms, a.look);
            expect({ key: a.key, fill, color }).toEqual({ key: b.key, fill: b.look.fill, color: b.look.color });
            if (fill !== a.look.fill) others++;
            a.children.forEach((c, i) => pairs(c, b.children[i] as RNode));
          };
          pairs(plain.root, resolve(world, screen, { mode }).root);
        }
      }
    expect(others).toBeGreaterThan(100);
  });
});
