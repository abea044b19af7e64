import { computed, ref, watch, type Ref } from 'vue';
import {
  boxesByKey,
  overlaysOf,
  placeOfKey,
  placesOf,
  scrolledTo,
  scrollRoom,
  type Box,
  type Screen,
} from '../../core/index.js';

/** Above what is brought into view stays so much of the device free: a part of its height. */
const ABOVE = 0.25;

/** The thing on the ground of a screen that a thing stands in or is; undefined: it is no thing of the screen. */
function groundOf(screen: Screen, id: string): string | undefined {
  const places = placesOf(screen.nodes);
  let at: string | undefined = id;
  while (at !== undefined) {
    const parent: string | undefined = places.get(at)?.parent;
    if (parent === screen.root) return at;
    at = parent;
  }
  return undefined;
}

/**
 * What is seen of the screen that is worked on: what lies over it, one at a time, and how far it is scrolled.
 * @param screen it as it is; `shown` with what is about to be placed on it
 * @param selection keys of what is selected; `made` of what is about to be placed
 */
export function useDeviceView(
  screen: Readonly<Ref<Screen | undefined>>,
  shown: Readonly<Ref<Screen | undefined>>,
  selection: Readonly<Ref<readonly string[]>>,
  made: () => readonly string[],
) {
  /** What was called for last and not put away. */
  const opened = ref('');
  /** How far it is scrolled on its device, px; null: all of it is seen. */
  const scroll = ref<number | null>(null);
  watch(
    () => screen.value?.id,
    () => {
      opened.value = '';
      scroll.value = null;
    },
  );
  const overlays = computed<readonly string[]>(() => (shown.value ? overlaysOf(shown.value) : []));
  const among = (s: Screen, key: string): string => {
    const ground = groundOf(s, placeOfKey(s, key)?.node ?? '');
    return ground !== undefined && overlays.value.includes(ground) ? ground : '';
  };
  // Working on it shows it, working on something else puts it away.
  watch(selection, (keys) => {
    const s = screen.value;
    const last = keys.at(-1);
    if (s && last !== undefined) opened.value = among(s, last);
  });
  /** What lies over the screen now; empty: nothing. */
  const overlay = computed(() => {
    const placed = made().find((id) => overlays.value.includes(id));
    const s = screen.value;
    const last = selection.value.at(-1);
    const chosen = s && last !== undefined ? among(s, last) : opened.value;
    return placed ?? (overlays.value.includes(chosen) ? chosen : '');
  });

  /** A laid out screen as it is seen. */
  function seenOf(whole: Box, s: Screen): Box {
    return scroll.value === null || s.height === null ? whole : scrolledTo(whole, s.height, scroll.value);
  }
  /** Scrolls by so many px; false: it does not go further that way. */
  function scrollBy(whole: Box | null, by: number): boolean {
    const high = screen.value?.height ?? null;
    if (!whole || high === null || scroll.value === null) return false;
    const to = Math.min(scrollRoom(whole, high), Math.max(0, scroll.value + by));
    const moved = to !== scroll.value;
    scroll.value = to;
    return moved;
  }
  /** Scrolls so that a thing is seen; what stays in place or lies over the screen is seen anyway. */
  function bringIn(whole: Box | null, key: string): void {
    const s = screen.value;
    const high = s?.height ?? null;
    if (!s || !whole || high === null || scroll.value === null) return;
    const ground = groundOf(s, placeOfKey(s, key)?.node ?? '');
    const { attrs } = s.nodes[ground ?? ''] ?? {};
    const box = boxesByKey(whole).get(key);
    if (!box || attrs?.pin !== undefined || attrs?.overlay !== undefined) return;
    if (box.y < scroll.value || Math.min(box.y + box.h, box.y + high / 2) > scroll.value + high)
      scroll.value = Math.min(scrollRoom(whole, high), Math.max(0, box.y - high * ABOVE));
  }
  return { bringIn, overlays, overlay, opened, scroll, seenOf, scrollBy };
}
