import { useLocalStorage, useResizeObserver, watchDebounced } from '@vueuse/core';
import { computed, ref, watch, type Ref } from 'vue';
import type { Flow, Screen } from '../../core/index.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import {
  extent,
  fitting,
  wallLayoutAt,
  sameWallLayout,
  HEAD,
  LABEL,
  measured,
  type WallLayout,
  type WallSlot,
} from './wallLayout.js';
import { BESIDE } from '../stores/widths.js';

/** A rectangle of the Wall, px on the glass before it is moved. */
export interface Area {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
const NO_FLOWS: readonly Flow[] = [];
const NO_SCREENS: readonly Screen[] = [];
const MOST = 4;
const LEAST = 0.05;
/** How much of the Wall’s lower edge its bars take: px. */
const BARS = 40;
/** Room around what is brought into view: px. */
const EDGE = 24;

/** How the Wall is looked at: zoom and where it is moved to, kept for each project from one visit to the next. */
export function useWallView(frame: Ref<HTMLElement | null>): {
  readonly zoom: Ref<number>;
  readonly pan: Ref<{ x: number; y: number }>;
  readonly view: Ref<{ w: number; h: number }>;
  readonly hanging: Readonly<Ref<WallLayout>>;
  readonly visible: Readonly<Ref<readonly WallSlot[]>>;
  readonly zoomAt: (by: number, x: number, y: number) => void;
  readonly zoomBy: (by: number) => void;
  readonly fit: (one: boolean) => void;
  readonly reveal: (area: Area, whole: boolean) => void;
  readonly showWhole: (id: string) => void;
} {
  const doc = useDocument();
  const editor = useEditor();
  const id = doc.shown?.id ?? '';
  const store = useLocalStorage<Record<string, { zoom: number; x: number; y: number }>>('dekkor-wall', {});
  const was = store.value[id];
  const zoom = ref(was?.zoom ?? 0.56);
  const pan = ref({ x: was?.x ?? 26, y: was?.y ?? 14 });
  const view = ref({ w: 700, h: 500 });
  useResizeObserver(frame, ([e]) => e && (view.value = { w: e.contentRect.width, h: e.contentRect.height }));
  watchDebounced([zoom, pan], () => void (store.value = { ...store.value, [id]: { zoom: zoom.value, ...pan.value } }), {
    debounce: 300,
  });

  const sizes = computed(() => measured(doc.shown?.flows ?? NO_FLOWS, editor.hung, editor.heights));
  const at = (z: number): WallLayout => wallLayoutAt(sizes.value, z);
  let made = { zoom: 0, flows: NO_FLOWS, screens: NO_SCREENS };
  const hanging = computed<WallLayout>((was) => {
    const flows = doc.shown?.flows ?? NO_FLOWS;
    const screens = editor.hung;
    const alike = was && made.zoom === zoom.value ? sameWallLayout(was, made, flows, screens, editor.heights) : null;
    made = { zoom: zoom.value, flows, screens };
    return alike ?? at(zoom.value);
  });
  const visible = computed(() =>
    hanging.value.hung.filter((r) => {
      const x = r.x + pan.value.x;
      const y = r.y + pan.value.y;
      return x < view.value.w + 50 && y < view.value.h + 50 && x + r.w > -50 && y + r.h > -50;
    }),
  );
  watch(
    visible,
    (list) => {
      editor.inSight = new Set(list.map((r) => r.screen.id));
    },
    { immediate: true },
  );
  const room = (): readonly [number, number] => [view.value.w - 2 * EDGE, view.value.h - BARS - 20];
  const all = (z: number): readonly WallSlot[] => at(z).hung;
  /** The zoom at which everything can be seen, or less: there is no use in going further away. */
  const least = computed(() => Math.min(LEAST, fitting(all, true, ...room(), 1)));

  /** Zooms so that what lies under the point stays there. */
  function zoomAt(by: number, x: number, y: number): void {
    const asked = Math.min(MOST, zoom.value * by);
    const next = asked < LEAST ? Math.max(asked, least.value) : asked;
    const distance = (r: WallSlot): number =>
      Math.max(0, r.x + pan.value.x - x, x - r.x - pan.value.x - r.w) +
      Math.max(0, r.y + pan.value.y - y, y - r.y - pan.value.y - r.h);
    let near: WallSlot | undefined;
    for (const r of hanging.value.hung) if (!near || distance(r) < distance(near)) near = r;
    const before = zoom.value;
    zoom.value = next;
    const now = near && hanging.value.hung.find((r) => r.screen.id === near.screen.id);
    if (!near || !now) return;
    const rx = (x - pan.value.x - near.x) / before;
    const ry = (y - pan.value.y - near.y) / before;
    pan.value = { x: x - now.x - rx * next, y: y - now.y - ry * next };
  }
  const zoomBy = (by: number): void => zoomAt(by, view.value.w / 2, view.value.h / 2);
  /** Shows everything, or the current screen, as large as it fits. */
  function fit(one: boolean): void {
    const pick = (list: readonly WallSlot[]): readonly WallSlot[] =>
      one ? list.filter((r) => r.screen.id === editor.screenId) : list;
    if (pick(hanging.value.hung).length === 0) return;
    zoom.value = fitting((z) => pick(all(z)), !one, ...room(), one ? 1.5 : 1);
    const e = extent(pick(hanging.value.hung), !one);
    if (e)
      pan.value = {
        x: Math.max(EDGE, (view.value.w - e.w) / 2) - e.x,
        y: Math.max(10, (view.value.h - BARS - e.h) / 2) - e.y,
      };
    fitted = { one, pan: pan.value };
  }
  /** What was last shown whole, and where it was put: while nobody moved it, it is kept whole as heights become known. */
  let fitted: { readonly one: boolean; readonly pan: { x: number; y: number } } | null = null;
  watch(sizes, () => {
    if (fitted?.pan === pan.value) fit(fitted.one);
  });
  /** Moves the Wall as little as needed to bring an area into view; unless `whole`, only when next to nothing of it is seen. */
  function reveal(area: Area, whole: boolean): void {
    const along = (at: number, size: number, room: number): number => {
      const seen = Math.min(at + size, room) - Math.max(at, 0);
      if (whole ? at >= 0 && at + size <= room : seen >= Math.min(40, size)) return 0;
      if (size + 2 * EDGE > room) return whole && seen >= room - 2 * EDGE ? 0 : EDGE - at;
      return at < EDGE ? EDGE - at : Math.min(0, room - EDGE - at - size);
    };
    const dx = along(area.x + pan.value.x, area.w, view.value.w);
    // Not beneath what lies along the lower edge of the Wall.
    const dy = along(area.y + pan.value.y, area.h, view.value.h - BARS);
    if (dx !== 0 || dy !== 0) pan.value = { x: pan.value.x + dx, y: pan.value.y + dy };
  }
  /** Brings a whole screen into view, smaller if it must be. */
  function showWhole(screen: string): void {
    // With itself at other widths beside it.
    const of = (list: readonly WallSlot[]): readonly WallSlot[] =>
      list.filter((r) => r.screen.id === screen || r.screen.id.startsWith(screen + BESIDE));
    zoom.value = Math.min(
      zoom.value,
      fitting((z) => of(all(z)), false, ...room(), MOST),
    );
    const e = extent(of(hanging.value.hung), false);
    if (e) reveal({ ...e, y: e.y - HEAD + LABEL }, true);
  }
  return { zoom, pan, view, hanging, visible, zoomAt, zoomBy, fit, reveal, showWhole };
}
