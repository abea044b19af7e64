import { computed } from 'vue';
import {
  alike,
  resetAllSteps,
  resetSteps,
  transferInstance,
  chooseSteps,
  componentAt,
  explainPart,
  findAt,
  lockedPart,
  kitOfRef,
  listAt,
  mainProp,
  Memo,
  settledAt,
  otherValues,
  sharedProps,
  shownBy,
  shownComponent,
  slotPlace,
  targetKey,
  treeOfScreen,
  type Box,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type ItemOf,
  type Json,
  type Layer,
  type Prop,
  type SelectedThing,
  type SharedProp,
  type Step,
  type Target,
} from '../../core/index.js';
import { count, plural } from '../base/counts.js';
import { freshId } from '../base/ids.js';
import type { Held } from '../controls/index.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import { attrValue, lookValue } from './attrProps.js';
import type { RowActions } from './PropRow.vue';
import { notify } from '../stores/notices.js';

/** The selected instance, or part of one: what it shows, what is its own, and how that is changed. */
export function useInstance() {
  const doc = useDocument();
  const editor = useEditor();
  const commands = useCommands();
  const componentEditor = useComponentEditor();

  const place = computed(() => editor.selectedPlace);
  const written = computed(() => (editor.selectedNode?.type === 'instance' ? editor.selectedNode : undefined));
  const at = computed<readonly string[]>((was) => {
    const now = place.value?.at ?? NOWHERE;
    return was?.join('/') === now.join('/') ? was : now;
  });
  const entry = computed(() => place.value?.entry);
  const series = computed(() => {
    const s = entry.value ? editor.screen?.nodes[entry.value.series] : undefined;
    return s?.type === 'series' ? s : undefined;
  });
  /** What is chosen for this item of a series alone. */
  const ownOverrides = computed(() =>
    written.value
      ? (series.value?.entries.find((e) => e.key === entry.value?.key)?.overrides[written.value.id] ?? [])
      : [],
  );
  /** The instance as this item of its series has it. */
  const node = computed<InstanceNode | undefined>(() => {
    const raw = written.value;
    // As it is at the width at which it is seen.
    const n = raw && editor.current ? settledAt(editor.asSeen(raw), editor.current.width) : raw;
    return n && ownOverrides.value.length > 0 ? { ...n, overrides: [...n.overrides, ...ownOverrides.value] } : n;
  });
  const item = computed<ItemOf | undefined>(() =>
    entry.value && editor.screen ? { nodes: editor.screen.nodes, entry: entry.value } : undefined,
  );
  const transferred = computed(() =>
    node.value && editor.world ? transferInstance(editor.world, editor.appliedKits, node.value) : null,
  );
  /** Overrides as they show here, by what they set. */
  const overrides = computed(() => new Map((transferred.value?.overrides ?? []).map((s) => [targetKey(s), s])));
  const mine = computed(
    () =>
      new Set(
        (entry.value ? ownOverrides.value : (transferred.value?.overrides.filter((c) => c.from >= 0) ?? [])).map((s) =>
          targetKey(s),
        ),
      ),
  );
  const isMine = (t: Target): boolean => mine.value.has(targetKey(t));

  const top = computed<{ ref: ComponentRef; component: Component } | null>((was) => {
    const w = editor.ground;
    const n = node.value;
    if (!w || !n) return null;
    if (at.value.length > 0) return findAt(w, editor.appliedKits, n, at.value)?.instance ?? null;
    const ref = shownComponent(editor.appliedKits, n.component);
    const component = componentAt(w, ref);
    if (was && was.ref === ref && was.component === component) return was;
    return component ? { ref, component } : null;
  });
  const part = computed(() =>
    editor.world && node.value && at.value.length > 0
      ? findAt(editor.world, editor.appliedKits, node.value, at.value)
      : null,
  );
  const prefix = computed(() => (entry.value ? `${entry.value.series}/#${entry.value.key}/` : ''));
  const keyAt = (path: readonly string[]): string => prefix.value + [written.value?.id ?? '', ...path].join('/');
  const boxAt = (path: readonly string[]): Box | null => (written.value ? editor.findBox(keyAt(path)) : null);
  const values = computed<Readonly<Record<string, Json>>>(() => boxAt(at.value)?.node.instance?.props ?? {});
  const kit = computed(() => {
    const ref = top.value?.ref ?? part.value?.ownerRef;
    return (ref && editor.ground ? kitOfRef(editor.ground, ref) : undefined) ?? editor.mainKit;
  });
  /** What it says, to find icons that go with it: asked for only when icons are. */
  const says = (): string => {
    const main = top.value ? mainProp(top.value.component.contract.props) : undefined;
    return main ? String(values.value[main.id] ?? '') : '';
  };

  // ── where values come from ──
  /** Of the part that is selected, or the ground of the instance: what everybody says of its attributes. */
  const looked = computed(() => (top.value ? [...at.value, top.value.component.root] : at.value));
  const layers = computed<ReadonlyMap<string, readonly Layer[]>>(() => {
    const s = editor.screen;
    const w = editor.world;
    return s && w && written.value
      ? explainPart(w, s, keyAt(looked.value), { appliedKits: editor.appliedKits })
      : NO_LAYERS;
  });
  /** What an attribute shows, and who says so. */
  function attr(path: readonly string[], prop: Prop): { held: Held; from: string | undefined } {
    const own = overrides.value.get(targetKey({ at: path, kind: 'attr', name: prop.id }));
    const told =
      path === looked.value || path.join('/') === looked.value.join('/') ? shownBy(layers.value.get(prop.id)) : null;
    const itself =
      prop.id === 'component' && part.value?.part.type === 'instance' ? part.value.part.component : undefined;
    const value = own?.value ?? told?.value ?? itself;
    return {
      held: wrap(`${keyAt(path)}|${prop.id}`, lookValue(prop.id, value, boxAt(path)?.node.look) ?? value),
      from: own ? undefined : told?.says,
    };
  }

  // ── several at once ──
  let sharedOf: readonly unknown[] = [];
  const shared = computed<readonly SharedProp[] | null>((was) => {
    const of = [editor.selection, editor.elsewhere];
    // What was just changed shows first; what all the others say of it follows in the next frame.
    if (doc.typing && was && of.every((x, i) => x === sharedOf[i])) return was;
    sharedOf = of;
    const w = editor.world;
    if (!w || !top.value || editor.countSelected < 2 || at.value.length > 0) return null;
    const others = editor.targets.flatMap((t) =>
      t.ids.flatMap((id): SelectedThing[] => {
        const n = t.screen.nodes[id];
        return n?.type === 'instance' && !(n.id === written.value?.id && t.screen.id === editor.screenId)
          ? [{ screen: t.screen, node: n }]
          : [];
      }),
    );
    // Something that is no instance has no props at all.
    return others.length + 1 < editor.countSelected
      ? []
      : sharedProps(w, editor.appliedKitsShown, top.value.component, values.value, others);
  });
  const othersOf = (prop: Prop): SharedProp['others'] => shared.value?.find((s) => s.prop.id === prop.id)?.others ?? [];
  const several = computed(() => new Map((shared.value ?? []).map((s) => [s.prop.id, s.differs])));
  /** Props that everything selected has; with one thing selected, all of its own. */
  const props = computed(() =>
    shared.value ? shared.value.map((s) => s.prop) : (top.value?.component.contract.props ?? []),
  );

  // ── rows ──
  /** A row is drawn again only when its own value changes: the wrapped value stays the same object as long as it says the same. */
  const wrapped = new Map<string, Held>();
  function wrap(key: string, value: Json | undefined, own?: Json): Held {
    const known = wrapped.get(key);
    if (known && known.value === value && known.written === own) return known;
    if (wrapped.size > 400) wrapped.clear();
    const made: Held = own === undefined ? { value } : { value, written: own };
    wrapped.set(key, made);
    return made;
  }
  const propHeld = (path: readonly string[], prop: Prop, shownValues: Readonly<Record<string, Json>>): Held =>
    wrap(
      `${keyAt(path)}|props.${prop.id}`,
      shownValues[prop.id],
      overrides.value.get(targetKey({ at: path, kind: 'prop', name: prop.id }))?.value,
    );
  const acting = new Map<string, RowActions>();
  /** What the rows of one address do; the same object each time. */
  function actions(path: readonly string[], kind: 'prop' | 'attr'): RowActions {
    const key = `${kind}|${path.join('/')}`;
    let known = acting.get(key);
    if (!known) {
      const target = (prop: Prop): Target => ({ at: path, kind, name: prop.id });
      known = {
        choose: (prop, value, merge) =>
          choose(
            target(prop),
            prop,
            kind === 'attr' ? (attrValue(prop.id, value) ?? (prop.kind === 'flag' ? true : '')) : value,
            merge,
          ),
        back: (prop) => back(target(prop), prop.name),
      };
      acting.set(key, known);
    }
    return known;
  }

  /** Everything else that is selected and takes a choice too: with what it is called there. */
  function alongside(
    target: Target,
    prop: Prop,
  ): readonly { readonly screen: string; readonly node: string; readonly name: string }[] {
    if (target.at.length === 0 && target.kind === 'prop')
      return othersOf(prop).map((o) => ({ screen: o.screen.id, node: o.node.id, name: o.prop }));
    const lead = written.value;
    if (editor.countSelected < 2 || !lead) return [];
    return editor.targets.flatMap((t) =>
      t.ids.flatMap((id) => {
        const n = t.screen.nodes[id];
        const takes = n?.type === 'instance' && n !== lead && n.component === lead.component;
        return takes ? [{ screen: t.screen.id, node: id, name: target.name }] : [];
      }),
    );
  }
  /** Steps for others, as they are now. */
  function stepsAlongside(list: ReturnType<typeof alongside>, target: Target, value: Json): Step[] {
    const w = editor.world;
    if (!w) return [];
    const screens = new Map(w.project.screens.map((x) => [x.id, x]));
    return list.flatMap((o) => {
      const s = screens.get(o.screen);
      const n = s?.nodes[o.node];
      if (!s || n?.type !== 'instance') return [];
      return chooseSteps(w, editor.appliedKitsShown(s), treeOfScreen(s), n, { ...target, name: o.name }, value);
    });
  }
  function choose(target: Target, prop: Prop, value: Json, merge: boolean): void {
    const s = editor.screen;
    const w = editor.world;
    const lead = written.value;
    if (!s || !w || !lead) return;
    // In an original, a nested instance can be another in some looks only: a rule says so.
    if (
      componentEditor.of !== '' &&
      componentEditor.applies !== 'all' &&
      target.at.length === 0 &&
      target.kind === 'prop'
    ) {
      const { steps } = componentEditor.set(lead.id, `props.${target.name}`, value);
      doc.act(`Change ${prop.name}`, steps, merge ? `${lead.id}|${target.name}|${componentEditor.applies}` : null);
      return;
    }
    const locked = lockedAt(target);
    if (locked) {
      notify(`${locked} It was left as it is.`, true);
      return;
    }
    const others = alongside(target, prop);
    const label = `Change ${prop.name}${editor.countSelected > 1 ? ` of ${count(editor.countSelected)} things` : ''}`;
    const own = chooseSteps(w, editor.appliedKits, treeOfScreen(s), lead, target, value, item.value);
    const key = `${editor.selectedIds.join()}|${targetKey(target)}|${entry.value?.key ?? ''}`;
    if (others.length < MANY) {
      doc.act(label, [...own, ...stepsAlongside(others, target, value)], merge ? key : null);
      return;
    }
    // What is in sight changes in this frame, everything else right behind it: one step all the same.
    const seen = others.filter((o) => o.screen === s.id || editor.inSight.has(o.screen));
    const rest = others.filter((o) => !seen.includes(o));
    const one = merge ? key : `${key}|${freshId()}`;
    const steps = [...own, ...stepsAlongside(seen, target, value)];
    if (rest.length === 0) doc.act(label, steps, one, !merge);
    else doc.actInTwo(label, steps, () => stepsAlongside(rest, target, value), one, !merge);
  }
  /** Says so when the part that is meant is locked in its original. */
  function lockedAt(target: Target): string | null {
    const w = editor.world;
    const n = written.value;
    return w && n ? (lockedPart(w, editor.appliedKits, n, target.at)?.message ?? null) : null;
  }
  function back(target: Target, name: string): void {
    const s = editor.screen;
    if (s && written.value && editor.world)
      doc.act(
        `Put ${name} back to kit`,
        resetSteps(editor.world, editor.appliedKits, treeOfScreen(s), written.value, target, item.value),
      );
  }
  function allBack(): void {
    const s = editor.screen;
    if (!s || !written.value) return;
    if (editor.countSelected > 1) commands.back();
    else doc.act(`Put ${editor.nameOf(written.value)} back to kit`, resetAllSteps(treeOfScreen(s), written.value));
  }

  // ── what is inside ──
  /** Instances inside the shown component: their own contracts stand folded below. */
  const nested = computed(() => {
    const w = editor.world;
    const t = top.value;
    if (!w || !t) return [];
    return Object.values(t.component.nodes).flatMap((n) => {
      if (n.type !== 'instance') return [];
      const component = componentAt(w, shownComponent(editor.appliedKits, n.component));
      const here = [...at.value, n.id];
      const box = boxAt(here);
      const bound = new Set(Object.keys(n.bind ?? {}).map((k) => k.replace('props.', '')));
      return component && box
        ? [
            {
              id: n.id,
              at: here,
              component,
              values: box.node.instance?.props ?? {},
              props: component.contract.props.filter((p) => !bound.has(p.id)),
            },
          ]
        : [];
    });
  });
  /** The picture that the selection is, or has as its only one, when it may be cut: which part of it shows can be chosen. */
  const crop = computed(() => {
    const images = Object.values(top.value?.component.nodes ?? {}).filter((n) => n.type === 'image');
    const inside = images.length === 1 && images[0] ? [...at.value, images[0].id] : null;
    const path = top.value ? inside : part.value?.part.type === 'image' ? at.value : null;
    const box = path ? boxAt(path) : null;
    if (!path || !box?.node.look.asset || box.node.look.fit !== 'cover') return null;
    return { look: box.node.look, width: box.w, height: box.h, actions: actions(path, 'attr') };
  });
  const slots = computed(() => {
    const w = editor.world;
    const s = editor.screen;
    const n = written.value;
    if (!w || !s || !top.value || !n || at.value.length > 0) return [];
    return top.value.component.contract.slots.map((slot) => ({
      slot,
      children: listAt(s.nodes, slotPlace(w, editor.appliedKits, n, slot.id)),
      count: listAt(s.nodes, slotPlace(w, editor.appliedKits, n, slot.id)).length,
    }));
  });

  // ── where else ──
  const topRef = computed(() => top.value?.ref ?? '');
  const calmScreens = computed(() => editor.calmProject?.screens ?? []);
  const uses = computed(() => {
    const all = alike(calmScreens.value, editor.appliedKitsShown, topRef.value);
    return { all, screens: new Set(all.map((a) => a.screen)).size };
  });
  /** Whose it is, and how often it is used: the count comes when it rests, and moves nothing when it does. */
  const subject = computed(() => {
    if (!top.value || !editor.ground) return { of: '', own: false, says: '' };
    const kit = kitOfRef(editor.ground, top.value.ref)?.name;
    const n = uses.value.all.length;
    return {
      of: kit ?? 'Original in this project',
      own: kit === undefined,
      says:
        at.value.length > 0
          ? `Part of ${part.value?.owner.name ?? ''}`
          : `Used ${n === 1 ? 'once' : `${count(n)} times`} on ${plural(uses.value.screens, 'screen')}`,
    };
  });
  const flow = computed(() => calmScreens.value.find((x) => x.id === editor.screenId)?.flow);
  const alikes = computed(() => {
    if (at.value.length > 0 || topRef.value === '') return [];
    const here = editor.screenId;
    const inFlow = new Set(calmScreens.value.filter((x) => x.flow === flow.value).map((x) => x.id));
    const { all } = uses.value;
    const counts = [
      { scope: 'screen' as const, name: 'here', n: all.filter((a) => a.screen === here).length },
      { scope: 'flow' as const, name: 'in this flow', n: all.filter((a) => inFlow.has(a.screen)).length },
      { scope: 'project' as const, name: 'in all', n: all.length },
    ];
    return counts.filter((a, i) => a.n > 1 && counts.findIndex((b) => b.n === a.n) === i);
  });
  const told = new Memo<{ readonly says: string | undefined }>(40);
  /** How the same prop stands elsewhere: `3 other values on 12 screens`. Only asked of what is chosen here. */
  function elsewhere(prop: Prop): string | undefined {
    if (
      prop.kind === 'text' ||
      !top.value ||
      editor.countSelected > 1 ||
      at.value.length > 0 ||
      !isMine({ at: [], kind: 'prop', name: prop.id })
    )
      return undefined;
    const w = editor.calmWorld;
    if (!w) return undefined;
    const here = top.value.ref;
    const value = values.value[prop.id];
    return told.of(w.project, [w.kits, here, prop, typeof value === 'object' ? JSON.stringify(value) : value], () => {
      const found = otherValues(w, w.project.screens, editor.appliedKitsShown, here, prop.id, value, prop.default);
      return {
        says:
          found.values === 0
            ? undefined
            : `${plural(found.values, 'other value')} on ${plural(found.screens, 'screen')}`,
      };
    }).says;
  }
  const itemOf = computed(() => {
    const e = entry.value;
    const s = series.value;
    const rows = s?.rows === undefined ? undefined : doc.shown?.contentSets[s.rows]?.rows;
    const all = rows ?? s?.entries ?? [];
    return e && s ? { at: all.findIndex((x) => x.key === e.key) + 1, of: all.length } : null;
  });
  const yoursCount = computed(() =>
    entry.value ? ownOverrides.value.length : (transferred.value?.overrides.filter((c) => c.from >= 0).length ?? 0),
  );
  const waiting = computed(() => transferred.value?.ledger.filter((e) => e.outcome === 'parked') ?? []);
  const held = computed(() => transferred.value?.ledger.filter((e) => e.outcome === 'preserved') ?? []);

  return {
    written,
    at,
    entry,
    top,
    part,
    values,
    kit,
    says,
    looked,
    attr,
    several,
    props,
    propHeld,
    actions,
    isMine,
    allBack,
    nested,
    crop,
    slots,
    subject,
    alikes,
    elsewhere,
    itemOf,
    yoursCount,
    waiting,
    held,
  };
}
/** With so many others a choice is shown where it is seen first. */
const MANY = 100;
const NOWHERE: readonly string[] = [];
const NO_LAYERS: ReadonlyMap<string, readonly Layer[]> = new Map();
