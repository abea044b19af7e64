import type { Project } from '../model/index.js';
import { applyStep } from './apply.js';
import type { Edit } from './edit.js';
import { treeOf } from './kind.js';
import { kindOf, type Step } from './steps/index.js';

/** What undoing did: the edit to send, and what it leaves alone because somebody changed it since, in words. */
export interface Reverted {
  readonly edit: Edit;
  readonly left: readonly string[];
}

/**
 * Takes back an earlier edit on the project as it is now: reverts what is still as that edit left it and names the rest.
 * @param inverse the steps that applying the edit yielded
 * @param after the project just after the edit
 */
export function revertEdit(
  now: Project,
  undone: Pick<Edit, 'id' | 'label'>,
  inverse: readonly Step[],
  after: Project,
  id: string,
  label = `Undo ${undone.label}`,
): Reverted {
  // What it changed is as it left it: all of it is taken back.
  if (now === after || inverse.every((s) => isSameTree(now, after, s)))
    return {
      edit: { id, label, steps: inverse.map((s) => ({ ...s, ifThere: true })), undoes: undone.id },
      left: [],
    };
  const left = new Set<string>();
  const steps: Step[] = [];
  let at = now;
  let then = after;
  for (const step of inverse) {
    const kind = kindOf(step);
    const untouched = kind.still(then, at, step);
    const prior = then;
    const undo = applyStep(then, step);
    if (undo.ok) then = undo.project;
    if (!untouched) {
      left.add(`${kind.about(at, step)} was changed since and stays as it is.`);
      continue;
    }
    // A neighbour that is gone: whoever stood before it then, and is still there.
    const moved = kind.behind?.(at, step, (_, one) => standsBefore(prior, step, one)) ?? step;
    const got = applyStep(at, moved);
    if (!got.ok) {
      left.add(`${kind.about(at, step)}: ${got.refusal.message}`);
      continue;
    }
    at = got.project;
    steps.push({ ...moved, ifThere: true });
  }
  return { edit: { id, label, steps, undoes: undone.id }, left: [...left] };
}

/** Does a step change a screen, and nothing but its tree, that is the same in both? */
const isSameTree = (a: Project, b: Project, step: Step): boolean =>
  'tree' in step &&
  step.tree.startsWith('screen:') &&
  treeOf(a, step.tree) !== undefined &&
  treeOf(a, step.tree) === treeOf(b, step.tree);

/** Who stood before something in the list that a step puts into, at the time the step would have been right. */
function standsBefore(then: Project, step: Step, one: string): string | null {
  const order = kindOf(step).order?.(then, step) ?? [];
  const at = order.indexOf(one);
  return at > 0 ? (order[at - 1] ?? null) : null;
}
