import { defineStore } from 'pinia';
import { useRouter } from 'vue-router';
import { componentAt, findAt, shownComponent, type ComponentRef } from '../../core/index.js';
import { useBench } from './bench.js';
import { useDocument } from './document.js';
import { useStage } from './stage.js';

/** From things to the originals they follow, and back. */
export const useOriginals = defineStore('originals', () => {
  const doc = useDocument();
  const stage = useStage();
  const bench = useBench();
  const router = useRouter();

  /** The original that the selection follows: of the nearest instance around a part. */
  function selectedOriginal(): ComponentRef | null {
    const w = stage.world;
    const node = stage.selectedNode;
    const at = stage.selectedPlace?.at ?? [];
    if (!w || node?.type !== 'instance') return null;
    const shown = shownComponent(stage.wears, node.component);
    if (at.length === 0) return componentAt(w, shown) ? shown : null;
    for (let n = at.length; n > 0; n--) {
      const found = findAt(w, stage.wears, node, at.slice(0, n));
      if (n === at.length && found?.instance) return found.instance.ref;
      if (found) return found.ownerRef;
    }
    return shown;
  }
  /** Opens the Workbench on an original; `part`: with this of it selected. */
  function open(ref: ComponentRef, part = ''): void {
    void router.push({
      path: `/p/${doc.id}/workbench/${ref}`,
      query: part === '' ? {} : { sel: part },
    });
  }
  function openSelected(): void {
    const ref = selectedOriginal();
    if (ref === null || ref === bench.of)
      doc.say(
        ref === null
          ? 'Select an instance first: the Workbench opens its original.'
          : 'This is the original that is on the Workbench.',
      );
    else {
      // A part of the instance is selected in its original too.
      const at = stage.selectedPlace?.at ?? [];
      open(ref, at.length === 1 ? (at[0] ?? '') : '');
    }
  }
  /** Shows a use on its screen. */
  function showUse(screen: string, node: string): void {
    void router.push({ path: `/p/${doc.id}/compose/${screen}`, query: { sel: node } });
  }
  return { selectedOriginal, open, openSelected, showUse };
});
