import {
  projectFields,
  type AppliedKit,
  type Fix,
  type IssueGroup,
  type MatchSheet,
  type Project,
  type ReviewIn,
  type Screen,
  type ScreenReview,
} from '../../core/index.js';
import type { RemoteWorker } from '../workers/startWorker.js';

/** The worker keeps so many screens, laid out: one of a hundred instances is half a megabyte. */
const MOST_HELD = 400;
/** So many screens are sent before the page may do something else. */
const AT_A_TIME = 6;
const SHELL = projectFields((f) => f.worker);

/** Numbers by which workers know versions of screens, and what is worn: the same for all of them. */
export class Numbers {
  private readonly known = new WeakMap<object, number>();
  private last = 0;
  of(thing: Screen | readonly AppliedKit[]): number {
    let n = this.known.get(thing);
    if (n === undefined) this.known.set(thing, (n = ++this.last));
    return n;
  }
  /** The number of what may have none yet: 0. */
  knownOf(thing: Screen | readonly AppliedKit[]): number {
    return this.known.get(thing) ?? 0;
  }
}

/** A worker, and what it has been told: only what is new to it is sent. */
export class CoreWorker {
  private sent: Partial<Record<keyof Project, unknown>> = {};
  private readonly appliedKits = new Set<number>();
  /** Which version of a screen it has, the one used last at the end. */
  private readonly latest = new Map<string, number>();
  private most = MOST_HELD;

  constructor(
    readonly worker: RemoteWorker,
    private readonly numbers: Numbers,
  ) {}

  /** Sends what it needs of the project without its screens. */
  sync(project: Project): void {
    const fresh = SHELL.filter((k) => this.sent[k] !== project[k]);
    if (fresh.length === 0) return;
    void this.worker.shell(Object.fromEntries(fresh.map((k) => [k, project[k]])));
    for (const k of fresh) this.sent[k] = project[k];
  }
  /** The number by which it knows what screens wear. */
  wear(on: readonly AppliedKit[]): number {
    const n = this.numbers.of(on);
    if (!this.appliedKits.has(n)) {
      this.appliedKits.add(n);
      void this.worker.wear(n, on);
    }
    return n;
  }
  /** The number of a screen as it is: each version is sent once, for as long as it is kept there. */
  screen(screen: Screen): number {
    const n = this.numbers.of(screen);
    // An older version, by undo say, may be shown again.
    if (this.latest.get(screen.id) !== n) void this.worker.screen(n, screen);
    this.latest.delete(screen.id);
    this.latest.set(screen.id, n);
    if (this.latest.size > this.most) {
      const [oldest] = this.latest.keys();
      if (oldest !== undefined) {
        this.latest.delete(oldest);
        void this.worker.forget(oldest);
      }
    }
    return n;
  }
  /** Sends many screens, and lets the page go on in between. */
  private async give(screens: readonly Screen[]): Promise<void> {
    this.most = Math.max(MOST_HELD, screens.length);
    const fresh = screens.filter((s) => this.latest.get(s.id) !== this.numbers.of(s));
    for (let at = 0; at < fresh.length; at += AT_A_TIME) {
      for (const s of fresh.slice(at, at + AT_A_TIME)) this.screen(s);
      await new Promise((r) => setTimeout(r));
    }
  }

  /** What there is to look at when a screen of a project would wear something else. */
  review(project: Project, screen: Screen, after: readonly AppliedKit[], seenIn: ReviewIn): Promise<ScreenReview> {
    this.sync(project);
    return this.worker.review(screen.id, this.screen(screen), this.wear(after), seenIn);
  }
  /** Ways that were proven to mend a cause, on these screens as they would be worn. */
  async fixes(
    project: Project,
    cause: IssueGroup,
    sheet: MatchSheet,
    on: readonly { readonly screen: Screen; readonly after: readonly AppliedKit[] }[],
    seenIn: ReviewIn,
  ): Promise<readonly Fix[]> {
    await this.give(on.map((o) => o.screen));
    this.sync(project);
    return this.worker.fixes(
      cause,
      sheet,
      on.map(({ screen, after }) => ({ id: screen.id, version: this.screen(screen), after: this.wear(after) })),
      seenIn,
    );
  }
}
