import type { Project } from '../model/index.js';
import { applyEdit, applyStep } from './apply.js';
import type { Edit } from './edit.js';
import type { Before, Refusal } from './kind.js';
import { doRun } from './run.js';
import { kindOf, schemaRefusal, type Step } from './steps/index.js';
import { listName } from './steps/tree.js';

export type Rebased = { readonly ok: true; readonly edit: Edit } | { readonly ok: false; readonly refusal: Refusal };

/**
 * An edit made on `before`, rewritten to be done after `others` (which were done on `before` first), one after the other: so
 * it comes out the same however the others are grouped, on every machine. A neighbour that went away is replaced by the one
 * that stood before it. What others took away need not be taken away again. A target that went away refuses the edit with
 * the reason. Nothing is dropped silently.
 * @param onto how it stands now, when `others` are only some of many: see `rebaseLate`. Without it, what they make of `before`
 */
export function rebaseEdit(edit: Edit, before: Project, others: readonly Edit[], onto?: Project): Rebased {
  for (const step of edit.steps) {
    const bad = schemaRefusal(step);
    if (bad) return { ok: false, refusal: bad };
  }
  let now = before;
  let { steps } = edit;
  for (const other of others) {
    const lost = new Map<string, string | null>();
    for (let i = 0; i < other.steps.length; i++) {
      const run = doRun(now, other.steps, i);
      if (run) {
        // Where things stood that went or moved is where the steps that take it back put them.
        for (const back of run.inverse)
          if (back.do === 'insert' || back.do === 'move') {
            const id = back.do === 'insert' ? back.root : back.node;
            lost.set(mark(listName(back.tree, back.into), id), back.after);
          }
        now = run.project;
        i += run.count - 1;
        continue;
      }
      const step = other.steps[i] as Step;
      const left = kindOf(step).leaves?.(now, step);
      const got = applyStep(now, step);
      if (!got.ok) continue;
      if (left) lost.set(mark(left.list, left.id), left.before);
      now = got.project;
    }
    if (lost.size === 0) continue;
    const tell: Before = (list, id) => lost.get(mark(list, id));
    const there = onto ?? now;
    steps = steps.map((s) => kindOf(s).behind?.(there, s, tell) ?? s);
  }
  return fitting(
    { ...edit, steps },
    onto ?? now,
    (i) => applyEdit(before, { ...edit, steps: edit.steps.slice(0, i + 1) }).ok,
  );
}

const mark = (list: string, id: string): string => `${list}>${id}`;

/** The edit as it can be done on `now`. `could`: could it be done, up to this step, where it was made? */
function fitting(edit: Edit, now: Project, could: (step: number) => boolean): Rebased {
  const all = applyEdit(now, edit);
  if (all.ok && all.skipped.length === 0) return { ok: true, edit };
  let at = now;
  const steps: Step[] = [];
  for (const [i, step] of edit.steps.entries()) {
    const got = applyStep(at, step);
    if (got.ok) at = got.project;
    else if (step.ifThere !== true) {
      // Somebody has taken it away already.
      if (kindOf(step).takesAway?.(step) !== true || !got.refusal.code.endsWith('.gone') || !could(i))
        return { ok: false, refusal: got.refusal };
      steps.push({ ...step, ifThere: true });
      continue;
    }
    steps.push(step);
  }
  return { ok: true, edit: { ...edit, steps } };
}

/** What the steps of an edit name to stand behind: only others that move or take away these change where it goes. */
function neighboursOf(edit: Edit): readonly string[] {
  return (edit.steps as readonly unknown[]).flatMap((step) =>
    typeof step === 'object' && step !== null && 'after' in step && typeof step.after === 'string' ? [step.after] : [],
  );
}
/** So many neighbours in a row may have gone, each behind the next. */
const MOST_GONE = 200;

/**
 * The same for an edit made very long ago: not everything that was done since is asked for, but only what names the neighbours
 * that it is to stand behind, and those behind which they stood.
 * @param now how it stands after everything
 * @param naming gives the edits since `before` that name any of these, oldest first
 */
export async function rebaseLate(
  edit: Edit,
  before: Project,
  now: Project,
  naming: (names: readonly string[]) => Promise<readonly Edit[]>,
): Promise<Rebased> {
  const names = new Set<string>();
  let next = neighboursOf(edit);
  for (let round = 0; ; round++) {
    for (const n of next) names.add(n);
    const got = rebaseEdit(edit, before, names.size > 0 ? await naming([...names]) : [], now);
    const wanted = got.ok
      ? neighboursOf(got.edit)
      : got.refusal.code === 'node.neighbour-gone'
        ? [got.refusal.about]
        : [];
    next = wanted.filter((n) => !names.has(n));
    if (next.length === 0 || round > MOST_GONE) return got;
  }
}
