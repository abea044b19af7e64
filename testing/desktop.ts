import { createPinia, setActivePinia } from 'pinia';
import { vi } from 'vitest';
import type { Screen } from '../core/index.js';
import { useClipboard } from '../client/stores/clipboard.js';
import { useCommands } from '../client/stores/commands.js';
import { useDocument } from '../client/stores/document/document.js';
import { fonts, useLibrary } from '../client/stores/library.js';
import { useEditor } from '../client/stores/editor/editor.js';
import { addShippedFonts, shippedKits } from './browser/shippedKits.js';
import { FakeServer, FakeSocket } from './fakeServer.js';

export interface Desktop {
  readonly server: FakeServer;
  readonly doc: ReturnType<typeof useDocument>;
  readonly editor: ReturnType<typeof useEditor>;
  readonly commands: ReturnType<typeof useCommands>;
  readonly clipboard: ReturnType<typeof useClipboard>;
  /** A screen as it is now. */
  readonly screen: (id?: string) => Screen;
  /** What stands on it, one below the other. */
  readonly top: (id?: string) => readonly string[];
}

/** The stores of an open project with these screens and the shipped kits, without a page. */
export async function openDesktop(screens: readonly Screen[]): Promise<Desktop> {
  const server = new FakeServer(screens);
  FakeSocket.all.length = 0;
  vi.stubGlobal('fetch', server.fetch);
  vi.stubGlobal('WebSocket', FakeSocket);
  setActivePinia(createPinia());
  const { kits } = shippedKits();
  useLibrary().kits = kits;
  addShippedFonts(kits, fonts);
  const doc = useDocument();
  await doc.open(server.project.id);
  const editor = useEditor();
  editor.goTo(screens[0]?.id ?? '');
  const screen = (id = editor.screenId): Screen => {
    const found = doc.shown?.screens.find((s) => s.id === id);
    if (!found) throw new Error(`There is no screen ${id}`);
    return found;
  };
  const top = (id?: string): readonly string[] => {
    const s = screen(id);
    const root = s.nodes[s.root];
    return root?.type === 'box' ? root.children : [];
  };
  return { server, doc, editor: editor, commands: useCommands(), clipboard: useClipboard(), screen, top };
}
