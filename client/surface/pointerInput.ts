import { ref, shallowRef, type Ref } from 'vue';
import { pathAt, SCRIM, type Box, type Screen } from '../../core/index.js';
import { usePickTarget } from '../stores/pickTarget.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useCommands } from '../stores/commands.js';
import { heldPicture, useDrag, type Held } from '../stores/drag.js';
import { useFreeform } from '../stores/freeform.js';
import { useEditor } from '../stores/editor/editor.js';
import { useWidths } from '../stores/widths.js';
import { useTextEditing } from '../stores/textEditing.js';

/** What the pointer works on: a tree that is laid out, where it hangs and how large. */
export interface PointerTarget {
  readonly screen: Screen;
  readonly zoom: number;
}
/** Fields, buttons and dialogs that lie on a screen have the pointer to themselves. */
const isOwn = (event: Event): boolean =>
  (event.target as HTMLElement).closest('textarea, button, [role="dialog"]') !== null;

/**
 * Pointing at a screen, selecting on it, dragging from it.
 * @param root what is laid out there, outermost
 * @param current it is the screen that is worked on
 */
export function usePointerInput(
  at: PointerTarget,
  frame: Readonly<Ref<HTMLElement | null>>,
  root: Readonly<Ref<Box | null>>,
  boxes: Readonly<Ref<ReadonlyMap<string, Box>>>,
  current: Readonly<Ref<boolean>>,
) {
  const editor = useEditor();
  const pickTarget = usePickTarget();
  const commands = useCommands();
  const drag = useDrag();
  const textEditing = useTextEditing();
  const componentEditor = useComponentEditor();
  const freeform = useFreeform();
  const widths = useWidths();
  const hover = shallowRef<Box | null>(null);
  /** Everything under the pointer, to choose from; px on the glass. */
  const list = ref<{ x: number; y: number; boxes: readonly Box[] } | null>(null);

  /** Where an event is, px of the screen. */
  function point(event: MouseEvent): { x: number; y: number } {
    const r = frame.value?.getBoundingClientRect();
    return { x: (event.clientX - (r?.left ?? 0)) / at.zoom, y: (event.clientY - (r?.top ?? 0)) / at.zoom };
  }
  const pathUnder = (event: MouseEvent): Box[] => {
    const p = point(event);
    return root.value ? pathAt(root.value, p.x, p.y) : [];
  };
  /** Things of the screen itself and parts of instances, outermost first; a click takes the first, a double-click goes deeper. */
  const stops = (event: MouseEvent): Box[] =>
    pathUnder(event).filter(
      // The ground of a screen is the screen itself; that of an original is a part like others.
      (b, i) =>
        (i > 0 || componentEditor.of !== '') &&
        (b.node.key === b.node.owner || b.node.instance || b.node.type !== 'box'),
    );
  const isPlain = (b: Box): boolean => at.screen.nodes[b.node.key]?.type === 'box' || b.node.series;
  /** What a click means: the nearest around it that is not the ground of the screen, or what is selected already. */
  function meant(event: MouseEvent): Box | undefined {
    const path = stops(event);
    const selected = path.find((b) => editor.selection.includes(b.node.key) && !b.node.series);
    if (selected && current.value) return selected;
    // A plain row or column is what is meant only where nothing stands in it.
    return path.find((b) => !isPlain(b) || path.at(-1) === b) ?? path[0];
  }

  function press(event: PointerEvent): void {
    if (event.button !== 0 || isOwn(event) || widths.hangs(at.screen.id) || pickTarget.aim) return;
    textEditing.picking = null;
    list.value = null;
    const box = meant(event);
    // In a free box a thing is moved to the px; dragged out of it, it is held like anything else.
    if (box && current.value && !event.altKey && !event.shiftKey && box.node.key in at.screen.nodes) {
      if (!editor.selection.includes(box.node.key) && isFree(box.node.key)) editor.select([box.node.key]);
      if (editor.selection.includes(box.node.key) && freeform.free) {
        freeform.drag(event, at.zoom, (e) => drag.follow(e, () => hold(box), true));
        return;
      }
    }
    drag.follow(event, () => hold(box));
  }
  /** Does it lie in a free box? */
  function isFree(id: string): boolean {
    const parent = freeform.holderOf(id);
    if (boxes.value.get(id)?.node.look.overlay === 'free') return true;
    return parent !== undefined && boxes.value.get(parent)?.node.look.flow === 'free';
  }
  /** What the pointer holds when something is dragged. */
  function hold(box: Box | undefined): Held | null {
    if (!box) return null;
    if (!current.value) editor.goTo(at.screen.id);
    if (!editor.selection.includes(box.node.key)) editor.select([box.node.key]);
    const ids = editor.selectedIds;
    // Parts inside an instance stay where their original has them.
    if (editor.selectedPlace && (editor.selectedPlace.at.length > 0 || editor.selectedPlace.entry)) return null;
    return {
      kind: 'selection',
      name: commands.named(ids),
      roles: ids
        .flatMap((id) => at.screen.nodes[id] ?? [])
        .map((n) => boxes.value.get(n.id)?.node.instance?.role ?? n.type),
      ids,
      from: at.screen.id,
      ...heldPicture(editor.findBox(ids.at(-1) ?? ''), at.zoom),
    };
  }
  function click(event: MouseEvent): void {
    if (drag.wasDrag() || freeform.wasDrag() || isOwn(event)) return;
    if (pickTarget.aim) {
      const things = [meant(event), ...[...pathUnder(event)].reverse()].flatMap((b) => (b ? [b.node.key] : []));
      if (pickTarget.aim.take(at.screen.id, things)) return;
    }
    if (!current.value) {
      const path = stops(event);
      editor.goTo(at.screen.id);
      const first = path.find((b) => !isPlain(b)) ?? path[0];
      if (first && !event.shiftKey) editor.select([first.node.key]);
      return;
    }
    if (event.ctrlKey || event.metaKey) {
      const p = point(event);
      list.value = { x: p.x * at.zoom, y: p.y * at.zoom, boxes: stops(event) };
      return;
    }
    // Pressed beside what lies over the screen, that is put away.
    if (pathUnder(event).at(-1)?.node.key === SCRIM) editor.opened = '';
    const key = meant(event)?.node.key;
    if (!event.shiftKey || key === undefined) editor.select(key === undefined ? [] : [key]);
    else if (editor.selection.includes(key)) editor.select(editor.selection.filter((k) => k !== key));
    else editor.select([...editor.selection, key]);
  }
  function deeper(event: MouseEvent): void {
    if (isOwn(event)) return;
    const path = stops(event);
    const last = path.at(-1);
    if (last?.node.type === 'text' && textEditing.write(last.node.key)) return;
    if (last?.node.type === 'icon') {
      editor.select([last.node.key]);
      if (textEditing.pickIcon(last.node.key)) return;
    }
    const selected = path.findIndex((b) => b.node.key === editor.selected);
    const next = path[selected + 1] ?? path[selected];
    if (next) editor.select([next.node.key]);
  }
  function move(event: MouseEvent): void {
    hover.value = drag.held || freeform.active ? null : (meant(event) ?? null);
  }
  return { hover, list, pathUnder, press, click, deeper, move };
}
