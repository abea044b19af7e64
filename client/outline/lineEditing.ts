import { computed, nextTick, ref, watch, type Ref } from 'vue';
import {
  componentAt,
  lastIn,
  placesOf,
  readPlaceLine,
  shownComponent,
  textPlace,
  vocabulary,
  type PlaceContext,
  type Spot,
} from '../../core/index.js';
import { useClipboard } from '../stores/clipboard.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import { useTextEditing } from '../stores/textEditing.js';
import type { Line } from './lines.js';
import { notify } from '../stores/notices.js';

/** A line being written: a new one with its place, or the text of one that is there. */
export interface Written {
  /** The line it stands on, or behind. */
  readonly after: string;
  readonly depth: number;
  /** Where a new thing goes; null at the end. */
  readonly spot: Spot | null;
  /** The text that is written; null: a new line. */
  readonly id: string | null;
  readonly before: string;
}

/**
 * Writing on lines of the Outline: new things by place lines, and texts of those that are there.
 * @param back gives the keyboard back to the list
 */
export function useLineEditing(lines: Readonly<Ref<readonly Line[]>>, whole: Readonly<Ref<boolean>>, back: () => void) {
  const doc = useDocument();
  const editor = useEditor();
  const commands = useCommands();
  const clipboard = useClipboard();
  const textEditing = useTextEditing();
  const written = ref<Written | null>(null);
  const text = ref('');
  let field: HTMLInputElement | null = null;
  /** Told by the field that shows. */
  const ready = (el: HTMLInputElement | null): void => void (field = el);

  /** The role of what a new line stands in. */
  const context = computed<PlaceContext>(() => {
    const into = written.value?.spot?.into;
    const around = into ? editor.screen?.nodes[into.parent] : undefined;
    const role =
      around?.type === 'instance' && editor.ground
        ? componentAt(editor.ground, shownComponent(editor.appliedKits, around.component))?.role
        : undefined;
    return {
      ...(editor.screen ? { device: editor.screen.device } : {}),
      ...(role === undefined ? {} : { inside: role }),
    };
  });
  const plan = computed(() =>
    readPlaceLine(
      text.value,
      vocabulary(editor.mainKit, editor.ground?.project),
      editor.mainKit,
      Object.values(editor.ground?.project.contentSets ?? {}),
      context.value,
    ),
  );
  watch([plan, written], () => {
    const w = written.value;
    if (w && w.id === null && text.value.trim() !== '') commands.preview(plan.value, w.spot ?? undefined);
    else if (w) editor.dropPreview = null;
  });

  function begin(line: Written, end = false): void {
    written.value = line;
    void nextTick(() => {
      const el = field;
      el?.focus();
      if (end) el?.setSelectionRange(el.value.length, el.value.length);
      else el?.select();
    });
  }
  /** A new line behind what is selected, or at the end. */
  function openNew(): void {
    const here = lines.value.filter((l) => l.screen.id === editor.screenId && !l.head);
    const last = here.filter((l) => l.depth === (whole.value ? 1 : 0)).at(-1);
    const id = editor.selectedPlace?.node ?? last?.id ?? '';
    const into = editor.screen ? placesOf(editor.screen.nodes).get(id) : undefined;
    text.value = '';
    begin({
      after: id,
      depth: here.find((l) => l.id === id)?.depth ?? 0,
      spot: into ? { into, after: id } : null,
      id: null,
      before: '',
    });
  }
  /** The text of a line that is there. */
  function openText(line: Line): void {
    const found = line.screen.id === editor.screenId ? textEditing.firstText(line.id) : undefined;
    if (!found) return;
    text.value = found.node.written;
    begin({ after: line.id, depth: line.depth, spot: null, id: found.node.key, before: found.node.written });
  }
  function leave(): void {
    written.value = null;
    editor.dropPreview = null;
    text.value = '';
  }
  /** Does what the line says; false when it cannot, which is told. */
  function commit(): boolean {
    const w = written.value;
    const s = editor.screen;
    if (!w || !s) return false;
    if (w.id !== null) {
      const says = text.value;
      const key = w.id;
      leave();
      const place = editor.world ? textPlace(editor.world, editor.appliedKits, s, key) : null;
      if (place && says !== w.before)
        doc.act(`Type “${says.slice(0, 30)}”`, textEditing.stepsAt(s, place, says, 'text'));
      return true;
    }
    if (text.value.trim() === '') {
      leave();
      return true;
    }
    if (plan.value.problem !== null) {
      notify(plan.value.problem, true);
      return false;
    }
    editor.dropPreview = null;
    const ok = commands.placePlan(plan.value, w.spot ?? undefined);
    if (ok) leave();
    return ok;
  }
  function key(event: KeyboardEvent): void {
    const w = written.value;
    if (!w) return;
    event.stopPropagation();
    if (event.key === 'Escape') {
      leave();
      back();
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const empty = w.id === null && text.value.trim() === '';
      if (commit() && !empty) void nextTick(openNew);
      else if (!written.value) back();
    } else if (event.key === 'Tab') {
      event.preventDefault();
      shift(event.shiftKey ? 'out' : 'in');
    }
  }
  /** A new line goes into what stands before it, or out of what it stands in. */
  function shift(way: 'in' | 'out'): void {
    const w = written.value;
    const s = editor.screen;
    const world = editor.world;
    if (!w || !s || !world) return;
    if (w.id !== null) {
      commit();
      commands.nudge(way);
      back();
      return;
    }
    if (!w.spot) return;
    if (way === 'out') {
      const up = placesOf(s.nodes).get(w.spot.into.parent);
      if (!up) return;
      begin({ ...w, depth: Math.max(0, w.depth - 1), spot: { into: up, after: w.spot.into.parent } }, true);
      return;
    }
    const before = w.spot.after === null ? undefined : s.nodes[w.spot.after];
    const inside = before ? lastIn(world, editor.appliedKits, s.nodes, before.id) : null;
    if (inside) begin({ ...w, depth: w.depth + 1, spot: inside }, true);
    else if (before?.type === 'instance') notify(`${editor.nameOf(before)} has no slot, so nothing can go into it.`);
  }
  /** Leaving keeps what was written on a text; a new line that was not entered is not placed. */
  function blur(): void {
    if (written.value && written.value.id !== null) commit();
    else if (written.value) leave();
  }
  function paste(event: ClipboardEvent): void {
    const lines = event.clipboardData?.getData('text/plain') ?? '';
    if (written.value?.id !== null || !lines.trim().includes('\n')) return;
    event.preventDefault();
    leave();
    clipboard.pasteOutline(lines);
    back();
  }
  /** What a new line would place first, in a word. */
  const kind = computed(() => (plan.value.problem === null ? (plan.value.items[0]?.thing.name ?? 'New') : 'New'));
  return { written, text, kind, ready, openNew, openText, key, blur, paste };
}
export type LineEditing = ReturnType<typeof useLineEditing>;
