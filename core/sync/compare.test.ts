import { isDeepStrictEqual } from 'node:util';
import { describe, expect, it } from 'vitest';
import { ids, someAction, someProject } from '../../testing/project.js';
import { Chance } from '../../testing/random.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { applyEdit, compareProjects, type Kit, type Project, type Screen, type Step } from '../index.js';

const { kits } = shippedKits();
const kit = kits.get('plywood@1.0.0') as Kit;
const compare = (then: Project, now: Project): ReturnType<typeof compareProjects> =>
  compareProjects({ project: then, kits }, { project: now, kits });
function apply(project: Project, steps: readonly Step[]): Project {
  const got = applyEdit(project, { id: 'e', label: 'e', steps });
  if (!got.ok) throw new Error(`${got.refusal.about}: ${got.refusal.message}`);
  return got.project;
}

describe('what is different between two states of a project', () => {
  it('is told of every screen that differs and of everything else, in words, and of nothing that is the same', () => {
    let told = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const chance = new Chance(seed * 5);
      const newId = ids('n');
      const then = someProject(new Chance(seed), kit, 3);
      let now = then;
      // Few things at a time, so that nothing hides behind something else.
      for (let i = 0; i < 1 + (seed % 3); i++) {
        const { label, steps } = someAction(chance, { project: now, kits }, newId);
        const got = steps.length > 0 ? applyEdit(now, { id: 'e', label, steps }) : null;
        if (got?.ok) now = got.project;
      }
      const { screens, rest } = compare(then, now);
      for (const s of then.screens) {
        const is = now.screens.find((x) => x.id === s.id);
        const row = screens.find((x) => x.id === s.id);
        if (!is) expect(row?.what).toBe('gone');
        else if (isDeepStrictEqual(s, is)) expect(row, `seed ${seed}`).toBeUndefined();
        else {
          expect(row?.what).toBe('changed');
          expect(row?.words.length, `seed ${seed}, ${s.name}`).toBeGreaterThan(0);
          told++;
        }
      }
      for (const s of now.screens)
        if (!then.screens.some((x) => x.id === s.id)) expect(screens.find((x) => x.id === s.id)?.what).toBe('new');
      const others = ({ screens: list, ...p }: Project): unknown => [p, list.map((s) => s.id)];
      const same = isDeepStrictEqual(others(then), others(now));
      if (same) expect(rest, `seed ${seed}`).toEqual([]);
      else if (screens.every((s) => s.what === 'changed')) expect(rest.length, `seed ${seed}`).toBeGreaterThan(0);
    }
    expect(told).toBeGreaterThan(60);
  });
  const then = someProject(new Chance(4), kit, 2);
  const [screen] = then.screens as [Screen];
  const set = (field: string, value: unknown): Step => ({ do: 'setScreen', screen: screen.id, field, value }) as Step;
  it.each([
    [set('name', 'Harbour'), `Its name was “${screen.name}”, and is “Harbour”`],
    [set('width', 600), 'Its width was 390, and is 600'],
    [set('height', 900), 'Its height was nothing, and is 900'],
    [set('device', 'tablet'), 'Its device was “phone”, and is “tablet”'],
    [set('mode', 'dark'), 'Its mode was nothing, and is “dark”'],
    [set('guides', [{ id: 'g', axis: 'x', at: 20 }]), 'Its guides are others'],
    [set('grid', { count: 4, gutter: 16, margin: 16 }), 'Its column grid is another'],
  ])('of a screen is told: %o', (step, says) => {
    const now = apply(then, [step]);
    expect(compare(then, now)).toEqual({
      screens: [
        {
          id: screen.id,
          name: step.do === 'setScreen' && step.field === 'name' ? 'Harbour' : screen.name,
          what: 'changed',
          words: [says],
          more: 0,
        },
      ],
      rest: [],
    });
  });
  it('names the flow that a screen went to, not its id', () => {
    const wide = apply(then, [
      { do: 'flow', flow: 'f2', value: { id: 'f2', name: 'Onward' }, after: null },
      { do: 'moveScreen', screen: screen.id, flow: 'f2', after: null },
    ]);
    const { screens, rest } = compare(then, wide);
    expect(screens[0]?.words).toEqual(['It was in the flow First flow, and is in Onward']);
    expect(rest).toContain('Flows are others, or in another order');
  });
  it('is told of kits and match sheets', () => {
    const sheet = { from: 'plywood@1.0.0', to: 'skerry-line@2.1.0', pairs: {}, tokens: {}, textStyles: {}, icons: {} };
    const now = apply(then, [
      { do: 'kits', value: [...then.kits, 'skerry-line@2.1.0'] },
      { do: 'sheet', key: 'plywood@1.0.0>skerry-line@2.1.0', value: sheet },
    ]);
    expect(compare(then, now).rest).toEqual([
      'It uses Skerry Line 2.1.0, too',
      'The match sheet from Plywood 1.0.0 to Skerry Line 2.1.0 is new',
    ]);
    expect(compare(now, then).rest).toEqual([
      'It does not use Skerry Line 2.1.0 any more',
      'The match sheet from Plywood 1.0.0 to Skerry Line 2.1.0 is gone',
    ]);
  });
});
