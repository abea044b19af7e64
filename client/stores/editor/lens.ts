import { computed, ref, type ComputedRef } from 'vue';
import {
  appliedKitsOf,
  behindLens,
  lensKits,
  shownKit,
  type AppliedKit,
  type ComponentRef,
  type Kit,
  type Screen,
  type World,
} from '../../../core/index.js';

const NO_APPLIED_KITS: readonly AppliedKit[] = [];

/** What the lens reads of the editor. */
export interface LensHost {
  /** The world but for its screens. */
  readonly ground: ComputedRef<World | null>;
  readonly screen: ComputedRef<Screen | undefined>;
  /** The kits of a screen that hangs beside itself in a brand of its own; undefined: it does not. */
  besideIn(screen: Screen): readonly AppliedKit[] | undefined;
  /** Is this the original on the Workbench, and whose is it? */
  original(screen: Screen | undefined): 'own' | 'installed' | null;
}

/** Viewing screens in another kit without changing them. */
export function createLens({ ground, screen, besideIn, original }: LensHost) {
  /** The kit that everything is viewed in; empty: each screen in its own. */
  const lens = ref('');

  /** The applied kits that a screen is shown with: through the lens when one is on. */
  function appliedKitsShown(of: Screen | undefined): readonly AppliedKit[] {
    const w = ground.value;
    if (!w) return [];
    const through = lens.value !== '' && w.kits.has(lens.value);
    const originals = original(of);
    // An installed original is viewed as itself.
    if (originals === 'installed') return NO_APPLIED_KITS;
    if (originals === 'own') return through ? lensKits(w, undefined, lens.value) : w.project.appliedKits;
    // What hangs beside itself in a brand is seen in that, whatever the lens.
    return (of && besideIn(of)) ?? (through ? lensKits(w, of, lens.value) : appliedKitsOf(w.project, of));
  }
  const appliedKits = computed(() => appliedKitsShown(screen.value));
  const mainKit = computed<Kit | undefined>(() => {
    const first = ground.value?.project.kits[0];
    return first === undefined ? undefined : ground.value?.kits.get(shownKit(appliedKits.value, first));
  });
  /** The component to store for one that is seen through the lens. */
  const behind = (r: ComponentRef): ComponentRef =>
    ground.value ? behindLens(appliedKitsOf(ground.value.project, screen.value), appliedKits.value, r) : r;

  return { lens, appliedKitsShown, appliedKits, mainKit, behind };
}
