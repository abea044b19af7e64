import { ref, type Ref } from 'vue';
import { followPointer } from '../base/pointer.js';
import { useDocument } from '../stores/document/document.js';
import { HEAD, LABEL, type WallLayout, type WallSlot } from './wallLayout.js';

/** A screen held by its label: before which it would hang, and the bar that says so (px on the glass). */
export interface ScreenDrag {
  readonly id: string;
  readonly name: string;
  readonly behind: string | null;
  readonly flow: string;
  readonly x: number;
  readonly y: number;
  readonly h: number;
}

/** Screens are dragged by their labels, within a flow and to another. `at` gives a place on the Wall for one on the page. */
export function useScreenDrag(
  hanging: Readonly<Ref<WallLayout>>,
  at: (e: PointerEvent) => { x: number; y: number },
): {
  readonly lift: Ref<ScreenDrag | null>;
  readonly press: (event: PointerEvent, r: WallSlot) => void;
  readonly wasLift: () => boolean;
} {
  const doc = useDocument();
  const lift = ref<ScreenDrag | null>(null);
  let justDone = false;

  function over(r: WallSlot, x: number, y: number): ScreenDrag | null {
    const flow = [...hanging.value.heads].reverse().find((h) => y >= h.y) ?? hanging.value.heads[0];
    if (!flow) return null;
    const own = hanging.value.hung.filter((s) => s.screen.flow === flow.id && s.screen.id !== r.screen.id);
    // The row it is over: the last one that begins above the pointer.
    const rows = [...new Set(own.map((s) => s.y))].sort((a, b) => a - b);
    const top = rows.filter((v) => v - LABEL <= y).at(-1) ?? rows[0];
    const row = own.filter((s) => s.y === top);
    const behind = row.filter((s) => x > s.x + s.w / 2).at(-1);
    const next = row[behind ? row.indexOf(behind) + 1 : 0];
    const before = own[own.indexOf(row[0] ?? r) - 1];
    return {
      id: r.screen.id,
      name: r.screen.name,
      behind: (behind ?? before)?.screen.id ?? null,
      flow: flow.id,
      x: behind ? behind.x + behind.w + 6 : (next?.x ?? 0) - 10,
      y: top ?? flow.y + HEAD + LABEL,
      h: (behind ?? next)?.h ?? 60,
    };
  }
  function put(l: ScreenDrag): void {
    const screens = doc.shown?.screens ?? [];
    const first = screens.find((s) => s.flow === l.flow && s.id !== l.id);
    const prior = screens[screens.findIndex((s) => s.id === first?.id) - 1]?.id ?? null;
    doc.act(`Move ${l.name}`, [
      { do: 'moveScreen', screen: l.id, flow: l.flow, after: l.behind ?? (prior === l.id ? null : prior) },
    ]);
  }
  function press(event: PointerEvent, r: WallSlot): void {
    if (event.button !== 0) return;
    const start = { x: event.clientX, y: event.clientY };
    const on = (e: PointerEvent): void => {
      if (!lift.value && Math.hypot(e.clientX - start.x, e.clientY - start.y) < 6) return;
      const p = at(e);
      lift.value = over(r, p.x, p.y);
    };
    const off = (up: PointerEvent | null): void => {
      window.removeEventListener('keydown', cancel, true);
      const l = lift.value;
      lift.value = null;
      if (!l || !up) return;
      justDone = true;
      setTimeout(() => (justDone = false), 0);
      put(l);
    };
    const cancel = (e: KeyboardEvent): void => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      stop();
    };
    const stop = followPointer(on, off);
    window.addEventListener('keydown', cancel, true);
  }
  /** True once after a drag: the click that follows belongs to it. */
  const wasLift = (): boolean => {
    const was = justDone;
    justDone = false;
    return was;
  };
  return { lift, press, wasLift };
}
