import { nanoid } from 'nanoid';
import { defineStore } from 'pinia';
import { computed, ref, shallowReactive, watch } from 'vue';
import {
  behindLens, componentAt, findAt, layout, layoutNode, lensWears, paint, placeOfKey, resolve, resolveSample, screenOf, shownComponent, shownKit, wearsOf,
  type Box, type ComponentRef, type InstanceNode, type Primitive, type Screen, type Setting, type SlotFill, type Wear, type World,
} from '../../core/index.js';
import { useDocument } from './document.js';
import { fonts, useLibrary } from './library.js';

export interface Picture {
  readonly primitives: readonly Primitive[];
  readonly height: number;
}

/** What is looked at: the screen, the selection, the lens; and pictures of screens and samples. */
export const useStage = defineStore('stage', () => {
  const doc = useDocument();
  const library = useLibrary();
  const screenId = ref('');
  /** Keys of the selected parts, the leading one last. */
  const selection = ref<readonly string[]>([]);
  const lens = ref('');
  /** An alternative shown on the Wall while the pointer rests on it. */
  const trial = ref<{ readonly node: string; readonly ref: ComponentRef } | null>(null);

  const world = computed<World | null>(() => (doc.shown ? { project: doc.shown, kits: library.kits } : null));
  const screen = computed<Screen | undefined>(() => (doc.shown ? screenOf(doc.shown, screenId.value) : undefined));

  /** What a screen is shown wearing: through the lens when one is on. */
  function wearsShown(of: Screen | undefined): readonly Wear[] {
    const w = world.value;
    if (!w) return [];
    return lens.value && w.kits.has(lens.value) ? lensWears(w, of, lens.value) : wearsOf(w.project, of);
  }
  const wears = computed(() => wearsShown(screen.value));
  const mainKit = computed(() => {
    const first = doc.shown?.kits[0];
    return first === undefined ? undefined : library.kits.get(shownKit(wears.value, first));
  });
  const behind = (r: ComponentRef): ComponentRef => (world.value ? behindLens(wearsOf(world.value.project, screen.value), wears.value, r) : r);

  /** The layout of a screen, worked out here and remembered as long as nothing it depends on changes. */
  const boxes = new WeakMap<Screen, { key: readonly unknown[]; box: Box }>();
  function boxOf(of: Screen): Box | null {
    const w = world.value;
    if (!w) return null;
    const worn = wearsShown(of);
    const key = [worn, w.kits, w.project.originals];
    const known = boxes.get(of);
    if (known && known.key.every((k, i) => k === key[i])) return known.box;
    const box = layout(resolve(w, of, { wears: worn }), fonts);
    boxes.set(of, { key, box });
    return box;
  }
  const current = computed<Screen | undefined>(() => {
    const s = screen.value;
    const t = trial.value;
    const node = t ? s?.nodes[t.node] : undefined;
    if (!s || !t || node?.type !== 'instance') return s;
    return { ...s, nodes: { ...s.nodes, [node.id]: { ...node, component: t.ref, placed: node.placed ?? node.component } } };
  });
  const box = computed(() => (current.value ? boxOf(current.value) : null));

  const pictures = shallowReactive(new Map<string, Picture & { readonly of: Screen; readonly wears: readonly Wear[]; readonly originals: unknown }>());
  let shellSent: unknown = null;
  /** The picture of a screen: the edited one at once, others from the worker when they are ready. */
  function picture(of: Screen): Picture | null {
    const w = world.value;
    if (!w) return null;
    if (of.id === screenId.value && box.value) return { primitives: paint(box.value), height: box.value.h };
    const worn = wearsShown(of);
    const known = pictures.get(of.id);
    if (known && known.of === of && known.wears === worn && known.originals === w.project.originals) return known;
    void request(of, worn, w);
    return known ?? null;
  }
  const asked = new Map<string, { of: Screen; wears: readonly Wear[] }>();
  async function request(of: Screen, worn: readonly Wear[], w: World): Promise<void> {
    const now = asked.get(of.id);
    if (now && now.of === of && now.wears === worn) return;
    asked.set(of.id, { of, wears: worn });
    const worker = library.worker;
    if (!worker) return;
    if (shellSent !== w.project.originals) {
      shellSent = w.project.originals;
      await worker.shell({ ...w.project, screens: [] });
    }
    const drawn = await worker.draw(of, worn);
    const still = asked.get(of.id);
    if (still?.of === of && still.wears === worn) pictures.set(of.id, { ...drawn, of, wears: worn, originals: w.project.originals });
  }

  /** A component drawn by itself, with what would be carried to it. */
  const NO_SETTINGS: readonly Setting[] = [];
  function sample(ref: ComponentRef, width: number, node?: InstanceNode): (Picture & { width: number }) | null {
    const w = world.value;
    if (!w) return null;
    const settings = node?.settings ?? NO_SETTINGS;
    const made = resolveSample(w, ref, settings, { wears: wears.value, width });
    const wide = ['banner', 'tablist', 'textbox', 'searchbox', 'combobox', 'listitem', 'card', 'alert', 'separator', 'img', 'heading', 'text'].includes(made.instance?.role ?? '');
    const laid = layoutNode(made, fonts, wide ? width : undefined, undefined, width);
    return { primitives: paint(laid), height: laid.h, width: laid.w };
  }

  const selected = computed(() => selection.value.at(-1) ?? null);
  const selectedPlace = computed(() => (selected.value !== null && screen.value ? placeOfKey(screen.value, selected.value) : null));
  const selectedNode = computed(() => (selectedPlace.value && screen.value ? screen.value.nodes[selectedPlace.value.node] : undefined));
  /** Screen nodes that are selected, for acting on them. */
  const selectedIds = computed(() => [...new Set(selection.value.flatMap((k) => (screen.value ? (placeOfKey(screen.value, k)?.node ?? []) : [])))]);

  function select(keys: readonly string[]): void {
    selection.value = keys;
    trial.value = null;
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
    const walk = (b: Box): Box | null => {
      if (b.node.key === key) return b;
      for (const c of b.children) {
        const f = walk(c);
        if (f) return f;
      }
      return null;
    };
    return box.value ? walk(box.value) : null;
  }
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
    return w ? (componentAt(w, shownComponent(wears.value, node.component))?.name ?? node.component) : '';
  }
  const newId = (): string => `n${nanoid(10).replace(/[^A-Za-z0-9]/gu, 'x')}`;

  watch(screen, (s, was) => {
    if (s && was && s.id === was.id) selection.value = selection.value.filter((k) => placeOfKey(s, k) !== null);
  });
  return { screenId, selection, lens, trial, world, screen, wears, wearsShown, mainKit, behind, boxOf, box, picture, sample, selected, selectedPlace, selectedNode, selectedIds, select, climb, findBox, under, nameOf, newId, findAt };
});
export type { SlotFill };
