import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  asEdition,
  axesOf,
  componentAt,
  defaultRoom,
  editionTree,
  holdsIn,
  layoutNode,
  lookupIn,
  lookSteps,
  Memo,
  resolveSample,
  seenIn,
  showsIn,
  splitRef,
  valueIn,
  whenOf,
  withItemField,
  type Axis,
  type Box,
  type Component,
  type ComponentRef,
  type Json,
  type LookChoice,
  type LookEdit,
  type Project,
  type Prop,
  type Rule,
  type Screen,
  type Step,
  type AppliedKit,
  type World,
} from '../../core/index.js';
import { freshId } from '../base/ids.js';
import { useDocument } from './document/document.js';
import { fonts, useLibrary } from './library.js';
import { useModes } from './modes.js';
import { untracked } from './untracked.js';

/** What an edit on the Workbench applies to. */
export type EditScope = 'all' | 'row' | 'column' | 'look';
const NO_AXES: readonly Axis[] = [];

/** The original on the Workbench: as a tree that is worked on like a screen, and in all its looks. */
export const useComponentEditor = defineStore('componentEditor', () => {
  const doc = useDocument();
  const library = useLibrary();
  const modes = useModes();
  /** `project/card`, or `kit@version/card` for the edition of an installed one; empty: nothing is on the Workbench. */
  const of = ref<ComponentRef>('');
  /** The look that is worked in. */
  const look = shallowRef<LookChoice>({});
  const rows = ref('');
  const columns = ref('');
  const applies = ref<EditScope>('all');
  /** Of the room that looks stand in: px. */
  const room = ref(320);
  /** What would be set: its cells light up. */
  const about = shallowRef<{ readonly node: string; readonly name: string } | null>(null);

  const world = computed<World | null>(() => (doc.shown ? { project: doc.shown, kits: library.kits } : null));
  const component = computed<Component | undefined>(() =>
    world.value && of.value !== '' ? componentAt(world.value, of.value) : undefined,
  );
  /** Its contract: the same object until that is changed, whatever becomes of the parts. */
  const contract = computed(() => component.value?.contract);
  const isOwn = computed(() => of.value.startsWith('project/'));
  /** The tree that steps are on; also the name under which it is worked on. */
  const tree = computed(() => (isOwn.value ? (`original:${splitRef(of.value).id}` as const) : editionTree(of.value)));
  /** The same list as long as contract and rules are the same: what is edited most are parts. */
  const ways = new Memo<readonly Axis[]>(2);
  const axes = computed(() => {
    const c = component.value;
    return c ? ways.of(c.contract, [c.rules], () => axesOf(c)) : NO_AXES;
  });

  const surfaces = new Memo<Screen>(2);
  /** An original as if it were a screen. */
  const surfaceOf = (c: Component): Screen =>
    surfaces.of(c, [tree.value, room.value], () => ({
      id: tree.value,
      name: c.name,
      flow: '',
      device: 'custom',
      width: room.value,
      height: null,
      root: c.root,
      nodes: c.nodes,
    }));
  const surface = computed(() => (component.value ? surfaceOf(component.value) : undefined));
  /** The same in another state of the project. */
  function surfaceIn(project: Project): Screen | undefined {
    const c = componentAt({ project, kits: library.kits }, of.value);
    return c && surfaceOf(c);
  }

  const laid = new Memo<Box>(120);
  /** An original in one of its looks, laid out. `nodes`: with these in place of its own, for what is only tried. */
  function boxIn(which: LookChoice, appliedKits: readonly AppliedKit[], nodes?: Screen['nodes']): Box | null {
    const w = world.value;
    const c = component.value;
    if (!w || !c) return null;
    const shown = nodes && nodes !== c.nodes ? { ...c, nodes } : c;
    return laid.of(
      shown,
      [JSON.stringify(which), appliedKits, room.value, of.value, modes.seen, fonts.version],
      () => {
        const seen = seenIn(axes.value, which, of.value);
        const made = resolveSample(w, of.value, seen.overrides, {
          appliedKits,
          width: seen.width ?? room.value,
          mode: modes.seen,
          open: true,
          instead: shown,
          ...(seen.states ? { states: seen.states } : {}),
        });
        const wide = made.look.width === 'stretch' || defaultRoom(c.role).width === 'stretch';
        return layoutNode(made, fonts, wide ? room.value : undefined, undefined, room.value);
      },
      lookupIn(w),
    );
  }

  /** What the rule asks for that an edit is written into; asking for nothing means all looks. */
  const when = computed<Rule['when']>(() => {
    const on = axes.value;
    if (applies.value === 'all') return {};
    const which = applies.value === 'row' ? rows.value : applies.value === 'column' ? columns.value : null;
    return whenOf(which === null ? on : on.filter((a) => a.id === which), look.value);
  });
  /** Will an edit show in this look? */
  function lit(which: LookChoice): boolean {
    const c = component.value;
    if (!c || (applies.value === 'all' && !about.value)) return false;
    return about.value
      ? showsIn(c, axes.value, which, when.value, about.value.node, about.value.name)
      : holdsIn(when.value, axes.value, which);
  }
  /** The steps that set something on a part, in the looks that are chosen to be worked on. */
  function set(node: string, name: string, value: Json): LookEdit {
    const c = component.value;
    return c ? lookSteps(c, tree.value, node, name, value, when.value) : { steps: [], keeps: [] };
  }
  /** The steps that change what a property of the contract starts with: what is linked to it says that. */
  function setDefault(prop: string, value: Json, item?: { readonly key: string; readonly field: string }): Step[] {
    const p = component.value?.contract.props.find((x) => x.id === prop);
    if (!p) return [];
    const to = item ? withItemField(p.default, item.key, item.field, value) : value;
    return [{ do: 'entry', tree: tree.value, list: 'props', id: p.id, value: { ...p, default: to } as Prop }];
  }
  const valueOf = (axis: Axis): string => valueIn(axis, look.value)?.key ?? '';
  function choose(axis: string, value: string): void {
    look.value = { ...look.value, [axis]: value };
  }

  function open(ref: ComponentRef): void {
    if (of.value === ref) return;
    of.value = ref;
    look.value = {};
    applies.value = 'all';
    about.value = null;
    rows.value = axes.value[0]?.id ?? '';
    columns.value = axes.value[1]?.id ?? '';
  }
  function leave(): void {
    of.value = '';
    about.value = null;
  }
  // An axis that is gone is no axis any more; a new one finds its place where there is none.
  watch(axes, (now, was) => {
    const ids = now.map((a) => a.id);
    if (!ids.includes(rows.value)) rows.value = '';
    if (!ids.includes(columns.value) || columns.value === rows.value) columns.value = '';
    const fresh = ids.filter((id) => !was.some((a) => a.id === id));
    for (const id of fresh)
      if (rows.value === '') rows.value = id;
      else if (columns.value === '' && rows.value !== id) columns.value = id;
    if (applies.value === 'row' && rows.value === '') applies.value = 'all';
    if (applies.value === 'column' && columns.value === '') applies.value = 'all';
  });

  /** The installed original whose edition a tree is, in the version that is used here. */
  function installedOf(edition: string): ComponentRef | null {
    if (of.value !== '' && !isOwn.value && tree.value === edition) return of.value;
    const [kit = '', id = ''] = edition.slice('edition:'.length).split('/');
    const project = doc.shown;
    const used = [
      ...(project?.appliedKits.map((x) => x.shows) ?? []),
      ...(project?.kits ?? []),
      ...library.kits.keys(),
    ];
    const ref = used.find((r) => r.startsWith(`${kit}@`) && library.kits.get(r)?.components[id]);
    return ref === undefined ? null : `${ref}/${id}`;
  }
  doc.filterSteps('edition', (steps) => {
    const trees = new Set(steps.flatMap((s) => ('tree' in s && s.tree.startsWith('edition:') ? [s.tree] : [])));
    let now = steps;
    for (const edition of trees) {
      const w = world.value;
      const ref = installedOf(edition);
      const got = w && ref !== null ? asEdition(w, ref, now, () => freshId(10)) : null;
      if (!got?.ok)
        return (
          got ?? {
            ok: false,
            refusal: { code: 'original.gone', about: edition, message: 'Its kit is not installed any more.' },
          }
        );
      now = got.steps;
    }
    return { ok: true, steps: now };
  });

  return {
    of,
    look,
    rows,
    columns,
    applies,
    room,
    about,
    component,
    contract,
    isOwn,
    tree,
    axes,
    surface,
    surfaceIn: untracked(surfaceIn),
    boxIn: untracked(boxIn),
    when,
    lit: untracked(lit),
    set: untracked(set),
    setDefault: untracked(setDefault),
    valueOf: untracked(valueOf),
    choose,
    open,
    leave,
  };
});
