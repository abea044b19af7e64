import {
  isFilled,
  ruleKey,
  sameJson,
  sameWhen,
  STATES,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type NodeId,
  type Prop,
  type Rule,
  type Override,
  type StateName,
} from '../model/index.js';
import type { Step, TreeRef } from '../edit/index.js';

/** One way in which the looks of an original differ: an option, a flag, a text that is there or not, a state, a width. */
export interface Axis {
  readonly id: string;
  readonly name: string;
  readonly values: readonly AxisValue[];
}
export interface AxisValue {
  readonly key: string;
  readonly name: string;
  readonly prop?: { readonly id: string; readonly value: Json; readonly test: Json | { readonly filled: boolean } };
  readonly state?: StateName;
  /** It only says which state is shown: rules ask for that. */
  readonly shows?: boolean;
  /** Screen width it is looked at in, px, and what a rule asks for to hold there. */
  readonly width?: { readonly at: number; readonly minWidth?: number; readonly maxWidth?: number };
}
/** One combination: for each axis the key of its value. An axis that is not named is at its first value. */
export type Look = Readonly<Record<string, string>>;

/** In no state. */
export const REST = 'rest';
const asksFilled = (test: unknown): boolean => typeof test === 'object' && test !== null && 'filled' in test;

/** How the looks of an original can differ, the choices first, states and widths last. The first value of each is how it comes. */
export function axesOf(c: Component): readonly Axis[] {
  const axes: Axis[] = [];
  const filled = new Set(
    c.rules.flatMap((r) => Object.entries(r.when.props ?? {}).flatMap(([id, t]) => (asksFilled(t) ? [id] : []))),
  );
  for (const p of c.contract.props) {
    const values = valuesOf(p, filled.has(p.id));
    if (values.length > 1) axes.push({ id: p.id, name: p.name, values });
  }
  const states = STATES.filter((s) => c.contract.states.includes(s) || c.rules.some((r) => r.when.state === s));
  // Where a property says which state is shown, that is the way to see them.
  const told = new Set(axes.flatMap((a) => a.values.flatMap((v) => v.state ?? [])));
  if (states.some((s) => !told.has(s)))
    axes.push({
      id: '@state',
      name: 'State',
      values: [
        { key: REST, name: 'at rest' },
        ...states.filter((s) => !told.has(s)).map((s) => ({ key: s, name: s, state: s })),
      ],
    });
  const widths = widthsOf(c);
  if (widths.length > 1) axes.push({ id: '@width', name: 'Screen width', values: widths });
  return axes;
}

function valuesOf(p: Prop, filled: boolean): readonly AxisValue[] {
  const first = <T extends { readonly key: string }>(list: readonly T[], key: string): readonly T[] => [
    ...list.filter((v) => v.key === key),
    ...list.filter((v) => v.key !== key),
  ];
  if (p.kind === 'choice')
    return first(
      p.options.map((o) => {
        const state = p.means === 'state' ? STATES.find((s) => s === o.means) : undefined;
        const prop = { id: p.id, value: o.id, test: o.id };
        return {
          key: o.id,
          name: o.name,
          prop,
          ...(state ? { state } : {}),
          ...(p.means === 'state' ? { shows: true } : {}),
        };
      }),
      String(p.default),
    );
  if (p.kind === 'flag')
    return first(
      [true, false].map((on) => ({
        key: String(on),
        name: on ? 'on' : 'off',
        prop: { id: p.id, value: on, test: on },
      })),
      String(p.default),
    );
  if (!filled) return [];
  const some: Json = isFilled(p.default) ? p.default : p.kind === 'icon' ? 'circle' : p.kind === 'list' ? [] : p.name;
  return first(
    [
      { key: 'filled', name: 'filled', prop: { id: p.id, value: some, test: { filled: true } } },
      {
        key: 'empty',
        name: 'empty',
        prop: { id: p.id, value: p.kind === 'icon' ? 'none' : p.kind === 'list' ? [] : '', test: { filled: false } },
      },
    ],
    isFilled(p.default) ? 'filled' : 'empty',
  );
}

