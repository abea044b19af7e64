import type { Project } from '../model/index.js';
import type { Edit } from './edit.js';
import { batchEdit, type Refusal, type StepResult } from './kind.js';
import { doRun } from './run.js';
import { kindOf, schemaRefusal, type Step } from './steps/index.js';

/** Done: the new project, and the steps that take it back (to be done in the order given). */
export type EditResult =
  | {
      readonly ok: true;
      readonly project: Project;
      readonly inverse: readonly Step[];
      readonly skipped: readonly Refusal[];
    }
  | { readonly ok: false; readonly refusal: Refusal };

/** Applies one step. Refuses, changing nothing, what has not the shape of a step and what names something that is not there. */
export function applyStep(project: Project, step: Step): StepResult<Step> {
  const bad = schemaRefusal(step);
  return bad ? { ok: false, refusal: bad } : kindOf(step).apply(project, step);
}

/** Does all steps of an edit, or none. The project given is never changed. */
export function applyEdit(project: Project, edit: Edit): EditResult {
  return batchEdit(() => applySteps(project, edit));
}
function applySteps(project: Project, edit: Edit): EditResult {
  let now = project;
  const inverse: Step[] = [];
  const skipped: Refusal[] = [];
  for (let i = 0; i < edit.steps.length; i++) {
    const run = doRun(now, edit.steps, i);
    if (run) {
      now = run.project;
      inverse.push(...run.inverse);
      i += run.count - 1;
      continue;
    }
    const step = edit.steps[i] as Step;
    const got = applyStep(now, step);
    if (got.ok) {
      now = got.project;
      inverse.push(got.inverse);
    } else if (got.refusal.code !== 'step.shape' && step.ifThere === true) skipped.push(got.refusal);
    else return got;
  }
  return { ok: true, project: now, inverse: inverse.reverse(), skipped };
}

/** The edit that takes an edit back, for the project it was applied to; null when it cannot be applied there. */
export function invertEdit(project: Project, edit: Edit, id: string): Edit | null {
  const got = applyEdit(project, edit);
  return got.ok ? { id, label: `Undo ${edit.label}`, steps: got.inverse, undoes: edit.id } : null;
}

/** What an edit changes: `screen:one`, `original:tile`, `content:sailings`, `project`. */
export function touchedBy(edit: Edit): ReadonlySet<string> {
  return new Set(edit.steps.flatMap((s) => kindOf(s).touches(s)));
}

/** Of several steps that set the same thing in a row, only the last counts. */
export function compact(steps: readonly Step[]): readonly Step[] {
  const last = new Map<string, number>();
  const about = (s: Step): string | undefined => kindOf(s).merges?.(s);
  steps.forEach((s, i) => {
    const key = about(s);
    if (key !== undefined) last.set(key, i);
  });
  return steps.filter((s, i) => {
    const key = about(s);
    if (key === undefined || last.get(key) === i) return true;
    // What is dropped after it was put must not be dropped from a document that never had it.
    const later = steps[last.get(key) ?? i];
    return later !== undefined && kindOf(later).takesAway?.(later) === true;
  });
}
