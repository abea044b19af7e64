import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  flowMap,
  press,
  resolveTried,
  startTry,
  typeInto,
  runTimer,
  type Project,
  type RNode,
  type Navigation,
  type World,
} from '../../core/index.js';
import { demoProjects } from './index.js';

const { kits } = shippedKits();
const project = demoProjects(kits).find((p) => p.id === 'norrvik-crossings') as Project;
const world: World = { project, kits };
/** Presses the innermost part that says something. */
function says(went: Navigation, text: string): Navigation {
  let best: readonly RNode[] = [];
  const walk = (n: RNode, path: readonly RNode[]): void => {
    const here = [...path, n];
    if (n.text === text && here.length > best.length) best = here;
    n.children.forEach((c) => walk(c, here));
  };
  const all = resolveTried(world, went.trying);
  for (const root of [all?.root, all?.overlay]) if (root) walk(root, []);
  if (best.length === 0) return expect.fail(`${went.trying.screen} does not say ${text}`);
  return press(world, went.trying, best);
}
const field = (went: Navigation, id: string): RNode => {
  let found: RNode | undefined;
  const walk = (n: RNode): void => {
    if (n.key === id) found = n;
    n.children.forEach(walk);
  };
  const root = resolveTried(world, went.trying)?.root;
  if (root) walk(root);
  return found ?? expect.fail(`There is no ${id}`);
};

describe('the demo', () => {
  it('can be walked from start to boarding pass, with a wrong value and a dialog on the way', () => {
    const sailings = says(startTry(world, 'find'), 'Find sailings');
    expect(sailings.trying.screen).toBe('sailings');
    const detail = says(sailings, '09:15');
    expect(detail.trying.screen).toBe('detail');
    const who = says(detail, 'Choose, € 28');
    expect(who.trying.screen).toBe('who');
    // A form that is not filled goes no further, and says so.
    const empty = typeInto(world, who.trying, field(who, 'who-8'), '');
    const wrong = says(empty, 'Continue');
    expect([wrong.trying.screen, field(wrong, 'who-8').instance?.props['error']]).toEqual(['who', true]);
    const named = typeInto(world, wrong.trying, field(wrong, 'who-8'), 'Asta Lindqvist');
    expect(field(named, 'who-8').instance?.props['error']).toBe(false);
    const cabin = says(named, 'Continue');
    expect(cabin.trying.screen).toBe('cabin');
    const inner = field(cabin, 'cabin-5').instance?.props ?? {};
    const pay = says(
      cabin,
      String(Object.values(inner).find((v) => typeof v === 'string' && /choose|take|book|€/iu.test(v))),
    );
    expect(pay.trying.screen).toBe('pay');
    const paying = says(pay, 'Pay € 144');
    const [later] = paying.effects.later;
    const pass = later ? runTimer(world, paying.trying, later) : expect.fail('Nothing waits');
    expect(pass.trying.screen).toBe('pass');
    const boarding = says(startTry(world, 'boarding'), 'On foot');
    expect(boarding.trying.overlay).toBe('boarding-6');
    expect(says(boarding, 'Later').trying.overlay).toBe('');
    expect(says(boarding, 'Show the pass').trying.screen).toBe('pass');
  });
  it('is joined into a flow without dead ends on the way of booking', () => {
    const { edges, deadEnds } = flowMap(world);
    expect(edges.length).toBeGreaterThan(14);
    const book = project.screens.filter((s) => s.flow === 'book').map((s) => s.id);
    expect(deadEnds.filter((id) => book.includes(id))).toEqual([]);
  });
});
