import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { choiceOn, type Choice, lookOf, NO_KITS, projectWithOriginals, PROPS } from '../../testing/originals.js';
import { ids } from '../../testing/project.js';
import {
  resetAllSteps,
  applyEdit,
  axesOf,
  transferInstance,
  chooseSteps,
  componentAt,
  invertEdit,
  lookSteps,
  updateOriginal,
  readRule,
  rebaseEdit,
  reattach,
  replayEdition,
  resolve,
  resolveSample,
  ruleSentence,
  setIn,
  seenIn,
  sheetOf,
  detach,
  whenOf,
  type Edit,
  type InstanceNode,
  type Json,
  type LookChoice,
  type Prop,
  type Project,
  type RNode,
  type Step,
  type World,
} from '../index.js';

const world = (project: Project): World => ({ project, kits: NO_KITS });
const edit = (steps: readonly Step[], id = 'e'): Edit => ({ id, label: id, steps });
function apply(project: Project, steps: readonly Step[]): Project {
  const got = applyEdit(project, edit(steps));
  if (!got.ok) throw new Error(`${got.refusal.about}: ${got.refusal.message}`);
  return got.project;
}
const seen = (n: RNode): string => JSON.stringify(lookOf(n));
const screen = (p: Project) => p.screens[0] as Project['screens'][number];
const shownOn = (p: Project): string => seen(resolve(world(p), screen(p)).root);
const inLook = (p: Project, ref: string, which: LookChoice): string => {
  const c = componentAt(world(p), ref);
  const how = c ? seenIn(axesOf(c), which, ref) : { overrides: [] };
  return seen(
    resolveSample(world(p), ref, how.overrides, { ...(how.states ? { states: how.states } : {}), width: 390 }),
  );
};
const nodeOf = (p: Project, id: string): InstanceNode => screen(p).nodes[id] as InstanceNode;
function chosen(p: Project, id: string, list: readonly Choice[]): Project {
  return list.reduce((now, c) => apply(now, chooseSteps(world(now), [], 'screen:s', nodeOf(now, id), c, c.value)), p);
}
const RUNS = { numRuns: 60 };

describe('looks of an original', () => {
  /** Every combination of everything in which looks differ. */
  function allLooks(p: Project, ref: string): LookChoice[] {
    const c = componentAt(world(p), ref);
    const axes = c ? axesOf(c) : [];
    return axes.reduce<LookChoice[]>(
      (list, a) => list.flatMap((l) => a.values.map((v) => ({ ...l, [a.id]: v.key }))),
      [{}],
    );
  }
  it('set for one look, changes the paint of exactly that look; at rest, of its states that have no own value too', () => {
    fc.assert(
      fc.property(projectWithOriginals, fc.nat(), fc.constantFrom('root', 'note'), (p, nth, part) => {
        const c = p.originals['leaf'];
        if (!c) return;
        const looks = allLooks(p, 'project/leaf');
        const which = looks[nth % looks.length] ?? {};
        const axes = axesOf(c);
        const { steps } = lookSteps(c, 'original:leaf', part, 'fill', '#fefefe', whenOf(axes, which));
        const after = apply(p, steps);
        const rest = (which['@state'] ?? 'rest') === 'rest';
        for (const l of looks) {
          const same = axes.every((a) => a.id === '@state' || l[a.id] === which[a.id]);
          const own = setIn(c, axes, l, part, 'fill').rule?.when.state !== undefined;
          const meant = same && (l['@state'] === which['@state'] || (rest && !own));
          const now = inLook(after, 'project/leaf', l);
          if (meant) expect(setIn(after.originals['leaf'] as typeof c, axes, l, part, 'fill').value).toBe('#fefefe');
          else expect(now).toBe(inLook(p, 'project/leaf', l));
        }
        expect(applyEdit(after, invertEdit(p, edit(steps), 'u') as Edit)).toMatchObject({ ok: true, project: p });
      }),
      RUNS,
    );
  });
  it('are a sheet of every combination of two of their ways', () => {
    fc.assert(
      fc.property(projectWithOriginals, (p) => {
        const axes = axesOf(p.originals['leaf'] as never);
        const sheet = sheetOf(axes, 'size', 'tone', {});
        expect(sheet.map((r) => r.length)).toEqual([2, 2, 2]);
        expect(new Set(sheet.flat().map((l) => JSON.stringify(l))).size).toBe(6);
      }),
      { numRuns: 5 },
    );
  });
  it('say their rules in sentences that are read as the same rules', () => {
    fc.assert(
      fc.property(projectWithOriginals, (p) => {
        for (const c of Object.values(p.originals))
          for (const r of c.rules) {
            const got = readRule(c, ruleSentence(c, r));
            expect(got).toMatchObject({ ok: true, when: r.when, set: r.set });
          }
      }),
      RUNS,
    );
  });
});

