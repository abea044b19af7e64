import { Memo } from '../base/index.js';
import {
  childrenOf,
  inRange,
  isFilled,
  sameJson,
  STATES,
  type Component,
  type Json,
  type NodeId,
  type Nodes,
  type PropTest,
  type Rule,
  type RulePlace,
  type StateName,
  type When,
} from '../model/index.js';

const asksFilled = (test: PropTest | undefined): test is { readonly filled: boolean } =>
  typeof test === 'object' && test !== null && !Array.isArray(test) && 'filled' in test;

function passes(test: PropTest, value: Json | undefined): boolean {
  if (asksFilled(test)) return isFilled(value) === test.filled;
  if (Array.isArray(test)) return test.some((t) => sameJson(t, value));
  return sameJson(test, value);
}

export function whenHolds(when: When | undefined, states: readonly StateName[], width: number): boolean {
  if (!when) return true;
  if (when.state && !states.includes(when.state)) return false;
  return inRange(when, width);
}

function holds(
  rule: Rule,
  props: Readonly<Record<string, Json>>,
  states: readonly StateName[],
  width: number,
): boolean {
  if (!whenHolds(rule.when, states, width)) return false;
  for (const [id, test] of Object.entries(rule.when.props ?? {})) if (!passes(test, props[id])) return false;
  return true;
}

/** What a component's rules set, by node: rules in their order, those of states after all others, weakest state first. */
export function applyRules(
  component: Component,
  props: Readonly<Record<string, Json>>,
  states: readonly StateName[],
  width: number,
): ReadonlyMap<NodeId, Record<string, Json>> {
  const set = new Map<NodeId, Record<string, Json>>();
  const use = (rule: Rule): void => {
    for (const [node, attrs] of Object.entries(rule.set)) set.set(node, Object.assign(set.get(node) ?? {}, attrs));
  };
  const later: Rule[][] = STATES.map(() => []);
  for (const rule of component.rules) {
    if (!holds(rule, props, states, width)) continue;
    if (rule.when.state) later[STATES.indexOf(rule.when.state)]?.push(rule);
    else use(rule);
  }
  for (const group of later) group.forEach(use);
  return set;
}

/** What a component's rules look at: only when one of these is another do they set something else. */
const looksAt = new Memo<{
  readonly props: readonly string[];
  readonly filled: ReadonlySet<string>;
  readonly width: boolean;
}>();
const applied = new Memo<ReadonlyMap<NodeId, Record<string, Json>>>(60);
const NONE: ReadonlyMap<NodeId, Record<string, Json>> = new Map();

/** The same as `applyRules`, worked out once for all instances that the rules see alike. */
export function rulesFor(
  component: Component,
  props: Readonly<Record<string, Json>>,
  states: readonly StateName[],
  width: number,
): ReadonlyMap<NodeId, Record<string, Json>> {
  if (component.rules.length === 0) return NONE;
  const terms = looksAt.of(component, [], () => ({
    props: [...new Set(component.rules.flatMap((r) => Object.keys(r.when.props ?? {})))],
    // Of these it is only asked whether they are filled, not what they say.
    filled: new Set(
      component.rules
        .flatMap((r) => Object.keys(r.when.props ?? {}))
        .filter((p) => component.rules.every((r) => r.when.props?.[p] === undefined || asksFilled(r.when.props[p]))),
    ),
    width: component.rules.some((r) => r.when.minWidth !== undefined || r.when.maxWidth !== undefined),
  }));
  const on: unknown[] = [terms.width ? width : 0, states.join()];
  for (const p of terms.props) {
    const value = props[p];
    on.push(terms.filled.has(p) ? isFilled(value) : value);
  }
  return applied.of(component, on, () => applyRules(component, props, states, width));
}

/** Does any rule of it put a part elsewhere? */
const moves = new Memo<boolean>();
const moved = new Memo<ReadonlyMap<NodeId, readonly NodeId[]>>(1);

/** What stands in the boxes from which, or into which, rules move parts; undefined when none does. A move that cannot be is left out. */
export function movedBy(
  component: Component,
  rules: ReadonlyMap<NodeId, Readonly<Record<string, Json>>>,
): ReadonlyMap<NodeId, readonly NodeId[]> | undefined {
  const any = moves.of(component, [], () =>
    component.rules.some((r) => Object.values(r.set).some((set) => 'place' in set)),
  );
  if (!any) return undefined;
  const found = moved.of(rules, [component], () => placesIn(component.nodes, component.root, rules));
  return found.size > 0 ? found : undefined;
}
function placesIn(
  nodes: Nodes,
  root: NodeId,
  rules: ReadonlyMap<NodeId, Readonly<Record<string, Json>>>,
): ReadonlyMap<NodeId, readonly NodeId[]> {
  const lists = new Map<NodeId, readonly NodeId[]>();
  const inside = (id: NodeId): readonly NodeId[] => {
    const node = nodes[id];
    return lists.get(id) ?? (node ? childrenOf(node) : []);
  };
  const holds = (id: NodeId, other: NodeId): boolean => id === other || inside(id).some((child) => holds(child, other));
  for (const [id, set] of rules) {
    const to = set['place'] as RulePlace | undefined;
    if (!to || id === root || nodes[to.parent]?.type !== 'box' || !nodes[id] || holds(id, to.parent)) continue;
    const from = Object.values(nodes).find((n) => n.type === 'box' && inside(n.id).includes(id));
    if (!from) continue;
    lists.set(
      from.id,
      inside(from.id).filter((c) => c !== id),
    );
    const list = inside(to.parent);
    const at = to.after === null ? 0 : list.indexOf(to.after) + 1;
    lists.set(to.parent, to.after !== null && at === 0 ? [...list, id] : [...list.slice(0, at), id, ...list.slice(at)]);
  }
  return lists;
}
