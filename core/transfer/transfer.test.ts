import { describe, expect, it } from 'vitest';
import { someProject, someValue } from '../../testing/project.js';
import { Chance } from '../../testing/random.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  applyEdit,
  applyRebrand,
  blankScreen,
  transferInstance,
  chooseSteps,
  componentAt,
  emptyProject,
  findAt,
  lensKits,
  listItems,
  newInstance,
  pairContracts,
  planRebrand,
  choosePair,
  resolve,
  reviewScreen,
  sheetKey,
  shownComponent,
  appliedKitsOf,
  type Component,
  type ContentSet,
  type InstanceNode,
  type Kit,
  type Node,
  type Project,
  type RNode,
  type Screen,
  type Override,
  type Step,
  type Target,
  type World,
} from '../index.js';

const { kits, fonts } = shippedKits();
const PLY = 'plywood@1.0.0';
const SKERRY = 'skerry-line@2.1.0';
const plywood = kits.get(PLY) as Kit;

function act(world: World, steps: readonly Step[]): World {
  const got = applyEdit(world.project, { id: 'e', label: 'e', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  return { ...world, project: got.project };
}
const rebrand = (world: World, from: string, to: string): World =>
  act(world, applyRebrand(world, planRebrand(world, from, to)));
function onScreen(nodes: readonly Node[], children: readonly string[], more: Partial<Project> = {}, kit = PLY): World {
  const blank = blankScreen('s', 'S', 'flow-1', 'phone', 390, null);
  const root = blank.nodes['root'] as Node & { type: 'box' };
  const screen: Screen = {
    ...blank,
    nodes: { root: { ...root, children }, ...Object.fromEntries(nodes.map((n) => [n.id, n])) },
  };
  return { project: { ...emptyProject('p', 'P', kit), screens: [screen], ...more }, kits };
}
const screenOf = (w: World): Screen => w.project.screens[0] as Screen;
const nodeOf = (w: World, id: string): InstanceNode => screenOf(w).nodes[id] as InstanceNode;
const all = (n: RNode): RNode[] => [n, ...n.children.flatMap(all)];
const texts = (w: World): string[] =>
  all(resolve(w, 's').root).flatMap((n) => (n.type === 'text' && n.look.visible && n.text !== '' ? [n.text] : []));
const prop = (home: string, name: string, value: Override['value']): Override => ({
  home,
  at: [],
  kind: 'prop',
  name,
  value,
});

/** Every place below an instance, as it is shown, where a prop can be chosen. */
function places(world: World, node: InstanceNode): { target: Target; key: string }[] {
  const appliedKits = appliedKitsOf(world.project, screenOf(world));
  const found: { target: Target; key: string }[] = [];
  const walk = (ref: string, at: readonly string[]): void => {
    const c = componentAt(world, ref);
    if (!c || at.length > 5) return;
    for (const p of c.contract.props)
      if (p.kind !== 'list') found.push({ target: { at, kind: 'prop', name: p.id }, key: [node.id, ...at].join('/') });
    for (const n of Object.values(c.nodes))
      if (n.type === 'instance') walk(shownComponent(appliedKits, n.component), [...at, n.id]);
  };
  walk(shownComponent(appliedKits, node.component), []);
  return found;
}

describe('an edit made under another brand', () => {
  it('shows where it was made, however deep, and is gone without a trace when it is put back', () => {
    // An original of the project, made of kit components, one within the other: three boundaries deep once worn.
    const tile: Component = {
      id: 'tile',
      name: 'Tile',
      role: 'card',
      family: 'Own',
      summary: '',
      words: [],
      contract: { props: [], slots: [], states: [], events: [] },
      root: 'root',
      rules: [],
      nodes: {
        root: { id: 'root', type: 'box', attrs: {}, children: ['dialog', 'card'] },
        dialog: newInstance('dialog', `${PLY}/dialog`),
        card: newInstance('card', `${PLY}/card`),
      },
    };
    const outer: Component = {
      ...tile,
      id: 'outer',
      name: 'Outer',
      nodes: {
        root: { id: 'root', type: 'box', attrs: {}, children: ['tile'] },
        tile: newInstance('tile', 'project/tile'),
      },
    };
    let world = onScreen([newInstance('a', 'project/outer'), newInstance('b', `${PLY}/dialog`)], ['a', 'b'], {
      originals: { tile, outer },
    });
    world = rebrand(world, PLY, SKERRY);
    const chance = new Chance(5);
    let tried = 0;
    let deep = 0;
    for (const id of ['a', 'b'])
      for (const { target, key } of places(world, nodeOf(world, id))) {
        const appliedKits = appliedKitsOf(world.project, screenOf(world));
        const found =
          target.at.length === 0
            ? componentAt(world, shownComponent(appliedKits, nodeOf(world, id).component))
            : findAt(world, appliedKits, nodeOf(world, id), target.at)?.instance?.component;
        const p = found?.contract.props.find((x) => x.id === target.name);
        if (!p) continue;
        const value = someValue(chance, p);
        const next = act(world, chooseSteps(world, appliedKits, 'screen:s', nodeOf(world, id), target, value));
        const part = all(resolve(next, 's').root).find((n) => n.key === key);
        tried++;
        if (target.at.length >= 3) deep++;
        // A part that rules hide, for want of a text say, cannot be looked at.
        if (part) expect(part.instance?.props[target.name], `${key} ${target.name}`).toEqual(value);
        const transferred = transferInstance(next, appliedKits, nodeOf(next, id));
        expect(transferred.ledger.some((e) => e.outcome === 'parked')).toBe(false);
      }
    expect(tried).toBeGreaterThan(40);
    expect(deep).toBeGreaterThan(5);
  });
  it('holds for any prop of any component on generated screens', () => {
    let tried = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const chance = new Chance(seed);
      let world: World = { project: someProject(chance, plywood, 1), kits };
      world = rebrand(world, PLY, SKERRY);
      const s = world.project.screens[0] as Screen;
      const appliedKits = appliedKitsOf(world.project, s);
      for (const n of Object.values(s.nodes)) {
        if (n.type !== 'instance') continue;
        const p = chance.maybe(
          componentAt(world, shownComponent(appliedKits, n.component))?.contract.props.filter(
            (x) => x.kind !== 'list',
          ) ?? [],
        );
        if (!p) continue;
        const value = someValue(chance, p);
        const target: Target = { at: [], kind: 'prop', name: p.id };
        const next = act(world, chooseSteps(world, appliedKits, `screen:${s.id}`, n, target, value));
        const after = next.project.screens[0]?.nodes[n.id] as InstanceNode;
        expect(
          transferInstance(next, appliedKits, after).overrides.find((c) => c.at.length === 0 && c.name === p.id)?.value,
        ).toEqual(value);
        tried++;
      }
    }
    expect(tried).toBeGreaterThan(150);
  });
});

describe('what waits', () => {
  it('is kept on the items of a list that is edited while another brand shows it', () => {
    // A list whose items have a field that the other kit's list has no place for.
    const pairs = [...kits.values()]
      .flatMap((k) => Object.values(k.components))
      .flatMap((c) => c.contract.props.filter((p) => p.kind === 'list').map((p) => ({ c, p })));
    expect(pairs.length).toBeGreaterThan(3);
    const item = (id: string, name: string): Component['contract']['props'][number] => ({
      id,
      name,
      kind: 'text',
      default: '',
      description: '',
    });
    const list = (id: string, fields: readonly [string, string][]): Component => ({
      id,
      name: id,
      role: 'tablist',
      family: 'Own',
      summary: '',
      words: [],
      root: 'root',
      rules: [],
      nodes: { root: { id: 'root', type: 'box', attrs: {}, children: [] } },
      contract: {
        props: [
          {
            id: 'items',
            name: 'Items',
            kind: 'list',
            default: [],
            description: '',
            means: 'items',
            item: fields.map(([a, b]) => item(a, b)),
          },
        ],
        slots: [],
        states: [],
        events: [],
      },
    });
    const originals = {
      rich: list('rich', [
        ['label', 'Label'],
        ['secret', 'Quay'],
      ]),
      poor: list('poor', [['label', 'Label']]),
    };
    const value = [
      { key: 'k1', values: { label: 'One', secret: 'North' } },
      { key: 'k2', values: { label: 'Two', secret: 'South' } },
    ];
    let world = onScreen([newInstance('a', 'project/rich', {}, [prop('project/rich', 'items', value)])], ['a'], {
      originals,
    });
    world = act(world, [
      { do: 'set', tree: 'screen:s', node: 'a', field: 'component', value: 'project/poor' },
      { do: 'set', tree: 'screen:s', node: 'a', field: 'placed', value: 'project/rich' },
    ]);
    const target: Target = { at: [], kind: 'prop', name: 'items' };
    const shown = listItems(transferInstance(world, [], nodeOf(world, 'a')).overrides[0]?.value);
    expect(shown.map((i) => i.values)).toEqual([{ label: 'One' }, { label: 'Two' }]);
    const edit = (label: string): void => {
      const now = listItems(transferInstance(world, [], nodeOf(world, 'a')).overrides[0]?.value);
      world = act(
        world,
        chooseSteps(
          world,
          [],
          'screen:s',
          nodeOf(world, 'a'),
          target,
          now.map((i) => ({ key: i.key, values: { ...i.values, ...(i.key === 'k2' ? { label } : {}) } })),
        ),
      );
    };
    edit('Changed');
    edit('Changed again');
    world = act(world, [
      { do: 'set', tree: 'screen:s', node: 'a', field: 'component', value: 'project/rich' },
      { do: 'set', tree: 'screen:s', node: 'a', field: 'placed', value: null },
    ]);
    const back = listItems(transferInstance(world, [], nodeOf(world, 'a')).overrides[0]?.value);
    expect(back.map((i) => i.values)).toEqual([
      { label: 'One', secret: 'North' },
      { label: 'Changed again', secret: 'South' },
    ]);
  });
  it('is shown by a series over rows whose item was swapped: its rows go on showing', () => {
    const set: ContentSet = {
      id: 'c',
      name: 'C',
      columns: [{ id: 'name', name: 'Name', kind: 'text' }],
      rows: [
        { key: 'r1', values: { name: 'Skerrow' } },
        { key: 'r2', values: { name: 'Hestness' } },
      ],
    };
    const item: Node = { ...newInstance('i', `${PLY}/list-item`), bind: { 'props.title': 'row.name' } };
    let world = onScreen(
      [{ id: 'list', type: 'series', attrs: {}, item: 'i', rows: 'c', entries: [] }, item],
      ['list'],
      { contentSets: { c: set } },
    );
    expect(texts(world)).toEqual(expect.arrayContaining(['Skerrow', 'Hestness']));
    world = act(world, [
      { do: 'set', tree: 'screen:s', node: 'i', field: 'component', value: `${PLY}/card` },
      { do: 'set', tree: 'screen:s', node: 'i', field: 'placed', value: `${PLY}/list-item` },
    ]);
    expect(texts(world)).toEqual(expect.arrayContaining(['Skerrow', 'Hestness']));
  });
  it('is in the ledger and the review of a rebrand also when it was chosen on one item of a series', () => {
    // A component with one prop that the other kit shows, and one that it has nothing for.
    const pairs = Object.values(planRebrand(onScreen([], []), PLY, SKERRY).sheet.pairs);
    const ends = (p: (typeof pairs)[number], there: boolean): string | undefined =>
      Object.keys(p.props).find(
        (id) =>
          (p.props[id]?.to !== null) === there &&
          componentAt(onScreen([], []), p.from)?.contract.props.find((x) => x.id === id)?.kind !== 'list',
      );
    const pair = pairs.find((p) => p.to !== null && ends(p, true) !== undefined && ends(p, false) !== undefined);
    const world0 = onScreen([], []);
    const chance = new Chance(1);
    const overrides = [true, false].map((there): Override => {
      const p = componentAt(world0, pair?.from ?? '')?.contract.props.find((x) => x.id === ends(pair!, there));
      return prop(pair?.from ?? '', p?.id ?? '', p ? someValue(chance, p) : '');
    });
    const world = onScreen(
      [
        {
          id: 'list',
          type: 'series',
          attrs: {},
          item: 'i',
          entries: [
            { key: 'k1', overrides: { i: overrides } },
            { key: 'k2', overrides: {} },
          ],
        },
        newInstance('i', pair?.from ?? ''),
      ],
      ['list'],
    );
    const after = lensKits(world, screenOf(world), SKERRY);
    const review = reviewScreen(world, screenOf(world), after, fonts);
    expect(review.counts.mapped).toBe(1);
    expect(review.issues.filter((f) => f.type === 'parked')).toHaveLength(1);
  });
});

describe('what is held', () => {
  it('keeps the cells of a checkbox column empty when a wireframe kit is put on', () => {
    const set: ContentSet = {
      id: 'c',
      name: 'C',
      columns: [{ id: 'paid', name: 'Paid', kind: 'flag' }],
      rows: [
        { key: 'r1', values: { paid: true } },
        { key: 'r2', values: { paid: false } },
      ],
    };
    const skerry = kits.get(SKERRY) as Kit;
    const column = Object.values(skerry.components).find((c) => c.role === 'column') as Component;
    const guise = column.contract.props.find((p) => p.means === 'guise');
    const cells = column.contract.props.find((p) => p.kind === 'list');
    const flag = cells?.item?.find((p) => p.means === 'checked');
    const ref = `${SKERRY}/${column.id}`;
    const overrides = [
      prop(ref, guise?.id ?? '', guise?.options?.find((o) => o.means === 'checkbox')?.id ?? ''),
      prop(ref, cells?.id ?? '', { rows: 'c', fields: { [flag?.id ?? '']: 'paid' } }),
    ];
    const world = onScreen(
      [newInstance('a', ref, { width: 'stretch' }, overrides)],
      ['a'],
      { contentSets: { c: set } },
      SKERRY,
    );
    expect(texts(rebrand(world, SKERRY, PLY))).not.toContain('Cell');
  });
});

describe('what is matched', () => {
  it('is matched again when a component inside changes its role', () => {
    const inner = (role: string): Component => ({
      id: 'x',
      name: 'X',
      role,
      family: '',
      summary: '',
      words: [],
      contract: { props: [], slots: [], states: [], events: [] },
      root: 'root',
      rules: [],
      nodes: { root: { id: 'root', type: 'box', attrs: {}, children: [] } },
    });
    const outer = (part: string, uses: string): Component => ({
      ...inner('card'),
      nodes: { root: { id: 'root', type: 'box', attrs: {}, children: [part] }, [part]: newInstance(part, uses) },
    });
    const a = outer('first', 'k/one');
    const b = outer('other', 'k/two');
    const lookup = (roles: Record<string, string>) => (ref: string) =>
      roles[ref] === undefined ? undefined : inner(roles[ref]);
    const same = lookup({ 'k/one': 'button', 'k/two': 'button' });
    const differs = lookup({ 'k/one': 'button', 'k/two': 'img' });
    expect(pairContracts('a', a, 'b', b, same, false).parts['first']).toBe('other');
    expect(pairContracts('a', a, 'b', b, differs, false).parts['first']).toBeNull();
  });
  it('does not depend on the order of the record that holds the parts', () => {
    const turned = (c: Component): Component => ({
      ...c,
      nodes: Object.fromEntries(Object.entries(c.nodes).reverse()),
    });
    const look = (ref: string): Component | undefined =>
      componentAt({ project: emptyProject('p', 'P', PLY), kits }, ref);
    let compared = 0;
    for (const a of Object.values(plywood.components))
      for (const b of Object.values((kits.get(SKERRY) as Kit).components)) {
        if (a.role !== b.role) continue;
        compared++;
        expect(pairContracts('a', turned(a), 'b', turned(b), look, false).parts).toEqual(
          pairContracts('a', a, 'b', b, look, false).parts,
        );
      }
    expect(compared).toBeGreaterThan(30);
  });
  it('shows through a lens as it was corrected since', () => {
    const world = onScreen([newInstance('a', `${PLY}/button`)], ['a']);
    const before = lensKits(world, screenOf(world), SKERRY);
    expect(lensKits(world, screenOf(world), SKERRY)).toBe(before);
    const other = `${SKERRY}/${Object.keys((kits.get(SKERRY) as Kit).components)[7] ?? ''}`;
    const sheet = choosePair(world, planRebrand(world, PLY, SKERRY).sheet, `${PLY}/button`, other);
    const next = act(world, [{ do: 'sheet', key: sheetKey(PLY, SKERRY), value: sheet }]);
    expect(shownComponent(lensKits(next, screenOf(next), SKERRY), `${PLY}/button`)).toBe(other);
  });
});
