import {
  hasRange,
  inRange,
  sameRange,
  overrideKey,
  type AtWidth,
  type Json,
  type Node,
  type NodeId,
  type Nodes,
  type Override,
  type WidthRange,
} from '../model/index.js';
import type { TreeRef } from './kind.js';
import type { Step } from './steps/index.js';

/** Attributes that may hold at some widths only: all that lay something out or show it. What it is called is the same everywhere. */
const bare = (s: Override): string => {
  const { when, ...rest } = s;
  return overrideKey({ ...rest, ...(when?.state ? { when: { state: when.state } } : {}) });
};

/**
 * Steps as they are meant at a width. With `only`, what they set holds for that range alone. Without, what already holds for a
 * range that this width is in is changed there, since that is what is seen; everything else is for all widths.
 * @param tree that is worked on; steps on others stay as they are
 * @param width of the screen as it is seen, px
 * @param situation it is seen in, by id; absent: none
 */
export function widthSteps(
  tree: TreeRef,
  nodes: Nodes,
  steps: readonly Step[],
  width: number,
  only: WidthRange | null,
  situation?: string,
): readonly Step[] {
  const lists = new Map<NodeId, readonly AtWidth[]>();
  const widthsOf = (n: Node): readonly AtWidth[] => lists.get(n.id) ?? n.widths ?? [];
  const made: Step[] = [];
  /** Puts something into the entry of a range, or takes it out; entries with nothing in them go. */
  const put = (n: Node, range: WidthRange, change: (e: AtWidth) => AtWidth): void => {
    const list = widthsOf(n);
    const known = list.find((w) => sameRange(w, range));
    const next = change(known ?? { ...range, attrs: {} });
    const all = known ? list.map((w) => (w === known ? next : w)) : [...list, next];
    const kept = all.filter((w) => Object.keys(w.attrs).length > 0 || w.component !== undefined);
    lists.set(n.id, kept);
    made.push({
      do: 'set',
      tree,
      node: n.id,
      field: 'widths',
      value: kept.length > 0 ? (kept as unknown as Json) : null,
    });
  };
  for (const step of steps) {
    if (step.do === 'insert' && step.tree === tree && only?.situation !== undefined) {
      const root = step.nodes[step.root];
      made.push(root ? { ...step, nodes: { ...step.nodes, [step.root]: onlyIn(root, only) } } : step);
      continue;
    }
    const node = 'node' in step && 'tree' in step && step.tree === tree ? nodes[step.node] : undefined;
    if (!node) {
      made.push(step);
      continue;
    }
    // What is deleted for some widths only is not shown there.
    if (step.do === 'remove' && only) {
      put(node, only, (e) => ({ ...e, attrs: { ...e.attrs, visible: false } }));
      continue;
    }
    if (step.do === 'set' && step.field.startsWith('attrs.')) {
      const name = step.field.slice(6);
      const active = counting(widthsOf(node), (w) => inRange(w, width, situation) && name in w.attrs);
      const range = only ?? active;
      if (!range || (step.value === null && !active)) {
        made.push(step);
        continue;
      }
      put(node, step.value === null && active ? active : range, (e) => {
        const { [name]: _was, ...rest } = e.attrs as Readonly<Record<string, Json>>;
        return { ...e, attrs: (step.value === null ? rest : { ...rest, [name]: step.value }) as AtWidth['attrs'] };
      });
      continue;
    }
    if (step.do === 'set' && (step.field === 'component' || step.field === 'placed') && node.type === 'instance') {
      const active = counting(widthsOf(node), (w) => inRange(w, width, situation) && w.component !== undefined);
      const range = only ?? active;
      if (!range) made.push(step);
      else if (step.field === 'component')
        put(node, range, ({ component: _was, ...e }) =>
          // Back to what it is everywhere: nothing is said of this width any more.
          step.value === node.component ? e : { ...e, component: step.value as string },
        );
      continue;
    }
    if (step.do === 'override' && (step.entry ? situation !== undefined : node.type === 'instance')) {
      const overrides = overridesOf(nodes, step, node);
      const about = step.value ? bare(step.value) : step.key;
      const active = counting(
        overrides.filter((s) => hasRange(s.when) && bare(s) === about),
        (s) => inRange(s.when ?? {}, width, situation),
        (s) => s.when?.situation,
      );
      const range = only ?? (active?.when ? { ...rangeOf(active.when) } : null);
      if (step.value === null) made.push(active ? { ...step, key: overrideKey(active) } : step);
      else if (!range || hasRange(step.value.when)) made.push(step);
      else {
        const value: Override = { ...step.value, when: { ...step.value.when, ...range } };
        made.push({ ...step, key: overrideKey(value), value });
      }
      continue;
    }
    made.push(step);
  }
  return made;
}
/** The one that counts of those that hold: the last, of those for a situation if there are any. */
function counting<T extends { readonly situation?: string } | Override>(
  list: readonly T[],
  holds: (t: T) => boolean,
  situationOf = (t: T): string | undefined => ('situation' in t ? t.situation : undefined),
): T | undefined {
  const all = list.filter(holds);
  return all.filter((t) => situationOf(t) !== undefined).at(-1) ?? all.at(-1);
}
/** Something new that is there in a situation only. */
const onlyIn = (n: Node, only: WidthRange): Node =>
  ({
    ...n,
    attrs: { ...n.attrs, visible: false },
    widths: [...(n.widths ?? []), { ...only, attrs: { visible: true } }],
  }) as Node;
