import { defineStore } from 'pinia';
import {
  NO_SITUATION,
  appliedKitsOf,
  projectFields,
  type KitRef,
  type MatchSheet,
  type Project,
  type ReviewIn,
  type Screen,
  type ScreenReview,
  type AppliedKit,
} from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { usePictures } from '../stores/pictures.js';
import { useLibrary } from '../stores/library.js';

/** What of a project says how its screens look, besides themselves. */
const GROUND = projectFields((f) => f.drives === 'looks');
/** So many screens are looked through while nothing else is done. */
const MOST_AHEAD = 60;

/** A sheet as it is proposed, and what would be worn with it, by what is worn now. */
export interface Proposed {
  readonly sheet: MatchSheet;
  readonly after: ReadonlyMap<readonly AppliedKit[], readonly AppliedKit[]>;
}
/** What was found on screens, by what they would wear. */
export class Found {
  private readonly all = new WeakMap<Screen, Map<readonly AppliedKit[], ScreenReview>>();
  get(screen: Screen, after: readonly AppliedKit[] | undefined): ScreenReview | undefined {
    return after && this.all.get(screen)?.get(after);
  }
  set(screen: Screen, after: readonly AppliedKit[], review: ScreenReview): void {
    const on = this.all.get(screen) ?? new Map<readonly AppliedKit[], ScreenReview>();
    this.all.set(screen, on.set(after, review));
  }
}

const same = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((x, i) => x === b[i]);
/** The last of something, for as long as it would be made of the same. */
class Last<T> {
  private kept: { readonly on: readonly unknown[]; readonly made: T } | null = null;
  of(on: readonly unknown[], make: () => T): T {
    if (!this.kept || !same(this.kept.on, on)) this.kept = { on, made: make() };
    return this.kept.made;
  }
  forget(made: T): void {
    if (this.kept?.made === made) this.kept = null;
  }
}
const idle = (): Promise<unknown> => new Promise((go) => requestIdleCallback(go));

/** Everything that is worn somewhere: by the project, and by screens that were held back. */
export const appliedIn = (project: Project): readonly (readonly AppliedKit[])[] => [
  ...new Set([project.appliedKits, ...project.screens.map((s) => appliedKitsOf(project, s))]),
];

/**
 * What is known of a rebrand that may come: what was planned last, and what was found with it. It outlives the view, so that coming
 * back to it costs nothing, and some of it is got ready while nothing else is done.
 */
export const useReviewCache = defineStore('reviewCache', () => {
  const library = useLibrary();
  const pictures = usePictures();
  const doc = useDocument();
  const plans = new Last<Promise<Proposed>>();
  const reviews = new Last<Found>();
  /** How often somebody began, and how many want to know now: whoever looks ahead gives way to them. */
  let begun = 0;
  let wanting = 0;

  /** The sheet that is proposed for two kits, planned by the worker. Rejects when there is none, or it cannot be. */
  function plan(project: Project, from: KitRef, to: KitRef): Promise<Proposed> {
    const { worker } = library;
    if (!worker) return Promise.reject(new Error('The worker is not there yet.'));
    const now = appliedIn(project);
    const got = plans.of(
      [from, to, worker, library.kits, project.originals, project.editions, project.matchSheets, ...now],
      async () => {
        pictures.sync(project);
        const { sheet, after } = await worker.plan(from, to, now);
        return { sheet, after: new Map(now.map((w, i) => [w, after[i] ?? []])) };
      },
    );
    // What could not be planned is tried again.
    got.catch(() => plans.forget(got));
    return got;
  }
  /** What was found on screens of a project as it is: what was found on another ground says nothing of it. */
  const foundIn = (project: Project, how: ReviewIn): Found =>
    reviews.of(
      [...GROUND.map((k) => project[k]), JSON.stringify(how), library.kits, library.fontsKnown],
      () => new Found(),
    );

  /** Looks through the first screens while nothing else is done, until somebody edits, or wants to know. */
  async function lookAhead(project: Project, from: KitRef, to: KitRef): Promise<void> {
    const mine = ++begun;
    const { after } = await plan(project, from, to);
    const found = foundIn(project, NO_SITUATION);
    for (const screen of project.screens.slice(0, MOST_AHEAD)) {
      await idle();
      const [by] = pictures.partners();
      const on = after.get(appliedKitsOf(project, screen));
      if (!by || mine !== begun || wanting > 0 || doc.shown !== project) return;
      if (on && !found.get(screen, on)) found.set(screen, on, await by.review(project, screen, on, NO_SITUATION));
    }
  }
  /** Nobody looks ahead until what this returns is called. */
  function giveWay(): () => void {
    begun++;
    wanting++;
    return () => void wanting--;
  }

  return { plan, foundIn, lookAhead, giveWay };
});
