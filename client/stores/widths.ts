import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import {
  widthSteps,
  type KitRef,
  type Screen,
  type Situation,
  type Step,
  type AppliedKit,
  type WidthRange,
} from '../../core/index.js';
import { untracked } from './untracked.js';

/** A screen beside itself at another width: what its id has in it. It is no screen of its own. */
export const BESIDE = '@';

/** Widths that devices have: px. */
export const USUAL = [
  { width: 390, name: 'Phone' },
  { width: 834, name: 'Tablet' },
  { width: 1280, name: 'Desktop' },
] as const;
/** Between these a screen is looked at: px. */
export const NARROWEST = 320;
export const WIDEST = 1600;

/** A brand, or a mode of one, in which a screen hangs beside itself. */
export interface BrandBeside {
  /** Empty: the kit that is worn. */
  readonly kit: KitRef;
  /** Empty: its own. */
  readonly mode: string;
  readonly name: string;
}
/** So many brands and modes hang beside the screen itself. */
export const MOST_BESIDE = 3;

/** How a change is meant: at every width, from this one up, up to this one, between two, or in the situation that is looked at. */
export type Reach = 'all' | 'up' | 'down' | 'between' | 'situation';

/** At which width the screen that is worked on is seen, at which others it hangs beside itself, and for which of them changes hold. */
export const useWidths = defineStore('widths', () => {
  /** px; null: its own width. */
  const at = ref<number | null>(null);
  const beside = shallowRef<readonly number[]>([]);
  /** Brands and modes in which it hangs beside itself: one edit is seen in all. */
  const brands = shallowRef<readonly BrandBeside[]>([]);
  const reach = ref<Reach>('all');
  /** The other end of the range when it lies between two; px. */
  const other = ref(0);

  const seenAt = (s: Screen): number => at.value ?? s.width;
  /** For which widths what is done now holds; null: for all. */
  function range(s: Screen, situation?: Situation): WidthRange | null {
    const here = seenAt(s);
    if (reach.value === 'situation') return situation ? { situation: situation.id } : null;
    if (reach.value === 'up') return { minWidth: here };
    if (reach.value === 'down') return { maxWidth: here };
    if (reach.value === 'between')
      return { minWidth: Math.min(here, other.value), maxWidth: Math.max(here, other.value) };
    return null;
  }
  const shown = new WeakMap<Screen, Map<string, Screen>>();
  /** A screen at another width: the same object each time. `id`: as which it hangs beside itself. */
  function atAnother(s: Screen, width: number, id = s.id): Screen {
    if (width === s.width && id === s.id) return s;
    const key = `${id} ${width}`;
    let by = shown.get(s);
    if (!by) shown.set(s, (by = new Map()));
    let made = by.get(key);
    if (!made) by.set(key, (made = { ...s, id, width, ...(id === s.id ? {} : { name: `${width} px` }) }));
    return made;
  }
  const branded = new WeakMap<Screen, Map<string, Screen>>();
  /** A screen in another brand: the same object as long as it wears the same there. */
  function inBrand(s: Screen, b: BrandBeside, appliedKits: readonly AppliedKit[]): Screen {
    const id = `${s.id}${BESIDE}${b.kit.replaceAll(BESIDE, '~')}|${b.mode}${BESIDE}${s.width}`;
    let by = branded.get(s);
    if (!by) branded.set(s, (by = new Map()));
    const known = by.get(id);
    if (known?.appliedKits === appliedKits) return known;
    const made: Screen = { ...s, id, name: b.name, appliedKits, ...(b.mode === '' ? {} : { mode: b.mode }) };
    by.set(id, made);
    return made;
  }
  /**
   * The screen as it hangs, with itself at other widths and in other brands behind it.
   * @param worn what it wears when a kit is put on; empty: what it wears now
   */
  function hung(s: Screen, worn: (kit: KitRef) => readonly AppliedKit[]): readonly Screen[] {
    const here = seenAt(s);
    return [
      atAnother(s, here),
      ...beside.value.filter((w) => w !== here).map((w) => atAnother(s, w, `${s.id}${BESIDE}${w}`)),
      ...brands.value.map((b) => inBrand(atAnother(s, here), b, worn(b.kit))),
    ];
  }
  /** Of what hangs beside itself: which screen it is of, at which width, and whether in a brand of its own. */
  function hangs(id: string): { readonly screen: string; readonly width: number; readonly brand: boolean } | null {
    const [cut, last] = [id.indexOf(BESIDE), id.lastIndexOf(BESIDE)];
    return cut < 0
      ? null
      : { screen: id.slice(0, cut), width: Number(id.slice(last + BESIDE.length)), brand: last !== cut };
  }
  /** Steps as they are meant at the width at which things are seen. */
  function meant(s: Screen, steps: readonly Step[], situation: Situation | undefined): readonly Step[] {
    return widthSteps(`screen:${s.id}`, s.nodes, steps, seenAt(s), range(s, situation), situation?.id);
  }
  /** Another screen is worked on: at its own width, in the same situation. */
  function leave(): void {
    at.value = null;
    if (reach.value !== 'situation') reach.value = 'all';
  }
  return {
    at,
    beside,
    brands,
    reach,
    other,
    isOn: computed(
      () =>
        at.value !== null ||
        beside.value.length > 0 ||
        brands.value.length > 0 ||
        !['all', 'situation'].includes(reach.value),
    ),
    seenAt: untracked(seenAt),
    range: untracked(range),
    atAnother: untracked(atAnother),
    hung: untracked(hung),
    hangs: untracked(hangs),
    meant: untracked(meant),
    leave,
  };
});
