import { listAt, placesOf, sameJson, settingKey, subtree, type Json, type NodeId, type Project } from '../model/index.js';
import { applyStep, treeOf } from './apply.js';
import type { Edit, Refusal, Step, TreeRef } from './steps.js';

export type Rebased = { readonly ok: true; readonly edit: Edit } | { readonly ok: false; readonly refusal: Refusal };

/**
 * An edit made on `before`, rewritten to be done after `others` (which were done on `before` first).
 * A neighbour that went away is replaced by the one that stood before it; a target that went away refuses the edit
 * with the reason. Nothing is dropped silently.
 */
export function rebaseEdit(edit: Edit, before: Project, others: readonly Edit[]): Rebased {
  let now = before;
  const lost = new Map<string, NodeId | null>();
  for (const other of others) {
    for (const step of other.steps) {
      noteLost(now, step, lost);
      const got = applyStep(now, step);
      if (got.ok) now = got.project;
    }
  }
  // Steps are moved one at a time, on the document as the earlier ones left it.
  const steps: Step[] = [];
  let at = now;
  for (const step of edit.steps) {
    const moved = retarget(at, step, lost);
    const got = applyStep(at, moved);
    if (got.ok) at = got.project;
    else if (!step.ifThere) return { ok: false, refusal: got.refusal };
    steps.push(moved);
  }
  return { ok: true, edit: { ...edit, steps } };
}

const mark = (tree: string, node: string): string => `${tree}|${node}`;

/** Remembers, for every node that goes away or moves, who stood before it. */
function noteLost(project: Project, step: Step, lost: Map<string, NodeId | null>): void {
  if (step.do === 'remove' || step.do === 'move') {
    const tree = treeOf(project, step.tree);
    const place = tree && placesOf(tree.nodes).get(step.node);
    if (!tree || !place) return;
    const list = listAt(tree.nodes, place);
    const at = list.indexOf(step.node);
    lost.set(mark(step.tree, step.node), at > 0 ? (list[at - 1] ?? null) : null);
  } else if (step.do === 'removeScreen' || step.do === 'moveScreen') {
    const at = project.screens.findIndex((s) => s.id === step.screen);
    if (at >= 0) lost.set(mark('screens', step.screen), project.screens[at - 1]?.id ?? null);
  }
}

function retarget(now: Project, step: Step, lost: ReadonlyMap<string, NodeId | null>): Step {
  if (step.do === 'insert' || step.do === 'move') {
    const tree = treeOf(now, step.tree);
    if (!tree) return step;
    const list = listAt(tree.nodes, step.into);
    return { ...step, after: standing(step.after, (id) => list.includes(id) && id !== (step.do === 'move' ? step.node : ''), step.tree, lost) };
  }
  if (step.do === 'insertScreen' || step.do === 'moveScreen') {
    return { ...step, after: standing(step.after, (id) => now.screens.some((s) => s.id === id), 'screens', lost) };
  }
  return step;
}

function standing(after: string | null, there: (id: string) => boolean, tree: string, lost: ReadonlyMap<string, NodeId | null>): string | null {
  let at = after;
  for (let hop = 0; at !== null && !there(at) && hop < 1000; hop++) at = lost.get(mark(tree, at)) ?? null;
  return at;
}

/** What undoing did: the edit to send, and what it leaves alone because somebody changed it since. */
export interface Reverted {
  readonly edit: Edit;
  readonly left: readonly string[];
}

/**
 * Takes back an earlier edit on the project as it is now: reverts what is still as that edit left it and names the rest.
 * @param inverse the steps that applying the edit yielded
 * @param after the project just after the edit
 */
export function revertEdit(now: Project, label: string, inverse: readonly Step[], after: Project, id: string): Reverted {
  const left: string[] = [];
  const steps: Step[] = [];
  let at = now;
  let then = after;
  for (const step of inverse) {
    const untouched = sameTarget(then, at, step);
    const prior = applyStep(then, step);
    if (prior.ok) then = prior.project;
    if (!untouched) {
      left.push(nameOf(at, step));
      continue;
    }
    const moved = retarget(at, step, new Map());
    const got = applyStep(at, moved);
    if (!got.ok) {
      left.push(got.refusal.message);
      continue;
    }
    at = got.project;
    steps.push({ ...moved, ifThere: true });
  }
  return { edit: { id, label, steps }, left };
}

/** Is what this step would change still as it was? */
function sameTarget(then: Project, now: Project, step: Step): boolean {
  switch (step.do) {
    case 'set':
      return sameJson(fieldOf(then, step.tree, step.node, step.field), fieldOf(now, step.tree, step.node, step.field));
    case 'setting':
      return sameJson(settingOf(then, step), settingOf(now, step));
    case 'remove': {
      // Taking back an insertion must not delete what others have put inside since.
      const a = treeOf(then, step.tree);
      const b = treeOf(now, step.tree);
      return !!a && !!b && sameJson(subtree(a.nodes, step.node), subtree(b.nodes, step.node));
    }
    case 'setScreen':
      return sameJson(then.screens.find((s) => s.id === step.screen)?.[step.field], now.screens.find((s) => s.id === step.screen)?.[step.field]);
    case 'wears':
      return sameJson(then.wears, now.wears);
    case 'name':
      return then.name === now.name;
    default:
      return true;
  }
}

function fieldOf(project: Project, tree: TreeRef, node: NodeId, field: string): Json | undefined {
  const found = treeOf(project, tree)?.nodes[node] as unknown as Record<string, Json> | undefined;
  if (!found) return undefined;
  return field.startsWith('attrs.') ? (found['attrs'] as Record<string, Json>)[field.slice(6)] : found[field];
}

function settingOf(project: Project, step: Extract<Step, { do: 'setting' }>): unknown {
  const { key } = step;
  const nodes = treeOf(project, step.tree)?.nodes;
  const found = nodes?.[step.node];
  if (step.entry) {
    const series = nodes?.[step.entry.series];
    const entry = series?.type === 'series' ? series.entries.find((e) => e.key === step.entry?.key) : undefined;
    return entry?.settings[step.node]?.find((s) => settingKey(s) === key)?.value;
  }
  return found?.type === 'instance' ? found.settings.find((s) => settingKey(s) === key)?.value : undefined;
}

function nameOf(project: Project, step: Step): string {
  if ('tree' in step && step.do !== 'insert') {
    const node = treeOf(project, step.tree)?.nodes[step.node];
    return `${node?.name ?? 'Something'} was changed since and stays as it is.`;
  }
  if ('screen' in step && typeof step.screen === 'string') return `${project.screens.find((s) => s.id === step.screen)?.name ?? 'A screen'} was changed since and stays as it is.`;
  return 'Something was changed since and stays as it is.';
}
