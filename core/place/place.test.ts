import { describe, expect, it } from 'vitest';
import { norrvik, summit } from '../../kits/demo/screens.js';
import { demoProjects } from '../../kits/demo/index.js';
import { manifest, sailings } from '../../kits/demo/content.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  applyEdit,
  arithmetic,
  bindColumns,
  blankScreen,
  buildPieces,
  childrenOf,
  emptyProject,
  suggestNext,
  SAMPLE_SETS,
  sampleContentSet,
  nameByPattern,
  placeSteps,
  readOutline,
  readPlaceLine,
  readRows,
  suggestIcons,
  tableColumns,
  updateRows,
  vocabulary,
  writeOutline,
  writeRows,
  type ContentSet,
  type Kit,
  type Node,
  type Nodes,
  type Project,
  type World,
} from '../index.js';

const { kits } = shippedKits();
const kit = (id: string): Kit => [...kits.values()].find((k) => k.id === id) as Kit;
const plywood = kit('plywood');
const read = (line: string, sets: readonly ContentSet[] = []) =>
  readPlaceLine(line, vocabulary(plywood), plywood, sets);
const names = (line: string): string[] => read(line).items.map((i) => `${i.count} ${i.thing.name}`);

describe('a place line', () => {
  it.each([
    ['3 field From, To, Date', ['3 Field']],
    ['input', ['1 Field']],
    ['dropdown', ['1 Select']],
    ['toggle', ['1 Switch']],
    ['buton', ['1 Button']],
    [
      'top bar Trips, search, filter row, 6 list item, tab bar',
      ['1 Top bar', '1 Search field', '1 Filter row', '6 List item', '1 Tab bar'],
    ],
    ['card with heading Today, text, button Book', ['1 Card']],
    ['row', ['1 Row']],
    ['plain text Hello', ['1 Text']],
    ['3 list item Bread, Milk, Eggs', ['3 List item']],
    ['phone page', ['1 Phone list page']],
  ])('%s', (line, wanted) => expect(names(line)).toEqual(wanted));
  it('gives each of several its own content, and icons by name', () => {
    expect(read('3 list item Sail (ship), Sleep (bed), Pay').items[0]?.values).toEqual([
      { title: 'Sail', icon: 'ship' },
      { title: 'Sleep', icon: 'bed' },
      { title: 'Pay' },
    ]);
  });
  it('reads variant words, props behind “with”, and what goes inside', () => {
    expect(read('warning button Delete').items[0]?.values).toEqual([{ kind: 'warning', label: 'Delete' }]);
    const card = read('card with heading Today, button Book').items[0];
    expect(card?.values).toEqual([{ heading: 'Today' }]);
    expect(card?.children.map((c) => c.thing.name)).toEqual(['Button']);
  });
  it('leaves a comma within a number alone', () =>
    expect(read('notice Snow above 1,600 m').items[0]?.values).toEqual([{ title: 'Snow above 1,600 m' }]));
  it('fills two props from content with a colon, quoted or not', () => {
    for (const l of ['field Full name: Asta', 'field "Full name": "Asta"'])
      expect(read(l).items[0]?.values).toEqual([{ label: 'Full name', value: 'Asta' }]);
  });
  it('takes quoted content as it is, commas and all', () => {
    expect(read('button "Save, then go with it"').items[0]?.values).toEqual([{ label: 'Save, then go with it' }]);
  });
  it.each([
    ['zzzz', /called “zzzz”/u],
    ['button with button Other', /Button has no slot/u],
    ['300 button', /at most 200/u],
    ['badge with kind purple', /Kind of Badge takes Plain, Good, Bad, Dark; “purple” is none/u],
    [`button ${'x'.repeat(5000)}`, /at most 4000/u],
  ])('says what is wrong with %s', (line, why) => {
    expect(read(line).problem).toMatch(why);
    expect(read(line).items).toEqual([]);
  });
  it('makes a table from a content set, each column in the guise that fits', () => {
    const plan = read('table from Manifest', [manifest]);
    expect(plan.says).toBe('places Table of 14 rows from Manifest');
    const [piece] = buildPieces(plan, ids());
    const columns = Object.values(piece?.nodes ?? {}).filter(
      (n): n is Extract<Node, { type: 'instance' }> => n.type === 'instance' && n.component.endsWith('/column'),
    );
    expect(columns.map((c) => c.overrides.find((s) => s.name === 'kind')?.value)).toEqual([
      'checkbox',
      'avatar',
      'text',
      'text',
      'number',
      'badge',
      'text',
      'number',
    ]);
  });
  it('says nothing is to be made without a column component', () => {
    const table = Object.values(plywood.components).find((c) => c.role === 'table');
    expect(table && tableColumns('plywood@1.0.0/table', table, [], manifest, ids())).toBeNull();
  });
});

