import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import {
  countUses,
  sumReviews,
  wearsOf,
  type Kit,
  type KitRef,
  type MatchSheet,
  type Screen,
  type ScreenReview,
  type Wear,
} from '../../core/index.js';
import { useDocument } from '../stores/document.js';
import { useDrawing } from '../stores/drawing.js';
import { useLibrary } from '../stores/library.js';
import { useStage } from '../stores/stage.js';

/** How often what was found so far is shown: ms. */
const TELL = 150;

/** What a rebrand would do to all screens. */
export type Total = ReturnType<typeof sumReviews>;

/** The kit that is likely put on next: a brand's, if there is one. */
export const firstToPutOn = (kits: ReadonlyMap<KitRef, Kit>, from: KitRef): KitRef | undefined => {
  const others = [...kits.entries()].filter(([ref]) => ref !== from);
  return (others.find(([, k]) => k.fidelity === 'brand') ?? others[0])?.[0];
};

/** A rebrand that is being planned: its sheet, what screens would wear, and what there would be to look at. All found by the worker. */
export function useRebrandPlan(from: Ref<KitRef>, to: Ref<KitRef>) {
  const doc = useDocument();
  const library = useLibrary();
  const stage = useStage();
  const drawing = useDrawing();
  const planned = shallowRef<MatchSheet | null>(null);
  const edited = shallowRef<MatchSheet | null>(null);
  const after = shallowRef<ReadonlyMap<readonly Wear[], readonly Wear[]>>(new Map());
  const sheet = computed(() => edited.value ?? planned.value);
  const failure = ref('');

  let asked = 0;
  watch(
    [
      from,
      to,
      () => library.worker,
      () => library.kits,
      () => doc.shown?.originals,
      () => doc.shown?.editions,
      () => doc.shown?.sheets,
    ],
    async () => {
      const mine = ++asked;
      planned.value = null;
      edited.value = null;
      const { worker } = library;
      const project = doc.shown;
      if (!worker || !project || !from.value || !to.value || from.value === to.value) return;
      drawing.sync(project);
      try {
        const got = await worker.plan(from.value, to.value);
        if (mine === asked) planned.value = got;
      } catch (error) {
        if (mine === asked) failure.value = error instanceof Error ? error.message : String(error);
      }
    },
    { immediate: true },
  );

  /** Everything that is worn somewhere: by the project, and by screens that were held back. */
  const worn = computed(() => [
    ...new Set((doc.shown?.screens ?? []).map((s) => (doc.shown ? wearsOf(doc.shown, s) : []))),
  ]);
  let wearing = 0;
  watch(
    [sheet, () => doc.shown?.wears, () => worn.value.length],
    async () => {
      const mine = ++wearing;
      after.value = new Map();
      const { worker } = library;
      const on = sheet.value;
      if (!worker || !on || !doc.shown) return;
      const all = [...new Set([doc.shown.wears, ...worn.value])];
      const got = await Promise.all(all.map(async (w) => [w, await worker.after(w, on)] as const));
      if (mine === wearing) after.value = new Map(got);
    },
    { immediate: true },
  );
  const wearsAfterOf = (s: Screen): readonly Wear[] | undefined =>
    doc.shown ? after.value.get(wearsOf(doc.shown, s)) : undefined;

  const uses = computed(() => (doc.shown ? countUses(doc.shown.screens, stage.wearsShown) : {}));

  // ── the review, screen by screen ──
  const reviews = shallowRef<readonly ScreenReview[]>([]);
  const stopped = ref(false);
  let run = 0;
  watch(
    [after, () => doc.shown],
    async () => {
      const mine = ++run;
      reviews.value = [];
      stopped.value = false;
      const project = doc.shown;
      const { worker } = library;
      if (after.value.size === 0 || !project || !worker) return;
      drawing.sync(project);
      const found: ScreenReview[] = [];
      let told = performance.now();
      for (const screen of project.screens) {
        const on = wearsAfterOf(screen);
        if (!on) continue;
        const got = await drawing.review(screen, on);
        if (mine !== run) return;
        if (got) found.push(got);
        const now = performance.now();
        if (now - told < TELL && found.length > 1 && found.length < project.screens.length) continue;
        told = now;
        reviews.value = [...found];
      }
    },
    { immediate: true },
  );
  function stop(): void {
    run++;
    stopped.value = true;
  }
  const total = computed(() => sumReviews(reviews.value));
  const counts = computed(() => new Map(reviews.value.map((r) => [r.screen, r.findings.length])));

  return { sheet, edited, failure, after, wearsAfterOf, uses, reviews, stopped, stop, total, counts };
}
