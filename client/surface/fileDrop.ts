import { textPlace, type Box, type Screen } from '../../core/index.js';
import { api } from '../base/api.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import { useTextEditing } from '../stores/textEditing.js';
import { notify } from '../stores/notices.js';

/** Picture files let go over a screen: into the picture they lie on, else as pictures of their own. */
export function useFileDrop(): (file: File, screen: Screen, path: readonly Box[]) => Promise<void> {
  const doc = useDocument();
  const editor = useEditor();
  const commands = useCommands();
  const textEditing = useTextEditing();
  return async (file, screen, path) => {
    const over = [...path].reverse().find((b) => b.node.type === 'image');
    try {
      const added = await api.addPicture(file);
      const w = editor.world;
      const place = over && w ? textPlace(w, editor.appliedKitsShown(screen), screen, over.node.key, 'asset') : null;
      if (place) {
        doc.act(`Show ${added.name}`, textEditing.stepsAt(screen, place, added.id, 'asset'));
        return;
      }
      if (screen.id !== editor.screenId) editor.goTo(screen.id);
      const id = editor.newId();
      const aspect = Math.round((added.width / added.height) * 100) / 100;
      const attrs = { asset: added.id, width: 'stretch', aspect, fit: 'cover' } as const;
      commands.placePieces(`Place ${added.name}`, [
        { root: id, nodes: { [id]: { id, type: 'image', name: added.name, attrs } } },
      ]);
    } catch (error) {
      notify(error instanceof Error ? error.message : String(error), true);
    }
  };
}
