import { childrenOf, STATES, type Json, type Node, type NodeId, type Nodes } from '../model/index.js';
import { attrTakes } from './attrs.js';
import {
  both,
  byMember,
  fault,
  flag,
  group,
  id,
  isGroup,
  json,
  list,
  name,
  number,
  oneOf,
  record,
  ref,
  text,
  type Check,
  type Fault,
} from './checker.js';

export const MOST_NODES = 20_000;
const ids: Check = list(id, MOST_NODES);
const label: Check = text(400);

/** Attributes that exist, with values that they take. */
export const attrs: Check = (value, where) => {
  if (!isGroup(value)) return fault(where, 'must be a record of attributes');
  for (const [attr, v] of Object.entries(value)) {
    if (v !== undefined && !attrTakes(attr, v as Json))
      return fault(`${where}.${attr}`, `cannot be ${(JSON.stringify(v) ?? 'nothing').slice(0, 60)}`);
  }
  return null;
};

export const when: Check = group(
  {},
  { state: oneOf(...STATES), minWidth: number(0, 100_000), maxWidth: number(0, 100_000), situation: id },
);

export const override: Check = group(
  { home: ref, at: list(text(120), 40), kind: oneOf('prop', 'attr'), name: text(120), value: json() },
  { leaf: ref, through: list(text(240), 40), when },
);
const overrides: Check = list(override, 2000);

export const entry: Check = group({ key: id, overrides: record(overrides, 200, id) });
const bind: Check = record(text(240), 100);
const was: Check = group({ component: ref, at: list(text(120), 40) }, { instance: (v, w) => node(v, w) });

const common = { id, type: text(20), attrs } as const;
const range = number(0, 100_000);
/** What a node is at some widths only. */
export const atWidth: Check = both(
  group({ attrs }, { minWidth: range, maxWidth: range, situation: id, component: ref }),
  (v, w) => {
    const { minWidth, maxWidth } = v as { minWidth?: number; maxWidth?: number };
    return minWidth !== undefined && maxWidth !== undefined && minWidth > maxWidth
      ? fault(w, `cannot hold from ${minWidth} px up to ${maxWidth} px`)
      : null;
  },
);
const widths: Check = list(atWidth, 40);
const trigger: Check = byMember('on', {
  ...Object.fromEntries(
    (['press', 'point', 'focus', 'change', 'show', 'action', 'dismiss', 'reach', 'drag'] as const).map((on) => [
      on,
      group({ on: text(20) }),
    ]),
  ),
  key: group({ on: text(20), key: text(40) }),
  after: group({ on: text(20), ms: number(0, 600_000) }),
  event: group({ on: text(20), event: text(120) }),
});
const ASKED = oneOf('is', 'is not', 'is more than', 'is less than', 'is filled', 'is empty');
const propOf = { home: ref, prop: text(120) } as const;
const test: Check = (v, w) =>
  isGroup(v) && 'situation' in v
    ? group({ situation: id })(v, w)
    : group({ ...propOf, asks: ASKED }, { of: id, value: json() })(v, w);
