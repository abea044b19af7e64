import { until } from '@vueuse/core';
import { kitRef, appliedKitsInFlow, type Screen } from '../../core/index.js';
import { plural } from '../base/counts.js';
import { useDocument } from '../stores/document/document.js';
import { useLibrary } from '../stores/library.js';
import { useEditor } from '../stores/editor/editor.js';
import { notify } from '../stores/notices.js';

/** So many parts a screen may have that comes from a sheet. */
const MOST_PARTS = 30_000;
/** From so many bytes on it takes a moment. */
const SLOW = 500_000;
/** The worker starts within so long: ms. */
const LONGEST_WAIT = 20_000;
/** The largest sheet, bytes. */
const LARGEST = 16_000_000;

/**
 * Reads a sheet of drawings (SVG) as a screen of loose parts behind the one that is worked on, its drawings selected: ready to be made
 * components. Says what was left out; what cannot be read changes nothing.
 */
export function useSheets(): { read: (file: File) => Promise<void> } {
  const doc = useDocument();
  const editor = useEditor();
  const library = useLibrary();
  async function read(file: File): Promise<void> {
    const refuse = (why: string): void => notify(`${file.name}: ${why} Nothing was changed.`, true);
    const project = doc.shown;
    const kit = editor.mainKit;
    const flow = editor.screen?.flow ?? project?.flows[0]?.id;
    if (!project || !kit || !flow) return;
    if (file.size > LARGEST) return refuse('A sheet has at most 16 MB; this one has more.');
    if (file.size > SLOW) notify(`Reading ${file.name} …`);
    const id = editor.newId();
    const text = await file.text();
    // Whoever is quick has a file before the worker is there.
    const worker = await until(() => library.worker).toBeTruthy({ timeout: LONGEST_WAIT });
    const got = await worker?.sheet(text, kitRef(kit), id);
    if (!got) return refuse('It could not be read, because what reads it did not start. Try again.');
    if ('problem' in got) return refuse(got.problem);
    if (got.drawings.length === 0) return refuse('There is nothing drawn in it.');
    const parts = Object.keys(got.nodes).length;
    if (parts > MOST_PARTS)
      return refuse(
        `It has ${plural(parts, 'part')}; a screen holds ${MOST_PARTS.toLocaleString('en-GB')}. Read it in pieces.`,
      );
    const name =
      file.name
        .replace(/\.svg$/iu, '')
        .replace(/[-_]+/gu, ' ')
        .trim()
        .slice(0, 80) || 'Sheet';
    const worn = appliedKitsInFlow(project, flow);
    const screen: Screen = {
      id,
      name,
      flow,
      device: 'custom',
      width: got.width,
      height: got.height,
      root: got.root,
      nodes: got.nodes,
      ...(worn ? { appliedKits: worn } : {}),
    };
    const after = editor.screenId || null;
    if (!doc.act(`Read the sheet ${name}`, [{ do: 'insertScreen', screen, after }])) return;
    editor.goTo(id);
    editor.select(got.drawings);
    const left = got.left.length > 0 ? ` Left out: ${got.left.join(', ')}.` : '';
    notify(
      `${plural(got.drawings.length, 'drawing')} on ${name}, all selected: make them components.${left}`,
      left !== '',
    );
  }
  return { read };
}
