import { defineStore } from 'pinia';
import {
  plainKind,
  addItemSteps,
  alike,
  resetAllSteps,
  blankScreen,
  breakSeriesSteps,
  buildPieces,
  componentAt,
  copyPiece,
  defaultRoom,
  duplicateSteps,
  entriesOf,
  indentSteps,
  listAt,
  moveItemSteps,
  moveSteps,
  newInstance,
  overlaySteps,
  asOverlay,
  backgroundSteps,
  roleFacts,
  nudgeSteps,
  placeSteps,
  placesOf,
  plainThing,
  removeItemSteps,
  removeSteps,
  seriesSteps,
  shownComponent,
  slotPlace,
  spotFor,
  swapSteps,
  transferSteps,
  treeOfScreen,
  hidePartSteps,
  placeOfKey,
  unwrapSteps,
  vocabulary,
  wrapSteps,
  type Component,
  type ComponentRef,
  type Node,
  type Piece,
  type PlainPart,
  type PlacePlan,
  type Screen,
  type Spot,
  type Step,
  type Template,
} from '../../core/index.js';
import { useComponentEditor } from './componentEditor.js';
import { useDocument } from './document/document.js';
import { untracked } from './untracked.js';
import { useEditor } from './editor/editor.js';
import { notify } from './notices.js';

