import { check, fault, type Check } from '../validate/index.js';
import { stepFault, type Step } from './steps/index.js';

/** A user action: named steps, all or nothing. */
export interface Edit {
  readonly id: string;
  /** What it did, for the history: `Place 3 fields`. */
  readonly label: string;
  readonly steps: readonly Step[];
  /** Who did it: the browser it was done in, so that it can be undone there later. */
  readonly by?: string;
  /** The edit that this one takes back. */
  readonly undoes?: string;
}

/** More steps than this are not taken at once. */
export const MOST_STEPS = 50_000;

const steps: Check = (value, where) => {
  if (!Array.isArray(value) || value.length === 0) return fault(where, 'must be a list of at least one step');
  if (value.length > MOST_STEPS)
    return fault(where, `has ${value.length} steps; at most ${MOST_STEPS} are taken at once`);
  for (let i = 0; i < value.length; i++) {
    const bad = stepFault(value[i], `${where}[${i}]`);
    if (bad) return bad;
  }
  return null;
};

/** The shape of an edit, to the bottom. */
export const editSchema: Check = check.group(
  { id: check.id, label: check.name(300), steps },
  { by: check.id, undoes: check.id },
);
/** The same without its steps, which are checked as they are done. */
export const editEnvelope: Check = check.group(
  {
    id: check.id,
    label: check.name(300),
    steps: (v, w) =>
      Array.isArray(v) && v.length > 0 && v.length <= MOST_STEPS
        ? null
        : fault(w, `must be a list of 1 to ${MOST_STEPS} steps`),
  },
  { by: check.id, undoes: check.id },
);
