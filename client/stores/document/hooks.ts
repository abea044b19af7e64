import type { Step, Where, Wrapped } from '../../../core/index.js';

/**
 * What steps pass through before they are done, in this order. `widths`: steps made at one width hold for the widths that are
 * chosen. `edition`: steps on an installed original become changes of this project's edition of it.
 */
const FILTER_ORDER = ['widths', 'edition'] as const;
export type FilterName = (typeof FILTER_ORDER)[number];
export type StepFilter = (steps: readonly Step[]) => Wrapped;

/** The filters that are installed, each under its declared name; whichever is installed first, they run in the declared order. */
export class StepFilters {
  private readonly installed = new Map<FilterName, StepFilter>();
  install(name: FilterName, filter: StepFilter): void {
    this.installed.set(name, filter);
  }
  /** The steps as they are done, or the first refusal. */
  run(steps: readonly Step[]): Wrapped {
    let now = steps;
    for (const name of FILTER_ORDER) {
      const got = this.installed.get(name)?.(now);
      if (got?.ok === false) return got;
      if (got) now = got.steps;
    }
    return { ok: true, steps: now };
  }
}

/** Where the person works, noted with each edit; an undo leads back there. */
export interface Place {
  now(): Where | null;
  goTo(where: Where): void;
}
