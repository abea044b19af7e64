import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  applyEdit,
  applyRebrand,
  buildPieces,
  transferInstance,
  chooseSteps,
  explain,
  Fonts,
  invertEdit,
  kitRef,
  layout,
  paint,
  planRebrand,
  readKit,
  readPlaceLine,
  rebaseEdit,
  resolve,
  reviewRebrand,
  overrideKey,
  spotFor,
  placeSteps,
  swapSteps,
  toSvg,
  vocabulary,
  emptyProject,
  rankAlternatives,
  appliedKitsAfter,
  type Edit,
  type InstanceNode,
  type Kit,
  type Project,
  type RNode,
  type Screen,
  type Step,
  type World,
} from './index.js';

const kits = new Map<string, Kit>();
const fonts = new Fonts();
const PLY = 'plywood@1.0.0';
const SKERRY = 'skerry-line@2.1.0';
let serial = 0;
const newId = (): string => `n${++serial}`;

beforeAll(() => {
  for (const id of ['plywood', 'skerry-line', 'fjell-coach']) {
    const folder = new URL(`../kits/${id}/`, import.meta.url);
    const { value, problems } = readKit(JSON.parse(readFileSync(new URL('kit.json', folder), 'utf8')), { bases: kits });
    expect(problems).toEqual([]);
    if (!value) throw new Error('no kit');
    kits.set(kitRef(value), value);
    if (!value.basedOn)
      for (const f of value.fonts) fonts.add(f.family, f.weight, f.italic, readFileSync(new URL(f.file, folder)));
  }
});

const blank: Screen = {
  id: 's1',
  name: 'One',
  flow: 'flow-1',
  device: 'phone',
  width: 390,
  height: 844,
  root: 'root',
  nodes: { root: { id: 'root', type: 'box', attrs: { padding: 16, gap: 8 }, children: [] } },
};
const start = (kit = PLY): World => ({ project: { ...emptyProject('p', 'Test', kit), screens: [blank] }, kits });