describe('settings of instances', () => {
  /** Anything that can happen to a contract. */
  const contractEdit = fc.oneof(
    fc.record({ do: fc.constant('drop' as const), prop: fc.constantFrom(...PROPS.map((p) => p.id)) }),
    fc.record({ do: fc.constant('retype' as const), prop: fc.constantFrom('label', 'size', 'lined') }),
    fc.record({ do: fc.constant('option' as const), prop: fc.constant('size') }),
  );
  it('survive whatever happens to the contract, each with its fate, and show again when it is undone', () => {
    fc.assert(
      fc.property(
        projectWithOriginals,
        fc.array(choiceOn, { maxLength: 4 }),
        fc.array(contractEdit, { minLength: 1, maxLength: 5 }),
        (p, choices, changes) => {
          const before = chosen(p, 'leaf-0', choices);
          const undo: (readonly Step[])[] = [];
          let now = before;
          for (const change of changes) {
            const props = now.originals['leaf']?.contract.props ?? [];
            const of = props.find((x) => x.id === change.prop);
            if (!of) continue;
            const value: Prop | null =
              change.do === 'drop'
                ? null
                : change.do === 'retype'
                  ? ({ id: of.id, name: of.name, description: '', kind: 'number', default: 3 } as Prop)
                  : of.kind === 'choice' && of.options.length > 1
                    ? { ...of, options: of.options.slice(0, -1) }
                    : of;
            const got = applyEdit(now, edit([{ do: 'entry', tree: 'original:leaf', list: 'props', id: of.id, value }]));
            if (!got.ok) continue;
            undo.unshift(got.inverse);
            now = got.project;
            const node = nodeOf(now, 'leaf-0');
            expect(node.overrides).toEqual(nodeOf(before, 'leaf-0').overrides);
            expect(transferInstance(world(now), [], node).ledger.filter((e) => e.override >= 0)).toHaveLength(
              node.overrides.length,
            );
            expect(() => shownOn(now)).not.toThrow();
          }
          for (const steps of undo) now = apply(now, steps);
          expect(now).toEqual(before);
          expect(shownOn(now)).toBe(shownOn(before));
        },
      ),
      RUNS,
    );
  });
  it('are shown by the original when they are promoted into it: the instance looks as before', () => {
    fc.assert(
      fc.property(projectWithOriginals, fc.array(choiceOn, { minLength: 1, maxLength: 3 }), (p, choices) => {
        const before = chosen(p, 'leaf-0', choices);
        const got = updateOriginal(world(before), [], screen(before), nodeOf(before, 'leaf-0'));
        if ('problem' in got) return;
        const after = apply(before, got.steps);
        const part = (q: Project): string => seen(resolve(world(q), screen(q)).root.children[0] as RNode);
        expect(part(after)).toBe(part(before));
        for (const keeps of got.keep) expect(keeps.node).not.toBe('leaf-0');
      }),
      RUNS,
    );
  });
  it('put back all, leave an instance as it is freshly placed', () => {
    fc.assert(
      fc.property(projectWithOriginals, fc.array(choiceOn, { maxLength: 4 }), (p, choices) => {
        const changed = chosen(p, 'leaf-0', choices);
        const back = apply(changed, resetAllSteps('screen:s', nodeOf(changed, 'leaf-0')));
        expect(back).toEqual(p);
        expect(shownOn(back)).toBe(shownOn(p));
      }),
      RUNS,
    );
  });
  it('are all there when an instance is unlinked and linked again, and nothing looks another in between', () => {
    fc.assert(
      fc.property(
        projectWithOriginals,
        fc.constantFrom('leaf-0', 'middle-1', 'outer-2'),
        fc.array(choiceOn, { maxLength: 3 }),
        (p, id, choices) => {
          const before = chosen(p, id, choices);
          const made = detach(world(before), [], screen(before), id, ids('u'));
          if ('problem' in made) throw new Error(made.problem);
          const loose = apply(before, made.steps);
          expect(shownOn(loose)).toBe(shownOn(before));
          const back = reattach(world(loose), [], screen(loose), id, ids('v'));
          if ('problem' in back) throw new Error(back.problem);
          expect(back.ledger).toEqual([]);
          expect(nodeOf(apply(loose, back.steps), id)).toEqual(nodeOf(before, id));
        },
      ),
      RUNS,
    );
  });
});

