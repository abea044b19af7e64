import { describe, expect, it } from 'vitest';
import { demoProjects } from '../../kits/demo/index.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { someProject } from '../../testing/project.js';
import { Chance } from '../../testing/random.js';
import {
  applyEdit,
  applyRebrand,
  layout,
  mendProject,
  paint,
  planRebrand,
  resolve,
  convertProject,
  type Kit,
  type KitRef,
  type Primitive,
  type Project,
  type Conversion,
} from '../index.js';

const { kits, fonts } = shippedKits();
const [PLYWOOD, SKERRY, FJELL, LUMEN] = [
  'plywood@1.0.0',
  'skerry-line@2.1.0',
  'fjell-coach@1.2.0',
  'lumen-night-rail@1.0.0',
];
const demo = (id: string): Project => demoProjects(kits).find((p) => p.id === id) as Project;
const painted = (project: Project): readonly (readonly Primitive[])[] =>
  project.screens.map((s) =>
    paint(layout(resolve({ project, kits }, s), fonts)).map((p) => ('key' in p ? { ...p, key: '' } : p)),
  );
function act(project: Project, steps: Conversion['steps']): Project {
  const got = applyEdit(project, { id: 'x', label: 'x', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  return got.project;
}
const rebranded = (project: Project, from: KitRef, to: KitRef): Project => {
  const world = { project, kits };
  return act(project, applyRebrand(world, planRebrand(world, from, to)));
};
function settled(project: Project): { readonly project: Project; readonly how: Conversion } {
  const how = convertProject({ project, kits });
  if ('problem' in how) throw new Error(how.problem);
  return { project: act(project, how.steps), how };
}

describe('settling', () => {
  it.each([
    ['norrvik-crossings', SKERRY, FJELL],
    ['norrvik-crossings', SKERRY, LUMEN],
    ['norrvik-crossings', SKERRY, PLYWOOD],
    ['summit-pass', PLYWOOD, SKERRY],
    ['summit-pass', PLYWOOD, LUMEN],
  ])('leaves every screen of %s as it looks, from %s to %s, in the terms of what is worn', (id, from = '', to = '') => {
    const before = rebranded(demo(id), from, to);
    const { project, how } = settled(before);
    expect(painted(project)).toEqual(painted(before));
    // What has no counterpart goes on being shown as it was; nothing else is in terms of another kit.
    expect(project.appliedKits.map((w) => w.kit)).toEqual(how.retired.length > 0 ? [] : [from]);
    expect(mendProject(project).problems).toEqual([]);
    const without = how.counts;
    expect(without.mapped + without.kept).toBeGreaterThan(10);
    // What could not be shown is told of, one by one.
    expect(how.letGo).toHaveLength(without.parked);
    if (how.retired.length > 0) expect(JSON.stringify([project.screens, project.originals])).not.toContain(`${from}/`);
  });
  it('retires the kit that all had a counterpart in', () => {
    const summit = demo('summit-pass');
    const plain = { ...summit, screens: summit.screens.filter((s) => s.id !== 'huts') };
    const { project, how } = settled(rebranded(plain, PLYWOOD, SKERRY));
    expect(how.retired).toEqual([PLYWOOD]);
    expect(project.kits).toEqual([SKERRY]);
    expect(project.appliedKits).toEqual([]);
  });
  it('keeps what comes from a content set coming from there', () => {
    const { project } = settled(rebranded(demo('norrvik-crossings'), SKERRY, LUMEN));
    const sailings = project.screens.find((s) => s.id === 'sailings');
    expect(Object.values(sailings?.nodes ?? {}).some((n) => n.type === 'series' && n.rows !== undefined)).toBe(true);
  });
  it('leaves generated screens as they look', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const before = rebranded(
        someProject(new Chance(seed), kits.get(PLYWOOD) as Kit),
        PLYWOOD,
        seed % 2 ? SKERRY : LUMEN,
      );
      const { project } = settled(before);
      expect(painted(project), `seed ${seed}`).toEqual(painted(before));
    }
  });
  it('is undone to the identical project', () => {
    const before = rebranded(demo('summit-pass'), PLYWOOD, LUMEN);
    const how = convertProject({ project: before, kits }) as Conversion;
    const got = applyEdit(before, { id: 's', label: 'Settle', steps: how.steps });
    const back = got.ok && applyEdit(got.project, { id: 'b', label: 'Back', steps: got.inverse });
    expect(back && back.ok && back.project).toEqual(before);
  });
  it('says why not where there is nothing to settle, or screens wear different kits', () => {
    const plain = demo('summit-pass');
    expect(convertProject({ project: plain, kits })).toMatchObject({
      problem: expect.stringContaining('nothing to settle') as string,
    });
    const world = { project: plain, kits };
    const one = act(plain, applyRebrand(world, planRebrand(world, PLYWOOD, SKERRY), ['tours']));
    expect(convertProject({ project: one, kits })).toMatchObject({
      problem: expect.stringContaining('Tours wears something else') as string,
    });
  });
});