function doSteps(world: World, steps: readonly Step[]): World {
  const got = applyEdit(world.project, { id: newId(), label: 'test', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  return { ...world, project: got.project };
}
function type(world: World, line: string): World {
  const kit = kits.get(world.project.kits[0] ?? '');
  const plan = readPlaceLine(line, vocabulary(kit), kit);
  expect(plan.problem).toBeNull();
  const screen = world.project.screens[0] as Screen;
  return doSteps(
    world,
    placeSteps('screen:s1', buildPieces(plan, newId), spotFor(world, world.project.appliedKits, screen, null)),
  );
}
const instances = (world: World): InstanceNode[] =>
  Object.values(world.project.screens[0]?.nodes ?? {}).filter((n): n is InstanceNode => n.type === 'instance');
function textsOf(node: RNode): string[] {
  return [...(node.type === 'text' && node.look.visible ? [node.text] : []), ...node.children.flatMap(textsOf)];
}
/** A tree as it is seen: which other part it was made like is nobody's business. */
const told = (n: RNode): unknown => ({ ...n, as: null, children: n.children.map(told) });
const shownTexts = (world: World): string[] => textsOf(resolve(world, 's1').root);

describe('place lines', () => {
  it('place one thing for each content', () => {
    const world = type(start(), '3 field From, To, Date');
    expect(instances(world)).toHaveLength(3);
    expect(shownTexts(world)).toEqual(expect.arrayContaining(['From', 'To', 'Date']));
  });
  it('fill a slot with what stands behind with', () => {
    const world = type(start(), 'card with heading Today, button Book');
    const card = instances(world).find((n) => n.component.endsWith('/card'));
    expect(card?.fills[0]?.children).toHaveLength(1);
    expect(shownTexts(world)).toEqual(expect.arrayContaining(['Today', 'Book']));
  });
  it('forgive a misspelling and name what matches nothing', () => {
    const kit = kits.get(PLY);
    expect(readPlaceLine('buton Go', vocabulary(kit), kit).says).toBe('places Button');
    expect(readPlaceLine('zzzqq', vocabulary(kit), kit).problem).toContain('zzzqq');
  });
});

describe('carry', () => {
  it('shows exactly the settings again at home, whatever was shown in between', () => {
    const words = fc.constantFrom('main', 'plain', 'warning');
    fc.assert(
      fc.property(
        fc.string({ maxLength: 40 }),
        words,
        fc.constantFrom('little', 'normal', 'big'),
        fc.array(fc.constantFrom('action', 'entry', 'panel-card'), { maxLength: 5 }),
        (label, kind, size, path) => {
          let world = type(start(), 'button');
          const id = instances(world)[0]?.id ?? '';
          const node = (): InstanceNode => world.project.screens[0]?.nodes[id] as InstanceNode;
          for (const [name, value] of [
            ['label', label],
            ['kind', kind],
            ['size', size],
          ] as const)
            world = doSteps(world, chooseSteps(world, [], 'screen:s1', node(), { at: [], kind: 'prop', name }, value));
          const before = told(resolve(world, 's1').root);
          const overrides = node().overrides;
          for (const c of path) world = doSteps(world, swapSteps('screen:s1', node(), `${SKERRY}/${c}`));
          expect(node().overrides).toEqual(overrides);
          const ledger = transferInstance(world, [], node()).ledger.filter((e) => e.override >= 0);
          expect(ledger.map((e) => e.override).sort()).toEqual(overrides.map((_, i) => i));
          if (node().component !== `${PLY}/button`)
            world = doSteps(world, swapSteps('screen:s1', node(), `${PLY}/button`));
          expect(told(resolve(world, 's1').root)).toEqual(before);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('shows an edit made under another component there, and at home as far as home can', () => {
    let world = type(start(), 'button Go');
    const id = instances(world)[0]?.id ?? '';
    const node = (): InstanceNode => world.project.screens[0]?.nodes[id] as InstanceNode;
    world = doSteps(world, swapSteps('screen:s1', node(), `${SKERRY}/action`));
    world = doSteps(world, chooseSteps(world, [], 'screen:s1', node(), { at: [], kind: 'prop', name: 'text' }, 'Sail'));
    expect(shownTexts(world)).toContain('Sail');
    expect(node().overrides).toHaveLength(1);
    world = doSteps(world, swapSteps('screen:s1', node(), `${PLY}/button`));
    expect(shownTexts(world)).toContain('Sail');
  });
  it('holds a meaning whose default differs', () => {
    const world = doSteps(type(start(), 'button Go'), []);
    const node = instances(world)[0] as InstanceNode;
    const shown = transferInstance(world, [], node, `${SKERRY}/action`);
    expect(shown.overrides).toContainEqual(expect.objectContaining({ name: 'tone', value: 'strong', from: -1 }));
  });
  it('says what an alternative would park', () => {
    const world = type(start(), 'field From: Port Ellery');
    const found = rankAlternatives(
      world,
      [],
      instances(world)[0] as InstanceNode,
      [kits.get(PLY) as Kit, kits.get(SKERRY) as Kit],
      200,
    );
    expect(found[0]?.now).toBe(true);
    expect(found.find((a) => a.name === 'Button')?.parked).toBe(1);
    expect(found.find((a) => a.name === 'Entry')?.says).toBe('all carried');
  });
});

describe('rebrand', () => {
  it('goes from wireframe to brand to another brand and back, settings untouched', () => {
    let world = type(start(), 'field From: Port Ellery, warning button Find crossings, card Today with button Book');
    const before = world.project.screens;
    const looks = told(resolve(world, 's1').root);
    for (const [from, to] of [
      [PLY, SKERRY],
      [SKERRY, 'fjell-coach@1.2.0'],
      ['fjell-coach@1.2.0', PLY],
    ] as const) {
      world = doSteps(world, applyRebrand(world, planRebrand(world, from, to)));
      expect(world.project.screens).toEqual(before);
      expect(shownTexts(world)).toEqual(
        expect.arrayContaining(['From', 'Port Ellery', 'Find crossings', 'Today', 'Book']),
      );
    }
    expect(world.project.appliedKits.filter((w) => w.kit === PLY)).toEqual([]);
    expect(told(resolve(world, 's1').root)).toEqual(looks);
  });
  it('reviews every setting and finds a label that no longer fits', () => {
    const world = type(start(), `button ${'Wide '.repeat(40)}, field A: B`);
    const plan = planRebrand(world, PLY, SKERRY);
    const review = reviewRebrand(world, () => appliedKitsAfter(world, [], plan.sheet), fonts);
    expect(review.counts.kept + review.counts.mapped + review.counts.parked).toBe(3);
    expect(review.instances).toBe(2);
  });
});

describe('edits', () => {
  it('are undone to the identical document, whatever they were', () => {
    const lines = fc.array(fc.constantFrom('button A', '2 field X, Y', 'card Z with button Q', 'row'), {
      minLength: 1,
      maxLength: 4,
    });
    fc.assert(
      fc.property(lines, fc.array(fc.tuple(fc.nat(20), fc.nat(20), fc.nat(3)), { maxLength: 12 }), (typed, moves) => {
        let world = start();
        for (const l of typed) world = type(world, l);
        for (const [a, b, what] of moves) {
          const screen = world.project.screens[0] as Screen;
          const ids = Object.keys(screen.nodes);
          const node = ids[a % ids.length] ?? 'root';
          const other = ids[b % ids.length] ?? 'root';
          const steps: Step[] =
            what === 0
              ? [{ do: 'remove', tree: 'screen:s1', node }]
              : what === 1
                ? [{ do: 'move', tree: 'screen:s1', node, into: { parent: other }, after: null }]
                : what === 2
                  ? [{ do: 'set', tree: 'screen:s1', node, field: 'attrs.width', value: 120 }]
                  : [{ do: 'setScreen', screen: 's1', field: 'name', value: `N${b}` }];
          const edit: Edit = { id: 'e', label: 'x', steps };
          const got = applyEdit(world.project, edit);
          if (!got.ok) continue;
          const back = invertEdit(world.project, edit, 'u');
          const undone = back && applyEdit(got.project, back);
          expect(undone?.ok && undone.project).toEqual(world.project);
          world = { ...world, project: got.project };
        }
      }),
      { numRuns: 80 },
    );
  });
  it('refuse, changing nothing, what is gone', () => {
    const world = type(start(), 'button A');
    const got = applyEdit(world.project, {
      id: 'x',
      label: 'x',
      steps: [
        { do: 'setScreen', screen: 's1', field: 'name', value: 'Z' },
        { do: 'remove', tree: 'screen:s1', node: 'gone' },
      ],
    });
    expect(got.ok).toBe(false);
    expect(world.project.screens[0]?.name).toBe('One');
  });
  it('are rebased behind the neighbour that is left', () => {
    const world = type(type(start(), 'button A'), 'button B');
    const [a, b] = instances(world).map((n) => n.id);
    const before: Project = world.project;
    const mine: Edit = {
      id: 'm',
      label: 'm',
      steps: [
        {
          do: 'insert',
          tree: 'screen:s1',
          root: 'new',
          nodes: { new: { id: 'new', type: 'box', attrs: {}, children: [] } },
          into: { parent: 'root' },
          after: b ?? null,
        },
      ],
    };
    const theirs: Edit = { id: 't', label: 't', steps: [{ do: 'remove', tree: 'screen:s1', node: b ?? '' }] };
    const got = rebaseEdit(mine, before, [theirs]);
    expect(got.ok && got.edit.steps[0]).toMatchObject({ after: a });
  });
});

describe('pictures', () => {
  it('say where a value came from', () => {
    let world = type(start(), 'button A');
    const node = instances(world)[0] as InstanceNode;
    world = doSteps(
      world,
      chooseSteps(world, [], 'screen:s1', node, { at: ['label'], kind: 'attr', name: 'color' }, '#ff0000'),
    );
    const layers = explain(world, 's1', `${node.id}/label`, 'color');
    expect(layers.map((l) => l.from)).toEqual(['original', 'override']);
    expect(overrideKey((world.project.screens[0]?.nodes[node.id] as InstanceNode).overrides.at(-1) as never)).toContain(
      'label',
    );
  });
  it('hold nothing that could run, whatever a text says', () => {
    const world = type(start(), 'button "<script>alert(1)</script>"');
    const svg = toSvg(paint(layout(resolve(world, 's1'), fonts)), { width: 390, height: 844, title: 'x', prefix: 'a' });
    expect(svg).not.toContain('<script');
    expect(svg).toContain('&lt;script&gt;');
  });
});

describe('reading kits', () => {
  it('leaves out what is wrong and names it', () => {
    const read = readKit({
      format: 'dekkor-kit/2',
      id: 'k',
      version: '1.0.0',
      components: [
        {
          id: 'a',
          name: 'A',
          tree: {
            id: 'root',
            type: 'box',
            attrs: { fill: 'javascript:1', sparkle: 2 },
            children: [
              { id: 'x', type: 'wheel' },
              { id: 'b', type: 'instance', component: 'b' },
            ],
          },
        },
        {
          id: 'b',
          name: 'B',
          tree: { id: 'root', type: 'box', children: [{ id: 'a', type: 'instance', component: 'a' }] },
        },
      ],
    });
    const codes = read.problems.map((p) => p.code);
    expect(codes).toEqual(expect.arrayContaining(['attr.value', 'attr.unknown', 'part.unknown', 'component.cycle']));
    expect(Object.keys(read.value?.components ?? {})).toEqual(['a', 'b']);
    expect(readKit({ format: 'other' }).value).toBeNull();
  });
});
