import type { Component, Node, Project } from '../../model/index.js';
import type { TreeRef } from '../kind.js';

const OWN = 'project/';

/** The project's own components that an original's tree uses directly, swaps by its rules included. */
function usesOf(original: Component): Set<string> {
  const found = new Set<string>();
  const add = (ref: unknown): void =>
    void (typeof ref === 'string' && ref.startsWith(OWN) && found.add(ref.slice(OWN.length)));
  for (const n of Object.values(original.nodes) as Node[]) {
    if (n.type !== 'instance') continue;
    add(n.component);
    for (const s of n.settings) add(s.value);
  }
  for (const rule of original.rules)
    for (const set of Object.values(rule.set)) for (const value of Object.values(set)) add(value);
  for (const p of original.contract.props) add(p.default);
  return found;
}

/** The name of the original that contains itself after a change to this tree, or null. Screens never do. */
export function containsItself(project: Project, tree: TreeRef): string | null {
  if (!tree.startsWith('original:')) return null;
  const start = tree.slice('original:'.length);
  const seen = new Set<string>();
  const open = [start];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const original = Object.hasOwn(project.originals, at) ? project.originals[at] : undefined;
    if (!original) continue;
    for (const used of usesOf(original)) {
      if (used === start) return project.originals[start]?.name ?? start;
      if (!seen.has(used)) open.push(used);
      seen.add(used);
    }
  }
  return null;
}
