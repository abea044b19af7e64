import type { Check } from '../validate/index.js';
import type { Node, NodeId, Nodes, Project, Screen } from '../model/index.js';

/** Which tree a step works on. */
export type TreeRef = `screen:${string}` | `original:${string}` | `edition:${string}`;

/** Why a step cannot be done, with the thing it is about. */
export interface Refusal {
  readonly code: string;
  readonly about: string;
  readonly message: string;
}

/** Done: the new project, and the step that takes it back. */
export type StepResult<S = unknown> =
  | { readonly ok: true; readonly project: Project; readonly inverse: S }
  | { readonly ok: false; readonly refusal: Refusal };

export const refuse = (
  code: string,
  about: string,
  message: string,
): { readonly ok: false; readonly refusal: Refusal } => ({ ok: false, refusal: { code, about, message } });

/** Who stood before something that is no longer where it was; undefined: it has not moved. */
export type Before = (list: string, id: string) => string | null | undefined;

/** What a step changes: `screen:one`, `original:tile`, `edition:kit/card`, `content:sailings`, `project`. */
export type Touched = string;

/** Everything about one kind of step `S`; inverses are steps `All`. */
export interface StepKind<S, All> {
  /** Its members besides `do` and `ifThere`, checked to the bottom. */
  readonly must: Readonly<Record<string, Check>>;
  readonly may?: Readonly<Record<string, Check>>;
  /** Does it, or refuses, changing nothing. What does not change stays the same object. */
  apply(project: Project, step: S): StepResult<All>;
  /** Is what this step would change in `now` still as it is in `then`? Undo leaves the rest alone. */
  still(then: Project, now: Project, step: S): boolean;
  /** The thing it changes, in words. */
  about(project: Project, step: S): string;
  touches(step: S): readonly Touched[];
  /** What goes away or moves when this step is done on `project`: the list it stood in, itself, and who stood before it. */
  leaves?(
    project: Project,
    step: S,
  ): { readonly list: string; readonly id: string; readonly before: string | null } | null;
  /** The same step behind a neighbour that is still there. `before` tells who stood before one that is not. */
  behind?(now: Project, step: S, before: Before): S;
  /** The ids in the list that it puts something into, in their order. */
  order?(project: Project, step: S): readonly string[];
  /** Steps with the same key set the same thing: of several in a row only the last counts. */
  merges?(step: S): string;
  /** True when it only takes away: then it is as good as done when what it names is gone already. */
  takesAway?(step: S): boolean;
}

/** The tree a step names, or undefined when it is gone. */
export function treeOf(project: Project, tree: TreeRef): { root: NodeId; nodes: Nodes } | undefined {
  const id = tree.slice(tree.indexOf(':') + 1);
  if (tree.startsWith('screen:')) return project.screens.find((s) => s.id === id);
  // Steps on an edition become changes of it before they are done; see `asEdition`.
  if (tree.startsWith('edition:')) return undefined;
  return Object.hasOwn(project.originals, id) ? project.originals[id] : undefined;
}

/** The project with the nodes of one tree replaced; the same when they are the same. */
export function withNodes(project: Project, tree: TreeRef, nodes: Nodes): Project {
  const id = tree.slice(tree.indexOf(':') + 1);
  if (treeOf(project, tree)?.nodes === nodes) return project;
  // What was looked up in trees made so far may be remembered: from here on they stay as they are.
  if (own) own = new WeakSet();
  if (tree.startsWith('screen:'))
    return { ...project, screens: project.screens.map((s): Screen => (s.id === id ? { ...s, nodes } : s)) };
  const original = project.originals[id];
  return original ? { ...project, originals: { ...project.originals, [id]: { ...original, nodes } } } : project;
}

/**
 * Projects, lists of screens, screens and nodes that were made within the edit that is being done: nobody else has them yet,
 * so one node after another is changed in them in place. Else an edit of two thousand steps copies everything as often.
 */
let own: WeakSet<object> | null = null;

/** Does an edit, step by step. What it makes may be changed in place until this ends. */
export function batchEdit<T>(what: () => T): T {
  const outer = own;
  own = new WeakSet();
  try {
    return what();
  } finally {
    own = outer;
  }
}

/** The project with one node of a tree replaced. The node takes no other place than before: only what it says changes. */
export function withNode(project: Project, tree: TreeRef, node: Node): Project {
  const id = tree.slice(tree.indexOf(':') + 1);
  const at = tree.startsWith('screen:') ? project.screens.findIndex((s) => s.id === id) : -1;
  const screen = project.screens[at];
  if (!own || !screen) {
    const nodes = treeOf(project, tree)?.nodes;
    return nodes ? withNodes(project, tree, { ...nodes, [node.id]: node }) : project;
  }
  const made = <X extends object>(x: X): X => {
    own?.add(x);
    return x;
  };
  if (own.has(screen)) {
    (screen.nodes as Record<NodeId, Node>)[node.id] = node;
    return project;
  }
  const next = made<Screen>({ ...screen, nodes: { ...screen.nodes, [node.id]: node } });
  if (own.has(project.screens)) {
    (project.screens as Screen[])[at] = next;
    return project;
  }
  const screens = made([...project.screens]);
  screens[at] = next;
  return { ...project, screens };
}

/** A list with something put behind another thing in it; `null`: first. Unknown neighbours mean the end. */
export function insertAfter<T>(list: readonly T[], one: T, after: string | null, key: (t: T) => string): readonly T[] {
  if (after === null) return [one, ...list];
  const at = list.findIndex((t) => key(t) === after);
  return at < 0 ? [...list, one] : [...list.slice(0, at + 1), one, ...list.slice(at + 1)];
}

/** A record with one entry replaced in place, added last, or taken away. */
export function withKey<T>(
  record: Readonly<Record<string, T>>,
  key: string,
  value: T | null,
): Readonly<Record<string, T>> {
  const next: Record<string, T> = { ...record };
  if (value === null) delete next[key];
  else next[key] = value;
  return next;
}

/** Is something at the same place among the neighbours that both lists have? */
export function sameOrder(then: readonly string[], now: readonly string[], id: string): boolean {
  const common = (list: readonly string[], other: readonly string[]): number => {
    const others = new Set(other);
    return list.slice(0, list.indexOf(id)).filter((x) => others.has(x)).length;
  };
  return then.includes(id) === now.includes(id) && common(then, now) === common(now, then);
}

/** The neighbour to stand behind: the one that was named, or who stood before it, and so on, until one is there. */
export function nearestNeighbour(
  list: string,
  after: string | null,
  there: (id: string) => boolean,
  before: Before,
): string | null {
  let at = after;
  for (let hop = 0; at !== null && hop < 10_000; hop++) {
    const prior = before(list, at);
    if (prior === undefined || there(at)) return at;
    at = prior;
  }
  return at;
}
