import { componentsIn, type Component, type Json, type Project } from '../../model/index.js';
import type { TreeRef } from '../kind.js';

const OWN = 'project/';

/** Installed originals count only where they have an edition: a kit's own are no part of the project. */
const editionIn = (project: Project, ref: string): string | null => {
  const cut = ref.indexOf('@');
  const slash = ref.lastIndexOf('/');
  const key = cut > 0 && slash > cut ? `${ref.slice(0, cut)}${ref.slice(slash)}` : null;
  return key !== null && project.editions && Object.hasOwn(project.editions, key) ? `~${key}` : null;
};

/** The project's own components and editions that an original uses directly, whatever puts them there. */
function usesOf(project: Project, original: Component): Set<string> {
  const found = new Set<string>();
  for (const ref of componentsIn(original)) {
    const edited = ref.startsWith(OWN) ? ref.slice(OWN.length) : editionIn(project, ref);
    if (edited !== null) found.add(edited);
  }
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
