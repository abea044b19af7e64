import { Memo } from '../base/index.js';
import type { Component } from './component.js';
import type { ComponentRef, Node } from './node.js';

/** `kit@version/component` or `project/original`. */
const REF = /^(?:project|[^/@\s]+@[^/\s]+)\/[^/\s]+$/u;

/**
 * The components that a node names: the one it is, those in its place at some widths, and what is chosen on it. Homes of overrides
 * are where a choice was made, and name nothing that shows.
 */
export function componentsOf(node: Node): readonly ComponentRef[] {
  if (node.type !== 'instance') return [];
  const named: unknown[] = [
    node.component,
    ...(node.widths ?? []).map((w) => w.component),
    // A text that is written like a reference names nothing.
    ...node.overrides.flatMap((s) => (s.kind === 'prop' ? [s.value] : [])),
  ];
  return named.filter((v): v is ComponentRef => typeof v === 'string' && REF.test(v));
}

const named = new Memo<ReadonlySet<ComponentRef>>();
/** The components that a component can show in itself: its parts, what rules and widths put in their place, and what props begin with. */
export function componentsIn(c: Component): ReadonlySet<ComponentRef> {
  return named.of(c, [], () => {
    const values: unknown[] = [
      ...c.rules.flatMap((r) =>
        Object.values(r.set).flatMap((set) =>
          Object.entries(set).flatMap(([name, v]) => (name === 'component' || name.startsWith('props.') ? [v] : [])),
        ),
      ),
      ...c.contract.props.flatMap((p) => (p.kind === 'component' ? [p.default] : [])),
    ];
    return new Set([
      ...Object.values(c.nodes).flatMap(componentsOf),
      ...values.filter((v): v is ComponentRef => typeof v === 'string' && REF.test(v)),
    ]);
  });
}
