import type { Component, Json, Node, Project } from '../../model/index.js';
import type { TreeRef } from '../kind.js';

const OWN = 'project/';

/** Installed originals count only where they have an edition: a kit's own are no part of the project. */
const editionIn = (project: Project, ref: string): string | null => {
  const cut = ref.indexOf('@');
  const slash = ref.lastIndexOf('/');
  const key = cut > 0 && slash > cut ? `${ref.slice(0, cut)}${ref.slice(slash)}` : null;
  return key !== null && project.editions && Object.hasOwn(project.editions, key) ? `~${key}` : null;
};

/** The project's own components that an original's tree uses directly, swaps by its rules included. */
function usesOf(project: Project, original: Component): Set<string> {
  const found = new Set<string>();
  const add = (ref: unknown): void => {
    if (typeof ref !== 'string') return;
    if (ref.startsWith(OWN)) found.add(ref.slice(OWN.length));
    else if (project.editions) {
      const key = editionIn(project, ref);
      if (key) found.add(key);
    }
  };
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

/** The same of the changes of an edition: every reference they name anywhere. */
function usesOfEdition(project: Project, key: string): Set<string> {
  const found = new Set<string>();
  const walk = (v: Json): void => {
    if (typeof v === 'string') {
      if (v.startsWith(OWN)) found.add(v.slice(OWN.length));
      else {
        const edition = editionIn(project, v);
        if (edition) found.add(edition);
      }
    } else if (typeof v === 'object' && v !== null) Object.values(v).forEach((x) => walk(x as Json));
  };
  for (const s of project.editions?.[key]?.steps ?? []) walk(s.step);
  return found;
}

/** Is this met again when everything it is made of is followed down? Editions are marked with `~`. */
function meetsItself(project: Project, start: string): boolean {
  const seen = new Set<string>();
  const open = [start];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const original = Object.hasOwn(project.originals, at) ? project.originals[at] : undefined;
    const used = at.startsWith('~')
      ? usesOfEdition(project, at.slice(1))
      : original
        ? usesOf(project, original)
        : new Set<string>();
    for (const one of used) {
      if (one === start) return true;
      if (!seen.has(one)) open.push(one);
      seen.add(one);
    }
  }
  return false;
}

/** The name of the original that contains itself after a change to this tree, or null. Screens never do. */
export function containsItself(project: Project, tree: TreeRef): string | null {
  if (!tree.startsWith('original:')) return null;
  const start = tree.slice('original:'.length);
  return meetsItself(project, start) ? (project.originals[start]?.name ?? start) : null;
}
/** The same of an edition, `kit/component`. */
export const editionHoldsItself = (project: Project, key: string): string | null =>
  meetsItself(project, `~${key}`) ? key : null;
