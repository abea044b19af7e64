import { kitRef, type Component, type Kit, type KitRef, type Node } from '../model/index.js';

/** Nodes with their references from one kit turned to another. */
export function renamed(nodes: Readonly<Record<string, Node>>, from: KitRef, to: KitRef): Record<string, Node> {
  const fix = (ref: string): string => (ref.startsWith(`${from}/`) ? `${to}${ref.slice(from.length)}` : ref);
  return Object.fromEntries(
    Object.values(nodes).map((n): [string, Node] => {
      if (n.type === 'series')
        return [
          n.id,
          {
            ...n,
            entries: n.entries.map((e) => ({
              ...e,
              overrides: Object.fromEntries(
                Object.entries(e.overrides).map(([id, list]) => [id, list.map((s) => ({ ...s, home: fix(s.home) }))]),
              ),
            })),
          },
        ];
      if (n.type !== 'instance') return [n.id, n];
      return [
        n.id,
        {
          ...n,
          component: fix(n.component),
          overrides: n.overrides.map((s) => ({ ...s, home: fix(s.home) })),
          fills: n.fills.map((f) => ({ ...f, home: fix(f.home) })),
        },
      ];
    }),
  );
}

/** The components of a base kit, as the kit based on it has them. */
export function rebase(base: Kit, own: KitRef): Record<string, Component> {
  const from = kitRef(base);
  return Object.fromEntries(
    Object.values(base.components).map((c) => [c.id, { ...c, nodes: renamed(c.nodes, from, own) }]),
  );
}
