import { transferInstance } from '../transfer/index.js';
import {
  componentAt,
  sameJson,
  shownComponent,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type Prop,
  type PropId,
  type Screen,
  type AppliedKit,
  type World,
} from '../model/index.js';

/** An instance that is selected, and the screen it stands on. */
export interface Thing {
  readonly screen: Screen;
  readonly node: InstanceNode;
}
/** A prop that everything selected has, by the same id and kind or the same meaning. */
export interface SharedProp {
  readonly prop: Prop;
  /** How each of the others calls it. */
  readonly others: readonly (Thing & { readonly prop: PropId })[];
  /** They do not all say the same. */
  readonly differs: boolean;
}

function counterpart(component: Component | undefined, prop: Prop): Prop | undefined {
  const props = component?.contract.props ?? [];
  return (
    props.find((p) => p.id === prop.id && p.kind === prop.kind) ??
    (prop.means === undefined ? undefined : props.find((p) => p.means === prop.means && p.kind === prop.kind))
  );
}

/**
 * What several things have in common.
 * @param lead the component whose contract is looked at; `values` are what the leading thing shows
 * @param things the others
 */
export function sharedProps(
  world: World,
  appliedKitsOf: (screen: Screen) => readonly AppliedKit[],
  lead: Component,
  values: Readonly<Record<PropId, Json>>,
  things: readonly Thing[],
): readonly SharedProp[] {
  // Things that show the same component pair in the same way.
  const names = new Map<ComponentRef, ReadonlyMap<PropId, Prop | undefined>>();
  const appliedKits = new Map<Screen, readonly AppliedKit[]>();
  const seen = things.map((t) => {
    let on = appliedKits.get(t.screen);
    if (!on) appliedKits.set(t.screen, (on = appliedKitsOf(t.screen)));
    const ref = shownComponent(on, t.node.component);
    let pairs = names.get(ref);
    if (!pairs) {
      const component = componentAt(world, ref);
      names.set(ref, (pairs = new Map(lead.contract.props.map((p) => [p.id, counterpart(component, p)]))));
    }
    const chosen = new Map<string, Json>();
    for (const c of transferInstance(world, on, t.node).overrides)
      if (c.kind === 'prop' && c.at.length === 0 && !c.when) chosen.set(c.name, c.value);
    return { ...t, pairs, chosen };
  });
  return lead.contract.props.flatMap((prop): SharedProp[] => {
    const others: (Thing & { readonly prop: PropId })[] = [];
    let differs = false;
    for (const s of seen) {
      const there = s.pairs.get(prop.id);
      if (!there) return [];
      others.push({ screen: s.screen, node: s.node, prop: there.id });
      differs ||= !sameJson(s.chosen.has(there.id) ? s.chosen.get(there.id) : there.default, values[prop.id]);
    }
    return [{ prop, others, differs }];
  });
}
