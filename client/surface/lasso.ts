import { shallowRef, type Ref, type ShallowRef } from 'vue';
import { followPointer } from '../base/pointer.js';
import { useEditor } from '../stores/editor/editor.js';
import { type WallLayout } from './wallLayout.js';
import { BESIDE } from '../stores/widths.js';

/** A rectangle on the Wall, px on the glass before it is moved. */
export interface Caught {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Screens are caught with a rectangle that is drawn over them: those it touches are added to what is picked. */
export function useLasso(
  hanging: Readonly<Ref<WallLayout>>,
  at: (e: PointerEvent) => { x: number; y: number },
): { readonly area: ShallowRef<Caught | null>; readonly start: (event: PointerEvent) => void } {
  const editor = useEditor();
  const area = shallowRef<Caught | null>(null);
  function start(event: PointerEvent): void {
    const from = at(event);
    const before = editor.picked;
    const pick = (a: Caught): void => {
      const caught = hanging.value.hung.filter(
        (r) =>
          !r.screen.id.includes(BESIDE) && r.x < a.x + a.w && r.x + r.w > a.x && r.y < a.y + a.h && r.y + r.h > a.y,
      );
      const ids = [...new Set([...before, ...caught.map((r) => r.screen.id)])];
      editor.pickScreens(ids);
      const [first] = ids;
      if (first !== undefined && !ids.includes(editor.screenId)) editor.screenId = first;
    };
    followPointer(
      (e) => {
        const to = at(e);
        area.value = {
          x: Math.min(from.x, to.x),
          y: Math.min(from.y, to.y),
          w: Math.abs(to.x - from.x),
          h: Math.abs(to.y - from.y),
        };
        pick(area.value);
      },
      () => {
        area.value = null;
      },
    );
  }
  return { area, start };
}
