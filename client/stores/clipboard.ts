import { defineStore } from 'pinia';
import { ref } from 'vue';
import {
  layoutNode,
  outermost,
  paint,
  readClipboard,
  readOutline,
  subtree,
  swapSteps,
  toSvg,
  treeOfScreen,
  vocabulary,
  writeOutline,
  type ClipboardPiece,
  type Node,
  type NodeId,
  type Piece,
  type Screen,
  type Step,
} from '../../core/index.js';
import { useCommands } from './commands.js';
import { useDocument } from './document/document.js';
import { fonts } from './library.js';
import { useEditor } from './editor/editor.js';
import { notify } from './notices.js';

/** Own data travels beside SVG and text. Browsers only let pages put custom types there under `web `. */
const OWN = 'application/x-dekkor+json';

/** Browsers give a paste without formatting the text alone: when it is what was copied here last, what was copied is known. */
const KEPT = 'dekkor-copied';
function kept(text: string): ReturnType<typeof readClipboard> {
  try {
    const last = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as { text?: string; cargo?: string } | null;
    return last?.text === text && text !== '' ? readClipboard(last.cargo ?? '') : null;
  } catch {
    return null;
  }
}

/** Copying and pasting between screens, projects and tabs. */
export const useClipboard = defineStore('clipboard', () => {
  const doc = useDocument();
  const editor = useEditor();
  const commands = useCommands();
  const said = ref('');

  function pieces(screen: Screen, ids: readonly NodeId[]): Piece[] {
    return outermost(screen.nodes, screen.root, ids).map((root) => ({
      root,
      nodes: Object.fromEntries(subtree(screen.nodes, root).map((id) => [id, screen.nodes[id] as Node])),
    }));
  }
  /** Puts the selection on the clipboard event: own data, a drawing, and an outline as text. */
  function copy(event: ClipboardEvent, cut: boolean): boolean {
    const screen = editor.screen;
    const w = editor.world;
    const ids = editor.selectedIds;
    if (!screen || !w || ids.length === 0 || !event.clipboardData) return false;
    const cargo: ClipboardPiece = { dekkor: 2, from: doc.id, kits: w.project.kits, pieces: pieces(screen, ids) };
    event.clipboardData.setData(OWN, JSON.stringify(cargo));
    event.clipboardData.setData(
      'text/plain',
      writeOutline(
        w,
        editor.appliedKits,
        screen.nodes,
        cargo.pieces.map((p) => p.root),
      ),
    );
    const box = editor.findBox(cargo.pieces[0]?.root ?? '');
    if (box) {
      const laid = layoutNode(box.node, fonts, box.w, box.h);
      event.clipboardData.setData(
        'image/svg+xml',
        toSvg(paint(laid), {
          width: Math.ceil(laid.w),
          height: Math.ceil(laid.h),
          title: box.node.name,
          prefix: 'copy-',
        }),
      );
    }
    localStorage.setItem(
      KEPT,
      JSON.stringify({ text: event.clipboardData.getData('text/plain'), cargo: JSON.stringify(cargo) }),
    );
    event.preventDefault();
    said.value = `${commands.named(ids)} copied`;
    if (cut) commands.remove();
    return true;
  }
  /** Pastes own data, an outline, or a plain text; with `over`, onto the selection, whose overrides are carried. */
  function paste(data: DataTransfer, over: boolean): boolean {
    const own = readClipboard(data.getData(OWN)) ?? kept(data.getData('text/plain'));
    if (own && 'problem' in own) {
      notify(`${own.problem} Nothing was pasted.`, true);
      return false;
    }
    if (own) return pasteCargo(own, over);
    const text = data.getData('text/plain');
    if (text.trim() === '') return false;
    return pasteOutline(text);
  }
  function pasteCargo(cargo: ClipboardPiece, over: boolean): boolean {
    const w = editor.world;
    if (!w) return false;
    const wanted = new Set(
      cargo.pieces.flatMap((p) => Object.values(p.nodes).flatMap((n) => (n.type === 'instance' ? [n.component] : []))),
    );
    const missing = [...wanted].filter(
      (ref) => !w.kits.has(ref.slice(0, ref.lastIndexOf('/'))) && !ref.startsWith('project/'),
    );
    if (missing.length > 0) {
      notify(
        `What was copied needs ${missing.slice(0, 3).join(', ')}, which is not installed here. Nothing was pasted.`,
        true,
      );
      return false;
    }
    const strange = [...wanted].filter(
      (ref) => ref.startsWith('project/') && !Object.hasOwn(w.project.originals, ref.slice('project/'.length)),
    );
    if (strange.length > 0) {
      notify(
        `What was copied uses ${strange.length === 1 ? 'a component' : `${strange.length} components`} of another project (${strange
          .slice(0, 3)
          .map((r) => r.slice('project/'.length))
          .join(', ')}). Publish it as a kit there, or unlink it, and copy again. Nothing was pasted.`,
        true,
      );
      return false;
    }
    const single = cargo.pieces.length === 1 ? cargo.pieces[0] : undefined;
    const root = single?.nodes[single.root];
    if (over && root?.type === 'instance' && editor.countSelected > 0) {
      const steps = editor.targets.flatMap((t) =>
        t.ids.flatMap((id): Step[] => {
          const node = t.screen.nodes[id];
          return node?.type === 'instance' ? swapSteps(treeOfScreen(t.screen), node, root.component) : [];
        }),
      );
      return doc.act(`Paste ${editor.nameOf(root)} in place of ${commands.named()}`, steps);
    }
    const name = root ? commands.nameOf(root) : `${cargo.pieces.length} things`;
    return commands.placePieces(
      `Paste ${cargo.pieces.length > 1 ? `${cargo.pieces.length} things` : name}`,
      cargo.pieces,
    );
  }
  /** Several indented lines become what they say. */
  function pasteOutline(text: string): boolean {
    const kit = editor.mainKit;
    const sets = Object.values(doc.shown?.contentSets ?? {});
    const plan = readOutline(text, vocabulary(kit, doc.shown ?? undefined), kit, sets);
    if (plan.problem !== null) {
      notify(plan.problem, true);
      return false;
    }
    const done = commands.placePlan(plan);
    if (done) for (const note of plan.notes) notify(note);
    return done;
  }
  return { said, copy, paste, pasteOutline };
});
