import { childrenOf } from '../../core/index.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useEditor } from '../stores/editor/editor.js';

/** The next or previous thing of what is worked on, in the order of the Outline. */
export function nextThing(by: 1 | -1, extend: boolean): void {
  const editor = useEditor();
  const s = editor.screen;
  if (!s) return;
  // The ground of an original is a part like others.
  const isOriginal = useComponentEditor().of !== '';
  const all: string[] = [];
  const visit = (id: string): void => {
    const n = s.nodes[id];
    if (!n) return;
    if (id !== s.root || isOriginal) all.push(id);
    childrenOf(n).forEach(visit);
  };
  visit(s.root);
  if (all.length === 0) return;
  const at = all.indexOf(editor.selectedPlace?.node ?? '');
  const next = all[Math.max(0, Math.min(all.length - 1, at < 0 ? 0 : at + by))] ?? '';
  editor.select(extend ? [...editor.selection.filter((k) => k !== next), next] : [next]);
}