function widthsOf(c: Component): readonly AxisValue[] {
  const edges = [
    ...new Set(
      c.rules.flatMap((r) => [
        ...(r.when.minWidth === undefined ? [] : [r.when.minWidth]),
        ...(r.when.maxWidth === undefined ? [] : [r.when.maxWidth + 1]),
      ]),
    ),
  ].sort((a, b) => a - b);
  return [0, ...edges].map((from, i) => {
    const to = edges[i];
    return {
      key: String(from),
      name: to === undefined ? `${from} px and wider` : from === 0 ? `under ${to} px` : `${from} to ${to - 1} px`,
      width: {
        at: to === undefined ? Math.max(from, 390) : to - 1,
        ...(from > 0 ? { minWidth: from } : {}),
        ...(to === undefined ? {} : { maxWidth: to - 1 }),
      },
    };
  });
}

/** Under which key the root of a sample stands: states are asked of that. */
const SAMPLE = 'sample';
/** What an instance is given to be seen in a look. */
export function seenIn(
  axes: readonly Axis[],
  look: Look,
  ref: ComponentRef,
): {
  readonly overrides: readonly Override[];
  readonly states?: Readonly<Record<string, readonly StateName[]>>;
  readonly width?: number;
} {
  const values = axes.map((a) => valueIn(a, look));
  const overrides = values.flatMap((v, i): Override[] =>
    v?.prop && v !== axes[i]?.values[0]
      ? [{ home: ref, at: [], kind: 'prop', name: v.prop.id, value: v.prop.value }]
      : [],
  );
  const state = values.find((v) => v?.state && !v.shows)?.state;
  const width = values.find((v) => v?.width)?.width?.at;
  return {
    overrides,
    ...(state ? { states: { [SAMPLE]: [state] } } : {}),
    ...(width === undefined ? {} : { width }),
  };
}
export const valueIn = (axis: Axis, look: Look): AxisValue | undefined =>
  axis.values.find((v) => v.key === look[axis.id]) ?? axis.values[0];

/** What a rule asks for that holds in a look as far as these axes go: with all of them in this look, with one in its row or column. */
export function whenOf(axes: readonly Axis[], look: Look): Rule['when'] {
  const props: Record<string, Json | { readonly filled: boolean }> = {};
  let more: Omit<Rule['when'], 'props'> = {};
  for (const axis of axes) {
    const v = valueIn(axis, look);
    if (v?.prop && !v.shows) props[v.prop.id] = v.prop.test;
    if (v?.state) more = { ...more, state: v.state };
    if (v?.width) {
      const { minWidth, maxWidth } = v.width;
      more = {
        ...more,
        ...(minWidth === undefined ? {} : { minWidth }),
        ...(maxWidth === undefined ? {} : { maxWidth }),
      };
    }
  }
  return { ...(Object.keys(props).length > 0 ? { props } : {}), ...more } as Rule['when'];
}
export const isAlways = (when: Rule['when']): boolean =>
  Object.keys(when.props ?? {}).length === 0 &&
  when.state === undefined &&
  when.minWidth === undefined &&
  when.maxWidth === undefined;

/** Does a rule that asks for this hold in a look? */
export function holdsIn(when: Rule['when'], axes: readonly Axis[], look: Look): boolean {
  if (when.state && !axes.some((a) => valueIn(a, look)?.state === when.state)) return false;
  const at = valueIn(axes.find((a) => a.id === '@width') ?? NO_AXIS, look)?.width?.at;
  if (when.minWidth !== undefined && (at === undefined || at < when.minWidth)) return false;
  if (when.maxWidth !== undefined && (at === undefined || at > when.maxWidth)) return false;
  return Object.entries(when.props ?? {}).every(([id, test]) => {
    const v = valueIn(axes.find((a) => a.id === id) ?? NO_AXIS, look)?.prop;
    if (!v) return false;
    if (asksFilled(test)) return (test as { filled: boolean }).filled === isFilled(v.value);
    return Array.isArray(test) ? test.some((t) => sameJson(t as Json, v.value)) : sameJson(test as Json, v.value);
  });
}
const NO_AXIS: Axis = { id: '', name: '', values: [] };

