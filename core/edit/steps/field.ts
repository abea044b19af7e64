import { sameJson, type Json, type Node, type NodeId, type Project } from '../../model/index.js';
import { check, faultMessage, shapes } from '../../validate/index.js';
import { refuse, treeOf, withNode, type StepKind, type TreeRef } from '../kind.js';
import { containsItself } from './cycles.js';
import { treeName } from './tree.js';

/** `attrs.x`, or a field of the node such as `name`, `component`, `entries`. `null` takes it away. */
export interface FieldStep {
  readonly do: 'set';
  readonly tree: TreeRef;
  readonly node: NodeId;
  readonly field: string;
  readonly value: Json;
}
/** Fields of a node, besides `attrs.…`, that a `set` step may change. */
export const NODE_FIELDS = [
  'name',
  'component',
  'placed',
  'entries',
  'rows',
  'was',
  'means',
  'bind',
  'locked',
  'asset',
  'widths',
  'interactions',
] as const;

function fieldOf(node: Node | undefined, field: string): Json | undefined {
  const found = node as unknown as Record<string, Json> | undefined;
  return field.startsWith('attrs.')
    ? (found?.['attrs'] as Record<string, Json> | undefined)?.[field.slice(6)]
    : found?.[field];
}

function withField(node: Node, field: string, value: Json): Node | null {
  const put = (record: Readonly<Record<string, Json>>, key: string): Record<string, Json> => {
    const next = { ...record };
    if (value === null) delete next[key];
    else next[key] = value;
    return next;
  };
  if (field.startsWith('attrs.'))
    return { ...node, attrs: put(node.attrs as Record<string, Json>, field.slice(6)) } as Node;
  return NODE_FIELDS.some((f) => f === field)
    ? (put(node as unknown as Record<string, Json>, field) as unknown as Node)
    : null;
}

const set: StepKind<FieldStep, FieldStep> = {
  must: {
    tree: treeName,
    node: check.id,
    field: check.text(80, /^(?:attrs\.)?[A-Za-z]+$/u, 'the name of a field'),
    value: check.json(),
  },
  apply(project, step) {
    const tree = treeOf(project, step.tree);
    const node = tree?.nodes[step.node];
    if (!tree || !node) return refuse('node.gone', step.node, 'It is no longer there.');
    const was = fieldOf(node, step.field) ?? null;
    const inverse: FieldStep = { do: 'set', tree: step.tree, node: step.node, field: step.field, value: was };
    if (sameJson(was, step.value)) return { ok: true, project, inverse };
    const next = withField(node, step.field, step.value);
    const bad = next ? shapes.node(next, node.name ?? node.type) : null;
    if (!next || bad)
      return refuse(
        'step.field',
        step.field,
        bad ? `${faultMessage(bad)}.` : `${node.name ?? node.type} cannot have ${step.field} set.`,
      );
    const changed = withNode(project, step.tree, next);
    const circle = containsItself(changed, step.tree);
    return circle
      ? refuse('component.cycle', circle, `${circle} would contain itself.`)
      : { ok: true, project: changed, inverse };
  },
  still: (then, now, step) => sameJson(at(then, step), at(now, step)),
  about: (project, step) => node(project, step)?.name ?? `The ${node(project, step)?.type ?? 'thing'}`,
  touches: (step) => [step.tree],
  merges: (step) => `set|${step.tree}|${step.node}|${step.field}`,
};
const node = (project: Project, step: FieldStep): Node | undefined => treeOf(project, step.tree)?.nodes[step.node];
const at = (project: Project, step: FieldStep): Json => fieldOf(node(project, step), step.field) ?? null;

export const FIELD_STEPS = { set };
