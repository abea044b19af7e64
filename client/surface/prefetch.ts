import { watch, type Ref } from 'vue';
import { usesOn } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import type { WallLayout, WallSlot } from './wallLayout.js';

/** So many screens are looked at in one idle moment. */
const AT_ONCE = 10;

/** What is out of sight is measured when there is time: so that rows are as tall as they will be. */
export function usePrefetch(hanging: Readonly<Ref<WallLayout>>, visible: Readonly<Ref<readonly WallSlot[]>>): void {
  const doc = useDocument();
  const editor = useEditor();
  let run = 0;
  watch(
    [() => editor.calmProject, () => editor.lens, () => doc.missing.size === 0],
    () => {
      const mine = ++run;
      if (doc.missing.size > 0) return;
      const all = hanging.value.hung.map((r) => r.screen);
      let at = 0;
      const some = (): void => {
        if (mine !== run) return;
        const seen = new Set(visible.value.map((r) => r.screen.id));
        const now = new Set(doc.shown?.screens);
        const bitmapOf = editor.bitmapsAt();
        for (const until = at + AT_ONCE; at < until && at < all.length; at++) {
          const s = all[at];
          if (!s || !now.has(s)) continue;
          // What uses what is counted ahead, so that it need not be when something is selected.
          usesOn(s, editor.appliedKitsShown(s));
          if (!seen.has(s.id) && s.id !== editor.screenId) bitmapOf(s, null);
        }
        if (at < all.length) requestIdleCallback(some);
      };
      requestIdleCallback(some);
    },
    { immediate: true },
  );
}
