import { editionTree, type Step } from '../edit/index.js';
import { convertIcon, convertStyle, convertToken } from '../transfer/index.js';
import {
  componentAt,
  kitAt,
  sameJson,
  type Component,
  type ComponentRef,
  type Json,
  type MatchSheet,
  type NodeId,
  type Prop,
  type PropId,
  type World,
} from '../model/index.js';
import { mapKit } from '../match/index.js';

/** A property that what shows a component has not, given to it: what it does there, in the words of its kit. */
export interface Given {
  /** What gets it. */
  readonly ref: ComponentRef;
  readonly prop: PropId;
  /** On the tree of its edition. */
  readonly steps: readonly Step[];
}

/** The values that a property of few values has. */
const valuesOf = (p: Prop): readonly Json[] =>
  p.kind === 'flag' ? [false, true] : p.kind === 'choice' ? p.options.map((o) => o.id) : [];

/** What a component looks like for one value of a property, by part: attributes that other values have otherwise. */
function looksFor(a: Component, prop: PropId, value: Json): ReadonlyMap<NodeId, ReadonlyMap<string, Json>> {
  const looks = new Map<NodeId, Map<string, Json>>();
  const say = (node: NodeId, name: string, said: Json): void => {
    const on = looks.get(node) ?? new Map<string, Json>();
    looks.set(node, on.set(name, said));
  };
  const alone = a.rules.filter((r) => {
    const { props, ...more } = r.when;
    return Object.keys(more).length === 0 && props && Object.keys(props).length === 1 && prop in props;
  });
  const asks = (test: Json | undefined): boolean =>
    Array.isArray(test) ? test.some((t) => sameJson(t, value)) : sameJson(test ?? null, value);
  // What another value changes is, for this one, as the part says it itself.
  for (const own of [false, true])
    for (const r of alone) {
      if (asks(r.when.props?.[prop] as Json) !== own) continue;
      for (const [node, set] of Object.entries(r.set))
        for (const [name, said] of Object.entries(set)) {
          if (name === 'place' || name === 'component' || name.startsWith('props.')) continue;
          const base = (a.nodes[node]?.attrs as Readonly<Record<string, Json>> | undefined)?.[name];
          if (own) say(node, name, said);
          else if (base !== undefined) say(node, name, base);
        }
    }
  // What is bound to it says its value itself.
  for (const node of Object.values(a.nodes))
    for (const [name, bound] of Object.entries(node.bind ?? {}))
      if (bound === prop && !name.startsWith('props.')) say(node.id, name, value);
  return looks;
}

/**
 * A flag or a choice of a component of the first kit, for what shows it and has nothing like it: a property of its own by an edition,
 * which does to its parts what it does to those they stand for. Null: it does nothing there that can be said in that kit’s words.
 * @param value of the property, as it waits: for this one above all it must look as it is meant
 */
export function given(world: World, sheet: MatchSheet, from: ComponentRef, prop: PropId, value: Json): Given | null {
  const pair = sheet.pairs[from];
  const [a, b] = [componentAt(world, from), pair?.to ? componentAt(world, pair.to) : undefined];
  const [first, second] = [kitAt(world, sheet.from), kitAt(world, sheet.to)];
  const of = a?.contract.props.find((p) => p.id === prop);
  if (!pair?.to || !a || !b || !first || !second || !of || of.means === 'state') return null;
  const map = { ...mapKit(first, second), tokens: sheet.tokens };
  const convert = (name: string, said: Json): Json | null => {
    const got =
      name === 'textStyle'
        ? convertStyle(said, map)
        : name === 'icon'
          ? convertIcon(said, map)
          : convertToken(said, map);
    return got.ok ? got.value : null;
  };
  let id = of.id;
  for (let n = 2; b.contract.props.some((p) => p.id === id); n++) id = `${of.id}-${n}`;
  const { renamedFrom: _, inherits: __, ...plain } = of as Prop & { renamedFrom?: string; inherits?: boolean };
  const tree = editionTree(pair.to);
  const steps: Step[] = [{ do: 'entry', tree, list: 'props', id, value: { ...plain, id } as Prop }];
  let shows = false;
  for (const one of valuesOf(of)) {
    const waits = sameJson(one, value);
    // As it is left, it looks as it does without.
    if (sameJson(one, of.default) && !waits) continue;
    for (const [node, looks] of looksFor(a, prop, one)) {
      const part = pair.parts[node];
      const there = part ? b.nodes[part] : undefined;
      if (!part || !there) continue;
      for (const [name, said] of looks) {
        const now = (there.attrs as Readonly<Record<string, Json>>)[name];
        const to = convert(name, said);
        if (to === null || sameJson(now ?? null, to) || (now === undefined && to === 'none')) continue;
        if (waits) shows = true;
        steps.push({ do: 'rule', tree, when: { props: { [id]: one } }, node: part, name, value: to });
      }
    }
  }
  return shows ? { ref: pair.to, prop: id, steps } : null;
}
