import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import {
  boxesByKey,
  chooseSteps,
  numberFor,
  plainText,
  readMarks,
  screenOf,
  propAt,
  textPlace,
  treeOfScreen,
  withItemField,
  writeMarks,
  type Box,
  type Json,
  type Marked,
  type Prop,
  type Screen,
  type Shows,
  type Step,
  type TextPlace,
} from '../../core/index.js';
import { useComponentEditor } from './componentEditor.js';
import { useDocument } from './document/document.js';
import { useSituations } from './situations.js';
import { useEditor } from './editor/editor.js';
import { notify } from './notices.js';

interface Open {
  readonly screen: string;
  readonly key: string;
  /** Where it was seen when it was opened. */
  readonly box: Box;
  readonly before: string;
}
/** The longest text that is kept: UTF-16 units. */
const MOST = 20_000;
const short = (text: string): string => (text.length > 30 ? `${text.slice(0, 29)}…` : text);

/** Editing what is seen, where it is seen: texts, and icons by choosing another. */
export const useTextEditing = defineStore('textEditing', () => {
  const doc = useDocument();
  const editor = useEditor();
  const componentEditor = useComponentEditor();
  const open = shallowRef<Open | null>(null);
  const situations = useSituations();
  watch(open, (o) => (situations.plainTexts = o !== null), { flush: 'sync' });
  /** What is written, and not kept yet: the Wall shows it as if it were. */
  const draft = shallowRef<Marked>(readMarks(''));
  /** The text that is open as it is laid out now, with what has been typed. */
  const box = computed<Box | null>(() => {
    const o = open.value;
    return o ? (editor.boxMap.get(o.key) ?? o.box) : null;
  });
  const picking = shallowRef<{ readonly screen: string; readonly key: string; readonly box: Box } | null>(null);

  function boxIn(screen: Screen, key: string): Box | null {
    if (screen.id === editor.screenId) return editor.findBox(key);
    const root = editor.boxOf(screen);
    return root ? (boxesByKey(root).get(key) ?? null) : null;
  }
  /** Texts at or below a part that can be written, in reading order. */
  function texts(screen: Screen, from: Box): Box[] {
    const w = editor.world;
    const found: Box[] = [];
    const walk = (b: Box): void => {
      if (w && b.node.type === 'text' && textPlace(w, editor.appliedKitsShown(screen), screen, b.node.key))
        found.push(b);
      b.children.forEach(walk);
    };
    walk(from);
    return found;
  }
  function start(screen: Screen, box: Box): void {
    editor.dropPreview = null;
    open.value = { screen: screen.id, key: box.node.key, box, before: box.node.written };
    draft.value = readMarks(box.node.written);
  }
  /** Another text, shown at once. */
  function change(text: Marked): void {
    draft.value = text;
    const o = open.value;
    const ready = o ? stepsFor(o, writeMarks(text).slice(0, MOST)) : null;
    editor.dropPreview = o && ready ? { screen: o.screen, steps: ready, made: [] } : null;
  }
  /** Steps that make the open text another; null when it is not there any more. */
  function stepsFor(o: Open, text: string): readonly Step[] | null {
    const screen = editor.treeBy(o.screen);
    const w = editor.world;
    const place = screen && w ? textPlace(w, editor.appliedKitsShown(screen), screen, o.key) : null;
    return screen && place ? stepsAt(screen, place, text, 'text') : null;
  }
  /** The property that the open text is chosen by, where that takes numbers. */
  function numberAt(o: Open): Prop | undefined {
    const screen = editor.treeBy(o.screen);
    const w = editor.world;
    const place = screen && w ? textPlace(w, editor.appliedKitsShown(screen), screen, o.key) : null;
    const node = place && screen?.nodes[place.node];
    if (!w || !screen || place?.kind !== 'target' || node?.type !== 'instance') return undefined;
    const prop = propAt(w, editor.appliedKitsShown(screen), node, place.target);
    return prop?.kind === 'number' ? prop : undefined;
  }
  /** The first text at or inside a part of the current screen that can be written. */
  function firstText(key: string): Box | undefined {
    const screen = editor.screen;
    const box = screen ? boxIn(screen, key) : null;
    return screen && box ? texts(screen, box)[0] : undefined;
  }
  /** Opens the first text at or inside a part. */
  function write(key: string): boolean {
    const screen = editor.screen;
    const first = firstText(key);
    if (!screen || !first) return false;
    start(screen, first);
    return true;
  }

  /** Steps that choose a value where it is seen. */
  function stepsAt(screen: Screen, place: TextPlace, value: Json, shows: Shows): Step[] {
    const w = editor.world;
    const node = screen.nodes[place.node];
    if (!w || !node) return [];
    const tree = treeOfScreen(screen);
    const item = place.entry ? { nodes: screen.nodes, entry: place.entry } : undefined;
    if (place.kind === 'attr' && componentEditor.of !== '' && screen.id === componentEditor.surface?.id) {
      // What a part of an original says is said by the property it is linked to, or by itself in the looks that are worked on.
      const [prop = '', field] = (node.bind?.[shows] ?? '').split('.');
      if (prop === '') return [...componentEditor.set(node.id, shows, value).steps];
      return componentEditor.setDefault(
        prop,
        value,
        field && place.entry ? { key: place.entry.key, field } : undefined,
      );
    }
    if (place.kind === 'attr') {
      if (!place.entry) return [{ do: 'set', tree, node: node.id, field: `attrs.${shows}`, value }];
      const key = `screen||attr.${shows}|`;
      return [
        {
          do: 'override',
          tree,
          node: node.id,
          key,
          value: { home: 'screen', at: [], kind: 'attr', name: shows, value },
          entry: place.entry,
        },
      ];
    }
    if (node.type !== 'instance') return [];
    let chosen = value;
    if (place.kind === 'item') {
      const at = [
        ...(place.entry ? [place.entry.series, `#${place.entry.key}`] : []),
        node.id,
        ...place.target.at,
      ].join('/');
      chosen = withItemField(boxIn(screen, at)?.node.instance?.props[place.target.name], place.key, place.field, value);
    }
    // What is typed of a number while it is none yet is seen as it is typed.
    const prop = propAt(w, editor.appliedKitsShown(screen), node, place.target);
    const number = prop?.kind === 'number' && typeof chosen === 'string' && chosen.trim() !== '' ? Number(chosen) : NaN;
    if (Number.isFinite(number)) chosen = number;
    return chooseSteps(w, editor.appliedKitsShown(screen), tree, node, place.target, chosen, item);
  }
  function commit(): void {
    const o = open.value;
    const value = writeMarks(draft.value);
    open.value = null;
    editor.dropPreview = null;
    if (!o || value === o.before) return;
    const text = value.slice(0, MOST);
    const number = numberAt(o);
    const was = Number(plainText(o.before));
    const read = number && numberFor(number, plainText(text).trim(), Number.isFinite(was) ? was : undefined);
    if (read && 'problem' in read) {
      notify(read.problem, true);
      return;
    }
    const steps = stepsFor(o, read ? String(read.value) : text);
    if (!steps) {
      notify(`The text you were writing is not there any more. You had typed “${value.slice(0, 200)}”.`, true);
      return;
    }
    doc.act(`Type “${short(plainText(text))}”`, steps);
    if (value.length > MOST)
      notify(`This text had ${value.length} characters; the first ${MOST.toLocaleString('en-GB')} were kept.`, true);
  }
  /** Commits and opens the next text: that of the next selected thing when several are, else the next on the screen. */
  function next(by: 1 | -1): void {
    const o = open.value;
    if (!o) return;
    commit();
    const project = doc.shown;
    const screen = project ? editor.treeBy(o.screen) : undefined;
    if (!project || !screen) return;
    const all = editor.targets.flatMap((t) => t.ids.map((id) => ({ screen: t.screen.id, id })));
    if (all.length > 1) {
      // What follows the thing's own id says which of its texts is meant; the next thing opens at the same.
      const ordered = project.screens.flatMap((s) => all.filter((a) => a.screen === s.id));
      const at = ordered.findIndex((a) => a.screen === o.screen && (o.key === a.id || o.key.startsWith(`${a.id}/`)));
      const to = ordered[at + by];
      const there = to ? screenOf(project, to.screen) : undefined;
      const own = ordered[at];
      if (at >= 0 && to && there && own) {
        const same = boxIn(there, to.id + o.key.slice(own.id.length));
        const whole = boxIn(there, to.id);
        const first = same && texts(there, same)[0] ? same : whole ? texts(there, whole)[0] : undefined;
        if (first) {
          if (there.id !== editor.screenId) moveLead(there.id, to.id, ordered);
          start(there, first);
        }
      }
      return;
    }
    const root = screen.id === editor.screenId ? editor.box : editor.boxOf(screen);
    const list = root ? texts(screen, root) : [];
    const to = list[list.findIndex((b) => b.node.key === o.key) + by];
    if (!to) return;
    editor.select([to.node.owner === '' ? to.node.key : to.node.owner.includes('/') ? to.node.key : to.node.owner]);
    start(screen, to);
  }
  /** Another screen leads; everything stays selected. */
  function moveLead(
    screen: string,
    lead: string,
    all: readonly { readonly screen: string; readonly id: string }[],
  ): void {
    const here = all.filter((a) => a.screen === screen && a.id !== lead).map((a) => a.id);
    const picked = editor.picked;
    editor.screenId = screen;
    editor.select(
      [...here, lead],
      all.filter((a) => a.screen !== screen).map((a) => ({ screen: a.screen, node: a.id })),
    );
    editor.picked = picked;
  }

  /** Opens the choice of icons for the icon with this key. */
  function pickIcon(key: string): boolean {
    const screen = editor.screen;
    const box = screen ? boxIn(screen, key) : null;
    if (!screen || !box || !editor.world || !textPlace(editor.world, editor.appliedKits, screen, key, 'icon'))
      return false;
    picking.value = { screen: screen.id, key, box };
    return true;
  }
  function setIcon(icon: string): void {
    const p = picking.value;
    picking.value = null;
    const screen = p ? editor.treeBy(p.screen) : undefined;
    const place =
      screen && editor.world && p
        ? textPlace(editor.world, editor.appliedKitsShown(screen), screen, p.key, 'icon')
        : null;
    if (screen && place) doc.act(`Choose the icon ${icon}`, stepsAt(screen, place, icon, 'icon'));
  }
  function leave(): void {
    if (open.value) editor.dropPreview = null;
    open.value = null;
    picking.value = null;
  }
  return {
    open,
    box,
    draft,
    change,
    picking,
    firstText,
    write,
    commit,
    next,
    pickIcon,
    setIcon,
    leave,
    stepsAt,
    boxIn,
  };
});