function ids(): () => string {
  let n = 0;
  return () => `x${++n}`;
}
function placed(
  text: string,
  sets: readonly ContentSet[] = [],
): { world: World; nodes: Nodes; top: readonly string[] } {
  const plan = readOutline(text, vocabulary(plywood), plywood, sets);
  const project: Project = {
    ...emptyProject('p', 'P', 'plywood@1.0.0'),
    screens: [blankScreen('s', 'S', 'flow-1', 'phone', 390, 844)],
    contentSets: Object.fromEntries(sets.map((s) => [s.id, s])),
  };
  const got = applyEdit(project, {
    id: 'e',
    label: 'Place',
    steps: placeSteps('screen:s', buildPieces(plan, ids()), { into: { parent: 'root' }, after: null }),
  });
  if (!got.ok) throw new Error(got.refusal.message);
  const nodes = got.project.screens[0]?.nodes ?? {};
  return { world: { project: got.project, kits }, nodes, top: childrenOf(nodes['root'] as Node) };
}
/** A structure without its ids: what stands in what, with what chosen. */
function shape(nodes: Nodes, id: string): unknown {
  const n = nodes[id];
  return (
    n && {
      type: n.type,
      ...(n.type === 'instance' ? { of: n.component, chosen: n.overrides.map((s) => [s.name, s.value]).sort() } : {}),
      ...(n.type === 'series' ? { rows: n.rows, times: n.entries.length } : {}),
      inside: childrenOf(n).map((c) => shape(nodes, c)),
    }
  );
}

describe('an outline', () => {
  const text = [
    'Top bar Trips with End icon user',
    'Row',
    '  Field From: Skerrow',
    '  Field To',
    'Card "Today, at last" with Lined off',
    '  Text A line',
    '  Row',
    '    Button Book',
    '    Link "Later: perhaps"',
    'Series 3',
    '  List item Bread (cart)',
    'List item from Sailings',
    'Tab bar Home (house), Trips (ticket)',
  ].join('\n');
  it('is pasted back to the same structure from what was copied', () => {
    const once = placed(text, [sailings]);
    const copied = writeOutline(once.world, [], once.nodes, once.top);
    const twice = placed(copied, [sailings]);
    expect(twice.top.map((t) => shape(twice.nodes, t))).toEqual(once.top.map((t) => shape(once.nodes, t)));
    expect(writeOutline(twice.world, [], twice.nodes, twice.top)).toBe(copied);
  });
  it('holds for every demo screen', () => {
    for (const project of demoProjects(kits)) {
      const own = kits.get(project.kits[0] ?? '') as Kit;
      for (const screen of project.screens) {
        const world = { project, kits };
        const copied = writeOutline(world, [], screen.nodes, childrenOf(screen.nodes[screen.root] as Node));
        const plan = readOutline(copied, vocabulary(own, project), own, Object.values(project.contentSets));
        expect(plan.problem, `${screen.name}: ${copied}`).toBeNull();
        expect(plan.notes, screen.name).toEqual([]);
        const count = (items: typeof plan.items): number => items.reduce((n, i) => n + 1 + count(i.children), 0);
        expect(count(plan.items), screen.name).toBe(copied.split('\n').length);
      }
    }
    expect(norrvik.length).toBeGreaterThanOrEqual(6);
    expect(summit.length).toBeGreaterThanOrEqual(3);
  });
  it('takes bullets, tabs and numbers, and tells what it made of the rest', () => {
    const plan = readOutline('- Card\n\t- Button Go\n1. Field Name\nqqqq wwww', vocabulary(plywood), plywood);
    expect(plan.items.map((i) => i.thing.name)).toEqual(['Card', 'Field', 'Text']);
    expect(plan.items[0]?.children.map((c) => c.thing.name)).toEqual(['Button']);
    expect(plan.notes).toEqual(['1 line names nothing in Plywood and became text.']);
  });
  it('puts what is indented below something that holds nothing behind it, and says so', () => {
    const plan = readOutline('Button Go\n  Field Name', vocabulary(plywood), plywood);
    expect(plan.items.map((i) => i.thing.name)).toEqual(['Button', 'Field']);
    expect(plan.notes[0]).toContain('Button holds nothing');
  });
  it('refuses more lines than can be meant', () =>
    expect(readOutline('button\n'.repeat(1200), vocabulary(plywood), plywood).problem).toContain('1200 lines'));
});