/** Everything a designer can do to what is selected. Each is one edit, done the same way from keys, menus, drags and panes. */
export const useCommands = defineStore('commands', () => {
  const doc = useDocument();
  const editor = useEditor();
  const componentEditor = useComponentEditor();

  /** On the Workbench, with less than all looks chosen: things are placed, swapped and hidden in those looks only. */
  const inSomeLooks = (): boolean => componentEditor.of !== '' && componentEditor.applies !== 'all';

  const world = (): NonNullable<typeof editor.world> => {
    if (!editor.world) throw new Error('No project is open');
    return editor.world;
  };
  /** How the selection is called in the history. */
  function named(ids: readonly string[] = editor.selectedIds, screen: Screen | undefined = editor.screen): string {
    const node = screen?.nodes[ids[0] ?? ''];
    const n = Math.max(ids.length, editor.countSelected);
    if (n > 1) return `${n} things`;
    if (!node) return 'it';
    return nameOf(node);
  }
  function nameOf(node: Node): string {
    return node.type === 'instance' ? editor.nameOf(node) : (node.name ?? plainKind(node));
  }

  /** Where something new goes on a screen: behind or inside the selection there, bars to their end. */
  function spot(screen: Screen, role: string, inside: boolean): Spot {
    const here = screen.id === editor.screenId ? (editor.selectedPlace?.node ?? null) : null;
    if (componentEditor.of === '' && roleFacts(role).overlay !== undefined)
      return { into: { parent: screen.root }, after: lastOn(screen) };
    if (here === null && (role === 'banner' || role === 'navigation'))
      return { into: { parent: screen.root }, after: null };
    return spotFor(world(), editor.appliedKitsShown(screen), screen, here, inside);
  }

  const lastOn = (screen: Screen): string | null => {
    const ground = screen.nodes[screen.root];
    return ground?.type === 'box' ? (ground.children.at(-1) ?? null) : null;
  };
  const rootsOf = (pieces: readonly Piece[]): readonly Node[] => pieces.flatMap((p) => p.nodes[p.root] ?? []);
  /** The steps that place the same on every selected screen, a phone screen first when there is none. */
  function placingSteps(
    make: (screen: Screen) => readonly Piece[],
    role: string,
    inside = false,
    at?: Spot,
  ): { steps: Step[]; made: { screen: string; ids: string[] }[]; added: string | null } {
    const steps: Step[] = [];
    const made: { screen: string; ids: string[] }[] = [];
    let screens = editor.placing;
    let added: string | null = null;
    if (screens.length === 0) {
      const flow = doc.shown?.flows[0]?.id;
      if (!flow) return { steps, made, added };
      const fresh = blankScreen(editor.newId(), 'Phone', flow, 'phone', 390, 844);
      steps.push({ do: 'insertScreen', screen: fresh, after: doc.shown?.screens.at(-1)?.id ?? null });
      screens = [fresh];
      added = fresh.id;
    }
    for (const screen of screens) {
      const tree = treeOfScreen(screen);
      const where = at && screen.id === editor.screenId ? at : spot(screen, role, inside);
      const pieces = asOverlay(world(), screen, make(screen), where);
      steps.push(...placeSteps(tree, pieces, where), ...overlaySteps(tree, rootsOf(pieces), where));
      made.push({ screen: screen.id, ids: pieces.map((p) => p.root) });
    }
    return { steps, made, added };
  }
  function place(
    label: string,
    make: (screen: Screen) => readonly Piece[],
    role: string,
    inside = false,
    at?: Spot,
  ): boolean {
    const { steps, made, added } = placingSteps(make, role, inside, at);
    const n = made.length;
    if (!doc.act(n > 1 ? `${label} on ${n} screens` : label, steps)) return false;
    if (added !== null) editor.screenId = added;
    const here = made.find((m) => m.screen === editor.screenId);
    editor.select(
      here?.ids.slice(-1) ?? [],
      made
        .filter((m) => m.screen !== editor.screenId)
        .flatMap((m) => m.ids.slice(-1).map((node) => ({ screen: m.screen, node }))),
    );
    return true;
  }
  const roleOf = (plan: PlacePlan): string => plan.items[0]?.thing.role ?? '';
  const placePlan = (plan: PlacePlan, at?: Spot): boolean =>
    place(
      plan.says.replace(/^places/u, 'Place'),
      () => buildPieces(plan, editor.newId, editor.behind),
      roleOf(plan),
      false,
      at,
    );
  /** A box, a text, a shape by itself. Into a box that is selected, else behind the selection. */
  function placePlain(plain: PlainPart, at?: Spot): boolean {
    const thing = plainThing(plain);
    const plan: PlacePlan = {
      items: [{ thing, count: 1, values: [], children: [], from: 0, to: 0 }],
      says: '',
      offers: [],
      problem: null,
    };
    const into = editor.selectedPlace?.at.length === 0 && editor.selectedNode?.type === 'box';
    return place(
      `Place ${thing.name.toLowerCase()}`,
      () => buildPieces(plan, editor.newId, editor.behind),
      '',
      into,
      at,
    );
  }
  /** What a plan would do, shown before it is done. */
  function preview(plan: PlacePlan | null, at?: Spot): void {
    const screen = editor.screen;
    if (!plan || plan.problem !== null || plan.items.length === 0 || !screen) {
      editor.dropPreview = null;
      return;
    }
    let n = 0;
    const where = at ?? spot(screen, roleOf(plan), false);
    const pieces = asOverlay(
      world(),
      screen,
      buildPieces(plan, () => `ghost-${++n}`, editor.behind),
      where,
    );
    editor.dropPreview = {
      screen: screen.id,
      steps: placeSteps(treeOfScreen(screen), pieces, where),
      made: pieces.map((p) => p.root),
    };
  }
  /** A component from a sample: into an empty slot of the selection, else behind it. */
  function placeComponent(ref: ComponentRef, at?: Spot): boolean {
    const w = world();
    const component = componentAt(w, ref);
    const selected = editor.selectedNode;
    const role = component?.role ?? '';
    const inside =
      !at &&
      editor.selectedPlace?.at.length === 0 &&
      selected?.type === 'instance' &&
      selected.fills.length === 0 &&
      belongsIn(role, componentAt(w, shownComponent(editor.appliedKits, selected.component)));
    return place(
      `Place ${component?.name ?? 'it'}`,
      () => {
        const id = editor.newId();
        return [{ root: id, nodes: { [id]: newInstance(id, editor.behind(ref), defaultRoom(role)) } }];
      },
      role,
      inside,
      at,
    );
  }
  /** Does a thing of this role belong into an empty slot? What the slot names does; else anything smaller than the thing itself. */
  function belongsIn(role: string, owner: Component | undefined): boolean {
    const slot = owner?.contract.slots[0];
    if (!owner || !slot) return false;
    return slot.accepts.length > 0
      ? slot.accepts.includes(role)
      : role !== owner.role && defaultRoom(role).bleed !== true;
  }
  /** An icon of the kit that is worn, as a part by itself. */
  const placeIcon = (name: string, icon: string): boolean =>
    place(
      `Place ${name}`,
      () => {
        const id = editor.newId();
        const node: Node = { id, type: 'icon', attrs: { icon, width: 24, height: 24, color: '{means:ink}' } };
        return [{ root: id, nodes: { [id]: node } }];
      },
      '',
    );
  /** A section or a page starter of the kit that is worn. */
  function placeStarter(t: Template): boolean {
    const thing = vocabulary(editor.mainKit, editor.ground?.project).find(
      (x) => x.kind === 'template' && x.template.id === t.id,
    );
    if (!thing) return false;
    const item = { thing, count: 1, values: [], children: [], from: 0, to: 0 };
    return placePlan({ items: [item], says: `places ${t.name}`, offers: [], problem: null });
  }
  const placePieces = (label: string, pieces: readonly Piece[], at?: Spot): boolean =>
    place(label, () => pieces.map((p) => copyPiece(p.nodes, p.root, editor.newId)), '', false, at);

  function remove(): void {
    const s = editor.screen;
    const p = editor.selectedPlace;
    if (!s || !p) return;
    // An item of a series goes by itself; a part inside an instance cannot go, so it is hidden.
    const series = p.entry ? s.nodes[p.entry.series] : undefined;
    if (p.entry && p.at.length === 0 && series?.type === 'series') {
      if (series.rows !== undefined) notify('This item is a row of a content set; take the row out there.', true);
      else if (doc.act('Take an item out', removeItemSteps(treeOfScreen(s), series, p.entry.key))) editor.select([]);
      return;
    }
    if (p.at.length > 0) {
      hideParts();
      return;
    }
    if (inSomeLooks()) {
      const hidden = editor.selectedIds.flatMap((id) => componentEditor.set(id, 'visible', false).steps);
      doc.act(`Hide ${named()} in some looks`, hidden);
      return;
    }
    const steps = editor.targets.flatMap((t) => removeSteps(treeOfScreen(t.screen), t.screen, t.ids));
    if (doc.act(`Delete ${named()}`, steps)) editor.select([]);
  }
  /** Hides the selected parts of instances. A part that its original locks is named, and nothing is hidden. */
  function hideParts(): void {
    const w = editor.world;
    const here = editor.screen;
    const lead = editor.selectedNode;
    if (!w || !here || lead?.type !== 'instance') return;
    const at = editor.selectedPlace?.at ?? [];
    const parts = editor.selection.flatMap((key) => {
      const place = placeOfKey(here, key);
      const node = place ? here.nodes[place.node] : undefined;
      return place && node?.type === 'instance' && place.at.length > 0
        ? [{ screen: here, node, at: place.at, entry: place.entry }]
        : [];
    });
    // Instances on other screens that are selected besides: the same part of each.
    for (const { screen, ids } of editor.targets)
      for (const node of screen.id === here.id ? [] : ids.map((id) => screen.nodes[id]))
        if (node?.type === 'instance' && node.component === lead.component)
          parts.push({ screen, node, at, entry: undefined });
    const steps: Step[] = [];
    for (const { screen, node, at: path, entry } of parts) {
      const item = entry ? { nodes: screen.nodes, entry } : undefined;
      const kits = editor.appliedKitsShown(screen);
      const got = hidePartSteps(w, kits, treeOfScreen(screen), node, path, item);
      if (!got.ok) {
        notify(`${got.refusal.message} Nothing was hidden.`, true);
        return;
      }
      steps.push(...got.steps);
    }
    doc.act(`Hide ${named()}`, steps);
  }

  function duplicate(): void {
    const s = editor.screen;
    const p = editor.selectedPlace;
    if (!s) return;
    const series = p?.entry ? s.nodes[p.entry.series] : undefined;
    if (p?.entry && series?.type === 'series') {
      addItem(series.id, p.entry.key);
      return;
    }
    const made: { screen: string; ids: string[] }[] = [];
    const steps = editor.targets.flatMap((t) => {
      const got = duplicateSteps(treeOfScreen(t.screen), t.screen, t.ids, editor.newId);
      made.push({ screen: t.screen.id, ids: got.made });
      return got.steps;
    });
    if (doc.act(`Duplicate ${named()}`, steps))
      editor.select(
        made.find((m) => m.screen === s.id)?.ids ?? [],
        made.filter((m) => m.screen !== s.id).flatMap((m) => m.ids.map((node) => ({ screen: m.screen, node }))),
      );
  }
  /** One place up or down among neighbours, or into and out of containers; items of a series likewise. */
  function nudge(way: 'up' | 'down' | 'in' | 'out'): void {
    const s = editor.screen;
    const p = editor.selectedPlace;
    if (!s || !p) return;
    const tree = treeOfScreen(s);
    const series = p.entry ? s.nodes[p.entry.series] : undefined;
    if (p.entry && p.at.length === 0 && series?.type === 'series' && (way === 'up' || way === 'down')) {
      doc.act('Move an item', moveItemSteps(tree, series, p.entry.key, way === 'up' ? -1 : 1));
      return;
    }
    const ids = editor.selectedIds;
    if (inSomeLooks() && (way === 'up' || way === 'down')) {
      const [step] = nudgeSteps(tree, s, p.node, way === 'up' ? -1 : 1);
      if (step?.do === 'move') placeInLooks([p.node], { into: step.into, after: step.after });
      return;
    }
    if (ids.length > 1 && (way === 'up' || way === 'down')) {
      const into = placesOf(s.nodes).get(ids[0] ?? '');
      if (!into) return;
      const list = listAt(s.nodes, into);
      const at = ids
        .map((id) => list.indexOf(id))
        .filter((i) => i >= 0)
        .sort((a, b) => a - b);
      const first = at[0] ?? 0;
      const last = at.at(-1) ?? 0;
      const after = way === 'up' ? (list[first - 2] ?? null) : (list[last + 1] ?? null);
      if (way === 'up' ? first > 0 : last < list.length - 1)
        doc.act(`Move ${named()}`, moveSteps(tree, s, ids, { into, after }));
      return;
    }
    const steps =
      way === 'up' || way === 'down'
        ? nudgeSteps(tree, s, p.node, way === 'up' ? -1 : 1)
        : indentSteps(world(), editor.appliedKits, tree, s, p.node, way);
    doc.act(`Move ${named()}`, steps);
  }
  /** Moves what is selected to a spot, on this screen or another; with `copy` it stays where it was too. */
  function moveTo(screen: Screen, to: Spot, copy: boolean): void {
    const from = editor.screen;
    const ids = editor.selectedIds;
    if (!from || ids.length === 0) return;
    if (copy) {
      const pieces = asOverlay(
        world(),
        screen,
        ids.map((id) => copyPiece(from.nodes, id, editor.newId)),
        to,
      );
      if (
        doc.act(`Copy ${named()}${screen.id === from.id ? '' : ` to ${screen.name}`}`, [
          ...placeSteps(treeOfScreen(screen), pieces, to),
          ...overlaySteps(treeOfScreen(screen), rootsOf(pieces), to),
        ])
      )
        editor.goTo(
          screen.id,
          pieces.map((p) => p.root),
        );
    } else if (screen.id === from.id && inSomeLooks()) placeInLooks(ids, to);
    else if (screen.id === from.id) {
      const tree = treeOfScreen(screen);
      const things = ids.flatMap((id) => screen.nodes[id] ?? []);
      doc.act(`Move ${named()}`, [
        ...moveSteps(tree, screen, ids, to),
        ...overlaySteps(tree, things, to),
        ...backgroundSteps(tree, screen, things, to),
      ]);
    } else {
      const got = transferSteps(from, screen, ids, to, editor.newId);
      const things = got.made.map((id, i) => ({ id, attrs: from.nodes[ids[i] ?? '']?.attrs ?? {} }));
      const tree = treeOfScreen(screen);
      const steps = [...got.steps, ...overlaySteps(tree, things, to), ...backgroundSteps(tree, screen, things, to)];
      if (doc.act(`Move ${named()} to ${screen.name}`, steps)) editor.goTo(screen.id, got.made);
    }
  }

  /** Parts of an original stand elsewhere in some looks: rules say where. */
  function placeInLooks(ids: readonly string[], to: Spot): void {
    let { after } = to;
    const steps = ids.flatMap((id) => {
      const made = componentEditor.set(id, 'place', { parent: to.into.parent, after }).steps;
      after = id;
      return made;
    });
    doc.act(`Move ${named()} in some looks`, steps);
  }

  function wrap(kind: 'row' | 'column' | 'card'): void {
    const s = editor.screen;
    const ids = editor.selectedIds;
    if (!s || ids.length === 0) return;
    const id = editor.newId();
    const kit = editor.mainKit;
    const card = kind === 'card' && kit ? Object.values(kit.components).find((c) => c.role === 'card') : undefined;
    if (kind === 'card' && (!card || !kit)) {
      notify('The kit has no card to wrap this in.', true);
      return;
    }
    const ref = card && kit ? editor.behind(`${kit.id}@${kit.version}/${card.id}`) : '';
    const container: Node = card
      ? newInstance(id, ref, { width: 'stretch' })
      : {
          id,
          type: 'box',
          attrs: {
            flow: kind === 'row' ? 'row' : 'column',
            gap: '{means:gap}',
            width: 'stretch',
            ...(kind === 'row' ? { align: 'center' } : {}),
          },
          children: [],
        };
    const slot = card?.contract.slots[0];
    const into =
      slot && container.type === 'instance'
        ? slotPlace(world(), editor.appliedKits, container, slot.id).slot
        : undefined;
    const steps = wrapSteps(treeOfScreen(s), s, ids, container, into);
    if (doc.act(`Wrap ${named()} in a ${card?.name.toLowerCase() ?? kind}`, steps)) editor.select([id]);
  }
  function unwrap(): void {
    const s = editor.screen;
    const id = editor.selectedIds[0];
    if (!s || id === undefined) return;
    const node = s.nodes[id];
    if (node?.type === 'series') {
      breakSeries(id);
      return;
    }
    const got = unwrapSteps(treeOfScreen(s), s, id);
    if (got.steps.length === 0) notify('There is nothing inside to take out.');
    else if (doc.act(`Take ${named()} away, keep what is inside`, got.steps)) editor.select(got.left);
  }

  function makeSeries(count = 3): void {
    const s = editor.screen;
    const id = editor.selectedIds[0];
    if (!s || id === undefined) return;
    if (s.nodes[id]?.type === 'series' || editor.selectedPlace?.entry) {
      const series = editor.selectedPlace?.entry?.series ?? id;
      addItem(series);
      return;
    }
    const got = seriesSteps(treeOfScreen(s), s, id, count, editor.newId);
    if (got && doc.act(`Repeat ${named()}`, got.steps)) editor.select([got.made]);
  }
  function addItem(seriesId: string, after?: string): void {
    const s = editor.screen;
    const series = s?.nodes[seriesId];
    if (!s || series?.type !== 'series') return;
    if (series.rows !== undefined) notify('This series has one item for each row of its content set; add a row there.');
    else doc.act('Add an item', addItemSteps(treeOfScreen(s), series, after));
  }
  function breakSeries(id: string): void {
    const s = editor.screen;
    const project = doc.shown;
    const series = s?.nodes[id];
    if (!s || !project || series?.type !== 'series') return;
    const got = breakSeriesSteps(project, treeOfScreen(s), s, id, editor.newId);
    if (doc.act(`Break the series into ${entriesOf(project, series).length} things`, got.steps))
      editor.select(got.made);
  }

  /** Everything that shows the same component: on this screen, in this flow, or everywhere. */
  function alikeOf(
    scope: 'screen' | 'flow' | 'project',
    project = doc.shown,
  ): readonly { screen: string; node: string }[] {
    const node = editor.selectedNode;
    const s = project?.screens.find((x) => x.id === editor.screenId);
    if (!s || !project || node?.type !== 'instance') return [];
    const screens =
      scope === 'screen' ? [s] : scope === 'flow' ? project.screens.filter((x) => x.flow === s.flow) : project.screens;
    return alike(screens, editor.appliedKitsShown, shownComponent(editor.appliedKits, node.component));
  }
  function selectAlike(scope: 'screen' | 'flow' | 'project'): void {
    const all = alikeOf(scope);
    const own = editor.selectedPlace?.node;
    const here = all.filter((a) => a.screen === editor.screenId).map((a) => a.node);
    editor.select(
      [...here.filter((n) => n !== own), ...(own !== undefined && here.includes(own) ? [own] : [])],
      all.filter((a) => a.screen !== editor.screenId),
    );
  }
  /** Shows everything selected as another component; overrides are carried. */
  function swap(ref: ComponentRef, name: string): void {
    const steps = editor.targets.flatMap((t) =>
      t.ids.flatMap((id): Step[] => {
        const node = t.screen.nodes[id];
        if (node?.type !== 'instance') return [];
        if (inSomeLooks()) return [...componentEditor.set(id, 'component', editor.behind(ref)).steps];
        const appliedKits = editor.appliedKitsShown(t.screen);
        // Going back to what the instance was placed as is going back to that very component.
        const own = node.placed && shownComponent(appliedKits, node.placed) === ref ? node.placed : editor.behind(ref);
        return swapSteps(treeOfScreen(t.screen), node, own);
      }),
    );
    const from = editor.selectedNode?.type === 'instance' ? editor.nameOf(editor.selectedNode) : 'it';
    doc.act(
      editor.countSelected > 1 ? `Replace ${editor.countSelected} ${from} by ${name}` : `Swap ${from} for ${name}`,
      steps,
    );
  }
  function back(): void {
    const steps = editor.targets.flatMap((t) =>
      t.ids.flatMap((id) => {
        const n = t.screen.nodes[id];
        return n?.type === 'instance' ? resetAllSteps(treeOfScreen(t.screen), n) : [];
      }),
    );
    doc.act(`Put ${named()} back to kit`, steps);
  }
  function selectAll(): void {
    const s = editor.screen;
    const root = s?.nodes[s.root];
    const all = root?.type === 'box' ? root.children : [];
    // A second time selects the screens of the flow.
    if (
      all.length === 0 ||
      (editor.selection.length === all.length && all.every((id) => editor.selection.includes(id)))
    )
      editor.pickScreens((doc.shown?.screens ?? []).filter((x) => x.flow === s?.flow).map((x) => x.id));
    else editor.select(all);
  }

  return {
    named: untracked(named),
    nameOf: untracked(nameOf),
    placePlan,
    preview,
    placeComponent,
    placePieces,
    placeIcon,
    placeStarter,
    placePlain,
    remove,
    duplicate,
    nudge,
    moveTo,
    wrap,
    unwrap,
    makeSeries,
    addItem,
    breakSeries,
    alikeOf: untracked(alikeOf),
    selectAlike,
    swap,
    back,
    selectAll,
    spot,
  };
});