/** Does `a` hold only where `b` does, and not everywhere there? */
function refines(a: Rule['when'], b: Rule['when']): boolean {
  if (sameWhen(a, b)) return false;
  const props = Object.entries(b.props ?? {}).every(([id, test]) => sameJson(a.props?.[id] as Json, test as Json));
  return (
    props &&
    (b.state === undefined || a.state === b.state) &&
    (b.minWidth === undefined || (a.minWidth ?? -1) >= b.minWidth) &&
    (b.maxWidth === undefined || (a.maxWidth ?? Infinity) <= b.maxWidth)
  );
}
/** Can both hold at once? */
function meet(a: Rule['when'], b: Rule['when']): boolean {
  if (a.state && b.state && a.state !== b.state) return false;
  return Object.entries(a.props ?? {}).every(([id, test]) => {
    const other = b.props?.[id];
    if (other === undefined || asksFilled(test) !== asksFilled(other)) return true;
    const list = (t: unknown): readonly Json[] => (Array.isArray(t) ? (t as Json[]) : [t as Json]);
    return list(test).some((x) => list(other).some((y) => sameJson(x, y)));
  });
}
const sets = (r: Rule, node: NodeId, name: string): boolean =>
  Object.hasOwn(r.set, node) && Object.hasOwn(r.set[node] ?? {}, name);

/** What is set on a part in some looks only. */
export function rulesOn(c: Component, node: NodeId, name: string): readonly Rule[] {
  return c.rules.filter((r) => sets(r, node, name));
}

/** What a part says in a look of something that can be set on it, and the rule that says so; states last, as they are shown. */
export function setIn(
  c: Component,
  axes: readonly Axis[],
  look: Look,
  node: NodeId,
  name: string,
): { readonly value: Json | undefined; readonly rule: Rule | null } {
  const holding = rulesOn(c, node, name).filter((r) => holdsIn(r.when, axes, look));
  const rule = holding.filter((r) => r.when.state).at(-1) ?? holding.at(-1) ?? null;
  const n = c.nodes[node];
  const own = (n?.attrs as Readonly<Record<string, Json>> | undefined)?.[name];
  return { value: rule ? rule.set[node]?.[name] : own, rule };
}

/** Would a value that is set where `when` holds show in this look, or does a rule that is more exact, or later, keep its own? */
export function showsIn(
  c: Component,
  axes: readonly Axis[],
  look: Look,
  when: Rule['when'],
  node: NodeId,
  name: string,
): boolean {
  if (!holdsIn(when, axes, look)) return false;
  const now = setIn(c, axes, look, node, name).rule;
  if (!now || sameWhen(now.when, when)) return true;
  if (isAlways(when)) return false;
  return !(refines(now.when, when) || (now.when.state !== undefined && when.state === undefined));
}

export interface LookEdit {
  readonly steps: readonly Step[];
  /** Rules that give the part a value of its own where this would hold. */
  readonly keeps: readonly Rule[];
}

/**
 * The steps that set something on a part of an original where `when` holds; everywhere with a `when` that asks for nothing.
 * @param name an attribute, `props.x` or `component` of a nested instance, or `place`
 * @param value null: what is said there is taken back
 */