describe('rows', () => {
  it('reads separators, quotes and kinds', () => {
    const got = readRows('Name;Party;On board\n"Vik; Halvard";2;yes\nRask;1;no');
    expect(got.columns.map((c) => [c.name, c.kind])).toEqual([
      ['Name', 'text'],
      ['Party', 'number'],
      ['On board', 'flag'],
    ]);
    expect(got.rows.map((r) => Object.values(r.values))).toEqual([
      ['Vik; Halvard', 2, true],
      ['Rask', 1, false],
    ]);
  });
  it('reads JSON lists of objects', () =>
    expect(readRows('{"people":[{"name":"Asta","age":31},{"name":"Birk"}]}').rows).toHaveLength(2));
  it('mends ragged rows and says so', () => {
    const got = readRows('A,B\n1\n2,3,4');
    expect(got.columns.map((c) => c.name)).toEqual(['A', 'B', 'Column 3']);
    expect(got.problems[0]?.message).toContain('2 rows have more or fewer cells');
  });
  it('takes the first of 100,000 rows and says so', () => {
    const got = readRows(`A\n${Array.from({ length: 100_000 }, (_, i) => i).join('\n')}`);
    expect(got.rows).toHaveLength(2000);
    expect(got.problems.some((p) => p.code === 'rows.many')).toBe(true);
  });
  it.each(['', '{ broken', 'Only a heading'])('refuses %j with a reason', (text) => {
    const got = readRows(text);
    expect(got.rows).toEqual([]);
    expect(got.problems.at(-1)?.level).toBe('refused');
  });
  it('keeps ids and keys when rows are brought in again', () => {
    const next = updateRows(sailings, readRows('Boat,Sails\nMV Heron,09:15\nMV Petrel,06:30'));
    expect(next.columns.map((c) => [c.id, c.name])).toEqual([
      ['c3', 'Boat'],
      ['c1', 'Sails'],
    ]);
    expect(new Set(next.rows.map((r) => r.key)).size).toBe(2);
  });
  it('writes what it reads', () => {
    const again = readRows(writeRows(manifest));
    expect(again.rows.map((r) => Object.values(r.values))).toEqual(manifest.rows.map((r) => Object.values(r.values)));
  });
  it('makes up the same rows everywhere', () => {
    for (const { id } of SAMPLE_SETS) expect(sampleContentSet('a', id)).toEqual(sampleContentSet('a', id));
    expect(sampleContentSet('a', 'people', 5000).rows).toHaveLength(200);
  });
  it('binds columns to the props they fit', () => {
    const item = Object.values(plywood.components).find((c) => c.role === 'listitem');
    expect(bindColumns(item?.contract.props ?? [], sailings.columns)).toMatchObject({ title: 'c1', icon: 'c5' });
  });
});

describe('small readers', () => {
  it.each([
    ['12', 12],
    ['12+4', 16],
    ['3*(2+4)', 18],
    ['+8', 18],
    ['*2', 20],
    ['-5', -5],
    ['1,5', 1.5],
    ['24 px', 24],
    ['abc', null],
    ['1/0', null],
    ['', null],
  ])('arithmetic %s', (text, value) => expect(arithmetic(text, 10)).toBe(value));
  it('names by pattern', () => {
    const parts = { name: 'Pay', number: 3, of: 9, flow: 'Book', device: 'phone' };
    expect(nameByPattern('{number:2} {flow}: {name} {odd}', parts)).toBe('03 Book: Pay {odd}');
    expect(nameByPattern('{name}', parts, 'Pay', 'Settle')).toBe('Settle');
  });
  it('suggests icons by what is said', () =>
    expect(suggestIcons(plywood, 'Open the calendar', [], 3)[0]).toBe('calendar'));
  it('knows what is likely next', () => {
    const things = vocabulary(plywood);
    expect(suggestNext(things, [], '', '', [])[0]?.role).toBe('banner');
    const screens = demoProjects(kits).find((p) => p.id === 'summit-pass')?.screens ?? [];
    expect(suggestNext(things, screens, 'plywood@1.0.0/search', 'searchbox', [])[0]?.name).toBe('Filter row');
  });
});
