import { watchDebounced } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  applyEdit,
  behindLens,
  boxesByKey,
  componentAt,
  findAt,
  inMode,
  inSituation,
  nodeIn,
  situationAt,
  lensKits,
  misfits,
  placeOfKey,
  projectFields,
  screenOf,
  shownComponent,
  shownKit,
  appliedKitsOf,
  type Box,
  type Fit,
  type ComponentRef,
  type InstanceNode,
  type Node as TreeNode,
  type Project,
  type Screen,
  type UsePlace,
  type Situation,
  type SlotFill,
  type Step,
  type Template,
  type AppliedKit,
  type World,
} from '../../core/index.js';
import { freshId } from '../ids.js';
import { useComponentEditor } from './componentEditor.js';
import { useDocument } from './document.js';
import { boxOf as layOut, pictureOf, usePictures, type Bitmap, type Picture } from './pictures.js';
import { useLibrary } from './library.js';
import { useModes } from './modes.js';
import { useSituations } from './situations.js';
import { useWidths } from './widths.js';
import { untracked } from './untracked.js';
import { useDeviceView } from './deviceView.js';
import { sampleOf, templateOf, type Sample } from './samples.js';

const NOTHING_WORN: readonly AppliedKit[] = [];
const NO_SCREENS: readonly Screen[] = [];
const NOTHING_WRONG: readonly Fit[] = [];
/** What pictures are made from or looked up by, besides the screens themselves. */
const GROUND = projectFields((f) => f.drives !== 'none');

