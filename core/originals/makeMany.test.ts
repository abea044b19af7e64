import { describe, expect, it } from 'vitest';
import { kits, paintedOn, worlds } from '../../testing/demo.js';
import { ids } from '../../testing/project.js';
import { applyEdit, childrenOf, similarTo, makeMany, type Project, type Screen } from '../index.js';

const apply = (project: Project, steps: Parameters<typeof applyEdit>[1]['steps']): Project => {
  const got = applyEdit(project, { id: 'm', label: 'm', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  return got.project;
};
describe('several components made at once', () => {
  it.each(worlds)('change no pixel, one of each kind or one of each: %s', (_, project) => {
    let made = 0;
    const differ: string[] = [];
    for (const how of ['alike', 'each', 'one'] as const)
      for (const screen of project.screens) {
        const root = screen.nodes[screen.root];
        const all = root ? childrenOf(root) : [];
        const got = makeMany({ project, kits }, [{ screen, ids: all }], ids('k'), { how });
        if ('problem' in got) continue;
        const next = apply(project, got.steps);
        const after = next.screens.find((s) => s.id === screen.id) as Screen;
        if (how !== 'one' && JSON.stringify(paintedOn(next, after)) !== JSON.stringify(paintedOn(project, screen)))
          differ.push(`${how}: ${screen.name}`);
        made += got.made.length;
      }
    expect(differ).toEqual([]);
    expect(made).toBeGreaterThan(10);
  });
  const [, project] = worlds[0] as (typeof worlds)[number];
  it('are called by a pattern, and never twice the same', () => {
    const screen = project.screens[0] as Screen;
    const root = screen.nodes[screen.root];
    const got = makeMany({ project, kits }, [{ screen, ids: root ? childrenOf(root) : [] }], ids('k'), {
      how: 'each',
      pattern: 'Crossing / {name} {number:2}',
    });
    if ('problem' in got) throw new Error(got.problem);
    const names = got.made.map((m) => m.component.name);
    expect(names[0]).toMatch(/^Crossing \/ .+ 01$/u);
    expect(new Set(names.map((n) => n.toLowerCase())).size).toBe(names.length);
  });
  it('say why nothing can be made of nothing', () => {
    const screen = project.screens[0] as Screen;
    expect(makeMany({ project, kits }, [{ screen, ids: [screen.root] }], ids('k'), { how: 'alike' })).toHaveProperty(
      'problem',
    );
    expect(similarTo(screen, 'nobody')).toEqual([]);
  });
});
