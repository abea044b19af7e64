import { nextTick, watch, type Ref } from 'vue';
import { useDocument } from '../stores/document/document.js';
import { useDrag } from '../stores/drag.js';
import { useEditor } from '../stores/editor/editor.js';
import type { WallSlot } from './wallLayout.js';
import type { Area } from './wallView.js';

/** The name above a screen belongs to it: px on the glass. */
const NAME = 24;
/** What was chosen so shortly after the pointer went down was chosen by it: ms. */
const SOON = 500;

/**
 * What is chosen or placed is brought into view; a screen that is new is shown whole.
 * @param here the screen that is worked on, as it hangs
 * @returns `pressed`: to be told when the pointer goes down on the Wall; what is chosen by it is in sight already
 */
export function useScrollIntoView(
  zoom: Readonly<Ref<number>>,
  here: Readonly<Ref<WallSlot | undefined>>,
  reveal: (area: Area, whole: boolean) => void,
  showWhole: (screen: string) => void,
): { readonly pressed: () => void } {
  const doc = useDocument();
  const editor = useEditor();
  const drag = useDrag();
  const ids = (): Set<string> => new Set(doc.shown?.screens.map((s) => s.id));
  let known = ids();
  let pressedAt = -Infinity;
  watch([() => editor.screenId, () => editor.selected, () => doc.shown?.screens.length], async ([id, key], [was]) => {
    const fresh = id !== was && id !== '' && !known.has(id);
    known = ids();
    await nextTick();
    const byPointer = performance.now() - pressedAt < SOON;
    if (drag.held) return;
    if (fresh) showWhole(id);
    const r = here.value;
    const box = key === null ? null : editor.findBox(key);
    if (!r) return;
    const z = zoom.value;
    if (box) reveal({ x: r.x + box.x * z, y: r.y + box.y * z, w: box.w * z, h: box.h * z }, !byPointer);
    else if (id !== was && !fresh) reveal({ ...r, y: r.y - NAME, h: r.h + NAME }, !byPointer);
  });
  return {
    pressed: () => {
      pressedAt = performance.now();
    },
  };
}
