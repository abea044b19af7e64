import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import {
  paint,
  type Box,
  type ComponentRef,
  type Drop,
  type PlainPart,
  type Primitive,
  type Rect,
  type Screen,
  type Spot,
} from '../../core/index.js';
import { followPointer } from '../base/pointer.js';
import { useCommands } from './commands.js';
import { useEditor } from './editor/editor.js';

/** What is held by the pointer. */
export type Held = { readonly name: string; readonly roles: readonly string[]; readonly picture?: HeldPicture } & (
  | { readonly kind: 'sample'; readonly ref: ComponentRef }
  | { readonly kind: 'plain'; readonly plain: PlainPart }
  | { readonly kind: 'selection'; readonly ids: readonly string[]; readonly from: string }
);
/** How it looks: what is drawn, which part of it (px), and how large. */
export interface HeldPicture {
  readonly primitives: readonly Primitive[];
  readonly at: Rect;
  readonly zoom: number;
}

/** Where it would land now. `line`: of the Outline, with the bar before or behind it. */
export interface Landing {
  readonly screen: Screen;
  /** Null: it is not put anywhere, but taken by `take`. */
  readonly spot: Spot | null;
  readonly take?: () => void;
  readonly says: string;
  readonly drop?: Drop;
  readonly line?: { readonly id: string; readonly where: 'before' | 'after' | 'inside' };
}
/** The picture of something on a screen. */
export const heldPicture = (box: Box | null, zoom: number): { readonly picture?: HeldPicture } =>
  box && box.w > 0 && box.h > 0 ? { picture: { primitives: paint(box), at: box, zoom } } : {};
type Finder = (x: number, y: number, held: Held) => Landing | null;

/** How far the pointer goes before a press becomes a drag: px. */
const SLACK = 5;

/** Holding things with the pointer, from Shelf, Wall or Outline to Wall or Outline. */
export const useDrag = defineStore('drag', () => {
  const held = shallowRef<Held | null>(null);
  const landing = shallowRef<Landing | null>(null);
  const at = ref({ x: 0, y: 0 });
  const copying = ref(false);
  const finders = new Set<Finder>();
  /** True just after a drag, so that the click which ends it means nothing. */
  let justDone = false;

  /** A pane that things can land on. Returns what takes it out again. */
  function lands(find: Finder): () => void {
    finders.add(find);
    return () => finders.delete(find);
  }
  function search(): void {
    const h = held.value;
    if (!h) return;
    landing.value = null;
    for (const find of finders) {
      const found = find(at.value.x, at.value.y, h);
      if (found) {
        landing.value = found;
        return;
      }
    }
  }

  /**
   * Follows a press: once it moves far enough, what `pick` gives is held until it is let go, or Escape.
   * @param already it is on its way: held at once
   */
  function follow(event: PointerEvent, pick: () => Held | null, already = false): void {
    if (event.button !== 0 && !already) return;
    const start = { x: event.clientX, y: event.clientY };
    let away = false;
    const move = (e: PointerEvent): void => {
      if (!away && !already && Math.hypot(e.clientX - start.x, e.clientY - start.y) < SLACK) return;
      if (!away) {
        away = true;
        held.value = pick();
        if (!held.value) {
          stop();
          return;
        }
      }
      at.value = { x: e.clientX, y: e.clientY };
      copying.value = e.altKey;
      search();
      e.preventDefault();
    };
    const end = (up: PointerEvent | null): void => {
      window.removeEventListener('keydown', key, true);
      window.removeEventListener('keyup', key, true);
      const h = held.value;
      const l = landing.value;
      held.value = null;
      landing.value = null;
      if (!away || !up) return;
      justDone = true;
      setTimeout(() => (justDone = false), 0);
      if (h && l) put(h, l, up.altKey);
    };
    const key = (e: KeyboardEvent): void => {
      if (e.key === 'Escape' && held.value) {
        e.stopPropagation();
        e.preventDefault();
        justDone = true;
        stop();
      }
      if (e.key === 'Alt') copying.value = e.type === 'keydown';
    };
    const stop = followPointer(move, end);
    window.addEventListener('keydown', key, true);
    window.addEventListener('keyup', key, true);
  }

  function put(h: Held, l: Landing, copy: boolean): void {
    const commands = useCommands();
    const editor = useEditor();
    if (l.take) l.take();
    if (!l.spot) return;
    if (h.kind === 'selection') {
      commands.moveTo(l.screen, l.spot, copy);
      return;
    }
    if (l.screen.id !== editor.screenId) editor.goTo(l.screen.id);
    if (h.kind === 'plain') commands.placePlain(h.plain, l.spot);
    else commands.placeComponent(h.ref, l.spot);
  }
  /** True once after a drag: the click that follows belongs to it. */
  const wasDrag = (): boolean => {
    const was = justDone;
    justDone = false;
    return was;
  };

  return { held, landing, at, copying, lands, search, follow, wasDrag };
});
