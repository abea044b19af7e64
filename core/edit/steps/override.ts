import {
  sameJson,
  overrideKey,
  type Node,
  type NodeId,
  type Project,
  type SeriesEntry,
  type SeriesNode,
  type Override,
} from '../../model/index.js';
import { check, shapes } from '../../validate/index.js';
import { insertAfter, refuse, treeOf, withNode, type StepKind, type TreeRef } from '../kind.js';
import { containsItself } from './cycles.js';
import { treeName } from './tree.js';

/** One item of a series: the series' node, and the item's key. */
export interface EntryRef {
  readonly series: NodeId;
  readonly key: string;
}

/** Puts a override on an instance, or with `value: null` drops it. With `entry`: for one item of a series only. */
export interface OverrideStep {
  readonly do: 'override';
  readonly tree: TreeRef;
  readonly node: NodeId;
  readonly key: string;
  readonly value: Override | null;
  /** The key of the override it stands behind; null: first; absent: in place, or last. */
  readonly after?: string | null;
  readonly entry?: EntryRef;
  /** The item's entry came with this override and goes with it. */
  readonly drop?: boolean;
}

const key = check.text(4000);

interface Held {
  readonly list: readonly Override[];
  /** The node that holds them, with others. */
  readonly put: (list: readonly Override[]) => Node;
  /** There was no entry for this item before. */
  readonly fresh: boolean;
}

/** The overrides a step works on, and how they are put back. A sentence when they are not there. */
function held(project: Project, step: OverrideStep): Held | string {
  const nodes = treeOf(project, step.tree)?.nodes;
  const node = nodes?.[step.node];
  if (!nodes || !node) return 'The instance is no longer there.';
  if (!step.entry) {
    if (node.type !== 'instance') return 'Only instances have settings.';
    return {
      list: node.overrides,
      fresh: false,
      put: (overrides) => ({ ...node, overrides }),
    };
  }
  const { entry } = step;
  const series = nodes[entry.series];
  if (series?.type !== 'series') return 'The series is no longer there.';
  const known = series.entries.find((e) => e.key === entry.key);
  if (!known && series.rows === undefined) return 'That item of the series is no longer there.';
  return {
    list: known?.overrides[node.id] ?? [],
    fresh: known === undefined,
    put: (overrides) => ({
      ...series,
      entries: withEntry(series, entry.key, node.id, overrides, step.drop === true),
    }),
  };
}

/** Entries with the overrides of one node of one item replaced; an entry that was not there comes last. */
function withEntry(
  series: SeriesNode,
  itemKey: string,
  node: NodeId,
  overrides: readonly Override[],
  drop: boolean,
): readonly SeriesEntry[] {
  const was = series.entries.find((e) => e.key === itemKey) ?? { key: itemKey, overrides: {} };
  const next: Record<NodeId, readonly Override[]> = { ...was.overrides, [node]: overrides };
  if (overrides.length === 0) delete next[node];
  const entry: SeriesEntry = { ...was, overrides: next };
  if (drop && Object.keys(next).length === 0) return series.entries.filter((e) => e.key !== itemKey);
  return series.entries.some((e) => e.key === itemKey)
    ? series.entries.map((e) => (e.key === itemKey ? entry : e))
    : [...series.entries, entry];
}

const override: StepKind<OverrideStep, OverrideStep> = {
  must: { tree: treeName, node: check.id, key, value: check.orNull(shapes.override) },
  may: { after: check.orNull(key), entry: check.group({ series: check.id, key: check.id }), drop: check.flag },
  apply(project, step) {
    if (step.value && overrideKey(step.value) !== step.key)
      return refuse('step.key', step.key, 'The setting and its key do not agree.');
    const on = held(project, step);
    if (typeof on === 'string') return refuse('node.gone', step.node, on);
    const { list } = on;
    const at = list.findIndex((s) => overrideKey(s) === step.key);
    const was = list[at] ?? null;
    if (!step.value && !was) return refuse('setting.gone', step.key, 'That setting is no longer there.');
    const rest = list.filter((_, i) => i !== at);
    const before = list[at - 1];
    let overrides: readonly Override[] = rest;
    if (step.value) {
      const { value } = step;
      overrides =
        step.after === undefined
          ? at < 0
            ? [...rest, value]
            : list.map((s, i) => (i === at ? value : s))
          : insertAfter(rest, value, step.after, overrideKey);
    }
    const inverse: OverrideStep = {
      do: 'override',
      tree: step.tree,
      node: step.node,
      key: step.key,
      value: was,
      ...(was ? { after: before ? overrideKey(before) : null } : {}),
      ...(step.entry ? { entry: step.entry } : {}),
      ...(on.fresh ? { drop: true } : {}),
    };
    if (sameJson(list, overrides) && !on.fresh && !step.drop) return { ok: true, project, inverse };
    const changed = withNode(project, step.tree, on.put(overrides));
    const circle = containsItself(changed, step.tree);
    return circle
      ? refuse('component.cycle', circle, `${circle} would contain itself.`)
      : { ok: true, project: changed, inverse };
  },
  still: (then, now, step) => sameJson(valueAt(then, step), valueAt(now, step)),
  about: (project, step) => treeOf(project, step.tree)?.nodes[step.node]?.name ?? 'A setting',
  touches: (step) => [step.tree],
  merges: (step) =>
    `setting|${step.tree}|${step.node}|${step.entry ? `${step.entry.series}#${step.entry.key}` : ''}|${step.key}`,
  takesAway: (step) => step.value === null,
};

function valueAt(project: Project, step: OverrideStep): unknown {
  const on = held(project, step);
  return typeof on === 'string' ? on : (on.list.find((s) => overrideKey(s) === step.key) ?? null);
}

export const OVERRIDE_STEPS = { override };
