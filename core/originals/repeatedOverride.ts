import { targetKey, type Transferred } from '../transfer/index.js';
import { usesOn, type UsePlace } from '../uses/index.js';
import { treeOfScreen, type Step } from '../edit/index.js';
import {
  bareValue,
  componentAt,
  sameJson,
  overrideKey,
  shownComponent,
  splitRef,
  appliedKitsOf,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Prop,
  type Override,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { lookSteps } from './looks.js';
import { isContent, overridesOf, treeOfOriginal } from './updateOriginal.js';

/** The same override on several instances of a component: it may want to be an option. */
export interface Repeated {
  readonly ref: ComponentRef;
  readonly transferred: Transferred;
  readonly uses: readonly UsePlace[];
}
/** So many make a habit. */
const HABIT = 3;

/**
 * Can a rule of a component say what was chosen? Not a prop (that is an option already), nor what lies deeper than its own parts,
 * holds at some widths alone, or is linked to a prop.
 */
function ruleCanSay(c: Component, { at, kind, name, when }: Transferred): boolean {
  const part = at.length === 1 && !when ? c.nodes[at[0] ?? ''] : undefined;
  return part !== undefined && part.bind?.[kind === 'prop' ? `props.${name}` : name] === undefined;
}

/**
 * Is what was chosen on a part of this instance chosen in the same way on others? Null below three of them, and for what
 * instances are expected to differ in.
 */
export function repeatedOverride(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: InstanceNode,
  key: string,
): Repeated | null {
  const ref = shownComponent(appliedKits, node.component);
  const c = componentAt(world, ref);
  const mine = c && overridesOf(world, appliedKits, node).find((m) => m.key === key);
  if (!c || mine?.kind !== 'override' || isContent(c, mine)) return null;
  const { transferred } = mine;
  if (!ruleCanSay(c, transferred)) return null;
  const uses: UsePlace[] = [];
  for (const s of world.project.screens) {
    const worn = appliedKitsOf(world.project, s);
    for (const id of usesOn(s, worn).get(ref) ?? []) {
      const n = s.nodes[id];
      if (n?.type !== 'instance') continue;
      const same = overridesOf(world, worn, n).some(
        (m) => m.kind === 'override' && m.key === key && sameJson(m.transferred.value, transferred.value),
      );
      if (same) uses.push({ screen: s.id, node: id });
    }
  }
  return uses.length >= HABIT ? { ref, transferred, uses } : null;
}

/** An option that was made of a habit, and what the choice is called that has it. */
export interface MadeOption {
  readonly steps: readonly Step[];
  readonly choice: string;
}

/**
 * The choice that takes one more option: one that none of the uses has said anything of, and by whose start nothing looks as it
 * does, so that leaving the start changes nothing. Undefined: there is none.
 */
function freeChoice(
  c: Component,
  nodes: readonly InstanceNode[],
  world: World,
  appliedKits: AppliedKitsOf,
): ChoiceProp | undefined {
  const bound = new Set(Object.values(c.nodes).flatMap((n) => Object.values(n.bind ?? {})));
  return c.contract.props.find((p): p is ChoiceProp => {
    if (p.kind !== 'choice' || !VARIANT.test(p.id) || bound.has(p.id)) return false;
    // A rule asks for the start, or for whether anything was said at all.
    const asked = c.rules.some((r) => {
      const test = r.when.props?.[p.id];
      return test !== undefined && (typeof test === 'object' || test === p.default);
    });
    return (
      !asked &&
      !nodes.some((n) =>
        overridesOf(world, appliedKits(n), n).some((m) => m.kind === 'override' && says(m.transferred, p.id)),
      )
    );
  });
}
/** At whatever widths it says it. */
const says = ({ at, kind, name }: Transferred, prop: string): boolean =>
  kind === 'prop' && at.length === 0 && name === prop;
type ChoiceProp = Extract<Prop, { readonly kind: 'choice' }>;
type AppliedKitsOf = (n: InstanceNode) => readonly AppliedKit[];
const VARIANT = /^variant(-\d+)?$/u;
/** The first of a name that is free: `variant`, `variant-2` and so on. */
function freeId(id: string, taken: readonly { readonly id: string }[]): string {
  let free = id;
  for (let n = 2; taken.some((x) => x.id === free); n++) free = `${id}-${n}`;
  return free;
}

/**
 * Makes an option of an override that several instances have: of a choice of the original (one that was made for this before and
 * that none of them has said anything of, or a new one), a rule for the option, and all of them set to it in place of what each said
 * for itself. They look as before.
 * @param name of the option
 */
export function optionSteps(world: World, repeated: Repeated, name: string): MadeOption {
  const { ref, transferred, uses } = repeated;
  const c = componentAt(world, ref);
  const part = transferred.at[0];
  if (!c || part === undefined || !ruleCanSay(c, transferred)) return { steps: [], choice: '' };
  const tree = treeOfOriginal(ref);
  const found = uses.flatMap((u) => {
    const screen = world.project.screens.find((x) => x.id === u.screen);
    const node = screen?.nodes[u.node];
    return screen && node?.type === 'instance'
      ? [{ screen, node, appliedKits: appliedKitsOf(world.project, screen) }]
      : [];
  });
  const appliedKits = new Map(found.map((f) => [f.node, f.appliedKits]));
  const nodes = found.map((f) => f.node);
  const known = freeChoice(c, nodes, world, (n) => appliedKits.get(n) ?? []);
  const own = freeId('variant', c.contract.props);
  const options = known?.options ?? [{ id: 'plain', name: 'Plain', means: 'neutral' }];
  const plainly = name.toLowerCase().replace(/[^a-z0-9]+/gu, '-');
  const id = freeId(plainly.replace(/^-+|-+$/gu, '') || 'other', options);
  const prop: ChoiceProp = {
    ...(known ?? {
      id: own,
      name: own.replace('variant', 'Variant').replace('-', ' '),
      default: 'plain',
      description: 'Which of its variants it is.',
    }),
    kind: 'choice',
    options: [...options, { id, name }],
  };
  const next: Component = {
    ...c,
    contract: { ...c.contract, props: [...c.contract.props.filter((p) => p !== known), prop] },
  };
  const { kit } = splitRef(ref);
  const value = kit === 'project' ? transferred.value : bareValue(transferred.name, transferred.value, kit);
  const what = transferred.kind === 'prop' ? `props.${transferred.name}` : transferred.name;
  const steps: Step[] = [
    { do: 'entry', tree, list: 'props', id: prop.id, value: prop },
    ...lookSteps(next, tree, part, what, value, { props: { [prop.id]: id } }).steps,
  ];
  for (const { screen, node, appliedKits: worn } of found) {
    const mine = overridesOf(world, worn, node).find((m) => m.key === targetKey(transferred));
    if (mine?.kind !== 'override') continue;
    const override: Override = { home: ref, at: [], kind: 'prop', name: prop.id, value: id };
    steps.push(
      { do: 'override', tree: treeOfScreen(screen), node: node.id, key: overrideKey(mine.override), value: null },
      { do: 'override', tree: treeOfScreen(screen), node: node.id, key: overrideKey(override), value: override },
    );
  }
  return { steps, choice: prop.name };
}