const action: Check = byMember('do', {
  go: group({ do: text(20), screen: id }),
  back: group({ do: text(20) }),
  openOverlay: group({ do: text(20), overlay: id }),
  closeOverlay: group({ do: text(20) }),
  set: group({ do: text(20), ...propOf, value: json() }, { of: id }),
  scroll: group({ do: text(20), to: id }, { offset: number(-10_000, 10_000) }),
  situation: group({ do: text(20), situation: text(120) }),
  open: group({ do: text(20), address: text(2000, /^https?:\/\/[^\s<>"]+$/u, 'an address') }),
  wait: group({ do: text(20), ms: number(0, 600_000) }),
});
/** What a component does by itself. */
const ownTest: Check = group({ prop: text(120), asks: ASKED }, { value: json() });
export const ownInteraction: Check = group(
  {
    when: byMember('on', {
      ...Object.fromEntries(
        (['press', 'type', 'point', 'focus', 'action', 'dismiss'] as const).map((on) => [on, group({ on: text(20) })]),
      ),
      key: group({ on: text(20), key: text(40) }),
      part: group({ on: text(20), part: id }),
      item: group({ on: text(20), list: text(120) }),
    }),
    then: list(
      byMember('do', {
        set: group({ do: text(20), prop: text(120), value: json() }, { others: json() }),
        item: group({ do: text(20), field: text(120), value: json() }, { others: json() }),
        drop: group({ do: text(20) }),
        only: group({ do: text(20), list: text(120), field: text(120), has: text(120) }),
        spell: group({ do: text(20), list: text(120), field: text(120) }),
        closeOverlay: group({ do: text(20) }),
        raise: group({ do: text(20), event: text(120) }),
      }),
      40,
    ),
  },
  { if: group({}, { all: list(ownTest, 20), any: list(ownTest, 20) }) },
);
/** What a thing does. */
export const interaction: Check = group(
  { id, when: trigger, then: list(action, 40) },
  {
    part: group({ home: ref, at: list(text(120), 40) }),
    if: group({}, { all: list(test, 20), any: list(test, 20) }),
  },
);
const maybe = {
  name: label,
  means: text(120),
  bind,
  was,
  locked: flag,
  asset: flag,
  widths,
  interactions: list(interaction, 100),
} as const;
const leaf = group(common, maybe);

/** One node, to the bottom; not whether what it names is there. */
export const node: Check = byMember('type', {
  box: group({ ...common, children: ids }, maybe),
  text: leaf,
  icon: leaf,
  image: leaf,
  shape: leaf,
  instance: group(
    { ...common, component: ref, overrides, fills: list(group({ home: ref, slot: name(120), children: ids }), 100) },
    { ...maybe, placed: ref },
  ),
  slot: group({ ...common, slot: name(120) }, maybe),
  series: group({ ...common, item: id, entries: list(entry, 5000) }, { ...maybe, of: text(120), rows: id }),
} satisfies Record<Node['type'], Check>);

/** Nodes by their own ids. */
export const nodes: Check = (value, where) => {
  const bad = record(node, MOST_NODES, id)(value, where);
  if (bad) return bad;
  for (const [key, n] of Object.entries(value as Nodes))
    if (n.id !== key) return fault(`${where}.${key}`, `calls itself ${n.id}`);
  return null;
};

/**
 * Is this one whole tree: everything hangs below the root, exactly once, and nothing named is missing?
 * Nodes are of the right shape already.
 */
export function wholeTree(root: NodeId, all: Nodes, where: string): Fault | null {
  if (!Object.hasOwn(all, root)) return fault(where, `has no ${root}, which it should begin with`);
  const held = new Set<NodeId>([root]);
  const open: NodeId[] = [root];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const n = all[at];
    if (!n) continue;
    for (const child of childrenOf(n)) {
      if (!Object.hasOwn(all, child)) return fault(`${where}.${at}`, `holds ${child}, which is not there`);
      if (held.has(child)) return fault(`${where}.${child}`, 'stands in two places, or inside itself');
      held.add(child);
      open.push(child);
    }
  }
  const stray = Object.keys(all).find((key) => !held.has(key));
  return stray === undefined ? null : fault(`${where}.${stray}`, 'stands nowhere');
}

/** `{ root, nodes }` of the right shape that is one whole tree. */
export function tree(value: Readonly<Record<string, unknown>>, where: string): Fault | null {
  return (
    id(value['root'], `${where}.root`) ??
    nodes(value['nodes'], `${where}.nodes`) ??
    wholeTree(value['root'] as NodeId, value['nodes'] as Nodes, `${where}.nodes`)
  );
}

/** Fills of an instance in the order of their homes and slots, each once, none empty: so that taking one away and putting it back changes nothing. */
export function tidy(n: Node): Node {
  if (n.type !== 'instance') return n;
  const key = (f: { home: string; slot: string }): string => `${f.home}|${f.slot}`;
  if (n.fills.every((f, i) => f.children.length > 0 && (i === 0 || key(n.fills[i - 1] ?? f) < key(f)))) return n;
  const by = new Map<string, (typeof n.fills)[number]>();
  for (const f of n.fills) {
    const known = by.get(key(f));
    if (f.children.length > 0) by.set(key(f), known ? { ...known, children: [...known.children, ...f.children] } : f);
  }
  return { ...n, fills: [...by].sort((a, b) => (a[0] < b[0] ? -1 : 1)).map(([, f]) => f) };
}

/** All nodes of a tree made tidy; the same record when they are. */
export function tidyNodes(all: Nodes): Nodes {
  let changed = false;
  const next: Record<NodeId, Node> = {};
  for (const n of Object.values(all)) {
    const t = tidy(n);
    if (t !== n) changed = true;
    next[n.id] = t;
  }
  return changed ? next : all;
}