/** The overrides that a step is about: of an instance, or of one item of a series. */
function overridesOf(nodes: Nodes, { entry }: Extract<Step, { do: 'override' }>, node: Node): readonly Override[] {
  if (!entry) return node.type === 'instance' ? node.overrides : [];
  const series = nodes[entry.series];
  return (series?.type === 'series' && series.entries.find((e) => e.key === entry.key)?.overrides[node.id]) || [];
}
const rangeOf = ({ minWidth, maxWidth, situation }: WidthRange): WidthRange => ({
  ...(minWidth === undefined ? {} : { minWidth }),
  ...(maxWidth === undefined ? {} : { maxWidth }),
  ...(situation === undefined ? {} : { situation }),
});

/** Something that holds at some widths only: on which node, for which range, and the step that puts it back. */
export interface OnlyThere {
  readonly range: WidthRange;
  readonly kind: 'attr' | 'prop' | 'component';
  readonly name: string;
  readonly value: Json;
  readonly back: readonly Step[];
}
/** Everything that holds at some widths only on a node. */
export function onlyThere(tree: TreeRef, node: Node): readonly OnlyThere[] {
  const list = node.widths ?? [];
  const without = (w: AtWidth, name: string | null): readonly Step[] => {
    const kept = list
      .map((x): AtWidth => {
        if (x !== w) return x;
        if (name === null) {
          const { component: _c, ...rest } = x;
          return rest;
        }
        const { [name]: _a, ...attrs } = x.attrs as Readonly<Record<string, Json>>;
        return { ...x, attrs: attrs as AtWidth['attrs'] };
      })
      .filter((x) => Object.keys(x.attrs).length > 0 || x.component !== undefined);
    return [
      { do: 'set', tree, node: node.id, field: 'widths', value: kept.length > 0 ? (kept as unknown as Json) : null },
    ];
  };
  const found: OnlyThere[] = list.flatMap((w) => [
    ...Object.entries(w.attrs).map(([name, value]): OnlyThere => ({
      range: rangeOf(w),
      kind: 'attr',
      name,
      value: value as Json,
      back: without(w, name),
    })),
    ...(w.component === undefined
      ? []
      : [
          {
            range: rangeOf(w),
            kind: 'component' as const,
            name: 'component',
            value: w.component,
            back: without(w, null),
          },
        ]),
  ]);
  if (node.type === 'instance')
    for (const s of node.overrides)
      if (s.when && hasRange(s.when))
        found.push({
          range: rangeOf(s.when),
          kind: s.kind,
          name: s.name,
          value: s.value,
          back: [{ do: 'override', tree, node: node.id, key: overrideKey(s), value: null }],
        });
  return found;
}
