import { describe, expect, it } from 'vitest';
import { drawn, fonts, kits, paintedOn, worlds } from '../../testing/demo.js';
import { ids } from '../../testing/project.js';
import {
  applyEdit,
  childrenOf,
  emptyProject,
  gradeKit,
  kitRef,
  layout,
  layoutNode,
  makeMany,
  nextVersion,
  paint,
  publishKit,
  qualify,
  readKit,
  resolve,
  resolveSample,
  writeKit,
  type Kit,
  type Project,
  type Screen,
  type World,
} from '../index.js';

const wish = {
  id: 'crossing-kit',
  name: 'Crossing kit',
  version: '1.0.0',
  author: 'Norrvik Journeys',
  licence: 'CC BY 4.0',
  notes: '',
  summary: 'Made of what stands on screens.',
  starters: [] as string[],
};
/** A project with a component of each thing on its first screens. */
function withOwn(project: Project): Project {
  let now = project;
  for (const screen of project.screens.slice(0, 4)) {
    const here = now.screens.find((s) => s.id === screen.id) ?? screen;
    const root = here.nodes[here.root];
    const got = makeMany(
      { project: now, kits },
      [{ screen: here, ids: root ? childrenOf(root) : [] }],
      ids(`o${screen.id}`),
      { how: 'alike' },
    );
    if ('problem' in got) continue;
    const done = applyEdit(now, { id: 'm', label: 'm', steps: got.steps });
    if (done.ok) now = done.project;
  }
  return now;
}
const sample = (world: World, ref: string): unknown => {
  const made = resolveSample(world, ref, [], { appliedKits: world.project.appliedKits, width: 390 });
  return drawn(paint(layoutNode(made, fonts, 390, undefined, 390)));
};

describe('a kit as a file', () => {
  it.each([...kits.values()].filter((k) => !k.basedOn).map((k) => [kitRef(k), k] as const))(
    'is the same kit when it is read again: %s',
    (_, kit) => {
      const got = readKit(JSON.parse(JSON.stringify(writeKit(kit))));
      expect(got.problems.filter((p) => p.level !== 'note')).toEqual([]);
      expect(JSON.parse(JSON.stringify(got.value))).toEqual(JSON.parse(JSON.stringify(kit)));
    },
  );
});

describe('a project’s components as a kit', () => {
  it.each(worlds)('paint the same where the kit is installed: %s', (_, given) => {
    const project = withOwn(given);
    const world: World = { project, kits };
    const starters = project.screens.map((s) => s.id);
    const got = publishKit(world, { ...wish, starters });
    if ('problem' in got) throw new Error(got.problem);
    const read = readKit(JSON.parse(JSON.stringify(writeKit(got.kit))));
    expect(read.problems.filter((p) => p.level === 'refused' || p.level === 'left out')).toEqual([]);
    const kit = read.value as Kit;
    const ref = kitRef(kit);
    const there: World = { project: emptyProject('n', 'New', ref), kits: new Map([...kits, [ref, kit]]) };
    const alone: World = { ...there, kits: new Map([[ref, kit]]) };
    let n = 0;
    for (const o of Object.values(project.originals)) {
      const before = sample(world, `project/${o.id}`);
      expect(sample(there, `${ref}/${o.id}`), o.name).toEqual(before);
      expect(sample(alone, `${ref}/${o.id}`), `${o.name}, without the other kits`).toEqual(before);
      n++;
    }
    expect(n).toBeGreaterThan(3);
    // Page starters look as their screens do, placed in a project that has nothing but the kit.
    for (const t of kit.templates) {
      const from = project.screens.find((s) => s.id === t.id) as Screen;
      const { appliedKits: _, ...plain } = { ...from, root: t.root, nodes: qualify(t.nodes, ref) };
      const inNew: Project = { ...alone.project, screens: [plain] };
      const after = drawn(paint(layout(resolve({ project: inNew, kits: alone.kits }, plain), fonts)));
      expect(JSON.stringify(after) === JSON.stringify(paintedOn(project, from)), from.name).toBe(true);
    }
  });
  const [, project] = worlds[0] as (typeof worlds)[number];
  it('has a next version that says what breaks', () => {
    const own = withOwn(project);
    const first = publishKit({ project: own, kits }, wish);
    if ('problem' in first) throw new Error(first.problem);
    expect(nextVersion(undefined, first.kit).version).toBe('1.0.0');
    expect(nextVersion(first.kit, first.kit)).toMatchObject({ version: '1.0.1', change: 'patch' });
    const some = Object.values(own.originals).find((o) => o.contract.props.length > 0);
    if (!some) throw new Error('none');
    const [prop] = some.contract.props;
    const less: Project = {
      ...own,
      originals: {
        ...own.originals,
        [some.id]: { ...some, contract: { ...some.contract, props: some.contract.props.slice(1) } },
      },
    };
    const second = publishKit({ project: less, kits }, wish);
    if ('problem' in second) throw new Error(second.problem);
    expect(nextVersion(first.kit, second.kit)).toMatchObject({ version: '2.0.0', change: 'major' });
    expect(nextVersion(first.kit, second.kit).why.join()).toContain(String(prop?.name.toLowerCase()));
    expect(nextVersion(second.kit, first.kit)).toMatchObject({ version: '1.1.0', change: 'minor' });
  });
  it('says what there is to say of its quality', () => {
    const grade = gradeKit(kits.get('skerry-line@2.1.0') as Kit);
    expect(grade.share).toBeGreaterThan(0.5);
    expect(grade.lines.every((l) => l.share >= 0 && l.share <= 1)).toBe(true);
  });
  it('cannot be made of nothing', () => {
    expect(publishKit({ project: emptyProject('n', 'New', 'plywood@1.0.0'), kits }, wish)).toMatchObject({
      problem: expect.stringContaining('no components') as string,
    });
  });
});
