import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
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
  appliedKitsOf,
  type Box,
  type Fit,
  type ComponentRef,
  type InstanceNode,
  type Node as TreeNode,
  type Screen,
  type Situation,
  type Template,
  type AppliedKit,
  type World,
} from '../../../core/index.js';
import { freshId } from '../../base/ids.js';
import { useComponentEditor } from '../componentEditor.js';
import { useDocument } from '../document/document.js';
import { boxOf as layOut, pictureOf, usePictures, type Bitmap, type Picture } from '../pictures.js';
import { useLibrary } from '../library.js';
import { useModes } from '../modes.js';
import { useSituations } from '../situations.js';
import { useWidths } from '../widths.js';
import { untracked } from '../untracked.js';
import { useDeviceView } from '../deviceView.js';
import { createCalm } from './calm.js';
import { boxesUnder, itemBoxes, pathTo } from './hitTest.js';
import { createLens } from './lens.js';
import { createPreviews } from './previews.js';
import { createSelection } from './selection.js';
import { sampleOf, templateOf, type Sample } from '../samples.js';

const NO_APPLIED_KITS: readonly AppliedKit[] = [];
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
  /** Screens that can be seen on the Wall now; set by it. */
  const inSight = shallowRef<ReadonlySet<string>>(new Set());

  const world = computed<World | null>(() => (doc.shown ? { project: doc.shown, kits: library.kits } : null));
  const screen = computed<Screen | undefined>(() =>
    componentEditor.of !== '' ? componentEditor.surface : doc.shown ? screenOf(doc.shown, here.value) : undefined,
  );
  const previews = createPreviews();
  const { swapPreview, dropPreview } = previews;
  const picks = createSelection({
    project: computed(() => doc.shown),
    screen,
    screenId,
    clearPreviews: () => previews.clear(),
  });
  const { selection, picked, selected, select } = picks;
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
  const isOriginal = (of: Screen | undefined): boolean =>
    componentEditor.of !== '' && of?.id === componentEditor.surface?.id;
  const view = createLens({
    ground,
    screen,
    besideIn: (of) => (widths.hangs(of.id)?.brand ? (of.appliedKits ?? NO_APPLIED_KITS) : undefined),
    original: (of) => (isOriginal(of) ? (componentEditor.isOwn ? 'own' : 'installed') : null),
  });
  const { lens, appliedKits, appliedKitsShown, mainKit, behind } = view;

  /** A screen laid out here, at once. */
  function boxOf(of: Screen): Box | null {
    const w = world.value;
    if (componentEditor.of !== '' && of.id === componentEditor.surface?.id)
      return componentEditor.boxIn(componentEditor.look, appliedKitsShown(of), of.nodes);
    return w ? layOut(w, of, appliedKitsShown(of), of.id === screenId.value ? deviceView.overlay.value : '') : null;
  }
  /** The screen with what is about to be placed on it. */
  const outlined = computed<Screen | undefined>(() => {
    const plain = withDrop.value;
    const s = plain && componentEditor.of === '' ? asLookedAt(plain, workedIn.value) : plain;
    return s && componentEditor.of === '' ? widths.atAnother(s, widths.seenAt(s)) : s;
  });
  const withDrop = computed<Screen | undefined>(() => {
    const s = screen.value;
    const then = s && doc.shown ? previews.projectWithDrop(doc.shown, s, doc.prepare) : null;
    if (!s || !then) return s;
    return (componentEditor.of === '' ? screenOf(then, s.id) : componentEditor.surfaceIn(then)) ?? s;
  });
  /** What the Wall shows of it: an alternative too, while it is tried on. */
  const current = computed<Screen | undefined>(() => previews.withSwap(outlined.value));
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

  const { calmProject, calmWorld, calmScreen } = createCalm(
    computed(() => doc.shown),
    () => library.kits,
    () => screenId.value,
  );
  /** Every box of the current screen by its key: as it is, whatever is being tried on. */
  const truth = computed(() =>
    swapPreview.value && outlined.value ? onDevice(boxOf(outlined.value), outlined.value) : box.value,
  );
  const onDevice = (laid: Box | null, of: Screen): Box | null => (laid ? deviceView.seenOf(laid, of) : null);
  const boxMap = computed<ReadonlyMap<string, Box>>(() => (truth.value ? boxesByKey(truth.value) : new Map()));

  /** Goes to a screen, nothing selected on it. */
  function goTo(asked: string, keys: readonly string[] = []): void {
    const other = widths.hangs(asked);
    const id = other?.screen ?? asked;
    // The same screen at the width at which it hangs beside itself.
    if (other) widths.at = other.width;
    if (id !== screenId.value) picks.leaveScreen();
    if (!picked.value.includes(id)) picked.value = [];
    screenId.value = id;
    select(keys);
  }
  /** One step out: the part around, then the node around, then nothing. */
  function climb(): void {
    const key = selected.value;
    const s = screen.value;
    if (key === null || !s || !box.value) return;
    const around = pathTo(box.value, key).at(-2);
    select(around && around.node.key !== s.root ? [around.node.key] : []);
  }
  const itemMap = computed(() => itemBoxes(boxMap.value));
  const findBox = (key: string): Box | null => boxMap.value.get(key) ?? itemMap.value.get(key) ?? null;
  /** Boxes under a point of the current screen, outermost first. */
  const under = (x: number, y: number): readonly Box[] => (box.value ? boxesUnder(box.value, x, y) : []);
  /** The shown name of the component of an instance. */
  function nameOf(node: InstanceNode): string {
    const w = world.value;
    return w ? (componentAt(w, shownComponent(appliedKits.value, node.component))?.name ?? node.component) : '';
  }
  /** Gives the keyboard to the Wall; set by it. */
  const focusWall = shallowRef<() => void>(() => undefined);
  const newId = (): string => `n${freshId(10)}`;

  doc.filterSteps('widths', (steps) => ({
    ok: true,
    steps: componentEditor.of === '' && screen.value ? widths.meant(screen.value, steps, situation.value) : steps,
  }));
  doc.trackPlace({
    now: () => (screenId.value === '' ? null : { screen: screenId.value, keys: selection.value }),
    goTo: (where) => {
      if (componentEditor.of !== '' && where.screen !== screenId.value) return;
      const there = treeBy(where.screen);
      if (there)
        goTo(
          there.id,
          where.keys.filter((k) => placeOfKey(there, k) !== null),
        );
    },
  });
  return {
    screenId,
    ...picks,
    inSight,
    lens,
    swapPreview,
    dropPreview,
    goTo,
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
    situation,
    asSeen: untracked(asSeen),
    climb,
    findBox: untracked(findBox),
    under: untracked(under),
    nameOf: untracked(nameOf),
    newId: untracked(newId),
    findAt: untracked(findAt),
    focusWall,
  };
});
