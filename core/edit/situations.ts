import { overrideKey, type Json, type Project } from '../model/index.js';
import { treeOfScreen } from './actions.js';
import type { Step } from './steps/index.js';

/** Gives a situation up, and with it everything that is said of it alone: on all screens, undone as one. */
export function withoutSituation(project: Project, id: string): readonly Step[] {
  const steps: Step[] = [];
  for (const screen of project.screens) {
    const tree = treeOfScreen(screen);
    for (const node of Object.values(screen.nodes)) {
      const kept = node.widths?.filter((w) => w.situation !== id);
      if (kept && kept.length !== node.widths?.length) {
        const value = kept.length > 0 ? (kept as unknown as Json) : null;
        steps.push({ do: 'set', tree, node: node.id, field: 'widths', value, ifThere: true });
      }
      if (node.type === 'instance')
        for (const s of node.overrides)
          if (s.when?.situation === id)
            steps.push({ do: 'override', tree, node: node.id, key: overrideKey(s), value: null, ifThere: true });
      if (node.type === 'series')
        for (const e of node.entries)
          for (const [of, list] of Object.entries(e.overrides))
            for (const s of list)
              if (s.when?.situation === id)
                steps.push({
                  do: 'override',
                  tree,
                  node: of,
                  key: overrideKey(s),
                  value: null,
                  entry: { series: node.id, key: e.key },
                  ifThere: true,
                });
    }
  }
  return [...steps, { do: 'situation', situation: id, value: null }];
}
