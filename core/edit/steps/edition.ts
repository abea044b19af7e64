import { sameJson, type Edition, type EditionStep, type Json, type Project } from '../../model/index.js';
import { check } from '../../validate/index.js';
import { insertAfter, refuse, nearestNeighbour, withKey, type StepKind } from '../kind.js';
import { editionHoldsItself } from './cycles.js';

/** More changes than this are a component of one's own. */
const MOST_CHANGES = 2000;

/** One change of the edition of an installed original. The edition comes with its first change and goes with its last. */
export interface EditionOneStep {
  readonly do: 'edition';
  /** `kit/component` */
  readonly edition: string;
  /** `kit@version/component`: what it is made on, for one that is not there yet. */
  readonly from: string;
  readonly id: string;
  /** A step on the tree `original:it`; null: the change is taken back. */
  readonly value: Json;
  readonly after?: string | null;
}

const editionAt = (project: Project, key: string): Edition | undefined =>
  project.editions && Object.hasOwn(project.editions, key) ? project.editions[key] : undefined;
const changeAt = (project: Project, step: EditionOneStep): EditionStep | undefined =>
  editionAt(project, step.edition)?.steps.find((s) => s.id === step.id);

/** The project with an edition replaced, or without it; one that never had any is the same again when the last is gone. */
function withEdition(project: Project, key: string, edition: Edition | null): Project {
  const editions = withKey(project.editions ?? {}, key, edition);
  if (Object.keys(editions).length > 0) return { ...project, editions };
  const { editions: _, ...rest } = project;
  return rest;
}

const edition: StepKind<EditionOneStep, EditionOneStep> = {
  must: { edition: check.text(240), from: check.ref, id: check.text(600), value: check.json() },
  may: { after: check.orNull(check.text(600)) },
  apply(project, step) {
    const known = editionAt(project, step.edition);
    const steps = known?.steps ?? [];
    const at = steps.findIndex((s) => s.id === step.id);
    const was = steps[at];
    if (step.value === null && !was) return refuse('edition.gone', step.id, 'That change is no longer there.');
    if (step.value !== null && !was && steps.length >= MOST_CHANGES)
      return refuse(
        'edition.many',
        step.edition,
        `This edition has ${steps.length} changes; more are not taken. Make a component of your own of it.`,
      );
    const inverse: EditionOneStep = {
      do: 'edition',
      edition: step.edition,
      from: known?.from ?? step.from,
      id: step.id,
      value: was?.step ?? null,
      ...(was ? { after: steps[at - 1]?.id ?? null } : {}),
    };
    if (was && sameJson(was.step, step.value) && step.after === undefined) return { ok: true, project, inverse };
    const made = { id: step.id, step: step.value };
    const rest = steps.filter((_, i) => i !== at);
    const next =
      step.value === null
        ? rest
        : step.after === undefined
          ? was
            ? steps.map((s, i) => (i === at ? made : s))
            : [...steps, made]
          : insertAfter(rest, made, step.after, (s) => s.id);
    const changed = withEdition(
      project,
      step.edition,
      next.length === 0 ? null : { from: known?.from ?? step.from, steps: next },
    );
    const circle = editionHoldsItself(changed, step.edition);
    return circle
      ? refuse('component.cycle', circle, `${circle} would contain itself.`)
      : { ok: true, project: changed, inverse };
  },
  still: (then, now, step) => sameJson(changeAt(then, step)?.step ?? null, changeAt(now, step)?.step ?? null),
  about: (_, step) => `The edition of ${step.edition}`,
  touches: (step) => [`edition:${step.edition}`],
  behind: (now, step, before) =>
    step.after === undefined
      ? step
      : {
          ...step,
          after: nearestNeighbour(
            `edition:${step.edition}`,
            step.after,
            (id) => changeAt(now, { ...step, id }) !== undefined,
            before,
          ),
        },
  order: (project, step) => (editionAt(project, step.edition)?.steps ?? []).map((s) => s.id),
  merges: (step) => `edition|${step.edition}|${step.id}`,
  takesAway: (step) => step.value === null,
};
export const EDITION_STEPS = { edition };
