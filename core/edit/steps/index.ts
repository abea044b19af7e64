import { check, faultMessage, type Fault } from '../../validate/index.js';
import type { Refusal, StepKind } from '../kind.js';
import { CONTENT_STEPS, type ContentStep } from './content.js';
import { EDITION_STEPS, type EditionOneStep } from './edition.js';
import { FIELD_STEPS, type FieldStep } from './field.js';
import { ORIGINAL_STEPS, type OriginalStep } from './original.js';
import { PROJECT_STEPS, type ProjectStep } from './project.js';
import { SCREEN_STEPS, type ScreenStep } from './screens.js';
import { OVERRIDE_STEPS, type OverrideStep } from './override.js';
import { TREE_STEPS, type TreeStep } from './tree.js';

interface Maybe {
  /** Left out, and reported, when what it names is gone; without it the whole edit is refused. */
  readonly ifThere?: boolean;
}

/** The smallest changes. Plain JSON; neighbours are named, never counted. `after: null` means first. */
export type Step = Maybe &
  (TreeStep | FieldStep | OverrideStep | ScreenStep | ProjectStep | OriginalStep | EditionOneStep | ContentStep);
export type StepName = Step['do'];

/** Every kind of step, from the one file of its family. A kind that is missing here does not compile. */
const KINDS: { readonly [K in StepName]: StepKind<Extract<Step, { do: K }>, Step> } = {
  ...TREE_STEPS,
  ...FIELD_STEPS,
  ...OVERRIDE_STEPS,
  ...SCREEN_STEPS,
  ...PROJECT_STEPS,
  ...ORIGINAL_STEPS,
  ...EDITION_STEPS,
  ...CONTENT_STEPS,
};

/** What there is to know of a step. The step and its kind belong together by their name. */
export const kindOf = (step: Step): StepKind<Step, Step> => KINDS[step.do] as unknown as StepKind<Step, Step>;

export const STEP_NAMES = Object.keys(KINDS) as readonly StepName[];
const SHAPES = Object.fromEntries(
  Object.entries(KINDS).map(([name, kind]) => [
    name,
    check.group({ do: check.oneOf(name), ...kind.must }, { ifThere: check.flag, ...('may' in kind ? kind.may : {}) }),
  ]),
);
const shape = check.byMember('do', SHAPES);

/** What is wrong with the shape of something that should be a step; null: nothing. */
export function stepFault(step: unknown, where = 'A step'): Fault | null {
  return shape(step, where);
}
export function schemaRefusal(step: unknown): Refusal | null {
  const bad = stepFault(step);
  return bad ? { code: 'step.shape', about: bad.where, message: `${faultMessage(bad)}.` } : null;
}

export type { EntryRef } from './override.js';