describe('an edition', () => {
  it('replayed on the same original is the same, however it was made up, and leaves the original alone', () => {
    fc.assert(
      fc.property(
        projectWithOriginals,
        fc.array(fc.tuple(fc.constantFrom('root', 'note'), fc.constantFrom('padding', 'gap'), fc.nat(60)), {
          maxLength: 12,
        }),
        (p, list) => {
          const baseOf = p.originals['leaf'];
          if (!baseOf) return;
          const base = JSON.stringify(baseOf);
          const steps = list.map(([node, name, value], i) => ({
            id: `c${i}`,
            step: { do: 'set', tree: 'original:it', node, field: `attrs.${name}`, value } as unknown as Json,
          }));
          const once = replayEdition(baseOf, steps);
          expect(once.failed).toEqual([]);
          expect(replayEdition(baseOf, steps)).toEqual(once);
          expect(JSON.stringify(baseOf)).toBe(base);
          const gone = replayEdition(
            { ...baseOf, nodes: Object.fromEntries(Object.entries(baseOf.nodes).filter(([k]) => k !== 'note')) },
            steps,
          );
          expect(gone.failed.length).toBe(list.filter(([n]) => n === 'note').length);
        },
      ),
      RUNS,
    );
  });
});

describe('two who edit one original', () => {
  it('do not overwrite each other, in whatever order the server takes them', () => {
    fc.assert(
      fc.property(projectWithOriginals, fc.boolean(), (p, first) => {
        const rename = edit(
          [
            {
              do: 'entry',
              tree: 'original:leaf',
              list: 'props',
              id: 'note',
              value: { ...(PROPS[1] as Prop), name: 'Aside' },
            },
          ],
          'a',
        );
        const add = edit(
          [
            {
              do: 'entry',
              tree: 'original:leaf',
              list: 'props',
              id: 'extra',
              value: { id: 'extra', name: 'Extra', kind: 'flag', default: true, description: '' },
              after: 'note',
            },
            {
              do: 'rule',
              tree: 'original:leaf',
              when: { props: { size: 'huge' } },
              node: 'root',
              name: 'padding',
              value: 33,
            },
          ],
          'b',
        );
        const [x, y] = first ? [rename, add] : [add, rename];
        const one = apply(p, x.steps);
        const later = rebaseEdit(y, p, [x]);
        if (!later.ok) throw new Error(later.refusal.message);
        const both = apply(one, later.edit.steps);
        const props = both.originals['leaf']?.contract.props ?? [];
        expect(props.map((q) => q.name)).toContain('Aside');
        expect(props.map((q) => q.id)).toContain('extra');
        const rules = both.originals['leaf']?.rules ?? [];
        expect(
          rules.find((r) => JSON.stringify(r.when) === '{"props":{"size":"huge"}}')?.set['root']?.['padding'],
        ).toBe(33);
      }),
      { numRuns: 20 },
    );
  });
});
