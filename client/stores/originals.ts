import { defineStore } from 'pinia';
import { useRouter } from 'vue-router';
import { shallowRef } from 'vue';
import {
  componentAt,
  findAt,
  optionSteps,
  componentWords,
  pasteOverridesSteps,
  updateOriginal as promoted,
  reattach as reattached,
  shownComponent,
  treeOfOriginal,
  detach as detached,
  type ComponentRef,
  type HowMany,
  type UpdatedOriginal,
  type Reattached,
  type Repeated,
  type Override,
} from '../../core/index.js';
import { api } from '../base/api.js';
import { plural } from '../base/counts.js';
import { useComponentEditor } from './componentEditor.js';
import { useDocument } from './document/document.js';
import { useEditor } from './editor/editor.js';
import { notify } from './notices.js';

/** So many hundreds of edits back a deleted original is looked for. */
const PAGES = 20;

/** From things to the originals they follow, and back. */
export const useOriginals = defineStore('originals', () => {
  const doc = useDocument();
  const editor = useEditor();
  const componentEditor = useComponentEditor();
  const router = useRouter();

  /** The original that the selection follows: of the nearest instance around a part. */
  function selectedOriginal(): ComponentRef | null {
    const w = editor.world;
    const node = editor.selectedNode;
    const at = editor.selectedPlace?.at ?? [];
    if (!w || node?.type !== 'instance') return null;
    const shown = shownComponent(editor.appliedKits, node.component);
    if (at.length === 0) return componentAt(w, shown) ? shown : null;
    for (let n = at.length; n > 0; n--) {
      const found = findAt(w, editor.appliedKits, node, at.slice(0, n));
      if (n === at.length && found?.instance) return found.instance.ref;
      if (found) return found.ownerRef;
    }
    return shown;
  }
  /** Opens the Workbench on an original; `part`: with this of it selected. */
  function open(ref: ComponentRef, part = ''): void {
    void router.push({
      path: `/p/${doc.id}/workbench/${ref}`,
      query: part === '' ? {} : { sel: part },
    });
  }
  function openSelected(): void {
    const ref = selectedOriginal();
    if (ref === null || ref === componentEditor.of)
      notify(
        ref === null
          ? 'Select an instance first: the Workbench opens its original.'
          : 'This is the original that is on the Workbench.',
      );
    else {
      // A part of the instance is selected in its original too.
      const at = editor.selectedPlace?.at ?? [];
      open(ref, at.length === 1 ? (at[0] ?? '') : '');
    }
  }
  /** Shows a use on its screen. */
  function showUse(screen: string, node: string): void {
    void router.push({ path: `/p/${doc.id}/compose/${screen}`, query: { sel: node } });
  }

  // ── instances and what they follow ──
  /** The component that the selected instance shows. */
  function shownRef(): ComponentRef | null {
    const node = editor.selectedNode;
    return node?.type === 'instance' ? shownComponent(editor.appliedKits, node.component) : null;
  }
  /** What promoting would do; nothing is done yet. */
  function promotion(keys?: ReadonlySet<string>): UpdatedOriginal | null {
    const { world, screen } = editor;
    const node = editor.selectedNode;
    return world && screen && node?.type === 'instance' && !editor.selectedPlace?.entry
      ? promoted(world, editor.appliedKits, screen, node, keys)
      : null;
  }
  function promote(keys?: ReadonlySet<string>): void {
    const got = promotion(keys);
    if (!got) notify('Select an instance that has something of yours: that can be written into its original.');
    else if ('problem' in got) notify(got.problem, true);
    else if (doc.act(`Promote into ${got.name}`, got.steps)) {
      const n = got.changes.length;
      notify(
        `${got.name} has it now${n > 0 ? `; ${plural(n, 'other instance')} show${n === 1 ? 's' : ''} it` : ''}${got.keep.length > 0 ? `, ${got.keep.length} keep their own` : ''}.`,
      );
    }
  }
  function makeOption(repeated: Repeated, name: string): void {
    const w = editor.world;
    if (!w) return;
    const { steps, choice } = optionSteps(w, repeated, name);
    if (doc.act(`Make ${name} an option`, steps))
      notify(
        `“${name}” is an option of ${choice} now, and ${plural(repeated.uses.length, 'instance')} have it. Name it on the Workbench.`,
      );
  }
  /** Overrides to be given to other instances. */
  const copied = shallowRef<{ readonly name: string; readonly overrides: readonly Override[] } | null>(null);
  function copyOverrides(): void {
    const node = editor.selectedNode;
    if (node?.type !== 'instance' || node.overrides.length === 0) {
      notify('Nothing on the selection is yours, so there are no settings to copy.');
      return;
    }
    copied.value = { name: editor.nameOf(node), overrides: node.overrides };
    notify(
      `${plural(node.overrides.length, 'override')} of ${editor.nameOf(node)} copied. Select others and paste overrides (Shift+Y).`,
    );
  }
  function pasteOverrides(): void {
    const w = editor.world;
    const from = copied.value;
    if (!w || !from) {
      notify('Copy the settings of an instance first (Y).');
      return;
    }
    const steps = editor.targets.flatMap((t) =>
      t.ids.flatMap((id) => {
        const n = t.screen.nodes[id];
        return n?.type === 'instance'
          ? pasteOverridesSteps(w, editor.appliedKitsShown(t.screen), t.screen, n, from.overrides)
          : [];
      }),
    );
    if (steps.length === 0) notify('Select the instances that are to have the settings.');
    else doc.act(`Paste the settings of ${from.name}`, steps);
  }
  /** Turns the selected instances into plain parts. */
  function detach(): void {
    const w = editor.world;
    const node = editor.selectedNode;
    if (!w || editor.countSelected === 0) return;
    if (editor.selectedPlace?.entry) {
      notify('This is one item of a series; break the series first, then unlink what you want.', true);
      return;
    }
    const problems: string[] = [];
    /** What plain parts do not do by themselves, as their original did. */
    const ended = new Set<string>();
    let name = '';
    const steps = editor.targets.flatMap((t) =>
      t.ids.flatMap((id) => {
        const got = detached(w, editor.appliedKitsShown(t.screen), t.screen, id, editor.newId);
        if ('problem' in got) {
          problems.push(got.problem);
          return [];
        }
        name = got.name;
        const is = t.screen.nodes[id];
        const of =
          is?.type === 'instance' && componentAt(w, shownComponent(editor.appliedKitsShown(t.screen), is.component));
        if (of) for (const words of componentWords(of)) ended.add(words);
        return got.steps;
      }),
    );
    if (steps.length === 0) notify(problems[0] ?? 'Select an instance to unlink it.', true);
    else if (doc.act(`Unlink ${editor.countSelected > 1 ? plural(editor.countSelected, 'thing') : name}`, steps)) {
      if (node) editor.select([node.id]);
      const [first] = ended;
      const ends =
        first === undefined ? '' : ` What it did by itself has ended: “${first}”${ended.size > 1 ? ' and more' : ''}.`;
      notify(`Plain parts now.${ends} “Link again” makes it ${name} again, with what you change kept.`);
    }
  }
  /** What linking the selection to a component would do; the one it was when none is named. */
  function linking(ref?: ComponentRef): Reattached | null {
    const { world, screen } = editor;
    const id = editor.selectedPlace?.node;
    return world && screen && id !== undefined
      ? reattached(world, editor.appliedKits, screen, id, editor.newId, ref)
      : null;
  }
  /** The dialog that shows what linking would do. */
  const relinking = shallowRef(false);
  function reattach(): void {
    const node = editor.selectedNode;
    if (!node || node.type === 'instance') {
      notify(node ? 'This is an instance already.' : 'Select something plain first: it can be linked to a component.');
      return;
    }
    const got = node.was ? linking() : null;
    // Where nothing would change there is nothing to ask.
    if (got && !('problem' in got) && got.ledger.length === 0) link(got);
    else relinking.value = true;
  }
  function link(got: Reattached): void {
    if ('problem' in got) notify(got.problem, true);
    else if (doc.act(`Link to ${got.name}`, got.steps)) {
      editor.select([got.node.id]);
      const kept = got.ledger.filter((e) => e.outcome === 'override').length;
      notify(kept > 0 ? `${got.name} again; ${plural(kept, 'difference')} kept as settings.` : `${got.name} again.`);
    }
  }
  /** A docs page that is open, and the dialog that publishes. */
  const docsOf = shallowRef<ComponentRef | null>(null);
  const publishing = shallowRef(false);
  /** The dialog that makes components of the selection. */
  const making = shallowRef(false);
  /** How many it is to begin with; null: what suits. */
  const makingHow = shallowRef<HowMany | null>(null);
  /** What is in a slot becomes one component. */
  function makeOfContent(children: readonly string[]): void {
    editor.select(children);
    makingHow.value = children.length > 1 ? 'one' : null;
    making.value = true;
  }
  /** Looks for a deleted original in what was done, and puts it back as it was. */
  async function bringBack(ref: ComponentRef): Promise<void> {
    const original = ref.slice('project/'.length);
    try {
      let before: number | undefined;
      for (let page = 0; page < PAGES; page++) {
        const list = await api.history(doc.id, before === undefined ? { most: 100 } : { most: 100, before });
        for (const past of list.filter((p) => /^(?:Delete|Undo|Redo|Take)/u.test(p.label))) {
          const was = (await api.at(doc.id, past.revision - 1)).project.originals[original];
          if (!was) continue;
          if (doc.act(`Bring ${was.name} back`, [{ do: 'original', original, value: was }]))
            notify(`${was.name} is back.`);
          return;
        }
        before = list.at(-1)?.revision;
        if (list.length < 100 || before === undefined) break;
      }
      notify(
        'It was not found in what was done in this project, so it cannot be brought back. Choose another component for this.',
        true,
      );
    } catch (error) {
      notify(error instanceof Error ? error.message : String(error), true);
    }
  }
  return {
    docsOf,
    publishing,
    making,
    makingHow,
    makeOfContent,
    bringBack,
    treeOf: treeOfOriginal,
    selectedOriginal,
    open,
    openSelected,
    showUse,
    shownRef,
    promotion,
    promote,
    makeOption,
    copied,
    copyOverrides,
    pasteOverrides,
    detach,
    linking,
    relinking,
    reattach,
    link,
  };
});
