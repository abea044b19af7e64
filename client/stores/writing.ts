import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import {
  boxesByKey,
  chooseSteps,
  screenOf,
  textPlace,
  treeOfScreen,
  withItemField,
  type Box,
  type Json,
  type Screen,
  type Shows,
  type Step,
  type TextPlace,
} from '../../core/index.js';
import { useBench } from './bench.js';
import { useDocument } from './document.js';
import { useStage } from './stage.js';

interface Open {
  readonly screen: string;
  readonly key: string;
  readonly box: Box;
  readonly before: string;
}

/** Editing what is seen, where it is seen: texts, and icons by choosing another. */
export const useWriting = defineStore('writing', () => {
  const doc = useDocument();
  const stage = useStage();
  const bench = useBench();
  const open = shallowRef<Open | null>(null);
  const picking = shallowRef<{ readonly screen: string; readonly key: string; readonly box: Box } | null>(null);

  function boxIn(screen: Screen, key: string): Box | null {
    if (screen.id === stage.screenId) return stage.findBox(key);
    const root = stage.boxOf(screen);
    return root ? (boxesByKey(root).get(key) ?? null) : null;
  }
  /** Texts at or below a part that can be written, in reading order. */
  function texts(screen: Screen, from: Box): Box[] {
    const w = stage.world;
    const found: Box[] = [];
    const walk = (b: Box): void => {
      if (w && b.node.type === 'text' && textPlace(w, stage.wearsShown(screen), screen, b.node.key)) found.push(b);
      b.children.forEach(walk);
    };
    walk(from);
    return found;
  }
  function start(screen: Screen, box: Box): void {
    open.value = { screen: screen.id, key: box.node.key, box, before: box.node.text };
  }
  /** The first text at or inside a part of the current screen that can be written. */
  function firstText(key: string): Box | undefined {
    const screen = stage.screen;
    const box = screen ? boxIn(screen, key) : null;
    return screen && box ? texts(screen, box)[0] : undefined;
  }
  /** Opens the first text at or inside a part. */
  function write(key: string): boolean {
    const screen = stage.screen;
    const first = firstText(key);
    if (!screen || !first) return false;
    start(screen, first);
    return true;
  }

  /** Steps that choose a value where it is seen. */
  function stepsAt(screen: Screen, place: TextPlace, value: Json, shows: Shows): Step[] {
    const w = stage.world;
    const node = screen.nodes[place.node];
    if (!w || !node) return [];
    const tree = treeOfScreen(screen);
    const item = place.entry ? { nodes: screen.nodes, entry: place.entry } : undefined;
    if (place.kind === 'attr' && bench.of !== '' && screen.id === bench.surface?.id) {
      // What a part of an original says is said by the property it is linked to, or by itself in the looks that are worked on.
      const [prop = '', field] = (node.bind?.[shows] ?? '').split('.');
      if (prop === '') return [...bench.set(node.id, shows, value).steps];
      return bench.setDefault(prop, value, field && place.entry ? { key: place.entry.key, field } : undefined);
    }
    if (place.kind === 'attr') {
      if (!place.entry) return [{ do: 'set', tree, node: node.id, field: `attrs.${shows}`, value }];
      const key = `screen||attr.${shows}|`;
      return [
        {
          do: 'setting',
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
    return chooseSteps(w, stage.wearsShown(screen), tree, node, place.target, chosen, item);
  }
  function commit(value: string): void {
    const o = open.value;
    open.value = null;
    const screen = o ? stage.treeBy(o.screen) : undefined;
    if (!o || !screen || !stage.world || value === o.before) return;
    const place = textPlace(stage.world, stage.wearsShown(screen), screen, o.key);
    if (!place) return;
    const text = value.slice(0, 20_000);
    doc.act(`Type “${text.length > 30 ? `${text.slice(0, 29)}…` : text}”`, stepsAt(screen, place, text, 'text'));
    if (value.length > text.length)
      doc.say(`This text had ${value.length} characters; the first 20,000 were kept.`, true);
  }
  /** Commits and opens the next text: that of the next selected thing when several are, else the next on the screen. */
  function next(value: string, by: 1 | -1): void {
    const o = open.value;
    if (!o) return;
    commit(value);
    const project = doc.shown;
    const screen = project ? stage.treeBy(o.screen) : undefined;
    if (!project || !screen) return;
    const all = stage.targets.flatMap((t) => t.ids.map((id) => ({ screen: t.screen.id, id })));
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
          if (there.id !== stage.screenId) moveLead(there.id, to.id, ordered);
          start(there, first);
        }
      }
      return;
    }
    const root = screen.id === stage.screenId ? stage.box : stage.boxOf(screen);
    const list = root ? texts(screen, root) : [];
    const to = list[list.findIndex((b) => b.node.key === o.key) + by];
    if (!to) return;
    stage.select([to.node.owner === '' ? to.node.key : to.node.owner.includes('/') ? to.node.key : to.node.owner]);
    start(screen, to);
  }
  /** Another screen leads; everything stays selected. */
  function moveLead(
    screen: string,
    lead: string,
    all: readonly { readonly screen: string; readonly id: string }[],
  ): void {
    const here = all.filter((a) => a.screen === screen && a.id !== lead).map((a) => a.id);
    const picked = stage.picked;
    stage.screenId = screen;
    stage.select(
      [...here, lead],
      all.filter((a) => a.screen !== screen).map((a) => ({ screen: a.screen, node: a.id })),
    );
    stage.picked = picked;
  }

  /** Opens the choice of icons for the icon with this key. */
  function pickIcon(key: string): boolean {
    const screen = stage.screen;
    const box = screen ? boxIn(screen, key) : null;
    if (!screen || !box || !stage.world || !textPlace(stage.world, stage.wears, screen, key, 'icon')) return false;
    picking.value = { screen: screen.id, key, box };
    return true;
  }
  function setIcon(icon: string): void {
    const p = picking.value;
    picking.value = null;
    const screen = p ? stage.treeBy(p.screen) : undefined;
    const place =
      screen && stage.world && p ? textPlace(stage.world, stage.wearsShown(screen), screen, p.key, 'icon') : null;
    if (screen && place) doc.act(`Choose the icon ${icon}`, stepsAt(screen, place, icon, 'icon'));
  }
  function leave(): void {
    open.value = null;
    picking.value = null;
  }
  return { open, picking, firstText, write, commit, next, pickIcon, setIcon, leave, stepsAt, boxIn };
});