/** What is looked at: the screen, the selection, the lens; and pictures of screens and samples. */
export const useEditor = defineStore('editor', () => {
  const doc = useDocument();
  const library = useLibrary();
  const pictures = usePictures();
  const componentEditor = useComponentEditor();
  const widths = useWidths();
  const modes = useModes();
  const situations = useSituations();
  const here = ref('');
  watch(here, () => widths.leave());
  /** What is worked on: a screen, or the original on the Workbench as if it were one. */
  const screenId = computed({
    get: () => componentEditor.surface?.id ?? here.value,
    set: (id) => {
      if (componentEditor.of === '') here.value = id;
    },
  });
  /** Keys of the selected parts, the leading one last. */
  const selection = shallowRef<readonly string[]>([]);
  const lens = ref('');
  /** Things selected on other screens besides: all alike, or what was placed on several screens at once. */
  const elsewhere = shallowRef<readonly UsePlace[]>([]);
  /** Screens selected as such; with several, placing and pasting happen on each. */
  const picked = shallowRef<readonly string[]>([]);
  /** What is asked about several screens: their names, or a sheet of them. */
  const asked = ref<'names' | 'sheet' | null>(null);
  /** Screens that can be seen on the Wall now; set by it. */
  const inSight = shallowRef<ReadonlySet<string>>(new Set());
  /** An alternative shown on the Wall while the pointer rests on it. */
  const swapPreview = shallowRef<{ readonly node: string; readonly ref: ComponentRef } | null>(null);
  /** Steps shown as if done: what Enter will place. `made` are the new things. */
  const dropPreview = shallowRef<{
    readonly screen: string;
    readonly steps: readonly Step[];
    readonly made: readonly string[];
  } | null>(null);

  const world = computed<World | null>(() => (doc.shown ? { project: doc.shown, kits: library.kits } : null));
  const screen = computed<Screen | undefined>(() =>
    componentEditor.of !== '' ? componentEditor.surface : doc.shown ? screenOf(doc.shown, here.value) : undefined,
  );
  /** A screen by its id, or what is on the Workbench by its own. */
  const treeBy = (id: string): Screen | undefined =>
    componentEditor.of !== '' && id === componentEditor.surface?.id
      ? componentEditor.surface
      : doc.shown
        ? screenOf(doc.shown, id)
        : undefined;

  /** The world but for its screens: the same object as long as nothing is worn, drawn or installed anew, however much is typed. */
  const ground = computed<World | null>((was) => {
    const w = world.value;
    return was && w && was.kits === w.kits && GROUND.every((k) => was.project[k] === w.project[k]) ? was : w;
  });
  /** The situation that is looked at. */
  const situation = computed<Situation | undefined>(() =>
    doc.shown && situations.seen !== '' ? situationAt(doc.shown, situations.seen) : undefined,
  );
  // Longer texts are looked at; of what else is looked at, it is said what is so there.
  watch(
    () => situation.value?.id,
    () => {
      if (situation.value && !situation.value.longer) widths.reach = 'situation';
      else if (widths.reach === 'situation') widths.reach = 'all';
    },
    { flush: 'sync' },
  );
  /** The same for what is worked on: while a text is written, texts are as long as they are. */
  const workedIn = computed<Situation | undefined>(() => {
    const s = situation.value;
    if (!s?.longer || !situations.plainTexts) return s;
    const { longer: _longer, ...rest } = s;
    return rest;
  });
  /** A screen in the mode and the situation that are looked at: the same object each time. */
  const asLookedAt = (s: Screen, within = situation.value): Screen => inSituation(inMode(s, modes.seen), within);
  /** A thing as it is in the situation that is looked at. */
  const asSeen = <N extends TreeNode>(node: N): N => (situation.value ? (nodeIn(node, situation.value.id) as N) : node);
  /** The screens as they hang: the one that is worked on at the width at which it is seen, with itself at others beside it. */
  const hung = computed<readonly Screen[]>(() => {
    const own = doc.shown?.screens ?? NO_SCREENS;
    const all = modes.seen === '' && !situation.value ? own : own.map((s) => asLookedAt(s));
    if (!widths.isOn) return all;
    const w = ground.value;
    const worn = (s: Screen, kit: string): readonly AppliedKit[] =>
      !w ? [] : kit === '' ? appliedKitsOf(w.project, s) : lensKits(w, s, kit);
    return all.flatMap((s) => (s.id === here.value ? widths.hung(s, (kit) => worn(s, kit)) : [s]));
  });
  /** What a screen is shown wearing: through the lens when one is on. */
  function appliedKitsShown(of: Screen | undefined): readonly AppliedKit[] {
    const w = ground.value;
    if (!w) return [];
    // An installed original is looked at as itself.
    if (componentEditor.of !== '' && of?.id === componentEditor.surface?.id) {
      if (!componentEditor.isOwn) return NOTHING_WORN;
      return lens.value && w.kits.has(lens.value) ? lensKits(w, undefined, lens.value) : w.project.appliedKits;
    }
    // What hangs beside itself in a brand is seen in that, whatever the lens.
    if (of && widths.hangs(of.id)?.brand) return of.appliedKits ?? [];
    return lens.value && w.kits.has(lens.value) ? lensKits(w, of, lens.value) : appliedKitsOf(w.project, of);
  }
  const appliedKits = computed(() => appliedKitsShown(screen.value));
  const mainKit = computed(() => {
    const first = doc.shown?.kits[0];
    return first === undefined ? undefined : library.kits.get(shownKit(appliedKits.value, first));
  });
  const behind = (r: ComponentRef): ComponentRef =>
    ground.value ? behindLens(appliedKitsOf(ground.value.project, screen.value), appliedKits.value, r) : r;

  /** A screen laid out here, at once. */
  function boxOf(of: Screen): Box | null {
    const w = world.value;
    if (componentEditor.of !== '' && of.id === componentEditor.surface?.id)
      return componentEditor.boxIn(componentEditor.look, appliedKitsShown(of), of.nodes);
    return w ? layOut(w, of, appliedKitsShown(of), of.id === screenId.value ? deviceView.overlay.value : '') : null;
  }
  /** The screen with what is about to be placed on it. */
  const outlined = computed<Screen | undefined>(() => {
    const plain = withGhost.value;
    const s = plain && componentEditor.of === '' ? asLookedAt(plain, workedIn.value) : plain;
    return s && componentEditor.of === '' ? widths.atAnother(s, widths.seenAt(s)) : s;
  });
  const withGhost = computed<Screen | undefined>(() => {
    const s = screen.value;
    const g = dropPreview.value;
    if (s && g?.screen === s.id && doc.shown) {
      const ready = doc.prepare(g.steps);
      const got = ready.ok ? applyEdit(doc.shown, { id: 'ghost', label: 'ghost', steps: ready.steps }) : ready;
      if (!got.ok || !('project' in got)) return s;
      return (componentEditor.of === '' ? screenOf(got.project, s.id) : componentEditor.surfaceIn(got.project)) ?? s;
    }
    return s;
  });
  /** What the Wall shows of it: an alternative too, while it is tried on. */
  const current = computed<Screen | undefined>(() => {
    const s = outlined.value;
    const t = swapPreview.value;
    const node = t ? s?.nodes[t.node] : undefined;
    if (!s || !t || node?.type !== 'instance') return s;
    return {
      ...s,
      nodes: { ...s.nodes, [node.id]: { ...node, component: t.ref, placed: node.placed ?? node.component } },
    };
  });
  const deviceView = useDeviceView(screen, outlined, selection, () => dropPreview.value?.made ?? []);
  /** All of it, laid out. */
  const whole = computed(() => (current.value ? boxOf(current.value) : null));
  watch(selection, (keys) => {
    const last = keys.at(-1);
    if (last !== undefined) deviceView.bringIn(whole.value, last);
  });
  /** The same as it is seen: scrolled on its device, when it is looked at so. */
  const box = computed(() => (current.value && whole.value ? deviceView.seenOf(whole.value, current.value) : null));

  /** What does not fit at the width at which it is seen, while widths are looked at. */
  const wrong = computed<readonly Fit[]>(() =>
    widths.isOn && componentEditor.of === '' && whole.value ? misfits(whole.value) : NOTHING_WRONG,
  );

  /** The picture of the current screen, drawn on the page at once. */
  const picture = computed<Picture | null>(() => (box.value ? pictureOf(box.value) : null));
  /** Pictures of other screens, drawn by the worker for a scale (device px per px; null: only the height). To be asked of many at once. */
  function bitmapsAt(): (of: Screen, scale: number | null) => Bitmap | null {
    const w = ground.value;
    const { picture } = pictures;
    const own = componentEditor.of === '' && lens.value === '';
    return (of, scale) => (w ? picture(w, of, own ? appliedKitsOf(w.project, of) : appliedKitsShown(of), scale) : null);
  }
  /** How tall screens are as far as is known, without drawing them: px. To be asked of many at once. */
  const heights = computed<(of: Screen) => number>(() => {
    const here = screenId.value;
    const own = box.value?.h;
    const known = pictures.heights;
    const w = ground.value;
    const worn = (of: Screen): readonly AppliedKit[] =>
      w && lens.value === '' ? appliedKitsOf(w.project, of) : appliedKitsShown(of);
    return (of) => (of.id === here && own !== undefined ? own : known(of, worn(of)));
  });

  /** The mode that things to place are seen in: the screen's. */
  const modeSeen = computed(() => modes.seen || (screen.value?.mode ?? ''));
  /** A component drawn by itself, with what would be carried to it. */
  function sample(ref: ComponentRef, width: number, node?: InstanceNode): Sample | null {
    const w = world.value;
    void library.fontsKnown;
    const nodes = node && node.fills.length > 0 ? screen.value?.nodes : undefined;
    return w ? sampleOf(w, ref, width, appliedKits.value, node, nodes, modeSeen.value) : null;
  }
  /** A section or page starter drawn by itself. */
  function templateSample(t: Template): Sample | null {
    const w = world.value;
    const kit = mainKit.value;
    return w && kit ? templateOf(w, t, kit, appliedKits.value, modeSeen.value) : null;
  }

  /** The project as it was when it last rested: for whatever need not follow every key. */
  const calmProject = shallowRef<Project | null>(doc.shown);
  watchDebounced(
    () => doc.shown,
    (p) => {
      calmProject.value = p;
    },
    { debounce: 250, maxWait: 8000 },
  );
  watch(
    () => doc.shown?.id,
    () => {
      calmProject.value = doc.shown;
    },
    { immediate: true },
  );
  const openId = computed(() => doc.shown?.id);
  const calmWorld = computed<World | null>((was) => {
    const project = calmProject.value;
    if (!project || project.id !== openId.value) return world.value;
    return was?.project === project && was.kits === library.kits ? was : { project, kits: library.kits };
  });
  const calmScreen = computed(() => (calmWorld.value ? screenOf(calmWorld.value.project, screenId.value) : undefined));
  /** Every box of the current screen by its key: as it is, whatever is being tried on. */
  const truth = computed(() =>
    swapPreview.value && outlined.value ? onDevice(boxOf(outlined.value), outlined.value) : box.value,
  );
  const onDevice = (laid: Box | null, of: Screen): Box | null => (laid ? deviceView.seenOf(laid, of) : null);
  const boxMap = computed<ReadonlyMap<string, Box>>(() => (truth.value ? boxesByKey(truth.value) : new Map()));

  const selected = computed(() => selection.value.at(-1) ?? null);
  const selectedPlace = computed(() =>
    selected.value !== null && screen.value ? placeOfKey(screen.value, selected.value) : null,
  );
  const selectedNode = computed(() =>
    selectedPlace.value && screen.value ? screen.value.nodes[selectedPlace.value.node] : undefined,
  );
  /** Everything selected, screen by screen, the current screen first. */
  const targets = computed<readonly { readonly screen: Screen; readonly ids: readonly string[] }[]>(() => {
    const all: { screen: Screen; ids: string[] }[] =
      screen.value && selectedIds.value.length > 0 ? [{ screen: screen.value, ids: [...selectedIds.value] }] : [];
    if (elsewhere.value.length === 0 || !doc.shown) return all;
    const screens = new Map(doc.shown.screens.map((s) => [s.id, s]));
    const by = new Map(all.map((t) => [t.screen.id, t]));
    for (const e of elsewhere.value) {
      const s = screens.get(e.screen);
      if (!s?.nodes[e.node] || e.screen === screenId.value) continue;
      const known = by.get(s.id);
      if (known) {
        known.ids.push(e.node);
        continue;
      }
      const made = { screen: s, ids: [e.node] };
      by.set(s.id, made);
      all.push(made);
    }
    return all;
  });
  const countSelected = computed(() => targets.value.reduce((n, t) => n + t.ids.length, 0));
  /** Screens that something new is placed on. */
  const placing = computed<readonly Screen[]>(() => {
    const s = screen.value;
    if (!s) return [];
    const more =
      picked.value.length > 1
        ? (doc.shown?.screens ?? []).filter((x) => picked.value.includes(x.id) && x.id !== s.id)
        : [];
    return [s, ...more];
  });
  /** Screen nodes that are selected, for acting on them. */
  const selectedIds = computed(() => [
    ...new Set(selection.value.flatMap((k) => (screen.value ? (placeOfKey(screen.value, k)?.node ?? []) : []))),
  ]);

  function select(keys: readonly string[], others: readonly UsePlace[] = []): void {
    selection.value = keys;
    elsewhere.value = others;
    swapPreview.value = null;
    dropPreview.value = null;
  }
  /** Goes to a screen, nothing selected on it. */
  function goTo(asked: string, keys: readonly string[] = []): void {
    const other = widths.hangs(asked);
    const id = other?.screen ?? asked;
    // The same screen at the width at which it hangs beside itself.
    if (other) widths.at = other.width;
    if (id !== screenId.value) {
      selection.value = [];
      elsewhere.value = [];
    }
    if (!picked.value.includes(id)) picked.value = [];
    screenId.value = id;
    select(keys);
  }
  /** Adds a screen to the selected ones, or takes it out. */
  function pickScreen(id: string): void {
    const now = picked.value.length > 0 ? picked.value : screenId.value === '' ? [] : [screenId.value];
    const next = now.includes(id) ? now.filter((x) => x !== id) : [...now, id];
    picked.value = next.length > 1 ? next : [];
    if (next.length === 1 && next[0]) screenId.value = next[0];
    select([]);
  }
  function pickScreens(ids: readonly string[]): void {
    picked.value = ids.length > 1 ? ids : [];
    select([]);
  }
  /** One step out: the part around, then the node around, then nothing. */
  function climb(): void {
    const key = selected.value;
    const s = screen.value;
    if (key === null || !s || !box.value) return;
    const path: Box[] = [];
    const find = (b: Box): boolean => {
      path.push(b);
      if (b.node.key === key) return true;
      if (b.children.some(find)) return true;
      path.pop();
      return false;
    };
    find(box.value);
    const up = path.at(-2);
    select(up && up.node.key !== s.root ? [up.node.key] : []);
  }
  function findBox(key: string): Box | null {
    return boxMap.value.get(key) ?? itemBox(key);
  }
  /** The item of a series stands once per entry; its first picture speaks for it. */
  const itemMap = computed<ReadonlyMap<string, Box>>(() => {
    const found = new Map<string, Box>();
    for (const [key, b] of boxMap.value) {
      const cut = key.lastIndexOf('/#');
      const rest = cut < 0 ? '' : key.slice(key.indexOf('/', cut + 1) + 1);
      if (rest !== '' && !found.has(rest)) found.set(rest, b);
    }
    return found;
  });
  const itemBox = (key: string): Box | null => itemMap.value.get(key) ?? null;
  /** What lies under a point of the current screen, outermost first. */
  function under(x: number, y: number): readonly Box[] {
    const path: Box[] = [];
    const walk = (b: Box): void => {
      if (x < b.x || y < b.y || x > b.x + b.w || y > b.y + b.h) return;
      path.push(b);
      for (let i = b.children.length - 1; i >= 0; i--) {
        const c = b.children[i];
        if (c && x >= c.x && y >= c.y && x <= c.x + c.w && y <= c.y + c.h) return walk(c);
      }
    };
    if (box.value) walk(box.value);
    return path;
  }
  /** The shown name of the component of an instance. */
  function nameOf(node: InstanceNode): string {
    const w = world.value;
    return w ? (componentAt(w, shownComponent(appliedKits.value, node.component))?.name ?? node.component) : '';
  }
  /** Gives the keyboard to the Wall; set by it. */
  const focusWall = shallowRef<() => void>(() => undefined);
  const newId = (): string => `n${freshId(10)}`;

  // What is done is meant at the width at which it is seen.
  const prepare = doc.prepare;
  doc.prepare = (steps) =>
    prepare(componentEditor.of === '' && screen.value ? widths.meant(screen.value, steps, situation.value) : steps);

  doc.whereNow = () => (screenId.value === '' ? null : { screen: screenId.value, keys: selection.value });
  doc.goBack = (where) => {
    if (componentEditor.of !== '' && where.screen !== screenId.value) return;
    const there = treeBy(where.screen);
    if (there)
      goTo(
        there.id,
        where.keys.filter((k) => placeOfKey(there, k) !== null),
      );
  };
  watch(screen, (s, was) => {
    if (!s || !was || s.id !== was.id) return;
    const there = selection.value.filter((k) => placeOfKey(s, k) !== null);
    if (there.length < selection.value.length) selection.value = there;
  });
  return {
    screenId,
    selection,
    elsewhere,
    picked,
    asked,
    inSight,
    lens,
    trial: swapPreview,
    ghost: dropPreview,
    targets,
    countSelected,
    placing,
    goTo,
    pickScreen,
    pickScreens,
    calmProject,
    calmWorld,
    calmScreen,
    boxMap,
    current,
    outlined,
    hung,
    world,
    ground,
    screen,
    appliedKits,
    appliedKitsShown: untracked(appliedKitsShown),
    mainKit,
    behind: untracked(behind),
    boxOf: untracked(boxOf),
    treeBy: untracked(treeBy),
    box,
    whole,
    /** Things that lie over the screen, and the one that is shown. */
    overlays: deviceView.overlays,
    overlay: deviceView.overlay,
    opened: deviceView.opened,
    scroll: deviceView.scroll,
    scrollBy: (by: number) => deviceView.scrollBy(whole.value, by),
    wrong,
    picture,
    bitmapsAt: untracked(bitmapsAt),
    sample: untracked(sample),
    templateSample: untracked(templateSample),
    heights,
    selected,
    selectedPlace,
    selectedNode,
    situation,
    asSeen: untracked(asSeen),
    selectedIds,
    select,
    climb,
    findBox: untracked(findBox),
    under: untracked(under),
    nameOf: untracked(nameOf),
    newId: untracked(newId),
    findAt: untracked(findAt),
    focusWall,
  };
});
export type { SlotFill };
