import { describe, expect, it } from 'vitest';
import { fonts, kits, paintedOn, worlds } from '../../testing/demo.js';
import { ids } from '../../testing/project.js';
import { applyEdit, reattach, detach, appliedKitsOf, type Screen, type Step } from '../index.js';

void fonts;
describe('an instance that is unlinked', () => {
  it.each(worlds)('paints the same, and is exactly itself when linked again: %s', (_, project) => {
    let done = 0;
    const differ: string[] = [];
    for (const screen of project.screens) {
      const before = JSON.stringify(paintedOn(project, screen));
      for (const node of Object.values(screen.nodes)) {
        if (node.type !== 'instance') continue;
        const world = { project, kits };
        const newId = ids('u');
        const got = detach(world, appliedKitsOf(project, screen), screen, node.id, newId);
        if ('problem' in got) continue;
        const edit = (steps: readonly Step[], p = project) => {
          const r = applyEdit(p, { id: 'e', label: 'e', steps });
          if (!r.ok) throw new Error(`${screen.name} ${node.id}: ${r.refusal.message}`);
          return r;
        };
        const loose = edit(got.steps);
        const after = loose.project.screens.find((s) => s.id === screen.id) as Screen;
        if (JSON.stringify(paintedOn(loose.project, after)) !== before)
          differ.push(`${screen.name} ${node.id} ${node.component}`);
        const back = reattach({ project: loose.project, kits }, appliedKitsOf(project, screen), after, node.id, newId);
        if ('problem' in back) throw new Error(`${screen.name} ${node.id} ${node.component}: ${back.problem}`);
        const again = edit(back.steps, loose.project);
        const now = again.project.screens.find((s) => s.id === screen.id) as Screen;
        if (JSON.stringify(now.nodes[node.id]) !== JSON.stringify(node))
          differ.push(`back: ${screen.name} ${node.id} ${node.component} ${JSON.stringify(back.ledger).slice(0, 300)}`);
        done++;
      }
    }
    expect(differ.slice(0, 12)).toEqual([]);
    expect(done).toBeGreaterThan(20);
  });
});
