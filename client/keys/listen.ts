import { onBeforeUnmount, onMounted } from 'vue';
import { useClipboard } from '../stores/clipboard.js';
import { useEditor } from '../stores/editor/editor.js';
import { chordOf, commandOf, COMMANDS, type RunId } from './table.js';

const isField = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('input, textarea, select, [contenteditable], [role="combobox"], [role="dialog"]') !== null;
/** Keys that move within a control are its own. */
const ownsArrows = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('[role="tablist"], [role="menu"], [role="listbox"], [role="separator"]') !== null;

/** Runs the commands of the keys that are pressed in a view, and copies and pastes in it. */
export function useCommandKeys(run: Readonly<Record<RunId, (event: KeyboardEvent) => void>>): void {
  const editor = useEditor();
  const clipboard = useClipboard();
  function onKey(event: KeyboardEvent): void {
    const id = commandOf(event, 'always', 'screen');
    if (id === null) return;
    // What lies over the view has the keys to itself, that which closes it too.
    if (dialog) return;
    const typing = isField(event.target);
    // Undo and redo go on while something is chosen in a field; within a text of several lines they are the text's own.
    const anywhere = (id === 'undo' || id === 'redo') && !(typing && event.target instanceof HTMLTextAreaElement);
    if (!anywhere && (typing || event.defaultPrevented)) return;
    if (COMMANDS[id].when === 'screen' && !editor.screen) return;
    if (/^(?:Shift\+)?Arrow/u.test(chordOf(event)) && ownsArrows(event.target)) return;
    if (id === 'write' && (!editor.selected || event.target instanceof HTMLButtonElement)) return;
    if (id !== 'out') event.preventDefault();
    run[id](event);
  }
  /** The next paste goes onto the selection instead of behind it. */
  let over = false;
  let dialog = false;
  const overKey = (e: KeyboardEvent): void => {
    over = e.shiftKey;
    dialog = document.querySelector(e.key === 'Escape' ? '.p-dialog-mask, .p-popover' : '.p-dialog-mask') !== null;
  };
  function onCopy(event: ClipboardEvent): void {
    if (!isField(event.target)) clipboard.copy(event, event.type === 'cut');
  }
  function onPaste(event: ClipboardEvent): void {
    if (isField(event.target) || !event.clipboardData) return;
    if (clipboard.paste(event.clipboardData, over)) event.preventDefault();
  }
  onMounted(() => {
    window.addEventListener('keydown', onKey);
    window.addEventListener('keydown', overKey, true);
    window.addEventListener('copy', onCopy);
    window.addEventListener('cut', onCopy);
    window.addEventListener('paste', onPaste);
  });
  onBeforeUnmount(() => {
    window.removeEventListener('keydown', onKey);
    window.removeEventListener('keydown', overKey, true);
    window.removeEventListener('copy', onCopy);
    window.removeEventListener('cut', onCopy);
    window.removeEventListener('paste', onPaste);
    editor.dropPreview = null;
    editor.swapPreview = null;
  });
}
