import { useLocalStorage } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import {
  applyEdit,
  groupIssues,
  chooseOption,
  choosePair,
  chooseProp,
  countUses,
  stampChoices,
  sumReviews,
  appliedKitsOf,
  type Fix,
  type Kit,
  type KitRef,
  type MatchSheet,
  type Project,
  type ReviewIn,
  type Screen,
  type ScreenReview,
  type Step,
  type AppliedKit,
} from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { ROOM, usePictures } from '../stores/pictures.js';
import { useLibrary } from '../stores/library.js';
import type { CoreWorker } from '../stores/coreWorker.js';
import { useEditor } from '../stores/editor/editor.js';
import { useReviewCache, appliedIn } from './reviewCache.js';

/** So many screens are asked of each worker at once: it never waits for the page. */
const AHEAD = 2;
/** How often what was found so far is shown: ms. */
const TELL = 400;

/** What a rebrand would do to all screens. */
export type Total = ReturnType<typeof sumReviews>;

const rolesOf = (kit: Kit | undefined): ReadonlySet<string> =>
  new Set(Object.values(kit?.components ?? {}).map((c) => c.role));
/** The kit that is likely put on next: a brand's rather than a wireframe's, the one that has most of what is worn. */
export const firstToApply = (kits: ReadonlyMap<KitRef, Kit>, from: KitRef): KitRef | undefined => {
  const worn = [...rolesOf(kits.get(from))];
  const fit = (k: Kit): number => {
    const has = rolesOf(k);
    // Of two that fit as well, the one that others are based on.
    return (k.fidelity === 'brand' ? 1000 : 0) + worn.filter((r) => has.has(r)).length - (k.basedOn ? 2 : 0);
  };
  const id = kits.get(from)?.id;
  return [...kits].filter(([, k]) => k.id !== id).sort(([, a], [, b]) => fit(b) - fit(a))[0]?.[0];
};

/**
 * A rebrand that is being planned: its sheet, what screens would wear, and what there would be to look at. All found by the worker.
 * @param seenIn how screens are looked at besides as they are
 * @param scope ids of the screens that are meant; null: all
 */