export function lookSteps(
  c: Component,
  tree: TreeRef,
  node: NodeId,
  name: string,
  value: Json,
  when: Rule['when'],
): LookEdit {
  const keeps = rulesOn(c, node, name).filter((r) =>
    isAlways(when) ? true : refines(r.when, when) || (r.when.state !== undefined && when.state === undefined),
  );
  if (isAlways(when)) return { steps: everywhere(c, tree, node, name, value), keeps };
  const known = c.rules.findIndex((r) => sameWhen(r.when, when));
  const rule = (after?: string | null): Step => ({
    do: 'rule',
    tree,
    when,
    node,
    name,
    value,
    ...(after === undefined ? {} : { after }),
  });
  if (value === null) return { steps: known >= 0 && sets(c.rules[known] as Rule, node, name) ? [rule()] : [], keeps };
  const rival = (r: Rule): boolean =>
    sets(r, node, name) && (r.when.state ?? '') === (when.state ?? '') && meet(r.when, when);
  if (known >= 0) {
    const later = c.rules.slice(known + 1).filter((r) => rival(r) && !refines(r.when, when));
    if (later.length === 0 || !later.every((r) => refines(when, r.when))) return { steps: [rule()], keeps };
    // More exact than what follows: it moves behind that, without what never showed.
    const own = c.rules[known] as Rule;
    const dead = c.rules.slice(known + 1).filter((r) => refines(when, r.when));
    const set = Object.fromEntries(
      Object.entries(own.set).flatMap(([n, attrs]) => {
        const left = Object.entries(attrs).filter(([a]) => !dead.some((r) => sets(r, n, a)));
        return left.length > 0 ? [[n, Object.fromEntries(left)]] : [];
      }),
    );
    const id = ruleKey(own);
    const last = c.rules.at(-1);
    return {
      steps: [
        {
          do: 'entry',
          tree,
          list: 'rules',
          id,
          value: { ...own, id, set },
          after: last && last !== own ? ruleKey(last) : null,
        },
        rule(),
      ],
      keeps,
    };
  }
  // What is more exact stays behind it, so that it keeps its own.
  const first = c.rules.findIndex((r) => rival(r) && refines(r.when, when));
  const before = c.rules[first - 1];
  return { steps: [first < 0 ? rule() : rule(before ? ruleKey(before) : null)], keeps };
}

/** Steps that set something on a part in every look that has no value of its own. */
function everywhere(c: Component, tree: TreeRef, node: NodeId, name: string, value: Json): Step[] {
  const n = c.nodes[node];
  if (name.startsWith('props.') && n?.type === 'instance') return propEverywhere(tree, n, name.slice(6), value);
  const field = name === 'component' ? 'component' : `attrs.${name}`;
  return [{ do: 'set', tree, node, field, value }];
}
function propEverywhere(tree: TreeRef, n: InstanceNode, prop: string, value: Json): Step[] {
  const known = n.overrides.find((s) => s.kind === 'prop' && s.at.length === 0 && s.name === prop && !s.when);
  const home = known?.home ?? n.component;
  const key = `${home}||prop.${prop}|`;
  return [
    {
      do: 'override',
      tree,
      node: n.id,
      key,
      value: value === null ? null : { home, at: [], kind: 'prop', name: prop, value },
    },
  ];
}

/** The steps that take the looks along which have a value of their own: they say what all say. */
export const takeAlongSteps = (tree: TreeRef, keeps: readonly Rule[], node: NodeId, name: string): readonly Step[] =>
  keeps.map((r): Step => ({ do: 'rule', tree, when: r.when, node, name, value: null, ifThere: true }));

/** All combinations of two axes at most, with the rest as it is: what a sheet shows, row by row. */
export function sheetOf(
  axes: readonly Axis[],
  rows: string,
  columns: string,
  rest: Look,
): readonly (readonly Look[])[] {
  const along = (id: string): readonly (string | null)[] =>
    axes.find((a) => a.id === id)?.values.map((v) => v.key) ?? [null];
  return along(rows).map((r) =>
    along(columns).map((col) => ({
      ...rest,
      ...(r === null ? {} : { [rows]: r }),
      ...(col === null ? {} : { [columns]: col }),
    })),
  );
}