export function useRebrandPlan(
  from: Ref<KitRef>,
  to: Ref<KitRef>,
  scope: Ref<ReadonlySet<string> | null>,
  seenIn: Ref<ReviewIn>,
) {
  const doc = useDocument();
  const library = useLibrary();
  const editor = useEditor();
  const pictures = usePictures();
  const known = useReviewCache();
  const planned = shallowRef<MatchSheet | null>(null);
  const edited = shallowRef<MatchSheet | null>(null);
  const after = shallowRef<ReadonlyMap<readonly AppliedKit[], readonly AppliedKit[]>>(new Map());
  const sheet = computed(() => edited.value ?? planned.value);
  const failure = ref('');
  const author = useLocalStorage('dekkor-author', '');
  /** Something was chosen by hand: kept with who and when. */
  function correct(next: MatchSheet): void {
    const was = sheet.value;
    edited.value = was ? stampChoices(next, was, author.value, new Date().toISOString().slice(0, 10)) : next;
  }

  const worn = computed(() => (doc.shown ? appliedIn(doc.shown) : []));
  /** What would be worn by the sheet as it was planned: it comes with that. */
  let foreseen: ReadonlyMap<readonly AppliedKit[], readonly AppliedKit[]> = new Map();
  onScopeDispose(known.giveWay());
  let asked = 0;
  watch(
    [
      from,
      to,
      () => library.worker,
      () => library.kits,
      () => doc.shown?.originals,
      () => doc.shown?.editions,
      () => doc.shown?.matchSheets,
    ],
    async () => {
      const mine = ++asked;
      planned.value = null;
      edited.value = null;
      failure.value = '';
      const { worker } = library;
      const project = doc.shown;
      if (!worker || !project || !from.value || !to.value || from.value === to.value) return;
      try {
        const got = await known.plan(project, from.value, to.value);
        if (mine !== asked) return;
        foreseen = got.after;
        planned.value = got.sheet;
      } catch (error) {
        if (mine === asked) failure.value = error instanceof Error ? error.message : String(error);
      }
    },
    { immediate: true },
  );

  let wearing = 0;
  watch(
    [
      () => sheet.value?.pairs,
      () => sheet.value?.tokens,
      () => sheet.value?.from,
      () => doc.shown?.appliedKits,
      () => worn.value.length,
    ],
    async () => {
      const mine = ++wearing;
      const { worker } = library;
      const on = sheet.value;
      const all = worn.value;
      if (on && on === planned.value && all.every((w) => foreseen.has(w))) {
        after.value = foreseen;
        return;
      }
      after.value = new Map();
      if (!worker || !on || all.length === 0) return;
      const got = await Promise.all(all.map(async (w) => [w, await worker.after(w, on)] as const));
      if (mine === wearing) after.value = new Map(got);
    },
    { immediate: true },
  );
  const appliedKitsAfterOf = (s: Screen): readonly AppliedKit[] | undefined =>
    doc.shown ? after.value.get(appliedKitsOf(doc.shown, s)) : undefined;

  const isMeant = (s: Screen): boolean => scope.value?.has(s.id) ?? true;
  const uses = computed(() => (doc.shown ? countUses(doc.shown.screens.filter(isMeant), editor.appliedKitsShown) : {}));

  // ── what was taken to mend something ──
  const taken = shallowRef<readonly Fix[]>([]);
  watch([from, to], () => (taken.value = []));
  /** The project as it would be with all that was taken; what nothing changes is the same. */
  const mended = computed<Project | null>(() => {
    const project = doc.shown;
    const steps = taken.value.flatMap((f) => f.steps.map((s): Step => ({ ...s, ifThere: true })));
    if (!project || steps.length === 0) return project;
    const got = applyEdit(project, { id: 'mended', label: 'Mended', steps });
    return got.ok ? got.project : project;
  });
  function take(fix: Fix): void {
    const { pair, option, prop } = fix;
    if (pair && editor.world && sheet.value) correct(choosePair(editor.world, sheet.value, pair.from, pair.to));
    if (option && sheet.value) correct(chooseOption(sheet.value, option));
    taken.value = [...taken.value.filter((f) => f.group !== fix.group), fix];
    // The property may be one that it is given.
    const there = mended.value && { project: mended.value, kits: library.kits };
    if (prop && there && sheet.value) correct(chooseProp(there, sheet.value, prop));
  }
  /** Takes one back; what it paired otherwise is paired as it was planned. */
  function untake(fix: Fix): void {
    taken.value = taken.value.filter((f) => f !== fix);
    const from = fix.pair?.from ?? fix.option?.from ?? fix.prop?.from;
    const was = from === undefined ? undefined : planned.value?.pairs[from];
    if (from !== undefined && was && sheet.value)
      edited.value = { ...sheet.value, pairs: { ...sheet.value.pairs, [from]: was } };
  }

  // ── the review, screen by screen ──
  const reviews = shallowRef<readonly ScreenReview[]>([]);
  const stopped = ref(false);
  let run = 0;
  watch(
    [after, mended, scope, seenIn, () => library.fontsKnown],
    async ([, project, , how]) => {
      const mine = ++run;
      reviews.value = [];
      stopped.value = false;
      if (after.value.size === 0 || !project) return;
      failure.value = '';
      const there = known.foundIn(project, how);
      const all = project.screens.filter((s) => isMeant(s) && appliedKitsAfterOf(s) !== undefined);
      const found: (ScreenReview | undefined)[] = all.map((s) => there.get(s, appliedKitsAfterOf(s)));
      const left = all.flatMap((_, i) => (found[i] ? [] : [i]));
      const again = new Set<number>();
      let [done, told] = [all.length - left.length, -Infinity];
      const tell = (): void => {
        const now = performance.now();
        if (now - told < TELL && done < all.length) return;
        told = now;
        reviews.value = found.filter((r) => r !== undefined);
      };
      // What is known already is told once the view stands.
      if (done > 0) {
        await new Promise((r) => setTimeout(r));
        if (mine !== run) return;
        tell();
      }
      await byAll(
        AHEAD,
        async (by) => {
          for (let i = left.shift(); i !== undefined && mine === run; i = left.shift()) {
            const screen = all[i];
            const on = screen && appliedKitsAfterOf(screen);
            if (!screen || !on) continue;
            const got = await by.review(project, screen, on, how).catch(() => null);
            if (mine !== run) return;
            if (!got) {
              // Another may be able to; nobody tries a third time.
              if (again.has(i)) failure.value = `${screen.name} could not be looked at.`;
              else left.push(i);
              again.add(i);
              continue;
            }
            found[i] = got;
            done++;
            there.set(screen, on, got);
            tell();
          }
        },
        () => mine === run,
      );
    },
    { immediate: true },
  );
  /**
   * Has all workers at it at once; the second joins as soon as it is there.
   * @param ahead so many times each is asked at once
   */
  async function byAll(
    ahead: number,
    goThrough: (by: CoreWorker) => Promise<void>,
    goesOn: () => boolean,
  ): Promise<void> {
    const begun = new Set<CoreWorker>();
    const join = (): Promise<void>[] => {
      const fresh = pictures.partners().filter((p) => !begun.has(p));
      for (const p of fresh) begun.add(p);
      return fresh.flatMap((p) => Array.from({ length: ahead }, () => goThrough(p)));
    };
    const now = join();
    if (ROOM) await library.startSecond();
    await Promise.all([...now, ...(goesOn() ? join() : [])]);
  }
  function stop(): void {
    run++;
    stopped.value = true;
  }
  const total = computed(() => sumReviews(reviews.value));
  const found = computed(() => groupIssues(total.value.issues));
  /** What somebody looked at and leaves as it is: kept with the sheet, and not told again. */
  const accepts = (id: string): boolean => sheet.value?.dismissed?.includes(id) ?? false;
  const causes = computed(() => found.value.filter((c) => !accepts(c.id)));
  const accepted = computed(() => found.value.filter((c) => accepts(c.id)));
  /** Nothing else of the sheet changes, so what was planned and found with it still holds. */
  function accept(ids: readonly string[], yes = true): void {
    const on = sheet.value;
    if (!on) return;
    const rest = (on.dismissed ?? []).filter((id) => !ids.includes(id));
    edited.value = { ...on, dismissed: yes ? [...rest, ...ids] : rest };
  }

  // ── ways to mend them, tried one cause after the other when the review is done ──
  const fixes = shallowRef<ReadonlyMap<string, readonly Fix[]>>(new Map());
  let trying = 0;
  watch([reviews, stopped], async () => {
    const mine = ++trying;
    // What was proven before something was taken is proven no longer.
    fixes.value = new Map();
    const on = sheet.value;
    const project = mended.value;
    const all = (project?.screens ?? []).filter(isMeant).flatMap((screen) => {
      const worn = appliedKitsAfterOf(screen);
      return worn ? [{ screen, after: worn }] : [];
    });
    if (!on || !project || all.length === 0 || (reviews.value.length < all.length && !stopped.value)) return;
    const found = new Map<string, readonly Fix[]>();
    const left = [...causes.value];
    await byAll(
      1,
      async (by) => {
        for (let cause = left.shift(); cause && mine === trying; cause = left.shift()) {
          const got = await by.fixes(project, cause, on, all, seenIn.value).catch(() => null);
          if (mine !== trying) return;
          if (!got) continue;
          found.set(cause.id, got);
          fixes.value = new Map(found);
        }
      },
      () => mine === trying,
    );
  });
  /** Takes the best way for every cause that has one. */
  function takeAll(): void {
    for (const cause of causes.value) {
      const best = fixes.value.get(cause.id)?.[0];
      if (best) take(best);
    }
  }
  const counts = computed(() => new Map(reviews.value.map((r) => [r.screen, r.issues.length])));

  return {
    sheet,
    edited,
    correct,
    failure,
    after,
    appliedKitsAfterOf,
    uses,
    reviews,
    stopped,
    stop,
    total,
    counts,
    causes,
    accepted,
    accept,
    fixes,
    taken,
    take,
    untake,
    takeAll,
    mended,
  };
}
